/** The first stage: a pasted text cut into rows, legend entries, what it states of itself, and remarks. */
import { BEGINS_ROW, UNNUMBERED, type RowHeader } from './header';
import { bareLabel, labelAt, mistyped, unclearLength, type Label } from './labels';
import { beginsOrder, looksLikeOrder, MOST_ROWS, readOrder, type RowOrder } from './orders';
import { saysInTurn, saysOnce } from './in-turn';
import type { NotationProblem } from './problems';
import { chooseSize } from './sizes';
import { isUnderstood, saysRows, Stating, type Stated, type StatedNumber } from './stated';
import { holdsStitchWord } from './stitch-words';
import { Cursor, Lines, plainCharacters } from './text';
import type { Holds } from './unturned-holds';

export type Statement = { readonly from: number; readonly to: number };
export type RowStatement = Statement & { readonly header: RowHeader; readonly bodyFrom: number };
/** The definition runs from `bodyFrom` to `to`; `defines`: it stands behind an equals sign. */
export type LegendStatement = Statement & {
  readonly name: string;
  readonly bodyFrom: number;
  readonly defines: boolean;
};
/** A stretch of lines that is neither row nor entry. */
export type Loose = Statement & { readonly holdsStitches: boolean };

export type Scanned = {
  readonly text: string;
  readonly lines: Lines;
  readonly sizes: number;
  readonly rows: readonly RowStatement[];
  readonly legend: readonly LegendStatement[];
  readonly loose: readonly Loose[];
  /** "Rep rows 3-10", each with the number of rows that stand before it. */
  readonly orders: readonly (RowOrder & { readonly after: number })[];
  readonly multiple: Stated | null;
  /** "Panel of 24 sts", "cast on 34 sts". */
  readonly width: StatedNumber | null;
  /** "8-row repeat". */
  readonly rowCount: StatedNumber | null;
  readonly saysRound: boolean;
  /** How holds are meant in unturned rows that run from left to right. */
  readonly holds: Holds | null;
  /** The rows are worked once. */
  readonly once: boolean;
  /** The patterns under its headings are worked one after the other. */
  readonly inTurn: boolean;
  readonly problems: readonly NotationProblem[];
};

export const MOST_CHARACTERS = 200_000;
/** Labels that are read at all: rows, and set-up rows besides. */
const MOST_STATEMENTS = MOST_ROWS + 100;

