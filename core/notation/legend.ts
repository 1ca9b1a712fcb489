/** Legend entries: a name of the designer's own, and what it stands for. The legend always wins. */
import type { Cell } from '../stitch/types';
import { crossingOfWords } from '../stitch/working';
import { BodyReader } from './body';
import { optionName } from './crossing-names';
import { explainedCell, glossOf } from './glossary';
import { LegendNames, type LegendName } from './legend-names';
import type { NotationProblem, Option, TextSpan } from './problems';
import type { LegendStatement, Scanned } from './scan';
import { holdsStitchWord } from './stitch-words';
import {
  beginsSpelled,
  readHalf,
  readSpelled,
  readTwist,
  type Half,
  type HeldDiffers,
  type Spelled,
} from './spelled';
import type { Meaning } from './syntax';
import { Cursor } from './text';
import { PLAIN_CONTEXT } from './words';

export type LegendEntry = {
  readonly name: string;
  readonly at: TextSpan;
  readonly meaning: Meaning | null;
  /** Ways in which the entry can be read, where it leaves something open. */
  readonly options: readonly Option[];
  /** It holds so many stitches and works others. */
  readonly differs?: HeldDiffers;
  /** It says only what waits, and where. */
  readonly half?: Half;
  /** An abbreviation that says nothing new. */
  readonly idle: boolean;
  /** Written with an equals sign, or with a name like an abbreviation: surely an entry, not a remark. */
  readonly sure: boolean;
};

const HOLD_PAIR = /\b(front|back)\b ?\((front|back)\)/gi;
const BEGINS =
  /\b(?:(?:sl|slip|place|put|transfer)(?: |(?=\d))(?:the )?(?:next |first |following )*(?:\d|one|two|three|four|five|six|st)|(?:knit|k|purl|p)(?: into)?(?: the)? (?:2nd|second)|k2tog|skip|miss)/i;
/** What may follow a definition: nothing, a remark in brackets, further sentences; but no more stitches. */
function endsHere(rest: string): boolean {
  const more = rest.slice(rest.search(/[^ .;,]|$/));
  return more === '' || (/^[A-Z(]/.test(more) && !holdsStitchWord(more));
}

const seen = (spelled: Spelled, depth: Spelled['depths'][number]): Cell => {
  const { words } = spelled;
  const centre = words.centre && { ...words.centre, depth };
  return crossingOfWords({ ...words, ...(centre && { centre }) }, { side: 'RS', direction: 'rightToLeft' });
};

type Reading = {
  readonly meaning: Meaning | null;
  readonly options: readonly Option[];
  readonly differs?: HeldDiffers;
  readonly half?: Half;
};
const NOTHING: Reading = { meaning: null, options: [] };

/** A crossing in full, from its first word to the end of the entry; a closing remark in brackets is passed over. */
function spelledOut(body: string): Reading {
  const cursor = new Cursor(body);
  if (beginsSpelled(cursor)) {
    const half = cursor.attempt(() => readHalf(cursor));
    if (half) return { ...NOTHING, half };
    const spelled = readSpelled(cursor);
    if (spelled && !('words' in spelled)) return { ...NOTHING, differs: spelled };
    if (!spelled || !endsHere(cursor.text.slice(cursor.at))) return NOTHING;
    if (spelled.depths.length < 2) return { meaning: { kind: 'words', words: spelled.words }, options: [] };
    const cells = spelled.depths.map((depth) => seen(spelled, depth));
    return { meaning: null, options: cells.map((cell) => ({ name: optionName(cell), cell })) };
  }
  const twist = readTwist(cursor);
  return twist && endsHere(cursor.text.slice(cursor.at))
    ? { meaning: { kind: 'words', words: twist }, options: [] }
    : NOTHING;
}

/** An entry that only gives another name, such as `Rope cross = 2/2 RC`. */
function alias(body: string): Reading {
  const explained = explainedCell(body);
  if (explained) return { meaning: { kind: 'picture', cell: explained }, options: [] };
  const reader = new BodyReader(new Cursor(body.replace(/[. ]+$/, '')), PLAIN_CONTEXT);
  const read = reader.read();
  const [item, more] = read.kind === 'items' ? read.items : [];
  const [problem] = reader.problems;
  if (problem?.code === 'ambiguous-name' && reader.problems.length === 1 && !item)
    return { meaning: null, options: problem.options };
  if (reader.problems.length > 0 || more || !item) return NOTHING;
  if (item.kind === 'named') return { meaning: item.meaning, options: [] };
  if (item.kind === 'cell' && item.count === 1)
    return { meaning: { kind: 'picture', cell: item.cell }, options: [] };
  return NOTHING;
}

function define(body: string): Reading {
  const whole = spelledOut(body);
  if (whole.meaning || whole.options.length > 0) return whole;
  const begins = BEGINS.exec(body)?.index ?? 0;
  if (whole.differs || whole.half) return whole;
  return begins > 0 ? spelledOut(body.slice(begins)) : alias(body);
}

/** `alias`: what stands in brackets behind a name may be a name as well, or a mere remark. */
type Unfolded = { readonly name: string; readonly body: string; readonly alias?: boolean };

/** "C4F (C4B) = ... hold in front (back) ..." is two entries. */
function unfold(statement: LegendStatement, body: string): Unfolded[] {
  const pair = /^([^()]+?) ?[(/] ?([^()]+?)\)?$/.exec(statement.name);
  const holds = body.match(HOLD_PAIR);
  if (pair && holds)
    return [1, 2].map((which) => ({
      name: (pair[which] as string).trim(),
      body: body.replace(HOLD_PAIR, `$${which}`),
    }));
  // "Left cross (LC)" goes by either name.
  const bracketed = /^(.*\S) ?\(([^)]*)\)$/.exec(statement.name);
  if (!bracketed) return [{ name: statement.name, body }];
  const [, short = '', within = ''] = bracketed;
  const inner = within.trim();
  const others = [...(/^[a-z][^,;=]*$/i.test(inner) ? [inner] : []), statement.name];
  return [
    { name: short, body },
    ...others.flatMap((name) => (glossOf(name, body) === 'not-basic' ? [{ name, body, alias: true }] : [])),
  ];
}

