/** Pieces, their plans and their knitter. */
import { and, desc, eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { PieceDraft } from '@core/draft/draft';
import type { Plan } from '@core/piece/plan';
import { USUAL, YARNS, type KnitterSettings, type Yarn } from '../knitter/settings';
import type { Database } from './client.server';
import { knitters, pieces, revisions } from './schema';

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

/** Plans in use, for the posts of rows that follow one another. All writing goes through this process. */
const plans = new Map<string, Plan>();
const MOST_PLANS = 50;

export async function planInUse(db: Database, knitterId: string, id: string): Promise<Plan | null> {
  const key = `${knitterId} ${id}`;
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
