/** Takes batches of journal events. Answers 200 with every event's number, or a 4xx that says what is wrong where. */
import { data } from 'react-router';
import { postSchema } from '@core/journal/schema';
import type { JournalEvent } from '@core/journal/events';
import { whoAsks } from '~/knitter/asking.server';
import { appendEvents, readJournalFrom } from '~/db/journal.server';
import { firstMisfit } from '~/db/misfits.server';
import { planInUse } from '~/db/pieces.server';
import { placeFrom, placeWords } from '~/journal/place';
import type { JournalRefusal } from '~/journal/refusals';
import { isBinned } from '~/db/bin.server';
import type { Database } from '~/db/client.server';
import { IN_BIN, NO_SUCH_PIECE } from '~/messages/gone';
import type { Route } from './+types/route';

type Refusal = {
  readonly code: JournalRefusal | 'in-bin' | 'another-journal';
  readonly index?: number;
  readonly path?: string;
  readonly message: string;
};
const refuse = (status: number, refusal: Refusal) => data({ refused: refusal }, { status });

const ANOTHER_JOURNAL = 'The journal has another entry at that place. Ask for it from the beginning.';

/** A piece in the bin may come back: rows for it are not set aside. */
async function absent(db: Database, knitterId: string, id: string) {
  if (await isBinned(db, knitterId, id)) return refuse(409, { code: 'in-bin', message: IN_BIN });
  return refuse(404, { code: 'no-such-piece', message: NO_SUCH_PIECE });
}

/** So many entries are given at a time. */
const IN_AN_ANSWER = 5000;

/** The journal from an entry on, for a device that cannot tell what its own copy is of. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { db, knitterId } = whoAsks(context);
  const { pieceId } = params;
  const plan = await planInUse(db, knitterId, pieceId);
  if (!plan) return refuse(404, { code: 'no-such-piece', message: NO_SUCH_PIECE });
  const place = placeFrom(new URL(request.url).searchParams.get('after'));
  const events = await readJournalFrom(db, knitterId, pieceId, place, IN_AN_ANSWER);
  if (events === null) return refuse(409, { code: 'another-journal', message: ANOTHER_JOURNAL });
  const last = events.length === IN_AN_ANSWER ? events.at(-1) : undefined;
  return { events, next: last ? placeWords({ seq: place.seq + events.length, id: last.id }) : null };
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const { db, knitterId } = whoAsks(context);
  let body: unknown;
  try {
    body = await request.json();
  } catch {
    return refuse(400, { code: 'not-json', message: 'The post is not JSON: send {"events": [...]}.' });
  }
  const parsed = postSchema.safeParse(body);
  if (!parsed.success) {
    const [issue] = parsed.error.issues;
    return refuse(400, {
      code: 'not-an-event',
      path: issue?.path.join('.') ?? '',
      message: issue?.message ?? 'Not a list of events.',
    });
  }
  const plan = await planInUse(db, knitterId, params.pieceId);
  if (!plan) return absent(db, knitterId, params.pieceId);
  const batch = parsed.data.events as JournalEvent[];
  const { pieceId } = params;
  const misfit = await firstMisfit(db, { knitterId, pieceId, plan }, batch);
  if (misfit) {
    const { index, wrong } = misfit;
    return refuse(422, { code: 'not-of-this-piece', index, message: `Event ${index + 1}: ${wrong}.` });
  }
  const result = await appendEvents(db, knitterId, pieceId, batch);
  if (result.ok) return { events: result.events };
  if (result.code === 'no-such-piece') return absent(db, knitterId, params.pieceId);
  if (result.code === 'plan-changed-elsewhere')
    return refuse(422, {
      code: result.code,
      message: `Event ${result.id} says that the plan was changed, but the changed plan is not here. Change it on the piece's own page.`,
    });
  return refuse(409, {
    code: result.code,
    message: `Event ${result.id} was sent before with other content. Nothing of this post was kept.`,
  });
}
