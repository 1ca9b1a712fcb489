/** What each way takes, and which is to be taken. Common practice, no published source, but where a twin counts. */
import fc from 'fast-check';
import { cueFor } from '../cue/cue';
import { stopsOf } from '../cue/pointer';
import { otherLean, type Deviation } from '../piece/deviation';
import { charted, type Worksheet } from '../piece/worksheet';
import type { Hand } from '../stitch/types';
import { crossingsIn, withFaults } from '../testing/mending';
import { chartFrom, sheetOf } from '../testing/plans';
import { crossingIn, crossingAt } from './plan';
import { ifFoundLater, remediesFor, USUAL_PER_STITCH, weight } from './remedies';
import type { Circumstances, Remedy } from './ways';
import { runs } from '../testing/size';

const USUAL: Circumstances = {
  perStitch: USUAL_PER_STITCH,
  lifelines: [],
  boundOff: false,
  limits: { neverCut: true, longestLadder: null },
};
const wide = sheetOf([
  {
    rows: 120,
    panels: [
      { chart: 'stockinette', repeats: 52 },
      { chart: 'rope-4', id: 'rope', repeats: 1 },
      { chart: 'stockinette', repeats: 60 },
    ],
  },
]);
const onRow = (sheet: Worksheet, row: number, panel = 'rope'): Deviation => {
  const fault = crossingsIn(sheet, [row]).find((one) => one.panel === panel) as Deviation;
  const at = crossingIn(charted(sheet, row), panel, fault.wale);
  return at ? { ...fault, made: otherLean(at.cell) } : fault;
};

function ways(
  sheet: Worksheet,
  fault: Deviation,
  done: number,
  how: Partial<Circumstances> = {},
  worked = 0,
) {
  const at = crossingAt(sheet, fault.pieceRow, fault.panel, fault.wale);
  if (!at) throw new Error('no crossing');
  const all = remediesFor(withFaults(sheet, [fault]), fault, at.cell, { done, worked }, 'right', {
    ...USUAL,
    ...how,
  });
  const offer = (remedy: Remedy) => all.offers.find((one) => one.remedy === remedy);
  const cannot = (remedy: Remedy) => all.refused.find((one) => one.remedy === remedy)?.cannot.code;
  return { ...all, best: all.offers[0]?.remedy, offer, cannot };
}

describe('the way to take', () => {
  it('in the row just finished, a few stitches back: unpick; across a wide row the ladder of one strand', () => {
    const narrow = sheetOf([{ rows: 40, panels: [{ chart: 'rope-4', id: 'rope' }] }]);
    expect(ways(narrow, onRow(narrow, 3), 3).best).toBe('unpick');
    expect(ways(wide, onRow(wide, 3), 3).best).toBe('ladder');
  });
  it('twenty rows down a wide piece: ten minutes of ladder, not an evening of ripping', () => {
    const { best, offer, cannot } = ways(wide, onRow(wide, 39), 60);
    expect(best).toBe('ladder');
    expect(offer('rip')?.minutes).toBeGreaterThan(100);
    expect(offer('rip')).toMatchObject({ rows: 22, stitches: 22 * 120, to: { row: 38, lifeline: false } });
    expect(offer('ladder')).toMatchObject({ rows: 22, stitches: 22 * 4 });
    expect(cannot('unpick')).toBe('too-far');
  });
  it('to a lifeline that lies below it nothing can go wrong', () => {
    expect(ways(wide, onRow(wide, 39), 60, { lifelines: [20, 37, 45] }).offer('rip')).toMatchObject({
      to: { row: 37, lifeline: true },
      risk: 0,
      rows: 23,
    });
  });
  it('on a finished piece it is sewn over; nothing goes back on a needle', () => {
    const { best, cannot } = ways(wide, onRow(wide, 39), 120, { boundOff: true });
    expect(best).toBe('sew');
    expect([cannot('ladder'), cannot('rip'), cannot('unpick')]).toEqual([
      'off-needle',
      'off-needle',
      'off-needle',
    ]);
    expect(ways(wide, onRow(wide, 39), 120).cannot('ladder')).toBeUndefined();
    const inHand = ways(wide, onRow(wide, 59), 60, { boundOff: true });
    expect([inHand.cannot('ladder'), inHand.cannot('unpick')]).toEqual([undefined, undefined]);
  });
  it('where purls lie on top, or nobody knows how it lies, it cannot be sewn', () => {
    const purled = sheetOf([
      {
        rows: 20,
        panels: [
          {
            chart: chartFrom(
              'A = slip 2 to a cable needle and hold in front, k2, p2 from the cable needle\nRow 1 (RS): k2, A, k2.\nRow 2: purl.',
            ),
            id: 'rope',
          },
        ],
      },
    ]);
    expect(ways(purled, onRow(purled, 1), 8).cannot('sew')).toBe('cannot-be-sewn');
    expect(ways(wide, { ...onRow(wide, 3), made: 'unknown' }, 8).cannot('sew')).toBe('cannot-be-sewn');
  });
  it('keeps to her limits, and says so', () => {
    expect(ways(wide, onRow(wide, 39), 60).cannot('graft')).toBe('never-cut');
    const limits = { neverCut: false, longestLadder: 12 };
    const { offer, cannot, best } = ways(wide, onRow(wide, 39), 60, { limits });
    expect(cannot('ladder')).toBe('longer-than-wished');
    expect([offer('graft')?.risk, best]).toEqual([3, 'sew']);
  });
  it('is made a feature only while the panel goes on crossing', () => {
    const once = sheetOf([
      {
        rows: 8,
        panels: [
          {
            chart: chartFrom(
              'Row 1 (RS): p1, 2/2 RC, p1.\nRow 2: k1, p4, k1.\nRows 3, 5, 7: p1, k4, p1.\nRows 4, 6, 8: k1, p4, k1.',
            ),
            id: 'rope',
          },
        ],
      },
    ]);
    expect(ways(once, onRow(once, 1), 4).cannot('feature')).toBe('nothing-to-come');
    const next = (done: number) => ways(wide, onRow(wide, 3), done).offer('feature')?.to?.row;
    expect([3, 4, 6, 7, 10, 11].map(next)).toEqual([7, 7, 7, 11, 11, 15]);
  });
  it('leaving it is always open, and never a repair', () =>
    expect(ways(wide, onRow(wide, 39), 60).offer('leave')).toMatchObject({ minutes: 0, look: 'odd' }));
});

