/**
 * Shaping: decreases, increases and bind-offs that narrow or widen a window over a section's line-up. Wales are never
 * renumbered; which of them are on the needle (live) after each shaping row is worked out once, in the order in which
 * it happens, so that a bind-off and decreases inside it, or two schedules at the same edge, need no rule of their own.
 */
import { err, ok, type Result } from '../result';
import type { Cell, Decrease, Increase } from '../stitch/types';

/** `inset` stitches stay outside the shaping; or a wale, where stitches go (or come) on the side that is named. */
export type ShapingPlace =
  | { readonly kind: 'edge'; readonly edge: 'right' | 'left'; readonly inset: number }
  | { readonly kind: 'wale'; readonly wale: number; readonly towards: 'right' | 'left' };
export type BindOff = { readonly kind: 'bindOff'; readonly stitches: number };
/** An increase takes nothing from the row below: made from the strand between, or a yarn over. */
export type ShapingAct = Decrease | Exclude<Increase, { how: 'frontBack' }> | BindOff;
/** `first` is a row of the section, 1-based. */
export type Phase = { readonly first: number; readonly every: number; readonly times: number };
export type Shaping = {
  readonly id: string;
  readonly place: ShapingPlace;
  readonly act: ShapingAct;
  readonly phases: readonly Phase[];
};

/** Wales on the needle: half-open intervals from the right. */
export type Live = readonly (readonly [from: number, to: number])[];
/** One thing done in a shaping row: the wales it takes from the row below, those it gives, and how. */
export type PlacedAct = {
  readonly shaping: number;
  readonly cell: Cell;
  readonly takes: readonly number[];
  readonly gives: readonly number[];
};
export type ShapingStep = {
  /** Row of the section. */
  readonly from: number;
  readonly acts: readonly PlacedAct[];
  /** After the row. */
  readonly live: Live;
};
export type SectionShape = {
  readonly width: number;
  readonly start: Live;
  readonly steps: readonly ShapingStep[];
};

export const MOST_SHAPING_ROWS = 4_000;

/** `shaping` is a 0-based index, `row` a row of the section. */
export type ShapingProblem = { readonly shaping: number } & (
  | { readonly code: 'phase-not-sound' }
  | { readonly code: 'shaping-past-the-end'; readonly row: number; readonly rows: number }
  | { readonly code: 'nothing-left'; readonly row: number }
  | { readonly code: 'shapings-meet'; readonly row: number }
  | { readonly code: 'nothing-to-widen-into'; readonly row: number }
  | { readonly code: 'place-outside'; readonly width: number }
  | { readonly code: 'bind-off-inside' }
  | { readonly code: 'too-much-shaping'; readonly most: number }
);

export const countLive = (live: Live) => live.reduce((sum, [from, to]) => sum + to - from, 0);
export const isLive = (live: Live, wale: number) => live.some(([from, to]) => wale >= from && wale < to);

/** The wale of the stitch that lies `index` stitches from the right. */
export function waleAt(live: Live, index: number): number {
  let left = index;
  for (const [from, to] of live) {
    if (left < to - from) return from + left;
    left -= to - from;
  }
  throw new RangeError(`no stitch ${index} of ${countLive(live)}`);
}
/** How many live stitches lie to the right of a wale. */
export function indexOfWale(live: Live, wale: number): number {
  let index = 0;
  for (const [from, to] of live) {
    if (wale <= from) break;
    index += Math.min(to, wale) - from;
  }
  return index;
}

const without = (live: Live, wale: number): Live =>
  live.flatMap(([from, to]) =>
    wale < from || wale >= to
      ? [[from, to] as const]
      : ([[from, wale], [wale + 1, to]] as const).filter(([a, b]) => a < b),
  ); // prettier-ignore
function withWale(live: Live, wale: number): Live {
  const all = [...live, [wale, wale + 1] as const].sort((a, b) => a[0] - b[0]);
  return all.reduce<(readonly [number, number])[]>((done, [from, to]) => {
    const last = done[done.length - 1];
    return last && last[1] === from ? [...done.slice(0, -1), [last[0], to]] : [...done, [from, to]];
  }, []);
}

const rowsOfPhase = ({ first, every, times }: Phase) =>
  Array.from({ length: times }, (_, i) => first + i * every);
