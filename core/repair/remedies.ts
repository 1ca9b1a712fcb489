/**
 * The ways to deal with a crossing that went wrong, weighed: the one to take, with its reason, the others, and what the same
 * fault costs later. How risks weigh against minutes is our own estimate (common practice knows only "an evening" and "ten
 * minutes"; no published source).
 */
import { hasRow, lastRowOf, sectionIndexAt, type Worksheet } from '../piece/worksheet';
import { nextCrossing } from '../piece/schedule';
import type { Crossing, Hand } from '../stitch/types';
import type { Spot } from './needle';
import { repairPlan, type RepairFault } from './plan';
import {
  ladderMinutes,
  releasedIn,
  WAYS,
  type Circumstances,
  type Look,
  type Offer,
  type Refusal,
} from './ways';

export type Remedies = {
  /** Best first. */
  readonly offers: readonly Offer[];
  readonly refused: readonly Refusal[];
};

/** Where nothing was timed: twenty stitches a minute. */
export const USUAL_PER_STITCH = 3000;

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
  const all = WAYS.map((way) => way(asked));
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
        strands: ladders.reduce((sum, { strands }) => sum + strands, 0),
        stitches: ladders.reduce((sum, one) => sum + releasedIn(one), 0),
        minutes: ladderMinutes(ladders, perStitch),
      },
    ];
  });
}
