/** What the loops on the needle show: the faces that a finished row leaves, slipped stitches followed down. */
import { columnLinks, columnsGiven, cellGiving, type LaidCell, type LaidRow } from '../chart/laid';
import { stitchesAfter } from '../stitch/cells';
import { faceOfStitch, isSlip, looksOf } from '../stitch/looks';
import type { Cell, Face } from '../stitch/types';
import { made, type Worksheet } from './worksheet';

/** A slipped column is followed at most this far; beyond it shows as a knit stitch. */
const DEEPEST = 24;

class Loops {
  private readonly rows = new Map<number, LaidRow>();

  constructor(private readonly sheet: Worksheet) {}

  private laid(row: number): LaidRow {
    const found = this.rows.get(row) ?? made(this.sheet, row).laid;
    this.rows.set(row, found);
    return found;
  }

  /** The face of one column given by a row, seen from the RS. */
  private face(row: number, column: number, depth: number): Face {
    if (row < 1 || depth > DEEPEST) return 'knit';
    const laid = this.laid(row);
    const at = cellGiving(laid, column);
    if (!at) return 'knit';
    const index = columnsGiven(laid, at).indexOf(column);
    const stitch =
      at.cell.kind === 'crossing'
        ? stitchesAfter(at.cell)[index]?.stitch
        : at.cell.kind === 'stitch'
          ? at.cell.stitch
          : null;
    if (!stitch || !isSlip(stitch)) return looksOf(at.cell, [])[index] as Face;
    const link = columnLinks(laid, at).find(([, given]) => given === column);
    return this.face(row - 1, link?.[0] ?? 0, depth + 1);
  }

  faces(row: number): Face[] {
    const laid = this.laid(row);
    const out = new Array<Face>(laid.gives).fill('knit');
    for (const at of laid.cells) {
      const first = at.given % Math.max(1, laid.gives);
      if (at.cell.kind === 'stitch')
        out[first] = isSlip(at.cell.stitch) ? this.face(row, first, 0) : faceOfStitch(at.cell.stitch);
      else this.facesOfCell(row, laid, at, out);
    }
    return out;
  }

  private facesOfCell(row: number, laid: LaidRow, at: LaidCell, out: Face[]) {
    const follow = this.needsBelow(at.cell);
    const below = columnLinks(laid, at).map(([taken]): Face =>
      follow ? this.face(row - 1, taken, 1) : 'knit',
    );
    const looks = looksOf(at.cell, below);
    columnsGiven(laid, at).forEach((column, i) => (out[column] = looks[i] as Face));
  }

  private needsBelow(cell: Cell): boolean {
    return cell.kind === 'crossing' && stitchesAfter(cell).some(({ stitch }) => isSlip(stitch));
  }
}

/** Faces by column, seen from the RS, after a piece row as it was made. Row 0 (the cast-on) shows knit loops. */
export function facesAfter(sheet: Worksheet, row: number): Face[] {
  if (row < 1) return [];
  return new Loops(sheet).faces(row);
}
