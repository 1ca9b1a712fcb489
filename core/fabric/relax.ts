/**
 * The least-energy place of every stitch of a stretch of rows. Sideways: neighbours keep their natural distance, strands
 * resist bending and sideways pull, everything is held a little by its panel's frame. Upwards: a strand that goes sideways
 * reaches less high, rows stay level where they can. Both are convex least-squares problems, solved by conjugate gradients;
 * the step is bettered row by row, each row being a tridiagonal system.
 */
import { NONE, type Course } from './courses';
import { ROW_HEIGHT } from './shapes';

/** Found by eye on ropes, honeycombs, braids, lattices and diamonds; the distance between neighbours weighs 1. */
export const WEIGHTS = { frame: 0.08, pull: 0.06, bend: 0.25, level: 0.5, reach: 0.5, height: 0.12 };
/** Where the two groups of a crossing meet, their row is not held level. */
const LEVEL_AT_CROSSING = 0.125;
/** Of a strand's sideways way, so much is taken from its height; it never gets flatter than that share. */
const SLOPE_TAKES = 0.5;
const LEAST_HEIGHT = 0.5;
/** No stitch is moved any more where a step is smaller than this. */
const STILL = 1e-12;

/** A strand besides the one that goes straight on: of a decrease or an increase. */
type Extra = { readonly head: number; readonly foot: number };

/** One of the two problems: half the gradient of its energy, and what its rows' systems look like. */
type Energy = {
  /** @param rests 1 with the natural places and distances, 0 without: then it is the matrix times `from` */
  readonly gradient: (from: Float64Array, rests: 0 | 1, into: Float64Array) => void;
  readonly diagonal: Float64Array;
  /** Weight of the spring to the next stitch of the row. */
  readonly beside: Float64Array;
};

const num = (values: ArrayLike<number>, at: number) => values[at] as number;

/** Stitches of all rows in one line, the lowest row first; a stitch is its place in it. */
export class Relaxation {
  readonly x: Float64Array;
  readonly y: Float64Array;
  /** Where each row begins, and one more: where the last one ends. */
  readonly starts: Int32Array;
  /** The stitch that each goes on from, and the one that goes straight on from it; -1 for none. */
  readonly down: Int32Array;
  readonly up: Int32Array;
  /** What a whole round adds to a stitch's foot where its strand passes the join. */
  readonly offset: Float64Array;
  private readonly home: Float64Array;
  private readonly gap: Float64Array;
  private readonly level: Float64Array;
  /** 1 where a stitch has a neighbour after it in its row. */
  private readonly joined: Float64Array;
  private readonly reach: Float64Array;
  private readonly extras: readonly Extra[];

  /** @param courses consecutive rows, the lowest first; it hangs from nothing */
  constructor(private readonly courses: readonly Course[]) {
    this.starts = new Int32Array(courses.length + 1);
    courses.forEach(({ home }, k) => (this.starts[k + 1] = num(this.starts, k) + home.length));
    const line = () => new Float64Array(num(this.starts, courses.length));
    [this.x, this.y, this.offset, this.home] = [line(), line(), line(), line()];
    [this.gap, this.level, this.joined, this.reach] = [line(), line(), line(), line()];
    this.down = new Int32Array(this.x.length).fill(-1);
    this.up = new Int32Array(this.x.length).fill(-1);
    this.extras = courses.flatMap((course, k) => this.join(course, k));
    this.x.set(this.home);
  }

