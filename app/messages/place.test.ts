import { inSchool } from '@core/place/count';
import type { Step } from '@core/place/locate';
import { fieldOf, NONE, type Question } from '@core/place/question';
import { auditSpacing } from '@core/place/spacing';
import { whereCounted } from '@core/place/told';
import { pieceRow } from '@core/indices';
import { sheetOf } from '@core/testing/plans';
import {
  alikeWords,
  auditProblemWords,
  auditWords,
  foundWords,
  impossibleWords,
  misfitWords,
  offWords,
  slipWords,
  toldWords,
} from './found';
import { aboutWords, hintWords, questionWords, schoolWords, valueWords, type Names } from './place';

const schools = [true, false].flatMap((loopCounts) =>
  [true, false].map((crossingRowIsOne) => ({ loopCounts, crossingRowIsOne })),
);
const full = { loopCounts: true, crossingRowIsOne: true };
const names: Names = {
  panel: (id) => `${id} rope`,
  section: (index) => ['hem', 'body'][index] ?? '',
  sections: 2,
  line: 'row',
  turned: true,
  school: full,
  length: (cm) => `${cm} cm`,
};

/** Counts Vs as she is told to, and not otherwise: the lowest first, the last of them the loop on the needle. */
function literally(words: string, vs: number): number {
  const first = /first V above the hole is 1;/.test(words)
    ? 0
    : /is not counted, the one above it is 1;/.test(words)
      ? 1
      : NaN;
  const loop = /loop on the needle counts too/.test(words)
    ? 0
    : /loop on the needle is not counted/.test(words)
      ? 1
      : NaN;
  let count = 0;
  for (let at = first; at < vs - loop; at += 1) count += 1;
  return count;
}

it.each(schools)('who counts literally as she is told comes to the number that is meant: %j', (school) => {
  for (let n = 2; n <= 12; n += 1) expect(literally(schoolWords(school), n)).toBe(inSchool(n, school));
});

const questions: Question[] = [
  { kind: 'side' },
  { kind: 'section' },
  { kind: 'count', panel: 'eel' },
  { kind: 'lean', panel: 'eel' },
  { kind: 'later', panels: ['eel', 'sedge'] },
  { kind: 'look', panel: 'eel', stitch: 3 },
  { kind: 'crossings', panel: 'eel' },
  { kind: 'ridges', panel: 'eel' },
  { kind: 'above', anchor: { kind: 'marker', row: pieceRow(30) } },
  { kind: 'since' },
  { kind: 'length' },
];

it.each(questions)('$kind is asked, hinted at and answered in whole words', (question) => {
  const said = [
    questionWords(question, names),
    hintWords(question, names, true) ?? '',
    aboutWords(question, names),
    ...(question.kind === 'length' ? [3] : [NONE, 0, 1, 2, 3]).map((value) =>
      valueWords(question, value, names),
    ),
  ];
  for (const words of said) expect(words).not.toMatch(/undefined|NaN|null|-1/);
  expect(questionWords(question, names)).toMatch(/\?$/);
});

it('a count one too many is told as the hole taken for the crossing row, one too few as the first V left out', () => {
  const question = questions[2] as Question;
  expect(offWords({ question, said: 5, shows: 4 }, names)).toMatch(
    /you said 5, and after that row 4 would be there\. The hole is easily taken for the crossing row/,
  );
  expect(offWords({ question, said: 3, shows: 4 }, names)).toMatch(
    /first V above the hole, or the loop on the needle, is easily left out/,
  );
  expect(misfitWords({ question: { kind: 'lean', panel: 'eel' }, said: 1, shows: 2 }, names)).toBe(
    'Eel rope, last crossing: you said “to the left”, there it would be “to the right”.',
  );
  expect(impossibleWords({ kind: 'length' }, 0, 52, names)).toMatch(/whole piece comes to about 52 cm/);
});

it('every end has its headline', () => {
  const steps: Step[] = [
    { kind: 'sure', row: 1, off: [], unseen: [] },
    { kind: 'alike', rows: [20, 32, 44], why: 'fabric' },
    { kind: 'alike', rows: [20], why: 'answer' },
    {
      kind: 'outOfStep',
      row: 22,
      shift: { panel: 'eel', by: -1 },
      orBy: null,
      planned: 21,
      made: 22,
      chance: 0.95,
      off: [],
    },
    { kind: 'conflict', row: 22, misfits: [] },
  ];
  expect(steps.map((step) => foundWords(step, names))).toEqual([
    '1 row is done',
    'Row 20, 32 or 44',
    'Most likely 20 rows',
    '22 rows done, and eel rope is 1 row behind',
    'These answers do not go together',
  ]);
  expect(alikeWords('fabric', 3, names)).toMatch(/come round to the same place/);
  expect(alikeWords('answer', 1, names)).toMatch(/not certain/);
});

it('what was counted is told with all rows that show it, and the slip that is likely', () => {
  const sheet = sheetOf([{ rows: 60, panels: [{ chart: 'rope-6', id: 'p' }] }]);
  const field = fieldOf(sheet, { school: full, hung: [], rowsPer10: null });
  const told = (count: number) => {
    const found = whereCounted(field, 'p', count, 24);
    if (!found) throw new Error('nothing to count');
    return { words: toldWords(found, count, 'eel rope', 'row'), slip: slipWords(found, 24, 'row') };
  };
  expect(told(4)).toEqual({
    words: ['Row 6 of 6 is on the needle: row 24, 18 or 30 of the piece, and 7 more.'],
    slip: null,
  });
  expect(told(5).slip).toMatch(
    /4 would be there: one fewer\. .* One too many makes the next crossing a row early/,
  );
  expect(told(9).words).toEqual(['No row of eel rope shows 9: 6 at most. Look for the hole again.']);
});

it('holes are told from the first that came early', () => {
  const planned = [3, 9, 15, 21, 27];
  const words = (counted: number[]) => {
    const audit = auditSpacing(planned, 30, counted, full);
    return 'code' in audit
      ? auditProblemWords(audit, 'eel rope', 'row')
      : auditWords(audit, 'eel rope', 'row').join(' ');
  };
  expect(words([4, 6, 6])).toBe('All 3 crossings lie where they should.');
  expect(words([6, 6, 4, 6])).toBe(
    'The first to come otherwise is the crossing planned in row 21: it came 2 rows early, in row 19. Since then eel rope is 2 rows ahead.',
  );
  expect(words([4, 12, 6])).toMatch(/^The crossing of row 21 was left out/);
  expect(words([4, 90])).toMatch(/only 30 are done/);
});
