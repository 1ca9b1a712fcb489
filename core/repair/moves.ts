/**
 * What the hands do in a repair, one thing after the other. The right side faces the knitter but where a move says
 * otherwise, and counts run in the order in which she meets the stitches. What is printed is printed from these moves.
 */
import type { Step } from '../cue/steps';
import type { Side } from '../stitch/types';

/** So many loops are passed; the next `undone` are pulled out, which leaves `caught` of the row below. */
export type RavelPart = { readonly pass: number; readonly undone: number; readonly caught: number };

export type StrandMove = {
  readonly do: 'strand';
  /** From the lowest of its ladder, 1-based. */
  readonly number: number;
  readonly row: number;
  /** The side that faces her. */
  readonly side: Side;
  /** Loops of the ladder that come first and are not worked: higher stitches, or those of another strand. */
  readonly pass: number;
  readonly steps: readonly Step[];
  /** Loops that it leaves. */
  readonly gives: number;
};

export type RepairMove =
  /** Of the row that is in hand by then: so many stitches on, or back. */
  | { readonly do: 'workOn'; readonly row: number; readonly count: number }
  | { readonly do: 'unpick'; readonly row: number; readonly count: number }
  /** The row in hand to its end, and, where work is turned, turn. */
  | { readonly do: 'finishRow'; readonly row: number }
  /** The other side to the front. */
  | { readonly do: 'turnWork' }
  | { readonly do: 'parkYarn' }
  | { readonly do: 'takeUpYarn' }
  /** Unworked, to the needle that takes what is worked or back to the one that feeds. */
  | { readonly do: 'slip'; readonly count: number; readonly to: 'taking' | 'feeding' }
  /** Off the feeding needle, to a spare one. */
  | { readonly do: 'slipOff'; readonly count: number }
  | { readonly do: 'ravel'; readonly row: number; readonly parts: readonly RavelPart[] }
  | StrandMove
  /** Every stitch of its row was slipped: nothing is worked with it. */
  | { readonly do: 'float'; readonly number: number; readonly row: number }
  /** All of the ladder's stitches back to the start of its needle, the same side facing. */
  | { readonly do: 'slide' }
  /** The other side to the front, to work the next strand from there. */
  | { readonly do: 'turnLadder' }
  /** The ladder's stitches onto the feeding needle. */
  | { readonly do: 'putBack'; readonly count: number };
