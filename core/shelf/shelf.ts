/** The shipped charts, read once from their own written rows. */
import { readRows } from '../notation/read';
import type { Chart } from '../chart/chart';
import { SHELF } from './data';
import type { ShelfEntry } from './entry';

export type ShelfChart = ShelfEntry & { readonly chart: Chart };

let charts: readonly ShelfChart[] | null = null;

/** All shelf charts in the order of the data. Throws if the shipped data cannot be read, which a test rules out. */
export function shelfCharts(): readonly ShelfChart[] {
  charts ??= SHELF.map((entry) => {
    const read = readRows(entry.rows, entry.name);
    if (!read.ok) throw new Error(`${entry.key}: ${JSON.stringify(read.error)}`);
    return { ...entry, chart: read.value.chart };
  });
  return charts;
}

export const shelfChart = (key: string): ShelfChart | undefined =>
  shelfCharts().find((entry) => entry.key === key);
