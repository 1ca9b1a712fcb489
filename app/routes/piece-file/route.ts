/** The piece as a file: plan, charts and journal, whole. */
import { data } from 'react-router';
import { writePiece } from '@core/formats/piece';
import { attachment, stemOf } from '~/attachment';
import { whoAsks } from '~/knitter/asking.server';
import { readJournal } from '~/db/journal.server';
import { findDraft, findPiece } from '~/db/pieces.server';
import { NO_SUCH_PIECE } from '~/messages/gone';
import type { Route } from './+types/route';

export async function loader({ params, context }: Route.LoaderArgs) {
  const { db, knitterId } = whoAsks(context);
  const [piece, draft, journal] = await Promise.all([
    findPiece(db, knitterId, params.pieceId),
    findDraft(db, knitterId, params.pieceId),
    readJournal(db, knitterId, params.pieceId),
  ]);
  if (!piece || !draft) throw data(NO_SUCH_PIECE, { status: 404 });
  const { name, yarn, plan } = piece;
  const file = writePiece({ name, yarn, plan, draft: draft.draft, journal });
  return attachment(file, `${stemOf(name, 'piece')}.json`, 'application/json; charset=utf-8');
}
