/** A pattern of several charts that are worked one after the other, and the same as one chart, for pictures. */
import { err, ok, type Result } from '../result';
import { bindOffForm, castOnForm, checkChart, type Chart } from './chart';
import { rowsOf } from './places';
import { sameForm, type LinearForm, type Row } from './row';

export type Stretch = {
  readonly chart: Chart;
  /** How often its rows are worked: 1 for a chart that is worked once; null: as long as wanted. */
  readonly times: 1 | null;
  /** Repeats of this chart across one repeat of the pattern. */
  readonly across: number;
};
/** Never empty; the rows of one fit on the rows of the one before. */
export type Stretches = readonly [Stretch, ...Stretch[]];

export const stretchOf = (chart: Chart, across = 1): Stretch => ({
  chart,
  times: chart.once ? 1 : null,
  across,
});

const widenedForm = ({ base, perRepeat }: LinearForm, across: number): LinearForm => ({
  base,
  perRepeat: perRepeat * across,
});
/** Stitches on the needle before a stretch, and after it, for n repeats of the pattern. */
export const stretchTakes = ({ chart, across }: Stretch) => widenedForm(castOnForm(chart), across);
export const stretchGives = ({ chart, across }: Stretch) => widenedForm(bindOffForm(chart), across);

export type StretchProblem =
  | { readonly code: 'no-stretches' }
  | { readonly code: 'stretch-unsound'; readonly stretch: number }
  | {
      readonly code: 'stretches-differ';
      readonly stretch: number;
      readonly takes: LinearForm;
      readonly gives: LinearForm;
    };

/** Whether each chart is sound and begins on the stitches that the one before leaves. `stretch` is 0-based. */
export function checkStretches(stretches: readonly Stretch[]): Result<Stretches, StretchProblem> {
  const [first, ...rest] = stretches;
  if (!first) return err({ code: 'no-stretches' });
  const kind = rowsOf(first.chart)[0]?.kind;
  for (const [stretch, { chart, times, across }] of stretches.entries()) {
    const sound = checkChart(chart).ok && (times === 1) === (chart.once === true);
    if (!sound || !Number.isInteger(across) || across < 1 || rowsOf(chart)[0]?.kind !== kind)
      return err({ code: 'stretch-unsound', stretch });
  }
  for (const [i, next] of rest.entries()) {
    const [gives, takes] = [stretchGives(stretches[i] as Stretch), stretchTakes(next)];
    if (!sameForm(gives, takes)) return err({ code: 'stretches-differ', stretch: i + 1, takes, gives });
  }
  return ok([first, ...rest]);
}

const copies = <T>(items: readonly T[], times: number): T[] =>
  Array.from({ length: times }, () => items).flat();

/** So many repeats of a row as one. */
function widened(row: Row, across: number): Row {
  if (across === 1) return row;
  const repeat = copies(row.repeat, across);
  if (row.kind === 'ring') return { ...row, repeat };
  const after = row.fewer === 1 ? [...copies(row.repeat, across - 1), ...row.after] : row.after;
  return { ...row, repeat, after };
}

/** Short repeats are shown twice, so that their beginning is seen on their end. */
const TWICE_UP_TO = 12;

export type Whole = {
  readonly chart: Chart;
  /** For each row of the chart, which row of the stretches it is, all of their rows counted through from 0. */
  readonly from: readonly number[];
};

/** The pattern as one chart that is worked once; a single stretch is its own chart. */
export function wholeOf(name: string, stretches: Stretches): Whole {
  const [first, second] = stretches;
  if (!second) return { chart: { ...first.chart, name }, from: rowsOf(first.chart).map((_, i) => i) };
  const rows: Row[] = [];
  const from: number[] = [];
  let index = 0;
  for (const { chart, times, across } of stretches) {
    const shown = times === null && chart.rows.length <= TWICE_UP_TO ? 2 : 1;
    const own = [...chart.setUp, ...copies(chart.rows, shown)];
    own.forEach((row, i) => {
      rows.push(widened(row, across));
      from.push(
        index +
          (i < chart.setUp.length ? i : chart.setUp.length + ((i - chart.setUp.length) % chart.rows.length)),
      );
    });
    index += rowsOf(chart).length;
  }
  const setUps = first.chart.setUp.length;
  const { firstSide } = first.chart;
  const side = setUps % 2 === 0 ? firstSide : firstSide === 'RS' ? 'WS' : 'RS';
  return { chart: { name, setUp: [], rows, firstSide: side, once: true }, from };
}

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
/** No pattern is made wider than this to let its charts fit on each other. */
const WIDEST = 4000;

/**
 * Charts worked one after the other, each so often across that they all fit on each other: a rib of 4 below a cable of 12
 * is worked three times across.
 */
export function fitTogether(charts: readonly Stretch[]): Result<Stretches, StretchProblem> {
  let fitted: Stretch[] = [];
  for (const [stretch, one] of charts.entries()) {
    const below = fitted[fitted.length - 1];
    if (!below) {
      fitted.push({ ...one, across: 1 });
      continue;
    }
    const [takes, gives] = [castOnForm(one.chart), stretchGives(below)];
    const common = takes.perRepeat * gives.perRepeat;
    const width = common > 0 ? common / gcd(takes.perRepeat, gives.perRepeat) : 0;
    if (common === 0 || width > WIDEST || gives.base !== takes.base)
      return err({ code: 'stretches-differ', stretch, takes, gives });
    const more = width / gives.perRepeat;
    fitted = fitted.map((done) => ({ ...done, across: done.across * more }));
    fitted.push({ ...one, across: width / takes.perRepeat });
  }
  return checkStretches(fitted);
}
