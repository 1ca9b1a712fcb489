/** A chart as written rows in a naming family, with a legend for what the family cannot name. */
import { cellKey } from '../stitch/cells';
import { rowFromOtherSide } from '../stitch/looks';
import { runsOf } from '../stitch/runs';
import { facedDirection, oppositeDirection, wordsOfCrossing, type Working } from '../stitch/working';
import type { Cell, Crossing, Direction, Stitch } from '../stitch/types';
import { castOnForm, sideOfRow, type Chart } from '../chart/chart';
import { expandRow, rowKey, takesOf, type Row } from '../chart/row';
import type { Stretches } from '../chart/stretches';
import type { Construction } from '../stitch/construction';
import { crossingName, DEPTH_WORDS, fixedName, type Family } from './names';
import { IN_TURN_SENTENCE, ONCE_SENTENCE } from './in-turn';
import { looksLikeOrder } from './orders';
import { hasSlips, presentedRow } from './presented';
import { holdsStitchWord } from './stitch-words';
import { HOLDS_SENTENCES } from './unturned-holds';

export type WritingStyle = {
  readonly family: Family;
  readonly construction: Construction;
  /** Unturned work: the way pattern row 1 runs, seen from the RS. */
  readonly firstDirection?: Direction;
  /** Rows worked as the stitches present themselves are written so, not itemised. */
  readonly presented?: boolean;
};

const STITCH_WORDS: Record<Stitch, (count: number) => string> = {
  knit: (n) => `k${n}`,
  purl: (n) => `p${n}`,
  knitTbl: (n) => `k${n} tbl`,
  purlTbl: (n) => `p${n} tbl`,
  slipBehind: (n) => `sl ${n} wyib`,
  slipBefore: (n) => `sl ${n} wyif`,
};
/** Stitches of one kind merged: k2, p1. */
export function stitchWords(stitches: readonly Stitch[]): string {
  return runsOf(stitches)
    .map(({ stitch, count }) => STITCH_WORDS[stitch](count))
    .join(', ');
}

const sts = (count: number) => `${count} ${count === 1 ? 'st' : 'sts'}`;

/** A crossing in full, for a legend: `slip next 2 sts to cable needle and hold at back, k2, then k2 from cable needle`. */
export function spelledCrossing(crossing: Crossing, working: Working): string {
  const { hold, held, centre, then } = wordsOfCrossing(crossing, working);
  const start = `slip next ${sts(held.length)} to cable needle and hold at ${hold}`;
  const aside = centre
    ? `, slip next ${sts(centre.stitches.length)} to second cable needle and hold ${DEPTH_WORDS[centre.depth]}`
    : '';
  const middle = centre ? `, then ${stitchWords(centre.stitches)} from second cable needle` : '';
  return `${start}${aside}, ${stitchWords(then)}${middle}, then ${stitchWords(held)} from cable needle`;
}

const letters = (n: number): string =>
  (n < 26 ? '' : letters(Math.floor(n / 26) - 1)) + String.fromCharCode(65 + (n % 26));

class Writer {
  private readonly legend = new Map<string, { name: string; text: string }>();
  private nameless = 0;

  constructor(private readonly style: WritingStyle) {}

  workingOf(chart: Chart, number: number): Working {
    const odd = Math.abs(number) % 2 === 1;
    const { construction, firstDirection = 'rightToLeft' } = this.style;
    if (construction === 'round') return { side: 'RS', direction: 'rightToLeft' };
    if (construction === 'unturned')
      return { side: 'RS', direction: odd ? firstDirection : oppositeDirection(firstDirection) };
    return sideOfRow(chart.firstSide, number) === 'RS'
      ? { side: 'RS', direction: 'rightToLeft' }
      : { side: 'WS', direction: 'leftToRight' };
  }

  /** Every name used is explained, so that the text can be read without us; unturned rows would need two ways each. */
  private crossing(seen: Crossing, faced: Direction): string {
    const unturned = this.style.construction === 'unturned';
    const { family } = this.style;
    // A name by its hold would say another lean in every second row.
    const named = crossingName(seen, unturned && family === 'hold' ? 'fraction' : family);
    if (named && unturned) return named;
    const text = spelledCrossing(seen, { side: 'RS', direction: faced });
    const known = this.legend.get(text) ?? { name: named ?? `Cross ${letters(this.nameless++)}`, text };
    this.legend.set(text, known);
    return known.name;
  }

  private words(cells: readonly Cell[], faced: Direction): string {
    const out: string[] = [];
    let run: Stitch[] = [];
    const flush = () => {
      if (run.length > 0) out.push(stitchWords(run));
      run = [];
    };
    for (const cell of cells) {
      if (cell.kind === 'stitch') {
        run.push(cell.stitch);
        continue;
      }
      flush();
      out.push(cell.kind === 'crossing' ? this.crossing(cell, faced) : (fixedName(cellKey, cell) as string));
    }
    flush();
    return out.join(', ');
  }

