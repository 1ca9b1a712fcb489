/**
 * Tables of the trade. Source of the needle sizes, yarn classes and body measurements: the Standards and Guidelines
 * for Crochet and Knitting of the Craft Yarn Council (needle size, yarn weight and body size charts), values from
 * memory; gauges there are stitches of stockinette to 4 inches, read here as 10 cm.
 */

/** US sizes by the needle's diameter in mm, thinnest first. */
export const NEEDLE_SIZES: readonly (readonly [mm: number, us: string])[] = [
  [1.5, '000'],
  [1.75, '00'],
  [2, '0'],
  [2.25, '1'],
  [2.75, '2'],
  [3.25, '3'],
  [3.5, '4'],
  [3.75, '5'],
  [4, '6'],
  [4.5, '7'],
  [5, '8'],
  [5.5, '9'],
  [6, '10'],
  [6.5, '10½'],
  [8, '11'],
  [9, '13'],
  [10, '15'],
  [12.75, '17'],
  [15, '19'],
  [19, '35'],
  [25, '50'],
];

export type YarnClass = {
  readonly number: number;
  readonly name: string;
  /** Stitches of stockinette to 10 cm. */
  readonly stitches: readonly [least: number, most: number];
  readonly needleMm: readonly [least: number, most: number];
};
export const YARN_CLASSES: readonly YarnClass[] = [
  { number: 0, name: 'lace', stitches: [33, 40], needleMm: [1.5, 2.25] },
  { number: 1, name: 'super fine', stitches: [27, 32], needleMm: [2.25, 3.25] },
  { number: 2, name: 'fine', stitches: [23, 26], needleMm: [3.25, 3.75] },
  { number: 3, name: 'light', stitches: [21, 24], needleMm: [3.75, 4.5] },
  { number: 4, name: 'medium', stitches: [16, 20], needleMm: [4.5, 5.5] },
  { number: 5, name: 'bulky', stitches: [12, 15], needleMm: [5.5, 8] },
  { number: 6, name: 'super bulky', stitches: [7, 11], needleMm: [8, 12.75] },
  { number: 7, name: 'jumbo', stitches: [1, 6], needleMm: [12.75, 25] },
];

export type BodySize = {
  readonly name: string;
  /** Round the chest or bust, and round the head, in inches; the middle of the printed range. */
  readonly chest: number | null;
  readonly head: number | null;
};
export const BODY_SIZES: readonly BodySize[] = [
  { name: 'baby, 6 months', chest: 17, head: 14 },
  { name: 'toddler', chest: 21, head: 16 },
  { name: 'child', chest: 26, head: 18 },
  { name: 'woman, small', chest: 33, head: 20 },
  { name: 'woman, medium', chest: 37, head: 21 },
  { name: 'woman, large', chest: 41, head: 22 },
  { name: 'woman, 1X', chest: 45, head: 22 },
  { name: 'man, small', chest: 35, head: 22 },
  { name: 'man, medium', chest: 39, head: 23 },
  { name: 'man, large', chest: 43, head: 23 },
];
