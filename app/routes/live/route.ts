/**
 * The live line of a piece: server-sent events. `?after=SEQ.ID` (or the header of a line that is taken up again) names the
 * last entry that the device has; if that is not the journal's, it is told so by `differs` and asks for the whole.
 */
import { data } from 'react-router';
import { database, LOCAL_KNITTER } from '~/db/client.server';
import { readJournalFrom } from '~/db/journal.server';
import { listen } from '~/db/live.server';
import { planInUse } from '~/db/pieces.server';
import type { Route } from './+types/route';

const STILL_HERE_MS = 20_000;
const HEADERS = {
  'content-type': 'text/event-stream',
  // Not to be held back by a compressor on the way.
  'cache-control': 'no-store, no-transform',
  'x-accel-buffering': 'no',
};

function placeIn(request: Request): { seq: number; id: string } {
  const said = request.headers.get('last-event-id') ?? new URL(request.url).searchParams.get('after') ?? '0.';
  const [seq = '', id = ''] = said.split('.');
  return { seq: /^\d{1,9}$/.test(seq) ? Number(seq) : 0, id };
}

/** Sends what came after a place, and after each announcement what came since, until the reader is gone. */
function follow(pieceId: string, place: { seq: number; id: string }, signal: AbortSignal) {
  const encoder = new TextEncoder();
  let { seq, id } = place;
  let gone = false;
  let leave = () => undefined as void;
  const end = () => {
    gone = true;
    leave();
  };
  return new ReadableStream<Uint8Array>({
    start(controller) {
      const say = (text: string) => {
        if (!gone) controller.enqueue(encoder.encode(text));
      };
      const close = () => {
        if (!gone) controller.close();
        end();
      };
      const send = async () => {
        const found = await readJournalFrom(await database(), LOCAL_KNITTER, pieceId, seq, id);
        if (found === null) {
          say('event: differs\ndata: {}\n\n');
          return close();
        }
        for (const event of found) {
          seq += 1;
          id = event.id;
          say(`event: entry\nid: ${seq}.${id}\ndata: ${JSON.stringify(event)}\n\n`);
        }
      };
      let sending: Promise<void> = Promise.resolve();
      // One after the other; a reader whose journal cannot be read now asks again by itself.
      const look = () => void (sending = sending.then(() => (gone ? undefined : send())).catch(close));
      const unlisten = listen(pieceId, look);
      const pulse = setInterval(() => say(': still here\n\n'), STILL_HERE_MS);
      leave = () => {
        unlisten();
        clearInterval(pulse);
      };
      signal.addEventListener('abort', end);
      say('retry: 1000\n\n');
      look();
    },
    cancel: end,
  });
}

export async function loader({ request, params }: Route.LoaderArgs) {
  const plan = await planInUse(await database(), LOCAL_KNITTER, params.pieceId);
  if (!plan) throw data('There is no such piece on this bench.', { status: 404 });
  return new Response(follow(params.pieceId, placeIn(request), request.signal), { headers: HEADERS });
}