const PROSE_NAME = /^(?:notes?|edges?|borders?|selv\w*|hints?|tips?|n\.?b\.?|important|remember|gauge|tension|needles?|yarn|materials?|sizes?|finishing|cast[- ]on|bind[- ]off|cast[- ]off|instructions?|pattern|multiple|panel|legend|key|abbreviations?|stitches|special .*|chart|.* (?:row|round)s?)$/i; // prettier-ignore
const ENTRY =
  /^((?:[^=:\n*[\]]|:(?! )){1,48}?)(?: *= *|(?::| -| (?:means|stands for|is worked(?: as follows)?)[:,]?) +(?=(?:sl|slip|place|put|skip|miss|with|k|p|knit|purl|work|cross|cable|twist|make|bobble|yarn|\d+\/\d+|left|right|as)\b|[kpct]\d|[([]|[^.:;=]{1,40}[:;=,] *(?:sl|slip|place)\b))(?=\S)/i;
/** What may stand before an entry on its line. */
const NOTED =
  /^ *(?:notes?|n\.?b\.?|hints?|tips?|key|abbreviations?|legend|special [a-z ]{1,20}|stitches)(?: *[:.]| -) */i;
/** A whole line in brackets. */
const IN_BRACKETS = /^ *\([^()]*\)[. ]*$/;
const TAG = /<\/?[a-z][^<>\n]{0,200}>|&(?:nbsp|amp|lt|gt|#\d{1,6});/i;

function oddCharacter(text: string): number {
  for (let at = 0; at < text.length; at += 1) {
    const code = text.charCodeAt(at);
    if ((code < 32 && code !== 10 && code !== 13 && code !== 9) || code === 0xfffd || code === 0x7f)
      return at;
  }
  return -1;
}

/** An entry in the middle of a line: nothing else stands before an equals sign and a slip. */
const ENTRY_WITHIN =
  /^[^=:;.,*()[\]]{1,40} ?= ?(?=(?:sl|slip|place|put|skip|knit|purl|k2tog)\b|[kpct]\d|\d\/\d)/i;

const ORDER_WORD = /^[^a-z]{0,8}(?:then|and|now|next|rep|work|cont|the|row|round|rnd|rd)/i;
const orderAt = (words: string) => ORDER_WORD.test(words) && beginsOrder(new Cursor(words.slice(0, 200)));

const HOLDS_NEEDLE = /[([](?:sl|slip|place|put)[ \d]/i;
/** A name in a row, and what it stands for in brackets behind it. */
const EXPLAINED_NAME =
  /(?<=[,;:*] *)([a-z][a-z]*(?: ?\d{1,2}[a-z]{0,4}|(?: [a-z]{1,12}){0,2})) ?[([]((?:sl|slip|place|put)(?: |\d)[^()[\]\n]{8,200}(?:cn|c\.n\.|needle|dpn|holder))[)\]](?! ?(?:x ?\d|\d+ ?times|twice))/gi;

/** Places in a line where rows, entries (or "Rep rows 1-8") begin, after the first. */
function* breaksIn(line: string): Generator<number> {
  for (const found of line.matchAll(/[.;)\]] +(?=[a-z0-9(])/gi)) {
    const at = found.index + found[0].length;
    const next = line.slice(at, at + 60);
    if (labelAt(line, at) || orderAt(next) || ENTRY_WITHIN.test(next)) yield at;
  }
}

const NOTHING_SCANNED = {
  text: '', lines: new Lines(''), sizes: 1, rows: [], legend: [], loose: [], orders: [], multiple: null, width: null,
  rowCount: null, saysRound: false, holds: null, once: false, inTurn: false,
} as const; // prettier-ignore

/** The whole text is refused before anything is read of it. */
function refused(source: string): NotationProblem | null {
  const start = { line: 1, column: 1, length: 1, from: 0 };
  if (source.length > MOST_CHARACTERS) return { code: 'text-too-long', most: MOST_CHARACTERS, at: start };
  const odd = oddCharacter(source);
  if (odd >= 0)
    return { code: 'odd-character', code16: source.charCodeAt(odd).toString(16), at: new Lines(source).span(odd, odd + 1) }; // prettier-ignore
  const tag = TAG.exec(source);
  return tag && { code: 'markup', text: tag[0].slice(0, 40), at: new Lines(source).span(tag.index, tag.index + tag[0].length) }; // prettier-ignore
}

class Scanner {
  readonly rows: RowStatement[] = [];
  readonly legend: LegendStatement[] = [];
  readonly loose: Loose[] = [];
  readonly orders: (RowOrder & { after: number })[] = [];
  readonly problems: NotationProblem[] = [];
  readonly stated: Stating;
  private grow: ((to: number) => void) | null = null;
  /** The statement under way ended with a full stop: a line of mere words after it is a remark. */
  private ended = false;
  /** Its last line ends in a comma, an open bracket or a word that wants another. */
  private openEnded = false;
  /** There are more rows than are read. */
  private overfull = false;

  constructor(
    private readonly text: string,
    private readonly lines: Lines,
    private readonly passedOver: ReadonlySet<string>,
  ) {
    this.stated = new Stating(lines);
  }

  private open<S extends Statement>(list: S[], statement: S) {
    const index = list.push(statement) - 1;
    this.grow = (to) => (list[index] = { ...(list[index] as S), to });
  }

  private endsWith(line: string) {
    this.ended = /\.[\s)\]]*$/.test(line);
    this.openEnded =
      /[,;:*([=-]\s*$|\b(?:and|then|to|from|last|next|of|in|on|or|rep|repeat|with|at|the|cable|c\.?n)\s*$/i.test(
        line,
      );
  }

  /** A line whose first piece is a row or an entry, cut where others begin. */
  private cut(from: number, to: number, first: (from: number, to: number) => void) {
    const line = this.text.slice(from, to);
    let start = 0;
    for (const at of [...breaksIn(line), line.length]) {
      const piece = line.slice(start, at);
      if (start === 0) first(from, from + at);
      else if (orderAt(piece)) this.ordered(from + start, from + at);
      else if (!this.labelled(from + start, from + at)) this.entryOrLoose(from + start, from + at);
      start = at;
    }
    this.endsWith(line);
  }

  /** A stretch that begins with a label: a row, or a label that is not understood. */
  private labelled(from: number, to: number): boolean {
    const label = labelAt(this.text.slice(from, to), 0);
    if (label === 'unclear') this.unclearLabel(from, to);
    else if (label) this.openRow(from, to, label);
    return label !== null;
  }

  /** "Otter (sl 2 to cn, hold in front, k2, k2 from cn)" within a row explains the name. */
  private explained(from: number, to: number) {
    const text = this.text.slice(from, to);
    if (!HOLDS_NEEDLE.test(text)) return;
    for (const found of text.matchAll(EXPLAINED_NAME)) {
      const name = found[1] as string;
      if (/^(?:k|p|knit|purl|row|rnd|round)\b|^[kp]\d/i.test(name)) continue;
      const bodyFrom = from + found.index + found[0].length - (found[2] as string).length - 1;
      const end = bodyFrom + (found[2] as string).length;
      this.legend.push({ from: from + found.index, to: end, name, bodyFrom, defines: true });
    }
  }

  private openRow(from: number, to: number, { header, length }: Label) {
    this.grow = null;
    if (this.rows.length >= MOST_STATEMENTS) {
      if (!this.overfull)
        this.problems.push({ code: 'too-many-rows', most: MOST_ROWS, at: this.lines.span(from, to) });
      this.overfull = true;
      return;
    }
    this.explained(from, to);
    this.open(this.rows, { from, to, header, bodyFrom: Math.min(to, from + length) });
  }

  /** The label is marked, not what follows it. */
  private unclearLabel(from: number, to: number) {
    const text = this.text.slice(from, to);
    const blank = text.length - text.trimStart().length;
    const end = from + blank + unclearLength(text.trimStart());
    const marked = Math.min(to, end);
    this.problems.push({
      code: 'header-not-understood',
      text: this.text.slice(from + blank, marked).slice(0, 40),
      at: this.lines.span(from + blank, marked),
    });
    this.grow = null;
  }

  /** A piece of a line that is no row: an entry, or else loose, so that none of it is lost. */
  private entryOrLoose(from: number, to: number) {
    const piece = this.text.slice(from, to);
    const entry = this.entry(piece);
    if (!entry) {
      this.loose.push({ from, to, holdsStitches: holdsStitchWord(piece) });
      this.grow = null;
      return;
    }
    const name = (entry[1] as string).trim();
    const defines = entry[0].trimEnd().endsWith('=');
    const indent = piece.length - piece.trimStart().length;
    this.open(this.legend, { from, to, name, bodyFrom: from + indent + entry[0].length, defines });
  }

  private unclearOrder(from: number, to: number) {
    const text = this.text.slice(from, to);
    const blank = text.length - text.trimStart().length;
    this.problems.push({
      code: 'order-not-understood',
      text: text.trim().slice(0, 60),
      at: this.lines.span(from + blank, from + text.trimEnd().length),
    });
    this.loose.push({ from, to, holdsStitches: false });
    this.grow = null;
  }

  private ordered(from: number, to: number) {
    const piece = this.text.slice(from, to);
    const sentence = /^[^.]*(?:\.(?! |$)[^.]*)*/.exec(piece)?.[0] ?? piece;
    const at = this.lines.span(from, from + piece.trimEnd().length);
    const order = readOrder(new Cursor(sentence.trim()));
    if (order) this.orders.push({ ...order, at, after: this.rows.length });
    else this.problems.push({ code: 'order-not-understood', text: piece.trim().slice(0, 60), at });
    this.loose.push({ from, to, holdsStitches: false });
    this.grow = null;
  }

  private entry(line: string): RegExpExecArray | null {
    const found = ENTRY.exec(line.trimStart());
    const name = (found?.[1] ?? '').replace(/\([^)]*\)/g, '').trim();
    return found && !PROSE_NAME.test(name) ? found : null;
  }

  line(from: number, line: string) {
    const to = from + line.length;
    const indent = line.length - line.trimStart().length;
    if (line.trim() === '') {
      this.grow = null;
      return;
    }
    if (this.passedOver.has(line.trim()) || saysOnce(line) || saysInTurn(line))
      return this.remark(from, to, false, line);
    const label = labelAt(line, indent) ?? bareLabel(line, indent);
    if (label === 'unclear') return this.unclearLabel(from, to);
    if (label)
      return this.cut(from, to, (start, end) =>
        this.openRow(start, end, { ...label, length: indent + label.length }),
      );
    if (orderAt(line.trimStart())) return this.cut(from, to, (start, end) => this.ordered(start, end));
    if (IN_BRACKETS.test(line) && !holdsStitchWord(line)) return this.remark(from, to, false, line);
    if (mistyped(line) || UNNUMBERED.test(line.slice(0, 60))) return this.unclearLabel(from, to);
    const noted = NOTED.exec(line)?.[0].length ?? 0;
    if (noted > 0 && this.entry(line.slice(noted)))
      return this.cut(from + noted, to, (start, end) => this.entryOrLoose(start, end));
    if (this.entry(line)) return this.cut(from, to, (start, end) => this.entryOrLoose(start, end));
    BEGINS_ROW.lastIndex = indent;
    const holds = holdsStitchWord(line);
    if (BEGINS_ROW.test(line) && holds) return this.unclearLabel(from, to);
    if (!holds && !line.includes('*') && looksLikeOrder(line) && !saysRows(line))
      return this.unclearOrder(from, to);
    if (this.grow && !(!holds && (this.ended || this.breaksOff(line)))) return this.goesOn(from, to);
    this.remark(from, to, holds, line);
  }

  /** A new sentence below a line that asks for no more: a remark, even where the full stop was forgotten. */
  private breaksOff(line: string): boolean {
    return /^\s*[A-Z][a-z]/.test(line) && !this.openEnded;
  }

  private goesOn(from: number, to: number) {
    const grow = this.grow;
    this.cut(from, to, (_, end) => grow?.(end));
  }

  private remark(from: number, to: number, holdsStitches: boolean, line: string) {
    this.stated.line(from, line);
    if (!isUnderstood(line)) this.loose.push({ from, to, holdsStitches });
    this.grow = null;
  }
}

/**
 * Offsets in the result are offsets in the pasted text.
 * @param size of a text for several sizes, 0-based
 * @param passedOver lines that the knitter said are mere remarks
 */
export function scan(
  source: string,
  size: number | null = null,
  passedOver: readonly string[] = [],
): Scanned {
  const problem = refused(source);
  if (problem) return { ...NOTHING_SCANNED, problems: [problem] };
  const plain = plainCharacters(source);
  const lines = new Lines(plain);
  const { text, sizes, problems } = chooseSize(plain, lines, size);
  const scanner = new Scanner(text, lines, new Set(passedOver.map((line) => line.trim())));
  let from = 0;
  for (const raw of text.split('\n')) {
    scanner.line(from, raw.replace(/\r$/, ''));
    from += raw.length + 1;
  }
  const { rows, legend, loose, orders } = scanner;
  const { multiple, width, rowCount, saysRound, holds, once, inTurn } = scanner.stated;
  return {
    text, lines, sizes, rows, legend, loose, orders, multiple, width, rowCount, saysRound, holds, once, inTurn,
    problems: [...problems, ...scanner.problems],
  }; // prettier-ignore
}
