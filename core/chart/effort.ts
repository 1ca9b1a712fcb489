/**
 * How much work each row of a chart is. An estimate from memory, no published source: every stitch counts 1, a change
 * between knit and purl 1/2 for the yarn that moves, a crossing 4 for the needle and 1/2 for each of its stitches, with
 * 2 more for a centre; a decrease or increase counts 2, a bobble 8.
 */
import { runsOf } from '../stitch/runs';
import { stitchesAfter, takes } from '../stitch/cells';
import { faceOfStitch } from '../stitch/looks';
import type { Cell, Face } from '../stitch/types';
import { countFor, expandRow, takesForm, type Row } from './row';
import type { Chart } from './chart';
import { rowsOf } from './places';

export type RowEffort = { readonly crossings: number; readonly widest: number; readonly effort: number };

const CHANGE = 0.5;

function cellEffort(cell: Cell): number {
  switch (cell.kind) {
    case 'stitch':
      return 1;
    case 'crossing':
      return (
        takes(cell) * 1.5 +
        4 +
        (cell.centre ? 2 : 0) +
        (runsOf([...cell.over, ...cell.under]).length - 1) * CHANGE
      );
    case 'bobble':
      return 8;
    case 'noStitch':
      return 0;
    default:
      return 2;
  }
}

function facesOf(cells: readonly Cell[]): Face[] {
  return cells.flatMap((cell) => {
    if (cell.kind === 'stitch') return [faceOfStitch(cell.stitch)];
    return cell.kind === 'crossing' ? stitchesAfter(cell).map(({ stitch }) => faceOfStitch(stitch)) : [];
  });
}

export function effortOf(row: Row, repeats: number): RowEffort {
  const cells = expandRow(row, repeats);
  const crossings = cells.filter((cell) => cell.kind === 'crossing');
  const faces = facesOf(cells);
  const changes = faces.filter((face, i) => i > 0 && face !== faces[i - 1]).length;
  return {
    crossings: crossings.length,
    widest: crossings.reduce((most, cell) => Math.max(most, takes(cell)), 0),
    effort: cells.reduce((sum, cell) => sum + cellEffort(cell), 0) + changes * CHANGE,
  };
}

export type ChartFacts = {
  /** Stitches of one repeat with its ends. */
  readonly stitches: number;
  readonly perRepeat: number;
  /** Rows that repeat. */
  readonly rows: number;
  readonly crossingRows: number;
  readonly widest: number;
  /** Crossing rows for every row, from 0 to 1. */
  readonly density: number;
  readonly hardness: 'plain' | 'easy' | 'middling' | 'hard';
};

export const HARDNESSES = ['plain', 'easy', 'middling', 'hard'] as const;

/** Hard: crossings of more than six stitches, or in nearly every other row (a wrong-side row seldom crosses). */
function hardnessOf(density: number, widest: number): ChartFacts['hardness'] {
  if (density === 0) return 'plain';
  if (widest > 6 || density > 0.4) return 'hard';
  return widest <= 4 && density <= 0.26 ? 'easy' : 'middling';
}

/** How many repeats show all of a chart: two where a row has one repeat fewer than the others. */
export const tellingRepeats = (chart: Chart): 1 | 2 =>
  rowsOf(chart).some((row) => row.kind === 'line' && row.fewer === 1) ? 2 : 1;

export function factsOf(chart: Chart): ChartFacts {
  const first = chart.rows[0] as Row;
  const repeats = tellingRepeats(chart);
  const efforts = chart.rows.map((row) => effortOf(row, repeats));
  const crossingRows = efforts.filter(({ crossings }) => crossings > 0).length;
  const widest = efforts.reduce((most, row) => Math.max(most, row.widest), 0);
  const density = crossingRows / chart.rows.length;
  const form = takesForm(first);
  return {
    stitches: countFor(form, 1),
    perRepeat: form.perRepeat,
    rows: chart.rows.length,
    crossingRows,
    widest,
    density,
    hardness: hardnessOf(density, widest),
  };
}
