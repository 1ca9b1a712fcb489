import fc from 'fast-check';
import { leansOf, spreadDecreases, spreadIncreases, type Spread } from './even';
import { runs, soundCases } from '../testing/size';

const places = (spread: Spread) => {
  const found = spreadIncreases(spread);
  return found.ok ? found.value : found.error;
};

/** A slow twin: tries every choice of places. */
function* choices(from: number, last: number, count: number, apart: number): Generator<number[]> {
  if (count === 0) return yield [];
  for (let place = from; place <= last; place += 1)
    for (const rest of choices(place + apart, last, count - 1, apart)) yield [place, ...rest];
}
const costs = (even: number[], of: number[]) =>
  of.reduce((sum, place, i) => sum + (place - (even[i] as number)) ** 2, 0);

describe('increases spread over a row', () => {
  it('64 to 80 in the round is one after every 4 (common practice, no published source)', () => {
    const found = places({ stitches: 64, times: 16, round: true }) as number[];
    expect(found).toEqual(Array.from({ length: 16 }, (_, i) => 4 * (i + 1)));
  });
  it('64 to 80 on a line leaves half a part at each edge', () => {
    const found = places({ stitches: 64, times: 16, round: false }) as number[];
    expect(found).toEqual(Array.from({ length: 16 }, (_, i) => 2 + 4 * i));
  });
  it('is as near to even as any choice can be, with columns left out or not', () => {
    const spreads = fc.record({
      stitches: fc.integer({ min: 2, max: 11 }),
      times: fc.integer({ min: 1, max: 4 }),
      round: fc.boolean(),
      closed: fc.array(fc.integer({ min: 0, max: 14 }), { maxLength: 6 }),
    });
    const wrong: unknown[] = [];
    fc.assert(
      fc.property(spreads, ({ closed, ...spread }) => {
        const { stitches, times, round } = spread;
        const allows = (column: number) => !closed.includes(column);
        const last = round ? stitches : stitches - 1;
        const even = Array.from({ length: times }, (_, i) => ((i + (round ? 1 : 0.5)) * stitches) / times);
        const all = [...choices(1, last, times, 1)].filter((of) => of.every((place, i) => allows(place + i)));
        const found = spreadIncreases({ ...spread, allows });
        const best = Math.min(...all.map((of) => costs(even, of)));
        const sound = found.ok
          ? found.value.every((place, i) => allows(place + i)) && costs(even, found.value) - best < 1e-6
          : all.length === 0;
        if (!sound) wrong.push({ spread, closed, found, best });
      }),
      { numRuns: runs(400, 4000) },
    );
    expect(wrong).toEqual([]);
  });
  it('both halves mirror each other wherever a middle allows it', () => {
    const wrong: unknown[] = [];
    const sound = soundCases(0.5);
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 200 }), fc.integer({ min: 1, max: 40 }), (stitches, times) => {
        if (!sound.is(times < stitches && (times % 2 === 0 || stitches % 2 === 0))) return;
        const found = places({ stitches, times, round: false }) as number[];
        const mirrored = found.map((place) => stitches - place).reverse();
        if (found.join() !== mirrored.join()) wrong.push([stitches, times, found]);
      }),
    );
    sound.enough();
    expect(wrong).toEqual([]);
  });
  it('parts differ by one stitch at the most in the round', () => {
    const wrong: unknown[] = [];
    const sound = soundCases(0.7);
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 300 }), fc.integer({ min: 1, max: 60 }), (stitches, times) => {
        if (!sound.is(times <= stitches)) return;
        const found = places({ stitches, times, round: true }) as number[];
        const parts = found.map((place, i) => place - (found[i - 1] ?? 0));
        if (Math.max(...parts) - Math.min(...parts) > 1) wrong.push([stitches, times, parts]);
      }),
    );
    sound.enough();
    expect(wrong).toEqual([]);
  });
  it.each<[string, Spread, unknown]>([
    [
      'more than there are gaps',
      { stitches: 5, times: 5, round: false },
      { code: 'more-than-gaps', times: 5, gaps: 4 },
    ],
    ['none at all', { stitches: 5, times: 0, round: true }, { code: 'spread-not-sound', most: 2000 }],
    ['half a stitch', { stitches: 5.5, times: 1, round: true }, { code: 'spread-not-sound', most: 2000 }],
    [
      'crossings everywhere but at one column',
      { stitches: 6, times: 2, round: false, allows: (column) => column === 3 },
      { code: 'crossings-in-the-way', times: 2, fit: 1 },
    ],
  ])('%s is refused with the reason', (_, spread, problem) => expect(places(spread)).toEqual(problem));
});

describe('decreases spread over a row', () => {
  it('80 to 64 in the round is every fourth and fifth together', () => {
    const found = spreadDecreases({ stitches: 80, times: 16, round: true });
    expect(found.ok && found.value).toEqual(Array.from({ length: 16 }, (_, i) => 3 + 5 * i));
  });
  it('never work a stitch twice, and mirror each other on a line', () => {
    const wrong: unknown[] = [];
    const sound = soundCases(0.4);
    fc.assert(
      fc.property(fc.integer({ min: 4, max: 120 }), fc.integer({ min: 1, max: 30 }), (stitches, times) => {
        if (!sound.is(times * 2 <= stitches && (times % 2 === 0 || stitches % 2 === 0))) return;
        const found = spreadDecreases({ stitches, times, round: false });
        const of = found.ok ? found.value : [];
        const apart = of.every((place, i) => place >= (i === 0 ? 0 : (of[i - 1] as number) + 2));
        const mirrored = of.map((place) => stitches - 2 - place).reverse();
        if (of.length !== times || !apart || mirrored.join() !== of.join()) wrong.push([stitches, times, of]);
      }),
    );
    sound.enough();
    expect(wrong).toEqual([]);
  });
});

it('mirrored leans turn at the middle', () =>
  expect(leansOf([2, 6, 10], 12, 'mirrored')).toEqual(['right', 'right', 'left']));
