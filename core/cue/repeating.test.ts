import fc from 'fast-check';
import { foldSteps } from './repeating';
import type { Step } from './steps';

const step = (word: string, i = 0): Step => ({
  kind: 'run',
  run: { stitch: word === 'k' ? 'knit' : 'purl', count: word.length },
  columns: [i],
});
const rowOf = (text: string) => [...text].map((letter, i) => step(letter, i));
const unfold = ({ head, unit, times, tail }: ReturnType<typeof foldSteps>) => [
  ...head,
  ...Array.from({ length: times }, () => unit).flat(),
  ...tail,
];
const what = (steps: readonly Step[]) => steps.map((s) => ({ ...s, columns: null }));

describe('long rows folded', () => {
  it('knit, purl over and over', () =>
    expect(foldSteps(rowOf('kpkpkpkp'))).toMatchObject({ head: [], times: 4, tail: [] }));
  it('with a beginning and an end of their own', () => {
    const folded = foldSteps(rowOf('ppkppkppkkkkk'));
    expect(folded.times).toBeGreaterThan(1);
    expect(what(unfold(folded))).toEqual(what(rowOf('ppkppkppkkkkk')));
  });
  it('a row that does not repeat stays as it is', () =>
    expect(foldSteps(rowOf('kp'))).toMatchObject({ times: 1, head: [], tail: [] }));
  it('never changes what is done, and never makes it longer', () =>
    fc.assert(
      fc.property(fc.array(fc.constantFrom('k', 'p'), { maxLength: 40 }), (letters) => {
        const steps = rowOf(letters.join(''));
        const folded = foldSteps(steps);
        expect(what(unfold(folded))).toEqual(what(steps));
        expect(folded.head.length + folded.unit.length + folded.tail.length).toBeLessThanOrEqual(
          steps.length,
        );
      }),
    ));
});
