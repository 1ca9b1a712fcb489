/** Opens the knitter's data: one file in one folder, brought up to date before anything is read. */
import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { createClient, type Client } from '@libsql/client';
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import { lockWrites } from './lock';
import * as schema from './schema';

export type Database = LibSQLDatabase<typeof schema> & { $client: Client };

/** The one knitter of this machine, until there are accounts. */
export const LOCAL_KNITTER = 'local';
const MIGRATIONS = path.resolve('app/db/migrations');

export async function openDatabase(folder: string): Promise<Database> {
  mkdirSync(folder, { recursive: true });
  const client = lockWrites(createClient({ url: `file:${path.join(folder, 'gritch.db')}`, timeout: 5000 }));
  await client.execute('PRAGMA journal_mode=WAL');
  const db = drizzle(client, { schema });
  await migrate(db, { migrationsFolder: MIGRATIONS });
  await db
    .insert(schema.knitters)
    .values({ id: LOCAL_KNITTER, name: 'Me', settings: {}, createdAt: new Date().toISOString() })
    .onConflictDoNothing();
  return db;
}

let opened: Promise<Database> | null = null;

/** The database of this process, opened once from `GRITCH_DATA` (default: the folder `data`). */
export function database(): Promise<Database> {
  opened ??= openDatabase(path.resolve(process.env.GRITCH_DATA ?? 'data'));
  return opened;
}
