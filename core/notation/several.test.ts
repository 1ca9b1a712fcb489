/** Several patterns in one text. Those that are worked one after the other: see worked-once.test.ts. */
import { NO_CHOICES } from './choices';
import { readRows, repeatsStated } from './read';

const read = (text: string, choices = {}) =>
  readRows(text, 'Hat', { choices: { ...NO_CHOICES, ...choices } });
const problems = (text: string) => {
  const found = read(text);
  return found.ok ? [] : found.error;
};
const ROPE = 'Rope\nRow 1 (RS): k4.\nRow 2: p4.\nRow 3: C4B.\nRow 4: p4.';
const MOSS = 'Moss\nRow 1: *k1, p1; rep from * to end.\nRow 2: *p1, k1; rep from * to end.';

describe('to choose from', () => {
  it('rows that begin again from 1 under headings', () => {
    expect(problems(`${ROPE}\n\n${MOSS}`)).toMatchObject([
      { code: 'choose-pattern', names: ['Rope', 'Moss'], follow: true, at: { line: 1, column: 1 } },
    ]);
  });
  it('a heading that ends in k or p works no stitch', () => {
    const last = (name: string) =>
      problems(`${ROPE}\n\n${name}\nRow 1: *k4; rep from * to end.\nRepeat this row 5 more times.`);
    for (const name of ['Top', 'Neck', 'Back', 'Flap'])
      expect(last(name)).toMatchObject([{ code: 'choose-pattern', names: ['Rope', name] }]);
  });
  it('the one that was chosen is read alone', () => {
    const chosen = (part: number) => read(`${ROPE}\n\n${MOSS}`, { part });
    const [rope, moss] = [chosen(0), chosen(1)];
    expect([rope.ok && rope.value.chart.rows.length, moss.ok && moss.value.chart.rows.length]).toEqual([
      4, 2,
    ]);
    expect(chosen(2)).toMatchObject({ error: [{ code: 'choose-pattern' }] });
  });
  it('patterns of other widths do not follow each other', () =>
    expect(problems(`${ROPE}\n\nBand\nRow 1: *k4; rep from * to last st, k1.\nRow 2: purl.`)).toMatchObject([
      { code: 'choose-pattern', follow: false },
    ]));
  it('row 1 twice in one pattern is a slip of the pen', () =>
    expect(problems('Row 1: k4.\nRow 1: p4.').map(({ code }) => code)).toEqual(['row-twice']));
  it('a pattern without a heading has no name', () =>
    expect(problems('Row 1: k4.\nRow 2: p4.\nRow 1: k7.\nRow 2: p7.')).toMatchObject([{ names: ['', ''] }]));
  it('set-up rows before row 1 belong to it', () => {
    const text = `${ROPE}\n\nBand\nSet-up row: k4.\nRow 1: k4.\nRow 2: p4.`;
    const found = read(text, { part: 1 });
    expect(found.ok && [found.value.chart.setUp.length, found.value.chart.rows.length]).toEqual([1, 2]);
  });
  it('a legend serves them all', () => {
    const legend = 'T9X: slip 2 to cn, hold in back, k2, p2 from cn.';
    const found = read(`${ROPE.replace('C4B', 'T9X')}\n\n${MOSS}\n\n${legend}`, { part: 0 });
    expect(found.ok && found.value.chart.rows[2]?.repeat[0]).toMatchObject({
      lean: 'right',
      under: ['purl', 'purl'],
    });
  });
});

describe('worked one after the other', () => {
  const IN_TURN = 'Work the rows under each heading one after the other.\n';
  const RIB = 'Rib\nRow 1: *k2, p2; rep from * to end.\nRow 2: *k2, p2; rep from * to end.';
  it('a part without a heading goes by its place', () => {
    const found = read(`${IN_TURN}Row 1: k4.\nRow 2: p4.\nRow 1: p4.\nRow 2: k4.`);
    expect(found.ok && found.value.stretches.map(({ chart }) => chart.name)).toEqual([
      'Hat, part 1',
      'Hat, part 2',
    ]);
  });
  it('the first says how many repeats there are, where its own come to whole ones of the pattern', () => {
    const found = (count: number) =>
      read(
        `${IN_TURN}Cast on ${count} sts.\n${RIB}\n\n${ROPE.replaceAll('4', '8')}`.replace('Row 8', 'Row 4'),
      );
    expect(
      [24, 36].map((count) => {
        const one = found(count);
        return one.ok && one.value.repeats;
      }),
    ).toEqual([3, null]);
  });
  it('parts that do not follow are told at the first row of the later one', () => {
    const apart = read(`${IN_TURN}${RIB}\n\nBand\nRow 1: *k4; rep from * to last st, k1.\nRow 2: purl.`);
    expect(apart).toMatchObject({ error: [{ code: 'parts-differ', at: { line: 7 } }] });
  });
  it('what is amiss in each of them is told, in the order of the text', () => {
    const amiss = read(`${IN_TURN}${RIB.replace('p2;', 'zap;')}\n\n${ROPE.replace('C4B', 'zip')}`);
    expect(amiss).toMatchObject({
      error: [
        { code: 'unknown-word', at: { line: 3 } },
        { code: 'unknown-word', at: { line: 9 } },
      ],
    });
  });
  it('a crown worked once in one of them does not keep them from following', () => {
    const text = `Cast on 8 sts.\n${RIB}\n\nTip\nRow 1: *k2tog, k2; rep from * to end.\nRow 2: purl.`;
    expect(problems(text)).toMatchObject([{ code: 'choose-pattern', follow: true }]);
  });
});

it.each([
  ['Cast on 26 sts.\nRow 1: k2, *k4; rep from * to end.', 6],
  ['Cast on 27 sts.\nRow 1: k2, *k4; rep from * to end.', null],
  ['Row 1: k2, *k4; rep from * to end.', null],
  ['Cast on 2 sts.', null],
])('%j says how many repeats', (text, repeats) =>
  expect(repeatsStated(text, { base: 2, perRepeat: 4 })).toBe(repeats),
);
