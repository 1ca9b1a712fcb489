/**
 * A row told in few words that can be followed to the letter. A telling is data: whatever tells a row (screen, paper,
 * voice, labels, exports) prints it and nothing else, and {@link perform} does what it says. How tellings are found:
 * see tell.ts.
 */
import type { Face, Stitch } from '../stitch/types';
import type { Step } from './steps';

/** What is done with a stitch that shows her a V (knit) or a bump (purl). Slips are named as she sees the yarn. */
export const RULES = {
  asTheyFace: { knit: 'knit', purl: 'purl' },
  slipPurlsFront: { knit: 'knit', purl: 'slipBefore' },
  slipPurlsBack: { knit: 'knit', purl: 'slipBehind' },
  slipKnitsFront: { knit: 'slipBefore', purl: 'purl' },
  slipKnitsBack: { knit: 'slipBehind', purl: 'purl' },
} as const satisfies Readonly<Record<string, Readonly<Record<Face, Stitch>>>>;
export type Rule = keyof typeof RULES;
export const RULE_NAMES = Object.keys(RULES) as readonly Rule[];

/** How far a stretch goes. `marker`: to the next one; `last`: to the last so many stitches of the row. */
export type Reach =
  | { readonly to: 'over'; readonly count: number }
  | { readonly to: 'last'; readonly count: number }
  | { readonly to: 'marker' }
  | { readonly to: 'end' };

/** The runs of slipped stitches to expect, in the order they come. */
export type Slips =
  | { readonly kind: 'each'; readonly size: number; readonly times: number }
  | { readonly kind: 'list'; readonly sizes: readonly number[] };

export type Part =
  | { readonly kind: 'step'; readonly step: Step }
  | { readonly kind: 'stretch'; readonly rule: Rule; readonly reach: Reach; readonly slips: Slips | null }
  | { readonly kind: 'group'; readonly parts: readonly Part[]; readonly times: number };

/** Which of a panel's ropes cross, counted in working order from 1; said besides, the parts alone suffice. */
export type Ropes = {
  readonly of: number;
  readonly which:
    | { readonly kind: 'every'; readonly every: number; readonly from: number }
    | { readonly kind: 'list'; readonly ropes: readonly number[] };
};

export type PanelTelling = {
  readonly panel: { readonly id: string; readonly name: string };
  /** The rest of a panel in which the round began. */
  readonly rest: boolean;
  /** Told as exceptions from the row's rule, which is followed in what the parts leave; else the parts are all of it. */
  readonly ruled: boolean;
  readonly parts: readonly Part[];
  readonly ropes: Ropes | null;
};

export type RowTelling = {
  /** Followed wherever nothing else is said. */
  readonly rule: { readonly rule: Rule; readonly slips: Slips | null } | null;
  /** The first and the last stitches of the row, told together. */
  readonly ends: { readonly stitch: Stitch; readonly first: number; readonly last: number } | null;
  /** In working order; without a rule these are all of them. */
  readonly panels: readonly PanelTelling[];
  /** The row has one panel only, so it needs no name. */
  readonly single: boolean;
};

/** Every step of a telling once, groups opened but not repeated. */
export const stepsTold = (parts: readonly Part[]): Step[] =>
  parts.flatMap((part) =>
    part.kind === 'step' ? [part.step] : part.kind === 'group' ? stepsTold(part.parts) : [],
  );
