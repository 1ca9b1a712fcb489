/** Up a panel crossing by crossing: she says what she sees before anything is said of how it should be. */
import { useEffect, useMemo, useState } from 'react';
import { ArrowLeft, ArrowRight, HelpCircle, Minus, Undo2 } from 'lucide-react';
import { asItLies, sidesChanged, type Seen } from '@core/inspect/seen';
import {
  courseOf,
  inTracks,
  mirrorOf,
  rowsThrough,
  walkOrder,
  walkUp,
  type Charted,
} from '@core/inspect/track';
import type { Worksheet } from '@core/piece/worksheet';
import { usePrefs } from '~/device/prefs';
import { SEEN_WORDS } from '~/messages/inspect';
import { lineOf, ordinal, type Line } from '~/messages/numbers';
import { capital } from '~/messages/telling';
import { FoundIn, type TrackSeen } from './found';
import type { PanelProps } from './props';
import { useLies, ViewChoice } from './view-choice';

const ANSWERS = [
  ['left', ArrowLeft, 'ArrowLeft'],
  ['right', ArrowRight, 'ArrowRight'],
  ['none', Minus, '0'],
  ['unsure', HelpCircle, '?'],
] as const satisfies readonly (readonly [Seen, typeof Minus, string])[];

/** What was seen, in the order in which it was said, as the right side shows it. */
export type SeenAt = ReadonlyMap<string, Seen>;
const placeOf = ({ row, wale }: Charted) => `${row} ${wale}`;

/** "Row 3, the 2nd of 3 from your right", or "Track 2 of 3 from your right, row 3". */
function askedWords(
  crossings: readonly Charted[],
  one: Charted,
  { byTrack, changed, line }: { byTrack: boolean; changed: boolean; line: Line },
): string {
  const nthOf = (all: readonly unknown[], at: number) => (changed ? all.length - at : at + 1);
  if (byTrack) {
    const tracks = inTracks('', crossings);
    const at = tracks.findIndex((track) => track.crossings.includes(one));
    return `Track ${nthOf(tracks, at)} of ${tracks.length} from your right, ${line} ${one.row}`;
  }
  const inRow = crossings.filter(({ row }) => row === one.row);
  const which = `, the ${ordinal(nthOf(inRow, inRow.indexOf(one)))} of ${inRow.length} from your right`;
  return `${capital(line)} ${one.row}${inRow.length > 1 ? which : ''}`;
}

/** What was seen of a panel's crossings, track by track. */
function seenInTracks(
  sheet: Worksheet,
  panel: { id: string; name: string },
  crossings: readonly Charted[],
  seen: SeenAt,
  changed: boolean,
): TrackSeen[] {
  const all = inTracks(panel.id, crossings);
  return all.flatMap((whole, i) => {
    const said = whole.crossings.filter((one) => seen.has(placeOf(one)));
    const track = { ...whole, crossings: said };
    if (said.length === 0) return [];
    return [
      {
        ...courseOf(sheet, track, said[said.length - 1]?.row ?? 0),
        track,
        name: `${capital(panel.name)}, the ${ordinal(changed ? all.length - i : i + 1)} track from your right`,
        sights: said.map((one) => ({ seen: seen.get(placeOf(one)) ?? 'unsure', row: one.row })),
      },
    ];
  });
}

/** Arrow keys, 0 and ? say it; backspace takes it back. */
function useAnswerKeys(answer: (seen: Seen) => void, back: () => void) {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.target instanceof HTMLInputElement || event.ctrlKey || event.metaKey) return;
      const found = ANSWERS.find(([, , key]) => key === event.key);
      const focused = (event.target as HTMLElement | null)?.closest('[role=tablist], [role=radiogroup]');
      if (focused || (!found && event.key !== 'Backspace')) return;
      event.preventDefault();
      if (found) answer(found[0]);
      else back();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [answer, back]);
}

type WalkProps = PanelProps & {
  seenOf: (panel: string) => SeenAt;
  keepSeen: (panel: string, seen: SeenAt) => void;
};

