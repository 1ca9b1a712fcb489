/**
 * The second stage: a row's words as a syntax tree, nothing checked against other rows yet. Items stand in
 * working order, stitches as they look to the knitter who works them.
 */
import type { Cell, Crossing, Stitch } from '../stitch/types';
import type { CrossingWords } from '../stitch/working';
import type { Cursor } from './cursor';
import {
  ambiguousMeanings,
  FIXED_PATTERN,
  fixedCell,
  FRACTION_PATTERN,
  fractionCrossing,
  HOLD_PATTERN,
  holdCrossing,
} from './names';
import type { NotationProblem, Problem, TextSpan } from './problems';

export type Meaning =
  | { readonly kind: 'picture'; readonly crossing: Crossing }
  | { readonly kind: 'words'; readonly words: CrossingWords };
export type Legend = ReadonlyMap<string, Meaning>;

export type Word =
  | { readonly kind: 'cell'; readonly cell: Cell; readonly count: number }
  /** A slip without "wyib" or "wyif": the yarn stays on the wrong side. */
  | { readonly kind: 'slip'; readonly count: number; readonly yarn: 'front' | 'back' | 'wrongSide' }
  | { readonly kind: 'named'; readonly meaning: Meaning };
export type Item =
  | (Word & { readonly span: TextSpan })
  | {
      readonly kind: 'group';
      readonly items: readonly Item[];
      readonly times: number;
      readonly span: TextSpan;
    }
  | {
      readonly kind: 'repeat';
      readonly items: readonly Item[];
      readonly toLast: number;
      readonly span: TextSpan;
    };

export type Body =
  | {
      readonly kind: 'items';
      readonly items: readonly Item[];
      readonly startAfter: number | null;
      readonly stated: { readonly count: number; readonly span: TextSpan } | null;
    }
  | { readonly kind: 'presented'; readonly slipPurls: boolean; readonly span: TextSpan }
  | { readonly kind: 'copy'; readonly first: number; readonly last: number; readonly span: TextSpan };

const MOST_DEEP = 20;
const MOST_COUNT = 1000;
const GAP = /(?:[\s,;]|\.(?=\s))*(?:(?:then|and)\s+)*/;
const TIMES = / *(?:x *(\d+)|(\d+) (?:more )?times|(once|twice|thrice))(?![a-z])/;
const WORD_TIMES: Readonly<Record<string, number>> = { once: 1, twice: 2, thrice: 3 };
const TO =
  / *(?:to|across)(?: the)? *(?:(?:end|all)(?: of (?:the )?(?:row|round|rnd))?|last (\d+|st\b) *(?:sts?|stitch(?:es)?)?)/;
const COUNT_NOTE = /[\s.]*[[(](\d+) *(?:sts?|stitches)\.?[\])]/;

/** Reads one row body; problems are gathered, and reading goes on after each. */
export class BodyReader {
  readonly problems: NotationProblem[] = [];
  private readonly legendNames: readonly string[];

  constructor(
    private readonly cursor: Cursor,
    private readonly legend: Legend,
  ) {
    this.legendNames = [...legend.keys()].sort((a, b) => b.length - a.length);
  }

  private fail(problem: Problem, from: number, to = this.cursor.at) {
    this.problems.push({ ...problem, at: this.cursor.span(from, to) });
  }

  read(): Body {
    const { cursor } = this;
    cursor.take(/\s*/);
    return this.copied() ?? this.presented() ?? this.readItems();
  }

  private copied(): Body | null {
    const from = this.cursor.at;
    const found = this.cursor.take(
      /(?:rep(?:eat)?|as|work as|same as)(?: for)? (?:row|round|rnd)s? (\d{1,5})(?: *(?:-|to) *(\d{1,5}))?[\s.]*/,
    );
    if (!found) return null;
    this.rest();
    return {
      kind: 'copy',
      first: Number(found[1]),
      last: Number(found[2] ?? found[1]),
      span: this.cursor.span(from),
    };
  }

  private presented(): Body | null {
    const { cursor } = this;
    const from = cursor.at;
    const knits = '(?:k|knit)(?: all)?(?: the)? knits?(?: sts| stitches)?';
    const purls = '(?:p|purl)(?: all)?(?: the)? purls?(?: sts| stitches)?';
    const slips =
      '(?:sl|slip)(?: all)?(?: the)? purls?(?: sts| stitches)?,?(?: purlwise)?,? (?:wyif|with yarn in front)';
    const and = '\\s*(?:,|and|&|,\\s*and)\\s*';
    const slip = cursor.take(new RegExp(`(?:${knits}${and}${slips}|${slips}${and}${knits}|${slips})[\\s.]*`));
    const plain =
      slip ??
      cursor.take(
        new RegExp(
          `(?:${knits}${and}${purls}|${purls}${and}${knits}|work (?:all )?(?:sts|stitches) as (?:they (?:present(?: themselves)?|appear)|set))[\\s.]*`,
        ),
      );
    if (!plain) return null;
    this.rest();
    return { kind: 'presented', slipPurls: slip !== null, span: cursor.span(from) };
  }

