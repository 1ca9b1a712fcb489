/** How deep a JSON text goes, seen without parsing it: a parser fed with a million brackets is kept busy for nothing. */

/** No file or post of ours goes deeper than a dozen levels. */
export const MOST_NESTED = 64;

const QUOTE = 34;
const BACKSLASH = 92;
const OPENS = new Set([91, 123]);
const CLOSES = new Set([93, 125]);

/** @param codeAt the UTF-16 unit or UTF-8 byte at a place: brackets and quotes are the same in both */
export function isTooNested(length: number, codeAt: (at: number) => number, most = MOST_NESTED): boolean {
  let depth = 0;
  let quoted = false;
  for (let at = 0; at < length; at += 1) {
    const code = codeAt(at);
    if (quoted && code === BACKSLASH) at += 1;
    else if (code === QUOTE) quoted = !quoted;
    else if (quoted) continue;
    else if (OPENS.has(code)) depth += 1;
    else if (CLOSES.has(code)) depth -= 1;
    if (depth > most) return true;
  }
  return false;
}
