/** Small plans for tests, from shelf charts or from written rows. */
import { readRows } from '../notation/read';
import { closeToRing, type Chart } from '../chart/chart';
import { checkPlan, worksheet, type Facts, type Worksheet } from '../piece/worksheet';
import type { PanelPlan, Plan, Section } from '../piece/plan';
import { shelfChart } from '../shelf/shelf';

export function chartFrom(rowsOrKey: string): Chart {
  const shelf = shelfChart(rowsOrKey);
  if (shelf) return shelf.chart;
  const read = readRows(rowsOrKey, 'test');
  if (!read.ok) throw new Error(JSON.stringify(read.error));
  return read.value.chart;
}

export function ringFrom(rowsOrKey: string): Chart {
  const ring = closeToRing(chartFrom(rowsOrKey));
  if (!ring.ok) throw new Error(ring.error);
  return ring.value;
}

type PanelSpec = {
  readonly chart: string | Chart;
  readonly id?: string;
  readonly repeats?: number;
  readonly row?: number;
  readonly withSetUp?: boolean;
  readonly carryOn?: boolean;
  readonly edge?: boolean;
};
export type SectionSpec = { readonly rows: number; readonly panels: readonly PanelSpec[] };

export function planOf(sections: readonly SectionSpec[], more: Partial<Plan> = {}): Plan {
  const charts: Record<string, Chart> = {};
  const panel = (spec: PanelSpec, i: number): PanelPlan => {
    const id = spec.id ?? `panel-${i + 1}`;
    const key = typeof spec.chart === 'string' ? spec.chart : `own-${id}`;
    charts[key] = typeof spec.chart === 'string' ? chartFrom(spec.chart) : spec.chart;
    const start = spec.carryOn
      ? ('carryOn' as const)
      : { row: spec.row ?? 1, withSetUp: spec.withSetUp ?? false };
    return { id, name: id, chart: key, repeats: spec.repeats ?? 1, start, edge: spec.edge ?? false };
  };
  const made: Section[] = sections.map(({ rows, panels }, i) => ({
    id: `section-${i + 1}`,
    name: `section ${i + 1}`,
    length: { rows },
    panels: panels.map(panel),
  }));
  return {
    construction: 'flat',
    firstSide: 'RS',
    firstDirection: 'rightToLeft',
    sections: made,
    charts,
    ...more,
  };
}

export function sheetOf(
  sections: readonly SectionSpec[],
  more: Partial<Plan> = {},
  facts?: Facts,
): Worksheet {
  const plan = planOf(sections, more);
  const checked = checkPlan(plan);
  if (!checked.ok) throw new Error(JSON.stringify(checked.error));
  return worksheet(plan, facts);
}
