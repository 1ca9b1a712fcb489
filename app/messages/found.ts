/** What was found on the fabric, in a knitter's words: rows, panels out of step, slips, distances from hole to hole. */
import type { Misfit, Step } from '@core/place/locate';
import type { Question } from '@core/place/question';
import type { Audit, AuditProblem } from '@core/place/spacing';
import type { ToldCount } from '@core/place/told';
import { never } from '@core/result';
import { counted, ordinal, plural, type Line } from './numbers';
import { aboutWords, rowNameWords, valueWords, type Names } from './place';
import { capital } from './telling';

/** A count that was one too many or too few, with the likely slip. */
export function offWords({ question, said, shows }: Misfit, names: Names): string {
  const told = `${aboutWords(question, names)}: you said ${said}, and after that ${names.line} ${shows} would be there.`;
  if (question.kind !== 'count') return `${told} A count is easily one off.`;
  if (said > shows)
    return `${told} The hole is easily taken for the crossing ${names.line}: it lies below it.`;
  return `${told} The first V above the hole, or the loop on the needle, is easily left out.`;
}

export const misfitWords = ({ question, said, shows }: Misfit, names: Names) =>
  `${aboutWords(question, names)}: you said “${valueWords(question, said, names).toLowerCase()}”, there it would be “${valueWords(question, shows, names).toLowerCase()}”.`;

export function impossibleWords(question: Question, least: number, most: number, names: Names): string {
  const about = aboutWords(question, names);
  if (question.kind === 'length')
    return `${about}: the whole piece comes to about ${names.length(most)}. Measure again, or take the answer back.`;
  return `${about}: no ${names.line} of this piece shows so many; ${least} to ${most} are possible. Count again, or take the answer back.`;
}

const andList = (rows: readonly number[]) =>
  rows.length < 2 ? rows.join('') : `${rows.slice(0, -1).join(', ')} or ${rows[rows.length - 1]}`;

/** The headline of what was found. */
export function foundWords(step: Step, names: Names): string | null {
  const { line } = names;
  switch (step.kind) {
    case 'ask':
      return null;
    case 'sure':
      return `${counted(step.row, line)} ${plural(step.row, 'is', 'are')} done`;
    case 'alike':
      return step.rows.length === 1
        ? `Most likely ${counted(step.rows[0] ?? 0, line)}`
        : `${capital(line)} ${andList(step.rows)}`;
    case 'outOfStep': {
      const { shift, row } = step;
      const by = Math.abs(shift.by);
      const way = shift.by > 0 ? 'ahead' : 'behind';
      return `${counted(row, line)} done, and ${names.panel(shift.panel)} is ${counted(by, line)} ${way}`;
    }
    case 'conflict':
      return 'These answers do not go together';
    default:
      return never(step);
  }
}

/** A panel out of step that may as well be out the other way. */
export function otherWayWords(orBy: number, name: string, line: Line): string {
  const by = counted(Math.abs(orBy), line);
  return `It may as well be ${by} ${orBy > 0 ? 'ahead' : 'behind'}: ${name} looks the same then, and works the same next.`;
}

/** What to do about rows that cannot be told apart. */
export const alikeWords = (why: 'fabric' | 'answer', rows: number, { line }: Names) =>
  rows === 1
    ? `It is not certain: nothing that is left to ask would settle it. Count something again, or hang a marker once you know.`
    : why === 'fabric'
      ? `After these ${line}s the fabric looks the same in everything that can be asked: every panel has come round to the same place. Only something hung in the work would tell them apart: hang a marker once you know.`
      : `What would tell these ${line}s apart is too long to count, or you could not say. Go by the likeliest, or count something again.`;

export function toldWords(told: ToldCount, count: number, name: string, line: Line): string[] {
  if (told.fitting.length === 0)
    return [`No ${line} of ${name} shows ${count}: ${told.most} at most. Look for the hole again.`];
  return told.fitting.map(({ pattern, patternRows, rows, all }) => {
    const name = rowNameWords(pattern, line) + (pattern.kind === 'row' ? ` of ${patternRows}` : '');
    const more = all > rows.length ? `, and ${all - rows.length} more` : '';
    return `${capital(name)} is on the needle: ${line} ${andList(rows)} of the piece${more}.`;
  });
}

export function slipWords({ slip, journal }: ToldCount, done: number, line: Line): string | null {
  if (journal === null) return null;
  if (slip === 'holeTaken')
    return `After ${line} ${done}, where the journal is, ${journal} would be there: one fewer. The hole looks like the crossing ${line}, but lies below it: begin with the first V above it. One too many makes the next crossing a ${line} early.`;
  if (slip === 'firstLeftOut')
    return `After ${line} ${done}, where the journal is, ${journal} would be there: one more. The first V above the hole, or the loop on the needle, may have been left out.`;
  return null;
}

export function auditProblemWords(problem: AuditProblem, name: string, line: Line): string {
  switch (problem.code) {
    case 'not-a-count':
      return problem.place === 0
        ? 'The count above the last hole is a whole number.'
        : `The ${ordinal(problem.place)} distance from hole to hole is a whole number of ${line}s.`;
    case 'too-many-rows':
      return `These counts come to ${counted(problem.rows, line)}, and only ${problem.done} are done. Count the longest of them again.`;
    case 'too-many-holes':
      return `${capital(name)} is planned to leave ${counted(problem.planned, 'hole')} in all, and you counted ${problem.holes}.`;
    case 'no-crossings':
      return `${capital(name)} leaves no holes to count between.`;
    default:
      return never(problem);
  }
}

const earlyOrLate = (by: number, line: Line) => `${counted(Math.abs(by), line)} ${by > 0 ? 'early' : 'late'}`;

/** What the holes tell, the most important first. */
export function auditWords(audit: Audit, name: string, line: Line): string[] {
  const { first, before, now, missed, doubt, placed } = audit;
  const words: string[] = [];
  if (missed !== null) words.push(`The crossing of ${line} ${missed} was left out.`);
  if (!first && before === 0) words.push(`All ${placed.length} crossings lie where they should.`);
  if (before !== 0)
    words.push(
      `Already the lowest hole you counted, planned in ${line} ${placed[0]?.planned ?? 0}, lies ${earlyOrLate(before, line)}. Count further down to find where it began.`,
    );
  if (first) {
    words.push(
      `The first to come otherwise is the crossing planned in ${line} ${first.planned}: it came ${earlyOrLate(first.change, line)}, in ${line} ${first.made}.`,
    );
    words.push(
      now === before
        ? 'Those above it are where they should be again.'
        : `Since then ${name} is ${counted(Math.abs(now), line)} ${now > 0 ? 'ahead' : 'behind'}.`,
    );
  }
  if (doubt)
    words.push(
      'The counts on either side of that hole are off by one, one up and one down: most likely one V was counted with the wrong side of the hole. Count those two again.',
    );
  return words;
}

/** Why answers are gone that she did not take back. */
export const takenBackWords = (why: 'rows' | 'school', { line }: Names): string =>
  why === 'rows'
    ? `Another ${line} is done by now: what you said was of the fabric before, and is taken back.`
    : 'You count the other way now: the counts that you gave are taken back. Give them again.';
