/** Shaping of a section: any number of schedules side by side, each said as a sentence. */
import { Plus, Trash2 } from 'lucide-react';
import type { DraftProblem, PieceDraft, SectionDraft } from '@core/draft/draft';
import type { ShapingDraft } from '@core/draft/shaping-draft';
import type { Units } from '@core/plan/units';
import type { Hand } from '@core/stitch/types';
import { planWords } from '~/messages/plan';
import { MeasureInput, NumberInput, Problems, Select, Tick } from '~/ui/inputs';
import { changeSection, nextShaping } from './draft-state';
import type { Change } from './making';

const PLACES = [
  ['bothEdges', 'at both edges'],
  ['rightEdge', 'at the right edge'],
  ['leftEdge', 'at the left edge'],
  ['wale', 'inside, at a stitch'],
] as const;
const DEEDS = [
  ['decrease', 'decrease 1'],
  ['decrease2', 'decrease 2'],
  ['make', 'make 1'],
  ['yarnOver', 'yarn over'],
  ['bindOff', 'bind off'],
] as const;
const LEANS = [
  ['natural', 'with the edge'],
  ['left', 'to the left'],
  ['right', 'to the right'],
] as const;

function Phases({ shaping, set }: { shaping: ShapingDraft; set: (change: Partial<ShapingDraft>) => void }) {
  const { phases } = shaping;
  const change = (index: number, part: Partial<ShapingDraft['phases'][number]>) =>
    set({ phases: phases.map((phase, i) => (i === index ? { ...phase, ...part } : phase)) });
  return (
    <>
      {phases.map(({ every, times }, i) => (
        <div key={i} className="phase">
          <span className="phase-then">{i === 0 ? 'every' : 'then every'}</span>
          <NumberInput label="rows" value={every} onChange={(rows) => change(i, { every: rows })} />
          <NumberInput label="times" value={times} onChange={(often) => change(i, { times: often })} />
          {phases.length > 1 && (
            <button
              type="button"
              className="quiet-button"
              aria-label="Take this step away"
              onClick={() => set({ phases: phases.filter((_, n) => n !== i) })}
            >
              <Trash2 aria-hidden="true" size={20} />
            </button>
          )}
        </div>
      ))}
      <button
        type="button"
        className="quiet-button"
        onClick={() => set({ phases: [...phases, { every: 2, times: 2 }] })}
      >
        <Plus aria-hidden="true" size={20} /> then
      </button>
    </>
  );
}

function Where({
  shaping,
  set,
  units,
}: {
  shaping: ShapingDraft;
  set: (change: Partial<ShapingDraft>) => void;
  units: Units;
}) {
  const { from } = shaping;
  return (
    <>
      <Select label="Where" value={shaping.at} options={PLACES} onChange={(at) => set({ at })} />
      {shaping.at === 'wale' ? (
        <>
          <NumberInput
            label="Stitch from the right"
            value={shaping.wale}
            onChange={(wale) => set({ wale })}
            wide
          />
          <Select
            label="Stitches go"
            value={shaping.towards}
            options={
              [
                ['left', 'on its left'],
                ['right', 'on its right'],
              ] as const
            }
            onChange={(towards) => set({ towards })}
          />
        </>
      ) : (
        shaping.does !== 'bindOff' && (
          <NumberInput
            label="Stitches outside"
            value={shaping.inset}
            onChange={(inset) => set({ inset })}
            wide
          />
        )
      )}
      <Select
        label="First"
        value={'row' in from ? 'row' : 'cm'}
        options={
          [
            ['row', 'in row'],
            ['cm', 'from a length of'],
          ] as const
        }
        onChange={(kind) => set({ from: kind === 'row' ? { row: 1 } : { cm: 10 } })}
      />
      {'row' in from ? (
        <NumberInput
          label="Row of the section"
          value={from.row}
          onChange={(row) => set({ from: { row } })}
          wide
        />
      ) : (
        <MeasureInput
          label="Length"
          cm={from.cm}
          units={units}
          onChange={(cm) => set({ from: { cm: cm ?? Number.NaN } })}
        />
      )}
    </>
  );
}

