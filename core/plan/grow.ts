/** What a section can be widened by, so that multiples and symmetry are kept, and the counts beside a wanted width. */
import type { Result } from '../result';
import { chartKey, type Chart } from '../chart/chart';
import { mirrorChart } from '../chart/mirrored';
import type { Gauge, Making } from '../piece/making';
import { LIMITS, type PanelPlan, type Plan, type Section } from '../piece/plan';
import { countsFor, type Counts, type SizeProblem } from './size';
import { panelStitches } from '../chart/drawn-in';
import { panelWidth, sectionWidths, totalCm } from './width';

/** A panel by itself, or two that mirror each other about the middle and grow together. */
export type Way = { readonly kind: 'repeat' | 'pair' | 'edges'; readonly panels: readonly PanelPlan[] };

const chartOf = (plan: Plan, panel: PanelPlan) => plan.charts[panel.chart] as Chart;

function twins(plan: Plan, a: PanelPlan, b: PanelPlan): boolean {
  if (a.repeats !== b.repeats) return false;
  const [one, two] = [chartOf(plan, a), chartOf(plan, b)];
  return chartKey(one) === chartKey(two) || chartKey(mirrorChart(one)) === chartKey(two);
}

export function waysToGrow(plan: Plan, { panels }: Section): Way[] {
  const ways: Way[] = [];
  for (let p = 0; p * 2 < panels.length; p += 1) {
    const [a, b] = [panels[p] as PanelPlan, panels[panels.length - 1 - p] as PanelPlan];
    if (a === b) ways.push({ kind: 'repeat', panels: [a] });
    else if (twins(plan, a, b)) ways.push({ kind: a.edge && b.edge ? 'edges' : 'pair', panels: [a, b] });
    else ways.push({ kind: 'repeat', panels: [a] }, { kind: 'repeat', panels: [b] });
  }
  return ways;
}

/** Width of a panel for another count of repeats; a measured one in proportion. */
function widthFor(
  plan: Plan,
  panel: PanelPlan,
  repeats: number,
  gauge: Gauge,
  measured: Making['panelWidths'],
): number {
  const known = measured[panel.id];
  if (known !== undefined) return (known / panel.repeats) * repeats;
  return panelWidth(chartOf(plan, panel), { id: panel.id, repeats }, gauge, {}).cm;
}

/** Counts beside a wanted width; `steps` of a count are repeats of the panels that grow. */
export function countsByGrowing(
  plan: Plan,
  section: Section,
  way: Way,
  wantedCm: number,
  gauge: Gauge,
  measured: Making['panelWidths'],
): Result<Counts, SizeProblem> {
  const growing = way.panels;
  const sum = (of: (panel: PanelPlan) => number) => growing.reduce((total, panel) => total + of(panel), 0);
  const others = { ...section, panels: section.panels.filter((panel) => !growing.includes(panel)) };
  const rest = sectionWidths(plan, others, gauge, measured);
  const stitchesAt = (repeats: number) => sum((panel) => panelStitches(chartOf(plan, panel), repeats));
  const cmAt = (repeats: number) => sum((panel) => widthFor(plan, panel, repeats, gauge, measured));
  const step = { stitches: stitchesAt(2) - stitchesAt(1), cm: cmAt(2) - cmAt(1) };
  const fixed = {
    stitches: rest.reduce((total, one) => total + one.stitches, 0) + stitchesAt(1) - step.stitches,
    cm: totalCm(rest) + cmAt(1) - step.cm,
  };
  return countsFor(wantedCm, { fixed, step, least: 1, most: LIMITS.repeats });
}
