/**
 * One ladder: stitches that hang together, pulled out row by row from the needle down and worked again strand by strand
 * from the lowest up, each crossing in its own row. The loops are followed as they lie, so that every move says how many
 * come first; a strand is a stretch of its row in which nothing was left standing. Common practice, no published source.
 */
import { actsOf, mergeActs, withYarn } from '../cue/steps';
import { columnsGiven, columnsTaken, type LaidCell, type LaidRow } from '../chart/laid';
import { modulo } from '../indices';
import { gives } from '../stitch/cells';
import { isSlipped } from '../stitch/looks';
import { directionOf, oppositeDirection, type Working } from '../stitch/working';
import type { Direction, Hand, Side } from '../stitch/types';
import { cellsGiving, loopKey, type Loop } from './needle';
import type { RavelPart, RepairMove } from './moves';
import type { Released } from './released';

/** A loose strand: cells side by side in one row, as a right-side row meets them. */
type Strand = {
  readonly row: number;
  readonly number: number;
  readonly cells: readonly LaidCell[];
  /** The loops it is worked on, and where among the ladder's they lay when it was pulled out. */
  readonly over: readonly Loop[];
  readonly from: number;
};
type Unnumbered = Omit<Strand, 'number'>;

export type LadderGiven = {
  readonly set: Released;
  /** The rows as they were made, and as they are to be. */
  readonly actual: (row: number) => LaidRow;
  readonly target: (row: number) => LaidRow;
  /** Where a round begins: the right edge of this column of the row below; null in work that is not round. */
  readonly startOf: ((row: number) => number) | null;
  /** The ladder's loops on the needle, whatever stays between them included. */
  readonly group: readonly Loop[];
  readonly direction: Direction;
  readonly hand: Hand;
  /** After a strand the stitches are slid back, or the work is turned. */
  readonly between: 'slide' | 'turn';
};

/** A ladder as it lies after a move, in the order met; what a drawing of that state shows. */
export type LadderFrame = {
  readonly loops: readonly Loop[];
  /** Loops that are passed or worked, on the needle that takes them. */
  readonly at: number;
  /** Strands that hang, from the lowest, with the loops they hang over: `from`, and so many. */
  readonly loose: readonly {
    readonly number: number;
    readonly row: number;
    readonly from: number;
    readonly count: number;
  }[];
  readonly side: Side;
};

/** The loops of a ladder from the first met, as they change. */
class Live {
  private at = new Map<number, number>();
  constructor(private loops: readonly Loop[]) {
    this.index();
  }
  private index() {
    this.at = new Map(this.loops.map((loop, i) => [loopKey(loop), i]));
  }
  get size() {
    return this.loops.length;
  }
  get now() {
    return this.loops;
  }
  placeOf(loop: Loop): number {
    const at = this.at.get(loopKey(loop));
    if (at === undefined) throw new Error(`loop ${loop.column} of row ${loop.row} is not live`);
    return at;
  }
  replace(from: number, count: number, by: readonly Loop[]) {
    this.loops = [...this.loops.slice(0, from), ...by, ...this.loops.slice(from + count)];
    this.index();
  }
}

const inDirection = (row: number, columns: readonly number[], direction: Direction): Loop[] =>
  (direction === 'rightToLeft' ? columns : columns.toReversed()).map((column) => ({ row, column }));

type Placed = { readonly cell: LaidCell; readonly index: number; readonly at: number };

const frameOf = (
  loops: readonly Loop[],
  at: number,
  strands: readonly Strand[],
  side: Side,
): LadderFrame => ({
  loops,
  at,
  loose: strands.map(({ number, row, from, over }) => ({ number, row, from, count: over.length })),
  side,
});

/** Undone cells of a row in stretches, each in the order met. Between stretches something stands, or the round begins. */
function stretches(live: Live, row: number, indices: readonly number[], given: LadderGiven): LaidCell[][] {
  const laid = given.actual(row);
  const start = given.startOf?.(row) ?? null;
  const rightToLeft = given.direction === 'rightToLeft';
  const placed = indices
    .map((index): Placed => {
      const cell = laid.cells[index] as LaidCell;
      const places = columnsGiven(laid, cell).map((column) => live.placeOf({ row, column }));
      return { cell, index, at: Math.min(...places) };
    })
    .sort((a, b) => a.at - b.at);
  const joins = (a: Placed, b: Placed) => {
    const [right, left] = rightToLeft ? [a, b] : [b, a];
    const begins = start !== null && modulo(left.cell.taken, Math.max(1, laid.takes)) === start;
    return a.at + gives(a.cell.cell) === b.at && !begins && onlyNothing(laid, right.index, left.index);
  };
  const out: Placed[][] = [];
  for (const one of placed) {
    const last = out[out.length - 1];
    if (last && joins(last[last.length - 1] as Placed, one)) last.push(one);
    else out.push([one]);
  }
  return out.map((stretch) => stretch.map(({ cell }) => cell));
}

/** Whether there is nothing but no-stitch cells between two cells, going left. */
function onlyNothing({ cells }: LaidRow, right: number, left: number): boolean {
  for (let i = modulo(right + 1, cells.length); i !== left; i = modulo(i + 1, cells.length))
    if (cells[i]?.cell.kind !== 'noStitch') return false;
  return true;
}

