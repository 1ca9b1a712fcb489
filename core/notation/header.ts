/** What stands before a row's colon: `Row 1 (RS)`, `Rows 2, 4 and 6`, `2nd and every alt rnd`, `Set-up row (WS)`. */
import type { Side } from '../stitch/types';
import { countOf, ORDINAL } from './numbers';
import type { Cursor } from './text';

export type Every = 'RS' | 'WS' | 'even' | 'odd' | 'other' | 'following';
export type RowHeader = {
  readonly kind: 'setUp' | 'row';
  readonly unit: 'row' | 'round';
  /** Numbers that the text gives; empty for an unnumbered set-up row or "All WS rows". */
  readonly numbers: readonly number[];
  readonly every: Every | null;
  readonly side: Side | null;
};

const UNIT = '(row|round|rnd|rd)s?\\.?';
const SET_UP = '(?:set-? ?up|foundation|preparation|preparatory|base|prep)';
const SIDE_WORDS = '(?:rs|ws|right[ -]side|wrong[ -]side)';
const EVERY = `(?:all|every)(?: the)?(?: (?:other|following|foll|alternate|alt|remaining|rem|subsequent))*(?: (?:${SIDE_WORDS}|even|odd)(?:[- ]numbered)?)?`;

/** Text at the beginning of a line (or of a sentence) that may begin a row. */
export const BEGINS_ROW = new RegExp(
  `(?:${SET_UP} ${UNIT}(?![a-z])|${UNIT} ?(?:\\d|[([]? ?${SIDE_WORDS})|r\\d{1,4} ?(?:[([:]|-)` +
    `|${ORDINAL}(?: row|,| and| &|-|(?: ?[([]? ?${SIDE_WORDS}[)\\]]?)? (?:row|round|rnd))` +
    `|${EVERY} (?:row|round|rnd)s?|${SIDE_WORDS} (?:row|round|rnd)s? ?[\\d:(]|(?:even|odd)(?:-numbered)? (?:row|round|rnd)s?)`,
  'iy',
);

const MOST_ROWS_IN_A_LIST = 5000;
const RANGE = / ?(\d{1,5}) ?(?:-|to|through) ?(\d{1,5})(?:st|nd|rd|th)?/;
const SINGLE = / ?(\d{1,5})(?:st|nd|rd|th)?(?!\d| ?sts)/;
const ORDINAL_HERE = new RegExp(` ?${ORDINAL}`);
const ANOTHER =
  / ?(,? ?(?:and|&)(?! ?(?:all|every|foll))|,(?! ?(?:rs|ws|right|wrong|and every|and all|every|all))) ?/;
const EVERY_HERE = new RegExp(
  ` ?[([]?(?:,? ?(?:and|&) ?|, ?)?(?:all|every)(?: the)?(?: (other|following|foll|alternate|alt|remaining|rem|subsequent))*(?: (?:${SIDE_WORDS}|even|odd)(?:[- ]numbered)?)?(?: (?:row|round|rnd)s?)(?: (?:following|thereafter|after))?[)\\]]?`,
);
const SIDE = new RegExp(
  ` ?[([,-]? ?(${SIDE_WORDS})(?: (?:rows?|facing)(?! ?\\d))?(?:,? ?\\d+ ?sts)? ?[)\\]]?`,
);
/** A row may follow its header without any mark where a stitch can be seen to begin. */
const END = / ?(?:[:.]|-(?= ) ?|(?<=[ )\]])(?=[*[]|(?:[kpct] ?\d|knit |purl |sl ?\d|\d\/\d ?[rl]))) ?/;
const LATE_SIDE = new RegExp(`[([] ?(${SIDE_WORDS})(?: facing)? ?[)\\]] ?`);

function sideOf(words: string): Side | null {
  if (/\b(?:rs|right)/i.test(words)) return 'RS';
  return /\b(?:ws|wrong)/i.test(words) ? 'WS' : null;
}

