/** Charts under headings in one text; and what items take and rows that stand alone. */
import { KNIT, PURL } from '../stitch/types';
import { blank, blocksOf } from './blocks';
import { cross } from './names';
import { lastOf, widthOfItems } from './item-width';
import { loneRows } from './lone-rows';
import type { Parts } from './parts';
import type { Item } from './syntax';

describe('charts under headings', () => {
  const blocks = (text: string) => blocksOf(text).map(({ name, rows }) => [name, rows]);
  it.each([
    [
      'Eel rope (8 sts, 4 rows):\nRow 1: k8.\nRow 2: p8.\n\nChart B\nRow 1: k2.',
      [
        ['Eel rope', 2],
        ['B', 1],
      ],
    ],
    ['Row 1: k8.\nRow 2: p8.', [['', 2]]],
    [
      'Row 1: k8.\nBand:\nRow 1: k2.',
      [
        ['', 1],
        ['Band', 1],
      ],
    ],
    ['* Moss stitch\nRow 1: k1, p1.\n', [['Moss', 1]]],
    ['Some words about the yarn\nRope panel\n\nRow 1: k4.', [['Rope', 1]]],
    ['An opening that goes on for far longer than any heading of a chart would do\nRow 1: k4.', [['', 1]]],
    ['C4B = cable 4 back\nRow 1: C4B.', [['', 1]]],
    ['k2, p2\nRow 1: k4.', [['', 1]]],
    ['Nothing but words\nand more of them', []],
    [Array.from({ length: 41 }, (_, i) => `Block n${i}x\nRow 1: k2.`).join('\n'), []],
  ])('%j', (text, wanted) => expect(blocks(text)).toEqual(wanted));
  it('forty of them, and no more', () => {
    const many = (count: number) =>
      Array.from({ length: count }, (_, i) => `Block n${i}x\nRow 1: k2.`).join('\n');
    expect([blocksOf(many(40)).length, blocksOf(many(41)).length]).toEqual([40, 0]);
  });
  it('each has the whole text with the others blanked out, legends kept, every offset true', () => {
    const text = 'Eel\nRow 1: T9X.\nBand\nRow 1: k2.\n\nT9X: slip 2 to cn, hold in back, k2, k2 from cn.';
    const [eel, band] = blocksOf(text);
    for (const block of [eel, band]) expect(block?.masked).toHaveLength(text.length);
    expect(eel?.masked.slice(0, 16)).toBe('Eel\nRow 1: T9X.\n');
    expect(eel?.masked).not.toContain('k2.\n');
    expect(band?.masked).not.toContain('Row 1: T9X');
    expect(band?.masked.indexOf('Row 1: k2.')).toBe(text.indexOf('Row 1: k2.'));
    for (const block of [eel, band]) expect(block?.masked).toContain('T9X: slip 2');
  });
  it('blanks all but what is kept, line ends apart', () => {
    const text = 'abc\ndef\r\nghi';
    expect(blank(text, [{ from: 4, to: 6 }])).toBe('   \nde \r\n   ');
    expect(
      blank(text, [
        { from: 9, to: 12 },
        { from: 0, to: 2 },
      ]),
    ).toBe('ab \n   \r\nghi');
    expect(
      blank(text, [
        { from: 0, to: 5 },
        { from: 2, to: 3 },
      ]),
    ).toBe('abc\nd  \r\n   ');
    expect(blank(text, [])).toBe('   \n   \r\n   ');
  });
});

describe('how many stitches items take', () => {
  const cell = (count: number): Item => ({ kind: 'cell', cell: KNIT, count }) as Item;
  const slip = { kind: 'slip', count: 3 } as Item;
  const named = { kind: 'named', meaning: { kind: 'picture', cell: cross('left', 2, 1, 'purl') } } as Item;
  const words = { held: ['knit', 'knit'], then: ['purl'], centre: { stitches: ['knit'] } };
  const spelled = { kind: 'named', meaning: { kind: 'words', words } } as unknown as Item;
  const group = (times: readonly number[]) =>
    ({ kind: 'group', items: [cell(2), slip], times }) as unknown as Item;
  it.each([
    ['cells', [cell(4)], 4],
    ['slips', [slip], 3],
    ['textures', [{ kind: 'texture', count: 5 } as Item], 5],
    ['a crossing', [named], 3],
    ['a crossing in words, its centre with it', [spelled], 4],
    ['a group', [group([3])], 15],
    ['a group of unknown times', [group([])], 5],
    ['what takes none by itself', [{ kind: 'fill' } as unknown as Item], 0],
    ['all of them', [cell(4), slip, named], 10],
  ])('%s', (_, items, stitches) => expect(widthOfItems(items)).toBe(stitches));
  it('the last ones that take so many', () => {
    const items = [cell(4), slip, named];
    expect([3, 6, 10].map((stitches) => lastOf(items, stitches))).toEqual([2, 1, 0]);
    expect([1, 4, 5, 11, 0].map((stitches) => lastOf(items, stitches))).toEqual([-1, -1, -1, -1, -1]);
  });
});

