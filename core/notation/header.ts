/** What stands before a row's colon: `Row 1 (RS)`, `Rows 2, 4 and 6`, `Rnd 2 and all even rnds`, `Set-up row (WS)`. */
import { err, ok, type Result } from '../result';
import type { Side } from '../stitch/types';
import type { Cursor } from './cursor';

export type Every = 'RS' | 'WS' | 'even' | 'odd';
export type RowHeader = {
  readonly kind: 'setUp' | 'row';
  readonly unit: 'row' | 'round';
  /** Numbers that the text gives; empty for an unnumbered set-up row or "All WS rows". */
  readonly numbers: readonly number[];
  readonly every: Every | null;
  readonly side: Side | null;
};

/** A line that begins like a row. */
export const LOOKS_LIKE_HEADER =
  /^[ ]*(set-? ?up (row|round|rnd)s?|(row|round|rnd)s?(?= *\d| *\(?(rs|ws)|s? *:)|all (rs|ws|even|odd|even-numbered|odd-numbered) (row|round|rnd)s?)/i;

const MOST_ROWS_IN_A_LIST = 2000;

function numberList(cursor: Cursor): number[] | null {
  const numbers: number[] = [];
  for (;;) {
    const range = cursor.take(/ *(\d{1,5}) *(?:-|to) *(\d{1,5})/);
    const single = range ?? cursor.take(/ *(\d{1,5})/);
    if (!single) return numbers;
    const first = Number(single[1]);
    const last = range ? Number(range[2]) : first;
    if (last < first || last - first > MOST_ROWS_IN_A_LIST) return null;
    for (let n = first; n <= last; n += 1) numbers.push(n);
    if (!cursor.take(/ *(,? *and(?! *(all|every))|,|&) */)) return numbers;
  }
}

function every(cursor: Cursor): Every | null {
  const found = cursor.take(
    / *(?:,? *and )?(?:all|every) (?:other |following )?(RS|WS|even|odd)(?:-numbered)? (?:row|round|rnd)s?/,
  );
  if (!found) return null;
  const word = (found[1] as string).toLowerCase();
  if (word === 'even' || word === 'odd') return word;
  return word === 'rs' ? 'RS' : 'WS';
}

const SIDE = / *\(? *(RS|WS|right side|wrong side)(?: rows?)? *\)?/;

function side(cursor: Cursor): Side | null {
  const found = cursor.take(SIDE);
  if (!found) return null;
  return /^r/i.test(found[1] as string) ? 'RS' : 'WS';
}

/** Reads a header up to its colon (or full stop); the cursor is left at the row's first word. */
export function readHeader(cursor: Cursor): Result<RowHeader, 'header-not-understood'> {
  const setUp = cursor.take(/ *set-? ?up /) !== null;
  const onlyEvery = setUp ? null : every(cursor);
  if (onlyEvery) {
    const finished = cursor.take(/ *[:.] */);
    return finished
      ? ok({ kind: 'row', unit: 'row', numbers: [], every: onlyEvery, side: null })
      : err('header-not-understood');
  }
  const word = cursor.take(/ *(row|round|rnd)s?/);
  const before = side(cursor);
  const numbers = word && numberList(cursor);
  if (!word || !numbers) return err('header-not-understood');
  const atEach = before ?? side(cursor);
  const all = setUp ? null : every(cursor);
  const stated = atEach ?? side(cursor);
  if (!cursor.take(/ *[:.] */) || (numbers.length === 0 && !setUp)) return err('header-not-understood');
  const unit = /^row/i.test(word[1] as string) ? 'row' : 'round';
  return ok({ kind: setUp ? 'setUp' : 'row', unit, numbers, every: all, side: stated });
}
