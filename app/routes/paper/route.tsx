/** The paper twin: the coming rows to print, and the ticks typed back. */
import { lazy, Suspense, useMemo, useState } from 'react';
import { data, Form, Link, useSearchParams } from 'react-router';
import { Printer } from 'lucide-react';
import { worksheet } from '@core/piece/worksheet';
import { whoAsks } from '~/knitter/asking.server';
import { openJournal } from '~/db/journal-part.server';
import { findPiece, readSettings } from '~/db/pieces.server';
import { handed } from '~/journal/handed';
import { useJournal } from '~/journal/use-journal';
import { useInPage } from '~/ui/use-in-page';
import { wayOf } from '~/knitter/settings';
import { counted, lineOf, plural, type Line as Unit } from '~/messages/numbers';
import { Page } from '~/ui/page';
import { numberProblem } from '../needles/number-problem';
import { paperColumns, paperRows, type PaperColumn, type PaperRow } from './paper-rows';
import { NO_SUCH_PIECE } from '~/messages/gone';
import type { Route } from './+types/route';

/** Rows are laid out as fabric in the browser. */
const PaperFabric = lazy(() => import('./paper-fabric'));

const MOST_ROWS = 120;
const USUAL_ROWS = 24;

export async function loader({ params, context }: Route.LoaderArgs) {
  const { db, knitterId } = whoAsks(context);
  const piece = await findPiece(db, knitterId, params.pieceId);
  if (!piece) throw data(NO_SUCH_PIECE, { status: 404 });
  const [{ part }, settings] = await Promise.all([
    openJournal(db, knitterId, piece.id),
    readSettings(db, knitterId),
  ]);
  return { piece, journal: handed(part), settings };
}

export const meta: Route.MetaFunction = () => [{ title: 'Rows on paper · Gritch' }];

type LineProps = { row: PaperRow; columns: readonly PaperColumn[]; line: Unit };

/** The row's telling: a rule alone, or the panels in which something else is done; “·” is where the rule holds. */
function What({ row, columns, line }: LineProps) {
  const told = columns.filter(({ id }) => (row.cells[id]?.words ?? '') !== '');
  if (row.as !== null)
    return (
      <td colSpan={columns.length + 1}>
        as {line} {row.as}, word for word
      </td>
    );
  if (told.length === 0) return <td colSpan={columns.length + 1}>{row.rule}</td>;
  return (
    <>
      <td>{row.rule}</td>
      {columns.map(({ id }) => {
        const cell = row.cells[id];
        return (
          <td key={id} data-crosses={cell?.crosses ?? false}>
            {cell ? cell.words || '·' : ''}
          </td>
        );
      })}
    </>
  );
}

function Line({ flat, ...props }: LineProps & { flat: boolean }) {
  const { row } = props;
  const crosses = Object.values(row.cells).some((cell) => cell.crosses);
  return (
    <tr data-crosses={crosses}>
      <td>
        <span className="tick-box" />
      </td>
      <th scope="row" className="numerals">
        {row.row}
      </th>
      {flat && <td>{row.side}</td>}
      <td aria-label={row.direction === 'rightToLeft' ? 'right to left' : 'left to right'}>
        {row.direction === 'rightToLeft' ? '←' : '→'}
      </td>
      <What {...props} />
      <td>{row.notices.join('; ')}</td>
      <td className="numerals">{row.takes === row.gives ? row.gives : `${row.takes} → ${row.gives}`}</td>
    </tr>
  );
}

/** Rows ticked off on paper become rows of the journal, in order, from the one in hand on. */
function TypeBack({
  done,
  last,
  line,
  record,
}: {
  done: number;
  last: number;
  line: Unit;
  record: (to: number) => void;
}) {
  const [typed, setTyped] = useState('');
  const most = Math.min(last, done + MOST_ROWS);
  const problem = typed === '' ? null : numberProblem(typed, done + 1, most);
  const ready = typed !== '' && problem === null;
  return (
    <form
      className="reckon no-print"
      onSubmit={(event) => {
        event.preventDefault();
        if (!ready) return;
        record(Number(typed));
        setTyped('');
      }}
    >
      <label className="w-56">
        <span className="label">Ticked on paper up to {line}</span>
        <input
          className="field numerals"
          inputMode="numeric"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
        />
      </label>
      <button type="submit" className="plain-button" disabled={!ready}>
        {ready ? `Put ${counted(Number(typed) - done, line)} into the journal` : 'Put them into the journal'}
      </button>
      <p className={problem ? 'text-fault' : 'text-soft'} data-testid="paper-done">
        {problem ?? `${counted(done, line)} ${plural(done, 'is', 'are')} done.`}
      </p>
    </form>
  );
}

