/**
 * An increase or decrease row between two sections, made from what lies below it and what comes above: stitches as they
 * present themselves, and between them the increases (or, over them, the decreases), spread evenly or in named columns.
 */
import { err, ok, type Result } from '../result';
import type { Chart } from '../chart/chart';
import { expandRow, takesForm, takesOf, type Row } from '../chart/row';
import { looksOfRow } from '../stitch/looks';
import { stitch, type Cell, type Face, type Lean } from '../stitch/types';
import { facesAfter } from '../piece/faces';
import type { PanelPlan, Plan, Section } from '../piece/plan';
import { charted, type Worksheet } from '../piece/worksheet';
import { leansOf, spreadDecreases, spreadIncreases, type SpreadLean, type SpreadProblem } from '../plan/even';
import { crossedColumns, flareDecreases } from '../plan/flare';
import { panelStitches } from '../chart/drawn-in';

export const SPREAD_WAYS = ['even', 'anywhere', 'columns', 'cables'] as const;

export type SpreadDraft = {
  readonly does: 'increase' | 'decrease';
  /** How often; where columns are named or cables decreased, these decide. */
  readonly times: number;
  /**
   * `even`: never inside a coming crossing. `anywhere`: even, whatever comes. `columns`: the named ones of every
   * repeat of the next section's panels. `cables`: decreases over the cables below.
   */
  readonly way: (typeof SPREAD_WAYS)[number];
  readonly lean: SpreadLean;
  readonly ground: 'presented' | 'knit';
  /** By panel of the next section: columns of its repeat, 1 at the right, that are new stitches. */
  readonly columns: readonly { readonly panel: string; readonly of: readonly number[] }[];
};

export type SpreadRowProblem =
  | SpreadProblem
  | { readonly code: 'no-column-named' }
  /** Two stitches side by side cannot both be made in one row, nor one outside the edge stitches. */
  | { readonly code: 'columns-touch' }
  | { readonly code: 'column-outside'; readonly panel: string; readonly most: number };

export type SpreadRow = {
  readonly chart: Chart;
  /** Stitches before each act, from the right edge. */
  readonly places: readonly number[];
  readonly stitches: number;
};

const firstRowOf = (plan: Plan, { chart, start }: PanelPlan): Row => {
  const { setUp, rows } = plan.charts[chart] as Chart;
  const withSetUp = typeof start === 'object' && 'withSetUp' in start && start.withSetUp;
  return ((withSetUp ? setUp[0] : undefined) ?? rows[0]) as Row;
};

/** What the next section's first row shows, column by column from the right. */
const facesAbove = (plan: Plan, next: Section | undefined): Face[] =>
  (next?.panels ?? []).flatMap((panel) => looksOfRow(expandRow(firstRowOf(plan, panel), panel.repeats), []));

type Placed = {
  readonly from: number;
  readonly width: number;
  readonly panel: PanelPlan;
  readonly chart: Chart;
};
function placedPanels(plan: Plan, next: Section | undefined): Placed[] {
  let from = 0;
  return (next?.panels ?? []).map((panel) => {
    const chart = plan.charts[panel.chart] as Chart;
    const width = panelStitches(chart, panel.repeats);
    from += width;
    return { from: from - width, width, panel, chart };
  });
}

function comingCrossings(plan: Plan, next: Section | undefined): (column: number) => boolean {
  const crossed = placedPanels(plan, next).flatMap(({ from, panel, chart }) =>
    crossedColumns({ chart, panel }).map(([a, b]) => [a + from, b + from] as const),
  );
  return (column) => crossed.some(([from, to]) => column >= from && column < to);
}

