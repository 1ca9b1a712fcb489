/** Reads the words of a row: stitches, crossings under whatever name, phrases; what is not understood is noted. */
import { KNIT, PURL, type Cell } from '../stitch/types';
import { crossingOfWords } from '../stitch/working';
import { optionName, readCrossingName } from './crossing-names';
import { beginsBody } from './header';
import { widthOf } from './item-width';
import { LegendNames } from './legend-names';
import { FIXED_PATTERN, fixedCell } from './names';
import { countOf } from './numbers';
import { leftAfter, readCounted, readFill, readSingle, readSlip, TO } from './plain-words';
import type { NotationProblem, Option, Problem } from './problems';
import { ESTABLISHED, OVER, PANEL_A, PANEL_B, PRESENTED, SLIPPING, UNKNOWN, WORK } from './row-patterns';
import { beginsSpelled, readSecondHalf, readSpelled, readTwist, type Half, type Spelled } from './spelled';
import type { Item, Meaning, Word } from './syntax';
import { readTexture, type Texture } from './textures';
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
  /** Called with names that are read as is usual, and may mean one of these as well. */
  readonly onSoft?: (word: string, options: readonly Option[]) => void;
};
export const PLAIN_CONTEXT: BodyContext = { legend: new LegendNames([]), picks: {}, sized: false };

/** The end of a row, its repeats and markers. */
const READABLE = new RegExp(`${TO.source}|rep(?:eat)?(?![a-z])|[*()[\\]{}]|(?:pm|sm)(?![a-z])`);
const BY_HOLD = /(?:[fb]|front|back)\.?p?$|\b(?:front|back)\b/i;
const MOST_COUNT = 1000;
const PLAINLY = /([kp])(\d{1,3})(?=,)/;
const MOST_PROBLEMS = 50;
export class WordReader {
  readonly problems: NotationProblem[] = [];
  /** A name was met that its legend entry does not explain: that is said once, at the entry. */
  unclear = false;
  private readonly hasRibs: boolean;

  constructor(
    private readonly cursor: Cursor,
    private readonly context: BodyContext,
  ) {
    this.hasRibs = /rib/i.test(cursor.text);
  }

  fail(problem: Problem, from: number, to = this.cursor.at) {
    this.problems.push({ ...problem, at: this.cursor.span(from, to) });
    if (this.problems.length > MOST_PROBLEMS) this.cursor.at = this.cursor.end;
  }

  /** "C4B over next 4 sts" says the same twice; if not, one of the two is a slip. */
  over(meaning: Meaning, from: number) {
    const over = this.cursor.take(OVER);
    if (!over) return;
    const stated = countOf(over[1] as string);
    const taken = widthOf(meaning);
    if (stated !== taken) this.fail({ code: 'over-differs', stated, taken }, from);
  }

  count(count: number, from: number): number {
    if (count >= (this.context.sized ? 0 : 1) && count <= MOST_COUNT) return count;
    this.fail({ code: 'count-out-of-range', count, most: MOST_COUNT }, from);
    return 1;
  }

  word(): Item | null {
    const { cursor } = this;
    const from = cursor.at;
    const plainly = this.plainly(from);
    if (plainly) return plainly;
    const presented = this.presented(from);
    if (presented) return presented;
    const texture = readTexture(cursor);
    if (texture) return this.texture(texture, from);
    const word = this.panel() ?? this.spelled() ?? this.named() ?? this.fixed() ?? this.plain();
    if (word === 'failed') return null;
    if (word) return { ...word, span: cursor.span(from) };
    const fill = readFill(cursor);
    if (fill) {
      const span = cursor.span(from);
      return { kind: 'repeat', items: [{ kind: 'cell', cell: fill.cell, count: 1, span }], toLast: fill.toLast, span }; // prettier-ignore
    }
    const single = readSingle(cursor);
    if (single) return { ...single, span: cursor.span(from) };
    this.unknown();
    return null;
  }

  /** "k2," as most words of most rows are: nothing else can be meant, unless a name or a rib begins so. */
  private plainly(from: number): Item | null {
    const { cursor, context } = this;
    const found = cursor.peek(PLAINLY);
    if (!found || this.hasRibs || context.legend.begins(found[1] as string)) return null;
    cursor.take(PLAINLY);
    const count = this.count(Number(found[2]), from);
    return {
      kind: 'cell',
      cell: found[1]?.toLowerCase() === 'k' ? KNIT : PURL,
      count,
      span: cursor.span(from),
    };
  }

