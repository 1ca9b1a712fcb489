/** Patterns of several stretches, their mirror image, and how hard they are: worked out by hand, or by unfolding the rows. */
import fc from 'fast-check';
import { lineCharts, ringCharts } from '../testing/arbitrary';
import { gridChart } from '../testing/grid';
import { chartFrom, ringFrom } from '../testing/plans';
import { cellKey, takes } from '../stitch/cells';
import { KNIT, PURL, type Cell, type Crossing } from '../stitch/types';
import { bindOffForm, castOnForm, chartKey, checkChart, rowAt, sideOfRow, type Chart } from './chart';
import { drawnIn, panelStitches, widestStitches } from './drawn-in';
import { effortOf, factsOf, tellingRepeats } from './effort';
import { cellGiving, cellTaking, columnLinks, indexTaking, layRow } from './laid';
import { mirrorCell, mirrorChart } from './mirrored';
import { layPlaced, placesOf, rowsOf } from './places';
import { expandRow, rowKey, takesForm, type LineRow, type RingRow, type Row } from './row';
import {
  checkStretches,
  fitTogether,
  stretchGives,
  stretchOf,
  stretchTakes,
  wholeOf,
  type Stretch,
  type Stretches,
} from './stretches';

const line = (repeat: readonly Cell[], more: Partial<LineRow> = {}): LineRow => ({
  kind: 'line',
  before: [],
  repeat,
  after: [],
  fewer: 0,
  ...more,
});
const K = (n: number) => Array<Cell>(n).fill(KNIT);
const P = (n: number) => Array<Cell>(n).fill(PURL);
const chart = (rows: readonly Row[], more: Partial<Chart> = {}): Chart => ({
  name: 'x',
  setUp: [],
  rows,
  firstSide: 'RS',
  ...more,
});
const keys = (row: Row, n: number) => expandRow(row, n).map(cellKey);
const turnAbout = (row: Row, n: number) => {
  // A ring is read from its first whole repeat: from the start of the round it begins `phase` stitches earlier.
  const cells = expandRow(row, n);
  return cells.map(mirrorCell).reverse().map(cellKey);
};
const RIB = chart([line([...K(2), ...P(2)]), line([...K(2), ...P(2)])]);
const TWELVE = chart([line([...K(6), ...P(6)]), line([...K(6), ...P(6)])]);
const TOGETHER: Cell = { kind: 'decrease', of: 2, lean: 'right', face: 'knit' };
const CROWN = chart([line([...Array<Cell>(6).fill(TOGETHER)])], { once: true });

describe('a chart that is not sound', () => {
  it('without rows', () =>
    expect(checkChart(chart([]))).toEqual({ ok: false, error: [{ code: 'no-rows' }] }));
  it('of lines and rings', () => {
    const ring: RingRow = { kind: 'ring', repeat: K(4), phase: 0 };
    expect(checkChart(chart([line(K(4)), ring], { setUp: [line(K(4))] }))).toEqual({
      ok: false,
      error: [{ code: 'mixed-line-and-ring', row: { kind: 'row', number: 2 } }],
    });
  });
  it('whose repeat takes nothing', () =>
    expect(checkChart(chart([line([], { before: K(3) })]))).toEqual({
      ok: false,
      error: [{ code: 'nothing-repeats', row: { kind: 'row', number: 1 } }],
    }));
  it('whose set-up row does not lead to row 1, or whose last row does not lead back', () => {
    const wide = checkChart(chart([line(K(4))], { setUp: [line(K(3))] }));
    expect(wide).toEqual({
      ok: false,
      error: [
        {
          code: 'counts-differ',
          row: { kind: 'row', number: 1 },
          takes: { base: 0, perRepeat: 4 },
          below: { kind: 'setUp', number: 1 },
          gives: { base: 0, perRepeat: 3 },
        },
      ],
    });
    expect(checkChart({ ...CROWN, once: undefined }).ok).toBe(false);
    expect(checkChart(CROWN).ok).toBe(true);
  });
});

