/** What stands before a row's stitches; how it is meant: common practice, no published source. */
import { readHeader } from './header';
import { Cursor } from './text';

const read = (text: string) => {
  const cursor = new Cursor(text);
  const header = readHeader(cursor);
  return header && { ...header, rest: cursor.text.slice(cursor.at) };
};

describe('headers', () => {
  it.each([
    ['Row 1 (RS): k2', { kind: 'row', unit: 'row', numbers: [1], side: 'RS', every: null, rest: 'k2' }],
    ['Row 1: (WS) k2', { numbers: [1], side: 'WS', rest: 'k2' }],
    ['Row 12 (Wrong side) - k2', { numbers: [12], side: 'WS', rest: 'k2' }],
    ['RS Row 3: k2', { numbers: [3], side: 'RS' }],
    ['Rows 2, 4 and 6: k2', { numbers: [2, 4, 6] }],
    ['Rows 1 & 3 (RS): k2', { numbers: [1, 3], side: 'RS' }],
    ['Rnds 2-5: k2', { unit: 'round', numbers: [2, 3, 4, 5] }],
    ['Row 2 and all WS rows: k2', { numbers: [2], every: 'WS' }],
    ['Row 2 (and every even row): k2', { numbers: [2], every: 'even' }],
    ['Round 1 and every other round: k2', { unit: 'round', numbers: [1], every: 'other' }],
    ['Row 2 and all following rows: k2', { numbers: [2], every: 'following' }],
    ['All RS rows: k2', { numbers: [], every: 'RS' }],
    ['Every odd-numbered rnd: k2', { unit: 'round', numbers: [], every: 'odd' }],
    ['1st and 3rd rows (RS): k2', { numbers: [1, 3], side: 'RS' }],
    ['2nd and every alt row: k2', { numbers: [2], every: 'other' }],
    ['Third round: k2', { unit: 'round', numbers: [3] }],
    ['R4: k2', { numbers: [4], unit: 'row' }],
    ['Set-up row (WS): k2', { kind: 'setUp', numbers: [], side: 'WS' }],
    ['Foundation row: k2', { kind: 'setUp' }],
    ['Row 0: k2', { kind: 'setUp', numbers: [1] }],
    ['Row 5 K2, p2', { numbers: [5], rest: 'K2, p2' }],
  ])('%s', (text, header) => expect(read(text)).toMatchObject(header));

  it.each([
    'Row 3 is the crossing row',
    'Rows form the pattern',
    'Row: k2',
    'Row 9-2: k2',
    'Rows 1-9999999: k2',
    'k2, p2',
    '',
  ])('%j is none', (text) => expect(read(text)).toBeNull());
});
