/** A text that holds several charts under headings, and perhaps rows that work them side by side. */
import { BEGINS_ROW } from './header';
import { scan, type Statement } from './scan';
import { holdsStitchWord } from './stitch-words';

/** `masked` is the whole text with all other blocks blanked out, so that every offset stays true; legends stay. */
export type Block = { readonly name: string; readonly masked: string; readonly rows: number };

const MOST_HEADING = 60;
/** A piece of more charts than this is no piece. */
const MOST_BLOCKS = 40;

const startsRow = (line: string) => {
  BEGINS_ROW.lastIndex = line.length - line.trimStart().length;
  return BEGINS_ROW.test(line);
};

/** "Eel rope (8 sts, 4 rows):" is "Eel rope". */
const nameOf = (line: string) =>
  line
    .replace(/\([^)]*\)/g, '')
    .replace(/^[\s*#-]+|[\s:.*-]+$/g, '')
    .replace(/^(?:chart|panel|pattern)[ :-]+|[ :-]+(?:chart|panel|pattern|stitch)$/i, '')
    .trim();

type Line = Statement & { readonly text: string };

function linesOf(text: string): Line[] {
  let from = 0;
  return text.split('\n').map((line) => {
    const at = { from, to: from + line.length, text: line };
    from += line.length + 1;
    return at;
  });
}

/** A heading stands before rows, legend entries or a stated multiple, and holds no stitches itself. */
function isHeading(lines: readonly Line[], index: number): boolean {
  const line = lines[index] as Line;
  if (line.text.trim() === '' || line.text.trim().length > MOST_HEADING) return false;
  if (holdsStitchWord(line.text) || startsRow(line.text) || /[=]/.test(line.text)) return false;
  const next = lines.slice(index + 1).find(({ text }) => text.trim() !== '');
  return next !== undefined && startsRow(next.text);
}

/** The text with all but some stretches blanked out. */
export function blank(text: string, keep: readonly Statement[]): string {
  const kept = [...keep].sort((a, b) => a.from - b.from);
  const parts: string[] = [];
  let done = 0;
  const hide = (from: number, to: number) => parts.push(text.slice(from, to).replace(/[^\n\r]/g, ' '));
  for (const { from, to } of kept) {
    if (from > done) hide(done, from);
    parts.push(text.slice(Math.max(from, done), to));
    done = Math.max(done, to);
  }
  hide(done, text.length);
  return parts.join('');
}

/** The blocks that hold rows, in the order of the text. */
export function blocksOf(text: string): Block[] {
  const lines = linesOf(text);
  const starts = lines.flatMap((_, i) => (isHeading(lines, i) ? [i] : []));
  if (starts.length > MOST_BLOCKS) return [];
  const first = starts[0] === 0 ? [] : [0];
  const legend = scan(text).legend;
  return [...first, ...starts]
    .map((start, i, all) => {
      const end = all[i + 1] ?? lines.length;
      const own = lines.slice(start, end);
      const heading = starts.includes(start);
      const range = { from: lines[start]?.from ?? 0, to: own[own.length - 1]?.to ?? 0 };
      const rows = own.filter(({ text: line }) => startsRow(line)).length;
      const name = heading ? nameOf(lines[start]?.text ?? '') : '';
      return { name, rows, masked: blank(text, [range, ...legend]) };
    })
    .filter(({ rows }) => rows > 0);
}
