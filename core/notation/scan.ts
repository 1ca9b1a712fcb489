/** The first stage: a pasted text cut into rows, legend entries, what it states of itself, and remarks. */
import { beginsBody, BEGINS_ROW, readBareNumber, readHeader, UNNUMBERED, type RowHeader } from './header';
import { beginsOrder, looksLikeOrder, MOST_ROWS, readOrder, type RowOrder } from './orders';
import { STS } from './plain-words';
import type { NotationProblem, TextSpan } from './problems';
import { chooseSize } from './sizes';
import { isOneSlip } from './spelling';
import { Cursor, Lines, plainCharacters } from './text';
import { saidHolds, type Holds } from './unturned-holds';

export type Statement = { readonly from: number; readonly to: number };
export type RowStatement = Statement & { readonly header: RowHeader; readonly bodyFrom: number };
/** The definition runs from `bodyFrom` to `to`; `defines`: it stands behind an equals sign. */
export type LegendStatement = Statement & {
  readonly name: string;
  readonly bodyFrom: number;
  readonly defines: boolean;
};
export type Stated = { readonly multiple: number; readonly plus: number; readonly at: TextSpan };
export type StatedNumber = { readonly count: number; readonly at: TextSpan };
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
  readonly problems: readonly NotationProblem[];
};

export const MOST_CHARACTERS = 200_000;
/** Labels that are read at all: rows, and set-up rows besides. */
const MOST_STATEMENTS = MOST_ROWS + 100;

const MULTIPLE = new RegExp(
  `\\b(?:multiples?|mult\\.?) of (\\d{1,4})(?: ?${STS})?(?:,? ?(?:plus|\\+|and|&) ?(?:an extra )?(\\d{1,4})(?: (?:more|extra|edge|balancing|balance))*(?: ?${STS})?)?`,
  'i',
);
const WIDTH = new RegExp(
  `\\b(?:panel of|worked (?:over|across)(?: a panel of)?|over|cast[- ]on|pattern panel:?|panel:?|panel is) (\\d{1,4}) ?${STS}|\\b(\\d{1,4})[- ]?(?:st|stitch)(?: wide)? panel|\\bcast[- ]on (\\d{1,4})(?![\\d.,]*\\d| ?(?:cm|in\\b|inch|mm|rows?))`,
  'i',
);
/** Whether a text may say how many stitches it is worked over. */
export const saysWidth = (text: string) => WIDTH.test(text);
const ROW_COUNT = /\b(\d{1,4})[- ](?:row|round|rnd)(?: pattern)? repeat|\bthese (\d{1,4}) (?:rows|rounds|rnds)\b|\brepeat(?:s| over| every)? (?:over |every )?(\d{1,4}) (?:rows|rounds|rnds)\b/i; // prettier-ignore
/** "These 8 rows form the pattern" says how many there are, and orders nothing. */
const saysRows = (line: string) =>
  ROW_COUNT.test(line) ||
  /\b(?:this|these|the|all|every) (?:rows?|rounds?|rnds?)\b/i.test(line) ||
  PROSE_ROW.test(line);
const PROSE_ROW = /^\W*(?:row|round|rnd)s? \d+(?: ?(?:-|to|and|&) ?\d+)? (?:is|are)\b/i;
const SAYS_ROUND =
  /\b(?:in (?:the )?rounds?|circularly|join(?:ed)? (?:in|for|to work) (?:the |in the )?rounds?)\b/i;
/** A counted stitch, or a name that can only be a stitch. */
const STITCH_WORD =
  /(?:^|[\s,;*[(])(?:[kp] ?\d+|\d+ ?[kp]|\d+ (?:knit|purl)|k\d?tog|p\dtog|ssk|ssp|yo|kfb|\d+\/\d+ ?[rl]p?c|[ct]\d+[fbrl]p?|cr\d+[fbrl]?|(?:knit|purl) (?:\d+|(?:one|two|three|four|five|six|seven|eight|nine|ten)\b)|(?:sl|slip) \d+)(?=$|[\s,;.\])])/i;
/** An order that changes every row cannot be passed over. */
const STANDING_ORDER =
  /\b(?:slip|sl|knit|purl|work)\b[^.]{0,40}\b(?:first|last|edge)\b[^.]{0,40}\b(?:every|each|all)\b[^.]{0,20}\b(?:row|round|rnd)/i;
