/** One repeat of a panel as fabric, to be laid side by side upwards: cut from the middle of three. Rows worked once stand alone. */
import type { Chart } from '@core/chart/chart';
import { layOut } from '@core/fabric/layout';
import { ROW_HEIGHT } from '@core/fabric/shapes';
import { charted, checkPlan } from '@core/piece/worksheet';
import { paint, type Layers } from './paint';

export type FabricTile = {
  readonly layers: Layers;
  /** What lies behind it where it is not as wide everywhere. */
  readonly backing: string | null;
  /** In the picture's units; the repeat lies between `top` and `top + height`, y down. */
  readonly width: number;
  readonly top: number;
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
  const top = chart.once ? 0 : height;
  const { made: layers, backing } = paint(picture);
  return { layers, backing: chart.once ? backing : null, width: picture.width, top, height, rows };
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
