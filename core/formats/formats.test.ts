/** What is written is read back to the same chart; foreign and damaged files are refused with their place. */
import fs from 'node:fs';
import path from 'node:path';
import { Ajv2020 } from 'ajv/dist/2020';
import fc from 'fast-check';
import { XMLValidator } from 'fast-xml-parser';
import Papa from 'papaparse';
import { z } from 'zod';
import { chartKey, type Chart } from '../chart/chart';
import { NO_CHOICES } from '../notation/choices';
import { shelfCharts } from '../shelf/shelf';
import { cellKey } from '../stitch/cells';
import { cells, lineCharts, ringCharts } from '../testing/arbitrary';
import { cellCode, cellOfCode } from './cell-code';
import { stretchOf } from '../chart/stretches';
import { readRows } from '../notation/read';
import { chartToGrid, gridToChart, withText } from './grid';
import { readPattern, wholeChart, writePattern, type Pattern } from './pattern';
import { patternFileSchema } from './schema';
import { readSvg, writeSvg } from './svg';
import { runs } from '../testing/size';

const of = (chart: Chart, more: Partial<Pattern> = {}): Pattern => ({
  name: 'Sluice & "reed" <7>',
  text: '',
  choices: NO_CHOICES,
  inTheRound: chart.rows[0]?.kind === 'ring',
  stretches: [stretchOf(chart)],
  ...more,
});
const charts = fc.oneof(lineCharts, ringCharts);
const keyOf = (read: ReturnType<typeof readPattern>) =>
  read.ok ? chartKey(wholeChart(read.value)) : read.error;
/** A rib, a body twice as wide, and a crown. */
const HAT_TEXT = `Work the rows under each heading one after the other.
Cast on 64 sts.
Rib
Rnd 1: *k2, p2; rep from * around.
Body
Rnd 1: *k6, p2; rep from * around.
Rnd 2: *3/3 RC, p2; rep from * around.
Crown
Rnd 1: *k2tog, k2, k2tog, p2; rep from * around. (48 sts)
Rnd 2: *k2tog, k2tog, p2; rep from * around. (32 sts)`;
function readHat(): Pattern {
  const read = readRows(HAT_TEXT, 'Fen hat');
  if (!read.ok) throw new Error(JSON.stringify(read.error));
  const { stretches, inTheRound } = read.value;
  return { name: 'Fen hat', text: HAT_TEXT, choices: NO_CHOICES, inTheRound, stretches };
}
const HAT = readHat();
const SCHEMA = path.resolve('docs/pattern-2.schema.json');

describe('cells as words', () => {
  it('every cell has one word, which is that cell again', () =>
    fc.assert(
      fc.property(cells, (cell) => {
        const back = cellOfCode(cellCode(cell));
        expect(back && cellKey(back)).toBe(cellKey(cell));
      }),
    ));
  it.each(['', 'x', 'k2', 'right:/k', 'right:kk', 'left:kk/zz', 'constructor', 'right:kk/kk+p@beside'])('%j is none', (word) =>
    expect(cellOfCode(word)).toBeNull(),
  ); // prettier-ignore
});

describe('the pattern file', () => {
  it('is read back the same, with its text and what was settled', () =>
    fc.assert(
      fc.property(charts, (chart) => {
        const pattern = withText(of(chart));
        const back = readPattern(writePattern(pattern));
        expect(keyOf(back)).toEqual(chartKey(chart));
        expect(back.ok && back.value).toMatchObject({
          text: pattern.text,
          name: pattern.name,
          choices: NO_CHOICES,
        });
      }),
      { numRuns: runs(60, 600) },
    ));

  it('the published schema is the one in use, and an independent validator agrees with it', () => {
    const published = JSON.parse(fs.readFileSync(SCHEMA, 'utf8')) as object;
    expect(published).toEqual(z.toJSONSchema(patternFileSchema));
    const validate = new Ajv2020({ strict: false }).compile(published);
    for (const { chart } of shelfCharts()) {
      validate(JSON.parse(writePattern(of(chart))));
      expect(validate.errors).toBeNull();
    }
    validate(JSON.parse(writePattern(HAT)));
    expect(validate.errors).toBeNull();
    expect(validate({ format: 'gritch-pattern', version: 2 })).toBe(false);
  });

  const sound = JSON.parse(writePattern(withText(of(shelfCharts()[0]?.chart as Chart)))) as Record<
    string,
    unknown
  >;
  const [stretch] = sound.stretches as [{ chart: { rows: Record<string, unknown>[] } }];
  const { chart } = stretch;
  const withChart = (changes: object, more: object = {}) => ({
    ...sound,
    text: '',
    stretches: [{ ...stretch, chart: { ...chart, ...changes }, ...more }],
  });
  it('version 1 held one chart, worked as long as wanted', () => {
    const { stretches: _, ...rest } = sound;
    const read = readPattern(JSON.stringify({ ...rest, version: 1, chart }));
    expect(keyOf(read)).toEqual(chartKey(shelfCharts()[0]?.chart as Chart));
    expect(read.ok && read.value.text).toBe(sound.text);
  });
  it('a pattern of several stretches comes back whole, and its text says the same', () => {
    expect(HAT.stretches.map(({ times, across }) => [times, across])).toEqual([
      [null, 2],
      [null, 1],
      [1, 1],
    ]);
    expect(readPattern(writePattern(HAT))).toEqual({ ok: true, value: HAT });
    const bare = readPattern(writePattern(withText({ ...HAT, text: '' })));
    expect(bare.ok && bare.value.stretches.map((one) => chartKey(one.chart))).toEqual(
      HAT.stretches.map((one) => chartKey(one.chart)),
    );
  });
  it.each<[string, unknown, object]>([
    ['of a newer version', { ...sound, version: 9 }, { code: 'newer-version', version: 9, known: 2 }],
    ['of another kind', { rows: [] }, { code: 'other-format' }],
    ['null', null, { code: 'other-format' }],
    ['with a member too many', { ...sound, owner: 1 }, { code: 'not-as-described' }],
    ['with a cell that is none', withChart({ rows: [{ ...chart.rows[0], repeat: ['zap'] }] }), { code: 'not-as-described', path: 'stretches.0.chart.rows.0.repeat.0' }],
    ['whose rows do not fit', withChart({ rows: [chart.rows[0], { ...chart.rows[0], before: ['k'] }] }), { code: 'chart-unsound' }],
    ['whose rows are worked once, as its chart does not say', withChart({}, { times: 1 }), { code: 'chart-unsound' }],
    ['whose second chart begins on other stitches', { ...sound, text: '', stretches: [stretch, { ...stretch, across: 2 }] }, { code: 'chart-unsound' }],
    ['without any chart', { ...sound, text: '', stretches: [] }, { code: 'not-as-described', path: 'stretches' }],
    ['whose text says something else', { ...sound, text: 'Row 1: k2.' }, { code: 'text-and-chart-differ' }],
  ])('%s is refused', (_, file, error) => expect(readPattern(JSON.stringify(file))).toMatchObject({ ok: false, error })); // prettier-ignore
  it('a damaged or endless file is refused', () => {
    expect(readPattern(writePattern(of(shelfCharts()[0]?.chart as Chart)).slice(0, 90))).toMatchObject({ error: { code: 'not-json' } }); // prettier-ignore
    expect(readPattern('x'.repeat(4_000_001))).toMatchObject({ error: { code: 'file-too-large' } });
  });
});

