/** The logbook: everything that happened to a piece, by sittings; what can be taken back, taken back here. */
import { useMemo, useSyncExternalStore } from 'react';
import { data, Link } from 'react-router';
import type { JournalEvent } from '@core/journal/events';
import { NATURES } from '@core/journal/kinds';
import { whoAsks } from '~/knitter/asking.server';
import { openJournal } from '~/db/journal-part.server';
import { readJournal } from '~/db/journal.server';
import { findPiece, readSettings } from '~/db/pieces.server';
import { handed } from '~/journal/handed';
import { useJournal } from '~/journal/use-journal';
import { eventWords, VERDICT_WORDS } from '~/messages/journal';
import { Page } from '~/ui/page';
import { logbookLines, type Line } from './lines';
import { Repairs } from './repairs';
import { NO_SUCH_PIECE } from '~/messages/gone';
import type { Route } from './+types/route';
import { counted, type Line as Unit, lineOf, plural, theLast } from '~/messages/numbers';
import { capital } from '~/messages/telling';

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { db, knitterId } = whoAsks(context);
  const piece = await findPiece(db, knitterId, params.pieceId);
  if (!piece) throw data(NO_SUCH_PIECE, { status: 404 });
  const all = new URL(request.url).searchParams.has('all');
  return {
    piece: { id: piece.id, name: piece.name, line: lineOf(piece.plan.construction === 'round') },
    panels: Object.fromEntries(
      piece.plan.sections.flatMap(({ panels }) => panels.map(({ id, name }) => [id, name])),
    ),
    journal: handed(
      all
        ? { base: null, events: await readJournal(db, knitterId, piece.id) }
        : (await openJournal(db, knitterId, piece.id)).part,
    ),
    plan: piece.plan,
    settings: await readSettings(db, knitterId),
  };
}

export const meta: Route.MetaFunction = () => [{ title: 'Logbook · Gritch' }];

const unchanging = () => () => undefined;
/** The server writes universal time, for it does not know where the knitter is; her browser then writes her own. */
function useClock() {
  const timeZone = useSyncExternalStore(
    unchanging,
    () => Intl.DateTimeFormat().resolvedOptions().timeZone,
    () => 'UTC',
  );
  return useMemo(() => {
    const day = new Intl.DateTimeFormat('en-GB', {
      weekday: 'long',
      day: 'numeric',
      month: 'long',
      timeZone,
    });
    const time = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', timeZone });
    return {
      day: (iso: string) => day.format(new Date(iso)),
      time: (iso: string) => time.format(new Date(iso)),
    };
  }, [timeZone]);
}

function LogLine({
  line,
  unit,
  wordsOf,
  takeBack,
}: {
  line: Line;
  unit: Unit;
  wordsOf: (event: JournalEvent) => string;
  takeBack: (id: string) => void;
}) {
  const words =
    line.kind === 'event'
      ? wordsOf(line.event)
      : line.first === line.last
        ? `${capital(unit)} ${line.first} done`
        : `${capital(unit)}s ${line.first} to ${line.last} done`;
  const aside = VERDICT_WORDS[line.verdict];
  const can = line.kind === 'event' && line.verdict === 'counted' && NATURES[line.event.kind].byItself;
  return (
    <li
      className="log-line"
      data-kind={line.kind === 'event' ? line.event.kind : 'rows'}
      data-verdict={line.verdict}
    >
      <p>
        <span className="log-words">{words}</span>
        {aside && <span className="text-soft"> · {aside}</span>}
      </p>
      {can && line.kind === 'event' && (
        <button
          type="button"
          className="quiet-button text-base underline"
          onClick={() => takeBack(line.event.id)}
        >
          Take back
        </button>
      )}
    </li>
  );
}

export default function LogbookRoute({ loaderData }: Route.ComponentProps) {
  return <Logbook key={loaderData.piece.id} loaderData={loaderData} />;
}

function Logbook({ loaderData }: Pick<Route.ComponentProps, 'loaderData'>) {
  const { piece, panels, journal, plan, settings } = loaderData;
  const { units, hand } = settings;
  const panelName = (id: string) => panels[id] ?? id;
  const { base, events, state, record, refused, dismiss } = useJournal(piece.id, journal);
  const clock = useClock();
  const wordsOf = (event: JournalEvent) => eventWords(event, panelName, units, piece.line);
  const lines = useMemo(() => logbookLines(events, state), [events, state]);
  return (
    <Page title={`Logbook: ${piece.name}`}>
      <p className="text-xl">
        {counted(state.done, piece.line)} done
        {base
          ? `. Below: ${theLast(lines.length, 'sitting')}. `
          : ` in ${counted(lines.length, 'sitting')}. `}
        <Link to={`/pieces/${piece.id}`} className="underline">
          Back to the needles
        </Link>
      </p>
      {state.strays.length > 0 && (
        <p className="mt-4 rounded-xl border-2 border-line bg-sheet p-4">
          {counted(state.strays.length, piece.line)} ({piece.line}{' '}
          {state.strays.map(({ row }) => row).join(', ')}) came from a device that did not know what was done
          elsewhere. They are kept here and not counted. At the needles you are shown both stories, and
          decide.
        </p>
      )}
      {refused.length > 0 && (
        <section className="mt-6" aria-label="Refused entries">
          <h2 className="text-2xl">Not stored</h2>
          <ul className="mt-2">
            {refused.map(({ event, message }) => (
              <li key={event.id} className="log-line" data-kind="fault">
                <p>
                  <span className="log-words">{wordsOf(event)}</span> · {message}
                </p>
                <button
                  type="button"
                  className="quiet-button text-base underline"
                  onClick={() => dismiss(event.id)}
                >
                  Put aside for good
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
      <Repairs
        events={events}
        state={state}
        plan={plan}
        hand={hand}
        line={piece.line}
        panelName={panelName}
        day={clock.day}
      />
      {lines.length === 0 && <p className="mt-8 text-soft">Nothing has happened yet.</p>}
      {lines.map((sitting) => (
        <section key={sitting.from} className="mt-10">
          <h2 className="text-2xl">
            {clock.day(sitting.from)}
            <span className="ml-4 font-sans text-base font-normal text-soft">
              {clock.time(sitting.from)}–{clock.time(sitting.to)} · {sitting.rows}{' '}
              {plural(sitting.rows, piece.line)}
            </span>
          </h2>
          <ol className="mt-2">
            {sitting.lines.map((line) => (
              <LogLine
                key={line.key}
                line={line}
                unit={piece.line}
                wordsOf={wordsOf}
                takeBack={(target) => record({ kind: 'undo', target })}
              />
            ))}
          </ol>
        </section>
      ))}
      {base && (
        <p className="mt-10 text-xl">
          {counted(base.seq, 'entry', 'entries')} came before these.{' '}
          <Link to="?all" className="underline">
            Show them all
          </Link>
        </p>
      )}
    </Page>
  );
}
