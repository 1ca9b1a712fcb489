/**
 * Written rows become a checked chart, or a list of every place that does not work. Three stages: scanner
 * (scan.ts), syntactic rows (body.ts, words.ts, rows.ts), checker (checker.ts); only what passes the last becomes a chart.
 */
import { err, ok, type Result } from '../result';
import { takesForm, type LinearForm, type Row } from '../chart/row';
import type { Chart } from '../chart/chart';
import { chartDoubts } from '../chart/checks/checks';
import type { Direction } from '../stitch/types';
import { Checker } from './checker';
import { NO_CHOICES, type Choices } from './choices';
import { doubtsOf, reaches } from './doubts';
import { fitRows, type Fitted } from './fit';
import { withFitting } from './fitting-options';
import { LegendNames } from './legend-names';
import { readLegend, readsAsRow, type LegendEntry, type ReadLegend } from './legend';
import { loneRows } from './lone-rows';
import { isPresented, type Parts } from './parts';
import { bare, wordsOf, type RowWords } from './placed-row';
import type { NotationProblem, Option, TextSpan } from './problems';
import { writtenRows, type WrittenRow, type WrittenRows } from './rows';
import type { ReadChart } from './read-chart';
import { saidTwice } from './said-twice';
import { scan, type Scanned } from './scan';
import { saysWidth } from './stated';
import { holdsStitchWord } from './stitch-words';
import { mayBeSeveral, partsOfText, type Part } from './several';
import { Lines } from './text';
import type { Item } from './syntax';

/**
 * How rows are worked where the text does not say: unturned rows all face the RS and run to and fro. A text that speaks
 * of wrong-side rows is written for turned work and read so, whatever the piece; the picture it gives is the same.
 */
export type ReadingContext = {
  readonly unturned?: { readonly firstDirection: Direction };
  readonly choices?: Choices;
};

/** Whether the counts that a text states agree with a reading: settles "repeat 3 times". */
const agreesWith =
  (scanned: Scanned, written: readonly WrittenRow[]) =>
  ({ form, gives }: Fitted): boolean => {
    const counts = written.every(
      ({ body }, i) => !body.stated || reaches(gives[i] ?? form, body.stated.count),
    );
    const { width, multiple } = scanned;
    const asStated =
      !multiple || reaches({ base: multiple.plus, perRepeat: multiple.multiple }, form.base + form.perRepeat);
    return counts && asStated && (!width || reaches(form, width.count));
  };

/** Whether a stitch count that the text states is reached by a form. */
function likelyBy({ width, multiple }: Scanned, written: readonly WrittenRow[]) {
  const counts = written.flatMap(({ body }) => (body.stated ? [body.stated.count] : []));
  const wanted = [...counts, ...(width ? [width.count] : [])];
  return (form: LinearForm) =>
    wanted.some((count) => reaches(form, count)) ||
    (multiple !== null &&
      form.perRepeat === multiple.multiple &&
      reaches(form, multiple.plus + multiple.multiple));
}

type Read = {
  readonly scanned: Scanned;
  readonly legend: ReadLegend;
  readonly written: WrittenRows;
  readonly used: ReadonlySet<string>;
  /** Names read as is usual that may mean something else, with what they may mean. */
  readonly soft: ReadonlyMap<string, readonly Option[]>;
  readonly problems: readonly NotationProblem[];
};

/** Names that are used in the rows but not explained well enough. */
function unclearNames(legend: ReadLegend, unclear: ReadonlySet<string>): NotationProblem[] {
  return legend.entries.flatMap((entry): NotationProblem[] => {
    if (!unclear.has(entry.name) || entry.meaning || entry.half) return [];
    const { name, at, options, differs } = entry;
    if (differs) return [{ code: 'held-differs', ...differs, at }];
    return [
      options.length > 0
        ? { code: 'ambiguous-name', word: name, options, at }
        : { code: 'legend-not-understood', name, at },
    ];
  });
}

