/** Reads the body of one row; problems are gathered, and reading goes on after each. */
import { takes } from '../stitch/cells';
import type { Cell } from '../stitch/types';
import { crossingOfWords } from '../stitch/working';
import { optionName, readCrossingName } from './crossing-names';
import { LegendNames } from './legend-names';
import { FIXED_PATTERN, fixedCell } from './names';
import { countOf, timesOf } from './numbers';
import { leftAfter, readCounted, readFill, readSlip, TO } from './plain-words';
import {
  ASIDE,
  COPY,
  COUNT_NOTE,
  ENDING,
  GAP,
  IDLE,
  IN_ALL,
  MARKER,
  MORE_TIMES,
  OVER,
  PANEL_A,
  PANEL_B,
  PRESENTED,
  REP_BETWEEN,
  REP_FROM,
  REP_HERE,
  SLIPPING,
  STARS,
  START_AFTER,
  TIMES_AFTER,
  UNKNOWN,
  WORK,
} from './row-patterns';
import { beginsSpelled, readSpelled, readTwist, type Spelled } from './spelled';
import type { NotationProblem, Option, Problem, TextSpan } from './problems';
import type { Body, Item, Meaning, Word } from './syntax';
import type { Cursor } from './text';

export type BodyContext = {
  readonly legend: LegendNames;
  /** What the knitter picked for names that were asked, by the name as it is written. */
  readonly picks: Readonly<Record<string, Cell>>;
  /** In a text of several sizes, 0 stitches are none. */
  readonly sized: boolean;
  /** Called with the names that are used but not explained well enough. */
  readonly onUnclear?: (name: string) => void;
  readonly onUsed?: (name: string) => void;
};
export const PLAIN_CONTEXT: BodyContext = { legend: new LegendNames([]), picks: {}, sized: false };

const MOST_DEEP = 20;
const MOST_COUNT = 1000;
const MOST_PROBLEMS = 50;
const widthOf = (meaning: Meaning) =>
  meaning.kind === 'picture'
    ? takes(meaning.cell)
    : meaning.words.held.length + meaning.words.then.length + (meaning.words.centre?.stitches.length ?? 0);
const CLOSING = { '[': ']', '(': ')', '{': '}' } as const;

export class BodyReader {
  readonly problems: NotationProblem[] = [];
  private note: { count: number; span: TextSpan } | null = null;
  /** Reading was given up: brackets left open by that are no news. */
  private hopeless = false;
  /** A name was met that its legend entry does not explain: that is said once, at the entry. */
  private unclear = false;

  constructor(
    private readonly cursor: Cursor,
    private readonly context: BodyContext,
  ) {}

  private fail(problem: Problem, from: number, to = this.cursor.at) {
    this.problems.push({ ...problem, at: this.cursor.span(from, to) });
    if (this.problems.length > MOST_PROBLEMS) this.cursor.at = this.cursor.end;
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
    if (!this.cursor.done) this.unknown();
    const first = countOf((found[1] ?? found[3]) as string);
    return {
      kind: 'copy',
      first,
      last: found[2] === undefined ? first : Number(found[2]),
      span: this.cursor.span(from, to),
    };
  }

