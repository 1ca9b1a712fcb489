/**
 * Decreases over cables in the last row before the bind-off (or before a plain border): without them the edge flares,
 * because the cables no longer draw it in. About one for every four crossed stitches: common practice, no published
 * source.
 */
import { expandRow } from '../chart/row';
import { layRow } from '../chart/laid';
import { takes } from '../stitch/cells';
import { isCrossing } from '../piece/crossings';
import type { PanelRow } from '../piece/work-row';
import { charted, type Worksheet } from '../piece/worksheet';
import { spreadDecreases } from './even';
import { panelStitches } from '../chart/drawn-in';

const CROSSED_FOR_ONE = 4;

type Interval = readonly [from: number, to: number];

const merged = (intervals: readonly Interval[]) =>
  [...intervals]
    .sort((a, b) => a[0] - b[0])
    .reduce<Interval[]>((done, [from, to]) => {
      const last = done[done.length - 1];
      return last && from < last[1]
        ? [...done.slice(0, -1), [last[0], Math.max(last[1], to)]]
        : [...done, [from, to]];
    }, []);

/** Columns of a panel, from its right edge, that cross anywhere in its repeat. */
export function crossedColumns({ chart, panel }: Pick<PanelRow, 'chart' | 'panel'>): Interval[] {
  return merged(
    chart.rows.flatMap((row) =>
      layRow(expandRow(row, panel.repeats)).cells.flatMap(({ cell, given }): Interval[] =>
        isCrossing(cell) ? [[given, given + takes(cell)]] : [],
      ),
    ),
  );
}

/** Places (stitches from the right edge) of the decreases after a piece row; panels that shaping has cut get none. */
export function flareDecreases(sheet: Worksheet, row: number): number[] {
  return charted(sheet, row).panels.flatMap((panel) => {
    if (panel.gives !== panelStitches(panel.chart, panel.panel.repeats)) return [];
    return crossedColumns(panel).flatMap(([from, to]) => {
      const times = Math.max(1, Math.floor((to - from) / CROSSED_FOR_ONE));
      const places = spreadDecreases({ stitches: to - from, times, round: false });
      return places.ok ? places.value.map((place) => panel.firstGiven + from + place) : [];
    });
  });
}
