/**
 * The holes up one panel: how far they are apart, and which crossing came early or late. From hole to hole the distance is
 * the interval, however the crossing row is counted. Common practice, no published source.
 */
import { inSchool, type School } from './count';
import type { Track } from './track';

export type Spacing = {
  /** Two crossing rows of a panel, the lower one first. */
  readonly from: number;
  readonly to: number;
  /** Rows from hole to hole, and plain rows between the crossing rows. */
  readonly rows: number;
  readonly plain: number;
  /** Crossing rows that lie between them. */
  readonly between: number;
};

/** Rows in which a panel leaves a hole (in a panel of twists: twists), lowest first. */
export function holesOf({ hole }: Track): number[] {
  const rows: number[] = [];
  hole.forEach((row, i) => row === i && row > 0 && rows.push(row));
  return rows;
}

/** @returns null where one of the rows is no crossing row of the panel, or both are the same */
export function spacingOf(crossings: readonly number[], a: number, b: number): Spacing | null {
  const [from, to] = [Math.min(a, b), Math.max(a, b)];
  if (from === to || !crossings.includes(from) || !crossings.includes(to)) return null;
  const between = crossings.filter((row) => row > from && row < to).length;
  return { from, to, rows: to - from, plain: to - from - 1 - between, between };
}

/** From hole to hole in a school's number: the crossing row as 1 or as 0. */
export const intervalIn = (rows: number, { crossingRowIsOne }: School) => rows - (crossingRowIsOne ? 0 : 1);
const rowsFrom = (counted: number, { crossingRowIsOne }: School) => counted + (crossingRowIsOne ? 0 : 1);

/** One crossing on the fabric: planned in one row, made in another; `by` rows early (late, below 0). */
export type Placed = { readonly planned: number; readonly made: number; readonly by: number };
export type AuditProblem =
  | { readonly code: 'not-a-count'; readonly place: number }
  /** The counts reach below the cast-on. */
  | { readonly code: 'too-many-rows'; readonly rows: number; readonly done: number }
  /** More holes than the whole panel is planned to have. */
  | { readonly code: 'too-many-holes'; readonly holes: number; readonly planned: number }
  | { readonly code: 'no-crossings' };
export type Audit = {
  /** From the lowest counted hole up. */
  readonly placed: readonly Placed[];
  /** The lowest crossing from which on the panel is otherwise than below it; null where all is as planned. */
  readonly first: (Placed & { readonly change: number }) | null;
  /** Off already at the lowest counted hole: it began further down. */
  readonly before: number;
  /** Rows that the panel is ahead at the needle (behind, below 0). */
  readonly now: number;
  /** A planned crossing that was not made at all. */
  readonly missed: number | null;
  /** Neighbouring counts that are off by as much either way: one of the holes was most likely taken a row too high or too low. */
  readonly doubt: readonly [number, number] | null;
};

/** Holes from the top down, by counts from the needle. */
function madeRows(done: number, n: number, intervals: readonly number[]): number[] {
  const rows = [done - n + 1];
  for (const interval of intervals) rows.push((rows[rows.length - 1] as number) - interval);
  return rows;
}

/** Changes of step on the way up weigh most; then how far the lowest hole is from where it should be. */
const costOf = (early: readonly number[]) =>
  early.reduce((sum, by, i) => sum + (i > 0 ? Math.abs(by - (early[i - 1] as number)) : 0), 0) +
  Math.abs(early[0] as number) / 2;

/** A crossing left out is likelier than two that come this many rows early or late. House value. */
const COST_OF_MISSED = 2;

type Match = { readonly cost: number; readonly placed: readonly Placed[]; readonly missed: number | null };

/** Which planned crossings these are: neighbours in the plan, one left out at most, whichever agree best. */
function matched(planned: readonly number[], made: readonly number[]): Match | null {
  let best: Match | null = null;
  const consider = (rows: readonly number[], missed: number | null) => {
    if (rows.length < made.length) return;
    const placed = made.map((row, i) => {
      const plan = rows[i] as number;
      return { planned: plan, made: row, by: plan - row };
    });
    const cost = costOf(placed.map(({ by }) => by)) + (missed === null ? 0 : COST_OF_MISSED);
    if (!best || cost < best.cost) best = { cost, placed, missed };
  };
  for (let start = 0; start + made.length <= planned.length; start += 1) {
    const rows = planned.slice(start, start + made.length + 1);
    consider(rows, null);
    for (let out = 1; out < made.length; out += 1)
      consider(
        rows.filter((_, i) => i !== out),
        rows[out] as number,
      );
  }
  return best;
}

function doubtIn(placed: readonly Placed[]): Audit['doubt'] {
  for (let i = 1; i < placed.length - 1; i += 1) {
    const [below, here, above] = [placed[i - 1], placed[i], placed[i + 1]] as [Placed, Placed, Placed];
    if (below.by === above.by && Math.abs(here.by - below.by) === 1)
      return [here.planned, here.by - below.by];
  }
  return null;
}

/**
 * @param planned all crossing rows of the panel that leave a hole, lowest first
 * @param done rows of the piece
 * @param counted from the needle down, as the school counts: Vs above the last hole, then from hole to hole
 */
export function auditSpacing(
  planned: readonly number[],
  done: number,
  counted: readonly number[],
  school: School,
): Audit | AuditProblem {
  if (planned.length === 0) return { code: 'no-crossings' };
  const leastInterval = intervalIn(1, school);
  const bad = counted.findIndex((one, i) => !Number.isInteger(one) || one < (i === 0 ? 0 : leastInterval));
  if (bad >= 0 || counted.length === 0) return { code: 'not-a-count', place: Math.max(0, bad) };
  const [top, ...intervals] = counted as [number, ...number[]];
  const n = top - inSchool(0, school);
  const made = madeRows(
    done,
    n,
    intervals.map((one) => rowsFrom(one, school)),
  ).reverse();
  if ((made[0] as number) < 1) return { code: 'too-many-rows', rows: done - (made[0] as number) + 1, done };
  const match = matched(planned, made);
  if (!match) return { code: 'too-many-holes', holes: made.length, planned: planned.length };
  const { placed, missed } = match;
  const at = placed.findIndex((one, i) => i > 0 && one.by !== placed[i - 1]?.by);
  const first = placed[at];
  return {
    placed,
    first: first ? { ...first, change: first.by - (placed[at - 1]?.by ?? 0) } : null,
    before: placed[0]?.by ?? 0,
    now: placed[placed.length - 1]?.by ?? 0,
    missed,
    doubt: doubtIn(placed),
  };
}
