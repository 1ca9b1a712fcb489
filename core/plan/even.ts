/**
 * Increases and decreases spread over a row. A place is the number of stitches of the row below, from the right edge,
 * that lie before it. Even places stand in the middle of equal parts on a line (half a part is left at each edge), and
 * at the end of equal parts in the round (64 to 80: one after every 4). Where a place would fall into a coming
 * crossing, all of them are chosen anew so that together they stay as near to the even places as can be.
 */
import { err, ok, type Result } from '../result';
import type { Lean } from '../stitch/types';

export type Spread = {
  /** Stitches of the row below. */
  readonly stitches: number;
  readonly times: number;
  readonly round: boolean;
  /** Whether the stitch that is made may lie at a column (from the right) of the row above. */
  readonly allows?: (column: number) => boolean;
};

export type SpreadProblem =
  | { readonly code: 'spread-not-sound'; readonly most: number }
  /** One stitch can be made in each gap between two stitches. */
  | { readonly code: 'more-than-gaps'; readonly times: number; readonly gaps: number }
  /** So many would fit if coming crossings are left whole. */
  | { readonly code: 'crossings-in-the-way'; readonly times: number; readonly fit: number };

export const MOST_SPREAD = 2_000;

const evenPlaces = ({ stitches, times, round }: Spread) =>
  Array.from({ length: times }, (_, i) => ((i + (round ? 1 : 0.5)) * stitches) / times);

/** The kind of act: how far two of them must lie apart, the last possible place, and the first. */
type Reach = { readonly apart: number; readonly first: number; readonly last: number };

/** A tie goes to the place that lies nearer to the middle, so that both halves mirror each other. */
const costOf = (place: number, even: number, middle: number) =>
  (place - even) ** 2 + Math.abs(place - middle) * 1e-7;

/** The cheapest increasing places, by dynamic programming over acts and places; null if they do not fit. */
function choose(spread: Spread, even: readonly number[], reach: Reach, middle: number): number[] | null {
  const { apart, first, last } = reach;
  const width = last - first + 1;
  let best = new Float64Array(Math.max(0, width)).fill(0);
  const from: Int32Array[] = [];
  for (let i = 0; i < even.length; i += 1) {
    const cost = new Float64Array(width).fill(Infinity);
    const came = new Int32Array(width).fill(-1);
    let cheapest = -1;
    for (let at = 0; at < width; at += 1) {
      const before = at - apart;
      if (i > 0 && before >= 0 && (cheapest < 0 || (best[before] as number) <= (best[cheapest] as number))) cheapest = before; // prettier-ignore
      const base = i === 0 ? 0 : cheapest < 0 ? Infinity : (best[cheapest] as number);
      const place = first + at;
      if (base === Infinity || spread.allows?.(place + i) === false) continue;
      cost[at] = base + costOf(place, even[i] as number, middle);
      came[at] = cheapest;
    }
    best = cost;
    from.push(came);
  }
  let at = best.reduce((low, value, i) => (value < (best[low] ?? Infinity) ? i : low), 0);
  if (!(best[at] as number < Infinity)) return null; // prettier-ignore
  const places: number[] = [];
  for (let i = even.length - 1; i >= 0; i -= 1) {
    places.push(first + at);
    at = (from[i] as Int32Array)[at] as number;
  }
  return places.reverse();
}

/** As many as fit: the greedy choice from the right is as good as any. */
function mostThatFit(spread: Spread, { apart, first, last }: Reach): number {
  let count = 0;
  for (let place = first; place <= last;) {
    const fits = spread.allows?.(place + count) !== false;
    if (fits) count += 1;
    place += fits ? apart : 1;
  }
  return count;
}

function spreadWith(spread: Spread, reach: Reach, even: readonly number[]): Result<number[], SpreadProblem> {
  const { stitches, times } = spread;
  const sound = [stitches, times].every((n) => Number.isInteger(n) && n >= 1 && n <= MOST_SPREAD);
  if (!sound) return err({ code: 'spread-not-sound', most: MOST_SPREAD });
  const gaps = Math.max(0, Math.ceil((reach.last - reach.first + 1) / reach.apart));
  if (times > gaps) return err({ code: 'more-than-gaps', times, gaps });
  const places = choose(spread, even, reach, stitches / 2);
  return places ? ok(places) : err({ code: 'crossings-in-the-way', times, fit: mostThatFit(spread, reach) });
}

/** Places of increases that are made from the strand between two stitches. */
export function spreadIncreases(spread: Spread): Result<number[], SpreadProblem> {
  const last = spread.round ? spread.stitches : spread.stitches - 1;
  return spreadWith(spread, { apart: 1, first: 1, last }, evenPlaces(spread));
}

/** Places of decreases: each works the two stitches from its place on together. */
export function spreadDecreases(spread: Omit<Spread, 'allows'>): Result<number[], SpreadProblem> {
  // The two lie around the even place in flat work; in the round they close a part.
  const even = evenPlaces(spread).map((place) => place - (spread.round ? 2 : 1));
  return spreadWith(spread, { apart: 2, first: 0, last: spread.stitches - 2 }, even);
}

export const SPREAD_LEANS = ['left', 'right', 'mirrored'] as const;
export type SpreadLean = (typeof SPREAD_LEANS)[number];

/** The lean of each act; mirrored ones lean towards the edge that is nearer. */
export const leansOf = (places: readonly number[], stitches: number, lean: SpreadLean): Lean[] =>
  places.map((place) => (lean !== 'mirrored' ? lean : place <= stitches / 2 ? 'right' : 'left'));
