/** Several patterns in one text. Those that are worked one after the other: see worked-once.test.ts. */
import { NO_CHOICES } from './choices';
import { readRows } from './read';

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
