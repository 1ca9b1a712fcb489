/**
 * "p2, p4" where "p6" would do, and where the first two stitches show otherwise in every other row: one of the
 * letters is a slip of the pen, most likely. Either sign alone is common and sound (edge stitches; bobbles of texture).
 */
import { expandRow, type Row } from '../chart/row';
import { faceOfStitch, isSlip } from '../stitch/looks';
import { stitchesAfter, takes } from '../stitch/cells';
import type { Cell, Face } from '../stitch/types';
import { expandWords, type RowWords } from './placed-row';
import type { TextSpan } from './problems';
import type { Item } from './syntax';
import type { WrittenRow } from './rows';

const REPEATS = 2;

/** What each stitch of a laid row shows, and whether it was worked plainly; null for what changes counts. */
function facesOf(cells: readonly Cell[]): { face: Face; plain: boolean }[] | null {
  const out: { face: Face; plain: boolean }[] = [];
  for (const cell of cells) {
    if (cell.kind === 'stitch' && !isSlip(cell.stitch))
      out.push({ face: faceOfStitch(cell.stitch), plain: true });
    else if (cell.kind === 'crossing')
      out.push(...stitchesAfter(cell).map(({ stitch }) => ({ face: faceOfStitch(stitch), plain: false })));
    else return null;
  }
  return out;
}

const plainOf = (item: Item | undefined) =>
  item?.kind === 'cell' && item.cell.kind === 'stitch' ? item.cell.stitch : null;

/** Neighbours in a list of items that work the same stitch, with nothing but a comma between them. */
function twiceIn(items: readonly Item[], text: string): TextSpan[] {
  return items.flatMap((item, i) => {
    if (item.kind === 'group' || item.kind === 'repeat') return twiceIn(item.items, text);
    const next = items[i + 1];
    if (!next || plainOf(item) === null || plainOf(item) !== plainOf(next)) return [];
    const between = text.slice(item.span.from + item.span.length, next.span.from);
    return /^[\s,;]*(?:and )?$/.test(between) ? [item.span, next.span] : [];
  });
}

/** Places of the doubtful stitches, one a row. */
export function saidTwice(
  text: string,
  written: readonly WrittenRow[],
  rows: readonly Row[],
  words: readonly RowWords[],
): { readonly index: number; readonly at: TextSpan }[] {
  if (rows.length < 3 || rows.some(({ kind }) => kind === 'ring')) return [];
  const laid = rows.map((row) => facesOf(expandRow(row, REPEATS)));
  return written.flatMap(({ body }, index) => {
    const spans = twiceIn(body.items, text);
    const [own, below, above] = [
      laid[index],
      laid[index - 1] ?? laid[laid.length - 1],
      laid[index + 1] ?? laid[0],
    ];
    if (spans.length === 0 || !own || !below || !above) return [];
    const row = rows[index] as Row;
    const from = expandWords(words[index] as RowWords, row, REPEATS).flatMap((span, i) =>
      Array.from({ length: takes(expandRow(row, REPEATS)[i] as Cell) }, () => span.from),
    );
    const stands = (column: number) => {
      const face = own[column]?.face;
      const others = laid.filter((other, i) => i !== index && other?.[column]?.face === face);
      return face !== below[column]?.face && above[column]?.plain === true && others.length === 0;
    };
    const odd = spans.find((span) => {
      const columns = from.flatMap((at, column) => (at === span.from ? [column] : []));
      return columns.length > 0 && columns.every(stands);
    });
    return odd ? [{ index, at: odd }] : [];
  });
}
