/** Rows worked as they come, against rows typed by hand; the rule: common practice, no published source. */
import { rowKey, type Row } from '../chart/row';
import { KNIT, PURL, stitch, type Cell } from '../stitch/types';
import { cross } from './names';
import { hasSlips, PLAINLY, Presenter, presentedRow, rowBelow } from './presented';

const CELLS: Readonly<Record<string, Cell>> = {
  k: KNIT,
  p: PURL,
  s: stitch('slipBehind'),
  w: stitch('slipBefore'),
  X: cross('right', 2, 1, 'purl'),
  y: { kind: 'increase', how: 'yarnOver' },
  d: { kind: 'decrease', of: 2, lean: 'right', face: 'knit' },
};
const cells = (letters: string) => [...letters].map((letter) => CELLS[letter] as Cell);
/** "pp[kk]p": what stands before, in and after the repeat. */
function row(text: string, fewer: 0 | 1 = 0): Row {
  const [before = '', rest = ''] = text.split('[');
  const [repeat = '', after = ''] = rest.split(']');
  return { kind: 'line', before: cells(before), repeat: cells(repeat), after: cells(after), fewer };
}
const ring = (letters: string, phase: number): Row => ({ kind: 'ring', repeat: cells(letters), phase });
const above = (
  rows: (Row | null)[],
  index: number,
  slipPurls = false,
  before = '',
  after = '',
  under = -1,
) => {
  const found = new Presenter(rows, under).above(index, {
    slipPurls,
    before: cells(before),
    after: cells(after),
  });
  return found && rowKey(found);
};

it.each([
  ['knits and purls', 'p[kkp]k', 'p[kkp]k'],
  // Two knits lie over one purl, leaning right: the over group comes first from the right edge.
  ['a crossing as it lies after it', '[Xp]', '[kkpp]'],
  ['an increase and a decrease', '[dyk]', '[kkk]'],
])('%s', (_, below, expected) => expect(above([row(below)], 0)).toBe(rowKey(row(expected))));

it('a slipped stitch shows what lies under it, as far down as need be', () => {
  expect(above([row('[pk]'), row('[ss]'), row('[sk]')], 2)).toBe(rowKey(row('[pk]')));
  expect(above([row('[sk]')], 0)).toBeNull();
  expect(above([null, row('[sk]')], 1)).toBeNull();
});
it('the first row lies on the last of its repeat', () => {
  expect(above([row('[ks]'), row('[pp]')], 0, false, '', '', 1)).toBe(rowKey(row('[kp]')));
  expect(above([row('[ks]'), row('[ps]')], 0, false, '', '', 1)).toBeNull();
  expect([rowBelow(3, 0), rowBelow(-1, 0), rowBelow(3, 2)]).toEqual([3, -1, 1]);
});
it('with the purls slipped, seen from the other side those are the knits', () =>
  expect(above([row('p[kp]')], 0, true)).toBe(rowKey(row('p[sp]'))));
it('ends that are written out take the place of what lies below them', () => {
  expect(above([row('kk[kp]kk')], 0, false, 'pp', 'p')).toBe(rowKey(row('pp[kp]kp')));
  expect(above([row('[kp]')], 0, false, 'k', 'k')).toBe(rowKey(row('[kk]')));
  expect(above([row('[kpk]')], 0, false, 'kk', '')).toBe(rowKey(row('[kkk]')));
  expect(above([row('[kp]')], 0, false, 'kk', 'k')).toBeNull();
  expect(above([ring('kp', 0)], 0, false, 'k', '')).toBeNull();
});
it('in a ring the stitches are counted from the marker', () => {
  expect(above([ring('kpp', 0)], 0)).toBe(rowKey(ring('kpp', 0)));
  expect(above([ring('kpp', 1)], 0)).toBe(rowKey(ring('pkp', 0)));
  expect(above([ring('kpp', 0), ring('sss', 2)], 1)).toBe(rowKey(ring('kpp', 0)));
  expect(above([ring('kppk', 0), ring('Xs', 1)], 1)).toBe(rowKey(ring('kkkp', 0)));
});
it('nothing is derived from a row that is not there', () => {
  expect(above([], 0)).toBeNull();
  expect(presentedRow([row('[kp]')], -1, 0)).toEqual(new Presenter([row('[kp]')], -1).above(0, PLAINLY));
});

it.each([
  ['kp', false],
  ['ks', true],
  ['w', true],
  ['X', false],
])('%s slips: %s', (letters, slips) => expect(hasSlips(cells(letters))).toBe(slips));
it('crossings slip in either group or in the centre', () => {
  const plain = cross('left', 1, 1, 'knit');
  expect(hasSlips([{ ...plain, over: ['slipBehind'] }])).toBe(true);
  expect(hasSlips([{ ...plain, under: ['knit', 'slipBefore'] }])).toBe(true);
  expect(hasSlips([{ ...plain, centre: { stitches: ['slipBehind'], depth: 'below' } }])).toBe(true);
  expect(hasSlips([{ ...plain, centre: { stitches: ['purl'], depth: 'below' } }])).toBe(false);
});
