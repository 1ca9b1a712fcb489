/**
 * Sources. Units: the mathjs library. Needle sizes, yarn classes and body sizes: Standards and Guidelines for Crochet
 * and Knitting of the Craft Yarn Council, values from memory. Everything else: common practice, no published source.
 */
import fc from 'fast-check';
import { unit } from 'mathjs';
import { sheetOf } from '../testing/plans';
import { charted } from '../piece/worksheet';
import { isCrossing } from '../piece/crossings';
import { BODY_SIZES, NEEDLE_SIZES, YARN_CLASSES } from './data';
import { countCrossings, crossingRows } from './crossings';
import { flareDecreases } from './flare';
import { classesFor, gaugeOf, needleAdvice, usSize } from './gauge';
import { endBeforeBorder, endsNear, leftOver, mirrorStops, rowsFor } from './length';
import { needleWarnings } from './needle-fit';
import { countsOfMultiple, countsOfStitchWidth, withEase } from './size';
import { cmOfInches, gaugeSpanCm, inchesOfCm, lengthIn, lengthOut, metresOfYards, ouncesOfGrams, yardsOfMetres } from './units'; // prettier-ignore
import { drawnIn } from '../chart/drawn-in';
import { panelWidth } from './width';
import {
  bindOffLength,
  forecast,
  oneStrandTail,
  tailByWidth,
  tailByWraps,
  wrapsLength,
  yarnFor,
} from './yarn';
import { runs } from '../testing/size';

const SWATCH = { stitches: 22, widthCm: 10, rows: 30, heightCm: 10, grams: 6.6 };
const gauge = { stitches: 22, rows: 30 };
const ROPE = 'Row 1 (RS): p2, 2/2 RC, p2.\nRow 2: k2, p4, k2.\nRow 3: p2, k4, p2.\nRow 4: k2, p4, k2.\nRow 5: p2, k4, p2.\nRow 6: k2, p4, k2.'; // prettier-ignore
const chartOf = (sheet: ReturnType<typeof sheetOf>) => Object.values(sheet.plan.charts)[0] as never;

describe('units, against mathjs', () => {
  it('inches, yards and ounces there and back', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 5000, noNaN: true }), (n) => {
        expect(cmOfInches(n)).toBeCloseTo(unit(n, 'inch').toNumber('cm'), 8);
        expect(inchesOfCm(n)).toBeCloseTo(unit(n, 'cm').toNumber('inch'), 8);
        expect(metresOfYards(n)).toBeCloseTo(unit(n, 'yard').toNumber('m'), 8);
        expect(yardsOfMetres(n)).toBeCloseTo(unit(n, 'm').toNumber('yard'), 8);
        expect(ouncesOfGrams(n)).toBeCloseTo(unit(n, 'g').toNumber('oz'), 8);
        expect(lengthOut(lengthIn(n, 'in'), 'in')).toBeCloseTo(n, 8);
      }),
      { numRuns: runs(60, 600) },
    );
    expect([gaugeSpanCm('cm'), gaugeSpanCm('in')]).toEqual([10, unit(4, 'inch').toNumber('cm')]);
  });
});

describe('tables of the trade', () => {
  it('needle sizes rise and every name is there once', () => {
    const sizes = NEEDLE_SIZES.map(([mm]) => mm);
    expect([...sizes].sort((a, b) => a - b)).toEqual(sizes);
    expect(new Set(NEEDLE_SIZES.map(([, us]) => us)).size).toBe(NEEDLE_SIZES.length);
  });
  it.each([[2, '0'], [3.25, '3'], [4, '6'], [5, '8'], [6.5, '10½'], [8, '11'], [10, '15'], [19, '35']])('%d mm is US %s', (mm, us) => expect(usSize(mm)).toBe(us)); // prettier-ignore
  it('a diameter between the sizes has no US name', () => expect(usSize(7)).toBeNull());
  it.each([[28, ['super fine']], [24, ['fine', 'light']], [18, ['medium']], [14, ['bulky']], [9, ['super bulky']], [3, ['jumbo']]])('%d stitches to 10 cm are %p', (stitches, names) => expect(classesFor(stitches).map(({ name }) => name)).toEqual(names)); // prettier-ignore
  it('thicker yarn has fewer stitches and thicker needles', () => {
    const falling = YARN_CLASSES.map(({ stitches: [least] }) => least);
    const rising = YARN_CLASSES.map(({ needleMm: [least] }) => least);
    expect([...falling].sort((a, b) => b - a)).toEqual(falling);
    expect([...rising].sort((a, b) => a - b)).toEqual(rising);
  });
  it('body sizes are of a human kind', () =>
    expect(BODY_SIZES.every(({ chest, head }) => (chest ?? 20) > 15 && (head ?? 20) > 12 && (head ?? 20) < 26)).toBe(true)); // prettier-ignore
});

