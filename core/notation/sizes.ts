/**
 * Several sizes in one text: `k4 (6, 8)` is k4, k6 or k8. The chosen size is written into the text in place of the
 * list, padded with blanks, so that every offset stays true.
 */
import type { Lines } from './text';
import type { NotationProblem } from './problems';

const LIST = /(\d{1,4})( ?)[([](\d{1,4}(?: ?[,:;/] ?\d{1,4})*)[)\]]/g;
const SPEAKS_OF_SIZES = /\bsizes?\b/i;

export type Sized = {
  readonly text: string;
  readonly sizes: number;
  readonly problems: readonly NotationProblem[];
};

/** @param size 0-based, or null when none was chosen */
export function chooseSize(text: string, lines: Lines, size: number | null): Sized {
  const found = [...text.matchAll(LIST)].map((match) => ({
    from: match.index,
    length: match[0].length,
    numbers: [match[1] as string, ...(match[3] as string).split(/[,:;/]/).map((part) => part.trim())],
  }));
  // A single number in brackets may as well be a stitch count, unless the text speaks of sizes.
  const lists = SPEAKS_OF_SIZES.test(text) ? found : found.filter(({ numbers }) => numbers.length > 2);
  const [first] = lists;
  if (!first) return { text, sizes: 1, problems: [] };
  const sizes = first.numbers.length;
  const at = (list: typeof first) => lines.span(list.from, list.from + list.length);
  const odd = lists.filter(({ numbers }) => numbers.length !== sizes);
  const problems: NotationProblem[] = odd.map((list) => ({
    code: 'sizes-differ',
    sizes,
    here: list.numbers.length,
    at: at(list),
  }));
  if (problems.length === 0 && size === null) problems.push({ code: 'choose-size', sizes, at: at(first) });
  if (size !== null && (size < 0 || size >= sizes))
    problems.push({ code: 'no-such-size', sizes, at: at(first) });
  if (problems.length > 0) return { text, sizes, problems };
  const parts: string[] = [];
  let done = 0;
  for (const { from, length, numbers } of lists) {
    parts.push(text.slice(done, from), (numbers[size as number] as string).padEnd(length));
    done = from + length;
  }
  return { text: parts.join('') + text.slice(done), sizes, problems };
}
