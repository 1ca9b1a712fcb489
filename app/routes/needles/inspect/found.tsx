/** What was found: the most likely story of the tracks together, others that are as likely, and the marks that come of it. */
import { useMemo, useState } from 'react';
import { marksOf, outOfStep, unmarked, type Mark } from '@core/inspect/marks';
import { panelStories, type TrackSights } from '@core/inspect/panel-story';
import type { Story } from '@core/inspect/story';
import { panelRows, type Track } from '@core/inspect/track';
import type { Asked } from '@core/inspect/wholes';
import { pieceRow, wale } from '@core/indices';
import type { Fault } from '@core/journal/events';
import { otherLean } from '@core/piece/deviation';
import { panelEntry } from '@core/place/entry';
import { canStand } from '@core/repair/plan';
import type { Crossing, Lean } from '@core/stitch/types';
import { storyWords, sureWords, togetherWords } from '~/messages/inspect';
import { counted, lineOf, plural, type Line } from '~/messages/numbers';
import type { NeedlesView } from '../view';
import type { InspectProps } from './props';

/** A track that was looked at, what is seen of it, and what to call it. */
export type TrackSeen = TrackSights & { readonly track: Track; readonly name: string };

const leaning = (cell: Crossing, lean: Lean): Crossing => (cell.lean === lean ? cell : otherLean(cell));

/** The odd crossings of a story as they are marked, but those that have a mark already. */
function faultsOf(seen: TrackSeen, story: Story, { state }: InspectProps): Fault[] {
  const { track } = seen;
  return marksOf(seen, story).flatMap(({ row, charted, made }: Mark): Fault[] => {
    const at = track.crossings.find((one) => one.row === row);
    const cell = (at ?? track.crossings[0])?.cell;
    const known = state.faults.some(
      (one) => one.panel === track.panel && one.pieceRow === row && one.wale === track.wale && !one.mended,
    );
    if (!cell || known) return [];
    const fault: Fault = {
      kind: 'fault',
      pieceRow: row,
      rowEvent: state.rowEvents[row - 1] ?? null,
      panel: track.panel,
      wale: track.wale,
      charted: charted === null ? 'plain' : cell,
      made: made === 'uncrossed' ? made : leaning(cell, made),
    };
    return [fault];
  });
}

/** Whether the journal can hold it: within what is knitted, on a crossing or on plain stitches. */
function canBeMarked({ pieceRow: row, panel, wale: at, made }: Fault, { sheet, done }: NeedlesView): boolean {
  if (row < 1 || row > done) return false;
  return canStand(sheet, { pieceRow: pieceRow(row), panel, wale: wale(at), made });
}

/** What the journal is told of a panel that was begun at another row of its chart; null where that cannot be told. */
function stepEntry({ track }: TrackSeen, { whole }: Story, { view }: InspectProps) {
  if (whole.kind !== 'startedAt') return null;
  const { first } = panelRows(view.sheet, track.panel);
  const by = -whole.by;
  return panelEntry(view.sheet, { panel: track.panel, by }, view.done, { planned: first, made: first });
}

