/** A row of increases or decreases between two sections, with its telling. */
import { useMemo } from 'react';
import type { DraftProblem, PieceDraft } from '@core/draft/draft';
import type { SpreadDraft, SpreadRow } from '@core/draft/spread-row';
import { cueFor } from '@core/cue/cue';
import { tellRow } from '@core/cue/tell';
import { layOut } from '@core/fabric/cloth';
import { ROW_HEIGHT } from '@core/fabric/shapes';
import { charted, type Worksheet } from '@core/piece/worksheet';
import type { Hand } from '@core/stitch/types';
import { USUAL, wayOf } from '~/knitter/settings';
import { planWords } from '~/messages/plan';
import { tellingWords } from '~/messages/telling';
import { NumberInput, Problems, Select, TextInput } from '~/ui/inputs';
import { packPicture } from '~/ui/fabric/pack';
import { FabricPicture } from '~/ui/fabric/picture';
import { changeSection } from './draft-state';
import type { Change } from './making';
import { SectionTools } from './section-tools';
import { lineOf } from '~/messages/numbers';

const WAYS = {
  increase: [
    ['even', 'evenly, outside coming crossings'],
    ['anywhere', 'evenly, wherever they fall'],
    ['columns', 'in columns that I name'],
  ],
  decrease: [
    ['cables', 'over the cables below, against flare'],
    ['even', 'evenly'],
  ],
} as const;
const LEANS = [
  ['mirrored', 'mirrored about the middle'],
  ['left', 'to the left'],
  ['right', 'to the right'],
] as const;

const numbersIn = (text: string) => (text.match(/\d+/g) ?? []).map(Number);

/** Columns of every panel of the next section that are new. */
function Columns({
  draft,
  index,
  spread,
  set,
}: {
  draft: PieceDraft;
  index: number;
  spread: SpreadDraft;
  set: (change: Partial<SpreadDraft>) => void;
}) {
  const panels = draft.sections[index + 1]?.panels ?? [];
  const put = (panel: string, text: string) =>
    set({
      columns: [...spread.columns.filter((one) => one.panel !== panel), { panel, of: numbersIn(text) }],
    });
  return (
    <div className="schedule-fields">
      {panels.map(({ id, name }) => (
        <TextInput
          key={id}
          label={`New columns of ${name}, from the right`}
          value={(spread.columns.find((one) => one.panel === id)?.of ?? []).join(' ')}
          placeholder="none"
          onChange={(text) => put(id, text)}
        />
      ))}
    </div>
  );
}

const ROWS_BELOW = 3;
const ROWS_ABOVE = 4;

/** The row between its neighbours, with every stitch that comes or goes marked. */
function drawn(sheet: Worksheet, section: number) {
  const at = sheet.firstRows[section] ?? 1;
  const [first, last] = [Math.max(1, at - ROWS_BELOW), Math.min(sheet.rows, at + ROWS_ABOVE)];
  const picture = layOut(
    Array.from({ length: last - first + 1 }, (_, i) => charted(sheet, first + i)),
    'RS',
  );
  const y = picture.height - picture.yOf(at) + ROW_HEIGHT / 2;
  const marks = charted(sheet, at).laid.cells.flatMap(({ cell, given }) =>
    cell.kind === 'increase' || cell.kind === 'decrease' ? [picture.xOf(at, given)] : [],
  );
  return { picture, packed: packPicture(picture), marks, y };
}

function Strip({ sheet, section, yarn }: { sheet: Worksheet; section: number; yarn: string }) {
  const { picture, packed, marks, y } = useMemo(() => drawn(sheet, section), [sheet, section]);
  return (
    <div className="mt-3.5" data-yarn={yarn}>
      <FabricPicture
        className="max-h-[190px]"
        packed={packed}
        up={picture.height}
        box={{ x: 0, y: 0, width: picture.width, height: picture.height }}
        svg={{
          role: 'img',
          'aria-label': `The ${lineOf(sheet.plan.construction === 'round')} between its neighbours, right side showing, ${marks.length} stitches marked`,
        }}
      >
        {marks.map((x) => (
          <circle key={x} className="spread-mark" cx={x} cy={y} r={0.34} />
        ))}
      </FabricPicture>
    </div>
  );
}

/** The row as it will be told at the needles; such a row crosses nothing, so any way of crossing will do. */
function told(sheet: Worksheet, section: number, hand: Hand): string {
  const cue = cueFor(sheet, sheet.firstRows[section] ?? 1, hand);
  return tellingWords(tellRow(cue), { wayOf: wayOf(USUAL), round: cue.round });
}

export function SpreadEditor({
  draft,
  index,
  problems,
  row,
  hand,
  sheet,
  yarn,
  change,
  onMoved,
}: {
  draft: PieceDraft;
  index: number;
  problems: readonly DraftProblem[];
  /** As last worked out. */
  row: SpreadRow | undefined;
  hand: Hand;
  /** The plan as it stands; null while something is to be mended. */
  sheet: Worksheet | null;
  yarn: string;
  change: Change;
  onMoved: (to: number) => void;
}) {
  const section = draft.sections[index];
  const spread = section?.spread;
  if (!section || !spread) return null;
  const set = (part: Partial<SpreadDraft>) =>
    change((d) => changeSection(d, index, (s) => ({ ...s, spread: { ...spread, ...part } })));
  const counted = spread.way !== 'columns' && spread.way !== 'cables';
  const line = lineOf(draft.construction === 'round');
  const here = problems.filter((p) => 'section' in p && p.section === index);
  return (
    <section className="section-editor spread-editor" aria-label={section.name}>
      <div className="schedule-fields">
        <h2 className="section-title">{`A ${line} of ${spread.does}s`}</h2>
        <SectionTools
          name={section.name}
          index={index}
          count={draft.sections.length}
          change={change}
          onMoved={onMoved}
        />
      </div>
      <div className="schedule-fields">
        {counted && (
          <NumberInput label="How many" value={spread.times} onChange={(times) => set({ times })} />
        )}
        <Select
          label="Placed"
          value={spread.way}
          options={WAYS[spread.does]}
          onChange={(way) => set({ way })}
        />
        <Select label="Leaning" value={spread.lean} options={LEANS} onChange={(lean) => set({ lean })} />
        <Select
          label="The stitches between"
          value={spread.ground}
          options={
            [
              ['presented', 'knit the knits, purl the purls'],
              ['knit', 'knit'],
            ] as const
          }
          onChange={(ground) => set({ ground })}
        />
      </div>
      {spread.way === 'columns' && <Columns draft={draft} index={index} spread={spread} set={set} />}
      <Problems words={here.map(planWords)} />
      {sheet && row && here.length === 0 && <Strip sheet={sheet} section={index} yarn={yarn} />}
      {row && here.length === 0 && (
        <p className="spread-words" data-testid="spread-words">
          <strong className="numerals">
            {row.stitches} to {row.stitches + row.places.length * (spread.does === 'increase' ? 1 : -1)}{' '}
            stitches{sheet ? ':' : '.'}
          </strong>{' '}
          {sheet && told(sheet, index, hand)}
        </p>
      )}
    </section>
  );
}
