import fc from 'fast-check';
import { isOneSlip } from './spelling';
import { runs } from '../testing/size';

const word = fc.string({ unit: fc.constantFrom('a', 'b', 'c'), maxLength: 6 });

/** Every word that one slip makes of another, by trying all of them. */
function slipsOf(text: string): Set<string> {
  const out = new Set<string>();
  const letters = ['a', 'b', 'c'];
  for (let i = 0; i <= text.length; i += 1) {
    const [head, tail] = [text.slice(0, i), text.slice(i)];
    for (const letter of letters) {
      out.add(head + letter + tail);
      if (tail !== '') out.add(head + letter + tail.slice(1));
    }
    if (tail !== '') out.add(head + tail.slice(1));
    if (tail.length > 1) out.add(head + tail.charAt(1) + tail.charAt(0) + tail.slice(2));
  }
  out.delete(text);
  return out;
}

it('one slip is a letter lost, added, changed or exchanged with its neighbour, and nothing else', () =>
  fc.assert(
    fc.property(word, word, (a, b) => {
      expect(isOneSlip(a, b)).toBe(slipsOf(a).has(b));
    }),
    { numRuns: runs(2000, 20_000) },
  ));
it('every slip of a word is one', () =>
  fc.assert(
    fc.property(word, (a) => {
      for (const b of slipsOf(a)) expect([a, b, isOneSlip(a, b)]).toEqual([a, b, true]);
    }),
    { numRuns: runs(200, 2000) },
  ));
