/** All crossings of a piece: in which rows, and how many are done. */
import { nextCrossing } from '../piece/schedule';
import { panelIdsOf, type Worksheet } from '../piece/worksheet';
import { panelFacts } from './row-facts';

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

export type CrossingCount = { readonly all: number; readonly done: number; readonly left: number };

/** Crossings of the whole piece as planned. */
export function countCrossings(sheet: Worksheet, rowsDone: number): CrossingCount {
  let [all, done] = [0, 0];
  for (const id of panelIdsOf(sheet.plan))
    for (const row of crossingRows(sheet, id)) {
      const here = panelFacts(sheet, id, row).crossings;
      all += here;
      if (row <= rowsDone) done += here;
    }
  return { all, done, left: all - done };
}