describe('rows of a chart', () => {
  const withSetUp = chart([line([...K(2)]), line(P(2)), line([KNIT, PURL])], {
    setUp: [line(P(2)), line(K(2))],
  });
  it('set-up rows once, then the repeat over and over', () => {
    const at = Array.from({ length: 9 }, (_, p) => rowAt(withSetUp, p as never));
    expect(at.map(({ index }) => index)).toEqual([0, 1, 2, 3, 4, 2, 3, 4, 2]);
    expect(at.map(({ name }) => `${name.kind} ${name.number}`).slice(0, 6)).toEqual(['setUp 1', 'setUp 2', 'row 1', 'row 2', 'row 3', 'row 1']); // prettier-ignore
    expect(at.map(({ row }) => keys(row, 1).join(' ')).slice(1, 5)).toEqual(['knit knit', 'knit knit', 'purl purl', 'knit purl']); // prettier-ignore
  });
  it('their sides go on in turn from row 1, and back from it', () => {
    expect([-2, -1, 0, 1, 2, 3].map((n) => sideOfRow('RS', n))).toEqual(['WS', 'RS', 'WS', 'RS', 'WS', 'RS']);
    expect([-1, 0, 1, 2].map((n) => sideOfRow('WS', n))).toEqual(['WS', 'RS', 'WS', 'RS']);
  });
  it('what is cast on is the first row’s, what is bound off the last one’s', () => {
    expect([castOnForm(withSetUp), castOnForm(CROWN), bindOffForm(CROWN)]).toEqual([
      { base: 0, perRepeat: 2 },
      { base: 0, perRepeat: 12 },
      { base: 0, perRepeat: 6 },
    ]);
  });
  it('keys tell side, set-up rows and whether it is worked once', () => {
    const all = [
      RIB,
      { ...RIB, firstSide: 'WS' as const },
      { ...RIB, setUp: RIB.rows },
      { ...RIB, once: true as const },
    ];
    expect(new Set(all.map(chartKey)).size).toBe(4);
    expect(chartKey({ ...RIB, name: 'other' })).toBe(chartKey(RIB));
  });
  it('ring rows are equal where they are the same turned about, and only there', () => {
    const ring = (phase: number, ...repeat: Cell[]): RingRow => ({ kind: 'ring', repeat, phase });
    expect(rowKey(ring(1, KNIT, PURL, PURL))).toBe(rowKey(ring(4, KNIT, PURL, PURL)));
    expect(rowKey(ring(1, KNIT, PURL, PURL))).toBe(rowKey(ring(0, PURL, KNIT, PURL)));
    expect(rowKey(ring(1, KNIT, PURL, PURL))).not.toBe(rowKey(ring(0, KNIT, PURL, PURL)));
    const cross: Crossing = { kind: 'crossing', lean: 'left', over: ['knit'], under: ['knit'] };
    // A crossing over the join cannot begin before the start of the round.
    expect(rowKey(ring(1, PURL, cross))).toContain('ring 1');
    expect(rowKey(ring(2, PURL, cross))).toContain('ring 0');
  });
});

describe('columns', () => {
  const laid = layRow(
    [KNIT, TOGETHER, { kind: 'increase', how: 'make', lean: 'left', face: 'knit' }, PURL],
    1,
    1,
  );
  it('which cell takes and which gives, counted round and round', () => {
    expect([0, 1, 2, 3, 4, -1].map((column) => indexTaking(laid, column))).toEqual([3, 0, 1, 1, 3, 1]);
    expect([0, 1, 2, 3].map((column) => cellGiving(laid, column)?.cell)).toEqual([PURL, KNIT, TOGETHER, laid.cells[2]?.cell]); // prettier-ignore
    expect(cellTaking(laid, 1)).toBe(laid.cells[0]);
    expect(cellTaking(layRow([]), 0)).toBeUndefined();
    expect(columnLinks(laid, laid.cells[1] as never)).toEqual([[2, 2], [3, 2]]); // prettier-ignore
    expect(columnLinks(laid, laid.cells[3] as never)).toEqual([[0, 0]]);
  });
  it('places of a row with one repeat fewer, and of a ring', () => {
    const row = line(K(2), { before: P(1), after: P(3), fewer: 1 });
    expect(placesOf(row, 7, 2).map(({ row: r, part, cell }) => `${r} ${part} ${cell}`)).toEqual([
      '7 before 0',
      '7 repeat 0',
      '7 repeat 1',
      '7 after 0',
      '7 after 1',
      '7 after 2',
    ]);
    const ring: RingRow = { kind: 'ring', repeat: K(2), phase: 1 };
    const placed = layPlaced(ring, 0, 2);
    expect(placed.places).toHaveLength(4);
    expect(placed.cells.map(({ taken }) => taken)).toEqual([1, 2, 3, 4]);
  });
});

