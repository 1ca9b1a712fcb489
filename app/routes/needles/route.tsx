/** At the needles: the row in hand, what crosses, what to count, and one huge control. */
import { lazy, Suspense, useCallback, useMemo, useState } from 'react';
import { data } from 'react-router';
import { Toaster } from '~/ui/toaster';
import type { CrossingBox } from '@core/fabric/shapes';
import { whoAsks } from '~/knitter/asking.server';
import { openJournal } from '~/db/journal-part.server';
import { firstOfPair } from '~/db/on-needles.server';
import { findPiece, readSettings } from '~/db/pieces.server';
import { handed } from '~/journal/handed';
import { useJournal } from '~/journal/use-journal';
import { useOffline } from '~/offline/use-offline';
import { useAwake } from '~/device/use-awake';
import { usePrefs } from '~/device/prefs';
import { Stretch, Suggested } from './before-row';
import { CuePanel } from './cue-panel';
import { FirstOfPair } from './first-of-pair';
import type { DialogName } from './dialog-props';
import { FabricPanel } from './fabric-panel';
import { TopBar } from './top-bar';
import type { HowFor } from './how-sheet';
import { LookStrip } from './look-strip';
import type { AskHow } from './steps';
import { useFinding } from './use-finding';
import { useKeys } from './use-keys';
import { useRow } from './use-row';
import type { OnFabric } from './shown';
import { needlesView } from './view';
import { NO_SUCH_PIECE } from '~/messages/gone';
import type { Route } from './+types/route';

/** Fetched when the first crossing is touched. */
const FaultSheet = lazy(() => import('./fault-sheet'));
const InspectSheet = lazy(() => import('./inspect/sheet'));
const LookDueNote = lazy(() => import('./inspect/due-note'));
const MendSheet = lazy(() => import('./mend/sheet'));
const MendNote = lazy(() => import('./mend/note'));
const NeedlesDialog = lazy(() => import('./dialogs'));
const HowSheet = lazy(() => import('./how-sheet'));
const RestSheet = lazy(() => import('./rest-sheet'));
const PlaceSheet = lazy(() => import('./place/sheet'));

export async function loader({ params, context }: Route.LoaderArgs) {
  const { db, knitterId } = whoAsks(context);
  const piece = await findPiece(db, knitterId, params.pieceId);
  if (!piece) throw data(NO_SUCH_PIECE, { status: 404 });
  const [{ part }, settings, pair] = await Promise.all([
    openJournal(db, knitterId, piece.id),
    readSettings(db, knitterId),
    firstOfPair(db, knitterId, piece.id),
  ]);
  return { piece, journal: handed(part), settings, pair };
}

export const meta: Route.MetaFunction = ({ data: loaded }) => [
  { title: `${(loaded as { piece?: { name: string } } | undefined)?.piece?.name ?? 'Piece'} · Gritch` },
];

export default function NeedlesRoute({ loaderData }: Route.ComponentProps) {
  return <Needles key={loaderData.piece.id} loaderData={loaderData} />;
}

