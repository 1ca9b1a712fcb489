/**
 * The ways to work a crossing, as moves of two needles: with a cable needle or a marker that holds a group, by putting
 * the stitches in order first, by slipping and reaching back, by working the second stitch first, by letting a group hang.
 * Common practice, no published source. Needles are named by what they do (`feeding` holds what is still to be worked,
 * `taking` what has been), so that one table serves either hand. `where` and `passing` are as seen by the knitter.
 */
import type { Run } from '../stitch/runs';
import type { Depth, Face, Hold, Stitch } from '../stitch/types';
import type { CrossingStep } from './steps';

export const WAYS = ['cableNeedle', 'marker', 'reorder', 'slipBack', 'secondFirst', 'hangFree'] as const;
export type Way = (typeof WAYS)[number];

/** What holds a group that waits. */
export type Holder = 'cableNeedle' | 'secondNeedle' | 'marker' | 'secondMarker' | 'air';
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
  /** Worked while it still stays on the needle. */
  | { readonly do: 'workSecond'; readonly run: Run; readonly passing: Hold }
  | { readonly do: 'dropBoth' };

const OTHER: Readonly<Record<Hold, Hold>> = { front: 'back', back: 'front' };

const faceOf = (stitch: Stitch): Face | null =>
  stitch.startsWith('slip') ? null : stitch === 'knit' || stitch === 'knitTbl' ? 'knit' : 'purl';
const yarnFor = (face: Face): Hold => (face === 'knit' ? 'back' : 'front');

/** Yarn moves between knits and purls, wherever they are: the usual slip in knit over purl. */
function withYarn(moves: readonly Move[]): Move[] {
  let yarn: Hold | null = null;
  return moves.flatMap((move): Move[] => {
    if (move.do !== 'work' && move.do !== 'workSecond') return [move];
    const face = faceOf(move.run.stitch);
    const to = face && yarnFor(face);
    const moved = to !== null && yarn !== null && yarn !== to;
    yarn = to ?? yarn;
    return moved ? [{ do: 'yarn', to: to as Hold }, move] : [move];
  });
}

const slipped = (runs: readonly Run[]) => runs.some(({ stitch }) => faceOf(stitch) === null);

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

const works = (runs: readonly Run[], from: 'feeding' | Holder): Move[] =>
  runs.map((run) => ({ do: 'work', run, from }));

const HOLDERS = {
  cableNeedle: ['cableNeedle', 'secondNeedle'],
  marker: ['marker', 'secondMarker'],
  hangFree: ['air', 'air'],
} as const;

/** Off a cable needle the held group is worked as it waits; off anything else it goes back first. */
function byHolding(step: CrossingStep, way: 'cableNeedle' | 'marker' | 'hangFree'): Move[] {
  const { hold, heldCount, held, then, centre } = step;
  const [on, second] = HOLDERS[way];
  const group = (runs: readonly Run[], count: number, from: Holder): Move[] =>
    way === 'cableNeedle' ? works(runs, from) : [{ do: 'putBack', count, from }, ...works(runs, 'feeding')];
  return [
    { do: 'hold', count: heldCount, where: hold, on },
    ...(centre ? [{ do: 'hold', count: centre.count, where: centre.depth, on: second } satisfies Move] : []),
    ...works(then, 'feeding'),
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
        ...works(then, 'feeding'),
        ...works(held, 'feeding'),
      ];
    case 'slipBack':
      return [
        { do: 'slip', count: heldCount },
        ...works(then, 'feeding'),
        { do: 'reachBack', count: heldCount, where: hold },
        { do: 'slideOut', waiting: heldCount, worked: thenCount },
        ...works(held, 'feeding'),
      ];
    case 'secondFirst':
      return [
        { do: 'workSecond', run: then[0] as Run, passing: OTHER[hold] },
        ...works(held, 'feeding'),
        { do: 'dropBoth' },
      ];
  }
}

/** Moves in order; the way is taken as it is, see {@link wayFor}. */
export const movesOf = (step: CrossingStep, way: Way): Move[] => withYarn(movesFor(step, way));
