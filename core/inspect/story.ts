/**
 * What most likely happened on a track, from what is seen of it: what is seen is laid against what is charted so that the
 * slips needed cost least. A slip's cost is how unlikely it is (natural logarithm); one slip that explains many odd
 * crossings, a mirrored half or a habit that switched, costs once. The odds are our own (no published source).
 */
import type { Lean } from '../stitch/types';
import type { Seen, Sight } from './seen';
import { expected, wholes, type Asked, type Course, type Place, type Whole } from './wholes';

export const COSTS = {
  asCharted: 0.02,
  wrongLean: 4.2,
  uncrossed: 5,
  /** Charted, but nothing like it is seen; and the other way about. */
  missed: 5.6,
  extra: 6.2,
  /** Crossed in another row, and again for every row that it is off. */
  shifted: 5,
  rowOff: 0.4,
  unsure: 0.1,
  /** One slip for the whole track, or from somewhere on. */
  whole: 6,
} as const;
/** A crossing is not taken for one that is charted farther away. */
const MOST_OFF = 5;

export type Slip =
  | { readonly kind: 'wrongLean' | 'uncrossed'; readonly row: number }
  /** One of these rows; which one cannot be told from what is seen. */
  | { readonly kind: 'missed'; readonly rows: readonly number[] }
  /** Seen after the charted crossing of row `after` (0: before all); `row` is where it lies, if that is known. */
  | { readonly kind: 'extra'; readonly after: number; readonly seen: Seen; readonly row: number | null }
  | { readonly kind: 'shifted'; readonly row: number; readonly by: number; readonly wrongLean: boolean };

export type Story = {
  readonly whole: Whole;
  readonly slips: readonly Slip[];
  readonly cost: number;
  /** The share of belief among all stories that were weighed. */
  readonly sure: number;
};

/** What it costs to take what is seen for a crossing that is expected; Infinity where it cannot be. */
export function pairCost({ row, lean }: Place, sight: Sight): number {
  const off = sight.row === null ? 0 : Math.abs(sight.row - row);
  if (sight.seen === 'none') return off === 0 ? COSTS.uncrossed : Infinity;
  if (off > MOST_OFF) return Infinity;
  const lies =
    sight.seen === 'unsure' ? COSTS.unsure : sight.seen === lean ? COSTS.asCharted : COSTS.wrongLean;
  return lies + (off === 0 ? 0 : COSTS.shifted + COSTS.rowOff * off);
}
/** A place where nothing is crossed and nothing is expected is no news. */
export const extraCost = ({ seen }: Sight) => (seen === 'none' ? 0 : COSTS.extra);

type Table = readonly Float64Array[];

/** Least costs from the start (or the end) of both to every pair of places. */
function table(places: readonly Place[], sights: readonly Sight[]): Table {
  const rows = Array.from({ length: places.length + 1 }, () =>
    new Float64Array(sights.length + 1).fill(Infinity),
  );
  const at = (i: number, j: number) => rows[i]?.[j] ?? Infinity;
  (rows[0] as Float64Array)[0] = 0;
  for (let i = 0; i <= places.length; i += 1)
    for (let j = 0; j <= sights.length; j += 1) {
      if (i === 0 && j === 0) continue;
      const pair =
        i > 0 && j > 0
          ? at(i - 1, j - 1) + pairCost(places[i - 1] as Place, sights[j - 1] as Sight)
          : Infinity;
      const missed = i > 0 ? at(i - 1, j) + COSTS.missed : Infinity;
      const extra = j > 0 ? at(i, j - 1) + extraCost(sights[j - 1] as Sight) : Infinity;
      (rows[i] as Float64Array)[j] = Math.min(pair, missed, extra);
    }
  return rows;
}

const near = (a: number, b: number) => Math.abs(a - b) < 1e-9;

/** The slips of one cheapest way, crossings found missing with all the places where they could be missing as well. */
function slipsOf(places: readonly Place[], sights: readonly Sight[]): { slips: Slip[]; cost: number } {
  const to = table(places, sights);
  const from = table(places.toReversed(), sights.toReversed());
  const [n, m] = [places.length, sights.length];
  const cost = to[n]?.[m] ?? Infinity;
  const slips: Slip[] = [];
  let [i, j] = [n, m];
  while (i > 0 || j > 0) {
    const here = to[i]?.[j] ?? Infinity;
    const place = places[i - 1];
    const sight = sights[j - 1];
    if (place && sight && near(here, (to[i - 1]?.[j - 1] ?? Infinity) + pairCost(place, sight))) {
      const slip = slipAt(place, sight);
      if (slip) slips.unshift(slip);
      [i, j] = [i - 1, j - 1];
    } else if (place && near(here, (to[i - 1]?.[j] ?? Infinity) + COSTS.missed)) {
      slips.unshift({ kind: 'missed', rows: [place.row] });
      i -= 1;
    } else {
      if (sight && extraCost(sight) > 0)
        slips.unshift({ kind: 'extra', after: place?.row ?? 0, seen: sight.seen, row: sight.row });
      j -= 1;
    }
  }
  const missing = slips.filter(({ kind }) => kind === 'missed');
  if (missing.length !== 1) return { slips, cost };
  const rows = places.flatMap(({ row }, p) =>
    Array.from({ length: m + 1 }, (_, s) => s).some((s) =>
      near((to[p]?.[s] ?? Infinity) + COSTS.missed + (from[n - p - 1]?.[m - s] ?? Infinity), cost),
    )
      ? [row]
      : [],
  );
  return { slips: slips.map((slip) => (slip.kind === 'missed' ? { kind: 'missed', rows } : slip)), cost };
}

