/** The first two stages of reading: the text scanned, its entries and its rows understood word by word, nothing counted yet. */
import { NO_CHOICES, type Choices } from './choices';
import { LegendNames } from './legend-names';
import { readLegend, readsAsRow, type LegendEntry, type ReadLegend } from './legend';
import type { NotationProblem, Option, TextSpan } from './problems';
import { AS_WRITTEN } from './row-orders';
import { writtenRows, type WrittenRows } from './rows';
import { scan, type Scanned } from './scan';
import { holdsStitchWord } from './stitch-words';

export type Stages = {
  readonly scanned: Scanned;
  readonly legend: ReadLegend;
  readonly written: WrittenRows;
  readonly used: ReadonlySet<string>;
  /** Names read as is usual that may mean something else, with what they may mean. */
  readonly soft: ReadonlyMap<string, readonly Option[]>;
  readonly problems: readonly NotationProblem[];
};

const MOST_PROBLEMS = 400;
/** In the order of the text. */
export const inOrder = (problems: readonly NotationProblem[]) =>
  [...problems].sort((a, b) => a.at.line - b.at.line || a.at.column - b.at.column).slice(0, MOST_PROBLEMS);

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
  'goes-on-differs',
]);
const SIZES: ReadonlySet<string> = new Set(['choose-size', 'sizes-differ', 'no-such-size']);
const UNREAD = {
  legend: { entries: [], names: new LegendNames([]), problems: [] },
  written: {
    inTheRound: false,
    turned: false,
    rows: [],
    runs: [],
    ofWhole: false,
    untilLeft: [],
    problems: [],
  },
  used: new Set<string>(),
  soft: new Map<string, readonly Option[]>(),
} as const;

export const textAt = ({ text }: Scanned, { from, length }: TextSpan) => text.slice(from, from + length);
/** What looked like an entry, but says nothing that is understood, of a name that no row uses. */
export function idleRemarks(legend: ReadLegend, used: ReadonlySet<string>): LegendEntry[] {
  const idle = legend.entries.filter(
    ({ name, meaning, options, half, idle: known }) =>
      !known && !meaning && !half && options.length === 0 && !used.has(name),
  );
  return idle.filter(({ at }, i) => idle.findIndex((other) => other.at.from === at.from) === i);
}

export function readStages(source: string, choices: Choices, laying = AS_WRITTEN): Stages {
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
  const written = writtenRows(scanned, context, choices.round, laying);
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
  const unclearRows = [...before, ...written.problems].some(({ code }) => UNCLEAR_ROWS.has(code));
  const rest = written.problems.filter(
    ({ code }) => (code !== 'no-rows' || before.length === 0) && (code !== 'row-missing' || !unclearRows),
  );
  return { scanned, legend, written, used, soft, problems: inOrder([...before, ...rest]) };
}

/** Entries without any use: crossings only, for every list explains a word or two too many. */
export function unusedEntries(legend: ReadLegend, used: ReadonlySet<string>): LegendEntry[] {
  const usedPlaces = new Set(legend.entries.filter(({ name }) => used.has(name)).map(({ at }) => at.from));
  const unused = legend.entries.filter(
    ({ idle, meaning, options, half, at }) =>
      !idle && !usedPlaces.has(at.from) && (meaning !== null || half !== undefined || options.length > 0),
  );
  return unused.filter(({ at }, i) => unused.findIndex((other) => other.at.from === at.from) === i);
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