describe('the mirror image', () => {
  it('of every lean is the other one; what lies in the middle stays', () => {
    const dec = (lean: 'left' | 'right' | 'centre'): Cell => ({
      kind: 'decrease',
      of: 3,
      lean,
      face: 'purl',
    });
    expect([dec('left'), dec('right'), dec('centre')].map(mirrorCell)).toEqual([dec('right'), dec('left'), dec('centre')]); // prettier-ignore
    const make = (lean: 'left' | 'right'): Cell => ({ kind: 'increase', how: 'make', lean, face: 'knit' });
    expect(mirrorCell(make('left'))).toEqual(make('right'));
    for (const same of [
      KNIT,
      { kind: 'bindOff' },
      { kind: 'noStitch' },
      { kind: 'bobble', face: 'knit' },
      { kind: 'increase', how: 'yarnOver' },
    ] as Cell[])
      // prettier-ignore
      expect(mirrorCell(same)).toEqual(same);
    const around: Crossing = { kind: 'crossing', lean: 'left', over: ['knit', 'purl'], under: ['purlTbl', 'knit'], centre: { stitches: ['knit', 'slipBehind'], depth: 'below' } }; // prettier-ignore
    expect(mirrorCell(around)).toEqual({ kind: 'crossing', lean: 'right', over: ['purl', 'knit'], under: ['knit', 'purlTbl'], centre: { stitches: ['slipBehind', 'knit'], depth: 'below' } }); // prettier-ignore
  });
  it('of a row of a line is the row read from its other end, and twice is the same chart', () =>
    fc.assert(
      fc.property(lineCharts, fc.integer({ min: 1, max: 3 }), (any, n) => {
        const mirror = mirrorChart(any);
        rowsOf(any).forEach((row, i) => expect(keys(rowsOf(mirror)[i] as Row, n)).toEqual(turnAbout(row, n)));
        expect(chartKey(mirrorChart(mirror))).toBe(chartKey(any));
      }),
    ));
  it('of a ring lies as far before the start of the round as it lay behind it', () =>
    fc.assert(
      fc.property(ringCharts, fc.integer({ min: 1, max: 3 }), (any, n) => {
        const mirror = mirrorChart(any);
        any.rows.forEach((row, i) => {
          const other = mirror.rows[i] as RingRow;
          const width = takesForm(row).perRepeat;
          if (row.kind === 'ring') expect((row.phase + other.phase) % width).toBe(0);
          expect(keys(other, n)).toEqual(turnAbout(row, n));
        });
      }),
    ));
});

describe('stretches that fit on each other', () => {
  it('a rib of 4 below a cable of 12 is worked three times across, and a crown after it', () => {
    const fitted = fitTogether([stretchOf(RIB), stretchOf(TWELVE), stretchOf(CROWN)]);
    if (!fitted.ok) throw new Error(JSON.stringify(fitted.error));
    expect(fitted.value.map(({ across, times }) => [across, times])).toEqual([
      [3, null],
      [1, null],
      [1, 1],
    ]);
    expect(fitted.value.map(stretchTakes)).toEqual(Array(3).fill({ base: 0, perRepeat: 12 }));
    expect(fitted.value.map(stretchGives).map(({ perRepeat }) => perRepeat)).toEqual([12, 12, 6]);
  });
  it('the other way about, what stands below is worked more often', () => {
    const fitted = fitTogether([stretchOf(TWELVE), stretchOf(chart([line(K(8))]))]);
    expect(fitted.ok && fitted.value.map(({ across }) => across)).toEqual([2, 3]);
  });
  it('ends that differ, and patterns that would grow too wide, are refused', () => {
    const ends = chart([line(K(4), { after: K(2) })]);
    expect(fitTogether([stretchOf(RIB), stretchOf(ends)])).toEqual({
      ok: false,
      error: { code: 'stretches-differ', stretch: 1, takes: { base: 2, perRepeat: 4 }, gives: { base: 0, perRepeat: 4 } },
    }); // prettier-ignore
    expect(fitTogether([stretchOf(chart([line(K(101))])), stretchOf(chart([line(K(97))]))]).ok).toBe(false);
    expect(fitTogether([stretchOf(chart([line(K(80))])), stretchOf(chart([line(K(50))]))]).ok).toBe(true);
    expect(fitTogether([])).toEqual({ ok: false, error: { code: 'no-stretches' } });
  });
  it('what is unsound is named by its place', () => {
    const bad = (one: Partial<Stretch>) =>
      checkStretches([stretchOf(RIB), { ...stretchOf(RIB), ...one }] as readonly Stretch[]);
    const unsound = { ok: false, error: { code: 'stretch-unsound', stretch: 1 } };
    expect(bad({}).ok).toBe(true);
    expect(bad({ chart: chart([]) })).toEqual(unsound);
    expect(bad({ times: 1 })).toEqual(unsound);
    expect(bad({ across: 0 })).toEqual(unsound);
    expect(bad({ across: 1.5 })).toEqual(unsound);
    expect(bad({ chart: ringFrom('Round 1: *k2, p2; rep from * to end.') })).toEqual(unsound);
    expect(bad({ across: 2 })).toEqual({
      ok: false,
      error: { code: 'stretches-differ', stretch: 1, takes: { base: 0, perRepeat: 8 }, gives: { base: 0, perRepeat: 4 } },
    }); // prettier-ignore
  });
});

