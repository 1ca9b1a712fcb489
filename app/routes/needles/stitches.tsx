/** The row stitch group by stitch group: the one in hand huge, the one before and the one after it small. */
import { ChevronLeft, ChevronRight } from 'lucide-react';
import type { Pointer, Stop } from '@core/cue/pointer';
import { movesOf } from '@core/cue/technique';
import { stepWords } from '~/messages/cue';
import { moveWords, type Needles } from '~/messages/moves';
import { wayOf, type KnitterSettings } from '~/knitter/settings';
import { CrossingCard, type AskHow } from './steps';
import type { KeyDoes } from './use-keys';
import { lineOf } from '~/messages/numbers';

function Moves({
  stop,
  part,
  settings,
  needles,
}: {
  stop: Stop;
  part: number;
  settings: KnitterSettings;
  needles: Needles;
}) {
  const { step } = stop;
  if (step.kind !== 'crossing') return null;
  const moves = movesOf(step, wayOf(settings)(step));
  return (
    <ol className="moves">
      {moves.map((move, i) => (
        <li key={i} data-state={i < part ? 'done' : i === part ? 'now' : 'coming'}>
          {moveWords(move, needles)}
        </li>
      ))}
    </ol>
  );
}

export function Stitches({
  stops,
  pointer,
  settings,
  needles,
  round,
  act,
  onHow,
}: {
  stops: readonly Stop[];
  pointer: Pointer;
  settings: KnitterSettings;
  needles: Needles;
  round: boolean;
  act: (does: KeyDoes) => void;
  onHow: AskHow;
}) {
  const now = stops[pointer.stop];
  const how = { wayOf: wayOf(settings), round };
  const [before, after] = [stops[pointer.stop - 1], stops[pointer.stop + 1]];
  return (
    <div className="stitches">
      <p className="stop-beside">
        {before ? `done: ${stepWords(before.step, how.wayOf)}` : `start of the ${lineOf(round)}`}
      </p>
      <div className="stop-now" data-testid="stop" aria-live="polite">
        {now?.enters && <p className="enters">slip the marker; {now.enters}</p>}
        {!now ? (
          <p className="stop-words">end of the {lineOf(round)}</p>
        ) : now.step.kind === 'crossing' ? (
          <CrossingCard step={now.step} how={how} onHow={() => onHow(now.panel.id, now.step as never)} />
        ) : (
          <p className="stop-words">{stepWords(now.step, how.wayOf)}</p>
        )}
        {now && <p className="stop-panel">{now.panel.name}</p>}
      </div>
      {now && <Moves stop={now} part={pointer.part} settings={settings} needles={needles} />}
      <p className="stop-beside">
        {after
          ? `then: ${after.enters ? `marker, ${after.enters}, ` : ''}${stepWords(after.step, how.wayOf)}`
          : now
            ? `then the ${lineOf(round)} is at its end`
            : ''}
      </p>
      <div className="stop-controls">
        <button
          type="button"
          className="plain-button"
          disabled={pointer.stop + pointer.part === 0}
          onClick={() => act('previous')}
        >
          <ChevronLeft aria-hidden="true" /> Back
        </button>
        <button type="button" className="plain-button" disabled={!now} onClick={() => act('next')}>
          {now ? 'Worked' : round ? 'Round ends' : 'Row ends'} <ChevronRight aria-hidden="true" />
        </button>
      </div>
    </div>
  );
}
