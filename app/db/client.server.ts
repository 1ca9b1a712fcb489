/** Opens the knitter's data: one file in one folder, brought up to date before anything is read. */
import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { createClient, type Client } from '@libsql/client';
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import { lockWrites } from './lock';
import * as schema from './schema';

export type Database = LibSQLDatabase<typeof schema> & { $client: Client };

/** The one knitter of this machine, until there are accounts. */
export const LOCAL_KNITTER = 'local';
export const MIGRATIONS = path.resolve('app/db/migrations');
const BUSY_MS = 5000;

export const databaseFile = (folder: string) => path.join(folder, 'gritch.db');
/** A file by its address: any name works, whatever letters it has. */
export const openFile = (file: string, timeout = BUSY_MS): Client =>
  createClient({ url: pathToFileURL(file).href, timeout });

/** Opens the folder's file and brings it up to date; `openFolder` is the careful way. */
export async function openDatabase(folder: string): Promise<Database> {
  mkdirSync(folder, { recursive: true });
  const client = lockWrites(openFile(databaseFile(folder)));
  try {
    await client.execute('PRAGMA journal_mode=WAL');
    const db = drizzle(client, { schema });
    await migrate(db, { migrationsFolder: MIGRATIONS });
    await db
      .insert(schema.knitters)
      .values({ id: LOCAL_KNITTER, name: 'Me', settings: '{}', createdAt: new Date().toISOString() })
      .onConflictDoNothing();
    return db;
  } catch (error) {
    client.close();
    throw error;
  }
}

let opened: Promise<Database> | null = null;

/** The data of this process are these from now on. */
export function useDatabase(db: Promise<Database>) {
  opened = db;
}

/** The database of this process: what it was given, or the folder `GRITCH_DATA` (default: the folder `data`). */
export function database(): Promise<Database> {
  opened ??= openDatabase(path.resolve(process.env.GRITCH_DATA ?? 'data'));
  return opened;
}
