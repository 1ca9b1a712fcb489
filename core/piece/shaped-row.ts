/**
 * A row of the line-up cut to the stitches that are on the needle. Where shaping takes a stitch of a crossing, the
 * crossing is worked smaller or not at all; everything that was cut is worked as single stitches with the faces that
 * the chart shows there, so that the rows above fit on it.
 */
import { never } from '../result';
import { gives, groupsBefore, stitchesAfter, takes } from '../stitch/cells';
import { KNIT, stitch, type Cell, type Crossing } from '../stitch/types';
import type { LaidCell } from '../chart/laid';
import { isLive, type Live, type PlacedAct } from './shaping';

export const LACKING = ['plain', 'smaller'] as const;
/** How a crossing is worked that lacks stitches. */
export type Lacking = (typeof LACKING)[number];

/** A charted crossing that shaping has cut: `wale` is its first one in the line-up. */
export type CutCrossing = {
  readonly panel: number;
  readonly wale: number;
  readonly charted: Crossing;
  readonly now: Crossing | 'plain';
};
/** A cell of the line-up, with the panel that it belongs to. `taken` and `given` are wales here. */
export type LineUpCell = LaidCell & { readonly panel: number };
export type ShapedCells = { readonly cells: readonly LineUpCell[]; readonly cut: readonly CutCrossing[] };

/** The single stitch that shows what a cell gives at one of its places. */
function plainOf(cell: Cell, index: number): Cell {
  switch (cell.kind) {
    case 'stitch':
      return cell;
    case 'crossing':
      return stitch((stitchesAfter(cell)[index] as { stitch: 'knit' }).stitch);
    case 'decrease':
    case 'bobble':
      return stitch(cell.face);
    case 'increase':
      return cell.how === 'yarnOver' ? KNIT : stitch(cell.how === 'frontBack' && index === 1 ? 'purl' : cell.face); // prettier-ignore
    case 'bindOff':
    case 'noStitch':
      return KNIT;
    default:
      return never(cell);
  }
}

const upTo = (from: number, count: number) => Array.from({ length: count }, (_, i) => from + i);

/** The crossing with the stitches it has left, if both of its groups have some. */
function smaller(at: LineUpCell & { cell: Crossing }, left: (wale: number) => boolean): Crossing | null {
  let next = at.taken;
  const keep = new Map<string, boolean[]>();
  const { cell } = at;
  for (const name of groupsBefore(cell)) {
    const size = name === 'centre' ? (cell.centre?.stitches.length ?? 0) : cell[name].length;
    keep.set(name, upTo(next, size).map(left));
    next += size;
  }
  const of = <T>(group: readonly T[], name: string) => group.filter((_, i) => keep.get(name)?.[i]);
  const [over, under] = [of(cell.over, 'over'), of(cell.under, 'under')];
  if (over.length === 0 || under.length === 0) return null;
  const middle = cell.centre ? of(cell.centre.stitches, 'centre') : [];
  const centre = cell.centre && middle.length > 0 ? { centre: { ...cell.centre, stitches: middle } } : {};
  return { kind: 'crossing', lean: cell.lean, over, under, ...centre };
}

class Cutter {
  readonly out: LineUpCell[] = [];
  readonly cut: CutCrossing[] = [];
  private readonly used: ReadonlySet<number>;
  private readonly made: ReadonlySet<number>;
  /** Stretches of wales that this row neither misses, nor gains, nor works together. */
  private readonly calm: readonly (readonly [number, number])[];
  private readonly done = new Set<PlacedAct>();
  /** Cut cells not yet written out, and by how many stitches the row below has more for them than this row needs. */
  private run: LineUpCell[] = [];
  private surplus = 0;

  constructor(
    private readonly before: Live,
    private readonly after: Live,
    private readonly acts: readonly PlacedAct[],
    private readonly lacking: Lacking,
  ) {
    this.used = new Set(acts.flatMap((act) => act.takes));
    this.made = new Set(acts.flatMap((act) => act.gives));
    const both = before.flatMap(([a, b]) =>
      after.map(([c, d]) => [Math.max(a, c), Math.min(b, d)] as const).filter(([from, to]) => from < to),
    );
    const worked = [...this.used, ...this.made].sort((a, b) => a - b);
    this.calm = both.flatMap(([from, to]) => {
      const cuts = worked.filter((w) => w >= from && w < to);
      const starts = [from, ...cuts.map((w) => w + 1)];
      return starts.map((start, i) => [start, cuts[i] ?? to] as const).filter(([a, b]) => a < b);
    });
  }

