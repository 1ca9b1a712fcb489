/** Orders about whole rows: "Rep rows 3-10", "Rep last 2 rows once more", "Rows 3 and 4 form the pattern". */
import { COUNT, countOf } from './numbers';
import { STS } from './plain-words';
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
    | { readonly kind: 'from'; readonly first: number }
    /** So many more rows of the pattern as it goes. */
    | { readonly kind: 'next'; readonly count: number };
  /** How often after they were worked once; two numbers where the words leave it open; null: as long as wanted. */
  readonly times: readonly number[] | null;
  /** The order says when the rows have been worked long enough: "until ...", "for 10 cm". */
  readonly until: boolean;
  /** "Until 8 sts remain". */
  readonly left: number | null;
  readonly at: TextSpan;
};

const NUMBER_WORD = new RegExp(`^${COUNT}$`);
const UNITS = '(?:rows?|rounds?|rnds?|rds?)';
const REPEAT =
  '(?:then,? |and |now |next,? )*(?:rep(?:eat)?|work|cont(?:inue)?(?: (?:to )?(?:rep(?:eat(?:ing)?)?|work(?:ing)?))?)';
const AND = ' ?(?:-|to|thru|through|and|&|,|\\+) ?';
const ORDERED = new RegExp(
  `${REPEAT}(?: the)?(?: pattern| patt)? (?:the )?(?:last|previous) ${COUNT}? ?${UNITS}|${REPEAT}(?: in)?(?: the)?(?: pattern| patt)?(?: from)? (?:the )?${UNITS} ?\\d|${REPEAT} (?:the next )?${COUNT} ${UNITS}`,
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
const NEXT = new RegExp(
  `${REPEAT} (?:the next )?${COUNT} (?:more )?${UNITS}(?: more)? (?:in|as)(?: the)?(?: pattern| patt| est(?:ablished)?(?: pattern)?| set)(?: as)?(?: set| est(?:ablished)?)?(?![a-z])`,
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
/** "Repfrom row 3": a blank was lost behind the first word. */
const RUN_ON = /^rep(?:eat)?(?:from|the|last|row)/;
const ROW_WORDS = ['row', 'rows', 'round', 'rounds', 'rnd', 'rnds'];
const near = (token: string, words: readonly string[]) =>
  words.some((word) => word === token || (token.length > 2 && isOneSlip(token, word)));

/** Words that are an order about rows but for a slip of the pen: they must not be passed over. */
export function looksLikeOrder(line: string): boolean {
  const head = line.slice(0, 120);
  const tokens = head.toLowerCase().match(/[a-z]+|\d+/g) ?? [];
  const has = (...words: string[]) => tokens.some((token) => near(token, words));
  const number = tokens.some((token) => /^\d/.test(token) || NUMBER_WORD.test(token));
  const repeats = tokens.slice(0, 4).some((token) => near(token, REPEAT_WORDS) || RUN_ON.test(token));
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
const UNTIL =
  /(?:.*[ ,;(])?(?:until|till|as long as|throughout)(?![a-z])|[ ,;.]*(?:for (?!a |pat)|to (?:the )?(?:desired|wanted))/;

/** "Until 8 sts remain", "until there are 8 sts left". */
const LEFT = new RegExp(
  `[ ,;.]*(?:until|till) (?:there are |you have |only )*(\\d{1,4}) ?${STS} ?(?:(?:in total |that )?(?:remain(?:ing|s)?|are left|left)(?: on (?:the |your )?needles?)?(?:[ ,;.)].*)?)?[. )]*$`,
);

type Read = Pick<RowOrder, 'rows' | 'times' | 'until' | 'left'>;

function rowsHere(cursor: Cursor): RowOrder['rows'] | null {
  const form = cursor.take(FORM) ?? cursor.take(RANGE);
  if (form) {
    const first = Number(form[1]);
    return { kind: 'range', first, last: form[2] === undefined ? first : Number(form[2]) };
  }
  const last = cursor.take(LAST);
  if (last) return { kind: 'last', count: last[1] === undefined ? 1 : countOf(last[1]) };
  const from = cursor.take(FROM);
  if (from) return { kind: 'from', first: Number(from[1]) };
  const next = cursor.take(NEXT);
  return next && { kind: 'next', count: countOf(next[1] as string) };
}

/** Reads an order to the end of its sentence. Null: it begins like one, and is not understood. */
export function readOrder(cursor: Cursor): Read | null {
  const rows = rowsHere(cursor);
  if (!rows) return null;
  // "Work 4 rows in pattern" says how many by itself.
  if (rows.kind === 'next')
    return cursor.peek(/[ ,;.)]*$/) ? { rows, times: [1], until: false, left: null } : null;
  const often = cursor.take(HOW_OFTEN);
  if (often)
    return cursor.peek(/[ ,;.)]*$|[ ,]*(?:\(|until|ending|end|for)/)
      ? { rows, times: timesOf(often), until: false, left: null }
      : null;
  if (!cursor.peek(AS_LONG)) return null;
  const left = cursor.peek(LEFT)?.[1];
  const until = cursor.peek(UNTIL) !== null;
  return { rows, times: null, until, left: left === undefined ? null : Number(left) };
}