  /** Whatever is left of a body that should have ended. */
  private rest() {
    if (!this.cursor.done) this.unknown();
  }

  private readItems(): Body {
    const { cursor } = this;
    const from = cursor.at;
    const start = cursor.take(/start(?:ing)? (\d{1,4}) (?:sts?|stitch(?:es)?) after (?:the )?marker[\s,;:]*/);
    const items = this.sequence(0, null);
    const noted = this.note;
    if (items.length === 0 && this.problems.length === 0) this.fail({ code: 'empty-row' }, from, from + 1);
    return { kind: 'items', items, startAfter: start ? Number(start[1]) : null, stated: noted };
  }

  /** Reading was given up: brackets left open by that are no news. */
  private hopeless = false;
  private note: { count: number; span: TextSpan } | null = null;

  /** Items up to the closing bracket (or the "rep from *" of a star), or to the end of the row. */
  private sequence(depth: number, until: ']' | ')' | '*' | null): Item[] {
    const { cursor } = this;
    const items: Item[] = [];
    for (;;) {
      cursor.take(GAP);
      cursor.take(/[.\s]+(?=$|\s*$)/);
      if (cursor.done) return items;
      if (until === '*' && /^rep/i.test(cursor.text.slice(cursor.at, cursor.at + 3))) return items;
      if ((until === ']' || until === ')') && cursor.text[cursor.at] === until) return items;
      const item = this.item(depth);
      if (item) items.push(item);
    }
  }

  private item(depth: number): Item | null {
    const { cursor } = this;
    const from = cursor.at;
    const counted = cursor.take(COUNT_NOTE);
    if (counted) {
      this.note = { count: Number(counted[1]), span: cursor.span(from) };
      return null;
    }
    if (cursor.take(/\*/)) return this.star(depth, from);
    const open = cursor.take(/[[(]/);
    if (open) return this.group(depth, from, open[0] as '[' | '(');
    const close = cursor.take(/[\])]/);
    if (close) {
      this.fail({ code: 'unopened', bracket: close[0] as ']' | ')' }, from);
      return null;
    }
    if (cursor.take(/rep(?:eat)? (?:from|between)[^,;.]*/)) {
      this.fail({ code: 'repeat-without-star' }, from);
      return null;
    }
    return this.word();
  }

  private star(depth: number, from: number): Item | null {
    const { cursor } = this;
    if (depth > 0) this.fail({ code: 'two-repeats' }, from);
    if (depth >= MOST_DEEP) return this.tooDeep(from);
    const items = this.sequence(depth + 1, '*');
    const rep = cursor.take(/rep(?:eat)?(?: from)?(?: \*)?/);
    if (!rep) {
      this.fail({ code: 'unclosed', bracket: '*' }, from, from + 1);
      return null;
    }
    const to = cursor.take(TO);
    if (to) return { kind: 'repeat', items, toLast: toLast(to), span: cursor.span(from) };
    const more = cursor.take(/ *(\d+|once|twice) more(?: times?)?/);
    if (more) {
      const times = (WORD_TIMES[(more[1] as string).toLowerCase()] ?? Number(more[1])) + 1;
      return { kind: 'group', items, times: this.count(times, from), span: cursor.span(from) };
    }
    const unclear = cursor.take(TIMES);
    if (unclear) this.fail({ code: 'repeat-count-unclear', times: timesOf(unclear) }, from);
    else this.fail({ code: 'missing-times' }, from);
    return null;
  }

  private tooDeep(from: number): null {
    this.fail({ code: 'too-deep', most: MOST_DEEP }, from, from + 1);
    this.hopeless = true;
    this.cursor.at = this.cursor.end;
    return null;
  }

