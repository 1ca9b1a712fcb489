/** What a text says of itself; how it is meant: common practice, no published source. */
import { isUnderstood, saysRows, saysWidth, Stating } from './stated';
import { Lines } from './text';
import { cellsOf } from '../testing/table';

function stating(text: string) {
  const told = new Stating(new Lines(text));
  let from = 0;
  for (const line of text.split('\n')) {
    told.line(from, line);
    from += line.length + 1;
  }
  return told;
}

it.each([
  ['Multiple of 8 sts.', 8, 0],
  ['multiple of 8 plus 2', 8, 2],
  ['Multiples of 6 stitches + 4 sts', 6, 4],
  ['mult of 12 sts, plus an extra 3', 12, 3],
  ['Mult. of 10 and 5 edge sts', 10, 5],
  ['(multiple of 4 & 2 more balance sts)', 4, 2],
  ['a multiple of 14 sts plus 6 extra balancing stitches', 14, 6],
])('%s', (line, multiple, plus) => {
  expect(stating(line).multiple).toMatchObject({ multiple, plus, at: { line: 1 } });
});
it.each(['multiple sizes of 4', 'submultiple of 4'])('%s states no multiple', (line) =>
  expect(stating(line).multiple).toBeNull(),
);

it.each([
  ['Panel of 24 sts', 24],
  ['worked over 34 sts', 34],
  ['Worked across a panel of 8 stitches', 8],
  ['over 12 sts', 12],
  ['Cast on 120 sts', 120],
  ['cast-on 34 st', 34],
  ['pattern panel: 18 sts', 18],
  ['Panel 16 sts', 16],
  ['Panel: 16 sts', 16],
  ['the panel is 9 sts', 9],
  ['A 22-st panel', 22],
  ['a 22 stitch wide panel', 22],
  ['Cast on 120', 120],
  ['cast on 120, join', 120],
])('%s', (line, count) => {
  expect(saysWidth(line)).toBe(true);
  expect(stating(line).width).toMatchObject({ count, at: { line: 1 } });
});
it.each(
  cellsOf(`
  Cast on 20 cm | cast on 8 in | cast on 12 inches | cast on 40 mm | Cast on 1.5 | cast on 12 rows up
  panels of wool
`),
)('%s states no width', (line) => {
  expect(saysWidth(line)).toBe(false);
  expect(stating(line).width).toBeNull();
});
it('a multiple over so many stitches is no width', () =>
  expect(stating('Multiple of 8 over 24 sts').width).toBeNull());

it.each([
  ['8-row repeat', 8],
  ['12 round pattern repeat', 12],
  ['these 6 rows form the pattern', 6],
  ['Repeat these 10 rounds', 10],
  ['repeat 4 rows', 4],
  ['repeats every 16 rows', 16],
  ['Repeat over 24 rnds', 24],
])('%s', (line, count) => {
  expect(stating(line).rowCount).toMatchObject({ count });
  expect(saysRows(line)).toBe(true);
});
it.each([
  ['This row sets the rib', true],
  ['All rounds start at the marker', true],
  ['every rnd', true],
  ['Row 3 is the cable row', true],
  ['Rows 3 and 4 are cable rows', true],
  ['Rnds 3-6 are plain', true],
  ['Row 3 goes on', false],
  ['a row of trees', false],
])('%s speaks of rows: %s', (line, says) => expect(saysRows(line)).toBe(says));

it.each(
  cellsOf(`
  Worked in the round | in rounds | circularly | join in the round | joined to work in the round
  join for the rounds
`),
)('%s', (line) => expect(stating(line).saysRound).toBe(true));
it.each(['a round of drinks', 'Row 1: k2', 'go round'])('%s is not of work in the round', (line) =>
  expect(stating(line).saysRound).toBe(false),
);

it('the first statement of each kind holds', () => {
  const told = stating(
    'Multiple of 8 sts\nmultiple of 6 sts\nCast on 20 sts\nCast on 30 sts\n4-row repeat\n8-row repeat\nHolds are done as they are said, in every row.\nHolds are named as in turned work.',
  );
  expect(told).toMatchObject({
    multiple: { multiple: 8, at: { line: 1, column: 1, length: 17 } },
    width: { count: 20, at: { line: 3 } },
    rowCount: { count: 4, at: { line: 5 } },
    holds: 'hands',
    once: false,
    inTurn: false,
    saysRound: false,
  });
  expect(stating('Holds are named as in turned work.').holds).toBe('picture');
  expect(stating('Work these rows once.').once).toBe(true);
  expect(stating('Work the rows under each heading one after the other.').inTurn).toBe(true);
});

it.each([
  ['Multiple of 8 sts plus 2.', true],
  ['(Multiple of 8 sts)', true],
  ['Holds are named as in turned work.', true],
  ['Work these rows once.', true],
  ['Work the rounds under each heading one after another.', true],
  ['Multiple of 8 sts, for a scarf', false],
  ['Cast on 34 sts', false],
])('%s is understood as a whole: %s', (line, whole) => expect(isUnderstood(line)).toBe(whole));
