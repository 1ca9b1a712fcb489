/** All crossings of a piece: in which rows, and how many are done. */
import { expandRow } from '../chart/row';
import { rowAt, type Chart } from '../chart/chart';
import { isCrossing } from '../piece/crossings';
import { nextCrossing } from '../piece/schedule';
import { positionIn, type PanelSpans } from '../piece/spans';
import { charted, panelIdsOf, sectionIndexAt, type Worksheet } from '../piece/worksheet';

/** Piece rows in which a panel crosses, at most `most` of them. */
export function crossingRows(sheet: Worksheet, panelId: string, most = Infinity): number[] {
  const rows: number[] = [];
  for (let s = 0; s < sheet.plan.sections.length; s += 1) {
    const first = sheet.firstRows[s] as number;
    const end = (sheet.firstRows[s + 1] ?? sheet.rows + 1) - 1;
    let next = nextCrossing(sheet, panelId, first);
    while (next && next.row <= end && rows.length < most) {
      rows.push(next.row);
      next = next.row < sheet.rows ? nextCrossing(sheet, panelId, next.row + 1) : null;
    }
  }
  return rows;
}

const known = new WeakMap<Chart, Map<string, number>>();

function crossingsInRow(sheet: Worksheet, panelId: string, row: number): number {
  const s = sectionIndexAt(sheet, row);
  if (sheet.shapes[s])
    return charted(sheet, row)
      .panels.filter(({ panel }) => panel.id === panelId)
      .reduce((sum, { cells }) => sum + cells.filter(({ cell }) => isCrossing(cell)).length, 0);
  const panels = sheet.plan.sections[s]?.panels ?? [];
  const p = panels.findIndex(({ id }) => id === panelId);
  const { chart: key, repeats } = panels[p] as (typeof panels)[number];
  const chart = sheet.plan.charts[key] as Chart;
  const { row: chartRow, index } = rowAt(chart, positionIn((sheet.spans.charted[s] as readonly PanelSpans[])[p] as PanelSpans, row)); // prettier-ignore
  const ofChart = known.get(chart) ?? new Map<string, number>();
  known.set(chart, ofChart);
  const found = ofChart.get(`${index} ${repeats}`) ?? expandRow(chartRow, repeats).filter(isCrossing).length;
  ofChart.set(`${index} ${repeats}`, found);
  return found;
}

export type CrossingCount = { readonly all: number; readonly done: number; readonly left: number };

/** Crossings of the whole piece as planned. */
export function countCrossings(sheet: Worksheet, rowsDone: number): CrossingCount {
  let [all, done] = [0, 0];
  for (const id of panelIdsOf(sheet.plan))
    for (const row of crossingRows(sheet, id)) {
      const here = crossingsInRow(sheet, id, row);
      all += here;
      if (row <= rowsDone) done += here;
    }
  return { all, done, left: all - done };
}
