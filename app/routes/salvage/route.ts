/** What can be saved of a damaged piece, as a file: `?as=stored` for everything just as it is stored. */
import { data } from 'react-router';
import { attachment, stemOf } from '~/attachment';
import { salvage } from '~/db/salvage.server';
import { whoAsks } from '~/knitter/asking.server';
import { NO_SUCH_PIECE } from '~/messages/gone';
import type { Route } from './+types/route';

const JSON_FILE = 'application/json; charset=utf-8';

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { db, knitterId } = whoAsks(context);
  const saved = await salvage(db, knitterId, params.pieceId);
  if (!saved) throw data(NO_SUCH_PIECE, { status: 404 });
  const stem = stemOf(saved.name, 'piece');
  if (new URL(request.url).searchParams.get('as') === 'stored')
    return attachment(saved.stored, `${stem}-as-stored.json`, JSON_FILE);
  if (saved.file === null)
    throw data('No plan of this piece can be read. Save it as it is stored instead.', { status: 422 });
  return attachment(saved.file, `${stem}-saved.json`, JSON_FILE);
}
