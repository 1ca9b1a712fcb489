/** Reads the body of one row; problems are gathered, and reading goes on after each. */
import { countOf, timesOf } from './numbers';
import { lastOf, widthOfItems } from './item-width';
import { leftAfter, TO } from './plain-words';
import {
  ALL_AROUND,
  ASIDE,
  COPY,
  COUNT_ALONE,
  COUNT_NOTE,
  ENDING,
  GAP,
  IDLE,
  IN_ALL,
  MARKER,
  MORE_TIMES,
  REMARK,
  REP_BETWEEN,
  REP_FROM,
  REP_HERE,
  REP_THESE,
  STARS,
  START_AFTER,
  TIMES_AFTER,
} from './row-patterns';
import type { NotationProblem, Problem, TextSpan } from './problems';
import { beginsSpelled, readSpelled } from './spelled';
import { cellKey } from '../stitch/cells';
import { crossingOfWords } from '../stitch/working';
import type { Body, Item, Meaning } from './syntax';
import type { Cursor } from './text';
import { WordReader, type BodyContext } from './words';

const MOST_DEEP = 20;
/** Words of a row. */
const MOST_ITEMS = 4000;
const isUnbounded = ({ kind }: Item) => kind === 'repeat' || kind === 'presented';
const CLOSING = { '[': ']', '(': ')', '{': '}' } as const;

export class BodyReader {
  private count = 0;
  private note: { count: number; span: TextSpan } | null = null;
  /** Reading was given up: brackets left open by that are no news. */
  private hopeless = false;
  private readonly words: WordReader;

  constructor(
    private readonly cursor: Cursor,
    context: BodyContext,
  ) {
    this.words = new WordReader(cursor, context);
  }

  get problems(): readonly NotationProblem[] {
    return this.words.problems;
  }

  private fail(problem: Problem, from: number, to = this.cursor.at) {
    this.words.fail(problem, from, to);
  }

  read(): Body {
    this.cursor.take(/ */);
    return this.copied() ?? this.readItems();
  }

  private copied(): Body | null {
    const from = this.cursor.at;
    const found = this.cursor.take(COPY);
    if (!found) return null;
    const to = this.cursor.at;
    if (!this.cursor.done) this.words.unknown();
    const first = countOf((found[1] ?? found[3]) as string);
    const often = found.slice(4).some((group) => group !== undefined);
    return {
      kind: 'copy',
      first,
      last: found[2] === undefined ? first : Number(found[2]),
      times: often ? timesOf(found, 4) : 1,
      span: this.cursor.span(from, to),
    };
  }

  private readItems(): Body {
    const from = this.cursor.at;
    const start = this.cursor.take(START_AFTER);
    const items = this.sequence(0, null);
    if (items.length === 0 && !this.words.unclear && this.problems.length === 0)
      this.fail({ code: 'empty-row' }, from, from + 1);
    const broken = this.words.unclear || this.problems.length > 0;
    return { kind: 'items', items, startAfter: start ? Number(start[1]) : null, stated: this.note, broken };
  }

  /** Items up to the closing bracket (or the end of a star), or to the end of the row. */
  private sequence(depth: number, until: ']' | ')' | '}' | '*' | null): Item[] {
    const { cursor } = this;
    const items: Item[] = [];
    for (;;) {
      cursor.take(GAP);
      if (cursor.done) return items;
      if (until === '*' && (cursor.peek(/\*/) || cursor.peek(REP_HERE))) return items;
      if (until !== '*' && until !== null && cursor.text[cursor.at] === until) return items;
      if (++this.count > MOST_ITEMS) return this.tooMany(items);
      const before = cursor.at;
      if (depth === 0 && until === null && this.overAndOver(items)) continue;
      const item = this.item(depth);
      if (item) items.push(this.repeated(item, before));
      else if (cursor.at === before) cursor.at += 1;
    }
  }

