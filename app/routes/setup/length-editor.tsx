/** How long a section is: rows, repeats, or open until it measures so much; with the reckoning beside it. */
import type { Ending } from '@core/piece/plan';
import type { LengthDraft, PieceDraft, SectionDraft } from '@core/draft/draft';
import type { Worksheet } from '@core/piece/worksheet';
import { bestMirrors, endBeforeBorder, endsNear, leftOver, rowsFor } from '@core/plan/length';
import { lastRowOf } from '@core/piece/worksheet';
import type { Gauge } from '@core/piece/making';
import type { Units } from '@core/plan/units';
import { lengthWords } from '~/messages/measures';
import { MeasureInput, NumberInput, Select, TextInput } from '~/ui/inputs';
import { useState } from 'react';
import { changeSection } from './draft-state';
import type { Change } from './making';
import { counted, lineOf, type Line } from '~/messages/numbers';
import { capital } from '~/messages/telling';

type Props = {
  draft: PieceDraft;
  section: SectionDraft;
  index: number;
  sheet: Worksheet | null;
  gauge: Gauge | null;
  units: Units;
  change: Change;
};

const kindOf = ({ length }: SectionDraft) => length?.kind ?? 'rows';

function firstLength(kind: 'rows' | LengthDraft['kind'], section: SectionDraft): LengthDraft | undefined {
  const panel = section.panels.find(({ edge }) => !edge) ?? section.panels[0];
  if (kind === 'repeats') return { kind, repeats: 5, of: panel?.id ?? '' };
  if (kind === 'until') return { kind, cm: 30, from: 'section', ending: null };
  return undefined;
}

type EndingKind = 'any' | 'RS' | 'WS' | 'panel';
const endingKind = (ending: Ending | null): EndingKind =>
  ending === null ? 'any' : 'side' in ending ? ending.side : 'panel';

function Until({
  length,
  section,
  flat,
  units,
  set,
}: {
  length: Extract<LengthDraft, { kind: 'until' }>;
  section: SectionDraft;
  flat: boolean;
  units: Units;
  set: (length: LengthDraft) => void;
}) {
  const { ending } = length;
  const panels = section.panels.map(({ id, name }) => [id, name] as const);
  const choose = (kind: EndingKind) =>
    set({
      ...length,
      ending:
        kind === 'any'
          ? null
          : kind === 'panel'
            ? { panel: panels[0]?.[0] ?? '', rows: [1] }
            : { side: kind },
    });
  const options = [['any', 'after any row'], ...(flat ? ([['RS', 'after a right-side row'], ['WS', 'after a wrong-side row']] as const) : []), ['panel', 'after rows of a panel']] as const; // prettier-ignore
  return (
    <>
      <MeasureInput
        label="Measures"
        cm={length.cm}
        units={units}
        onChange={(cm) => set({ ...length, cm: cm ?? Number.NaN })}
      />
      <Select
        label="Measured"
        value={length.from}
        options={
          [
            ['section', 'from where the section begins'],
            ['castOn', 'from the cast-on edge'],
          ] as const
        }
        onChange={(from) => set({ ...length, from })}
      />
      <Select label="Ending" value={endingKind(ending)} options={options} onChange={choose} />
      {ending && 'panel' in ending && (
        <>
          <Select
            label="Panel"
            value={ending.panel}
            options={panels}
            onChange={(panel) => set({ ...length, ending: { ...ending, panel } })}
          />
          <TextInput
            label="Rows of its pattern"
            value={ending.rows.join(', ')}
            onChange={(text) =>
              set({ ...length, ending: { ...ending, rows: (text.match(/\d+/g) ?? []).map(Number) } })
            }
          />
        </>
      )}
    </>
  );
}

/** Rows for a length of the section, or for one of the whole piece; to be taken with a touch. */
function RowsForLength({
  gauge,
  units,
  otherRows,
  line,
  take,
}: {
  gauge: Gauge | null;
  units: Units;
  /** Rows of all other sections; null while they are not known. */
  otherRows: number | null;
  line: Line;
  take: (rows: number) => void;
}) {
  const [typed, setTyped] = useState<{ cm: number | null; whole: boolean }>({ cm: null, whole: false });
  const { cm, whole } = typed;
  const own = cm !== null && whole && gauge ? endBeforeBorder(cm, otherRows ?? 0, gauge.rows) : cm;
  const found = gauge && own !== null && own > 0 && own <= 2_000 ? rowsFor(own, gauge.rows) : null;
  const both = found
    ? found.below.rows === found.above.rows
      ? [found.below]
      : [found.below, found.above]
    : [];
  return (
    <div className="reckon">
      <MeasureInput
        label={`${capital(line)}s for a length`}
        cm={whole ? null : cm}
        units={units}
        onChange={(next) => setTyped({ cm: next, whole: false })}
      />
      {otherRows !== null && otherRows > 0 && (
        <MeasureInput
          label="so that the whole measures"
          cm={whole ? cm : null}
          units={units}
          onChange={(next) => setTyped({ cm: next, whole: true })}
        />
      )}
      {both
        .filter(({ rows }) => rows > 0)
        .map(({ rows, cm: length }) => (
          <button key={rows} type="button" className="plain-button" onClick={() => take(rows)}>
            {counted(rows, line)}, {lengthWords(length, units)}
          </button>
        ))}
      {!gauge && cm !== null && (
        <p className="text-soft">Measure a swatch first: {line}s are reckoned from your gauge.</p>
      )}
      {cm !== null && !(cm > 0) && <p className="text-fault">Give a length of more than 0.</p>}
      {cm !== null && cm > 0 && own !== null && own <= 0 && (
        <p className="text-fault">The other sections are longer than that already.</p>
      )}
    </div>
  );
}

