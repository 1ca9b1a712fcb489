/**
 * What somebody says of a track that she looks at, brought to one view: from the lowest crossing up, the right side facing.
 * A lean is the same from either side and upside down; a mirror turns it about.
 */
import { err, ok, type Result } from '../result';
import type { Side } from '../stitch/types';

export const SEEN = ['left', 'right', 'none', 'unsure'] as const;
/** How a crossing lies: its lean, no crossing where one is looked for, or nobody can tell. */
export type Seen = (typeof SEEN)[number];

export type Sight = {
  readonly seen: Seen;
  /** The row it lies in; null where that was not said. */
  readonly row: number | null;
};

/** How the piece lies before her. */
export type View = {
  readonly side: Side;
  /** The needle is at the bottom. */
  readonly upsideDown: boolean;
  /** It is seen in a mirror, or in a photograph that was turned about. */
  readonly mirrored: boolean;
};
export const USUAL_VIEW: View = { side: 'RS', upsideDown: false, mirrored: false };

/** Whether what lies on the right of the right side is on her left. */
export const sidesChanged = ({ side, upsideDown, mirrored }: View) =>
  ((side === 'WS') !== upsideDown) !== mirrored;

const MIRRORED: Readonly<Record<Seen, Seen>> = {
  left: 'right',
  right: 'left',
  none: 'none',
  unsure: 'unsure',
};

/** As the right side shows it. A lean is the same from either side and upside down; only a mirror turns it about. */
export const asItLies = (seen: Seen, { mirrored }: View): Seen => (mirrored ? MIRRORED[seen] : seen);

/** A sequence from the bottom up, as the right side shows it. `fromTop`: the one first named is the topmost. */
export function normalised(told: Told, view: View, fromTop: boolean): Told {
  const seen = told.seen.map((one) => asItLies(one, view));
  if (!fromTop) return { ...told, seen };
  const { between, below, above } = told;
  return { seen: seen.reverse(), between: between.toReversed(), below: above, above: below };
}

/**
 * A whole track as typed: `between[i]` plain rows lie between its crossings i and i + 1, `below` from where the panel
 * begins to the first one, `above` from the last one to the needle; null where nothing was said.
 */
export type Told = {
  readonly seen: readonly Seen[];
  readonly between: readonly (number | null)[];
  readonly below: number | null;
  readonly above: number | null;
};

export type ToldProblem =
  | { readonly code: 'nothing-told' }
  /** A word that means nothing here; `at` is its place in the text, from 0. */
  | { readonly code: 'unknown-word'; readonly word: string; readonly at: number }
  /** A count beside another count. */
  | { readonly code: 'count-out-of-place'; readonly word: string; readonly at: number }
  | { readonly code: 'longer-than-piece'; readonly told: number; readonly most: number };

const WORDS: Readonly<Record<string, Seen>> = {
  r: 'right',
  right: 'right',
  l: 'left',
  left: 'left',
  n: 'none',
  none: 'none',
  no: 'none',
  o: 'none',
  u: 'unsure',
  unsure: 'unsure',
  '?': 'unsure',
};

/**
 * "r r 5 l r", "right, right, left": leans from the first one named, with counts of plain rows between them; a count before
 * the first and after the last one too, if she likes.
 * @param most rows that there are at all
 */
export function readTold(text: string, most: number): Result<Told, ToldProblem> {
  const seen: Seen[] = [];
  const counts: (number | null)[] = [];
  let count: number | null = null;
  for (const found of text.toLowerCase().matchAll(/[^\s,;.]+/g)) {
    const [word] = found;
    const at = found.index;
    if (/^\d+$/.test(word)) {
      if (count !== null) return err({ code: 'count-out-of-place', word, at });
      count = Number(word);
      continue;
    }
    const one = WORDS[word];
    if (!one) return err({ code: 'unknown-word', word, at });
    counts.push(count);
    seen.push(one);
    count = null;
  }
  if (seen.length === 0) return err({ code: 'nothing-told' });
  const rows = [...counts, count].reduce<number>((sum, one) => sum + (one ?? 0), seen.length);
  const [below = null, ...between] = counts;
  return rows > most
    ? err({ code: 'longer-than-piece', told: rows, most })
    : ok({ seen, between, below, above: count });
}

/** Rows between which a track lies, and the row of its first charted crossing. */
export type Reach = { readonly first: number; readonly done: number; readonly charted: number };

/**
 * Rows of what was told, from a count below the first or above the last one, else from the charted row of the first.
 * Without a count a row is not known any more.
 */
export function sightsOf(told: Told, reach: Reach): Sight[] {
  const { seen, between, below, above } = told;
  if (below === null && above !== null) {
    const down = { seen: seen.toReversed(), between: between.toReversed() };
    return walked(down, reach.done - above, -1).reverse();
  }
  if (below === null && between.every((one) => one === null))
    return seen.map((one) => ({ seen: one, row: null }));
  return walked(told, below === null ? reach.charted : reach.first + below, 1);
}

/** Rows one after the other from a known one on, as far as counts go. */
function walked({ seen, between }: Pick<Told, 'seen' | 'between'>, from: number, way: 1 | -1): Sight[] {
  let row: number | null = from;
  return seen.map((one, i) => {
    const count = i > 0 ? between[i - 1] : 0;
    if (i > 0) row = row === null || count === null || count === undefined ? null : row + way * (count + 1);
    return { seen: one, row };
  });
}
