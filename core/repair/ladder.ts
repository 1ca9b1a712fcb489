/**
 * The steps of a ladder repair, told from the RS: every loose strand in turn, the lowest first, rows that were
 * worked on the WS as they look from the RS, each crossing made again in its own row.
 */
import { stitchesAfter } from '../stitch/cells';
import { isSlip } from '../stitch/looks';
import { cellForDirection, directionOf, wordsOfCrossing, type Working } from '../stitch/working';
import type { Cell, Crossing, Direction, Hand, Hold, Lean, Stitch } from '../stitch/types';
import { runsOf, type Run } from '../stitch/runs';
import { crossingsOf, type CrossingAt } from '../piece/crossings';
import { uncrossed, waleOf, type Made } from '../piece/deviation';
import { charted, made, workingOf, type Worksheet } from '../piece/worksheet';
import type { PanelRow, WorkRow } from '../piece/work-row';
import { columnsTaken, type LaidCell, type LaidRow } from '../chart/laid';
import { released, type Released } from './released';

export type LadderStep =
  /**
   * Get to the stitches above the fault, `before` others come first: by working the row in hand, by turning over a
   * WS row, or back along the RS when the row in hand has passed them.
   */
  | {
      readonly kind: 'reach';
      readonly how: 'work' | 'turn' | 'passed';
      readonly before: number;
      readonly count: number;
    }
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
      readonly works: readonly Worked[];
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

/** What is worked with a strand: stitches of one kind, or an increase, decrease or bobble. */
export type Worked =
  { readonly kind: 'run'; readonly run: Run } | { readonly kind: 'special'; readonly cell: Cell };

/** A released cell as it is worked again from the RS, right edge first; slips are only passed. */
function partsOf(cell: Cell, hand: Hand): (Stitch | Cell)[] {
  if (cell.kind === 'stitch') return [cell.stitch];
  if (cell.kind === 'crossing') return stitchesAfter(cell).map(({ stitch }) => stitch);
  return cell.kind === 'noStitch' ? [] : [cellForDirection(cell, directionOf('RS', hand))];
}

/** Alike stitches side by side merged. */
function workedFrom(parts: readonly (Stitch | Cell)[]): Worked[] {
  const out: Worked[] = [];
  let run: Stitch[] = [];
  const close = () => {
    out.push(...runsOf(run).map((r): Worked => ({ kind: 'run', run: r })));
    run = [];
  };
  for (const part of parts) {
    if (typeof part === 'string') run.push(part);
    else {
      close();
      out.push({ kind: 'special', cell: part });
    }
  }
  close();
  return out;
}

/** Stitches of the row in hand that are met before the released ones; a round's may lie over its start. */
function metBefore(columns: readonly number[], width: number, direction: Direction): number {
  const sorted = [...columns].sort((a, b) => a - b);
  const gap = sorted.findIndex((column, i) => i > 0 && column > (sorted[i - 1] as number) + 1);
  const overJoin = gap > 0 && sorted[0] === 0 && sorted[sorted.length - 1] === width - 1;
  const first = (overJoin ? sorted[gap] : sorted[0]) as number;
  const last = (overJoin ? sorted[gap - 1] : sorted[sorted.length - 1]) as number;
  return direction === 'rightToLeft' ? first : width - 1 - last;
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
 * @param done rows finished
 * @param passed the row in hand has already gone over these stitches: one rung more
 */
export function ladderFor(
  sheet: Worksheet,
  fault: { readonly pieceRow: number; readonly panel: string; readonly wale: number; readonly made: Made },
  done: number,
  hand: Hand,
  passed = false,
): Ladder | LadderFailure {
  const needleRow = passed ? done + 1 : done;
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
  const inHand = workingOf(sheet.plan, Math.min(done + 1, sheet.rows), hand);
  const how = passed ? 'passed' : inHand.side === 'WS' ? 'turn' : 'work';
  const direction = how === 'work' ? inHand.direction : rs;
  const before = metBefore(result.onNeedle, rows[rows.length - 1]?.gives ?? 0, direction);
  steps.push({ kind: 'reach', how, before, count: result.onNeedle.length });
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
    const parts = [...rung.cells]
      .sort((a, b) => a.given - b.given)
      .flatMap(({ cell }) => partsOf(rung.index === 0 ? plan.cell : cell, hand));
    const inOrder = rs === 'rightToLeft' ? parts : parts.reverse();
    const worked = inOrder.filter((part) => typeof part !== 'string' || !isSlip(part));
    steps.push({
      kind: 'strand',
      row,
      first: firstStrand,
      works: workedFrom(worked),
      passes: inOrder.length - worked.length,
    });
    firstStrand = false;
  }
  steps.push({ kind: 'back', count: result.onNeedle.length });
  return { released: result, faultRow: fault.pieceRow, needleRow, steps, charted: plan.cell };
}
