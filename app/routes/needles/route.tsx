/** At the needles: the row in hand, what crosses, what to count, and one huge control. */
import { lazy, Suspense, useMemo, useState } from 'react';
import { data, useFetcher } from 'react-router';
import { Toaster } from '~/ui/toaster';
import type { CrossingBox } from '@core/fabric/shapes';
import { database, LOCAL_KNITTER } from '~/db/client.server';
import { readJournal } from '~/db/journal.server';
import { findPiece, readSettings } from '~/db/pieces.server';
import { useJournal } from '~/journal/use-journal';
import { CuePanel } from './cue-panel';
import { FabricPanel } from './fabric-panel';
import { TopBar } from './top-bar';
import { useKeys } from './use-keys';
import { needlesView } from './view';
import type { Route } from './+types/route';

/** Fetched when the first crossing is touched. */
const FaultSheet = lazy(() => import('./fault-sheet'));

export async function loader({ params }: Route.LoaderArgs) {
  const db = await database();
  const piece = await findPiece(db, LOCAL_KNITTER, params.pieceId);
  if (!piece)
    throw data('There is no such piece on this bench. It may have been opened from another data folder.', {
      status: 404,
    });
  const [events, settings] = await Promise.all([
    readJournal(db, LOCAL_KNITTER, piece.id),
    readSettings(db, LOCAL_KNITTER),
  ]);
  return { piece, events, settings };
}

export const meta: Route.MetaFunction = ({ data: loaded }) => [
  { title: `${(loaded as { piece?: { name: string } } | undefined)?.piece?.name ?? 'Piece'} · Gritch` },
];

export default function Needles({ loaderData }: Route.ComponentProps) {
  const { piece, events: stored, settings } = loaderData;
  const { state, record, saving, refused } = useJournal(piece.id, stored);
  const fetcher = useFetcher();
  const view = useMemo(() => needlesView(piece.plan, state, settings), [piece.plan, state, settings]);
  const [touched, setTouched] = useState<CrossingBox | null>(null);
  const [released, setReleased] = useState<readonly { row: number; columns: readonly number[] }[]>([]);
  const close = () => {
    setTouched(null);
    setReleased([]);
  };

  const complete = () => {
    if (view.working !== null) record({ kind: 'rowDone', life: state.life, row: view.working });
  };
  const undo = () => {
    if (state.undoTarget) record({ kind: 'undo', target: state.undoTarget });
  };
  useKeys({ complete, undo, paused: touched !== null });

  const chooseFace = (wrongSide: 'faces' | 'chart') =>
    fetcher.submit({ intent: 'wrongSide', wrongSide }, { method: 'post', action: '/knitter' });

  return (
    <main className="needles" data-yarn={piece.yarn}>
      <TopBar
        piece={piece}
        view={view}
        state={state}
        saving={saving}
        units={settings.units}
        record={record}
      />
      <FabricPanel
        view={view}
        state={state}
        touched={touched}
        released={released}
        onTouch={setTouched}
        askFace={settings.wrongSide === null ? chooseFace : null}
      />
      <CuePanel
        view={view}
        units={settings.units}
        onComplete={complete}
        onUndo={undo}
        canUndo={state.undoTarget !== null}
      />
      {touched && (
        <Suspense>
          <FaultSheet
            key={`${touched.row} ${touched.panel} ${touched.wale}`}
            box={touched}
            view={view}
            state={state}
            hand={settings.hand}
            record={record}
            onReleased={setReleased}
            onClose={close}
          />
        </Suspense>
      )}
      <Toaster strays={state.strays} refused={refused} pieceId={piece.id} />
    </main>
  );
}
