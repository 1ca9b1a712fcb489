import { announce, endLines } from '~/db/live.server';
import type { JournalEvent } from '@core/journal/events';
import type { Place } from '~/journal/place';
import { follow } from './follow.server';

const entry = (seq: number) => ({ id: `entry-${seq}`, kind: 'rowDone', row: seq }) as JournalEvent;
const BATCH = 4;

/** A journal that is read in batches of four, and counts how often. */
function journal(length: number) {
  const made = { length, reads: 0, events: [] as JournalEvent[] };
  const readAfter = async ({ seq, id }: Place) => {
    made.reads += 1;
    if (seq > 0 && id !== `entry-${seq}`) return null;
    return Array.from({ length: Math.min(BATCH, made.length - seq) }, (_, i) => entry(seq + i + 1));
  };
  return { made, readAfter };
}

const START: Place = { seq: 0, id: '' };
const opened = (...args: Parameters<typeof follow>) => {
  const line = follow(...args);
  if (!line) throw new Error('no room');
  const reader = line.getReader();
  const text = async () => new TextDecoder().decode((await reader.read()).value);
  return { reader, text };
};
const seqsIn = (text: string) => [...text.matchAll(/^id: (\d+)\./gm)].map(([, seq]) => Number(seq));

describe('a live line', () => {
  it('tells all there is in order, in batches, then waits for news', async () => {
    const { made, readAfter } = journal(10);
    const { reader, text } = opened('piece', START, readAfter);
    expect(await text()).toMatch(/^retry:/);
    const told = [await text(), await text(), await text()].map(seqsIn);
    expect(told).toEqual([
      [1, 2, 3, 4],
      [5, 6, 7, 8],
      [9, 10],
    ]);
    const next = text();
    made.length = 11;
    announce('piece');
    expect(seqsIn(await next)).toEqual([11]);
    await reader.cancel();
  });

  it('tells a page that it is old before anything else, and says nothing of it to a new one', async () => {
    for (const isOld of [true, false]) {
      const { reader, text } = opened('piece', START, journal(1).readAfter, isOld);
      expect((await text()).includes('event: old')).toBe(isOld);
      await reader.cancel();
    }
  });

  it('reads on only when the reader does', async () => {
    const { made, readAfter } = journal(1000);
    const { reader, text } = opened('piece', START, readAfter);
    await text();
    await text();
    await new Promise((resolve) => setTimeout(resolve, 20));
    expect(made.reads).toBe(1);
    await reader.cancel();
  });

  it('says when the journal is another one, and ends', async () => {
    const { reader, text } = opened('piece', { seq: 3, id: 'somebody-else' }, journal(5).readAfter);
    await text();
    expect(await text()).toContain('event: differs');
    expect((await reader.read()).done).toBe(true);
  });

  it('ends when the journal cannot be read', async () => {
    const { reader, text } = opened('piece', START, () => Promise.reject(new Error('no')));
    await text();
    expect((await reader.read()).done).toBe(true);
  });

  it('has room for so many, and for others when one has gone', async () => {
    const { readAfter } = journal(0);
    const lines = Array.from({ length: 1000 }, (_, i) => follow(`piece-${i}`, START, readAfter));
    expect(lines.every((line) => line !== null)).toBe(true);
    expect(follow('piece', START, readAfter)).toBeNull();
    await lines[0]?.cancel();
    const late = follow('piece', START, readAfter);
    expect(late).not.toBeNull();
    endLines();
    const readers = [...lines.slice(1), late].map((line) => line?.getReader());
    const ends = await Promise.all(
      readers.map(async (reader) => {
        await reader?.read();
        return (await reader?.read())?.done;
      }),
    );
    expect(new Set(ends)).toEqual(new Set([true]));
  });
});
