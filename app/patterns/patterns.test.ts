import Papa from 'papaparse';
import { NO_CHOICES } from '@core/notation/choices';
import { factsOf } from '@core/chart/effort';
import { shelfCharts } from '@core/shelf/shelf';
import { chartFrom } from '@core/testing/plans';
import { gridChart } from '@core/testing/grid';
import { chartKey } from '@core/chart/chart';
import { stretchOf } from '@core/chart/stretches';
import { openText } from './open-file';
import { crossingsIn, readText, wordsAt, type ChartReading } from './reading';
import { fileOf, FORMATS } from './save-file';
import { ANYTHING, matches, type Listed } from './search';
import { boxOf, chartRow, spanAt, spotNear, spotsAt, stitchesIn, tile, type Tiled } from './tiled';

const TEXT = 'Set-up row (WS): p5.\nRow 1 (RS): k1, 1/2 LC, p1.\nRow 2: k1, p4.';
const reading = readText(TEXT, 'x', NO_CHOICES, 'fraction') as ChartReading;
const tiled = (side: 'RS' | 'WS' = 'RS') => tile(reading.chart, side) as Tiled;

describe('between the stitches of the fabric and their words', () => {
  const said = (row: number, column: number) => {
    const span = spanAt(tiled(), reading.words, { row, column });
    return span && wordsAt(TEXT, span);
  };
  it.each([
    ['the set-up row, once', 1, 7, 'p5'],
    ['the right edge of row 1', 2, 0, 'k1'],
    ['any stitch of a crossing', 2, 3, '1/2 LC'],
    ['the same stitch in the second repeat across', 2, 8, '1/2 LC'],
    ['a wrong-side row, read from the left', 3, 4, 'k1'],
    ['the second time up', 4, 0, 'k1'],
  ])('%s', (_, row, column, words) => expect(said(row, column)).toBe(words));

  it('words light up every stitch they make, two by two', () => {
    const at = TEXT.indexOf('1/2') + 1;
    const spots = spotsAt(tiled(), reading.words, at);
    expect(spots).toHaveLength(12);
    expect(new Set(spots.map(({ row }) => row))).toEqual(new Set([2, 4]));
    expect(spotsAt(tiled(), reading.words, TEXT.length + 5)).toEqual([]);
  });

  it('a point of the picture is the stitch whose box it lies in, on either side', () => {
    for (const side of ['RS', 'WS'] as const) {
      const shown = tiled(side);
      expect(shown.picture.lastRow).toBe(5);
      for (let row = 1; row <= 5; row += 1)
        for (let column = 0; column < stitchesIn(shown, row); column += 1) {
          const { x, y, width, height } = boxOf(shown, { row, column });
          expect(spotNear(shown, x + width / 2, y + height / 2)).toEqual({ row, column });
        }
    }
    expect(spotNear(tiled(), -50, 9999)).toEqual({ row: 1, column: 9 });
  });

  it('rows of the fabric are rows of the chart, set-up rows first', () =>
    expect([1, 2, 3, 4, 5].map((row) => chartRow(tiled(), row))).toEqual([0, 1, 2, 1, 2]));
});

describe('searching', () => {
  const listed: Listed[] = shelfCharts().map(({ key, name, kind, chart }) => ({ id: key, name, kind, to: '', facts: factsOf(chart) })); // prettier-ignore
  const found = (wanted: Partial<typeof ANYTHING>) =>
    listed.filter((one) => matches(one, { ...ANYTHING, ...wanted })).map(({ id }) => id);
  it('finds everything, or what is asked for', () => {
    expect(found({})).toHaveLength(listed.length);
    expect(found({ words: 'BRAID three' })).toEqual(['braid-3', 'braid-broad']);
    expect(found({ kind: 'own' })).toEqual([]);
    expect(found({ kind: 'edge' })).toEqual(['garter', 'slipped-chain', 'i-cord']);
    expect(found({ hardness: 'plain', rows: 2 }).length).toBeGreaterThan(4);
    expect(found({ kind: 'rope', stitches: 8 })).toEqual(expect.arrayContaining(['rope-4', 'twist-rib', 'rope-lopsided'])); // prettier-ignore
  });
});

