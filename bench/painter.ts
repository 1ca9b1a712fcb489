/** Runs in a page of the bench: how long a first paint takes against plain drawImage calls of the same number. */
import { layOut } from '../core/fabric/cloth';
import { charted, checkPlan } from '../core/piece/worksheet';
import { shelfChart } from '../core/shelf/shelf';
import { paintPacked } from '../app/ui/fabric/canvas';
import { packPicture } from '../app/ui/fabric/pack';
import { Sprites } from '../app/ui/fabric/sprites';

const YARN = { lit: '#e6d6b4', shade: '#d2bd92', deep: '#8d7649' };
const PX = 12;
const ROWS = 70;

function fabric() {
  const keys = ['rope-6', 'honeycomb', 'lattice', 'stockinette'];
  const repeats = [2, 5, 4, 20];
  const charts = Object.fromEntries(keys.flatMap((key) => [[key, shelfChart(key)?.chart]])) as never;
  const panels = keys.map((key, i) => ({
    id: key,
    name: key,
    chart: key,
    repeats: repeats[i] ?? 1,
    start: { row: 1, withSetUp: false },
    edge: false,
  }));
  const plan = checkPlan({
    construction: 'flat',
    firstSide: 'RS',
    firstDirection: 'rightToLeft',
    sections: [{ id: 'all', name: 'all', length: { rows: ROWS }, panels }],
    charts,
  });
  if (!plan.ok) throw new Error(JSON.stringify(plan.error));
  const rows = Array.from({ length: ROWS }, (_, i) => charted(plan.value, i + 1));
  return { picture: layOut(rows, 'RS'), stitches: rows.reduce((sum, { laid }) => sum + laid.gives, 0) };
}

const { picture, stitches } = fabric();
const packed = packPicture(picture);

/** A canvas draws when its pixels are asked for. */
function timed(draw: (ctx: CanvasRenderingContext2D) => void): number {
  const canvas = Object.assign(document.createElement('canvas'), { width: 1280, height: 700 });
  const ctx = canvas.getContext('2d', { willReadFrequently: true });
  if (!ctx) throw new Error('no canvas');
  const from = performance.now();
  draw(ctx);
  ctx.getImageData(0, 0, 1, 1);
  return performance.now() - from;
}

Object.assign(window, {
  paintRatio: () => {
    const sprites = new Sprites(YARN, PX);
    const { image } = sprites.of(0, false);
    const painted = timed((ctx) =>
      paintPacked(ctx, packed, { left: 0, top: picture.height, scale: PX }, sprites, YARN),
    );
    const plain = timed((ctx) => {
      for (let i = 0; i < stitches; i += 1) ctx.drawImage(image, (i % 100) * PX, Math.floor(i / 100) * 9);
    });
    return painted / plain;
  },
});
