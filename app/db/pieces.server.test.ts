import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { checkDraft, panelDraft, type PieceDraft } from '@core/draft/draft';
import { readPiece, writePiece } from '@core/formats/piece';
import type { JournalEvent } from '@core/journal/events';
import { fold } from '@core/journal/fold';
import { LOCAL_KNITTER, openDatabase, type Database } from './client.server';
import { appendEvents, readJournal } from './journal.server';
import { onNeedles } from './on-needles.server';
import {
  addRevision,
  createPiece,
  findDraft,
  findPiece,
  importPiece,
  listPieces,
  planInUse,
} from './pieces.server';

const draftOf = (rows: number): PieceDraft => ({
  name: ' Peg bag ',
  construction: 'flat',
  firstSide: 'RS',
  firstDirection: 'rightToLeft',
  sections: [{ id: 's', name: 'Body', rows, panels: [panelDraft('rope', 'rope', 'Row 1 (RS): p2, 2/2 RC, p2.\nRow 2: k2, p4, k2.')] }],
}); // prettier-ignore
const planOf = (draft: PieceDraft) => {
  const checked = checkDraft(draft);
  if (!checked.ok) throw new Error('unsound');
  return checked.value.plan;
};
const change = (rows: number, number: number) =>
  ({ draft: draftOf(rows), plan: planOf(draftOf(rows)), number, from: 4, after: 3, yarn: 'moss' as const }); // prettier-ignore
const tick = (row: number): JournalEvent => ({
  id: `event-${String(row).padStart(6, '0')}`,
  device: 'd',
  deviceTime: '2026-11-24T10:00:00.000Z',
  kind: 'rowDone',
  life: 'cast-on',
  row,
});

let folder: string;
let db: Database;
let piece: string;
beforeEach(async () => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'gritch-db-'));
  db = await openDatabase(folder);
  piece = await createPiece(db, LOCAL_KNITTER, {
    draft: draftOf(20),
    plan: planOf(draftOf(20)),
    yarn: 'oat',
  });
  await appendEvents(db, LOCAL_KNITTER, piece, [1, 2, 3].map(tick));
});
afterEach(() => {
  db.$client.close();
  rmSync(folder, { recursive: true, force: true });
});

describe('a changed plan', () => {
  it('is the plan in use at once, and stands in the journal', async () => {
    expect((await planInUse(db, LOCAL_KNITTER, piece))?.sections[0]?.length).toEqual({ rows: 20 });
    await addRevision(db, LOCAL_KNITTER, piece, change(30, 2));
    expect((await planInUse(db, LOCAL_KNITTER, piece))?.sections[0]?.length).toEqual({ rows: 30 });
    expect(await findPiece(db, LOCAL_KNITTER, piece)).toMatchObject({ name: 'Peg bag', yarn: 'moss' });
    const journal = await readJournal(db, LOCAL_KNITTER, piece);
    expect(journal[3]).toMatchObject({ kind: 'planChanged', revision: 2, from: 4 });
    expect(fold(journal).done).toBe(3);
    expect(await findDraft(db, LOCAL_KNITTER, piece)).toMatchObject({ number: 2 });
  });
  it('of two at once only one is stored, and of the other nothing', async () => {
    const both = await Promise.all(
      [30, 40].map((rows) => addRevision(db, LOCAL_KNITTER, piece, change(rows, 2))),
    );
    expect(both.sort()).toEqual(['plan-moved', 'stored']);
    const journal = await readJournal(db, LOCAL_KNITTER, piece);
    expect(journal.filter(({ kind }) => kind === 'planChanged')).toHaveLength(1);
  });
});

describe('a change of plan and rows that are told meanwhile', () => {
  it('is not stored below rows that it knew nothing of', async () => {
    await appendEvents(db, LOCAL_KNITTER, piece, [tick(4)]);
    expect(await addRevision(db, LOCAL_KNITTER, piece, change(30, 2))).toBe('journal-moved');
    expect((await planInUse(db, LOCAL_KNITTER, piece))?.sections[0]?.length).toEqual({ rows: 20 });
    expect(await addRevision(db, LOCAL_KNITTER, piece, { ...change(30, 2), after: 4, from: 5 })).toBe(
      'stored',
    );
  });
  it('comes from the bench alone: an entry of it without its plan is refused, a replay is not', async () => {
    const forged: JournalEvent = { ...tick(7), kind: 'planChanged', revision: 2, from: 4 } as JournalEvent;
    expect(await appendEvents(db, LOCAL_KNITTER, piece, [tick(4), forged])).toEqual({
      ok: false,
      code: 'plan-changed-elsewhere',
      id: forged.id,
    });
    expect(await readJournal(db, LOCAL_KNITTER, piece)).toHaveLength(3);
    await addRevision(db, LOCAL_KNITTER, piece, change(30, 2));
    const [real] = (await readJournal(db, LOCAL_KNITTER, piece)).slice(-1);
    expect(await appendEvents(db, LOCAL_KNITTER, piece, [real as JournalEvent])).toMatchObject({ ok: true });
  });
});

describe('a piece from a file', () => {
  const file = async () => {
    const [found, typed, journal] = await Promise.all([
      findPiece(db, LOCAL_KNITTER, piece),
      findDraft(db, LOCAL_KNITTER, piece),
      readJournal(db, LOCAL_KNITTER, piece),
    ]);
    if (!found || !typed) throw new Error('gone');
    const read = readPiece(writePiece({ ...found, draft: typed.draft, journal }));
    if (!read.ok) throw new Error(JSON.stringify(read.error));
    return read.value;
  };
  it('lies on the same bench twice, each with a journal of its own', async () => {
    const copy = await importPiece(db, LOCAL_KNITTER, await file());
    expect(await listPieces(db, LOCAL_KNITTER)).toHaveLength(2);
    const [one, two] = [
      await readJournal(db, LOCAL_KNITTER, piece),
      await readJournal(db, LOCAL_KNITTER, copy),
    ];
    expect([fold(two).done, two.some(({ id }) => one.some((event) => event.id === id))]).toEqual([3, false]);
    expect((await onNeedles(db, LOCAL_KNITTER, copy))?.done).toBe(3);
    expect(await onNeedles(db, LOCAL_KNITTER, 'nowhere')).toBeNull();
  });
  it('is laid there whole or not at all', async () => {
    const good = await file();
    const journal = [
      ...good.journal,
      { ...tick(4), deviceTime: undefined as unknown as string, id: null as unknown as string },
    ];
    const broken = { ...good, name: null as unknown as string, journal };
    await expect(importPiece(db, LOCAL_KNITTER, broken)).rejects.toThrow();
    expect(await listPieces(db, LOCAL_KNITTER)).toHaveLength(1);
  });
});
