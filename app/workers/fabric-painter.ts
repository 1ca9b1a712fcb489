/** The page's way to the worker that paints; where a browser cannot paint off the page, it is painted here. */
import { transfer, wrap, type Remote } from 'comlink';
import { paintOn, type TileJob } from '~/ui/fabric/paint-tile';
import type { FabricPainter } from './fabric.worker';

let remote: Remote<FabricPainter> | null | undefined;

function worker(): Remote<FabricPainter> | null {
  if (remote !== undefined) return remote;
  const able = typeof Worker !== 'undefined' && typeof OffscreenCanvas !== 'undefined';
  remote = able
    ? wrap<FabricPainter>(new Worker(new URL('./fabric.worker.ts', import.meta.url), { type: 'module' }))
    : null;
  return remote;
}

/** Paints a job on a canvas of its own; the canvas keeps what it shows until the new picture is there. */
export async function paintInto(
  canvas: HTMLCanvasElement,
  job: TileJob,
  wanted: () => boolean = () => true,
): Promise<void> {
  const away = worker();
  const buffers = [job.packed.records.buffer, job.packed.backing.buffer];
  const bitmap = away ? await away.paint(transfer(job, buffers)).catch(() => null) : null;
  if (!wanted()) return bitmap?.close();
  canvas.width = job.width;
  canvas.height = job.height;
  const ctx = canvas.getContext('2d');
  if (!ctx) return;
  if (bitmap) ctx.drawImage(bitmap, 0, 0);
  else if (!away) paintOn(ctx, job);
  bitmap?.close();
}