/** One story of some tracks, with what can be done about it. */
function Told({
  lead,
  seen,
  stories,
  words,
  sure,
  props,
}: {
  lead: boolean;
  seen: readonly TrackSeen[];
  /** Of each track. */
  stories: readonly Story[];
  words: string;
  sure: string | null;
  props: InspectProps;
}) {
  const { record, view } = props;
  const line = lineOf(view.round);
  const [taken, setTaken] = useState<string | null>(null);
  const told = seen.map((one, i) => ({ seen: one, story: stories[i] as Story }));
  const odd = told.flatMap(({ seen: one, story }) => faultsOf(one, story, props));
  const faults = odd.filter((fault) => canBeMarked(fault, view));
  const left = odd.length - faults.length;
  // One of each panel, since all tracks of a panel are out of step together.
  const entries = [...new Map(told.map((one) => [one.seen.track.panel, one])).values()].flatMap((one) => {
    const entry = stepEntry(one.seen, one.story, props);
    return entry ? [{ ...entry, panel: one.seen.track.panel }] : [];
  });
  const [entry] = entries;
  const off = told.some(({ story }) => outOfStep(story));
  const look = `mt-2 ${lead ? 'action-button' : 'plain-button'}`;
  return (
    <div className="border-t border-line py-3" data-testid="story">
      <p className={lead ? 'text-xl leading-snug font-bold' : ''}>
        {!lead && 'Or: '}
        {words}
      </p>
      {sure && <p className="text-soft">{sure}</p>}
      {told.some(({ story }) => unmarked(story) > 0) && (
        <p>
          In which {line} it lies was not counted: type the plain {line}s below it too, and it can be marked.
        </p>
      )}
      {left > 0 && !taken && (
        <p>
          {counted(left, 'more crossing')} cannot be marked where {plural(left, 'it', 'they')} would lie:
          other stitches are crossed or slipped there, or nothing is knitted yet.
        </p>
      )}
      {off && !entry && told[0]?.story.whole.kind === 'startedElsewhere' && (
        <p>Count from hole to hole (under Where am I?): that tells by how many {line}s.</p>
      )}
      {entry && !taken && (
        <button
          type="button"
          className={look}
          onClick={() => {
            for (const { panel, from, position, since } of entries)
              record({ kind: 'panelRowSet', panel, from, position, since });
            setTaken(`Noted: it has been so since ${line} ${entry.since}.`);
          }}
        >
          Note that it has been so since {line} {entry.since}
        </button>
      )}
      {faults.length > 0 && !taken && (
        <button
          type="button"
          className={look}
          onClick={() => {
            for (const fault of faults) record(fault);
            setTaken('Marked. Touch it on the fabric, or put it right from the row.');
          }}
        >
          Mark {counted(faults.length, 'crossing')}
        </button>
      )}
      {taken && <p className="font-semibold">{taken}</p>}
    </div>
  );
}

/** A track by itself: its stories, the likeliest first. */
function OwnStories({
  seen,
  stories,
  name,
  props,
  line,
}: {
  seen: TrackSeen;
  stories: readonly Story[];
  name: string | null;
  props: InspectProps;
  line: Line;
}) {
  return (
    <section className="mt-4" aria-label={name ?? 'What was found'}>
      {name && <h3 className="text-lg font-bold">{name}</h3>}
      {stories.map((story, i) => (
        <Told
          key={i}
          lead={i === 0}
          seen={[seen]}
          stories={[story]}
          words={storyWords(story, line)}
          sure={stories.length > 1 || story.slips.length > 0 ? sureWords(story) : null}
          props={props}
        />
      ))}
    </section>
  );
}

/** @param pair the tracks are those of both halves of a mirrored pair */
export function FoundIn({
  tracks,
  asked,
  pair,
  props,
}: {
  tracks: readonly TrackSeen[];
  asked: Asked;
  pair: boolean;
  props: InspectProps;
}) {
  const line = lineOf(props.view.round);
  const stories = useMemo(() => panelStories(tracks, asked), [tracks, asked]);
  return stories.map((story, i) =>
    story.whole.kind === 'asCharted' ? (
      <div key="apart">
        {i > 0 && <p className="mt-4 font-semibold">Or each track by itself:</p>}
        {tracks.map((seen, t) => (
          <OwnStories
            key={seen.name}
            seen={seen}
            stories={story.tracks[t] ?? []}
            name={tracks.length > 1 ? seen.name : null}
            props={props}
            line={line}
          />
        ))}
      </div>
    ) : (
      <Told
        key={JSON.stringify(story.whole)}
        lead={i === 0}
        seen={tracks}
        stories={story.tracks.map(([own]) => own as Story)}
        words={togetherWords(
          story.whole,
          tracks.map(({ name }, t) => ({ name, slips: story.tracks[t]?.[0]?.slips ?? [] })),
          pair,
          line,
        )}
        sure={sureWords(story)}
        props={props}
      />
    ),
  );
}