/** Pulled out row by row, the topmost first. */
function ravel(live: Live, given: LadderGiven) {
  const moves: RepairMove[] = [];
  const strands: Unnumbered[] = [];
  const after: (readonly Unnumbered[])[] = [];
  const lying: (readonly Loop[])[] = [];
  for (const { row, cells } of given.set.rows.toReversed()) {
    const laid = given.actual(row);
    const parts: RavelPart[] = [];
    const here: Unnumbered[] = [];
    for (const stretch of stretches(live, row, cells, given)) {
      const inOrder = given.direction === 'rightToLeft' ? stretch : stretch.toReversed();
      const loops = stretch.flatMap((at) => inDirection(row, columnsGiven(laid, at), given.direction));
      const over = stretch.flatMap((at) => inDirection(row - 1, columnsTaken(laid, at), given.direction));
      const pass = Math.min(...loops.map((loop) => live.placeOf(loop)));
      live.replace(pass, loops.length, over);
      parts.push({ pass, undone: loops.length, caught: over.length });
      here.push({ row, cells: inOrder, over, from: pass });
    }
    moves.push({ do: 'ravel', row, parts });
    strands.unshift(...here);
    after.push([...strands]);
    lying.push(live.now);
  }
  // Numbered from the lowest, which is known only when all of them hang.
  const numbers = new Map(strands.map((strand, i) => [strand, i + 1]));
  const numbered = (some: readonly Unnumbered[]) =>
    some.map((strand): Strand => ({ ...strand, number: numbers.get(strand) ?? 0 }));
  const frames = after.map((some, i) => frameOf(lying[i] ?? [], 0, numbered(some), 'RS'));
  return { moves, frames, strands: numbered(strands) };
}

/** The cells that are to be made with a strand, from the right edge, in place of those that were. */
function toMake({ row, cells }: Strand, { actual, target }: LadderGiven): LaidCell[] {
  const laid = actual(row);
  return cellsGiving(
    target(row),
    cells.flatMap((at) => columnsGiven(laid, at)),
  );
}

/** Facing the WS everything is met from the other end. */
const workingFrom = (side: Side, { direction, hand }: LadderGiven): Working => {
  const usual = directionOf('RS', hand) === direction;
  const rs = usual ? direction : 'rightToLeft';
  return { side, direction: side === 'RS' ? rs : oppositeDirection(rs) };
};

function workStrand(live: Live, strand: Strand, side: Side, given: LadderGiven): RepairMove {
  const laid = given.target(strand.row);
  const cells = toMake(strand, given);
  const from = Math.min(...strand.over.map((loop) => live.placeOf(loop)));
  const made = (given.direction === 'rightToLeft' ? cells : cells.toReversed()).flatMap((at) =>
    inDirection(strand.row, columnsGiven(laid, at), given.direction),
  );
  const behind = live.size - from - strand.over.length;
  live.replace(from, strand.over.length, made);
  const { row, number } = strand;
  if (cells.every(({ cell }) => isSlipped(cell))) return { do: 'float', number, row };
  const working = workingFrom(side, given);
  const inOrder = working.direction === 'rightToLeft' ? cells : cells.toReversed();
  const steps = mergeActs(withYarn(actsOf(laid, inOrder, working)));
  const pass = side === 'RS' ? from : behind;
  return { do: 'strand', number, row, side, pass, steps, gives: made.length };
}

/** Strand by strand, and after each what brings her to the start of the next. */
function rework(live: Live, strands: readonly Strand[], given: LadderGiven) {
  const moves: RepairMove[] = [];
  const frames: LadderFrame[] = [];
  const lastWorked = strands.findLast((strand) => toMake(strand, given).some(({ cell }) => !isSlipped(cell)));
  let side: Side = 'RS';
  strands.forEach((strand, i) => {
    const move = workStrand(live, strand, side, given);
    const loose = strands.slice(i + 1);
    moves.push(move);
    if (move.do !== 'strand') {
      frames.push(frameOf(live.now, 0, loose, side));
      return;
    }
    const behind = side === 'RS' ? move.pass + move.gives : live.size - move.pass - move.gives;
    frames.push(frameOf(live.now, behind, loose, side));
    const turns = given.between === 'turn' && (strand !== lastWorked || side === 'WS');
    if (turns) side = side === 'RS' ? 'WS' : 'RS';
    moves.push({ do: turns ? 'turnLadder' : 'slide' });
    frames.push(frameOf(live.now, side === 'RS' ? 0 : live.size, loose, side));
  });
  return { moves, frames };
}

export type LadderMoves = {
  readonly moves: readonly RepairMove[];
  /** As it lies after each of them. */
  readonly frames: readonly LadderFrame[];
  /** Cells to be made again, row by row from the lowest. */
  readonly again: readonly { readonly row: number; readonly cells: readonly LaidCell[] }[];
};

/** From the stitches on the needle down and up again, to the needle. */
export function ladderMoves(given: LadderGiven): LadderMoves {
  const live = new Live(given.group);
  const down = ravel(live, given);
  const up = rework(live, down.strands, given);
  const again = down.strands.map((strand) => ({ row: strand.row, cells: toMake(strand, given) }));
  const count = given.group.length;
  const [first, last] = [frameOf(given.group, 0, [], 'RS'), frameOf(live.now, 0, [], 'RS')];
  return {
    moves: [{ do: 'slipOff', count }, ...down.moves, ...up.moves, { do: 'putBack', count }],
    frames: [first, ...down.frames, ...up.frames, last],
    again,
  };
}