const UNCLEAR_ROWS: ReadonlySet<string> = new Set([
  'header-not-understood',
  'entry-or-row',
  'stray-line',
  'order-not-understood',
]);
const SIZES: ReadonlySet<string> = new Set(['choose-size', 'sizes-differ', 'no-such-size']);
const UNREAD = {
  legend: { entries: [], names: new LegendNames([]), problems: [] },
  written: { inTheRound: false, turned: false, firstSide: 'RS', setUp: [], rows: [], problems: [] },
  used: new Set<string>(),
  soft: new Map<string, readonly Option[]>(),
} as const;

const textAt = ({ text }: Scanned, { from, length }: TextSpan) => text.slice(from, from + length);
/** What looked like an entry, but says nothing that is understood, of a name that no row uses. */
function idleRemarks(legend: ReadLegend, used: ReadonlySet<string>): LegendEntry[] {
  const idle = legend.entries.filter(
    ({ name, meaning, options, half, idle: known }) =>
      !known && !meaning && !half && options.length === 0 && !used.has(name),
  );
  return idle.filter(({ at }, i) => idle.findIndex((other) => other.at.from === at.from) === i);
}

function readStages(source: string, choices: Choices): Read {
  const scanned = scan(source, choices.size, choices.remarks);
  // Before a size is chosen every list of numbers would be a problem of its own.
  const sizeless = scanned.problems.some(({ code }) => SIZES.has(code));
  if (sizeless) return { ...UNREAD, scanned, problems: scanned.problems };
  const legend = readLegend(scanned, choices.meanings);
  const unclear = new Set<string>();
  const used = new Set<string>();
  const soft = new Map<string, readonly Option[]>();
  const context = {
    legend: legend.names,
    picks: choices.meanings,
    sized: scanned.sizes > 1,
    onUnclear: (name: string) => unclear.add(name),
    onUsed: (name: string) => used.add(name),
    onSoft: (word: string, options: readonly Option[]) => soft.set(word, options),
  };
  const written = writtenRows(scanned, context, choices.round);
  const idle = idleRemarks(legend, used);
  const rowLike = idle.filter((entry) => readsAsRow(entry, scanned));
  const doubtful = idle.filter(
    (entry) => !entry.sure && !rowLike.includes(entry) && holdsStitchWord(textAt(scanned, entry.at)),
  );
  const loose = scanned.loose.filter(({ holdsStitches }) => holdsStitches);
  const stray = [
    ...loose.map(({ from, to }) => scanned.lines.span(from, to)),
    ...doubtful.map(({ at }) => at),
  ].map((at): NotationProblem => ({ code: 'stray-line', text: textAt(scanned, at).trim().slice(0, 60), at }));
  const rows = rowLike.map(({ name, at }): NotationProblem => ({ code: 'entry-or-row', name, at }));
  const before = [
    ...scanned.problems,
    ...stray,
    ...rows,
    ...legend.problems,
    ...unclearNames(legend, unclear),
  ];
  // A row whose label is not understood is not missing besides.
  const unclearRows = before.some(({ code }) => UNCLEAR_ROWS.has(code));
  const rest = written.problems.filter(
    ({ code }) => (code !== 'no-rows' || before.length === 0) && (code !== 'row-missing' || !unclearRows),
  );
  return { scanned, legend, written, used, soft, problems: inOrder([...before, ...rest]) };
}

/** The rows of a text as they are written, for texts that are not one chart; problems in the order of the text. */
export function readWritten(
  source: string,
  choices: Choices = NO_CHOICES,
): {
  readonly written: WrittenRows;
  readonly scanned: Scanned;
  readonly problems: readonly NotationProblem[];
} {
  const { written, scanned, problems } = readStages(source, choices);
  return { written, scanned, problems };
}

/** Entries without any use: crossings only, for every list explains a word or two too many. */
function unusedEntries(legend: ReadLegend, used: ReadonlySet<string>): LegendEntry[] {
  const usedPlaces = new Set(legend.entries.filter(({ name }) => used.has(name)).map(({ at }) => at.from));
  const unused = legend.entries.filter(
    ({ idle, meaning, options, half, at }) =>
      !idle && !usedPlaces.has(at.from) && (meaning !== null || half !== undefined || options.length > 0),
  );
  return unused.filter(({ at }, i) => unused.findIndex((other) => other.at.from === at.from) === i);
}

