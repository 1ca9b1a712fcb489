/** How a knitter knits, and how she likes to see it. */
import type { School } from '@core/place/count';
import type { Units } from '@core/plan/units';
import type { Family } from '@core/notation/names';
import type { CrossingStep } from '@core/cue/steps';
import { wayFor, type Way } from '@core/cue/technique';
import type { Hand } from '@core/stitch/types';

export const THEMES = ['system', 'daylight', 'lamplight'] as const;
export type Theme = (typeof THEMES)[number];

export type KnitterSettings = {
  readonly hand: Hand;
  readonly school: School;
  readonly units: Units;
  readonly family: Family;
  /** On WS rows the fabric is shown as it faces her or as the chart shows it; null until she has chosen. */
  readonly wrongSide: 'faces' | 'chart' | null;
  readonly theme: Theme;
  /** How she works crossings, and those of 1 over 1. */
  readonly way: Exclude<Way, 'secondFirst'>;
  readonly twistWay: Way;
};

export const USUAL: KnitterSettings = {
  hand: 'right',
  school: { loopCounts: true, crossingRowIsOne: true },
  units: 'cm',
  family: 'fraction',
  wrongSide: null,
  theme: 'system',
  way: 'cableNeedle',
  twistWay: 'cableNeedle',
};

/** The way she wishes for a crossing of so many over so many. */
export const wishedWay = (
  { way, twistWay }: Pick<KnitterSettings, 'way' | 'twistWay'>,
  held: number,
  then: number,
): Way => (held === 1 && then === 1 ? twistWay : way);

/** How she works each crossing: her wished way where it can be, else a cable needle. */
export type WayOf = (step: CrossingStep) => Way;
export const wayOf =
  (settings: Pick<KnitterSettings, 'way' | 'twistWay'>): WayOf =>
  (step) =>
    wayFor(step, wishedWay(settings, step.heldCount, step.thenCount));

/** Yarns to choose from; their colours are in the style sheet. */
export const YARNS = ['oat', 'slate', 'moss', 'madder', 'heather'] as const;
export type Yarn = (typeof YARNS)[number];
