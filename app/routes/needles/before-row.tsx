/** What is said before the cue, quietly: something to hang in the work, a stretch for the hands. */
import { useEffect, useRef, useState } from 'react';
import { GripHorizontal, Hand, Pin } from 'lucide-react';
import type { Happening, JournalEvent } from '@core/journal/events';
import { atItSince } from '@core/journal/pace';
import type { Suggestion } from '@core/plan/suggest';
import { deviceName } from '~/device/name';
import { deviceStore } from '~/device/store';
import { lineOf } from '~/messages/numbers';

export function Suggested({
  suggestion,
  round,
  record,
}: {
  suggestion: Suggestion | null;
  round: boolean;
  record: (happening: Happening) => string;
}) {
  const [declined, setDeclined] = useState(false);
  if (!suggestion || declined) return null;
  const { row } = suggestion;
  const line = lineOf(round);
  const [words, done, happening, Icon] =
    suggestion.hang === 'lifeline'
      ? ([
          `A good ${line} for a lifeline: through all stitches of ${line} ${row}, not through the markers.`,
          'It is in',
          { kind: 'lifeline', row },
          GripHorizontal,
        ] as const)
      : ([
          `${suggestion.name} has no hole to count from: hang a marker in ${line} ${row}.`,
          'It hangs',
          { kind: 'anchored', what: 'marker', row, panel: suggestion.panel, text: '' },
          Pin,
        ] as const);
  return (
    <div className="quiet-note">
      <Icon aria-hidden="true" size={22} />
      <p>{words}</p>
      <button type="button" className="quiet-button" onClick={() => void record(happening)}>
        {done}
      </button>
      <button type="button" className="quiet-button" onClick={() => setDeclined(true)}>
        Not now
      </button>
    </div>
  );
}

const LOOK_MS = 20_000;

/** Looked at now and then: the time, and since when she has been at it; null until the page is in a browser. */
function useAtIt(events: readonly JournalEvent[]): { now: number; since: number | null } | null {
  const [atIt, setAtIt] = useState<{ now: number; since: number | null } | null>(null);
  const latest = useRef(events);
  useEffect(() => {
    latest.current = events;
  }, [events]);
  useEffect(() => {
    const look = () =>
      setAtIt({ now: Date.now(), since: atItSince(latest.current, deviceName(deviceStore())) });
    const timer = setInterval(look, LOOK_MS);
    return () => clearInterval(timer);
  }, []);
  return atIt;
}

export function Stretch({ events, minutes }: { events: readonly JournalEvent[]; minutes: number }) {
  const atIt = useAtIt(events);
  const [rested, setRested] = useState(0);
  if (!atIt || atIt.since === null || minutes === 0) return null;
  const { now, since } = atIt;
  const at = (now - Math.max(since, rested)) / 60_000;
  // A clock that was set meanwhile says nothing.
  if (at < minutes || at > 24 * 60) return null;
  return (
    <div className="quiet-note">
      <Hand aria-hidden="true" size={22} />
      <p>{Math.floor(at)} minutes without a rest. Stretch wrists and thumbs, look into the distance.</p>
      <button type="button" className="quiet-button" onClick={() => setRested(now)}>
        Done
      </button>
    </div>
  );
}
