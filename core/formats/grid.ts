/**
 * A chart as a grid of fields, for spreadsheets: a head, then a line a row, the topmost first, cells from left to right
 * as the right side shows them. A crossing stands in its first field, `~` in its others; `[` before a cell and `]`
 * behind one enclose the repeat.
 */
import { err, ok, type Result } from '../result';
import { gives, takes } from '../stitch/cells';
import type { Cell, Side } from '../stitch/types';
import { sideOfRow, type Chart } from '../chart/chart';
import type { Row } from '../chart/row';
import { stretchOf, type Stretches } from '../chart/stretches';
import { NO_CHOICES } from '../notation/choices';
import { writePatternRows } from '../notation/write';
import { cellCode, cellOfCode } from './cell-code';
import { checkedPattern, wholeChart, type FormatProblem, type Pattern } from './pattern';

export const GRID_HEAD = 'gritch chart';
const GRID_VERSION = 2;
const LABELS = ['row', 'side', 'repeats', 'start'];
const MORE = '~';
/** In the head of a chart whose rows are worked once. */
const ONCE = 'worked once';

/** Fields that a cell takes up. */
export const fieldsOf = (cell: Cell) => Math.max(1, takes(cell), gives(cell));

function fields(cells: readonly Cell[]): string[] {
  return [...cells]
    .reverse()
    .flatMap((cell) => [cellCode(cell), ...Array.from({ length: fieldsOf(cell) - 1 }, () => MORE)]);
}

function enclosed(cells: readonly Cell[]): string[] {
  const list = fields(cells);
  const last = list.length - 1;
  return list.map((field, i) => `${i === 0 ? '[' : ''}${field}${i === last ? ']' : ''}`);
}

function lineOf(row: Row, name: string, side: Side): string[] {
  if (row.kind === 'ring') return [name, side, 'ring', String(row.phase), ...enclosed(row.repeat)];
  const repeats = row.fewer === 1 ? 'n-1' : 'n';
  return [name, side, repeats, '', ...fields(row.after), ...enclosed(row.repeat), ...fields(row.before)];
}

/** A pattern of several charts is laid out as one that is worked once. */
export function chartToGrid({
  name,
  stretches,
  inTheRound,
}: Pick<Pattern, 'name' | 'stretches' | 'inTheRound'>): string[][] {
  const chart = wholeChart({ name, stretches });
  const sideOf = (number: number): Side => (inTheRound ? 'RS' : sideOfRow(chart.firstSide, number));
  const setUps = chart.setUp.length;
  const lines = [
    ...chart.setUp.map((row, i) => lineOf(row, `set-up ${i + 1}`, sideOf(i + 1 - setUps))),
    ...chart.rows.map((row, i) => lineOf(row, `row ${i + 1}`, sideOf(i + 1))),
  ];
  const head = [
    GRID_HEAD,
    String(GRID_VERSION),
    name,
    inTheRound ? 'round' : 'flat',
    `row 1 ${chart.firstSide}`,
    ...(chart.once ? [ONCE] : []),
  ];
  return [head, LABELS, ...lines.reverse()];
}

type Cells = { readonly before: Cell[]; readonly repeat: Cell[]; readonly after: Cell[] };

/** Fields of one line, left to right; null with the problem noted. */
function readCells(
  list: readonly string[],
  line: number,
  note: (problem: FormatProblem) => void,
): Cells | null {
  const parts: Cells = { before: [], repeat: [], after: [] };
  let part: keyof Cells = 'after';
  let missing = 0;
  for (const [i, raw] of list.entries()) {
    const opens = raw.startsWith('[');
    const closes = raw.endsWith(']');
    const word = raw.slice(opens ? 1 : 0, closes ? -1 : undefined);
    const bad = () => note({ code: 'grid-cell', line, column: i + 1 + LABELS.length, cell: word });
    if (
      (opens && part !== 'after') ||
      (closes && part !== 'repeat' && !opens) ||
      (word === MORE) !== missing > 0
    ) {
      bad();
      return null;
    }
    if (opens) part = 'repeat';
    const cell = word === MORE ? null : cellOfCode(word);
    if (word !== MORE && !cell) {
      bad();
      return null;
    }
    if (cell) parts[part].push(cell);
    missing = cell ? fieldsOf(cell) - 1 : missing - 1;
    if (closes) part = 'before';
  }
  if (part !== 'before' || missing > 0) {
    note({ code: 'grid-row', line });
    return null;
  }
  for (const cells of Object.values(parts)) cells.reverse();
  return parts;
}

