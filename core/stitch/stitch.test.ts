import fc from 'fast-check';
import { det, matrix, multiply, type Matrix, zeros } from 'mathjs';
import { cells, crossings } from '../testing/arbitrary';
import { cellKey, gives, links, takes } from './cells';
import { cellFromOtherSide, crossingFromOtherSide, looksOf, rowFromOtherSide } from './looks';
import { crossingOfWords, directionOf, holdOf, wordsOfCrossing, type Working } from './working';
import type { Crossing, Hand, Side } from './types';

/** The crossing's links as a permutation matrix of the reference library: column = taken, row = given. */
function permutation(crossing: Crossing): Matrix {
  const size = takes(crossing);
  const m = matrix(zeros([size, size]) as number[][]);
  for (const [taken, given] of links(crossing)) m.set([given, taken], 1);
  return m;
}
const identity = (m: Matrix) =>
  (m.toArray() as number[][]).every((row, i) => row.every((v, j) => v === (i === j ? 1 : 0)));
const plain = (lean: 'left' | 'right', over: number, under: number): Crossing => ({
  kind: 'crossing',
  lean,
  over: Array(over).fill('knit'),
  under: Array(under).fill('knit'),
});

describe('links are permutations (checked with the matrices of mathjs)', () => {
  it('every crossing permutes its stitches', () =>
    fc.assert(
      fc.property(crossings, (crossing) => expect(Math.abs(det(permutation(crossing)))).toBeCloseTo(1)),
    ));

  it('a crossing of a over b undone by the opposite one of b over a', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 6 }), fc.integer({ min: 1, max: 6 }), (a, b) => {
        const there = permutation(plain('right', a, b));
        const back = permutation(plain('left', a, b));
        expect(identity(multiply(back, there))).toBe(true);
      }),
    ));

  it('the sign is that of a block swap: (-1) to the power a x b', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5 }), fc.integer({ min: 1, max: 5 }), (a, b) => {
        expect(det(permutation(plain('left', a, b)))).toBeCloseTo((a * b) % 2 === 0 ? 1 : -1);
      }),
    ));
});

describe('seen from the other side', () => {
  it('twice is the same cell, and counts do not change', () =>
    fc.assert(
      fc.property(cells, (cell) => {
        expect(cellKey(cellFromOtherSide(cellFromOtherSide(cell)))).toBe(cellKey(cell));
        expect([takes(cellFromOtherSide(cell)), gives(cellFromOtherSide(cell))]).toEqual([
          takes(cell),
          gives(cell),
        ]);
      }),
    ));

  it('a crossing leans the same way and the other group is on top (common practice, no published source)', () =>
    fc.assert(
      fc.property(crossings, (crossing) => {
        const other = crossingFromOtherSide(crossing);
        expect(other.lean).toBe(crossing.lean);
        expect(other.over).toHaveLength(crossing.under.length);
      }),
    ));

  it('a row is read from its other end', () => {
    const row = rowFromOtherSide([{ kind: 'stitch', stitch: 'knit' }, { kind: 'stitch', stitch: 'slipBehind' }]); // prettier-ignore
    expect(row.map(cellKey)).toEqual(['slipBefore', 'purl']);
  });

  it('the links of a crossing are mirrored, not changed', () =>
    fc.assert(
      fc.property(crossings, (crossing) => {
        const last = takes(crossing) - 1;
        const mirrored = links(crossing).map(([t, g]) => `${last - t}>${last - g}`);
        const other = links(crossingFromOtherSide(crossing)).map(([t, g]) => `${t}>${g}`);
        expect(other.sort()).toEqual(mirrored.sort());
      }),
    ));
});

describe('hold', () => {
  const rope = plain('right', 2, 2);
  it.each<[string, Crossing, Side, Hand, string]>([
    ['RS, right hand, leans right', rope, 'RS', 'right', 'back'],
    ['RS, right hand, leans left', plain('left', 2, 2), 'RS', 'right', 'front'],
    ['WS, right hand, leans right', rope, 'WS', 'right', 'back'],
    ['WS, right hand, leans left', plain('left', 2, 2), 'WS', 'right', 'front'],
    ['RS, left hand, leans right', rope, 'RS', 'left', 'front'],
    ['WS, left hand, leans left', plain('left', 2, 2), 'WS', 'left', 'back'],
  ])('%s (common practice, no published source)', (_, crossing, side, hand, hold) =>
    expect(holdOf(crossing, { side, direction: directionOf(side, hand) })).toBe(hold),
  );

  it('unturned rows run to and fro, so the hold changes with the direction', () => {
    expect(holdOf(rope, { side: 'RS', direction: 'rightToLeft' })).toBe('back');
    expect(holdOf(rope, { side: 'RS', direction: 'leftToRight' })).toBe('front');
  });

  const workings = fc.record({
    side: fc.constantFrom('RS' as const, 'WS' as const),
    direction: fc.constantFrom('rightToLeft' as const, 'leftToRight' as const),
  }) as fc.Arbitrary<Working>;
  it('words and picture say the same from every side, hand and direction', () =>
    fc.assert(
      fc.property(crossings, workings, (crossing, working) => {
        const words = wordsOfCrossing(crossing, working);
        expect(words.hold).toBe(holdOf(crossing, working));
        expect(cellKey(crossingOfWords(words, working))).toBe(cellKey(crossing));
      }),
    ));
});

describe('looks', () => {
  it('a crossing leaves as many faces as it gives; slipped stitches keep theirs', () =>
    fc.assert(
      fc.property(cells, (cell) =>
        expect(looksOf(cell, Array(takes(cell)).fill('purl'))).toHaveLength(gives(cell)),
      ),
    ));
  it('2 over 1 with the under group purled, leaning left: the purl comes to lie at the right', () =>
    expect(looksOf({ kind: 'crossing', lean: 'left', over: ['knit', 'knit'], under: ['purl'] }, [])).toEqual([
      'purl',
      'knit',
      'knit',
    ]));
});
