import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { and, eq } from 'drizzle-orm';
import { checkDraft, panelDraft, type PieceDraft } from '@core/draft/draft';
import { readPiece } from '@core/formats/piece';
import type { JournalEvent } from '@core/journal/events';
import { NO_CHOICES } from '@core/notation/choices';
import { readRows } from '@core/notation/read';
import { fold } from '@core/journal/fold';
import { packEverything } from '~/archive/pack.server';
import { unpackEverything, type Unpacked } from '~/archive/unpack.server';
import { strToU8, zipSync, unzipSync, strFromU8 } from 'fflate';
import { binPiece, DAYS_IN_BIN, destroyPiece, emptyBin, listBinned, unbinPiece } from './bin.server';
import { LOCAL_KNITTER, openDatabase, type Database } from './client.server';
import { appendEvents, readJournal, readJournalFrom, readRepeats } from './journal.server';
import { onNeedles } from './on-needles.server';
import { addRevision, createPiece, findDraft, findPiece, listPieces, readSettings } from './pieces.server';
import { keepPattern, listPatterns } from './patterns.server';
import { salvage } from './salvage.server';
import { events, knitters, revisions } from './schema';
import { DamagedPiece } from './stored';
import { whatGoes } from './what-goes.server';
import { USUAL } from '../knitter/settings';

const draftOf = (name: string, rows = 20): PieceDraft => ({
  name,
  construction: 'flat',
  firstSide: 'RS',
  firstDirection: 'rightToLeft',
  sections: [
    {
      id: 's',
      name: 'Body',
      rows,
      panels: [panelDraft('rope', 'rope', 'Row 1 (RS): p2, 2/2 RC, p2.\nRow 2: k2, p4, k2.')],
    },
  ],
});
const planOf = (draft: PieceDraft) => {
  const checked = checkDraft(draft);
  if (!checked.ok) throw new Error('unsound');
  return checked.value.plan;
};
const DAY = 86_400_000;
const NOW = new Date('2026-11-27T12:00:00.000Z');

let folder: string;
let db: Database;
let asking: { db: Database; knitterId: string };
let piece: string;
let other: string;
let last = 0;
const tick = (row: number): JournalEvent => ({
  id: `event-${String((last += 1)).padStart(6, '0')}`,
  device: 'd',
  deviceTime: '2026-11-24T10:00:00.000Z',
  kind: 'rowDone',
  life: 'cast-on',
  row,
});
const cast = (draft: PieceDraft) =>
  createPiece(db, LOCAL_KNITTER, { draft, plan: planOf(draft), yarn: 'oat' });
const knit = (id: string, rows: number) =>
  appendEvents(
    db,
    LOCAL_KNITTER,
    id,
    Array.from({ length: rows }, (_, i) => tick(i + 1)),
  );

beforeEach(async () => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'gritch-db-'));
  db = await openDatabase(folder);
  asking = { db, knitterId: LOCAL_KNITTER };
  piece = await cast(draftOf('Peg bag'));
  other = await cast(draftOf('Tea cosy'));
  await knit(piece, 5);
  await knit(other, 3);
});
afterEach(() => {
  db.$client.close();
  rmSync(folder, { recursive: true, force: true });
});

const spoilEntry = (seq: number, body: string) =>
  db
    .update(events)
    .set({ body })
    .where(and(eq(events.pieceId, piece), eq(events.seq, seq)));
const spoilPlan = (plan: string) => db.update(revisions).set({ plan }).where(eq(revisions.pieceId, piece));
const damageOf = async (reading: Promise<unknown>) => {
  const error: unknown = await reading.then(
    () => null,
    (found: unknown) => found,
  );
  if (!(error instanceof DamagedPiece)) throw new Error(`no damage: ${String(error)}`);
  return error.data.damage;
};
const bytesOf = (content: Buffer) => new Uint8Array(content);
const brought = async (bytes: Uint8Array) => {
  const unpacked = await unpackEverything(asking, bytes);
  if ('code' in unpacked) throw new Error(unpacked.code);
  return unpacked satisfies Unpacked;
};