const unturnedBy = ({ unturned }: ReadingContext, written: WrittenRows, { holds }: Scanned) =>
  written.turned || !unturned ? undefined : { ...unturned, holds };

/** Of single rows; everything else leaves open which rows there are. */
const OF_WORDS: ReadonlySet<string> = new Set([
  'unknown-word', 'row-not-understood', 'ambiguous-name', 'name-clash', 'crossing-not-understood', 'empty-row', 'unclosed', 'unopened', 'too-deep',
  'missing-times', 'count-out-of-range', 'repeat-without-star', 'two-repeats', 'over-differs', 'legend-not-understood',
  'legend-twice', 'stray-line',
]); // prettier-ignore

/** Where some rows have words that are not understood, the counts of all the others can be compared all the same. */
function countsAside(
  written: WrittenRows,
  scanned: Scanned,
  problems: readonly NotationProblem[],
  context: ReadingContext,
): readonly NotationProblem[] {
  const all = [...written.setUp, ...written.rows];
  if (!problems.every(({ code }) => OF_WORDS.has(code)) || all.every(({ body }) => body.broken)) return [];
  const checker = new Checker(all, written.setUp.length);
  const fittings = checker.fittings(written.inTheRound, unturnedBy(context, written, scanned));
  if (checker.problems.length > 0) return checker.problems;
  const ring = fittings.some(({ phase }) => phase !== null);
  const fitted = fitRows(fittings, written.setUp.length, ring, {
    stated: scanned.multiple,
    agrees: () => true,
    likely: likelyBy(scanned, all),
  });
  if (fitted.kind === 'misfits' && fittings.some(({ ways }) => ways[0] && !isPresented(ways[0].repeat)))
    for (const misfit of fitted.misfits) checker.misfit(misfit, fittings[misfit.index]);
  return checker.problems;
}

/** Twists that are read as knit, where the rows above go on with a purl: which twist is meant is asked. */
function softNames({ scanned, soft }: Read, chart: Chart, words: readonly RowWords[]): NotationProblem[] {
  if (soft.size === 0) return [];
  const asked = chartDoubts(chart)
    .filter(({ code }) => code === 'texture')
    .flatMap(({ at: { row, part, cell } }) => words[row]?.[part][cell] ?? []);
  return asked.flatMap((at): NotationProblem[] => {
    const word = textAt(scanned, at).trim();
    const options = soft.get(word);
    return options ? [{ code: 'ambiguous-name', word, options, at }] : [];
  });
}

/**
 * Reads pasted rows. The chart's name is the caller's. Where a name is to be asked, the meanings with which the rows fit
 * come first.
 */
export function readRows(
  source: string,
  name: string,
  context: ReadingContext = {},
): Result<ReadChart, readonly NotationProblem[]> {
  const choices = context.choices ?? NO_CHOICES;
  const parts = mayBeSeveral(source) ? partsOfText(scan(source, choices.size, choices.remarks)) : [];
  if (parts.length > 1) return readPart(source, parts, name, context, choices);
  return readAsked(source, name, context, choices);
}

/** One of several patterns of a text, once it was chosen. */
function readPart(
  source: string,
  parts: readonly Part[],
  name: string,
  context: ReadingContext,
  choices: Choices,
): Result<ReadChart, readonly NotationProblem[]> {
  const part = parts[choices.part ?? -1];
  if (part) return readAsked(part.masked, name, context, choices);
  const at = new Lines(source).span(0, 1);
  return err([{ code: 'choose-pattern', names: parts.map((one) => one.name), at }]);
}

function readAsked(
  source: string,
  name: string,
  context: ReadingContext,
  choices: Choices,
): Result<ReadChart, readonly NotationProblem[]> {
  const read = readOnce(source, name, context);
  if (read.ok) return read;
  const attempt = (meanings: Choices['meanings']) =>
    readOnce(source, name, {
      ...context,
      choices: { ...choices, meanings: { ...choices.meanings, ...meanings } },
    });
  return err(withFitting(source, read.error, attempt));
}

