/** The crossings of a panel in the order in which they are looked at: from the lowest row up, from the right edge. */
import { columnsGiven } from '../chart/laid';
import { crossingsOf } from '../piece/crossings';
import { waleOf } from '../piece/deviation';
import { charted, type Worksheet } from '../piece/worksheet';
import { takes } from '../stitch/cells';
import type { Crossing, Lean } from '../stitch/types';

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
    const laid = charted(sheet, row);
    const found = laid.panels.find((one) => one.panel.id === panel);
    if (!found) continue;
    for (const at of crossingsOf(found)) {
      const columns = columnsGiven(laid.laid, at);
      all.push({ row, wale: waleOf(found, at), lean: at.cell.lean, cell: at.cell, columns });
    }
  }
  return all;
}

/** The same, track by track from the right edge. */
export function tracksOf(sheet: Worksheet, panel: string, done: number): Track[] {
  const tracks = new Map<string, Charted[]>();
  for (const one of walkUp(sheet, panel, done)) {
    const key = `${one.wale} ${takes(one.cell)}`;
    tracks.set(key, [...(tracks.get(key) ?? []), one]);
  }
  return [...tracks.values()]
    .map((crossings): Track => {
      const [first] = crossings as [Charted];
      return { panel, wale: first.wale, width: takes(first.cell), crossings };
    })
    .sort((a, b) => a.wale - b.wale || b.crossings.length - a.crossings.length);
}
