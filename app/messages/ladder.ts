/** The steps of a ladder repair in a knitter's words. */
import type { LadderStep, Worked } from '@core/repair/ladder';
import { never } from '@core/result';
import { LEAN_WORDS } from '~/ui/lean';
import { runWords, specialWords } from './cue';
import { counted, plural, stitches as sts } from './numbers';

const strands = (count: number) => counted(count, 'loose strand');

const workedWords = (worked: Worked) =>
  worked.kind === 'run'
    ? runWords(worked.run)
    : specialWords({ kind: 'special', cell: worked.cell, count: 1, columns: [] });

function reachWords({ how, before, count }: Extract<LadderStep, { kind: 'reach' }>): string {
  const along = before === 0 ? 'the first' : `after ${sts(before)}, the next`;
  if (how === 'work')
    return before === 0
      ? `The ${sts(count)} above the crossing are the first of the row in hand.`
      : `Work ${sts(before)} of the row in hand. The next ${count} stand above the crossing.`;
  const first =
    how === 'turn'
      ? 'Turn to the right side and park the yarn (or finish this row first: one loose strand more).'
      : 'With the right side facing you, park the yarn.';
  return `${first} Seen so, ${along} ${count} stand above the crossing.`;
}

export function ladderWords(step: LadderStep): string {
  switch (step.kind) {
    case 'reach':
      return reachWords(step);
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
          ? ` It only passes ${sts(step.passes)} that ${plural(step.passes, 'was', 'were')} slipped.`
          : '';
      return `${which} (row ${step.row}): from the right side, ${step.works.map(workedWords).join(', ')}.${passes}`;
    }
    case 'float':
      return `The strand of row ${step.row} is a float of slipped stitches: leave it lying loose, work nothing with it.`;
    case 'back':
      return `Put the ${sts(step.count)} back on the needle, leading leg in front, and even out the tension.`;
    default:
      return never(step);
  }
}
