/** Fabric as loops: each pulled through others, and those of one cell made together. */
import type { LaidCell, LaidRow } from '../chart/laid';
import { gives, takes } from '../stitch/cells';
import type { Cell } from '../stitch/types';

/** A loop pulled through others. Those of one cell were made together. */
export type Stitched = {
  readonly row: number;
  readonly cell: Made;
  /** From the right edge of its cell. */
  readonly index: number;
};
export type Made = {
  readonly row: number;
  readonly cell: Cell;
  /** From the right. */
  readonly through: readonly Stitched[];
  readonly loops: Stitched[];
};
/** Knits a row of cells from the right edge on loops listed from there. Cells may be rotated on a ring. */
export function knitRow(
  row: number,
  cells: readonly LaidCell[],
  laid: LaidRow,
  below: readonly Stitched[],
): Stitched[] {
  const out: Stitched[] = new Array<Stitched>(laid.gives);
  for (const { cell, taken, given } of cells) {
    const through = Array.from(
      { length: takes(cell) },
      (_, i) => below[(taken + i) % laid.takes] as Stitched,
    );
    make(row, cell, through).forEach((loop, i) => (out[(given + i) % laid.gives] = loop));
  }
  return out;
}

/** The loops that a cell leaves, from the right. */
export function make(row: number, cell: Cell, through: readonly Stitched[]): Stitched[] {
  const made: Made = { row, cell, through, loops: [] };
  for (let index = 0; index < gives(cell); index += 1) made.loops.push({ row, cell: made, index });
  return made.loops;
}
