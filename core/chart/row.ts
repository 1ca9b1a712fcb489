/**
 * A row of a chart, good for any number of repeats. On a line it is *before, repeat ..., after*; the repeat may
 * start at another stitch in another row of the same chart, so crossings may straddle its border. On a ring
 * (work in the round that closes on itself) the repeat runs all the way round, starting `phase` stitches after
 * the start of the round, so a crossing may straddle the join.
 */
import { cellKey, gives, takes } from '../stitch/cells';
import type { Cell } from '../stitch/types';

export type LineRow = {
  readonly kind: 'line';
  readonly before: readonly Cell[];
  readonly repeat: readonly Cell[];
  readonly after: readonly Cell[];
  /** 1 when the row holds one repeat fewer than the panel (a shifted lattice row), else 0. */
  readonly fewer: 0 | 1;
};
export type RingRow = {
  readonly kind: 'ring';
  readonly repeat: readonly Cell[];
  /** Stitches from the start of the round to the first repeat. */
  readonly phase: number;
};
export type Row = LineRow | RingRow;

/** A stitch count for n repeats: `base + perRepeat * n`. */
export type LinearForm = { readonly base: number; readonly perRepeat: number };

export const countFor = (form: LinearForm, repeats: number) => form.base + form.perRepeat * repeats;
export const sameForm = (a: LinearForm, b: LinearForm) => a.base === b.base && a.perRepeat === b.perRepeat;

const sum = (cells: readonly Cell[], of: (cell: Cell) => number) =>
  cells.reduce((total, cell) => total + of(cell), 0);
export const takesOf = (cells: readonly Cell[]) => sum(cells, takes);
export const givesOf = (cells: readonly Cell[]) => sum(cells, gives);

function form(row: Row, of: (cells: readonly Cell[]) => number): LinearForm {
  const perRepeat = of(row.repeat);
  if (row.kind === 'ring') return { base: 0, perRepeat };
  return { base: of(row.before) + of(row.after) - row.fewer * perRepeat, perRepeat };
}
export const takesForm = (row: Row) => form(row, takesOf);
export const givesForm = (row: Row) => form(row, givesOf);

/**
 * The cells of a row for n >= 1 repeats, from the right edge (line) or from `phase` stitches after the start of
 * the round (ring; the last cell may then reach over the join).
 */
export function expandRow(row: Row, repeats: number): Cell[] {
  const times = row.kind === 'ring' ? repeats : repeats - row.fewer;
  const cells: Cell[] = row.kind === 'ring' ? [] : row.before.slice();
  for (let i = 0; i < times; i += 1) for (const cell of row.repeat) cells.push(cell);
  if (row.kind === 'line') for (const cell of row.after) cells.push(cell);
  return cells;
}

const last = (cells: readonly Cell[]) => cells[cells.length - 1];
const startsWith = (cells: readonly Cell[], head: readonly Cell[]) =>
  cells.length >= head.length && head.every((cell, i) => cellKey(cell) === cellKey(cells[i] as Cell));

function normalLine(row: LineRow): LineRow {
  const before = [...row.before];
  const repeat = [...row.repeat];
  const after = [...row.after];
  if (repeat.length === 0)
    return { kind: 'line', before: [], repeat, after: [...before, ...after], fewer: 0 };
  for (let end = last(before); end && cellKey(end) === cellKey(last(repeat) as Cell); end = last(before)) {
    before.pop();
    repeat.pop();
    repeat.unshift(end);
    after.unshift(end);
  }
  const closes = row.fewer === 1 && startsWith(after, repeat);
  return { kind: 'line', before, repeat, after: closes ? after.slice(repeat.length) : after, fewer: closes ? 0 : row.fewer }; // prettier-ignore
}

function normalRing(row: RingRow): RingRow {
  const width = takesOf(row.repeat);
  const repeat = [...row.repeat];
  if (width === 0) return { kind: 'ring', repeat, phase: 0 };
  let phase = row.phase % width;
  for (let end = last(repeat); end && phase > 0 && takes(end) <= phase; end = last(repeat)) {
    repeat.pop();
    repeat.unshift(end);
    phase -= takes(end);
  }
  return { kind: 'ring', repeat, phase };
}

/** Earliest start of the repeat, fewest cells before it: two rows that expand alike for every n are equal here. */
export const normalRow = (row: Row): Row => (row.kind === 'line' ? normalLine(row) : normalRing(row));

const keys = (cells: readonly Cell[]) => cells.map(cellKey).join(' ');

/** A text that is equal for rows with equal normal forms. */
export function rowKey(row: Row): string {
  const normal = normalRow(row);
  if (normal.kind === 'ring') return `ring ${normal.phase} [${keys(normal.repeat)}]`;
  return `line ${normal.fewer} ${keys(normal.before)} [${keys(normal.repeat)}] ${keys(normal.after)}`;
}
