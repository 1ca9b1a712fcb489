/** The stitches of a row as things to do, in working order, alike ones merged. */
import { columnsTaken, type LaidCell, type LaidRow } from '../chart/laid';
import { cellKey } from '../stitch/cells';
import { cellFromOtherSide } from '../stitch/looks';
import { runsOf, type Run } from '../stitch/runs';
import { cellForHand, wordsOfCrossing, type Working } from '../stitch/working';
import type { Cell, Depth, Hand, Hold, Lean } from '../stitch/types';

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
  /** A middle group, with its place seen from the knitter. */
  readonly centre?: { readonly runs: readonly Run[]; readonly count: number; readonly depth: Depth };
  /** Stitches on top and behind, seen from the RS. */
  readonly over: number;
  readonly under: number;
};
export type Step =
  | (Where & { readonly kind: 'run'; readonly run: Run })
  /** An increase, decrease or bobble, as seen from the side it is worked on; leans are already the hand's. */
  | (Where & { readonly kind: 'special'; readonly cell: Cell; readonly count: number })
  | CrossingStep;

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
