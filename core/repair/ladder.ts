/**
 * The steps of a ladder repair, told from the RS: every loose strand in turn, the lowest first, rows that were
 * worked on the WS as they look from the RS, each crossing made again in its own row.
 */
import { isSlipped } from '../stitch/looks';
import { wordsOfCrossing, type Working } from '../stitch/working';
import type { Crossing, Face, Hold, Lean, Stitch } from '../stitch/types';
import { runsOf, type Run } from '../stitch/runs';
import { crossingsOf, type CrossingAt } from '../piece/crossings';
import { uncrossed, waleOf, type Made } from '../piece/deviation';
import { charted, made, workingOf, type Worksheet } from '../piece/worksheet';
import type { PanelRow, WorkRow } from '../piece/work-row';
import { columnsTaken, type LaidCell, type LaidRow } from '../chart/laid';
import { released, type Released } from './released';

export type LadderStep =
  /** Work the row in hand to the stitches above the fault: `before` of them come first. */
  | { readonly kind: 'reach'; readonly before: number; readonly count: number }
  /** Take those stitches off the needle and let them down to the row below `row`. */
  | {
      readonly kind: 'letDown';
      readonly row: number;
      readonly count: number;
      readonly strands: number;
      readonly widest: number;
    }
  | {
      readonly kind: 'cross';
      readonly row: number;
      readonly lean: Lean;
      readonly hold: Hold;
      readonly held: number;
      readonly over: number;
      readonly under: number;
      readonly again: boolean;
    }
  | {
      readonly kind: 'strand';
      readonly row: number;
      readonly first: boolean;
      readonly runs: readonly Run[];
      /** Slipped stitches that this strand only passes. */ readonly passes: number;
    }
  /** A strand with which nothing is worked: a float. */
  | { readonly kind: 'float'; readonly row: number }
  | { readonly kind: 'back'; readonly count: number };

export type Ladder = {
  readonly released: Released;
  readonly faultRow: number;
  readonly needleRow: number;
  readonly steps: readonly LadderStep[];
  /** The charted crossing that is to be made. */
  readonly charted: Crossing;
};
export type LadderFailure = 'no-such-crossing' | 'row-not-worked';

/** The charted crossing of a panel at a wale in a piece row; null if none stands there. */
export function chartedCrossing(
  sheet: Worksheet,
  row: number,
  panel: string,
  wale: number,
): CrossingAt | null {
  const found = charted(sheet, row).panels.find((p) => p.panel.id === panel);
  return found ? (crossingsOf(found).find((at) => waleOf(found, at) === wale) ?? null) : null;
}

/** The fault as one cell, even where the stitches were not crossed at all. */
function faultCell(
  row: WorkRow,
  panel: PanelRow,
  wale: number,
  actual: Made,
  plan: Crossing,
): { laid: LaidRow; at: LaidCell } | null {
  const start = panel.cells.find((at) => waleOf(panel, at) === wale);
  if (!start) return null;
  if (actual !== 'uncrossed') return { laid: row.laid, at: start };
  const width = uncrossed(plan).length;
  const inside = (at: LaidCell) => at.given >= start.given && at.given < start.given + width;
  const whole: LaidCell = { cell: plan, taken: start.taken, given: start.given };
  return { laid: { ...row.laid, cells: [...row.laid.cells.filter((at) => !inside(at)), whole] }, at: whole };
}

const RS: Working['side'] = 'RS';

/** A released cell's stitches as they look from the RS, right edge first; null where nothing is worked. */
function stitchesOf(at: LaidCell, charted: Crossing | null): (Stitch | null)[] {
  const cell = charted ?? at.cell;
  if (isSlipped(cell)) return [null];
  if (cell.kind === 'stitch') return [cell.stitch];
  if (cell.kind === 'crossing')
    return (
      cell.lean === 'left'
        ? [cell.under, cell.centre?.stitches ?? [], cell.over]
        : [cell.over, cell.centre?.stitches ?? [], cell.under]
    ).flat();
  const face: Face =
    cell.kind === 'noStitch' || (cell.kind === 'increase' && cell.how === 'yarnOver') ? 'knit' : cell.face;
  return [face];
}

