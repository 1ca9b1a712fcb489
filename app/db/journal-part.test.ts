/** A long journal opened from a kept standing tells what the whole journal tells, and never leans on a standing that is not its own. */
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { and, eq } from 'drizzle-orm';
import type { JournalEvent } from '@core/journal/events';
import { fold } from '@core/journal/fold';
import { planOf } from '@core/testing/plans';
import { sayBuild } from '../build-version';
import { binPiece, destroyPiece } from './bin.server';
import { LOCAL_KNITTER, openDatabase, type Database } from './client.server';
import { openJournal, SHORT } from './journal-part.server';
import { appendEvents, readJournal } from './journal.server';
import { createPiece } from './pieces.server';
import { events, standings } from './schema';

const plan = planOf([{ rows: 5000, panels: [{ chart: 'rope-4' }] }]);
const draft = {
  name: 'Long',
  construction: 'flat',
  firstSide: 'RS',
  firstDirection: 'rightToLeft',
  sections: [],
} as const;

const newFolder = () => mkdtempSync(path.join(os.tmpdir(), 'gritch-part-'));
let folder: string;
let db: Database;
let piece: string;
let made = 0;

beforeEach(async () => {
  folder = newFolder();
  db = await openDatabase(folder);
  piece = await createPiece(db, LOCAL_KNITTER, { draft, plan, yarn: 'oat' });
});
afterEach(() => {
  sayBuild('unbuilt');
  db.$client.close();
  rmSync(folder, { recursive: true, force: true });
});

const event = (more: object): JournalEvent =>
  ({
    id: `event-${String((made += 1)).padStart(6, '0')}`,
    device: 'd',
    deviceTime: '2026-11-24T10:00:00.000Z',
    ...more,
  }) as JournalEvent;
const append = (batch: readonly JournalEvent[], to = piece) => appendEvents(db, LOCAL_KNITTER, to, batch);
/** Rows knitted one after the other, a note in every tenth of them. */
async function knit(from: number, to: number, into = piece) {
  const life = 'cast-on';
  const batch = Array.from({ length: to - from + 1 }, (_, i) => [
    event({ kind: 'rowDone', life, row: from + i }),
    ...((from + i) % 10 === 0 ? [event({ kind: 'note', row: from + i, text: `at ${from + i}` })] : []),
  ]).flat();
  for (let at = 0; at < batch.length; at += 500) await append(batch.slice(at, at + 500), into);
}
/** A piece of 2,500 rows, knitted once and copied for each test. */
let knitted: { readonly folder: string; readonly piece: string } | null = null;
async function knitLong() {
  if (knitted) {
    db.$client.close();
    cpSync(knitted.folder, folder, { recursive: true });
    db = await openDatabase(folder);
    piece = knitted.piece;
    return;
  }
  await knit(1, 2500);
  db.$client.close();
  knitted = { folder: newFolder(), piece };
  cpSync(folder, knitted.folder, { recursive: true });
  db = await openDatabase(folder);
}
afterAll(() => knitted && rmSync(knitted.folder, { recursive: true, force: true }));

const open = () => openJournal(db, LOCAL_KNITTER, piece);
const whole = async () => fold(await readJournal(db, LOCAL_KNITTER, piece));
const kept = async () => (await db.select().from(standings))[0];

describe('a journal that is opened', () => {
  it('is whole while it is short', async () => {
    await knit(1, 60);
    const { part, count, state } = await open();
    expect([part.base, part.events.length, count, state.done]).toEqual([null, 66, 66, 60]);
    expect(await kept()).toBeUndefined();
  });

  it('goes on from a standing when it is long, and tells the same', async () => {
    await knitLong();
    const { part, count, state } = await open();
    expect([part.base?.seq, part.events.length, count]).toEqual([2250, 500, 2750]);
    const all = await whole();
    expect([state.done, state.undoTarget, state.notes]).toEqual([all.done, all.undoTarget, all.notes]);
    expect(JSON.stringify(part).length).toBeLessThan(
      JSON.stringify(await readJournal(db, LOCAL_KNITTER, piece)).length,
    );
  });

  it('reads nothing from before what was kept, and moves it up as the journal grows', async () => {
    await knitLong();
    await open();
    await db
      .update(events)
      .set({ body: '{}' })
      .where(and(eq(events.pieceId, piece), eq(events.seq, 1000)));
    expect((await open()).state.done).toBe(2500);
    await knit(2501, 3000);
    expect((await open()).part).toMatchObject({ base: { seq: 2250 } });
    await knit(3001, 3600);
    const { part, state } = await open();
    expect([part.base?.seq, state.done, state.notes.length]).toEqual([3960 - 500, 3600, 360]);
  });

  it.each([
    ['by another build', () => sayBuild('another')],
    ['and damaged since', () => db.update(standings).set({ body: '{"seq":2250,"rowEvents":[]}' })],
    [
      'of another journal',
      async () => {
        const mine = await kept();
        const other = await createPiece(db, LOCAL_KNITTER, { draft, plan, yarn: 'oat' });
        await knit(1, 2500, other);
        piece = other;
        await db.insert(standings).values({ ...mine, pieceId: other } as typeof standings.$inferInsert);
      },
    ],
  ])('does not lean on a standing made %s', async (_, spoil) => {
    await knitLong();
    await open();
    await spoil();
    const { part, state } = await open();
    expect([part.base?.seq, state.done, state.undoTarget]).toEqual([2250, 2500, (await whole()).undoTarget]);
    const after = await db.select().from(standings).where(eq(standings.pieceId, piece));
    expect(JSON.parse(after[0]?.body ?? '')).toEqual(part.base);
  });

  it('is whole again when an entry speaks of what lies before', async () => {
    await knitLong();
    await open();
    await append([event({ kind: 'rowDone', life: 'long-gone', row: 3, seen: 4 })]);
    const { part, state } = await open();
    expect([part.base, part.events.length, state.strays.length]).toEqual([null, 2751, 1]);
  });

  it('leaves nothing behind when its piece is destroyed', async () => {
    await knit(1, SHORT);
    await open();
    expect(await kept()).toBeDefined();
    await binPiece(db, LOCAL_KNITTER, piece, new Date());
    expect(await destroyPiece(db, LOCAL_KNITTER, piece)).toBe(true);
    expect(await kept()).toBeUndefined();
  });
});
