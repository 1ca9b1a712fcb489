/** What a knitter would miss if a piece were gone. */
import { and, count, eq, isNull, ne } from 'drizzle-orm';
import type { Database } from './client.server';
import { events, pieces, revisions } from './schema';
import { draftStored } from './stored';

export type WhatGoes = {
  readonly name: string;
  readonly entries: number;
  /** Names of pieces that were set up as its pair. */
  readonly seconds: readonly string[];
};

/** Null if no such piece lies on the bench. A damaged piece has all this too. */
export async function whatGoes(db: Database, knitterId: string, id: string): Promise<WhatGoes | null> {
  const onBench = and(eq(pieces.knitterId, knitterId), isNull(pieces.binnedAt));
  const [piece] = await db
    .select({ name: pieces.name })
    .from(pieces)
    .where(and(onBench, eq(pieces.id, id)));
  if (!piece) return null;
  const [entries] = await db.select({ n: count() }).from(events).where(eq(events.pieceId, id));
  const others = await db
    .select({ name: pieces.name, draft: revisions.draft, version: revisions.version })
    .from(pieces)
    .innerJoin(revisions, and(eq(revisions.pieceId, pieces.id), eq(revisions.number, 1)))
    .where(and(onBench, ne(pieces.id, id)));
  const seconds = others.filter(
    ({ draft, version }) => draft.includes(id) && draftStored(draft, version)?.pairOf?.id === id,
  );
  return { name: piece.name, entries: entries?.n ?? 0, seconds: seconds.map(({ name }) => name) };
}
