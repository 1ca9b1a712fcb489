/** The knitter's own patterns. */
import { and, asc, eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { checkedPattern, patternFile, patternIn, upgradedPattern, type Pattern } from '@core/formats/pattern';
import type { PatternFile } from '@core/formats/schema';
import type { Database } from './client.server';
import { patterns } from './schema';

/** A pattern as it was stored, by whatever version. */
const stored = (body: PatternFile): Pattern => patternIn(upgradedPattern(body) as PatternFile);

export type PatternRecord = { readonly id: string; readonly pattern: Pattern };

export async function listPatterns(db: Database, knitterId: string): Promise<PatternRecord[]> {
  const rows = await db
    .select({ id: patterns.id, body: patterns.body })
    .from(patterns)
    .where(eq(patterns.knitterId, knitterId))
    .orderBy(asc(patterns.name), asc(patterns.id));
  return rows.map(({ id, body }) => ({ id, pattern: stored(body) }));
}

export async function findPattern(db: Database, knitterId: string, id: string): Promise<Pattern | null> {
  const [row] = await db
    .select({ body: patterns.body })
    .from(patterns)
    .where(and(eq(patterns.id, id), eq(patterns.knitterId, knitterId)));
  return row ? stored(row.body) : null;
}

/** Keeps a new pattern, or changes one; null if that one is not there. Only sound patterns come this far. */
export async function keepPattern(
  db: Database,
  knitterId: string,
  pattern: Pattern,
  id: string | null = null,
): Promise<string | null> {
  if (!checkedPattern(pattern).ok) throw new Error('an unsound pattern must not be kept');
  const now = new Date().toISOString();
  const body = patternFile(pattern);
  if (id === null) {
    const fresh = uuid();
    await db
      .insert(patterns)
      .values({ id: fresh, knitterId, name: pattern.name, body, createdAt: now, changedAt: now });
    return fresh;
  }
  const changed = await db
    .update(patterns)
    .set({ name: pattern.name, body, changedAt: now })
    .where(and(eq(patterns.id, id), eq(patterns.knitterId, knitterId)))
    .returning({ id: patterns.id });
  return changed[0]?.id ?? null;
}

export async function dropPattern(db: Database, knitterId: string, id: string): Promise<boolean> {
  const gone = await db
    .delete(patterns)
    .where(and(eq(patterns.id, id), eq(patterns.knitterId, knitterId)))
    .returning({ id: patterns.id });
  return gone.length > 0;
}
