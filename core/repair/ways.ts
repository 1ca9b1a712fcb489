/**
 * The single ways to deal with a crossing that went wrong: what each takes, or why it cannot be. How much longer a repaired
 * stitch takes than a plain one is our own estimate (no published source).
 */
import { canTurn } from '../piece/feature';
import { meant, hasRow, made, workingOf, type Worksheet } from '../piece/worksheet';
import { gives, takes } from '../stitch/cells';
import type { Crossing, Hand } from '../stitch/types';
import type { LaidCell } from '../chart/laid';
import { inPath, rowInHand, type Spot } from './needle';
import { graftPlan, type GraftProblem } from './grafted';
import { sewPlan, type SewProblem } from './sewn';
import { crossingIn, repairPlan, type Ladder, type RepairFault, type RepairProblem } from './plan';

export const REMEDIES = ['unpick', 'ladder', 'rip', 'sew', 'graft', 'leave', 'feature'] as const;
export type Remedy = (typeof REMEDIES)[number];
/** How it looks when it is done. */
export type Look = 'asCharted' | 'thicker' | 'meant' | 'odd';

export type Offer = {
  readonly remedy: Remedy;
  /** Stitches worked again, or sewn over; rows that are taken down in them. */
  readonly stitches: number;
  readonly rows: number;
  readonly minutes: number;
  /** 1 easy, 2 takes care, 3 for experts; 0 nothing to lose to 3 the piece may be spoilt. */
  readonly difficulty: 0 | 1 | 2 | 3;
  readonly risk: 0 | 1 | 2 | 3;
  readonly look: Look;
  /** Meant for finished pieces, but the stitches are still on the needle. */
  readonly early?: true;
  /** The row that a rip goes back to, and whether a lifeline lies there; of a feature the next row that crosses so. */
  readonly to?: { readonly row: number; readonly lifeline: boolean };
};
export type Refusal = {
  readonly remedy: Remedy;
  readonly cannot:
    | RepairProblem
    /** More than two rows back. */
    | { readonly code: 'too-far'; readonly rows: number }
    /** All rows are done and the stitches are bound off. */
    | { readonly code: 'off-needle' }
    /** By her own limits. */
    | { readonly code: 'longer-than-wished'; readonly rows: number; readonly most: number }
    | { readonly code: 'never-cut' }
    | SewProblem
    | GraftProblem
    /** Its row of the chart does not come again; or it does not lean, or turned about it would not go on as the chart does. */
    | { readonly code: 'nothing-to-come' | 'cannot-turn' };
};
export type Circumstances = {
  /** Milliseconds that a stitch takes her. */
  readonly perStitch: number;
  readonly lifelines: readonly number[];
  /** The stitches are off the needle for good. */
  readonly boundOff: boolean;
  readonly limits: { readonly neverCut: boolean; readonly longestLadder: number | null };
};

const MOST_UNPICKED_ROWS = 2;
/** Of a ladder so short nothing can run far. */
const SHORT_ROWS = 2;
const MINUTE = 60_000;
/** A stitch that is let down and worked up again against one that is knitted; taken back; sewn over. */
const LADDERED = 2.5;
const UNPICKED = 1.5;
const SEWN = 15;

const sum = (counts: readonly number[]) => counts.reduce((total, count) => total + count, 0);

export type Asked = {
  readonly sheet: Worksheet;
  readonly fault: RepairFault;
  readonly charted: Crossing | 'plain';
  readonly spot: Spot;
  readonly hand: Hand;
  readonly how: Circumstances;
};

const isInHand = ({ sheet, spot }: Asked) => hasRow(sheet, spot.done + 1);

/** Stitches of the row in hand that are worked. */
function workedInHand({ sheet, spot, hand }: Asked): number {
  const inHand = rowInHand(sheet, spot.done + 1, (row) => made(sheet, row).laid, hand);
  if (!inHand) return 0;
  const order = inHand.along ? inHand.cells : inHand.cells.toReversed();
  return sum(order.slice(0, spot.worked).map(({ cell }) => gives(cell)));
}

