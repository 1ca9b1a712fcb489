/**
 * Slips of the pen in sound texts. Whatever a slip does, the text must be refused, asked after, doubted, or still read
 * as the same chart. A few slips leave another sound text ("p2" for "k2" where both make sense): those must be read as
 * the knitter who works word by word works them, and they must be rare.
 */
import { chartKey } from '../chart/chart';
import { countFor, expandRow } from '../chart/row';
import { DIALECTS, SAMPLES, writeDialect } from '../testing/dialects';
import { ROUGH } from '../testing/rough';
import { slipsOver, SLIPS } from '../testing/slips';
import { WORKED_ONCE } from '../testing/worked-once';
import { workText } from '../testing/word-by-word';
import { workCells } from '../testing/worked-chart';
import { judge } from './judge';
import { readRows } from './read';
import type { ReadChart } from './read-chart';
import { SEED, runs } from '../testing/size';

type Sound = {
  readonly name: string;
  readonly text: string;
  readonly key: string;
  readonly found: ReadonlySet<string>;
};

function sound(name: string, text: string): Sound {
  const read = readRows(text, 'x');
  if (!read.ok) throw new Error(`not sound: ${name}`);
  const found = new Set(judge(text, read.value).map(({ key }) => key));
  return { name, text, key: chartKey(read.value.chart), found };
}

const WRITTEN = SAMPLES.flatMap((sample) =>
  DIALECTS.map((dialect) => sound(`${sample.name}, ${dialect.name}`, writeDialect(sample, dialect))),
);
const ONCE = WORKED_ONCE.map(({ what, text }) => sound(what, text));
const SPOKEN = ROUGH.filter(({ choices }) => !choices).map(({ what, text }) => sound(what, text));

/** Whether the text, worked word by word for some number of repeats, makes the chart. */
function worksOut(text: string, { chart, castOn }: ReadChart): boolean {
  const times = [2, 1].find((n) => workText(text, countFor(castOn, n)));
  if (!times) return false;
  const rows = chart.rows.map((row) => expandRow(row, times));
  const count = countFor(castOn, times);
  return JSON.stringify(workText(text, count)) === JSON.stringify(workCells(rows, count));
}

type Outcome = 'refused' | 'same' | 'doubted' | 'another sound text' | 'misread';

function outcome(of: Sound, slipped: string): Outcome {
  const read = readRows(slipped, 'x');
  if (!read.ok) return 'refused';
  if (chartKey(read.value.chart) === of.key) return 'same';
  if (judge(slipped, read.value).some(({ key }) => !of.found.has(key))) return 'doubted';
  return worksOut(slipped, read.value) ? 'another sound text' : 'misread';
}

function tally(texts: readonly Sound[], count: number, seed: number, kinds?: readonly string[]) {
  const counts: Record<Outcome, number> = {
    refused: 0,
    same: 0,
    doubted: 0,
    'another sound text': 0,
    misread: 0,
  };
  const misread: string[] = [];
  for (const { of, kind, slipped } of slipsOver(texts, ({ text }) => text, count, seed, kinds)) {
    const found = outcome(of, slipped);
    counts[found] += 1;
    if (found === 'misread') misread.push(`${kind} in ${of.name}:\n${slipped}`);
  }
  return { counts, misread };
}

it('are made in at least sixty sound texts', () =>
  expect(WRITTEN.length + SPOKEN.length).toBeGreaterThanOrEqual(60));

const OF_WRITTEN = runs(2500, 20_000);
it(`of ${OF_WRITTEN} not one is read as another chart without a word`, () => {
  const { counts, misread } = tally(WRITTEN, OF_WRITTEN, SEED);
  expect(misread).toEqual([]);
  expect(counts['another sound text']).toBeLessThan(0.003 * OF_WRITTEN);
  expect(counts.refused + counts.doubted).toBeGreaterThan(OF_WRITTEN / 2);
});

const OF_ONCE = runs(1000, 6_000);
it(`of ${OF_ONCE} in rows worked once not one is`, () => {
  const { counts, misread } = tally(ONCE, OF_ONCE, SEED);
  expect(misread).toEqual([]);
  expect(counts.refused + counts.doubted).toBeGreaterThan(OF_ONCE / 2);
});

/** The knitter who works word by word does not know the rough manners: only slips that leave no sound text are made. */
const PLAIN_LOSS = [
  'bracket lost',
  'label word lost',
  'label word misspelled',
  'line break added',
  'line break lost',
  'blank lost',
];

const OF_SPOKEN = runs(1500, 4_000);
it(`of ${OF_SPOKEN} in rough texts not one is`, () => {
  expect(PLAIN_LOSS.every((kind) => kind in SLIPS)).toBe(true);
  expect(tally(SPOKEN, OF_SPOKEN, SEED, PLAIN_LOSS).misread).toEqual([]);
});