/** All rows of a schedule, in order. */
export const rowsOfShaping = (shaping: Shaping) => shaping.phases.flatMap(rowsOfPhase).sort((a, b) => a - b);
/** Stitches that go (less than 0: that come) each time. */
export const stitchesGone = ({ act }: Shaping) =>
  act.kind === 'bindOff' ? act.stitches : act.kind === 'decrease' ? act.of - 1 : -1;

const placeKey = ({ place }: Shaping) => JSON.stringify(place);
const whole = (value: number, least: number) => Number.isInteger(value) && value >= least;

class Needle {
  private used = new Set<number>();

  constructor(
    public live: Live,
    private readonly width: number,
  ) {}

  nextRow() {
    this.used = new Set();
  }

  /** Where the place lies now: the stitch next to it on the side that it eats, and the way to go from there. */
  private at(place: ShapingPlace): { index: number; step: 1 | -1 } {
    const all = countLive(this.live);
    if (place.kind === 'edge')
      return place.edge === 'right'
        ? { index: place.inset, step: 1 }
        : { index: all - 1 - place.inset, step: -1 };
    const index = indexOfWale(this.live, place.wale);
    return place.towards === 'left' ? { index, step: 1 } : { index: index - 1, step: -1 };
  }

  private take(index: number, count: number, step: 1 | -1): number[] | null {
    const all = countLive(this.live);
    for (let i = index; i >= 0 && i < all; i += step) {
      const end = i + (count - 1) * step;
      if (end < 0 || end >= all) return null;
      // Not n * step: 0 * -1 is -0, which is no small integer, and every wale counted from it would be slow to work with.
      const wales = Array.from({ length: count }, (_, n) => waleAt(this.live, step === 1 ? i + n : i - n));
      if (wales.every((wale) => !this.used.has(wale))) return wales;
    }
    return null;
  }

  /** The last of the stitches worked together remains: the one that lies farthest from the place. */
  decrease(place: ShapingPlace, of: number): Omit<PlacedAct, 'shaping' | 'cell'> | null {
    const { index, step } = this.at(place);
    const wales = this.take(index, of, step);
    if (!wales) return null;
    const stays = wales[wales.length - 1] as number;
    for (const gone of wales.slice(0, -1)) this.live = without(this.live, gone);
    for (const wale of wales) this.used.add(wale);
    return { takes: [...wales].sort((a, b) => a - b), gives: [stays] };
  }

  increase(place: ShapingPlace): Omit<PlacedAct, 'shaping' | 'cell'> | null {
    const { index, step } = this.at(place);
    const all = countLive(this.live);
    if (index < 0 || index >= all) return null;
    const wale = waleAt(this.live, index) - step;
    if (wale < 0 || wale >= this.width || isLive(this.live, wale)) return null;
    this.live = withWale(this.live, wale);
    this.used.add(wale);
    return { takes: [], gives: [wale] };
  }

  bindOff(place: ShapingPlace): Omit<PlacedAct, 'shaping' | 'cell'> | null {
    const { index, step } = this.at(place);
    const wales = this.take(index, 1, step);
    if (!wales) return null;
    this.live = without(this.live, wales[0] as number);
    return { takes: wales, gives: [] };
  }

  /** Stitches that will only be added later are not there at the start. */
  startWithout(place: ShapingPlace): boolean {
    const { index } = this.at(place);
    if (index < 0 || index >= countLive(this.live)) return false;
    this.live = without(this.live, waleAt(this.live, index));
    return countLive(this.live) > 0;
  }
}

type Due = { readonly row: number; readonly shaping: number };

function dueRows(shapings: readonly Shaping[]): Due[] {
  const all = shapings.flatMap((shaping, index) =>
    rowsOfShaping(shaping).map((row) => ({ row, shaping: index })),
  );
  // Bind-offs first: they lie outermost, and what is worked together after them stays on the needle.
  const last = ({ shaping }: Due) => (shapings[shaping]?.act.kind === 'bindOff' ? 0 : 1);
  return all.sort((a, b) => a.row - b.row || last(a) - last(b) || a.shaping - b.shaping);
}

/** By how many stitches each place must be narrower at the start, so that its increases have somewhere to go. */
function toBegin(shapings: readonly Shaping[], due: readonly Due[]) {
  const balance = new Map<string, { now: number; least: number; shaping: number }>();
  for (const { shaping } of due) {
    const it = shapings[shaping] as Shaping;
    const at = balance.get(placeKey(it)) ?? { now: 0, least: 0, shaping };
    at.now += stitchesGone(it);
    at.least = Math.min(at.least, at.now);
    balance.set(placeKey(it), at);
  }
  return [...balance.values()].map(({ least, shaping }) => ({ stitches: -least, shaping }));
}