describe.each([
  ['cut short', '{"id":"ev'],
  ['no entry', '[]'],
  ['of nothing', 'null'],
  [
    'of an unknown kind',
    '{"id":"event-000003","device":"d","deviceTime":"2026-11-24T10:00:00.000Z","kind":"danced"}',
  ],
  [
    'under another id',
    '{"id":"event-999999","device":"d","deviceTime":"2026-11-24T10:00:00.000Z","kind":"rowDone","life":"cast-on","row":3}',
  ],
  [
    'with a word for a row',
    '{"id":"event-000003","device":"d","deviceTime":"2026-11-24T10:00:00.000Z","kind":"rowDone","life":"cast-on","row":"three"}',
  ],
])('an entry %s', (_, body) => {
  beforeEach(() => spoilEntry(3, body));
  it('what was stored by an older version is read as this one has it, and of a later one not at all', async () => {
    const stored = { ...planOf(draftOf('Old')) };
    const sections = stored.sections.map((one) => ({
      ...one,
      id: 's-r2',
      panels: one.panels.map((panel) => ({ ...panel, chart: `r2-${panel.chart}` })),
    }));
    const charts = Object.fromEntries(
      Object.entries(stored.charts).map(([key, chart]) => [`r2-${key}`, chart]),
    );
    const plan = JSON.stringify({ ...stored, sections, charts });
    await db.update(revisions).set({ plan, version: 5 }).where(eq(revisions.pieceId, piece));
    expect((await findPiece(db, LOCAL_KNITTER, piece))?.plan.sections).toMatchObject([
      { id: 's-r2', origin: 's' },
    ]);
    await db.update(revisions).set({ version: 99 }).where(eq(revisions.pieceId, piece));
    await expect(findPiece(db, LOCAL_KNITTER, piece)).rejects.toBeInstanceOf(DamagedPiece);
    await expect(findDraft(db, LOCAL_KNITTER, piece)).rejects.toBeInstanceOf(DamagedPiece);
    await db.update(events).set({ version: 99 }).where(eq(events.pieceId, piece));
    await expect(readJournal(db, LOCAL_KNITTER, piece)).rejects.toBeInstanceOf(DamagedPiece);
  });
  it('is named, takes its own piece down, and no other', async () => {
    expect(await damageOf(readJournal(db, LOCAL_KNITTER, piece))).toEqual({
      id: piece,
      name: 'Peg bag',
      plan: false,
      entries: [3],
    });
    expect((await damageOf(readJournalFrom(db, LOCAL_KNITTER, piece, { seq: 0, id: '' }))).entries).toEqual([
      3,
    ]);
    expect(fold(await readJournal(db, LOCAL_KNITTER, other)).done).toBe(3);
    expect(await readRepeats(db, piece)).toEqual([]);
    expect(await listPieces(db, LOCAL_KNITTER)).toHaveLength(2);
  });
  it('is left out of what can be saved, and stands in what is stored', async () => {
    const saved = await salvage(db, LOCAL_KNITTER, piece);
    expect(saved).toMatchObject({ name: 'Peg bag', olderPlan: false, entries: { read: 4, damaged: 1 } });
    const read = readPiece(saved?.file ?? '');
    expect(read.ok && read.value.journal.map((event) => event.kind === 'rowDone' && event.row)).toEqual([
      1, 2, 4, 5,
    ]);
    const stored = JSON.parse(saved?.stored ?? '') as { entries: { body: string }[] };
    expect(stored.entries[2]?.body).toBe(body);
  });
});

describe.each([
  ['cut short', '{"sections":['],
  ['of nothing', 'null'],
  ['without sections', '{"sections":[],"charts":{}}'],
  ['without its charts', JSON.stringify({ ...planOf(draftOf('x')), charts: {} })],
  ['with a number for its panels', '{"sections":[{"panels":3}],"charts":{}}'],
])('a plan %s', (_, plan) => {
  beforeEach(() => spoilPlan(plan));
  it('takes its own piece down, and no other', async () => {
    expect(await damageOf(findPiece(db, LOCAL_KNITTER, piece))).toMatchObject({ id: piece, plan: true });
    const listed = await listPieces(db, LOCAL_KNITTER);
    expect(listed.map((one) => [one.name, one.plan !== null])).toEqual([
      ['Peg bag', false],
      ['Tea cosy', true],
    ]);
    expect(await onNeedles(db, LOCAL_KNITTER, other)).not.toBeNull();
    const saved = await salvage(db, LOCAL_KNITTER, piece);
    expect([saved?.file, saved?.entries]).toEqual([null, { read: 5, damaged: 0 }]);
  });
});

