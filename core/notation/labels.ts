/** Labels of rows within the lines of a text: read, unclear, mistyped, or a number alone. */
import { beginsBody, BEGINS_ROW, readBareNumber, readHeader, type RowHeader } from './header';
import { isOneSlip } from './spelling';
import { holdsStitchWord } from './stitch-words';
import { Cursor } from './text';

const BULLET_BEFORE = /^[-*+>#\u2022\u25cf\u25e6\u00b7]+ */;
/** A label where a line or a sentence begins; `length` runs to the row's first word. */
export type Label = { readonly header: RowHeader; readonly length: number };
/** Lists of row numbers may be long. */
const MOST_LABEL = 700;
const USUAL_LABEL = 120;

export function labelAt(line: string, at: number): Label | 'unclear' | null {
  const head = line.slice(at, at + 100).replace(/\s+/g, ' ');
  BEGINS_ROW.lastIndex = BULLET_BEFORE.exec(head)?.[0].length ?? 0;
  if (!BEGINS_ROW.test(head)) return null;
  for (const most of [USUAL_LABEL, MOST_LABEL]) {
    const label = labelWithin(line.slice(at, at + most));
    // What reaches the end of the stretch may go on behind it.
    if (label !== null && label !== 'unclear' && label.length < most) return label;
    if (most === MOST_LABEL) return label === null ? null : 'unclear';
  }
  return null;
}

function labelWithin(text: string): Label | 'unclear' | null {
  const cursor = new Cursor(text);
  const header = readHeader(cursor);
  return header === null || header === 'unclear' ? header : { header, length: cursor.origin(cursor.at) };
}

/** A number alone before the words of a row: "3: k2, p2". */
export function bareLabel(line: string, at: number): Label | null {
  if (!/\d/.test(line.charAt(at))) return null;
  const cursor = new Cursor(line.slice(at, at + USUAL_LABEL));
  const header = readBareNumber(cursor);
  if (!header) return null;
  const rest = cursor.text.slice(cursor.at);
  const works = holdsStitchWord(rest) || beginsBody(rest) || /^ *\d+:/.test(cursor.text);
  return works ? { header, length: cursor.origin(cursor.at) } : null;
}

/** Where a label that is not understood ends, by its marks or else by its first words. */
const ENDS = [/^[^:=]{1,40}?[:=]/, /^[^,.]{1,30}?[,.](?= )/, /^\S+(?: \S+)?/];

const ROW_WORDS = ['row', 'rows', 'round', 'rounds', 'rnd', 'rnds'];
const MISTYPED =
  /^[^a-z0-9]*(?:([a-z][a-z0-9]{1,6})\.? ?(?:\d{1,4}|(?:one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve)(?=[ ,:.]))|\d{1,4}(?:st|nd|rd|th) ([a-z]{2,7}))(?![a-z0-9/])/i;

/** "Rwo 3:", "3rd ruond": one slip of the pen from a label, before anything but the explanation of a crossing. */
export function mistyped(line: string): boolean {
  if (/[:=] *(?:sl|slip|place|put|skip)\b/i.test(line.slice(0, 60))) return false;
  const found = MISTYPED.exec(line);
  const word = (found?.[1] ?? found?.[2] ?? '').toLowerCase();
  return word !== '' && ROW_WORDS.some((right) => isOneSlip(word, right));
}

/** How much of a text a label that is not understood is. */
export function unclearLength(text: string): number {
  const head = text.slice(0, 60);
  const found = ENDS.map((end) => end.exec(head)).find((one) => one !== null);
  return Math.max(1, found?.[0].trimEnd().length ?? Math.min(20, text.trim().length));
}
