/** How far down each stitch on the needle must drop: the rows that are pulled out under it, stitch by stitch over the links. */
import { columnLinks, columnsGiven, type LaidRow } from '../chart/laid';
import { loopKey, type Loop } from './needle';
import type { Released } from './released';

/** Rows by which each of some loops on the needle drops; 0 for one that stays. */
export function dropsOf(group: readonly Loop[], set: Released, rowOf: (row: number) => LaidRow): number[] {
  const known = new Map<number, number>();
  for (const { row, cells } of set.rows) {
    const laid = rowOf(row);
    for (const i of cells) {
      const at = laid.cells[i];
      if (!at) continue;
      const joined = columnLinks(laid, at);
      for (const column of columnsGiven(laid, at)) {
        const own = joined.filter(([, given]) => given === column);
        const depths = own.map(([taken]) => known.get(loopKey({ row: row - 1, column: taken })) ?? 0);
        known.set(loopKey({ row, column }), 1 + Math.max(0, ...depths));
      }
    }
  }
  return group.map((loop) => known.get(loopKey(loop)) ?? 0);
}
