/** Numbers as words; the words are English, the forms common practice, no published source. */
import { COUNT, countOf, ORDINAL, TIMES, timesOf } from './numbers';
import { cellsOf, table } from '../testing/table';

const whole = (source: string) => new RegExp(`^${source}$`, 'i');

it.each(
  table(`
  zero → 0 | one → 1 | two → 2 | three → 3 | four → 4 | five → 5 | six → 6 | seven → 7 | eight → 8 | nine → 9
  ten → 10 | eleven → 11 | twelve → 12 | thirteen → 13 | fourteen → 14 | fifteen → 15 | sixteen → 16
  seventeen → 17 | eighteen → 18 | nineteen → 19 | twenty → 20 | 123456 → 123456 | Four → 4
`),
)('a count of %s', (word, count) => {
  expect(countOf(` ${word} `)).toBe(Number(count));
  expect(whole(COUNT).exec(word)?.[1]).toBe(word);
});

it.each(
  table(`
  first → 1 | second → 2 | third → 3 | fourth → 4 | fifth → 5 | sixth → 6 | seventh → 7 | eighth → 8 | ninth → 9
  tenth → 10 | eleventh → 11 | twelfth → 12 | 1st → 1 | 22 nd → 22 | 3rd → 3 | 104th → 104
`),
)('the %s of something', (word, count) => {
  expect(countOf(` ${word} `)).toBe(Number(count));
  expect(whole(ORDINAL).exec(word)?.[1]).toBe(word);
});

it.each(
  table(`
  once → 1 | twice → 2 | Thrice → 3 | x 4 → 4 | x12 → 12 | 3x → 3 | 5 x → 5 | 5 times → 5 | six times → 6
`),
)('%s', (words, times) => {
  const found = new RegExp(`^(?:${TIMES})$`, 'i').exec(words);
  expect(found && timesOf(found)).toBe(Number(times));
});

it.each(
  cellsOf(`
  fourteenth of | 1234567 | x 3a | twices | 3 timesx | x
`),
)('%s is none of them', (words) =>
  expect([COUNT, ORDINAL, TIMES].filter((source) => whole(source).test(words))).toEqual([]),
);