describe('what else is damaged', () => {
  it('a draft closes its own piece', async () => {
    await db.update(revisions).set({ draft: '{"name":7}' }).where(eq(revisions.pieceId, piece));
    expect(await damageOf(findDraft(db, LOCAL_KNITTER, piece))).toMatchObject({ plan: true });
  });
  it('a newer plan leaves the older one to be saved', async () => {
    const draft = draftOf('Peg bag', 30);
    await addRevision(db, LOCAL_KNITTER, piece, {
      draft,
      plan: planOf(draft),
      number: 2,
      from: 6,
      after: 5,
      yarn: 'oat',
    });
    await db
      .update(revisions)
      .set({ plan: '{' })
      .where(and(eq(revisions.pieceId, piece), eq(revisions.number, 2)));
    const saved = await salvage(db, LOCAL_KNITTER, piece);
    expect(saved?.olderPlan).toBe(true);
    expect(readPiece(saved?.file ?? '').ok).toBe(true);
  });
  it.each(['{', '[]', 'null', '7'])('settings %s are the usual ones again', async (settings) => {
    await db.update(knitters).set({ settings });
    expect(await readSettings(db, LOCAL_KNITTER)).toEqual(USUAL);
  });
});

describe('the bin', () => {
  const names = async () => (await listPieces(db, LOCAL_KNITTER)).map(({ name }) => name);
  it('takes a piece off the bench, and gives it back as it was', async () => {
    const before = await readJournal(db, LOCAL_KNITTER, piece);
    expect(await whatGoes(db, LOCAL_KNITTER, piece)).toEqual({ name: 'Peg bag', entries: 5, seconds: [] });
    expect(await binPiece(db, LOCAL_KNITTER, piece, NOW)).toBe(true);
    expect(await names()).toEqual(['Tea cosy']);
    expect(await findPiece(db, LOCAL_KNITTER, piece)).toBeNull();
    expect(await appendEvents(db, LOCAL_KNITTER, piece, [tick(6)])).toMatchObject({ code: 'no-such-piece' });
    expect(await unbinPiece(db, LOCAL_KNITTER, piece)).toBe(true);
    expect(await names()).toEqual(['Peg bag', 'Tea cosy']);
    expect(await readJournal(db, LOCAL_KNITTER, piece)).toEqual(before);
  });
  it('keeps it thirty days and no longer, counted from the first time', async () => {
    await binPiece(db, LOCAL_KNITTER, piece, NOW);
    await binPiece(db, LOCAL_KNITTER, piece, new Date(NOW.getTime() + 9 * DAY));
    const after = (days: number) => new Date(NOW.getTime() + days * DAY + 1);
    expect((await listBinned(db, LOCAL_KNITTER, after(9)))[0]?.daysLeft).toBe(DAYS_IN_BIN - 9);
    await emptyBin(db, after(DAYS_IN_BIN - 1));
    expect(await listBinned(db, LOCAL_KNITTER, NOW)).toHaveLength(1);
    await emptyBin(db, after(DAYS_IN_BIN));
    expect(await listBinned(db, LOCAL_KNITTER, NOW)).toEqual([]);
    expect(await db.select().from(events).where(eq(events.pieceId, piece))).toEqual([]);
    expect(await names()).toEqual(['Tea cosy']);
    expect(await readJournal(db, LOCAL_KNITTER, other)).toHaveLength(3);
  });
  it('throws nothing away that does not lie in it, nor for somebody else', async () => {
    expect(await destroyPiece(db, LOCAL_KNITTER, piece)).toBe(false);
    expect(await binPiece(db, 'somebody else', piece, NOW)).toBe(false);
    await binPiece(db, LOCAL_KNITTER, piece, NOW);
    expect(await destroyPiece(db, 'somebody else', piece)).toBe(false);
    expect(await destroyPiece(db, LOCAL_KNITTER, piece)).toBe(true);
    expect(await unbinPiece(db, LOCAL_KNITTER, piece)).toBe(false);
  });
  it('says which pieces were set up as its pair', async () => {
    await cast({ ...draftOf('Second'), pairOf: { id: piece, mirrored: true } });
    expect((await whatGoes(db, LOCAL_KNITTER, piece))?.seconds).toEqual(['Second']);
  });
});

