/**
 * Every kind of cell, written down by hand: common practice, no published source. What each takes and gives, which stitch
 * goes on as which, its key, how it looks from the other side, what it shows to the row above, and its mirror image.
 */
import fc from 'fast-check';
import { cells, crossings } from '../testing/arbitrary';
import { cellKey, gives, groupOf, groupsAfter, groupsBefore, links, stitchesAfter, takes } from './cells';
import { cellFromOtherSide, faceOfStitch, isSlip, isSlipped, looksOf, looksOfRow, otherFace } from './looks';
import { runsOf } from './runs';
import {
  cellForDirection,
  crossingOfWords,
  directionOf,
  facedDirection,
  oppositeDirection,
  wordsOfCrossing,
} from './working';
import { STITCHES, type Cell, type Crossing, type Face } from './types';

const K: Face = 'knit';
const P: Face = 'purl';
type Row = {
  readonly cell: Cell;
  readonly takes: number;
  readonly gives: number;
  readonly links: readonly (readonly [number, number])[];
  readonly key: string;
  readonly otherSide: Cell;
  /** Shown to the row above; all stitches below are purls. */
  readonly shows: readonly Face[];
  /** Made left-handed for the same lean. */
  readonly mirrored?: Cell;
};

const make = (lean: 'left' | 'right', face: Face): Cell => ({ kind: 'increase', how: 'make', lean, face });
const two = (lean: 'left' | 'right', face: Face): Cell => ({ kind: 'decrease', of: 2, lean, face });
const three = (lean: 'left' | 'right' | 'centre', face: Face): Cell => ({
  kind: 'decrease',
  of: 3,
  lean,
  face,
});
const YARN_OVER: Cell = { kind: 'increase', how: 'yarnOver' };
const frontBack = (face: Face): Cell => ({ kind: 'increase', how: 'frontBack', face });
/** Two knits pass over a purl to the left; seen from the other side a knit lies over two purls. */
const T3F: Crossing = { kind: 'crossing', lean: 'left', over: ['knit', 'knit'], under: ['purl'] };
const T3F_BEHIND: Crossing = { kind: 'crossing', lean: 'left', over: ['knit'], under: ['purl', 'purl'] };
const AROUND: Crossing = {
  kind: 'crossing',
  lean: 'right',
  over: ['knit', 'purl'],
  under: ['knitTbl'],
  centre: { stitches: ['slipBehind', 'purl'], depth: 'above' },
};
const AROUND_BEHIND: Crossing = {
  kind: 'crossing',
  lean: 'right',
  over: ['purlTbl'],
  under: ['knit', 'purl'],
  centre: { stitches: ['knit', 'slipBefore'], depth: 'below' },
};

const ONE = [[0, 0]] as const;
const ROWS: readonly Row[] = [
  ...(
    [
      ['knit', 'purl', K],
      ['purl', 'knit', P],
      ['knitTbl', 'purlTbl', K],
      ['purlTbl', 'knitTbl', P],
      // A slipped stitch keeps the face it had.
      ['slipBehind', 'slipBefore', P],
      ['slipBefore', 'slipBehind', P],
    ] as const
  ).map(([stitch, behind, face]): Row => ({
    cell: { kind: 'stitch', stitch },
    takes: 1,
    gives: 1,
    links: ONE,
    key: stitch,
    otherSide: { kind: 'stitch', stitch: behind },
    shows: [face],
  })),
  { cell: { kind: 'bobble', face: K }, takes: 1, gives: 1, links: ONE, key: 'bobble:knit', otherSide: { kind: 'bobble', face: P }, shows: [K] }, // prettier-ignore
  { cell: { kind: 'bobble', face: P }, takes: 1, gives: 1, links: ONE, key: 'bobble:purl', otherSide: { kind: 'bobble', face: K }, shows: [P] }, // prettier-ignore
  { cell: { kind: 'bindOff' }, takes: 1, gives: 0, links: [], key: 'bindOff', otherSide: { kind: 'bindOff' }, shows: [] }, // prettier-ignore
  { cell: { kind: 'noStitch' }, takes: 0, gives: 0, links: [], key: 'noStitch', otherSide: { kind: 'noStitch' }, shows: [] }, // prettier-ignore
  { cell: YARN_OVER, takes: 0, gives: 1, links: [], key: 'yarnOver', otherSide: YARN_OVER, shows: [K] },
  { cell: frontBack(K), takes: 1, gives: 2, links: [[0, 0], [0, 1]], key: 'frontBack:knit', otherSide: frontBack(P), shows: [K, P] }, // prettier-ignore
  { cell: frontBack(P), takes: 1, gives: 2, links: [[0, 0], [0, 1]], key: 'frontBack:purl', otherSide: frontBack(K), shows: [K, P] }, // prettier-ignore
  ...([K, P] as const).flatMap((face): Row[] => [
    { cell: make('left', face), takes: 0, gives: 1, links: [], key: `make:left:${face}`, otherSide: make('left', face === K ? P : K), shows: [face], mirrored: make('right', face) }, // prettier-ignore
    { cell: make('right', face), takes: 0, gives: 1, links: [], key: `make:right:${face}`, otherSide: make('right', face === K ? P : K), shows: [face], mirrored: make('left', face) }, // prettier-ignore
    { cell: two('left', face), takes: 2, gives: 1, links: [[0, 0], [1, 0]], key: `dec:2:left:${face}`, otherSide: two('left', face === K ? P : K), shows: [face], mirrored: two('right', face) }, // prettier-ignore
    { cell: two('right', face), takes: 2, gives: 1, links: [[0, 0], [1, 0]], key: `dec:2:right:${face}`, otherSide: two('right', face === K ? P : K), shows: [face], mirrored: two('left', face) }, // prettier-ignore
    { cell: three('centre', face), takes: 3, gives: 1, links: [[0, 0], [1, 0], [2, 0]], key: `dec:3:centre:${face}`, otherSide: three('centre', face === K ? P : K), shows: [face] }, // prettier-ignore
    { cell: three('right', face), takes: 3, gives: 1, links: [[0, 0], [1, 0], [2, 0]], key: `dec:3:right:${face}`, otherSide: three('right', face === K ? P : K), shows: [face], mirrored: three('left', face) }, // prettier-ignore
  ]),
  {
    cell: T3F,
    takes: 3,
    gives: 3,
    // The two knits lie at the right before and at the left afterwards.
    links: [[0, 1], [1, 2], [2, 0]], // prettier-ignore
    key: 'xleft:knit.knit/purl',
    otherSide: T3F_BEHIND,
    shows: [P, K, K],
  },
  {
    cell: AROUND,
    takes: 5,
    gives: 5,
    // Before, from the right: the under stitch, the two of the centre, the two over; afterwards the other way about.
    links: [[0, 4], [1, 2], [2, 3], [3, 0], [4, 1]], // prettier-ignore
    key: 'xright:knit.purl/knitTbl|above:slipBehind.purl',
    otherSide: AROUND_BEHIND,
    shows: [K, P, P, P, K],
  },
];
const named = ROWS.map((row) => [row.key, row] as const);

