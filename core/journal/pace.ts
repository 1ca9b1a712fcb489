/**
 * Time at the needles. Rows are timed from one to the next on the same device; pauses are found by themselves: a gap far
 * longer than rows of its kind take. Clocks are the devices' own: a gap that runs backwards tells nothing.
 */
import type { JournalEvent } from './events';
import type { JournalState } from './fold';
import { sittings } from './sittings';
import { inTrueOrder } from './true-order';

export const ROW_KINDS = ['plain', 'crossing', 'shaping'] as const;
export type RowKind = (typeof ROW_KINDS)[number];

export type SittingTime = {
  readonly from: string;
  readonly to: string;
  readonly rows: number;
  /** Milliseconds at the needles, pauses left out. */
  readonly atNeedles: number;
  readonly pauses: number;
};
export type Pace = {
  /** Milliseconds that a row takes, the middle one of those timed; null where none was. */
  readonly row: Readonly<Record<RowKind, number | null>>;
  readonly any: number | null;
  readonly sittings: readonly SittingTime[];
};

/** A gap this many times as long as such a row takes, and longer than so many minutes, is a pause. */
const PAUSE_TIMES = 4;
const PAUSE_MS = 5 * 60_000;
/** Only rows so near to now tell how fast she knits now. */
const NEWEST_ROWS = 200;

function median(values: readonly number[]): number | null {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[sorted.length >> 1] ?? null;
}

type Gap = { readonly kind: RowKind; readonly ms: number; readonly sitting: number };

/** From the step before to each counted row, on one device, within a sitting. */
function gapsOf(events: readonly JournalEvent[], sitting: number, state: JournalState, kindOf: (row: number) => RowKind): Gap[] {
  const last = new Map<string, number>();
  return events.flatMap((event): Gap[] => {
    if (event.kind !== 'rowDone' && event.kind !== 'undo' && event.kind !== 'ripped' && event.kind !== 'rowSet') return [];
    const time = Date.parse(event.deviceTime);
    const before = last.get(event.device) ?? Infinity;
    last.set(event.device, time);
    if (event.kind !== 'rowDone' || state.verdicts.get(event.id) !== 'counted') return [];
    return time > before ? [{ kind: kindOf(event.row), ms: time - before, sitting }] : [];
  });
} // prettier-ignore

export function paceOf(
  events: readonly JournalEvent[],
  state: JournalState,
  kindOf: (row: number) => RowKind,
): Pace {
  const sat = sittings(inTrueOrder(events, state.count - events.length));
  const gaps = sat.flatMap((sitting, i) => gapsOf(sitting.events, i, state, kindOf));
  const newest = gaps.slice(-NEWEST_ROWS);
  const of = (kind: RowKind) => median(newest.filter((gap) => gap.kind === kind).map(({ ms }) => ms));
  const row = { plain: of('plain'), crossing: of('crossing'), shaping: of('shaping') };
  const any = median(newest.map(({ ms }) => ms));
  const isPause = ({ kind, ms }: Gap) => ms > Math.max(PAUSE_MS, PAUSE_TIMES * (row[kind] ?? any ?? 0));
  const times = sat.map(({ from, to, events: all }, i): SittingTime => {
    const here = gaps.filter((gap) => gap.sitting === i);
    const paused = here.filter(isPause);
    const rows = all.filter(({ id, kind }) => kind === 'rowDone' && state.verdicts.get(id) === 'counted').length; // prettier-ignore
    const worked = here.filter((gap) => !isPause(gap)).reduce((sum, { ms }) => sum + ms, 0);
    // The first row of a sitting, and one after a pause, have no time of their own.
    const untimed = Math.max(0, rows - here.length) + paused.length;
    return { from, to, rows, atNeedles: worked + untimed * (any ?? 0), pauses: paused.length };
  });
  return { row, any, sittings: times };
}

/** A gap as long as this has rested the hands. */
const REST_MS = 10 * 60_000;

/** When this device's hands last began, in ms since 1970, after a rest or a clock that jumped back; null if never. */
export function atItSince(events: readonly JournalEvent[], device: string): number | null {
  let since: number | null = null;
  let last: number | null = null;
  for (const event of events) {
    if (event.device !== device) continue;
    const time = Date.parse(event.deviceTime);
    if (last === null || time < last || time - last >= REST_MS) since = time;
    last = time;
  }
  return since;
}

/** Milliseconds that rows `from` to `to` will take at this pace; null while nothing was timed. */
export function timeFor(pace: Pace, kindOf: (row: number) => RowKind, from: number, to: number): number | null {
  if (pace.any === null) return null;
  let total = 0;
  for (let row = from; row <= to; row += 1) total += pace.row[kindOf(row)] ?? pace.any;
  return total;
} // prettier-ignore