describe('the whole of a pattern as one chart', () => {
  const sound = (stretches: readonly Stretch[]): Stretches => {
    const checked = checkStretches(stretches);
    if (!checked.ok) throw new Error(JSON.stringify(checked.error));
    return checked.value;
  };
  it('a single stretch is its own chart', () => {
    const { chart: whole, from } = wholeOf('y', sound([stretchOf(RIB)]));
    expect([whole, from]).toEqual([{ ...RIB, name: 'y' }, [0, 1]]);
  });
  it('short repeats are shown twice, long ones and crowns once; each row knows which it is', () => {
    const long = chart(Array.from({ length: 13 }, () => line(K(12))));
    const setUp = { ...TWELVE, setUp: [line(K(12))] };
    const { chart: whole, from } = wholeOf('y', sound([stretchOf(setUp), stretchOf(long), stretchOf(CROWN)]));
    expect(from).toEqual([0, 1, 2, 1, 2, ...Array.from({ length: 13 }, (_, i) => 3 + i), 16]);
    expect([whole.once, whole.setUp, whole.rows.length]).toEqual([true, [], 19]);
    // The set-up row before a right-side row 1 is a wrong-side row.
    expect([whole.firstSide, wholeOf('y', sound([stretchOf(TWELVE), stretchOf(CROWN)])).chart.firstSide]).toEqual(['WS', 'RS']); // prettier-ignore
    const fromWrongSide = { ...setUp, firstSide: 'WS' as const };
    expect(wholeOf('y', sound([stretchOf(fromWrongSide), stretchOf(CROWN)])).chart.firstSide).toBe('RS');
    const twelve = chart(Array.from({ length: 12 }, () => line(K(12))));
    expect(wholeOf('y', sound([stretchOf(twelve), stretchOf(CROWN)])).from).toHaveLength(25);
  });
  it('lines and rings worked several times across are the same stitches in the same places', () =>
    fc.assert(
      fc.property(fc.oneof(lineCharts, ringCharts), fc.integer({ min: 1, max: 3 }), fc.integer({ min: 1, max: 3 }), (any, across, n) => {
        const bare = { ...any, setUp: [] };
        const twice = [stretchOf(bare, across), stretchOf({ ...bare, once: true }, across)];
        const { chart: whole, from } = wholeOf('y', sound(twice));
        whole.rows.forEach((row, i) => {
          const own = bare.rows[(from[i] as number) % bare.rows.length] as Row;
          expect(keys(row, n)).toEqual(keys(own, n * across));
          if (row.kind === 'ring' && own.kind === 'ring') expect(row.phase).toBe(own.phase);
          expect(Object.keys(row).sort()).toEqual(Object.keys(own).sort());
          expect(takesForm(row)).toEqual({ base: takesForm(own).base, perRepeat: takesForm(own).perRepeat * across });
        });
      }),
    )); // prettier-ignore
});

