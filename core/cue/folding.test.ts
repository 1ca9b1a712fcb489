/** Parts that come over and over, against trying every group there could be. */
import fc from 'fast-check';
import type { LaidCell } from '../chart/laid';
import { stitch, STITCHES, type Stitch } from '../stitch/types';
import { runs } from '../testing/size';
import { foldParts, type Draft } from './folding';
import type { Act } from './steps';

const act = (name: Stitch): Act => ({
  at: { cell: stitch(name), taken: 0, given: 0 } as LaidCell,
  step: { kind: 'run', columns: [], run: { stitch: name, count: 1 } },
  key: name,
});
/** Letters as steps of one stitch each; a digit is a stretch of so many. */
const partOf = (letter: string): Draft =>
  /\d/.test(letter)
    ? { kind: 'stretch', rule: 'asTheyFace', count: Number(letter), slips: null }
    : { kind: 'step', acts: [act(STITCHES['abcdef'.indexOf(letter)] as Stitch)] };
const parts = (letters: string) => [...letters].map(partOf);
const lettersOf = (list: readonly Draft[]): string =>
  list
    .map((part) => {
      if (part.kind === 'group') return `[${lettersOf(part.parts)}]${part.times}`;
      return part.kind === 'stretch' ? part.count : 'abcdef'[STITCHES.indexOf(part.acts[0]?.key as Stitch)];
    })
    .join('');
const folded = (letters: string) => {
  const found = foldParts(parts(letters));
  return found && lettersOf(found);
};

it.each([
  ['abab', '[ab]2'],
  ['cababd', 'c[ab]2d'],
  ['aaa', '[a]3'],
  ['aa', null],
  ['abc', null],
  ['aab', null],
  ['a2a2a2b', '[a2]3b'],
  ['abcabcabcab', '[abc]3ab'],
  ['ccabab', 'cc[ab]2'],
])('%s is %s', (letters, wanted) => expect(folded(letters)).toBe(wanted));

it('reaches six parts in, and a unit of sixteen', () => {
  expect(folded('abcdef121212')).toBe('abcdef[12]3');
  expect(folded('1abcdefababab')).toBe(null);
  const sixteen = 'abcdef1234abcde5';
  expect(folded(sixteen.repeat(2))).toBe(`[${sixteen}]2`);
  expect(folded(`${sixteen}6`.repeat(2))).toBe(null);
});

it('stretches and groups are alike only with all that they say', () => {
  const stretch = (rule: 'asTheyFace' | 'slipPurlsBack', sizes: readonly number[]): Draft => ({
    kind: 'stretch',
    rule,
    count: 4,
    slips: sizes.length ? { kind: 'list', sizes } : null,
  });
  const [a, b] = parts('ab') as [Draft, Draft];
  const group = (times: number, ...of: Draft[]): Draft => ({ kind: 'group', parts: of, times });
  expect(foldParts([a, stretch('slipPurlsBack', [1]), a, stretch('slipPurlsBack', [1])])).toHaveLength(1);
  expect(foldParts([a, stretch('slipPurlsBack', [1]), a, stretch('slipPurlsBack', [2])])).toBe(null);
  expect(foldParts([a, stretch('slipPurlsBack', []), a, stretch('asTheyFace', [])])).toBe(null);
  expect(foldParts([a, group(2, a, b), a, group(2, a, b)])).toHaveLength(1);
  expect(foldParts([a, group(2, a, b), a, group(3, a, b)])).toBe(null);
  expect(foldParts([a, group(2, a, b), a, group(2, b, a)])).toBe(null);
  const twice: Draft = { kind: 'step', acts: [act('knit'), act('knit')] };
  expect(foldParts([b, a, b, twice])).toBe(null);
});

it('written out again it is what it was, and no other single group leaves fewer parts', () =>
  fc.assert(
    fc.property(fc.array(fc.constantFrom('a', 'b', 'c'), { minLength: 0, maxLength: 12 }), (list) => {
      const letters = list.join('');
      const found = foldParts(parts(letters));
      let least = letters.length;
      for (let head = 0; head <= 6; head += 1)
        for (let unit = 1; head + 2 * unit <= letters.length; unit += 1) {
          const one = letters.slice(head, head + unit);
          let times = 1;
          while (letters.startsWith(one, head + times * unit)) times += 1;
          if (times > 1) least = Math.min(least, letters.length - times * unit + unit + 1);
        }
      if (letters.length < 3 || least === letters.length) return expect(found).toBe(null);
      const again = lettersOf(found ?? []).replace(/\[(\w+)\](\d+)/, (_, unit: string, times) =>
        unit.repeat(Number(times)),
      );
      expect(again).toBe(letters);
      expect(lettersOf(found ?? []).replace(/[\[\]]|(?<=\])\d+/g, '').length + 1).toBe(least);
    }),
    { numRuns: runs(200, 5000) },
  ));
