/** Pieces, their plans and their knitter. */
import { and, desc, eq, max } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { PieceDraft } from '@core/draft/draft';
import { withFreshIds, type Piece } from '@core/formats/piece';
import type { JournalEvent } from '@core/journal/events';
import type { Plan } from '@core/piece/plan';
import { USUAL, YARNS, type KnitterSettings, type Yarn } from '../knitter/settings';
import type { Database } from './client.server';
import { announce } from './live.server';
import { events, knitters, pieces, revisions } from './schema';

export type PieceRecord = {
  readonly id: string;
  readonly name: string;
  readonly yarn: Yarn;
  readonly plan: Plan;
};

const yarnOf = (yarn: string): Yarn => YARNS.find((known) => known === yarn) ?? 'oat';

/** Stores a checked draft as a new piece with its first revision; both or neither. */
export async function createPiece(
  db: Database,
  knitterId: string,
  piece: { draft: PieceDraft; plan: Plan; yarn: Yarn; id?: string },
): Promise<string> {
  const id = piece.id ?? uuid();
  const createdAt = new Date().toISOString();
  await db.transaction(
    async (tx) => {
      await tx
        .insert(pieces)
        .values({ id, knitterId, name: piece.draft.name.trim(), yarn: piece.yarn, createdAt });
      await tx
        .insert(revisions)
        .values({ pieceId: id, number: 1, knitterId, plan: piece.plan, draft: piece.draft, createdAt });
    },
    { behavior: 'immediate' },
  );
  return id;
}

/** What the knitter typed last for a piece. */
export async function findDraft(db: Database, knitterId: string, id: string) {
  const [row] = await db
    .select({ draft: revisions.draft, yarn: pieces.yarn, number: revisions.number })
    .from(pieces)
    .innerJoin(revisions, eq(revisions.pieceId, pieces.id))
    .where(and(eq(pieces.id, id), eq(pieces.knitterId, knitterId)))
    .orderBy(desc(revisions.number))
    .limit(1);
  return row ? { ...row, yarn: yarnOf(row.yarn) } : null;
}

/**
 * Stores a changed plan as the next revision, with its entry in the journal; both or neither. The revision's number is
 * its key: two changes at once cannot both be the next one.
 */
export async function addRevision(
  db: Database,
  knitterId: string,
  id: string,
  {
    draft,
    plan,
    number,
    from,
    yarn,
  }: { draft: PieceDraft; plan: Plan; number: number; from: number; yarn: Yarn },
): Promise<void> {
  const createdAt = new Date().toISOString();
  const change: JournalEvent = { id: uuid(), device: 'bench', deviceTime: createdAt, kind: 'planChanged', revision: number, from }; // prettier-ignore
  await db.transaction(
    async (tx) => {
      await tx.insert(revisions).values({ pieceId: id, number, knitterId, plan, draft, createdAt });
      await tx.update(pieces).set({ name: draft.name.trim(), yarn }).where(eq(pieces.id, id));
      await tx.insert(events).values({ ...(await nextSeq(tx, id)), knitterId, id: change.id, body: change, receivedAt: createdAt }); // prettier-ignore
    },
    { behavior: 'immediate' },
  );
  plans.delete(planKey(knitterId, id));
  announce(id);
}

type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];
async function nextSeq(tx: Transaction, pieceId: string) {
  const [row] = await tx
    .select({ last: max(events.seq) })
    .from(events)
    .where(eq(events.pieceId, pieceId));
  return { pieceId, seq: (row?.last ?? 0) + 1 };
}

const EVENTS_AT_ONCE = 100;

/** Lays a piece from a file on the bench under ids of its own; whole or not at all. */
export async function importPiece(db: Database, knitterId: string, piece: Piece): Promise<string> {
  const id = uuid();
  const createdAt = new Date().toISOString();
  const { name, draft, plan } = piece;
  const journal = withFreshIds(piece.journal, () => uuid());
  const rows = journal.map((body, i) => ({
    pieceId: id,
    seq: i + 1,
    knitterId,
    id: body.id,
    body,
    receivedAt: createdAt,
  }));
  await db.transaction(
    async (tx) => {
      await tx.insert(pieces).values({ id, knitterId, name, yarn: yarnOf(piece.yarn), createdAt });
      await tx.insert(revisions).values({ pieceId: id, number: 1, knitterId, plan, draft, createdAt });
      for (let at = 0; at < rows.length; at += EVENTS_AT_ONCE)
        await tx.insert(events).values(rows.slice(at, at + EVENTS_AT_ONCE));
    },
    { behavior: 'immediate' },
  );
  return id;
}

/** Plans in use, for the posts of rows that follow one another. All writing goes through this process. */
const plans = new Map<string, Plan>();
const MOST_PLANS = 50;
const planKey = (knitterId: string, id: string) => `${knitterId} ${id}`;

export async function planInUse(db: Database, knitterId: string, id: string): Promise<Plan | null> {
  const key = planKey(knitterId, id);
  const known = plans.get(key);
  if (known) return known;
  const piece = await findPiece(db, knitterId, id);
  if (!piece) return null;
  if (plans.size >= MOST_PLANS) plans.clear();
  plans.set(key, piece.plan);
  return piece.plan;
}

const columns = { id: pieces.id, name: pieces.name, yarn: pieces.yarn, plan: revisions.plan };

export async function findPiece(db: Database, knitterId: string, id: string): Promise<PieceRecord | null> {
  const [row] = await db
    .select(columns)
    .from(pieces)
    .innerJoin(revisions, eq(revisions.pieceId, pieces.id))
    .where(and(eq(pieces.id, id), eq(pieces.knitterId, knitterId)))
    .orderBy(desc(revisions.number))
    .limit(1);
  return row ? { ...row, yarn: yarnOf(row.yarn) } : null;
}

export async function listPieces(db: Database, knitterId: string): Promise<PieceRecord[]> {
  const rows = await db
    .select({ ...columns, number: revisions.number })
    .from(pieces)
    .innerJoin(revisions, eq(revisions.pieceId, pieces.id))
    .where(eq(pieces.knitterId, knitterId))
    .orderBy(pieces.createdAt, pieces.id, revisions.number);
  const newest = new Map(rows.map((row) => [row.id, row]));
  return [...newest.values()].map(({ id, name, yarn, plan }) => ({ id, name, yarn: yarnOf(yarn), plan }));
}

export async function readSettings(db: Database, knitterId: string): Promise<KnitterSettings> {
  const [row] = await db
    .select({ settings: knitters.settings })
    .from(knitters)
    .where(eq(knitters.id, knitterId));
  return { ...USUAL, ...row?.settings };
}

export async function saveSettings(
  db: Database,
  knitterId: string,
  settings: KnitterSettings,
): Promise<void> {
  await db.update(knitters).set({ settings }).where(eq(knitters.id, knitterId));
}