/** Of the fault's own row: the stitches from its crossing to the row's end, itself included. */
function fromCrossingOn({ sheet, fault, hand }: Asked): number {
  const row = made(sheet, fault.pieceRow);
  const { direction } = workingOf(sheet.plan, fault.pieceRow, hand);
  const cells = inPath(sheet, fault.pieceRow, row.laid, hand, direction);
  const panel = row.panels.find((one) => one.panel.id === fault.panel);
  const at = panel && crossingIn(row, fault.panel, fault.wale);
  const wide = at ? takes(at.cell) : 1;
  const first = panel ? panel.firstTaken + fault.wale - panel.firstWale : 0;
  const isIts = (cell: LaidCell) =>
    at ? cell.given === at.given : cell.taken >= first && cell.taken < first + wide;
  return sum(cells.slice(Math.max(0, cells.findIndex(isIts))).map(({ cell }) => gives(cell)));
}

function unpick(asked: Asked): Offer | Refusal {
  const { sheet, fault, spot, how } = asked;
  const back = spot.done - fault.pieceRow;
  if (!isInHand(asked) && how.boundOff) return { remedy: 'unpick', cannot: { code: 'off-needle' } };
  if (back >= MOST_UNPICKED_ROWS) return { remedy: 'unpick', cannot: { code: 'too-far', rows: back + 1 } };
  const between = Array.from({ length: back }, (_, i) => made(sheet, fault.pieceRow + 1 + i).laid.gives);
  const stitches = workedInHand(asked) + sum(between) + fromCrossingOn(asked);
  return {
    remedy: 'unpick',
    stitches,
    rows: back + 1,
    minutes: (stitches * how.perStitch * (UNPICKED + 1)) / MINUTE,
    difficulty: 1,
    risk: 0,
    look: 'asCharted',
  };
}

function rip(asked: Asked): Offer | Refusal {
  const { sheet, fault, spot, how } = asked;
  if (!isInHand(asked) && how.boundOff) return { remedy: 'rip', cannot: { code: 'off-needle' } };
  const below = how.lifelines.filter((row) => row < fault.pieceRow);
  const to = below.length > 0 ? Math.max(...below) : fault.pieceRow - 1;
  const lifeline = below.length > 0;
  const rows = spot.done - to;
  const widths = Array.from({ length: rows }, (_, i) => made(sheet, to + 1 + i).laid.gives);
  const stitches = sum(widths) + workedInHand(asked);
  const picking = made(sheet, to + 1).laid.takes * (lifeline ? 1500 : 4000);
  return {
    remedy: 'rip',
    stitches,
    rows,
    minutes: (stitches * how.perStitch + picking) / MINUTE,
    difficulty: 1,
    risk: lifeline ? 0 : 1,
    look: 'asCharted',
    to: { row: to, lifeline },
  };
}

export const releasedIn = ({ rows }: Ladder) => sum(rows.map(({ columns }) => columns.length));

/** Minutes that some ladders take. */
export function ladderMinutes(ladders: readonly Ladder[], perStitch: number): number {
  return sum(
    ladders.map(
      (one) =>
        (releasedIn(one) * perStitch * LADDERED) / MINUTE +
        1.5 +
        one.strands * 0.25 +
        one.remake.length * 0.6,
    ),
  );
}

