/** Rows of a chart whose cells remember the words that they come from. */
import type { Row } from '../chart/row';
import { cellsOf, type Placed } from './parts';
import type { TextSpan } from './problems';

export type PlacedRow =
  | {
      readonly kind: 'line';
      readonly before: readonly Placed[];
      readonly repeat: readonly Placed[];
      readonly after: readonly Placed[];
      readonly fewer: 0 | 1;
    }
  | { readonly kind: 'ring'; readonly repeat: readonly Placed[]; readonly phase: number };

/** Where the words of a row and of each of its cells stand. */
export type RowWords = {
  readonly at: TextSpan;
  readonly before: readonly TextSpan[];
  readonly repeat: readonly TextSpan[];
  readonly after: readonly TextSpan[];
};

export function bare(row: PlacedRow): Row {
  if (row.kind === 'ring') return { kind: 'ring', repeat: cellsOf(row.repeat), phase: row.phase };
  const { before, repeat, after, fewer } = row;
  return { kind: 'line', before: cellsOf(before), repeat: cellsOf(repeat), after: cellsOf(after), fewer };
}

/** A row that was worked out, not read: all its cells come from one phrase. */
export function dressed(row: Row, at: TextSpan): PlacedRow {
  const dress = (cells: Row['repeat']) => cells.map((cell) => ({ cell, at }));
  if (row.kind === 'ring') return { kind: 'ring', repeat: dress(row.repeat), phase: row.phase };
  return {
    kind: 'line',
    before: dress(row.before),
    repeat: dress(row.repeat),
    after: dress(row.after),
    fewer: row.fewer,
  };
}

export function wordsOf(row: PlacedRow, at: TextSpan): RowWords {
  const spans = (placed: readonly Placed[]) => placed.map((one) => one.at);
  const line = row.kind === 'line';
  return {
    at,
    before: line ? spans(row.before) : [],
    repeat: spans(row.repeat),
    after: line ? spans(row.after) : [],
  };
}

/** The words of every cell of a row for n repeats, in the order of `expandRow`. */
export function expandWords(words: RowWords, row: Row, repeats: number): TextSpan[] {
  const times = row.kind === 'ring' ? repeats : repeats - row.fewer;
  return [...words.before, ...Array.from({ length: times }, () => words.repeat).flat(), ...words.after];
}