function Needles({ loaderData }: Pick<Route.ComponentProps, 'loaderData'>) {
  const { piece, journal, settings, pair } = loaderData;
  const { events, state, record, saving, refused, kept } = useJournal(piece.id, journal);
  const here = `/pieces/${piece.id}`;
  const { offline, newer, takeNewer } = useOffline([here, '/', `${here}/logbook`]);
  const [dialog, setDialog] = useState<DialogName | null>(null);
  const [face, setFace] = useState<'faces' | 'chart' | null>(null);
  const wrongSide = settings.wrongSide ?? face;
  const finding = useFinding(settings.school, state.done);
  const { school } = finding;
  const view = useMemo(
    () => needlesView(piece.plan, state, { ...settings, school, wrongSide }),
    [piece.plan, state, settings, school, wrongSide],
  );
  const [touched, setTouched] = useState<CrossingBox | null>(null);
  const [shown, show] = useState<OnFabric | null>(null);
  const [mending, setMending] = useState(false);
  const close = () => {
    setTouched(null);
    show(null);
  };

  const prefs = usePrefs();
  const row = useRow({ pieceId: piece.id, view, state, prefs, settings, record });
  useKeys(row.act, {
    taught: prefs.keys,
    paused: touched !== null || mending || dialog === 'inspect' || finding.tab !== null,
  });
  const awake = useAwake(prefs.awake);
  const [how, setHow] = useState<HowFor | null>(null);
  const askHow = useCallback<AskHow>((panel, step) => setHow({ panel, step }), []);
  const { act } = row;
  const faulty = state.faults.some(({ mended, left }) => !mended && left === null);
  const underWay = state.repairs.length > 0;
  const mendNote = useMemo(
    () =>
      faulty && (
        <Suspense>
          <MendNote
            pieceId={piece.id}
            view={view}
            state={state}
            settings={settings}
            open={() => setMending(true)}
          />
        </Suspense>
      ),
    [faulty, piece.id, view, state, settings],
  );
  const first = useMemo(
    () => (
      <>
        {underWay && mendNote}
        {prefs.look && !underWay && (
          <LookStrip
            key={view.done}
            view={view}
            state={state}
            onOdd={setTouched}
            onAll={() => act('looked')}
          />
        )}
      </>
    ),
    [prefs.look, view, state, act, underWay, mendNote],
  );
  const notes = useMemo(
    () => (
      <>
        {!underWay && mendNote}
        {view.done > 0 && view.working !== null && (
          <Suspense>
            <LookDueNote view={view} state={state} open={() => setDialog('inspect')} />
          </Suspense>
        )}
        {pair && <FirstOfPair pair={pair} view={view} state={state} record={record} />}
        <Suggested key={view.done} suggestion={view.suggestion} round={view.round} record={record} />
        <Stretch events={events} minutes={prefs.reminder} />
      </>
    ),
    [pair, view, events, state, record, prefs.reminder, underWay, mendNote],
  );

  /** Holds at once; without a network it is asked again on another day. */
  const chooseFace = useCallback((chosen: 'faces' | 'chart') => {
    setFace(chosen);
    const body = new URLSearchParams({ intent: 'wrongSide', wrongSide: chosen });
    void fetch('/knitter.data', { method: 'POST', body }).catch(() => undefined);
  }, []);

  return (
    <main className="needles" data-yarn={piece.yarn}>
      <TopBar
        piece={piece}
        view={view}
        state={state}
        saving={saving}
        kept={kept}
        newer={newer}
        record={record}
        open={setDialog}
        find={finding.setTab}
      />
      <FabricPanel
        view={view}
        state={state}
        touched={touched}
        shown={shown}
        pointer={prefs.density === 'stitches' || row.resting ? row.pointer : null}
        onTouch={setTouched}
        counting={finding.counting}
        askFace={wrongSide === null ? chooseFace : null}
      />
      <CuePanel
        view={view}
        units={settings.units}
        settings={settings}
        prefs={prefs}
        row={row}
        canUndo={state.undoTarget !== null}
        record={record}
        onHow={askHow}
        first={first}
        notes={notes}
      />
      {how && (
        <Suspense>
          <HowSheet
            pieceId={piece.id}
            how={how}
            view={view}
            settings={settings}
            prefs={prefs}
            close={() => setHow(null)}
          />
        </Suspense>
      )}
      {row.resting && (
        <Suspense>
          <RestSheet view={view} settings={settings} row={row} />
        </Suspense>
      )}
      {touched && (
        <Suspense>
          <FaultSheet
            key={`${touched.row} ${touched.panel} ${touched.wale}`}
            box={touched}
            view={view}
            state={state}
            settings={settings}
            row={row}
            record={record}
            show={show}
            onMend={() => {
              close();
              setMending(true);
            }}
            onClose={close}
          />
        </Suspense>
      )}
      {mending && (
        <Suspense>
          <MendSheet
            pieceId={piece.id}
            view={view}
            state={state}
            settings={settings}
            row={row}
            record={record}
            show={show}
            onClose={() => setMending(false)}
          />
        </Suspense>
      )}
      {finding.tab && (
        <Suspense>
          <PlaceSheet
            {...finding}
            tab={finding.tab}
            view={view}
            state={state}
            units={settings.units}
            record={record}
          />
        </Suspense>
      )}
      {dialog === 'inspect' && (
        <Suspense>
          <InspectSheet view={view} state={state} record={record} show={show} close={() => setDialog(null)} />
        </Suspense>
      )}
      {dialog && dialog !== 'inspect' && (
        <Suspense>
          <NeedlesDialog
            name={dialog}
            pieceId={piece.id}
            view={view}
            state={state}
            events={events}
            units={settings.units}
            settings={settings}
            record={record}
            saving={saving}
            kept={kept}
            offline={offline}
            takeNewer={newer ? takeNewer : null}
            prefs={prefs}
            awake={awake}
            close={() => setDialog(null)}
          />
        </Suspense>
      )}
      <Toaster
        strays={state.strays.length}
        late={state.late.length}
        oldPlan={state.oldPlan}
        refused={refused}
        pieceId={piece.id}
        onStories={() => setDialog('stories')}
        onOldPlan={() => setDialog('oldPlan')}
      />
    </main>
  );
}
