/**
 * The tracks of a panel, or of the two halves of a mirrored pair, weighed together: a slip that runs through all of them
 * (both halves changed over, another habit from some row on, the chart begun elsewhere) is one slip, not one a track.
 */
import type { Sight } from './seen';
import { costsOf, likeliest, rowsKnown, storiesOf, toldAs, wholeCost, type Story } from './story';
import { wholes, type Asked, type Course, type Whole } from './wholes';

export type TrackSights = Course & { readonly sights: readonly Sight[] };

export type PanelStory = {
  /** One slip of all tracks; `asCharted`: each track tells its own. */
  readonly whole: Whole;
  /** Of every track in the order given: its stories, the likeliest first; just one under a slip of all. */
  readonly tracks: readonly (readonly Story[])[];
  readonly cost: number;
  readonly sure: number;
};

const AS_CHARTED: Whole = { kind: 'asCharted' };

/** The most likely stories of tracks that hang together, the likeliest first. */
export function panelStories(tracks: readonly TrackSights[], asked: Asked = 'everyRow'): PanelStory[] {
  const own = tracks.map((track) => storiesOf(track, track.sights, asked));
  const apart = { whole: AS_CHARTED, cost: own.reduce((sum, [best]) => sum + (best?.cost ?? 0), 0) };
  const known = tracks.every(({ sights }) => rowsKnown(sights));
  const crossings = tracks.reduce((sum, { charted }) => sum + charted.length, 0);
  const costs = tracks.map((track) => costsOf(track, track.sights));
  const together = tracks.length < 2 ? [] : wholes(tracks, known, asked);
  const weighed = together.map((whole) => ({
    whole,
    cost: costs.reduce((sum, cost) => sum + cost(whole), wholeCost(whole, crossings)),
  }));
  return likeliest([apart, ...weighed]).map((one) => ({
    ...one,
    tracks:
      one.whole.kind === 'asCharted'
        ? own
        : tracks.map((track) => [{ ...toldAs(track, track.sights, one.whole), sure: 1 }]),
  }));
}
