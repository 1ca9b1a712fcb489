/** Words for data folders that cannot be opened, copied or put back. */
import { never } from '@core/result';

export type FolderProblem =
  | { readonly code: 'in-use'; readonly address: string | null }
  | { readonly code: 'not-a-folder' }
  | { readonly code: 'read-only' }
  | { readonly code: 'disk-full' }
  | { readonly code: 'not-a-database'; readonly file: string }
  /** `copies`: whole copies that lie in the folder, newest first. */
  | { readonly code: 'damaged'; readonly file: string; readonly copies: readonly string[] }
  | { readonly code: 'newer'; readonly file: string }
  | { readonly code: 'no-file-named' }
  | { readonly code: 'no-such-file'; readonly file: string }
  | { readonly code: 'file-exists'; readonly file: string };

export function folderWords(p: FolderProblem): string {
  switch (p.code) {
    case 'in-use':
      return p.address === null
        ? 'Another Gritch has this data folder open. End that one first, or choose another folder with GRITCH_DATA.'
        : `Another Gritch has this data folder open: open ${p.address} instead, or end that one first.`;
    case 'not-a-folder':
      return 'GRITCH_DATA names a file, or lies below one. Choose a folder.';
    case 'read-only':
      return 'The data folder cannot be written to. Give yourself the right to write in it, or choose another with GRITCH_DATA.';
    case 'disk-full':
      return 'The disk is full. Make room on it, then start again; nothing that was saved is lost.';
    case 'not-a-database':
      return `${p.file} is not a database of Gritch. Move it away, or put a backup in its place: npm run restore FILE`;
    case 'damaged':
      return [
        `${p.file} is damaged or cut short, so nothing in it was touched.`,
        p.copies.length > 0
          ? `Put back the newest copy: npm run restore "${p.copies[0]}"`
          : 'Put a backup in its place: npm run restore FILE',
      ].join(' ');
    case 'newer':
      return `${p.file} was written by a newer Gritch. Start that one, so that nothing of it is lost.`;
    case 'no-file-named':
      return 'Name the copy to put back: npm run restore FILE';
    case 'no-such-file':
      return `${p.file} is not there. Look at its name.`;
    case 'file-exists':
      return `${p.file} is there already and is not written over. Choose another name.`;
    default:
      return never(p);
  }
}
