/** The steps of a ladder repair in a knitter's words. */
import type { LadderStep } from '@core/repair/ladder';
import { never } from '@core/result';
import { LEAN_WORDS } from '~/ui/lean';
import { runWords } from './cue';

const sts = (count: number) => `${count} ${count === 1 ? 'stitch' : 'stitches'}`;
const strands = (count: number) => `${count} loose ${count === 1 ? 'strand' : 'strands'}`;

export function ladderWords(step: LadderStep): string {
  switch (step.kind) {
    case 'reach':
      return step.before === 0
        ? `The ${sts(step.count)} above the crossing are the first of the row in hand.`
        : `Work ${sts(step.before)} of the row in hand. The next ${step.count} stand above the crossing.`;
    case 'letDown': {
      const grows =
        step.widest > step.count
          ? ` Higher up other crossings join in, up to ${sts(step.widest)} across: let each go only as far as the marked fabric shows.`
          : '';
      return `Drop them and let the crossing’s ${sts(step.count)} run down to below row ${step.row}: ${strands(step.strands)} (ladder) will hang across the gap.${grows} Put the ${step.count} on a needle in their natural order, none twisted.`;
    }
    case 'cross':
      return `${step.again ? `Row ${step.row} crossed here too: make it again.` : 'Cross them as charted:'} ${step.held} to the ${step.hold.toUpperCase()}, ${step.over} over ${step.under}, ${LEAN_WORDS[step.lean]}.`;
    case 'strand': {
      const which = step.first ? 'Take the lowest loose strand' : 'Take the next strand up';
      const passes =
        step.passes > 0
          ? ` It only passes ${sts(step.passes)} that ${step.passes === 1 ? 'was' : 'were'} slipped.`
          : '';
      return `${which} (row ${step.row}): from the right side, ${step.runs.map(runWords).join(', ')}.${passes}`;
    }
    case 'float':
      return `The strand of row ${step.row} is a float of slipped stitches: leave it lying loose, work nothing with it.`;
    case 'back':
      return `Put the ${sts(step.count)} back on the needle, leading leg in front, and even out the tension.`;
    default:
      return never(step);
  }
}
