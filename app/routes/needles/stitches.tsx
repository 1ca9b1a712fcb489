/** The row stitch group by stitch group: the one in hand huge, the one before and the one after it small. */
import { ChevronLeft, ChevronRight } from 'lucide-react';
import type { Hand } from '@core/stitch/types';
import type { Pointer, Stop } from '@core/cue/pointer';
import { movesOf, wayFor } from '@core/cue/technique';
import { stepWords } from '~/messages/cue';
import { moveWords } from '~/messages/moves';
import { wishedWay, type KnitterSettings } from '~/knitter/settings';
import { CrossingCard, type AskHow } from './steps';
import type { KeyDoes } from './use-keys';

function Moves({ stop, part, settings }: { stop: Stop; part: number; settings: KnitterSettings }) {
  const { step } = stop;
  if (step.kind !== 'crossing') return null;
  const moves = movesOf(step, wayFor(step, wishedWay(settings, step.heldCount, step.thenCount)));
  return (
    <ol className="moves">
      {moves.map((move, i) => (
        <li key={i} data-state={i < part ? 'done' : i === part ? 'now' : 'coming'}>
          {moveWords(move, settings.hand)}
        </li>
      ))}
    </ol>
  );
}

export function Stitches({
  stops,
  pointer,
  settings,
  act,
  onHow,
}: {
  stops: readonly Stop[];
  pointer: Pointer;
  settings: KnitterSettings & { hand: Hand };
  act: (does: KeyDoes) => void;
  onHow: AskHow;
}) {
  const now = stops[pointer.stop];
  const [before, after] = [stops[pointer.stop - 1], stops[pointer.stop + 1]];
  return (
    <div className="stitches">
      <p className="stop-beside">{before ? `done: ${stepWords(before.step)}` : 'start of the row'}</p>
      <div className="stop-now" data-testid="stop" aria-live="polite">
        {now?.enters && <p className="enters">pass the marker to {now.enters}</p>}
        {!now ? (
          <p className="stop-words">end of the row</p>
        ) : now.step.kind === 'crossing' ? (
          <CrossingCard step={now.step} onHow={() => onHow(now.panel.id, now.step as never)} />
        ) : (
          <p className="stop-words">{stepWords(now.step)}</p>
        )}
        {now && <p className="stop-panel">{now.panel.name}</p>}
      </div>
      {now && <Moves stop={now} part={pointer.part} settings={settings} />}
      <p className="stop-beside">
        {after
          ? `then: ${after.enters ? `marker, ${after.enters}, ` : ''}${stepWords(after.step)}`
          : now
            ? 'then the row is at its end'
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
          {now ? 'Worked' : 'Row ends'} <ChevronRight aria-hidden="true" />
        </button>
      </div>
    </div>
  );
}
