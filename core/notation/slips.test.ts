import { chartKey } from '../chart/chart';
import { countFor, expandRow } from '../chart/row';
import { DIALECTS, SAMPLES, writeDialect } from '../testing/dialects';
import { slipsOver } from '../testing/slips';
import { workText } from '../testing/word-by-word';
import { workCells } from '../testing/worked-chart';
import { judge } from './judge';
import { readRows, type ReadChart } from './read';
import { writeFileSync } from 'node:fs';

const TEXTS = SAMPLES.flatMap((s) =>
  DIALECTS.map((d) => ({ name: `${s.name}, ${d.name}`, text: writeDialect(s, d) })),
);

function agrees(text: string, { chart, castOn }: ReadChart): boolean {
  for (const n of [2, 1]) {
    const worked = workText(text, countFor(castOn, n));
    if (!worked) continue;
    const made = workCells(
      chart.rows.map((row) => expandRow(row, n)),
      countFor(castOn, n),
    );
    return JSON.stringify(worked) === JSON.stringify(made);
  }
  return false;
}

it('slips', () => {
  const counts: Record<string, number> = {};
  const out: string[] = [];
  const sound = new Map(
    TEXTS.map((t) => {
      const read = readRows(t.text, 'x');
      if (!read.ok) throw new Error(t.text);
      return [
        t,
        { key: chartKey(read.value.chart), found: new Set(judge(t.text, read.value).map((f) => f.key)) },
      ];
    }),
  );
  const count = (what: string) => (counts[what] = (counts[what] ?? 0) + 1);
  for (const { of, kind, slipped } of slipsOver(
    TEXTS,
    (t) => t.text,
    Number(process.env.SLIPS ?? 20000),
    Number(process.env.SEED ?? 1),
  )) {
    const read = readRows(slipped, 'x');
    if (!read.ok) {
      count('refused');
      continue;
    }
    const before = sound.get(of)!;
    if (chartKey(read.value.chart) === before.key) {
      count('same');
      continue;
    }
    const found = judge(slipped, read.value).filter((f) => !before.found.has(f.key));
    if (found.length > 0) {
      count('doubted');
      continue;
    }
    const right = agrees(slipped, read.value);
    count(right ? 'another, truly' : 'MISREAD');
    out.push(`${right ? 'truly' : 'MISREAD'} ${kind} in ${of.name}\n${slipped}\n-- was\n${of.text}\n`);
  }
  writeFileSync('/tmp/slips.txt', out.join('\n'));
  console.log(counts);
});
