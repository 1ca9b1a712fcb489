/** Several patterns in one text: rows begin again from 1, under a heading or not. */
import { blank } from './blocks';
import type { LegendStatement, Loose, RowStatement, Scanned } from './scan';

/** `masked` is the text with the rows of the others blanked out, so that every offset stays true; legends stay. */
export type Part = { readonly name: string; readonly masked: string };

const MOST_PARTS = 40;

/** Set-up rows that stand right before a row 1 belong to it. */
function withSetUps(rows: readonly RowStatement[], rowOne: number): number {
  let first = rowOne;
  while (first > 0 && rows[first - 1]?.header.kind === 'setUp') first -= 1;
  return first;
}

const MOST_HEADING = 40;

/** Whether a heading, or an order about whole rows, stands right before a row: then even a single row may go before it. */
function isParted({ text, rows, loose, orders }: Scanned, row: number): boolean {
  const [from, to] = [rows[row - 1]?.to ?? 0, rows[row]?.from ?? 0];
  const heads = loose.some((line) => {
    const words = text.slice(line.from, line.to).trim();
    return (
      line.from >= from &&
      line.to <= to &&
      !line.holdsStitches &&
      words.length <= MOST_HEADING &&
      !words.endsWith('.')
    );
  });
  return heads || orders.some(({ after }) => after === row);
}

/** Places in the list of rows at which the rows begin again from 1. */
function begins(scanned: Scanned): number[] {
  const { rows, inTurn } = scanned;
  const starts: number[] = [];
  let seen = new Set<number>();
  let least = 2;
  rows.forEach(({ header }, i) => {
    const again = header.kind === 'row' && header.numbers[0] === 1 && seen.has(1);
    const first = again ? withSetUps(rows, i) : i;
    // Row 1 twice may be a slip of the pen, unless the text says or shows that it holds several patterns.
    if (again) least = inTurn || isParted(scanned, first) ? 1 : 2;
    if (i === 0 || (again && seen.size >= least)) {
      starts.push(first);
      seen = new Set();
    }
    for (const number of header.numbers) if (header.kind === 'row') seen.add(number);
  });
  return seen.size >= least ? starts : starts.slice(0, -1);
}

const ROW_ONE =
  /(?:\b(?:row|rw|round|rnd|rd|r)s?\.? {0,3}(?:no\.? ?|number )?(?:1|one)|\b(?:1st|first)|(?<=\n) {0,8}1(?=[.:)]))(?![\da-z])/gi;

/** Whether row 1 may be written twice: a quick look, for most texts hold one pattern. */
export const mayBeSeveral = (text: string) => {
  ROW_ONE.lastIndex = 0;
  return ROW_ONE.test(text) && ROW_ONE.test(text);
};

const nameOf = (words: string) =>
  words
    .replace(/^[\s*#-]+|[\s:.*-]+$/g, '')
    .trim()
    .slice(0, 60);

/** The heading between two stretches of rows: the last loose line before the rows. */
const headingBefore = (loose: readonly Loose[], from: number, after: number) =>
  loose.filter((line) => line.from >= after && line.to <= from && !line.holdsStitches).pop();

/** The patterns of a text; one or none where its rows are those of a single pattern. */
export function partsOfText(scanned: Scanned): Part[] {
  const { text, rows, loose, legend } = scanned;
  const starts = begins(scanned);
  if (starts.length < 2 || starts.length > MOST_PARTS) return [];
  const entries: readonly LegendStatement[] = legend;
  const from = starts.map((start, i) => {
    const row = rows[start] as RowStatement;
    const before = rows[start - 1]?.to ?? 0;
    const heading = headingBefore(loose, row.from, i === 0 ? 0 : before);
    return {
      at: i === 0 ? 0 : (heading?.from ?? row.from),
      name: heading ? nameOf(text.slice(heading.from, heading.to)) : '',
    };
  });
  return from.map(({ at, name }, i) => ({
    name,
    masked: blank(text, [{ from: at, to: from[i + 1]?.at ?? text.length }, ...entries]),
  }));
}
