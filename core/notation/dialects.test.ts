/** Charts written by an independent writer in the manners of many designers, read back; and what one slip does to them. */
import { chartKey } from '../chart/chart';
import { DIALECTS, SAMPLES, writeDialect, type Dialect, type Sample } from '../testing/dialects';
import { gridChart } from '../testing/grid';
import { readRows } from './read';

const TEXTS = SAMPLES.flatMap((sample) =>
  DIALECTS.map((dialect): [string, string, Sample, string] => [
    sample.name,
    dialect.name,
    sample,
    writeDialect(sample, dialect as Dialect),
  ]),
);
const keyOf = (sample: Sample) => chartKey(gridChart(sample.grid));

it('are at least 120 texts, no two alike', () => {
  expect(TEXTS.length).toBeGreaterThanOrEqual(120);
  expect(new Set(TEXTS.map(([, , , text]) => text)).size).toBe(TEXTS.length);
});

it.each(TEXTS)('%s, %s', (_name, _dialect, sample, text) => {
  const read = readRows(text, 'x');
  expect(read.ok ? chartKey(read.value.chart) : { text, problems: read.error }).toEqual(keyOf(sample));
  expect(read.ok && read.value.doubts).toEqual([]);
});

/** Places in the bodies of rows and entries where one slip can be made, and the slip. */
const SLIPS: readonly (readonly [string, RegExp, (found: string) => string])[] = [
  ['a stitch count too high', /(?<=[kp] ?)\d+(?![\d/]|og)/gi, (count) => String(Number(count) + 1)],
  ['a bracket or star lost', /[[\]*]/g, () => ''],
  ['back for front', /\bback\b/g, () => 'front'],
  ['the other lean', /(?<=\d ?)R(?=P?C\b)/g, () => 'L'],
  ['the other hold', /(?<=[CT]\d)B\b/g, () => 'F'],
  ['a smaller crossing', /\b\d(?=\/\d)/g, (count) => String(Number(count) + 1)],
  ['a stitch held too many', /(?<=next )\d/g, (count) => String(Number(count) + 1)],
  ['a name misspelled', /\bhitch\b/g, () => 'hitsch'],
];

function* slips(text: string): Generator<[string, string]> {
  for (const [what, pattern, change] of SLIPS)
    for (const found of text.matchAll(pattern))
      yield [what, text.slice(0, found.index) + change(found[0]) + text.slice(found.index + found[0].length)];
}

describe('one slip never passes in silence: an error, another chart, or a doubt', () => {
  it.each(DIALECTS.map((dialect) => [dialect.name, dialect] as const))('%s', (_, dialect) => {
    let tried = 0;
    for (const sample of SAMPLES) {
      const text = writeDialect(sample, dialect);
      for (const [what, mutated] of slips(text)) {
        if (mutated === text) continue;
        tried += 1;
        const read = readRows(mutated, 'x');
        const silent =
          read.ok && chartKey(read.value.chart) === keyOf(sample) && read.value.doubts.length === 0;
        if (silent) throw new Error(`${what} in ${sample.name}:\n${mutated}`);
      }
    }
    expect(tried).toBeGreaterThan(20);
  });
});