function readLine(list: readonly string[], line: number, note: (problem: FormatProblem) => void): Row | null {
  const [, , repeats, start, ...rest] = list.map((field) => field.trim());
  while (rest.length > 0 && rest[rest.length - 1] === '') rest.pop();
  const phase = Number(start);
  const ring = repeats === 'ring';
  if (
    (!ring && repeats !== 'n' && repeats !== 'n-1') ||
    (ring && !(Number.isInteger(phase) && phase >= 0 && start !== ''))
  ) {
    note({ code: 'grid-row', line });
    return null;
  }
  const cells = readCells(rest, line, note);
  if (!cells) return null;
  return ring
    ? { kind: 'ring', repeat: cells.repeat, phase }
    : { kind: 'line', ...cells, fewer: repeats === 'n-1' ? 1 : 0 };
}

const NAME = /^(set-up|row) (\d{1,5})$/;

/** Lines in any order; every row once, set-up rows and rows numbered from 1 without a gap. */
export function gridToChart(grid: readonly (readonly string[])[]): Result<Pattern, FormatProblem> {
  const [head, , ...lines] = grid;
  const [mark, version, name = '', how, first, once] = (head ?? []).map((field) => field.trim());
  const side = /^row 1 (RS|WS)$/.exec(first ?? '')?.[1] as Side | undefined;
  const otherwise = (once ?? '') !== '' && once !== ONCE;
  if (mark !== GRID_HEAD || !side || otherwise || (how !== 'flat' && how !== 'round') || name === '')
    return err({ code: 'grid-head' });
  if (Number(version) > GRID_VERSION)
    return err({ code: 'newer-version', version: Number(version), known: GRID_VERSION });
  let problem: FormatProblem | null = null;
  const note = (found: FormatProblem) => (problem ??= found);
  const found = new Map<string, Row>();
  lines.forEach((fieldsOfLine, i) => {
    if (fieldsOfLine.every((field) => field.trim() === '')) return;
    const label = NAME.exec((fieldsOfLine[0] ?? '').trim());
    const row = label ? readLine(fieldsOfLine, i + 3, note) : null;
    if (!label || !row || found.has(label[0])) note({ code: 'grid-row', line: i + 3 });
    else found.set(label[0], row);
  });
  if (problem) return err(problem);
  const collect = (kind: string) => {
    const rows: Row[] = [];
    for (let row = found.get(`${kind} 1`); row; row = found.get(`${kind} ${rows.length + 1}`)) rows.push(row);
    return rows;
  };
  const [setUp, rows] = [collect('set-up'), collect('row')];
  if (setUp.length + rows.length !== found.size || rows.length === 0)
    return err({ code: 'grid-row', line: 3 });
  const chart: Chart = { name, firstSide: side, setUp, rows, ...(once === ONCE && { once: true }) };
  const inTheRound = how === 'round';
  const stretches: Stretches = [stretchOf(chart)];
  const bare = checkedPattern({ name, text: '', choices: NO_CHOICES, inTheRound, stretches });
  return bare.ok ? ok(withText(bare.value)) : bare;
}

/** A chart that came without a text gets one. */
export function withText(pattern: Pattern): Pattern {
  if (pattern.text !== '') return pattern;
  const construction = pattern.inTheRound ? 'round' : 'flat';
  return {
    ...pattern,
    text: writePatternRows(pattern.stretches, { family: 'fraction', construction, presented: false }),
  };
}
