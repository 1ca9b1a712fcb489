/**
 * One panel from the cast-on to the last row: what it shows after every row. Worked out once, so that all rows can be
 * asked about at once. Arrays run from row 0 (the cast-on edge) to the piece's last row.
 */
import { crossingsOf } from '../piece/crossings';
import type { PanelPlan } from '../piece/plan';
import { made, type Worksheet } from '../piece/worksheet';
import { bestColumn, isTwist } from './column';
import { NEAR_EDGE, runIn, type Leaning, type RowFacts, type Run } from './row-facts';

/** Whether a row leaves something to count from. */
type Holed = (facts: RowFacts) => boolean;

export type Track = {
  readonly panel: Pick<PanelPlan, 'id' | 'name' | 'edge'>;
  /** Whether the panel is there at all. */
  readonly here: Uint8Array;
  /** The last crossing row that left a hole (a twist, in a panel of twists alone); 0 before the first one. */
  readonly hole: Int32Array;
  /** Vs from the first above the hole to the loop on the needle, both counted, a tall one once; 0 where there is no hole. */
  readonly vs: Int32Array;
  /** The panel has nothing but twists of 1 over 1. */
  readonly twists: boolean;
  /** The last crossing row of all, and how it leans, by the place in {@link LEANINGS}. */
  readonly last: Int32Array;
  readonly lean: Uint8Array;
  /** Crossing rows, and ridges, from the panel's first row up. */
  readonly crossed: Int32Array;
  readonly ridges: Int32Array;
  /** Of a stitch near the right edge (`stitch`, 1-based) on the needle: 0 not there, 1 a V, 2 a bump, seen from the RS. */
  readonly stitch: number;
  readonly look: Uint8Array;
};

export const LEANINGS = ['none', 'left', 'right', 'both'] as const satisfies readonly (Leaning | 'none')[];

/** Columns are followed so far up from a crossing; above, every row is taken to be one V. */
const MOST_FOLLOWED = 24;

type Vs = readonly number[];
/** By chart row and rows followed: Vs of the column to count in, after 1, 2, ... rows. */
type KnownVs = Map<string, Vs>;

/** Vs that are seen after each row from the crossing row `from` up to `to`, both included. */
function vsFrom(sheet: Worksheet, panelId: string, from: number, to: number): Vs {
  const end = Math.min(to, from + MOST_FOLLOWED - 1);
  const rows = Array.from({ length: end - from + 1 }, (_, i) => made(sheet, from + i));
  const panel = rows[0]?.panels.find((one) => one.panel.id === panelId);
  const crossings = panel ? crossingsOf(panel) : [];
  const crossing = crossings.find((at) => !isTwist(at)) ?? crossings[0];
  if (!crossing) return [];
  return rows.map((_, i) => bestColumn(rows.slice(0, i + 1), crossing).worked);
}

type Growing = {
  -readonly [K in 'here' | 'hole' | 'vs' | 'last' | 'lean' | 'crossed' | 'ridges' | 'look']: Track[K];
};

const empty = (rows: number): Growing => ({
  here: new Uint8Array(rows + 1),
  hole: new Int32Array(rows + 1),
  vs: new Int32Array(rows + 1),
  last: new Int32Array(rows + 1),
  lean: new Uint8Array(rows + 1),
  crossed: new Int32Array(rows + 1),
  ridges: new Int32Array(rows + 1),
  look: new Uint8Array(rows + 1),
});

/** Lays the Vs from a crossing row up to `to`, both in this run. */
function layVs(sheet: Worksheet, run: Run, vs: Int32Array, known: KnownVs, from: number, to: number) {
  const [i, end] = [from - run.first, to - run.first + 1];
  const asCharted = run.asCharted.slice(i, end).every(Boolean);
  const slips = run.facts.slice(i, end).some((facts) => facts.slips);
  const key = `${run.panel.chart} ${run.index[i]} ${to - from}`;
  const follow = () => vsFrom(sheet, run.panel.id, from, to);
  const seen = !slips ? [] : asCharted ? (known.get(key) ?? follow()) : follow();
  if (slips && asCharted) known.set(key, seen);
  const followed = seen[seen.length - 1] ?? 0;
  for (let row = from; row <= to; row += 1) {
    const n = row - from + 1;
    vs[row] = seen[n - 1] ?? followed + n - seen.length;
  }
}

