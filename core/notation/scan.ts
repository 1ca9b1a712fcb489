/** The first stage: a pasted text cut into rows, legend entries, a stated multiple, and remarks. */
import { Lines, plainCharacters } from './cursor';
import { LOOKS_LIKE_HEADER } from './header';
import type { NotationProblem, TextSpan } from './problems';

export type Statement = { readonly from: number; readonly to: number };
export type Scanned = {
  readonly text: string;
  readonly lines: Lines;
  readonly rows: readonly Statement[];
  /** `name` runs from `from` to `nameEnd`; the definition from `bodyFrom` to `to`. */
  readonly legend: readonly (Statement & { readonly name: string; readonly bodyFrom: number })[];
  readonly multiple: { readonly multiple: number; readonly plus: number; readonly at: TextSpan } | null;
  readonly remarks: readonly TextSpan[];
  readonly problems: readonly NotationProblem[];
};

export const MOST_CHARACTERS = 200_000;

const LEGEND = /^ *([^=:\n*[\]]{1,40}?) *(?:=|:(?= *(?:sl|slip|place|hold)\b)) *(?=\S)/i;
const MULTIPLE =
  /^ *\(?multiple of (\d{1,4})(?: *(?:sts?|stitches))?(?: *(?:plus|\+|and) *(\d{1,4}))?(?: *(?:sts?|stitches))?\)?[ .]*$/i;
const STITCH_WORD =
  /(?:^|[\s,;*[(])(?:[kp]\d+|k2tog|ssk|yo|kfb|\d+\/\d+ ?[rl]p?c|[ct]\d+[fb]|(?:knit|purl) \d+)(?=$|[\s,;.\])])/i;

function* linesOf(text: string) {
  let from = 0;
  for (const raw of text.split('\n')) {
    yield { from, line: raw.replace(/\r$/, '') };
    from += raw.length + 1;
  }
}

/** Offsets in the result are offsets in the pasted text. */
export function scan(source: string): Scanned {
  if (source.length > MOST_CHARACTERS) {
    const at = { line: 1, column: 1, length: 1 };
    return { text: '', lines: new Lines(''), rows: [], legend: [], multiple: null, remarks: [], problems: [{ code: 'text-too-long', most: MOST_CHARACTERS, at }] }; // prettier-ignore
  }
  const text = plainCharacters(source);
  const lines = new Lines(text);
  const rows: Statement[] = [];
  const legend: (Statement & { name: string; bodyFrom: number })[] = [];
  const remarks: TextSpan[] = [];
  const problems: NotationProblem[] = [];
  let multiple: Scanned['multiple'] = null;
  let grow: ((to: number) => void) | null = null;
  const open = <S extends Statement>(list: S[], statement: S) => {
    const index = list.push(statement) - 1;
    grow = (to) => (list[index] = { ...(list[index] as S), to });
  };
  for (const { from, line } of linesOf(text)) {
    const to = from + line.length;
    const stated = MULTIPLE.exec(line);
    const entry = LEGEND.exec(line);
    if (line.trim() === '') grow = null;
    else if (LOOKS_LIKE_HEADER.test(line)) open(rows, { from, to });
    else if (stated) {
      multiple = { multiple: Number(stated[1]), plus: Number(stated[2] ?? 0), at: lines.span(from, to) };
      grow = null;
    } else if (entry)
      open(legend, { from, to, name: (entry[1] as string).trim(), bodyFrom: from + entry[0].length });
    else if (grow) (grow as (to: number) => void)(to);
    else if (STITCH_WORD.test(line)) {
      problems.push({ code: 'stray-line', text: line.trim().slice(0, 40), at: lines.span(from, to) });
    } else remarks.push(lines.span(from, to));
  }
  return { text, lines, rows, legend, multiple, remarks, problems };
}
