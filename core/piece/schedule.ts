/**
 * When a panel crosses next and when it crossed last. Plain rows left and distance are different numbers:
 * working row 12 with the next crossing in row 14, two plain rows are left (12 and 13), then cross.
 */
import { pieceRow, type PieceRow } from '../indices';
import { expandRow } from '../chart/row';
import type { Chart } from '../chart/chart';
import type { PanelPlan, Section } from './plan';
import { indexAt, type PanelSpans, type View } from './spans';
import { isCrossing } from './crossings';
import { sectionIndexAt, type Worksheet } from './worksheet';

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

type Stretch = {
  readonly first: number;
  readonly last: number;
  readonly position: number;
  readonly panel: PanelPlan;
  readonly chart: Chart;
};

function stretchesOf(sheet: Worksheet, section: number, panelId: string, view: View): Stretch[] {
  const { panels, length } = sheet.plan.sections[section] as Section;
  const p = panels.findIndex((panel) => panel.id === panelId);
  const panel = panels[p];
  if (!panel) return [];
  const end = (sheet.firstRows[section] as number) + length.rows - 1;
  const spans = (sheet.spans[view][section] as readonly PanelSpans[])[p] as PanelSpans;
  const chart = sheet.plan.charts[panel.chart] as Chart;
  return spans.map(({ from, position }, i) => ({ first: from, last: (spans[i + 1]?.from ?? end + 1) - 1, position, panel, chart })); // prettier-ignore
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
    for (const { first, last, position, panel, chart } of stretches.slice(Math.max(0, here))) {
      const start = Math.max(first, from);
      const found = crossingFrom(
        crossingPositions(chart, panel.repeats),
        chart.setUp.length,
        position + start - first,
      );
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
    for (const { first, last, position, panel, chart } of stretches.toReversed()) {
      if (first > upTo) continue;
      const end = Math.min(last, upTo);
      const found = crossingUpTo(
        crossingPositions(chart, panel.repeats),
        chart.setUp.length,
        position + end - first,
      );
      if (found !== null && found >= position) return pieceRow(first + found - position);
    }
  }
  return null;
}
