/** "Knit the knits and purl the purls": a row derived from what the row below shows. */
import { isSlipped, looksOfRow } from '../stitch/looks';
import { stitch, type Cell, type Face } from '../stitch/types';
import { expandRow, givesForm, takesOf, type Row } from '../chart/row';
import { rowFromExpansions } from './infer';

/** Faces that a row leaves for n repeats, slipped stitches followed downwards (round the repeat if need be). */
function faces(rows: readonly Row[], setUps: number, index: number, n: number, depth = 0): Face[] {
  const row = rows[index] as Row;
  const cells = expandRow(row, n);
  const under = index === setUps || index === 0 ? rows.length - 1 : index - 1;
  const needsBelow = cells.some((cell) => isSlipped(cell) || cell.kind === 'crossing') && depth <= rows.length;
  const below = needsBelow ? faces(rows, setUps, under, n, depth + 1) : [];
  if (row.kind === 'line') return looksOfRow(cells, below);
  const width = takesOf(cells);
  const turned = Array.from({ length: below.length }, (_, i) => below[(i + row.phase) % width] as Face);
  const looks = looksOfRow(cells, turned);
  return looks.map((_, i) => looks[(i - row.phase + looks.length * 2) % looks.length] as Face);
}

const presentedCell = (face: Face, slipPurls: boolean): Cell =>
  slipPurls && face === 'knit' ? stitch('slipBehind') : stitch(face);

/** A row worked as the stitches present themselves. Seen from the WS a knit column is a purl: that one is slipped. */
export function presentedRow(rows: readonly Row[], setUps: number, index: number, slipPurls: boolean): Row | null {
  const below = rows[index] as Row;
  const cells = (n: number) => faces(rows, setUps, index, n).map((face) => presentedCell(face, slipPurls));
  if (below.kind === 'ring') return { kind: 'ring', repeat: cells(1), phase: 0 };
  return rowFromExpansions(cells, givesForm(below).perRepeat);
}
