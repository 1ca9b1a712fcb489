/** Counts in words: one helper for every plural. */
const PLURALS = new Intl.PluralRules('en');
const ORDINALS = new Intl.PluralRules('en', { type: 'ordinal' });
const SUFFIXES: Readonly<Partial<Record<Intl.LDMLPluralRule, string>>> = { one: 'st', two: 'nd', few: 'rd' };
const SMALL_ORDINALS = [
  '',
  'first',
  'second',
  'third',
  'fourth',
  'fifth',
  'sixth',
  'seventh',
  'eighth',
  'ninth',
  'tenth',
];

/** What one line of the work is called: a row, or in the round a round. */
export type Line = 'row' | 'round';
export const lineOf = (round: boolean): Line => (round ? 'round' : 'row');

/** The word alone: "stitch", "stitches". */
export const plural = (count: number, one: string, many = `${one}s`) =>
  PLURALS.select(count) === 'one' ? one : many;
/** "1 row", "3 rows". */
export const counted = (count: number, one: string, many?: string) => `${count} ${plural(count, one, many)}`;
/** “the last sitting”, “the last 3 sittings”. */
export const theLast = (count: number, one: string) => `the last ${count === 1 ? one : counted(count, one)}`;
export const stitches = (count: number) => counted(count, 'stitch', 'stitches');
/** "second", "12th". */
export const ordinal = (count: number) =>
  SMALL_ORDINALS[count] || `${count}${SUFFIXES[ORDINALS.select(count)] ?? 'th'}`;
