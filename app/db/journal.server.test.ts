import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { eq } from 'drizzle-orm';
import type { JournalEvent } from '@core/journal/events';
import { planOf } from '@core/testing/plans';
import { LOCAL_KNITTER, openDatabase, type Database } from './client.server';
import { appendEvents, readJournal } from './journal.server';
import { patternFile } from '@core/formats/pattern';
import { NO_CHOICES } from '@core/notation/choices';
import { chartFrom } from '@core/testing/plans';
import { stretchOf } from '@core/chart/stretches';
import { dropPattern, findPattern, keepPattern, listPatterns } from './patterns.server';
import { createPiece, findPiece, listPieces, readSettings, saveSettings } from './pieces.server';
import { patterns } from './schema';
import { USUAL } from '../knitter/settings';

let folder: string;
let db: Database;
let piece: string;

const plan = planOf([{ rows: 20, panels: [{ chart: 'rope-4' }] }]);
const draft = {
  name: ' Peg bag ',
  construction: 'flat',
  firstSide: 'RS',
  firstDirection: 'rightToLeft',
  sections: [],
} as const;
const cast = (yarn: 'oat' | 'moss' = 'oat') => createPiece(db, LOCAL_KNITTER, { draft, plan, yarn });

beforeEach(async () => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'gritch-db-'));
  db = await openDatabase(folder);
  piece = await cast();
});
afterEach(() => {
  db.$client.close();
  rmSync(folder, { recursive: true, force: true });
});

const event = (n: number, more: Partial<JournalEvent> = {}) =>
  ({
    id: `event-${String(n).padStart(6, '0')}`,
    device: 'd',
    deviceTime: '2026-11-24T10:00:00.000Z',
    kind: 'rowDone',
    life: 'cast-on',
    row: n,
    ...more,
  }) as JournalEvent;
const append = (events: readonly JournalEvent[], to = piece) => appendEvents(db, LOCAL_KNITTER, to, events);
const stored = async () => (await readJournal(db, LOCAL_KNITTER, piece)).map(({ id }) => id);

describe('the journal on disk', () => {
  it('numbers events per piece, in the order they came', async () => {
    const other = await cast();
    await append([event(1), event(2)]);
    expect(await append([event(9)], other)).toMatchObject({ ok: true, events: [{ seq: 1 }] });
    expect(await append([event(3)])).toEqual({ ok: true, events: [{ id: 'event-000003', seq: 3 }] });
  });

  it('acknowledges a replay with the old numbers and stores nothing', async () => {
    const first = await append([event(1), event(2)]);
    expect(await append([event(1), event(2)])).toEqual(first);
    expect(await stored()).toHaveLength(2);
  });

  it.each([
    ['in a later post', async () => append([event(1)])],
    ['in the same post', async () => append([])],
  ])('refuses the same id with other content, whole, %s', async (_, before) => {
    await before();
    const kept = await stored();
    const result = await append([event(5), event(1), event(1, { row: 7 } as Partial<JournalEvent>)]);
    expect(result).toEqual({ ok: false, code: 'same-id-other-content', id: 'event-000001' });
    expect(await stored()).toEqual(kept);
  });

  it('refuses the id of another piece, an unknown piece and another knitter', async () => {
    await append([event(1)]);
    expect(await append([event(1)], await cast())).toMatchObject({ code: 'same-id-other-content' });
    expect(await append([event(2)], 'nowhere')).toEqual({ ok: false, code: 'no-such-piece' });
    expect(await appendEvents(db, 'somebody else', piece, [event(2)])).toEqual({
      ok: false,
      code: 'no-such-piece',
    });
  });

  it('forty batches at once: none busy, none lost, numbers without a gap', async () => {
    const results = await Promise.all(
      Array.from({ length: 40 }, (_, i) => append([event(2 * i + 1), event(2 * i + 2)])),
    );
    expect(results.every(({ ok }) => ok)).toBe(true);
    const numbers = results.flatMap((result) => (result.ok ? result.events.map(({ seq }) => seq) : []));
    expect(numbers.sort((a, b) => a - b)).toEqual(Array.from({ length: 80 }, (_, i) => i + 1));
    expect(await stored()).toHaveLength(80);
  });

  it('goes on after a transaction that failed', async () => {
    const failing = db.transaction(async () => Promise.reject(new Error('no')), { behavior: 'immediate' });
    await expect(failing).rejects.toThrow('no');
    expect(await append([event(1)])).toMatchObject({ ok: true });
  });

  it('is there when the folder is opened again', async () => {
    await append([event(1)]);
    db.$client.close();
    db = await openDatabase(folder);
    expect(await stored()).toEqual(['event-000001']);
  });
});

