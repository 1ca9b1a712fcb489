/** A pattern whose rows were written for one side, set so that they come to the other. */
import { sideOfRow, type Chart } from '../chart/chart';
import { sideOf, type Worksheet } from '../piece/worksheet';

export type WrongSide = {
  readonly section: number;
  readonly panel: number;
  /** The row of its pattern that it starts with, and the row before that one, with which it would come right. */
  readonly row: number;
  readonly instead: number;
};

/** Flat work only. A repeat of an odd number of rows comes to either side in turn; it and rows worked once are left alone. */
export function wrongSides(sheet: Worksheet): WrongSide[] {
  const { plan } = sheet;
  if (plan.construction !== 'flat') return [];
  return plan.sections.flatMap((section, s) =>
    section.panels.flatMap(({ chart: key, start }, panel): WrongSide[] => {
      const { firstSide, rows, setUp, once } = plan.charts[key] as Chart;
      if (typeof start !== 'object' || !('row' in start) || once || rows.length % 2 === 1) return [];
      const begins = start.withSetUp && setUp.length > 0 ? 1 - setUp.length : start.row;
      if (sideOfRow(firstSide, begins) === sideOf(plan, sheet.firstRows[s] as number)) return [];
      return [{ section: s, panel, row: start.row, instead: start.row === 1 ? rows.length : start.row - 1 }];
    }),
  );
}
