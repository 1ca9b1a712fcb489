/**
 * From the row in hand to each ladder and back. Where the row runs as a right-side row does, it is worked on to the
 * stitches that come; those behind are reached by slipping. Any other row is left as it is, the yarn parked.
 */
import type { LaidCell, LaidRow } from '../chart/laid';
import { columnsTaken } from '../chart/laid';
import { modulo } from '../indices';
import { sideOf, type Worksheet } from '../piece/worksheet';
import { gives, takes } from '../stitch/cells';
import type { Hand } from '../stitch/types';
import type { RepairMove } from './moves';
import {
  cellsBefore,
  loopKey,
  loopsOfRow,
  loopsOnNeedle,
  rowInHand,
  rsDirection,
  workedCells,
  type Loop,
  type RowInHand,
  type Spot,
} from './needle';
import type { Released } from './released';

const stitches = (cells: readonly LaidCell[], count: typeof takes) =>
  cells.reduce((sum, { cell }) => sum + count(cell), 0);

/** A ladder's place among the loops on the needle; `wraps`: it lies over the start of the round. */
type Place = { readonly from: number; readonly loops: readonly Loop[]; readonly wraps: boolean };

/** After so many turns she only takes back, which ends. */
const MOST_TURNS = 2;

export class Route {
  private done: number;
  private worked: number;
  private inHand: RowInHand | null;
  private moves: RepairMove[] = [];
  /** Loops before the tips, and what they were when slipping began. */
  private tips = 0;
  private loops: readonly Loop[] = [];
  private parked = false;
  private turned = false;
  private readonly round: boolean;

  constructor(
    private readonly sheet: Worksheet,
    private readonly rowOf: (row: number) => LaidRow,
    spot: Spot,
    private readonly hand: Hand,
    wrongSide: 'turn' | 'finish',
  ) {
    this.round = sheet.plan.construction === 'round';
    this.done = spot.done;
    this.worked = spot.worked;
    this.inHand = rowInHand(sheet, spot.done + 1, rowOf, hand);
    if (wrongSide === 'finish' && this.inHand?.wrongSide) {
      this.moves.push({ do: 'finishRow', row: this.inHand.row });
      this.done += 1;
      this.worked = 0;
      this.inHand = rowInHand(sheet, this.done + 1, rowOf, hand);
    }
  }

  /** The row's own order: 0 for the cell met first. */
  private met = (index: number) =>
    this.inHand?.along === false ? this.inHand.cells.length - 1 - index : index;

  private isWorked = (index: number) => this.met(index) < this.worked;

  /** Places in the row in hand of the cells that stand on a set's topmost stitches. */
  private above({ rows }: Released): number[] {
    const { inHand } = this;
    const top = rows[rows.length - 1];
    if (!inHand || !top) return [];
    const laid = this.rowOf(top.row);
    const columns = new Set(
      top.cells.flatMap((i) => {
        const at = laid.cells[i] as LaidCell;
        return Array.from({ length: gives(at.cell) }, (_, n) => modulo(at.given + n, laid.gives));
      }),
    );
    return inHand.cells.flatMap((at, i) =>
      columnsTaken(inHand.laid, at).some((column) => columns.has(column)) ? [i] : [],
    );
  }

  private inOrder() {
    const cells = this.inHand?.cells ?? [];
    return this.inHand?.along === false ? cells.toReversed() : cells;
  }

  /** Works on or back until the row in hand has gone over all of a set's stitches, or none. */
  private clear(set: Released, takesBack: boolean) {
    const met = this.above(set).map(this.met);
    const [first, last] = [Math.min(...met), Math.max(...met) + 1];
    const back = this.inOrder().slice(first, this.worked);
    const on = this.inOrder().slice(this.worked, last);
    const again = stitches(
      this.inOrder().filter((_, i) => met.includes(i)),
      takes,
    );
    const unpicks = takesBack || stitches(back, gives) <= stitches(on, takes) + again;
    this.moves.push(
      unpicks
        ? { do: 'unpick', row: this.done + 1, count: stitches(back, gives) }
        : { do: 'workOn', row: this.done + 1, count: stitches(on, takes) },
    );
    this.worked = unpicks ? first : last;
  }

  private half = (set: Released) => {
    const above = this.above(set);
    return above.some(this.isWorked) && !above.every(this.isWorked);
  };

  /** A set without what of it lies in the row in hand. */
  private below = (set: Released): Released => ({
    ...set,
    rows: set.rows.filter(({ row }) => row <= this.done),
  });

  /**
   * What is released, once no ladder lies half in the row in hand. Ladders that only a worked stitch of that row joins, an
   * increase between them, are one as long as it is worked. Where working on and back would go on for ever she takes back.
   */
  settle(releasedUpTo: (to: number, inTop?: ReadonlySet<LaidCell>) => Released[]): Released[] {
    for (let turns = 0; ; turns += 1) {
      const { inHand } = this;
      const sets =
        inHand && this.worked > 0
          ? releasedUpTo(inHand.row, workedCells(inHand, this.worked))
          : releasedUpTo(this.done);
      const half = sets.map(this.below).find(this.half);
      if (!half) return sets;
      this.clear(half, turns >= MOST_TURNS);
    }
  }

