/** In which order the numbered rows of a text are worked, by its orders: repeats on the way, and where rows repeat for good. */
import type { RowHeader } from './header';
import { MOST_ROWS, type RowOrder } from './orders';
import type { NotationProblem } from './problems';
import type { Scanned } from './scan';

type Range = { readonly first: number; readonly last: number };
/** Rows that are worked again right after the last of them. */
type Again = Range & Pick<RowOrder, 'at'> & { readonly times: number };
/** Rows worked as long as wanted; `after`: how many rows of the text stand before the order. */
type ForEver = Range & Pick<RowOrder, 'at' | 'until'> & { readonly after: number };

/** Rows in the order in which they are worked: some once, then others that repeat. */
export type Run = {
  /** Row numbers. */
  readonly rows: readonly number[];
  /** Place in `rows`, from 0, at which the repeat begins. */
  readonly repeatFrom: number;
  /** The text says that they repeat; else they do if they lead back to their beginning. */
  readonly said: boolean;
};

/** How rows are laid out whose number of passes the counts settle. */
export type Laying = {
  /** "Rep rows 1-8 three times" behind all rows is laid out as well, not taken for how often a pattern is worked. */
  readonly whole: boolean;
  /** How often more the rows of "until 8 sts remain" are worked, by the place of the order. */
  readonly passes: ReadonlyMap<number, number>;
};
export const AS_WRITTEN: Laying = { whole: false, passes: new Map() };

/** Rows that are repeated until so many stitches are left. */
export type UntilLeft = Range & Pick<RowOrder, 'at'> & { readonly left: number };

export class RowOrders {
  private readonly again: Again[] = [];
  private readonly forEver: ForEver[] = [];
  /** Rows that say they are set-up rows. */
  private readonly once: number;
  /** An order that works the whole pattern so many times was met. */
  ofWhole = false;
  /** Orders of which it is not known yet how often their rows are worked. */
  readonly untilLeft: UntilLeft[] = [];

  constructor(
    private readonly orders: Scanned['orders'],
    private readonly headers: readonly RowHeader[],
    private readonly problems: NotationProblem[],
    private readonly laying: Laying,
  ) {
    let most = 0;
    const highest = headers.map(({ kind, numbers }) => {
      if (kind === 'row') for (const number of numbers) most = Math.max(most, number);
      return most;
    });
    this.highestOf = [0, ...highest];
    this.once = Math.max(0, ...headers.filter(({ once }) => once).flatMap(({ numbers }) => numbers));
  }

  /** The highest row number among the first so many labels. */
  private readonly highestOf: readonly number[];

  private range({ rows, after }: Scanned['orders'][number]): Range {
    const before = this.highestOf[after] ?? 0;
    if (rows.kind === 'range') return rows;
    if (rows.kind === 'next') return { first: this.once + 1, last: before };
    return { first: rows.kind === 'from' ? rows.first : before - rows.count + 1, last: before };
  }

  /** The number of the row that stands next behind an order, or 0. */
  private behind = (after: number) =>
    this.headers.slice(after).find(({ kind, numbers }) => kind === 'row' && numbers.length > 0)?.numbers[0] ??
    0;

  /** The same order once more, with no row between. */
  private saidAgain(order: Scanned['orders'][number]): boolean {
    const before = this.orders[this.orders.indexOf(order) - 1];
    const words = ({ rows, times, after }: Scanned['orders'][number]) => JSON.stringify([rows, times, after]);
    return before !== undefined && words(before) === words(order);
  }

  /** Rows that the numbers leave out and an order fills: "rep rows 1 and 2 twice", then row 7. */
  fill<T>(rows: Map<number, T>) {
    const highest = this.highestOf[this.headers.length] ?? 0;
    for (const order of this.orders) {
      const { first, last } = this.range(order);
      const { times, at } = order;
      if (this.saidAgain(order)) {
        this.problems.push({ code: 'order-twice', at });
        continue;
      }
      const length = last - first + 1;
      if (first < 1 || length < 1 || last > MOST_ROWS || last > highest + 1) {
        this.problems.push({
          code: 'repeats-other-rows',
          first,
          last,
          highest,
          at,
        });
        continue;
      }
      if (order.rows.kind === 'next') {
        this.goOn(order, order.rows.count, { first, last }, rows);
        continue;
      }
      if (order.left !== null) {
        const passes = this.laying.passes.get(at.from);
        if (passes === undefined) this.untilLeft.push({ first, last, left: order.left, at });
        else this.again.push({ first, last, times: passes, at });
        continue;
      }
      if (times === null) {
        this.forEver.push({ first, last, at, until: order.until, after: order.after });
        continue;
      }
      const next = this.behind(order.after);
      const gap = next > last ? next - last - 1 : 0;
      const filled = gap > 0 ? times.find((count) => count * length === gap) : undefined;
      if (filled !== undefined) {
        this.fillGap(rows, { first, last }, gap);
        continue;
      }
      // A whole pattern worked so many times is the pattern; how often it is worked is said when it is set up.
      const whole = next === 0 && last === highest && first === Math.max(1, this.once + 1);
      if (whole) this.ofWhole = true;
      if (whole && !this.laying.whole) continue;
      const [count, other] = times;
      if (other !== undefined)
        this.problems.push({ code: 'order-times-unclear', times: count as number, at });
      else this.again.push({ first, last, times: count as number, at });
    }
  }