function checkShaping(shaping: Shaping, index: number, width: number, rows: number): ShapingProblem | null {
  const { place, act, phases } = shaping;
  const sound = phases.every(({ first, every, times }) => whole(first, 1) && whole(every, 1) && whole(times, 1)); // prettier-ignore
  if (phases.length === 0 || !sound || (act.kind === 'bindOff' && !whole(act.stitches, 1)))
    return { code: 'phase-not-sound', shaping: index };
  const inside =
    place.kind === 'edge' ? whole(place.inset, 0) && place.inset < width : whole(place.wale, 0) && place.wale <= width; // prettier-ignore
  if (!inside) return { code: 'place-outside', shaping: index, width };
  if (act.kind === 'bindOff' && (place.kind !== 'edge' || place.inset > 0))
    return { code: 'bind-off-inside', shaping: index };
  const last = Math.max(...phases.map(({ first, every, times }) => first + every * (times - 1)));
  return last > rows ? { code: 'shaping-past-the-end', shaping: index, row: last, rows } : null;
}

function actOnce(needle: Needle, { place, act }: Shaping, shaping: number): PlacedAct[] | null {
  if (act.kind === 'bindOff') {
    const off = Array.from({ length: act.stitches }, () => needle.bindOff(place));
    return off.every((one) => one !== null)
      ? off.map((one) => ({ ...(one as { takes: number[]; gives: number[] }), shaping, cell: { kind: 'bindOff' } })) // prettier-ignore
      : null;
  }
  const done = act.kind === 'decrease' ? needle.decrease(place, act.of) : needle.increase(place);
  return done && [{ ...done, shaping, cell: act }];
}

const neededFor = ({ place, act }: Shaping) =>
  (act.kind === 'bindOff' ? act.stitches : act.kind === 'decrease' ? act.of : 0) + (place.kind === 'edge' ? place.inset : 0); // prettier-ignore

/** Why an act found no stitches: too few are left for what this row does, or other shaping of the row has them. */
function whyNot(
  needle: Needle,
  shapings: readonly Shaping[],
  due: readonly Due[],
  { row, shaping }: Due,
): ShapingProblem {
  if (shapings[shaping]?.act.kind === 'increase') return { code: 'nothing-to-widen-into', shaping, row };
  const here = due.filter((one) => one.row === row).map((one) => shapings[one.shaping] as Shaping);
  const needed = here.reduce((sum, one) => sum + neededFor(one), 0);
  return { code: countLive(needle.live) <= needed ? 'nothing-left' : 'shapings-meet', shaping, row };
}

/**
 * @param width stitches of the line-up at its widest
 * @param rows rows of the section
 * @param before wales on the needle when the section begins, if it goes on in the shape of the one before
 */
export function shapeOf(
  shapings: readonly Shaping[],
  width: number,
  rows: number,
  before: Live | null,
): Result<SectionShape, ShapingProblem> {
  for (const [index, shaping] of shapings.entries()) {
    const problem = checkShaping(shaping, index, width, rows);
    if (problem) return err(problem);
  }
  const times = shapings.reduce(
    (sum, { phases }) => sum + phases.reduce((n, phase) => n + phase.times, 0),
    0,
  );
  if (times > MOST_SHAPING_ROWS)
    return err({ code: 'too-much-shaping', shaping: 0, most: MOST_SHAPING_ROWS });
  const due = dueRows(shapings);
  const needle = new Needle(before ?? [[0, width]], width);
  if (!before)
    for (const { stitches, shaping } of toBegin(shapings, due))
      for (let i = 0; i < stitches; i += 1)
        if (!needle.startWithout((shapings[shaping] as Shaping).place))
          return err({ code: 'nothing-left', shaping, row: 1 });
  const start = needle.live;
  const steps: { from: number; acts: PlacedAct[]; live: Live }[] = [];
  for (const at of due) {
    const last = steps[steps.length - 1];
    if (last?.from !== at.row) needle.nextRow();
    const shaping = shapings[at.shaping] as Shaping;
    const acts = actOnce(needle, shaping, at.shaping);
    if (!acts || countLive(needle.live) === 0) return err(whyNot(needle, shapings, due, at));
    if (last?.from === at.row) {
      last.acts.push(...acts);
      last.live = needle.live;
    } else steps.push({ from: at.row, acts, live: needle.live });
  }
  return ok({ width, start, steps });
}
