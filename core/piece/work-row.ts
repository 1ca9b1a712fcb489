/** One piece row laid out: its panels side by side on the needle. */
import type { PieceRow, Wale } from '../indices';
import type { Chart, RowName } from '../chart/chart';
import type { LaidCell, LaidRow } from '../chart/laid';
import type { Side } from '../stitch/types';
import type { PanelPlan, Section } from './plan';
import type { CutCrossing } from './shaped-row';
import type { PlacedAct } from './shaping';

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
  /** Wales that shaping has taken out: so many before this column of the row below. None in an unshaped panel. */
  readonly gaps?: readonly { readonly column: number; readonly wales: number }[];
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
  /** What is shaped in this row, and the crossings that shaping has cut. */
  readonly acts: readonly PlacedAct[];
  readonly cut: readonly CutAt[];
  /** In a shaped section: the line-up at its widest, and where column 0 lies in it, for drawing. */
  readonly lineUp?: { readonly width: number; readonly taken: number; readonly given: number };
};

/** A charted crossing that is worked plain or smaller. */
export type CutAt = Omit<CutCrossing, 'panel'> & { readonly panel: string };