  private fillGap<T>(rows: Map<number, T>, { first, last }: Range, gap: number) {
    for (let i = 0; i < gap; i += 1) {
      const copied = rows.get(first + (i % (last - first + 1)));
      if (copied !== undefined) rows.set(last + 1 + i, copied);
    }
  }

  /** "Work 4 rows in pattern": the rows go on from their first; behind all rows it only says how long. */
  private goOn<T>(
    { after, at }: Scanned['orders'][number],
    count: number,
    { first, last }: Range,
    rows: Map<number, T>,
  ) {
    const next = this.behind(after);
    const length = last - first + 1;
    const gap = next > last ? next - last - 1 : 0;
    if (next === 0) return;
    if (gap === count) this.fillGap(rows, { first, last }, gap);
    else if (gap === 0 && count % length === 0) this.again.push({ first, last, times: count / length, at });
    else this.problems.push({ code: 'goes-on-differs', count, first, last, next, at });
  }

  /** Rows 1 to `count` in the order in which they are worked, cut behind each stretch that is worked as long as wanted. */
  runs(count: number): readonly Run[] {
    const runs: Run[] = [];
    let from = 1;
    const onTheWay = this.onTheWay(count);
    for (const { first, last, until, at } of onTheWay) {
      if (!until) this.problems.push({ code: 'order-without-end', first, last, at });
      runs.push(this.run(from, first, last, true));
      from = last + 1;
    }
    const begins = this.repeatFrom(from, count, onTheWay);
    const said = this.forEver.length > runs.length;
    if (from <= count || runs.length === 0) runs.push(this.run(from, begins, count, said));
    return runs;
  }

  private run(from: number, first: number, last: number, said: boolean): Run {
    const rows: number[] = [];
    let repeatFrom = 0;
    for (let number = from; number <= last; number += 1) {
      if (number === first) repeatFrom = rows.length;
      rows.push(number);
      for (const again of this.again.filter((one) => one.last === number)) this.repeat(again, rows);
    }
    return { rows, repeatFrom, said };
  }

  /** More rows than a panel may have are refused, never cut short. */
  private repeat({ first, last, times, at }: Again, rows: number[]) {
    if (rows.length + times * (last - first + 1) > MOST_ROWS) {
      this.problems.push({ code: 'too-many-rows', most: MOST_ROWS, at });
      return;
    }
    for (let i = 0; i < times; i += 1)
      for (let number = first; number <= last; number += 1) rows.push(number);
  }

  /** "Rep rows 3-10 until ...", with further rows behind it: the order must stand right behind the last of its rows. */
  private onTheWay(count: number): readonly ForEver[] {
    let done = this.once;
    return this.forEver.filter(({ first, last, after }) => {
      const here = last < count && first > done && this.highestOf[after] === last;
      if (here) done = last;
      return here;
    });
  }

  /** "Rep rows 3-10": the rows before the first are worked once; rows after the last would never be worked again. */
  private repeatFrom(from: number, count: number, onTheWay: readonly ForEver[]): number {
    const along = new Set(onTheWay);
    const ends = this.forEver.filter((order) => !along.has(order));
    const firsts = new Set(ends.map(({ first }) => first));
    for (const { first, last, at } of ends)
      if (
        last !== count ||
        first < from ||
        firsts.size > 1 ||
        (this.once > 0 && from === 1 && first !== this.once + 1)
      )
        this.problems.push({ code: 'repeats-other-rows', first, last, highest: count, at });
    if (from > 1) return ends[0]?.first ?? from;
    return ends[0]?.first ?? Math.min(this.once + 1, Math.max(1, count));
  }
}
