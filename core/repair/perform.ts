/**
 * A literal-minded knitter mends a piece of knitted loops. She does each move as it is said and nothing else, with what
 * lies before her: needles, a spare pair, loose strands. Where a move cannot be done as said she refuses.
 */
import { err, ok, type Result } from '../result';
import { takes } from '../stitch/cells';
import { cellFromOtherSide, isSlipped } from '../stitch/looks';
import { stitch, type Cell, type Direction, type Side } from '../stitch/types';
import { cellForDirection, crossingOfWords, facedDirection, oppositeDirection } from '../stitch/working';
import type { CrossingStep, Step } from '../cue/steps';
import type { Run } from '../stitch/runs';
import type { RepairMove, RavelPart, StrandMove } from './moves';
import { make, type Made, type Stitched } from './stitched';

/** Hanging where a row was pulled out. */
export type Loose = {
  readonly row: number;
  readonly cells: readonly Made[];
  /** The loops it was pulled out of, in the order met, and those it hung through; both as they are worked again. */
  readonly undone: readonly Stitched[];
  over: readonly Stitched[];
  used: boolean;
};

export type RepairRefusal =
  | 'not-so-many'
  | 'yarn-not-here'
  | 'yarn-not-parked'
  | 'ladder-hangs'
  | 'no-ladder'
  | 'not-at-the-start'
  | 'not-whole'
  | 'not-the-top'
  | 'no-strand'
  | 'not-the-lowest'
  | 'strand-does-not-fit'
  | 'not-a-float'
  | 'wrong-side'
  | 'row-at-its-end'
  | 'other-row';

class Refusal extends Error {
  constructor(readonly code: RepairRefusal) {
    super(code);
  }
}
const refuse = (code: RepairRefusal): never => {
  throw new Refusal(code);
};

/** What lies before her. Lists run as a right-side row meets the stitches. */
export type Work = {
  readonly loops: readonly Stitched[];
  readonly tips: number;
  readonly round: boolean;
  /** Cells of the row in hand, worked and to work, in that same order; `along`: the row itself runs so. */
  readonly inHand: readonly Cell[];
  readonly worked: number;
  readonly row: number;
  readonly along: boolean;
  readonly side: Side;
  readonly flat: boolean;
  readonly direction: Direction;
};

const groupOf = (runs: readonly Run[]) =>
  runs.flatMap(({ stitch: name, count }) => Array.from({ length: count }, () => name));
const wordsOf = (step: CrossingStep) => ({
  hold: step.hold,
  held: groupOf(step.held),
  then: groupOf(step.then),
  ...(step.centre && { centre: { stitches: groupOf(step.centre.runs), depth: step.centre.depth } }),
});

class Mender {
  private loops: Stitched[];
  private tips: number;
  private side: Side;
  private worked: number;
  private row: number;
  private inHand: readonly Cell[];
  private along: boolean;
  private parked = false;
  /** Off the needle: those passed or worked come first. */
  private ladder: Stitched[] | null = null;
  private at = 0;
  private readonly strands: Loose[] = [];

  constructor(
    private readonly work: Work,
    private readonly rowAhead: (row: number) => { cells: readonly Cell[]; along: boolean; side: Side } | null,
  ) {
    this.loops = [...work.loops];
    ({ tips: this.tips, side: this.side, worked: this.worked, row: this.row } = work);
    ({ inHand: this.inHand, along: this.along } = work);
  }

  do(move: RepairMove) {
    switch (move.do) {
      case 'workOn':
        return move.row === this.row ? this.workOn(move.count) : refuse('other-row');
      case 'unpick':
        return move.row === this.row ? this.unpick(move.count) : refuse('other-row');
      case 'finishRow':
        return move.row === this.row ? this.finishRow() : refuse('other-row');
      case 'turnWork':
        return this.turnWork();
      case 'parkYarn':
        return void (this.parked ? refuse('yarn-not-here') : (this.parked = true));
      case 'takeUpYarn':
        return void (this.parked ? (this.parked = false) : refuse('yarn-not-parked'));
      case 'slip':
        return this.slip(move.count, move.to);
      case 'slipOff':
        return this.slipOff(move.count);
      case 'ravel':
        return move.parts.forEach((part) => this.ravel(move.row, part));
      case 'strand':
        return this.strand(move);
      case 'float':
        return this.float(move.number);
      case 'slide':
        return this.slide();
      case 'turnLadder':
        return this.turnLadder();
      case 'putBack':
        return this.putBack(move.count);
    }
  }

  private slide() {
    if (!this.ladder) refuse('no-ladder');
    this.at = 0;
  }

