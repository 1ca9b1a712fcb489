/** The paper twin: the coming rows to print, and the ticks typed back. */
import { useState } from 'react';
import { data, Form, Link, useSearchParams } from 'react-router';
import { Printer } from 'lucide-react';
import { worksheet } from '@core/piece/worksheet';
import { database, LOCAL_KNITTER } from '~/db/client.server';
import { readJournal } from '~/db/journal.server';
import { findPiece, readSettings } from '~/db/pieces.server';
import { useJournal } from '~/journal/use-journal';
import { Page } from '~/ui/page';
import { numberProblem } from '../needles/number-problem';
import { paperColumns, paperRow, type PaperColumn, type PaperRow } from './paper-rows';
import type { Route } from './+types/route';

const MOST_ROWS = 120;
const USUAL_ROWS = 24;

export async function loader({ params }: Route.LoaderArgs) {
  const db = await database();
  const piece = await findPiece(db, LOCAL_KNITTER, params.pieceId);
  if (!piece) throw data('There is no such piece on this bench.', { status: 404 });
  const [events, settings] = await Promise.all([
    readJournal(db, LOCAL_KNITTER, piece.id),
    readSettings(db, LOCAL_KNITTER),
  ]);
  return { piece, events, settings };
}

export const meta: Route.MetaFunction = () => [{ title: 'Rows on paper · Gritch' }];

function Line({ row, columns, flat }: { row: PaperRow; columns: readonly PaperColumn[]; flat: boolean }) {
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
      {columns.map(({ id }) => {
        const cell = row.cells[id];
        return (
          <td key={id} data-crosses={cell?.crosses ?? false}>
            {cell ? cell.words || '·' : ''}
          </td>
        );
      })}
      <td>{row.notices.join('; ')}</td>
      <td className="numerals">{row.takes === row.gives ? row.gives : `${row.takes} → ${row.gives}`}</td>
    </tr>
  );
}

/** Rows ticked off on paper become rows of the journal, in order, from the one in hand on. */
function TypeBack({ done, last, record }: { done: number; last: number; record: (to: number) => void }) {
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
        <span className="label">Ticked on paper up to row</span>
        <input
          className="field numerals"
          inputMode="numeric"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
        />
      </label>
      <button type="submit" className="plain-button" disabled={!ready}>
        {ready
          ? `Put ${Number(typed) - done} ${Number(typed) - done === 1 ? 'row' : 'rows'} into the journal`
          : 'Put them into the journal'}
      </button>
      <p className={problem ? 'text-fault' : 'text-soft'} data-testid="paper-done">
        {problem ?? `${done} rows are done.`}
      </p>
    </form>
  );
}

export default function Paper({ loaderData }: Route.ComponentProps) {
  const { piece, events: stored, settings } = loaderData;
  const { state, record } = useJournal(piece.id, stored);
  const [params] = useSearchParams();
  const sheet = worksheet(piece.plan, state.facts);
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
  const rows = Array.from({ length: count }, (_, i) => paperRow(sheet, from + i, settings.hand));
  const columns = paperColumns(sheet, rows);
  const flat = piece.plan.construction === 'flat';
  const typeBack = (to: number) => {
    for (let row = state.done + 1; row <= to; row += 1) record({ kind: 'rowDone', life: state.life, row });
  };
  return (
    <Page title={piece.name} wide>
      <div className="no-print">
        <Form className="reckon" key={`${from} ${count}`}>
          <label className="w-32">
            <span className="label">From row</span>
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
        <TypeBack done={state.done} last={sheet.rows} record={typeBack} />
      </div>
      <div className="paper-scroll">
        <table className="paper-table">
          <caption>
            Rows {from} to {from + count - 1}. “·” is plain: knit the knits, purl the purls. Hold the first
            stitches where it says, then look that the cable leans as named.
          </caption>
          <thead>
            <tr>
              <th scope="col">✓</th>
              <th scope="col">row</th>
              {flat && <th scope="col">side</th>}
              <th scope="col">way</th>
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
              <Line key={row.row} row={row} columns={columns} flat={flat} />
            ))}
          </tbody>
        </table>
      </div>
    </Page>
  );
}