function readOnce(
  source: string,
  name: string,
  context: ReadingContext = {},
): Result<ReadChart, readonly NotationProblem[]> {
  const stages = readStages(source, context.choices ?? NO_CHOICES);
  const { scanned, legend, written, used, problems } = stages;
  if (problems.length > 0)
    return err(inOrder([...problems, ...countsAside(written, scanned, problems, context)]));
  const all = [...written.setUp, ...written.rows];
  const setUps = written.setUp.length;
  const checker = new Checker(all, setUps);
  const refused = () => err(inOrder(checker.problems));
  const fittings = checker.fittings(written.inTheRound, unturnedBy(context, written, scanned));
  if (checker.problems.length > 0) return refused();
  const ring = fittings.some(({ phase }) => phase !== null);
  const fitted = fitRows(fittings, setUps, ring, {
    stated: scanned.multiple,
    agrees: agreesWith(scanned, all),
    likely: likelyBy(scanned, all),
  });
  if (fitted.kind !== 'fitted') {
    if (fitted.kind === 'unclear') checker.unclear(fitted.index);
    else if (fittings.every(({ ways }) => ways[0] && isPresented(ways[0].repeat))) {
      const first = all[0] as WrittenRow;
      checker.fail({ code: 'nothing-below', words: first.at, at: first.at, row: first.label });
    } else for (const misfit of fitted.misfits) checker.misfit(misfit, fittings[misfit.index]);
    return refused();
  }
  const placed = checker.present(fitted.rows, fittings);
  if (!placed) return refused();
  const rows = placed.map(bare);
  const chart: Chart = {
    name,
    setUp: rows.slice(0, setUps),
    rows: rows.slice(setUps),
    firstSide: written.firstSide,
  };
  if (checker.problems.length === 0) checker.recheck(chart);
  if (checker.problems.length > 0) return refused();
  const castOn = takesForm(rows[0] as Row);
  const words = placed.map((row, i) => wordsOf(row, (all[i] as WrittenRow).at));
  const asked = softNames(stages, chart, words);
  if (asked.length > 0) return err(asked);
  return ok({
    chart,
    words,
    remarks: [
      ...scanned.loose.map(({ from, to }) => scanned.lines.span(from, to)),
      ...idleRemarks(legend, used).map(({ at }) => at),
    ].sort((a, b) => a.from - b.from),
    doubts: doubtsOf({
      scanned,
      written: all,
      rows,
      form: castOn,
      repeatRows: chart.rows.length,
      turned: !written.inTheRound && (written.turned || !context.unturned),
      unused: unusedEntries(legend, used),
      twice: saidTwice(scanned.text, all, rows, words),
      lone: loneRows(
        fittings.map(({ ways }, i) => ways[fitted.ways[i] ?? 0] as Parts),
        all.map(({ body }) => body.items.some(isStarred)),
      ),
    }),
    castOn,
    repeats: scanned.width && repeatsOf(castOn, scanned.width.count),
    inTheRound: written.inTheRound,
  });
}

function repeatsOf({ base, perRepeat }: LinearForm, stitches: number): number | null {
  const repeats = perRepeat > 0 ? (stitches - base) / perRepeat : 0;
  return Number.isInteger(repeats) && repeats >= 1 ? repeats : null;
}

/** How many repeats a text means by its "cast on 120 sts", for a chart that was read from it. */
export function repeatsStated(source: string, castOn: LinearForm): number | null {
  const width = saysWidth(source) ? scan(source).width : null;
  return width && repeatsOf(castOn, width.count);
}

/** A repeat written as one, not "knit to end", whose only stitch has the words of the whole. */
const isStarred = (item: Item) =>
  item.kind === 'repeat' && item.items.some(({ span }) => span.from !== item.span.from);

const MOST_PROBLEMS = 400;
const inOrder = (problems: readonly NotationProblem[]) =>
  [...problems].sort((a, b) => a.at.line - b.at.line || a.at.column - b.at.column).slice(0, MOST_PROBLEMS);
