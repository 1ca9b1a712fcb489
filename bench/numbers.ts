/** Medians and percentiles of measured runs. */
export function quantile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? Number.NaN;
}
export const median = (values: readonly number[]) => quantile(values, 0.5);

export type Line = {
  readonly what: string;
  readonly figure: string;
  readonly aim: string;
  readonly met: boolean;
};

export const atLeast = (what: string, value: number, aim: number): Line => ({
  what,
  figure: value.toFixed(3),
  aim: `at least ${aim}`,
  met: value >= aim,
});
export const atMost = (what: string, value: number, aim: number, unit = ''): Line => ({
  what,
  figure: `${value.toFixed(unit ? 1 : 4)}${unit}`,
  aim: `at most ${aim}${unit}`,
  met: value <= aim,
});
export const equal = (what: string, a: number, b: number): Line => ({
  what,
  figure: `${a} and ${b}`,
  aim: 'equal',
  met: a === b,
});
