/**
 * The ways to work a crossing, as moves of two needles: with a cable needle or a marker that holds a group, by putting
 * the stitches in order first, by slipping and reaching back, by working the second stitch first, by letting a group hang.
 * Common practice, no published source. Needles are named by what they do (`feeding` holds what is still to be worked,
 * `taking` what has been), so that one table serves either hand. `where` and `passing` are as seen by the knitter.
 */
import { isSlip } from '../stitch/looks';
import type { Run } from '../stitch/runs';
import type { Depth, Hold } from '../stitch/types';
import { yarnFor, type CrossingStep } from './steps';

export const WAYS = ['cableNeedle', 'marker', 'reorder', 'slipBack', 'secondFirst', 'hangFree'] as const;
export type Way = (typeof WAYS)[number];

/** What holds a group that waits. */
export type Holder = 'cableNeedle' | 'secondNeedle' | 'marker' | 'secondMarker' | 'air' | 'secondAir';
export type Move =
  | { readonly do: 'hold'; readonly count: number; readonly where: Depth | Hold; readonly on: Holder }
  | { readonly do: 'work'; readonly run: Run; readonly from: 'feeding' | Holder }
  | { readonly do: 'yarn'; readonly to: Hold }
  /** A waiting group goes back to the feeding needle. */
  | { readonly do: 'putBack'; readonly count: number; readonly from: Holder }
  /** The taking needle goes into the far group, passing the near one, and both leave the feeding needle. */
  | { readonly do: 'takeFar'; readonly count: number; readonly passing: Hold; readonly free: number }
  /** The feeding needle catches the near group where it hangs. */
  | { readonly do: 'catchNear'; readonly count: number; readonly where: Hold }
  /** The far group goes from the taking needle back to the feeding one: now in crossed order. */
  | { readonly do: 'putFarBack'; readonly count: number }
  | { readonly do: 'slip'; readonly count: number }
  /** The feeding needle reaches into the group that waits on the taking one. */
  | { readonly do: 'reachBack'; readonly count: number; readonly where: Hold }
  /** Pinched, the taking needle slides out of both groups; the worked one is caught again. */
  | { readonly do: 'slideOut'; readonly waiting: number; readonly worked: number }
  /** Worked while both still stay on the needle: the second stitch, then the first. */
  | { readonly do: 'workSecond'; readonly run: Run; readonly passing: Hold }
  | { readonly do: 'workFirst'; readonly run: Run }
  | { readonly do: 'dropBoth' };

const OTHER: Readonly<Record<Hold, Hold>> = { front: 'back', back: 'front' };

type WorkMove = Extract<Move, { readonly run: Run }>;
const isWork = (move: Move): move is WorkMove => 'run' in move;

/**
 * Yarn moves between knits, purls and slips, wherever they are: the usual slip in knit over purl. What the first group
 * needs is seen to before the crossing begins, while nothing hangs in the way.
 */
function withYarn(moves: readonly Move[], before: Hold | null): Move[] {
  const first = moves.find(isWork);
  const needs = first ? yarnFor(first.run.stitch) : null;
  let yarn = needs;
  const told = moves.flatMap((move): Move[] => {
    if (!isWork(move)) return [move];
    const to = yarnFor(move.run.stitch);
    const moved = yarn !== to;
    yarn = to;
    return moved ? [{ do: 'yarn', to }, move] : [move];
  });
  return needs && before && needs !== before ? [{ do: 'yarn', to: needs }, ...told] : told;
}

const slipped = (runs: readonly Run[]) => runs.some(({ stitch }) => isSlip(stitch));

/** Whether a way can make this crossing at all. */
export function canWork(step: CrossingStep, way: Way): boolean {
  const { heldCount, thenCount, centre, held, then } = step;
  if (way === 'secondFirst')
    return heldCount === 1 && thenCount === 1 && !centre && !slipped([...held, ...then]);
  if (way === 'reorder' || way === 'slipBack') return !centre;
  return true;
}

/** The way wished for, or a cable needle where that cannot be. */
export const wayFor = (step: CrossingStep, wished: Way): Way =>
  canWork(step, wished) ? wished : 'cableNeedle';

const workAll = (runs: readonly Run[], from: 'feeding' | Holder): Move[] =>
  runs.map((run) => ({ do: 'work', run, from }));

const HOLDERS = {
  cableNeedle: ['cableNeedle', 'secondNeedle'],
  marker: ['marker', 'secondMarker'],
  hangFree: ['air', 'secondAir'],
} as const;

/** Off a cable needle the held group is worked as it waits; off anything else it goes back first. */
function byHolding(step: CrossingStep, way: 'cableNeedle' | 'marker' | 'hangFree'): Move[] {
  const { hold, heldCount, held, then, centre } = step;
  const [on, second] = HOLDERS[way];
  const group = (runs: readonly Run[], count: number, from: Holder): Move[] =>
    way === 'cableNeedle'
      ? workAll(runs, from)
      : [{ do: 'putBack', count, from }, ...workAll(runs, 'feeding')];
  return [
    { do: 'hold', count: heldCount, where: hold, on },
    ...(centre ? [{ do: 'hold', count: centre.count, where: centre.depth, on: second } satisfies Move] : []),
    ...workAll(then, 'feeding'),
    ...(centre ? group(centre.runs, centre.count, second) : []),
    ...group(held, heldCount, on),
  ];
}

function movesFor(step: CrossingStep, way: Way): Move[] {
  const { hold, heldCount, thenCount, held, then } = step;
  switch (way) {
    case 'cableNeedle':
    case 'marker':
    case 'hangFree':
      return byHolding(step, way);
    case 'reorder':
      return [
        { do: 'takeFar', count: thenCount, passing: OTHER[hold], free: heldCount },
        { do: 'catchNear', count: heldCount, where: hold },
        { do: 'putFarBack', count: thenCount },
        ...workAll(then, 'feeding'),
        ...workAll(held, 'feeding'),
      ];
    case 'slipBack':
      return [
        { do: 'slip', count: heldCount },
        ...workAll(then, 'feeding'),
        { do: 'reachBack', count: heldCount, where: hold },
        { do: 'slideOut', waiting: heldCount, worked: thenCount },
        ...workAll(held, 'feeding'),
      ];
    case 'secondFirst':
      return [
        { do: 'workSecond', run: then[0] as Run, passing: OTHER[hold] },
        { do: 'workFirst', run: held[0] as Run },
        { do: 'dropBoth' },
      ];
  }
}

/** Moves in order; the way is taken as it is, see {@link wayFor}. */
export const movesOf = (step: CrossingStep, way: Way): Move[] => withYarn(movesFor(step, way), step.yarn);