function Schedule({
  shaping,
  set,
  remove,
  problems,
  units,
  doubt,
}: {
  shaping: ShapingDraft;
  set: (change: Partial<ShapingDraft>) => void;
  remove: () => void;
  problems: readonly DraftProblem[];
  units: Units;
  doubt: string | null;
}) {
  const deed = (does: ShapingDraft['does']) =>
    set({
      does,
      ...(does === 'bindOff' && { inset: 0, at: shaping.at === 'wale' ? 'bothEdges' : shaping.at }),
    });
  return (
    <fieldset className="schedule" data-wrong={problems.length > 0}>
      <legend className="sr-only">Shaping</legend>
      <div className="schedule-fields">
        <Select label="Do" value={shaping.does} options={DEEDS} onChange={deed} />
        {shaping.does === 'bindOff' && (
          <NumberInput label="Stitches" value={shaping.stitches} onChange={(stitches) => set({ stitches })} />
        )}
        <Where shaping={shaping} set={set} units={units} />
        {shaping.does !== 'bindOff' && shaping.does !== 'yarnOver' && (
          <Select label="Leaning" value={shaping.lean} options={LEANS} onChange={(lean) => set({ lean })} />
        )}
        <button
          type="button"
          className="quiet-button ml-auto"
          aria-label="Take this shaping away"
          onClick={remove}
        >
          <Trash2 aria-hidden="true" size={22} />
        </button>
      </div>
      <div className="schedule-fields">
        <Phases shaping={shaping} set={set} />
      </div>
      <Problems words={problems.map(planWords)} />
      {doubt && <p className="doubt">{doubt}</p>}
    </fieldset>
  );
}

/** Stitches are bound off where a row begins: which edge that is depends on the side and on the hand. */
function bindOffDoubt(
  { does, at, from }: ShapingDraft,
  flat: boolean,
  firstIsRS: boolean,
  hand: Hand,
): string | null {
  if (does !== 'bindOff' || !flat || !('row' in from) || at === 'wale') return null;
  const isRS = (from.row % 2 === 1) === firstIsRS;
  const begins = isRS === (hand === 'right') ? 'right' : 'left';
  if (at === 'bothEdges') return begins === 'right' ? null : 'Both edges are bound off in two rows, the right edge first: begin in a row that starts at the right edge, one row earlier or later.'; // prettier-ignore
  if (at === `${begins}Edge`) return null;
  return `Stitches are bound off where a row begins; row ${from.row} begins at the ${begins} edge. Take a row earlier or later.`;
}

export function ShapingEditor({
  section,
  index,
  problems,
  change,
  units,
  flat,
  firstIsRS,
  hand,
}: {
  section: SectionDraft;
  index: number;
  problems: readonly DraftProblem[];
  change: Change;
  units: Units;
  flat: boolean;
  /** Whether the section's first row is a right-side row. */
  firstIsRS: boolean;
  hand: Hand;
}) {
  const all = section.shaping ?? [];
  const put = (shaping: readonly ShapingDraft[]) =>
    change((d: PieceDraft) => changeSection(d, index, (s) => ({ ...s, shaping })));
  const set = (i: number) => (part: Partial<ShapingDraft>) =>
    put(all.map((one, n) => (n === i ? { ...one, ...part } : one)));
  const of = (i: number) => problems.filter((p) => 'shaping' in p && p.shaping === i);
  return (
    <div className="mt-3">
      {all.map((shaping, i) => (
        <Schedule
          key={shaping.id}
          shaping={shaping}
          set={set(i)}
          remove={() => put(all.filter((_, n) => n !== i))}
          problems={of(i)}
          units={units}
          doubt={bindOffDoubt(shaping, flat, firstIsRS, hand)}
        />
      ))}
      <div className="flex flex-wrap items-center gap-x-6">
        <button
          type="button"
          className="plain-button mt-3"
          onClick={() =>
            change((d) =>
              changeSection(d, index, (s) => ({ ...s, shaping: [...(s.shaping ?? []), nextShaping(d)] })),
            )
          }
        >
          <Plus aria-hidden="true" size={20} /> Shape this section
        </button>
        {all.length > 0 && (
          <Select
            label="A crossing that lacks stitches is worked"
            value={section.lacking ?? 'plain'}
            options={
              [
                ['plain', 'plain'],
                ['smaller', 'smaller, with those it has'],
              ] as const
            }
            onChange={(lacking) => change((d) => changeSection(d, index, (s) => ({ ...s, lacking })))}
          />
        )}
        {index > 0 && (
          <Tick
            label="goes on in the shape of the section before"
            checked={section.keepsShape ?? false}
            onChange={(keepsShape) => change((d) => changeSection(d, index, (s) => ({ ...s, keepsShape })))}
          />
        )}
      </div>
    </div>
  );
}
