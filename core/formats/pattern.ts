/** A pattern as it is kept and handed on: the pasted text, what was settled about it, and the chart it became. */
import { err, ok, type Result } from '../result';
import { chartKey, type Chart } from '../chart/chart';
import type { Row } from '../chart/row';
import { checkStretches, wholeOf, type Stretch, type Stretches } from '../chart/stretches';
import type { Choices } from '../notation/choices';
import { readRows } from '../notation/read';
import type { Cell } from '../stitch/types';
import { cellCode, cellOfCode } from './cell-code';
import { openEnvelope, type EnvelopeProblem } from './envelope';
import { PATTERN_FORMAT, PATTERN_VERSION, patternFileSchema, type PatternFile } from './schema';

export type Pattern = {
  readonly name: string;
  readonly text: string;
  readonly choices: Choices;
  readonly inTheRound: boolean;
  readonly stretches: Stretches;
};

/** The whole pattern as one chart. */
export const wholeChart = ({ name, stretches }: Pick<Pattern, 'name' | 'stretches'>): Chart =>
  wholeOf(name, stretches).chart;

export type FormatProblem =
  | EnvelopeProblem
  | { readonly code: 'chart-unsound' }
  | { readonly code: 'text-and-chart-differ' }
  | { readonly code: 'picture-only' }
  | { readonly code: 'grid-head' }
  | { readonly code: 'grid-row'; readonly line: number }
  | { readonly code: 'grid-cell'; readonly line: number; readonly column: number; readonly cell: string };

export const MOST_FILE = 4_000_000;

type FileChart = PatternFile['stretches'][number]['chart'];
type FileRow = FileChart['rows'][number];
const codes = (cells: readonly Cell[]) => cells.map(cellCode);
const rowOut = (row: Row): FileRow =>
  row.kind === 'ring'
    ? { kind: 'ring', repeat: codes(row.repeat), phase: row.phase }
    : { kind: 'line', before: codes(row.before), repeat: codes(row.repeat), after: codes(row.after), fewer: row.fewer }; // prettier-ignore
/** The schema has seen to it that every code is a cell. */
const cells = (words: readonly string[]) => words.map((word) => cellOfCode(word) as Cell);
const rowIn = (row: FileRow): Row =>
  row.kind === 'ring'
    ? { kind: 'ring', repeat: cells(row.repeat), phase: row.phase }
    : { kind: 'line', before: cells(row.before), repeat: cells(row.repeat), after: cells(row.after), fewer: row.fewer }; // prettier-ignore

type FileChoices = PatternFile['choices'];
const mapped = <A, B>(record: Readonly<Record<string, A>>, change: (value: A) => B) =>
  Object.fromEntries(Object.entries(record).map(([key, value]) => [key, change(value)]));
export const choicesOut = (choices: Choices): FileChoices => ({
  ...choices,
  meanings: mapped(choices.meanings, cellCode),
  remarks: [...choices.remarks],
  intended: [...choices.intended],
});
export const choicesIn = (choices: FileChoices): Choices => ({
  ...choices,
  meanings: mapped(choices.meanings, (code) => cellOfCode(code) as Cell),
});

export const chartOut = ({ firstSide, setUp, rows, once }: Chart): FileChart => ({
  firstSide,
  setUp: setUp.map(rowOut),
  rows: rows.map(rowOut),
  ...(once && { once }),
});
export const chartIn = (name: string, { firstSide, setUp, rows, once }: FileChart): Chart => ({
  name,
  firstSide,
  setUp: setUp.map(rowIn),
  rows: rows.map(rowIn),
  ...(once && { once }),
});

export function patternFile({ name, text, choices, inTheRound, stretches }: Pattern): PatternFile {
  return {
    format: PATTERN_FORMAT,
    version: PATTERN_VERSION,
    name,
    text,
    choices: choicesOut(choices),
    inTheRound,
    stretches: stretches.map(({ chart, times, across }) => ({
      times,
      across,
      name: chart.name.slice(0, 200),
      chart: chartOut(chart),
    })),
  };
}

type Data = Readonly<Record<string, unknown>>;

/** Version 1 had one chart, worked as long as wanted. */
export function upgradedPattern(data: Data): Data {
  if (data.version !== 1) return data;
  const { chart, ...rest } = data;
  return { ...rest, version: 2, stretches: [{ times: null, across: 1, name: data.name, chart }] };
}

/** A file of the right form as a pattern, not checked any further. */
export function patternIn({ name, text, choices, inTheRound, stretches }: PatternFile): Pattern {
  const [first, ...rest] = stretches.map((one): Stretch => ({
    times: one.times,
    across: one.across,
    chart: chartIn(one.name, one.chart),
  })) as [Stretch, ...Stretch[]];
  return { name, text, choices: choicesIn(choices), inTheRound, stretches: [first, ...rest] };
}

export const writePattern = (pattern: Pattern) => `${JSON.stringify(patternFile(pattern), null, 1)}\n`;

const keyOf = (stretches: Stretches) =>
  stretches.map(({ chart, times, across }) => `${times} ${across} ${chartKey(chart)}`).join('\n\n');

/** Its charts must be sound and fit on each other, and the text that comes with them must say the same. */
export function checkedPattern(pattern: Pattern): Result<Pattern, FormatProblem> {
  if (!checkStretches(pattern.stretches).ok) return err({ code: 'chart-unsound' });
  if (pattern.text === '') return ok(pattern);
  const read = readRows(pattern.text, pattern.name, { choices: pattern.choices });
  const agrees = read.ok && keyOf(read.value.stretches) === keyOf(pattern.stretches);
  return agrees ? ok(pattern) : err({ code: 'text-and-chart-differ' });
}

export function readPattern(source: string): Result<Pattern, FormatProblem> {
  const file = openEnvelope(source, {
    name: PATTERN_FORMAT,
    version: PATTERN_VERSION,
    most: MOST_FILE,
    schema: patternFileSchema,
    upgrade: upgradedPattern,
  });
  return file.ok ? checkedPattern(patternIn(file.value)) : file;
}
