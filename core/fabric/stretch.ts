/** Consecutive rows that have been laid out together, and the shapes that each of them adds to the picture. */
import { columnsGiven, columnsTaken } from '../chart/laid';
import { gives } from '../stitch/cells';
import { stitchFromOtherSide } from '../stitch/looks';
import type { Side } from '../stitch/types';
import { crossingsOf, type CrossingAt } from '../piece/crossings';
import { waleOf } from '../piece/deviation';
import type { PanelRow, WorkRow } from '../piece/work-row';
import { isSlipLook, NONE, OVER, UNDER, type Course, type Look } from './courses';
import type { Relaxation } from './relax';
import { ROW_HEIGHT, type CrossingBox, type Hole, type RowShapes, type Shadow, type Shape } from './shapes';

/** A stitch by its row in the stretch (from 0) and its column. */
type Spot = { readonly k: number; readonly i: number };

/** How the stretch is looked at. */
export type View = {
  readonly face: Side;
  /** Width of the whole fabric. */
  readonly total: number;
  /** The row on which the picture stands: heights are counted from its top. */
  readonly base: number;
  /** The fabric's first row: nothing is drawn up from below it. */
  readonly first: number;
};

const at = (values: ArrayLike<number> | undefined, i: number) => values?.[i] as number;
/** The hole's middle lies so far below the foot of the crossing row. */
const HOLE_BELOW = 0.5;
const BEYOND_JOIN = 0.5;
const LEAST_WIDTH = 0.78;
const MOST_WIDTH = 1.15;

/** Of rows that have settled. */
export class Stretch {
  private ground: Shape[] = [];
  private over: Shape[] = [];

  constructor(
    private readonly courses: readonly Course[],
    private readonly relaxed: Relaxation,
    private readonly view: View,
  ) {}

  private index = (row: number) => row - (this.courses[0]?.row ?? 0);
  private node = ({ k, i }: Spot) => (this.relaxed.starts[k] as number) + i;
  private fromRight = (spot: Spot) => at(this.relaxed.x, this.node(spot));
  private turned = (x: number) => (this.view.face === 'RS' ? this.view.total - x : x);
  private x = (spot: Spot) => this.turned(this.fromRight(spot));
  private y = (spot: Spot) => at(this.relaxed.y, this.node(spot)) - this.view.base * ROW_HEIGHT;
  private look = ({ k, i }: Spot) => this.courses[k]?.looks[i] as Look;
  private crossed = ({ k, i }: Spot) => at(this.courses[k]?.crossed, i);

  /** Middle of a stitch's head, in the view; the fabric's middle for one that is not there. */
  xOf(row: number, column: number): number {
    const k = this.index(row);
    return column < (this.courses[k]?.home.length ?? 0) ? this.x({ k, i: column }) : this.view.total / 2;
  }

  yOf(row: number, column: number): number {
    const k = this.index(row);
    const known = column < (this.courses[k]?.home.length ?? 0);
    return known ? this.y({ k, i: column }) : (row - this.view.base) * ROW_HEIGHT;
  }

  private below({ k, i }: Spot): Spot | null {
    const parent = k > 0 ? at(this.courses[k]?.parent, i) : -1;
    return parent < 0 ? null : { k: k - 1, i: parent };
  }

  private above({ k, i }: Spot): Spot | null {
    const up = at(this.relaxed.up, this.node({ k, i }));
    return up < 0 ? null : { k: k + 1, i: up - (this.relaxed.starts[k + 1] as number) };
  }

  /** Room of a stitch; what lies over or under it takes none. */
  private width(spot: Spot): number {
    const { k, i } = spot;
    const here = this.crossed(spot);
    const gaps = [-1, 1].flatMap((step) => {
      const beside = { k, i: i + step };
      const known = beside.i >= 0 && beside.i < (this.courses[k]?.home.length ?? 0);
      const apart = known && here !== NONE && this.crossed(beside) !== here;
      return known && !apart ? [Math.abs(this.fromRight(beside) - this.fromRight(spot))] : [];
    });
    const mean = gaps.length > 0 ? gaps.reduce((a, b) => a + b, 0) / gaps.length : 0.85;
    return Math.min(MOST_WIDTH, Math.max(LEAST_WIDTH, mean));
  }

