/** Beside the row in hand: a moment at which looking the piece over pays. */
import { useMemo, useState } from 'react';
import { Search } from 'lucide-react';
import { lookDue } from '@core/inspect/looked';
import type { JournalState } from '@core/journal/fold';
import { dueWords } from '~/messages/look-due';
import { useSettled } from '../use-row-and-next';
import type { NeedlesView } from '../view';

export default function LookDueNote({
  view,
  state,
  open,
}: {
  view: NeedlesView;
  state: JournalState;
  open: () => void;
}) {
  const { sheet, done } = useSettled(view);
  const { looked, inspected } = state;
  const due = useMemo(() => lookDue(sheet, done, { looked, inspected }), [sheet, done, looked, inspected]);
  const [declined, setDeclined] = useState<number | null>(null);
  if (!due || declined === done) return null;
  return (
    <div className="quiet-note" data-testid="look-due">
      <Search aria-hidden="true" size={22} />
      <p>{dueWords(due)}</p>
      <button type="button" className="quiet-button" onClick={open}>
        Look it over
      </button>
      <button type="button" className="quiet-button" onClick={() => setDeclined(done)}>
        Not now
      </button>
    </div>
  );
}