  /** "p2, k4 all the way around", "repeat these 6 stitches", "C4B, C4F to end": what was said is the repeat. */
  private overAndOver(items: Item[]): boolean {
    const { cursor } = this;
    if (items.length === 0 || !(cursor.peek(ALL_AROUND) ?? cursor.peek(REP_THESE) ?? cursor.peek(TO)))
      return false;
    if (items.some(isUnbounded)) return false;
    const from = cursor.at;
    const start = items[0]?.span as TextSpan;
    const repeat = (inside: Item[], toLast: number | null): Item => {
      const end = cursor.span(from);
      const first = inside[0]?.span ?? start;
      return {
        kind: 'repeat',
        items: inside,
        toLast,
        span: { ...first, length: end.from + end.length - first.from },
      };
    };
    if (cursor.take(ALL_AROUND)) {
      items.splice(0, items.length, repeat([...items], 0));
      return true;
    }
    const these = cursor.take(REP_THESE);
    if (these) {
      const wanted = countOf(these[1] as string);
      const to = cursor.take(TO);
      const at = lastOf(items, wanted);
      if (at < 0) this.fail({ code: 'over-differs', stated: wanted, taken: widthOfItems(items) }, from);
      else items.push(repeat(items.splice(at), to ? leftAfter(to) : null));
      return true;
    }
    const to = cursor.peek(TO);
    if (!to) return false;
    cursor.take(TO);
    if (items.every(({ kind }) => kind === 'named')) items.push(repeat(items.splice(0), leftAfter(to)));
    else {
      const last = items[items.length - 1]?.span as TextSpan;
      this.fail({ code: 'repeat-from-where', starts: [...new Set([start.from, last.from])] }, from);
    }
    return true;
  }

  /** "C4B twice", "k2tog 3 times": a count after a single word; after plain stitches it may be meant for more. */
  private repeated(item: Item, from: number): Item {
    if (item.kind === 'group' || item.kind === 'repeat' || item.kind === 'presented') return item;
    if (item.kind === 'named') {
      this.words.over(item.meaning, from);
      this.explained(item.meaning);
    }
    const plain = item.kind === 'slip' || (item.kind === 'cell' && item.cell.kind === 'stitch');
    const times = plain ? null : this.cursor.take(TIMES_AFTER);
    if (!times) return item;
    const span = this.cursor.span(from);
    return { kind: 'group', items: [item], times: [this.words.count(timesOf(times), from)], span };
  }

  private item(depth: number): Item | null {
    const { cursor } = this;
    const from = cursor.at;
    const behindStop = /\.\s*$/.test(cursor.text.slice(Math.max(0, from - 4), from));
    const counted = cursor.take(COUNT_NOTE) ?? (behindStop ? cursor.take(COUNT_ALONE) : null);
    if (counted) {
      this.note = { count: Number(counted[1] ?? counted[2]), span: cursor.span(from) };
      return null;
    }
    if (cursor.take(ASIDE) || cursor.take(IDLE) || cursor.take(MARKER) || this.remark()) return null;
    if (cursor.take(STARS)) return this.star(depth, from);
    const open = cursor.take(/[[({]/);
    if (open) return this.group(depth, from, open[0] as '[' | '(' | '{');
    const close = cursor.take(/[\])}]/);
    if (close) {
      this.fail({ code: 'unopened', bracket: close[0] as ']' | ')' | '}' }, from);
      return null;
    }
    if (cursor.take(/rep(?:eat)? (?:from|between|to)[^,;.]*/)) {
      this.fail({ code: 'repeat-without-star' }, from);
      return null;
    }
    return this.words.word();
  }

  /** "C4B (sl 2 to cn, hold in back, k2, k2 from cn)": the bracket says the same as the name, and works nothing besides. */
  private explained(meaning: Meaning) {
    const { cursor } = this;
    const seen = (one: Meaning) =>
      cellKey(
        one.kind === 'picture'
          ? one.cell
          : crossingOfWords(one.words, { side: 'RS', direction: 'rightToLeft' }),
      );
    cursor.attempt(() => {
      if (!cursor.take(/ ?[([]/) || !beginsSpelled(cursor)) return null;
      const spelled = readSpelled(cursor);
      if (!spelled || !('words' in spelled) || !cursor.take(/[ .]*[)\]](?! ?(?:x ?\d|\d+ ?times|twice))/))
        return null;
      return seen({ kind: 'words', words: spelled.words }) === seen(meaning) ? true : null;
    });
  }

