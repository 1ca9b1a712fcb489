/** A whole track as typed: leans from one end, with the counts between them if she has them. */
import { useId, useMemo, useState } from 'react';
import { normalised, readTold, sightsOf, type Told } from '@core/inspect/seen';
import { tracksOf } from '@core/inspect/track';
import { toldProblemWords } from '~/messages/inspect';
import { counted, lineOf, ordinal } from '~/messages/numbers';
import { Chips, Toggle } from '../place/choices';
import { FoundIn, type TrackSeen } from './found';
import type { PanelProps } from './props';

export function Typed(props: PanelProps) {
  const { view, panel } = props;
  const { sheet, done, round } = view;
  const id = useId();
  const tracks = useMemo(() => tracksOf(sheet, panel.id, done), [sheet, panel.id, done]);
  const [chosen, setChosen] = useState('0');
  const [text, setText] = useState('');
  const [fromTop, setFromTop] = useState(false);
  const [mirrored, setMirrored] = useState(false);
  const [told, setTold] = useState<Told | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const track = tracks[Number(chosen)] ?? tracks[0];
  const found = useMemo((): TrackSeen[] => {
    if (!told || !track) return [];
    const seen = normalised(told, { mirrored, fromTop });
    return [{ crossings: track.crossings, sights: sightsOf(seen, track.crossings[0]?.row ?? 1) }];
  }, [told, track, mirrored, fromTop]);
  const look = (event: React.FormEvent) => {
    event.preventDefault();
    const read = readTold(text, done);
    setTold(read.ok ? read.value : null);
    setProblem(read.ok ? null : toldProblemWords(read.error));
  };
  return (
    <form onSubmit={look} className="mt-3">
      {tracks.length > 1 && (
        <Chips
          label="Track"
          value={chosen}
          options={tracks.map(
            ({ crossings }, i) =>
              [String(i), `${ordinal(i + 1)} from the right (${crossings.length})`] as const,
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
        r leans right, l leans left, n not crossed, ? cannot tell; a number between two of them counts the
        plain {lineOf(round)}s: “r 5 r 5 l”.{' '}
        {track && `${counted(track.crossings.length, 'crossing')} should be there.`}
      </p>
      <Toggle
        label="I begin at the needle (or it hangs upside down)"
        checked={fromTop}
        onChange={setFromTop}
      />
      <Toggle label="I see it in a mirror" checked={mirrored} onChange={setMirrored} />
      <p className="text-soft">Either side may face you: a lean is the same from both.</p>
      <button type="submit" className="action-button mt-3 w-full">
        What happened?
      </button>
      {problem && (
        <p role="alert" className="mt-3 rounded-lg border-2 border-fault p-3">
          {problem}
        </p>
      )}
      <FoundIn
        key={`${text} ${chosen} ${String(fromTop)} ${String(mirrored)}`}
        tracks={found}
        props={props}
      />
    </form>
  );
}
