/**
 * What stands before a row's stitches: `Row 1 (RS)`, `Rows 2, 4 and 6`, `2nd and every alt rnd`, `Set-up row (WS)`,
 * `Row five (cable row)`, a bare `3:`. A label that begins like one and cannot be followed to its end is unclear, and
 * never passed over.
 */
import type { Side } from '../stitch/types';
import { COUNT, countOf, ORDINAL } from './numbers';
import type { Cursor } from './text';

export type Every = 'RS' | 'WS' | 'even' | 'odd' | 'other' | 'following';
export type RowHeader = {
  readonly kind: 'setUp' | 'row';
  /** Null where only a number stands before the row. */
  readonly unit: 'row' | 'round' | null;
  /** Numbers that the text gives; empty for an unnumbered set-up row or "All WS rows". */
  readonly numbers: readonly number[];
  readonly every: Every | null;
  readonly side: Side | null;
  /** A numbered row that says it is a set-up: worked once. */
  readonly once: boolean;
};

const UNIT = '(row|rw|round|rnd|rd)s?\\.?(?![a-z])';
const SET_UP = '(?:set-? ?up|foundation|preparation|preparatory|base|prep|starter|starting)';
const SIDE_WORDS = '(?:rs|ws|right[ -]side|wrong[ -]side)';
const EVERY = `(?:all|every)(?: the)?(?: (?:other|following|foll|alternate|alt|remaining|rem|subsequent))*(?: (?:${SIDE_WORDS}|even|odd)(?:[- ]numbered)?)?`;
const BULLET = /(?:[-*+>#\u2022\u25cf\u25e6\u00b7]+ *(?=[a-z0-9]))?/;

/** A label that has lost its number. */
export const UNNUMBERED =
  /^[^a-z0-9]{0,8}(?:rows?|rw|rounds?|rnds?|rds?)(?: *[:=]| +-| *\[| *\((?=[kp\d])| +(?=[kp] ?\d|knit\b|purl\b|garter|stockin|(?:rev\.? )?st\.? st|as )| *$)/i;

/** Text that may begin a row wherever it stands: at the beginning of a line or of a sentence. */
export const BEGINS_ROW = new RegExp(
  `(?:${SET_UP} ${UNIT}|${UNIT} ?(?:\\d|no\\.? ?\\d|number \\d|nr|#|[([]? ?${SIDE_WORDS}|${COUNT}(?![a-z0-9]))|r\\d{1,4} ?(?:[([:]|-)` +
    `|${ORDINAL}(?: row|,| and| &|-|(?: ?[([]? ?${SIDE_WORDS}[)\\]]?)? (?:row|round|rnd))` +
    `|${EVERY} (?:row|round|rnd)s?|${SIDE_WORDS} (?:row|round|rnd)s? ?[\\d:(]|(?:even|odd)(?:-numbered)? (?:row|round|rnd)s?)`,
  'iy',
);

/** What a row's words may begin with, where no mark stands between it and its label. */
const STITCH = `(?:[*[({] ?)*(?:[kpct] ?\\d|\\d{1,3} ?[kp](?![a-z])|(?:knit|purl|k|p|ssk|yo)(?![a-z])|k\\d?tog|(?:sl|slip) ?[\\d(]?|\\d{1,2}/\\d{1,2} ?[rl])`;
const COPY =
  '(?:(?:work |knit )?(?:the )?(?:same )?(?:as|like)(?: for)? |rep(?:eat)? )(?:the )?(?:row|round|rnd|rd)';
const PHRASE =
  '(?:(?:cable|cross|twist)(?![a-z])|[rl]t(?![a-z])|(?:work|knit|purl|in|as) (?:all|the|each|every|sts?|stitch(?:es)?|in|even|as|they|it|pattern|patt|established|set|presented)(?![a-z])|garter|stockin|(?:rev\\.? )?st\\.? st)';
const BODY = new RegExp(`(?:${STITCH}|${COPY}|${PHRASE})`);
const BODY_HERE = new RegExp(BODY, 'iy');

const MOST_ROWS_IN_A_LIST = 5000;
/** With blanks round its dash it is a dash before stitches if stitches follow: "Row 1 - 4k, 2p". */
const RANGE =
  /(\d{1,9})(?:(?:-| ?(?:to|thru|through|until) ?)(\d{1,9})(?![\d/])|(?: -|- | - )(\d{1,9})(?! ?(?:[kp](?![a-z])|knit|purl|st|\/)|\d))(?:st|nd|rd|th)?/;
const SINGLE = /(\d{1,6})(?:st|nd|rd|th)?(?![\da-z/]| ?sts)/;
const ORDINAL_HERE = new RegExp(ORDINAL);
const NAMED = new RegExp(`${COUNT}(?![a-z0-9])`);
const ANOTHER =
  / ?(?:,? ?(?:and|&)(?! ?(?:all|every|foll))|,|\/|\+) ?(?=\d|[a-z]*(?:st|nd|rd|th|one|two|three|four|five|six|seven|eight|nine|ten|een|ty)(?![a-z]))/;
const EVERY_HERE = new RegExp(
  ` ?[([]?(?:,? ?(?:and|&) ?|, ?)?(?:all|every)(?: the)?(?: (other|following|foll|alternate|alt|remaining|rem|subsequent))*(?: (?:${SIDE_WORDS}|even|odd)(?:[- ]numbered)?)?(?: (?:row|round|rnd)s?)(?: (?:following|thereafter|after))?[)\\]]?`,
);
/** Words that change how a row is worked: a bracket with one is no mere note. */
const NO_NOTE =
  '\\b(?:k|p|knit|purl|sl|slip|yo|ssk|once|twice|thrice|times|rep|repeat|yarn|wyif|wyib|through|tbl|instead|only|not|skip|omit)\\b';
const SIDE = new RegExp(
  ` ?[([,-]? ?(${SIDE_WORDS})(?![a-z])(?: (?:rows?|facing)(?! ?\\d))?(?:(?:,? ?\\d+ ?sts|[ ,;-]+(?![^)\\]]*${NO_NOTE})[a-z][a-z ,'-]{0,40}(?=[)\\]]))? ?[)\\]])?`,
);
/** "(cable row)", "(RS, increase)", "[set-up]": words that say what kind of row it is. */
const NOTE =
  /,? ?(?:[([] ?([a-z][a-z ,.&/'-]{0,40}) ?[)\]]|((?:cable|crossing|cross|increase|inc|decrease|dec|twist|plain|rest|set-up) (?:row|round|rnd)))(?! ?(?:x ?\d|\d+ ?times|twice|once|to ))/;
const NOT_A_NOTE = new RegExp(NO_NOTE, 'i');
/** A row may follow its label without any mark where its words can be seen to begin. */
const END = new RegExp(
  ` ?(?:[:.=;]+|,(?= ?${BODY.source})|-+(?=[ a-z0-9*[(])) ?|[ )\\]]+(?=${BODY.source})| *$`,
);
const LATE_SIDE = new RegExp(`[([]? ?(${SIDE_WORDS})(?![a-z])(?: facing)? ?[)\\]]? ?[:,.-]? ?`);

function sideOf(words: string): Side | null {
  if (/\b(?:rs|right)/i.test(words)) return 'RS';
  return /\b(?:ws|wrong)/i.test(words) ? 'WS' : null;
}

/** Null where a list has no order or no end. */
function numberList(cursor: Cursor, afterWord: boolean): number[] | null {
  const numbers: number[] = [];
  cursor.take(/ ?(?:number|no\.?|nr\.?|#)? ?/);
  for (;;) {
    const range = cursor.take(RANGE);
    const one =
      range ?? cursor.take(SINGLE) ?? cursor.take(ORDINAL_HERE) ?? (afterWord ? cursor.take(NAMED) : null);
    if (!one) return numbers.length > 0 || cursor.peek(/ ?\d/) ? null : numbers;
    const first = countOf(one[1] as string);
    const last = range ? Number(range[2] ?? range[3]) : first;
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

/** Words in brackets that work no stitches. */
function note(cursor: Cursor): string | null {
  const found = cursor.peek(NOTE);
  if (!found || NOT_A_NOTE.test(found[0])) return null;
  cursor.take(NOTE);
  return found[0];
}

const ONLY_EVERY = new RegExp(
  `(?:${EVERY} (row|round|rnd)s?(?![a-z])|(?:${SIDE_WORDS}|(?:even|odd)(?:-numbered)?) (row|round|rnd)s?(?= ?[:.=-])|(row|round|rnd)s?(?= ?[([] ?${SIDE_WORDS} ?[)\\]] ?[:.=-]))`,
);
const WORD = new RegExp(`(?:${SET_UP} )?${UNIT}|r(?=\\d)`);
const UNIT_AFTER = new RegExp(`(?: ?[([]? ?${SIDE_WORDS}[)\\]]?)? ?${UNIT}`);
const BARE = new RegExp(
  ` ?(\\d{1,4})(?:st|nd|rd|th)? ?(?:[:.)=]|-(?= )|(?=,? ?[([]? ?${SIDE_WORDS}(?![a-z])))[ ,)]*(?:[([]? ?(${SIDE_WORDS})(?![a-z]) ?[)\\]]? ?[:,.-]? ?)?(?=[a-z0-9*[({])`,
);

/** "All WS rows:", with no number of its own; "Row (WS):" is any of them. */
function onlyEvery(cursor: Cursor): RowHeader | null {
  const found = cursor.take(ONLY_EVERY);
  if (!found) return null;
  const all =
    sideOf(found[0]) ??
    takeSide(cursor) ??
    (/\beven/i.test(found[0]) ? 'even' : /\bodd/i.test(found[0]) ? 'odd' : null);
  if (!all || !cursor.take(END)) return null;
  const unit = /^row/i.test((found[1] ?? found[2] ?? found[3]) as string) ? 'row' : 'round';
  return { kind: 'row', unit, numbers: [], every: all, side: null, once: false };
}

const PROSE =
  /[ ,]*(?:is|are|was|form|forms|makes?|sets?|establish|shows?|of|only|will|may|can|should|complete|above|below|until|have|has|contain|begins?|ends?|again|once|twice|more|times|in (?:the|this|each)|on (?:the|this|each))(?![a-z)])/;

/**
 * Reads a label up to its colon (or full stop); the cursor is left at the row's first word. `unclear`: it begins like
 * a label, but where it ends or which rows it means cannot be told. Null if it is none.
 */
export function readHeader(cursor: Cursor): RowHeader | 'unclear' | null {
  cursor.take(/ */);
  cursor.take(BULLET);
  const only = cursor.attempt(() => onlyEvery(cursor));
  if (only) return only;
  const early = takeSide(cursor);
  cursor.take(/ */);
  const word = cursor.take(WORD);
  const setUp = word !== null && /^(?:set|found|prep|base|start)/i.test(word[0]);
  const before = early ?? takeSide(cursor);
  const numbers = numberList(cursor, word !== null);
  const after = word || !numbers || numbers.length === 0 ? null : cursor.take(UNIT_AFTER);
  if (!word && !after && !numbers?.length) return null;
  if (!numbers) return word ? 'unclear' : null;
  const atEach = before ?? (after ? sideOf(after[0]) : null) ?? takeSide(cursor);
  const everyFrom = cursor.at;
  const all = setUp ? null : every(cursor);
  if (!word && !after && !all) return null;
  const sided = atEach ?? takeSide(cursor);
  const said = note(cursor);
  const named = sided ?? (said ? sideOf(said) : null) ?? takeSide(cursor);
  if (numbers.length === 0 && !setUp) return cursor.peek(/ ?[:=]/) ? 'unclear' : null;
  if (!cursor.take(END)) return cursor.peek(PROSE) ? null : 'unclear';
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
    once: said !== null && /\b(?:set-? ?up|foundation|preparation|prep)\b/i.test(said),
  };
}

/** "3: k2", "1. (RS) k2", "3rd: k2": a number alone, before words that work stitches. */
export function readBareNumber(cursor: Cursor): RowHeader | null {
  const found = cursor.take(BARE);
  if (!found) return null;
  return {
    kind: 'row',
    unit: null,
    numbers: [Number(found[1])],
    every: null,
    side: found[2] ? sideOf(found[2]) : null,
    once: false,
  };
}

/** Whether words of a row begin here. */
export function beginsBody(text: string): boolean {
  BODY_HERE.lastIndex = 0;
  return BODY_HERE.test(text);
}
