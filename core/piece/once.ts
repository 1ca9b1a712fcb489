/** One row, or one panel of it, worked otherwise just this once; the repeat goes on as if nothing had been. */
import { givesForm, countFor, takesForm } from '../chart/row';
import { rowAt, type Chart } from '../chart/chart';
import { patternPosition, pieceRow, type PatternPosition } from '../indices';
import { gives, takes } from '../stitch/cells';
import { stitch, type Face } from '../stitch/types';
import type { LaidCell } from '../chart/laid';
import { uncrossed } from './deviation';
import { isCrossing } from './crossings';
import type { PanelPlan } from './plan';
import { positionIn, type PanelSpans } from './spans';
import type { LaidPanels } from './line-up';

export type Instead =
  /** Every crossing worked straight up. */
  | { readonly does: 'uncrossed' }
  /** Every stitch with this face, seen from the RS: a ridge of purls, say. */
  | { readonly does: 'all'; readonly face: Face }
  /** Another row of the panel's own chart. */
  | { readonly does: 'position'; readonly position: number };

/** `panel` null: all panels. */
export type Once = { readonly row: number; readonly panel: string | null; readonly instead: Instead };

const meant = (once: Once, panel: string) => once.panel === null || once.panel === panel;

const sameCounts = (chart: Chart, repeats: number, a: PatternPosition, b: PatternPosition) => {
  const [one, other] = [rowAt(chart, a).row, rowAt(chart, b).row];
  return [takesForm, givesForm].every(
    (form) => countFor(form(one), repeats) === countFor(form(other), repeats),
  );
};

/**
 * Spans under which a row is laid. Another row of the chart is taken only if it takes and gives as many stitches as the
 * planned one: what does not fit changes nothing.
 */
export function spansForOnce(
  onces: readonly Once[],
  panels: readonly PanelPlan[],
  charts: Readonly<Record<string, Chart>>,
  spans: readonly PanelSpans[],
  row: number,
): readonly PanelSpans[] {
  return spans.map((span, p) => {
    const panel = panels[p] as PanelPlan;
    const chart = charts[panel.chart] as Chart;
    const last = onces.findLast((once) => meant(once, panel.id));
    if (last?.instead.does !== 'position') return span;
    const position = patternPosition(last.instead.position);
    const fits = sameCounts(chart, panel.repeats, positionIn(span, row), position);
    return fits ? [{ from: pieceRow(row), position }] : span;
  });
}

function cellsInstead(at: LaidCell, instead: Instead): LaidCell[] {
  const { cell } = at;
  if (instead.does === 'position') return [at];
  const plain = isCrossing(cell) ? uncrossed(cell) : [cell];
  let [taken, given] = [at.taken, at.given];
  return plain.map((one) => {
    const worked = instead.does === 'all' && one.kind === 'stitch' ? stitch(instead.face) : one;
    const laid = { cell: worked, taken, given };
    taken += takes(one);
    given += gives(one);
    return laid;
  });
}

/** The laid row with crossings worked straight, or all stitches alike, where that was asked. */
export function workedOnce(row: LaidPanels, onces: readonly Once[]): LaidPanels {
  const panels = row.panels.map((panel) => {
    const last = onces.findLast((once) => meant(once, panel.panel.id));
    if (!last) return panel;
    return { ...panel, cells: panel.cells.flatMap((at) => cellsInstead(at, last.instead)) };
  });
  return { ...row, panels, laid: { ...row.laid, cells: panels.flatMap(({ cells }) => cells) } };
}
