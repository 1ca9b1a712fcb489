/** The journal on disk: batches of events, whole or not at all, each event once. */
import { and, asc, eq, gte, inArray, sql } from 'drizzle-orm';
import type { JournalEvent } from '@core/journal/events';
import { repeatsIn } from '@core/journal/misfit';
import type { Database } from './client.server';
import { announce } from './live.server';
import { events, pieces } from './schema';

export type Acknowledged = { readonly id: string; readonly seq: number };
export type AppendResult =
  | { readonly ok: true; readonly events: readonly Acknowledged[] }
  | { readonly ok: false; readonly code: 'no-such-piece' }
  | { readonly ok: false; readonly code: 'same-id-other-content'; readonly id: string };

/** Same members, same values: events are stored in the key order of their schema. */
const same = (a: JournalEvent, b: JournalEvent) => JSON.stringify(a) === JSON.stringify(b);

/** The journal's highest number so far, straight from its key. */
const lastSeq = (pieceId: string) =>
  sql<number | null>`(select max(seq) from ${events} where piece_id = ${pieceId})`;

/**
 * Adds a batch. An event that is there already is acknowledged again with its old number; the same id with other
 * content, or of another piece, refuses the whole batch.
 */
export async function appendEvents(
  db: Database,
  knitterId: string,
  pieceId: string,
  batch: readonly JournalEvent[],
): Promise<AppendResult> {
  const result = await db.transaction(
    async (tx): Promise<AppendResult> => {
      const [piece] = await tx
        .select({ last: lastSeq(pieceId) })
        .from(pieces)
        .where(and(eq(pieces.id, pieceId), eq(pieces.knitterId, knitterId)));
      if (!piece) return { ok: false, code: 'no-such-piece' };
      const ids = batch.map(({ id }) => id);
      const stored = await tx
        .select({ id: events.id, seq: events.seq, body: events.body, pieceId: events.pieceId })
        .from(events)
        .where(inArray(events.id, ids));
      const known = new Map(stored.map((row) => [row.id, row]));
      const fresh = new Map<string, { event: JournalEvent; seq: number }>();
      let seq = piece.last ?? 0;
      for (const event of batch) {
        const before = known.get(event.id);
        const twin = fresh.get(event.id)?.event ?? before?.body;
        if (twin && (!same(twin, event) || (before && before.pieceId !== pieceId)))
          return { ok: false, code: 'same-id-other-content', id: event.id };
        if (!twin) fresh.set(event.id, { event, seq: (seq += 1) });
      }
      const receivedAt = new Date().toISOString();
      if (fresh.size > 0)
        await tx.insert(events).values(
          [...fresh.values()].map((row) => ({
            pieceId,
            seq: row.seq,
            knitterId,
            id: row.event.id,
            body: row.event,
            receivedAt,
          })),
        );
      return {
        ok: true,
        events: batch.map(({ id }) => ({ id, seq: fresh.get(id)?.seq ?? (known.get(id)?.seq as number) })),
      };
    },
    { behavior: 'immediate' },
  );
  if (result.ok) announce(pieceId);
  return result;
}

/** The repeats that a piece's journal adds or drops. */
export async function readRepeats(db: Database, pieceId: string) {
  const rows = await db
    .select({ body: events.body })
    .from(events)
    .where(and(eq(events.pieceId, pieceId), sql`json_extract(${events.body}, '$.kind') = 'repeatsChanged'`));
  return repeatsIn(rows.map(({ body }) => body));
}

/** So many entries are read at a time for a device that catches up. */
const IN_A_BATCH = 500;

/**
 * The next entries after number `seq`, some hundreds at the most; null if the entry of that number is not `id`: then the
 * reader has another journal.
 */
export async function readJournalFrom(
  db: Database,
  knitterId: string,
  pieceId: string,
  seq: number,
  id: string,
): Promise<JournalEvent[] | null> {
  const rows = await db
    .select({ id: events.id, seq: events.seq, body: events.body })
    .from(events)
    .where(and(eq(events.pieceId, pieceId), eq(events.knitterId, knitterId), gte(events.seq, seq)))
    .orderBy(asc(events.seq))
    .limit(IN_A_BATCH + 1);
  const [first] = rows;
  if (seq > 0 && (first?.seq !== seq || first.id !== id)) return null;
  return rows.filter((row) => row.seq > seq).map(({ body }) => body);
}

/** All events of a piece in the journal's order. */
export async function readJournal(db: Database, knitterId: string, pieceId: string): Promise<JournalEvent[]> {
  const rows = await db
    .select({ body: events.body })
    .from(events)
    .where(and(eq(events.pieceId, pieceId), eq(events.knitterId, knitterId)))
    .orderBy(asc(events.seq));
  return rows.map(({ body }) => body);
}
