/** Stitches of one kind side by side, merged. */
import type { Stitch } from './types';

export type Run = { readonly stitch: Stitch; readonly count: number };

export function runsOf(stitches: readonly Stitch[]): Run[] {
  const runs: { stitch: Stitch; count: number }[] = [];
  for (const stitch of stitches) {
    const last = runs[runs.length - 1];
    if (last?.stitch === stitch) last.count += 1;
    else runs.push({ stitch, count: 1 });
  }
  return runs;
}