  /** Enters a row, and ties it to the one below. */
  private join(course: Course, k: number): Extra[] {
    const start = num(this.starts, k);
    const below = k > 0 ? num(this.starts, k - 1) : -1;
    const extras: Extra[] = [];
    const packs = this.courses[k + 1]?.packBelow;
    for (let i = 0; i < course.home.length; i += 1) {
      const at = start + i;
      this.home[at] = num(course.home, i);
      this.gap[at] = num(course.gap, i) * (packs?.[i] ?? 1);
      this.y[at] = course.row * ROW_HEIGHT;
      this.joined[at] = i + 1 < course.home.length ? 1 : 0;
      const meet = course.crossed[i] !== NONE && course.crossed[i] !== course.crossed[i + 1];
      this.level[at] = num(this.joined, at) * (meet ? LEVEL_AT_CROSSING : WEIGHTS.level);
      this.offset[at] = num(course.turn, i) * course.round;
      const parent = num(course.parent, i);
      if (below < 0 || parent < 0) continue;
      this.down[at] = below + parent;
      if (this.up[below + parent] === -1) this.up[below + parent] = at;
      else extras.push({ head: at, foot: below + parent });
    }
    if (below >= 0)
      for (const { column, below: i } of course.together)
        extras.push({ head: start + column, foot: below + i });
    return extras;
  }

  /** @param steps of either problem, at most */
  settle(steps: number): this {
    for (const part = this.settling(steps); !part.next().done;);
    return this;
  }

  /** The same bit by bit, so that whoever waits for something else can be served in between. */
  *settling(steps: number): Generator<void, void> {
    yield* this.minimise(this.sideways(), this.x, steps);
    for (let at = 0; at < this.x.length; at += 1) this.reach[at] = this.reachOf(at);
    yield* this.minimise(this.upwards(), this.y, steps);
  }

  /** How high a strand reaches: the more it goes sideways, the less. */
  private reachOf(at: number): number {
    const foot = num(this.down, at);
    if (foot < 0) return ROW_HEIGHT;
    const aside = num(this.x, at) - num(this.x, foot) - num(this.offset, at);
    const rest = ROW_HEIGHT ** 2 - (SLOPE_TAKES * aside) ** 2;
    return Math.max(LEAST_HEIGHT * ROW_HEIGHT, Math.sqrt(Math.max(0, rest)));
  }

  private goesStraight = (at: number) => num(this.down, at) >= 0 && this.up[num(this.down, at)] === at;

  private sideways(): Energy {
    const { down, up, offset, home, gap, joined, extras } = this;
    const { frame, pull, bend } = WEIGHTS;
    const n = this.x.length;
    const diagonal = new Float64Array(n).fill(frame);
    const add = (at: number, weight: number) => (diagonal[at] = num(diagonal, at) + weight);
    for (let at = 0; at < n; at += 1) {
      if (num(joined, at) === 1) {
        add(at, 1);
        add(at + 1, 1);
      }
      if (!this.goesStraight(at)) continue;
      add(at, pull);
      add(num(down, at), pull);
      if (num(up, at) < 0) continue;
      add(at, 4 * bend);
      add(num(down, at), bend);
      add(num(up, at), bend);
    }
    for (const { head, foot } of extras) {
      add(head, pull);
      add(foot, pull);
    }
    const gradient = (from: Float64Array, rests: 0 | 1, into: Float64Array) => {
      for (let at = 0; at < n; at += 1) into[at] = frame * (num(from, at) - rests * num(home, at));
      for (let at = 0; at < n; at += 1) {
        const here = num(from, at);
        if (joined[at] === 1) {
          const wide = num(from, at + 1) - here - rests * num(gap, at);
          into[at] = num(into, at) - wide;
          into[at + 1] = num(into, at + 1) + wide;
        }
        const p = num(down, at);
        if (p < 0 || up[p] !== at) continue;
        const foot = num(from, p) + rests * num(offset, at);
        const aside = pull * (here - foot);
        const c = num(up, at);
        const bent = c < 0 ? 0 : bend * (foot + num(from, c) - rests * num(offset, c) - 2 * here);
        into[at] = num(into, at) + aside - 2 * bent;
        into[p] = num(into, p) - aside + bent;
        if (c >= 0) into[c] = num(into, c) + bent;
      }
      for (const { head, foot } of extras) {
        const aside = pull * (num(from, head) - num(from, foot) - rests * num(offset, head));
        into[head] = num(into, head) + aside;
        into[foot] = num(into, foot) - aside;
      }
    };
    return { gradient, diagonal, beside: joined };
  }

