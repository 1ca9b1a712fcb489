/** What was found, in words: every slip and every whole slip has its own, rounds are called rounds. */
import type { Slip, Story } from '@core/inspect/story';
import type { Whole } from '@core/inspect/wholes';
import { dropWords } from './mend';
import { storyWords, sureWords, togetherWords, toldProblemWords, viewWords } from './inspect';

const AS_CHARTED: Whole = { kind: 'asCharted' };
const story = (whole: Whole, slips: readonly Slip[] = []): Story => ({ whole, slips, cost: 0, sure: 1 });

it.each<[Whole, readonly Slip[], string]>([
  [AS_CHARTED, [], 'All as charted.'],
  [AS_CHARTED, [{ kind: 'wrongLean', row: 7 }], 'Row 7 leans the wrong way.'],
  [AS_CHARTED, [{ kind: 'missed', rows: [7] }], 'The crossing of row 7 was left out.'],
  [AS_CHARTED, [{ kind: 'missed', rows: [7, 11, 15] }], 'One crossing was left out: row 7, 11 or 15.'],
  [
    AS_CHARTED,
    [{ kind: 'shifted', row: 7, by: -1, wrongLean: false }],
    'The crossing of row 7 came 1 row early.',
  ],
  [
    AS_CHARTED,
    [
      { kind: 'shifted', row: 7, by: 2, wrongLean: true },
      { kind: 'uncrossed', row: 11 },
    ],
    'The crossing of row 7 came 2 rows late, leaning the wrong way; row 11 is not crossed.',
  ],
  [
    AS_CHARTED,
    [{ kind: 'extra', after: 0, seen: 'left', row: null }],
    'There is one more before the first charted one.',
  ],
  [AS_CHARTED, [{ kind: 'extra', after: 7, seen: 'left', row: 9 }], 'There is one more above row 7.'],
  [
    { kind: 'switched', from: 11 },
    [{ kind: 'uncrossed', row: 3 }],
    'From row 11 on every crossing leans the other way: held on the other side since then. Besides: Row 3 is not crossed.',
  ],
  [
    { kind: 'always', from: 11, lean: 'left' },
    [],
    'From row 11 on all of them lean left, though they should take turns.',
  ],
  [
    { kind: 'startedAt', by: -2 },
    [],
    'All of them lie 2 rows lower than charted: the panel was begun at another row of its chart.',
  ],
  [
    { kind: 'startedElsewhere' },
    [],
    'Nothing is crossed in the charted rows: perhaps the panel was begun at another row of its chart, and crosses in others.',
  ],
])('%j with %j', (whole, slips, words) => {
  expect(storyWords(story(whole, slips), 'row')).toBe(words);
  expect(storyWords(story(whole, slips), 'round')).toBe(
    words.replaceAll('row', 'round').replaceAll('Row', 'Round'),
  );
});

it('of several tracks one slip is told once, and what else is odd by its track', () => {
  const tracks = [
    { name: 'The first', slips: [{ kind: 'uncrossed', row: 7 } as const] },
    { name: 'The second', slips: [] },
  ];
  const whole: Whole = { kind: 'mirrored' };
  expect(togetherWords(whole, tracks, false, 'row')).toBe(
    'In all 2 tracks: Every crossing leans the other way, as in the other half of a mirrored pair. Besides: The first: row 7 is not crossed.',
  );
  expect(togetherWords(whole, tracks.slice(1), true, 'row')).toBe(
    'The two halves of the pair have changed places: every crossing of both leans the other way.',
  );
});

it.each([
  [0.99, 'as good as certain'],
  [0.8, 'very likely'],
  [0.5, 'likely'],
  [0.3, 'possible'],
])('a share of %d is %s', (sure, words) => expect(sureWords({ sure })).toBe(words));

it('how it lies', () =>
  expect(viewWords({ side: 'WS', upsideDown: true, mirrored: true })).toBe(
    'Wrong side facing, needle below, in a mirror',
  ));

it('a place in what was typed is counted from 1', () =>
  expect(toldProblemWords({ code: 'unknown-word', word: 'x', at: 2 })).toMatch(/“x” \(at place 3\)/));

it.each([
  [[8, 8, 8, 8], 'Each of them drops 8 rows.'],
  [[10, 10, 6, 6], 'They drop, first met first: 2 by 10 rows, 2 by 6.'],
  [[1, 0, 1], 'They drop, first met first: 1 by 1 row, 1 stays, 1 by 1.'],
  [[], null],
])('stitches that drop by %j rows', (rows, words) =>
  expect(
    dropWords(
      rows.map((by, column) => ({ row: 20, column, by })),
      'row',
    ),
  ).toBe(words),
);
