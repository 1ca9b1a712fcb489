/** What reading a sound text gives. */
import type { LinearForm, Row } from '../chart/row';
import type { Chart } from '../chart/chart';
import { wholeOf, type Stretches } from '../chart/stretches';
import { rowsOf } from '../chart/places';
import type { RowWords } from './placed-row';
import type { NotationDoubt, TextSpan } from './problems';

/** A text read stretch by stretch. */
export type ReadStretches = {
  readonly stretches: Stretches;
  /** Where the words of each row and of each of its cells stand, all rows of all stretches one after the other. */
  readonly written: readonly RowWords[];
  /** Lines passed over. */
  readonly remarks: readonly TextSpan[];
  /** What the text states of itself and the rows deny. */
  readonly doubts: readonly NotationDoubt[];
  /** Stitches to cast on for n repeats. */
  readonly castOn: LinearForm;
  /** As many as the stitches to cast on that the text states come to; null if it states none that fit. */
  readonly repeats: number | null;
  readonly inTheRound: boolean;
};
export type ReadChart = Omit<ReadStretches, 'written'> & {
  /** The whole pattern as one chart, for pictures and checks. */
  readonly chart: Chart;
  /** Where the words of each row of that chart and of each of its cells stand, set-up rows first. */
  readonly words: readonly RowWords[];
};

const copies = (spans: readonly TextSpan[], times: number) =>
  Array.from({ length: times }, () => spans).flat();

function widened({ at, before, repeat, after }: RowWords, row: Row, across: number): RowWords {
  const spare = row.kind === 'line' && row.fewer === 1 ? copies(repeat, across - 1) : [];
  return { at, before, repeat: copies(repeat, across), after: [...spare, ...after] };
}

/** The chart of a whole pattern, with the words of its rows. */
export function wholeReading(name: string, { written, ...read }: ReadStretches): ReadChart {
  const { chart, from } = wholeOf(name, read.stretches);
  const across = read.stretches.flatMap((one) => rowsOf(one.chart).map(() => one.across));
  const rows = rowsOf(chart);
  const words = from.map((index, i) =>
    widened(written[index] as RowWords, rows[i] as Row, across[index] ?? 1),
  );
  return { ...read, chart, words };
}
