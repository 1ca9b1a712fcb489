/** Where am I?: what is asked, what can be answered, and what was found, in a knitter's words. */
import type { Anchor, School } from '@core/place/count';
import type { Misfit, Step } from '@core/place/locate';
import { LATER, LOOKS, NONE, SIDES, type Question } from '@core/place/question';
import type { Audit, AuditProblem } from '@core/place/spacing';
import type { ToldCount } from '@core/place/told';
import { LEANINGS } from '@core/place/track';
import type { RowName } from '@core/chart/chart';
import { never } from '@core/result';
import { counted, ordinal, plural, type Line } from './numbers';
import { capital } from './telling';

/** What the words need to know of a piece. */
export type Names = {
  readonly panel: (id: string) => string;
  readonly section: (index: number) => string;
  readonly sections: number;
  readonly line: Line;
  readonly turned: boolean;
  readonly school: School;
};

export const rowNameWords = ({ kind, number }: RowName, line: Line) =>
  kind === 'row' ? `${line} ${number}` : `set-up ${line} ${number}`;

/** Where a count begins and ends, in her school. */
export function schoolWords({ loopCounts, crossingRowIsOne }: School): string {
  const first = crossingRowIsOne
    ? 'The first V above the hole is 1'
    : 'The first V above the hole is not counted, the one above it is 1';
  return `${first}; the loop on the needle ${loopCounts ? 'counts too' : 'is not counted'}.`;
}

export function anchorName({ kind, row, panel }: Anchor, line: Line): string {
  switch (kind) {
    case 'lifeline':
      return `the lifeline in ${line} ${row}`;
    case 'marker':
      return `the marker in ${line} ${row}`;
    case 'pin':
      return `the pin in ${line} ${row}`;
    case 'colour':
      return `the change of colour after ${line} ${row}`;
    case 'ridge':
      return `the ridge in ${line} ${row}`;
    case 'castOn':
      return 'the cast-on edge';
    case 'sectionStart':
      return 'where this section begins';
    case 'twist':
      return `the twist in ${line} ${row}`;
    case 'crossing':
      return panel ? `where ${panel} crossed in ${line} ${row}` : `the crossing in ${line} ${row}`;
    default:
      return never(kind);
  }
}

export function questionWords(question: Question, names: Names): string {
  const { line, sections } = names;
  switch (question.kind) {
    case 'side':
      return `Ready to work the next ${line}: which side faces you?`;
    case 'section':
      return 'Which part of the piece are you in?';
    case 'count':
      return `${capital(names.panel(question.panel))}: how many above its last hole?`;
    case 'lean':
      return `${capital(names.panel(question.panel))}: how does its last crossing lean?`;
    case 'later':
      return `Which crossed last, ${question.panels.map(names.panel).join(' or ')}?`;
    case 'look':
      return `${capital(names.panel(question.panel))}: what is the ${ordinal(question.stitch)} stitch from its right edge?`;
    case 'crossings':
      return `${capital(names.panel(question.panel))}: how many crossings, one above the other, all the way up?`;
    case 'ridges':
      return `${capital(names.panel(question.panel))}: how many ridges, all the way up?`;
    case 'above':
      return `How many ${line}s above ${anchorName(question.anchor, line)}?`;
    case 'since':
      return sections > 1
        ? `How many ${line}s since this part began?`
        : `How many ${line}s since the cast-on?`;
    case 'length':
      return 'How long is the piece, from the cast-on edge to the needle?';
    default:
      return never(question);
  }
}

/** A second line: how to look. */
export function hintWords(question: Question, { line, turned, school }: Names, tall: boolean): string | null {
  const right = turned ? 'On the right side. ' : '';
  switch (question.kind) {
    case 'count':
      return `${right}${schoolWords(school)}${tall ? ' A tall V counts once.' : ''}`;
    case 'lean':
    case 'later':
      return turned ? 'Seen on the right side.' : null;
    case 'look':
      return `The loop on the needle, seen ${turned ? 'on the right side, ' : ''}from the right.`;
    case 'above':
    case 'since':
      return `The loops on the needle count as a ${line}.`;
    case 'crossings':
      return `${right}Crossings side by side in one ${line} count as one.`;
    case 'ridges':
      return `${right}A ridge is a line of bumps.`;
    case 'length':
      return 'Laid flat, not stretched.';
    default:
      return null;
  }
}

