/** Words for the hands: every move, resting place, caution and likeness says itself, for either hand, without a hole in it. */
import fc from 'fast-check';
import { cueFor } from '@core/cue/cue';
import { CROSSING_CAUTIONS } from '@core/cue/crossing-cautions';
import { stopsOf } from '@core/cue/pointer';
import { restingAt } from '@core/cue/resting';
import { rowEnd } from '@core/cue/row-end';
import type { CrossingStep } from '@core/cue/steps';
import { movesOf, WAYS, wayFor } from '@core/cue/technique';
import { sheetOf } from '@core/testing/plans';
import { durationWords } from './durations';
import { CROSSING_CAUTION_WORDS } from './crossing-cautions';
import { likenessWords, likeShort } from './likeness';
import { moveWords, needlesOf, restingWords, wayWords } from './moves';
import { rowEndWords } from './row-end';
import { rowSaid, stopSaid } from './spoken';

const HOLES = /undefined|NaN|null|\[object/;
const sheet = sheetOf([
  {
    rows: 24,
    panels: [
      { chart: 'garter', id: 'edge', repeats: 2, edge: true },
      { chart: 'braid-3', id: 'braid' },
      { chart: 'Row 1 (RS): p1, 2/1 RPC, p1.\nRow 2: k2, p2, k1.', id: 'reach' },
    ],
  },
]);
const stepAt = (row: number, hand: 'right' | 'left') =>
  stopsOf(cueFor(sheet, row, hand)).map(({ step }) => step).find((s): s is CrossingStep => s.kind === 'crossing') as CrossingStep; // prettier-ignore

describe('moves', () => {
  it.each(WAYS)('%s: the needles are named for the hand, and nothing is left out', (way) => {
    for (const hand of ['right', 'left'] as const) {
      const step = stepAt(1, hand);
      const words = movesOf(step, wayFor(step, way)).map((move) =>
        moveWords(move, needlesOf(hand === 'right' ? 'rightToLeft' : 'leftToRight', false)),
      );
      expect(words.join('. ')).not.toMatch(HOLES);
      expect(words.length).toBeGreaterThan(2);
    }
  });
  it('what is passed is passed on the side that the move says', () => {
    const said = (move: Parameters<typeof moveWords>[0]) => moveWords(move, needlesOf('rightToLeft', false));
    const far = (passing: 'front' | 'back') => said({ do: 'takeFar', count: 2, passing, free: 3 });
    expect([far('front'), far('back')]).toEqual([
      'with the right needle, passing in front of the next 3, go into the 2 after them, and let all 5 slide off the left needle',
      'with the right needle, passing in back of the next 3, go into the 2 after them, and let all 5 slide off the left needle',
    ]);
  });
  it('a left-handed knitter takes with the left needle', () => {
    const taking = (faced: 'rightToLeft' | 'leftToRight', byHand: boolean) => needlesOf(faced, byHand).taking;
    expect([taking('rightToLeft', false), taking('leftToRight', false), taking('leftToRight', true)]).toEqual(
      ['right needle', 'left needle', 'left hand'],
    );
    const step = stepAt(1, 'left');
    expect(
      moveWords(
        movesOf(step, 'slipBack').find(({ do: does }) => does === 'slip')!,
        needlesOf('leftToRight', false),
      ),
    ).toMatch(/to the left needle$/);
  });
});

it.each(WAYS)('%s: hands that work without needles are never told of one', (way) => {
  const step = stepAt(1, 'right');
  const words = movesOf(step, wayFor(step, way)).map((move) =>
    moveWords(move, needlesOf('rightToLeft', true)),
  );
  expect([...words, wayWords(way, true)].join('. ')).not.toMatch(/needle/);
});

describe('where the work rests', () => {
  it('is said in whole sentences anywhere in any row, for either hand, with or without needles', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 24 }),
        fc.constantFrom('right' as const, 'left' as const),
        fc.nat(12),
        fc.nat(6),
        fc.boolean(),
        fc.constantFrom(...WAYS),
        (row, hand, stop, part, byHand, way) => {
          const cue = cueFor(sheet, row, hand);
          const stops = stopsOf(cue);
          const pointer = { stop: Math.min(stop, stops.length), part: stops[stop]?.step.kind === 'crossing' ? part : 0 }; // prettier-ignore
          const lines = restingWords(
            restingAt(stops, pointer, cue.working, (step) => wayFor(step, way)),
            { byHand, round: false, wayOf: (step) => wayFor(step, way) },
          );
          expect(lines.join(' ')).not.toMatch(HOLES);
          expect(lines.every((line) => line.endsWith('.'))).toBe(true);
          if (byHand) expect(lines[0]).not.toMatch(/needle/);
        },
      ),
    ));
});

describe('other words', () => {
  it('every caution has words of its own', () =>
    expect(new Set(CROSSING_CAUTIONS.map((caution) => CROSSING_CAUTION_WORDS[caution])).size).toBe(
      CROSSING_CAUTIONS.length,
    ));
  it('a crossing is compared in few words and in many', () => {
    const below = { row: 57, lean: 'right', like: false } as never;
    expect(likeShort({ below, beside: null }, 'row')).toBe('opposite of row 57');
    expect(likeShort({ below: null, beside: null }, 'round')).toBeNull();
    expect(likenessWords({ below, beside: null }, 'row')).toEqual([
      'The crossing straight below it, in row 57, leans right: this one is the opposite of it.',
    ]);
    expect(likenessWords({ below: null, beside: null }, 'row')).toHaveLength(1);
  });
  it('rows and groups are read aloud, the hold first', () => {
    const cue = cueFor(sheet, 1, 'right');
    const way = () => 'cableNeedle' as const;
    expect(rowSaid(cue, way)).toMatch(
      /^Row 1, right side\. Edge\. Knit 2\. Braid\. .*2 to the \w+, .*Reach\. .*1 to the back, knit 2, yarn to front, purl the held 1\./,
    );
    expect(rowSaid(null, way)).toBe('All rows are done.');
    expect([stopSaid(undefined, way, false), stopSaid(undefined, way, true)]).toEqual([
      'End of the row.',
      'End of the round.',
    ]);
    expect(
      stopsOf(cue)
        .map((stop) => stopSaid(stop, way, false))
        .join(' '),
    ).toMatch(/Slip the marker\. Reach\. Purl 1\./);
  });
  it('a row says what it ends on', () => {
    const ends = [1, 2].map((row) => rowEndWords(rowEnd(cueFor(sheet, row, 'right')) as never));
    expect(ends).toEqual(['ends on a purl', 'ends on a knit']);
  });
  it.each([
    [20_000, 'less than a minute'],
    [60_000 * 7, '7 min'],
    [60_000 * 60, '1 h'],
    [60_000 * 95, '1 h 35 min'],
  ])('%i ms is %s', (ms, words) => expect(durationWords(ms)).toBe(words));
});
