/**
 * When a panel crosses next and when it crossed last. Plain rows left and distance are different numbers:
 * working row 12 with the next crossing in row 14, two plain rows are left (12 and 13), then cross.
 */
import { pieceRow, type PieceRow } from '../indices';
import { countFor, expandRow, givesForm, takesForm } from '../chart/row';
import { layRow } from '../chart/laid';
import type { Chart } from '../chart/chart';
import type { PanelPlan, Plan, Section } from './plan';
import { cutRow } from './shaped-row';
import { shapeIn } from './shapes';
import { countLive, type Live } from './shaping';
import { indexAt, type PanelSpans, type View } from './spans';
import { isCrossing } from './crossings';
import { charted, isOpen, lastRowOf, sectionIndexAt, type Worksheet } from './worksheet';

/** Positions with a crossing: among the set-up rows, and among the rows of one repeat. */
type CrossingPositions = {
  readonly setUp: readonly number[];
  readonly repeat: readonly number[];
  readonly length: number;
};

const known = new WeakMap<Chart, Map<number, CrossingPositions>>();

function crossingPositions(chart: Chart, repeats: number): CrossingPositions {
  const ofChart = known.get(chart) ?? new Map<number, CrossingPositions>();
  known.set(chart, ofChart);
  // One repeat fewer may leave none at all; beyond two repeats nothing new can appear.
  const n = Math.min(repeats, 2);
  const found = ofChart.get(n);
  if (found) return found;
  const crossing = (rows: Chart['rows']) =>
    rows.flatMap((row, i) => (expandRow(row, n).some(isCrossing) ? [i] : []));
  const positions = { setUp: crossing(chart.setUp), repeat: crossing(chart.rows), length: chart.rows.length };
  ofChart.set(n, positions);
  return positions;
}

/** The first crossing position at or after `from`; null if the chart has none. */
function crossingFrom(
  { setUp, repeat, length }: CrossingPositions,
  setUpRows: number,
  from: number,
): number | null {
  const early = setUp.find((position) => position >= from);
  if (early !== undefined) return early;
  if (repeat.length === 0) return null;
  const start = Math.max(0, from - setUpRows);
  const cycle = Math.floor(start / length);
  const inCycle = repeat.find((i) => i >= start - cycle * length);
  return setUpRows + (inCycle ?? (repeat[0] as number) + length) + cycle * length;
}

/** The last crossing position at or before `to`; null if there is none. */
function crossingUpTo(
  { setUp, repeat, length }: CrossingPositions,
  setUpRows: number,
  to: number,
): number | null {
  const within = to - setUpRows;
  if (within >= 0 && repeat.length > 0) {
    const cycle = Math.floor(within / length);
    const inCycle = repeat.findLast((i) => i <= within - cycle * length);
    if (inCycle !== undefined) return setUpRows + inCycle + cycle * length;
    if (cycle > 0) return setUpRows + (repeat[repeat.length - 1] as number) + (cycle - 1) * length;
  }
  return setUp.findLast((position) => position <= to) ?? null;
}

/** Rows in which a panel's positions run up one by one and no stitch of the panel comes or goes. */
type Stretch = {
  readonly first: number;
  readonly last: number;
  readonly position: number;
  readonly chart: Chart;
  /** Looked up only for the stretches that a search comes to. */
  readonly crossings: () => CrossingPositions;
};

const NONE: CrossingPositions = { setUp: [], repeat: [], length: 1 };

/** Shaping rows and one-off rows are looked at by themselves: a crossing may be missing in this very row. */
function inRowItself(sheet: Worksheet, row: number, panelId: string, chart: Chart): CrossingPositions {
  const there = charted(sheet, row).panels.find(({ panel }) => panel.id === panelId);
  if (!there?.cells.some(({ cell }) => isCrossing(cell))) return NONE;
  const all = (rows: Chart['rows']) => rows.map((_, i) => i);
  return { setUp: all(chart.setUp), repeat: all(chart.rows), length: chart.rows.length };
}

/** Crossing positions of a panel of which only some stitches are on the needle. */
function whileCut(
  section: Section,
  panel: PanelPlan,
  chart: Chart,
  firstWale: number,
  live: Live,
): CrossingPositions {
  const width = countFor(takesForm(chart.rows[0] as Chart['rows'][number]), panel.repeats);
  const crossing = (rows: Chart['rows']) =>
    rows.flatMap((row, i) => {
      // Set-up rows that are not worked here may be of another width.
      const steady = [takesForm(row), givesForm(row)].every(
        (form) => countFor(form, panel.repeats) === width,
      );
      if (!steady) return [];
      const cells = layRow(expandRow(row, panel.repeats), firstWale).cells.map((at) => ({ ...at, panel: 0 }));
      const left = cutRow(cells, live, live, [], section.lacking ?? 'plain').cells;
      return left.some(({ cell }) => isCrossing(cell)) ? [i] : [];
    });
  return { setUp: crossing(chart.setUp), repeat: crossing(chart.rows), length: chart.rows.length };
}

const widthOf = (plan: Plan, { chart, repeats }: PanelPlan) =>
  countFor(takesForm((plan.charts[chart] as Chart).rows[0] as Chart['rows'][number]), repeats);

const cutKnown = new WeakMap<Worksheet, Map<string, CrossingPositions>>();

