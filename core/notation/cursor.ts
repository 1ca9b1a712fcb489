/** A place in the pasted text: offsets inside, lines and columns outside. */
import type { TextSpan } from './problems';

/** Replaces odd characters by plain ones of the same length, so that every offset stays true. */
export const plainCharacters = (text: string) =>
  text
    .replace(/[\u00a0\u2007\u202f\t]/g, ' ')
    .replace(/[\u2010-\u2015\u2212]/g, '-')
    .replace(/\u00d7/g, 'x')
    .replace(/[\u2217\u204e]/g, '*');

export function spanAt(text: string, from: number, to: number): TextSpan {
  const before = text.slice(0, from);
  const line = before.split('\n').length;
  return { line, column: from - (before.lastIndexOf('\n') + 1) + 1, length: Math.max(1, to - from) };
}

/** Reads forward through `text` up to an offset; nothing after it is seen, so `$` in a pattern means the end. */
export class Cursor {
  readonly text: string;

  constructor(
    text: string,
    public at: number,
    readonly end: number,
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
    return spanAt(this.text, from, to);
  }
}