describe('a row into which all the others only just fit', () => {
  const cells = (letters: string) => [...letters].map((letter) => ({ item: letter === 'k' ? KNIT : PURL }));
  /** "pp*kkpp*p": what stands before the star is worked once, between the stars over and over, behind them once. */
  const row = (text: string): Parts => {
    const [before = '', repeat = '', after = ''] = text.split('*');
    const part = (letters: string) => cells(letters).map(({ item }) => ({ cell: item }));
    return { before: part(before), repeat: part(repeat), after: part(after) } as unknown as Parts;
  };
  const lone = (starred: boolean, ...rows: readonly string[]) =>
    loneRows(
      rows.map(row),
      rows.map(() => starred),
    ).map(({ index, kind, own, others }) => [index, kind, own, others]);
  it.each([
    ['a repeat twice as wide, with a long run', ['*kkpp*', '*kkkkkkpp*', '*kkpp*'], [[1, 'repeat', 8, 4]]],
    ['ends that hold two repeats', ['*kkpp*', 'pppppppp*kkpp*', '*kkpp*'], [[1, 'ends', 8, 0]]],
    ['ends that hold one', ['p*kkpp*', 'kppkk*kkpp*', 'p*kkpp*'], [[1, 'ends', 5, 1]]],
    ['ends that hold less', ['*kkpp*', 'ppp*kkpp*', '*kkpp*'], []],
    ['a repeat less than twice as wide', ['*kkpp*', '*kkkkkpp*', '*kkpp*'], []],
    ['a run over the seam of the repeat', ['*kkpp*', '*kkppppkk*', '*kkpp*'], [[1, 'repeat', 8, 4]]],
    [
      'ends that hold two repeats where others hold some',
      ['p*kkpp*', 'ppppp*kkpp*pppp', 'p*kkpp*'],
      [[1, 'ends', 9, 1]],
    ],
    ['a wider repeat among rows of several widths', ['*kp*', '*kkkkkkpp*', '*kkpp*'], [[1, 'repeat', 8, 4]]],
    ['nothing odd', ['*kkpp*', '*ppkk*', '*kkpp*'], []],
    ['too few others to say so', ['*kkpp*', '*kkkkkkpp*'], []],
    ['others of one stitch say nothing', ['*k*', '*kkkkkkpp*', '*k*'], []],
  ])('%s', (_, rows, wanted) => expect(lone(false, ...rows)).toEqual(wanted));
  it('a star round one plain stitch, where it was written as a star', () => {
    const rows = ['*kkpp*', '*k*', '*kkpp*'];
    expect(lone(true, ...rows)).toEqual([[1, 'single', 1, 4]]);
    expect(lone(false, ...rows)).toEqual([]);
  });
  it('a row that crosses may repeat over more, unless it has a long run or a wide crossing besides', () => {
    const crossed = (lead: string, wide: number, after = ''): Parts => {
      const { repeat } = row(`*${lead}*`);
      const crossing = { cell: cross('left', wide, wide, 'knit') };
      return {
        ...row('**'),
        repeat: [...(repeat as []), crossing, ...(row(`*${after}*`).repeat as [])],
      } as unknown as Parts;
    };
    const kinds = (parts: Parts) =>
      loneRows([row('*kkpp*'), parts, row('*kkpp*')], [false, false, false]).map(({ kind }) => kind);
    expect(kinds(crossed('kpkp', 2))).toEqual([]);
    expect(kinds(crossed('kppp', 2))).toEqual([]);
    expect(kinds(crossed('pppp', 2))).toEqual(['repeat']);
    expect(kinds(crossed('pp', 2, 'pp'))).toEqual(['repeat']);
    expect(kinds(crossed('kp', 3))).toEqual(['repeat']);
    const ends = (before: string): Parts => ({ ...row(`${before}*kkpp*`), repeat: crossed('', 2).repeat });
    expect(kinds(ends('kpkp'))).toEqual([]);
    expect(kinds(ends('kpkpkpkp'))).toEqual(['ends']);
  });
  it('says nothing where a row repeats nothing', () => {
    const once = { ...row('kk**'), repeat: null } as unknown as Parts;
    expect(
      loneRows([row('*kkpp*'), row('*kkkkkkpp*'), row('*kkpp*'), once], [false, false, false, false]),
    ).toEqual([]);
  });
});
