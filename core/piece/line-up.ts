/** Lays one row of a section: its panels side by side, cut to what shaping has left on the needle. */
import { wale } from '../indices';
import { gives, takes } from '../stitch/cells';
import { countFor, expandRow, takesForm } from '../chart/row';
import { rowAt, type Chart } from '../chart/chart';
import { layRow, type LaidCell, type LaidRow } from '../chart/laid';
import type { Plan, Section } from './plan';
import { cutRow, type LineUpCell } from './shaped-row';
import { isFull, shapeIn } from './shapes';
import { indexOfWale, waleAt, type Live, type SectionShape } from './shaping';
import { positionIn, type PanelSpans } from './spans';
import type { CutAt, PanelRow, WorkRow } from './work-row';

export type LaidPanels = Pick<WorkRow, 'panels' | 'laid' | 'acts' | 'cut' | 'lineUp'>;

const together = (panels: readonly PanelRow[], taken: number, given: number): LaidRow => ({
  cells: ([] as LaidCell[]).concat(...panels.map((panel) => panel.cells)),
  takes: taken,
  gives: given,
});

/** The whole line-up, as if nothing were shaped. */
export function layLineUp(
  plan: Plan,
  section: Section,
  spans: readonly PanelSpans[],
  row: number,
): LaidPanels {
  let taken = 0;
  let given = 0;
  let waleFrom = 0;
  const panels = section.panels.map((panel, p): PanelRow => {
    const chart = plan.charts[panel.chart] as Chart;
    const { row: chartRow, name } = rowAt(chart, positionIn(spans[p] as PanelSpans, row));
    const phase = chartRow.kind === 'ring' ? chartRow.phase : 0;
    const laid = layRow(expandRow(chartRow, panel.repeats), taken + phase, given + phase);
    const here = { panel, chart, name, firstTaken: taken, firstGiven: given, takes: laid.takes, gives: laid.gives, firstWale: wale(waleFrom), cells: laid.cells }; // prettier-ignore
    taken += laid.takes;
    given += laid.gives;
    waleFrom += laid.takes;
    return here;
  });
  return { panels, laid: together(panels, taken, given), acts: [], cut: [] };
}

/** Where column 0 lies in the line-up when the stitches close up towards the widest stretch that is left. */
function shiftOf(live: Live): number {
  const widest = live.reduce((best, [from, to]) => (to - from > best[1] - best[0] ? [from, to] : best), [0, 0] as readonly [number, number]); // prettier-ignore
  return widest[0] - indexOfWale(live, widest[0]);
}

/** The cells of all panels with their panel's index; a loop, for this runs in every look-up of a shaped row. */
function cellsOf(panels: readonly PanelRow[]): LineUpCell[] {
  const all: LineUpCell[] = [];
  panels.forEach(({ cells }, panel) => {
    for (const { cell, taken, given } of cells) all.push({ cell, taken, given, panel });
  });
  return all;
}

/** From wales to columns of the needle, panel by panel. */
function onNeedle(cells: readonly LineUpCell[], count: number, before: Live, after: Live): LaidCell[][] {
  const byPanel = Array.from({ length: count }, (): LaidCell[] => []);
  for (const { cell, panel, taken, given } of cells)
    (byPanel[panel] as LaidCell[]).push({
      cell,
      taken: indexOfWale(before, taken),
      given: indexOfWale(after, given),
    });
  return byPanel;
}

function panelOf(full: PanelRow, cells: readonly LaidCell[], before: Live): PanelRow {
  const first = cells[0] as LaidCell;
  const taken = cells.reduce((sum, { cell }) => sum + takes(cell), 0);
  const firstWale = taken > 0 ? waleAt(before, first.taken) : full.firstWale;
  const gaps = before.flatMap(([from], i) => {
    const column = indexOfWale(before, from);
    const inside = i > 0 && column > first.taken && column < first.taken + taken;
    return inside ? [{ column, wales: from - (before[i - 1] as readonly [number, number])[1] }] : [];
  });
  return {
    ...full,
    firstTaken: first.taken,
    firstGiven: first.given,
    takes: taken,
    gives: cells.reduce((sum, { cell }) => sum + gives(cell), 0),
    firstWale: wale(firstWale),
    cells,
    ...(gaps.length > 0 && { gaps }),
  };
}

/** Panels that shaping has taken whole are no longer there. */
export function cutLineUp(
  full: LaidPanels,
  section: Section,
  shape: SectionShape,
  sectionRow: number,
): LaidPanels {
  const { before, after, acts } = shapeIn(shape, sectionRow);
  const shift = { width: shape.width, taken: shiftOf(before), given: shiftOf(after) };
  if (acts.length === 0 && isFull(before, shape.width)) return { ...full, lineUp: shift };
  const { cells, cut } = cutRow(cellsOf(full.panels), before, after, acts, section.lacking ?? 'plain');
  const byPanel = onNeedle(cells, full.panels.length, before, after);
  const panels = full.panels.flatMap((panel, p) => {
    const own = byPanel[p] as LaidCell[];
    return own.length > 0 ? [panelOf(panel, own, before)] : [];
  });
  const counted = (of: (panel: PanelRow) => number) => panels.reduce((sum, panel) => sum + of(panel), 0);
  const laid = together(panels, counted((p) => p.takes), counted((p) => p.gives)); // prettier-ignore
  const named = cut.map(({ panel, ...rest }): CutAt => ({ ...rest, panel: (full.panels[panel] as PanelRow).panel.id })); // prettier-ignore
  return { panels, laid, acts, cut: named, lineUp: shift };
}

/** Repeats of a row that fill so many stitches; null if none do. */
export function repeatsToFill(chart: Chart, stitches: number): number | null {
  const form = takesForm(chart.rows[0] as Chart['rows'][number]);
  const repeats = form.perRepeat > 0 ? (stitches - form.base) / form.perRepeat : Number.NaN;
  return Number.isInteger(repeats) && repeats >= 1 && countFor(form, repeats) === stitches ? repeats : null;
}

/** One row over the whole width, in place of the section's last. */
export function layLastRow(section: Section, chart: Chart, stitches: number): LaidPanels {
  const repeats = repeatsToFill(chart, stitches) ?? 1;
  const laid = layRow(expandRow(chart.rows[0] as Chart['rows'][number], repeats));
  const panel = {
    id: `${section.id}-last-row`,
    name: chart.name,
    chart: section.lastRow as string,
    repeats,
    start: { row: 1, withSetUp: false },
    edge: true,
  };
  const row: PanelRow = { panel, chart, name: { kind: 'row', number: 1 }, firstTaken: 0, firstGiven: 0, takes: laid.takes, gives: laid.gives, firstWale: wale(0), cells: laid.cells }; // prettier-ignore
  return { panels: [row], laid, acts: [], cut: [] };
}
