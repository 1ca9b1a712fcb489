/** Finds the *before, repeat, after* of a row from how it looks for a few numbers of repeats. */
import { cellKey, takes } from '../stitch/cells';
import type { Cell } from '../stitch/types';
import { expandRow, normalRow, type LineRow } from '../chart/row';

const keysOf = (cells: readonly Cell[]) => cells.map(cellKey);
const same = (a: readonly string[], b: readonly string[]) =>
  a.length === b.length && a.every((key, i) => key === b[i]);

/** Cells at the head of a row that take `width` stitches. */
function cellsTaking(cells: readonly Cell[], from: number, width: number): number {
  let taken = 0;
  let at = from;
  while (at < cells.length && taken < width) taken += takes(cells[at++] as Cell);
  return taken === width ? at - from : -1;
}

/** Takes repeats off the front of a list, at most `most`. */
function strip(
  cells: readonly Cell[],
  repeat: readonly Cell[],
  most: number,
): { rest: readonly Cell[]; times: number } {
  let times = 0;
  let rest = cells;
  const key = keysOf(repeat);
  while (times < most && same(keysOf(rest.slice(0, repeat.length)), key)) {
    rest = rest.slice(repeat.length);
    times += 1;
  }
  return { rest, times };
}

/**
 * @param cellsFor the row's cells for n repeats, from the right edge
 * @param width stitches taken by one repeat
 * @returns null when no line row expands to them
 */
export function rowFromExpansions(cellsFor: (n: number) => readonly Cell[], width: number): LineRow | null {
  const [three, four, six] = [cellsFor(3), cellsFor(4), cellsFor(6)];
  for (let at = 0; at <= three.length; at += 1) {
    const length = cellsTaking(four, at, width);
    if (length < 0) continue;
    const rest = [...four.slice(0, at), ...four.slice(at + length)];
    if (!same(keysOf(rest), keysOf(three))) continue;
    const repeat = four.slice(at, at + length);
    const { rest: after, times } = strip(three.slice(at), repeat, 3);
    if (times < 2) continue;
    const row = normalRow({
      kind: 'line',
      before: four.slice(0, at),
      repeat,
      after,
      fewer: times === 3 ? 0 : 1,
    }) as LineRow;
    return same(keysOf(expandRow(row, 6)), keysOf(six)) ? row : null;
  }
  return null;
}
