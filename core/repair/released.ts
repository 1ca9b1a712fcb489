/**
 * What a laddered repair must undo: from a crossing that went wrong up to the needle, stitch by stitch over the
 * links. A cell that takes a released stitch is undone whole, so a crossing brings its other stitches in, from
 * its own row up. Common practice, no published source.
 */
import { columnsGiven, columnsTaken, type LaidCell, type LaidRow } from '../chart/laid';
import { isSlipped } from '../stitch/looks';
import { takes } from '../stitch/cells';
import type { Crossing } from '../stitch/types';

/** One undone row: its loose strand, and what is worked with it. */
export type Rung = {
  /** 0 is the row of the fault. */
  readonly index: number;
  readonly cells: readonly LaidCell[];
  /** Released stitches: columns of this row, right edge first. */
  readonly columns: readonly number[];
  /** False when every stitch was slipped: the strand is a float, nothing is worked with it. */
  readonly worked: boolean;
};
export type Released = {
  /** From the row of the fault up to the needle. */
  readonly rungs: readonly Rung[];
  /** Loose strands to work with. */
  readonly strands: number;
  /** Crossings to be made again, the faulty one first, from the bottom up. */
  readonly remake: readonly { readonly index: number; readonly at: LaidCell & { readonly cell: Crossing } }[];
  /** Stitches to drop off the needle. */
  readonly onNeedle: readonly number[];
};

/** Made out of the strand between two stitches, an increase stands only as long as both of them do. */
function strandDisturbed(row: LaidRow, at: LaidCell, below: ReadonlySet<number>): boolean {
  if (takes(at.cell) > 0 || at.cell.kind !== 'increase') return false;
  const right = (at.taken - 1 + row.takes) % row.takes;
  const left = at.taken % row.takes;
  return at.cell.how === 'make' ? below.has(right) || below.has(left) : below.has(right) && below.has(left);
}

function undoneCells(row: LaidRow, below: ReadonlySet<number>): LaidCell[] {
  return row.cells.filter(
    (at) => columnsTaken(row, at).some((column) => below.has(column)) || strandDisturbed(row, at, below),
  );
}

function rungOf(row: LaidRow, cells: readonly LaidCell[], index: number): Rung {
  const columns = cells.flatMap((at) => columnsGiven(row, at)).sort((a, b) => a - b);
  return { index, cells, columns, worked: cells.some(({ cell }) => !isSlipped(cell)) };
}

/**
 * @param rows the made rows from the row of the fault to the last one worked in these stitches
 * @param fault the cell that went wrong, of `rows[0]`
 */
export function released(rows: readonly LaidRow[], fault: LaidCell): Released {
  const rungs: Rung[] = [];
  let below: ReadonlySet<number> = new Set();
  for (const [index, row] of rows.entries()) {
    const cells =
      index === 0
        ? row.cells.filter((at) => at.given === fault.given && at.cell === fault.cell)
        : undoneCells(row, below);
    const rung = rungOf(row, cells, index);
    rungs.push(rung);
    below = new Set(rung.columns);
  }
  const remake = rungs.flatMap(({ index, cells }) =>
    cells.flatMap((at) => (at.cell.kind === 'crossing' ? [{ index, at: { ...at, cell: at.cell } }] : [])),
  );
  const strands = rungs.filter(({ worked, columns }) => worked && columns.length > 0).length;
  return { rungs, strands, remake, onNeedle: rungs[rungs.length - 1]?.columns ?? [] };
}
