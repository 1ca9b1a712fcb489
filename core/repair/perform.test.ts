/** Repairs done literally on loops: whatever the piece, the place and the hand, they end with the charted fabric. */
import fc from 'fast-check';
import { wale } from '../indices';
import { otherLean, waleOf, type Deviation } from '../piece/deviation';
import { canStand, crossingIn, repairPlan, type RepairOptions } from './plan';
import { checkChart, closeToRing, type Chart } from '../chart/chart';
import { charted, checkPlan, made, worksheet, type Worksheet } from '../piece/worksheet';
import type { Phase, Shaping, ShapingAct } from '../piece/shaping';
import { shelfCharts } from '../shelf/shelf';
import type { Crossing, Hand } from '../stitch/types';
import { lineCharts, ringCharts } from '../testing/arbitrary';
import { planOf, sheetOf } from '../testing/plans';
import { crossingsIn, outcome, withFaults } from '../testing/mending';
import { rowInHand } from './needle';
import { runs, soundCases } from '../testing/size';

const shapingOf = (edge: 'right' | 'left', act: ShapingAct, phase: Phase): Shaping => ({
  id: edge,
  place: { kind: 'edge', edge, inset: 2 },
  act,
  phases: [phase],
});

const HANDS: readonly Hand[] = ['right', 'left'];

const TWO_OVER_TWO: Crossing = {
  kind: 'crossing',
  lean: 'right',
  over: ['knit', 'knit'],
  under: ['knit', 'knit'],
};

/** A crossing made where none is charted, in the row of a fault; the fault itself where no four plain stitches lie side by side. */
function elsewhere(sheet: Worksheet, fault: Deviation, which: number): Deviation {
  const places = charted(sheet, fault.pieceRow).panels.flatMap((panel) =>
    panel.cells.flatMap((at): Deviation[] => {
      const extra = { ...fault, panel: panel.panel.id, wale: wale(waleOf(panel, at)), made: TWO_OVER_TWO };
      const row = made(withFaults(sheet, [extra]), fault.pieceRow);
      const stands = crossingIn(row, extra.panel, extra.wale)?.cell === TWO_OVER_TWO;
      return at.cell.kind === 'stitch' && stands ? [extra] : [];
    }),
  );
  return places[which % Math.max(1, places.length)] ?? fault;
}

/** How a fault lies: leaning the other way, not crossed, nobody knows, or crossed where none is charted. */
function lying(sheet: Worksheet, fault: Deviation, how: number): Deviation {
  if (how >= 3) return elsewhere(sheet, fault, how);
  const at = crossingIn(charted(sheet, fault.pieceRow), fault.panel, fault.wale);
  const made =
    how === 0 && at ? otherLean(at.cell) : how === 1 ? ('uncrossed' as const) : ('unknown' as const);
  return { ...fault, made };
}

type Case = {
  readonly picks: readonly (readonly [which: number, how: number])[];
  readonly done: number;
  readonly worked: number;
  readonly hand: Hand;
  readonly options: RepairOptions;
};
const cases = (rows: number): fc.Arbitrary<Case> =>
  fc.record({
    picks: fc.array(fc.tuple(fc.nat(), fc.oneof(fc.nat(2), fc.integer({ min: 3, max: 99 }))), {
      minLength: 1,
      maxLength: 3,
    }),
    done: fc.integer({ min: 1, max: rows }),
    worked: fc.oneof(fc.constant(0), fc.nat()),
    hand: fc.constantFrom(...HANDS),
    options: fc.record({
      wrongSide: fc.constantFrom('turn' as const, 'finish' as const),
      between: fc.constantFrom('slide' as const, 'turn' as const),
    }),
  });

/** The case tried on a piece; undefined where there is nothing to mend. */
function tried(sheet: Worksheet, { picks, done, worked, hand, options }: Case): string | undefined {
  const all = crossingsIn(
    sheet,
    Array.from({ length: done }, (_, i) => i + 1),
  );
  if (all.length === 0) return undefined;
  const picked = [...new Map(picks.map(([which, how]) => [which % all.length, how]))].map(([which, how]) =>
    lying(sheet, all[which] as Deviation, how),
  );
  // Two made where none is charted cannot lie over the same stitches.
  const faults = picked.reduce<Deviation[]>((taken, one) => {
    const together = made(withFaults(sheet, [...taken, one]), one.pieceRow);
    const stands = typeof one.made === 'string' || crossingIn(together, one.panel, one.wale) !== null;
    return stands ? [...taken, one] : taken;
  }, []);
  const inHand = rowInHand(sheet, done + 1, (row) => made(sheet, row).laid, hand);
  const spot = { done, worked: inHand ? worked % (inHand.cells.length + 1) : 0 };
  const plan = repairPlan(sheet, faults, spot, hand, options);
  if (!plan.ok) return plan.error.map(({ code }) => code).join();
  return outcome(sheet, faults, spot, hand, plan.value.moves);
}