  private group(depth: number, from: number, open: '[' | '('): Item | null {
    const { cursor } = this;
    if (depth >= MOST_DEEP) return this.tooDeep(from);
    const items = this.sequence(depth + 1, open === '[' ? ']' : ')');
    if (!cursor.take(/[\])]/)) {
      if (!this.hopeless) this.fail({ code: 'unclosed', bracket: open }, from, from + 1);
      return null;
    }
    const times = cursor.take(TIMES);
    if (times)
      return { kind: 'group', items, times: this.count(timesOf(times), from), span: cursor.span(from) };
    const to = cursor.take(TO);
    if (to) return { kind: 'repeat', items, toLast: toLast(to), span: cursor.span(from) };
    this.fail({ code: 'missing-times' }, from);
    return null;
  }

  private count(count: number, from: number): number {
    if (count >= 1 && count <= MOST_COUNT) return count;
    this.fail({ code: 'count-out-of-range', count, most: MOST_COUNT }, from);
    return 1;
  }

  private word(): Item | null {
    const from = this.cursor.at;
    const word = this.named() ?? this.crossing() ?? this.fixed() ?? this.slip() ?? this.plain(from);
    if (!word) {
      this.unknown();
      return null;
    }
    if (word.kind === 'repeat' || word.kind === 'group') return word;
    return { ...word, span: this.cursor.span(from) } as Item;
  }

  private named(): Word | null {
    const { cursor } = this;
    for (const name of this.legendNames) {
      const here = cursor.text.slice(cursor.at, cursor.at + name.length);
      const next = cursor.text[cursor.at + name.length] ?? ' ';
      if (here.toLowerCase() !== name.toLowerCase() || /[a-z0-9/]/i.test(next)) continue;
      if (cursor.at + name.length > cursor.end) continue;
      cursor.at += name.length;
      return { kind: 'named', meaning: this.legend.get(name) as Meaning };
    }
    return null;
  }

  private crossing(): Word | null {
    const { cursor } = this;
    const from = cursor.at;
    const fraction = cursor.take(FRACTION_PATTERN);
    if (fraction) {
      const [over, under] = [Number(fraction[1]), Number(fraction[2])];
      if (over < 1 || under < 1) this.fail({ code: 'count-out-of-range', count: 0, most: 99 }, from);
      return {
        kind: 'named',
        meaning: { kind: 'picture', crossing: fractionCrossing(over, under, fraction[3] as string) },
      };
    }
    const hold = cursor.take(HOLD_PATTERN);
    const crossing = hold && holdCrossing(hold[1] as string, Number(hold[2]), hold[3] as string);
    if (crossing) return { kind: 'named', meaning: { kind: 'picture', crossing } };
    cursor.at = from;
    return null;
  }

  private fixed(): Word | null {
    const found = this.cursor.take(FIXED_PATTERN);
    return found && { kind: 'cell', cell: fixedCell(found[1] as string), count: 1 };
  }

  private slip(): Word | null {
    const from = this.cursor.at;
    const found = this.cursor.take(
      /(?:sl|slip) *(?:the |next )*(\d+)?(?: *(?:sts?|stitch(?:es)?))?(?: *(?:purlwise|pwise))?,?(?: *(wyib|wyif|with yarn in (?:back|front)))?(?![a-z0-9])/,
    );
    if (!found) return null;
    const yarn = !found[2] ? 'wrongSide' : /wyib|back/i.test(found[2]) ? 'back' : 'front';
    return { kind: 'slip', count: this.count(Number(found[1] ?? 1), from), yarn };
  }

  /** k4, purl 2, k1 tbl, and the fills "knit", "p to end", "k to last 2 sts". */
  private plain(from: number): Word | Item | null {
    const { cursor } = this;
    const found = cursor.take(
      /(knit|purl|k|p) ?(\d+)?(?: *(?:sts?|stitch(?:es)?))?( *(?:tbl|through (?:the )?back loops?))?(?![a-z0-9/])/,
    );
    if (!found) return null;
    const face = /^k/i.test(found[1] as string) ? 'knit' : 'purl';
    const stitch: Stitch = found[3] ? `${face}Tbl` : face;
    const cell: Cell = { kind: 'stitch', stitch };
    if (found[2] !== undefined) return { kind: 'cell', cell, count: this.count(Number(found[2]), from) };
    const to = cursor.take(TO) ?? cursor.take(/(?: *(?:all|every) (?:sts|stitches|st)?)?(?=[\s.]*$)/);
    if (to || cursor.done || /^[\s.]*$/.test(cursor.text.slice(cursor.at, cursor.end))) {
      const span = cursor.span(from);
      return {
        kind: 'repeat',
        items: [{ kind: 'cell', cell, count: 1, span }],
        toLast: to ? toLast(to) : 0,
        span,
      };
    }
    cursor.at = from;
    return null;
  }

  private unknown() {
    const { cursor } = this;
    const from = cursor.at;
    const found =
      cursor.take(/\d+\/\d+ ?[a-z]{1,5}(?![a-z0-9])/) ??
      cursor.take(/[^\s,;[\]()*]+(?: \d+(?=[\s,;.]))?/) ??
      cursor.take(/[\s\S]/);
    const word = (found?.[0] ?? '').replace(/(?<=.)[.:]+$/, '').slice(0, 60);
    const meanings = ambiguousMeanings(word);
    this.fail(
      meanings ? { code: 'ambiguous-name', word, meanings } : { code: 'unknown-word', word },
      from,
      from + Math.max(1, word.length),
    );
    if (this.problems.length > 50) cursor.at = cursor.end;
  }
}

const toLast = (found: RegExpExecArray) =>
  found[1] === undefined ? 0 : /^st/i.test(found[1]) ? 1 : Number(found[1]);
const timesOf = (found: RegExpExecArray) => {
  const word = found[3]?.toLowerCase();
  return word ? (WORD_TIMES[word] as number) : Number(found[1] ?? found[2]);
};
