/** The knitter's own patterns. */
import { and, asc, eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { checkedPattern, patternFile, type Pattern } from '@core/formats/pattern';
import type { Database } from './client.server';
import { patterns } from './schema';
import { patternStored, toStore } from './stored';

export type PatternRecord = { readonly id: string; readonly pattern: Pattern };
/** A pattern that cannot be read, as it is stored. */
export type DamagedPattern = { readonly id: string; readonly name: string; readonly body: string };

const rowsOf = (db: Database, knitterId: string) =>
  db
    .select({ id: patterns.id, name: patterns.name, body: patterns.body })
    .from(patterns)
    .where(eq(patterns.knitterId, knitterId))
    .orderBy(asc(patterns.name), asc(patterns.id));

export async function listPatterns(db: Database, knitterId: string): Promise<PatternRecord[]> {
  const rows = await rowsOf(db, knitterId);
  return rows.flatMap(({ id, body }) => {
    const pattern = patternStored(body);
    return pattern ? [{ id, pattern }] : [];
  });
}

/** Those that the list of patterns has to leave out. */
export async function listDamagedPatterns(db: Database, knitterId: string): Promise<DamagedPattern[]> {
  const rows = await rowsOf(db, knitterId);
  return rows.filter(({ body }) => patternStored(body) === null);
}

/** `damaged`: it is there, but cannot be read; null: it is not. */
export async function findPattern(
  db: Database,
  knitterId: string,
  id: string,
): Promise<Pattern | 'damaged' | null> {
  const [row] = await db
    .select({ body: patterns.body })
    .from(patterns)
    .where(and(eq(patterns.id, id), eq(patterns.knitterId, knitterId)));
  return row ? (patternStored(row.body) ?? 'damaged') : null;
}

function bodyOf(pattern: Pattern): string {
  if (!checkedPattern(pattern).ok) throw new Error('an unsound pattern must not be kept');
  return toStore(patternFile(pattern));
}

/** Keeps a pattern under an id that nothing else has. */
export async function layPattern(
  db: Database,
  knitterId: string,
  pattern: Pattern,
  id: string,
): Promise<string> {
  const now = new Date().toISOString();
  const row = { id, knitterId, name: pattern.name, body: bodyOf(pattern), createdAt: now, changedAt: now };
  await db.insert(patterns).values(row);
  return id;
}

/** Keeps a new pattern, or changes one; null if that one is not there. Only sound patterns come this far. */
export async function keepPattern(
  db: Database,
  knitterId: string,
  pattern: Pattern,
  id: string | null = null,
): Promise<string | null> {
  if (id === null) return layPattern(db, knitterId, pattern, uuid());
  const now = new Date().toISOString();
  const body = bodyOf(pattern);
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