/** A row of bumps between rows that are not. */
const isRidge = ({ facts }: Run, i: number) =>
  facts.length > 1 && facts[i]?.bumps === true && !facts[i - 1]?.bumps && !facts[i + 1]?.bumps;

/** @param below the row that the run goes on from; 0 where it begins anew */
function layRun(sheet: Worksheet, run: Run, grow: Growing, holed: Holed, below: number, known: KnownVs) {
  let hole = grow.hole[below] as number;
  run.facts.forEach((facts, i) => {
    const row = run.first + i;
    const from = i > 0 ? row - 1 : below;
    grow.here[row] = 1;
    if (holed(facts)) {
      if (hole >= run.first) layVs(sheet, run, grow.vs, known, hole, row - 1);
      hole = row;
    }
    grow.hole[row] = hole;
    // Up from a hole in the section below; rows above one in this section are laid when the next is met.
    grow.vs[row] = hole > 0 && hole < run.first ? (grow.vs[from] as number) + 1 : 0;
    grow.last[row] = facts.lean ? row : (grow.last[from] as number);
    grow.lean[row] = facts.lean ? LEANINGS.indexOf(facts.lean) : (grow.lean[from] as number);
    grow.crossed[row] = (grow.crossed[from] as number) + (facts.lean ? 1 : 0);
    grow.ridges[row] = (grow.ridges[from] as number) + (isRidge(run, i) ? 1 : 0);
  });
  if (hole >= run.first) layVs(sheet, run, grow.vs, known, hole, run.last);
}

/** The stitch near the right edge whose look changes most evenly from row to row; 0 where none ever does. */
function tellingStitch(looks: readonly Uint8Array[]): number {
  const evenness = looks.map((look) => {
    const vs = look.reduce((sum, one) => sum + (one === 1 ? 1 : 0), 0);
    const bumps = look.reduce((sum, one) => sum + (one === 2 ? 1 : 0), 0);
    return Math.min(vs, bumps);
  });
  const best = Math.max(0, ...evenness);
  return best === 0 ? 0 : evenness.indexOf(best) + 1;
}

/** Looks of the first stitches of a panel, row by row: [stitch][row]. */
function looksUp(runs: readonly Run[], rows: number, most: number): Uint8Array[] {
  const looks = Array.from({ length: most }, () => new Uint8Array(rows + 1));
  for (const { first, facts } of runs)
    facts.forEach((here, i) => {
      const row = first + i;
      looks.forEach((look, k) => {
        const one = here.looks[k];
        if (one) look[row] = one === 'same' ? look[row - 1] || 1 : one === 'knit' ? 1 : 2;
      });
    });
  return looks;
}

/** A ring has no edge from which a stitch could be found. */
const hasEdge = ({ chart }: Run) => chart.rows[0]?.kind !== 'ring';

/** The panel must be somewhere in the piece. */
export function trackOf(sheet: Worksheet, panelId: string): Track {
  const runs = sheet.plan.sections.flatMap((_, s) => runIn(sheet, s, panelId) ?? []);
  const grow = empty(sheet.rows);
  const someHole = runs.some(({ facts }) => facts.some((one) => one.holed));
  const holed: Holed = (facts) => (someHole ? facts.holed : facts.lean !== null);
  const known: KnownVs = new Map();
  runs.forEach((run, i) => {
    const below = runs[i - 1];
    layRun(sheet, run, grow, holed, below?.section === run.section - 1 ? below.last : 0, known);
  });
  const looks = runs.every(hasEdge) ? looksUp(runs, sheet.rows, NEAR_EDGE) : [];
  const stitch = tellingStitch(looks);
  const { panel } = runs[0] as Run;
  return {
    panel: { id: panel.id, name: panel.name, edge: panel.edge },
    twists: !someHole,
    ...grow,
    stitch,
    look: looks[stitch - 1] ?? grow.look,
  };
}

/** Ids of all panels, in the order in which they come. */
export const panelsOf = ({ plan }: Worksheet): string[] => [
  ...new Set(plan.sections.flatMap(({ panels }) => panels.map(({ id }) => id))),
];
