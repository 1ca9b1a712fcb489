/** Pieces, their plans and their knitter. */
import { and, desc, eq, inArray, isNull, max, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { PieceDraft } from '@core/draft/draft';
import { withFreshIds, type Piece } from '@core/formats/piece';
import type { JournalEvent } from '@core/journal/events';
import type { Plan } from '@core/piece/plan';
import { USUAL, YARNS, type KnitterSettings, type Yarn } from '../knitter/settings';
import type { Database } from './client.server';
import { lastEntry } from './journal.server';
import { announce } from './live.server';
import { events, knitters, pieces, revisions } from './schema';
import { DamagedPiece, draftStored, planStored, settingsStored, toStore } from './stored';

export type PieceRecord = {
  readonly id: string;
  readonly name: string;
  readonly yarn: Yarn;
  readonly plan: Plan;
};

const yarnOf = (yarn: string): Yarn => YARNS.find((known) => known === yarn) ?? 'oat';

/** A piece of the knitter's that is not in the bin. */
const onBench = (knitterId: string, id: string) =>
  and(eq(pieces.id, id), eq(pieces.knitterId, knitterId), isNull(pieces.binnedAt));

const damagedPlan = ({ id, name }: { id: string; name: string }) =>
  new DamagedPiece({ id, name, plan: true, entries: [] });

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
      await tx.insert(revisions).values({
        pieceId: id,
        number: 1,
        knitterId,
        plan: toStore(piece.plan),
        draft: toStore(piece.draft),
        createdAt,
      });
    },
    { behavior: 'immediate' },
  );
  return id;
}

/** What the knitter typed last for a piece. Throws a DamagedPiece if it cannot be read. */
export async function findDraft(db: Database, knitterId: string, id: string) {
  const [row] = await db
    .select({
      id: pieces.id,
      name: pieces.name,
      draft: revisions.draft,
      version: revisions.version,
      yarn: pieces.yarn,
      number: revisions.number,
    })
    .from(pieces)
    .innerJoin(revisions, eq(revisions.pieceId, pieces.id))
    .where(onBench(knitterId, id))
    .orderBy(desc(revisions.number))
    .limit(1);
  if (!row) return null;
  const draft = draftStored(row.draft, row.version);
  if (!draft) throw damagedPlan(row);
  return { draft, number: row.number, yarn: yarnOf(row.yarn) };
}

export type Revision = {
  readonly draft: PieceDraft;
  readonly plan: Plan;
  readonly number: number;
  /** Its first row. */
  readonly from: number;
  /** Entries of the journal that it was made from. */
  readonly after: number;
  readonly yarn: Yarn;
};

/**
 * Stores a changed plan as the next revision, with its entry in the journal; both or neither. Neither if another change
 * came first (`plan-moved`), or if the journal went on since it was read (`journal-moved`): then the change would begin
 * below rows that were told meanwhile.
 */
export async function addRevision(
  db: Database,
  knitterId: string,
  id: string,
  { draft, plan, number, from, after, yarn }: Revision,
): Promise<'stored' | 'plan-moved' | 'journal-moved'> {
  const createdAt = new Date().toISOString();
  const change: JournalEvent = { id: uuid(), device: 'bench', deviceTime: createdAt, kind: 'planChanged', revision: number, from }; // prettier-ignore
  const became = await db.transaction(
    async (tx) => {
      const [newest] = await tx
        .select({ number: max(revisions.number) })
        .from(revisions)
        .where(eq(revisions.pieceId, id));
      if (newest?.number !== number - 1) return 'plan-moved';
      const seq = await lastEntry(tx, id);
      if (seq !== after) return 'journal-moved';
      await tx
        .insert(revisions)
        .values({ pieceId: id, number, knitterId, plan: toStore(plan), draft: toStore(draft), createdAt });
      await tx.update(pieces).set({ name: draft.name.trim(), yarn }).where(eq(pieces.id, id));
      await tx.insert(events).values({
        pieceId: id,
        seq: seq + 1,
        knitterId,
        id: change.id,
        body: toStore(change),
        receivedAt: createdAt,
      });
      return 'stored';
    },
    { behavior: 'immediate' },
  );
  if (became === 'stored') {
    forgetPlan(knitterId, id);
    announce(id);
  }
  return became;
}

const EVENTS_AT_ONCE = 100;

/** Ids of a piece's entries, whoever's it is and wherever it lies; null if there is no piece of that id. */
export async function journalAt(db: Database, id: string): Promise<string[] | null> {
  const [piece] = await db.select({ id: pieces.id }).from(pieces).where(eq(pieces.id, id));
  if (!piece) return null;
  const rows = await db
    .select({ id: events.id })
    .from(events)
    .where(eq(events.pieceId, id))
    .orderBy(events.seq);
  return rows.map((row) => row.id);
}

