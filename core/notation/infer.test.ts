/** Rows found from how they look, against rows that are laid out. */
import fc from 'fast-check';
import { expandRow, normalRow, rowKey, takesForm, type LineRow } from '../chart/row';
import { KNIT, PURL } from '../stitch/types';
import { lineCharts } from '../testing/arbitrary';
import { runs } from '../testing/size';
import { rowFromExpansions } from './infer';
import { cross } from './names';

const line = (row: Partial<LineRow>): LineRow => ({
  kind: 'line',
  before: [],
  repeat: [],
  after: [],
  fewer: 0,
  ...row,
});

it('a row is found again from its layings, as it is written shortest', () =>
  fc.assert(
    fc.property(lineCharts, ({ rows }) => {
      for (const row of rows) {
        const { perRepeat } = takesForm(row);
        const found = rowFromExpansions((n) => expandRow(row, n), perRepeat);
        expect(found && rowKey(found)).toBe(rowKey(normalRow(row)));
      }
    }),
    { numRuns: runs(150, 3000) },
  ));

it.each([
  ['ends', line({ before: [PURL], repeat: [KNIT, PURL], after: [PURL, PURL] })],
  ['a crossing in the repeat', line({ before: [PURL, PURL], repeat: [cross('left', 2, 2, 'knit'), PURL] })],
  [
    'one repeat fewer',
    line({ before: [PURL, PURL], repeat: [cross('right', 1, 1, 'knit'), KNIT], after: [KNIT], fewer: 1 }),
  ],
])('%s', (_, row) =>
  expect(rowFromExpansions((n) => expandRow(row, n), takesForm(row).perRepeat)).toEqual(normalRow(row)),
);

it('what grows by no repeat of that width is none', () => {
  const knits = (count: number) => Array.from({ length: count }, () => KNIT);
  expect(rowFromExpansions((n) => knits(n * n), 2)).toBeNull();
  expect(rowFromExpansions((n) => knits(2 * n), 3)).toBeNull();
  expect(rowFromExpansions(() => knits(4), 2)).toBeNull();
  // Right for three and four repeats, and not for six.
  expect(rowFromExpansions((n) => (n === 6 ? [...knits(11), PURL] : knits(2 * n)), 2)).toBeNull();
  // A crossing over the edge of every repeat.
  expect(
    rowFromExpansions((n) => Array.from({ length: n }, () => cross('left', 2, 2, 'knit')), 2),
  ).toBeNull();
});
