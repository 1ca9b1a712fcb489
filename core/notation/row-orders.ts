/** In which order the numbered rows of a text are worked, by its orders: repeats on the way, and where the repeat begins. */
import type { RowHeader } from './header';
import { MOST_ROWS, type RowOrder } from './orders';
import type { NotationProblem } from './problems';
import type { Scanned } from './scan';

type Range = { readonly first: number; readonly last: number };
/** Rows that are worked again right after the last of them. */
type Again = Range & Pick<RowOrder, 'at'> & { readonly times: number };

export class RowOrders {
  private readonly again: Again[] = [];
  private readonly forEver: (Range & Pick<RowOrder, 'at'>)[] = [];
  /** Rows that say they are set-up rows. */
  private readonly once: number;

  constructor(
    private readonly orders: Scanned['orders'],
    private readonly headers: readonly RowHeader[],
    private readonly problems: NotationProblem[],
  ) {
    this.once = Math.max(0, ...headers.filter(({ once }) => once).flatMap(({ numbers }) => numbers));
  }

  private highest = (headers: readonly RowHeader[]) =>
    headers.reduce((most, { kind, numbers }) => (kind === 'row' ? Math.max(most, ...numbers) : most), 0);

  private range({ rows, after }: Scanned['orders'][number]): Range {
    const before = this.highest(this.headers.slice(0, after));
    if (rows.kind === 'range') return rows;
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
    const highest = this.highest(this.headers);
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
      if (times === null) {
        this.forEver.push({ first, last, at });
        continue;
      }
      const next = this.behind(order.after);
      const gap = next > last ? next - last - 1 : 0;
      const filled = gap > 0 ? times.find((count) => count * length === gap) : undefined;
      if (filled !== undefined) {
        for (let i = 0; i < gap; i += 1) {
          const copied = rows.get(first + (i % length));
          if (copied !== undefined) rows.set(last + 1 + i, copied);
        }
        continue;
      }
      // A whole pattern worked so many times is the pattern; how often it is worked is said when it is set up.
      if (next === 0 && last === highest && first === Math.max(1, this.once + 1)) continue;
      const [count, other] = times;
      if (other !== undefined)
        this.problems.push({ code: 'order-times-unclear', times: count as number, at });
      else this.again.push({ first, last, times: count as number, at });
    }
  }

  /** Row numbers in the order in which they are worked, and the place (from 1) at which the repeat begins. */
  sequence(count: number): { readonly sequence: readonly number[]; readonly first: number } {
    const from = this.firstOf(count);
    const sequence: number[] = [];
    let first = 1;
    for (let number = 1; number <= count; number += 1) {
      if (number === from) first = sequence.length + 1;
      sequence.push(number);
      for (const again of this.again.filter(({ last }) => last === number)) this.repeat(again, sequence);
    }
    return { sequence, first };
  }

  /** More rows than a panel may have are refused, never cut short. */
  private repeat({ first, last, times, at }: Again, sequence: number[]) {
    if (sequence.length + times * (last - first + 1) > MOST_ROWS) {
      this.problems.push({ code: 'too-many-rows', most: MOST_ROWS, at });
      return;
    }
    for (let i = 0; i < times; i += 1)
      for (let number = first; number <= last; number += 1) sequence.push(number);
  }

  /** "Rep rows 3-10": the rows before the first are worked once; rows after the last would never be worked again. */
  private firstOf(count: number): number {
    const firsts = new Set(this.forEver.map(({ first }) => first));
    for (const { first, last, at } of this.forEver)
      if (last !== count || firsts.size > 1 || (this.once > 0 && first !== this.once + 1))
        this.problems.push({ code: 'repeats-other-rows', first, last, highest: count, at });
    return this.forEver[0]?.first ?? Math.min(this.once + 1, Math.max(1, count));
  }
}