describe('how much work', () => {
  const C4: Crossing = { kind: 'crossing', lean: 'right', over: ['knit', 'knit'], under: ['knit', 'knit'] };
  const T4: Crossing = { ...C4, under: ['purl', 'purl'] };
  const MIDDLE: Crossing = { ...C4, centre: { stitches: ['purl'], depth: 'below' } };
  // Stitches 1 each, a crossing 4 and 1/2 a stitch more, 2 for a centre, 1/2 for each change of face.
  it.each<[string, readonly Cell[], number]>([
    ['four knits', K(4), 4],
    ['knit 2, purl 2: one change', [...K(2), ...P(2)], 4.5],
    ['2 over 2', [C4], 10],
    ['2 over 2, purled under: a change within and one in the row', [T4], 11],
    ['2 over 2 about a purl: 2 more, and the faces change twice', [MIDDLE], 14.5],
    ['a bobble', [{ kind: 'bobble', face: 'knit' }], 8],
    ['two together and a yarn over', [TOGETHER, { kind: 'increase', how: 'yarnOver' }], 4],
    ['no stitch', [{ kind: 'noStitch' }], 0],
  ])('%s', (_, cells, effort) => expect(effortOf(line(cells), 1).effort).toBe(effort));
  it('counts crossings and the widest of them', () =>
    expect(effortOf(line([C4, KNIT, MIDDLE]), 2)).toMatchObject({ crossings: 4, widest: 5 }));

  const every = (n: number, cell: Cell) =>
    chart(Array.from({ length: n }, (_, i) => line(i === 0 ? [cell] : K(takes(cell)))));
  const SIX: Crossing = { ...C4, over: Array(3).fill('knit'), under: Array(3).fill('knit') };
  const EIGHT: Crossing = { ...C4, over: Array(4).fill('knit'), under: Array(4).fill('knit') };
  it.each<[string, Chart, string]>([
    ['no crossing', RIB, 'plain'],
    ['2 over 2 every fourth row', every(4, C4), 'easy'],
    ['2 over 2 every third row', every(3, C4), 'middling'],
    ['2 over 2 every second row', every(2, C4), 'hard'],
    ['3 over 3 every eighth row', every(8, SIX), 'middling'],
    ['4 over 4 every sixteenth row', every(16, EIGHT), 'hard'],
  ])('%s is %s', (_, any, hardness) => expect(factsOf(any).hardness).toBe(hardness));
  it('facts of a chart with ends and a shifted row', () => {
    const shifted = line([C4], { before: K(2), after: K(2), fewer: 1 });
    const lattice = chart([line([C4]), line(K(4)), shifted, line(K(4))]);
    expect(checkChart(lattice).ok).toBe(true);
    expect([tellingRepeats(lattice), tellingRepeats(RIB)]).toEqual([2, 1]);
    expect(factsOf(lattice)).toEqual({ stitches: 4, perRepeat: 4, rows: 4, crossingRows: 2, widest: 4, density: 0.5, hardness: 'hard' }); // prettier-ignore
    expect(factsOf(chart([line(K(4), { before: P(1), after: P(2) })]))).toMatchObject({
      stitches: 7,
      perRepeat: 4,
    });
  });
  it('cables draw in by one row and a half of their smaller group, never below half', () => {
    // 2 over 2 every fourth row of 8 stitches: 1.5 x 2 / 4 narrower.
    const rope = gridChart(`p p k k k k p p
      p p k k k k p p
      p p k k k k p p
      p p R2/2 p p`);
    expect([panelStitches(rope, 2), drawnIn(rope, 1), drawnIn(rope, 1)]).toEqual([16, 7.25, 7.25]);
    expect(drawnIn(rope, 3)).toBe(21.75);
    expect(drawnIn(chart([line([EIGHT])]), 1)).toBe(4);
    expect([widestStitches(CROWN, 2), panelStitches(CROWN, 2)]).toEqual([24, 24]);
    const grows = chart([line([{ kind: 'increase', how: 'frontBack', face: 'knit' }])], { once: true });
    expect([widestStitches(grows, 2), panelStitches(grows, 2), drawnIn(grows, 2)]).toEqual([4, 2, 4]);
    expect(drawnIn(chartFrom('stockinette'), 5)).toBe(panelStitches(chartFrom('stockinette'), 5));
  });
});
