/**
 * The piece row by row. `charted(n)` is the plan; `made(n)` is the plan with what really happened to the fabric.
 * A look-up costs a search over sections and spans plus the stitches of the row, whatever the row's number.
 */
import { err, ok, type Result } from '../result';
import { patternPosition, pieceRow, type PieceRow } from '../indices';
import { countFor, expandRow, takesForm } from '../chart/row';
import { rowAt, type Chart } from '../chart/chart';
import type { Cell, Direction, Hand, Side } from '../stitch/types';
import { directionOf, oppositeDirection, type Working } from '../stitch/working';
import { applyDeviations, type Deviation } from './deviation';
import { nameFeatures, withFeatures, type Feature, type NamedFeature } from './feature';
import { cutLineUp, layLastRow, layLineUp, repeatsToFill } from './line-up';
import { spansForOnce, workedOnce, type Once } from './once';
import { resolveShapes } from './shapes';
import { rowsOfShaping, type SectionShape, type ShapingAct } from './shaping';
import type { WorkRow } from './work-row';
import {
  checkShape,
  LIMITS,
  plannedRows,
  type PanelPlan,
  type Plan,
  type PlanProblem,
  type Section,
} from './plan';
import {
  indexAt,
  positionIn,
  resolveSpans,
  startOf,
  type Amendment,
  type PanelSpans,
  type View,
} from './spans';

export type Worksheet = {
  readonly plan: Plan;
  readonly rows: number;
  /** First piece row of every section. */
  readonly firstRows: readonly PieceRow[];
  readonly starts: readonly { readonly from: number }[];
  readonly spans: Readonly<Record<View, readonly (readonly PanelSpans[])[]>>;
  readonly shapes: readonly (SectionShape | null)[];
  /** Ids of the sections that the knitter has ended. */
  readonly ended: readonly string[];
  readonly deviations: ReadonlyMap<number, readonly Deviation[]>;
  readonly onces: ReadonlyMap<number, readonly Once[]>;
  readonly features: readonly NamedFeature[];
  /** Rows laid out before, where the same ones are asked for again and again (see {@link remembering}). */
  readonly laid?: Map<string, WorkRow>;
  /** Cells laid out so far, for the bench. */
  readonly meter: { cells: number };
};

/** A section that the knitter has ended: `row` is its last piece row. */
export type SectionEnd = { readonly section: string; readonly row: number };
/** Repeats of a panel's chart by which a section was made longer, or shorter, on the way. */
export type Lengthening = { readonly section: string; readonly panel: string; readonly by: number };
export type Facts = {
  readonly amendments: readonly Amendment[];
  readonly deviations: readonly Deviation[];
  readonly onces?: readonly Once[];
  readonly features?: readonly Feature[];
  readonly lengthened?: readonly Lengthening[];
  readonly ends?: readonly SectionEnd[];
  /** Rows finished: a section that is still open goes on beyond its estimate. */
  readonly done?: number;
  /** Rows to 10 cm as last measured on the needle: they correct the estimate of open sections. */
  readonly rowsPer10?: number;
};
export const NO_FACTS: Facts = { amendments: [], deviations: [] };

/** An open section's estimate, by the row gauge that was last measured. */
function estimateOf(
  { length, offset = 0 }: Section,
  first: number,
  rowsPer10: number | undefined,
): number | null {
  if (!('until' in length) || rowsPer10 === undefined) return null;
  const before = length.until.from === 'castOn' ? first - 1 : offset;
  return Math.min(LIMITS.rows, Math.max(1, Math.round((length.until.cm * rowsPer10) / 10) - before));
}

/** The first number of rows from an estimate on after which an open section may end, where that can be told beforehand. */
function endingAfter(plan: Plan, { length, panels }: Section, first: number, rows: number): number {
  const ending = 'until' in length ? length.until.ending : undefined;
  if (!ending) return rows;
  if ('side' in ending)
    return plan.construction === 'flat' && sideOf(plan, first + rows - 1) !== ending.side ? rows + 1 : rows;
  const panel = panels.find(({ id }) => id === ending.panel);
  const chart = panel && plan.charts[panel.chart];
  if (!chart || panel.start === 'carryOn') return rows;
  const begins = startOf(panel, chart, undefined, first);
  const repeat = chart.rows.length;
  const ends = (count: number) => {
    const within = begins + count - 1 - chart.setUp.length;
    return within >= 0 && ending.rows.includes((within % repeat) + 1);
  };
  for (let more = 0; more < repeat; more += 1) if (ends(rows + more)) return rows + more;
  return rows;
}

