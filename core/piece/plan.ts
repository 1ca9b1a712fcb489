/** What is to be knitted: sections along, panels across, each panel a chart times repeats with its own start. */
import { err, ok, type Result } from '../result';
import type { Chart } from '../chart/chart';
import type { Construction } from '../stitch/construction';
import type { Direction, Side } from '../stitch/types';

/** Where a panel begins in its chart: at a row of the repeat (1-based), at its set-up rows, or where it stood. */
export type PanelStart = { readonly row: number; readonly withSetUp: boolean } | 'carryOn';

export type PanelPlan = {
  /** Names the same panel in every section that it runs through. */
  readonly id: string;
  readonly name: string;
  /** Key of {@link Plan.charts}. */
  readonly chart: string;
  readonly repeats: number;
  readonly start: PanelStart;
  /** Edges are panels that need no column of their own. */
  readonly edge: boolean;
};

export type Section = {
  readonly id: string;
  readonly name: string;
  readonly length: { readonly rows: number };
  /** From the right edge as seen from the RS. */
  readonly panels: readonly PanelPlan[];
};

export type Plan = {
  readonly construction: Construction;
  /** Flat work: the side on which piece row 1 is worked. Round and unturned work always face the RS. */
  readonly firstSide: Side;
  /** Unturned work: the way row 1 runs, seen from the RS. */
  readonly firstDirection: Direction;
  readonly sections: readonly Section[];
  readonly charts: Readonly<Record<string, Chart>>;
};

export const LIMITS = { sections: 200, panels: 60, repeats: 400, rows: 100_000, stitches: 2_000 } as const;

/** `section` and `panel` are 0-based indices into the plan. */
export type PlanPlace = { readonly section?: number; readonly panel?: number };
export type PlanProblem = PlanPlace &
  (
    | { readonly code: 'no-sections' }
    | { readonly code: 'too-many-sections'; readonly most: number }
    | { readonly code: 'no-panels' }
    | { readonly code: 'too-many-panels'; readonly most: number }
    | { readonly code: 'rows-out-of-range'; readonly rows: number; readonly most: number }
    | { readonly code: 'repeats-out-of-range'; readonly repeats: number; readonly most: number }
    | { readonly code: 'no-such-chart' }
    | { readonly code: 'panel-twice' }
    | { readonly code: 'start-row-out-of-range'; readonly row: number; readonly most: number }
    | { readonly code: 'nothing-to-carry-on' }
    | { readonly code: 'ring-must-fill-the-round' }
    | { readonly code: 'too-many-stitches'; readonly stitches: number; readonly most: number }
    | { readonly code: 'seam-differs'; readonly has: number; readonly needs: number }
  );

const outside = (value: number, most: number) => !Number.isInteger(value) || value < 1 || value > most;

function checkStart(plan: Plan, section: number, panel: PanelPlan): PlanProblem | null {
  const chart = plan.charts[panel.chart];
  if (panel.start === 'carryOn') {
    const before = plan.sections[section - 1]?.panels.find((other) => other.id === panel.id);
    return before?.chart === panel.chart ? null : { code: 'nothing-to-carry-on' };
  }
  const most = chart?.rows.length ?? 0;
  return outside(panel.start.row, most)
    ? { code: 'start-row-out-of-range', row: panel.start.row, most }
    : null;
}

function checkPanel(plan: Plan, section: number, panel: PanelPlan): PlanProblem | null {
  const chart = plan.charts[panel.chart];
  if (!chart || chart.rows.length === 0) return { code: 'no-such-chart' };
  if (outside(panel.repeats, LIMITS.repeats))
    return { code: 'repeats-out-of-range', repeats: panel.repeats, most: LIMITS.repeats };
  const { panels } = plan.sections[section] as Section;
  if (panels.filter((other) => other.id === panel.id).length > 1) return { code: 'panel-twice' };
  const isRing = chart.rows[0]?.kind === 'ring';
  if (isRing && (plan.construction !== 'round' || panels.length > 1))
    return { code: 'ring-must-fill-the-round' };
  return checkStart(plan, section, panel);
}

/** Everything about a plan that can be seen without laying out its rows; see worksheet.ts for the seams. */
export function checkShape(plan: Plan): Result<Plan, readonly PlanProblem[]> {
  if (plan.sections.length === 0) return err([{ code: 'no-sections' }]);
  if (plan.sections.length > LIMITS.sections)
    return err([{ code: 'too-many-sections', most: LIMITS.sections }]);
  const problems: PlanProblem[] = [];
  plan.sections.forEach(({ panels, length }, section) => {
    if (outside(length.rows, LIMITS.rows))
      problems.push({ code: 'rows-out-of-range', rows: length.rows, most: LIMITS.rows, section });
    if (panels.length === 0) problems.push({ code: 'no-panels', section });
    if (panels.length > LIMITS.panels)
      problems.push({ code: 'too-many-panels', most: LIMITS.panels, section });
    panels.slice(0, LIMITS.panels).forEach((panel, index) => {
      const problem = checkPanel(plan, section, panel);
      if (problem) problems.push({ ...problem, section, panel: index });
    });
  });
  return problems.length > 0 ? err(problems) : ok(plan);
}