function slipAt({ row, lean }: Place, { seen, row: at }: Sight): Slip | null {
  if (seen === 'none') return { kind: 'uncrossed', row };
  const wrongLean = seen !== 'unsure' && seen !== lean;
  if (at !== null && at !== row) return { kind: 'shifted', row, by: at - row, wrongLean };
  return wrongLean ? { kind: 'wrongLean', row } : null;
}

/** What a whole slip costs: one from a place on could begin at any of its crossings. */
export const wholeCost = (whole: Whole, crossings: number) =>
  whole.kind === 'asCharted'
    ? 0
    : COSTS.whole + (whole.kind === 'mirrored' ? 0 : Math.log(Math.max(2, crossings)));

/** A whole slip, the slips besides it, and what they cost together. */
export type Told = Pick<Story, 'whole' | 'slips' | 'cost'>;

/** The cheapest slips of a track if a whole slip is true; its own cost is not among theirs. */
export const toldAs = (course: Course, sights: readonly Sight[], whole: Whole): Told => ({
  whole,
  ...slipsOf(expected(course, whole), sights),
});

/** Kept after the first time. */
function kept<K, V>(make: (key: K) => V): (key: K) => V {
  const known = new Map<K, V>();
  return (key) => {
    const found = known.get(key) ?? make(key);
    known.set(key, found);
    return found;
  };
}

/**
 * The cost of {@link toldAs} for any whole slip, without the slips. What happens from a row on is the cheapest way up to it
 * and the cheapest way down to it put together, so that all such rows share two tables.
 */
export function costsOf(course: Course, sights: readonly Sight[]): (whole: Whole) => number {
  const { charted } = course;
  const [n, m] = [charted.length, sights.length];
  const seenDown = sights.toReversed();
  const up = kept((_: 'charted') => table(charted, sights));
  const down = kept((how: 'mirrored' | Lean) => {
    const whole: Whole = how === 'mirrored' ? { kind: how } : { kind: 'always', from: 0, lean: how };
    return table(expected(course, whole).toReversed(), seenDown);
  });
  const from = (row: number, how: 'mirrored' | Lean) => {
    const below = charted.filter((place) => place.row < row).length;
    const [lower, upper] = [up('charted')[below], down(how)[n - below]];
    let least = Infinity;
    for (let j = 0; j <= m; j += 1)
      least = Math.min(least, (lower?.[j] ?? Infinity) + (upper?.[m - j] ?? Infinity));
    return least;
  };
  return (whole) => {
    switch (whole.kind) {
      case 'asCharted':
        return up('charted')[n]?.[m] ?? Infinity;
      case 'mirrored':
        return from(0, 'mirrored');
      case 'switched':
        return from(whole.from, 'mirrored');
      case 'always':
        return from(whole.from, whole.lean);
      case 'startedAt':
      case 'startedElsewhere': {
        const places = expected(course, whole);
        return table(places, sights)[places.length]?.[m] ?? Infinity;
      }
    }
  };
}

export const rowsKnown = (sights: readonly Sight[]) => sights.some(({ row }) => row !== null);

/** So many stories are worth telling besides the first. */
const MOST_STORIES = 4;
/** A story so much less likely than the first is not told. */
const FAR = 3;

/** The likeliest first, with the share of belief of each; those far behind are left out. */
export function likeliest<T extends { readonly cost: number }>(all: readonly T[]): (T & { sure: number })[] {
  const best = Math.min(...all.map(({ cost }) => cost));
  if (!Number.isFinite(best)) return [];
  const belief = all.reduce((sum, { cost }) => sum + Math.exp(best - cost), 0);
  return all
    .filter(({ cost }) => cost - best < FAR)
    .sort((a, b) => a.cost - b.cost)
    .slice(0, MOST_STORIES)
    .map((one) => ({ ...one, sure: Math.exp(best - one.cost) / belief }));
}

/** The most likely stories of one track; those after the first that are nearly as likely are ties or alternatives. */
export function storiesOf(course: Course, sights: readonly Sight[], asked: Asked = 'everyRow'): Story[] {
  const all: Whole[] = [{ kind: 'asCharted' }, ...wholes([course], rowsKnown(sights), asked)];
  const costs = costsOf(course, sights);
  const weighed = all.map((whole) => ({
    whole,
    cost: costs(whole) + wholeCost(whole, course.charted.length),
  }));
  return likeliest(weighed).map((one) => ({ ...one, slips: toldAs(course, sights, one.whole).slips }));
}
