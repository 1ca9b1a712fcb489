/**
 * How wide cables leave a panel, by a model of our own, from memory: in its crossing row the smaller group of a crossing
 * lies on the other one, and the fabric needs about one row and a half to spread again, so a panel of r rows is narrower
 * than so many ground stitches by 1.5 x (stitches of the smaller group) / r for each crossing of its repeat.
 */
import { countFor, expandRow, givesForm, takesForm } from './row';
import type { Chart } from './chart';

const ROWS_TO_SPREAD = 1.5;
/** A panel is never taken to be narrower than this share of its stitches in the ground. */
const NARROWEST = 0.5;

/** Stitches of a panel in its first row. */
export const panelStitches = (chart: Chart, repeats: number) =>
  countFor(takesForm(chart.rows[0] as Chart['rows'][number]), repeats);

/** Those of the widest row where rows are worked once, as a crown's. */
export const widestStitches = (chart: Chart, repeats: number) =>
  Math.max(
    panelStitches(chart, repeats),
    ...(chart.once ? chart.rows.map((row) => countFor(givesForm(row), repeats)) : []),
  );

function compute(chart: Chart, repeats: number): number {
  const stitches = widestStitches(chart, repeats);
  const overlap = chart.rows.reduce(
    (sum, row) =>
      sum +
      expandRow(row, repeats).reduce(
        (n, cell) => (cell.kind === 'crossing' ? n + Math.min(cell.over.length, cell.under.length) : n),
        0,
      ),
    0,
  );
  return Math.max(stitches * NARROWEST, stitches - (ROWS_TO_SPREAD * overlap) / chart.rows.length);
}

const known = new WeakMap<Chart, Map<number, number>>();

/** Width of a panel in stitches of the ground. */
export function drawnIn(chart: Chart, repeats: number): number {
  const ofChart = known.get(chart) ?? new Map<number, number>();
  known.set(chart, ofChart);
  const found = ofChart.get(repeats) ?? compute(chart, repeats);
  ofChart.set(repeats, found);
  return found;
}
