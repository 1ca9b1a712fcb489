/** What reading a sound text gives. */
import type { LinearForm } from '../chart/row';
import type { Chart } from '../chart/chart';
import type { RowWords } from './placed-row';
import type { NotationDoubt, TextSpan } from './problems';

export type ReadChart = {
  readonly chart: Chart;
  /** Where the words of each row and of each of its cells stand, set-up rows first. */
  readonly words: readonly RowWords[];
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