/** Rows by which repeats added or dropped on the way change a section; one that a changed plan broke off has them already. */
function addedRows(plan: Plan, section: Section, lengthened: readonly Lengthening[]): number {
  if (section.brokenOff) return 0;
  return lengthened.reduce((sum, { section: id, panel, by }) => {
    const chart = plan.charts[section.panels.find((one) => one.id === panel)?.chart ?? ''];
    return id === section.id && chart ? sum + by * chart.rows.length : sum;
  }, 0);
}

/** Rows of a section that begins with piece row `first`. */
function rowsOf(
  plan: Plan,
  section: Section,
  first: number,
  { ends = [], done = 0, rowsPer10, lengthened = [] }: Facts,
): number {
  const end = ends.findLast((one) => one.section === section.id && one.row >= first);
  if (end) return end.row - first + 1;
  const planned = estimateOf(section, first, rowsPer10) ?? plannedRows(plan, section);
  if (!('until' in section.length)) {
    const more = addedRows(plan, section, lengthened);
    return more === 0 ? planned : Math.min(LIMITS.rows, Math.max(1, done - first + 1, planned + more));
  }
  const worked = done >= first ? Math.max(planned, done - first + 2) : planned;
  return endingAfter(plan, section, first, worked);
}

function byRow<T>(items: readonly T[], rowOf: (item: T) => number): ReadonlyMap<number, readonly T[]> {
  const rows = new Map<number, T[]>();
  for (const item of items) rows.set(rowOf(item), [...(rows.get(rowOf(item)) ?? []), item]);
  return rows;
}

