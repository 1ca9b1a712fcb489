/** What stands before a row's stitches; how it is meant: common practice, no published source. */
import { readHeader } from './header';
import { Cursor } from './text';

const read = (text: string) => {
  const cursor = new Cursor(text);
  const header = readHeader(cursor);
  return header && header !== 'unclear' ? { ...header, rest: cursor.text.slice(cursor.at) } : header;
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
    ['Row 3 (cable row): k2', { numbers: [3], side: null, once: false }],
    ['Row 1 (set-up): k2', { kind: 'row', numbers: [1], once: true }],
    ['Row 1 (RS, increase): k2', { numbers: [1], side: 'RS' }],
    ['Row 7, cable row: k2', { numbers: [7] }],
    ['Rows 3/5: k2', { numbers: [3, 5] }],
    ['Row 3+5: k2', { numbers: [3, 5] }],
    ['Row 3 = k2', { numbers: [3], rest: 'k2' }],
    ['Row (WS): k2', { numbers: [], every: 'WS' }],
    ['Rw 4: k2', { numbers: [4] }],
    ['Row 1 - 4k, 2p', { numbers: [1], rest: '4k, 2p' }],
    ['Rows 1 - 4: knit', { numbers: [1, 2, 3, 4], rest: 'knit' }],
    ['Row 1 - 2/2 RC, p2', { numbers: [1], rest: '2/2 RC, p2' }],
    ['Row one: k2', { numbers: [1] }],
    ['Rows one and three: k2', { numbers: [1, 3] }],
    ['Row number 1: k2', { numbers: [1] }],
    ['Row five: k2', { numbers: [5] }],
    ['Starter row: k2', { kind: 'setUp' }],
    ['- Row 2: k2', { numbers: [2] }],
    ['\u2022 Row 2: k2', { numbers: [2] }],
    ['Row 5 same as row 1.', { numbers: [5], rest: 'same as row 1.' }],
    ['Row 3 work as row 1.', { numbers: [3], rest: 'work as row 1.' }],
    ['Row 4 (WS) as row 2.', { numbers: [4], side: 'WS', rest: 'as row 2.' }],
    ['Row 2 (k1, p1) 3 times', { numbers: [2], rest: '(k1, p1) 3 times' }],
    ['Row 3', { numbers: [3], rest: '' }],
  ])('%s', (text, header) => expect(read(text)).toMatchObject(header));

  it.each([
    'Row: k2',
    'Row 9-2: k2',
    'Rows 6-3: k2',
    'Rows 1-9999999: k2',
    'Rows 3 through 900000: k2',
    'Row 3a: k2',
    'Rows 2 4 and 6: k2',
    'Row 3 (twice): k2',
    'Row 3 (with yarn in front): k2',
    'Row 3 (RS, twice): k2',
  ])('%j begins like one and is unclear', (text) => expect(read(text)).toBe('unclear'));

  it.each(['Row 3 is the crossing row', 'Rows form the pattern', 'k2, p2', ''])('%j is none', (text) =>
    expect(read(text)).toBeNull(),
  );
});
