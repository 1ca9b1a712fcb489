/**
 * Only one Gritch at a time has a data folder. The lock is the system's own, on a file beside the data: it ends with the
 * process, however that ends, so nothing is ever left locked.
 */
import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { openFile } from '../client.server';
import { FolderError, folderError } from './problem';

export type Hold = {
  /** Says where this Gritch is to be found, to whoever comes later. */
  sayAddress(address: string): void;
  letGo(): void;
};

const lockFile = (folder: string) => path.join(folder, 'gritch.lock');
const addressFile = (folder: string) => path.join(folder, 'gritch.address');

function addressIn(folder: string): string | null {
  try {
    return /^https?:\/\/\S+$/m.exec(readFileSync(addressFile(folder), 'utf8'))?.[0] ?? null;
  } catch {
    return null;
  }
}

/** Throws a FolderError `in-use` if somebody else has the folder. */
export async function holdFolder(folder: string): Promise<Hold> {
  const client = openFile(lockFile(folder), 0);
  try {
    const held = await client.transaction('write');
    rmSync(addressFile(folder), { force: true });
    return {
      sayAddress: (address) => writeFileSync(addressFile(folder), `${address}\n`),
      letGo: () => {
        rmSync(addressFile(folder), { force: true });
        held.close();
        client.close();
      },
    };
  } catch (error) {
    client.close();
    const known = folderError(error, lockFile(folder));
    throw known instanceof FolderError && known.problem.code === 'in-use'
      ? new FolderError({ code: 'in-use', address: addressIn(folder) })
      : known;
  }
}
