/**
 * `backup [FILE]` copies the data folder's file while it is in use, `restore FILE` puts a copy in its place. The folder is
 * that of `GRITCH_DATA`; both say what they did, or why not, and then end with 1.
 */
import path from 'node:path';
import { databaseFile } from '~/db/client.server';
import { copyFile, putBack, takeCopy } from '~/db/folder/copy';
import { holdFolder } from '~/db/folder/hold';
import { FolderError } from '~/db/folder/problem';
import { folderWords } from '~/messages/folder';
import { counted } from '~/messages/numbers';

async function backup(folder: string, to: string | undefined) {
  const copied = await takeCopy(databaseFile(folder), to ?? copyFile(folder, 'backup', new Date()));
  const held = `${counted(copied.pieces, 'piece', 'pieces')}, ${counted(copied.events, 'entry', 'entries')}`;
  console.log(`Copied and read again: ${held}, in ${copied.file}`);
}

async function restore(folder: string, from: string | undefined) {
  if (from === undefined) throw new FolderError({ code: 'no-file-named' });
  const hold = await holdFolder(folder);
  try {
    const { kept } = await putBack(folder, from, new Date());
    console.log(`${from} is in place.${kept === null ? '' : ` What was there before is kept in ${kept}`}`);
  } finally {
    hold.letGo();
  }
}

const [what, given] = process.argv.slice(2);
const folder = process.env.GRITCH_DATA ?? '';
/** A file is named as seen from where the command was typed. */
const file = given === undefined ? undefined : path.resolve(process.env.INIT_CWD ?? '.', given);
try {
  await (what === 'backup' ? backup(folder, file) : restore(folder, file));
} catch (error) {
  console.error(error instanceof FolderError ? folderWords(error.problem) : error);
  process.exit(1);
}