describe.each(named)('%s', (_, row) => {
  const { cell } = row;
  it('takes, gives and links', () => {
    expect([takes(cell), gives(cell), links(cell)]).toEqual([row.takes, row.gives, row.links]);
  });
  it('has its key, and no other cell has it', () => {
    expect(cellKey(cell)).toBe(row.key);
    expect(ROWS.filter((one) => cellKey(one.cell) === row.key)).toHaveLength(1);
  });
  it('looks so from the other side', () => expect(cellFromOtherSide(cell)).toEqual(row.otherSide));
  it('shows its faces to the row above', () => expect(looksOf(cell, Array(5).fill(P))).toEqual(row.shows));
  it('is made so by a left hand', () => {
    expect(cellForDirection(cell, 'rightToLeft')).toBe(cell);
    expect(cellForDirection(cell, 'leftToRight')).toEqual(row.mirrored ?? cell);
  });
});

describe('faces', () => {
  it('of a slipped stitch are those it had, and a knit where nothing is known', () => {
    for (const stitch of ['slipBehind', 'slipBefore'] as const) {
      const cell: Cell = { kind: 'stitch', stitch };
      expect([looksOf(cell, [K]), looksOf(cell, [P]), looksOf(cell, [])]).toEqual([[K], [P], [K]]);
    }
    const slipping: Crossing = {
      kind: 'crossing',
      lean: 'left',
      over: ['knit'],
      under: ['slipBehind', 'purl'],
    };
    // The slipped one was second from the right below.
    expect([looksOf(slipping, [K, P, K]), looksOf(slipping, [P, K, P]), looksOf(slipping, [])]).toEqual([
      [P, P, K],
      [K, P, K],
      [K, P, K],
    ]);
  });
  it('of a row come one after the other, each from its own stitches', () => {
    const slip: Cell = { kind: 'stitch', stitch: 'slipBehind' };
    const row: Cell[] = [slip, two('left', 'knit'), slip, make('left', 'purl'), slip];
    expect(looksOfRow(row, [P, K, K, P, K])).toEqual([P, K, P, P, K]);
  });
  it('turn about, and twice is the same', () => {
    expect([otherFace('knit'), otherFace('purl')]).toEqual(['purl', 'knit']);
    expect(STITCHES.map(faceOfStitch)).toEqual([K, P, K, P, K, K]);
    expect(STITCHES.filter(isSlip)).toEqual(['slipBehind', 'slipBefore']);
    expect(ROWS.filter(({ cell }) => isSlipped(cell)).map(({ key }) => key)).toEqual([
      'slipBehind',
      'slipBefore',
    ]);
  });
});