describe('pieces and settings', () => {
  it('finds a piece with its plan, for its own knitter only', async () => {
    expect(await findPiece(db, LOCAL_KNITTER, piece)).toEqual({
      id: piece,
      name: 'Peg bag',
      yarn: 'oat',
      plan,
    });
    expect(await findPiece(db, 'somebody else', piece)).toBeNull();
    expect(await listPieces(db, 'somebody else')).toEqual([]);
  });
  it('lists pieces in the order they were set up', async () => {
    const later = await cast('moss');
    expect((await listPieces(db, LOCAL_KNITTER)).map(({ id }) => id)).toEqual([piece, later]);
  });
  it('gives usual settings until others are kept', async () => {
    expect(await readSettings(db, LOCAL_KNITTER)).toEqual(USUAL);
    await saveSettings(db, LOCAL_KNITTER, { ...USUAL, hand: 'left' });
    expect(await readSettings(db, LOCAL_KNITTER)).toEqual({ ...USUAL, hand: 'left' });
  });
});

describe('patterns', () => {
  const text = 'Row 1 (RS): k3, C5B.';
  const C5B = {
    kind: 'crossing',
    lean: 'right',
    over: ['knit', 'knit', 'knit'],
    under: ['knit', 'knit'],
  } as const;
  const choices = { ...NO_CHOICES, meanings: { C5B }, intended: ['texture:0:repeat:3'] };
  const pattern = (name: string) => ({
    name,
    text,
    choices,
    inTheRound: false,
    stretches: [stretchOf({ ...chartFrom('Row 1 (RS): k3, 3/2 RC.'), name })] as const,
  });
  it('are kept with the text as it was and what was settled, for their own knitter only', async () => {
    const id = (await keepPattern(db, LOCAL_KNITTER, pattern('Reed'))) as string;
    expect(await findPattern(db, LOCAL_KNITTER, id)).toEqual(pattern('Reed'));
    expect(await findPattern(db, 'somebody else', id)).toBeNull();
    expect(await keepPattern(db, 'somebody else', pattern('Taken'), id)).toBeNull();
    expect(await dropPattern(db, 'somebody else', id)).toBe(false);
    expect(await keepPattern(db, LOCAL_KNITTER, pattern('Sedge'), id)).toBe(id);
    expect((await listPatterns(db, LOCAL_KNITTER)).map((kept) => kept.pattern.name)).toEqual(['Sedge']);
    expect(await dropPattern(db, LOCAL_KNITTER, id)).toBe(true);
    expect(await listPatterns(db, LOCAL_KNITTER)).toEqual([]);
  });
  it('that an older version kept, with one chart in place of stretches, are read as they were', async () => {
    const id = (await keepPattern(db, LOCAL_KNITTER, pattern('Reed'))) as string;
    const { stretches, ...rest } = patternFile(pattern('Reed'));
    const old = JSON.stringify({ ...rest, version: 1, chart: stretches[0]?.chart });
    await db.update(patterns).set({ body: old }).where(eq(patterns.id, id));
    expect(await findPattern(db, LOCAL_KNITTER, id)).toEqual(pattern('Reed'));
    expect((await listPatterns(db, LOCAL_KNITTER)).map((kept) => kept.pattern)).toEqual([pattern('Reed')]);
    expect(await dropPattern(db, LOCAL_KNITTER, id)).toBe(true);
  });
  it('whose text and chart say different things are never kept', async () => {
    const wrong = { ...pattern('Wrong'), text: 'Row 1 (RS): k8.' };
    await expect(keepPattern(db, LOCAL_KNITTER, wrong)).rejects.toThrow('unsound');
    expect(await listPatterns(db, LOCAL_KNITTER)).toEqual([]);
  });
});
