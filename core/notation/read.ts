/**
 * Written rows become a checked chart, or a list of every place that does not work. Three stages: scanner
 * (scan.ts), syntactic rows (body.ts, rows.ts), checker (here); only the checker makes a chart.
 */
import { err, ok, type Result } from '../result';
import { rowKey, takesForm, takesOf, type LinearForm, type Row } from '../chart/row';
import { checkChart, type Chart } from '../chart/chart';
import { oppositeDirection } from '../stitch/working';
import type { Direction } from '../stitch/types';
import { NO_CHOICES, type Choices } from './choices';
import { doubtsOf, reaches } from './doubts';
import { fitRows, type Fitted, type Fitting, type Misfit } from './fit';
import { LegendNames } from './legend-names';
import { readLegend, type LegendEntry, type ReadLegend } from './legend';
import { cellsOf, isPresented, partsOf, type Facing, type Parts } from './parts';
import { bare, dressed, wordsOf, type PlacedRow, type RowWords } from './placed-row';
import { Presenter, rowBelow } from './presented';
import type { NotationDoubt, NotationProblem, TextSpan } from './problems';
import { writtenRows, type WrittenRow, type WrittenRows } from './rows';
import { holdsStitchWord, scan, type Scanned } from './scan';

/**
 * How rows are worked where the text does not say: unturned rows all face the RS and run to and fro. A text that speaks
 * of wrong-side rows is written for turned work and read so, whatever the piece; the picture it gives is the same.
 */
export type ReadingContext = {
  readonly unturned?: { readonly firstDirection: Direction };
  readonly choices?: Choices;
};

export type ReadChart = {
  readonly chart: Chart;
  /** Where the words of each row and of each of its cells stand, set-up rows first. */
  readonly words: readonly RowWords[];
  /** Lines passed over. */
  readonly remarks: readonly TextSpan[];
  readonly legend: readonly LegendEntry[];
  /** What the text states of itself and the rows deny. */
  readonly doubts: readonly NotationDoubt[];
  /** Stitches to cast on for n repeats. */
  readonly castOn: LinearForm;
  readonly inTheRound: boolean;
};

const MOST_STITCHES = 300_000;

function facingOf(written: WrittenRow, inTheRound: boolean, context: ReadingContext): Facing {
  if (inTheRound || !context.unturned) return { side: written.side, faced: 'rightToLeft' };
  const odd = Math.abs(written.number) % 2 === 1;
  const first = context.unturned.firstDirection;
  return { side: 'RS', faced: odd ? first : oppositeDirection(first) };
}

const size = ({ before, repeat, after }: Parts) =>
  before.length + after.length + (repeat && !isPresented(repeat) ? repeat.length : 0);

class Checker {
  readonly problems: NotationProblem[] = [];

  constructor(
    private readonly written: readonly WrittenRow[],
    private readonly setUps: number,
  ) {}

  fail(problem: NotationProblem) {
    this.problems.push(problem);
  }

  fittings(inTheRound: boolean, context: ReadingContext): Fitting[] {
    let total = 0;
    return this.written.map((row) => {
      const ways = partsOf(row.body.items, facingOf(row, inTheRound, context), row.at);
      if ('code' in ways) {
        this.fail({ ...ways, row: row.label });
        return { ways: [], phase: null };
      }
      const before = total;
      total += ways.reduce((sum, parts) => sum + size(parts), 0);
      if (total <= MOST_STITCHES) return { ways, phase: row.body.startAfter };
      if (before <= MOST_STITCHES)
        this.fail({
          code: 'count-out-of-range',
          count: total,
          most: MOST_STITCHES,
          at: row.at,
          row: row.label,
        });
      return { ways: [], phase: null };
    });
  }

  misfit({ index, takes, gives }: Misfit, fitting: Fitting | undefined) {
    const row = this.written[index] as WrittenRow;
    const extra = takes.perRepeat + takes.base - gives.perRepeat - gives.base;
    const parts = fitting?.ways[0];
    const cells = parts && !parts.repeat ? cellsOf(parts.before) : [];
    const edge = row.side === 'WS' ? cells[0] : cells[cells.length - 1];
    const past = extra > 0 && edge?.kind === 'crossing' && takesOf([edge]) > extra;
    this.fail({
      ...(past ? { code: 'crossing-past-end', over: extra } : { code: 'counts-differ', takes, gives }),
      at: row.at,
      row: row.label,
    });
  }

  unclear(index: number) {
    const row = this.written[index] as WrittenRow;
    const group = row.body.items.find((item) => item.kind === 'group' && item.times.length > 1);
    const times = group?.kind === 'group' ? (group.times[0] as number) : 0;
    this.fail({ code: 'repeat-count-unclear', times, at: group?.span ?? row.at, row: row.label });
  }

