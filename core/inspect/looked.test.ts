/** How much was looked at, and when the next look is suggested. Our own rules, no published source. */
import { sheetOf } from '../testing/plans';
import { lookDue, sharesOf, type LookedAt } from './looked';

const NOTHING: LookedAt = { looked: new Set(), inspected: [] };
/** A rope that crosses in rows 3, 7, 11 ..., and six that cross in rows 5, 11, 17 ... */
const sheet = sheetOf([
  {
    rows: 30,
    panels: [
      { chart: 'rope-4', id: 'one' },
      { chart: 'rope-6', id: 'many', repeats: 8 },
    ],
  },
  {
    rows: 20,
    panels: [
      { chart: 'rope-4', id: 'next' },
      { chart: 'stockinette', repeats: 80 },
    ],
  },
]);
const due = (done: number, at = NOTHING) => lookDue(sheet, done, at)?.why ?? null;
const rowsOf = (panel: string) =>
  [...Array(30).keys()]
    .filter(
      (row) =>
        (sharesOf(sheet, row + 1, NOTHING).get(panel)?.crossed ?? 0) >
        (sharesOf(sheet, row, NOTHING).get(panel)?.crossed ?? 0),
    )
    .map((row) => row + 1);

it('rows that were looked at, whole or panel by panel, are counted once', () => {
  const [first, second] = rowsOf('one') as [number, number];
  const at = { looked: new Set([first]), inspected: [{ panel: 'one', from: 1, to: second }] };
  expect(sharesOf(sheet, 30, at).get('one')).toEqual({ crossed: rowsOf('one').length, seen: 2 });
  expect(sharesOf(sheet, 30, at).get('many')?.seen).toBe(rowsOf('many').includes(first) ? 1 : 0);
});

it('after a row with many more crossings than those before it, unless it was looked at', () => {
  const hard = rowsOf('many').filter((row) => rowsOf('one').filter((one) => one < row).length >= 2);
  const [row] = hard.filter((one) => one % 8 !== 0 && one < 27) as [number];
  expect(due(row)).toBe('hard');
  expect(due(row, { ...NOTHING, looked: new Set([row]) })).toBeNull();
  expect(due(row + 1)).not.toBe('hard');
});

it.each([
  [29, 'section'],
  [30, 'section'],
  [31, null],
  [49, 'end'],
  [50, null],
] as const)('with %d rows done: %s', (done, why) => expect(due(done)).toBe(why));

it('what was looked at is not asked about again', () => {
  const all = { ...NOTHING, inspected: ['one', 'many', 'next'].map((panel) => ({ panel, from: 1, to: 50 })) };
  for (let done = 0; done <= 50; done += 1) expect(due(done, all)).toBeNull();
});
