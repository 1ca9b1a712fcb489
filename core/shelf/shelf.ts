/** The shipped charts, each read once from its own written rows, when it is first asked for. */
import { readRows } from '../notation/read';
import type { Chart } from '../chart/chart';
import { SHELF } from './data';
import type { ShelfEntry } from './entry';

export type ShelfChart = ShelfEntry & { readonly chart: Chart };

const charts = new Map<string, ShelfChart>();

/** Throws if the shipped data cannot be read, which a test rules out. */
function chartOf(entry: ShelfEntry): ShelfChart {
  const known = charts.get(entry.key);
  if (known) return known;
  const read = readRows(entry.rows, entry.name);
  if (!read.ok) throw new Error(`${entry.key}: ${JSON.stringify(read.error)}`);
  const made = { ...entry, chart: read.value.chart };
  charts.set(entry.key, made);
  return made;
}

/** All shelf charts in the order of the data. */
export const shelfCharts = (): readonly ShelfChart[] => SHELF.map(chartOf);

/** One of them; the others are not read for it. */
export function shelfChart(key: string): ShelfChart | undefined {
  const entry = SHELF.find((one) => one.key === key);
  return entry && chartOf(entry);
}
