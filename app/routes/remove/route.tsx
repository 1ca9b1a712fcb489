/** Puts a piece into the bin, after saying what goes. */
import { useSyncExternalStore } from 'react';
import { data, Form, Link, redirect, useNavigation } from 'react-router';
import { Trash2 } from 'lucide-react';
import { binPiece, DAYS_IN_BIN } from '~/db/bin.server';
import { whatGoes } from '~/db/what-goes.server';
import { deviceStore } from '~/device/store';
import { readPending } from '~/journal/pending';
import { whoAsks } from '~/knitter/asking.server';
import { NO_SUCH_PIECE } from '~/messages/gone';
import { counted } from '~/messages/numbers';
import { Page } from '~/ui/page';
import type { Route } from './+types/route';

export async function loader({ params, context }: Route.LoaderArgs) {
  const { db, knitterId } = whoAsks(context);
  const goes = await whatGoes(db, knitterId, params.pieceId);
  if (!goes) throw data(NO_SUCH_PIECE, { status: 404 });
  return { id: params.pieceId, days: DAYS_IN_BIN, ...goes };
}

export async function action({ params, context }: Route.ActionArgs) {
  const { db, knitterId } = whoAsks(context);
  if (!(await binPiece(db, knitterId, params.pieceId, new Date())))
    throw data(NO_SUCH_PIECE, { status: 404 });
  return redirect('/safe');
}

export const meta: Route.MetaFunction = () => [{ title: 'Put a piece into the bin · Gritch' }];

const noNews = () => () => undefined;

/** Entries of this piece that this device has not sent yet; known once the page lives. */
function useUnsent(id: string): number {
  return useSyncExternalStore(
    noNews,
    () => readPending(deviceStore(), id).length,
    () => 0,
  );
}

export default function Remove({ loaderData }: Route.ComponentProps) {
  const { id, days, name, entries, seconds } = loaderData;
  const unsent = useUnsent(id);
  const busy = useNavigation().state !== 'idle';
  return (
    <Page title={`Put “${name}” into the bin?`}>
      <div className="max-w-2xl space-y-4 text-xl">
        <p>
          Its plan and its journal of {counted(entries, 'entry', 'entries')} go with it. For {days} days it
          lies under Kept safe and can be laid back on the bench just as it is; then it is gone for good.
        </p>
        {seconds.length > 0 && (
          <p>
            {seconds.map((second) => `“${second}”`).join(', ')} was set up as its pair, and will no longer be
            told what was done otherwise here.
          </p>
        )}
        {unsent > 0 && (
          <p className="problems" role="alert">
            {counted(unsent, 'entry', 'entries')} on this device are not sent yet. They stay on the device,
            and go in if the piece is laid back.
          </p>
        )}
        <p className="text-lg text-soft">
          To keep it elsewhere first,{' '}
          <a href={`/pieces/${id}/file`} download className="underline">
            save it as a file
          </a>
          .
        </p>
        <Form method="post" className="flex flex-wrap gap-4 pt-4">
          <Link to={`/pieces/${id}`} className="plain-button">
            Keep it
          </Link>
          <button type="submit" className="action-button" disabled={busy}>
            <Trash2 aria-hidden="true" size={20} /> Put it into the bin
          </button>
        </Form>
      </div>
    </Page>
  );
}
