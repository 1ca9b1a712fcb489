/**
 * The vocabulary of a knitted row. Everything is stored as it looks from the right side (RS), listed from
 * the right edge; how it is worked from either side and by either hand is computed (see working.ts).
 */

/** Stitches that take one and give one. A slipped stitch's float lies behind it or before it, seen from the RS. */
export const STITCHES = ['knit', 'purl', 'knitTbl', 'purlTbl', 'slipBehind', 'slipBefore'] as const;
export type Stitch = (typeof STITCHES)[number];

export const FACES = ['knit', 'purl'] as const;
/** What a loop shows to the side it is seen from: a V (knit) or a bump (purl). */
export type Face = (typeof FACES)[number];

export const LEANS = ['left', 'right'] as const;
/** The way the strand on top climbs; the same seen from either side. */
export type Lean = (typeof LEANS)[number];

export const DEPTHS = ['above', 'between', 'below'] as const;
/** Where a crossing's centre lies, seen from the RS: over both groups, between them, or under both. */
export type Depth = (typeof DEPTHS)[number];

export type Centre = { readonly stitches: readonly Stitch[]; readonly depth: Depth };

/** Two neighbouring groups that swap places. Groups are listed from the right as they lie afterwards. */
export type Crossing = {
  readonly kind: 'crossing';
  readonly lean: Lean;
  readonly over: readonly Stitch[];
  readonly under: readonly Stitch[];
  readonly centre?: Centre;
};

export type Increase =
  | { readonly kind: 'increase'; readonly how: 'make'; readonly lean: Lean; readonly face: Face }
  | { readonly kind: 'increase'; readonly how: 'frontBack'; readonly face: Face }
  | { readonly kind: 'increase'; readonly how: 'yarnOver' };

/** Two or three stitches worked together; `lean: 'centre'` only of three. */
export type Decrease = {
  readonly kind: 'decrease';
  readonly of: 2 | 3;
  readonly lean: Lean | 'centre';
  readonly face: Face;
};

export type Cell =
  | { readonly kind: 'stitch'; readonly stitch: Stitch }
  | Crossing
  | Increase
  | Decrease
  | { readonly kind: 'bobble'; readonly face: Face }
  /** A stitch worked and pulled over its neighbour, off the needle for good. */
  | { readonly kind: 'bindOff' }
  | { readonly kind: 'noStitch' };

export type Side = 'RS' | 'WS';
/** The way the columns are met along a row, as seen from the RS. */
export type Direction = 'rightToLeft' | 'leftToRight';
export type Hand = 'right' | 'left';
/** Towards the knitter (front) or away from her (back), whichever side she faces. */
export type Hold = 'front' | 'back';

export const stitch = (name: Stitch): Cell => ({ kind: 'stitch', stitch: name });
export const KNIT = stitch('knit');
export const PURL = stitch('purl');
