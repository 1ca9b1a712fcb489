/** Labels within the lines of a text; how they are meant: common practice, no published source. */
import { bareLabel, labelAt, mistyped, unclearLength } from './labels';
import { cellsOf, table } from '../testing/table';

const numbersAt = (line: string, at = 0) => {
  const label = labelAt(line, at);
  return label === null || label === 'unclear' ? label : [...label.header.numbers];
};

it.each([
  ['Row 1: k2', 'k2'],
  ['* Rows 2 and 4 (WS): p2', 'p2'],
  ['\u2022 Rnd 3 - k2', 'k2'],
])('the words of %j begin behind its label', (line, words) => {
  const label = labelAt(line, 0);
  expect(label && label !== 'unclear' && line.slice(label.length)).toBe(words);
});

it('a label is looked for at its place only', () => {
  expect(numbersAt('k2. Row 3: p2', 4)).toEqual([3]);
  expect(numbersAt('k2. Row 3: p2')).toBeNull();
  expect(numbersAt('Arrow 3: p2')).toBeNull();
});

describe('long lists of numbers', () => {
  const list = (count: number) => `Rows ${Array.from({ length: count }, (_, i) => 2 * i + 2).join(', ')}: p4`;
  it.each([5, 29, 30, 31, 32, 100, 140])('%i of them', (count) =>
    expect(numbersAt(list(count))).toHaveLength(count),
  );
  it('one longer than any label is unclear, not cut short', () =>
    expect(numbersAt(list(200))).toBe('unclear'));
  it('a short label before a long row is no list', () => {
    expect(numbersAt(`Row 3: ${'k2, p2, '.repeat(200)}`)).toEqual([3]);
    expect(numbersAt(`Row the eel ${'swims on '.repeat(200)}`)).toBeNull();
  });
});

describe('a number alone', () => {
  it.each([
    ['3: k2, p2', 3],
    ['1. (RS) k2', 1],
    ['12) purl', 12],
    ['3rd: k2', 3],
    ['4 = p2', 4],
    ['2 - k4', 2],
    ['5: as row 1', 5],
    ['1: knit to end', 1],
    ['2: *k1, p1; rep from *', 2],
  ])('%s is a row', (line, number) => {
    const label = bareLabel(line, 0);
    expect(label?.header.numbers).toEqual([number]);
    expect(line.slice(label?.length).length).toBeLessThan(line.length);
  });
  it.each(
    cellsOf(`
    3. eggs | 20 sts = 10 cm | 4 balls of wool | a 3: k2 | : k2 | 2-ply
  `),
  )('%s is none', (line) => expect(bareLabel(line, 0)).toBeNull());
});

describe('one slip of the pen from a label', () => {
  it.each(
    cellsOf(`
    Rwo 3: k2 | Ros 2: k2 | Rund 4: p2 | Roud 12: p2 | Rnnd 4: p2 | Ronds 2, 4: p2 | Rwos 2: k2 | rown 1: k2
    Rod 4. k2 | Roww three: k2 | 3rd ruond: k2 | 2nd rwo: k2 | * Rwo 3: k2 | Rmd. 2: k2 | Rnsd 1: k2
  `),
  )('%s', (line) => expect(mistyped(line)).toBe(true));

  it.each(
    cellsOf(`
    Rope 4: k2 | Rwo3a: k2 | Rwo 3/2: k2 | Roww 3: sl 2 to cn, hold in back, k2 | Rwo 3 = slip 2 to cn
    Rwo 1: place 2 on cn | Rwo 1: put 2 on cn | Rwo 1: skip 1 st | Otter 3: k2 | Rwo is long | 3rd rope: k2
    Row threes: k2
  `),
  )('%s is none', (line) => expect(mistyped(line)).toBe(false));
});

describe('an unclear label is marked', () => {
  it.each(
    table(`
    Row 9-2: k2, p2 → Row 9-2: | Row 3a = k2 → Row 3a = | Row 9-2, k2, p2 → Row 9-2, | Row 9-2. K2 → Row 9-2.
    Row 3a k2 p2 → Row 3a | Row → Row | : → :
  `),
  )('in %j', (text, marked) => expect(text.slice(0, unclearLength(text))).toBe(marked));
  it('nothing has one character all the same', () => expect(unclearLength('')).toBe(1));
});