  body(row: Row, working: Working): string {
    const faced = facedDirection(working);
    const inOrder = (cells: readonly Cell[]) => {
      const seen = working.side === 'RS' ? [...cells] : rowFromOtherSide(cells);
      return faced === 'rightToLeft' ? seen : seen.reverse();
    };
    const repeat = `*${this.words(inOrder(row.repeat), faced)}; rep from *`;
    if (row.kind === 'ring') return `starting ${sts(row.phase)} after the marker, ${repeat} to end`;
    const [first, last] =
      working.direction === 'rightToLeft' ? [row.before, row.after] : [row.after, row.before];
    const head = first.length > 0 ? `${this.words(inOrder(first), faced)}, ` : '';
    const width = takesOf(last);
    const tail = last.length > 0 ? `, ${this.words(inOrder(last), faced)}` : '';
    return `${head}${repeat} to ${width > 0 ? `last ${sts(width)}` : 'end'}${tail}`;
  }

  legendLines(): string[] {
    return [...this.legend.values()].map(({ name, text }) => `${name} = ${text}.`);
  }
}

function headerOf(chart: Chart, index: number, working: Working, construction: Construction): string {
  const setUp = index < chart.setUp.length;
  const word = construction === 'round' ? (setUp ? 'round' : 'Round') : setUp ? 'row' : 'Row';
  const side = construction === 'flat' ? ` (${working.side})` : '';
  return setUp ? `Set-up ${word} ${index + 1}${side}` : `${word} ${index - chart.setUp.length + 1}${side}`;
}

const PRESENTED = 'knit the knits and purl the purls.';

/** Whether an even row is just what the row below presents. */
function isPlain(chart: Chart, rows: readonly Row[], index: number): boolean {
  const setUps = chart.setUp.length;
  const number = index - setUps + 1;
  if (number < 1 || number % 2 === 1 || hasSlips(expandRow(rows[index - 1] as Row, 2))) return false;
  const presented = presentedRow(rows, chart.once || setUps > 0 ? -1 : rows.length - 1, index - 1);
  return presented !== null && rowKey(presented) === rowKey(rows[index] as Row);
}

function linesOf(chart: Chart, style: WritingStyle, writer: Writer): string[] {
  const rows = [...chart.setUp, ...chart.rows];
  const setUps = chart.setUp.length;
  const plain = rows.map((_, index) => style.presented === true && isPlain(chart, rows, index));
  const even = rows.map((_, index) => index).filter((index) => index >= setUps && (index - setUps) % 2 === 1);
  // "All WS rows" behind an odd number of rows would be read as one row more.
  const paired = chart.rows.length % 2 === 0;
  const merged =
    paired &&
    style.construction !== 'unturned' &&
    chart.firstSide === 'RS' &&
    even.length > 1 &&
    even.every((index) => plain[index]);
  const every = style.construction === 'round' ? 'Round 2 and all even rounds' : 'Row 2 and all WS rows';
  const lines = rows.flatMap((row, index) => {
    if (merged && even.includes(index)) return index === even[0] ? [`${every}: ${PRESENTED}`] : [];
    const working = writer.workingOf(chart, index - setUps + 1);
    const header = headerOf(chart, index, working, style.construction);
    return [`${header}: ${plain[index] ? PRESENTED : `${writer.body(row, working)}.`}`];
  });
  const { base, perRepeat } = castOnForm(chart);
  const multiple = `Multiple of ${sts(perRepeat)}${base > 0 ? ` plus ${base}` : ''}.`;
  return [multiple, ...lines, ...(chart.once ? [ONCE_SENTENCE] : [])];
}

function withLegend(lines: readonly string[], { construction }: WritingStyle, writer: Writer): string {
  const legend = writer.legendLines();
  if (construction === 'unturned' && legend.length > 0) legend.push(HOLDS_SENTENCES.hands);
  return [...lines, ...(legend.length > 0 ? ['', ...legend] : [])].join('\n') + '\n';
}

/** Written rows; {@link readRows} reads them back to the same chart. */
export function writeRows(chart: Chart, style: WritingStyle): string {
  const writer = new Writer(style);
  return withLegend(linesOf(chart, style, writer), style, writer);
}

/** A heading that cannot be taken for anything else. */
const headingOf = (name: string, index: number) =>
  /^[A-Z][a-z]+(?: [a-z]+){0,3}$/.test(name) && !holdsStitchWord(name) && !looksLikeOrder(name)
    ? name
    : `Part ${index + 1}`;

/** The rows of a whole pattern, its charts under headings; {@link readRows} reads them back to the same charts. */
export function writePatternRows(stretches: Stretches, style: WritingStyle): string {
  const [first, second] = stretches;
  if (!second) return writeRows(first.chart, style);
  const writer = new Writer(style);
  const parts = stretches.flatMap(({ chart }, i) => [
    '',
    headingOf(chart.name, i),
    ...linesOf(chart, style, writer),
  ]);
  return withLegend([IN_TURN_SENTENCE, ...parts], style, writer);
}
