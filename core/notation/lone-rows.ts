/**
 * Rows that add up only because the others bend to them: one slip in a count ("k33" for "k3") makes a wider repeat into
 * which all the rest fits. Nothing forbids such a row; it is asked after.
 */
import { faceOfStitch } from '../stitch/looks';
import { takes } from '../stitch/cells';
import type { Cell } from '../stitch/types';
import { cellsOf, isPresented, width, type Parts } from './parts';

export type LoneRow =
  /** Its repeat is at least twice that of every other row. */
  | { readonly index: number; readonly kind: 'repeat'; readonly own: number; readonly others: number }
  /** Its ends hold whole repeats of all the other rows. */
  | { readonly index: number; readonly kind: 'ends'; readonly own: number; readonly others: number }
  /** A star round one plain stitch, where other rows repeat more. */
  | { readonly index: number; readonly kind: 'single'; readonly own: number; readonly others: number };

type Measured = {
  readonly index: number;
  readonly repeat: number;
  readonly ends: number;
  readonly cells: readonly Cell[];
  readonly starred: boolean;
};

const crossed = (cells: readonly Cell[]) => cells.some(({ kind }) => kind === 'crossing');

/** The longest run of one face among the cells, laid twice round so that it may run over the seam. */
function longestRun(cells: readonly Cell[]): number {
  let [most, run] = [0, 0];
  let before: string | null = null;
  for (const cell of [...cells, ...cells]) {
    const face = cell.kind === 'stitch' ? faceOfStitch(cell.stitch) : null;
    run = face !== null && face === before ? run + 1 : 1;
    before = face;
    most = Math.max(most, run);
  }
  return most;
}

const isOdd = ({ cells }: Measured, others: number) =>
  !crossed(cells) || longestRun(cells) >= others || cells.some((cell) => takes(cell) > others);

function oddOne(rows: readonly Measured[], row: Measured): LoneRow | null {
  const rest = rows.filter((other) => other !== row && other.repeat > 1);
  if (rest.length < 2) return null;
  const { index, repeat } = row;
  const others = Math.max(...rest.map((other) => other.repeat));
  if (repeat >= 2 * others && isOdd(row, others)) return { index, kind: 'repeat', own: repeat, others };
  const plain = row.cells.every(({ kind }) => kind === 'stitch');
  if (repeat === 1 && row.starred && plain) return { index, kind: 'single', own: 1, others };
  const least = Math.max(...rest.map(({ ends }) => ends));
  const over = row.ends - least;
  const same = rest.every((other) => other.repeat === repeat);
  return same && (over >= 2 * repeat || (over >= repeat && !crossed(row.cells)))
    ? { index, kind: 'ends', own: row.ends, others: least }
    : null;
}

/**
 * @param rows how each row was read
 * @param starred whether the row's repeat was written as one (a star or a bracket), not as "knit to end"
 */
export function loneRows(rows: readonly Parts[], starred: readonly boolean[]): LoneRow[] {
  const measured = rows.map(({ before, repeat, after }, index): Measured | null => {
    if (!repeat || isPresented(repeat)) return null;
    const cells = cellsOf([...before, ...repeat, ...after]);
    return {
      index,
      repeat: width(repeat),
      ends: width(before) + width(after),
      cells,
      starred: starred[index] === true,
    };
  });
  if (rows.some(({ repeat }) => repeat === null)) return [];
  const known = measured.filter((row) => row !== null);
  return known.flatMap((row) => oddOne(known, row) ?? []);
}
