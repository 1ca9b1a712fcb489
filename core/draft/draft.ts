/**
 * A piece as the knitter sets it up: panels from shelf charts or pasted rows, not yet checked. Turned into a plan,
 * or into every problem with its place. The pasted text is kept as it was.
 */
import { err, ok, type Result } from '../result';
import { closeToRing, type Chart } from '../chart/chart';
import type { Construction } from '../stitch/construction';
import type { Direction, Side } from '../stitch/types';
import type { NotationProblem } from '../notation/problems';
import { readRows } from '../notation/read';
import { checkPlan, type Worksheet } from '../piece/worksheet';
import type { PanelPlan, Plan, PlanProblem } from '../piece/plan';

export type PanelDraft = {
  readonly id: string;
  readonly name: string;
  /** Written rows. */
  readonly text: string;
  readonly repeats: number;
  readonly startRow: number;
  readonly withSetUp: boolean;
  readonly carryOn: boolean;
  readonly edge: boolean;
  /** In the round: closed over the start of the round, where it is the only panel. */
  readonly closed: boolean;
};
/** A panel of written rows, once across, from row 1, unless said otherwise. */
export const panelDraft = (
  id: string,
  name: string,
  text: string,
  more: Partial<PanelDraft> = {},
): PanelDraft => ({
  id,
  name,
  text,
  repeats: 1,
  startRow: 1,
  withSetUp: false,
  carryOn: false,
  edge: false,
  closed: false,
  ...more,
});

export type SectionDraft = {
  readonly id: string;
  readonly name: string;
  readonly rows: number;
  readonly panels: readonly PanelDraft[];
};
export type PieceDraft = {
  readonly name: string;
  readonly construction: Construction;
  readonly firstSide: Side;
  readonly firstDirection: Direction;
  readonly sections: readonly SectionDraft[];
};

export type DraftProblem =
  | PlanProblem
  | { readonly code: 'no-name' }
  | {
      readonly code: 'rows-not-read';
      readonly section: number;
      readonly panel: number;
      readonly problems: readonly NotationProblem[];
    }
  | { readonly code: 'does-not-close'; readonly section: number; readonly panel: number };

export type CheckedDraft = { readonly plan: Plan; readonly sheet: Worksheet };

type Readings = Map<string, ReturnType<typeof readRows>>;

function read(draft: PieceDraft, panel: PanelDraft, readings: Readings) {
  const context =
    draft.construction === 'unturned' ? { unturned: { firstDirection: draft.firstDirection } } : {};
  const key = `${panel.name}\n${panel.text}`;
  const found = readings.get(key) ?? readRows(panel.text, panel.name, context);
  readings.set(key, found);
  return found;
}

function chartFor(
  draft: PieceDraft,
  panel: PanelDraft,
  at: { section: number; panel: number },
  readings: Readings,
): Result<Chart, DraftProblem> {
  const reading = read(draft, panel, readings);
  if (!reading.ok) return err({ code: 'rows-not-read', ...at, problems: reading.error });
  const { chart } = reading.value;
  if (!panel.closed || draft.construction !== 'round') return ok(chart);
  const ring = closeToRing(chart);
  return ring.ok ? ring : err({ code: 'does-not-close', ...at });
}

function planPanel(panel: PanelDraft, chart: string): PanelPlan {
  const start = panel.carryOn ? ('carryOn' as const) : { row: panel.startRow, withSetUp: panel.withSetUp };
  return {
    id: panel.id,
    name: panel.name.trim() || 'panel',
    chart,
    repeats: panel.repeats,
    start,
    edge: panel.edge,
  };
}

/** Panels that read alike share a chart, so that a panel which carries on finds the very same one. */
export function checkDraft(draft: PieceDraft): Result<CheckedDraft, readonly DraftProblem[]> {
  const problems: DraftProblem[] = draft.name.trim() === '' ? [{ code: 'no-name' }] : [];
  const charts: Record<string, Chart> = {};
  const readings: Readings = new Map();
  const keys = new Map<string, string>();
  const sections = draft.sections.map((section, s) => ({
    id: section.id,
    name: section.name.trim() || `section ${s + 1}`,
    length: { rows: section.rows },
    panels: section.panels.map((panel, p) => {
      const source = `${panel.closed ? 'ring' : 'line'} ${panel.name} ${panel.text}`;
      const key = keys.get(source) ?? `chart-${keys.size + 1}`;
      keys.set(source, key);
      const chart = chartFor(draft, panel, { section: s, panel: p }, readings);
      if (chart.ok) charts[key] = chart.value;
      else problems.push(chart.error);
      return planPanel(panel, key);
    }),
  }));
  const { construction, firstSide, firstDirection } = draft;
  const plan: Plan = { construction, firstSide, firstDirection, sections, charts };
  const unread = problems.some(({ code }) => code === 'rows-not-read' || code === 'does-not-close');
  const checked = checkPlan(plan);
  if (!checked.ok)
    problems.push(
      ...checked.error.filter(
        ({ code }) => !(unread && (code === 'no-such-chart' || code === 'seam-differs')),
      ),
    );
  return problems.length === 0 && checked.ok ? ok({ plan, sheet: checked.value }) : err(problems);
}