function namedPlaces(
  { plan }: Worksheet,
  next: Section | undefined,
  draft: SpreadDraft,
  stitches: number,
): Result<number[], SpreadRowProblem> {
  const columns: number[] = [];
  for (const { from, panel, chart } of placedPanels(plan, next)) {
    const of = draft.columns.find((one) => one.panel === panel.id)?.of ?? [];
    const row = chart.rows[0] as Row;
    const { perRepeat: most } = takesForm(row);
    if (of.some((column) => !Number.isInteger(column) || column < 1 || column > most))
      return err({ code: 'column-outside', panel: panel.name, most });
    const first = from + (row.kind === 'line' ? takesOf(row.before) : row.phase);
    for (let r = 0; r < panel.repeats; r += 1)
      columns.push(...of.map((column) => first + r * most + column - 1));
  }
  const sorted = [...new Set(columns)].sort((a, b) => a - b);
  if (sorted.length === 0) return err({ code: 'no-column-named' });
  const places = sorted.map((column, i) => column - i);
  const sound = places.every((place, i) => place >= 1 && place < stitches && place !== places[i - 1]);
  return sound ? ok(places) : err({ code: 'columns-touch' });
}

function placesFor(
  below: Worksheet,
  next: Section | undefined,
  draft: SpreadDraft,
  stitches: number,
): Result<number[], SpreadRowProblem> {
  const { times, way, does } = draft;
  if (does === 'increase' && way === 'columns') return namedPlaces(below, next, draft, stitches);
  if (does === 'decrease' && way === 'cables') {
    const places = flareDecreases(below, below.rows);
    return places.length > 0 ? ok(places) : err({ code: 'no-column-named' });
  }
  const round = below.plan.construction === 'round';
  if (does === 'decrease') return spreadDecreases({ stitches, times, round });
  const crossed = way === 'even' ? comingCrossings(below.plan, next) : () => false;
  return spreadIncreases({ stitches, times, round, allows: (column) => !crossed(column) });
}

/** Mirrored decreases lean away from the edge that is nearer, where increases lean towards it. */
const towardsMiddle = (lean: Lean, said: SpreadLean): Lean =>
  said !== 'mirrored' ? lean : lean === 'left' ? 'right' : 'left';

function cellsOf(
  draft: SpreadDraft,
  places: readonly number[],
  below: readonly Face[],
  above: readonly Face[],
): Cell[] {
  const leans = leansOf(places, below.length, draft.lean);
  const ground = (column: number) => stitch(draft.ground === 'knit' ? 'knit' : (below[column] as Face));
  const cells: Cell[] = [];
  let column = 0;
  const workTo = (place: number) => {
    for (; column < place; column += 1) cells.push(ground(column));
  };
  places.forEach((place, i) => {
    workTo(place);
    const lean = leans[i] as Lean;
    if (draft.does === 'increase') {
      cells.push({ kind: 'increase', how: 'make', lean, face: above[place + i] ?? 'knit' });
    } else {
      // Two purls are purled together, so that the ground goes on.
      const purls = [0, 1].every((i) => below[column + i] === 'purl') && draft.ground === 'presented';
      const face = purls ? 'purl' : 'knit';
      cells.push({ kind: 'decrease', of: 2, lean: towardsMiddle(lean, draft.lean), face });
      column += 2;
    }
  });
  workTo(below.length);
  return cells;
}

/** @param below the sections before, laid out; `next` is the section after (undefined: none). */
export function spreadRow(
  below: Worksheet,
  next: Section | undefined,
  draft: SpreadDraft,
): Result<SpreadRow, SpreadRowProblem> {
  const faces = facesAfter(below, below.rows);
  const stitches = charted(below, below.rows).laid.gives;
  const places = placesFor(below, next, draft, stitches);
  if (!places.ok) return places;
  const cells = cellsOf(draft, places.value, faces, facesAbove(below.plan, next));
  const rows: Row[] = [{ kind: 'line', before: [], repeat: cells, after: [], fewer: 0 }];
  const name = draft.does === 'increase' ? 'Increases' : 'Decreases';
  return ok({ chart: { name, setUp: [], rows, firstSide: 'RS' }, places: places.value, stitches });
}
