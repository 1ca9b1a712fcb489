/** One piece row laid out: its panels side by side on the needle. */
import type { PieceRow, Wale } from '../indices';
import type { Chart, RowName } from '../chart/chart';
import type { LaidCell, LaidRow } from '../chart/laid';
import type { Side } from '../stitch/types';
import type { PanelPlan, Section } from './plan';

export type PanelRow = {
  readonly panel: PanelPlan;
  readonly chart: Chart;
  /** The row of its own chart that the panel works. */
  readonly name: RowName;
  /** The panel's first column in the row below and in this row, counted over the whole needle. */
  readonly firstTaken: number;
  readonly firstGiven: number;
  readonly takes: number;
  readonly gives: number;
  readonly firstWale: Wale;
  readonly cells: readonly LaidCell[];
};

export type WorkRow = {
  readonly row: PieceRow;
  readonly section: Section;
  readonly sectionIndex: number;
  /** 1-based inside its section. */
  readonly sectionRow: number;
  readonly side: Side;
  readonly panels: readonly PanelRow[];
  /** The whole needle, from the right edge. */
  readonly laid: LaidRow;
};
