/** Words for what a technical editor would ask the designer. */
import type { ChartDoubt } from '@core/chart/checks/doubt';
import type { Finding } from '@core/notation/judge';
import { never } from '@core/result';
import { doubtWords } from './notation';

/** Index of a row, set-up rows first, as the knitter counts it. */
export const rowName = (index: number, setUps: number) =>
  index < setUps ? `set-up row ${index + 1}` : `row ${index - setUps + 1}`;

function chartWords(doubt: ChartDoubt, setUps: number): string {
  const row = rowName(doubt.at.row, setUps);
  switch (doubt.code) {
    case 'texture':
      return `The crossing of ${row} leaves knits and purls in another order than ${rowName(doubt.above, setUps)} works them.`;
    case 'crossed-again':
      return `Crossed in ${row} right on top of a crossing, with no plain row between: this pattern hardly does so elsewhere.`;
    case 'alternation':
      return `Every strand would go over and under in turn, if the crossing of ${row} leaned the other way.`;
    case 'strand-ends':
      return `The strand on top in ${row} is purled away in ${rowName(doubt.above, setUps)} and leads nowhere.`;
    case 'does-not-close':
      return `Row 1 does not go on where the last row ends: knits and purls change at the seam of the repeat only.`;
    case 'mirror':
      return `This is the mirror image of its partner in every row but ${row}.`;
    default:
      return never(doubt);
  }
}

export function findingWords(finding: Finding, setUps: number): { place: string; text: string } {
  if (finding.kind === 'text') return doubtWords(finding.doubt);
  const { line, column } = finding.at;
  return { place: `Line ${line}, column ${column}`, text: chartWords(finding.doubt, setUps) };
}
