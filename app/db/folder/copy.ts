/** Whole copies of a database: taken while it is in use, looked at before they count, and put back. */
import {
  closeSync,
  copyFileSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readdirSync,
  renameSync,
  rmSync,
} from 'node:fs';
import path from 'node:path';
import type { Client } from '@libsql/client';
import { databaseFile, openFile } from '../client.server';
import { checkFile } from './check';
import { FolderError, folderError } from './problem';

const copiesIn = (folder: string) => path.join(folder, 'copies');

/** Names of copies begin with the time at which they were taken, so that the newest is the last. */
export function copyFile(folder: string, what: string, now: Date): string {
  const stamp = now.toISOString().slice(0, 19).replace(/[-:]/g, '').replace('T', '-');
  return path.join(copiesIn(folder), `${stamp}-${what}.db`);
}

/** Newest first. */
export function copiesOf(folder: string): string[] {
  if (!existsSync(copiesIn(folder))) return [];
  const names = readdirSync(copiesIn(folder)).filter((name) => name.endsWith('.db'));
  return names
    .sort()
    .reverse()
    .map((name) => path.join(copiesIn(folder), name));
}

const COUNTED = ['knitters', 'pieces', 'revisions', 'events', 'patterns'] as const;

async function counts(client: Client): Promise<number[]> {
  const tables = await client.execute(`select name from sqlite_master where type = 'table'`);
  const here = new Set(tables.rows.map(({ name }) => name));
  const asked = COUNTED.filter((name) => here.has(name));
  const answers = await Promise.all(asked.map((name) => client.execute(`select count(*) as n from ${name}`)));
  return answers.map(({ rows }) => Number(rows[0]?.n));
}

function toDisk(file: string) {
  const handle = openSync(file, 'r');
  fsyncSync(handle);
  closeSync(handle);
}

export type Copied = { readonly file: string; readonly pieces: number; readonly events: number };

/**
 * A consistent copy of `from`, which may be in use meanwhile. It gets its name only when it has been read again whole and
 * holds no fewer rows than `from` had before it was begun. An existing file is never written over.
 */
export async function takeCopy(from: string, to: string): Promise<Copied> {
  if (!existsSync(from)) throw new FolderError({ code: 'no-such-file', file: from });
  if (existsSync(to)) throw new FolderError({ code: 'file-exists', file: to });
  const half = `${to}.half`;
  const client = openFile(from);
  try {
    mkdirSync(path.dirname(to), { recursive: true });
    rmSync(half, { force: true });
    const before = await counts(client);
    await client.execute({ sql: 'VACUUM INTO ?', args: [half] });
    await checkFile(half);
    const copy = openFile(half);
    const after = await counts(copy).finally(() => copy.close());
    if (before.length !== after.length || before.some((n, i) => (after[i] as number) < n))
      throw new FolderError({ code: 'damaged', file: half, copies: [] });
    toDisk(half);
    renameSync(half, to);
    const of = (name: (typeof COUNTED)[number]) => after[COUNTED.indexOf(name)] ?? 0;
    return { file: to, pieces: of('pieces'), events: of('events') };
  } catch (error) {
    rmSync(half, { force: true });
    throw folderError(error, to);
  } finally {
    client.close();
  }
}

/** Puts a checked copy in the place of the folder's own file. The folder must be held, and not open. */
export async function putBack(folder: string, from: string, now: Date): Promise<{ kept: string | null }> {
  if (!existsSync(from)) throw new FolderError({ code: 'no-such-file', file: from });
  await checkFile(from);
  const file = databaseFile(folder);
  const half = `${file}.half`;
  try {
    // The new file is whole on the disk before the old one is moved: a full disk leaves all as it was.
    copyFileSync(from, half);
    toDisk(half);
    const kept = existsSync(file) ? keepAside(folder, now) : null;
    renameSync(half, file);
    return { kept };
  } catch (error) {
    rmSync(half, { force: true, recursive: true });
    throw folderError(error, file);
  }
}

/** Moves the folder's file, with what lies beside it, among the copies: even a damaged one may be wanted again. */
function keepAside(folder: string, now: Date): string {
  const kept = copyFile(folder, 'before-restore', now);
  mkdirSync(copiesIn(folder), { recursive: true });
  for (const end of ['-wal', '-shm', ''])
    if (existsSync(databaseFile(folder) + end)) renameSync(databaseFile(folder) + end, kept + end);
  return kept;
}
