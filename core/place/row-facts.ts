/**
 * What one row leaves to be seen in a panel. Rows of the chart that lie as charted are looked at once; what was shaped,
 * worked otherwise or not made as planned is looked at in the fabric itself.
 */
import { expandRow } from '../chart/row';
import { rowAt, type Chart } from '../chart/chart';
import { isCrossing } from '../piece/crossings';
import type { PanelPlan, Section } from '../piece/plan';
import { positionIn, type PanelSpans } from '../piece/spans';
import { isOpen, lastRowOf, made, type Worksheet } from '../piece/worksheet';
import { stitchesAfter } from '../stitch/cells';
import { isSlip, isSlipped, looksOf } from '../stitch/looks';
import type { Cell, Crossing, Face } from '../stitch/types';

/** How the crossings of a row lean; 'both' where they lean either way. */
export type Leaning = 'left' | 'right' | 'both';
/** A slipped stitch looks as it did before. */
export type Look = Face | 'same';

export type RowFacts = {
  readonly lean: Leaning | null;
  /** Some crossing of more than 1 over 1: it leaves a hole. */
  readonly holed: boolean;
  /** All stitches are bumps on the RS. */
  readonly bumps: boolean;
  readonly slips: boolean;
  /** The first stitches of the panel from the right, seen from the RS. */
  readonly looks: readonly Look[];
};

/** So many stitches from a panel's right edge can be found without counting long. */
export const NEAR_EDGE = 6;

const NOTHING: RowFacts = { lean: null, holed: false, bumps: false, slips: false, looks: [] };

const leaningOf = (crossings: readonly Crossing[]): Leaning | null => {
  const [first] = crossings;
  if (!first) return null;
  return crossings.every(({ lean }) => lean === first.lean) ? first.lean : 'both';
};

function looksOfCell(cell: Cell): Look[] {
  if (isSlipped(cell)) return ['same'];
  const looks = looksOf(cell, []);
  if (cell.kind !== 'crossing') return looks;
  return stitchesAfter(cell).map(({ stitch }, i) => (isSlip(stitch) ? 'same' : (looks[i] as Face)));
}

export function factsOf(cells: readonly Cell[]): RowFacts {
  const crossings = cells.filter(isCrossing);
  const looks: Look[] = [];
  let all = 0;
  let bumps = 0;
  let slips = false;
  for (const cell of cells)
    for (const look of looksOfCell(cell)) {
      if (looks.length < NEAR_EDGE) looks.push(look);
      all += 1;
      if (look === 'purl') bumps += 1;
      if (look === 'same') slips = true;
    }
  return {
    lean: leaningOf(crossings),
    holed: crossings.some((cell) => stitchesAfter(cell).length > 2),
    bumps: all > 0 && bumps === all,
    slips,
    looks,
  };
}

/** Facts of the chart's rows, set-up rows first. */
const known = new WeakMap<Chart, Map<number, readonly RowFacts[]>>();

function chartFacts(chart: Chart, repeats: number): readonly RowFacts[] {
  const ofChart = known.get(chart) ?? new Map<number, readonly RowFacts[]>();
  known.set(chart, ofChart);
  const found =
    ofChart.get(repeats) ?? [...chart.setUp, ...chart.rows].map((row) => factsOf(expandRow(row, repeats)));
  ofChart.set(repeats, found);
  return found;
}

const inFabricKnown = new WeakMap<Worksheet, Map<number, ReadonlyMap<string, RowFacts>>>();

/** What a row really shows, panel by panel; each row is laid once. */
function inFabric(sheet: Worksheet, row: number): ReadonlyMap<string, RowFacts> {
  const ofSheet = inFabricKnown.get(sheet) ?? new Map<number, ReadonlyMap<string, RowFacts>>();
  inFabricKnown.set(sheet, ofSheet);
  const found =
    ofSheet.get(row) ??
    new Map(
      made(sheet, row).panels.map(
        ({ panel, cells }) => [panel.id, factsOf(cells.map(({ cell }) => cell))] as const,
      ),
    );
  ofSheet.set(row, found);
  return found;
}

/** A panel in one section. */
export type Run = {
  readonly section: number;
  readonly panel: PanelPlan;
  readonly chart: Chart;
  readonly first: number;
  readonly last: number;
  /** From the first row to the last. */
  readonly facts: readonly RowFacts[];
  /** The chart row that each of them works, and whether it lies as the chart has it. */
  readonly index: readonly number[];
  readonly asCharted: readonly boolean[];
};

/** A panel in one section, row by row; null where the section does without it. */
export function runIn(sheet: Worksheet, s: number, panelId: string): Run | null {
  const section = sheet.plan.sections[s] as Section;
  const p = section.panels.findIndex(({ id }) => id === panelId);
  const panel = section.panels[p];
  if (!panel) return null;
  const chart = sheet.plan.charts[panel.chart] as Chart;
  const spans = (sheet.spans.made[s] as readonly PanelSpans[])[p] as PanelSpans;
  const [first, last] = [sheet.firstRows[s] as number, lastRowOf(sheet, s)];
  const replaced = section.lastRow !== undefined && !isOpen(sheet, s) ? last : -1;
  const shaped = Boolean(sheet.shapes[s]);
  const ofChart = chartFacts(chart, panel.repeats);
  const rows = Array.from({ length: last - first + 1 }, (_, i) => first + i);
  const index = rows.map((row) => rowAt(chart, positionIn(spans, row)).index);
  const asCharted = rows.map(
    (row) => !shaped && row !== replaced && !sheet.onces.has(row) && !sheet.deviations.has(row),
  );
  const facts = rows.map((row, i) =>
    asCharted[i] ? (ofChart[index[i] as number] as RowFacts) : (inFabric(sheet, row).get(panelId) ?? NOTHING),
  );
  return { section: s, panel, chart, first, last, facts, index, asCharted };
}
