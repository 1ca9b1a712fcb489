/** What was found: the most likely story of each track, others that are as likely, and the marks that come of it. */
import { useMemo, useState } from 'react';
import { oddOnes, storiesOf, unmarked, type Story } from '@core/inspect/story';
import type { Seen, Sight } from '@core/inspect/seen';
import type { Charted } from '@core/inspect/track';
import { otherLean, type Made } from '@core/piece/deviation';
import { sureWords, storyWords } from '~/messages/inspect';
import { counted, lineOf, ordinal } from '~/messages/numbers';
import type { PanelProps } from './props';

/** What is seen of one track, the lowest first. */
export type TrackSeen = { readonly crossings: readonly Charted[]; readonly sights: readonly Sight[] };

/** Crossings straight above each other together, from the right edge. */
function byTrack(crossings: readonly Charted[], seen: readonly Seen[]): TrackSeen[] {
  const tracks = new Map<number, { crossings: Charted[]; sights: Sight[] }>();
  crossings.forEach((one, i) => {
    const track = tracks.get(one.wale) ?? { crossings: [], sights: [] };
    track.crossings.push(one);
    track.sights.push({ seen: seen[i] ?? 'unsure', row: one.row });
    tracks.set(one.wale, track);
  });
  return [...tracks].sort(([a], [b]) => a - b).map(([, track]) => track);
}

/** The odd crossings of a story, as they are marked; those that have a mark already are left. */
function marksOf({ crossings }: TrackSeen, story: Story, marked: ReadonlySet<string>) {
  return oddOnes(crossings, story).flatMap(({ row, made }): { at: Charted; made: Made }[] => {
    const at = crossings.find((one) => one.row === row);
    if (!at || marked.has(`${at.row} ${at.wale}`)) return [];
    return [{ at, made: made === 'uncrossed' ? 'uncrossed' : otherLean(at.cell) }];
  });
}

function Stories({ track, name, props }: { track: TrackSeen; name: string | null; props: PanelProps }) {
  const { view, state, record, panel } = props;
  const line = lineOf(view.round);
  const stories = useMemo(() => storiesOf(track.crossings, track.sights), [track]);
  const marked = useMemo(
    () =>
      new Set(
        state.faults
          .filter((fault) => fault.panel === panel.id && !fault.mended)
          .map(({ pieceRow, wale }) => `${pieceRow} ${wale}`),
      ),
    [state.faults, panel.id],
  );
  const [taken, setTaken] = useState<Story | null>(null);
  const mark = (story: Story) => {
    for (const { at, made } of marksOf(track, story, marked))
      record({
        kind: 'fault',
        pieceRow: at.row,
        rowEvent: state.rowEvents[at.row - 1] ?? null,
        panel: panel.id,
        wale: at.wale,
        charted: at.cell,
        made,
      });
    setTaken(story);
  };
  return (
    <section className="mt-4" aria-label={name ?? 'What was found'}>
      {name && <h3 className="text-lg font-bold">{name}</h3>}
      {stories.map((story, i) => {
        const marks = marksOf(track, story, marked);
        return (
          <div key={i} className="border-t border-line py-3" data-testid="story">
            <p className={i === 0 ? 'text-xl leading-snug font-bold' : ''}>
              {i > 0 && 'Or: '}
              {storyWords(story, line)}
            </p>
            {stories.length > 1 || story.slips.length > 0 ? (
              <p className="text-soft">{sureWords(story)}</p>
            ) : null}
            {unmarked(story) > 0 && (
              <p>
                What lies where no crossing is charted is not marked: rip back below it, or leave it and note
                it.
              </p>
            )}
            {marks.length > 0 && !taken && (
              <button
                type="button"
                className={`mt-2 ${i === 0 ? 'action-button' : 'plain-button'}`}
                onClick={() => mark(story)}
              >
                Mark {counted(marks.length, 'crossing')}
              </button>
            )}
          </div>
        );
      })}
      {taken && (
        <p className="font-semibold">Marked. Touch it on the fabric, or put it right from the row.</p>
      )}
    </section>
  );
}

export function FoundIn({ tracks, props }: { tracks: readonly TrackSeen[]; props: PanelProps }) {
  return tracks.map((track, i) => (
    <Stories
      key={track.crossings[0]?.wale ?? i}
      track={track}
      name={tracks.length > 1 ? `The ${ordinal(i + 1)} track from the right` : null}
      props={props}
    />
  ));
}

export function Found(props: PanelProps & { crossings: readonly Charted[]; seen: readonly Seen[] }) {
  const { crossings, seen, state, record, panel } = props;
  const tracks = useMemo(() => byTrack(crossings, seen), [crossings, seen]);
  const [from, to] = [crossings[0]?.row ?? 1, crossings[crossings.length - 1]?.row ?? 1];
  const kept = state.inspected.some((one) => one.panel === panel.id && one.from <= from && to <= one.to);
  const sure = seen.every((one) => one !== 'unsure');
  return (
    <div data-testid="found">
      <FoundIn tracks={tracks} props={props} />
      {kept ? (
        <p className="mt-3 text-soft">It is kept that they were looked at.</p>
      ) : (
        sure && (
          <button
            type="button"
            className="plain-button mt-3 w-full"
            onClick={() => record({ kind: 'inspected', panel: panel.id, from, to })}
          >
            Keep that they were looked at
          </button>
        )
      )}
    </div>
  );
}
