/** Stitches and crossings of a row, looked up once for every row of a chart; shaped rows are laid out. */
import { expandRow } from '../chart/row';
import { rowAt, type Chart } from '../chart/chart';
import { isCrossing } from '../piece/crossings';
import { positionIn, type PanelSpans } from '../piece/spans';
import { charted, hasRow, sectionIndexAt, type Worksheet } from '../piece/worksheet';
import { takes } from '../stitch/cells';
import type { Cell } from '../stitch/types';

export type RowFacts = {
  readonly stitches: number;
  readonly crossings: number;
  /** Stitches that cross. */
  readonly crossed: number;
};

function factsOfCells(cells: readonly Cell[]): RowFacts {
  const crossing = cells.filter(isCrossing);
  const count = (of: readonly Cell[]) => of.reduce((sum, cell) => sum + takes(cell), 0);
  return { stitches: count(cells), crossings: crossing.length, crossed: count(crossing) };
}

const known = new WeakMap<Chart, Map<string, RowFacts>>();

function factsOfChart(chart: Chart, repeats: number, position: PanelSpans[number]['position']): RowFacts {
  const { row, index } = rowAt(chart, position);
  const ofChart = known.get(chart) ?? new Map<string, RowFacts>();
  known.set(chart, ofChart);
  const key = `${index} ${repeats}`;
  const found = ofChart.get(key) ?? factsOfCells(expandRow(row, repeats));
  ofChart.set(key, found);
  return found;
}

/** What makes a row slow: crossings before all, then shaping. */
export function rowKind(sheet: Worksheet, row: number): 'plain' | 'crossing' | 'shaping' {
  if (!hasRow(sheet, row)) return 'plain';
  if (rowFacts(sheet, row).crossings > 0) return 'crossing';
  return sheet.shapes[sectionIndexAt(sheet, row)] && charted(sheet, row).acts.length > 0
    ? 'shaping'
    : 'plain';
}

/** {@link rowKind}, looked up once for each row. */
export function rowKinds(sheet: Worksheet): (row: number) => ReturnType<typeof rowKind> {
  const seen = new Map<number, ReturnType<typeof rowKind>>();
  return (row) => {
    const kind = seen.get(row) ?? rowKind(sheet, row);
    seen.set(row, kind);
    return kind;
  };
}

/** One panel in a piece row as planned; nothing where it is not on the needle. */
export function panelFacts(sheet: Worksheet, panelId: string, row: number): RowFacts {
  const s = sectionIndexAt(sheet, row);
  const { panels, lastRow } = sheet.plan.sections[s] as (typeof sheet.plan.sections)[number];
  const p = panels.findIndex(({ id }) => id === panelId);
  const panel = panels[p];
  if (sheet.shapes[s] || lastRow !== undefined || sheet.onces.has(row) || !panel) {
    const here = charted(sheet, row).panels.find((one) => one.panel.id === panelId);
    return factsOfCells(here?.cells.map(({ cell }) => cell) ?? []);
  }
  const spans = (sheet.spans.charted[s] as readonly PanelSpans[])[p] as PanelSpans;
  return factsOfChart(sheet.plan.charts[panel.chart] as Chart, panel.repeats, positionIn(spans, row));
}

/** A whole row as planned. */
export function rowFacts(sheet: Worksheet, row: number): RowFacts {
  const s = sectionIndexAt(sheet, row);
  const { panels, lastRow } = sheet.plan.sections[s] as (typeof sheet.plan.sections)[number];
  if (sheet.shapes[s] || lastRow !== undefined || sheet.onces.has(row))
    return factsOfCells(charted(sheet, row).laid.cells.map(({ cell }) => cell));
  const all = panels.map(({ id }) => panelFacts(sheet, id, row));
  const sum = (of: (facts: RowFacts) => number) => all.reduce((total, facts) => total + of(facts), 0);
  return {
    stitches: sum((f) => f.stitches),
    crossings: sum((f) => f.crossings),
    crossed: sum((f) => f.crossed),
  };
}