describe('an archive of everything', () => {
  const emptied = async () => {
    db.$client.close();
    rmSync(folder, { recursive: true, force: true });
    db = await openDatabase(folder);
    asking = { db, knitterId: LOCAL_KNITTER };
  };
  beforeEach(async () => {
    const read = readRows('Row 1 (RS): p2, 2/2 RC, p2.', 'Reed');
    if (!read.ok) throw new Error('unsound');
    const { stretches, inTheRound } = read.value;
    const text = 'Row 1 (RS): p2, 2/2 RC, p2.';
    await keepPattern(db, LOCAL_KNITTER, { name: 'Reed', text, choices: NO_CHOICES, inTheRound, stretches });
  });
  it('lies on an empty bench as it lay on the full one, ids and all', async () => {
    const before = await readJournal(db, LOCAL_KNITTER, piece);
    const found = await findPiece(db, LOCAL_KNITTER, piece);
    const patterns = await listPatterns(db, LOCAL_KNITTER);
    const packed = bytesOf(await packEverything(asking));
    await emptied();
    expect(await brought(packed)).toMatchObject({ pieces: ['Peg bag', 'Tea cosy'], patterns: ['Reed'] });
    expect(await listPatterns(db, LOCAL_KNITTER)).toEqual(patterns);
    expect(await readJournal(db, LOCAL_KNITTER, piece)).toEqual(before);
    expect(await findPiece(db, LOCAL_KNITTER, piece)).toEqual(found);
  });
  it('brought back where all of it lies already changes nothing', async () => {
    const packed = bytesOf(await packEverything(asking));
    expect(await brought(packed)).toMatchObject({
      pieces: [],
      patterns: [],
      here: ['Reed', 'Peg bag', 'Tea cosy'],
    });
    expect(await listPieces(db, LOCAL_KNITTER)).toHaveLength(2);
  });
  it('of a piece that was knitted on since lies beside it, and neither loses its story', async () => {
    const packed = bytesOf(await packEverything(asking));
    await appendEvents(db, LOCAL_KNITTER, piece, [tick(6)]);
    expect(await brought(packed)).toMatchObject({ pieces: ['Peg bag'], here: ['Reed', 'Tea cosy'] });
    const both = (await listPieces(db, LOCAL_KNITTER)).filter(({ name }) => name === 'Peg bag');
    const rows = await Promise.all(
      both.map(async ({ id }) => fold(await readJournal(db, LOCAL_KNITTER, id)).done),
    );
    expect(rows.sort()).toEqual([5, 6]);
  });
  it('brings along what is damaged, as it is stored', async () => {
    await spoilEntry(2, '{');
    const packed = bytesOf(await packEverything(asking));
    const files = unzipSync(packed);
    expect(Object.keys(files).sort()).toEqual([
      'archive.json',
      'damaged/Peg-bag.json',
      'patterns/Reed.json',
      'pieces/Peg-bag.json',
      'pieces/Tea-cosy.json',
    ]);
    await emptied();
    expect(await brought(packed)).toMatchObject({
      pieces: ['Peg bag', 'Tea cosy'],
      damaged: ['damaged/Peg-bag.json'],
    });
    expect(fold(await readJournal(db, LOCAL_KNITTER, piece)).done).toBeGreaterThan(0);
  });
  it('of which a file is spoiled gives the others, and names the spoiled one', async () => {
    const files = unzipSync(bytesOf(await packEverything(asking)));
    files['pieces/Peg-bag.json'] = strToU8(
      strFromU8(files['pieces/Peg-bag.json'] as Uint8Array).slice(0, 100),
    );
    files['pieces/Stowaway.json'] = strToU8('{}');
    await emptied();
    const told = await brought(zipSync(files));
    expect(told.pieces).toEqual(['Tea cosy']);
    expect(told.refused).toEqual([
      { file: 'pieces/Peg-bag.json', why: expect.stringContaining('cut short') },
      { file: 'pieces/Stowaway.json', why: expect.stringContaining('not in its list') },
    ]);
    expect(await listPieces(db, LOCAL_KNITTER)).toHaveLength(1);
  });
  it.each<[string, Uint8Array, string]>([
    ['no zip', strToU8('hello'), 'not-a-zip'],
    ['a zip of something else', zipSync({ 'notes.txt': strToU8('x') }), 'no-list'],
    ['a list cut short', zipSync({ 'archive.json': strToU8('{"format":') }), 'no-list'],
    ['a list of brackets', zipSync({ 'archive.json': strToU8('['.repeat(100_000)) }), 'no-list'],
    [
      'a later version',
      zipSync({ 'archive.json': strToU8('{"format":"gritch-archive","version":9}') }),
      'newer-archive',
    ],
  ])('%s is refused', async (_, bytes, code) =>
    expect(await unpackEverything(asking, bytes)).toMatchObject({ code }),
  );
  it('that says it is small and is not gets no more room than it says', async () => {
    const bytes = zipSync({ 'archive.json': new Uint8Array(5_000_000) });
    const view = new DataView(bytes.buffer, bytes.byteOffset);
    // The size before packing, in the list at the zip's end: 24 bytes into its only record.
    const at = bytes.findLastIndex(
      (_, i) => view.byteLength - i > 4 && view.getUint32(i, true) === 0x02014b50,
    );
    view.setUint32(at + 24, 10, true);
    expect(await unpackEverything(asking, bytes)).toMatchObject({ code: 'no-list' });
  });
});
