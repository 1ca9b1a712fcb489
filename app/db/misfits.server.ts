/** Whether entries can be about a piece: about its plan, or the one that their device still had when it made them. */
import { and, eq, lte, sql } from 'drizzle-orm';
import type { JournalEvent } from '@core/journal/events';
import { misfit, repeatsIn } from '@core/journal/misfit';
import type { Plan } from '@core/piece/plan';
import type { Database } from './client.server';
import { kindOf, readRepeats } from './journal.server';
import { planOfRevision } from './pieces.server';
import { events } from './schema';

/** The plan that a device knew which had so many entries of the journal; null if it cannot be read. */
async function planKnown(
  db: Database,
  knitterId: string,
  pieceId: string,
  seen: number,
): Promise<Plan | null> {
  const [newest] = await db
    .select({ number: sql<number | null>`max(json_extract(${events.body}, '$.revision'))` })
    .from(events)
    .where(and(eq(events.pieceId, pieceId), lte(events.seq, seen), sql`${kindOf} = 'planChanged'`));
  return planOfRevision(db, knitterId, pieceId, newest?.number ?? 1);
}

export type Misfit = { readonly index: number; readonly wrong: string };

/** The first entry of a batch that can be about neither; null if all are of the piece. */
export async function firstMisfit(
  db: Database,
  { knitterId, pieceId, plan }: { knitterId: string; pieceId: string; plan: Plan },
  batch: readonly JournalEvent[],
): Promise<Misfit | null> {
  if (batch.every((event) => misfit(plan, event) === null)) return null;
  // Only a journal in which repeats were added has rows beyond the plan's.
  const lengthened = [...(await readRepeats(db, pieceId)), ...repeatsIn(batch)];
  const known = new Map<number, Plan | null>();
  for (const [index, event] of batch.entries()) {
    const wrong = misfit(plan, event, lengthened);
    if (wrong === null) continue;
    const { seen } = event;
    if (seen !== undefined && !known.has(seen))
      known.set(seen, await planKnown(db, knitterId, pieceId, seen));
    const before = known.get(seen ?? -1);
    // What was made by a plan that was changed meanwhile is made: the knitter is asked about it.
    if (!before || misfit(before, event, lengthened) !== null) return { index, wrong };
  }
  return null;
}