  private readItems(): Body {
    const from = this.cursor.at;
    const start = this.cursor.take(START_AFTER);
    const items = this.sequence(0, null);
    if (items.length === 0 && !this.unclear && this.problems.length === 0)
      this.fail({ code: 'empty-row' }, from, from + 1);
    const broken = this.unclear || this.problems.length > 0;
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
      const before = cursor.at;
      const item = this.item(depth);
      if (item) items.push(this.repeated(item, before));
      else if (cursor.at === before) cursor.at += 1;
    }
  }

  /** "C4B twice", "k2tog 3 times": a count after a single word; after plain stitches it may be meant for more. */
  private repeated(item: Item, from: number): Item {
    if (item.kind === 'group' || item.kind === 'repeat' || item.kind === 'presented') return item;
    if (item.kind === 'named') this.over(item.meaning, from);
    const plain = item.kind === 'slip' || (item.kind === 'cell' && item.cell.kind === 'stitch');
    const times = plain ? null : this.cursor.take(TIMES_AFTER);
    if (!times) return item;
    const span = this.cursor.span(from);
    return { kind: 'group', items: [item], times: [this.count(timesOf(times), from)], span };
  }

  /** "C4B over next 4 sts" says the same twice; if not, one of the two is a slip. */
  private over(meaning: Meaning, from: number) {
    const over = this.cursor.take(OVER);
    if (!over) return;
    const stated = countOf(over[1] as string);
    const taken = widthOf(meaning);
    if (stated !== taken) this.fail({ code: 'over-differs', stated, taken }, from);
  }

  private item(depth: number): Item | null {
    const { cursor } = this;
    const from = cursor.at;
    const counted = cursor.take(COUNT_NOTE);
    if (counted) {
      this.note = { count: Number(counted[1] ?? counted[2]), span: cursor.span(from) };
      return null;
    }
    if (cursor.take(ASIDE) || cursor.take(IDLE) || cursor.take(MARKER)) return null;
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
    return this.word();
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
      const counted = times.map((count) => this.count(count, from));
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
    if (cursor.take(ENDING) || (star && rep)) {
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

  private count(count: number, from: number): number {
    if (count >= (this.context.sized ? 0 : 1) && count <= MOST_COUNT) return count;
    this.fail({ code: 'count-out-of-range', count, most: MOST_COUNT }, from);
    return 1;
  }

  private word(): Item | null {
    const { cursor } = this;
    const from = cursor.at;
    const presented = this.presented(from);
    if (presented) return presented;
    const word = this.panel() ?? this.spelled() ?? this.named() ?? this.fixed() ?? this.plain();
    if (word === 'failed') return null;
    if (word) return { ...word, span: cursor.span(from) };
    const fill = readFill(cursor);
    if (fill) {
      const span = cursor.span(from);
      return { kind: 'repeat', items: [{ kind: 'cell', cell: fill.cell, count: 1, span }], toLast: fill.toLast, span }; // prettier-ignore
    }
    this.unknown();
    return null;
  }

  private presented(from: number): Item | null {
    const { cursor } = this;
    const slip = cursor.take(SLIPPING);
    if (!slip && !cursor.take(PRESENTED)) return null;
    const to = cursor.take(TO);
    const toLast = to ? leftAfter(to) : cursor.peek(/[. ]*(?:$|[[(])/) ? 0 : null;
    return { kind: 'presented', slipPurls: slip !== null, toLast, span: cursor.span(from) };
  }

  private panel(): Word | null {
    const { cursor } = this;
    const a = cursor.take(PANEL_A);
    const b = a ? null : cursor.take(PANEL_B);
    if (!a && !b) return null;
    const over = cursor.take(OVER);
    const [name, row] = a ? [a[2], a[1]] : [b?.[1], b?.[2]];
    return {
      kind: 'panel',
      name: (name as string).trim(),
      row: row === undefined ? null : Number(row),
      over: over ? countOf(over[1] as string) : null,
    };
  }

  private asked(from: number, options: readonly Option[]): Word | 'failed' {
    const word = this.cursor.text.slice(from, this.cursor.at).trim();
    const picked = this.context.picks[word];
    if (picked) return { kind: 'named', meaning: { kind: 'picture', cell: picked } };
    this.fail({ code: 'ambiguous-name', word, options }, from);
    return 'failed';
  }

  private spelled(): Word | 'failed' | null {
    const { cursor } = this;
    const from = cursor.at;
    if (beginsSpelled(cursor)) {
      const spelled = readSpelled(cursor);
      if (spelled) return this.withCentre(spelled, from);
      cursor.take(/[^.*[\]]*/);
      this.fail(
        { code: 'crossing-not-understood', text: cursor.text.slice(from, cursor.at).slice(0, 60) },
        from,
      );
      return 'failed';
    }
    const twist = cursor.attempt(() => readTwist(cursor));
    return twist && { kind: 'named', meaning: { kind: 'words', words: twist } };
  }

  private withCentre({ words, depths }: Spelled, from: number): Word | 'failed' {
    const { centre } = words;
    if (!centre || depths.length < 2) return { kind: 'named', meaning: { kind: 'words', words } };
    const options = depths.map((depth) => {
      const cell = crossingOfWords(
        { ...words, centre: { ...centre, depth } },
        { side: 'RS', direction: 'rightToLeft' },
      );
      return { name: optionName(cell), cell };
    });
    return this.asked(from, options);
  }

  /** A name of the legend or a usual one; "work" before it says nothing. */
  private named(): Word | 'failed' | null {
    const { cursor } = this;
    return cursor.attempt(() => {
      cursor.take(WORK);
      return this.legendName() ?? this.crossing();
    });
  }

  private legendName(): Word | 'failed' | null {
    const from = this.cursor.at;
    const found = this.context.legend.take(this.cursor);
    const [entry, other] = found;
    if (!entry) return null;
    for (const { name } of found) this.context.onUsed?.(name);
    if (other) {
      const word = this.cursor.text.slice(from, this.cursor.at);
      this.fail({ code: 'name-clash', word, names: found.map(({ name }) => name) }, from);
      return 'failed';
    }
    if (entry.meaning) return { kind: 'named', meaning: entry.meaning };
    this.context.onUnclear?.(entry.name);
    this.unclear = true;
    return 'failed';
  }

  private crossing(): Word | 'failed' | null {
    const from = this.cursor.at;
    const found = readCrossingName(this.cursor);
    if (!found) return null;
    if (found.kind === 'is') return { kind: 'named', meaning: { kind: 'picture', cell: found.cell } };
    if (found.kind === 'ask') return this.asked(from, found.options);
    this.fail({ code: 'count-out-of-range', count: found.count, most: 40 }, from);
    return 'failed';
  }

  private fixed(): Word | null {
    const found = this.cursor.take(FIXED_PATTERN);
    return found && { kind: 'cell', cell: fixedCell(found[1] as string), count: 1 };
  }

  private plain(): Word | null {
    const from = this.cursor.at;
    const word = this.cursor.attempt(() => readSlip(this.cursor)) ?? readCounted(this.cursor);
    if (!word || word.kind === 'named' || word.kind === 'panel') return word;
    return { ...word, count: this.count(word.count, from) };
  }

  private unknown() {
    const { cursor } = this;
    const from = cursor.at;
    const found = cursor.take(UNKNOWN);
    const word = (found?.[0] ?? '').replace(/(?<=.)[.:]+$/, '').slice(0, 60);
    this.fail({ code: 'unknown-word', word }, from, from + Math.max(1, word.length));
  }
}