  private upwards(): Energy {
    const { down, level, reach } = this;
    const { height, reach: pull } = WEIGHTS;
    const n = this.y.length;
    const rest = Float64Array.from(this.y);
    const diagonal = new Float64Array(n).fill(height);
    const add = (at: number, weight: number) => (diagonal[at] = num(diagonal, at) + weight);
    for (let at = 0; at < n; at += 1) {
      add(at, num(level, at));
      if (at + 1 < n) add(at + 1, num(level, at));
      if (num(down, at) < 0) continue;
      add(at, pull);
      add(num(down, at), pull);
    }
    const gradient = (from: Float64Array, rests: 0 | 1, into: Float64Array) => {
      for (let at = 0; at < n; at += 1) into[at] = height * (num(from, at) - rests * num(rest, at));
      for (let at = 0; at < n; at += 1) {
        const here = num(from, at);
        if (num(level, at) > 0) {
          const steep = num(level, at) * (num(from, at + 1) - here);
          into[at] = num(into, at) - steep;
          into[at + 1] = num(into, at + 1) + steep;
        }
        const p = num(down, at);
        if (p < 0) continue;
        const stretched = pull * (here - num(from, p) - rests * num(reach, at));
        into[at] = num(into, at) + stretched;
        into[p] = num(into, p) - stretched;
      }
    };
    return { gradient, diagonal, beside: level };
  }

  /** Conjugate gradients from where the stitches are. */
  private *minimise({ gradient, diagonal, beside }: Energy, place: Float64Array, steps: number) {
    const n = place.length;
    const line = () => new Float64Array(n);
    const [rest, better, way, pulled] = [line(), line(), line(), line()];
    const pivots = factored(diagonal, beside);
    gradient(place, 1, rest);
    for (let at = 0; at < n; at += 1) rest[at] = -num(rest, at);
    solveRows(pivots, beside, rest, better);
    way.set(better);
    let size = dot(rest, better);
    for (let step = 0; step < steps && size > STILL; step += 1) {
      gradient(way, 0, pulled);
      const share = size / dot(way, pulled);
      for (let at = 0; at < n; at += 1) {
        place[at] = num(place, at) + share * num(way, at);
        rest[at] = num(rest, at) - share * num(pulled, at);
      }
      solveRows(pivots, beside, rest, better);
      const now = dot(rest, better);
      for (let at = 0; at < n; at += 1) way[at] = num(better, at) + (now / size) * num(way, at);
      size = now;
      yield;
    }
  }
}

function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let at = 0; at < a.length; at += 1) sum += num(a, at) * num(b, at);
  return sum;
}

/** Pivots of the tridiagonal systems of all rows, which are not tied to each other. */
function factored(diagonal: Float64Array, beside: Float64Array): Float64Array {
  const pivots = Float64Array.from(diagonal);
  for (let at = 1; at < pivots.length; at += 1) {
    const weight = num(beside, at - 1);
    if (weight > 0) pivots[at] = num(pivots, at) - (weight * weight) / num(pivots, at - 1);
  }
  return pivots;
}

function solveRows(pivots: Float64Array, beside: Float64Array, right: Float64Array, into: Float64Array) {
  const n = right.length;
  for (let at = 0; at < n; at += 1) {
    const carried = at > 0 ? (num(beside, at - 1) * num(into, at - 1)) / num(pivots, at - 1) : 0;
    into[at] = num(right, at) + carried;
  }
  for (let at = n - 1; at >= 0; at -= 1) {
    const carried = at + 1 < n ? num(beside, at) * num(into, at + 1) : 0;
    into[at] = (num(into, at) + carried) / num(pivots, at);
  }
}
