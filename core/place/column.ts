/**
 * The column of a panel in which rows are counted from a crossing up: on top, never slipped, all of Vs, as far as there is one.
 * Common practice, no published source.
 */
import { cellGiving, columnLinks, columnsGiven, strandUp } from '../chart/laid';
import type { CrossingAt } from '../piece/crossings';
import type { WorkRow } from '../piece/work-row';
import { stitchesAfter } from '../stitch/cells';
import { isSlip, isSlipped, looksOf } from '../stitch/looks';
import type { Face } from '../stitch/types';

/** A crossing of 1 over 1 leaves no hole to poke a needle into. */
export const isTwist = (at: CrossingAt) => stitchesAfter(at.cell).length <= 2;

export type Column = {
  readonly columns: readonly number[];
  /** Rows in which the column was worked, not slipped. */
  readonly worked: number;
  readonly seen: 'V' | 'bump' | 'stitch';
};

/** The face that a row leaves in a column, seen from the RS; null where it was slipped. */
export function faceIn({ laid }: WorkRow, column: number): Face | null {
  const at = cellGiving(laid, column);
  if (!at || isSlipped(at.cell)) return null;
  const index = columnsGiven(laid, at).indexOf(column);
  if (at.cell.kind === 'crossing' && isSlip(stitchesAfter(at.cell)[index]?.stitch ?? 'knit')) return null;
  return looksOf(at.cell, [])[index] ?? null;
}

export function follow(rows: readonly WorkRow[], start: number): Column {
  const laid = rows.map((row) => row.laid);
  const columns = [start, ...strandUp(laid.slice(1), start)];
  const faces = columns.flatMap((column, i) => faceIn(rows[i] as WorkRow, column) ?? []);
  const [first] = faces;
  const seen = faces.some((face) => face !== first) ? 'stitch' : first === 'purl' ? 'bump' : 'V';
  return { columns, worked: faces.length, seen };
}

/** The best column from a crossing up: on top, never slipped and all of Vs if there is one such; else the next best. */
export function bestColumn(rows: readonly WorkRow[], crossing: CrossingAt): Column {
  const first = rows[0] as WorkRow;
  const order = stitchesAfter(crossing.cell).map(({ group }, i) => ({ group, i }));
  const given = new Set(columnLinks(first.laid, crossing).map(([, g]) => g));
  const candidates = [
    ...order.filter(({ group }) => group === 'over'),
    ...order.filter(({ group }) => group !== 'over'),
  ]
    .map(({ i }) => (crossing.given + i) % first.laid.gives)
    .filter((column) => given.has(column))
    .map((column) => follow(rows, column));
  const unslipped = candidates.filter(({ worked }) => worked === rows.length);
  return (
    unslipped.find(({ seen }) => seen === 'V') ??
    unslipped.find(({ seen }) => seen === 'bump') ??
    unslipped[0] ??
    (candidates[0] as Column)
  );
}
