/** Gauge: stitches and rows of a blocked swatch, against what is wanted, and what the needle has to do with it. */
import { err, ok, type Result } from '../result';
import type { Gauge, Swatch } from '../piece/making';
import { NEEDLE_SIZES, YARN_CLASSES, type YarnClass } from './data';

export const GAUGE_LIMITS = { least: 0.5, most: 120, cm: 500, count: 5_000 } as const;

export type GaugeProblem =
  | {
      readonly code: 'not-a-measure';
      readonly field: 'stitches' | 'widthCm' | 'rows' | 'heightCm' | 'grams';
      readonly most: number;
    }
  | {
      readonly code: 'gauge-out-of-range';
      readonly field: 'stitches' | 'rows';
      readonly value: number;
      readonly least: number;
      readonly most: number;
    };

const within = (value: number, most: number) => Number.isFinite(value) && value > 0 && value <= most;

/** @returns stitches and rows to 10 cm, or the first measure that cannot be */
export function gaugeOf(swatch: Swatch): Result<Gauge, GaugeProblem> {
  const { stitches, widthCm, rows, heightCm, grams } = swatch;
  const { least, most, cm, count } = GAUGE_LIMITS;
  const fields = [['stitches', stitches, count], ['widthCm', widthCm, cm], ['rows', rows, count], ['heightCm', heightCm, cm], ['grams', grams ?? 1, count]] as const; // prettier-ignore
  const bad = fields.find(([, value, top]) => !within(value, top));
  if (bad) return err({ code: 'not-a-measure', field: bad[0], most: bad[2] });
  const gauge = { stitches: (stitches / widthCm) * 10, rows: (rows / heightCm) * 10 };
  for (const field of ['stitches', 'rows'] as const)
    if (gauge[field] < least || gauge[field] > most)
      return err({ code: 'gauge-out-of-range', field, value: gauge[field], least, most });
  return ok(gauge);
}

/** The classes of yarn whose usual gauge this is; neighbours overlap a little. */
export const classesFor = (stitchesPer10: number): YarnClass[] =>
  YARN_CLASSES.filter(
    ({ stitches: [least, most] }) => Math.round(stitchesPer10) >= least && Math.round(stitchesPer10) <= most,
  );

export type NeedleSize = { readonly mm: number; readonly us: string | null };

const atIndex = (index: number): NeedleSize => {
  const [mm, us] = NEEDLE_SIZES[Math.max(0, Math.min(NEEDLE_SIZES.length - 1, index))] as (typeof NEEDLE_SIZES)[number]; // prettier-ignore
  return { mm, us };
};
/** The index of the size that is nearest to a diameter. */
const nearest = (mm: number) =>
  NEEDLE_SIZES.reduce((best, [size], i) => (Math.abs(size - mm) < Math.abs((NEEDLE_SIZES[best]?.[0] ?? 0) - mm) ? i : best), 0); // prettier-ignore

/** The US size of a diameter, if it has one. */
export const usSize = (mm: number): string | null => NEEDLE_SIZES.find(([size]) => Math.abs(size - mm) < 0.06)?.[1] ?? null; // prettier-ignore

/** Two stitches to 10 cm (half a stitch to the inch) are about one needle size: common practice, no published source. */
const STITCHES_PER_SIZE = 2;
const CLOSE_ENOUGH = 0.5;

export type NeedleAdvice = {
  /** Sizes to go up (thicker) or, below 0, down. */
  readonly sizes: number;
  readonly needle: NeedleSize;
  /** Finished width as a share of the wanted one, if nothing is changed. */
  readonly widthShare: number;
  readonly heightShare: number;
};

/** More stitches to 10 cm than wanted: a thicker needle; fewer: a thinner one. */
export function needleAdvice(wanted: Gauge, measured: Gauge, mm: number): NeedleAdvice {
  const off = measured.stitches - wanted.stitches;
  const away = Math.abs(off) <= CLOSE_ENOUGH ? 0 : Math.max(1, Math.round(Math.abs(off) / STITCHES_PER_SIZE));
  const from = nearest(mm);
  const to = Math.max(0, Math.min(NEEDLE_SIZES.length - 1, from + Math.sign(off) * away));
  return {
    sizes: to - from,
    needle: away === 0 ? { mm, us: usSize(mm) } : atIndex(to),
    widthShare: wanted.stitches / measured.stitches,
    heightShare: wanted.rows / measured.rows,
  };
}
