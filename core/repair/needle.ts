/**
 * The stitches on the needle when a repair begins, in the order in which a right-side row meets them. Of the row in hand
 * some cells are worked: they stand on the needle as stitches of that row, the others as those of the row below.
 */
import { cellGiving, columnsGiven, columnsTaken, type LaidCell, type LaidRow } from '../chart/laid';
import { modulo } from '../indices';
import { roundStart } from '../piece/marker';
import { hasRow, sideOf, workingOf, type Worksheet } from '../piece/worksheet';
import { takes } from '../stitch/cells';
import type { Direction, Hand } from '../stitch/types';

/** Where the work is: rows finished, and cells of the next one that are worked. No-stitch cells do not count. */
export type Spot = { readonly done: number; readonly worked: number };

/** A loop, by the row that made it and its column there. */
export type Loop = { readonly row: number; readonly column: number };
/** A number of its own for every loop; no row of a piece has so many stitches. */
export const loopKey = ({ row, column }: Loop) => row * 65_536 + column;

/** The direction of a row worked from the RS. Unturned rows run both ways; a repair runs as most are told. */
export const rsDirection = ({ plan }: Worksheet, hand: Hand): Direction =>
  plan.construction === 'unturned' || hand === 'right' ? 'rightToLeft' : 'leftToRight';

export type RowInHand = {
  readonly row: number;
  readonly laid: LaidRow;
  /** Its cells as a right-side row meets them. */
  readonly cells: readonly LaidCell[];
  /** Whether the row itself runs so. */
  readonly along: boolean;
  /** Whether the wrong side faces her. */
  readonly wrongSide: boolean;
};

const counts = ({ cell }: LaidCell) => cell.kind !== 'noStitch';

/** A row's cells from the place where it begins, from right to left or the other way. */
export function inPath(
  sheet: Worksheet,
  row: number,
  laid: LaidRow,
  hand: Hand,
  direction: Direction,
): LaidCell[] {
  const { start } = roundStart(sheet, row, workingOf(sheet.plan, row, hand).direction);
  const at = laid.cells.findIndex((one) => modulo(one.taken, Math.max(1, laid.takes)) === start);
  const from = at > 0 ? [...laid.cells.slice(at), ...laid.cells.slice(0, at)] : [...laid.cells];
  return direction === 'rightToLeft' ? from : from.reverse();
}

/** The row in hand; null when every row is done. */
export function rowInHand(
  sheet: Worksheet,
  row: number,
  rowOf: (row: number) => LaidRow,
  hand: Hand,
): RowInHand | null {
  if (!hasRow(sheet, row)) return null;
  const laid = rowOf(row);
  const rs = rsDirection(sheet, hand);
  const cells = inPath(sheet, row, laid, hand, rs).filter(counts);
  const along = workingOf(sheet.plan, row, hand).direction === rs;
  return { row, laid, cells, along, wrongSide: sideOf(sheet.plan, row) === 'WS' };
}

/** Cells worked before the needles' tips meet, as a set. */
export function workedCells({ cells, along }: RowInHand, worked: number): ReadonlySet<LaidCell> {
  return new Set(along ? cells.slice(0, worked) : cells.slice(Math.max(0, cells.length - worked)));
}

const inDirection = (columns: number[], direction: Direction) =>
  direction === 'rightToLeft' ? columns : columns.reverse();

/** All loops on the needle, and how many of them come before the tips. */
export function loopsOnNeedle(
  inHand: RowInHand,
  worked: number,
  direction: Direction,
): { readonly loops: readonly Loop[]; readonly tips: number } {
  const done = workedCells(inHand, worked);
  let tips = 0;
  const loops = inHand.cells.flatMap((at): Loop[] => {
    const isDone = done.has(at);
    const columns = isDone ? columnsGiven(inHand.laid, at) : columnsTaken(inHand.laid, at);
    if (isDone === inHand.along) tips += columns.length;
    const row = isDone ? inHand.row : inHand.row - 1;
    return inDirection(columns, direction).map((column) => ({ row, column }));
  });
  return { loops, tips };
}

/** The loops of a finished row, where no other is in hand: all of them wait. */
export function loopsOfRow(laid: LaidRow, row: number, direction: Direction): readonly Loop[] {
  const columns = Array.from({ length: laid.gives }, (_, column) => column);
  return inDirection(columns, direction).map((column) => ({ row, column }));
}

/** So many cells come before a loop index of the unworked part, and how many loops of it are left over. */
export function cellsBefore(cells: readonly LaidCell[], loops: number): { cells: number; over: number } {
  let at = 0;
  for (const [i, { cell }] of cells.entries()) {
    if (at + takes(cell) > loops) return { cells: i, over: loops - at };
    at += takes(cell);
  }
  return { cells: cells.length, over: 0 };
}

/** The cells of a row that give some columns, one after the other. */
export function cellsGiving(laid: LaidRow, columns: readonly number[]): LaidCell[] {
  const cells: LaidCell[] = [];
  for (const column of columns) {
    const at = cellGiving(laid, column);
    if (at && cells[cells.length - 1] !== at) cells.push(at);
  }
  return cells;
}
