/** Rows that were not made as planned: the crossing cells of a row replaced by what really lies there. */
import type { PieceRow, Wale } from '../indices';
import { groupOf, groupsBefore, takes } from '../stitch/cells';
import { isSlipped } from '../stitch/looks';
import { stitch, type Cell, type Crossing } from '../stitch/types';
import type { LaidCell } from '../chart/laid';
import type { PanelRow, WorkRow } from './work-row';

/** What lies where a crossing was charted. */
export type Made = Crossing | 'uncrossed' | 'unknown';

/**
 * A crossing not made as charted: `wale` is the first of the crossing's wales from the right edge. Where none is charted,
 * `made` is one that was made all the same, over plain stitches.
 */
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

/** Those of a panel that lie where no crossing is charted. */
function unplaced(panel: PanelRow, deviations: readonly Deviation[]): Deviation[] {
  const charted = new Set(
    panel.cells.filter(({ cell }) => cell.kind === 'crossing').map((at) => waleOf(panel, at)),
  );
  return deviations.filter((one) => one.panel === panel.panel.id && !charted.has(one.wale));
}

/** The plain stitches under a crossing that is not charted; null where others lie there, or fewer. */
function plainUnder(panel: PanelRow, cells: readonly LaidCell[], { wale, made }: Deviation): number | null {
  if (typeof made === 'string') return null;
  const from = cells.findIndex((at) => at.cell.kind !== 'noStitch' && waleOf(panel, at) === wale);
  const under = cells.slice(from, from + takes(made));
  const plain = under.every(
    (at, i) => at.cell.kind === 'stitch' && !isSlipped(at.cell) && waleOf(panel, at) === wale + i,
  );
  return from >= 0 && under.length === takes(made) && plain ? from : null;
}

/** With the crossings that were made where none is charted. */
function withUncharted(panel: PanelRow, cells: readonly LaidCell[], extra: readonly Deviation[]) {
  return extra.reduce((now, one) => {
    const from = plainUnder(panel, now, one);
    const first = from === null ? undefined : now[from];
    if (from === null || !first || typeof one.made === 'string') return now;
    return now.toSpliced(from, takes(one.made), { ...first, cell: one.made });
  }, cells);
}

/** Deviations that no longer meet a crossing of their own width, or plain stitches (a plan edited since), change nothing. */
export function applyDeviations(row: WorkRow, deviations: readonly Deviation[]): WorkRow {
  const panels = row.panels.map((panel) => {
    const cells = panel.cells.flatMap((at) => {
      const hit = deviations.find((d) => d.panel === panel.panel.id && d.wale === waleOf(panel, at));
      const fits = hit && (typeof hit.made === 'string' || takes(hit.made) === takes(at.cell));
      return hit && fits ? replaceCell(at, hit.made) : [at];
    });
    return { ...panel, cells: withUncharted(panel, cells, unplaced(panel, deviations)) };
  });
  return { ...row, panels, laid: { ...row.laid, cells: panels.flatMap((panel) => panel.cells) } };
}