describe('the facts of a chart, counted by hand', () => {
  it.each([
    ['rope-4', { stitches: 8, rows: 4, crossingRows: 1, widest: 4, hardness: 'easy' }],
    ['rope-8', { stitches: 12, rows: 12, crossingRows: 1, widest: 8, hardness: 'hard' }],
    ['trellis', { stitches: 8, rows: 16, crossingRows: 8, widest: 2, hardness: 'hard' }],
    ['garter', { rows: 2, crossingRows: 0, hardness: 'plain' }],
  ])('%s', (key, facts) => expect(factsOf(chartFrom(key))).toMatchObject(facts));
});

describe('files', () => {
  const grid = gridChart('k k k k p k k k\nL2/2 p k k k');
  const pattern = {
    name: 'Öre / 7',
    text: '',
    choices: NO_CHOICES,
    inTheRound: false,
    stretches: [stretchOf(grid)] as const,
  };
  it.each(FORMATS)('%s is opened again as the same chart', (format) => {
    const rows = 'Row 1 (RS): k3, p1, 2/2 LC.\nRow 2: p4, k1, p3.';
    const file = fileOf(pattern, format, rows);
    expect(file.name).toMatch(/^Öre-7\.(json|txt|csv|svg)$/);
    const opened = openText(file.name, file.content);
    if (!opened.ok) throw new Error(opened.error.code);
    const read = readText(opened.value.text, 'x', opened.value.choices, 'fraction');
    expect(read.kind === 'chart' && chartKey(read.chart)).toBe(chartKey(grid));
  });
  it.each(['=cmd()', '+1', '-2', '@sum', '=1,"2"'])(
    'a grid of a pattern called %s holds no formula, and gives the name back',
    (name) => {
      const { content } = fileOf({ ...pattern, name }, 'grid', '');
      const fields = Papa.parse<string[]>(content.trim()).data.flat();
      expect(fields.filter((field) => /^[=+\-@\t\r]/.test(field))).toEqual([]);
      expect(openText('x.csv', content)).toMatchObject({ ok: true, value: { name } });
    },
  );
  it('takes anything else for written rows, and says what a foreign file is', () => {
    expect(openText('a.b.txt', 'Dear\r\nfriend')).toMatchObject({
      value: { name: 'a.b', text: 'Dear\nfriend' },
    });
    expect(openText('x.json', '{"a":1}')).toMatchObject({ error: { code: 'other-format' } });
  });
});

describe('a reading', () => {
  it('is a whole piece, a chart or a list of problems', () => {
    const kinds = ['Row 1: k2.', 'Rope\nRow 1: k2.\n\nMat\nRow 1: k1, work row 1 of Rope over next 4 sts.', 'Row 1: zap.'].map((text) => readText(text, 'x', NO_CHOICES, 'hold').kind); // prettier-ignore
    expect(kinds).toEqual(['chart', 'piece', 'problems']);
  });
  it('lists every kind of crossing once, as the right side shows it, with its words', () => {
    const text =
      'Row 1 (WS): C4B, Reed, p1.\nRow 2: C4F, k1, 2/2 LC.\nReed = slip next st to cn and hold in front, k3, k1 from cn';
    const read = readText(text, 'x', NO_CHOICES, 'hold');
    const found = read.kind === 'chart' ? crossingsIn(text, read) : [];
    expect(
      found.map(({ words, crossing }) => [words, crossing.lean, crossing.over.length, crossing.over[0]]),
    ).toEqual([
      ['Reed', 'left', 3, 'purl'],
      ['C4B', 'right', 2, 'purl'],
      ['C4F', 'left', 2, 'knit'],
    ]);
  });
});