  /** Where the foot of a strand shows. One that passes the join of a round comes from just beyond the edge. */
  private footX(spot: Spot, below: Spot): number {
    const whole = at(this.relaxed.offset, this.node(spot));
    const foot = this.fromRight(below) + whole;
    const here = this.fromRight(spot);
    return this.turned(whole === 0 ? foot : Math.min(here + BEYOND_JOIN, Math.max(here - BEYOND_JOIN, foot)));
  }

  /** In front from this side: in a crossing the group on top, beside its row whatever runs into it or out of it. */
  private inFront(spot: Spot): boolean {
    const front = this.view.face === 'RS' ? OVER : UNDER;
    const here = this.crossed(spot);
    if (here !== NONE) return here === front;
    if (this.view.face === 'WS') return false;
    return [this.below(spot), this.above(spot)].some((one) => one !== null && this.crossed(one) === OVER);
  }

  /** What a row adds. */
  shapesOf(row: WorkRow): RowShapes {
    const k = this.index(row.row);
    this.ground = [];
    this.over = [];
    const n = this.courses[k]?.home.length ?? 0;
    for (let i = 0; i < n; i += 1) this.stitch({ k, i });
    const crossings = row.panels.flatMap((panel) => crossingsOf(panel).map((of) => [panel, of] as const));
    return {
      row: row.row,
      foot: (row.row - 1 - this.view.base) * ROW_HEIGHT,
      ground: this.ground,
      over: this.over,
      shadows: crossings.flatMap(([panel, of]) => this.shadow(row, panel.panel.id, of) ?? []),
      holes: crossings.flatMap(([, of]) => this.hole(row, of) ?? []),
      crossings: crossings.flatMap(([panel, of]) => this.boxes(row, panel, of)),
    };
  }

  /** A slipped stitch is the stitch below, drawn up: the lowest of the column speaks for those above it. */
  private stitch(spot: Spot) {
    const below = this.below(spot);
    if (isSlipLook(this.look(spot))) {
      this.float(spot);
      if (below && (this.courses[below.k]?.row ?? 0) >= this.view.first) return;
    }
    let top = spot;
    for (let up = this.above(top); up && isSlipLook(this.look(up)); up = this.above(top)) top = up;
    const layer = this.inFront(spot) ? this.over : this.ground;
    for (const { column, below: i } of this.courses[spot.k]?.together ?? [])
      if (column === spot.i && spot.k > 0) layer.push(this.shape(spot, top, { k: spot.k - 1, i }));
    layer.push(this.shape(spot, top, below));
  }

  private float(spot: Spot) {
    const towards = this.view.face === 'RS' ? 'slipBefore' : 'slipBehind';
    if (this.look(spot) !== towards) return;
    const y = this.y(spot) - ROW_HEIGHT / 2;
    this.over.push({ kind: 'float', x: this.x(spot), y, width: this.width(spot) });
  }

  private shape(spot: Spot, top: Spot, below: Spot | null): Shape {
    const own = this.look(spot);
    const dotted = own === 'bobble' || own === 'eyelet';
    const look = this.view.face === 'RS' || dotted ? own : stitchFromOtherSide(own);
    const [x1, y1, width] = [this.x(top), this.y(top), this.width(spot)];
    const x0 = below ? this.footX(spot, below) : this.x(spot);
    const y0 = below ? this.y(below) : this.y(spot) - ROW_HEIGHT;
    const sunk = this.crossed(spot) !== NONE && !this.inFront(spot);
    if (look === 'bobble') return { kind: 'bobble', x: x1, y: (y0 + y1) / 2, radius: width * 0.55 };
    if (look === 'eyelet') return { kind: 'eyelet', x: x1, y: (y0 + y1) / 2, radius: width * 0.3 };
    if (look === 'purl' || look === 'purlTbl') return { kind: 'bump', x0, y0, x1, y1, width, sunk };
    const [twisted, tall] = [look === 'knitTbl', top !== spot];
    return { kind: 'v', x0, y0, x1, y1, width, twisted, tall, sunk };
  }

  private given = (row: WorkRow, of: CrossingAt): Spot[] =>
    columnsGiven(row.laid, of).map((i) => ({ k: this.index(row.row), i }));

