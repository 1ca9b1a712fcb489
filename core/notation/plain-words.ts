/** Stitches in plain words: k4, 4 purl, knit four, p2 tbl, slips, and the fills "knit", "p to end", "k to last 2 sts". */
import type { Cell, Face, Stitch } from '../stitch/types';
import { COUNT, countOf } from './numbers';
import type { Word } from './syntax';
import type { Cursor } from './text';

export const STS = '(?:(?:stitch(?:es)?|sts?)(?![a-z]))';
const TBL = '(?:[ -]?\\(?(?:tbl|through (?:the )?back (?:loops?|legs?)|in (?:the )?back loops?)\\)?)';
const END = '(?![a-z0-9/])';
/** A count may be followed at once by another stitch: k2p2. */
const COUNTED_END = '(?![a-z0-9/]|(?<=[a-z])\\d)|(?=[kp]\\d)';
const WHICH = '(?:(?:the|next|foll|following|first|last|each of) )*';

const VERB_FIRST = new RegExp(
  `(knit|purl|k|p)\\.? ?${WHICH}${COUNT}(?: more)?(?: ?${STS})?(${TBL})?(?:${COUNTED_END})`,
);
const ONE = new RegExp(
  `(knit|purl|k|p) (?:(?:the|next|foll|following|first|last) )+(?:st|stitch)(${TBL})?${END}`,
);
const BARE_TBL = new RegExp(`(k|p) ?-?tbl${END}`);
const COUNT_FIRST = new RegExp(`${COUNT} ?(knits?|purls?|k|p)(?: ?${STS})?(${TBL})?${END}`);

const SLIP = new RegExp(
  `(?:sl|slip) ?${WHICH}(?:(${COUNT}) ?)?(?:(p|k)(?!-))?(?: ?${STS})?(?:,? ?(purlwise|pwise|p-wise|as if to purl|knitwise|kwise|k-wise|as if to knit))?` +
    `(?:,? ?\\(?(wyib|wyif|wyab|with (?:the )?yarn (?:in|at|to) (?:the )?(?:back|front)(?: of (?:the )?work)?)\\)?)?${END}`,
);

/** How far a repeat or a fill goes; group 1 is what is left of the row, if that is said. */
const LEFT = `(?:(?:to|until) (?:the )?(?:last )?|to within (?:the )?(?:last )?)`;
export const TO = new RegExp(
  ` ?(?:(?:across|around|all)(?: the)?(?: row| round| rnd)?(?: in patt(?:ern)?)? (?=to ))?(?:` +
    `(?:to|until|across|around)(?: the)? ?(?:(?:end|all)(?![a-z])(?: of (?:the )?(?:row|round|rnd))?(?! ?of)|(?:row|round|rnd)${END})` +
    `|(?:to|until)(?: the)? last (?:${COUNT} ?${STS}?|(st|stitch))${END}` +
    `|${LEFT}${COUNT} ?${STS}? (?:of|before|from) (?:the )?end(?: of (?:the )?(?:row|round|rnd))?` +
    `|until (?:only )?${COUNT} ?${STS}? (?:remain|rem|are left|left)s?` +
    `|(?:to|until) (?:the )?(?:(?:next|first|last) )?(m|marker)${END}` +
    `|(?:across|around|rep(?:eat)?(?:ing)? (?:across|around|to end))${END}` +
    `)`,
);

/** What is left for the rest of the row; null where the text leaves that to what follows. */
export function leftAfter(found: RegExpExecArray): number | null {
  const count = found[1] ?? found[3] ?? found[4];
  if (count !== undefined) return countOf(count);
  if (found[2] !== undefined) return 1;
  return found[5] !== undefined ? null : 0;
}

export const faceOf = (word: string): Face => (/^k/i.test(word) ? 'knit' : 'purl');
const stitchOf = (face: Face, tbl: string | undefined): Stitch => (tbl ? `${face}Tbl` : face);
const worked = (face: Face, tbl: string | undefined, count: number): Word => ({
  kind: 'cell',
  cell: { kind: 'stitch', stitch: stitchOf(face, tbl) },
  count,
});

export function readSlip(cursor: Cursor): Word | null {
  const found = cursor.take(SLIP);
  if (!found) return null;
  const yarn = found[5];
  const side = !yarn ? 'wrongSide' : /wyib|wyab|back/i.test(yarn) ? 'back' : 'front';
  return { kind: 'slip', count: found[1] ? countOf(found[1]) : 1, yarn: side };
}

/** A counted plain stitch. */
export function readCounted(cursor: Cursor): Word | null {
  const found = cursor.take(VERB_FIRST);
  if (found) return worked(faceOf(found[1] as string), found[3], countOf(found[2] as string));
  const one = cursor.take(ONE);
  if (one) return worked(faceOf(one[1] as string), one[2], 1);
  const bare = cursor.take(BARE_TBL);
  if (bare) return worked(faceOf(bare[1] as string), 'tbl', 1);
  const counted = cursor.take(COUNT_FIRST);
  return counted && worked(faceOf(counted[2] as string), counted[3], countOf(counted[1] as string));
}

const SINGLE = /(knit|purl|k|p)(?= ?[,;)\]}*])/;

/** "k, p2": a stitch without a number is one stitch. At the end of a row it is a fill. */
export function readSingle(cursor: Cursor): Word | null {
  const found = cursor.take(SINGLE);
  return found && worked(faceOf(found[1] as string), undefined, 1);
}

const FILL = new RegExp(`(knit|purl|k|p)(?: ?${WHICH}(?:(?:all|every|rem|remaining|each)(?: the)?(?: ?${STS})?|${STS}))?(${TBL})?(?![a-z0-9/])`); // prettier-ignore
const ROW_ENDS = /[. ]*$/;

/** A fill: one stitch over and over, to the end unless something follows "to last". */
export function readFill(cursor: Cursor): { readonly cell: Cell; readonly toLast: number | null } | null {
  const from = cursor.at;
  const found = cursor.take(FILL);
  if (!found) return null;
  const cell: Cell = { kind: 'stitch', stitch: stitchOf(faceOf(found[1] as string), found[2]) };
  const to = cursor.take(TO);
  if (to) return { cell, toLast: leftAfter(to) };
  if (cursor.peek(ROW_ENDS) || cursor.peek(/ ?[[(] ?\d+ ?(?:sts?|stitches)/)) return { cell, toLast: 0 };
  cursor.at = from;
  return null;
}
