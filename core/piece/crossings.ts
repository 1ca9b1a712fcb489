/** The crossings of a row, with their panels. */
import type { LaidCell } from '../chart/laid';
import type { Cell, Crossing } from '../stitch/types';
import type { PanelRow, WorkRow } from './work-row';

export const isCrossing = (cell: Cell): cell is Crossing => cell.kind === 'crossing';

export type CrossingAt = LaidCell & { readonly cell: Crossing };

export const crossingsOf = (panel: PanelRow): CrossingAt[] =>
  panel.cells.filter((at): at is CrossingAt => isCrossing(at.cell));

export const crossesIn = (row: WorkRow): PanelRow[] =>
  row.panels.filter((panel) => panel.cells.some(({ cell }) => isCrossing(cell)));
