/** Takes batches of journal events. Answers 200 with every event's number, or a 4xx that says what is wrong where. */
import { data } from 'react-router';
import { MOST_EVENTS_IN_A_POST, postSchema } from '@core/journal/schema';
import type { JournalEvent } from '@core/journal/events';
import { misfit, repeatsIn } from '@core/journal/misfit';
import { database, LOCAL_KNITTER } from '~/db/client.server';
import { appendEvents, readJournal, readRepeats } from '~/db/journal.server';
import { planInUse } from '~/db/pieces.server';
import type { Route } from './+types/route';

const MOST_BYTES = 1_000_000;

type Refusal = {
  readonly code: string;
  readonly index?: number;
  readonly path?: string;
  readonly message: string;
};
const refuse = (status: number, refusal: Refusal) => data({ refused: refusal }, { status });

/** The whole journal, for a device whose copy is of another one. */
export async function loader({ params }: Route.LoaderArgs) {
  const db = await database();
  const plan = await planInUse(db, LOCAL_KNITTER, params.pieceId);
  if (!plan) return refuse(404, { code: 'no-such-piece', message: 'There is no such piece on this bench.' });
  return { events: await readJournal(db, LOCAL_KNITTER, params.pieceId) };
}

export async function action({ request, params }: Route.ActionArgs) {
  if (request.method !== 'POST') return refuse(405, { code: 'post-only', message: 'Events are posted.' });
  const text = await request.text();
  if (text.length > MOST_BYTES)
    return refuse(413, {
      code: 'too-large',
      message: `A post holds at most ${MOST_EVENTS_IN_A_POST} events.`,
    });
  let body: unknown;
  try {
    body = JSON.parse(text);
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
  const plan = await planInUse(await database(), LOCAL_KNITTER, params.pieceId);
  if (!plan) return refuse(404, { code: 'no-such-piece', message: 'There is no such piece on this bench.' });
  const batch = parsed.data.events as JournalEvent[];
  const fits = batch.every((event) => misfit(plan, event) === null);
  // Only a journal in which repeats were added has rows beyond the plan's.
  const lengthened = fits ? [] : [...(await readRepeats(await database(), params.pieceId)), ...repeatsIn(batch)]; // prettier-ignore
  for (const [index, event] of fits ? [] : batch.entries()) {
    const wrong = misfit(plan, event, lengthened);
    if (wrong)
      return refuse(422, { code: 'not-of-this-piece', index, message: `Event ${index + 1}: ${wrong}.` });
  }
  const result = await appendEvents(await database(), LOCAL_KNITTER, params.pieceId, batch);
  if (result.ok) return { events: result.events };
  if (result.code === 'no-such-piece')
    return refuse(404, { code: result.code, message: 'There is no such piece on this bench.' });
  return refuse(409, {
    code: result.code,
    message: `Event ${result.id} was sent before with other content. Nothing of this post was kept.`,
  });
}
