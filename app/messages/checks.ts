/** Words for what a technical editor would ask the designer. */
import type { ChartDoubt } from '@core/chart/checks/doubt';
import { rowsOf } from '@core/chart/places';
import { wholeOf, type Stretches } from '@core/chart/stretches';
import type { Finding } from '@core/notation/judge';
import { never } from '@core/result';
import type { Line } from './numbers';
import { doubtWords } from './notation';

/** Index of a row, set-up rows first, as the knitter counts it. */
const rowName = (index: number, setUps: number, line: Line) =>
  index < setUps ? `set-up ${line} ${index + 1}` : `${line} ${index - setUps + 1}`;

/** Names the rows of a whole pattern (see wholeOf): of several charts, each by its own. */
export function rowNames(stretches: Stretches, line: Line): (index: number) => string {
  const { from } = wholeOf('', stretches);
  const rows = stretches.flatMap(({ chart }) => rowsOf(chart).map((_, row) => ({ chart, row })));
  return (index) => {
    const { chart, row } = rows[from[index] ?? 0] ?? { chart: stretches[0].chart, row: index };
    const name = rowName(row, chart.setUp.length, line);
    return stretches.length > 1 ? `${name} of ${chart.name}` : name;
  };
}

function chartWords(doubt: ChartDoubt, nameOf: (index: number) => string): string {
  const row = nameOf(doubt.at.row);
  switch (doubt.code) {
    case 'texture':
      return `The crossing of ${row} leaves knits and purls in another order than ${nameOf(doubt.above)} works them.`;
    case 'crossed-again':
      return `Crossed in ${row} right on top of a crossing, with no plain row between: this pattern hardly does so elsewhere.`;
    case 'alternation':
      return `Every strand would go over and under in turn, if the crossing of ${row} leaned the other way.`;
    case 'strand-ends':
      return `The strand on top in ${row} is purled away in ${nameOf(doubt.above)} and leads nowhere.`;
    case 'does-not-close':
      return `Row 1 does not go on where the last row ends: knits and purls change at the seam of the repeat only.`;
    case 'mirror':
      return `This is the mirror image of its partner in every row but ${row}.`;
    default:
      return never(doubt);
  }
}

export function findingWords(
  finding: Finding,
  nameOf: (index: number) => string,
): { place: string; text: string } {
  if (finding.kind === 'text') return doubtWords(finding.doubt);
  const { line, column } = finding.at;
  return { place: `Line ${line}, column ${column}`, text: chartWords(finding.doubt, nameOf) };
}
