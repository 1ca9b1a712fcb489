/** The journal on disk: batches of events, whole or not at all, each event once. */
import { and, asc, eq, gte, inArray, isNull, max, sql } from 'drizzle-orm';
import type { JournalEvent } from '@core/journal/events';
import { repeatsIn } from '@core/journal/misfit';
import type { Database } from './client.server';
import type { Place } from '../journal/place';
import { announce } from './live.server';
import { events, pieces } from './schema';
import { DamagedPiece, entryStored, toStore } from './stored';

export type Acknowledged = { readonly id: string; readonly seq: number };
export type AppendResult =
  | { readonly ok: true; readonly events: readonly Acknowledged[] }
  | { readonly ok: false; readonly code: 'no-such-piece' }
  | {
      readonly ok: false;
      readonly code: 'same-id-other-content' | 'plan-changed-elsewhere';
      readonly id: string;
    };

/** The journal's highest number so far, straight from its key. */
const lastSeq = (pieceId: string) =>
  sql<number | null>`(select max(seq) from ${events} where piece_id = ${pieceId})`;

/**
 * Adds a batch. An event that is there already is acknowledged again with its old number; the same id with other
 * content, or of another piece, refuses the whole batch, and so does a change of plan that came without its plan: those
 * `addRevision` alone makes. Events are stored in the key order of their schema.
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
        .where(and(eq(pieces.id, pieceId), eq(pieces.knitterId, knitterId), isNull(pieces.binnedAt)));
      if (!piece) return { ok: false, code: 'no-such-piece' };
      const ids = batch.map(({ id }) => id);
      const stored = await tx
        .select({ id: events.id, seq: events.seq, body: events.body, pieceId: events.pieceId })
        .from(events)
        .where(inArray(events.id, ids));
      const known = new Map(stored.map((row) => [row.id, row]));
      const fresh = new Map<string, { body: string; seq: number }>();
      let seq = piece.last ?? 0;
      for (const event of batch) {
        const before = known.get(event.id);
        const body = toStore(event);
        const twin = fresh.get(event.id)?.body ?? before?.body;
        if (twin !== undefined && (twin !== body || (before && before.pieceId !== pieceId)))
          return { ok: false, code: 'same-id-other-content', id: event.id };
        if (twin === undefined && event.kind === 'planChanged')
          return { ok: false, code: 'plan-changed-elsewhere', id: event.id };
        if (twin === undefined) fresh.set(event.id, { body, seq: (seq += 1) });
      }
      const receivedAt = new Date().toISOString();
      if (fresh.size > 0)
        await tx
          .insert(events)
          .values([...fresh].map(([id, row]) => ({ pieceId, knitterId, id, ...row, receivedAt })));
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

/** How many entries a piece's journal has. */
export async function lastEntry(db: Pick<Database, 'select'>, pieceId: string): Promise<number> {
  const [row] = await db
    .select({ last: max(events.seq) })
    .from(events)
    .where(eq(events.pieceId, pieceId));
  return row?.last ?? 0;
}

type Row = Pick<typeof events.$inferSelect, 'id' | 'seq' | 'version' | 'body'>;
const columns = { id: events.id, seq: events.seq, version: events.version, body: events.body };

const ofPiece = (knitterId: string, pieceId: string) =>
  and(eq(events.pieceId, pieceId), eq(events.knitterId, knitterId));

/** The entries that rows hold. Throws a DamagedPiece that names all that cannot be read. */
async function entriesIn(db: Database, pieceId: string, rows: readonly Row[]): Promise<JournalEvent[]> {
  const found = rows.map(({ id, body, version }) => entryStored(body, id, version));
  const entries = found.filter((entry) => entry !== null);
  if (entries.length === rows.length) return entries;
  const damaged = rows.filter((_, i) => found[i] === null).map(({ seq }) => seq);
  const [piece] = await db.select({ name: pieces.name }).from(pieces).where(eq(pieces.id, pieceId));
  throw new DamagedPiece({ id: pieceId, name: piece?.name ?? '', plan: false, entries: damaged });
}

/** The kind of an entry; null for a damaged one. */
export const kindOf = sql`case when json_valid(${events.body}) then json_extract(${events.body}, '$.kind') end`;

/** The repeats that a piece's journal adds or drops; damaged entries are passed over, for the journal itself tells of them. */
export async function readRepeats(db: Database, pieceId: string) {
  const rows = await db
    .select(columns)
    .from(events)
    .where(and(eq(events.pieceId, pieceId), sql`${kindOf} = 'repeatsChanged'`));
  return repeatsIn(rows.flatMap(({ id, body, version }) => entryStored(body, id, version) ?? []));
}

/** So many entries are read at a time, so that others get their turn. */
const IN_A_BATCH = 500;

/** The next entries after a place, at most so many; null if the entry there is another one: it is of another journal. */
export async function readJournalFrom(
  db: Database,
  knitterId: string,
  pieceId: string,
  { seq, id }: Place,
  most = IN_A_BATCH,
): Promise<JournalEvent[] | null> {
  const rows = await db
    .select(columns)
    .from(events)
    .where(and(ofPiece(knitterId, pieceId), gte(events.seq, seq)))
    .orderBy(asc(events.seq))
    .limit(most + 1);
  const [first] = rows;
  if (seq > 0 && (first?.seq !== seq || first.id !== id)) return null;
  const later = rows.filter((row) => row.seq > seq).slice(0, most);
  return entriesIn(db, pieceId, later);
}

/** All events of a piece in the journal's order. Throws a DamagedPiece if one cannot be read. */
export async function readJournal(db: Database, knitterId: string, pieceId: string): Promise<JournalEvent[]> {
  const rows = await db
    .select(columns)
    .from(events)
    .where(ofPiece(knitterId, pieceId))
    .orderBy(asc(events.seq));
  return entriesIn(db, pieceId, rows);
}