  /** Words in brackets that are no name and work nothing. */
  private remark(): boolean {
    const found = this.cursor.peek(REMARK);
    if (!found || this.words.isName(this.cursor.at + 1, this.cursor.at + found[0].length - 1)) return false;
    return this.cursor.take(REMARK) !== null;
  }

  private star(depth: number, from: number): Item | null {
    const { cursor } = this;
    if (depth > 0) this.fail({ code: 'two-repeats' }, from);
    if (depth >= MOST_DEEP) return this.tooDeep(from);
    const items = this.sequence(depth + 1, '*');
    const closed = cursor.take(STARS) !== null;
    const rep = (closed ? cursor.take(REP_BETWEEN) : null) ?? cursor.take(REP_FROM);
    if (!rep && !closed) {
      if (!this.hopeless) this.fail({ code: 'unclosed', bracket: '*' }, from, from + 1);
      return null;
    }
    return this.howOften(items, from, rep !== null, true);
  }

  /**
   * What follows a star or a bracket: "to end", "3 more times", "3 times" (which after "rep" may be 3 or 4 in all),
   * "ending p2". A repeat without any of them goes on as far as it can.
   */
  private howOften(items: Item[], from: number, rep: boolean, star: boolean): Item | null {
    const { cursor } = this;
    const group = (times: readonly number[]): Item => {
      const counted = times.map((count) => this.words.count(count, from));
      return { kind: 'group', items, times: counted, span: cursor.span(from) };
    };
    const to = cursor.take(TO);
    if (to) {
      cursor.take(ENDING);
      return { kind: 'repeat', items, toLast: leftAfter(to), span: cursor.span(from) };
    }
    const counts = this.counts(rep);
    if (counts) {
      cursor.take(ENDING);
      return group(counts);
    }
    const [only] = items;
    if (!star && !rep && items.length === 1 && only?.kind === 'named') return only;
    if (cursor.take(ENDING) || star) {
      if (!cursor.peek(/[ ,;.]*last/))
        return { kind: 'repeat', items, toLast: null, span: cursor.span(from) };
    }
    this.fail({ code: 'missing-times' }, from);
    return null;
  }

  /** "2 more times" is 3 in all; "3 times" after "rep" may be 3 or 4, unless it says which. */
  private counts(rep: boolean): readonly number[] | null {
    const { cursor } = this;
    const more = cursor.take(MORE_TIMES);
    if (more) return [countOf((more[1] ?? more[2]) as string) + 1];
    const found = cursor.take(TIMES_AFTER);
    if (!found) return null;
    const times = timesOf(found);
    return cursor.take(IN_ALL) || !rep ? [times] : [times, times + 1];
  }

  private tooMany(items: Item[]): Item[] {
    if (!this.hopeless) this.fail({ code: 'count-out-of-range', count: this.count, most: MOST_ITEMS }, 0, 1);
    this.hopeless = true;
    this.cursor.at = this.cursor.end;
    return items;
  }

  private tooDeep(from: number): null {
    this.fail({ code: 'too-deep', most: MOST_DEEP }, from, from + 1);
    this.hopeless = true;
    this.cursor.at = this.cursor.end;
    return null;
  }

  private group(depth: number, from: number, open: '[' | '(' | '{'): Item | null {
    const { cursor } = this;
    if (depth >= MOST_DEEP) return this.tooDeep(from);
    const items = this.sequence(depth + 1, CLOSING[open]);
    if (!cursor.take(/[\])}]/)) {
      if (!this.hopeless) this.fail({ code: 'unclosed', bracket: open }, from, from + 1);
      return null;
    }
    return this.howOften(items, from, cursor.take(REP_HERE) !== null, false);
  }
}
