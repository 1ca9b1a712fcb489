/**
 * From the picture to the hands: which group is met first, which is held, and where. One rule serves either
 * side, either hand and either direction: seen from where the knitter sits, a held group that must end up
 * nearer to her is held in front, one that must end up farther off is held at the back.
 */
import { crossingFromOtherSide } from './looks';
import type { Cell, Crossing, Depth, Direction, Hand, Hold, Side, Stitch } from './types';

/** How a row is worked: the side that faces the knitter and the way the columns are met, seen from the RS. */
export type Working = { readonly side: Side; readonly direction: Direction };

const OPPOSITE: Record<Direction, Direction> = {
  rightToLeft: 'leftToRight',
  leftToRight: 'rightToLeft',
};
export const oppositeDirection = (direction: Direction) => OPPOSITE[direction];

/** Right-handed knitters meet RS rows from the right; the other side or the other hand turns it about. */
export function directionOf(side: Side, hand: Hand): Direction {
  return (side === 'RS') === (hand === 'right') ? 'rightToLeft' : 'leftToRight';
}

/** The direction as the knitter sees it from the side that faces her. */
export const facedDirection = (working: Working): Direction =>
  working.side === 'RS' ? working.direction : OPPOSITE[working.direction];

/** A crossing in words: groups in working order, faces as worked, `then` is worked before the held group. */
export type CrossingWords = {
  readonly hold: Hold;
  readonly held: readonly Stitch[];
  /** Seen from the knitter: nearest to her (above), between the two groups, or farthest (below). */
  readonly centre?: { readonly stitches: readonly Stitch[]; readonly depth: Depth };
  readonly then: readonly Stitch[];
};

const firstMetIsOver = (crossing: Crossing, faced: Direction) =>
  (crossing.lean === 'left') === (faced === 'rightToLeft');

/** Where the first group met is held. */
export function holdOf(crossing: Crossing, working: Working): Hold {
  const firstMetOver = firstMetIsOver(crossing, working.direction);
  return firstMetOver === (working.side === 'RS') ? 'front' : 'back';
}

const inOrder = (group: readonly Stitch[], faced: Direction) =>
  faced === 'rightToLeft' ? [...group] : [...group].reverse();

export function wordsOfCrossing(crossing: Crossing, working: Working): CrossingWords {
  const seen = working.side === 'RS' ? crossing : crossingFromOtherSide(crossing);
  const faced = facedDirection(working);
  const near = inOrder(seen.over, faced);
  const far = inOrder(seen.under, faced);
  const nearFirst = firstMetIsOver(seen, faced);
  return {
    hold: nearFirst ? 'front' : 'back',
    held: nearFirst ? near : far,
    ...(seen.centre && {
      centre: { stitches: inOrder(seen.centre.stitches, faced), depth: seen.centre.depth },
    }),
    then: nearFirst ? far : near,
  };
}

/** The inverse of {@link wordsOfCrossing}: what the words leave on the fabric, seen from the RS. */
export function crossingOfWords(words: CrossingWords, working: Working): Crossing {
  const faced = facedDirection(working);
  const held = inOrder(words.held, faced);
  const then = inOrder(words.then, faced);
  const heldIsNear = words.hold === 'front';
  const seen: Crossing = {
    kind: 'crossing',
    lean: heldIsNear === (faced === 'rightToLeft') ? 'left' : 'right',
    over: heldIsNear ? held : then,
    under: heldIsNear ? then : held,
    ...(words.centre && {
      centre: { stitches: inOrder(words.centre.stitches, faced), depth: words.centre.depth },
    }),
  };
  return working.side === 'RS' ? seen : crossingFromOtherSide(seen);
}

/**
 * k2tog and ssk (make 1 left and right alike) trade leans with the direction of work: left-handed, or in an unturned
 * row that runs left to right, a lean is made with the mirror image of the usual stitch. Its own inverse.
 * @param faced the direction as the knitter sees it; see {@link facedDirection}
 */
export function cellForDirection(cell: Cell, faced: Direction): Cell {
  const leans = cell.kind === 'decrease' || (cell.kind === 'increase' && cell.how === 'make');
  if (faced === 'rightToLeft' || !leans || cell.lean === 'centre') return cell;
  return { ...cell, lean: cell.lean === 'left' ? 'right' : 'left' } as Cell;
}
