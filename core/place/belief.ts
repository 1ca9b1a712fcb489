/**
 * How likely every row is, given the journal and what was seen (Bayes). A hypothesis is a number of rows done, with all
 * panels in step or with one of them some rows ahead or behind.
 */
import { chanceOf, type Seen } from './noise';
import { keyOf, NONE, type Asked, type Field, type Question, type Shift } from './question';

export const PRIOR = {
  /** Rows by which the journal's row is usually wrong: one standard deviation. */
  spread: 6,
  /** The share that is spread over all rows of the piece. */
  anywhere: 0.02,
  /** Some panel is out of step; by one row twice as often as by two, and so on. */
  outOfStep: 0.06,
  mostOut: 8,
  /** A panel out of step is looked for within so many rows of the journal's. */
  near: 24,
} as const;

/** What she has said of a question; null: that she does not know. */
export type Answer = { readonly question: Question; readonly seen: Seen | null };

export type Belief = {
  /** By hypothesis: rows done, place in `shifts` (-1: all panels in step), how likely. */
  readonly rows: Int32Array;
  readonly worlds: Int16Array;
  readonly chances: Float64Array;
  readonly shifts: readonly Shift[];
};

/** How likely each row is before anything was seen; by rows done, sums to 1. */
export function priorOf(rows: number, journal: number): Float64Array {
  const near = Float64Array.from({ length: rows + 1 }, (_, row) =>
    Math.exp(-(((row - journal) / PRIOR.spread) ** 2) / 2),
  );
  const sum = near.reduce((a, b) => a + b, 0);
  return near.map((one) => (1 - PRIOR.anywhere) * (one / sum) + PRIOR.anywhere / (rows + 1));
}

/** Rows after which a panel looks the same again; 0 for one that cannot be out of step: its rows are worked once. */
export function repeatOf({ sheet }: Field, panelId: string): number {
  const rows = sheet.plan.sections.flatMap(({ panels }) =>
    panels.flatMap(({ id, chart: key }) => {
      const chart = sheet.plan.charts[key];
      return id === panelId && chart && !chart.once ? [chart.rows.length] : [];
    }),
  );
  return Math.max(0, ...rows);
}

/**
 * Panels that cross can be out of step with one another, by less than a whole repeat; each way with its chance. One panel
 * alone is in step with itself.
 */
export function shiftsOf(field: Field): readonly (Shift & { readonly chance: number })[] {
  const crossing = [...field.tracks.values()].filter(({ last }) => last.some((row) => row > 0));
  if (crossing.length < 2) return [];
  const all = crossing.flatMap(({ panel }) => {
    const most = Math.min(PRIOR.mostOut, repeatOf(field, panel.id) - 1);
    return Array.from({ length: Math.max(0, most) }, (_, i) => i + 1).flatMap((by) => [
      { panel: panel.id, by, weight: 2 ** -by },
      { panel: panel.id, by: -by, weight: 2 ** -by },
    ]);
  });
  const sum = all.reduce((total, { weight }) => total + weight, 0);
  return all.map(({ panel, by, weight }) => ({ panel, by, chance: (PRIOR.outOfStep * weight) / sum }));
}

export function firstBelief(field: Field, journal: number): Belief {
  const shifts = shiftsOf(field);
  const prior = priorOf(field.rows, journal);
  const inStep = shifts.length > 0 ? 1 - PRIOR.outOfStep : 1;
  const from = Math.max(0, journal - PRIOR.near);
  const to = Math.min(field.rows, journal + PRIOR.near);
  const near = to - from + 1;
  const size = field.rows + 1 + shifts.length * near;
  const belief = {
    rows: new Int32Array(size),
    worlds: new Int16Array(size).fill(-1),
    chances: new Float64Array(size),
    shifts,
  };
  prior.forEach((chance, row) => {
    belief.rows[row] = row;
    belief.chances[row] = chance * inStep;
  });
  shifts.forEach(({ chance }, w) => {
    for (let row = from; row <= to; row += 1) {
      const i = field.rows + 1 + w * near + row - from;
      belief.rows[i] = row;
      belief.worlds[i] = w;
      belief.chances[i] = chance * (prior[row] as number);
    }
  });
  return normal(belief);
}

