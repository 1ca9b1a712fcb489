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

describe('at the bounds', () => {
  /** A rope that crosses in every right-side row, for so many rows; plain rows above. */
  const ropes = (crossed: number, plain: number, repeats = 1) =>
    sheetOf([
      {
        rows: crossed,
        panels: [{ chart: 'Row 1 (RS): p2, 2/2 RC, p2.\nRow 2: k2, p4, k2.', id: 'r', repeats }],
      },
      { rows: plain, panels: [{ chart: 'stockinette', repeats: 8 * repeats }] },
    ]);
  it.each([
    // Three crossing rows, the fewest that are worth a look, lie below the end of the section.
    [4, 3, null],
    [6, 5, { why: 'section', unseen: 3 }],
  ] as const)('%d rows of a section, %d of them done', (rows, done, due) =>
    expect(lookDue(ropes(rows, 40), done, NOTHING)).toEqual(due),
  );
  it('sixteen crossing rows unseen are many, fifteen are not yet', () => {
    // Row 1, 3, ... cross: with 32 rows done 16 were crossed, with 24 rows 12.
    expect(lookDue(ropes(60, 10), 32, NOTHING)).toEqual({ why: 'long', unseen: 16 });
    expect(lookDue(ropes(60, 10), 24, NOTHING)).toBeNull();
    expect(lookDue(ropes(60, 10), 32, { ...NOTHING, looked: new Set([31]) })).toBeNull();
    expect(lookDue(ropes(60, 10), 31, NOTHING)).toBeNull();
  });
  it('what lies more than eighty rows down is not asked about', () => {
    // Rows 8 to 88 hold 40 crossing rows, 9 to 87; rows 1 to 88 hold 44.
    expect(lookDue(ropes(200, 10), 88, NOTHING)).toEqual({ why: 'long', unseen: 40 });
    expect(lookDue(ropes(200, 10), 80, NOTHING)).toEqual({ why: 'long', unseen: 40 });
  });
  it('nothing is asked before the first row, nor after the last', () => {
    const sheet = ropes(8, 2);
    expect([lookDue(sheet, 0, NOTHING), lookDue(sheet, 10, NOTHING)]).toEqual([null, null]);
    expect(lookDue(sheet, 9, NOTHING)).toEqual({ why: 'end', unseen: 4 });
    expect(sharesOf(sheet, 99, NOTHING).get('r')).toEqual({ crossed: 4, seen: 0 });
  });
  it('a stretch that was looked over reaches from its first row to its last', () => {
    const over = (from: number, to: number) => ({ ...NOTHING, inspected: [{ panel: 'r', from, to }] });
    const seen = (from: number, to: number) => sharesOf(ropes(9, 1), 9, over(from, to)).get('r')?.seen;
    expect([seen(3, 7), seen(4, 7), seen(3, 6), seen(9, 9), seen(10, 12)]).toEqual([3, 2, 2, 1, 0]);
    expect(sharesOf(ropes(9, 1), 9, NOTHING, 3).get('r')?.crossed).toBe(4);
    expect(sharesOf(ropes(9, 1), 9, NOTHING, 4).get('r')?.crossed).toBe(3);
  });
});
