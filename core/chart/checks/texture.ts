/** Whether what a row leaves is what the next one goes on with. */
import { faceOfStitch, isSlip } from '../../stitch/looks';
import type { Face } from '../../stitch/types';
import { cellTaking, columnLinks, columnsGiven, columnsTaken } from '../laid';
import { placeKey, type PlacedLaidRow } from '../places';
import type { ChartDoubt } from './doubt';
import { crossingsIn, once, plainChanges, rowAbove, type LaidCrossing, type Woven } from './fabric';

/** A row of one face throughout: a ridge. */
function isRidge(woven: Woven, index: number): boolean {
  const faces = woven.faces[index] as readonly (Face | null)[];
  return faces.every((face) => face === faces[0] && face !== null);
}

/** Columns of the row above that go on from these; crossed, slipped and decreased stitches are lost sight of. */
function goingOn(woven: Woven, below: number, columns: readonly number[]): number[] {
  const above = rowAbove(woven, below);
  if (above === null) return [];
  return columns.flatMap((column) => onward(woven, above, column)?.column ?? []);
}

/**
 * Texture above a crossing: the next two rows, for the first of them often only repeats what it finds. A row that
 * changes other stitches as well (a ridge, garter) means to.
 */
export function textureDoubts(woven: Woven): ChartDoubt[] {
  return woven.rows.flatMap((row, index) => {
    let below = index;
    let open = crossingsIn(row).map((crossing) => ({ crossing, columns: columnsGiven(row, crossing.at) }));
    const doubts: ChartDoubt[] = [];
    for (let step = 0; step < 2 && open.length > 0; step += 1) {
      const above = rowAbove(woven, below);
      if (above === null || isRidge(woven, above)) return doubts;
      const changed = new Set(plainChanges(woven, below).map(({ column }) => column));
      const from = new Set(open.flatMap(({ columns }) => columns));
      const elsewhere = [...changed].some((column) => !from.has(column));
      const differs = ({ columns }: { columns: readonly number[] }) => {
        const count = columns.filter((column) => changed.has(column)).length;
        return count > 0 && (!elsewhere || count < columns.length);
      };
      for (const one of open.filter(differs)) doubts.push({ code: 'texture', at: one.crossing.place, above });
      open = open
        .filter((one) => !one.columns.some((column) => changed.has(column)))
        .map((one) => ({ ...one, columns: goingOn(woven, below, one.columns) }));
      below = above;
    }
    return doubts;
  });
}

/** A seam over which plain stitches change, in a chart where they do so nowhere else. */
export function closingDoubts(woven: Woven): ChartDoubt[] {
  const last = woven.rows.length - 1;
  if (woven.once || last - woven.setUps < 2) return [];
  const given = new Set(crossingsIn(woven.rows[last] as PlacedLaidRow).flatMap(({ at }) => columnsGiven(woven.rows[last] as PlacedLaidRow, at))); // prettier-ignore
  const seam = plainChanges(woven, last).filter(({ column }) => !given.has(column));
  const inside = Array.from({ length: last - woven.setUps }, (_, i) => woven.setUps + i);
  const [first] = seam;
  return first && inside.every((index) => plainChanges(woven, index).length === 0)
    ? [{ code: 'does-not-close', at: first.place }]
    : [];
}

/** The face of a strand after the row, and its column; null where it is crossed again or tells nothing. */
function onward(woven: Woven, index: number, column: number): { column: number; face: Face } | null {
  const row = woven.rows[index] as PlacedLaidRow;
  const at = cellTaking(row, column);
  if (!at || at.cell.kind !== 'stitch' || isSlip(at.cell.stitch)) return null;
  const link = columnLinks(row, at).find(([taken]) => taken === column);
  return link ? { column: link[1], face: faceOfStitch(at.cell.stitch) } : null;
}

/** The row in which a strand is purled, and stays so for another row; the two rows above are a matter of texture. */
function endOf(woven: Woven, crossing: LaidCrossing, start: number): number | null {
  let index: number | null = crossing.place.row;
  let column = start;
  let purled: number | null = null;
  for (let step = 1; step <= woven.rows.length; step += 1) {
    index = rowAbove(woven, index);
    if (index === null) return null;
    const next: ReturnType<typeof onward> = onward(woven, index, column);
    if (!next) return null;
    if (next.face === 'purl') {
      if (step <= 2) return null;
      if (purled !== null) return purled;
      purled = index;
    } else purled = null;
    column = next.column;
  }
  return null;
}

export function endingDoubts(woven: Woven): ChartDoubt[] {
  const doubts = woven.rows.flatMap((row, index) =>
    crossingsIn(row).flatMap((crossing): ChartDoubt[] => {
      const { cell } = crossing.at;
      if (cell.over.some((stitch) => stitch !== 'knit')) return [];
      const columns = columnsGiven(row, crossing.at);
      const from = cell.lean === 'right' ? 0 : columns.length - cell.over.length;
      const over = columns.slice(from, from + cell.over.length);
      const ends = over.flatMap((column) => endOf(woven, crossing, column) ?? []);
      const end = ends.length === over.length ? ends[0] : undefined;
      if (end === undefined) return [];
      const wide = plainChanges(woven, end === woven.setUps ? woven.rows.length - 1 : end - 1).length;
      const strands = (woven.rows[index] as PlacedLaidRow).takes;
      return wide * 2 > strands ? [] : [{ code: 'strand-ends', at: crossing.place, above: end }];
    }),
  );
  return once(doubts, ({ at }) => placeKey(at));
}

/** Crossings on top of crossings, where the chart else leaves plain rows between. */
export function againDoubts(woven: Woven): ChartDoubt[] {
  let kept = 0;
  const again: ChartDoubt[] = [];
  woven.rows.forEach((row, index) => {
    const next = rowAbove(woven, index);
    if (next === null) return;
    const above = woven.rows[next] as PlacedLaidRow;
    const crossed = new Map(crossingsIn(row).flatMap(({ at }, i) => columnsGiven(row, at).map((column) => [column, i]))); // prettier-ignore
    for (const { at, place } of crossingsIn(above)) {
      const shared = columnsTaken(above, at).filter((column) => crossed.has(column)).length;
      if (shared < 2 || at.cell.over.length + at.cell.under.length < 3) kept += 1;
      else again.push({ code: 'crossed-again', at: place });
    }
  });
  return again.length <= kept ? again : [];
}
