/** One picture of packed rows, as a bitmap: the same work on the page's thread and off it. */
import { paintPacked, type Camera } from './canvas';
import type { Packed } from './pack';
import { Sprites, type Yarn } from './sprites';

export type TileJob = {
  readonly packed: Packed;
  readonly camera: Camera;
  /** In device px. */
  readonly width: number;
  readonly height: number;
  readonly yarn: Yarn;
};

/** Stitches drawn once are kept for a few sizes. */
const SIZES = 4;
const known = new Map<string, Sprites>();

function spritesFor(yarn: Yarn, px: number): Sprites {
  const key = `${yarn.lit} ${yarn.shade} ${yarn.deep} ${px}`;
  const found = known.get(key) ?? new Sprites(yarn, px);
  known.delete(key);
  known.set(key, found);
  for (const old of known.keys()) {
    if (known.size <= SIZES) break;
    known.delete(old);
  }
  return found;
}

type Context = OffscreenCanvasRenderingContext2D | CanvasRenderingContext2D;

export function paintOn(ctx: Context, { packed, camera, yarn }: Omit<TileJob, 'width' | 'height'>) {
  paintPacked(ctx, packed, camera, spritesFor(yarn, Math.max(6, Math.ceil(camera.scale))), yarn);
}

/** Null where the browser gives no canvas. */
export function paintTile(job: TileJob): ImageBitmap | null {
  const ctx = new OffscreenCanvas(job.width, job.height).getContext('2d');
  if (!ctx) return null;
  paintOn(ctx, job);
  return ctx.canvas.transferToImageBitmap();
}
