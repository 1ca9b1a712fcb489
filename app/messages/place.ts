/** Where am I?: what is asked and what can be answered, in a knitter's words. */
import type { Anchor, School } from '@core/place/count';
import { LATER, LOOKS, NONE, SIDES, type Question } from '@core/place/question';
import { LEANINGS } from '@core/place/track';
import type { RowName } from '@core/chart/chart';
import { never } from '@core/result';
import { ordinal, type Line } from './numbers';
import { capital } from './telling';

/** What the words need to know of a piece. */
export type Names = {
  readonly panel: (id: string) => string;
  readonly section: (index: number) => string;
  readonly sections: number;
  readonly line: Line;
  readonly turned: boolean;
  readonly school: School;
  /** A length in her units. */
  readonly length: (cm: number) => string;
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
      return names.length(value);
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