describe('the grid, by way of the reference CSV library', () => {
  const through = (grid: string[][]) => Papa.parse<string[]>(Papa.unparse(grid)).data;
  it('is read back the same', () =>
    fc.assert(
      fc.property(charts, (chart) => expect(keyOf(gridToChart(through(chartToGrid(of(chart)))))).toEqual(chartKey(chart))),
      { numRuns: runs(80, 800) },
    )); // prettier-ignore
  it('rows worked once come back so, and several charts come back as one that is worked once', () => {
    const back = gridToChart(through(chartToGrid(HAT)));
    expect(keyOf(back)).toEqual(chartKey(wholeChart(HAT)));
    expect(back.ok && back.value.stretches[0].times).toBe(1);
  });
  it('shows a row from left to right, the repeat in brackets', () => {
    const grid = chartToGrid(of(shelfCharts().find(({ key }) => key === 'braid-3')?.chart as Chart));
    expect(grid[grid.length - 1]).toEqual(['row 1', 'RS', 'n', '', '[p', 'p', 'right:kk/kk', '~', '~', '~', 'k', 'k', 'p', 'p]']); // prettier-ignore
  });
  const grid = chartToGrid(of(shelfCharts()[0]?.chart as Chart));
  const changed = (line: number, column: number, field: string) =>
    grid.map((row, l) => row.map((old, c) => (l === line && c === column ? field : old)));
  it.each<[string, string[][], object]>([
    ['no head', grid.slice(2), { code: 'grid-head' }],
    ['a newer version', changed(0, 1, '3'), { code: 'newer-version' }],
    ['a field that is no cell', changed(3, 5, 'zap'), { code: 'grid-cell', line: 4, column: 6, cell: 'zap' }],
    ['a crossing over a stitch', changed(3, 6, 'k'), { code: 'grid-cell', line: 4, column: 8 }],
    ['a row twice', changed(2, 0, 'row 1'), { code: 'grid-row', line: 6 }],
    ['a row missing', grid.filter((_, i) => i !== 3), { code: 'grid-row' }],
    ['no end of the repeat', changed(2, 11, 'p'), { code: 'grid-row', line: 3 }],
    ['rows that do not fit', changed(2, 5, 'k2tog'), { code: 'grid-cell' }],
  ])('%s is refused', (_, bad, error) => expect(gridToChart(bad)).toMatchObject({ ok: false, error }));
});

describe('the picture', () => {
  it('is sound XML by the reference parser, whatever the name, and opens again as the same chart', () =>
    fc.assert(
      fc.property(charts, (chart) => {
        const svg = writeSvg(of(chart));
        expect(XMLValidator.validate(svg)).toBe(true);
        expect(svg).not.toMatch(/NaN|undefined/);
        expect(keyOf(readSvg(svg))).toEqual(chartKey(chart));
      }),
      { numRuns: runs(40, 400) },
    ));
  it.each(['a\u0000b', '\u001b[31m', 'lone \ud800 half', '\ufffe', 'C1 \u0085', ']]>&<"'])(
    'of a pattern called %j holds nothing that XML cannot, and gives the name back',
    (name) => {
      const [chart] = fc.sample(charts, 1) as [Chart];
      const svg = writeSvg(of(chart, { name }));
      expect(XMLValidator.validate(svg)).toBe(true);
      expect(svg).not.toMatch(/(?![\t\n\r])[\p{Cc}\p{Cs}\ufffe\uffff]/u);
      const read = readSvg(svg);
      expect(read.ok && read.value.name).toBe(name);
    },
  );
  it('a picture without a pattern is refused', () =>
    expect(readSvg('<svg xmlns="http://www.w3.org/2000/svg"/>')).toMatchObject({
      error: { code: 'picture-only' },
    }));
});
