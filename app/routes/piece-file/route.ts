/** The piece as a file: plan, charts and journal, whole. */
import { data } from 'react-router';
import { writePiece } from '@core/formats/piece';
import { whoAsks } from '~/knitter/asking.server';
import { readJournal } from '~/db/journal.server';
import { findDraft, findPiece } from '~/db/pieces.server';
import type { Route } from './+types/route';

export async function loader({ params, context }: Route.LoaderArgs) {
  const { db, knitterId } = whoAsks(context);
  const [piece, draft, journal] = await Promise.all([
    findPiece(db, knitterId, params.pieceId),
    findDraft(db, knitterId, params.pieceId),
    readJournal(db, knitterId, params.pieceId),
  ]);
  if (!piece || !draft) throw data('There is no such piece on this bench.', { status: 404 });
  const { name, yarn, plan } = piece;
  const stem = name.trim().replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-|-$/g, '') || 'piece'; // prettier-ignore
  return new Response(writePiece({ name, yarn, plan, draft: draft.draft, journal }), {
    headers: {
      'content-type': 'application/json; charset=utf-8',
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(stem)}.json`,
    },
  });
}
