/**
 * Glances at the pieces of a bench, each kept until its plan, its journal or the build changes. Those that are not kept
 * are worked out for as long as a page may wait; the others are asked for one by one, when they come into view.
 */
import { setImmediate as turn } from 'node:timers/promises';
import { and, count, eq, isNull, sql } from 'drizzle-orm';
import { buildVersion } from '~/build-version';
import type { Database } from '~/db/client.server';
import { openJournal } from '~/db/journal-part.server';
import { findPiece } from '~/db/pieces.server';
import { events, glances, pieces, revisions } from '~/db/schema';
import { DamagedPiece, toStore } from '~/db/stored';
import type { Asking } from '~/knitter/asking.server';
import { log } from '~/log.server';
import { damageWords } from '~/messages/damage';
import { glanceAt, type Glance, type Summary } from './summary.server';

/** `summary` is null as long as it has not been worked out; `damage` says why it cannot be. */
export type BenchPiece = {
  readonly id: string;
  readonly name: string;
  readonly yarn: string;
  /** Of which plan and entry; another one when either changes. */
  readonly of: string;
  readonly summary: Summary | null;
  readonly damage: string | null;
};

/** So long a page may be kept waiting for glances, in ms. */
const PATIENCE_MS = 150;

const newestPlan = sql<number>`(select max(${revisions.number}) from ${revisions} where ${revisions.pieceId} = ${pieces.id})`;
/** When the last entry came, and which one it is. */
const lastEntry = sql<
  string | null
>`(select ${events.receivedAt} || ' ' || ${events.id} from ${events} where ${events.pieceId} = ${pieces.id} order by ${events.seq} desc limit 1)`;

const ofNow = ({ plan, entry }: { plan: number; entry: string | null }) =>
  [buildVersion(), plan, entry ?? ''].join('.');

/** What was kept; null for what is damaged: it is worked out again. */
function whole<T extends object>(text: string | null | undefined): T | null {
  try {
    return JSON.parse(text ?? 'null') as T | null;
  } catch {
    return null;
  }
}

const listed = (db: Database) =>
  db
    .select({
      id: pieces.id,
      name: pieces.name,
      yarn: pieces.yarn,
      createdAt: pieces.createdAt,
      plan: newestPlan,
      entry: lastEntry,
      of: glances.of,
      summary: glances.summary,
    })
    .from(pieces)
    .leftJoin(glances, eq(glances.pieceId, pieces.id));

/** Works a glance out and keeps it. Throws a DamagedPiece. */
async function workOut({ db, knitterId }: Asking, id: string, of: string): Promise<Glance | null> {
  const piece = await findPiece(db, knitterId, id);
  if (!piece) return null;
  const glance = glanceAt(piece, (await openJournal(db, knitterId, id)).state);
  const kept = { of, summary: toStore(glance.summary), strip: toStore(glance.strip) };
  await db
    .insert(glances)
    .values({ pieceId: id, ...kept })
    .onConflictDoUpdate({ target: glances.pieceId, set: kept });
  return glance;
}

/** A piece that cannot be looked at takes nothing else with it. */
async function orDamage<T>(id: string, work: () => Promise<T>): Promise<T | { readonly damage: string }> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof DamagedPiece) return { damage: damageWords(error.data.damage) };
    log.error({ err: error, piece: id }, 'a piece cannot be laid out');
    return { damage: 'Gritch cannot lay it out.' };
  }
}

/** More lines than this are shown on request. */
const MOST_LINES = 100;

export type Bench = { readonly pieces: readonly BenchPiece[]; readonly all: number };

/**
 * The pieces of the bench in the order in which they were set up; of a very full one those that were worked on last,
 * unless all are wanted.
 */
export async function benchOf(asking: Asking, wanted: 'last' | 'all'): Promise<Bench> {
  const { db, knitterId } = asking;
  const here = and(eq(pieces.knitterId, knitterId), isNull(pieces.binnedAt));
  const [counted] = await db.select({ all: count() }).from(pieces).where(here);
  const all = counted?.all ?? 0;
  const rows = await listed(db)
    .where(here)
    .orderBy(sql`coalesce(${lastEntry}, ${pieces.createdAt}) desc`)
    .limit(wanted === 'all' ? all : MOST_LINES);
  rows.sort((a, b) => (`${a.createdAt} ${a.id}` < `${b.createdAt} ${b.id}` ? -1 : 1));
  return { pieces: await linesOf(asking, rows), all };
}

type Row = Awaited<ReturnType<typeof listed>>[number];

async function linesOf(asking: Asking, rows: readonly Row[]): Promise<BenchPiece[]> {
  const until = performance.now() + PATIENCE_MS;
  const found: BenchPiece[] = [];
  for (const { id, name, yarn, plan, entry, ...kept } of rows) {
    const of = ofNow({ plan, entry });
    const piece = { id, name, yarn, of, summary: null, damage: null };
    const summary = kept.of === of ? whole<Summary>(kept.summary) : null;
    if (summary) found.push({ ...piece, summary });
    else if (performance.now() > until) found.push(piece);
    else {
      const glance = await orDamage(id, () => workOut(asking, id, of));
      found.push({
        ...piece,
        ...(glance && 'damage' in glance ? glance : { summary: glance?.summary ?? null }),
      });
      await turn();
    }
  }
  return found;
}

/** One piece's glance, kept or worked out; null if there is no such piece. */
export async function glanceOf(
  asking: Asking,
  id: string,
): Promise<Glance | { readonly damage: string } | null> {
  const { db, knitterId } = asking;
  const [row] = await listed(db).where(
    and(eq(pieces.id, id), eq(pieces.knitterId, knitterId), isNull(pieces.binnedAt)),
  );
  if (!row) return null;
  const of = ofNow(row);
  if (row.of !== of) return orDamage(id, () => workOut(asking, id, of));
  const [kept] = await db.select().from(glances).where(eq(glances.pieceId, id));
  const summary = whole<Summary>(kept?.summary);
  const strip = whole<Glance['strip']>(kept?.strip);
  return summary && strip ? { summary, strip } : orDamage(id, () => workOut(asking, id, of));
}
