/**
 * What most likely happened on a track, from what is seen of it: what is seen is laid against what is charted so that the
 * slips needed cost least. A slip's cost is how unlikely it is (natural logarithm); one slip that explains many odd
 * crossings, a mirrored half or a habit that switched, costs once. The odds are our own (no published source).
 */
import type { Lean } from '../stitch/types';
import type { Seen, Sight } from './seen';

/** A charted crossing of the track: all that a story needs of it. */
export type Place = { readonly row: number; readonly lean: Lean };

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

/** One slip that makes many crossings odd. */
export type Whole =
  | { readonly kind: 'asCharted' }
  /** Every lean is the other one: the other half of a mirrored pair. */
  | { readonly kind: 'mirrored' }
  /** From the charted crossing of that row on every lean is the other one, or the same one. */
  | { readonly kind: 'switched'; readonly from: number }
  | { readonly kind: 'always'; readonly from: number; readonly lean: Lean }
  /** All crossings lie so many rows higher (or lower, below 0): the panel was begun at another row of its chart. */
  | { readonly kind: 'startedAt'; readonly by: number };

export type Slip =
  | { readonly kind: 'wrongLean' | 'uncrossed'; readonly row: number }
  /** One of these rows; which one cannot be told from what is seen. */
  | { readonly kind: 'missed'; readonly rows: readonly number[] }
  /** Seen after the charted crossing of row `after` (0: before all). */
  | { readonly kind: 'extra'; readonly after: number; readonly seen: Seen }
  | { readonly kind: 'shifted'; readonly row: number; readonly by: number; readonly wrongLean: boolean };

export type Story = {
  readonly whole: Whole;
  readonly slips: readonly Slip[];
  readonly cost: number;
  /** The share of belief among all stories that were weighed. */
  readonly sure: number;
};

const OTHER: Readonly<Record<Lean, Lean>> = { left: 'right', right: 'left' };

/** What would be there if the whole slip were all that happened. */
export function expected(charted: readonly Place[], whole: Whole): Place[] {
  switch (whole.kind) {
    case 'asCharted':
      return [...charted];
    case 'mirrored':
      return charted.map(({ row, lean }) => ({ row, lean: OTHER[lean] }));
    case 'switched':
      return charted.map(({ row, lean }) => ({ row, lean: row >= whole.from ? OTHER[lean] : lean }));
    case 'always':
      return charted.map(({ row, lean }) => ({ row, lean: row >= whole.from ? whole.lean : lean }));
    case 'startedAt':
      return charted.map(({ row, lean }) => ({ row: row + whole.by, lean }));
  }
}

/** Whole slips worth weighing, with what each costs. */
export function wholes(charted: readonly Place[], rowsKnown: boolean): { whole: Whole; cost: number }[] {
  const some = Math.log(Math.max(2, charted.length));
  const both = new Set(charted.map(({ lean }) => lean)).size > 1;
  const from = charted.slice(1);
  const gap = Math.min(...charted.slice(1).map(({ row }, i) => row - (charted[i]?.row ?? 0)), MOST_OFF + 1);
  const shifts = rowsKnown ? [...Array(Math.max(0, gap - 1)).keys()].flatMap((i) => [i + 1, -i - 1]) : [];
  return [
    { whole: { kind: 'asCharted' }, cost: 0 },
    { whole: { kind: 'mirrored' }, cost: COSTS.whole },
    ...from.map(({ row }) => ({ whole: { kind: 'switched', from: row } as const, cost: COSTS.whole + some })),
    ...(both ? charted : []).flatMap(({ row }) =>
      (['left', 'right'] as const).map((lean) => ({
        whole: { kind: 'always', from: row, lean } as const,
        cost: COSTS.whole + some,
      })),
    ),
    ...shifts.map((by) => ({ whole: { kind: 'startedAt', by } as const, cost: COSTS.whole + some })),
  ];
}

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
        slips.unshift({ kind: 'extra', after: place?.row ?? 0, seen: sight.seen });
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

/** So many stories are worth telling besides the first. */
const MOST_STORIES = 4;
/** A story so much less likely than the first is not told. */
const FAR = 3;

/**
 * The most likely stories, the likeliest first; those after it that are nearly as likely are ties or alternatives.
 * @param charted crossings of one track, from the bottom up
 */
export function storiesOf(charted: readonly Place[], sights: readonly Sight[]): Story[] {
  const rowsKnown = sights.some(({ row }) => row !== null);
  const all = wholes(charted, rowsKnown).map(({ whole, cost: wholeCost }) => {
    const { slips, cost } = slipsOf(expected(charted, whole), sights);
    return { whole, slips, cost: cost + wholeCost };
  });
  const best = Math.min(...all.map(({ cost }) => cost));
  if (!Number.isFinite(best)) return [];
  const belief = all.reduce((sum, { cost }) => sum + Math.exp(best - cost), 0);
  return all
    .filter(({ cost }) => cost - best < FAR)
    .sort((a, b) => a.cost - b.cost)
    .slice(0, MOST_STORIES)
    .map((story) => ({ ...story, sure: Math.exp(best - story.cost) / belief }));
}

/** What lies below its charted row, or where none is charted: a mark on a charted crossing would not reach it. */
export const unmarked = ({ slips }: Story) =>
  slips.filter((slip) => slip.kind === 'extra' || (slip.kind === 'shifted' && slip.by < 0)).length;

/** What lies otherwise than charted if a story is true, crossing by crossing; see {@link unmarked} for what is left out. */
export function oddOnes(
  charted: readonly Place[],
  { whole, slips }: Story,
): { row: number; made: Lean | 'uncrossed' }[] {
  const odd = new Map<number, Lean | 'uncrossed'>();
  const leans = new Map(charted.map(({ row, lean }) => [row, lean]));
  if (whole.kind !== 'startedAt')
    expected(charted, whole).forEach(({ row, lean }) => {
      if (leans.get(row) !== lean) odd.set(row, lean);
    });
  for (const slip of slips) {
    if (slip.kind === 'extra') continue;
    if (slip.kind === 'missed') {
      if (slip.rows.length === 1) odd.set(slip.rows[0] as number, 'uncrossed');
    } else if (slip.kind === 'wrongLean') {
      const now = odd.get(slip.row);
      const lean = leans.get(slip.row);
      // Against the whole slip: as charted again.
      if (now !== undefined) odd.delete(slip.row);
      else if (lean) odd.set(slip.row, OTHER[lean]);
    } else if (slip.kind !== 'shifted' || slip.by > 0) odd.set(slip.row, 'uncrossed');
  }
  return [...odd].map(([row, made]) => ({ row, made })).sort((a, b) => a.row - b.row);
}