/** The crossing positions of one panel for whatever stitches are live; worked out once for each cut. */
function crossingsWhile(sheet: Worksheet, s: number, p: number, whole: Stretch) {
  const section = sheet.plan.sections[s] as Section;
  const panel = section.panels[p] as PanelPlan;
  const from = section.panels.slice(0, p).reduce((sum, one) => sum + widthOf(sheet.plan, one), 0);
  const to = from + widthOf(sheet.plan, panel);
  const known = cutKnown.get(sheet) ?? new Map<string, CrossingPositions>();
  cutKnown.set(sheet, known);
  return (live: Live): CrossingPositions => {
    const own = live.map(([a, b]) => [Math.max(a, from), Math.min(b, to)] as const).filter(([a, b]) => a < b);
    if (countLive(own) === to - from) return whole.crossings();
    const key = `${s} ${p} ${own.join(' ')}`;
    const found = known.get(key) ?? whileCut(section, panel, whole.chart, from, live);
    known.set(key, found);
    return found;
  };
}

const partOf = (
  whole: Stretch,
  first: number,
  last: number,
  crossings: () => CrossingPositions,
): Stretch => ({ ...whole, first, last, position: whole.position + first - whole.first, crossings });

/** Cuts a stretch at rows that are worked otherwise just once. */
function cutAtOnces(sheet: Worksheet, panelId: string, whole: Stretch): Stretch[] {
  const rows = [...sheet.onces.keys()].filter((row) => row >= whole.first && row <= whole.last);
  const cuts: Stretch[] = [];
  let from = whole.first;
  for (const row of rows.sort((a, b) => a - b)) {
    if (row > from) cuts.push(partOf(whole, from, row - 1, whole.crossings));
    cuts.push(partOf(whole, row, row, () => inRowItself(sheet, row, panelId, whole.chart)));
    from = row + 1;
  }
  return from <= whole.last ? [...cuts, partOf(whole, from, whole.last, whole.crossings)] : cuts;
}

/** Cuts a stretch where stitches of its section come or go. */
function cutAtShaping(sheet: Worksheet, s: number, p: number, panelId: string, whole: Stretch): Stretch[] {
  const shape = sheet.shapes[s];
  if (!shape) return [whole];
  const crossingsFor = crossingsWhile(sheet, s, p, whole);
  const toPiece = (sheet.firstRows[s] as number) - 1 - (sheet.plan.sections[s]?.offset ?? 0);
  const during = (live: Live) => () => crossingsFor(live);
  const cuts: Stretch[] = [];
  let from = whole.first;
  let { before: live } = shapeIn(shape, whole.first - toPiece);
  for (const step of shape.steps) {
    const row = step.from + toPiece;
    if (row < whole.first || row > whole.last) continue;
    if (row > from) cuts.push(partOf(whole, from, row - 1, during(live)));
    cuts.push(partOf(whole, row, row, () => inRowItself(sheet, row, panelId, whole.chart)));
    live = step.live;
    from = row + 1;
  }
  return from <= whole.last ? [...cuts, partOf(whole, from, whole.last, during(live))] : cuts;
}

function stretchesOf(sheet: Worksheet, section: number, panelId: string, view: View): Stretch[] {
  const { panels, lastRow } = sheet.plan.sections[section] as Section;
  const p = panels.findIndex((panel) => panel.id === panelId);
  const panel = panels[p];
  if (!panel) return [];
  const end = lastRowOf(sheet, section) - (lastRow !== undefined && !isOpen(sheet, section) ? 1 : 0);
  const spans = (sheet.spans[view][section] as readonly PanelSpans[])[p] as PanelSpans;
  const chart = sheet.plan.charts[panel.chart] as Chart;
  const crossings = () => crossingPositions(chart, panel.repeats);
  const whole = spans.flatMap(({ from, position }, i) => {
    const last = Math.min(end, (spans[i + 1]?.from ?? end + 1) - 1);
    return cutAtShaping(sheet, section, p, panelId, { first: from, last, position, chart, crossings });
  });
  return sheet.onces.size > 0 ? whole.flatMap((stretch) => cutAtOnces(sheet, panelId, stretch)) : whole;
}

export type NextCrossing = {
  readonly row: PieceRow;
  /** Plain rows of this panel to be worked before it, the row in hand included; 0 means cross now. */
  readonly plain: number;
  /** Rows from the last finished one to the crossing row. */
  readonly distance: number;
};

/** The panel's next crossing at or after a piece row, through later sections as long as the panel runs on. */
export function nextCrossing(sheet: Worksheet, panelId: string, from: number): NextCrossing | null {
  for (let s = sectionIndexAt(sheet, from); s < sheet.plan.sections.length; s += 1) {
    const stretches = stretchesOf(sheet, s, panelId, 'charted');
    if (stretches.length === 0) return null;
    const here = indexAt(stretches.map(({ first }) => ({ from: first })), from); // prettier-ignore
    for (const { first, last, position, crossings, chart } of stretches.slice(Math.max(0, here))) {
      const start = Math.max(first, from);
      const found = crossingFrom(crossings(), chart.setUp.length, position + start - first);
      const row = found === null ? null : first + found - position;
      if (row !== null && row <= last)
        return { row: pieceRow(row), plain: row - from, distance: row - from + 1 };
    }
  }
  return null;
}

/** The panel's last crossing row at or before a piece row, as the fabric was made, within its run of sections. */
export function lastCrossing(sheet: Worksheet, panelId: string, upTo: number): PieceRow | null {
  for (let s = sectionIndexAt(sheet, upTo); s >= 0; s -= 1) {
    const stretches = stretchesOf(sheet, s, panelId, 'made');
    if (stretches.length === 0) return null;
    for (const { first, last, position, crossings, chart } of stretches.toReversed()) {
      if (first > upTo) continue;
      const end = Math.min(last, upTo);
      const found = crossingUpTo(crossings(), chart.setUp.length, position + end - first);
      if (found !== null && found >= position) return pieceRow(first + found - position);
    }
  }
  return null;
}
