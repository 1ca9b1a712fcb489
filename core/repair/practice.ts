/** A swatch to try a ladder on first: as few repeats of the panel as hold the crossing, with an edge on either side. */
import { rowAt } from '../chart/chart';
import { countFor, expandRow, takesForm } from '../chart/row';
import { patternPosition } from '../indices';
import { meant, hasRow, sideOf, type Worksheet } from '../piece/worksheet';
import { cellKey } from '../stitch/cells';
import type { Side } from '../stitch/types';
import { crossingIn, type Ladder, type RepairFault } from './plan';

/** Edge stitches on either side. */
export const PRACTICE_EDGE = 2;

export type Practice = {
  readonly repeats: number;
  readonly castOn: number;
  /** The side that faces her in row 1. */
  readonly firstSide: Side;
  /** The row of the chart that is crossed wrong on purpose, and so many rows more above it. */
  readonly row: number;
  readonly above: number;
};

/** Null where the chart is worked once, or has rows before its first one: a swatch would need them all. */
export function practiceFor(
  sheet: Worksheet,
  { pieceRow, panel, wale }: RepairFault,
  { row, top }: Pick<Ladder, 'row' | 'top'>,
): Practice | null {
  if (!hasRow(sheet, pieceRow)) return null;
  const laid = meant(sheet, pieceRow);
  const own = laid.panels.find((one) => one.panel.id === panel);
  const at = crossingIn(laid, panel, wale);
  if (!own || !at || own.name.kind === 'setUp' || own.chart.once || own.chart.setUp.length > 0) return null;
  const pattern = rowAt(own.chart, patternPosition(own.name.number - 1)).row;
  const holds = (repeats: number) =>
    expandRow(pattern, repeats).some((cell) => cellKey(cell) === cellKey(at.cell));
  const repeats = Array.from({ length: own.panel.repeats }, (_, i) => i + 1).find(holds);
  if (repeats === undefined) return null;
  const first = rowAt(own.chart, patternPosition(0)).row;
  const back = own.name.number - 1;
  const faces = sideOf(sheet.plan, pieceRow);
  const turned = sheet.plan.construction === 'flat' && back % 2 === 1;
  return {
    repeats,
    castOn: countFor(takesForm(first), repeats) + 2 * PRACTICE_EDGE,
    firstSide: turned ? (faces === 'RS' ? 'WS' : 'RS') : faces,
    row: own.name.number,
    above: top - row,
  };
}
