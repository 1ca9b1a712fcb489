/** The stitches of a row as things to do, in working order, alike ones merged, with a crossing's motions. */
import { columnsTaken, type LaidCell, type LaidRow } from '../chart/laid';
import { cellKey } from '../stitch/cells';
import { cellFromOtherSide } from '../stitch/looks';
import { runsOf, type Run } from '../stitch/runs';
import { cellForHand, wordsOfCrossing, type Working } from '../stitch/working';
import type { Cell, Depth, Face, Hand, Hold, Lean, Stitch } from '../stitch/types';

export type Motion =
  | { readonly do: 'hold'; readonly count: number; readonly where: Hold }
  /** The centre, on a needle of its own, seen from the knitter. */
  | { readonly do: 'holdCentre'; readonly count: number; readonly where: Depth }
  | { readonly do: 'yarn'; readonly to: Hold }
  | { readonly do: 'work'; readonly run: Run; readonly from: 'leftNeedle' | 'cableNeedle' | 'secondNeedle' };

/** Columns of the row below that a step works, right edge first. */
type Where = { readonly columns: readonly number[] };
export type CrossingStep = Where & {
  readonly kind: 'crossing';
  readonly hold: Hold;
  readonly lean: Lean;
  readonly held: readonly Run[];
  readonly then: readonly Run[];
  readonly heldCount: number;
  readonly thenCount: number;
  /** Stitches on top and behind, seen from the RS. */
  readonly over: number;
  readonly under: number;
  readonly motions: readonly Motion[];
};
export type Step =
  | (Where & { readonly kind: 'run'; readonly run: Run })
  /** An increase, decrease or bobble, as seen from the side it is worked on; leans are already the hand's. */
  | (Where & { readonly kind: 'special'; readonly cell: Cell; readonly count: number })
  | CrossingStep;

const faceOf = (stitch: Stitch): Face | null =>
  stitch.startsWith('slip') ? null : stitch === 'knit' || stitch === 'knitTbl' ? 'knit' : 'purl';
const yarnFor = (face: Face): Hold => (face === 'knit' ? 'back' : 'front');

/** The motions with a cable needle, with the yarn moves between its groups: the usual slip in knit over purl. */
function motionsOf(words: ReturnType<typeof wordsOfCrossing>): Motion[] {
  const motions: Motion[] = [{ do: 'hold', count: words.held.length, where: words.hold }];
  if (words.centre)
    motions.push({ do: 'holdCentre', count: words.centre.stitches.length, where: words.centre.depth });
  let yarn: Hold | null = null;
  const work = (stitches: readonly Stitch[], from: 'leftNeedle' | 'cableNeedle' | 'secondNeedle') => {
    for (const run of runsOf(stitches)) {
      const face = faceOf(run.stitch);
      if (face && yarn !== null && yarn !== yarnFor(face)) motions.push({ do: 'yarn', to: yarnFor(face) });
      if (face) yarn = yarnFor(face);
      motions.push({ do: 'work', run, from });
    }
  };
  work(words.then, 'leftNeedle');
  if (words.centre) work(words.centre.stitches, 'secondNeedle');
  work(words.held, 'cableNeedle');
  return motions;
}

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
    over: cell.over.length,
    under: cell.under.length,
    motions: motionsOf(words),
  };
}

/** Alike cells side by side, still growing. */
type Open = { readonly seen: Cell; readonly columns: number[]; count: number };

const alike = (a: Cell, b: Cell) =>
  a.kind === 'stitch' && b.kind === 'stitch' ? a.stitch === b.stitch : cellKey(a) === cellKey(b);

function closed({ seen, columns, count }: Open, hand: Hand): Step {
  if (seen.kind === 'stitch') return { kind: 'run', run: { stitch: seen.stitch, count }, columns };
  return { kind: 'special', cell: cellForHand(seen, hand), count, columns };
}

/** The steps for some cells of a row. No-stitch cells are skipped. */
export function stepsOf(row: LaidRow, cells: readonly LaidCell[], working: Working, hand: Hand): Step[] {
  const steps: Step[] = [];
  let open: Open | null = null;
  const close = () => {
    if (open) steps.push(closed(open, hand));
    open = null;
  };
  const grow = (seen: Cell, columns: readonly number[]) => {
    if (open && !alike(open.seen, seen)) close();
    open ??= { seen, columns: [], count: 0 };
    open.columns.push(...columns);
    open.count += 1;
  };
  const inOrder = working.direction === 'rightToLeft' ? cells : [...cells].reverse();
  for (const at of inOrder) {
    if (at.cell.kind === 'noStitch') continue;
    const columns = columnsTaken(row, at);
    const seen = working.side === 'RS' ? at.cell : cellFromOtherSide(at.cell);
    if (at.cell.kind === 'crossing') {
      close();
      steps.push(crossingStep(at.cell, columns, working));
    } else grow(seen, columns);
  }
  close();
  return steps;
}