/** An entry whose words are those of a row: a label that was lost, most likely. */
export function readsAsRow({ name, at }: LegendEntry, { text }: Scanned): boolean {
  const body = text
    .slice(at.from, at.from + at.length)
    .slice(name.length)
    .replace(/^[^a-z0-9*([]+/i, '');
  const reader = new BodyReader(new Cursor(body.replace(/\s+/g, ' ')), PLAIN_CONTEXT);
  const read = reader.read();
  if (reader.problems.length > 0) return false;
  return read.kind === 'copy' || read.items.length > 1 || /\d/.test(name);
}

export type ReadLegend = {
  readonly entries: readonly LegendEntry[];
  readonly names: LegendNames;
  readonly problems: readonly NotationProblem[];
};

/** CR, MB, T3 left: capitals or figures, and few letters. */
const looksShort = (name: string) => name.length <= 4 || /\d/.test(name) || /^[A-Z]{2,}/.test(name);

function entryOf(name: string, body: string, at: TextSpan, defines: boolean): LegendEntry {
  const gloss = glossOf(name, body);
  const sure = defines || looksShort(name);
  if (gloss !== 'not-basic') return { name, at, meaning: null, options: [], idle: gloss === 'known', sure };
  return { name, at, idle: false, sure, ...define(body) };
}

const basicContradiction = (entry: LegendEntry, body: string): NotationProblem[] =>
  glossOf(entry.name, body) === 'contradicts'
    ? [{ code: 'legend-not-understood', name: entry.name, at: entry.at }]
    : [];

const MOST_ENTRIES = 400;
const spanOf = ({ text, lines }: Scanned, { from, to }: LegendStatement) =>
  lines.span(from, from + text.slice(from, to).trimEnd().length);

const saysTheSame = (a: LegendEntry, b: LegendEntry) =>
  JSON.stringify([a.meaning, a.options]) === JSON.stringify([b.meaning, b.options]);

class LegendReader {
  private readonly byName = new Map<string, LegendEntry & { readonly alias: boolean }>();
  /** "Worked over 4 sts" behind two names is the name of neither. */
  private readonly noNames = new Set<string>();
  readonly problems: NotationProblem[] = [];

  constructor(private readonly picks: Readonly<Record<string, Cell>>) {}

  add({ name, body, alias = false }: Unfolded, at: TextSpan, defines: boolean) {
    const read = entryOf(name, body, at, defines);
    const picked = read.options.length > 0 ? this.picks[name] : undefined;
    const entry = picked ? { ...read, meaning: { kind: 'picture' as const, cell: picked } } : read;
    if (!alias) this.problems.push(...basicContradiction(entry, body));
    const before = this.byName.get(name);
    if (!before || (before.alias && !alias)) this.byName.set(name, { ...entry, alias });
    else if (entry.idle || saysTheSame(before, entry)) return;
    else if (before.alias) this.noNames.add(name);
    else if (!alias) this.problems.push({ code: 'legend-twice', name, at });
  }

  entries(): LegendEntry[] {
    return [...this.byName.values()].filter(({ name }) => !this.noNames.has(name));
  }
}

/** Reads every entry of a scanned text. */
export function readLegend(scanned: Scanned, picks: Readonly<Record<string, Cell>>): ReadLegend {
  const nothing = { entries: [], names: new LegendNames([]) };
  const extra = scanned.legend[MOST_ENTRIES];
  if (extra) {
    const at = spanOf(scanned, extra);
    return { ...nothing, problems: [{ code: 'too-many-entries', most: MOST_ENTRIES, at }] };
  }
  const reader = new LegendReader(picks);
  for (const statement of scanned.legend) {
    const body = scanned.text.slice(statement.bodyFrom, statement.to).replace(/\s+/g, ' ').trim();
    const at = spanOf(scanned, statement);
    for (const unfolded of unfold(statement, body)) reader.add(unfolded, at, statement.defines);
  }
  const entries = reader.entries();
  const names = entries.flatMap(({ name, meaning, idle, half }): LegendName[] =>
    idle ? [] : [{ name, meaning, ...(half && { half }) }],
  );
  return { entries, names: new LegendNames(names), problems: reader.problems };
}
