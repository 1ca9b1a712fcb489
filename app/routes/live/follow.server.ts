/**
 * What a live line sends: the entries after a place, in batches, and after each announcement what came since. It reads on
 * only when the reader has taken what there was, so a slow one costs no memory, and others get their turn between batches.
 */
import { setImmediate as turn } from 'node:timers/promises';
import type { JournalEvent } from '@core/journal/events';
import { openLine } from '~/db/live.server';
import { placeWords, type Place } from '~/journal/place';

/** The next entries after a place, oldest first; null if the journal has another entry there. */
export type ReadAfter = (place: Place) => Promise<readonly JournalEvent[] | null>;

const STILL_HERE_MS = 20_000;
const encoder = new TextEncoder();

const sayEntry = (seq: number, event: JournalEvent) =>
  `event: entry\nid: ${placeWords({ seq, id: event.id })}\ndata: ${JSON.stringify(event)}\n\n`;

/**
 * @param isOld whether the page was given the rest of what it shows too long ago; it is told
 * @returns the line's bytes; null if there is no room for another line
 */
export function follow(
  pieceId: string,
  first: Place,
  readAfter: ReadAfter,
  isOld = false,
): ReadableStream<Uint8Array> | null {
  let place = first;
  let ended = false;
  let news = true;
  let wake: () => void = () => undefined;
  const end = () => {
    ended = true;
    wake();
  };
  const leave = openLine({
    pieceId,
    end,
    news: () => {
      news = true;
      wake();
    },
  });
  if (!leave) return null;

  /** Until there is news, the line is ended, or it is time for a sign of life. */
  const wait = () =>
    new Promise<void>((resolve) => {
      const timer = setTimeout(resolve, STILL_HERE_MS);
      wake = () => {
        clearTimeout(timer);
        resolve();
      };
      if (news || ended) wake();
    });

  async function* told(): AsyncGenerator<string> {
    yield `retry: 1000\n\n${isOld ? 'event: old\ndata: {}\n\n' : ''}`;
    while (!ended) {
      if (!news) await wait();
      if (ended) return;
      if (!news) {
        yield ': still here\n\n';
        continue;
      }
      news = false;
      const found = await readAfter(place);
      if (found === null) return yield 'event: differs\ndata: {}\n\n';
      if (found.length === 0) continue;
      // There may be more than one batch.
      news = true;
      const from = place.seq + 1;
      const last = found[found.length - 1] as JournalEvent;
      place = { seq: place.seq + found.length, id: last.id };
      yield found.map((event, i) => sayEntry(from + i, event)).join('');
      await turn();
    }
  }

  const source = told();
  return new ReadableStream<Uint8Array>(
    {
      pull: async (controller) => {
        const next = await source.next().catch(() => null);
        if (next && !next.done) return controller.enqueue(encoder.encode(next.value));
        leave();
        controller.close();
      },
      cancel: () => {
        leave();
        end();
      },
    },
    { highWaterMark: 0 },
  );
}
