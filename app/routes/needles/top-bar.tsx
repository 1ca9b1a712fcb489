/** The way back to the bench, what is saved, and the way to the tools that are not needed in every row. */
import { lazy, memo, Suspense, useEffect, useState } from 'react';
import { Link } from 'react-router';
import { BookOpen, ChevronLeft, Ellipsis, MapPin } from 'lucide-react';
import type { Happening } from '@core/journal/events';
import type { JournalState } from '@core/journal/fold';
import type { Saving } from '~/journal/outbox';
import type { Kept } from '~/journal/use-journal';
import type { DialogName } from './dialog-props';
import type { PlaceTab } from './place/props';
import { savingWords } from './saving-words';
import type { NeedlesView } from './view';

type Props = {
  piece: { id: string; name: string };
  view: NeedlesView;
  state: JournalState;
  saving: Saving;
  kept: Kept;
  newer: boolean;
  record: (happening: Happening) => string;
  open: (dialog: DialogName) => void;
  find: (way: PlaceTab) => void;
};

/** Fetched when they are first wanted, or when a hand comes near. */
const loadMenu = () => import('./more-menu');
const MoreMenu = lazy(loadMenu);

function More(props: React.ComponentPropsWithRef<'button'>) {
  return (
    <button type="button" className="quiet-button" {...props}>
      <Ellipsis aria-hidden="true" /> <span className="wide-only">More</span>
      <span className="sr-only narrow-only">More</span>
    </button>
  );
}

/** Saving that takes no longer is not spoken of. */
const QUICK_MS = 400;

/** What to say of it: while it is quick, what was said before. */
function useSpoken(saving: Saving): Saving {
  const [spoken, setSpoken] = useState(saving);
  if (saving !== 'sending' && spoken !== saving) setSpoken(saving);
  useEffect(() => {
    if (saving !== 'sending') return;
    const timer = setTimeout(() => setSpoken('sending'), QUICK_MS);
    return () => clearTimeout(timer);
  }, [saving]);
  return saving === 'sending' ? spoken : saving;
}

const BACK = (
  <Link to="/" className="quiet-button" aria-label="To the bench">
    <ChevronLeft aria-hidden="true" />
  </Link>
);

const ToLogbook = memo(function ToLogbook({ pieceId }: { pieceId: string }) {
  return (
    <Link to={`/pieces/${pieceId}/logbook`} className="quiet-button">
      <BookOpen aria-hidden="true" size={22} /> <span className="wide-only">Logbook</span>
      <span className="sr-only narrow-only">Logbook</span>
    </Link>
  );
});

const ToPlace = memo(function ToPlace({ find }: Pick<Props, 'find'>) {
  return (
    <button type="button" className="quiet-button" onClick={() => find('where')}>
      <MapPin aria-hidden="true" size={22} /> <span className="wide-only">Where am I?</span>
      <span className="sr-only narrow-only">Where am I?</span>
    </button>
  );
});

const OpensMore = memo(function OpensMore({ open }: { open: (menu: boolean) => void }) {
  return (
    <More
      aria-haspopup="menu"
      aria-expanded={false}
      onPointerEnter={() => void loadMenu()}
      onFocus={() => void loadMenu()}
      onClick={() => open(true)}
    />
  );
});

export function TopBar({ piece, view, state, saving, kept, newer, record, open, find }: Props) {
  const [menu, setMenu] = useState(false);
  const spoken = useSpoken(saving);
  const closed = <OpensMore open={setMenu} />;
  return (
    <header className="top-bar">
      {BACK}
      <h1 className="piece-name">{piece.name}</h1>
      <div role="status">
        <button
          type="button"
          className="saving"
          data-state={kept.unkept > 0 ? 'unkept' : saving}
          onClick={() => open('saved')}
        >
          <span data-testid="saving">{savingWords(spoken, kept)}</span>
          {newer && <span className="newer">newer version ready</span>}
        </button>
      </div>
      <ToPlace find={find} />
      <ToLogbook pieceId={piece.id} />
      {menu ? (
        <Suspense fallback={closed}>
          <MoreMenu
            pieceId={piece.id}
            view={view}
            state={state}
            record={record}
            open={open}
            find={find}
            trigger={<More />}
          />
        </Suspense>
      ) : (
        closed
      )}
    </header>
  );
}