  /** Worked in the row's own direction: along it the tips move on, against it they move back. */
  private workOn(count: number) {
    if (this.parked) refuse('yarn-not-here');
    if (this.ladder) refuse('ladder-hangs');
    const order = this.along ? this.inHand : this.inHand.toReversed();
    let left = count;
    while (left > 0) {
      const cell = order[this.worked] ?? refuse('row-at-its-end');
      if (takes(cell) > left) refuse('not-whole');
      left -= takes(cell);
      this.worked += 1;
      this.knit(cell);
    }
  }

  private knit(cell: Cell) {
    const from = this.along ? this.tips : this.tips - takes(cell);
    if (from < 0 || from + takes(cell) > this.loops.length) refuse('not-so-many');
    const taken = this.loops.slice(from, from + takes(cell));
    const made = this.ordered(make(this.row, cell, this.ordered(taken)));
    this.loops.splice(from, taken.length, ...made);
    this.tips = this.along ? from + made.length : from;
  }

  /** From the right edge to the order in which she meets them, or back. */
  private ordered = <T>(list: readonly T[]): T[] =>
    this.work.direction === 'rightToLeft' ? [...list] : list.toReversed();

  private unpick(count: number) {
    if (this.parked) refuse('yarn-not-here');
    let left = count;
    while (left > 0) {
      const last = this.loops[this.along ? this.tips - 1 : this.tips] ?? refuse('not-so-many');
      const { loops, through, row } = last.cell;
      if (row !== this.row || loops.length > left) refuse('not-whole');
      const from = this.along ? this.tips - loops.length : this.tips;
      this.loops.splice(from, loops.length, ...this.ordered(through));
      this.tips = from + (this.along ? 0 : through.length);
      this.worked -= 1;
      left -= loops.length;
    }
  }

  private finishRow() {
    const order = this.along ? this.inHand : this.inHand.toReversed();
    this.workOn(order.slice(this.worked).reduce((sum, cell) => sum + takes(cell), 0));
    while (this.worked < order.length) {
      this.knit(order[this.worked] as Cell);
      this.worked += 1;
    }
    const next = this.rowAhead(this.row + 1);
    this.row += 1;
    this.worked = 0;
    this.inHand = next?.cells ?? [];
    this.along = next?.along ?? true;
    this.side = this.work.flat ? (this.side === 'RS' ? 'WS' : 'RS') : 'RS';
    this.tips = this.along ? 0 : this.loops.length;
  }

  private turnWork() {
    if (!this.work.flat) refuse('wrong-side');
    if (!this.parked) refuse('yarn-not-parked');
    this.side = this.side === 'RS' ? 'WS' : 'RS';
  }

  private slip(count: number, to: 'taking' | 'feeding') {
    if (this.ladder) refuse('ladder-hangs');
    if (this.side === 'WS') refuse('wrong-side');
    const place = this.tips + (to === 'taking' ? count : -count);
    const all = this.loops.length;
    if (!this.work.round && (place < 0 || place > all)) refuse('not-so-many');
    this.tips = this.work.round ? ((place % all) + all) % all : place;
  }

  private slipOff(count: number) {
    if (!this.parked) refuse('yarn-not-parked');
    if (this.side === 'WS') refuse('wrong-side');
    if (this.ladder) refuse('ladder-hangs');
    const all = this.loops.length;
    if (count > all || (!this.work.round && this.tips + count > all)) refuse('not-so-many');
    if (this.work.round && this.tips + count > all) {
      // The ring is cut elsewhere, so that the group lies in one piece.
      this.loops = [...this.loops.slice(this.tips), ...this.loops.slice(0, this.tips)];
      this.turnedBy = this.tips;
      this.tips = 0;
    }
    this.ladder = this.loops.splice(this.tips, count);
    this.at = 0;
  }
  private turnedBy = 0;

  private ravel(row: number, { pass, undone, caught }: RavelPart) {
    const ladder = this.ladder ?? refuse('no-ladder');
    const out = ladder.slice(pass, pass + undone);
    if (out.length < undone) refuse('not-so-many');
    if (out.some((loop) => loop.row !== row)) refuse('not-the-top');
    const cells = [...new Set(out.map(({ cell }) => cell))];
    if (cells.some(({ loops }) => loops.some((loop) => !out.includes(loop)))) refuse('not-whole');
    const over = cells.flatMap(({ through }) => this.ordered(through));
    if (over.length !== caught) refuse('not-so-many');
    ladder.splice(pass, undone, ...over);
    this.strands.push({ row, cells, undone: out, over, used: false });
  }

  /** The strands that hang, numbered from the lowest; side by side in one row, in the order met. */
  private numbered() {
    return this.strands.toSorted((a, b) => a.row - b.row);
  }

  private pick(number: number): Loose {
    const strand = this.numbered()[number - 1] ?? refuse('no-strand');
    if (strand.used) refuse('no-strand');
    const ladder = this.ladder ?? refuse('no-ladder');
    if (strand.over.some((loop) => !ladder.includes(loop))) refuse('not-the-lowest');
    return strand;
  }