describe('the groups of a crossing', () => {
  it('lie in order before, and the other way about afterwards', () => {
    expect(groupsBefore(T3F)).toEqual(['over', 'centre', 'under']);
    expect(groupsAfter(T3F)).toEqual(['under', 'centre', 'over']);
    expect(groupsBefore(AROUND)).toEqual(['under', 'centre', 'over']);
    expect(groupsAfter(AROUND)).toEqual(['over', 'centre', 'under']);
    expect([groupOf(T3F, 'centre'), groupOf(AROUND, 'centre'), groupOf(T3F, 'under')]).toEqual([
      [],
      ['slipBehind', 'purl'],
      ['purl'],
    ]);
    expect(stitchesAfter(T3F)).toEqual([
      { stitch: 'purl', group: 'under' },
      { stitch: 'knit', group: 'over' },
      { stitch: 'knit', group: 'over' },
    ]);
  });
  it('each keeps its stitches side by side, and the over group climbs towards its lean', () =>
    fc.assert(
      fc.property(crossings, (crossing) => {
        const to = new Map(links(crossing));
        const over = crossing.over.length;
        const first = crossing.lean === 'left' ? 0 : takes(crossing) - over;
        for (let i = 0; i < over; i += 1) {
          const moved = (to.get(first + i) as number) - (first + i);
          expect(Math.sign(moved)).toBe(crossing.lean === 'left' ? 1 : -1);
          expect(moved).toBe((to.get(first) as number) - first);
        }
      }),
    ));
});

describe('directions', () => {
  it('are two, and opposite', () => {
    expect(oppositeDirection('rightToLeft')).toBe('leftToRight');
    expect(oppositeDirection('leftToRight')).toBe('rightToLeft');
  });
  it.each([
    ['RS', 'right', 'rightToLeft', 'rightToLeft'],
    ['WS', 'right', 'leftToRight', 'rightToLeft'],
    ['RS', 'left', 'leftToRight', 'leftToRight'],
    ['WS', 'left', 'rightToLeft', 'leftToRight'],
  ] as const)('%s, %s hand: the columns %s, as she faces it %s', (side, hand, direction, faced) => {
    expect(directionOf(side, hand)).toBe(direction);
    expect(facedDirection({ side, direction })).toBe(faced);
  });
});

/** A crossing of unequal groups in every way to meet it, worked out by hand. */
describe('words of a crossing', () => {
  const [over, under] = [['knit', 'knitTbl'], ['purl']] as const;
  const crossing: Crossing = { kind: 'crossing', lean: 'left', over, under };
  const middle: Crossing = { ...crossing, centre: { stitches: ['knit', 'slipBehind'], depth: 'above' } };
  it.each([
    // From the right on the RS the two over stitches are met first: held in front, the purl is worked, then they.
    ['RS', 'rightToLeft', { hold: 'front', held: ['knit', 'knitTbl'], then: ['purl'] }],
    // From the left the purl is met first: held at the back.
    ['RS', 'leftToRight', { hold: 'back', held: ['purl'], then: ['knitTbl', 'knit'] }],
    // From the WS every face is the other one, and the over group lies on the far side.
    ['WS', 'leftToRight', { hold: 'front', held: ['knit'], then: ['purlTbl', 'purl'] }],
    ['WS', 'rightToLeft', { hold: 'back', held: ['purl', 'purlTbl'], then: ['knit'] }],
  ] as const)('%s, %s', (side, direction, words) => {
    expect(wordsOfCrossing(crossing, { side, direction })).toEqual(words);
    expect(crossingOfWords(words, { side, direction })).toEqual(crossing);
  });
  it.each([
    ['RS', 'rightToLeft', { stitches: ['knit', 'slipBehind'], depth: 'above' }],
    ['RS', 'leftToRight', { stitches: ['slipBehind', 'knit'], depth: 'above' }],
    ['WS', 'leftToRight', { stitches: ['slipBefore', 'purl'], depth: 'below' }],
    ['WS', 'rightToLeft', { stitches: ['purl', 'slipBefore'], depth: 'below' }],
  ] as const)('its centre: %s, %s', (side, direction, centre) => {
    const words = wordsOfCrossing(middle, { side, direction });
    expect(words.centre).toEqual(centre);
    expect(crossingOfWords(words, { side, direction })).toEqual(middle);
  });
});

describe('runs', () => {
  it('merge what lies side by side, and nothing else', () => {
    expect(runsOf([])).toEqual([]);
    expect(runsOf(['knit', 'knit', 'purl', 'knit'])).toEqual([
      { stitch: 'knit', count: 2 },
      { stitch: 'purl', count: 1 },
      { stitch: 'knit', count: 1 },
    ]);
  });
});

it('keys of any two cells are equal exactly where the cells are', () =>
  fc.assert(
    fc.property(cells, cells, (a, b) => {
      const same = JSON.stringify(sorted(a)) === JSON.stringify(sorted(b));
      expect(cellKey(a) === cellKey(b)).toBe(same);
    }),
  ));
const sorted = (cell: object): unknown =>
  Object.entries(cell)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([key, value]) => [
      key,
      value && typeof value === 'object' && !Array.isArray(value) ? sorted(value) : value,
    ]);
