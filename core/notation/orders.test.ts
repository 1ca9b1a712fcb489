/** Orders about whole rows; how each is meant: common practice, no published source. */
import { beginsOrder, looksLikeOrder, readOrder } from './orders';
import { Cursor } from './text';

const range = (first: number, last: number) => ({ kind: 'range', first, last });

it.each([
  ['Rep rows 3-10', { rows: range(3, 10), times: null, until: false }],
  ['Repeat rows 1 to 8 for pattern', { rows: range(1, 8), times: null, until: false }],
  ['Rep rows 1 and 2 two more times', { rows: range(1, 2), times: [2], until: false }],
  ['Repeat rows 1-4 once more', { rows: range(1, 4), times: [1], until: false }],
  ['Work rows 1-4 three times in all', { rows: range(1, 4), times: [2], until: false }],
  ['Rep rows 1-4 twice', { rows: range(1, 4), times: [2, 1], until: false }],
  ['Rep rows 1-4 x 3', { rows: range(1, 4), times: [3, 2], until: false }],
  ['Rep last 2 rows once more', { rows: { kind: 'last', count: 2 }, times: [1], until: false }],
  ['Repeat the last row 3 more times', { rows: { kind: 'last', count: 1 }, times: [3], until: false }],
  ['Rep from row 3', { rows: { kind: 'from', first: 3 }, times: null, until: false }],
  ['Rows 3 and 4 form the pattern', { rows: range(3, 4), times: null, until: false }],
  ['Rep rows 1-4 for 10 cm', { rows: range(1, 4), times: null, until: true }],
  ['Rep rows 1-4 to desired length', { rows: range(1, 4), times: null, until: true }],
  ['Rep rows 1-4 for pattern', { rows: range(1, 4), times: null, until: false }],
  ['Rep rows 1-2 for pattern until it is long enough', { rows: range(1, 2), times: null, until: true }],
  [
    'Rep rows 1-2 until 8 sts remain on the needles, then cut the yarn',
    { rows: range(1, 2), times: null, until: true, left: 8 },
  ],
  ['Rep rows 1-2 until 8 sts wide', { rows: range(1, 2), times: null, until: true }],
  ['Rep rows 1-2 until 8 sts remain', { rows: range(1, 2), times: null, until: true, left: 8 }],
  ['Work 4 rows in pattern as set', { rows: { kind: 'next', count: 4 }, times: [1], until: false }],
  ['Work the next 6 rows as established', { rows: { kind: 'next', count: 6 }, times: [1], until: false }],
  ['Repeat rows 1-4 until piece measures 20 cm', { rows: range(1, 4), times: null, until: true }],
])('%s', (text, order) => {
  expect(beginsOrder(new Cursor(text))).toBe(true);
  expect(readOrder(new Cursor(text))).toEqual({ left: null, ...order });
});

it.each(['Rep rows 3 4', 'Work 4 rows in moss stitch'])(
  '%s begins like an order and is not understood',
  (text) => {
    expect(beginsOrder(new Cursor(text))).toBe(true);
    expect(readOrder(new Cursor(text))).toBeNull();
  },
);

it.each([
  ['Repaet rows 1-4 twice', true],
  ['Rep fromrow 3', true],
  ['Repfrom row 3', true],
  ['Repeatlast 2 rows', true],
  ['Reprows 1-4', true],
  ['Replace the marker in row 3', false],
  ['Rep last 2 wors once more', true],
  ['Rws 3 and 4 form the pattern', true],
  ['Row 3 is where the eel turns', false],
  ['For a warm evening by the fire', false],
])('%s looks like an order: %s', (text, looks) => expect(looksLikeOrder(text)).toBe(looks));
