/** The bin: pieces lie there for a while, out of sight, before they are gone for good. */
import { and, desc, eq, inArray, isNotNull, lt } from 'drizzle-orm';
import type { Database } from './client.server';
import { forgetPlan } from './pieces.server';
import { events, glances, pieces, revisions, standings } from './schema';

export const DAYS_IN_BIN = 30;
const DAY_MS = 86_400_000;

const own = (knitterId: string, id: string) => and(eq(pieces.id, id), eq(pieces.knitterId, knitterId));

/** False if there is no such piece. One that lies there already keeps its day. */
export async function binPiece(db: Database, knitterId: string, id: string, now: Date): Promise<boolean> {
  const [found] = await db.select({ binnedAt: pieces.binnedAt }).from(pieces).where(own(knitterId, id));
  if (!found) return false;
  if (found.binnedAt === null)
    await db.update(pieces).set({ binnedAt: now.toISOString() }).where(own(knitterId, id));
  forgetPlan(knitterId, id);
  return true;
}

/** Lays a piece back on the bench, with all it had. */
export async function unbinPiece(db: Database, knitterId: string, id: string): Promise<boolean> {
  const found = await db
    .update(pieces)
    .set({ binnedAt: null })
    .where(and(own(knitterId, id), isNotNull(pieces.binnedAt)))
    .returning({ id: pieces.id });
  return found.length > 0;
}

export type Binned = { readonly id: string; readonly name: string; readonly daysLeft: number };

const daysLeft = (binnedAt: string, now: Date) =>
  Math.max(0, DAYS_IN_BIN - Math.floor((now.getTime() - Date.parse(binnedAt)) / DAY_MS));

/** What lies in the bin, newest first. */
export async function listBinned(db: Database, knitterId: string, now: Date): Promise<Binned[]> {
  const rows = await db
    .select({ id: pieces.id, name: pieces.name, binnedAt: pieces.binnedAt })
    .from(pieces)
    .where(and(eq(pieces.knitterId, knitterId), isNotNull(pieces.binnedAt)))
    .orderBy(desc(pieces.binnedAt));
  return rows.map(({ id, name, binnedAt }) => ({ id, name, daysLeft: daysLeft(binnedAt ?? '', now) }));
}

export const isBinned = async (db: Database, knitterId: string, id: string): Promise<boolean> => {
  const [found] = await db.select({ binnedAt: pieces.binnedAt }).from(pieces).where(own(knitterId, id));
  return found !== undefined && found.binnedAt !== null;
};

/** Takes binned pieces away for good, journal and all; whole or not at all. */
async function destroy(db: Database, ids: readonly string[]) {
  if (ids.length === 0) return;
  await db.transaction(
    async (tx) => {
      await tx.delete(events).where(inArray(events.pieceId, [...ids]));
      await tx.delete(glances).where(inArray(glances.pieceId, [...ids]));
      await tx.delete(standings).where(inArray(standings.pieceId, [...ids]));
      await tx.delete(revisions).where(inArray(revisions.pieceId, [...ids]));
      await tx.delete(pieces).where(inArray(pieces.id, [...ids]));
    },
    { behavior: 'immediate' },
  );
}

/** One piece of the bin, at once. */
export async function destroyPiece(db: Database, knitterId: string, id: string): Promise<boolean> {
  if (!(await isBinned(db, knitterId, id))) return false;
  await destroy(db, [id]);
  return true;
}

/** All that has lain there long enough, whoever's it is. */
export async function emptyBin(db: Database, now: Date): Promise<void> {
  const before = new Date(now.getTime() - DAYS_IN_BIN * DAY_MS).toISOString();
  const old = await db.select({ id: pieces.id }).from(pieces).where(lt(pieces.binnedAt, before));
  await destroy(
    db,
    old.map(({ id }) => id),
  );
}
