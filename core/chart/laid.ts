/** A row of cells laid out on the columns of the needle; on a ring, columns are counted round and round. */
import { gives, links, takes } from '../stitch/cells';
import type { Cell } from '../stitch/types';

export type LaidCell = {
  readonly cell: Cell;
  /** First column taken in the row below, and first column given, both 0-based from the right edge. */
  readonly taken: number;
  readonly given: number;
};
export type LaidRow = {
  readonly cells: readonly LaidCell[];
  readonly takes: number;
  readonly gives: number;
};

/** Lays cells side by side from a column of the row below and a column of their own row. */
export function layRow(cells: readonly Cell[], firstTaken = 0, firstGiven = firstTaken): LaidRow {
  let taken = firstTaken;
  let given = firstGiven;
  const laid = cells.map((cell) => {
    const here = { cell, taken, given };
    taken += takes(cell);
    given += gives(cell);
    return here;
  });
  return { cells: laid, takes: taken - firstTaken, gives: given - firstGiven };
}

function span(from: number, count: number, width: number): number[] {
  const columns: number[] = [];
  for (let i = 0; i < count; i += 1) columns.push((from + i) % width);
  return columns;
}

/** Columns of the row below that the cell takes, from its right edge. */
export const columnsTaken = (row: LaidRow, at: LaidCell) => span(at.taken, takes(at.cell), row.takes);
/** Columns of its own row that the cell gives. */
export const columnsGiven = (row: LaidRow, at: LaidCell) => span(at.given, gives(at.cell), row.gives);

/** By column: which cell takes it, and which gives it; -1 for none. Found once a row, for many ask. */
type ColumnIndex = { readonly taking: Int32Array; readonly giving: Int32Array };
const indices = new WeakMap<LaidRow, ColumnIndex>();

function indexOf(row: LaidRow): ColumnIndex {
  const known = indices.get(row);
  if (known) return known;
  const taking = new Int32Array(row.takes).fill(-1);
  const giving = new Int32Array(row.gives).fill(-1);
  const mark = (columns: Int32Array, from: number, count: number, cell: number) => {
    for (let i = 0; i < count; i += 1) {
      const column = (from + i) % columns.length;
      if (columns[column] === -1) columns[column] = cell;
    }
  };
  row.cells.forEach((at, i) => {
    mark(taking, at.taken, takes(at.cell), i);
    mark(giving, at.given, gives(at.cell), i);
  });
  const index = { taking, giving };
  indices.set(row, index);
  return index;
}

/** Columns are counted round and round. */
const around = (columns: Int32Array, column: number): number =>
  columns.length === 0 ? -1 : (columns[((column % columns.length) + columns.length) % columns.length] ?? -1);

/** Place among the row's cells of the one that takes a column of the row below; -1 for none. */
export const indexTaking = (row: LaidRow, column: number) => around(indexOf(row).taking, column);
/** The cell that gives a column. */
export const cellGiving = (row: LaidRow, column: number) => row.cells[around(indexOf(row).giving, column)];
/** The cell that takes a column of the row below. */
export const cellTaking = (row: LaidRow, column: number) => row.cells[indexTaking(row, column)];

/** Columns (below, here) joined by a cell's links. */
export function columnLinks(row: LaidRow, at: LaidCell): (readonly [taken: number, given: number])[] {
  return links(at.cell).map(([taken, given]) => [
    (at.taken + taken) % row.takes,
    (at.given + given) % row.gives,
  ]);
}

/**
 * Follows one strand upwards from a column given by the row below `rows[0]`: its column after each row. At a
 * decrease it goes on in the stitch that remains, at an increase in the first of the two.
 */
export function strandUp(rows: readonly LaidRow[], from: number): number[] {
  let at = from;
  return rows.map((row) => {
    const taking = cellTaking(row, at);
    const link = taking && columnLinks(row, taking).find(([taken]) => taken === at);
    at = link ? link[1] : at;
    return at;
  });
}
