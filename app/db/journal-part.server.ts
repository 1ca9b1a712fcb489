/**
 * A piece's journal as screens take it: whole if it is short, else from a kept standing on. The standing moves up as the
 * journal grows, some hundreds of entries behind its end, so that what is undone or told late lies after it.
 */
import { createHash } from 'node:crypto';
import { setImmediate as turn } from 'node:timers/promises';
import { eq } from 'drizzle-orm';
import type { JournalEvent } from '@core/journal/events';
import { fold, type JournalState } from '@core/journal/fold';
import { resume, standingOf, type JournalPart, type Standing } from '@core/journal/standing';
import { buildVersion } from '../build-version';
import type { Place } from '../journal/place';
import { log } from '../log.server';
import type { Database } from './client.server';
import { lastEntry, readJournalFrom } from './journal.server';
import { standings } from './schema';
import { toStore } from './stored';

/** A journal of so many entries is read whole. */
export const SHORT = 2000;
/** So many entries there are after a standing when it is made, and at the most. */
const FEWEST = 500;
const MOST = 1500;

export type OpenedJournal = {
  readonly part: JournalPart;
  readonly state: JournalState;
  /** Entries of the whole journal. */
  readonly count: number;
};

type Of = { readonly db: Database; readonly knitterId: string; readonly pieceId: string };

const markOf = (body: string) => `${buildVersion()}.${createHash('sha256').update(body).digest('base64')}`;

/** Null if there is none, or another build made it, or it is damaged. */
async function keptStanding({ db, pieceId }: Of): Promise<Standing | null> {
  const [kept] = await db.select().from(standings).where(eq(standings.pieceId, pieceId));
  return kept?.of === markOf(kept?.body ?? '') ? (JSON.parse(kept.body) as Standing) : null;
}

/** A piece opens without it, only slower: a full disk does not stand in the way. */
async function keepStanding({ db, pieceId }: Of, standing: Standing) {
  const body = toStore(standing);
  const row = { of: markOf(body), seq: standing.seq, body };
  try {
    await db
      .insert(standings)
      .values({ pieceId, ...row })
      .onConflictDoUpdate({ target: standings.pieceId, set: row });
  } catch (error) {
    log.warn({ err: error, piece: pieceId }, 'where a journal stands could not be kept');
  }
}

/** The entries after a place, up to number `upTo`, in batches; others get their turn between them. */
async function* batches({ db, knitterId, pieceId }: Of, after: Place, upTo: number) {
  let place = after;
  while (place.seq < upTo) {
    const found = await readJournalFrom(db, knitterId, pieceId, place);
    const last = found?.at(-1);
    // Null: the journal is not the one that the standing is of.
    if (!found || !last) return;
    yield found.slice(0, upTo - place.seq);
    place = { seq: place.seq + found.length, id: last.id };
    await turn();
  }
}

/** The entries from a standing on, and the standing moved up if they are many. */
async function readFrom(
  of: Of,
  base: Standing | null,
  count: number,
): Promise<JournalPart & { whole: JournalPart }> {
  const first = base?.seq ?? 0;
  const move = count - first > (base ? MOST : SHORT);
  const judge = move ? resume(base) : null;
  const events: JournalEvent[] = [];
  for await (const batch of batches(of, { seq: first, id: base?.last ?? '' }, count)) {
    const before = Math.max(0, count - FEWEST - first - events.length);
    for (const event of batch.slice(0, before)) judge?.apply(event);
    events.push(...batch);
  }
  const whole = { base, events };
  const moved = judge && events.length === count - first ? standingOf(judge) : null;
  if (!moved) return { ...whole, whole };
  await keepStanding(of, moved);
  return { base: moved, events: events.slice(moved.seq - first), whole };
}

/** Throws a DamagedPiece if an entry that is needed cannot be read. */
export async function openJournal(db: Database, knitterId: string, pieceId: string): Promise<OpenedJournal> {
  const of = { db, knitterId, pieceId };
  const count = await lastEntry(db, pieceId);
  const kept = count > SHORT ? await keptStanding(of) : null;
  for (const base of kept && kept.seq <= count ? [kept, null] : [null]) {
    const { whole, ...part } = await readFrom(of, base, count);
    const first = part.base?.seq ?? 0;
    const state = fold(part.events, part.base);
    if (first + part.events.length === count && !state.unsure) return { part, state, count };
    // What is told speaks of what came long before: only the whole journal says what it means.
    if (base === null) return { part: whole, state: fold(whole.events), count };
  }
  throw new Error('a journal is read whole at the last');
}
