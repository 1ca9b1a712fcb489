/** A chart laid out for a few repeats, as the checks look at it: which face every column shows after every row. */
import { faceOfStitch, isSlip } from '../../stitch/looks';
import { stitchesAfter } from '../../stitch/cells';
import type { Cell, Face } from '../../stitch/types';
import type { Chart } from '../chart';
import { columnsGiven, columnsTaken, type LaidCell } from '../laid';
import { layPlaced, rowsOf, type CellPlace, type PlacedLaidRow } from '../places';

export type Woven = {
  readonly rows: readonly PlacedLaidRow[];
  readonly setUps: number;
  /** Nothing is worked on top of the last row. */
  readonly once: boolean;
  /** Faces by column after each row; null where a slipped stitch, a decrease or the like tells nothing. */
  readonly faces: readonly (readonly (Face | null)[])[];
};

const REPEATS = 3;

function facesOf(cell: Cell): (Face | null)[] {
  if (cell.kind === 'stitch') return [isSlip(cell.stitch) ? null : faceOfStitch(cell.stitch)];
  if (cell.kind === 'crossing')
    return stitchesAfter(cell).map(({ stitch }) => (isSlip(stitch) ? null : faceOfStitch(stitch)));
  if (cell.kind === 'increase') return cell.how === 'frontBack' ? [null, null] : [null];
  return cell.kind === 'noStitch' || cell.kind === 'bindOff' ? [] : [null];
}

function rowFaces(row: PlacedLaidRow): (Face | null)[] {
  const faces = Array<Face | null>(row.gives).fill(null);
  for (const at of row.cells) {
    const own = facesOf(at.cell);
    columnsGiven(row, at).forEach((column, i) => (faces[column] = own[i] ?? null));
  }
  return faces;
}

export function weave(chart: Chart, repeats = REPEATS): Woven {
  const rows = rowsOf(chart).map((row, index) => layPlaced(row, index, repeats));
  return { rows, setUps: chart.setUp.length, once: chart.once === true, faces: rows.map(rowFaces) };
}

/** The row that is worked on top of row `index`; after the last comes the first of the repeat, or none. */
export function rowAbove({ rows, setUps, once }: Woven, index: number): number | null {
  if (index + 1 < rows.length) return index + 1;
  return once ? null : setUps;
}

/** Cells of a row with their places. */
export const cellsIn = (row: PlacedLaidRow) =>
  row.cells.map((at, i) => ({ at, place: row.places[i] as CellPlace }));

export type LaidCrossing = { readonly at: LaidCell & { readonly cell: Extract<Cell, { kind: 'crossing' }> }; readonly place: CellPlace }; // prettier-ignore
export const crossingsIn = (row: PlacedLaidRow): LaidCrossing[] =>
  cellsIn(row).filter((one): one is LaidCrossing => one.at.cell.kind === 'crossing');

/** Columns whose plain stitch shows another face than the row below left, by the place of the stitch. */
export function plainChanges(woven: Woven, below: number): { column: number; place: CellPlace }[] {
  const above = rowAbove(woven, below);
  if (above === null) return [];
  const row = woven.rows[above] as PlacedLaidRow;
  const faces = woven.faces[below] as readonly (Face | null)[];
  return cellsIn(row).flatMap(({ at, place }) => {
    if (at.cell.kind !== 'stitch' || isSlip(at.cell.stitch)) return [];
    const [column] = columnsTaken(row, at);
    const before = column === undefined ? null : faces[column];
    return before && before !== faceOfStitch(at.cell.stitch) ? [{ column: column as number, place }] : [];
  });
}

/** First of each place: the repeats of a chart all say the same. */
export function once<T>(items: readonly T[], keyOf: (item: T) => string): T[] {
  const seen = new Set<string>();
  return items.filter((item) => {
    const key = keyOf(item);
    if (seen.has(key)) return false;
    seen.add(key);
    return true;
  });
}
