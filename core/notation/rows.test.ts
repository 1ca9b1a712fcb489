/** Rows in their order; how labels and copies are meant: common practice, no published source. */
import { readWritten } from './read';
import { NO_CHOICES } from './choices';
import type { Item } from './syntax';

const words = (text: string, items: readonly Item[]) =>
  items.length === 0 ? '' : text.slice(items[0]?.span.from).split(/[.\n]/)[0];

/** Each row as "number side words"; set-up rows have numbers up to 0. */
const rowsOf = (text: string, round: boolean | null = null) => {
  const { written } = readWritten(text, { ...NO_CHOICES, round });
  return written.rows.map(({ number, side, body }) => `${number} ${side} ${words(text, body.items)}`);
};
const problems = (text: string) => readWritten(text).problems.map(({ code, at }) => `${code} ${at.line}`);

describe('which rows there are', () => {
  it.each([
    [
      'numbers and lists',
      'Row 1: k2.\nRows 2, 4: p2.\nRow 3: k1, p1.',
      ['1 RS k2', '2 WS p2', '3 RS k1, p1', '4 WS p2'],
    ],
    [
      'all WS rows',
      'Row 1: k2.\nAll WS rows: p2.\nRow 3: k1, p1.',
      ['1 RS k2', '2 WS p2', '3 RS k1, p1', '4 WS p2'],
    ],
    ['all RS rows', 'All RS rows: k2.\nRow 2: p2.\nRow 4: k2.', ['1 RS k2', '2 WS p2', '3 RS k2', '4 WS k2']],
    [
      'even rounds',
      'Rnd 1: k2.\nAll even rnds: p2.\nRnd 3: k1, p1.',
      ['1 RS k2', '2 RS p2', '3 RS k1, p1', '4 RS p2'],
    ],
    [
      'odd rounds make no fifth',
      'Odd rnds: k2.\nRnd 2: p2.\nRnd 4: k1, p1.',
      ['1 RS k2', '2 RS p2', '3 RS k2', '4 RS k1, p1'],
    ],
    [
      'every other',
      'Row 1: k2.\nRow 2 and every other row: p2.\nRow 3: k1, p1.\nRow 5: p1, k1.',
      ['1 RS k2', '2 WS p2', '3 RS k1, p1', '4 WS p2', '5 RS p1, k1', '6 WS p2'],
    ],
    [
      'every other begins behind its number',
      'Rnd 1: k1, p1.\nRnd 2: p1, k1.\nRnd 3 and every other rnd: k2.\nRnd 4: p2.\nRnd 6: p2.',
      ['1 RS k1, p1', '2 RS p1, k1', '3 RS k2', '4 RS p2', '5 RS k2', '6 RS p2'],
    ],
    [
      'all following',
      'Row 1: k2.\nRow 2 and all following rows: p2.\nRow 5: k1, p1.',
      ['1 RS k2', '2 WS p2', '3 RS p2', '4 WS p2', '5 RS k1, p1', '6 WS p2'],
    ],
    [
      'all following begin behind their number',
      'Row 1: k2.\nRow 3 and all following rows: p2.\nRow 2: k1, p1.\nRow 4: k2.',
      ['1 RS k2', '2 WS k1, p1', '3 RS p2', '4 WS k2'],
    ],
    [
      'a row of its own goes before every',
      'Row 1: k2.\nRow 2: k1, p1.\nAll WS rows: p2.\nRow 3: k2.',
      ['1 RS k2', '2 WS k1, p1', '3 RS k2', '4 WS p2'],
    ],
    [
      'set-up rows count back',
      'Set-up row 1 (WS): p2.\nSet-up row 2 (RS): k2.\nRow 1 (WS): p1, k1.',
      ['-1 WS p2', '0 RS k2', '1 WS p1, k1'],
    ],
    [
      'one label for two set-up rows',
      'Set-up rows 1 and 2: k2.\nRow 1: p2.',
      ['-1 RS k2', '0 WS k2', '1 RS p2'],
    ],
    ['sides by row 1', 'Row 1 (WS): p2.\nRow 2: k2.', ['1 WS p2', '2 RS k2']],
    ['sides by row 2', 'Row 1: p2.\nRow 2 (RS): k2.', ['1 WS p2', '2 RS k2']],
    [
      'sides by a set-up row',
      'Set-up row (RS): k2.\nRow 1: p2.\nRow 2: k2.',
      ['0 RS k2', '1 WS p2', '2 RS k2'],
    ],
    [
      'sides by the first of two set-up rows',
      'Set-up row 1 (RS): k2.\nSet-up row 2: p2.\nRow 1: k2.',
      ['-1 RS k2', '0 WS p2', '1 RS k2'],
    ],
  ])('%s', (_, text, rows) => expect(rowsOf(text)).toEqual(rows));

  it('the knitter may say that rows are rounds, or rounds rows', () => {
    expect(rowsOf('Row 1: k2.\nRow 2: p2.', true)).toEqual(['1 RS k2', '2 RS p2']);
    expect(rowsOf('Rnd 1: k2.\nRnd 2: p2.', false)).toEqual(['1 RS k2', '2 WS p2']);
    expect(problems('Worked in the round.\nRow 1 (RS): k2.\nRow 2 (WS): p2.')).toEqual([]);
  });
});

