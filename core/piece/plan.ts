/** What is to be knitted: sections along, panels across, each panel a chart times repeats with its own start. */
import { err, ok, type Result } from '../result';
import type { Chart } from '../chart/chart';
import type { Construction } from '../stitch/construction';
import type { Direction, Side } from '../stitch/types';
import type { Making } from './making';
import type { Lacking } from './shaped-row';
import type { Live, Shaping, ShapingProblem } from './shaping';

/**
 * Where a panel begins in its chart: at a row of the repeat (1-based), at its set-up rows, where it stood, or (where a
 * changed plan takes over) at a position.
 */
export type PanelStart =
  { readonly row: number; readonly withSetUp: boolean } | { readonly position: number } | 'carryOn';

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

/** On which row an open section may end. `rows` are pattern rows (1-based) of the panel. */
export type Ending = { readonly side: Side } | { readonly panel: string; readonly rows: readonly number[] };
export type Until = { readonly cm: number; readonly from: 'castOn' | 'section'; readonly ending?: Ending };
/** `estimate` is the number of rows that an open section is taken to have until the knitter ends it. */
export type Length =
  | { readonly rows: number }
  | { readonly repeats: number; readonly of: string }
  | { readonly until: Until; readonly estimate: number };

/** Another needle, colour or whatever else from a row of the section on. */
export type Change = {
  readonly row: number;
  readonly what: 'needle' | 'yarn' | 'other';
  readonly text: string;
};

export type Section = {
  readonly id: string;
  /** The id of the section that was typed, where a changed plan goes on with it under an id of its own. */
  readonly origin?: string;
  readonly name: string;
  readonly length: Length;
  /** From the right edge as seen from the RS. */
  readonly panels: readonly PanelPlan[];
  readonly shaping?: readonly Shaping[];
  /** How crossings are worked that shaping has cut; plain unless said otherwise. */
  readonly lacking?: Lacking;
  /** Wales that are on the needle when it begins, where a piece goes on from the stitches of another. */
  readonly starts?: Live;
  /** Goes on in the shape that the section before has come to; the line-up must be as wide. */
  readonly keepsShape?: boolean;
  /** Key of {@link Plan.charts}: its first row, over the whole width, is worked in place of the section's last. */
  readonly lastRow?: string;
  readonly changes?: readonly Change[];
  /** Rows of the section that lie before its first one here, where a changed plan takes over. */
  readonly offset?: number;
  /** Broken off by a changed plan: what was planned past its last row is not worked. */
  readonly brokenOff?: boolean;
};

export type Plan = {
  readonly construction: Construction;
  /** Flat work: the side on which piece row 1 is worked. Round and unturned work always face the RS. */
  readonly firstSide: Side;
  /** Unturned work: the way row 1 runs, seen from the RS. */
  readonly firstDirection: Direction;
  readonly sections: readonly Section[];
  readonly charts: Readonly<Record<string, Chart>>;
  readonly making?: Making;
  /** Pieces whose stitches this one takes up, from the right, and the last row worked there. */
  readonly continues?: readonly { readonly name: string; readonly row: number }[];
};

export const LIMITS = {
  sections: 200,
  panels: 60,
  repeats: 400,
  rows: 100_000,
  stitches: 2_000,
  cm: 2_000,
} as const;

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
    | { readonly code: 'no-such-panel' }
    | { readonly code: 'length-not-sound' }
    | { readonly code: 'line-up-changes-width' }
    | { readonly code: 'ring-cannot-be-shaped' }
    | { readonly code: 'no-shape-to-keep' }
    | { readonly code: 'starts-outside'; readonly width: number }
    | { readonly code: 'last-row-does-not-fit'; readonly stitches: number }
    | { readonly code: 'change-outside'; readonly row: number; readonly rows: number }
    /** The panel's rows are worked once, and the section needs more of them; `has` is 0 where it lasts until it is ended. */
    | { readonly code: 'rows-worked-once'; readonly has: number; readonly rows: number }
    /** Make 1 lifts the strand between two stitches; before the first and after the last there is none. */
    | { readonly code: 'no-strand'; readonly row: number }
    | ShapingProblem
  );

/** A plan's chart by its key, which may be any word, `constructor` too. */
const chartAt = (plan: Plan, key: string): Chart | undefined =>
  Object.hasOwn(plan.charts, key) ? plan.charts[key] : undefined;

/** Rows that a section is planned to have; an open one its estimate. */
export function plannedRows(plan: Plan, { length, panels, offset = 0 }: Section): number {
  if ('rows' in length) return length.rows - offset;
  if ('until' in length) return length.estimate - offset;
  const panel = panels.find(({ id }) => id === length.of);
  const chart = panel && chartAt(plan, panel.chart);
  if (!panel || !chart) return 0;
  const setUp = typeof panel.start === 'object' && 'withSetUp' in panel.start && panel.start.withSetUp;
  return (setUp ? chart.setUp.length : 0) + chart.rows.length * length.repeats - offset;
}

const outside = (value: number, most: number) => !Number.isInteger(value) || value < 1 || value > most;

function checkStart(plan: Plan, section: number, panel: PanelPlan): PlanProblem | null {
  const chart = chartAt(plan, panel.chart);
  if (panel.start === 'carryOn') {
    const before = plan.sections[section - 1]?.panels.find((other) => other.id === panel.id);
    return before?.chart === panel.chart ? null : { code: 'nothing-to-carry-on' };
  }
  if ('position' in panel.start)
    return Number.isInteger(panel.start.position) && panel.start.position >= 0
      ? null
      : { code: 'start-row-out-of-range', row: panel.start.position, most: 0 };
  const most = chart?.rows.length ?? 0;
  return outside(panel.start.row, most)
    ? { code: 'start-row-out-of-range', row: panel.start.row, most }
    : null;
}

function checkPanel(plan: Plan, section: number, panel: PanelPlan): PlanProblem | null {
  const chart = chartAt(plan, panel.chart);
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

function checkLength(plan: Plan, section: Section): PlanProblem | null {
  const { length, panels } = section;
  const rows = plannedRows(plan, section);
  const has = (panel: string) => panels.some(({ id }) => id === panel);
  if ('of' in length && !has(length.of)) return { code: 'no-such-panel' };
  if ('until' in length) {
    const { cm, ending } = length.until;
    const named = !ending || 'side' in ending || (has(ending.panel) && ending.rows.length > 0);
    if (!(cm > 0 && cm <= LIMITS.cm)) return { code: 'length-not-sound' };
    if (!named) return { code: 'no-such-panel' };
  }
  if (outside(rows, LIMITS.rows)) return { code: 'rows-out-of-range', rows, most: LIMITS.rows };
  const late = section.brokenOff
    ? undefined
    : section.changes?.find(({ row }) => outside(row, rows + (section.offset ?? 0)));
  return late ? { code: 'change-outside', row: late.row, rows } : null;
}

/** Everything about a plan that can be seen without laying out its rows; see worksheet.ts for the seams. */
export function checkShape(plan: Plan): Result<Plan, readonly PlanProblem[]> {
  if (plan.sections.length === 0) return err([{ code: 'no-sections' }]);
  if (plan.sections.length > LIMITS.sections)
    return err([{ code: 'too-many-sections', most: LIMITS.sections }]);
  const problems: PlanProblem[] = [];
  plan.sections.forEach((it, section) => {
    const { panels } = it;
    const length = checkLength(plan, it);
    if (length) problems.push({ ...length, section });
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
