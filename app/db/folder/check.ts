/** Looks at a database file before anything is done with it: is it one, is it whole, and of which version? */
import { existsSync, openSync, closeSync, readSync, readFileSync, statSync } from 'node:fs';
import path from 'node:path';
import type { Client } from '@libsql/client';
import { MIGRATIONS, openFile } from '../client.server';
import { FolderError, folderError } from './problem';

const MAGIC = 'SQLite format 3\0';
const HEADER = 100;
const PAGE_SIZE_AT = 16;
const PAGES_AT = 28;
const LARGEST_PAGE = 65_536;

/** The steps that this version knows, oldest first, by the time each was made: the database keeps those it has taken. */
export function knownSteps(): number[] {
  const journal = readFileSync(path.join(MIGRATIONS, 'meta/_journal.json'), 'utf8');
  return (JSON.parse(journal) as { entries: { when: number }[] }).entries.map(({ when }) => when);
}

const TABLE = '__drizzle_migrations';

/** Steps that a database has taken; none if it is empty. */
export async function takenSteps(client: Client, file: string): Promise<number[]> {
  const tables = await client.execute(`select name from sqlite_master where type = 'table'`);
  if (tables.rows.length === 0) return [];
  // Somebody else's database is not written into.
  if (!tables.rows.some(({ name }) => name === TABLE))
    throw new FolderError({ code: 'not-a-database', file });
  const { rows } = await client.execute(`select created_at from ${TABLE} order by created_at`);
  return rows.map((row) => Number(row.created_at));
}

/** Throws unless the file begins as a database does and is as long as it says. A journal beside it may hold the rest. */
function checkHeader(file: string) {
  const { size } = statSync(file);
  if (size === 0) return;
  const header = Buffer.alloc(HEADER);
  const handle = openSync(file, 'r');
  try {
    readSync(handle, header, 0, HEADER, 0);
  } finally {
    closeSync(handle);
  }
  if (header.subarray(0, MAGIC.length).toString('latin1') !== MAGIC)
    throw new FolderError({ code: 'not-a-database', file });
  const pageSize = header.readUInt16BE(PAGE_SIZE_AT);
  const long = header.readUInt32BE(PAGES_AT) * (pageSize === 1 ? LARGEST_PAGE : pageSize);
  const beside = `${file}-wal`;
  const alone = !existsSync(beside) || statSync(beside).size === 0;
  if (alone && size < long) throw new FolderError({ code: 'damaged', file, copies: [] });
}

/**
 * @returns the steps the file has taken; throws a FolderError for one that is no database, damaged, or of a newer version
 */
export async function checkFile(file: string): Promise<number[]> {
  try {
    checkHeader(file);
    const client = openFile(file);
    try {
      const { rows } = await client.execute('PRAGMA quick_check(1)');
      if (rows[0]?.[0] !== 'ok') throw new FolderError({ code: 'damaged', file, copies: [] });
      const taken = await takenSteps(client, file);
      const known = new Set(knownSteps());
      if (taken.some((step) => !known.has(step))) throw new FolderError({ code: 'newer', file });
      return taken;
    } finally {
      client.close();
    }
  } catch (error) {
    throw folderError(error, file);
  }
}