  private strand({ number, side, pass, steps }: StrandMove) {
    const ladder = this.ladder ?? refuse('no-ladder');
    if (this.at !== 0) refuse('not-at-the-start');
    if (side !== this.side) refuse('wrong-side');
    const strand = this.pick(number);
    this.at = pass;
    const taken = steps.flatMap((step) => this.step(step, strand.row));
    const made = ladder.slice(pass, this.at);
    if (taken.length !== strand.over.length || taken.some((loop) => !strand.over.includes(loop)))
      refuse('strand-does-not-fit');
    this.use(strand, this.side === 'RS' ? made : made.toReversed());
  }

  /** What was pulled out is there again: the strand above it hangs through the new loops. */
  private use(strand: Loose, made: readonly Stitched[]) {
    if (made.length !== strand.undone.length) refuse('strand-does-not-fit');
    const again = new Map(strand.undone.map((loop, i) => [loop, made[i] as Stitched]));
    for (const other of this.strands) other.over = other.over.map((loop) => again.get(loop) ?? loop);
    strand.used = true;
  }

  /** Working from the side that faces her; the loops she takes. */
  private step(step: Step, row: number): Stitched[] {
    const rs = this.work.direction;
    const working = { side: this.side, direction: this.side === 'RS' ? rs : oppositeDirection(rs) };
    const fromRS = (seen: Cell) => (this.side === 'RS' ? seen : cellFromOtherSide(seen));
    if (step.kind === 'crossing')
      return this.cell(crossingOfWords(wordsOf(step), working), row, working.direction);
    const cell =
      step.kind === 'run'
        ? fromRS(stitch(step.run.stitch))
        : fromRS(cellForDirection(step.cell, facedDirection(working)));
    const times = step.kind === 'run' ? step.run.count : step.count;
    return Array.from({ length: times }, () => this.cell(cell, row, working.direction)).flat();
  }

  private cell(cell: Cell, row: number, direction: Direction): Stitched[] {
    const ladder = this.ladder ?? refuse('no-ladder');
    const taken = ladder.slice(this.at, this.at + takes(cell));
    if (taken.length < takes(cell)) refuse('not-so-many');
    const order = <T>(list: readonly T[]) => (direction === 'rightToLeft' ? [...list] : list.toReversed());
    const made = order(make(row, cell, order(taken)));
    ladder.splice(this.at, taken.length, ...made);
    this.at += made.length;
    return taken;
  }

  private float(number: number) {
    const ladder = this.ladder ?? refuse('no-ladder');
    const strand = this.pick(number);
    if (strand.cells.some(({ cell }) => !isSlipped(cell))) refuse('not-a-float');
    // It lies where it lay, and so they are slipped stitches again.
    const made = strand.over.map((loop, i) => {
      const { cell } = strand.cells[i] as Made;
      const [again] = make(strand.row, cell, [loop]) as [Stitched];
      ladder.splice(ladder.indexOf(loop), 1, again);
      return again;
    });
    this.use(strand, made);
  }

  private turnLadder() {
    const ladder = this.ladder ?? refuse('no-ladder');
    ladder.reverse();
    this.at = 0;
    this.side = this.side === 'RS' ? 'WS' : 'RS';
  }

  private putBack(count: number) {
    const ladder = this.ladder ?? refuse('no-ladder');
    if (this.side === 'WS') refuse('wrong-side');
    if (this.at !== 0) refuse('not-at-the-start');
    if (ladder.length !== count) refuse('not-so-many');
    if (this.strands.some(({ used }) => !used)) refuse('no-strand');
    this.loops.splice(this.tips, 0, ...ladder);
    if (this.turnedBy > 0) {
      const all = this.loops.length;
      this.loops = [...this.loops.slice(all - this.turnedBy), ...this.loops.slice(0, all - this.turnedBy)];
      this.tips = this.turnedBy;
      this.turnedBy = 0;
    }
    this.strands.length = 0;
    this.ladder = null;
  }

  end() {
    if (this.ladder) refuse('ladder-hangs');
    if (this.parked) refuse('yarn-not-here');
    return { loops: this.loops, tips: this.tips, worked: this.worked, row: this.row, side: this.side };
  }
}

export type Mended = ReturnType<Mender['end']>;

/**
 * What lies before her when all moves are done.
 * @param rowAhead the row after the one in hand, when that one is worked to its end
 */
export function mend(
  work: Work,
  moves: readonly RepairMove[],
  rowAhead: ConstructorParameters<typeof Mender>[1],
): Result<Mended, { readonly code: RepairRefusal; readonly move: number }> {
  const mender = new Mender(work, rowAhead);
  let at = 0;
  try {
    for (; at < moves.length; at += 1) mender.do(moves[at] as RepairMove);
    return ok(mender.end());
  } catch (refused) {
    if (refused instanceof Refusal) return err({ code: refused.code, move: at });
    throw refused;
  }
}