/** What was found on the way up, and that it was looked at. */
function Found(props: WalkProps & { crossings: readonly Charted[]; changed: boolean }) {
  const { view, state, record, panel, crossings, changed, seenOf } = props;
  const { sheet, done } = view;
  const mirror = useMemo(() => mirrorOf(sheet, panel.id, done), [sheet, panel.id, done]);
  const panels = sheet.plan.sections.flatMap((one) => one.panels);
  const other = panels.find(({ id }) => id === mirror);
  const [seen, others] = [seenOf(panel.id), seenOf(other?.id ?? '')];
  const both = other !== undefined && others.size > 0;
  const { id, name } = panel;
  const tracks = useMemo(() => {
    const own = seenInTracks(sheet, { id, name }, crossings, seen, changed);
    if (!other || others.size === 0) return own;
    return [...own, ...seenInTracks(sheet, other, walkUp(sheet, other.id, done), others, changed)];
  }, [sheet, id, name, crossings, seen, changed, other, others, done]);
  const sureOf = (one: Charted) => (seen.get(placeOf(one)) ?? 'unsure') !== 'unsure';
  const through = rowsThrough(crossings, sureOf);
  const kept =
    through !== null &&
    state.inspected.some((one) => one.panel === panel.id && one.from <= through.from && through.to <= one.to);
  return (
    <section aria-label="What it tells">
      <FoundIn tracks={tracks} asked="chartedRows" pair={both} props={props} />
      {other && !both && (
        <p className="mt-3">
          {capital(other.name)} is its mirror image: look it over too, and both are weighed together.
        </p>
      )}
      {kept ? (
        <p className="mt-3 text-soft">It is kept that they were looked at.</p>
      ) : (
        through && (
          <button
            type="button"
            className="plain-button mt-3 w-full"
            onClick={() => record({ kind: 'inspected', panel: panel.id, ...through })}
          >
            Keep that they were looked at
          </button>
        )
      )}
    </section>
  );
}

/** The crossing that is asked about, brought near on the fabric. */
function usePointedOut(now: Charted | undefined, show: PanelProps['show']) {
  useEffect(() => {
    show(now ? { rows: [{ row: now.row, columns: now.columns }], near: true, covered: true } : null);
    return () => show(null);
  }, [now, show]);
}

export function Walk(props: WalkProps) {
  const { view, panel, show, seenOf, keepSeen } = props;
  const { sheet, done, round } = view;
  const lies = useLies();
  const unsaid = usePrefs().lies === null;
  const changed = sidesChanged(lies);
  const crossings = useMemo(() => walkUp(sheet, panel.id, done), [sheet, panel.id, done]);
  const { byTrack, order } = useMemo(() => walkOrder(panel.id, crossings), [panel.id, crossings]);
  const seen = seenOf(panel.id);
  const [ended, setEnded] = useState(false);
  const place = order.findIndex((one) => !seen.has(placeOf(one)));
  const now = ended ? undefined : order[place];
  usePointedOut(unsaid ? undefined : now, show);
  const answer = (one: Seen) => {
    if (now && !unsaid) keepSeen(panel.id, new Map(seen).set(placeOf(now), asItLies(one, lies)));
  };
  const back = () => {
    setEnded(false);
    keepSeen(panel.id, new Map([...seen].slice(0, -1)));
  };
  useAnswerKeys(answer, back);
  const line = lineOf(round);
  const last = [...seen.values()].at(-1);
  // Before any crossing is asked about: right and left depend on it.
  if (unsaid) return <ViewChoice />;
  return (
    <>
      <ViewChoice />
      {now ? (
        <section aria-label="The crossing to look at" className="mt-2 max-[760px]:mt-0">
          <p className="text-[28px] leading-tight font-bold max-[760px]:text-[23px]">
            {askedWords(crossings, now, { byTrack, changed, line })}: how does it lie?
          </p>
          <p className="text-soft">
            {place + 1} of {crossings.length}, from the cast-on end
            {last && `; before it: ${SEEN_WORDS[asItLies(last, lies)]}`}
          </p>
          <div className="mt-3 grid grid-cols-2 gap-3 max-[760px]:mt-2 max-[760px]:gap-2">
            {ANSWERS.map(([one, Icon]) => (
              <button
                key={one}
                type="button"
                className="plain-button min-h-16 text-lg max-[760px]:px-2"
                onClick={() => answer(one)}
              >
                <Icon aria-hidden="true" /> {capital(SEEN_WORDS[one])}
              </button>
            ))}
          </div>
        </section>
      ) : null}
      <div className="mt-3 flex flex-wrap gap-3">
        <button type="button" className="plain-button" disabled={seen.size === 0} onClick={back}>
          <Undo2 aria-hidden="true" size={20} /> Take back
        </button>
        {now && seen.size > 0 && (
          <button type="button" className="plain-button" onClick={() => setEnded(true)}>
            Enough
          </button>
        )}
      </div>
      {!now && seen.size > 0 && <Found {...props} crossings={crossings} changed={changed} />}
    </>
  );
}
