/** Names of crossings: what one stands for, what is asked, what no hand could cross. */
import type { Cell } from '../stitch/types';
import { readCrossingName } from './crossing-names';
import { Cursor } from './text';

const LETTER: Readonly<Record<string, string>> = { knit: '', purl: 'p', knitTbl: 't' };
const inShort = (cell: Cell): string => {
  if (cell.kind !== 'crossing')
    return cell.kind === 'increase' && 'lean' in cell ? `m1 ${cell.lean}` : cell.kind;
  const { over, under, lean, centre } = cell;
  const group = (stitches: readonly string[]) => `${stitches.length}${LETTER[stitches[0] ?? ''] ?? '?'}`;
  const middle = centre ? `/${group(centre.stitches)} ${centre.depth}` : '';
  return `${lean} ${group(over)}/${group(under)}${middle}`;
};
function meaning(name: string): string {
  const cursor = new Cursor(name);
  const found = readCrossingName(cursor);
  if (!found) return 'no name';
  if (!cursor.done) return `leaves “${cursor.text.slice(cursor.at)}”`;
  if (found.kind === 'out-of-range') return `no hand crosses ${found.count}`;
  return found.kind === 'is'
    ? inShort(found.cell)
    : `asks: ${found.options.map(({ cell }) => inShort(cell)).join(', ')}`;
}

// Common practice, no published source, as far as designers agree.
describe('names with one usual meaning', () => {
  it.each([
    ['2/2 RC', 'right 2/2'],
    ['2/1 LPC', 'left 2/1p'],
    ['3x3 LC', 'left 3/3'],
    ['1/2-RC', 'right 1/2'],
    ['2/2 RCP', 'right 2/2p'],
    ['2/1 PRC', 'right 2/1p'],
    ['2/1 left purl cross', 'left 2/1p'],
    ['2/1 purl right cable', 'right 2/1p'],
    ['2/2, front crossing', 'left 2/2'],
    ['2 over 1 right purl cross', 'right 2/1p'],
    ['two over two left cross', 'left 2/2'],
    ['3 over 3 back cable', 'right 3/3'],
    ['cross 2 over 2 to the right', 'right 2/2'],
    ['cable 3 over 2 left', 'left 3/2'],
    ['C4B', 'right 2/2'],
    ['C4F', 'left 2/2'],
    ['C6L', 'left 3/3'],
    ['C4BP', 'right 2/2p'],
    ['C10 R', 'right 5/5'],
    ['cable 4 back', 'right 2/2'],
    ['cable six to the left', 'left 3/3'],
    ['cable front 4 sts', 'left 2/2'],
    ['cable right over 6', 'right 3/3'],
    ['T3B', 'right 2/1p'],
    ['T3F', 'left 2/1p'],
    ['T4L', 'left 2/2p'],
    ['Tw1R', 'right 1/1'],
    ['4-st RC', 'right 2/2'],
    ['6 sts LPC', 'left 3/3p'],
    ['4 st left cross', 'left 2/2'],
    ['4-st purl right cable', 'right 2/2p'],
    ['4-stitch right purl cross', 'right 2/2p'],
    ['RC4', 'right 2/2'],
    ['LC-6', 'left 3/3'],
    ['CR4', 'right 2/2'],
    ['CL6', 'left 3/3'],
    ['cl6', 'left 3/3'],
    ['RT', 'right 1/1'],
    ['LT', 'left 1/1'],
    ['RPT', 'right 1/1p'],
    ['plt', 'left 1/1p'],
    ['right twist', 'right 1/1'],
    ['left purl twist', 'left 1/1p'],
    ['purl twist left', 'left 1/1p'],
    ['twist to the right', 'right 1/1'],
  ])('%s: %s', (name, wanted) => expect(meaning(name)).toBe(wanted));
});

describe('names with several are asked', () => {
  it.each([
    ['C5B', 'asks: right 3/2, right 2/3'],
    ['T2F', 'asks: left 1/1, left 1/1p, left 1t/1p'],
    ['cross right over 6', 'asks: right 3/3, right 3/3p'],
    ['T5B', 'asks: right 2/3p, right 3/2p, right 4/1p'],
    ['T6F', 'asks: left 3/3p, left 3/3, left 5/1p'],
    ['Cr4B', 'asks: right 2/2, right 2/2p'],
    ['Cr3F', 'asks: left 2/1, left 2/1p, left 1/2, left 1/2p'],
    ['CL4F', 'asks: left 2/2, left 2/2p'],
    ['CL4B', 'asks: right 2/2, left 2/2'],
    ['Cr4', 'asks: right 2/2, left 2/2'],
    ['C6', 'asks: right 3/3, left 3/3'],
    ['cable 5', 'asks: right 3/2, left 3/2'],
    ['2/2 RT', 'asks: right 2/2, right 2t/2'],
    ['2/1 LPT', 'asks: left 2/1p, left 2t/1p'],
    ['2/1/2 RC', 'asks: right 2/2/1 below, right 2/2/1 between, right 2/2/1 above'],
    ['2/1/2 LPC', 'asks: left 2/2/1p below, left 2/2/1p between, left 2/2/1p above'],
    ['right cross', 'asks: right 1/1, right 2/2, right 3/3'],
    ['LPC', 'asks: left 1/1p, left 2/2p, left 3/3p'],
    ['cross to the left', 'asks: left 1/1, left 2/2, left 3/3'],
    ['make 1', 'asks: m1 left, m1 right'],
    ['M1', 'asks: m1 left, m1 right'],
  ])('%s %s', (name, wanted) => expect(meaning(name)).toBe(wanted));
});

describe('what cannot be crossed, and what is no name', () => {
  it.each([
    ['0/2 RC', 'no hand crosses 0'],
    ['2/41 RC', 'no hand crosses 41'],
    ['40/40 LC', 'left 40/40'],
    ['C1B', 'no hand crosses 1'],
    ['C80B', 'right 40/40'],
    ['C81F', 'no hand crosses 81'],
    ['T81F', 'no hand crosses 81'],
    ['T0F', 'no hand crosses 0'],
    ['Cr1B', 'no hand crosses 1'],
    ['Cr81B', 'no hand crosses 81'],
    ['C1', 'no hand crosses 1'],
    ['C81', 'no hand crosses 81'],
    ['k4', 'no name'],
    ['C4Bx', 'no name'],
    ['2/2 RCx', 'no name'],
    ['make 1 left', 'no name'],
    ['rotate', 'no name'],
  ])('%s: %s', (name, wanted) => expect(meaning(name)).toBe(wanted));
  it('stays where it is before anything else', () => {
    const cursor = new Cursor('p2, 2/2 RC');
    expect([readCrossingName(cursor), cursor.at]).toEqual([null, 0]);
  });
  it('a twist of one over one may be purled below where the rows say so', () => {
    const found = readCrossingName(new Cursor('LT'));
    expect(found?.kind === 'is' && found.or?.map(({ cell }) => inShort(cell))).toEqual([
      'left 1/1',
      'left 1/1p',
      'left 1t/1p',
    ]);
  });
  it('options go by names that tell them apart', () => {
    const names = (name: string) => {
      const found = readCrossingName(new Cursor(name));
      return found?.kind === 'ask' ? found.options.map((one) => one.name) : null;
    };
    expect(names('2/1/2 RC')).toEqual([
      '2/2 RC, 1 behind all',
      '2/2 RC, 1 between',
      '2/2 RC, 1 in front of all',
    ]);
    expect(names('2/2 LT')).toEqual(['2/2 LC', '2/2 LT with twisted stitches']);
    expect(names('M1')).toEqual(['M1L', 'M1R']);
  });
});
