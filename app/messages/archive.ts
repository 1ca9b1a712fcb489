/** Words for archives that cannot be taken back in. */
import { never } from '@core/result';
import type { ArchiveProblem } from '~/archive/problem';

export function archiveWords(p: ArchiveProblem): string {
  switch (p.code) {
    case 'not-a-zip':
      return 'This is no archive, or it is damaged. Choose one that “Take everything away” made, or save it anew.';
    case 'no-list':
      return 'This zip is not an archive of Gritch: its list is missing or damaged. Single files are opened on the bench and under Patterns.';
    case 'newer-archive':
      return `The archive is of version ${p.version}, which is newer than this Gritch. Open it with a newer one.`;
    case 'too-many-files':
      return `The archive holds more than ${p.most} files. Take it apart and open its files one by one.`;
    default:
      return never(p);
  }
}
