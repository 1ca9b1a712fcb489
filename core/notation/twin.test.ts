/** What a text makes when it is worked word by word, against the chart that is read from it. */
import { countFor, expandRow } from '../chart/row';
import { DIALECTS, SAMPLES, writeDialect } from '../testing/dialects';
import { workText } from '../testing/word-by-word';
import { workCells } from '../testing/worked-chart';
import { readRows } from './read';

it.each(SAMPLES.flatMap((s) => DIALECTS.map((d) => [s.name, d.name, writeDialect(s, d)] as const)))(
  '%s, %s',
  (_s, _d, text) => {
    const read = readRows(text, 'x');
    if (!read.ok) throw new Error('unread');
    const n = [2, 1].find((times) => workText(text, countFor(read.value.castOn, times)));
    if (!n) throw new Error(text);
    const castOn = countFor(read.value.castOn, n);
    const made = workCells(
      read.value.chart.rows.map((row) => expandRow(row, n)),
      castOn,
    );
    expect(workText(text, castOn)).toEqual(made);
  },
);
