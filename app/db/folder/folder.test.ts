/** @jest-environment node */
import { execFileSync } from 'node:child_process';
import {
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { panelDraft } from '@core/draft/draft';
import { planOf } from '@core/testing/plans';
import type { JournalEvent } from '@core/journal/events';
import { folderWords } from '~/messages/folder';
import { databaseFile, LOCAL_KNITTER, openFile } from '../client.server';
import { appendEvents, readJournal } from '../journal.server';
import { createPiece, listPieces } from '../pieces.server';
import { copiesOf, putBack, takeCopy } from './copy';
import { holdFolder } from './hold';
import { openFolder, type OpenFolder } from './open';
import { FolderError, folderError } from './problem';

const draft = {
  name: 'Peg bag',
  construction: 'flat',
  firstSide: 'RS',
  firstDirection: 'rightToLeft',
  sections: [
    { id: 's', name: 'Body', rows: 20, panels: [panelDraft('rope', 'rope', 'Row 1 (RS): p2, 2/2 RC, p2.')] },
  ],
} as const;
const plan = planOf([{ rows: 20, panels: [{ chart: 'rope-4' }] }]);
const cast = ({ db }: OpenFolder) => createPiece(db, LOCAL_KNITTER, { draft, plan, yarn: 'oat' });
const tick = (row: number): JournalEvent => ({
  id: `event-${String(row).padStart(6, '0')}`,
  device: 'd',
  deviceTime: '2026-11-24T10:00:00.000Z',
  kind: 'rowDone',
  life: 'cast-on',
  row,
});

let parent: string;
let folder: string;
beforeEach(() => {
  parent = mkdtempSync(path.join(os.tmpdir(), 'gritch-folder-'));
  folder = path.join(parent, 'data');
});
afterEach(() => rmSync(parent, { recursive: true, force: true }));

/** A folder with one piece and three rows, closed again. */
async function filled(): Promise<string> {
  const open = await openFolder(folder);
  const piece = await cast(open);
  await appendEvents(open.db, LOCAL_KNITTER, piece, [1, 2, 3].map(tick));
  await open.close();
  return piece;
}
const problemOf = async (work: Promise<unknown>) => {
  const error: unknown = await work.then(
    () => null,
    (found: unknown) => found,
  );
  if (!(error instanceof FolderError)) throw new Error(`no problem of the folder: ${String(error)}`);
  expect(folderWords(error.problem).length).toBeGreaterThan(20);
  return error.problem;
};

describe('a data folder', () => {
  it.each(['plain', 'with space', 'hash#tag', 'what?mode=ro', 'per%20cent', "quo'te", 'näme', 'back\\slash'])(
    'may have any name: %s',
    async (name) => {
      folder = path.join(parent, name);
      const piece = await filled();
      expect(readdirSync(parent)).toEqual([name]);
      const again = await openFolder(folder);
      expect(await readJournal(again.db, LOCAL_KNITTER, piece)).toHaveLength(3);
      await again.close();
    },
  );

  it('is everything in its one file once it is closed', async () => {
    const piece = await filled();
    const elsewhere = path.join(parent, 'elsewhere');
    mkdirSync(elsewhere);
    cpSync(databaseFile(folder), databaseFile(elsewhere));
    const copy = await openFolder(elsewhere);
    expect(await readJournal(copy.db, LOCAL_KNITTER, piece)).toHaveLength(3);
    await copy.close();
  });

  it('belongs to one Gritch at a time, which says where it is', async () => {
    const first = await openFolder(folder);
    expect(await problemOf(openFolder(folder))).toEqual({ code: 'in-use', address: null });
    first.hold.sayAddress('http://127.0.0.1:4999');
    const problem = await problemOf(openFolder(folder));
    expect(folderWords(problem)).toContain('open http://127.0.0.1:4999 instead');
    await first.close();
    await (await openFolder(folder)).close();
  });

  it('is not held by a process that was killed', async () => {
    const code = `
      const { createClient } = require('@libsql/client');
      createClient({ url: process.argv[1] }).transaction('write').then(() => process.kill(process.pid, 'SIGKILL'));`;
    mkdirSync(folder);
    const lock = `file:${path.join(folder, 'gritch.lock')}`;
    expect(() => execFileSync('node', ['-e', code, lock], { stdio: 'ignore' })).toThrow();
    expect(existsSync(path.join(folder, 'gritch.lock'))).toBe(true);
    await (await openFolder(folder)).close();
  });
});

describe('what cannot be opened is refused and left as it is', () => {
  const untouched = async (code: string) => {
    const before = readFileSync(databaseFile(folder));
    expect((await problemOf(openFolder(folder))).code).toBe(code);
    expect(readFileSync(databaseFile(folder)).equals(before)).toBe(true);
  };
  it('a file that is no database', async () => {
    mkdirSync(folder);
    writeFileSync(databaseFile(folder), 'a shopping list, by mistake\n'.repeat(500));
    await untouched('not-a-database');
  });
  it('a database of some other program', async () => {
    mkdirSync(folder);
    const client = openFile(databaseFile(folder));
    await client.execute('create table recipes (name text)');
    client.close();
    await untouched('not-a-database');
  });
  it('a database cut short', async () => {
    await filled();
    truncateSync(databaseFile(folder), statSync(databaseFile(folder)).size - 4096);
    await untouched('damaged');
  });
  it('a database with pages written over', async () => {
    await filled();
    const bytes = readFileSync(databaseFile(folder));
    bytes.fill(0x5a, 4096, 3 * 4096);
    writeFileSync(databaseFile(folder), bytes);
    await untouched('damaged');
  });
  it('a database of a newer Gritch', async () => {
    await filled();
    const client = openFile(databaseFile(folder));
    await client.execute(
      `insert into __drizzle_migrations (hash, created_at) values ('later', 9999999999999)`,
    );
    client.close();
    await untouched('newer');
  });
  it('a file in place of the folder', async () => {
    writeFileSync(folder, 'no folder');
    expect((await problemOf(openFolder(folder))).code).toBe('not-a-folder');
    folder = path.join(folder, 'below');
    expect((await problemOf(openFolder(folder))).code).toBe('not-a-folder');
  });
  it.each([
    ['EROFS', 'read-only'],
    ['EACCES', 'read-only'],
    ['SQLITE_READONLY_DIRECTORY', 'read-only'],
    ['ENOSPC', 'disk-full'],
    ['SQLITE_FULL', 'disk-full'],
    ['SQLITE_CORRUPT_VTAB', 'damaged'],
  ])('a fault of the disk that says %s is told as %s', (code, wanted) => {
    const wrapped = Object.assign(new Error('query'), { cause: Object.assign(new Error('no'), { code }) });
    expect(folderError(wrapped, 'file')).toMatchObject({ problem: { code: wanted } });
    expect(folderError(new Error('else'), 'file')).not.toBeInstanceOf(FolderError);
  });
  it('names the newest copy that lies in a damaged folder', async () => {
    await filled();
    for (const stamp of ['20260101-000000', '20260301-000000', '20260201-000000'])
      await takeCopy(databaseFile(folder), path.join(folder, 'copies', `${stamp}-backup.db`));
    truncateSync(databaseFile(folder), 4096);
    expect(folderWords(await problemOf(openFolder(folder)))).toContain('20260301-000000-backup.db');
  });
});

describe('a copy', () => {
  it('is whole, taken while rows are written, and never writes over a file', async () => {
    const open = await openFolder(folder);
    const piece = await cast(open);
    let row = 0;
    let writing = true;
    const writer = (async () => {
      while (writing) {
        await appendEvents(open.db, LOCAL_KNITTER, piece, [tick((row += 1))]);
        await new Promise((resolve) => setImmediate(resolve));
      }
    })();
    const to = path.join(parent, 'copy of everything.db');
    const copied = await takeCopy(databaseFile(folder), to);
    writing = false;
    await writer;
    expect(copied).toMatchObject({ file: to, pieces: 1 });
    expect((await problemOf(takeCopy(databaseFile(folder), to))).code).toBe('file-exists');
    await open.close();

    const hold = await holdFolder(folder);
    const { kept } = await putBack(folder, to, new Date());
    hold.letGo();
    expect(copiesOf(folder)).toEqual([kept]);
    const back = await openFolder(folder);
    const events = await readJournal(back.db, LOCAL_KNITTER, piece);
    expect(events).toHaveLength(copied.events);
    expect(events.map((event) => (event.kind === 'rowDone' ? event.row : 0))).toEqual(
      Array.from({ length: copied.events }, (_, i) => i + 1),
    );
    await back.close();
  });

  it('that is damaged or no copy at all is not put back', async () => {
    const piece = await filled();
    const bad = path.join(parent, 'bad.db');
    writeFileSync(bad, readFileSync(databaseFile(folder)).subarray(0, 9000));
    expect((await problemOf(putBack(folder, bad, new Date()))).code).toBe('damaged');
    expect((await problemOf(putBack(folder, path.join(parent, 'none'), new Date()))).code).toBe(
      'no-such-file',
    );
    const open = await openFolder(folder);
    expect(await readJournal(open.db, LOCAL_KNITTER, piece)).toHaveLength(3);
    await open.close();
  });

  it('that cannot be written leaves the data where they were', async () => {
    const piece = await filled();
    const copy = path.join(parent, 'copy.db');
    await takeCopy(databaseFile(folder), copy);
    mkdirSync(`${databaseFile(folder)}.half`);
    await expect(putBack(folder, copy, new Date())).rejects.toThrow();
    const open = await openFolder(folder);
    expect(await readJournal(open.db, LOCAL_KNITTER, piece)).toHaveLength(3);
    await open.close();
  });

  it('is taken before the data are brought up to date', async () => {
    await filled();
    const client = openFile(databaseFile(folder));
    for (const table of ['events', 'revisions'])
      await client.execute(`alter table ${table} drop column version`);
    await client.execute(
      'delete from __drizzle_migrations where created_at = (select max(created_at) from __drizzle_migrations)',
    );
    client.close();
    await (await openFolder(folder)).close();
    const [copy] = copiesOf(folder);
    expect(copy).toMatch(/before-step-\d+\.db$/);
    const copied = path.join(parent, 'copied');
    mkdirSync(copied);
    cpSync(copy as string, databaseFile(copied));
    const open = await openFolder(copied);
    expect(await listPieces(open.db, LOCAL_KNITTER)).toHaveLength(1);
    await open.close();
  });
});
