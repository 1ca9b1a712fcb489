/** Names a cell of a chart, whatever the number of repeats. */
import type { Chart } from './chart';
import { expandRow, type Row } from './row';
import { layRow, type LaidRow } from './laid';

export const PARTS = ['before', 'repeat', 'after'] as const;
export type Part = (typeof PARTS)[number];
/** `row` counts set-up rows first, then the repeat, from 0; `cell` is the place in that part, from the right. */
export type CellPlace = { readonly row: number; readonly part: Part; readonly cell: number };

export const placeKey = ({ row, part, cell }: CellPlace) => `${row}:${part}:${cell}`;
export const rowsOf = (chart: Chart): readonly Row[] => [...chart.setUp, ...chart.rows];

/** The place of every cell of `expandRow(row, repeats)`. */
export function placesOf(row: Row, index: number, repeats: number): CellPlace[] {
  const part = (name: Part, count: number): CellPlace[] =>
    Array.from({ length: count }, (_, cell) => ({ row: index, part: name, cell }));
  const times = row.kind === 'ring' ? repeats : repeats - row.fewer;
  const line = row.kind === 'line';
  return [
    ...part('before', line ? row.before.length : 0),
    ...Array.from({ length: times }, () => part('repeat', row.repeat.length)).flat(),
    ...part('after', line ? row.after.length : 0),
  ];
}

export type PlacedLaidRow = LaidRow & { readonly places: readonly CellPlace[] };

/** A row of a chart laid out for so many repeats, with the place of each cell. */
export function layPlaced(row: Row, index: number, repeats: number): PlacedLaidRow {
  const phase = row.kind === 'ring' ? row.phase : 0;
  return { ...layRow(expandRow(row, repeats), phase), places: placesOf(row, index, repeats) };
}
