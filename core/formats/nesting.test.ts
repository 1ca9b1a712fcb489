import fc from 'fast-check';
import { isTooNested } from './nesting';
import { runs } from '../testing/size';

const deep = (text: string, most: number) => isTooNested(text.length, (at) => text.charCodeAt(at), most);
const deepBytes = (text: string, most: number) => {
  const bytes = Buffer.from(text);
  return isTooNested(bytes.length, (at) => bytes[at] as number, most);
};

/** Levels of a value, by going into it. */
const levels = (value: unknown): number =>
  typeof value === 'object' && value !== null ? 1 + Math.max(0, ...Object.values(value).map(levels)) : 0;

describe('how deep a JSON text goes', () => {
  it('is what its value says, in letters and in bytes', () => {
    fc.assert(
      fc.property(fc.jsonValue({ maxDepth: 6 }), fc.nat(7), (value, most) => {
        const text = JSON.stringify(value);
        const wanted = levels(value) > most;
        expect([deep(text, most), deepBytes(text, most)]).toEqual([wanted, wanted]);
      }),
      { numRuns: runs(1000, 10_000) },
    );
  });
  it.each([
    ['brackets in words', '"[[[[{{{{"', false],
    ['a quote in words', '"\\"[[[["', false],
    ['a backslash at the end of words', '["\\\\",[[[]]]]', true],
    ['brackets that never close', '[[[[[[', true],
  ])('%s', (_, text, wanted) => expect(deep(text, 3)).toBe(wanted));
});
