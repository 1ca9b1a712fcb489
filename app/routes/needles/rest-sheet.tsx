/** Putting the work down and picking it up: where in the row, which needle the yarn hangs from, what was last worked. */
import { useEffect } from 'react';
import { ChevronLeft, ChevronRight, X } from 'lucide-react';
import { restingAt } from '@core/cue/resting';
import { wayOf, type KnitterSettings } from '~/knitter/settings';
import { restingWords } from '~/messages/moves';
import type { RowInHand } from './use-row';
import type { NeedlesView } from './view';
import { lineOf } from '~/messages/numbers';

type Props = { view: NeedlesView; settings: KnitterSettings; row: RowInHand };

export default function RestSheet({ view, settings, row: { pointer, act, down } }: Props) {
  const { cue, working, stops, byHand } = view;
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => event.key === 'Escape' && act('goOn');
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [act]);
  if (!cue || working === null) return null;
  const step = stops[pointer.stop]?.step;
  const how = wayOf(settings);
  const resting = restingAt(stops, pointer, cue.working, how);
  const line = lineOf(cue.round);
  return (
    <aside className="side-sheet rest-sheet" aria-label={down ? 'Picked up' : 'Putting it down'}>
      <div className="flex items-start justify-between gap-4">
        <h2 className="text-2xl">{down ? `Pick up ${line} ${working}` : `Put down in ${line} ${working}`}</h2>
        <button
          type="button"
          className="quiet-button -mt-2 -mr-2"
          aria-label="Close"
          onClick={() => act('goOn')}
        >
          <X aria-hidden="true" />
        </button>
      </div>
      {!down && <p className="text-soft">Move the mark on the fabric to where you are.</p>}
      <div className="rest-moves">
        <button
          type="button"
          className="plain-button"
          aria-label="one group back"
          onClick={() => act('previous')}
        >
          <ChevronLeft aria-hidden="true" /> group
        </button>
        {step?.kind === 'crossing' && (
          <>
            <button
              type="button"
              className="plain-button"
              aria-label="one move back"
              onClick={() => act('partBack')}
            >
              <ChevronLeft aria-hidden="true" /> move
            </button>
            <button
              type="button"
              className="plain-button"
              aria-label="one move on"
              onClick={() => act('partOn')}
            >
              move <ChevronRight aria-hidden="true" />
            </button>
          </>
        )}
        <button type="button" className="plain-button" aria-label="one group on" onClick={() => act('next')}>
          group <ChevronRight aria-hidden="true" />
        </button>
      </div>
      <div className="resting" data-testid="resting" aria-live="polite">
        {restingWords(resting, { byHand, wayOf: how, round: cue.round }).map((line) => (
          <p key={line}>{line}</p>
        ))}
      </div>
      {down ? (
        <button type="button" className="action-button w-full" onClick={() => act('goOn')}>
          Go on
        </button>
      ) : (
        <button type="button" className="action-button w-full" onClick={() => act('rest')}>
          It rests here
        </button>
      )}
    </aside>
  );
}
