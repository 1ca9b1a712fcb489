/** The page's way to the worker that paints; where a browser cannot paint off the page, or the worker fails, it is painted here. */
import { wrap, type Remote } from 'comlink';
import { paintOn, type TileJob } from '~/ui/fabric/paint-tile';
import type { FabricPainter } from './fabric.worker';

type Away = { readonly painter: Remote<FabricPainter>; readonly broken: Promise<never> };
let away: Away | null | undefined;

function start(): Away {
  const worker = new Worker(new URL('./fabric.worker.ts', import.meta.url), { type: 'module' });
  const broken = new Promise<never>((_, fail) =>
    worker.addEventListener('error', () => fail(new Error('the painter cannot be loaded'))),
  );
  broken.catch(() => (away = null));
  return { painter: wrap<FabricPainter>(worker), broken };
}

async function paintAway(job: TileJob): Promise<ImageBitmap | null> {
  const able = typeof Worker !== 'undefined' && typeof OffscreenCanvas !== 'undefined';
  if (away === undefined) away = able ? start() : null;
  if (!away) return null;
  return Promise.race([away.painter.paint(job), away.broken]).catch(() => null);
}

/** Paints a job on a canvas; the canvas keeps what it shows until the new picture is there, and for good if it is no longer wanted. */
export async function paintInto(
  canvas: HTMLCanvasElement,
  job: TileJob,
  wanted: () => boolean = () => true,
): Promise<void> {
  const bitmap = await paintAway(job);
  if (!wanted()) return bitmap?.close();
  canvas.width = job.width;
  canvas.height = job.height;
  const ctx = canvas.getContext('2d');
  if (!ctx) return;
  if (bitmap) ctx.drawImage(bitmap, 0, 0);
  else paintOn(ctx, job);
  bitmap?.close();
}
