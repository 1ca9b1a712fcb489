/** Split a piece in two, or join it with another: the parts go on as pieces of their own. */
import { useState } from 'react';
import { data, Link } from 'react-router';
import { stitchesToSplit } from '@core/draft/go-on';
import { charted } from '@core/piece/worksheet';
import { whoAsks } from '~/knitter/asking.server';
import { onNeedles } from '~/db/on-needles.server';
import { listPieces } from '~/db/pieces.server';
import { Page } from '~/ui/page';
import { numberProblem } from '../needles/number-problem';
import { NO_SUCH_PIECE } from '~/messages/gone';
import type { Route } from './+types/route';
import { plural, stitches as some } from '~/messages/numbers';

export async function loader({ params, context }: Route.LoaderArgs) {
  const { db, knitterId } = whoAsks(context);
  const piece = await onNeedles(db, knitterId, params.pieceId);
  if (!piece) throw data(NO_SUCH_PIECE, { status: 404 });
  const { sheet, done, draft } = piece;
  const row = charted(sheet, Math.min(done + 1, sheet.rows));
  let at = 0;
  const borders = row.panels.map(({ panel, takes }) => {
    at += takes;
    return { name: panel.name, stitches: at };
  });
  const others = (await listPieces(db, knitterId)).filter(({ id }) => id !== params.pieceId);
  return {
    id: params.pieceId,
    name: draft.name,
    done,
    stitches: stitchesToSplit(piece),
    borders: borders.slice(0, -1),
    others: others.map(({ id, name }) => ({ id, name })),
  };
}

export const meta: Route.MetaFunction = () => [{ title: 'Split or join · Gritch' }];

function Split({
  id,
  done,
  stitches,
  borders,
}: {
  id: string;
  done: number;
  stitches: number;
  borders: readonly { name: string; stitches: number }[];
}) {
  const [typed, setTyped] = useState(String(Math.floor(stitches / 2)));
  const problem = numberProblem(typed, 1, stitches - 1);
  const right = Number(typed);
  return (
    <section className="sheet-block">
      <h2>Split it after row {done}</h2>
      <p>
        {some(stitches)} {plural(stitches, 'is', 'are')} on the needle. Each part goes on as a piece of its
        own, with its panels in the rows where they stand; put the stitches of the other part on a holder or
        waste yarn.
      </p>
      <div className="reckon">
        <label className="w-56">
          <span className="label">Stitches of the right part</span>
          <input
            className="field numerals"
            inputMode="numeric"
            value={typed}
            aria-invalid={problem !== null}
            onChange={(event) => setTyped(event.target.value)}
          />
        </label>
        {borders.map((border) => (
          <button
            key={border.stitches}
            type="button"
            className="plain-button"
            onClick={() => setTyped(String(border.stitches))}
          >
            after {border.name} ({border.stitches})
          </button>
        ))}
      </div>
      {problem ? (
        <p className="problems" role="alert">
          {problem}
        </p>
      ) : (
        <p className="mt-3 flex flex-wrap gap-4">
          <Link className="action-button" to={`/pieces/new?split=${id}&stitches=${right}&part=right`}>
            Set up the right part, {some(right)}
          </Link>
          <Link className="action-button" to={`/pieces/new?split=${id}&stitches=${right}&part=left`}>
            Set up the left part, {some(stitches - right)}
          </Link>
        </p>
      )}
      <p className="mt-2 text-soft">Right and left as the right side shows them.</p>
    </section>
  );
}

function Join({
  id,
  name,
  others,
}: {
  id: string;
  name: string;
  others: readonly { id: string; name: string }[];
}) {
  const [other, setOther] = useState(others[0]?.id ?? '');
  const [atRight, setAtRight] = useState(true);
  if (others.length === 0) return null;
  const [right, left] = atRight ? [id, other] : [other, id];
  return (
    <section className="sheet-block">
      <h2>Join it with another piece</h2>
      <p>Both go on as one, side by side on one needle, each panel in the row where it stands.</p>
      <div className="reckon">
        <label className="min-w-56">
          <span className="label">The other piece</span>
          <select className="field" value={other} onChange={(event) => setOther(event.target.value)}>
            {others.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
          </select>
        </label>
        <label className="choice">
          <input type="checkbox" checked={atRight} onChange={(event) => setAtRight(event.target.checked)} />
          <span>{name} lies at the right</span>
        </label>
        <Link className="action-button" to={`/pieces/new?right=${right}&left=${left}`}>
          Set up the joined piece
        </Link>
      </div>
    </section>
  );
}

export default function SplitOrJoin({ loaderData }: Route.ComponentProps) {
  const { id, name, done, stitches, borders, others } = loaderData;
  return (
    <Page title={name}>
      <p>
        <Link to={`/pieces/${id}`} className="quiet-button underline">
          To the needles
        </Link>
      </p>
      {stitches === null ? (
        <p className="problems">
          The row in hand belongs to a row of increases or to set-up rows. Work on to the pattern, then split
          or join.
        </p>
      ) : (
        <>
          {stitches > 1 && <Split id={id} done={done} stitches={stitches} borders={borders} />}
          <Join id={id} name={name} others={others} />
        </>
      )}
    </Page>
  );
}
