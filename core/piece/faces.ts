/** What the loops on the needle show: the faces that a finished row leaves, slipped stitches followed down. */
import { columnLinks, columnsGiven, columnsTaken, cellGiving, type LaidRow } from '../chart/laid';
import { looksOf } from '../stitch/looks';
import type { Face } from '../stitch/types';
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
    const below = columnsTaken(laid, at);
    const index = columnsGiven(laid, at).indexOf(column);
    const looks = looksOf(at.cell, []);
    const slipped = at.cell.kind === 'stitch' ? at.cell.stitch.startsWith('slip') : false;
    return slipped ? this.face(row - 1, below[0] as number, depth + 1) : (looks[index] as Face);
  }

  faces(row: number): Face[] {
    const laid = this.laid(row);
    const out = new Array<Face>(laid.gives).fill('knit');
    for (const at of laid.cells) {
      const given = columnsGiven(laid, at);
      const slipped = at.cell.kind === 'stitch' && at.cell.stitch.startsWith('slip');
      const crossed = at.cell.kind === 'crossing' ? columnLinks(laid, at) : [];
      const below: Face[] = [];
      for (const [taken] of crossed)
        below.push(this.needsBelow(at.cell) ? this.face(row - 1, taken, 1) : 'knit');
      const looks = slipped ? [this.face(row, given[0] as number, 0)] : looksOf(at.cell, below);
      given.forEach((column, i) => (out[column] = looks[i] as Face));
    }
    return out;
  }

  private needsBelow(cell: LaidRow['cells'][number]['cell']): boolean {
    return (
      cell.kind === 'crossing' && [...cell.over, ...cell.under].some((stitch) => stitch.startsWith('slip'))
    );
  }
}

/** Faces by column, seen from the RS, after a piece row as it was made. Row 0 (the cast-on) shows knit loops. */
export function facesAfter(sheet: Worksheet, row: number): Face[] {
  if (row < 1) return [];
  return new Loops(sheet).faces(row);
}
