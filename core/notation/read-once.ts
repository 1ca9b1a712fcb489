/** The last stage of reading: written rows made to fit on each other, checked, and handed on as charts. */
import { err, ok, type Result } from '../result';
import { chartDoubts } from '../chart/checks/checks';
import type { Chart } from '../chart/chart';
import type { LinearForm, Row } from '../chart/row';
import { checkStretches, stretchOf, stretchTakes } from '../chart/stretches';
import type { Direction } from '../stitch/types';
import { Checker } from './checker';
import { NO_CHOICES, type Choices } from './choices';
import { doubtsOf, reaches } from './doubts';
import { fitRows, type Fitted, type FitWishes, type Fitting, type Loop, type Misfits } from './fit';
import { loneRows } from './lone-rows';
import { isPresented, type Parts } from './parts';
import { bare, wordsOf, type RowWords } from './placed-row';
import type { NotationProblem } from './problems';
import { AS_WRITTEN, type Laying } from './row-orders';
import type { WrittenRow, WrittenRows, WrittenRun } from './rows';
import { wholeReading, type ReadStretches } from './read-chart';
import { proven, unproved } from './proven';
import { saidTwice } from './said-twice';
import type { Scanned } from './scan';
import { idleRemarks, inOrder, readStages, textAt, unusedEntries, type Stages } from './stages';
import type { Item } from './syntax';
import { passesUntilLeft } from './until-left';

/**
 * How rows are worked where the text does not say: unturned rows all face the RS and run to and fro. A text that speaks
 * of wrong-side rows is written for turned work and read so, whatever the piece; the picture it gives is the same.
 */
