/** What was measured and chosen for a piece: swatch, needles, yarn. Centimetres, millimetres, grams and metres throughout. */

/** A blocked swatch of the ground; grams of the swatch alone, if it was weighed. */
export type Swatch = {
  readonly stitches: number;
  readonly widthCm: number;
  readonly rows: number;
  readonly heightCm: number;
  readonly grams: number | null;
};
/** Stitches and rows to 10 cm. */
export type Gauge = { readonly stitches: number; readonly rows: number };

export const NEEDLE_KINDS = ['straight', 'circular', 'magicLoop', 'doublePointed', 'hands'] as const;
export type NeedleKind = (typeof NEEDLE_KINDS)[number];
export type Needle = { readonly mm: number; readonly kind: NeedleKind; readonly lengthCm: number | null };
export type Ball = { readonly grams: number; readonly metres: number; readonly count: number };

export type Making = {
  readonly swatch: Swatch | null;
  readonly wanted: Gauge | null;
  /** Widths of whole panels on the swatch, in cm, by the panel's id. */
  readonly panelWidths: Readonly<Record<string, number>>;
  readonly needle: Needle | null;
  readonly ball: Ball | null;
  /** Finished width, or circumference in the round, that is aimed at. */
  readonly targetCm: number | null;
};

export const NO_MAKING: Making = {
  swatch: null,
  wanted: null,
  panelWidths: {},
  needle: null,
  ball: null,
  targetCm: null,
};