describe('gauge', () => {
  it('is counted to 10 cm', () =>
    expect(gaugeOf({ ...SWATCH, widthCm: 8, stitches: 18 })).toEqual({
      ok: true,
      value: { stitches: 22.5, rows: 30 },
    }));
  it.each<[string, Partial<typeof SWATCH>, unknown]>([
    ['no width', { widthCm: 0 }, { code: 'not-a-measure', field: 'widthCm', most: 500 }],
    ['rows below zero', { rows: -3 }, { code: 'not-a-measure', field: 'rows', most: 5000 }],
    ['no number', { stitches: Number.NaN }, { code: 'not-a-measure', field: 'stitches', most: 5000 }],
    ['weightless', { grams: 0 }, { code: 'not-a-measure', field: 'grams', most: 5000 }],
    ['a gauge of 1,000', { stitches: 1000 }, { code: 'gauge-out-of-range', field: 'stitches', value: 1000, least: 0.5, most: 120 }],
  ])('%s is refused', (_, change, error) => expect(gaugeOf({ ...SWATCH, ...change })).toEqual({ ok: false, error })); // prettier-ignore
  it('more stitches than wanted: a thicker needle; fewer: a thinner one; and how far off the size would be', () => {
    expect(needleAdvice({ stitches: 20, rows: 28 }, { stitches: 22, rows: 28 }, 4)).toEqual({ sizes: 1, needle: { mm: 4.5, us: '7' }, widthShare: 20 / 22, heightShare: 1 }); // prettier-ignore
    expect(needleAdvice({ stitches: 22, rows: 30 }, { stitches: 18, rows: 30 }, 4)).toMatchObject({ sizes: -2, needle: { mm: 3.5, us: '4' } }); // prettier-ignore
    expect(needleAdvice(gauge, { stitches: 22.3, rows: 30 }, 4)).toMatchObject({
      sizes: 0,
      needle: { mm: 4, us: '6' },
    });
    expect(needleAdvice({ stitches: 4, rows: 5 }, { stitches: 60, rows: 60 }, 25)).toMatchObject({
      sizes: 0,
    });
  });
});

describe('width and size', () => {
  const chart = chartOf(sheetOf([{ rows: 6, panels: [{ chart: ROPE }] }]));
  it('a cabled panel is estimated narrower than its stitches, unless it was measured', () => {
    expect(drawnIn(chart, 1)).toBeCloseTo(8 - (1.5 * 2) / 6, 10);
    expect(panelWidth(chart, { id: 'a', repeats: 1 }, gauge, {})).toMatchObject({ stitches: 8, source: 'estimate' });
    expect(panelWidth(chart, { id: 'a', repeats: 1 }, gauge, { a: 3.1 })).toMatchObject({ cm: 3.1, source: 'measured' });
    const plain = chartOf(sheetOf([{ rows: 2, panels: [{ chart: 'Row 1 (RS): k4.\nRow 2: p4.' }] }]));
    expect(panelWidth(plain, { id: 'a', repeats: 2 }, gauge, {}).source).toBe('ground');
    expect(panelWidth(plain, { id: 'a', repeats: 2 }, gauge, {}).cm).toBeCloseTo(80 / 22, 10);
  });
  it('8n + 2 with n = 2 is 18', () => {
    const counts = countsOfMultiple(18, 1, 8, 2);
    expect(counts.ok && counts.value.below).toEqual({ steps: 2, stitches: 18, cm: 18 });
  });
  it('a wanted width has one count below and one above', () =>
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 90 }), fc.integer({ min: 1, max: 16 }), fc.integer({ min: 0, max: 6 }), (cm, multiple, plus) => {
        const counts = countsOfMultiple(cm, 2.2, multiple, plus);
        const all = Array.from({ length: 300 }, (_, n) => plus + n * multiple);
        expect(counts.ok && counts.value.below?.stitches).toBe(all.findLast((one) => one / 2.2 <= cm + 1e-9));
        expect(counts.ok && counts.value.above?.stitches).toBe(all.find((one) => one / 2.2 > cm + 1e-9));
      }),
      { numRuns: runs(60, 600) },
    )); // prettier-ignore
  it('35 in of stitches 2.5 in wide are 14', () => {
    const counts = countsOfStitchWidth(cmOfInches(35), cmOfInches(2.5));
    expect(counts.ok && counts.value.below?.stitches).toBe(14);
  });
  it('a 22 in head less 2 in is 20 in', () =>
    expect(inchesOfCm(withEase(cmOfInches(22), cmOfInches(-2)))).toBeCloseTo(20, 10));
  it.each([[0], [-4], [Number.NaN], [1e6]])('a width of %d cm is refused', (cm) =>
    expect(countsOfMultiple(cm, 2, 8, 2)).toEqual({ ok: false, error: { code: 'width-not-sound', most: 2000 } }));
  it('a width that no count meets says the least that can be knitted or offers it as the one above', () => {
    const tiny = countsOfMultiple(1, 2, 8, 2);
    expect(tiny.ok && tiny.value).toEqual({ below: { steps: 0, stitches: 2, cm: 1 }, above: { steps: 1, stitches: 10, cm: 5 } });
    expect(countsOfMultiple(1999, 100, 8, 2)).toMatchObject({ ok: false, error: { code: 'no-count-meets' } });
  }); // prettier-ignore
  it.each([
    ['round on a cord that is longer', 'circular', 80, 60, 'round', ['needle-longer-than-round']],
    ['round on a shorter cord', 'circular', 40, 60, 'round', []],
    ['too many for a straight needle', 'straight', 30, 60, 'flat', ['needle-too-short']],
    ['a loop that is no loop', 'magicLoop', 80, 60, 'round', ['loop-too-short']],
    ['straight needles in the round', 'straight', 30, 60, 'round', ['straight-in-the-round']],
    ['hands', 'hands', null, 60, 'unturned', []],
  ] as const)('%s', (_, kind, lengthCm, roundCm, construction, codes) =>
    expect(needleWarnings({ mm: 4, kind, lengthCm }, roundCm, construction).map(({ code }) => code)).toEqual(codes));
}); // prettier-ignore

