/** Legend entries: a name of the designer's own, and what it stands for. The legend always wins. */
import type { Cell } from '../stitch/types';
import { crossingOfWords } from '../stitch/working';
import { BodyReader, PLAIN_CONTEXT } from './body';
import { optionName } from './crossing-names';
import { explainedCell, glossOf } from './glossary';
import { LegendNames, type LegendName } from './legend-names';
import type { NotationProblem, Option, TextSpan } from './problems';
import { holdsStitchWord, type LegendStatement, type Scanned } from './scan';
import { beginsSpelled, readSpelled, readTwist, type Spelled } from './spelled';
import type { Meaning } from './syntax';
import { Cursor } from './text';

export type LegendEntry = {
  readonly name: string;
  readonly at: TextSpan;
  readonly meaning: Meaning | null;
  /** Ways in which the entry can be read, where it leaves something open. */
  readonly options: readonly Option[];
  /** An abbreviation that says nothing new. */
  readonly idle: boolean;
  /** Written with an equals sign, or with a name like an abbreviation: surely an entry, not a remark. */
  readonly sure: boolean;
};

const HOLD_PAIR = /\b(front|back)\b ?\((front|back)\)/gi;
const BEGINS =
  /\b(?:(?:sl|slip|place|put|transfer) (?:the )?(?:next |first |following )*(?:\d|one|two|three|four|five|six|st)|(?:knit|k|purl|p)(?: into)?(?: the)? (?:2nd|second)|k2tog|skip|miss)/i;
/** What may follow a definition: nothing, a remark in brackets, further sentences; but no more stitches. */
function endsHere(rest: string): boolean {
  const plain = rest.replace(/^[ .;,]+|[ .;,]+$/g, '');
  return plain === '' || (/^[A-Z(]/.test(plain) && !holdsStitchWord(plain));
}

const seen = (spelled: Spelled, depth: Spelled['depths'][number]): Cell => {
  const { words } = spelled;
  const centre = words.centre && { ...words.centre, depth };
  return crossingOfWords({ ...words, ...(centre && { centre }) }, { side: 'RS', direction: 'rightToLeft' });
};

type Reading = { readonly meaning: Meaning | null; readonly options: readonly Option[] };
const NOTHING: Reading = { meaning: null, options: [] };

/** A crossing in full, from its first word to the end of the entry; a closing remark in brackets is passed over. */
function spelledOut(body: string): Reading {
  const cursor = new Cursor(body);
  if (beginsSpelled(cursor)) {
    const spelled = readSpelled(cursor);
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
  if (begins > 0) return spelledOut(body.slice(begins));
  return BEGINS.test(body) ? NOTHING : alias(body);
}

/** "C4F (C4B) = ... hold in front (back) ..." is two entries. */
function unfold(statement: LegendStatement, body: string): { name: string; body: string }[] {
  const pair = /^([^()]+?) ?[(/] ?([^()]+?)\)?$/.exec(statement.name);
  const holds = body.match(HOLD_PAIR);
  if (pair && holds)
    return [1, 2].map((which) => ({
      name: (pair[which] as string).trim(),
      body: body.replace(HOLD_PAIR, `$${which}`),
    }));
  const short = statement.name.replace(/ ?\([^)]*\)$/, '').trim();
  if (short === '' || short === statement.name) return [{ name: statement.name, body }];
  // "Left cross (LC)" goes by either name.
  const inner = /\(([^)]*)\)$/.exec(statement.name)?.[1]?.trim() ?? '';
  const names = [short, ...(/^[a-z][^,;=]*$/i.test(inner) ? [inner] : []), statement.name];
  return names.map((name) => ({ name, body }));
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

/** Reads every entry of a scanned text. */
export function readLegend(scanned: Scanned, picks: Readonly<Record<string, Cell>>): ReadLegend {
  const problems: NotationProblem[] = [];
  const entries: LegendEntry[] = [];
  const known = new Set<string>();
  if (scanned.legend.length > MOST_ENTRIES) {
    const at = spanOf(scanned, scanned.legend[MOST_ENTRIES] as LegendStatement);
    return {
      entries,
      names: new LegendNames([]),
      problems: [{ code: 'too-many-entries', most: MOST_ENTRIES, at }],
    };
  }
  for (const statement of scanned.legend) {
    const body = scanned.text.slice(statement.bodyFrom, statement.to).replace(/\s+/g, ' ').trim();
    const at = spanOf(scanned, statement);
    for (const { name, body: own } of unfold(statement, body)) {
      const entry = entryOf(name, own, at, statement.defines);
      const picked = picks[name];
      problems.push(...basicContradiction(entry, own));
      if (known.has(name) && !entry.idle) problems.push({ code: 'legend-twice', name, at });
      else
        entries.push(
          entry.options.length > 0 && picked
            ? { ...entry, meaning: { kind: 'picture', cell: picked } }
            : entry,
        );
      known.add(name);
    }
  }
  const names = entries.flatMap(({ name, meaning, idle }): LegendName[] => (idle ? [] : [{ name, meaning }]));
  return { entries, names: new LegendNames(names), problems };
}
