/** Whether the stitches suit the needle's length. */
import type { Needle } from '../piece/making';
import type { Construction } from '../stitch/construction';

export type NeedleWarning =
  /** The round is shorter than the needle: the stitches do not reach round. */
  | { readonly code: 'needle-longer-than-round'; readonly roundCm: number; readonly lengthCm: number }
  | { readonly code: 'loop-too-short'; readonly atLeastCm: number; readonly lengthCm: number }
  /** Straight or circular needle that would be packed too full. */
  | { readonly code: 'needle-too-short'; readonly atLeastCm: number; readonly lengthCm: number }
  | { readonly code: 'straight-in-the-round' };

/** Stitches can be pushed together to about two thirds of their width (from memory). */
const PACKED = 2 / 3;
/** Two loops to pull out beside the round (from memory). */
const LOOPS_CM = 40;

/** @param roundCm width of the stitches laid flat, or the way round */
export function needleWarnings(
  { kind, lengthCm }: Needle,
  roundCm: number,
  construction: Construction,
): NeedleWarning[] {
  if (construction === 'round' && kind === 'straight') return [{ code: 'straight-in-the-round' }];
  if (lengthCm === null || kind === 'hands' || kind === 'doublePointed') return [];
  if (kind === 'magicLoop') {
    const atLeastCm = roundCm + LOOPS_CM;
    return lengthCm < atLeastCm ? [{ code: 'loop-too-short', atLeastCm, lengthCm }] : [];
  }
  if (construction === 'round' && lengthCm > roundCm)
    return [{ code: 'needle-longer-than-round', roundCm, lengthCm }];
  const atLeastCm = roundCm * PACKED;
  return lengthCm < atLeastCm ? [{ code: 'needle-too-short', atLeastCm, lengthCm }] : [];
}
