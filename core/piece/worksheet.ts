/**
 * The piece row by row. `charted(n)` is the plan; `made(n)` is the plan with what really happened to the fabric.
 * A look-up costs a search over sections and spans plus the stitches of the row, whatever the row's number.
 */
import { err, ok, type Result } from '../result';
import { pieceRow, wale, type PieceRow } from '../indices';
import { countFor, expandRow, takesForm } from '../chart/row';
import { rowAt, type Chart } from '../chart/chart';
import { layRow, type LaidCell } from '../chart/laid';
import type { Direction, Hand, Side } from '../stitch/types';
import { directionOf, oppositeDirection, type Working } from '../stitch/working';
import { applyDeviations, type Deviation } from './deviation';
import type { PanelRow, WorkRow } from './work-row';
import { checkShape, LIMITS, type Plan, type PlanProblem, type Section } from './plan';
import { indexAt, positionIn, resolveSpans, type Amendment, type PanelSpans, type View } from './spans';

export type Worksheet = {
  readonly plan: Plan;
  readonly rows: number;
  /** First piece row of every section. */
  readonly firstRows: readonly PieceRow[];
  readonly starts: readonly { readonly from: number }[];
  readonly spans: Readonly<Record<View, readonly (readonly PanelSpans[])[]>>;
  readonly deviations: ReadonlyMap<number, readonly Deviation[]>;
  /** Cells laid out so far, for the bench. */
  readonly meter: { cells: number };
};

export type Facts = { readonly amendments: readonly Amendment[]; readonly deviations: readonly Deviation[] };
export const NO_FACTS: Facts = { amendments: [], deviations: [] };

/** Builds the look-up for a plan whose shape is sound (see {@link checkPlan}). */
export function worksheet(plan: Plan, facts: Facts = NO_FACTS): Worksheet {
  let next = 1;
  const firstRows = plan.sections.map((section) => {
    const first = pieceRow(next);
    next += section.length.rows;
    return first;
  });
  const deviations = new Map<number, Deviation[]>();
  for (const deviation of facts.deviations)
    deviations.set(deviation.pieceRow, [...(deviations.get(deviation.pieceRow) ?? []), deviation]);
  const spans = {
    charted: resolveSpans(plan, firstRows, facts.amendments, 'charted'),
    made: resolveSpans(plan, firstRows, facts.amendments, 'made'),
  };
  const starts = firstRows.map((from) => ({ from }));
  return { plan, rows: next - 1, firstRows, starts, spans, deviations, meter: { cells: 0 } };
}

/** Ids of all panels of all sections. */
export const panelIdsOf = (plan: Plan): ReadonlySet<string> =>
  new Set(plan.sections.flatMap(({ panels }) => panels.map(({ id }) => id)));

export const hasRow = (sheet: Worksheet, row: number) => row >= 1 && row <= sheet.rows;

export function sectionIndexAt(sheet: Worksheet, row: number): number {
  if (!hasRow(sheet, row)) throw new RangeError(`the piece has rows 1 to ${sheet.rows}, not ${row}`);
  return indexAt(sheet.starts, row);
}

/** The side that faces the knitter in a piece row. */
export function sideOf(plan: Plan, row: number): Side {
  if (plan.construction !== 'flat') return 'RS';
  return (row % 2 === 1) === (plan.firstSide === 'RS') ? 'RS' : 'WS';
}

/** Side and direction of a piece row for a hand. Unturned rows run to and fro whatever the hand. */
export function workingOf(plan: Plan, row: number, hand: Hand): Working {
  const side = sideOf(plan, row);
  if (plan.construction !== 'unturned') return { side, direction: directionOf(side, hand) };
  const direction: Direction = row % 2 === 1 ? plan.firstDirection : oppositeDirection(plan.firstDirection);
  return { side, direction };
}

function layPanels(sheet: Worksheet, row: number, view: View): WorkRow {
  const sectionIndex = sectionIndexAt(sheet, row);
  const section = sheet.plan.sections[sectionIndex] as Section;
  const spans = sheet.spans[view][sectionIndex] as readonly PanelSpans[];
  let taken = 0;
  let given = 0;
  let waleAt = 0;
  const panels = section.panels.map((panel, p): PanelRow => {
    const chart = sheet.plan.charts[panel.chart] as Chart;
    const { row: chartRow, name } = rowAt(chart, positionIn(spans[p] as PanelSpans, row));
    const phase = chartRow.kind === 'ring' ? chartRow.phase : 0;
    const laid = layRow(expandRow(chartRow, panel.repeats), taken + phase, given + phase);
    const { cells } = laid;
    sheet.meter.cells += cells.length;
    const here = { panel, chart, name, firstTaken: taken, firstGiven: given, takes: laid.takes, gives: laid.gives, firstWale: wale(waleAt), cells }; // prettier-ignore
    taken += laid.takes;
    given += laid.gives;
    waleAt += laid.takes;
    return here;
  });
  const cells = ([] as LaidCell[]).concat(...panels.map((panel) => panel.cells));
  const laid = { cells, takes: taken, gives: given };
  const sectionRow = row - (sheet.firstRows[sectionIndex] as number) + 1;
  return {
    row: pieceRow(row),
    section,
    sectionIndex,
    sectionRow,
    side: sideOf(sheet.plan, row),
    panels,
    laid,
  };
}

/** The row as planned. Throws a RangeError outside the piece. */
export const charted = (sheet: Worksheet, row: number): WorkRow => layPanels(sheet, row, 'charted');

/** The row as it was made: the plan with the deviations that the journal knows. */
export function made(sheet: Worksheet, row: number): WorkRow {
  const plain = layPanels(sheet, row, 'made');
  const here = sheet.deviations.get(row);
  return here ? applyDeviations(plain, here) : plain;
}

/** Stitches on the needle before piece row 1. */
export const castOnCount = (sheet: Worksheet) => charted(sheet, 1).laid.takes;

/** Stitches that a section's first row takes, counted without laying its repeats out. */
function stitchesInto(sheet: Worksheet, section: number): number {
  const first = sheet.firstRows[section] as number;
  return (sheet.plan.sections[section] as Section).panels.reduce((total, panel, p) => {
    const position = positionIn(
      (sheet.spans.charted[section] as readonly PanelSpans[])[p] as PanelSpans,
      first,
    );
    const { row } = rowAt(sheet.plan.charts[panel.chart] as Chart, position);
    return total + countFor(takesForm(row), panel.repeats);
  }, 0);
}

/** Checks a plan whole: its shape, its size, and that each section's first row fits on the row before it. */
export function checkPlan(plan: Plan): Result<Worksheet, readonly PlanProblem[]> {
  const shape = checkShape(plan);
  if (!shape.ok) return shape;
  const sheet = worksheet(plan);
  const problems: PlanProblem[] = [];
  plan.sections.forEach((_, section) => {
    const first = sheet.firstRows[section] as number;
    const needs = stitchesInto(sheet, section);
    if (needs > LIMITS.stitches) {
      problems.push({ code: 'too-many-stitches', stitches: needs, most: LIMITS.stitches, section });
      return;
    }
    if (section === 0 || problems.length > 0) return;
    const has = charted(sheet, first - 1).laid.gives;
    if (has !== needs) problems.push({ code: 'seam-differs', has, needs, section });
  });
  return problems.length > 0 ? err(problems) : ok(sheet);
}
