/** Orders about whole rows: "Rep rows 3-10", "Rep last 2 rows once more", "Rows 3 and 4 form the pattern". */
import { COUNT, countOf } from './numbers';
import type { TextSpan } from './problems';
import { isOneSlip } from './spelling';
import type { Cursor } from './text';

/** Rows of a panel. */
export const MOST_ROWS = 5000;

export type RowOrder = {
  /** Which rows: by number, the last few before the order, or all from a number on. */
  readonly rows:
    | { readonly kind: 'range'; readonly first: number; readonly last: number }
    | { readonly kind: 'last'; readonly count: number }
    | { readonly kind: 'from'; readonly first: number };
  /** How often after they were worked once; two numbers where the words leave it open; null: as long as wanted. */
  readonly times: readonly number[] | null;
  /** The order says when the rows have been worked long enough: "until ...", "for 10 cm". */
  readonly until: boolean;
  readonly at: TextSpan;
};

const NUMBER_WORD = new RegExp(`^${COUNT}$`);
const UNITS = '(?:rows?|rounds?|rnds?|rds?)';
const REPEAT =
  '(?:then,? |and |now |next,? )*(?:rep(?:eat)?|work|cont(?:inue)?(?: (?:to )?(?:rep(?:eat(?:ing)?)?|work(?:ing)?))?)';
const AND = ' ?(?:-|to|thru|through|and|&|,|\\+) ?';
const ORDERED = new RegExp(
  `${REPEAT}(?: the)?(?: pattern| patt)? (?:the )?(?:last|previous) ${COUNT}? ?${UNITS}|${REPEAT}(?: in)?(?: the)?(?: pattern| patt)?(?: from)? (?:the )?${UNITS} ?\\d|${REPEAT} ${COUNT} ${UNITS}`,
);
const RANGE = new RegExp(
  `${REPEAT}(?: in)?(?: the)?(?: pattern| patt)? (?:the )?${UNITS} (\\d{1,6})(?:${AND}(\\d{1,6}))?(?![\\d/])`,
);
const LAST = new RegExp(
  `${REPEAT}(?: the)?(?: pattern| patt)? (?:the )?(?:last|previous) (?:${COUNT} )?${UNITS}`,
);
const FROM = new RegExp(
  `${REPEAT}(?: the)?(?: pattern| patt)? from (?:the )?${UNITS} (\\d{1,6})(?! ?(?:-|to|through))`,
);
const FORM = new RegExp(
  `(?:the(?:se)? )?${UNITS} (\\d{1,6})${AND}(\\d{1,6}) (?:form|forms|make|makes|are|set|sets|establish(?:es)?)(?: up)? (?:the )?(?:pattern|patt|repeat|rep)`,
);
const HOW_OFTEN = new RegExp(
  `,? ?(?:(once|twice|thrice)|(?:x ?${COUNT}|${COUNT}(?: ?x(?![a-z])| times?| (?=more))))( ?more)?( ?times?)?( (?:in all|altogether|in total))?(?![a-z0-9])`,
);
/** What may follow when no number of times is given. */
const AS_LONG =
  /[ ,;.]*(?:$|(?:for|until|till|to|throughout|as|ending|end|finishing|and|,|\(|in|these|so|till)(?![a-z]))/;

const timesOf = (found: RegExpExecArray): readonly number[] => {
  const count = countOf((found[1] ?? found[2] ?? found[3]) as string);
  if (found[4]) return [count];
  return found[6] || count === 1 ? [Math.max(0, found[6] ? count - 1 : count)] : [count, count - 1];
};

const REPEAT_WORDS = ['rep', 'repeat', 'repeating'];
const ROW_WORDS = ['row', 'rows', 'round', 'rounds', 'rnd', 'rnds'];
const near = (token: string, words: readonly string[]) =>
  words.some((word) => word === token || (token.length > 2 && isOneSlip(token, word)));

/** Words that are an order about rows but for a slip of the pen: they must not be passed over. */
export function looksLikeOrder(line: string): boolean {
  const head = line.slice(0, 120);
  const tokens = head.toLowerCase().match(/[a-z]+|\d+/g) ?? [];
  const has = (...words: string[]) => tokens.some((token) => near(token, words));
  const number = tokens.some((token) => /^\d/.test(token) || NUMBER_WORD.test(token));
  const repeats = tokens.slice(0, 4).some((token) => near(token, REPEAT_WORDS));
  const rows = tokens.some((token) => near(token, ROW_WORDS));
  const pair = /\d *(?:-|and|to|&) *\d/.test(head);
  if (
    repeats &&
    ((rows && (number || has('from'))) || has('last', 'previous') || (has('from') && number) || pair)
  )
    return true;
  if (repeats && number && tokens.length <= 6) return true;
  return rows && number && has('form', 'forms', 'more', 'once', 'twice', 'times', 'last', 'from');
}

/** Whether an order about rows may begin here. */
export const beginsOrder = (cursor: Cursor): boolean =>
  cursor.peek(ORDERED) !== null || cursor.peek(FORM) !== null;

/** "Until piece measures 15 cm", "for 10 cm", "to desired length": not "ending with row 8" alone. */
const UNTIL = /[ ,;.]*(?:until|till|for (?!a |pat)|as long as|to (?:the )?(?:desired|wanted)|throughout)/;

type Read = Pick<RowOrder, 'rows' | 'times' | 'until'>;

function rowsHere(cursor: Cursor): RowOrder['rows'] | null {
  const form = cursor.take(FORM) ?? cursor.take(RANGE);
  if (form) {
    const first = Number(form[1]);
    return { kind: 'range', first, last: form[2] === undefined ? first : Number(form[2]) };
  }
  const last = cursor.take(LAST);
  if (last) return { kind: 'last', count: last[1] === undefined ? 1 : countOf(last[1]) };
  const from = cursor.take(FROM);
  return from && { kind: 'from', first: Number(from[1]) };
}

/** Reads an order to the end of its sentence. Null: it begins like one, and is not understood. */
export function readOrder(cursor: Cursor): Read | null {
  const rows = rowsHere(cursor);
  if (!rows) return null;
  const often = cursor.take(HOW_OFTEN);
  if (often)
    return cursor.peek(/[ ,;.)]*$|[ ,]*(?:\(|until|ending|end|for)/)
      ? { rows, times: timesOf(often), until: false }
      : null;
  return cursor.peek(AS_LONG) ? { rows, times: null, until: cursor.peek(UNTIL) !== null } : null;
}
