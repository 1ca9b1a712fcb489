import fc from 'fast-check';
import { made } from '@core/piece/worksheet';
import { layOut } from '@core/fabric/layout';
import { sheetOf } from '@core/testing/plans';
import { paint, ribbons } from './fabric/paint';
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
  it('lights one ribbon for each crossing of the row in hand', () => {
    expect(ribbons(picture, 7).map(({ lean }) => lean)).toEqual(['right', 'right']);
    expect(ribbons(picture, 8)).toEqual([]);
  });
});