const SIDE_WORDS = { RS: 'The right side', WS: 'The wrong side' } as const;
const LEAN_SAID = {
  none: 'It has not crossed yet',
  left: 'To the left',
  right: 'To the right',
  both: 'Some left, some right',
} as const;
const LATER_SAID = { same: 'Both in the same', neither: 'Neither has crossed yet' } as const;
const LOOK_SAID = { V: 'A smooth V', bump: 'A bump', gone: 'The panel is not there yet' } as const;

/** A value as an answer. */
export function valueWords(question: Question, value: number, names: Names): string {
  switch (question.kind) {
    case 'side':
      return SIDE_WORDS[SIDES[value] ?? 'RS'];
    case 'section':
      return capital(names.section(value));
    case 'lean':
      return LEAN_SAID[LEANINGS[value] ?? 'none'];
    case 'later': {
      const which = LATER[value] ?? 'neither';
      if (which === 'same') return `${LATER_SAID.same} ${names.line}`;
      if (which === 'neither') return LATER_SAID.neither;
      return capital(names.panel(question.panels[which === 'first' ? 0 : 1]));
    }
    case 'look':
      return LOOK_SAID[LOOKS[value] ?? 'gone'];
    case 'length':
      return `${value} cm`;
    default:
      return value === NONE ? noneWords(question) : String(value);
  }
}

export function noneWords(question: Question): string {
  switch (question.kind) {
    case 'count':
      return 'There is no hole yet';
    case 'above':
      return 'It is not in the fabric';
    case 'crossings':
    case 'ridges':
      return 'The panel is not there yet';
    default:
      return 'None';
  }
}

/** An answer, as it stands in the list of answers. */
export const answerWords = (question: Question, value: number | null, names: Names) =>
  value === null ? 'did not say' : valueWords(question, value, names);

/** What an answer was about, shortly. */
export function aboutWords(question: Question, names: Names): string {
  switch (question.kind) {
    case 'side':
      return 'Side facing';
    case 'section':
      return 'Part';
    case 'count':
      return `${capital(names.panel(question.panel))}, above the hole`;
    case 'lean':
      return `${capital(names.panel(question.panel))}, last crossing`;
    case 'later':
      return 'Crossed last';
    case 'look':
      return `${capital(names.panel(question.panel))}, ${ordinal(question.stitch)} stitch`;
    case 'crossings':
      return `${capital(names.panel(question.panel))}, crossing ${names.line}s`;
    case 'ridges':
      return `${capital(names.panel(question.panel))}, ridges`;
    case 'above':
      return `Above ${anchorName(question.anchor, names.line)}`;
    case 'since':
      return names.sections > 1 ? 'Since this part began' : 'Since the cast-on';
    case 'length':
      return 'Length';
    default:
      return never(question);
  }
}

/** A count that was one too many or too few, with the likely slip. */
export function offWords({ question, said, shows }: Misfit, names: Names): string {
  const told = `${aboutWords(question, names)}: you said ${said}, and ${shows} ${plural(shows, 'is', 'are')} there.`;
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
    return `${about}: the whole piece comes to about ${Math.round(most)} cm. Measure again, or take the answer back.`;
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
      return 'Not everything goes together';
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
export const alikeWords = (why: 'fabric' | 'answer', { line }: Names) =>
  why === 'fabric'
    ? `After these ${line}s the fabric looks the same in everything that can be asked: every panel has come round to the same place. Only something hung in the work would tell them apart: hang a marker once you know.`
    : `What would tell these ${line}s apart is too long to count, or you could not say. Go by the likeliest, or count something again.`;

export function toldWords(told: ToldCount, count: number, name: string, line: Line): string[] {
  if (told.fitting.length === 0)
    return [`No ${line} of ${name} shows ${count}: ${told.most} at most. Look for the hole again.`];
  const [first] = told.fitting;
  if (!first) return [];
  const all = told.fitting.map(
    ({ pattern, patternRows, rows, all: many }) =>
      `${capital(rowNameWords(pattern, line))} of ${patternRows} is on the needle: ${line} ${andList(rows)} of the piece${many > rows.length ? `, and ${many - rows.length} more` : ''}.`,
  );
  return all;
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