describe('length', () => {
  it('a length lies between two whole rows, or on one', () => {
    expect(rowsFor(10, 30)).toEqual({ below: { rows: 30, cm: 10 }, above: { rows: 30, cm: 10 } });
    expect(rowsFor(10, 27.5)).toMatchObject({ below: { rows: 27 }, above: { rows: 28 } });
  });
  it('the height of the part below a border', () => expect(endBeforeBorder(48, 9, 30)).toBeCloseTo(45, 10));
  it('rows left over are shared out, or made up to a repeat', () => {
    const chart = chartOf(sheetOf([{ rows: 6, panels: [{ chart: ROPE }] }]));
    expect(leftOver(45, chart)).toEqual({
      repeats: 7,
      left: 3,
      shared: { before: 1, after: 2 },
      fewer: 42,
      more: 48,
    });
    expect(leftOver(42, chart)).toMatchObject({ left: 0, fewer: 42, more: 42 });
  });
  it('two columns staggered by 4 rows in 8, after one plain row: stop after row 3 or 7 to mirror the start', () => {
    const rows = (crossing: Record<number, string>) =>
      Array.from({ length: 8 }, (_, i) => `Row ${i + 1}: ${crossing[i + 1] ?? 'k4'}.`).join('\n');
    const staggered = `${rows({ 2: '2/2 RC' })}`;
    const other = `${rows({ 6: '2/2 RC' })}`;
    const sheet = sheetOf(
      [{ rows: 24, panels: [{ chart: staggered.replaceAll('Row', 'Rnd'), id: 'a' }, { chart: other.replaceAll('Row', 'Rnd'), id: 'b' }] }],
      { construction: 'round' },
    ); // prettier-ignore
    const { stops } = mirrorStops(sheet, 0);
    const mirrorsA = stops.filter(({ panels }) => panels.includes('a')).map(({ rows: n }) => n);
    expect(mirrorsA).toEqual([3, 11, 19]);
    expect(stops.filter(({ panels }) => panels.includes('b')).map(({ rows: n }) => n)).toEqual([11, 19]);
    // Either column closes one plain row after it crossed: pattern row 3 for the first, row 7 for the second.
    const oneAfter = ['a', 'b'].flatMap((id) =>
      crossingRows(sheet, id).map((row) => ((row + 1 - 1) % 8) + 1),
    );
    expect([...new Set(oneAfter)].sort()).toEqual([3, 7]);
  });
  it('an open section may end on a side, or after named rows of a panel', () => {
    const sheet = sheetOf([{ rows: 40, panels: [{ chart: ROPE, id: 'rope' }] }]);
    expect(endsNear(sheet, 0, { side: 'WS' }, 21)).toEqual({ before: 20, after: 22 });
    expect(endsNear(sheet, 0, { panel: 'rope', rows: [3] }, 21)).toEqual({ before: 21, after: 27 });
    expect(endsNear(sheet, 0, undefined, 21)).toEqual({ before: 21, after: 22 });
    expect(endsNear(sheet, 0, { panel: 'rope', rows: [9] }, 21)).toEqual({ before: null, after: null });
  });
});

