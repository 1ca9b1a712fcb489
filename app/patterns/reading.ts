/** Everything that the desk shows of a text, in one answer that can be sent from a worker or from the server. */
import { readPiece, type PieceReading } from '@core/draft/read-piece';
import type { Chart } from '@core/chart/chart';
import { PARTS, rowsOf } from '@core/chart/places';
import type { Stretches } from '@core/chart/stretches';
import type { LinearForm } from '@core/chart/row';
import type { Choices } from '@core/notation/choices';
import { judge, type Finding } from '@core/notation/judge';
import type { Family } from '@core/notation/names';
import type { RowWords } from '@core/notation/placed-row';
import type { NotationProblem, TextSpan } from '@core/notation/problems';
import { readRows } from '@core/notation/read';
import { cellKey } from '@core/stitch/cells';
import type { Crossing } from '@core/stitch/types';

export type ChartReading = {
  readonly kind: 'chart';
  /** The whole pattern as one chart. */
  readonly chart: Chart;
  readonly stretches: Stretches;
  readonly words: readonly RowWords[];
  readonly remarks: readonly TextSpan[];
  readonly findings: readonly Finding[];
  readonly castOn: LinearForm;
  /** As its text says, by the stitches to cast on. */
  readonly repeats: number | null;
  readonly inTheRound: boolean;
};
export type Reading =
  | ChartReading
  | { readonly kind: 'piece'; readonly piece: PieceReading }
  | { readonly kind: 'problems'; readonly problems: readonly NotationProblem[] };

export function readText(text: string, name: string, choices: Choices, family: Family): Reading {
  const read = readRows(text, name, { choices });
  if (read.ok) {
    const { chart, stretches, words, remarks, castOn, repeats, inTheRound } = read.value;
    const findings = judge(text, read.value);
    return { kind: 'chart', chart, stretches, words, remarks, findings, castOn, repeats, inTheRound };
  }
  const refused = read.error.some(({ code }) => code === 'text-too-long' || code === 'choose-size');
  const piece = refused ? null : readPiece(text, name, family, choices);
  if (!piece) return { kind: 'problems', problems: read.error };
  return piece.ok ? { kind: 'piece', piece: piece.value } : { kind: 'problems', problems: piece.error };
}

/** Words of a span, as they stand in the text. */
export const wordsAt = (text: string, { from, length }: TextSpan) => text.slice(from, from + length);

export type UnderstoodCrossing = { readonly crossing: Crossing; readonly words: string };

/** Every kind of crossing in the chart, as the right side shows it, with the words it was first read from. */
export function crossingsIn(text: string, { chart, words }: ChartReading): UnderstoodCrossing[] {
  const found = new Map<string, UnderstoodCrossing>();
  rowsOf(chart).forEach((row, index) => {
    const parts = row.kind === 'ring' ? (['repeat'] as const) : PARTS;
    for (const part of parts) {
      const cells = row.kind === 'ring' ? row.repeat : row[part];
      cells.forEach((cell, i) => {
        const span = words[index]?.[part][i];
        if (cell.kind !== 'crossing' || !span || found.has(cellKey(cell))) return;
        found.set(cellKey(cell), { crossing: cell, words: wordsAt(text, span).replace(/\s+/g, ' ') });
      });
    }
  });
  return [...found.values()];
}
