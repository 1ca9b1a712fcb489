/** In which order rows are worked; how each order is meant: common practice, no published source. */
import { readWritten } from './read';
import { table } from '../testing/table';

/** The row numbers as they are worked: what repeats stands in brackets, "+" where the text says that it does. */
function order(text: string): string {
  const { written, problems } = readWritten(text);
  if (problems.length > 0) return problems.map(({ code }) => `!${code}`).join(' ');
  const left = written.untilLeft.map((one) => ` left ${one.left} by ${one.first}-${one.last}`).join('');
  const runs = written.runs.map(({ from, repeatFrom, to, said }) => {
    const numbers = (a: number, b: number) =>
      written.rows.slice(a, b).map(({ label }) => `${label.kind === 'setUp' ? 's' : ''}${label.number}`);
    return `${numbers(from, repeatFrom).join(' ')}[${numbers(repeatFrom, to).join(' ')}]${said ? '+' : ''}`;
  });
  return `${runs.join(' ')}${written.ofWhole ? ' whole' : ''}${left}`;
}
/** "4; Rep rows 1-2; 6": rows up to 4, the order, rows up to 6. */
function textOf(pieces: string): string {
  let done = 0;
  return pieces
    .split('; ')
    .flatMap((piece) => {
      if (!/^\d+$/.test(piece)) return [piece];
      const from = done + 1;
      done = Number(piece);
      return Array.from({ length: done - from + 1 }, (_, i) => `Row ${from + i}: k4.`);
    })
    .join('\n');
}

it.each(
  table(`
    4 → [1 2 3 4]
    4; Rep rows 1-4 for pattern. → [1 2 3 4]+
    4; Rep rows 3-4. → 1 2[3 4]+
    4; Repeat last 2 rows. → 1 2[3 4]+
    4; Rep from row 2. → 1[2 3 4]+
    4; Rep rows 3-4; 6 → !order-without-end
    4; Rep rows 1-2; 6 → !repeats-other-rows
    4; Rep rows 1-4 until 10 cm; 6 → [1 2 3 4]+ [5 6]
    4; Rep rows 3-4 until 10 cm; 6 → 1 2[3 4]+ [5 6]
    4; Rep rows 3-4 until 10 cm; 6; Rep rows 5-6 → 1 2[3 4]+ [5 6]+
    4; Rep rows 3-4 until 10 cm; 6; Rep row 6 → 1 2[3 4]+ 5[6]+
    2; Rep rows 1-2 for 5 cm; 4; Rep rows 3-4 to desired length; 6 → [1 2]+ [3 4]+ [5 6]
    2; Rep rows 1-2 two more times; 4 → [1 2 1 2 1 2 3 4]
    2; Rep rows 1-2 twice; 4 → !order-times-unclear
    2; Rep row 2 once more; 4 → [1 2 2 3 4]
    2; Rep rows 1-2 three times in all; 4; Rep rows 3-4 → 1 2 1 2 1 2[3 4]+
    4; Rep rows 1-4 until 10 cm; 6; Rep rows 3-6 until 10 cm; 8 → !repeats-other-rows
    4; Rep rows 1-4 until 10 cm; 6; Rep rows 4-6 until 10 cm; 8 → !repeats-other-rows
    4; Rep rows 1-4 twice → [1 2 3 4] whole
    4; Rep rows 1-4 five more times → [1 2 3 4] whole
    4; Rep rows 3-4 once more → [1 2 3 4 3 4]
    4; Rep rows 1-2 → !repeats-other-rows
    4; Rep rows 1-6 → !repeats-other-rows
    4; Rep rows 0-4 → !repeats-other-rows
    4; Rep rows 4-3 → !repeats-other-rows
    4; Rep rows 3-4; Rep rows 1-4 → !repeats-other-rows !repeats-other-rows
    4; Rep rows 3-4; Rep rows 3-4 → !order-twice
    2; Rep rows 1-2 once more; Rep rows 1-2 once more; 4 → !order-twice
    2; Rep rows 1-2 3000 more times; 4 → !too-many-rows
    4; Rep rows 1-2 until 8 sts remain. → [1 2 3 4] left 8 by 1-2
    2; Work 4 rows in pattern → [1 2]
    2; Work 4 rows in pattern; 4 → [1 2 1 2 1 2 3 4]
    2; Work 3 rows in pattern; 4 → !goes-on-differs
  `),
)('%s', (pieces = '', expected) => expect(order(textOf(pieces))).toBe(expected));

it.each([
  ['Row 1 (set-up): k4.\nRow 2: k4.\nRow 3: k4.', '1[2 3]'],
  ['Row 1 (set-up): k4.\nRow 2: k4.\nRow 3: k4.\nRep rows 2-3.', '1[2 3]+'],
  ['Row 1 (set-up): k4.\nRow 2: k4.\nRow 3: k4.\nRep rows 2-3 twice.', '1[2 3] whole'],
  ['Row 1 (set-up): k4.\nRow 2: k4.\nRow 3: k4.\nRep rows 1-3.', '!repeats-other-rows'],
  ['Set-up row: k4.\nRow 1: k4.\nRow 2: k4.\nRep rows 1-2.', 's1[1 2]+'],
  ['Row 1: k4.\nRow 2: k4.\nRep rows 1 and 2 twice.\nRow 7: k4.', '[1 2 3 4 5 6 7]'],
  ['Row 1: k4.\nRow 2: k4.\nRep rows 1 and 2 once more.\nRow 5: k4.', '[1 2 3 4 5]'],
  [
    'Row 1: k4.\nRow 2: k4.\nRep rows 1 and 2 twice.\nRow 6: k4.',
    '!order-times-unclear !row-missing !row-missing !row-missing',
  ],
  ['Row 1: k4.\nRow 2: k4.\nWork 3 rows in pattern.\nRow 6: k4.', '[1 2 3 4 5 6]'],
  ['Row 1: k4.\nRow 2: k4.\nWork 2 rows in pattern.\nRow 6: k4.', '!goes-on-differs'],
])('%j', (text, expected) => expect(order(text)).toBe(expected));

it('rows that an order fills in are those it says', () => {
  const { written } = readWritten('Row 1: k4.\nRow 2: p4.\nRep rows 1 and 2 twice.\nRow 7: k1, p3.');
  expect(written.rows.map(({ at }) => at.line)).toEqual([1, 2, 1, 2, 1, 2, 4]);
});
