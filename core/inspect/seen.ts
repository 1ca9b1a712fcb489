/**
 * What somebody says of a track that she looks at, brought to one view: from the lowest crossing up, the right side facing.
 * A lean is the same from either side and upside down; a mirror turns it about.
 */
import { err, ok, type Result } from '../result';

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
  readonly mirrored: boolean;
  /** The first one named is the topmost: read downwards, or the piece upside down. */
  readonly fromTop: boolean;
};

const MIRRORED: Readonly<Record<Seen, Seen>> = {
  left: 'right',
  right: 'left',
  none: 'none',
  unsure: 'unsure',
};

/** A sequence as the right side shows it from the bottom up, with the counts between its crossings. */
export function normalised(told: Told, { mirrored, fromTop }: View): Told {
  const seen = told.seen.map((one) => (mirrored ? MIRRORED[one] : one));
  return fromTop
    ? { seen: seen.reverse(), between: told.between.toReversed() }
    : { seen, between: told.between };
}

/** A whole track as typed: `between[i]` plain rows lie between its crossings i and i + 1; null where nothing was said. */
export type Told = { readonly seen: readonly Seen[]; readonly between: readonly (number | null)[] };

export type ToldProblem =
  | { readonly code: 'nothing-told' }
  /** A word that means nothing here; `at` is its place in the text, from 0. */
  | { readonly code: 'unknown-word'; readonly word: string; readonly at: number }
  /** A count that stands before the first crossing, after the last, or beside another count. */
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
 * "r r 5 l r", "right, right, left": leans from the first one named, with counts of plain rows between them.
 * @param most crossings that there can be at all, one a row
 */
export function readTold(text: string, most: number): Result<Told, ToldProblem> {
  const seen: Seen[] = [];
  const between: (number | null)[] = [];
  let count: { word: string; at: number } | null = null;
  for (const found of text.toLowerCase().matchAll(/[^\s,;.]+/g)) {
    const [word] = found;
    const at = found.index;
    if (/^\d+$/.test(word)) {
      if (seen.length === 0 || count) return err({ code: 'count-out-of-place', word, at });
      count = { word, at };
      continue;
    }
    const one = WORDS[word];
    if (!one) return err({ code: 'unknown-word', word, at });
    if (seen.length > 0) between.push(count ? Number(count.word) : null);
    seen.push(one);
    count = null;
  }
  if (count) return err({ code: 'count-out-of-place', ...count });
  if (seen.length === 0) return err({ code: 'nothing-told' });
  const rows = seen.length + between.reduce<number>((sum, one) => sum + (one ?? 0), 0);
  return rows > most ? err({ code: 'longer-than-piece', told: rows, most }) : ok({ seen, between });
}

/** Rows of what was told, counted from the row of the first; without a count a row is not known any more. */
export function sightsOf({ seen, between }: Told, firstRow: number): Sight[] {
  let row: number | null = between.some((one) => one !== null) ? firstRow : null;
  return seen.map((one, i) => {
    if (i > 0 && row !== null) {
      const count = between[i - 1];
      row = count === null || count === undefined ? null : row + count + 1;
    }
    return { seen: one, row };
  });
}
