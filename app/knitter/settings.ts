/** How a knitter knits, and how she likes to see it. */
import type { School } from '@core/place/count';
import type { Units } from '@core/plan/units';
import type { Family } from '@core/notation/names';
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
};

export const USUAL: KnitterSettings = {
  hand: 'right',
  school: { loopCounts: true, crossingRowIsOne: true },
  units: 'cm',
  family: 'fraction',
  wrongSide: null,
  theme: 'system',
};

/** Yarns to choose from; their colours are in the style sheet. */
export const YARNS = ['oat', 'slate', 'moss', 'madder', 'heather'] as const;
export type Yarn = (typeof YARNS)[number];