  /** Fills in the rows that were left open, as far as the rows below them are known; the rest are reported. */
  present(fitted: readonly (PlacedRow | null)[], fittings: readonly Fitting[]): PlacedRow[] | null {
    const placed = [...fitted];
    const rows: (Row | null)[] = fitted.map((row) => row && bare(row));
    const presenter = new Presenter(rows, this.setUps);
    let total = 0;
    for (let progress = true; progress;) {
      progress = false;
      fittings.forEach(({ ways }, index) => {
        const parts = ways[0];
        const below = rowBelow(rows, this.setUps, index);
        if (rows[index] || below < 0 || !parts || !isPresented(parts.repeat) || total > MOST_STITCHES) return;
        const [before, after] = [cellsOf(parts.before), cellsOf(parts.after)];
        const row = presenter.above(below, { slipPurls: parts.repeat.slipPurls, before, after });
        if (!row) return;
        rows[index] = row;
        placed[index] = withEnds(dressed(row, parts.repeat.at), parts);
        total += row.repeat.length;
        progress = true;
      });
    }
    if (total > MOST_STITCHES) {
      const { at, label: row } = this.written[0] as WrittenRow;
      this.fail({ code: 'count-out-of-range', count: total, most: MOST_STITCHES, at, row });
      return null;
    }
    this.written.forEach(({ at, label }, index) => {
      if (!placed[index]) this.fail({ code: 'nothing-below', at, row: label });
    });
    if (!placed.every((row) => row !== null)) return null;
    this.sameBothTimes(rows as Row[], presenter, fittings);
    return placed;
  }

  /** Row 1 as presented lies on the set-up the first time and on the last row ever after: both must show the same. */
  private sameBothTimes(rows: readonly Row[], presenter: Presenter, fittings: readonly Fitting[]) {
    const parts = fittings[this.setUps]?.ways[0];
    const first = this.written[this.setUps];
    if (this.setUps === 0 || !first || !parts || !isPresented(parts.repeat)) return;
    const [before, after] = [cellsOf(parts.before), cellsOf(parts.after)];
    const again = presenter.above(rows.length - 1, { slipPurls: parts.repeat.slipPurls, before, after });
    if (!again || rowKey(again) !== rowKey(rows[this.setUps] as Row))
      this.fail({ code: 'presents-two-ways', at: first.at, row: first.label });
  }

  /** The last word on counts is the chart's own check; nothing leaves the reader without it. */
  recheck(chart: Chart) {
    const checked = checkChart(chart);
    for (const problem of checked.ok ? [] : checked.error) {
      const at = 'row' in problem ? problem.row : { kind: 'row' as const, number: 1 };
      const index = at.kind === 'setUp' ? at.number - 1 : this.setUps + at.number - 1;
      const row = (this.written[index] ?? this.written[0]) as WrittenRow;
      const counts = problem.code === 'counts-differ';
      this.fail({
        ...(counts
          ? { code: 'counts-differ', takes: problem.takes, gives: problem.gives }
          : { code: 'no-multiple-fits' }),
        at: row.at,
        row: row.label,
      });
    }
  }
}

/** The words of ends that were written out, where the row still begins and ends with them. */
function withEnds(row: PlacedRow, parts: Parts): PlacedRow {
  if (row.kind === 'ring') return row;
  const [right, left] = [parts.before.length, parts.after.length];
  if (row.before.length < right || row.after.length < left) return row;
  const kept = row.after.length - left;
  return {
    ...row,
    before: row.before.map((one, i) => (i < right ? (parts.before[i] ?? one) : one)),
    after: row.after.map((one, i) => (i >= kept ? (parts.after[i - kept] ?? one) : one)),
  };
}

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

type Read = {
  readonly scanned: Scanned;
  readonly legend: ReadLegend;
  readonly written: WrittenRows;
  readonly used: ReadonlySet<string>;
  readonly problems: readonly NotationProblem[];
};

/** Names that are used in the rows but not explained well enough. */
function unclearNames(legend: ReadLegend, unclear: ReadonlySet<string>): NotationProblem[] {
  return legend.entries.flatMap((entry): NotationProblem[] => {
    if (!unclear.has(entry.name) || entry.meaning) return [];
    const { name, at, options } = entry;
    return [
      options.length > 0
        ? { code: 'ambiguous-name', word: name, options, at }
        : { code: 'legend-not-understood', name, at },
    ];
  });
}

