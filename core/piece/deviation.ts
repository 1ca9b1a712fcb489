/** Rows that were not made as planned: the crossing cells of a row replaced by what really lies there. */
import type { PieceRow, Wale } from '../indices';
import { groupOf, groupsBefore, takes } from '../stitch/cells';
import { stitch, type Cell, type Crossing } from '../stitch/types';
import type { LaidCell } from '../chart/laid';
import type { PanelRow, WorkRow } from './work-row';

/** What lies where a crossing was charted. */
export type Made = Crossing | 'uncrossed' | 'unknown';

/** A crossing not made as charted: `wale` is the first of the crossing's wales from the right edge. */
export type Deviation = {
  readonly pieceRow: PieceRow;
  readonly panel: string;
  readonly wale: Wale;
  readonly made: Made;
};

/** The stitches of a crossing that was worked straight up, from the right edge. */
export const uncrossed = (crossing: Crossing): Cell[] =>
  groupsBefore(crossing).flatMap((group) => groupOf(crossing, group).map(stitch));

/** The first group held on the wrong side of the work, the commonest fault of all: it leans the other way, with
 * the other group on top. */
export const otherLean = (crossing: Crossing): Crossing => ({
  ...crossing,
  lean: crossing.lean === 'left' ? 'right' : 'left',
  over: crossing.under,
  under: crossing.over,
});

/** The wale of a laid cell's first stitch in a panel. */
export const waleOf = (panel: PanelRow, at: LaidCell) =>
  (panel.gaps ?? []).reduce(
    (sum, { column, wales }) => sum + (column <= at.taken ? wales : 0),
    panel.firstWale + at.taken - panel.firstTaken,
  );

function replaceCell(at: LaidCell, actual: Made): LaidCell[] {
  if (at.cell.kind !== 'crossing' || actual === 'unknown') return [at];
  if (actual !== 'uncrossed') return [{ ...at, cell: actual }];
  return uncrossed(at.cell).map((cell, i) => ({ cell, taken: at.taken + i, given: at.given + i }));
}

/** Deviations that no longer meet a crossing of their own width (a plan edited since) change nothing. */
export function applyDeviations(row: WorkRow, deviations: readonly Deviation[]): WorkRow {
  const panels = row.panels.map((panel) => {
    const cells = panel.cells.flatMap((at) => {
      const hit = deviations.find((d) => d.panel === panel.panel.id && d.wale === waleOf(panel, at));
      const fits = hit && (typeof hit.made === 'string' || takes(hit.made) === takes(at.cell));
      return hit && fits ? replaceCell(at, hit.made) : [at];
    });
    return { ...panel, cells };
  });
  return { ...row, panels, laid: { ...row.laid, cells: panels.flatMap((panel) => panel.cells) } };
}
