import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { Some } from './some';
import fc from 'fast-check';
import { made } from '@core/piece/worksheet';
import { layOut } from '@core/fabric/layout';
import { RollingFabric } from '@core/fabric/rolling';
import { ROW_HEIGHT } from '@core/fabric/shapes';
import { sheetOf } from '@core/testing/plans';
import { paint } from './fabric/paint';
import { cutOut, paintRow } from './fabric/rows';
import { spreadLabels } from './spread';

describe('labels over panels', () => {
  const bands = fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 1, maxLength: 9 }).map((widths) => {
    const total = widths.reduce((a, b) => a + b, 0);
    let x = 0;
    return widths.map((width) => {
      const band = { x: x / total, width: width / total };
      x += width;
      return band;
    });
  });

  it('never overlap, never leave the frame, and keep their order', () =>
    fc.assert(
      fc.property(bands, fc.double({ min: 0.05, max: 0.4, noNaN: true }), (panels, least) => {
        const labels = spreadLabels(panels, least);
        let edge = -1e-9;
        for (const { start, width } of labels) {
          expect(start).toBeGreaterThanOrEqual(edge - 1e-9);
          edge = start + width;
        }
        expect(edge).toBeLessThanOrEqual(1 + 1e-9);
      }),
    ));
  it('stand over their panels where there is room', () => {
    const [left, right] = spreadLabels([{ x: 0.1, width: 0.2 }, { x: 0.6, width: 0.2 }], 0.2); // prettier-ignore
    expect([left?.start, right?.start]).toEqual([expect.closeTo(0.1), expect.closeTo(0.6)]);
  });
});

describe('paint', () => {
  const sheet = sheetOf([{ rows: 20, panels: [{ chart: 'rope-4', repeats: 2 }] }]);
  const picture = layOut(
    Array.from({ length: 12 }, (_, i) => made(sheet, i + 1)),
    'RS',
  );
  const strokes = (d: string) => d.match(/M/g)?.length ?? 0;

  it('draws every shape once, on the fabric or above the needle', () => {
    const whole = paint(picture);
    const split = paint(picture, 8);
    for (const part of ['ground', 'over'] as const)
      for (const kind of ['lit', 'bump'] as const)
        expect(strokes(split.made[part][kind]) + strokes(split.coming[part][kind])).toBe(
          strokes(whole.made[part][kind]),
        );
    expect(strokes(whole.coming.ground.lit)).toBe(0);
    expect(strokes(split.coming.ground.lit)).toBeGreaterThan(0);
  });
  it('rows to come throw no shadow, and none reaches over the needle', () => {
    const { made: below, coming, height } = paint(picture, 7);
    expect(coming.shadow).toBe('');
    const needle = height - picture.yOf(7);
    const ys = [...below.shadow.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)].map(([, , y]) => Number(y));
    expect(ys.length).toBeGreaterThan(0);
    expect(Math.min(...ys)).toBeGreaterThanOrEqual(needle - 0.01);
  });
  it('writes no number that a browser cannot read', () =>
    expect(JSON.stringify(paint(picture))).not.toMatch(/NaN|Infinity|undefined|null/));
});

describe('paint row by row', () => {
  const sheet = sheetOf([{ rows: 20, panels: [{ chart: 'rope-4', repeats: 2 }] }]);
  const shown = new RollingFabric((row) => made(sheet, row), sheet.rows, 'RS').show(1, 12);
  const rows = shown.rows.map((row) => paintRow(row, shown.edgeOf));
  const whole = paint(layOut(Array.from({ length: 12 }, (_, i) => made(sheet, i + 1)), 'RS')); // prettier-ignore
  const strokes = (d: string) => d.match(/M/g)?.length ?? 0;

  it('draws what the whole picture draws, each shape once', () => {
    for (const part of ['ground', 'over'] as const)
      for (const kind of ['lit', 'shade', 'bump'] as const)
        expect(rows.reduce((sum, row) => sum + strokes(row[part][kind]), 0)).toBe(
          strokes(whole.made[part][kind]),
        );
  });
  it('stays near its own foot, so that rows can be moved without being drawn again', () => {
    for (const { ground, backing } of rows) {
      const ys = [...`${ground.lit}${backing}`.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)].map(([, , y]) => Number(y)); // prettier-ignore
      expect(Math.max(...ys)).toBeLessThanOrEqual(0.1);
      expect(Math.min(...ys)).toBeGreaterThan(-2);
    }
  });
  it('lights one ribbon for each crossing, and keeps what was painted', () => {
    expect(rows[6]?.ribbons.map(({ lean, d }) => [lean, strokes(d)])).toEqual([['right', 2]]);
    expect([rows[7]?.ribbons, rows[6]?.boxes.length]).toEqual([[], 2]);
    expect(paintRow(shown.rows[6]!, shown.edgeOf)).toBe(rows[6]);
  });
  it('the shadow of the row on the needle ends there', () => {
    const top = (d: string) => Math.min(...[...d.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)].map(([, , y]) => Number(y))); // prettier-ignore
    expect(top(rows[6]?.shadowAtNeedle ?? '')).toBeGreaterThan(top(rows[6]?.shadow ?? ''));
  });
  it('cuts out what lies between two lines, all of it where they are far apart', () => {
    const all = cutOut(shown.rows, shown.edgeOf, { left: -9, right: 99 });
    for (const part of ['ground', 'over'] as const)
      expect(strokes(all.layers[part].lit)).toBe(strokes(whole.made[part].lit));
    const drawn = ({ holes, shadow }: typeof all.layers) => [strokes(holes), strokes(shadow)];
    expect(drawn(all.layers)).toEqual(drawn(whole.made));
    expect(drawn(all.layers)).toEqual([6, 6]);
    const [first] = shown.rows[6]?.crossings ?? [];
    const near = cutOut(shown.rows, shown.edgeOf, { left: first!.x, right: first!.x + first!.width });
    expect(drawn(near.layers)).toEqual([3, 3]);
    expect(strokes(near.layers.over.lit)).toBe(strokes(all.layers.over.lit) / 2);
    expect(near.top).toBeCloseTo(12 * ROW_HEIGHT);
  });
});

describe('a long list', () => {
  const html = (count: number) =>
    renderToStaticMarkup(
      createElement(Some<number>, {
        items: Array.from({ length: count }, (_, i) => i),
        most: 24,
        what: 'rows',
        children: (shown) => createElement('b', null, shown.length),
      }),
    );
  it.each([
    [3, '<b>3</b>', false],
    [24, '<b>24</b>', false],
    [1000, '<b>24</b>', true],
  ])('of %i shows its first, and the others on request', (count, shown, more) => {
    expect(html(count)).toContain(shown);
    expect(html(count).includes('Show the other 976 rows')).toBe(more);
  });
});