const SIZES: ReadonlySet<string> = new Set(['choose-size', 'sizes-differ', 'no-such-size']);
const UNREAD = {
  legend: { entries: [], names: new LegendNames([]), problems: [] },
  written: { inTheRound: false, turned: false, firstSide: 'RS', setUp: [], rows: [], problems: [] },
  used: new Set<string>(),
} as const;

const textAt = ({ text }: Scanned, { from, length }: TextSpan) => text.slice(from, from + length);
/** What looked like an entry, but says nothing that is understood, of a name that no row uses. */
const idleRemarks = (legend: ReadLegend, used: ReadonlySet<string>) =>
  legend.entries.filter(({ name, meaning, options, idle }) => !idle && !meaning && options.length === 0 && !used.has(name)); // prettier-ignore

function readStages(source: string, choices: Choices): Read {
  const scanned = scan(source, choices.size, choices.remarks);
  // Before a size is chosen every list of numbers would be a problem of its own.
  const sizeless = scanned.problems.some(({ code }) => SIZES.has(code));
  if (sizeless) return { ...UNREAD, scanned, problems: scanned.problems };
  const legend = readLegend(scanned, choices.meanings);
  const unclear = new Set<string>();
  const used = new Set<string>();
  const context = {
    legend: legend.names,
    picks: choices.meanings,
    sized: scanned.sizes > 1,
    onUnclear: (name: string) => unclear.add(name),
    onUsed: (name: string) => used.add(name),
  };
  const written = writtenRows(scanned, context, choices.round);
  const doubtful = idleRemarks(legend, used).filter(
    ({ sure, at }) => !sure && holdsStitchWord(textAt(scanned, at)),
  );
  const loose = scanned.loose.filter(({ holdsStitches }) => holdsStitches);
  const stray = [
    ...loose.map(({ from, to }) => scanned.lines.span(from, to)),
    ...doubtful.map(({ at }) => at),
  ].map((at): NotationProblem => ({ code: 'stray-line', text: textAt(scanned, at).trim().slice(0, 60), at }));
  const before = [...scanned.problems, ...stray, ...legend.problems, ...unclearNames(legend, unclear)];
  const rest = written.problems.filter(({ code }) => code !== 'no-rows' || before.length === 0);
  return { scanned, legend, written, used, problems: inOrder([...before, ...rest]) };
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
    ({ idle, meaning, options, at }) =>
      !idle && !usedPlaces.has(at.from) && (meaning !== null || options.length > 0),
  );
  return unused.filter(({ at }, i) => unused.findIndex((other) => other.at.from === at.from) === i);
}

/** Reads pasted rows. The chart's name is the caller's. */
export function readRows(
  source: string,
  name: string,
  context: ReadingContext = {},
): Result<ReadChart, readonly NotationProblem[]> {
  const { scanned, legend, written, used, problems } = readStages(source, context.choices ?? NO_CHOICES);
  if (problems.length > 0) return err(problems);
  const all = [...written.setUp, ...written.rows];
  const setUps = written.setUp.length;
  const checker = new Checker(all, setUps);
  const refused = () => err(inOrder(checker.problems));
  const fittings = checker.fittings(written.inTheRound, written.turned ? {} : context);
  if (checker.problems.length > 0) return refused();
  const ring = fittings.some(({ phase }) => phase !== null);
  const fitted = fitRows(fittings, setUps, ring, {
    stated: scanned.multiple,
    agrees: agreesWith(scanned, all),
  });
  if (fitted.kind !== 'fitted') {
    if (fitted.kind === 'unclear') checker.unclear(fitted.index);
    else if (fittings.every(({ ways }) => ways[0] && isPresented(ways[0].repeat))) {
      const first = all[0] as WrittenRow;
      checker.fail({ code: 'nothing-below', at: first.at, row: first.label });
    } else checker.misfit(fitted, fittings[fitted.index]);
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
  return ok({
    chart,
    words: placed.map((row, i) => wordsOf(row, (all[i] as WrittenRow).at)),
    remarks: [
      ...scanned.loose.map(({ from, to }) => scanned.lines.span(from, to)),
      ...idleRemarks(legend, used).map(({ at }) => at),
    ].sort((a, b) => a.from - b.from),
    legend: legend.entries,
    doubts: doubtsOf(scanned, all, rows, castOn, chart.rows.length, unusedEntries(legend, used)),
    castOn,
    inTheRound: written.inTheRound,
  });
}

const MOST_PROBLEMS = 400;
const inOrder = (problems: readonly NotationProblem[]) =>
  [...problems].sort((a, b) => a.at.line - b.at.line || a.at.column - b.at.column).slice(0, MOST_PROBLEMS);
