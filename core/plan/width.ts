/** How wide a piece comes out. A panel that was measured on the swatch has its measured width; any other is estimated. */
import type { Chart } from '../chart/chart';
import { drawnIn, widestStitches } from '../chart/drawn-in';
import type { Gauge, Making } from '../piece/making';
import type { PanelPlan, Plan, Section } from '../piece/plan';

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
