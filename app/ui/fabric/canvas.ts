/** Paints packed rows on a canvas. Decides nothing: every place comes from the layout. */
import { ROW_HEIGHT } from '@core/fabric/shapes';
import { MARKS, STRIDE, type Mark, type Packed } from './pack';
import { SPRITE, type Sprites, type Yarn } from './sprites';

type Context = OffscreenCanvasRenderingContext2D | CanvasRenderingContext2D;

/** Canvas px = (x - left) * scale, (top - y) * scale; lengths in stitches, y up. */
export type Camera = { readonly left: number; readonly top: number; readonly scale: number };

/** Below so many px a stitch its legs cannot be told apart: a stroke or a dot says as much. */
const LEGS_FROM = 5;

function paintBacking(ctx: Context, { backing }: Packed, { left, top, scale }: Camera, colour: string) {
  ctx.fillStyle = colour;
  ctx.beginPath();
  const x = (value: number) => (value - left) * scale;
  const y = (value: number) => (top - value) * scale;
  for (let i = 0; i < backing.length; i += 6) {
    const [foot, head, footLeft, footRight, headLeft, headRight] = backing.subarray(
      i,
      i + 6,
    ) as unknown as number[];
    // Rows overlap a little, so that no light falls between them.
    const low = y((foot as number) - 0.12);
    ctx.moveTo(x(footLeft as number), low);
    ctx.lineTo(x(footRight as number), low);
    ctx.lineTo(x(headRight as number), y(head as number));
    ctx.lineTo(x(headLeft as number), y(head as number));
    ctx.closePath();
  }
  ctx.fill();
}

/** From a sprite's own measure to the stitch: its width turns half as far as its strand leans. */
function lay(ctx: Context, sprites: Sprites, records: Float32Array, at: number, camera: Camera) {
  const { left, top, scale } = camera;
  const num = (i: number) => records[at + i] as number;
  const [x0, y0, width] = [num(1), num(2), num(5)];
  const { image, width: w, height: h } = sprites.of(num(0), num(6) === 1);
  const round = x0 === num(3) && y0 === num(4);
  const dx = round ? 0 : num(3) - x0;
  const dy = round ? width : num(4) - y0;
  const foot = round ? y0 - width / 2 : y0;
  const upright = dy / Math.sqrt(dx * dx + dy * dy);
  const ux = Math.sqrt((1 + upright) / 2) * width;
  const uy = (dx > 0 ? -1 : 1) * Math.sqrt(Math.max(0, 1 - upright) / 2) * width;
  const across = (SPRITE.width / w) * scale;
  const up = (SPRITE.height / h) * scale;
  const high = SPRITE.bottom + SPRITE.height;
  const originX = (x0 + ux * SPRITE.left + dx * high - left) * scale;
  const originY = (top - (foot + uy * SPRITE.left + dy * high)) * scale;
  ctx.setTransform(ux * across, -uy * across, -dx * up, dy * up, originX, originY);
  ctx.drawImage(image, 0, 0);
}

function paintSmall(ctx: Context, { records }: Packed, { left, top, scale }: Camera, yarn: Yarn) {
  const colours: Partial<Record<Mark, string>> = {
    v: yarn.lit,
    twisted: yarn.lit,
    tall: yarn.lit,
    bump: yarn.shade,
    bobble: yarn.lit,
    float: yarn.lit,
  };
  for (const mark of MARKS) {
    const colour = colours[mark];
    if (!colour) continue;
    ctx.fillStyle = colour;
    const code = MARKS.indexOf(mark);
    const tall = mark === 'bump' || mark === 'float' ? 0.6 : 0.92;
    for (let i = 0; i < records.length; i += STRIDE) {
      if (records[i] !== code) continue;
      const [x0, y0, x1, y1, width] = records.subarray(i + 1, i + 6) as unknown as number[];
      const [x, y] = [((x0 as number) + (x1 as number)) / 2, ((y0 as number) + (y1 as number)) / 2];
      const [w, h] = [Math.max(1, (width as number) * 0.86 * scale), Math.max(1, tall * ROW_HEIGHT * scale)];
      ctx.fillRect((x - left) * scale - w / 2, (top - y) * scale - h / 2, w, h);
    }
  }
}

export function paintPacked(ctx: Context, packed: Packed, camera: Camera, sprites: Sprites, yarn: Yarn) {
  ctx.setTransform(1, 0, 0, 1, 0, 0);
  paintBacking(ctx, packed, camera, yarn.deep);
  if (camera.scale < LEGS_FROM) return paintSmall(ctx, packed, camera, yarn);
  const { records } = packed;
  for (let i = 0; i < records.length; i += STRIDE) lay(ctx, sprites, records, i, camera);
  ctx.setTransform(1, 0, 0, 1, 0, 0);
}
