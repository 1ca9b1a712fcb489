/**
 * Which row of its chart a panel works in a given piece row. A span says: from this piece row on, positions run
 * up one by one from here. Sections begin spans, and so do the corrections that a knitter makes on the way.
 */
import { patternPosition, pieceRow, type PatternPosition, type PieceRow } from '../indices';
import { positionOfRow, type Chart } from '../chart/chart';
import type { PanelPlan, Plan } from './plan';

/**
 * A panel's row set by hand: at piece row `from` the panel works `position`. The plan follows from `chartedFrom`
 * on; the fabric was so from `madeFrom` on (earlier, when it was the record that was wrong).
 */
export type Amendment = {
  readonly panel: string;
  readonly from: PieceRow;
  readonly position: PatternPosition;
  readonly chartedFrom: PieceRow;
  readonly madeFrom: PieceRow;
};
export type View = 'charted' | 'made';

export type Span = { readonly from: PieceRow; readonly position: PatternPosition };
/** Spans of one panel in one section, by piece row; the first begins with the section. */
export type PanelSpans = readonly Span[];

/** Index of the last item that begins at or before `row`; -1 if none does. O(log n). */
export function indexAt(items: readonly { readonly from: number }[], row: number): number {
  let low = 0;
  let high = items.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((items[middle] as { from: number }).from <= row) low = middle + 1;
    else high = middle;
  }
  return low - 1;
}

export function positionIn(spans: PanelSpans, row: number): PatternPosition {
  const span = spans[Math.max(0, indexAt(spans, row))] as Span;
  return patternPosition(span.position + row - span.from);
}

/** Where a panel begins in its chart; `before` are its spans in the section before. */
export function startOf(
  panel: PanelPlan,
  chart: Chart,
  before: PanelSpans | undefined,
  first: number,
): PatternPosition {
  if (panel.start === 'carryOn') return before ? positionIn(before, first) : patternPosition(0);
  if ('position' in panel.start) return patternPosition(panel.start.position);
  return panel.start.withSetUp ? patternPosition(0) : positionOfRow(chart, panel.start.row);
}

/** An amendment cannot reach back before its own chart: positions below 0 are wound forward by whole repeats. */
function amendedPosition(amendment: Amendment, row: number, chart: Chart): PatternPosition {
  const raw = amendment.position + row - amendment.from;
  const short = Math.max(0, chart.setUp.length - raw);
  return patternPosition(raw < 0 ? raw + Math.ceil(short / chart.rows.length) * chart.rows.length : raw);
}

/** The spans of every panel of every section: `result[section][panel]`. Amendments in the order they were made. */
export function resolveSpans(
  plan: Plan,
  firstRows: readonly number[],
  amendments: readonly Amendment[],
  view: View,
) {
  const lookUp = new Map<string, PanelSpans>();
  return plan.sections.map((section, s) => {
    const first = firstRows[s] as number;
    const last = (firstRows[s + 1] ?? Infinity) - 1;
    const here = section.panels.map((panel) => {
      const chart = plan.charts[panel.chart] as Chart;
      const byRow = new Map<number, PatternPosition>([
        [first, startOf(panel, chart, lookUp.get(panel.id), first)],
      ]);
      // Rows that are worked once follow the rows of the piece: no other row of theirs would fit on what lies below.
      for (const amendment of chart.once ? [] : amendments) {
        const from = view === 'charted' ? amendment.chartedFrom : amendment.madeFrom;
        if (amendment.panel !== panel.id || from < first || from > last) continue;
        for (const row of byRow.keys()) if (row > from && row !== first) byRow.delete(row);
        byRow.set(from, amendedPosition(amendment, from, chart));
      }
      const spans = [...byRow].map(([from, position]) => ({ from: pieceRow(from), position }));
      return spans.sort((a, b) => a.from - b.from);
    });
    section.panels.forEach((panel, p) => lookUp.set(panel.id, here[p] as PanelSpans));
    return here;
  });
}