/** Builds the look-up for a plan whose shape is sound (see {@link checkPlan}). */
export function worksheet(plan: Plan, facts: Facts = NO_FACTS): Worksheet {
  let next = 1;
  const firstRows = plan.sections.map((section) => {
    const first = pieceRow(next);
    next += rowsOf(plan, section, first, facts);
    return first;
  });
  const deviations = byRow(facts.deviations, ({ pieceRow: row }) => row);
  const onces = byRow(facts.onces ?? [], ({ row }) => row);
  const spans = {
    charted: resolveSpans(plan, firstRows, facts.amendments, 'charted'),
    made: resolveSpans(plan, firstRows, facts.amendments, 'made'),
  };
  const starts = firstRows.map((from) => ({ from }));
  const { shapes } = resolveShapes(plan);
  const features = nameFeatures(plan, starts, spans.made, facts.features ?? []);
  const ended = (facts.ends ?? []).map(({ section }) => section);
  return { plan, rows: next - 1, firstRows, starts, spans, shapes, ended, deviations, onces, features, meter: { cells: 0 } }; // prettier-ignore
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

/** The last piece row of a section. */
export const lastRowOf = (sheet: Worksheet, section: number) =>
  (sheet.firstRows[section + 1] ?? sheet.rows + 1) - 1;

/** A section that the knitter has still to end has no last row yet, only an estimate. */
export const isOpen = (sheet: Worksheet, section: number) => {
  const { id, length } = sheet.plan.sections[section] as Section;
  return 'until' in length && !sheet.ended.includes(id);
};

/** So many rows are remembered at most. */
const REMEMBERED = 600;

/** The same worksheet with a memory: for a screen that looks at the same rows after every row. */
export const remembering = (sheet: Worksheet): Worksheet => ({ ...sheet, laid: new Map() });

function laidBefore(sheet: Worksheet, row: number, view: View): WorkRow {
  const { laid } = sheet;
  if (!laid) return layPanels(sheet, row, view);
  const key = `${view} ${row}`;
  const found = laid.get(key) ?? layPanels(sheet, row, view);
  if (laid.size > REMEMBERED) laid.clear();
  laid.set(key, found);
  return found;
}

function layPanels(sheet: Worksheet, row: number, view: View): WorkRow {
  const sectionIndex = sectionIndexAt(sheet, row);
  const section = sheet.plan.sections[sectionIndex] as Section;
  const sectionRow = row - (sheet.firstRows[sectionIndex] as number) + 1 + (section.offset ?? 0);
  const place = { row: pieceRow(row), section, sectionIndex, sectionRow, side: sideOf(sheet.plan, row) };
  const replaced = section.lastRow && row === lastRowOf(sheet, sectionIndex) && !isOpen(sheet, sectionIndex);
  const planned = sheet.spans[view][sectionIndex] as readonly PanelSpans[];
  const onces = sheet.onces.get(row);
  const spans = onces ? spansForOnce(onces, section.panels, sheet.plan.charts, planned, row) : planned;
  const shape = sheet.shapes[sectionIndex];
  const full = layLineUp(sheet.plan, section, spans, row);
  sheet.meter.cells += full.laid.cells.length;
  const shaped = shape ? cutLineUp(full, section, shape, sectionRow) : full;
  const cut = onces && !replaced ? workedOnce(shaped, onces) : shaped;
  if (!replaced) return withFeatures({ ...place, ...cut }, sheet.features);
  const chart = sheet.plan.charts[section.lastRow as string] as Chart;
  return { ...place, ...layLastRow(section, chart, cut.laid.takes), lineUp: cut.lineUp };
}

/** The row as planned. Throws a RangeError outside the piece. */
export const charted = (sheet: Worksheet, row: number): WorkRow => laidBefore(sheet, row, 'charted');

/** The row as it should lie on the fabric: the plan, and what the record says of its panels' rows; no deviations. */
export const meant = (sheet: Worksheet, row: number): WorkRow => laidBefore(sheet, row, 'made');

/** The row as it was made: the plan with the deviations that the journal knows. */
export function made(sheet: Worksheet, row: number): WorkRow {
  const plain = meant(sheet, row);
  const here = sheet.deviations.get(row);
  return here ? applyDeviations(plain, here) : plain;
}

/** Whether a panel's other pattern row has as many stitches as the planned one, so that it can be worked instead. */
export function fitsOnce(sheet: Worksheet, facts: Facts, once: Once): boolean {
  const { instead, panel, row } = once;
  if (instead.does !== 'position') return true;
  const there = (of: Worksheet) => charted(of, row).panels.find((one) => one.panel.id === panel);
  const after = there(worksheet(sheet.plan, { ...facts, onces: [...(facts.onces ?? []), once] }));
  const chart = after?.chart;
  if (!after || !chart) return false;
  const { name } = rowAt(chart, patternPosition(instead.position));
  return after.name.kind === name.kind && after.name.number === name.number;
}

/** Stitches on the needle before piece row 1. */
export const castOnCount = (sheet: Worksheet) => charted(sheet, 1).laid.takes;

/** Stitches that a section's first row takes, counted without laying its repeats out. */
function lineUpInto(sheet: Worksheet, section: number): number {
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

/** A replaced last row must fit on the stitches that are there. */
function checkLastRow(sheet: Worksheet, section: number): PlanProblem | null {
  const { lastRow } = sheet.plan.sections[section] as Section;
  if (lastRow === undefined) return null;
  const chart = sheet.plan.charts[lastRow];
  if (!chart) return { code: 'no-such-chart', section };
  const bare = sheet.plan.sections.map((one, s) => (s === section ? { ...one, lastRow: undefined } : one));
  const stitches = charted(worksheet({ ...sheet.plan, sections: bare as Section[] }), lastRowOf(sheet, section)).laid.takes; // prettier-ignore
  const row = chart.rows[0] as Chart['rows'][number];
  const fits = row.kind === 'line' && repeatsToFill(chart, stitches) !== null;
  return fits ? null : { code: 'last-row-does-not-fit', stitches, section };
}

/** Stitches that the section before leaves and that this one needs, where they differ. */
export function seamBefore(sheet: Worksheet, section: number): { has: number; needs: number } | null {
  const first = sheet.firstRows[section];
  if (section === 0 || first === undefined) return null;
  const [has, needs] = [charted(sheet, first - 1).laid.gives, charted(sheet, first).laid.takes];
  return has === needs ? null : { has, needs };
}

/** The first row of a section, turned or worked to and fro, that would make a stitch before its first or after its last one. */
function rowWithoutStrand({ plan }: Worksheet, section: Section): number | null {
  if (plan.construction === 'round') return null;
  const atEdge = (section.shaping ?? []).filter(
    ({ place, act }) => place.kind === 'edge' && place.inset === 0 && isMake(act),
  );
  if (atEdge.length > 0) return Math.min(...atEdge.flatMap(rowsOfShaping));
  const [first, last] = [section.panels[0], section.panels[section.panels.length - 1]];
  const madeIn = (panel: PanelPlan | undefined, pick: (cells: readonly Cell[]) => Cell | undefined) => {
    const chart = panel && plan.charts[panel.chart];
    const rows = chart ? [...chart.setUp, ...chart.rows] : [];
    const index = rows.findIndex((row) =>
      isMake(pick(worked(expandRow(row, Math.min(2, panel?.repeats ?? 1))))),
    );
    return index < 0 ? null : index + 1;
  };
  return madeIn(first, (cells) => cells[0]) ?? madeIn(last, (cells) => cells[cells.length - 1]);
}
const isMake = (cell: Cell | ShapingAct | undefined) => cell?.kind === 'increase' && cell.how === 'make';
const worked = (cells: readonly Cell[]) => cells.filter(({ kind }) => kind !== 'noStitch');

/** Panels whose rows are worked once must have rows enough for their section. */
function checkOnce(sheet: Worksheet, section: number): PlanProblem[] {
  const [first, last] = [sheet.firstRows[section] as number, lastRowOf(sheet, section)];
  const { panels, length } = sheet.plan.sections[section] as Section;
  return panels.flatMap(({ chart: key }, panel): PlanProblem[] => {
    const chart = sheet.plan.charts[key] as Chart;
    if (!chart.once) return [];
    const spans = (sheet.spans.charted[section] as readonly PanelSpans[])[panel] as PanelSpans;
    const left = chart.setUp.length + chart.rows.length - positionIn(spans, first);
    const rows = last - first + 1;
    if (!('until' in length) && rows <= left) return [];
    return [
      { code: 'rows-worked-once', has: 'until' in length ? 0 : Math.max(0, left), rows, section, panel },
    ];
  });
}

/** Checks a plan whole: its shape, its size, and that each section's first row fits on the row before it. */
export function checkPlan(plan: Plan): Result<Worksheet, readonly PlanProblem[]> {
  const sound = checkShape(plan);
  if (!sound.ok) return sound;
  const shapes = resolveShapes(plan);
  const sheet = worksheet(plan);
  const problems: PlanProblem[] = [];
  plan.sections.forEach((_, section) => {
    const stitches = lineUpInto(sheet, section);
    if (stitches > LIMITS.stitches)
      problems.push({ code: 'too-many-stitches', stitches, most: LIMITS.stitches, section });
  });
  plan.sections.forEach((_, section) => problems.push(...checkOnce(sheet, section)));
  if (problems.length > 0) return err([...problems, ...shapes.problems]);
  problems.push(...shapes.problems);
  plan.sections.forEach((_, section) => {
    const seam = problems.length > 0 ? null : seamBefore(sheet, section);
    if (seam) problems.push({ code: 'seam-differs', ...seam, section });
  });
  plan.sections.forEach((it, section) => {
    const row = rowWithoutStrand(sheet, it);
    if (row !== null) problems.push({ code: 'no-strand', row, section });
  });
  plan.sections.forEach((_, section) => {
    const problem = problems.length > 0 ? null : checkLastRow(sheet, section);
    if (problem) problems.push(problem);
  });
  return problems.length > 0 ? err(problems) : ok(sheet);
}