  /** Over so many stitches, or as far as the row goes. */
  private texture({ period, count }: Texture, from: number): Item {
    if (count !== null)
      return { kind: 'texture', period, count: this.count(count, from), span: this.cursor.span(from) };
    const to = this.cursor.take(TO);
    const span = this.cursor.span(from);
    const once: Item = { kind: 'texture', period, count: period === 'garter' ? 1 : period.length, span };
    return { kind: 'repeat', items: [once], toLast: to ? leftAfter(to) : null, span };
  }

  /** Whether a name, of the legend or a usual one, stands here and nothing else. */
  isName(from: number, to: number): boolean {
    const { cursor } = this;
    const before = cursor.at;
    cursor.at = from;
    const found = this.context.legend.take(cursor).length > 0 || readCrossingName(cursor) !== null;
    const whole = found && cursor.at === to;
    cursor.at = before;
    return whole;
  }

  private presented(from: number): Item | null {
    const { cursor } = this;
    const slip = cursor.take(SLIPPING);
    const established = !slip && !cursor.take(PRESENTED);
    if (established && !cursor.take(ESTABLISHED)) return null;
    const to = cursor.take(TO);
    const toLast = to ? leftAfter(to) : cursor.peek(/[. ]*(?:$|[[(])/) ? 0 : null;
    return { kind: 'presented', slipPurls: slip !== null, established, toLast, span: cursor.span(from) };
  }

  private panel(): Word | null {
    const { cursor } = this;
    const a = cursor.take(PANEL_A);
    const b = a ? null : cursor.take(PANEL_B);
    if (!a && !b) return null;
    const over = cursor.take(OVER);
    const [name, row] = a ? [a[4], a[3]] : [b?.[1], b?.[2]];
    return {
      kind: 'panel',
      name: (name as string).trim(),
      row: row === undefined ? null : Number(row),
      setUp: a?.[1] === undefined ? null : Number(a[2] ?? 1),
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
      if (spelled && 'words' in spelled) return this.withCentre(spelled, from);
      cursor.take(/[^.*[\]]*/);
      if (spelled) {
        this.fail({ code: 'held-differs', ...spelled }, from);
        return 'failed';
      }
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

  /** "SL2B, k2, k2 from cn", where SL2B is explained as the slip alone. */
  private secondHalf(half: Half, from: number): Word | 'failed' {
    const spelled = readSecondHalf(this.cursor, half);
    if (spelled && 'words' in spelled) return this.withCentre(spelled, from);
    const text = this.cursor.text.slice(from, this.cursor.at).slice(0, 60);
    this.fail(
      spelled ? { code: 'held-differs', ...spelled } : { code: 'crossing-not-understood', text },
      from,
    );
    return 'failed';
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
    if (entry.half) return this.secondHalf(entry.half, from);
    this.context.onUnclear?.(entry.name);
    this.unclear = true;
    return 'failed';
  }

  private crossing(): Word | 'failed' | null {
    const from = this.cursor.at;
    const found = readCrossingName(this.cursor);
    if (!found) return null;
    if (found.kind === 'is') {
      const word = this.cursor.text.slice(from, this.cursor.at).trim();
      const picked = found.or && this.context.picks[word];
      if (found.or && !picked) this.context.onSoft?.(word, found.or);
      const byHold = !picked && BY_HOLD.test(word);
      return {
        kind: 'named',
        meaning: { kind: 'picture', cell: picked ?? found.cell, ...(byHold && { byHold }) },
      };
    }
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

  /** Something that can be read begins here. */
  private readable(): boolean {
    const { cursor, context } = this;
    const at = cursor.at;
    const named = context.legend.take(cursor).length > 0 || readCrossingName(cursor) !== null;
    cursor.at = at;
    return named || cursor.peek(READABLE) !== null || beginsBody(cursor.text.slice(at, at + 40));
  }

  /** A phrase that is not understood is one problem, up to the next comma or the next word that can be read. */
  unknown() {
    const { cursor } = this;
    const from = cursor.at;
    cursor.take(UNKNOWN);
    let end = cursor.at;
    while (!/[.:]$/.test(cursor.text.slice(from, end)) && cursor.take(/ +/)) {
      if (cursor.done || this.readable() || !cursor.take(/[^ ,;.:*()[\]{}]+/)) break;
      end = cursor.at;
    }
    cursor.at = end;
    const word = cursor.text
      .slice(from, end)
      .replace(/(?<=.)[.: ]+$/, '')
      .slice(0, 60);
    this.fail({ code: 'unknown-word', word }, from, from + Math.max(1, word.length));
  }
}
