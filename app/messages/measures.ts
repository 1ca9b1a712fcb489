/** Lengths and weights in the knitter's units. */
import { lengthOut, ouncesOfGrams, yardsOfMetres, type Units } from '@core/plan/units';

const rounded = (value: number, digits: number) => String(Number(value.toFixed(digits)));

/** "38 cm", "15 in"; to the half centimetre or the quarter inch where it is an estimate. */
export const lengthWords = (cm: number, units: Units, digits = 1) =>
  `${rounded(lengthOut(cm, units), digits)} ${units}`;
/** Scales and balls say grams everywhere; ounces stand beside them. */
export const weightWords = (grams: number, units: Units) => {
  const metric = `${rounded(grams, grams < 10 ? 1 : 0)} g`;
  return units === 'cm' ? metric : `${metric} (${rounded(ouncesOfGrams(grams), 1)} oz)`;
};
export const yarnWords = (metres: number, units: Units) =>
  units === 'cm' ? `${rounded(metres, 0)} m` : `${rounded(yardsOfMetres(metres), 0)} yd`;
