/** The whole journal of a piece, fetched in batches. */
import type { JournalEvent } from '@core/journal/events';

type Batch = { readonly events: readonly JournalEvent[]; readonly next: string | null };

/** @param address of the piece. Throws if the server does not answer, or the journal became another one meanwhile. */
export async function fetchWhole(address: string): Promise<JournalEvent[]> {
  const events: JournalEvent[] = [];
  let next: string | null = '';
  while (next !== null) {
    const answer = await fetch(`${address}/events${next && `?after=${encodeURIComponent(next)}`}`);
    if (!answer.ok) throw new Error(`the journal was not given (${answer.status})`);
    const batch = (await answer.json()) as Batch;
    events.push(...batch.events);
    next = batch.next;
  }
  return events;
}
