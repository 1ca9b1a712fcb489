/** Everything on the bench as one archive, and such an archive back on the bench. */
import { data } from 'react-router';
import { packEverything } from '~/archive/pack.server';
import { unpackEverything } from '~/archive/unpack.server';
import { attachment } from '~/attachment';
import { whoAsks } from '~/knitter/asking.server';
import { archiveWords } from '~/messages/archive';
import type { Route } from './+types/route';

export async function loader({ context }: Route.LoaderArgs) {
  const packed = await packEverything(whoAsks(context));
  const day = new Date().toISOString().slice(0, 10);
  return attachment(new Uint8Array(packed), `gritch-${day}.zip`, 'application/zip');
}

export async function action({ request, context }: Route.ActionArgs) {
  const bytes = new Uint8Array(await request.arrayBuffer());
  const unpacked = await unpackEverything(whoAsks(context), bytes);
  return 'code' in unpacked ? data({ message: archiveWords(unpacked) }, { status: 422 }) : unpacked;
}
