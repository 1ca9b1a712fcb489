/** A place in the pasted text: offsets inside, lines and columns outside. */
import type { TextSpan } from './problems';

const SAME_LENGTH: readonly (readonly [RegExp, string])[] = [
  [/[\u00a0\u1680\u2000-\u200a\u202f\u205f\u3000\t]/g, ' '],
  [/[\u2010-\u2015\u2212\ufe58\uff0d]/g, '-'],
  [/\u00d7/g, 'x'],
  [/[\u2217\u204e\ufe61\uff0a\u2731]/g, '*'],
  [/[\u2018\u2019\u00b4]/g, "'"],
  [/[\u201c\u201d]/g, '"'],
  [/[\u2028\u2029\u0085]/g, '\n'],
  [/\ufeff/g, ' '],
];

/** Replaces odd characters by plain ones of the same length, so that every offset stays true. */
export const plainCharacters = (text: string) =>
  SAME_LENGTH.reduce((plain, [odd, usual]) => plain.replace(odd, usual), text);

/** Where the lines of a text begin, so that a place is found by a search and not by counting anew. */
export class Lines {
  private readonly starts: readonly number[];

  constructor(text: string) {
    const starts = [0];
    for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) starts.push(at + 1);
    this.starts = starts;
  }

  span(from: number, to: number): TextSpan {
    let [low, high] = [0, this.starts.length];
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if ((this.starts[middle] as number) <= from) low = middle;
      else high = middle;
    }
    const column = from - (this.starts[low] as number) + 1;
    return { line: low + 1, column, length: Math.max(1, to - from), from };
  }
}

const stickies = new WeakMap<RegExp, RegExp>();

function sticky(pattern: RegExp): RegExp {
  const known = stickies.get(pattern) ?? new RegExp(pattern.source, 'iy');
  stickies.set(pattern, known);
  return known;
}

/** A stretch of text with every run of white space as one blank, and where each of its characters came from. */
function condense(text: string, from: number, to: number): { text: string; offsets: Int32Array } {
  const offsets = new Int32Array(to - from + 1);
  const kept: string[] = [];
  let count = 0;
  for (let at = from; at < to; at += 1) {
    const character = text[at] as string;
    const blank = character === ' ' || character === '\n' || character === '\r';
    if (blank && kept[count - 1] === ' ') continue;
    offsets[count] = at;
    kept.push(blank ? ' ' : character);
    count += 1;
  }
  offsets[count] = to;
  return { text: kept.join(''), offsets };
}

/**
 * Reads forward through a stretch of a text. White space is condensed to single blanks, so patterns need no more;
 * places are those of the text as it was pasted.
 */
export class Cursor {
  readonly text: string;
  at = 0;
  private readonly offsets: Int32Array;
  private readonly lines: Lines;

  constructor(text: string, from = 0, to = text.length, lines = new Lines(text)) {
    const condensed = condense(text, from, to);
    this.text = condensed.text;
    this.offsets = condensed.offsets;
    this.lines = lines;
  }

  get end() {
    return this.text.length;
  }
  get done() {
    return this.at >= this.text.length;
  }

  /** What the pattern (sticky, ignoring case) matches here; the cursor stays. Pass constant patterns: they are kept. */
  peek(pattern: RegExp): RegExpExecArray | null {
    const here = sticky(pattern);
    here.lastIndex = this.at;
    return here.exec(this.text);
  }

  /** Takes what the pattern matches here. */
  take(pattern: RegExp): RegExpExecArray | null {
    const found = this.peek(pattern);
    if (found) this.at += found[0].length;
    return found;
  }

  /** Tries a reading; the cursor goes back where it began if the reading is null. */
  attempt<T>(reading: () => T | null): T | null {
    const from = this.at;
    const read = reading();
    if (read === null) this.at = from;
    return read;
  }

  /** Offset in the pasted text of a place in the condensed one. */
  readonly origin = (at: number) => this.offsets[Math.min(at, this.text.length)] as number;

  span(from: number, to = this.at): TextSpan {
    const last = to > from ? this.origin(to - 1) + 1 : this.origin(from);
    return this.lines.span(this.origin(from), last);
  }
}