async function anyStored(db: Database, ids: readonly string[]): Promise<boolean> {
  for (let at = 0; at < ids.length; at += EVENTS_AT_ONCE) {
    const some = ids.slice(at, at + EVENTS_AT_ONCE);
    const found = await db.select({ id: events.id }).from(events).where(inArray(events.id, some)).limit(1);
    if (found.length > 0) return true;
  }
  return false;
}

/**
 * Lays a piece from a file on the bench, whole or not at all: under the id it had, with its entries', where that is free,
 * so that devices know it again; else under ids of its own.
 */
export async function importPiece(
  db: Database,
  knitterId: string,
  piece: Piece,
  before?: string,
): Promise<string> {
  const asBefore =
    before !== undefined &&
    !(await anyStored(
      db,
      piece.journal.map((event) => event.id),
    ));
  const id = asBefore ? before : uuid();
  const createdAt = new Date().toISOString();
  const { name, draft, plan } = piece;
  const journal = asBefore ? piece.journal : withFreshIds(piece.journal, () => uuid());
  const rows = journal.map((body, i) => ({
    pieceId: id,
    seq: i + 1,
    knitterId,
    id: body.id,
    body: toStore(body),
    receivedAt: createdAt,
  }));
  await db.transaction(
    async (tx) => {
      await tx.insert(pieces).values({ id, knitterId, name, yarn: yarnOf(piece.yarn), createdAt });
      await tx
        .insert(revisions)
        .values({ pieceId: id, number: 1, knitterId, plan: toStore(plan), draft: toStore(draft), createdAt });
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

/** Whoever changes what is on the bench says so. */
export const forgetPlan = (knitterId: string, id: string) => void plans.delete(planKey(knitterId, id));

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

const columns = {
  id: pieces.id,
  name: pieces.name,
  yarn: pieces.yarn,
  version: revisions.version,
  plan: revisions.plan,
};

/** Throws a DamagedPiece if its plan cannot be read. */
export async function findPiece(db: Database, knitterId: string, id: string): Promise<PieceRecord | null> {
  const [row] = await db
    .select(columns)
    .from(pieces)
    .innerJoin(revisions, eq(revisions.pieceId, pieces.id))
    .where(onBench(knitterId, id))
    .orderBy(desc(revisions.number))
    .limit(1);
  if (!row) return null;
  const { id: own, name, yarn } = row;
  const plan = planStored(row.plan, row.version);
  if (!plan) throw damagedPlan(row);
  return { id: own, name, plan, yarn: yarnOf(yarn) };
}

/** An older plan of a piece; null if there is none of that number, or it cannot be read. */
export async function planOfRevision(
  db: Database,
  knitterId: string,
  id: string,
  number: number,
): Promise<Plan | null> {
  const [row] = await db
    .select({ plan: revisions.plan, version: revisions.version })
    .from(pieces)
    .innerJoin(revisions, and(eq(revisions.pieceId, pieces.id), eq(revisions.number, number)))
    .where(onBench(knitterId, id));
  return row ? planStored(row.plan, row.version) : null;
}

/** A piece of the list; null for a plan that cannot be read. */
export type ListedPiece = Omit<PieceRecord, 'plan'> & { readonly plan: Plan | null };

/** The pieces on the bench, each with its newest plan, in the order in which they were set up. */
export async function listPieces(db: Database, knitterId: string): Promise<ListedPiece[]> {
  const newest = sql`(select max(${revisions.number}) from ${revisions} where ${revisions.pieceId} = ${pieces.id})`;
  const rows = await db
    .select(columns)
    .from(pieces)
    .innerJoin(revisions, and(eq(revisions.pieceId, pieces.id), eq(revisions.number, newest)))
    .where(and(eq(pieces.knitterId, knitterId), isNull(pieces.binnedAt)))
    .orderBy(pieces.createdAt, pieces.id);
  return rows.map(({ plan, version, yarn, ...row }) => ({
    ...row,
    yarn: yarnOf(yarn),
    plan: planStored(plan, version),
  }));
}

export async function readSettings(db: Database, knitterId: string): Promise<KnitterSettings> {
  const [row] = await db
    .select({ settings: knitters.settings })
    .from(knitters)
    .where(eq(knitters.id, knitterId));
  return { ...USUAL, ...settingsStored(row?.settings ?? '{}') };
}

export async function saveSettings(
  db: Database,
  knitterId: string,
  settings: KnitterSettings,
): Promise<void> {
  await db
    .update(knitters)
    .set({ settings: toStore(settings) })
    .where(eq(knitters.id, knitterId));
}
