/** Beside the row in hand: a moment at which looking the piece over pays. */
import { useMemo, useState } from 'react';
import { Search } from 'lucide-react';
import { lookDue } from '@core/inspect/looked';
import type { JournalState } from '@core/journal/fold';
import { dueWords } from '~/messages/inspect';
import type { NeedlesView } from '../view';

export default function LookDueNote({
  view: { sheet, done },
  state,
  open,
}: {
  view: NeedlesView;
  state: JournalState;
  open: () => void;
}) {
  const { looked, inspected } = state;
  const due = useMemo(() => lookDue(sheet, done, { looked, inspected }), [sheet, done, looked, inspected]);
  const [declined, setDeclined] = useState(false);
  if (!due || declined) return null;
  return (
    <div className="quiet-note" data-testid="look-due">
      <Search aria-hidden="true" size={22} />
      <p>{dueWords(due)}</p>
      <button type="button" className="quiet-button" onClick={open}>
        Look it over
      </button>
      <button type="button" className="quiet-button" onClick={() => setDeclined(true)}>
        Not now
      </button>
    </div>
  );
}