export default function Paper({ loaderData }: Route.ComponentProps) {
  const { piece, journal, settings } = loaderData;
  const { state, record } = useJournal(piece.id, journal);
  const [params] = useSearchParams();
  const sheet = useMemo(() => worksheet(piece.plan, state.facts), [piece.plan, state.facts]);
  const inPage = useInPage();
  const working = Math.min(state.done + 1, sheet.rows);
  const wanted = (name: string, usual: number, most: number) => {
    const value = params.get(name);
    return value !== null && numberProblem(value, 1, most) === null ? Number(value) : usual;
  };
  const asked = [
    ['from', sheet.rows],
    ['rows', MOST_ROWS],
  ] as const;
  const problems = asked.flatMap(([name, most]) => {
    const value = params.get(name);
    const problem = value === null ? null : numberProblem(value, 1, most);
    return problem ? [`${name === 'from' ? 'From row' : 'How many'}: ${problem}`] : [];
  });
  const from = wanted('from', working, sheet.rows);
  const count = Math.min(wanted('rows', USUAL_ROWS, MOST_ROWS), sheet.rows - from + 1);
  const rows = paperRows(sheet, from, count, settings.hand, wayOf(settings));
  const columns = paperColumns(sheet, rows);
  const flat = piece.plan.construction === 'flat';
  const line = lineOf(piece.plan.construction === 'round');
  const typeBack = (to: number) => {
    for (let row = state.done + 1; row <= to; row += 1) record({ kind: 'rowDone', life: state.life, row });
  };
  return (
    <Page title={piece.name} wide>
      <div className="no-print">
        <Form className="reckon" key={`${from} ${count}`}>
          <label className="w-32">
            <span className="label">From {line}</span>
            <input className="field numerals" name="from" inputMode="numeric" defaultValue={from} />
          </label>
          <label className="w-32">
            <span className="label">How many</span>
            <input className="field numerals" name="rows" inputMode="numeric" defaultValue={count} />
          </label>
          <button type="submit" className="plain-button">
            Show these
          </button>
          <button type="button" className="plain-button" onClick={() => window.print()}>
            <Printer aria-hidden="true" size={20} /> Print
          </button>
          <Link to={`/pieces/${piece.id}`} className="quiet-button underline">
            To the needles
          </Link>
        </Form>
        {problems.map((text) => (
          <p key={text} className="problems" role="alert">
            {text}
          </p>
        ))}
        <TypeBack done={state.done} last={sheet.rows} line={line} record={typeBack} />
      </div>
      <div className="min-h-[270px] overflow-x-auto" data-yarn={piece.yarn}>
        {inPage && (
          <Suspense>
            <PaperFabric sheet={sheet} from={from} count={count} line={line} />
          </Suspense>
        )}
      </div>
      <div className="paper-scroll">
        <table className="paper-table">
          <caption>
            {line === 'round' ? 'Rounds' : 'Rows'} {from} to {from + count - 1}, each panel in the order in
            which it is worked. “·” is worked as “where ·” says; a group in square brackets is worked as often
            as is said behind it; a crossing stands in round brackets.
          </caption>
          <thead>
            <tr>
              <th scope="col">✓</th>
              <th scope="col">{line}</th>
              {flat && <th scope="col">side</th>}
              <th scope="col">way</th>
              <th scope="col">where ·</th>
              {columns.map(({ id, name }) => (
                <th key={id} scope="col">
                  {name}
                </th>
              ))}
              <th scope="col">besides</th>
              <th scope="col">stitches</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <Line key={row.row} row={row} columns={columns} line={line} flat={flat} />
            ))}
          </tbody>
        </table>
      </div>
    </Page>
  );
}
