/** The marker that moves on for a crossing over the start of the round, in words. */
import type { RoundStart } from '@core/piece/marker';
import { plural, stitches } from './numbers';

/** Null in a round that begins at its marker. */
export function markerWords({ moved }: RoundStart): string | null {
  if (moved === 0) return null;
  const them = plural(moved, 'it', 'them');
  return `slip the first ${plural(moved, 'stitch', stitches(moved))} unworked and move the marker past ${them}: ${plural(moved, 'it comes', 'they come')} last in this round`;
}
