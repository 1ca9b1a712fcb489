/** What can be saved of a damaged piece: all that reads, as a piece file; and all there is, just as it is stored. */
import { and, asc, desc, eq } from 'drizzle-orm';
import { writePiece } from '@core/formats/piece';
import type { Database } from './client.server';
import { events, pieces, revisions } from './schema';
import { draftStored, entryStored, planStored } from './stored';

export type Salvage = {
  readonly name: string;
  /** A piece file of the newest plan that reads and every entry that does; null if no plan does. */
  readonly file: string | null;
  /** That plan is not the newest one. */
  readonly olderPlan: boolean;
  readonly entries: { readonly read: number; readonly damaged: number };
  /** Everything as it is stored, the texts unread. */
  readonly stored: string;
};

export async function salvage(db: Database, knitterId: string, id: string): Promise<Salvage | null> {
  const [piece] = await db
    .select()
    .from(pieces)
    .where(and(eq(pieces.id, id), eq(pieces.knitterId, knitterId)));
  if (!piece) return null;
  const [plans, rows] = await Promise.all([
    db.select().from(revisions).where(eq(revisions.pieceId, id)).orderBy(desc(revisions.number)),
    db.select().from(events).where(eq(events.pieceId, id)).orderBy(asc(events.seq)),
  ]);
  const readable = plans.map((row) => ({
    plan: planStored(row.plan, row.version),
    draft: draftStored(row.draft, row.version),
  }));
  const at = readable.findIndex(({ plan, draft }) => plan !== null && draft !== null);
  const journal = rows.flatMap((row) => entryStored(row.body, row.id, row.version) ?? []);
  const { plan, draft } = readable[at] ?? { plan: null, draft: null };
  const { name, yarn } = piece;
  return {
    name,
    file: plan && draft ? writePiece({ name, yarn, plan, draft, journal }) : null,
    olderPlan: at > 0,
    entries: { read: journal.length, damaged: rows.length - journal.length },
    stored: `${JSON.stringify({ format: 'gritch-as-stored', piece, revisions: plans, entries: rows }, null, 1)}\n`,
  };
}
