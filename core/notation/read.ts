/**
 * Written rows become checked charts, or a list of every place that does not work. Three stages: scanner (scan.ts),
 * syntactic rows (body.ts, words.ts, rows.ts), checker (checker.ts); only what passes the last becomes a chart.
 */
import { err, ok, type Result } from '../result';
import { countFor, type LinearForm } from '../chart/row';
import { fitTogether, stretchGives, stretchTakes, type Stretch } from '../chart/stretches';
import { NO_CHOICES, type Choices } from './choices';
import { withFitting } from './fitting-options';
import type { RowWords } from './placed-row';
import type { NotationDoubt, NotationProblem } from './problems';
import { wholeReading, type ReadChart, type ReadStretches } from './read-chart';
import { readOnce, repeatsOf, type ReadingContext } from './read-once';
import { scan } from './scan';
import { inOrder } from './stages';
import { mayBeSeveral, partsOfText, type Part } from './several';
import { saysWidth } from './stated';
import { Lines } from './text';

export type { ReadingContext } from './read-once';
export { readWritten } from './stages';

type Reading<T> = Result<T, readonly NotationProblem[]>;

/**
 * Reads pasted rows. The chart's name is the caller's. Where a name is to be asked, the meanings with which the rows fit
 * come first.
 */
export function readRows(source: string, name: string, context: ReadingContext = {}): Reading<ReadChart> {
  const choices = context.choices ?? NO_CHOICES;
  const text = { source, name, context, choices };
  if (!mayBeSeveral(source)) return readWhole(text);
  const scanned = scan(source, choices.size, choices.remarks);
  const parts = partsOfText(scanned);
  if (parts.length < 2) return readWhole(text);
  const chosen = parts[choices.part ?? -1];
  if (chosen) return readWhole({ ...text, source: chosen.masked });
  if (scanned.inTurn && parts.length <= MOST_IN_TURN) return whole(name, readInTurn(text, parts));
  const at = new Lines(source).span(0, 1);
  return err([
    { code: 'choose-pattern', names: parts.map((one) => one.name), follow: follows(text, parts), at },
  ]);
}

/** Stretches of one pattern, more than any design has under headings. */
const MOST_IN_TURN = 20;

type Text = {
  readonly source: string;
  readonly name: string;
  readonly context: ReadingContext;
  readonly choices: Choices;
};

const whole = (name: string, read: Reading<ReadStretches>): Reading<ReadChart> =>
  read.ok ? ok(wholeReading(name, read.value)) : read;

const readWhole = (text: Text): Reading<ReadChart> => whole(text.name, readAsked(text));

function readAsked({ source, name, context, choices }: Text): Reading<ReadStretches> {
  const read = readOnce(source, name, context);
  if (read.ok) return read;
  const attempt = (meanings: Choices['meanings']) =>
    whole(
      name,
      readOnce(source, name, {
        ...context,
        choices: { ...choices, meanings: { ...choices.meanings, ...meanings } },
      }),
    );
  return err(withFitting(source, read.error, attempt));
}

/** An entry of the text is used if any of its patterns uses it. */
function usedNowhere(doubts: readonly (readonly NotationDoubt[])[]): NotationDoubt[] {
  const unused = doubts.map(
    (some) => new Set(some.flatMap((one) => (one.code === 'legend-unused' ? [one.at.from] : []))),
  );
  return doubts.flatMap((some, i) =>
    some.filter(
      (one) => one.code !== 'legend-unused' || (i === 0 && unused.every((set) => set.has(one.at.from))),
    ),
  );
}

/** Stitches that a pattern leaves, where its text says how many it begins with. */
function leaves({ stretches, repeats }: ReadStretches): number | undefined {
  const last = stretches[stretches.length - 1] as Stretch;
  return repeats === null ? undefined : countFor(stretchGives(last), repeats);
}

/** The patterns of a text, worked one after the other. */
function readInTurn({ name, context, ...text }: Text, parts: readonly Part[]): Reading<ReadStretches> {
  let begins: number | undefined;
  const readings = parts.map(({ name: own, masked }, i) => {
    const part = own === '' ? `${name}, part ${i + 1}` : own;
    const begun = { ...context, ...(begins !== undefined && { begins }) };
    const read = readAsked({ ...text, source: masked, name: part, context: begun });
    begins = read.ok ? leaves(read.value) : undefined;
    return read;
  });
  const problems = readings.flatMap((one) => (one.ok ? [] : one.error));
  const read = readings.flatMap((one) => (one.ok ? [one.value] : []));
  const [first] = read;
  if (problems.length > 0 || !first) return err(inOrder(problems));
  const charts = read.flatMap(({ stretches }) => stretches.map((stretch): Stretch => stretch));
  const fitted = fitTogether(charts);
  const written = read.map((one) => one.written).flat();
  if (!fitted.ok) {
    const { error } = fitted;
    const index = 'stretch' in error ? error.stretch : 0;
    const before = charts
      .slice(0, index)
      .reduce((sum, { chart }) => sum + chart.setUp.length + chart.rows.length, 0);
    const { at } = written[before] as RowWords;
    if (error.code !== 'stretches-differ') return err([{ code: 'no-multiple-fits', at }]);
    return err([{ code: 'parts-differ', takes: error.takes, gives: error.gives, at }]);
  }
  const repeats = (first.repeats ?? 0) / fitted.value[0].across;
  return ok({
    ...first,
    stretches: fitted.value,
    castOn: stretchTakes(fitted.value[0]),
    repeats: Number.isInteger(repeats) && repeats > 0 ? repeats : null,
    written,
    remarks: read.flatMap((one) => one.remarks),
    doubts: usedNowhere(read.map((one) => one.doubts)),
  });
}

/** Longer texts are not tried. */
const MOST_TRIED = 30_000;

/** Whether the patterns of a text could be worked one after the other. */
function follows(text: Text, parts: readonly Part[]): boolean {
  if (text.source.length * parts.length > MOST_TRIED) return false;
  const read = readInTurn(text, parts);
  return read.ok || read.error.every(({ code }) => code === 'worked-once');
}

/** How many repeats a text means by its "cast on 120 sts", for a chart that was read from it. */
export function repeatsStated(source: string, castOn: LinearForm): number | null {
  const width = saysWidth(source) ? scan(source).width : null;
  return width && repeatsOf(castOn, width.count);
}
