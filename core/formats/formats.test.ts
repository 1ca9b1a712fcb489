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
import { chartToGrid, gridToChart, withText } from './grid';
import { readPattern, writePattern, type Pattern } from './pattern';
import { patternFileSchema } from './schema';
import { readSvg, writeSvg } from './svg';

const of = (chart: Chart, more: Partial<Pattern> = {}): Pattern => ({
  name: 'Sluice & "reed" <7>',
  text: '',
  choices: NO_CHOICES,
  inTheRound: chart.rows[0]?.kind === 'ring',
  chart,
  ...more,
});
const charts = fc.oneof(lineCharts, ringCharts);
const keyOf = (read: ReturnType<typeof readPattern>) => (read.ok ? chartKey(read.value.chart) : read.error);
const SCHEMA = path.resolve('docs/pattern-1.schema.json');

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
      { numRuns: 60 },
    ));

  it('the published schema is the one in use, and an independent validator agrees with it', () => {
    const published = JSON.parse(fs.readFileSync(SCHEMA, 'utf8')) as object;
    expect(published).toEqual(z.toJSONSchema(patternFileSchema));
    const validate = new Ajv2020({ strict: false }).compile(published);
    for (const { chart } of shelfCharts()) {
      validate(JSON.parse(writePattern(of(chart))));
      expect(validate.errors).toBeNull();
    }
    expect(validate({ format: 'gritch-pattern', version: 1 })).toBe(false);
  });

  const sound = JSON.parse(writePattern(withText(of(shelfCharts()[0]?.chart as Chart)))) as Record<
    string,
    unknown
  >;
  const chart = sound.chart as { rows: Record<string, unknown>[] };
  it.each<[string, unknown, object]>([
    ['of a newer version', { ...sound, version: 9 }, { code: 'newer-version', version: 9, known: 1 }],
    ['of another kind', { rows: [] }, { code: 'other-format' }],
    ['null', null, { code: 'other-format' }],
    ['with a member too many', { ...sound, owner: 1 }, { code: 'not-as-described' }],
    ['with a cell that is none', { ...sound, chart: { ...chart, rows: [{ ...chart.rows[0], repeat: ['zap'] }] } }, { code: 'not-as-described', path: 'chart.rows.0.repeat.0' }],
    ['whose rows do not fit', { ...sound, text: '', chart: { ...chart, rows: [chart.rows[0], { ...chart.rows[0], before: ['k'] }] } }, { code: 'chart-unsound' }],
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
      { numRuns: 80 },
    )); // prettier-ignore
  it('shows a row from left to right, the repeat in brackets', () => {
    const grid = chartToGrid(of(shelfCharts().find(({ key }) => key === 'braid-3')?.chart as Chart));
    expect(grid[grid.length - 1]).toEqual(['row 1', 'RS', 'n', '', '[p', 'p', 'right:kk/kk', '~', '~', '~', 'k', 'k', 'p', 'p]']); // prettier-ignore
  });
  const grid = chartToGrid(of(shelfCharts()[0]?.chart as Chart));
  const changed = (line: number, column: number, field: string) =>
    grid.map((row, l) => row.map((old, c) => (l === line && c === column ? field : old)));
  it.each<[string, string[][], object]>([
    ['no head', grid.slice(2), { code: 'grid-head' }],
    ['a newer version', changed(0, 1, '2'), { code: 'newer-version' }],
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
      { numRuns: 40 },
    ));
  it('a picture without a pattern is refused', () =>
    expect(readSvg('<svg xmlns="http://www.w3.org/2000/svg"/>')).toMatchObject({
      error: { code: 'picture-only' },
    }));
});
