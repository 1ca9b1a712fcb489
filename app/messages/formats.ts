/** Words for files that cannot be opened. */
import type { FormatProblem } from '@core/formats/pattern';
import { never } from '@core/result';

export function formatWords(p: FormatProblem): string {
  switch (p.code) {
    case 'file-too-large':
      return `The file is larger than ${Math.round(p.most / 1_000_000)} MB. A pattern is a few kilobytes: choose another file.`;
    case 'not-json':
      return 'The file begins like a pattern file, but is damaged or cut short. Save it anew where it came from.';
    case 'other-format':
      return 'This is not a pattern file of Gritch. Open a pattern file, a grid, a picture saved here, or plain text.';
    case 'newer-version':
      return `The file is of version ${p.version}; this Gritch knows up to ${p.known}. Open it with a newer Gritch.`;
    case 'not-as-described':
      return `The pattern file is not as it should be at “${p.path || 'its top'}”: ${p.message}. Mend that place, or save the file anew.`;
    case 'chart-unsound':
      return 'The rows of the chart in this file do not fit on each other. Mend the counts, or open the written rows instead.';
    case 'text-and-chart-differ':
      return 'The written rows in this file say something else than its chart. Empty the member “text” to open the chart alone.';
    case 'picture-only':
      return 'This picture carries no pattern. Open a picture that was saved by Gritch.';
    case 'grid-head':
      return 'The first line of the grid does not name a chart. It begins “gritch chart,1,name,flat,row 1 RS”.';
    case 'grid-row':
      return `Line ${p.line} of the grid is no row, is there twice, or is missing. Each row stands once, named “row 1”, “row 2” and so on.`;
    case 'grid-cell':
      return `Line ${p.line}, field ${p.column} of the grid: “${p.cell}” is no cell here. See docs/formats.md for the words.`;
    default:
      return never(p);
  }
}