it('offers come by their weight, whatever the piece and the place', () =>
  fc.assert(
    fc.property(
      fc.integer({ min: 3, max: 119 }),
      fc.integer({ min: 0, max: 110 }),
      fc.boolean(),
      (done, pick, boundOff) => {
        const all = crossingsIn(
          wide,
          Array.from({ length: done }, (_, i) => i + 1),
        );
        const { offers, refused } = ways(
          wide,
          onRow(wide, (all[pick % all.length] as Deviation).pieceRow),
          done,
          { boundOff },
        );
        const weights = offers.map(weight);
        expect(weights).toEqual([...weights].sort((a, b) => a - b));
        expect([...offers, ...refused].map(({ remedy }) => remedy).sort()).toEqual([
          'feature',
          'graft',
          'ladder',
          'leave',
          'rip',
          'sew',
          'unpick',
        ]);
      },
    ),
    { numRuns: runs(40, 400) },
  ));

it('stitches that are worked in the row in hand are unpicked as well', () => {
  const stitches = (worked: number) => ways(wide, onRow(wide, 3), 3, {}, worked).offer('unpick')?.stitches;
  const none = stitches(0) ?? 0;
  expect([none, stitches(1), stitches(7)]).toEqual([none, none + 1, none + 7]);
});

it('stitches to unpick are those that the cue counts from the crossing on, for either hand and either side', () => {
  const sheet = sheetOf([
    {
      rows: 30,
      panels: [
        { chart: 'garter', repeats: 5 },
        { chart: 'rope-4', id: 'rope', repeats: 2 },
        { chart: 'stockinette', repeats: 3 },
      ],
    },
  ]);
  for (const hand of ['right', 'left'] satisfies Hand[])
    for (const fault of crossingsIn(sheet, [3, 7])) {
      const at = crossingAt(sheet, fault.pieceRow, fault.panel, fault.wale);
      if (!at) throw new Error('no crossing');
      const stops = stopsOf(cueFor(sheet, fault.pieceRow, hand));
      const own = stops.find(({ step }) => step.kind === 'crossing' && step.columns.includes(at.taken));
      const after = stops.reduce((sum, { takes }) => sum + takes, 0) - (own?.before ?? 0);
      const spot = { done: fault.pieceRow + 1, worked: 0 };
      const { offers } = remediesFor(sheet, fault, at.cell, spot, hand, USUAL);
      const next = charted(sheet, fault.pieceRow + 1).laid.gives;
      expect(offers.find(({ remedy }) => remedy === 'unpick')?.stitches).toBe(after + next);
    }
});

it('found later: each moment once, and none behind the end', () => {
  const later = (sheet: Worksheet, row: number, done: number) =>
    ifFoundLater(sheet, onRow(sheet, row), { done, worked: 0 }, 'right', USUAL_PER_STITCH).map(
      ({ when, row: at }) => [when, at],
    );
  const short = sheetOf([{ rows: 8, panels: [{ chart: 'rope-4', id: 'rope' }] }]);
  expect(later(short, 3, 8)).toEqual([]);
  expect(later(short, 3, 7)).toEqual([['nextRow', 8]]);
  // The next crossing is in the next row: it is no moment of its own.
  expect(later(short, 3, 6)).toEqual([
    ['nextRow', 7],
    ['section', 8],
  ]);
  expect(later(short, 3, 4)).toEqual([
    ['nextRow', 5],
    ['nextCrossing', 7],
    ['section', 8],
  ]);
});

it('found later it costs more: a strand for every row, another crossing, the whole section', () => {
  const later = ifFoundLater(wide, onRow(wide, 39), { done: 40, worked: 0 }, 'right', USUAL_PER_STITCH);
  expect(later.map(({ when, row, strands }) => [when, row, strands])).toEqual([
    ['nextRow', 41, 3],
    ['nextCrossing', 43, 5],
    ['section', 120, 82],
  ]);
  expect(later.map(({ stitches }) => stitches)).toEqual([12, 20, 328]);
});
