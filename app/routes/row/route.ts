/** A row of a piece for other programs: every telling of it, as data and as words. */
import { data } from 'react-router';
import { worksheet } from '@core/piece/worksheet';
import { whoAsks } from '~/knitter/asking.server';
import { openJournal } from '~/db/journal-part.server';
import { findPiece, readSettings } from '~/db/pieces.server';
import { numberProblem } from '../needles/number-problem';
import { rowData } from './row-data';
import { NO_SUCH_PIECE } from '~/messages/gone';
import type { Route } from './+types/route';

export async function loader({ params, context }: Route.LoaderArgs) {
  const { db, knitterId } = whoAsks(context);
  const piece = await findPiece(db, knitterId, params.pieceId);
  if (!piece) throw data(NO_SUCH_PIECE, { status: 404 });
  const [{ state }, settings] = await Promise.all([
    openJournal(db, knitterId, piece.id),
    readSettings(db, knitterId),
  ]);
  const sheet = worksheet(piece.plan, state.facts);
  const problem = numberProblem(params.row, 1, sheet.rows);
  if (problem) throw data(`The row “${params.row.slice(0, 40)}”: ${problem}`, { status: 404 });
  return Response.json({
    piece: { id: piece.id, name: piece.name },
    ...rowData(sheet, Number(params.row), settings),
  });
}
