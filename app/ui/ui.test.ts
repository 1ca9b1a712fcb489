import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { Some } from './some';
import fc from 'fast-check';
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
