/** Paints fabric off the page's own thread, so that drawing it along or tapping never waits for stitches. */
import { expose, transfer } from 'comlink';
import { paintTile, type TileJob } from '../ui/fabric/paint-tile';

const paint = (job: TileJob) => {
  const bitmap = paintTile(job);
  return bitmap && transfer(bitmap, [bitmap]);
};
export type FabricPainter = { readonly paint: typeof paint };
expose({ paint } satisfies FabricPainter);
