/** Texts made to keep a reader busy: near the limit of its length, each bending another of its patterns. */
export type Hostile = { readonly what: string; readonly text: string };

const LENGTH = 195_000;
const fill = (piece: string, length = LENGTH) =>
  piece.repeat(Math.ceil(length / piece.length)).slice(0, length);
const copies = Array.from({ length: 9_000 }, (_, i) => `Row ${i + 2}: as row ${i + 1}.`)
  .join('\n')
  .slice(0, LENGTH);

/** Many rows, each with an order behind it, or each ending what the one before began. */
const ordered = (order: (row: number) => string) =>
  Array.from({ length: 4_000 }, (_, i) => `Row ${i + 1}: k1, ssk, k to end\n${order(i + 1)}`)
    .join('\n')
    .slice(0, LENGTH);

export const HOSTILE: readonly Hostile[] = [
  {
    what: 'blanks in one line',
    text: `Row 1: k2,${' '.repeat(20_000)}p2.\nRow 2: p4.\nx${' '.repeat(150_000)}y`,
  },
  { what: 'nine thousand copies', text: `Row 1: k4.\n${copies}` },
  { what: 'blanks before a line', text: `${fill(' ')}ab\n` },
  { what: 'one letter', text: fill('a') },
  { what: 'one crossing over and over', text: `Row 1: ${fill('2/2 RC and ', 42_000)}` },
  { what: 'one stitch over and over', text: `Row 1: ${fill('k2')}` },
  { what: 'slips without a count', text: `Row 1: ${fill(' and slip ')}` },
  { what: 'digits', text: fill('12') },
  { what: 'one row label over and over', text: fill('Row 1: ') },
  { what: 'labels without rows', text: fill('Row 7\n') },
  { what: 'words of no meaning in one row', text: `Row 1: ${fill('soup ')}` },
  { what: 'stars and brackets', text: `Row 1: ${fill('*[(k1, ')}` },
  { what: 'slips to a needle', text: `Row 1: ${fill('sl next 2 sts to cn and hold in back, k2, ')}` },
  { what: 'names that might be entries', text: fill('left cross of the ferry: slip\n') },
  { what: 'numbers and dashes', text: `Rows ${fill('1-2, ')}` },
  { what: 'full stops and sentences', text: `Row 1: k2. ${fill('b. row of 2. rep from. ')}` },
  { what: 'knit the knits', text: `Row 1: ${fill('knit all the knit sts and purl all the ')}` },
  { what: 'brackets with counts for sizes', text: fill('(1, 2, 3, 4, ') },
  { what: 'orders about rows', text: fill('Rep rows 1-2 for ever and \n') },
  { what: 'dashes and bullets', text: fill('- ') },
  { what: 'colons', text: fill('x: ') },
  { what: 'an alphabet with equals signs', text: fill('abcdefghij = klmnop ') },
  { what: 'a stretch behind every row', text: ordered((row) => `Rep row ${row} until tired.`) },
  {
    what: 'until so many remain',
    text: `Cast on 900\n${ordered((row) => `Rep row ${row} until 8 sts remain.`)}`,
  },
  { what: 'in pattern as set', text: ordered((row) => `Work ${row} rows in pattern as set.`) },
  { what: 'decreases all the way', text: ordered(() => '') },
  {
    what: 'twenty patterns, one after the other',
    text: `Work the rows under each heading one after the other.\n${Array.from({ length: 20 }, (_, i) => `Reed\nRow 1: k${i + 3}\nRow 2: ${fill('k1, ', 9_600)}`).join('\n')}`,
  },
  { what: 'line breaks', text: fill('\n') },
  { what: 'letters and digits in turn', text: fill('k1p') },
  { what: 'markup that is none', text: fill('<a ') },
];
