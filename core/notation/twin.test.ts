/** What a text makes when it is worked word by word, against the chart that is read from it, told and performed. */
import { cueFor } from '../cue/cue';
import { perform } from '../cue/perform';
import { needleOf, tellRow } from '../cue/tell';
import { countFor } from '../chart/row';
import type { Chart } from '../chart/chart';
import { DIALECTS, SAMPLES, writeDialect } from '../testing/dialects';
import { sheetOf } from '../testing/plans';
import { WORKED_ONCE } from '../testing/worked-once';
import { workText } from '../testing/word-by-word';
import { workCells } from '../testing/worked-chart';
import { readRows } from './read';

const ONCE = WORKED_ONCE.map(
  ({ what, text }) => [what, 'worked once', text, /rnd|round/i.test(text)] as const,
);
const WRITTEN = SAMPLES.flatMap((sample) =>
  DIALECTS.map(
    (dialect) => [sample.name, dialect.name, writeDialect(sample, dialect), sample.round] as const,
  ),
);

/** The rows of a chart as the literal-minded knitter leaves them, told in few words, from the right edge. */
function performed(chart: Chart, repeats: number, round: boolean) {
  const panels = [{ chart, repeats }];
  const sheet = sheetOf([{ rows: chart.rows.length, panels }], {
    construction: round ? 'round' : 'flat',
    firstSide: chart.firstSide,
  });
  return chart.rows.map((_, i) => {
    const cue = cueFor(sheet, i + 1, 'right');
    const done = perform(tellRow(cue), needleOf(cue), cue.working);
    if (!done.ok) throw new Error(JSON.stringify(done.error));
    const cells = done.value.map(({ cell }) => cell);
    return cue.working.side === 'WS' ? cells.reverse() : cells;
  });
}

it.each([...WRITTEN, ...ONCE])('%s, %s', (_sample, _dialect, text, round) => {
  const read = readRows(text, 'x');
  if (!read.ok) throw new Error(JSON.stringify(read.error));
  const { chart, castOn } = read.value;
  const repeats = [2, 1].find((times) => workText(text, countFor(castOn, times)));
  if (!repeats) throw new Error(`not worked: ${text}`);
  const count = countFor(castOn, repeats);
  expect(workText(text, count)).toEqual(workCells(performed(chart, repeats, round === true), count));
});
