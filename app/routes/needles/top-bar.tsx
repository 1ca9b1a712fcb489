/** The way back to the bench, what is saved, and the way to the tools that are not needed in every row. */
import { lazy, Suspense, useState } from 'react';
import { Link } from 'react-router';
import { BookOpen, ChevronLeft, Ellipsis } from 'lucide-react';
import type { Happening } from '@core/journal/events';
import type { JournalState } from '@core/journal/fold';
import type { Saving } from '~/journal/outbox';
import type { Units } from '@core/plan/units';
import type { DialogName } from './dialogs';
import type { NeedlesView } from './view';

const SAVING_WORDS: Record<Saving, string> = {
  saved: 'saved',
  sending: 'saving …',
  waiting: 'kept on this device, not sent yet',
};

type Props = {
  piece: { id: string; name: string };
  view: NeedlesView;
  state: JournalState;
  saving: Saving;
  units: Units;
  record: (happening: Happening) => string;
};

/** Fetched when they are first wanted, or when a hand comes near. */
const loadMenu = () => import('./more-menu');
const MoreMenu = lazy(loadMenu);
const NeedlesDialog = lazy(() => import('./dialogs'));

function More(props: React.ComponentPropsWithRef<'button'>) {
  return (
    <button type="button" className="quiet-button" {...props}>
      <Ellipsis aria-hidden="true" /> <span className="wide-only">More</span>
      <span className="sr-only narrow-only">More</span>
    </button>
  );
}

export function TopBar({ piece, view, state, saving, units, record }: Props) {
  const [dialog, setDialog] = useState<DialogName | null>(null);
  const [menu, setMenu] = useState(false);
  const closed = (
    <More
      aria-haspopup="menu"
      aria-expanded={false}
      onPointerEnter={() => void loadMenu()}
      onFocus={() => void loadMenu()}
      onClick={() => setMenu(true)}
    />
  );
  return (
    <header className="top-bar">
      <Link to="/" className="quiet-button" aria-label="To the bench">
        <ChevronLeft aria-hidden="true" />
      </Link>
      <h1 className="piece-name">{piece.name}</h1>
      <p className="saving" role="status" data-state={saving} data-testid="saving">
        {SAVING_WORDS[saving]}
      </p>
      <Link to={`/pieces/${piece.id}/logbook`} className="quiet-button">
        <BookOpen aria-hidden="true" size={22} /> <span className="wide-only">Logbook</span>
      </Link>
      {menu ? (
        <Suspense fallback={closed}>
          <MoreMenu
            pieceId={piece.id}
            view={view}
            state={state}
            record={record}
            open={setDialog}
            trigger={<More />}
          />
        </Suspense>
      ) : (
        closed
      )}
      {dialog && (
        <Suspense>
          <NeedlesDialog
            name={dialog}
            view={view}
            state={state}
            units={units}
            record={record}
            close={() => setDialog(null)}
          />
        </Suspense>
      )}
    </header>
  );
}
