/** A stitch pattern seen from the RS: rows that repeat or are worked once, and set-up rows before them. */
import { err, ok, type Result } from '../result';
import { modulo, patternPosition, type PatternPosition } from '../indices';
import type { Side } from '../stitch/types';
import { givesForm, rowKey, sameForm, takesForm, takesOf, type LinearForm, type Row } from './row';

export type Chart = {
  readonly name: string;
  readonly setUp: readonly Row[];
  /** Row 1 first. */
  readonly rows: readonly Row[];
  /** The side on which pattern row 1 was written to be worked. */
  readonly firstSide: Side;
  /** The rows are worked once, as for a crown: the last of them need not lead back to row 1. */
  readonly once?: true;
};

export type RowName = { readonly kind: 'setUp' | 'row'; readonly number: number };

export type ChartProblem =
  | { readonly code: 'no-rows' }
  | { readonly code: 'mixed-line-and-ring'; readonly row: RowName }
  | { readonly code: 'nothing-repeats'; readonly row: RowName }
  | {
      readonly code: 'counts-differ';
      readonly row: RowName;
      readonly takes: LinearForm;
      readonly below: RowName;
      readonly gives: LinearForm;
    };

const nameAt = (chart: Pick<Chart, 'setUp'>, index: number): RowName =>
  index < chart.setUp.length
    ? { kind: 'setUp', number: index + 1 }
    : { kind: 'row', number: index - chart.setUp.length + 1 };

/** Whether every row fits on the one below, and row 1 on the last one if they repeat. Reports every place that does not. */
export function checkChart(chart: Chart): Result<Chart, readonly ChartProblem[]> {
  if (chart.rows.length === 0) return err([{ code: 'no-rows' }]);
  const all = [...chart.setUp, ...chart.rows];
  const problems: ChartProblem[] = [];
  const fit = (lower: number, upper: number) => {
    const gives = givesForm(all[lower] as Row);
    const takes = takesForm(all[upper] as Row);
    if (!sameForm(gives, takes))
      problems.push({
        code: 'counts-differ',
        row: nameAt(chart, upper),
        takes,
        below: nameAt(chart, lower),
        gives,
      });
  };
  all.forEach((row, i) => {
    if (row.kind !== all[0]?.kind) problems.push({ code: 'mixed-line-and-ring', row: nameAt(chart, i) });
    if (takesOf(row.repeat) === 0) problems.push({ code: 'nothing-repeats', row: nameAt(chart, i) });
    if (i > 0) fit(i - 1, i);
  });
  if (!chart.once) fit(all.length - 1, chart.setUp.length);
  return problems.length > 0 ? err(problems) : ok(chart);
}

/** A text that is equal for charts with equal normal forms, whatever their names. */
export const chartKey = (chart: Chart) =>
  [
    chart.firstSide,
    ...(chart.once ? ['once'] : []),
    ...chart.setUp.map((row) => `setUp ${rowKey(row)}`),
    ...chart.rows.map(rowKey),
  ].join('\n');

/** The side on which a pattern row is worked in turned work; set-up rows are 0, -1, ... counted back from row 1. */
export const sideOfRow = (firstSide: Side, number: number): Side =>
  (Math.abs(number) % 2 === 1) === (firstSide === 'RS') ? 'RS' : 'WS';

/** Stitches that the panel needs on the needle before its first row. */
export const castOnForm = (chart: Chart) => takesForm((chart.setUp[0] ?? chart.rows[0]) as Row);

/** Stitches that its last row leaves. */
export const bindOffForm = (chart: Chart) => givesForm(chart.rows[chart.rows.length - 1] as Row);

/** Position of pattern row `number` (1-based) of the repeat. */
export const positionOfRow = (chart: Chart, number: number): PatternPosition =>
  patternPosition(chart.setUp.length + modulo(number - 1, chart.rows.length));

/** The row worked at a position: set-up rows first, then the repeat over and over. */
export function rowAt(chart: Chart, position: PatternPosition): { row: Row; name: RowName; index: number } {
  const within = position - chart.setUp.length;
  const index = within < 0 ? position : chart.setUp.length + (within % chart.rows.length);
  const row = within < 0 ? chart.setUp[index] : chart.rows[index - chart.setUp.length];
  return { row: row as Row, name: nameAt(chart, index), index };
}

/**
 * The same pattern closed into a ring: the balance stitches at both ends, which stood for one repeat cut in two,
 * give way to whole repeats, so a shifted row gains the crossing that lies over the join.
 * Fails when the chart has edge stitches outside the repeat, which would stay in the round as a stripe.
 */
export function closeToRing(chart: Chart): Result<Chart, 'has-edge-stitches'> {
  const close = (row: Row): Row =>
    row.kind === 'ring' ? row : { kind: 'ring', repeat: row.repeat, phase: takesOf(row.before) };
  const all = [...chart.setUp, ...chart.rows];
  const hasEdges = all.some((row) => takesForm(row).base !== 0 || givesForm(row).base !== 0);
  if (hasEdges) return err('has-edge-stitches');
  return ok({ ...chart, setUp: chart.setUp.map(close), rows: chart.rows.map(close) });
}