  private boxes(row: WorkRow, panel: PanelRow, of: CrossingAt): CrossingBox[] {
    const spots = this.given(row, of);
    const join = spots.findIndex(({ i }, n) => n > 0 && i < (spots[n - 1] as Spot).i);
    const parts = join < 0 ? [spots] : [spots.slice(0, join), spots.slice(join)];
    return parts.map((part) => {
      const sides = part.map((spot) => [this.x(spot), this.width(spot) / 2] as const);
      const left = Math.min(...sides.map(([x, half]) => x - half));
      const right = Math.max(...sides.map(([x, half]) => x + half));
      return {
        row: row.row,
        panel: panel.panel.id,
        wale: waleOf(panel, of),
        at: of,
        x: left,
        y: (row.row - 1.5 - this.view.base) * ROW_HEIGHT,
        width: right - left,
        height: ROW_HEIGHT * 2,
      };
    });
  }

  /** Between the two groups, where the row is pulled apart below. */
  private hole(row: WorkRow, of: CrossingAt): Hole | null {
    if (gives(of.cell) <= 2) return null;
    const [over, under] = [of.cell.over.length, of.cell.under.length];
    const first = of.cell.lean === 'left' ? over : under;
    const border = (spots: readonly Spot[], n: number): number | null => {
      const [a, b] = [spots[n - 1], spots[n]];
      if (!a || !b || Math.abs(a.i - b.i) !== 1) return null;
      return (this.x(a) + this.x(b)) / 2;
    };
    const k = this.index(row.row);
    const given = this.given(row, of);
    const taken = k > 0 ? columnsTaken(row.laid, of).map((i) => ({ k: k - 1, i })) : [];
    const above = border(given, first);
    const below = border(taken, taken.length - first);
    const x = above === null ? below : below === null ? above : (above + below) / 2;
    const foot = given[0] && this.below(given[0]);
    const y = foot ? this.y(foot) : (row.row - 1 - this.view.base) * ROW_HEIGHT;
    // Below the first row there is no fabric to be pulled apart.
    return x === null || row.row <= this.view.first ? null : { x, y: y - HOLE_BELOW };
  }

  /** A band around the strands on top, over the rows through which they slope; behind purls only its own row shows. */
  private shadow(row: WorkRow, panel: string, of: CrossingAt): Shadow | null {
    const onTop = this.view.face === 'RS' ? OVER : UNDER;
    const spots = this.given(row, of).filter((spot) => this.crossed(spot) === onTop);
    const middle = spots[0];
    if (!middle) return null;
    const steps = this.view.face === 'RS' ? [-1, 0, 1] : [-1, 0];
    const half = this.width(middle) * 0.62;
    const levels = steps.map((step) => {
      const ends = spots.map((spot) => this.beside(spot, step));
      const xs = ends.map(({ x }) => x);
      return { left: Math.min(...xs) - half, right: Math.max(...xs) + half, y: ends[0]?.y ?? 0 };
    });
    const left = levels.map(({ left: x, y }) => [x, y] as const);
    const right = levels.map(({ right: x, y }) => [x, y] as const);
    return { row: row.row, panel, lean: of.cell.lean, points: [...left, ...right.reverse()] };
  }

  /** The strand of a stitch one row lower or higher, or where it would be. */
  private beside(spot: Spot, step: number): { x: number; y: number } {
    const next = step < 0 ? this.below(spot) : step > 0 ? this.above(spot) : spot;
    const y = next ? this.y(next) : this.y(spot) + step * ROW_HEIGHT;
    const x = !next || step === 0 ? this.x(spot) : step < 0 ? this.footX(spot, next) : this.x(next);
    return { x: Math.abs(x - this.x(spot)) > this.view.total / 2 ? this.x(spot) : x, y };
  }

  /** Where a row ends at either side, at the tops of its stitches. */
  edgeOf(row: number) {
    const k = this.index(row);
    const n = this.courses[k]?.home.length ?? 0;
    const y = (row - this.view.base) * ROW_HEIGHT;
    if (n === 0) return { y, left: this.view.total / 2, right: this.view.total / 2 };
    const ends = [
      { k, i: 0 },
      { k, i: n - 1 },
    ].map((spot) => [this.x(spot), this.width(spot) / 2] as const);
    return {
      y,
      left: Math.min(...ends.map(([x, half]) => x - half)),
      right: Math.max(...ends.map(([x, half]) => x + half)),
    };
  }
}