function ladder(asked: Asked): Offer | Refusal {
  const { sheet, fault, spot, hand, how } = asked;
  if (!isInHand(asked) && how.boundOff) return { remedy: 'ladder', cannot: { code: 'off-needle' } };
  const plan = repairPlan(sheet, [fault], spot, hand);
  if (!plan.ok) return { remedy: 'ladder', cannot: plan.error[0] as RepairProblem };
  const { ladders } = plan.value;
  const rows = Math.max(...ladders.map(({ row, top }) => top - row + 1));
  const most = how.limits.longestLadder;
  if (most !== null && rows > most)
    return { remedy: 'ladder', cannot: { code: 'longer-than-wished', rows, most } };
  const wide = Math.max(...ladders.flatMap((one) => one.rows.map(({ columns }) => columns.length)));
  const spreads = ladders.some((one) => wide > (one.rows[0]?.columns.length ?? 0));
  const { increases, decreases, edge } = (ladders[0] as Ladder).touched;
  const delicate = increases + decreases > 0 || edge;
  return {
    remedy: 'ladder',
    stitches: sum(ladders.map(releasedIn)),
    rows,
    minutes: ladderMinutes(ladders, how.perStitch),
    difficulty: spreads || delicate ? 3 : rows > SHORT_ROWS ? 2 : 1,
    risk: delicate || wide > 10 ? 2 : rows > SHORT_ROWS ? 1 : 0,
    look: 'asCharted',
  };
}

/** Sewn over, stitch by stitch: the strand that should lie on top. */
function sew({ sheet, fault, how }: Asked): Offer | Refusal {
  const plan = sewPlan(sheet, fault);
  if (!plan.ok) return { remedy: 'sew', cannot: plan.error };
  const stitches = plan.value.covers.length;
  return {
    remedy: 'sew',
    stitches,
    rows: 2,
    minutes: 4 + (stitches * SEWN * 1000) / MINUTE,
    difficulty: 2,
    risk: 0,
    look: 'thicker',
    ...(!how.boundOff && { early: true as const }),
  };
}

function graft({ sheet, fault, spot, how }: Asked): Offer | Refusal {
  if (how.limits.neverCut) return { remedy: 'graft', cannot: { code: 'never-cut' } };
  const plan = graftPlan(sheet, fault, spot.done);
  if (!plan.ok) return { remedy: 'graft', cannot: plan.error };
  const { open } = plan.value;
  return {
    remedy: 'graft',
    stitches: open,
    rows: 1,
    minutes: 45 + open * 2,
    difficulty: 3,
    risk: 3,
    look: 'asCharted',
  };
}

function feature({ sheet, fault, charted: crossing, spot }: Asked): Offer | Refusal {
  if (crossing === 'plain' || typeof fault.made === 'string' || !canTurn(crossing))
    return { remedy: 'feature', cannot: { code: 'cannot-turn' } };
  const next = nextLike(sheet, fault, spot.done + 1);
  if (next === null) return { remedy: 'feature', cannot: { code: 'nothing-to-come' } };
  return {
    remedy: 'feature',
    stitches: 0,
    rows: 0,
    minutes: 0,
    difficulty: 1,
    risk: 0,
    look: 'meant',
    to: { row: next, lifeline: false },
  };
}

/** The next row, from one on, in which a fault's row of the chart comes again; null if it does not. */
function nextLike(
  sheet: Worksheet,
  { panel, pieceRow: like, wale }: RepairFault,
  from: number,
): number | null {
  const nameIn = (row: number) => meant(sheet, row).panels.find((one) => one.panel.id === panel)?.name;
  const name = nameIn(like);
  const rows = Array.from({ length: Math.max(0, sheet.rows - from + 1) }, (_, i) => from + i);
  return (
    rows.find((row) => {
      const there = nameIn(row);
      const same = there && name && there.kind === name.kind && there.number === name.number;
      return same && crossingIn(meant(sheet, row), panel, wale) !== null;
    }) ?? null
  );
}

const leave = (): Offer => ({
  remedy: 'leave',
  stitches: 0,
  rows: 0,
  minutes: 0,
  difficulty: 0,
  risk: 0,
  look: 'odd',
});

/** Every way, in the order in which they are thought of. */
export const WAYS: readonly ((asked: Asked) => Offer | Refusal)[] = [
  unpick,
  ladder,
  rip,
  sew,
  graft,
  leave,
  feature,
];