describe('copies', () => {
  it.each([
    ['of one row', 'Row 1: k2.\nRow 2: p2.\nRow 3: as row 1.', ['1 RS k2', '2 WS p2', '3 RS k2']],
    [
      'of several',
      'Row 1: k2.\nRow 2: p2.\nRows 3-6: rep rows 1-2 twice.',
      ['1 RS k2', '2 WS p2', '3 RS k2', '4 WS p2', '5 RS k2', '6 WS p2'],
    ],
    [
      'of several, each its own',
      'Row 1: k2.\nRow 2: p2.\nRows 3-4: as rows 1-2.',
      ['1 RS k2', '2 WS p2', '3 RS k2', '4 WS p2'],
    ],
    [
      'of one row for many',
      'Row 1: k2.\nRow 2: p2.\nRows 3, 5: as row 1.\nRow 4: as row 2.',
      ['1 RS k2', '2 WS p2', '3 RS k2', '4 WS p2', '5 RS k2'],
    ],
    ['of a copy', 'Row 1: k2.\nRow 2: as row 1.\nRow 3: as row 2.', ['1 RS k2', '2 WS k2', '3 RS k2']],
    [
      'of a row that comes later',
      'Row 1: as row 3.\nRow 2: p2.\nRow 3: k2.',
      ['1 RS k2', '2 WS p2', '3 RS k2'],
    ],
    [
      'of a WS row of all',
      'Row 1: k2.\nRow 2 and all WS rows: p2.\nRow 3: as row 4.',
      ['1 RS k2', '2 WS p2', '3 RS p2', '4 WS p2'],
    ],
  ])('%s', (_, text, rows) => expect(rowsOf(text)).toEqual(rows));
  it.each([
    [
      'Row 1: k2.\nRow 2: p2.\nRows 3-5: rep rows 1-2 twice.',
      ['lists-differ 3', 'lists-differ 3', 'lists-differ 3'],
    ],
    [
      'Row 1: k2.\nRow 2: p2.\nRows 3-5: as rows 1-2.',
      ['lists-differ 3', 'lists-differ 3', 'lists-differ 3'],
    ],
    ['Row 1: k2.\nRow 2: as rows 3-1.', ['lists-differ 2']],
    ['Row 1: k2.\nRow 2: as row 9.', ['copies-nothing 2']],
    ['Row 1: as row 2.\nRow 2: as row 3.\nRow 3: as row 1.', ['copies-itself 3']],
    ['Row 1: k2.\nRow 2: as row 2.', ['copies-itself 2']],
  ])('%j is refused', (text, codes) => expect(problems(text)).toEqual(codes));
});

describe('what is amiss with the labels', () => {
  it.each([
    ['Row 1: k2.\nRow 1: p2.', ['row-twice 2']],
    ['Row 1: k2.\nRows 1-2: p2.', ['row-twice 2']],
    ['Row 1: k2.\nRow 4: p2.', ['row-missing 2', 'row-missing 2']],
    ['Row 2: k2.', ['row-missing 1']],
    ['Odd rnds: k2.\nRnd 4: p2.', ['row-missing 2']],
    ['Row 1: k2.\nRow 6000: p2.\nRow 2: p2.', ['too-many-rows 2']],
    ['Row 1 (RS): k2.\nRow 2 (RS): p2.', ['side-contradicts 2']],
    ['Set-up row (RS): k2.\nRow 1 (RS): p2.', ['side-contradicts 1']],
    ['Rnd 1: k2.\nRow 2: p2.', ['rows-and-rounds 2']],
    ['In the round.\nRow 1: k2.\nRow 2: p2.', ['flat-or-round 2']],
    ['Row 1: k2.\nRow 2: p2.\nAll WS rows: p2.', ['row-unused 3']],
    ['A letter.', ['no-rows 1']],
    ['Set-up row: k2.', ['no-rows 1']],
  ])('%j', (text, codes) => expect(problems(text)).toEqual(codes));
  it('no more than twenty missing rows are listed', () =>
    expect(problems('Row 1: k2.\nRow 60: p2.').length).toBe(20));
  it('all of a row that is hardly understood is one problem with its first words', () => {
    const [problem, more] = readWritten('Row 1: zap, zip, zop, zup.\nRow 2: p2.').problems;
    expect([problem, more]).toMatchObject([
      { code: 'row-not-understood', words: ['zap', 'zip', 'zop'], row: { kind: 'row', number: 1 } },
      undefined,
    ]);
    expect(problems('Row 1: zap, zip, zop.')).toHaveLength(3);
  });
});
