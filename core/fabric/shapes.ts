/**
 * The knitted picture as positioned shapes. Units: one stitch is 1 wide, one row is ROW_HEIGHT high; x runs from
 * the left of the view, y from the bottom of the stretch upwards.
 */
import type { CrossingAt } from '../piece/crossings';
import type { Lean } from '../stitch/types';

export const ROW_HEIGHT = 0.78;

export type Shape =
  /** A V from its foot (x0, y0) to the middle of its open top (x1, y1); tall where a slipped stitch was drawn up. */
  | {
      readonly kind: 'v';
      readonly x0: number;
      readonly y0: number;
      readonly x1: number;
      readonly y1: number;
      readonly width: number;
      readonly twisted: boolean;
      readonly tall: boolean;
      /** It passes behind a crossing's other group. */
      readonly sunk: boolean;
    }
  | {
      readonly kind: 'bump';
      readonly x0: number;
      readonly y0: number;
      readonly x1: number;
      readonly y1: number;
      readonly width: number;
      readonly sunk: boolean;
    }
  | { readonly kind: 'bobble'; readonly x: number; readonly y: number; readonly radius: number }
  | { readonly kind: 'eyelet'; readonly x: number; readonly y: number; readonly radius: number }
  /** A float lying across the face of a slipped stitch. */
  | { readonly kind: 'float'; readonly x: number; readonly y: number; readonly width: number };

/** The dark edge that an over group throws on what lies under it. */
export type Shadow = {
  readonly row: number;
  readonly panel: string;
  readonly lean: Lean;
  readonly points: readonly (readonly [x: number, y: number])[];
};
/** The hole that a needle can be poked into, at the bottom of a crossing row. */
export type Hole = { readonly x: number; readonly y: number };

/** Where a crossing can be touched; one that lies over the join of a round has a box at either end. */
export type CrossingBox = {
  readonly row: number;
  readonly panel: string;
  readonly wale: number;
  readonly at: CrossingAt;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
};
/** What one row adds to the picture. */
export type RowShapes = {
  readonly row: number;
  /** Height of its foot. */
  readonly foot: number;
  readonly ground: readonly Shape[];
  readonly shadows: readonly Shadow[];
  readonly over: readonly Shape[];
  readonly holes: readonly Hole[];
  readonly crossings: readonly CrossingBox[];
};
export type PanelBand = {
  readonly panel: string;
  readonly name: string;
  readonly edge: boolean;
  readonly x: number;
  readonly width: number;
};

export type Edge = { readonly y: number; readonly left: number; readonly right: number };

export type Picture = {
  readonly width: number;
  readonly height: number;
  readonly firstRow: number;
  readonly lastRow: number;
  readonly rows: readonly RowShapes[];
  /** Where the fabric begins and ends at the top of every row, the lowest first; the foot of the first row comes before. */
  readonly edges: readonly Edge[];
  /** Panels of the topmost row, left to right. */
  readonly bands: readonly PanelBand[];
  /** Middle of a column given by a row of the stretch, in view units; for marks on the fabric. */
  readonly xOf: (row: number, column: number) => number;
  readonly yOf: (row: number) => number;
};
