/**
 * The live line of a piece: server-sent events. `?after=SEQ.ID` (or the header of a line that is taken up again) names the
 * last entry that the device has; if that is not the journal's, it is told so by `differs` and asks for the whole. `?of=TIME`
 * is when the page was given what it shows; if that is long ago, it is told so by `old`.
 */
import { data } from 'react-router';
import { readJournalFrom } from '~/db/journal.server';
import { planInUse } from '~/db/pieces.server';
import { whoAsks } from '~/knitter/asking.server';
import { placeFrom } from '~/journal/place';
import { isOld } from '~/journal/handed';
import { follow, type ReadAfter } from './follow.server';
import { NO_SUCH_PIECE } from '~/messages/gone';
import type { Route } from './+types/route';

const HEADERS = {
  'content-type': 'text/event-stream',
  // Not to be held back by a compressor on the way.
  'cache-control': 'no-store, no-transform',
  'x-accel-buffering': 'no',
};

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { db, knitterId } = whoAsks(context);
  const plan = await planInUse(db, knitterId, params.pieceId);
  if (!plan) throw data(NO_SUCH_PIECE, { status: 404 });
  const { searchParams } = new URL(request.url);
  const said = request.headers.get('last-event-id') ?? searchParams.get('after');
  const readAfter: ReadAfter = (place) => readJournalFrom(db, knitterId, params.pieceId, place);
  const line = follow(params.pieceId, placeFrom(said), readAfter, isOld(searchParams.get('of')));
  if (line) return new Response(line, { headers: HEADERS });
  throw data('There are as many open lines as this Gritch can hold. Try again later.', { status: 429 });
}
