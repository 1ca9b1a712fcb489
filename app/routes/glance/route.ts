/** A piece at a glance: the strip of its fabric and what is said of it, for the bench. */
import { data } from 'react-router';
import { glanceOf } from '~/glance/kept.server';
import { whoAsks } from '~/knitter/asking.server';
import { NO_SUCH_PIECE } from '~/messages/gone';
import type { Route } from './+types/route';

export async function loader({ params, context }: Route.LoaderArgs) {
  const glance = await glanceOf(whoAsks(context), params.pieceId);
  if (!glance) throw data(NO_SUCH_PIECE, { status: 404 });
  return Response.json(glance);
}
