/**
 * The ways to deal with a crossing that went wrong, each with what it takes, and the one to take. Times come from her own
 * pace; how much longer a repaired stitch takes than a plain one, and how risks weigh against minutes, are our own
 * estimates (common practice knows only "an evening" and "ten minutes"; no published source).
 */
import type { Worksheet } from '../piece/worksheet';
import { hasRow, lastRowOf, made, sectionIndexAt } from '../piece/worksheet';
import { nextCrossing } from '../piece/schedule';
import { gives, takes } from '../stitch/cells';
import type { Crossing, Hand } from '../stitch/types';
import type { LaidCell } from '../chart/laid';
import { inPath, rowInHand, type Spot } from './needle';
import { workingOf } from '../piece/worksheet';
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
  /** The row that a rip goes back to, and whether a lifeline lies there. */
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
    /** A purl would have to lie on top, nobody knows how it lies, or nothing should lie on top at all. */
    | { readonly code: 'cannot-be-sewn'; readonly why: 'purled' | 'unknown' | 'plain' }
    /** No other crossing of the panel is to come. */
    | { readonly code: 'nothing-to-come' };
};
export type Remedies = {
  /** Best first. */
  readonly offers: readonly Offer[];
  readonly refused: readonly Refusal[];
};

export type Circumstances = {
  /** Milliseconds that a stitch takes her. */
  readonly perStitch: number;
  readonly lifelines: readonly number[];
  /** The stitches are off the needle for good. */
  readonly boundOff: boolean;
  readonly limits: { readonly neverCut: boolean; readonly longestLadder: number | null };
};

/** Where nothing was timed: twenty stitches a minute. */
export const USUAL_PER_STITCH = 3000;

const MOST_UNPICKED_ROWS = 2;
/** Of a ladder so short nothing can run far. */
const SHORT_ROWS = 2;
const MINUTE = 60_000;
/** A stitch that is let down and worked up again against one that is knitted; taken back; sewn over. */
const LADDERED = 2.5;
const UNPICKED = 1.5;
const SEWN = 15;

const sum = (counts: readonly number[]) => counts.reduce((total, count) => total + count, 0);

type Asked = {
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

const releasedIn = ({ rows }: Ladder) => sum(rows.map(({ columns }) => columns.length));

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

/** Sewn over, stitch by stitch: the strand that should lie on top, in the crossing row and the one above it. */
function sew({ fault, charted, how }: Asked): Offer | Refusal {
  if (fault.made === 'unknown') return { remedy: 'sew', cannot: { code: 'cannot-be-sewn', why: 'unknown' } };
  if (charted === 'plain') return { remedy: 'sew', cannot: { code: 'cannot-be-sewn', why: 'plain' } };
  if (charted.over.some((one) => one !== 'knit' && one !== 'knitTbl'))
    return { remedy: 'sew', cannot: { code: 'cannot-be-sewn', why: 'purled' } };
  const stitches = charted.over.length * 2;
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

/** Stitches that the crossing takes, as charted or as made. */
const widthOf = ({ charted, fault }: Asked) =>
  charted !== 'plain' ? takes(charted) : typeof fault.made === 'string' ? 0 : takes(fault.made);

function graft(asked: Asked): Offer | Refusal {
  if (asked.how.limits.neverCut) return { remedy: 'graft', cannot: { code: 'never-cut' } };
  const wide = widthOf(asked);
  return {
    remedy: 'graft',
    stitches: wide + 4,
    rows: 1,
    minutes: 45 + wide * 2,
    difficulty: 3,
    risk: 3,
    look: 'asCharted',
  };
}

function feature({ sheet, fault, charted, spot }: Asked): Offer | Refusal {
  const next =
    charted !== 'plain' && isInHandAt(sheet, spot) ? nextCrossing(sheet, fault.panel, spot.done + 1) : null;
  if (!next || typeof fault.made === 'string')
    return { remedy: 'feature', cannot: { code: 'nothing-to-come' } };
  return { remedy: 'feature', stitches: 0, rows: 0, minutes: 0, difficulty: 1, risk: 0, look: 'meant' };
}

const isInHandAt = (sheet: Worksheet, { done }: Spot) => hasRow(sheet, done + 1);

const leave = (): Offer => ({
  remedy: 'leave',
  stitches: 0,
  rows: 0,
  minutes: 0,
  difficulty: 0,
  risk: 0,
  look: 'odd',
});

/** Minutes that a look would be worth to her. */
const LOOKS: Readonly<Record<Look, number>> = { asCharted: 0, thicker: 12, meant: 55, odd: 60 };
/** While it is on the needle it can still be made as charted. */
const EARLY = 30;
const RISKS = [0, 6, 20, 60] as const;
const DIFFICULTIES = [0, 0, 4, 12] as const;

/** What an offer costs in all, in minutes: the least is recommended. */
export const weight = ({ minutes, risk, difficulty, look, early }: Offer) =>
  minutes + RISKS[risk] + DIFFICULTIES[difficulty] + LOOKS[look] + (early ? EARLY : 0);

/** Every way, the best first, and why others cannot be; null where no crossing is charted at the fault's place. */
export function remediesFor(
  sheet: Worksheet,
  fault: RepairFault,
  charted: Crossing | 'plain',
  spot: Spot,
  hand: Hand,
  how: Circumstances,
): Remedies {
  const asked = { sheet, fault, charted, spot, hand, how };
  const all = [unpick, ladder, rip, sew, graft, leave, feature].map((way) => way(asked));
  const offers = all.filter((one): one is Offer => !('cannot' in one));
  return {
    offers: offers.sort((a, b) => weight(a) - weight(b)),
    refused: all.filter((one): one is Refusal => 'cannot' in one),
  };
}

export type Later = {
  readonly when: 'nextRow' | 'nextCrossing' | 'section';
  readonly row: number;
  readonly strands: number;
  readonly stitches: number;
  readonly minutes: number;
};

/** What the ladder would take if it were left until a later row is done. */
export function ifFoundLater(
  sheet: Worksheet,
  fault: RepairFault,
  { done }: Spot,
  hand: Hand,
  perStitch: number,
): Later[] {
  if (!hasRow(sheet, done + 1)) return [];
  const crossing = nextCrossing(sheet, fault.panel, done + 1)?.row ?? null;
  const moments = [
    { when: 'nextRow' as const, row: done + 1 },
    ...(crossing !== null && crossing > done + 1
      ? [{ when: 'nextCrossing' as const, row: crossing as number }]
      : []),
    { when: 'section' as const, row: lastRowOf(sheet, sectionIndexAt(sheet, done + 1)) },
  ];
  return moments.flatMap(({ when, row }, i): Later[] => {
    if (i > 0 && row <= (moments[i - 1]?.row ?? 0)) return [];
    const plan = repairPlan(sheet, [fault], { done: row, worked: 0 }, hand);
    if (!plan.ok) return [];
    const { ladders } = plan.value;
    return [
      {
        when,
        row,
        strands: sum(ladders.map(({ strands }) => strands)),
        stitches: sum(ladders.map(releasedIn)),
        minutes: ladderMinutes(ladders, perStitch),
      },
    ];
  });
}
