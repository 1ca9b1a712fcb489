/** Words for piece files that cannot be opened. */
import { never } from '@core/result';
import type { PieceFileProblem } from '@core/formats/piece';

export function pieceFileWords(p: PieceFileProblem): string {
  switch (p.code) {
    case 'file-too-large':
      return `The file is larger than ${Math.round(p.most / 1_000_000)} MB. Choose another file.`;
    case 'not-json':
      return 'The file is damaged or cut short, or no piece file at all. Save it anew where it came from.';
    case 'other-format':
      return 'This is not a piece file of Gritch. Patterns are opened under Patterns.';
    case 'newer-version':
      return `The file is of version ${p.version}; this Gritch knows up to ${p.known}. Open it with a newer Gritch.`;
    case 'not-as-described':
      return `The piece file is not as it should be at “${p.path || 'its top'}”: ${p.message}. Mend that place, or save the file anew.`;
    case 'plan-unsound':
      return p.section === null
        ? 'The plan in this file cannot be knitted.'
        : `The plan in this file cannot be knitted: look at section ${p.section + 1}.`;
    case 'event-twice':
      return `Entry ${p.index + 1} of the journal is there twice. Take one of the two out.`;
    case 'event-of-another-piece':
      return `Entry ${p.index + 1} of the journal is not about this piece: ${p.why}.`;
    default:
      return never(p);
  }
}