  private look() {
    const direction = rsDirection(this.sheet, this.hand);
    if (this.inHand) {
      const { loops, tips } = loopsOnNeedle(this.inHand, this.worked, direction);
      Object.assign(this, { loops, tips });
      return;
    }
    this.loops = loopsOfRow(this.rowOf(this.done), this.done, direction);
    this.tips = this.overNext ? this.loops.length : 0;
  }

  /** After the last row of flat work the wrong side may face her. */
  private get overNext() {
    return sideOf(this.sheet.plan, this.done + 1) === 'WS';
  }

  private placeOf({ rows }: Released): Place {
    const top = rows[rows.length - 1] as Released['rows'][number];
    const laid = this.rowOf(top.row);
    const wanted = new Set(
      top.cells.flatMap((i) => {
        const at = laid.cells[i] as LaidCell;
        return Array.from({ length: gives(at.cell) }, (_, n) =>
          loopKey({ row: top.row, column: modulo(at.given + n, laid.gives) }),
        );
      }),
    );
    const places = this.loops.flatMap((loop, i) => (wanted.has(loopKey(loop)) ? [i] : []));
    const all = this.loops.length;
    // In the round the widest stretch without any of them lies outside.
    const gaps = places.map((at, i) => ({
      from: at,
      free: i === 0 ? at + all - (places[places.length - 1] as number) : at - (places[i - 1] as number),
    }));
    const first = this.round
      ? gaps.reduce(
          (widest, gap) => (gap.free > widest.free ? gap : widest),
          gaps[0] as { from: number; free: number },
        )
      : (gaps[0] as { from: number; free: number });
    const reach = Math.max(...places.map((at) => modulo(at - first.from, all))) + 1;
    const loops = Array.from({ length: reach }, (_, i) => this.loops[(first.from + i) % all] as Loop);
    return { from: first.from, loops, wraps: first.from + reach > all };
  }

  private park() {
    if (!this.parked) this.moves.push({ do: 'parkYarn' });
    this.parked = true;
  }

  private takeUp() {
    if (this.parked) this.moves.push({ do: 'takeUpYarn' });
    this.parked = false;
  }

  private slipTo(place: number) {
    const all = this.loops.length;
    const far = place - this.tips;
    const by = this.round && Math.abs(far) > all / 2 ? far - Math.sign(far) * all : far;
    if (by !== 0) this.moves.push({ do: 'slip', count: Math.abs(by), to: by > 0 ? 'taking' : 'feeding' });
    this.tips = place;
  }

  private take(): RepairMove[] {
    const { moves } = this;
    this.moves = [];
    return moves;
  }

  /** The row in hand worked on to a ladder; stitches that a cell spans over the place are slipped. */
  private workTo(from: number): number {
    const ahead = (this.inHand?.cells ?? []).slice(this.worked);
    const { cells, over } = cellsBefore(ahead, from - this.tips);
    if (cells > 0) {
      this.takeUp();
      this.moves.push({
        do: 'workOn',
        row: this.done + 1,
        count: stitches(ahead.slice(0, cells), takes),
      });
      this.worked += cells;
      this.look();
    }
    return over;
  }

  /** Every ladder in its turn; `each` is told the way to it. */
  visit(
    sets: readonly Released[],
    each: (set: Released, group: readonly Loop[], way: readonly RepairMove[]) => void,
  ) {
    this.look();
    const turns =
      this.sheet.plan.construction === 'flat' && (this.inHand ? this.inHand.wrongSide : this.overNext);
    if (turns) {
      this.park();
      this.moves.push({ do: 'turnWork' });
      this.turned = true;
    }
    const ahead = (set: Released) =>
      this.inHand?.along === true && !this.placeOf(set).wraps && !this.above(set).some(this.isWorked);
    this.bySlipping(
      sets.filter((set) => !ahead(set)),
      each,
    );
    const rest = sets.filter(ahead).sort((a, b) => this.placeOf(a).from - this.placeOf(b).from);
    for (const set of rest) {
      const over = this.workTo(this.placeOf(set).from);
      this.park();
      const { from, loops } = this.placeOf(set);
      this.slipTo(from);
      each(set, loops, this.take());
      this.slipTo(from - over);
      this.takeUp();
    }
  }

  private bySlipping(
    sets: readonly Released[],
    each: (set: Released, group: readonly Loop[], way: readonly RepairMove[]) => void,
  ) {
    const { tips } = this;
    const far = (set: Released) => {
      const by = this.placeOf(set).from - tips;
      const all = this.loops.length;
      return this.round && Math.abs(by) > all / 2 ? by - Math.sign(by) * all : by;
    };
    const behind = sets.filter((set) => far(set) < 0).sort((a, b) => far(b) - far(a));
    const before = sets.filter((set) => far(set) >= 0).sort((a, b) => far(a) - far(b));
    for (const set of [...behind, ...before]) {
      this.park();
      const { from, loops } = this.placeOf(set);
      this.slipTo(from);
      each(set, loops, this.take());
    }
    if (sets.length > 0) this.slipTo(tips);
  }

  /** Where the row in hand is worked to by now. */
  get spot(): Spot {
    return { done: this.done, worked: this.worked };
  }

  /** Back to the row in hand. */
  home(): RepairMove[] {
    if (this.turned) this.moves.push({ do: 'turnWork' });
    this.takeUp();
    return this.take();
  }
}
