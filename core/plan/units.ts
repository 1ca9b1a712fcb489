/** Lengths and weights in the knitter's units. Everything is kept in centimetres, metres and grams. */
export const UNITS = ['cm', 'in'] as const;
export type Units = (typeof UNITS)[number];

/** By the international yard and pound agreement of 1959: exact. */
const CM_PER_INCH = 2.54;
const M_PER_YARD = 0.9144;
const G_PER_OUNCE = 28.349523125;

export const cmOfInches = (inches: number) => inches * CM_PER_INCH;
export const inchesOfCm = (cm: number) => cm / CM_PER_INCH;
export const yardsOfMetres = (metres: number) => metres / M_PER_YARD;
export const metresOfYards = (yards: number) => yards * M_PER_YARD;
export const ouncesOfGrams = (grams: number) => grams / G_PER_OUNCE;

/** A length as typed, in cm. */
export const lengthIn = (typed: number, units: Units) => (units === 'cm' ? typed : cmOfInches(typed));
/** A length in cm as it is shown. */
export const lengthOut = (cm: number, units: Units) => (units === 'cm' ? cm : inchesOfCm(cm));
/** Gauge is counted over 10 cm, or over 4 inches, which is not quite the same. */
export const gaugeSpanCm = (units: Units) => (units === 'cm' ? 10 : cmOfInches(4));