const MOST_STOPS = 4;

/** Where the section mirrors its beginning, and rows that do not make a repeat. */
function Fit({
  sheet,
  index,
  take,
}: {
  sheet: Worksheet;
  index: number;
  take: ((rows: number) => void) | null;
}) {
  const section = sheet.plan.sections[index];
  const rows = section ? lastRowOf(sheet, index) - (sheet.firstRows[index] as number) + 1 : 0;
  if (!section || rows > 2_000) return null;
  const line = lineOf(sheet.plan.construction === 'round');
  const mirrors = bestMirrors(sheet, index, MOST_STOPS);
  const longest = section.panels
    .filter(({ edge }) => !edge)
    .map((panel) => ({ panel, chart: sheet.plan.charts[panel.chart] }))
    .sort((a, b) => (b.chart?.rows.length ?? 0) - (a.chart?.rows.length ?? 0))[0];
  const left = longest?.chart && leftOver(rows, longest.chart);
  if (mirrors.cabled === 0) return null;
  return (
    <div className="reckon">
      <p className="text-soft">
        {mirrors.panels === 0
          ? `No ${line} of this section mirrors its beginning.`
          : mirrors.panels === mirrors.cabled
            ? 'The end mirrors the beginning after'
            : `No ${line} mirrors every panel; ${mirrors.panels} of ${mirrors.cabled} do after`}
      </p>
      {mirrors.rows.map((count) => (
        <button
          key={count}
          type="button"
          className="plain-button"
          disabled={!take}
          onClick={() => take?.(count)}
        >
          {counted(count, line)}
        </button>
      ))}
      {left && left.left > 0 && longest && left.repeats > 0 && (
        <p className="w-full text-soft">
          {longest.panel.name}: {counted(left.repeats, 'whole repeat')} and {counted(left.left, line)} over.
          Take {left.fewer} or {left.more} {line}s for whole repeats, or share the rest: {left.shared.before}{' '}
          plain before, {left.shared.after} after.
        </p>
      )}
    </div>
  );
}

/** Rows near the estimate after which an open section may end. */
function Ends({ sheet, index }: { sheet: Worksheet; index: number }) {
  const { length } = sheet.plan.sections[index] ?? {};
  if (!length || !('until' in length)) return null;
  const near = endsNear(sheet, index, length.until.ending, lastRowOf(sheet, index));
  const rows = [near.before, near.after].filter((row) => row !== null);
  return (
    <p className="text-soft">
      {rows.length > 0
        ? `By the gauge it will end near row ${rows.join(' or ')} of the piece. You end it at the needles.`
        : 'No such row comes near that length: name other rows.'}
    </p>
  );
}

export function LengthEditor({ draft, section, index, sheet, gauge, units, change }: Props) {
  const kind = kindOf(section);
  const { length } = section;
  const put = (part: Partial<SectionDraft>) =>
    change((d) => changeSection(d, index, (s) => ({ ...s, ...part })));
  const setKind = (next: 'rows' | LengthDraft['kind']) =>
    change((d) =>
      changeSection(d, index, ({ length: _, ...s }) => {
        const made = firstLength(next, s);
        return made ? { ...s, length: made } : s;
      }),
    );
  const set = (next: LengthDraft) => put({ length: next });
  const round = draft.construction === 'round';
  const panels = section.panels.map(({ id, name }) => [id, name] as const);
  const fits = sheet && index < sheet.plan.sections.length;
  return (
    <>
      <div className="schedule-fields">
        <Select
          label="Length"
          value={kind}
          options={
            [
              ['rows', round ? 'rounds' : 'rows'],
              ['repeats', 'repeats of a panel'],
              ['until', 'until it measures'],
            ] as const
          }
          onChange={setKind}
        />
        {kind === 'rows' && (
          <NumberInput
            label={round ? 'Rounds' : 'Rows'}
            value={section.rows}
            onChange={(rows) => put({ rows })}
          />
        )}
        {length?.kind === 'repeats' && (
          <>
            <NumberInput
              label="Times"
              value={length.repeats}
              onChange={(repeats) => set({ ...length, repeats })}
            />
            <Select
              label="Of panel"
              value={length.of}
              options={panels}
              onChange={(of) => set({ ...length, of })}
            />
          </>
        )}
        {length?.kind === 'until' && (
          <Until
            length={length}
            section={section}
            flat={draft.construction === 'flat'}
            units={units}
            set={set}
          />
        )}
        {kind === 'rows' && (
          <RowsForLength
            gauge={gauge}
            units={units}
            otherRows={fits ? sheet.rows - section.rows : null}
            line={lineOf(round)}
            take={(rows) => put({ rows })}
          />
        )}
      </div>
      {fits && kind === 'until' && <Ends sheet={sheet} index={index} />}
      {fits && kind !== 'until' && (
        <Fit sheet={sheet} index={index} take={kind === 'rows' ? (rows) => put({ rows }) : null} />
      )}
    </>
  );
}
