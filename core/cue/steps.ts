/** The stitches of a row as things to do, in working order, alike ones merged. */
import { columnsTaken, type LaidCell, type LaidRow } from '../chart/laid';
import { cellKey } from '../stitch/cells';
import { cellFromOtherSide } from '../stitch/looks';
import { runsOf, type Run } from '../stitch/runs';
import { cellForDirection, facedDirection, wordsOfCrossing, type Working } from '../stitch/working';
import type { Cell, Depth, Hold, Lean, Stitch } from '../stitch/types';

/** Columns of the row below that a step works, in working order by cell, right edge first inside a cell. */
type Where = { readonly columns: readonly number[] };
export type CrossingStep = Where & {
  readonly kind: 'crossing';
  readonly hold: Hold;
  readonly lean: Lean;
  readonly held: readonly Run[];
  readonly then: readonly Run[];
  readonly heldCount: number;
  readonly thenCount: number;
  /** A middle group, with its place seen from the knitter. */
  readonly centre?: { readonly runs: readonly Run[]; readonly count: number; readonly depth: Depth };
  /** Stitches on top and behind, seen from the RS. */
  readonly over: number;
  readonly under: number;
  /** Where the stitch before it has left the yarn; null where that cannot be said. */
  readonly yarn: Hold | null;
};
export type SpecialStep = Where & {
  readonly kind: 'special';
  /** An increase, decrease, bobble or bind-off, as seen from the side it is worked on, named for the way it is worked. */
  readonly cell: Cell;
  readonly count: number;
  /** Bound off at the end of a row, where the yarn does not go on: it is cut. */
  readonly cutsYarn?: true;
  /**
   * Bound off before something that wants its next stitch unworked, a crossing or a decrease: the last one is drawn over
   * the next stitch as it is. Otherwise the next stitch is worked, and counts with what comes.
   */
  readonly overUnworked?: true;
};
export type RunStep = Where & { readonly kind: 'run'; readonly run: Run };
export type Step = RunStep | SpecialStep | CrossingStep;

/** One cell of the row, in working order. */
export type Act = {
  readonly at: LaidCell;
  readonly step: Step;
  /** Equal for acts that are done alike. */
  readonly key: string;
};

/** Where a stitch leaves the yarn, and wants it. */
export const yarnFor = (stitch: Stitch): Hold =>
  stitch === 'knit' || stitch === 'knitTbl' || stitch === 'slipBehind' ? 'back' : 'front';

function crossingStep(
  cell: Extract<Cell, { kind: 'crossing' }>,
  columns: readonly number[],
  working: Working,
): CrossingStep {
  const words = wordsOfCrossing(cell, working);
  return {
    kind: 'crossing',
    columns,
    hold: words.hold,
    lean: cell.lean,
    held: runsOf(words.held),
    then: runsOf(words.then),
    heldCount: words.held.length,
    thenCount: words.then.length,
    ...(words.centre && {
      centre: {
        runs: runsOf(words.centre.stitches),
        count: words.centre.stitches.length,
        depth: words.centre.depth,
      },
    }),
    over: cell.over.length,
    under: cell.under.length,
    yarn: null,
  };
}

const keys = new WeakMap<Cell, string>();
function keyOf(cell: Cell): string {
  let key = keys.get(cell);
  if (key === undefined) keys.set(cell, (key = cellKey(cell)));
  return key;
}

function stepOf(row: LaidRow, at: LaidCell, working: Working): Step {
  const columns = columnsTaken(row, at);
  if (at.cell.kind === 'crossing') return crossingStep(at.cell, columns, working);
  const seen = working.side === 'RS' ? at.cell : cellFromOtherSide(at.cell);
  if (seen.kind === 'stitch') return { kind: 'run', columns, run: { stitch: seen.stitch, count: 1 } };
  return { kind: 'special', columns, cell: cellForDirection(seen, facedDirection(working)), count: 1 };
}

/** Cells that come in working order, one by one as things to do. No-stitch cells are skipped. */
export function actsOf(row: LaidRow, cells: readonly LaidCell[], working: Working): Act[] {
  return cells
    .filter(({ cell }) => cell.kind !== 'noStitch')
    .map((at) => ({ at, step: stepOf(row, at, working), key: keyOf(at.cell) }));
}

/** Where a step leaves the yarn; null where that depends on the knitter. */
function yarnAfter(step: Step): Hold | null {
  if (step.kind === 'run') return yarnFor(step.run.stitch);
  if (step.kind === 'crossing') return yarnFor((step.held[step.held.length - 1] as Run).stitch);
  return 'face' in step.cell ? yarnFor(step.cell.face) : null;
}

/** The acts of a whole row, each crossing told where the yarn is when she comes to it. */
export function withYarn(acts: readonly Act[]): Act[] {
  let yarn: Hold | null = null;
  return acts.map((act) => {
    const here = act.step.kind === 'crossing' ? { ...act, step: { ...act.step, yarn } } : act;
    yarn = yarnAfter(act.step);
    return here;
  });
}

/** Alike acts side by side, at least one, as one step. */
export const together = (acts: readonly Act[]): Step => {
  const { step } = acts[0] as Act;
  const columns: number[] = [];
  for (const act of acts) for (const column of act.step.columns) columns.push(column);
  if (step.kind === 'run')
    return { kind: 'run', columns, run: { stitch: step.run.stitch, count: acts.length } };
  return step.kind === 'special' ? { ...step, columns, count: acts.length } : step;
};

/** Alike acts side by side; crossings stay one by one. */
export function alikeActs(acts: readonly Act[]): (readonly Act[])[] {
  const groups: (readonly Act[])[] = [];
  let from = 0;
  for (let i = 1; i <= acts.length; i += 1) {
    const { key, step } = acts[from] as Act;
    if (step.kind !== 'crossing' && acts[i]?.key === key) continue;
    groups.push(acts.slice(from, i));
    from = i;
  }
  return groups;
}

/** Alike acts side by side merged. */
export const mergeActs = (acts: readonly Act[]): Step[] => alikeActs(acts).map(together);

/** The steps for some cells of a row, which come from the right edge. */
export const stepsOf = (row: LaidRow, cells: readonly LaidCell[], working: Working): Step[] =>
  mergeActs(actsOf(row, working.direction === 'rightToLeft' ? cells : cells.toReversed(), working));
