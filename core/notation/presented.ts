/** "Knit the knits and purl the purls": a row derived from what the row below shows. */
import { isSlipped, looksOfRow } from '../stitch/looks';
import { stitch, type Cell, type Face } from '../stitch/types';
import { expandRow, givesForm, takesOf, type Row } from '../chart/row';
import { rowFromExpansions } from './infer';

/** Rows from the first set-up row on; null where a row is not known yet. */
type PartlyKnown = readonly (Row | null)[];

export const hasSlips = (cells: readonly Cell[]) =>
  cells.some(
    (cell) =>
      isSlipped(cell) ||
      (cell.kind === 'crossing' &&
        [...cell.over, ...cell.under, ...(cell.centre?.stitches ?? [])].some((s) => s.startsWith('slip'))),
  );

/** The row that row `index` is worked onto the first time; -1 if there is none. Without set-up rows, the last one. */
export function rowBelow(rows: PartlyKnown, setUps: number, index: number): number {
  return index === 0 && setUps === 0 ? rows.length - 1 : index - 1;
}

/**
 * Faces that a row leaves for n repeats, by column. Slipped stitches are followed downwards, round the repeat if
 * need be; null when they lead to an unknown row or never to a worked stitch.
 */
function faces(rows: PartlyKnown, setUps: number, index: number, n: number, depth = 0): Face[] | null {
  const row = rows[index];
  if (!row || depth > rows.length) return null;
  const cells = expandRow(row, n);
  const under = rowBelow(rows, setUps, index);
  const taken = hasSlips(cells) ? (under < 0 ? null : faces(rows, setUps, under, n, depth + 1)) : [];
  if (!taken) return null;
  if (row.kind === 'line') return looksOfRow(cells, taken);
  const width = takesOf(cells);
  const turned = taken.map((_, i) => taken[(i + row.phase) % width] as Face);
  const looks = looksOfRow(cells, turned);
  return looks.map((_, i) => looks[(i - row.phase + looks.length * 2) % looks.length] as Face);
}

const presentedCell = (face: Face, slipPurls: boolean): Cell =>
  slipPurls && face === 'knit' ? stitch('slipBehind') : stitch(face);

/**
 * The row worked above row `index` as the stitches present themselves. Seen from the WS a knit column is a purl:
 * with `slipPurls` that one is slipped with its float on the WS. Null if the row below does not settle it.
 */
export function presentedRow(
  rows: PartlyKnown,
  setUps: number,
  index: number,
  slipPurls: boolean,
): Row | null {
  const lower = rows[index];
  if (!lower || faces(rows, setUps, index, 3) === null) return null;
  const cells = (n: number) =>
    (faces(rows, setUps, index, n) ?? []).map((face) => presentedCell(face, slipPurls));
  if (lower.kind === 'ring') return { kind: 'ring', repeat: cells(1), phase: 0 };
  return rowFromExpansions(cells, givesForm(lower).perRepeat);
}
