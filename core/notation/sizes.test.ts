/** Lists of sizes; how they are meant: common practice, no published source. */
import { chooseSize } from './sizes';
import { Lines } from './text';

const sized = (text: string, size: number | null) => chooseSize(text, new Lines(text), size);
const SIZES = 'Sizes: S (M, L)\n';

it.each([0, 1, 2])('size %i is written in place of the list, and every offset stays true', (size) => {
  const text = 'Row 1: k10 (12, 14), p2[4,6].\nRow 2: p1 (2/3), end.';
  const found = sized(text, size);
  expect(found).toMatchObject({ sizes: 3, problems: [] });
  expect(found.text).toHaveLength(text.length);
  expect(found.text.indexOf('end')).toBe(text.indexOf('end'));
  expect(found.text.replace(/ +/g, ' ').replace(/ ([,.])/g, '$1')).toBe(
    [
      'Row 1: k10, p2.\nRow 2: p1, end.',
      'Row 1: k12, p4.\nRow 2: p2, end.',
      'Row 1: k14, p6.\nRow 2: p3, end.',
    ][size],
  );
});

it('none chosen is asked at the first list', () =>
  expect(sized('k2 (4; 6), p2', null)).toMatchObject({
    sizes: 3,
    problems: [{ code: 'choose-size', sizes: 3, at: { column: 2, length: 8 } }],
  }));
it.each([-1, 3])('size %i of three there is not', (size) =>
  expect(sized('k2 (4: 6), p2', size)).toMatchObject({ problems: [{ code: 'no-such-size', sizes: 3 }] }),
);
it('lists of other lengths are told one by one, and nothing is chosen', () =>
  expect(sized(`${SIZES}k2 (4, 6), p2 (3), k1 (2, 3, 4)`, 1)).toMatchObject({
    text: `${SIZES}k2 (4, 6), p2 (3), k1 (2, 3, 4)`,
    problems: [
      { code: 'sizes-differ', sizes: 3, here: 2 },
      { code: 'sizes-differ', sizes: 3, here: 4 },
    ],
  }));
it('one number in brackets is a count, unless the text speaks of sizes', () => {
  expect(sized('Row 1: k2 (8)', null)).toEqual({ text: 'Row 1: k2 (8)', sizes: 1, problems: [] });
  expect(sized('Two sizes\nRow 1: k2 (8)', 1)).toMatchObject({ sizes: 2, problems: [] });
  expect(sized('Capsizes\nRow 1: k2 (8)', 1)).toMatchObject({ sizes: 1 });
});