export type ReadingContext = {
  readonly unturned?: { readonly firstDirection: Direction };
  readonly choices?: Choices;
  /** Stitches on the needle before the first row, where what lies below leaves them. */
  readonly begins?: number;
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

const unturnedBy = ({ unturned }: ReadingContext, written: WrittenRows, { holds }: Scanned) =>
  written.turned || !unturned ? undefined : { ...unturned, holds };

/** What lies below says how many stitches there are, where the text itself does not. */
function begunWith(stages: Stages, begins: number | undefined): Stages {
  const [first] = stages.written.rows;
  if (begins === undefined || !first || stages.scanned.width) return stages;
  return { ...stages, scanned: { ...stages.scanned, width: { count: begins, at: first.at } } };
}

/** Rows that lead back to their beginning; those of which the text says that they are worked once do not. */
const loopsOf = (runs: readonly WrittenRun[], { once }: Scanned): Loop[] =>
  runs.flatMap(({ repeatFrom, to, said }, i) =>
    once && !said && i === runs.length - 1 ? [] : [{ from: repeatFrom, to: to - 1, said }],
  );

const wishesOf = (scanned: Scanned, written: readonly WrittenRow[]): FitWishes => ({
  stated: scanned.multiple,
  agrees: agreesWith(scanned, written),
  counted: written.some(({ body }) => body.stated !== null),
  likely: likelyBy(scanned, written),
});

/** Of single rows; everything else leaves open which rows there are. */
const OF_WORDS: ReadonlySet<string> = new Set([
  'unknown-word',
  'row-not-understood',
  'ambiguous-name',
  'name-clash',
  'crossing-not-understood',
  'empty-row',
  'unclosed',
  'unopened',
  'too-deep',
  'missing-times',
  'count-out-of-range',
  'repeat-without-star',
  'two-repeats',
  'over-differs',
  'legend-not-understood',
  'legend-twice',
  'stray-line',
]);

/** Where some rows have words that are not understood, the counts of all the others can be compared all the same. */
function countsAside(
  written: WrittenRows,
  scanned: Scanned,
  problems: readonly NotationProblem[],
  context: ReadingContext,
): readonly NotationProblem[] {
  const all = written.rows;
  if (!problems.every(({ code }) => OF_WORDS.has(code)) || all.every(({ body }) => body.broken)) return [];
  const checker = new Checker(all);
  const fittings = checker.fittings(written.inTheRound, unturnedBy(context, written, scanned));
  if (checker.problems.length > 0) return checker.problems;
  const ring = fittings.some(({ phase }) => phase !== null);
  const wishes = { ...wishesOf(scanned, all), agrees: () => true };
  // Whether rows lead back to their beginning is asked when all of them are understood.
  const loops = loopsOf(written.runs, scanned).filter(({ said }) => said);
  const fitted = fitRows(fittings, loops, ring, wishes);
  if (fitted.kind === 'misfits' && fittings.some(({ ways }) => ways[0] && !isPresented(ways[0].repeat)))
    for (const misfit of fitted.misfits) checker.misfit(misfit, fittings[misfit.index]);
  return checker.problems;
}

/** Twists that are read as knit, where the rows above go on with a purl: which twist is meant is asked. */
function softNames({ scanned, soft }: Stages, chart: Chart, words: readonly RowWords[]): NotationProblem[] {
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

/** "rows 3 to 10", as the text numbers them. */
function rangeWords({ label: first }: WrittenRow, { label: last }: WrittenRow, inTheRound: boolean): string {
  const unit = inTheRound ? 'round' : 'row';
  return first.number === last.number
    ? `${unit} ${first.number}`
    : `${unit}s ${first.number} to ${last.number}`;
}

/** The charts of a text, once it is settled which of its rows repeat. */
function chartsOf(name: string, written: WrittenRows, rows: readonly Row[], endsOnce: boolean): Chart[] {
  const { runs } = written;
  return runs.map(({ from, repeatFrom, to, firstSide }, i) => {
    const [first, last] = [written.rows[from], written.rows[to - 1]];
    return {
      name:
        runs.length > 1 && first && last ? `${name}, ${rangeWords(first, last, written.inTheRound)}` : name,
      setUp: rows.slice(from, repeatFrom),
      rows: rows.slice(repeatFrom, to),
      firstSide,
      ...(endsOnce && i === runs.length - 1 && { once: true as const }),
    };
  });
}

type Settled = { readonly fitted: Fitted; readonly endsOnce: boolean };

/** Whether the only thing amiss is that the last rows, of which nothing is said, do not come back to their beginning. */
const comesNotBack = (fitted: ReturnType<typeof fitRows>): fitted is Misfits =>
  fitted.kind === 'misfits' && fitted.misfits.length === 1 && fitted.misfits[0]?.closing === true;

/** How the rows fit on each other, and whether the last of them are worked once; null with the problems noted. */
function settle(
  stages: Stages,
  fitted: ReturnType<typeof fitRows>,
  fittings: readonly Fitting[],
  checker: Checker,
  laying: Laying,
): Settled | null {
  const { written, scanned } = stages;
  const all = written.rows;
  const run = written.runs[written.runs.length - 1] as WrittenRun;
  if (scanned.once && run.said) {
    const { at, label } = all[run.to - 1] as WrittenRow;
    checker.fail({ code: 'once-and-again', at, row: label });
    return null;
  }
  if (fitted.kind === 'fitted') return { fitted, endsOnce: scanned.once };
  if (fitted.kind === 'unclear') {
    checker.unclear(fitted.index);
    return null;
  }
  if (fittings.every(({ ways }) => ways[0] && isPresented(ways[0].repeat))) {
    const first = all[0] as WrittenRow;
    checker.fail({ code: 'nothing-below', words: first.at, at: first.at, row: first.label });
    return null;
  }
  // Rows that come to "until 8 sts remain" are no repeat either.
  const counted = laying.passes.size > 0;
  if (fitted.open && (counted || proven(stages, fitted.open))) return { fitted: fitted.open, endsOnce: true };
  const [misfit] = fitted.misfits;
  const last = all[run.to - 1] as WrittenRow;
  if (misfit && comesNotBack(fitted) && !run.said && misfit.index === run.repeatFrom)
    checker.fail({
      code: 'worked-once',
      takes: misfit.takes,
      gives: misfit.gives,
      at: last.at,
      row: last.label,
    });
  else for (const one of fitted.misfits) checker.misfit(one, fittings[one.index]);
  return null;
}

/** Reads a text whose rows are those of one pattern. */
export function readOnce(
  source: string,
  name: string,
  context: ReadingContext = {},
  laying = AS_WRITTEN,
): Result<ReadStretches, readonly NotationProblem[]> {
  const stages = begunWith(readStages(source, context.choices ?? NO_CHOICES, laying), context.begins);
  const { scanned, legend, written, used, problems } = stages;
  if (problems.length > 0)
    return err(inOrder([...problems, ...countsAside(written, scanned, problems, context)]));
  const all = written.rows;
  const checker = new Checker(all);
  const refused = () => err(inOrder(checker.problems));
  const fittings = checker.fittings(written.inTheRound, unturnedBy(context, written, scanned));
  if (checker.problems.length > 0) return refused();
  const ring = fittings.some(({ phase }) => phase !== null);
  if (written.untilLeft.length > 0) {
    const passes = passesUntilLeft(
      written,
      fittings,
      ring,
      wishesOf(scanned, all),
      scanned.width?.count ?? null,
    );
    return passes.ok
      ? readOnce(source, name, context, { ...laying, passes: passes.value })
      : err(passes.error);
  }
  const tried = fitRows(fittings, loopsOf(written.runs, scanned), ring, wishesOf(scanned, all));
  // "Rep rows 1 and 2 six more times" behind all rows: rows that come back repeat anyway, others are laid out.
  const once = comesNotBack(tried) || scanned.once;
  if (once && written.ofWhole && !laying.whole)
    return readOnce(source, name, context, { ...laying, whole: true });
  const settled = settle(stages, tried, fittings, checker, laying);
  if (!settled) return refused();
  const { fitted, endsOnce } = settled;
  const worked = written.runs.map((run, i) => ({
    ...run,
    repeats: !endsOnce || i < written.runs.length - 1,
  }));
  const placed = checker.present(fitted.rows, fittings, worked);
  if (!placed) return refused();
  const rows = placed.map(bare);
  const charts = chartsOf(name, written, rows, endsOnce);
  if (checker.problems.length === 0)
    charts.forEach((chart, i) => checker.recheck(chart, written.runs[i]?.from ?? 0));
  const stretches = checkStretches(charts.map((chart) => stretchOf(chart)));
  if (checker.problems.length === 0 && !stretches.ok)
    checker.fail({ code: 'no-multiple-fits', at: (all[0] as WrittenRow).at });
  if (checker.problems.length > 0 || !stretches.ok) return refused();
  const words = placed.map((row, i) => wordsOf(row, (all[i] as WrittenRow).at));
  const castOn = stretchTakes(stretches.value[0]);
  const [only, second] = charts;
  const read: ReadStretches = {
    stretches: stretches.value,
    written: words,
    remarks: [
      ...scanned.loose.map(({ from: start, to }) => scanned.lines.span(start, to)),
      ...idleRemarks(legend, used).map(({ at }) => at),
    ].sort((a, b) => a.from - b.from),
    doubts: [
      ...doubtsOf({
        scanned,
        written: all,
        rows,
        form: castOn,
        repeatRows: only && !second && !endsOnce ? only.rows.length : null,
        begun: endsOnce && scanned.width ? repeatsOf(castOn, scanned.width.count) : null,
        turned: !written.inTheRound && (written.turned || !context.unturned),
        unused: unusedEntries(legend, used),
        twice: saidTwice(scanned.text, all, rows, words),
        lone: loneRows(
          fittings.map(({ ways }, i) => ways[fitted.ways[i] ?? 0] as Parts),
          all.map(({ body }) => body.items.some(isStarred)),
        ),
      }),
      ...unproved(stages, rows, endsOnce),
    ],
    castOn,
    repeats: scanned.width && repeatsOf(castOn, scanned.width.count),
    inTheRound: written.inTheRound,
  };
  const whole = wholeReading(name, read);
  const asked = softNames(stages, whole.chart, whole.words);
  return asked.length > 0 ? err(asked) : ok(read);
}

/** How many repeats come to so many stitches; null if none do. */
export function repeatsOf({ base, perRepeat }: LinearForm, stitches: number): number | null {
  const repeats = perRepeat > 0 ? (stitches - base) / perRepeat : 0;
  return Number.isInteger(repeats) && repeats >= 1 ? repeats : null;
}

/** A repeat written as one, not "knit to end", whose only stitch has the words of the whole. */
const isStarred = (item: Item) =>
  item.kind === 'repeat' && item.items.some(({ span }) => span.from !== item.span.from);