function numberList(cursor: Cursor): number[] | null {
  const numbers: number[] = [];
  for (;;) {
    const range = cursor.take(RANGE);
    const single = range ?? cursor.take(SINGLE) ?? cursor.take(ORDINAL_HERE);
    if (!single) return numbers;
    const first = countOf(single[1] as string);
    const last = range ? Number(range[2]) : first;
    if (last < first || last - first > MOST_ROWS_IN_A_LIST) return null;
    for (let n = first; n <= last; n += 1) numbers.push(n);
    if (!cursor.take(ANOTHER)) return numbers;
  }
}

function every(cursor: Cursor): Every | null {
  const found = cursor.take(EVERY_HERE);
  if (!found) return null;
  const side = sideOf(found[0]);
  if (side) return side;
  if (/\beven/i.test(found[0])) return 'even';
  if (/\bodd/i.test(found[0])) return 'odd';
  return /\b(?:other|alt)/i.test(found[0]) ? 'other' : 'following';
}

const takeSide = (cursor: Cursor): Side | null => {
  const found = cursor.take(SIDE);
  return found && sideOf(found[1] as string);
};

const ONLY_EVERY = new RegExp(`(?:${EVERY} (row|round|rnd)s?|(?:${SIDE_WORDS}|(?:even|odd)(?:-numbered)?) (row|round|rnd)s?(?= ?[:.]))`); // prettier-ignore
const WORD = new RegExp(`(?:${SET_UP} )?${UNIT}|r(?=\\d)`);
const UNIT_AFTER = new RegExp(`(?: ?[([]? ?${SIDE_WORDS}[)\\]]?)? ?${UNIT}`);

/** "All WS rows:", with no number of its own. */
function onlyEvery(cursor: Cursor): RowHeader | null {
  const found = cursor.take(ONLY_EVERY);
  if (!found || !cursor.take(END)) return null;
  const side = sideOf(found[0]);
  const parity = /\beven/i.test(found[0]) ? 'even' : /\bodd/i.test(found[0]) ? 'odd' : null;
  const unit = /^row/i.test((found[1] ?? found[2]) as string) ? 'row' : 'round';
  const all = side ?? parity;
  return all ? { kind: 'row', unit, numbers: [], every: all, side: null } : null;
}

/** Reads a header up to its colon (or full stop); the cursor is left at the row's first word. Null if it is none. */
export function readHeader(cursor: Cursor): RowHeader | null {
  cursor.take(/ */);
  const only = cursor.attempt(() => onlyEvery(cursor));
  if (only) return only;
  const early = takeSide(cursor);
  const word = cursor.take(WORD);
  const setUp = word !== null && /^(?:set|found|prep|base)/i.test(word[0]);
  const before = early ?? takeSide(cursor);
  const numbers = numberList(cursor);
  const after = word ? null : cursor.take(UNIT_AFTER);
  if (!numbers || (!word && numbers.length === 0)) return null;
  const atEach = before ?? (after ? sideOf(after[0]) : null) ?? takeSide(cursor);
  const everyFrom = cursor.at;
  const all = setUp ? null : every(cursor);
  if (!word && !after && !all) return null;
  const named = atEach ?? takeSide(cursor);
  if (!cursor.take(END) || (numbers.length === 0 && !setUp)) return null;
  const late = named ? null : cursor.take(LATE_SIDE);
  const side = named ?? (late ? sideOf(late[1] as string) : null);
  const words = `${word?.[0] ?? ''} ${after?.[0] ?? ''} ${cursor.text.slice(everyFrom, cursor.at)}`;
  const unit = /\b(?:round|rnd|rd)/i.test(words) ? 'round' : 'row';
  const zero = numbers.length === 1 && numbers[0] === 0;
  return {
    kind: setUp || zero ? 'setUp' : 'row',
    unit,
    numbers: zero ? [1] : numbers,
    every: all,
    side,
  };
}
