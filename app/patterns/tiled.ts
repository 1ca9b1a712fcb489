/** A chart tiled two by two as fabric (rows worked once: once), and the way between its stitches and the words they come from. */
import type { Chart } from '@core/chart/chart';
import { cellGiving, columnsGiven } from '@core/chart/laid';
import { layPlaced, rowsOf, type PlacedLaidRow } from '@core/chart/places';
import type { Row } from '@core/chart/row';
import { layOut } from '@core/fabric/cloth';
import { ROW_HEIGHT, type Picture } from '@core/fabric/shapes';
import { expandWords, type RowWords } from '@core/notation/placed-row';
import type { TextSpan } from '@core/notation/problems';
import { charted, checkPlan } from '@core/piece/worksheet';
import type { Side } from '@core/stitch/types';

export const TILES = 2;
/** Long charts are shown from their beginning. */
const MOST_ROWS = 96;

export type Tiled = {
  readonly picture: Picture;
  readonly face: Side;
  readonly chart: Chart;
};

const shownRows = (chart: Chart) =>
  Math.min(MOST_ROWS, chart.setUp.length + chart.rows.length * (chart.once ? 1 : TILES));

export function tile(chart: Chart, face: Side): Tiled | null {
  const ring = chart.rows[0]?.kind === 'ring';
  const rows = shownRows(chart);
  const start = { row: 1, withSetUp: chart.setUp.length > 0 };
  const panel = { id: 'chart', name: chart.name, chart: 'chart', repeats: TILES, start, edge: false };
  const plan = checkPlan({
    construction: ring ? 'round' : 'flat',
    firstSide: 'RS',
    firstDirection: 'rightToLeft',
    sections: [{ id: 'all', name: 'all', length: { rows }, panels: [panel] }],
    charts: { chart },
  });
  if (!plan.ok) return null;
  const worked = Array.from({ length: rows }, (_, i) => charted(plan.value, i + 1));
  return { picture: layOut(worked, face), face, chart };
}

/** Which row of the chart (set-up rows first, from 0) a row of the fabric is; fabric rows are 1-based. */
export function chartRow({ chart }: Tiled, fabricRow: number): number {
  const setUps = chart.setUp.length;
  return fabricRow <= setUps ? fabricRow - 1 : setUps + ((fabricRow - 1 - setUps) % chart.rows.length);
}

const laidRow = (tiled: Tiled, index: number): PlacedLaidRow =>
  layPlaced(rowsOf(tiled.chart)[index] as Row, index, TILES);

/** A stitch of the fabric: its row from the bottom (1-based) and its column from the right edge. */
export type Spot = { readonly row: number; readonly column: number };

export function spanAt(tiled: Tiled, words: readonly RowWords[], { row, column }: Spot): TextSpan | null {
  const index = chartRow(tiled, row);
  const laid = laidRow(tiled, index);
  const at = cellGiving(laid, column);
  const rowWords = words[index];
  if (!at || !rowWords) return null;
  return expandWords(rowWords, rowsOf(tiled.chart)[index] as Row, TILES)[laid.cells.indexOf(at)] ?? null;
}

/** All stitches that come from words which hold a place of the text. */
export function spotsAt(tiled: Tiled, words: readonly RowWords[], offset: number): Spot[] {
  const holds = ({ from, length }: TextSpan) => offset >= from && offset <= from + length;
  const spots: Spot[] = [];
  for (let row = 1; row <= tiled.picture.lastRow; row += 1) {
    const index = chartRow(tiled, row);
    const rowWords = words[index];
    if (!rowWords || ![...rowWords.before, ...rowWords.repeat, ...rowWords.after].some(holds)) continue;
    const laid = laidRow(tiled, index);
    const spans = expandWords(rowWords, rowsOf(tiled.chart)[index] as Row, TILES);
    laid.cells.forEach((at, i) => {
      if (holds(spans[i] as TextSpan))
        for (const column of columnsGiven(laid, at)) spots.push({ row, column });
    });
  }
  return spots;
}

/** Stitches in a row of the fabric. */
export const stitchesIn = (tiled: Tiled, row: number) => laidRow(tiled, chartRow(tiled, row)).gives;

/** The stitch nearest to a point of the picture, in its own units, y from the top. */
export function spotNear(tiled: Tiled, x: number, y: number): Spot {
  const { picture } = tiled;
  const up = Math.ceil((picture.height - y) / ROW_HEIGHT);
  const row = Math.min(picture.lastRow, Math.max(1, up));
  const columns = Array.from({ length: stitchesIn(tiled, row) }, (_, column) => column);
  const nearest = columns.reduce(
    (best, column) => {
      const away = Math.abs(picture.xOf(row, column) - x);
      return away < best.away ? { column, away } : best;
    },
    { column: 0, away: Infinity },
  );
  return { row, column: nearest.column };
}

/** The square of a stitch in the picture, y from the top. */
export function boxOf({ picture }: Tiled, { row, column }: Spot) {
  const x = picture.xOf(row, column);
  return { x: x - 0.5, y: picture.height - picture.yOf(row), width: 1, height: ROW_HEIGHT };
}
