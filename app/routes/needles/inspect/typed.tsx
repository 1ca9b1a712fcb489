/** A whole track as typed: leans from one end, with the counts between them if she has them. */
import { useId, useMemo, useState } from 'react';
import { normalised, readTold, sidesChanged, sightsOf, type Told } from '@core/inspect/seen';
import { courseOf, panelRows, tracksOf } from '@core/inspect/track';
import { toldProblemWords } from '~/messages/inspect';
import { counted, lineOf, ordinal } from '~/messages/numbers';
import { Chips, Toggle } from '../place/choices';
import { FoundIn, type TrackSeen } from './found';
import type { PanelProps } from './props';
import { useLies, ViewChoice } from './view-choice';

export function Typed(props: PanelProps) {
  const { view, panel } = props;
  const { sheet, done, round } = view;
  const id = useId();
  const tracks = useMemo(() => tracksOf(sheet, panel.id, done), [sheet, panel.id, done]);
  const [chosen, setChosen] = useState('0');
  const [text, setText] = useState('');
  const [fromTop, setFromTop] = useState(false);
  const lies = useLies();
  const changed = sidesChanged(lies);
  const [told, setTold] = useState<Told | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const track = tracks[Number(chosen)] ?? tracks[0];
  const found = useMemo((): TrackSeen[] => {
    if (!told || !track) return [];
    const { first, last } = panelRows(sheet, panel.id);
    const reach = { first, done: Math.min(done, last), charted: track.crossings[0]?.row ?? 1 };
    const sights = sightsOf(normalised(told, lies, fromTop), reach);
    return [{ ...courseOf(sheet, track, reach.done), track, name: panel.name, sights }];
  }, [told, track, lies, fromTop, sheet, panel, done]);
  const look = (event: React.FormEvent) => {
    event.preventDefault();
    const read = readTold(text, done);
    setTold(read.ok ? read.value : null);
    setProblem(read.ok ? null : toldProblemWords(read.error));
  };
  return (
    <form onSubmit={look} className="mt-3">
      <ViewChoice />
      {tracks.length > 1 && (
        <Chips
          label="Track"
          value={chosen}
          options={tracks.map(
            ({ crossings }, i) =>
              [
                String(i),
                `${ordinal(changed ? tracks.length - i : i + 1)} from your right (${crossings.length})`,
              ] as const,
          )}
          onChoose={setChosen}
        />
      )}
      <label className="label mt-3" htmlFor={id}>
        What you see, crossing by crossing
      </label>
      <input
        id={id}
        className="field w-full"
        value={text}
        onChange={(event) => setText(event.target.value)}
        placeholder="r r l r"
        autoComplete="off"
        aria-describedby={`${id}-help`}
        aria-invalid={problem !== null}
      />
      <p id={`${id}-help`} className="mt-1 text-soft">
        r leans right, l leans left, n not crossed, ? cannot tell. Numbers count plain {lineOf(round)}s: “2 r
        5 r 5 l 3” is 2 before the first crossing, 5 between, and 3 after the last one.{' '}
        {track && `${counted(track.crossings.length, 'crossing')} should be there.`}
      </p>
      <Toggle label="I begin at the needle" checked={fromTop} onChange={setFromTop} />
      <button type="submit" className="action-button mt-3 w-full">
        What happened?
      </button>
      {problem && (
        <p role="alert" className="mt-3 rounded-lg border-2 border-fault p-3">
          {problem}
        </p>
      )}
      <FoundIn
        key={`${text} ${chosen} ${String(fromTop)}`}
        tracks={found}
        asked="everyRow"
        pair={false}
        props={props}
      />
    </form>
  );
}
