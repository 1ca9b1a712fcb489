/** A place in the pasted text: offsets inside, lines and columns outside. */
import type { TextSpan } from './problems';

/** Replaces odd characters by plain ones of the same length, so that every offset stays true. */
export const plainCharacters = (text: string) =>
  text
    .replace(/[\u00a0\u2007\u202f\t]/g, ' ')
    .replace(/[\u2010-\u2015\u2212]/g, '-')
    .replace(/\u00d7/g, 'x')
    .replace(/[\u2217\u204e]/g, '*');

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
    return { line: low + 1, column: from - (this.starts[low] as number) + 1, length: Math.max(1, to - from) };
  }
}

/** Reads forward through `text` up to an offset; nothing after it is seen, so `$` in a pattern means the end. */
export class Cursor {
  readonly text: string;

  constructor(
    text: string,
    public at: number,
    readonly end: number,
    private readonly lines = new Lines(text),
  ) {
    this.text = text.slice(0, end);
  }

  get done() {
    return this.at >= this.end;
  }

  /** Takes what the pattern (sticky, ignoring case) matches here, if it does so before the end. */
  take(pattern: RegExp): RegExpExecArray | null {
    const sticky = new RegExp(pattern.source, 'iy');
    sticky.lastIndex = this.at;
    const found = sticky.exec(this.text);
    if (!found) return null;
    this.at += found[0].length;
    return found;
  }

  span(from: number, to = this.at): TextSpan {
    return this.lines.span(from, to);
  }
}