const PROSE_NAME = /^(?:notes?|edges?|borders?|selv\w*|hints?|tips?|n\.?b\.?|important|remember|gauge|tension|needles?|yarn|materials?|sizes?|finishing|cast[- ]on|bind[- ]off|cast[- ]off|instructions?|pattern|multiple|panel|legend|key|abbreviations?|stitches|special .*|chart|.* (?:row|round)s?)$/i; // prettier-ignore
const ENTRY =
  /^ *((?:[^=:\n*[\]]|:(?! )){1,48}?)(?: *= *|(?::| -| (?:means|stands for|is worked(?: as follows)?)[:,]?) +(?=(?:sl|slip|place|put|skip|miss|with|k|p|knit|purl|work|cross|cable|twist|make|bobble|yarn|\d+\/\d+|left|right|as)\b|[kpct]\d|[([]|[^.:;=]{1,40}[:;=,] *(?:sl|slip|place)\b))(?=\S)/i;
/** What may stand before an entry on its line. */
const NOTED =
  /^ *(?:notes?|n\.?b\.?|hints?|tips?|key|abbreviations?|legend|special [a-z ]{1,20}|stitches)(?: *[:.]| -) */i;
/** A whole line in brackets. */
const IN_BRACKETS = /^ *\([^()]*\)[. ]*$/;
const BULLET_BEFORE = /^[-*+>#\u2022\u25cf\u25e6\u00b7]+ */;
const TAG = /<\/?[a-z][^<>\n]{0,200}>|&(?:nbsp|amp|lt|gt|#\d{1,6});/i;

/** "Knit to end", "repeat from * to the last 3 sts": the end of some row. */
const ROW_END =
  /\b(?:knit|purl|k|p|rep(?:eat)?)\b[^.\n]{0,24}\b(?:to|until) (?:the )?(?:end|last|m|marker)\b|\b(?:knit|purl) across\b/i;

/** A whole line that says only "knit", "purl row" or "purl to end", with or without what looks like a label. */
const BARE_FILL =
  /^\W{0,8}(?:[a-z]{1,7}\.? ?)?(?:\d{1,3}(?:st|nd|rd|th)?)?[^a-z0-9]{0,4}(?:knit|purl|k|p)(?: ?(?:all|every|each)(?: sts?| stitch(?:es)?)?| across| to (?:the )?end| row| round| rnd)?[. ]*$/i;
/** "Knit the knits, slip the purls": words of a row, whatever stands before them. */
const BY_RULE = /\b(?:k|knit|p|purl|sl|slip) (?:all )?the (?:knits?|purls?)\b/i;

/** A remark with a number or the word for a stitch: it may change how the rows are knitted. */
export const mayMatter = (line: string) =>
  /\d|\b(?:knit|purl|k|p|st|sts|stitch(?:es)?|rows?|rounds?|rnds?|cable|cross|one|two|three|four|five|six|eight|ten|twice)\b/i.test(
    line,
  );

export const holdsStitchWord = (line: string) =>
  STITCH_WORD.test(line) ||
  STANDING_ORDER.test(line) ||
  ROW_END.test(line) ||
  BY_RULE.test(line) ||
  BARE_FILL.test(line);

function oddCharacter(text: string): number {
  for (let at = 0; at < text.length; at += 1) {
    const code = text.charCodeAt(at);
    if ((code < 32 && code !== 10 && code !== 13 && code !== 9) || code === 0xfffd || code === 0x7f)
      return at;
  }
  return -1;
}

/** A label where a line or a sentence begins; `length` runs to the row's first word. */
type Label = { readonly header: RowHeader; readonly length: number };
/** Lists of row numbers may be long. */
const MOST_LABEL = 700;
const USUAL_LABEL = 120;

function labelAt(line: string, at: number): Label | 'unclear' | null {
  const head = line.slice(at, at + 100).replace(/\s+/g, ' ');
  BEGINS_ROW.lastIndex = BULLET_BEFORE.exec(head)?.[0].length ?? 0;
  if (!BEGINS_ROW.test(head)) return null;
  const label = labelWithin(line.slice(at, at + USUAL_LABEL));
  const long = label === null || label === 'unclear';
  return long && line.length > at + USUAL_LABEL ? labelWithin(line.slice(at, at + MOST_LABEL)) : label;
}

function labelWithin(text: string): Label | 'unclear' | null {
  const cursor = new Cursor(text);
  const header = readHeader(cursor);
  return header === null || header === 'unclear' ? header : { header, length: cursor.origin(cursor.at) };
}

/** A number alone before the words of a row: "3: k2, p2". */
function bareLabel(line: string, at: number): Label | null {
  if (!/\d/.test(line.charAt(at))) return null;
  const cursor = new Cursor(line.slice(at, at + USUAL_LABEL));
  const header = readBareNumber(cursor);
  if (!header) return null;
  const rest = cursor.text.slice(cursor.at);
  const works = holdsStitchWord(rest) || beginsBody(rest) || /^ *\d+:/.test(cursor.text);
  return works ? { header, length: cursor.origin(cursor.at) } : null;
}

/** Where a label that is not understood ends, by its marks or else by its first words. */
const LABEL_ENDS = [/^[^:=]{1,40}?[:=]/, /^[^,.]{1,30}?[,.](?= )/, /^\S+(?: \S+)?/];

const ROW_WORDS = ['row', 'rows', 'round', 'rounds', 'rnd', 'rnds'];
const MISTYPED =
  /^[^a-z0-9]*(?:([a-z][a-z0-9]{1,6})\.? ?(?:\d{1,4}|(?:one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve)(?=[ ,:.]))|\d{1,4}(?:st|nd|rd|th) ([a-z]{2,7}))(?![a-z0-9/])/i;

/** "Rwo 3:", "3rd ruond": one slip of the pen from a label, before anything but the explanation of a crossing. */
function mistyped(line: string): boolean {
  if (/[:=] *(?:sl|slip|place|put|skip)\b/i.test(line.slice(0, 60))) return false;
  const found = MISTYPED.exec(line.slice(0, 60));
  const word = (found?.[1] ?? found?.[2] ?? '').toLowerCase();
  return word !== '' && ROW_WORDS.some((right) => isOneSlip(word, right));
}

/** An entry in the middle of a line: nothing else stands before an equals sign and a slip. */
const ENTRY_WITHIN =
  /^[^=:;.,*()[\]]{1,40} ?= ?(?=(?:sl|slip|place|put|skip|knit|purl|k2tog)\b|[kp]\d|\d\/\d)/i;

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
  rowCount: null, saysRound: false, holds: null,
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
  multiple: Stated | null = null;
  width: StatedNumber | null = null;
  rowCount: StatedNumber | null = null;
  saysRound = false;
  holds: Holds | null = null;
  private grow: ((to: number) => void) | null = null;
  /** The statement under way ended with a full stop: a line of mere words after it is a remark. */
  private ended = false;
  /** Its last line ends in a comma, an open bracket or a word that wants another. */
  private openEnded = false;

  constructor(
    private readonly text: string,
    private readonly lines: Lines,
    private readonly passedOver: ReadonlySet<string>,
  ) {}

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
    if (this.rows.length === MOST_STATEMENTS)
      this.problems.push({ code: 'too-many-rows', most: MOST_ROWS, at: this.lines.span(from, to) });
    this.grow = null;
    if (this.rows.length >= MOST_STATEMENTS) return;
    this.explained(from, to);
    this.open(this.rows, { from, to, header, bodyFrom: Math.min(to, from + length) });
  }

  /** The label is marked, not what follows it. */
  private unclearLabel(from: number, to: number) {
    const text = this.text.slice(from, to);
    const blank = text.length - text.trimStart().length;
    const head = text.trimStart().slice(0, 60);
    const label = LABEL_ENDS.map((ends) => ends.exec(head)).find((found) => found !== null);
    const end = from + blank + Math.max(1, label?.[0].trimEnd().length ?? Math.min(20, text.trim().length));
    const marked = Math.min(to, end);
    this.problems.push({ code: 'header-not-understood', text: this.text.slice(from + blank, marked).slice(0, 40), at: this.lines.span(from + blank, marked) }); // prettier-ignore
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
    this.open(this.legend, { from, to, name, bodyFrom: from + entry[0].length, defines });
  }

  private unclearOrder(from: number, to: number) {
    const text = this.text.slice(from, to);
    const blank = text.length - text.trimStart().length;
    this.problems.push({ code: 'order-not-understood', text: text.trim().slice(0, 60), at: this.lines.span(from + blank, from + text.trimEnd().length) }); // prettier-ignore
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

  private statements(from: number, line: string) {
    const at = (found: RegExpExecArray) =>
      this.lines.span(from + found.index, from + found.index + found[0].length);
    const multiple = MULTIPLE.exec(line);
    if (multiple)
      this.multiple ??= { multiple: Number(multiple[1]), plus: Number(multiple[2] ?? 0), at: at(multiple) };
    const width = WIDTH.exec(line);
    if (width && !multiple) this.width ??= { count: Number(width[1] ?? width[2] ?? width[3]), at: at(width) };
    const rows = ROW_COUNT.exec(line);
    if (rows) this.rowCount ??= { count: Number(rows[1] ?? rows[2] ?? rows[3]), at: at(rows) };
    if (SAYS_ROUND.test(line)) this.saysRound = true;
    this.holds ??= saidHolds(line);
  }

  private entry(line: string): RegExpExecArray | null {
    const found = ENTRY.exec(line);
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
    if (this.passedOver.has(line.trim())) return this.remark(from, to, false, line);
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
    this.statements(from, line);
    // "Multiple of 8 sts plus 2." was understood as a whole: it is not passed over.
    const understood = saidHolds(line) !== null || line.replace(MULTIPLE, '').replace(/[\s().]/g, '') === '';
    if (!understood) this.loose.push({ from, to, holdsStitches });
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
  const { rows, legend, loose, orders, multiple, width, rowCount, saysRound, holds } = scanner;
  return {
    text, lines, sizes, rows, legend, loose, orders, multiple, width, rowCount, saysRound, holds,
    problems: [...problems, ...scanner.problems],
  }; // prettier-ignore
}