function crossStep(
  row: number,
  crossing: Crossing,
  again: boolean,
  direction: Working['direction'],
): LadderStep {
  const words = wordsOfCrossing(crossing, { side: RS, direction });
  return {
    kind: 'cross',
    row,
    lean: crossing.lean,
    hold: words.hold,
    held: words.held.length,
    over: crossing.over.length,
    under: crossing.under.length,
    again,
  };
}

/**
 * How to put one crossing right by laddering down.
 * @param needleRow the last row worked in these stitches: the last finished one, or the row in hand if it has passed them
 */
export function ladderFor(
  sheet: Worksheet,
  fault: { readonly pieceRow: number; readonly panel: string; readonly wale: number; readonly made: Made },
  needleRow: number,
  hand: 'right' | 'left',
): Ladder | LadderFailure {
  if (fault.pieceRow < 1 || fault.pieceRow > needleRow || needleRow > sheet.rows) return 'row-not-worked';
  const plan = chartedCrossing(sheet, fault.pieceRow, fault.panel, fault.wale);
  const first = made(sheet, fault.pieceRow);
  const panel = first.panels.find((p) => p.panel.id === fault.panel);
  const at = plan && panel && faultCell(first, panel, fault.wale, fault.made, plan.cell);
  if (!plan || !at) return 'no-such-crossing';
  const rows = Array.from({ length: needleRow - fault.pieceRow + 1 }, (_, i) =>
    i === 0 ? at.laid : made(sheet, fault.pieceRow + i).laid,
  );
  const result = released(rows, at.at);
  const rs = sheet.plan.construction === 'unturned' || hand === 'right' ? 'rightToLeft' : 'leftToRight';
  const steps: LadderStep[] = [];
  const widest = Math.max(...result.rungs.map(({ columns }) => columns.length));
  const inHand = workingOf(sheet.plan, Math.min(needleRow + 1, sheet.rows), hand).direction;
  const needleWidth = rows[rows.length - 1]?.gives ?? 0;
  const before =
    inHand === 'rightToLeft' ? Math.min(...result.onNeedle) : needleWidth - 1 - Math.max(...result.onNeedle);
  steps.push({ kind: 'reach', before, count: result.onNeedle.length });
  steps.push({
    kind: 'letDown',
    row: fault.pieceRow,
    count: at.at.cell.kind === 'crossing' ? columnsTaken(at.laid, at.at).length : 0,
    strands: result.strands,
    widest,
  });
  let firstStrand = true;
  for (const rung of result.rungs) {
    const row = fault.pieceRow + rung.index;
    if (rung.columns.length === 0) continue;
    for (const { at: crossing } of result.remake.filter(({ index }) => index === rung.index))
      steps.push(crossStep(row, rung.index === 0 ? plan.cell : crossing.cell, rung.index > 0, rs));
    if (!rung.worked) {
      steps.push({ kind: 'float', row });
      continue;
    }
    const stitches = [...rung.cells]
      .sort((a, b) => a.given - b.given)
      .flatMap((cell) => stitchesOf(cell, rung.index === 0 ? plan.cell : null));
    const inOrder = rs === 'rightToLeft' ? stitches : stitches.reverse();
    const worked = inOrder.filter((s): s is Stitch => s !== null && !s.startsWith('slip'));
    steps.push({
      kind: 'strand',
      row,
      first: firstStrand,
      runs: runsOf(worked),
      passes: inOrder.length - worked.length,
    });
    firstStrand = false;
  }
  steps.push({ kind: 'back', count: result.onNeedle.length });
  return { released: result, faultRow: fault.pieceRow, needleRow, steps, charted: plan.cell };
}