  /** Wales of a cell that are still to be worked as they were in the row below, and in this row. */
  private free = (at: LineUpCell) => ({
    taken: upTo(at.taken, takes(at.cell)).filter((w) => isLive(this.before, w) && !this.used.has(w)),
    given: upTo(at.given, gives(at.cell)).filter((w) => isLive(this.after, w) && !this.made.has(w)),
  });

  private isWhole(at: LineUpCell): boolean {
    const [t, g] = [at.taken + takes(at.cell), at.given + gives(at.cell)];
    for (const [from, to] of this.calm)
      if (at.taken >= from && at.given >= from && t <= to && g <= to) return true;
    return false;
  }

  add(at: LineUpCell) {
    if (this.surplus === 0 && this.isWhole(at)) {
      this.close();
      this.out.push(at);
      return;
    }
    const { taken, given } = this.free(at);
    this.surplus += taken.length - given.length;
    this.run.push(at);
  }

  private cutCrossing(at: LineUpCell & { cell: Crossing }): LineUpCell[] | null {
    const { taken, given } = this.free(at);
    if (upTo(at.taken, takes(at.cell)).every((w) => !isLive(this.before, w))) return null;
    // Nothing that is shaped may lie between the stitches that are left to cross.
    const [first = 0, last = 0] = [taken[0], taken[taken.length - 1]];
    const beside = upTo(first, last - first + 1).every((w) => !this.used.has(w) && !this.made.has(w));
    const same = beside && taken.join() === given.join();
    const less = this.lacking === 'smaller' && same ? smaller(at, (w) => taken.includes(w)) : null;
    this.cut.push({ panel: at.panel, wale: at.taken, charted: at.cell, now: less ?? 'plain' });
    return less && [{ cell: less, taken: taken[0] as number, given: given[0] as number, panel: at.panel }];
  }

  /** Writes the open run out: what was done in the row, and single stitches for what is left, in order. */
  close() {
    const { run } = this;
    if (run.length === 0) return;
    this.run = [];
    this.surplus = 0;
    const whole: LineUpCell[] = [];
    const taken: number[] = [];
    const given: { wale: number; cell: Cell; panel: number }[] = [];
    for (const at of run) {
      const less = at.cell.kind === 'crossing' ? this.cutCrossing(at as LineUpCell & { cell: Crossing }) : null; // prettier-ignore
      if (less) {
        whole.push(...less);
        continue;
      }
      const left = this.free(at);
      taken.push(...left.taken);
      for (const wale of left.given)
        given.push({ wale, cell: plainOf(at.cell, wale - at.given), panel: at.panel });
    }
    whole.push(...taken.map((wale, i) => {
      const to = given[i] as (typeof given)[number];
      return { cell: to.cell, taken: wale, given: to.wale, panel: to.panel };
    })); // prettier-ignore
    const inRun = (wale: number) =>
      run.find((at) => (wale >= at.taken && wale < at.taken + takes(at.cell)) || wale === at.given);
    for (const act of this.acts) {
      const wale = act.gives[0] ?? (act.takes[0] as number);
      const home = this.done.has(act) ? undefined : inRun(wale);
      if (!home) continue;
      this.done.add(act);
      whole.push({ cell: act.cell, taken: act.takes[0] ?? wale, given: act.gives[0] ?? wale, panel: home.panel }); // prettier-ignore
    }
    this.out.push(...whole.sort((a, b) => a.given - b.given || a.taken - b.taken));
  }
}

/** @param lineUp the whole row of the line-up, from the right */
export function cutRow(
  lineUp: readonly LineUpCell[],
  before: Live,
  after: Live,
  acts: readonly PlacedAct[],
  lacking: Lacking,
): ShapedCells {
  const cutter = new Cutter(before, after, acts, lacking);
  for (const at of lineUp) cutter.add(at);
  cutter.close();
  return { cells: cutter.out, cut: cutter.cut };
}
