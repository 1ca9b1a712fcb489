/** Everything that the desk shows of a text, in one answer that can be sent from a worker or from the server. */
import { isPieceText, readPiece, type PieceReading } from '@core/draft/read-piece';
import type { Chart } from '@core/chart/chart';
import type { LinearForm } from '@core/chart/row';
import type { Choices } from '@core/notation/choices';
import { judge, type Finding } from '@core/notation/judge';
import type { LegendEntry } from '@core/notation/legend';
import type { Family } from '@core/notation/names';
import type { RowWords } from '@core/notation/placed-row';
import type { NotationProblem, TextSpan } from '@core/notation/problems';
import { readRows } from '@core/notation/read';

export type ChartReading = {
  readonly kind: 'chart';
  readonly chart: Chart;
  readonly words: readonly RowWords[];
  readonly remarks: readonly TextSpan[];
  readonly legend: readonly LegendEntry[];
  readonly findings: readonly Finding[];
  readonly castOn: LinearForm;
  readonly inTheRound: boolean;
};
export type Reading =
  | ChartReading
  | { readonly kind: 'piece'; readonly piece: PieceReading }
  | { readonly kind: 'problems'; readonly problems: readonly NotationProblem[] };

export function readText(text: string, name: string, choices: Choices, family: Family): Reading {
  const read = readRows(text, name, { choices });
  if (read.ok) {
    const { chart, words, remarks, legend, castOn, inTheRound } = read.value;
    const findings = judge(text, read.value);
    return { kind: 'chart', chart, words, remarks, legend, findings, castOn, inTheRound };
  }
  const refused = read.error.some(({ code }) => code === 'text-too-long' || code === 'choose-size');
  if (refused || !isPieceText(text, choices)) return { kind: 'problems', problems: read.error };
  const piece = readPiece(text, name, family, choices);
  return piece.ok ? { kind: 'piece', piece: piece.value } : { kind: 'problems', problems: piece.error };
}

/** Words of a span, as they stand in the text. */
export const wordsAt = (text: string, { from, length }: TextSpan) => text.slice(from, from + length);
