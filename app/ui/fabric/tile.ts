/** One repeat of a panel as fabric, to be laid side by side upwards: cut from the middle of three. Rows worked once stand alone. */
import type { Chart } from '@core/chart/chart';
import { layOut } from '@core/fabric/cloth';
import { ROW_HEIGHT } from '@core/fabric/shapes';
import { charted, checkPlan } from '@core/piece/worksheet';
import { packPicture, type Packed } from './pack';
import { paintOn } from './paint-tile';
import type { Yarn } from './sprites';

export type FabricTile = {
  readonly packed: Packed;
  /** In stitches; the repeat lies between `foot` and `foot + height` above the foot of what is packed. */
  readonly width: number;
  readonly foot: number;
  readonly height: number;
  readonly rows: number;
};

const known = new WeakMap<Chart, Map<number, FabricTile | null>>();
const REPEATS = 3;

function draw(chart: Chart, repeats: number): FabricTile | null {
  const rows = chart.rows.length;
  const times = chart.once ? 1 : REPEATS;
  const panel = {
    id: 'tile',
    name: chart.name,
    chart: 'tile',
    repeats,
    start: { row: 1, withSetUp: false },
    edge: false,
  };
  const checked = checkPlan({
    construction: chart.rows[0]?.kind === 'ring' ? 'round' : 'flat',
    firstSide: 'RS',
    firstDirection: 'rightToLeft',
    sections: [{ id: 'tile', name: 'tile', length: { rows: rows * times }, panels: [panel] }],
    charts: { tile: chart },
  });
  if (!checked.ok) return null;
  const picture = layOut(
    Array.from({ length: rows * times }, (_, i) => charted(checked.value, i + 1)),
    'RS',
  );
  const height = rows * ROW_HEIGHT;
  const foot = chart.once ? 0 : height;
  return { packed: packPicture(picture), width: picture.width, foot, height, rows };
}

/** Null where a repeat does not stand on itself (rows of increases, say). */
export function fabricTile(chart: Chart, repeats: number): FabricTile | null {
  const ofChart = known.get(chart) ?? new Map<number, FabricTile | null>();
  known.set(chart, ofChart);
  const found = ofChart.get(repeats);
  if (found !== undefined) return found;
  const tile = draw(chart, repeats);
  ofChart.set(repeats, tile);
  return tile;
}

/** Px a stitch, fewer where the tile would be larger than so many px. */
const TILE_PX = 6;
const MOST_PX = 1500;

const images = new WeakMap<FabricTile, Map<string, string>>();

/** The tile as the address of a picture; in the browser alone. */
export function tileImage(tile: FabricTile, yarn: Yarn): string {
  const ofTile = images.get(tile) ?? new Map<string, string>();
  images.set(tile, ofTile);
  const key = `${yarn.lit} ${yarn.deep}`;
  const found = ofTile.get(key);
  if (found) return found;
  const scale = Math.min(TILE_PX, MOST_PX / Math.max(tile.width, tile.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(tile.width * scale));
  canvas.height = Math.max(1, Math.round(tile.height * scale));
  const ctx = canvas.getContext('2d');
  if (ctx)
    paintOn(ctx, { packed: tile.packed, camera: { left: 0, top: tile.foot + tile.height, scale }, yarn });
  const image = canvas.toDataURL();
  ofTile.set(key, image);
  return image;
}
