/**
 * How wide a piece comes out. Cables draw the fabric in. A panel that was measured on the swatch has its measured width;
 * any other is estimated with a model of our own, from memory: in its crossing row the smaller group of a crossing lies
 * on the other one, and the fabric needs about one row and a half to spread again, so a panel of r rows is narrower than
 * so many ground stitches by 1.5 x (stitches of the smaller group) / r for each crossing of its repeat.
 */
import type { Chart } from '../chart/chart';
import { countFor, expandRow, givesForm, takesForm } from '../chart/row';
import { isCrossing } from '../piece/crossings';
import type { Gauge, Making } from '../piece/making';
import type { PanelPlan, Plan, Section } from '../piece/plan';

const ROWS_TO_SPREAD = 1.5;
/** A panel is never taken to be narrower than this share of its stitches in the ground. */
const NARROWEST = 0.5;

export const panelStitches = (chart: Chart, repeats: number) =>
  countFor(takesForm(chart.rows[0] as Chart['rows'][number]), repeats);

/** Those of the widest row where rows are worked once, as a crown's. */
const widestStitches = (chart: Chart, repeats: number) =>
  Math.max(
    panelStitches(chart, repeats),
    ...(chart.once ? chart.rows.map((row) => countFor(givesForm(row), repeats)) : []),
  );

/** Width of a panel in stitches of the ground, by the model. */
export function drawnIn(chart: Chart, repeats: number): number {
  const stitches = widestStitches(chart, repeats);
  const overlap = chart.rows.reduce(
    (sum, row) =>
      sum +
      expandRow(row, repeats)
        .filter(isCrossing)
        .reduce((n, { over, under }) => n + Math.min(over.length, under.length), 0),
    0,
  );
  return Math.max(stitches * NARROWEST, stitches - (ROWS_TO_SPREAD * overlap) / chart.rows.length);
}

export type PanelWidth = {
  readonly panel: string;
  readonly stitches: number;
  readonly cm: number;
  /** `measured` on the swatch, `ground` where nothing crosses, else an `estimate`. */
  readonly source: 'measured' | 'ground' | 'estimate';
};

export function panelWidth(
  chart: Chart,
  { id, repeats }: Pick<PanelPlan, 'id' | 'repeats'>,
  gauge: Gauge,
  measured: Making['panelWidths'],
): PanelWidth {
  const stitches = widestStitches(chart, repeats);
  const known = measured[id];
  if (known !== undefined) return { panel: id, stitches, cm: known, source: 'measured' };
  const width = drawnIn(chart, repeats);
  const source = width < stitches ? 'estimate' : 'ground';
  return { panel: id, stitches, cm: (width / gauge.stitches) * 10, source };
}

/** Widths of a section's panels at its widest, from the right edge. */
export const sectionWidths = (
  plan: Plan,
  section: Section,
  gauge: Gauge,
  measured: Making['panelWidths'],
): PanelWidth[] =>
  section.panels.map((panel) => panelWidth(plan.charts[panel.chart] as Chart, panel, gauge, measured));

export const totalCm = (widths: readonly PanelWidth[]) => widths.reduce((sum, { cm }) => sum + cm, 0);
