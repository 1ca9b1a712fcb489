/** The crossings of a panel in the order in which they are looked at: from the lowest row up, from the right edge. */
import { columnsGiven } from '../chart/laid';
import { crossingsOf } from '../piece/crossings';
import { waleOf } from '../piece/deviation';
import { meant, lastRowOf, type Worksheet } from '../piece/worksheet';
import { takes } from '../stitch/cells';
import type { Crossing, Lean } from '../stitch/types';
import { otherWay, type Course } from './wholes';

export type Charted = {
  readonly row: number;
  /** Its first wale from the right edge. */
  readonly wale: number;
  readonly lean: Lean;
  readonly cell: Crossing;
  /** Stitches of its row that it leaves, for drawing. */
  readonly columns: readonly number[];
};
/** Crossings straight above each other, over the same stitches. */
export type Track = {
  readonly panel: string;
  readonly wale: number;
  readonly width: number;
  readonly crossings: readonly Charted[];
};

/** Every charted crossing of a panel in rows 1 to `done`. */
export function walkUp(sheet: Worksheet, panel: string, done: number): Charted[] {
  const all: Charted[] = [];
  for (let row = 1; row <= Math.min(done, sheet.rows); row += 1) {
    const laid = meant(sheet, row);
    const found = laid.panels.find((one) => one.panel.id === panel);
    if (!found) continue;
    for (const at of crossingsOf(found)) {
      const columns = columnsGiven(laid.laid, at);
      all.push({ row, wale: waleOf(found, at), lean: at.cell.lean, cell: at.cell, columns });
    }
  }
  return all;
}

const byPlace = (crossings: readonly Charted[]): Charted[][] => {
  const tracks = new Map<string, Charted[]>();
  for (const one of crossings) {
    const key = `${one.wale} ${takes(one.cell)}`;
    tracks.set(key, [...(tracks.get(key) ?? []), one]);
  }
  return [...tracks.values()];
};

/** Some crossings of a panel, track by track from the right edge. */
export const inTracks = (panel: string, crossings: readonly Charted[]): Track[] =>
  byPlace(crossings)
    .map((own): Track => {
      const [first] = own as [Charted];
      return { panel, wale: first.wale, width: takes(first.cell), crossings: own };
    })
    .sort((a, b) => a.wale - b.wale || b.crossings.length - a.crossings.length);

/** All crossings of a panel up to row `done`, track by track. */
export const tracksOf = (sheet: Worksheet, panel: string, done: number): Track[] =>
  inTracks(panel, walkUp(sheet, panel, done));

/**
 * The order in which a panel's crossings are looked at: one track up after the other, as the eye follows them. Where
 * strands travel, so that hardly any two crossings lie above each other, from the lowest row up instead.
 */
export function walkOrder(
  panel: string,
  crossings: readonly Charted[],
): { byTrack: boolean; order: Charted[] } {
  const tracks = inTracks(panel, crossings);
  const inRow = new Map<number, number>();
  for (const { row } of crossings) inRow.set(row, (inRow.get(row) ?? 0) + 1);
  const byTrack = tracks.length > 1 && tracks.length <= 2 * Math.max(0, ...inRow.values());
  return { byTrack, order: byTrack ? tracks.flatMap((track) => track.crossings) : [...crossings] };
}

/** Rows from the lowest crossing up of which all crossings are among some; null if there is no such row. */
export function rowsThrough(
  crossings: readonly Charted[],
  isSaid: (one: Charted) => boolean,
): { from: number; to: number } | null {
  const rows = [...new Set(crossings.map(({ row }) => row))].sort((a, b) => a - b);
  const open = Math.min(Infinity, ...crossings.filter((one) => !isSaid(one)).map(({ row }) => row));
  const through = rows.filter((row) => row < open);
  const [from, to] = [through[0], through[through.length - 1]];
  return from === undefined || to === undefined ? null : { from, to };
}

/** The section that a panel belongs to, and its rows. */
export function panelRows(sheet: Worksheet, panel: string): { first: number; last: number } {
  const section = sheet.plan.sections.findIndex(({ panels }) => panels.some(({ id }) => id === panel));
  return { first: sheet.firstRows[section] ?? 1, last: section < 0 ? 0 : lastRowOf(sheet, section) };
}

/** A track as charted, and as it would lie had its panel been begun at any other row of its chart. */
export function courseOf(sheet: Worksheet, track: Track, done: number): Course {
  const placed = (crossings: readonly Charted[]) => crossings.map(({ row, lean }) => ({ row, lean }));
  const charted = placed(track.crossings);
  const key = sheet.plan.sections.flatMap(({ panels }) => panels).find(({ id }) => id === track.panel)?.chart;
  const chart = sheet.plan.charts[key ?? ''];
  if (!chart || chart.once || chart.setUp.length > 0) return { charted };
  const { first, last } = panelRows(sheet, track.panel);
  const period = chart.rows.length;
  const whole = inTracks(track.panel, walkUp(sheet, track.panel, Math.min(last, first + period - 1)));
  const own = whole.find(({ wale, width }) => wale === track.wale && width === track.width);
  const leans = new Map(own?.crossings.map(({ row, lean }) => [(row - first) % period, lean]));
  const to = Math.min(done, last);
  const begun = Array.from({ length: period - 1 }, (_, i) => (i + 1 > period / 2 ? i + 1 - period : i + 1));
  return {
    charted,
    begun: begun.map((by) => ({
      by,
      places: Array.from({ length: to - first + 1 }, (_, i) => first + i).flatMap((row) => {
        const lean = leans.get((row - first - by + period) % period);
        return lean ? [{ row, lean }] : [];
      }),
    })),
  };
}

/** The wales between which a panel's tracks lie. */
function edgesOf(tracks: readonly Track[]): { right: number; left: number } {
  return {
    right: Math.min(...tracks.map(({ wale }) => wale)),
    left: Math.max(...tracks.map(({ wale, width }) => wale + width)),
  };
}

/** A panel's tracks in words, for comparing: as they are, or turned about. */
function shapeOf(tracks: readonly Track[], turned: boolean): string {
  const { right, left } = edgesOf(tracks);
  return tracks
    .map(({ wale, width, crossings }) => {
      const leans = crossings.map(({ row, lean }) => `${row} ${turned ? otherWay(lean) : lean}`);
      return [turned ? left - wale - width : wale - right, width, ...leans].join();
    })
    .sort()
    .join('|');
}

/** The other half of a mirrored pair: the panel that crosses in the same rows, turned about. Null if there is none. */
export function mirrorOf(sheet: Worksheet, panel: string, done: number): string | null {
  const section = sheet.plan.sections.find(({ panels }) => panels.some(({ id }) => id === panel));
  const own = shapeOf(tracksOf(sheet, panel, done), false);
  const other = section?.panels.find(
    ({ id }) => id !== panel && own !== '' && shapeOf(tracksOf(sheet, id, done), true) === own,
  );
  return other?.id ?? null;
}

/** Where a crossing of a panel lies in the other half of its mirrored pair. */
export function mirrorPlace(
  sheet: Worksheet,
  panel: string,
  { pieceRow: row, wale }: { readonly pieceRow: number; readonly wale: number },
  done: number,
): { panel: string; wale: number } | null {
  const other = mirrorOf(sheet, panel, done);
  const own = tracksOf(sheet, panel, done);
  const at = own.find((one) => one.wale === wale && one.crossings.some((crossing) => crossing.row === row));
  if (other === null || !at) return null;
  const { right } = edgesOf(own);
  const { left } = edgesOf(tracksOf(sheet, other, done));
  return { panel: other, wale: left - (wale - right) - at.width };
}
