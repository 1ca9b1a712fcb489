/** Opens a data folder for good: held by this process, looked at, copied before it is changed, then brought up to date. */
import { existsSync, mkdirSync } from 'node:fs';
import { emptyBin } from '../bin.server';
import { databaseFile, openDatabase, type Database } from '../client.server';
import { checkFile, knownSteps } from './check';
import { copiesOf, copyFile, takeCopy } from './copy';
import { holdFolder, type Hold } from './hold';
import { FolderError, folderError } from './problem';

export type OpenFolder = {
  readonly db: Database;
  readonly hold: Hold;
  /** Writes everything into the one file and lets the folder go. */
  close(): Promise<void>;
};

async function copyBeforeChange(folder: string, taken: readonly number[]) {
  if (taken.length === 0 || taken.length === knownSteps().length) return;
  await takeCopy(databaseFile(folder), copyFile(folder, `before-step-${taken.length + 1}`, new Date()));
}

function makeFolder(folder: string) {
  try {
    mkdirSync(folder, { recursive: true });
  } catch (error) {
    throw folderError(error, folder);
  }
}

async function openHeld(folder: string): Promise<Database> {
  const file = databaseFile(folder);
  try {
    if (existsSync(file)) await copyBeforeChange(folder, await checkFile(file));
    return await openDatabase(folder);
  } catch (error) {
    const known = folderError(error, file);
    if (!(known instanceof FolderError) || known.problem.code !== 'damaged') throw known;
    throw new FolderError({ code: 'damaged', file, copies: copiesOf(folder) });
  }
}

/**
 * @param prepare what is done to the folder once it is held, before it is looked at; throws a FolderError where the folder
 * cannot be had
 */
export async function openFolder(folder: string, prepare?: () => Promise<void>): Promise<OpenFolder> {
  makeFolder(folder);
  const hold = await holdFolder(folder);
  try {
    await prepare?.();
    const db = await openHeld(folder);
    await emptyBin(db, new Date());
    return {
      db,
      hold,
      close: async () => {
        try {
          await db.$client.execute('PRAGMA wal_checkpoint(TRUNCATE)');
        } finally {
          db.$client.close();
          hold.letGo();
        }
      },
    };
  } catch (error) {
    hold.letGo();
    throw error;
  }
}
