/** What a good technical editor would ask the designer about. None of it stops a chart from being knitted. */
import { placeKey, type CellPlace } from '../places';

export type ChartDoubt =
  /** The row above works some stitches of the crossing the other way than the crossing left them. */
  | { readonly code: 'texture'; readonly at: CellPlace; readonly above: number }
  /** Crossed in the row below already, with no plain row between, as hardly anywhere else in the chart. */
  | { readonly code: 'crossed-again'; readonly at: CellPlace }
  /** Every strand would go over and under in turn, if only this crossing went the other way. */
  | { readonly code: 'alternation'; readonly at: CellPlace }
  /** The strand on top of this crossing is purled away some rows later. */
  | { readonly code: 'strand-ends'; readonly at: CellPlace; readonly above: number }
  /** Row 1 does not go on where the last row ends. */
  | { readonly code: 'does-not-close'; readonly at: CellPlace }
  /** The mirror image of another column of crossings everywhere but here. */
  | { readonly code: 'mirror'; readonly at: CellPlace };

/** Names a doubt for as long as its chart stays as it is. */
export const doubtKey = ({ code, at }: ChartDoubt) => `${code}:${placeKey(at)}`;