/** Said by the plan, for one fault or for several. */
const CANNOT = new Set(
  ['bound-off', 'whole-round'].flatMap((code) => [code, `${code},${code}`, `${code},${code},${code}`]),
);

/** Throws with what went wrong and the case it went wrong in. */
const expectMended = (sheet: Worksheet, one: Case, sound: ReturnType<typeof soundCases>) => {
  const came = tried(sheet, one);
  sound.is(came === 'mended');
  if (came !== undefined && came !== 'mended' && !CANNOT.has(came)) throw new Error(came);
};

/** @param share the least share of cases with something to mend that can be */
function mendsAll(sheet: Worksheet, rows: number, numRuns: number, share = 0.25) {
  const sound = soundCases(share);
  fc.assert(
    fc.property(cases(rows), (one) => expectMended(sheet, one, sound)),
    { numRuns },
  );
  sound.enough();
}

describe('mended literally, whatever lies wrong, wherever the row in hand is', () => {
  const shelf = shelfCharts();
  const rowsFor = ({ once, setUp, rows }: Chart) => (once ? setUp.length + rows.length : 22);
  const crosses = ({ rows }: Chart) => rows.some((row) => row.repeat.some(({ kind }) => kind === 'crossing'));
  /** A panel of the chart; with a rope beside it where it has no crossing of its own to be mended. */
  const withCrossings = (chart: Chart, repeats: number) =>
    crosses(chart)
      ? [{ chart, repeats }]
      : [
          { chart, repeats },
          { chart: 'rope-4', repeats: 2, id: 'r' },
        ];

  it.each(shelf.map(({ key, chart }) => [key, chart] as const))('%s, turned', (_, chart) => {
    const beside = [...withCrossings(chart, 3), { chart: 'stockinette', repeats: 2 }];
    const rows = rowsFor(chart);
    mendsAll(sheetOf([{ rows, panels: [{ chart: 'garter', repeats: 3 }, ...beside] }]), rows, runs(10, 250));
  });
  it.each(shelf.map(({ key, chart }) => [key, chart] as const))(
    '%s, to and fro without turning',
    (_, chart) => {
      const rows = rowsFor(chart);
      const sheet = sheetOf([{ rows, panels: withCrossings(chart, 2) }], { construction: 'unturned' });
      mendsAll(sheet, rows, runs(6, 120));
    },
  );

  /** A ring fills the round: what has no crossing of its own is not closed, and stands beside a rope. */
  const rings = shelf.flatMap(({ key, chart }) => {
    const closed = closeToRing(chart);
    return closed.ok ? [[key, crosses(chart) ? closed.value : chart] as const] : [];
  });
  it.each(rings)('%s, in the round', (_, chart) => {
    const rows = rowsFor(chart);
    const plain = sheetOf([{ rows, panels: withCrossings(chart, 3) }], { construction: 'round' });
    mendsAll(plain, rows, runs(6, 150));
  });
  it.each(rings)('%s, in a round that begins elsewhere', (_, chart) => {
    const shifted: Chart = {
      ...chart,
      rows: chart.rows.map((row, i) =>
        row.kind === 'ring' ? { ...row, phase: (row.phase + 2 * i + 3) % 5 } : row,
      ),
    };
    expect(checkChart(shifted).ok).toBe(true);
    const rows = rowsFor(chart);
    mendsAll(
      sheetOf([{ rows, panels: withCrossings(shifted, 3) }], { construction: 'round' }),
      rows,
      runs(6, 120),
    );
  });

  it('through shaping', () => {
    const shaping = [
      shapingOf(
        'right',
        { kind: 'decrease', of: 2, lean: 'left', face: 'knit' },
        { first: 4, every: 4, times: 6 },
      ),
      shapingOf(
        'left',
        { kind: 'increase', how: 'make', lean: 'left', face: 'knit' },
        { first: 3, every: 6, times: 4 },
      ),
    ];
    const panels = ['garter', 'rope-4', 'diamond', 'braid-3', 'garter'].map((chart, i) => ({
      chart,
      id: `p${i}`,
      repeats: chart === 'garter' ? 6 : 2,
    }));
    const plan = planOf([{ rows: 40, panels }]);
    const sheet = worksheet({ ...plan, sections: plan.sections.map((one) => ({ ...one, shaping })) });
    mendsAll(sheet, 40, runs(25, 800));
  });

  it('a crossing that came two rows early is let down from where it lies, and made in its own row', () => {
    const sheet = sheetOf([{ rows: 20, panels: [{ chart: 'rope-4', id: 'p', repeats: 2 }] }]);
    const [charted7] = crossingsIn(sheet, [7], 'uncrossed') as [Deviation];
    const early = { ...charted7, pieceRow: 5 as Deviation['pieceRow'], made: TWO_OVER_TWO };
    const spot = { done: 12, worked: 0 };
    const plan = repairPlan(sheet, [early, charted7], spot, 'right');
    if (!plan.ok) throw new Error(JSON.stringify(plan.error));
    const [ladder, ...others] = plan.value.ladders;
    expect([ladder?.row, ladder?.top, ladder?.strands, others.length]).toEqual([5, 12, 8, 0]);
    expect(ladder?.remake.map(({ row, fault }) => [row, fault])).toEqual([
      [7, true],
      [11, false],
    ]);
    expect(outcome(sheet, [early, charted7], spot, 'right', plan.value.moves)).toBe('mended');
  });

  it('only where plain stitches lie side by side can one have been made that is not charted', () => {
    const sheet = sheetOf([{ rows: 20, panels: [{ chart: 'braid-3', id: 'p' }] }]);
    const [low, high] = [crossingsIn(sheet, [1])[0], crossingsIn(sheet, [5])[0]] as [Deviation, Deviation];
    expect(Math.abs(low.wale - high.wale)).toBeLessThan(4);
    const inRow = (row: number) => ({ ...low, pieceRow: row as Deviation['pieceRow'], made: TWO_OVER_TWO });
    expect([3, 4, 5, 40].map((row) => canStand(sheet, inRow(row)))).toEqual([true, true, false, false]);
  });

  it('two ladders that only an increase of the row in hand joins are cleared together', () => {
    const beside = [
      { chart: 'rope-ladder', id: 'p', repeats: 3 },
      { chart: 'stockinette', repeats: 2 },
    ];
    const sheet = sheetOf([{ rows: 22, panels: [{ chart: 'garter', repeats: 3 }, ...beside] }]);
    const crossing = crossingsIn(sheet, [3], TWO_OVER_TWO)[2] as Deviation;
    const extra = { ...crossing, wale: wale(crossing.wale - 4) };
    for (let worked = 0; worked <= 40; worked += 1) {
      const spot = { done: 4, worked };
      const plan = repairPlan(sheet, [crossing, extra], spot, 'right');
      if (!plan.ok) throw new Error(JSON.stringify(plan.error));
      expect(outcome(sheet, [crossing, extra], spot, 'right', plan.value.moves)).toBe('mended');
    }
  });

  it('in charts nobody has drawn', () => {
    const sound = soundCases(0.3);
    fc.assert(
      fc.property(
        lineCharts,
        fc.constantFrom('flat' as const, 'unturned' as const),
        fc.integer({ min: 1, max: 3 }),
        cases(14),
        (chart, construction, repeats, one) => {
          const plan = planOf([{ rows: 14, panels: [{ chart, repeats }] }], { construction });
          const checked = checkPlan(plan);
          if (checked.ok) expectMended(checked.value, one, sound);
          else sound.is(false);
        },
      ),
      { numRuns: runs(150, 2500) },
    );
    sound.enough();
  });
  it('in rounds nobody has drawn', () => {
    const sound = soundCases(0.3);
    fc.assert(
      fc.property(ringCharts, fc.integer({ min: 1, max: 3 }), cases(12), (chart, repeats, one) => {
        const checked = checkPlan(
          planOf([{ rows: 12, panels: [{ chart, repeats }] }], { construction: 'round' }),
        );
        if (checked.ok) expectMended(checked.value, one, sound);
        else sound.is(false);
      }),
      { numRuns: runs(150, 2500) },
    );
    sound.enough();
  });
});