function normal(belief: Belief): Belief {
  const sum = belief.chances.reduce((a, b) => a + b, 0);
  return { ...belief, chances: belief.chances.map((one) => one / sum) };
}

/** What a hypothesis shows. */
const shownBy = (asked: Asked, { rows, worlds, shifts }: Belief, i: number) =>
  asked.at(rows[i] as number, worlds[i] === -1 ? null : (shifts[worlds[i] as number] as Shift));

/** Hypotheses less likely than this are not weighed in questions. */
const FAINT = 1e-6;

/** The belief after an answer; "I don't know" leaves it as it was, and so does a question that is not of this piece. */
export function seeing(field: Field, belief: Belief, { question, seen }: Answer): Belief {
  const asked = field.byKey.get(keyOf(question));
  if (!asked || !seen) return belief;
  const chances = belief.chances.map((chance, i) =>
    chance === 0 ? 0 : chance * chanceOf(asked, seen, shownBy(asked, belief, i)),
  );
  return normal({ ...belief, chances });
}

export const believing = (field: Field, journal: number, answers: readonly Answer[]): Belief =>
  answers.reduce((belief, answer) => seeing(field, belief, answer), firstBelief(field, journal));

/** Only what is not all but ruled out: what questions are weighed with. */
export function likely(belief: Belief): Belief {
  const kept: number[] = [];
  belief.chances.forEach((chance, i) => chance > FAINT && kept.push(i));
  return {
    shifts: belief.shifts,
    rows: Int32Array.from(kept, (i) => belief.rows[i] as number),
    worlds: Int16Array.from(kept, (i) => belief.worlds[i] as number),
    chances: Float64Array.from(kept, (i) => belief.chances[i] as number),
  };
}

/** How likely each value is to be what the fabric shows. */
export function shownChances(asked: Asked, belief: Belief): Map<number, number> {
  const shown = new Map<number, number>();
  belief.chances.forEach((chance, i) => {
    const value = shownBy(asked, belief, i);
    shown.set(value, (shown.get(value) ?? 0) + chance);
  });
  return shown;
}

/** How likely each number of rows done is, whatever panel may be out of step; most likely first. */
export function rowChances({ rows, chances }: Belief): { row: number; chance: number }[] {
  const sums = new Map<number, number>();
  chances.forEach((chance, i) => sums.set(rows[i] as number, (sums.get(rows[i] as number) ?? 0) + chance));
  return [...sums]
    .map(([row, chance]) => ({ row, chance }))
    .sort((a, b) => b.chance - a.chance || a.row - b.row);
}

/** The likeliest hypothesis: rows done, and the panel that is out of step in it. */
export function bestOf({ rows, worlds, chances, shifts }: Belief) {
  let best = 0;
  chances.forEach((chance, i) => {
    if (chance > (chances[best] as number)) best = i;
  });
  const world = worlds[best] as number;
  return { row: rows[best] as number, shift: world === -1 ? null : (shifts[world] as Shift) };
}

/** How likely it is that a panel is out of step so. */
export const shiftChance = ({ worlds, chances, shifts }: Belief, { panel, by }: Shift) =>
  chances.reduce((sum, chance, i) => {
    const shift = shifts[worlds[i] as number];
    return shift?.panel === panel && shift.by === by ? sum + chance : sum;
  }, 0);

/** The mean of what is likely to be counted; nothing to count costs a look. */
export function meanCount(shown: ReadonlyMap<number, number>): number {
  let sum = 0;
  for (const [value, chance] of shown) sum += chance * (value === NONE ? 1 : value);
  return sum;
}
