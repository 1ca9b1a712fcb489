/**
 * Yarn: tails for cast-on and bind-off, and grams and metres for the piece. The swatch's grams are shared out over its
 * stitches; a crossing pulls its stitches aslant and takes a little more. Weighings at the needles then correct it.
 */
import { err, ok, type Result } from '../result';
import type { Swatch } from '../piece/making';
import type { Worksheet } from '../piece/worksheet';
import { rowFacts } from './row-facts';

/** Wraps round the needle that are measured for the cast-on tail. Common practice, no published source. */
export const WRAPS = 25;
const TO_SPARE_CM = 15;
/** A long-tail edge takes about three times its width; ordinary yarn three to four times to bind off, thick yarn twice. */
const TAIL_WIDTHS = 3;
const BIND_OFF_WIDTHS = 4;
const THICK_BIND_OFF_WIDTHS = 2;
/** Stitches to 10 cm at which yarn is thick: super bulky and jumbo. */
const THICK = 11;
const ONE_STRAND_CM = 20;
/** Share of a stitch that a stitch in a crossing takes on top (from memory). */
const CROSSED_TAKES = 0.15;

/** Long tail, from the length of yarn that went round the needle in 25 wraps. In cm. */
export const tailByWraps = (stitches: number, wrapsCm: number) => (stitches / WRAPS) * wrapsCm + TO_SPARE_CM;
/** Long tail by the width of the edge. */
export const tailByWidth = (widthCm: number) => widthCm * TAIL_WIDTHS + TO_SPARE_CM;
/** Round the needle goes a wrap of its circumference, a little more for the yarn's own thickness: 25 of them. */
export const wrapsLength = (needleMm: number) => (WRAPS * Math.PI * needleMm * 1.25) / 10;
/** One-strand cast-ons (knitted, cable) leave only an end to weave in. */
export const oneStrandTail = () => ONE_STRAND_CM;
export const bindOffLength = (widthCm: number, stitchesPer10: number) =>
  widthCm * (stitchesPer10 <= THICK ? THICK_BIND_OFF_WIDTHS : BIND_OFF_WIDTHS);

export type YarnNeed = {
  readonly grams: number;
  readonly metres: number | null;
  readonly balls: number | null;
};

/** Stitches of a row, crossed ones counted for what they take. */
export function rowWeight(sheet: Worksheet, row: number): number {
  const { stitches, crossed } = rowFacts(sheet, row);
  return stitches + crossed * CROSSED_TAKES;
}

/** Weighted stitches of rows `first` to `last`. */
export function weightOf(sheet: Worksheet, first: number, last: number): number {
  let sum = 0;
  for (let row = first; row <= last; row += 1) sum += rowWeight(sheet, row);
  return sum;
}

/** Grams of one weighted stitch by the swatch; null if it was not weighed. */
export const gramsPerStitch = (swatch: Pick<Swatch, 'stitches' | 'rows' | 'grams'> | null): number | null =>
  swatch && swatch.grams !== null ? swatch.grams / (swatch.stitches * swatch.rows) : null;

/** Grams for so many (weighted) stitches; metres and balls where the ball is known. Null without a weighed swatch. */
export function yarnFor(
  weighted: number,
  swatch: Pick<Swatch, 'stitches' | 'rows' | 'grams'> | null,
  ball: { readonly grams: number; readonly metres: number } | null,
): YarnNeed | null {
  const each = gramsPerStitch(swatch);
  if (each === null) return null;
  const grams = weighted * each;
  if (!ball) return { grams, metres: null, balls: null };
  return { grams, metres: (grams / ball.grams) * ball.metres, balls: Math.ceil(grams / ball.grams - 1e-9) };
}

/** Yarn left (grams) when `row` rows were finished. */
export type Weighing = { readonly row: number; readonly grams: number };
export type YarnForecast = {
  readonly gramsPerStitch: number;
  /** From two weighings, or from the swatch and one. */
  readonly source: 'weighings' | 'swatch';
  /** Rows that the yarn is enough for after the last row finished, as far as the plan goes. */
  readonly enoughRows: number;
  readonly neededGrams: number;
  readonly leftGrams: number;
};
export type ForecastProblem =
  { readonly code: 'nothing-weighed' } | { readonly code: 'grows-while-knitting' };

/**
 * @param rowWeight weighted stitches of a piece row
 * @param done rows finished
 * @param last the row that the yarn should reach (the end of the section, or of the piece)
 */
export function forecast(
  weighings: readonly Weighing[],
  gramsPerStitch: number | null,
  rowWeight: (row: number) => number,
  done: number,
  last: number,
): Result<YarnForecast, ForecastProblem> {
  const newest = weighings[weighings.length - 1];
  if (!newest) return err({ code: 'nothing-weighed' });
  const between = (from: number, to: number) => {
    let sum = 0;
    for (let row = from + 1; row <= to; row += 1) sum += rowWeight(row);
    return sum;
  };
  const first = weighings.find(({ row }) => row < newest.row);
  const measured = first && (first.grams - newest.grams) / between(first.row, newest.row);
  if (measured !== undefined && !(measured > 0)) return err({ code: 'grows-while-knitting' });
  const each = measured ?? gramsPerStitch;
  if (each === null) return err({ code: 'nothing-weighed' });
  const leftGrams = newest.grams - between(newest.row, done) * each;
  let [spent, enough] = [0, 0];
  for (let row = done + 1; row <= last; row += 1) {
    spent += rowWeight(row) * each;
    if (spent <= leftGrams + 1e-9) enough += 1;
  }
  return ok({ gramsPerStitch: each, source: measured === undefined ? 'swatch' : 'weighings', enoughRows: enough, neededGrams: spent, leftGrams }); // prettier-ignore
}
