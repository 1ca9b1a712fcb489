/** A repair held against the fabric: the moves done literally on loops, and whether they leave what is charted. */
import type { LaidRow } from '../chart/laid';
import { crossingsOf } from '../piece/crossings';
import { waleOf, type Deviation, type Made as MadeSo } from '../piece/deviation';
import { charted, made, sideOf, type Worksheet } from '../piece/worksheet';
import { wale } from '../indices';
import { cellKey } from '../stitch/cells';
import { KNIT, type Hand } from '../stitch/types';
import type { RepairMove } from '../repair/moves';
import { loopsOfRow, loopsOnNeedle, rowInHand, rsDirection, workedCells, type Spot } from '../repair/needle';
import { mend, type Mended, type Work } from '../repair/perform';
import { knitRow, make, type Stitched } from '../repair/stitched';

/** Equal numbers for loops that were made alike, out of alike ones, all the way down. */
export class Alike {
  private readonly numbers = new Map<string, number>();
  private readonly known = new WeakMap<Stitched, number>();
  of = (loop: Stitched): number => {
    const found = this.known.get(loop);
    if (found !== undefined) return found;
    const { cell, row, index } = loop;
    const key = `${row} ${cellKey(cell.cell)} ${index} ${cell.through.map(this.of).join()}`;
    const number = this.numbers.get(key) ?? this.numbers.size;
    this.numbers.set(key, number);
    this.known.set(loop, number);
    return number;
  };
}

/** Every crossing of some rows as a deviation that lies so. */
export function crossingsIn(
  sheet: Worksheet,
  rows: readonly number[],
  lies: MadeSo = 'unknown',
): Deviation[] {
  return rows.flatMap((row) => {
    const laid = charted(sheet, row);
    return laid.panels.flatMap((panel) =>
      crossingsOf(panel).map((at) => ({
        pieceRow: laid.row,
        panel: panel.panel.id,
        wale: wale(waleOf(panel, at)),
        made: lies,
      })),
    );
  });
}

export const withFaults = (sheet: Worksheet, faults: readonly Deviation[]): Worksheet => ({
  ...sheet,
  deviations: new Map(
    [...new Set(faults.map(({ pieceRow }) => pieceRow))].map((row) => [
      row,
      faults.filter(({ pieceRow }) => pieceRow === row),
    ]),
  ),
});

/** Loops of a row that all come out of nothing; they stand for the fabric below. */
function ground(row: number, laid: LaidRow, base: Map<number, Stitched>): Stitched[] {
  return Array.from({ length: laid.takes }, (_, column) => {
    const known = base.get(column);
    if (known) return known;
    const [loop] = make(row, KNIT, []) as [Stitched];
    // A number of its own keeps each apart.
    Object.assign(loop, { index: column });
    base.set(column, loop);
    return loop;
  });
}

/** What lies before her at a spot, knitted up from row `from`. */
export function workAt(
  sheet: Worksheet,
  spot: Spot,
  hand: Hand,
  from: number,
  base: Map<number, Stitched>,
): Work {
  const rowOf = (row: number) => made(sheet, row).laid;
  let below = ground(from - 1, rowOf(from), base);
  for (let row = from; row <= spot.done; row += 1) below = knitRow(row, rowOf(row).cells, rowOf(row), below);
  const direction = rsDirection(sheet, hand);
  const inHand = rowInHand(sheet, spot.done + 1, rowOf, hand);
  const { construction } = sheet.plan;
  const common = {
    round: construction === 'round',
    flat: construction === 'flat',
    direction,
    row: spot.done + 1,
    worked: spot.worked,
    side: sideOf(sheet.plan, spot.done + 1),
  } as const;
  if (!inHand) {
    const loops = loopsOfRow(rowOf(spot.done), spot.done, direction).map(
      ({ column }) => below[column] as Stitched,
    );
    const along = common.side === 'RS';
    return { ...common, loops, tips: along ? 0 : loops.length, inHand: [], along };
  }
  const worked = workedCells(inHand, spot.worked);
  const above = knitRow(
    inHand.row,
    inHand.cells.filter((at) => worked.has(at)),
    inHand.laid,
    below,
  );
  const { loops, tips } = loopsOnNeedle(inHand, spot.worked, direction);
  return {
    ...common,
    loops: loops.map(({ row, column }) => (row === inHand.row ? above : below)[column] as Stitched),
    tips,
    inHand: inHand.cells.map(({ cell }) => cell),
    along: inHand.along,
  };
}

/** `mended`, or what went wrong. */
export function outcome(
  sheet: Worksheet,
  faults: readonly Deviation[],
  spot: Spot,
  hand: Hand,
  moves: readonly RepairMove[],
): string {
  const from = Math.min(...faults.map(({ pieceRow }) => pieceRow));
  const base = new Map<number, Stitched>();
  const wrong = withFaults(sheet, faults);
  const ahead = (row: number) => {
    const next = rowInHand(wrong, row, (at) => made(wrong, at).laid, hand);
    return (
      next && { cells: next.cells.map(({ cell }) => cell), along: next.along, side: sideOf(sheet.plan, row) }
    );
  };
  const done = mend(workAt(wrong, spot, hand, from, base), moves, ahead);
  if (!done.ok) return `${done.error.code} in ${JSON.stringify(moves[done.error.move])}`;
  return compare(
    done.value,
    workAt(sheet, { done: done.value.row - 1, worked: done.value.worked }, hand, from, base),
  );
}

function compare(mended: Mended, wanted: Work): string {
  const alike = new Alike();
  const [is, should] = [mended.loops.map(alike.of), wanted.loops.map(alike.of)];
  if (is.join() !== should.join()) return `other fabric: ${is.join()} instead of ${should.join()}`;
  const all = wanted.round ? wanted.loops.length : Infinity;
  if (mended.tips % all !== wanted.tips % all)
    return `the tips meet after ${mended.tips}, not ${wanted.tips}`;
  return mended.side === wanted.side ? 'mended' : 'the wrong side faces her';
}