describe('crossings of a whole piece', () => {
  it('6 rib + 3 x (6 rounds, crossing in round 5) + 6 rib cross in 11, 17 and 23 of 30 rounds', () => {
    const rib = 'Rnd 1: *k1, p1; rep from * to end.';
    const body = ['Rnd 1: k8.', 'Rnd 2: k8.', 'Rnd 3: k8.', 'Rnd 4: k8.', 'Rnd 5: k2, 2/2 RC, k2.', 'Rnd 6: k8.'].join('\n');
    const sheet = sheetOf(
      [
        { rows: 6, panels: [{ chart: rib, id: 'rib', repeats: 4 }] },
        { rows: 18, panels: [{ chart: body, id: 'body' }] },
        { rows: 6, panels: [{ chart: rib, id: 'rib', repeats: 4 }] },
      ],
      { construction: 'round' },
    );
    expect([sheet.rows, crossingRows(sheet, 'body')]).toEqual([30, [11, 17, 23]]);
    expect(countCrossings(sheet, 17)).toEqual({ all: 3, done: 2, left: 1 });
  });
  it('are counted as a slow reading of every row counts them', () => {
    const sheet = sheetOf([{ rows: 47, panels: [{ chart: 'honeycomb', repeats: 3 }, { chart: ROPE, row: 4 }] }]);
    const inRow = (row: number) => charted(sheet, row).laid.cells.filter(({ cell }) => isCrossing(cell)).length;
    const all = Array.from({ length: 47 }, (_, i) => inRow(i + 1)).reduce((a, b) => a + b, 0);
    expect(countCrossings(sheet, 0)).toEqual({ all, done: 0, left: all });
  });
  it('decreases against flare lie inside the crossed columns, one for every four stitches', () => {
    const sheet = sheetOf([{ rows: 12, panels: [{ chart: ROPE, repeats: 2 }, { chart: 'Row 1 (RS): k6.\nRow 2: p6.' }] }]);
    expect(flareDecreases(sheet, 12)).toEqual([3, 11]);
  });
}); // prettier-ignore

describe('yarn', () => {
  it('tails: 25 wraps for 25 stitches and about 15 cm; three widths; an end to weave in', () => {
    expect(tailByWraps(100, 40)).toBe(175);
    expect(tailByWidth(50)).toBe(165);
    expect(oneStrandTail()).toBeGreaterThanOrEqual(15);
    expect(oneStrandTail()).toBeLessThanOrEqual(20);
    expect(wrapsLength(4)).toBeGreaterThan(25 * Math.PI * 0.4);
  });
  it('a thick bind-off takes twice the width, ordinary yarn three to four times', () => {
    expect([bindOffLength(50, 9), bindOffLength(50, 22)]).toEqual([100, 200]);
  });
  it('grams from the swatch, metres and balls from the ball', () => {
    const need = yarnFor(6600, SWATCH, { grams: 50, metres: 110 });
    expect(need?.grams).toBeCloseTo(66, 10);
    expect(need?.metres).toBeCloseTo(145.2, 10);
    expect(need?.balls).toBe(2);
    expect(yarnFor(6600, { ...SWATCH, grams: null }, null)).toBeNull();
  });
  it('two weighings say how far the yarn goes', () => {
    const found = forecast([{ row: 10, grams: 60 }, { row: 20, grams: 50 }], null, () => 100, 20, 64);
    expect(found).toEqual({ ok: true, value: { gramsPerStitch: 0.01, source: 'weighings', enoughRows: 44, neededGrams: 44, leftGrams: 50 } });
    const short = forecast([{ row: 10, grams: 41 }, { row: 20, grams: 31 }], null, () => 100, 20, 64);
    expect(short.ok && [short.value.enoughRows, Math.round(short.value.neededGrams)]).toEqual([31, 44]);
  });
  it('one weighing leans on the swatch; rows knitted since are taken off', () => {
    const found = forecast([{ row: 10, grams: 20 }], 0.01, () => 100, 15, 64);
    expect(found.ok && [found.value.source, found.value.leftGrams, found.value.enoughRows]).toEqual(['swatch', 15, 15]);
  });
  it('no weighing, or yarn that grows, is said', () => {
    expect(forecast([], 1, () => 1, 0, 5)).toEqual({ ok: false, error: { code: 'nothing-weighed' } });
    expect(forecast([{ row: 1, grams: 5 }], null, () => 1, 1, 5)).toMatchObject({ ok: false });
    expect(forecast([{ row: 1, grams: 5 }, { row: 4, grams: 6 }], 1, () => 1, 4, 5)).toMatchObject({ ok: false, error: { code: 'grows-while-knitting' } });
  });
}); // prettier-ignore
