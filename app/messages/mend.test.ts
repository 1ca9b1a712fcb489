/** Printed repairs, read back as words alone and done literally, leave the charted fabric. */
import fc from 'fast-check';
import { WAYS, wayFor } from '@core/cue/technique';
import { closeToRing } from '@core/chart/chart';
import { guideFor, listed, mayRun } from '@core/repair/guide';
import { rowInHand, rsDirection } from '@core/repair/needle';
import { repairPlan, USUAL_WAY, type RepairOptions } from '@core/repair/plan';
import { otherLean, type Deviation } from '@core/piece/deviation';
import { crossingAt } from '@core/repair/plan';
import { made, type Worksheet } from '@core/piece/worksheet';
import { shelfCharts } from '@core/shelf/shelf';
import type { Hand } from '@core/stitch/types';
import { crossingsIn, outcome } from '@core/testing/mending';
import { sheetOf } from '@core/testing/plans';
import { readMending } from '../testing/mend-reader';
import { listedSaid, mendWordsFor, stepSaid } from './mend';
import { runs, soundCases } from '@core/testing/size';

type Case = {
  readonly picks: readonly number[];
  readonly done: number;
  readonly worked: number;
  readonly hand: Hand;
  readonly options: RepairOptions;
  readonly way: (typeof WAYS)[number];
};
const cases = (rows: number): fc.Arbitrary<Case> =>
  fc.record({
    picks: fc.array(fc.nat(), { minLength: 1, maxLength: 3 }),
    done: fc.integer({ min: 1, max: rows }),
    worked: fc.oneof(fc.constant(0), fc.nat()),
    hand: fc.constantFrom<Hand[]>('right', 'left'),
    options: fc.record({
      wrongSide: fc.constantFrom('turn' as const, 'finish' as const),
      between: fc.constantFrom('slide' as const, 'turn' as const),
    }),
    way: fc.constantFrom(...WAYS),
  });

function prepared(sheet: Worksheet, { picks, done, worked, hand, options, way }: Case) {
  const all = crossingsIn(
    sheet,
    Array.from({ length: done }, (_, i) => i + 1),
  );
  const faults = [...new Set(picks.map((pick) => pick % Math.max(1, all.length)))].flatMap(
    (i): Deviation[] => {
      const fault = all[i];
      const at = fault && crossingAt(sheet, fault.pieceRow, fault.panel, fault.wale);
      return fault && at ? [{ ...fault, made: i % 2 ? 'uncrossed' : otherLean(at.cell) }] : [];
    },
  );
  const inHand = rowInHand(sheet, done + 1, (row) => made(sheet, row).laid, hand);
  const spot = { done, worked: inHand ? worked % (inHand.cells.length + 1) : 0 };
  const plan = repairPlan(sheet, faults, spot, hand, options);
  if (!plan.ok) return null;
  const { construction } = sheet.plan;
  const how = mendWordsFor(rsDirection(sheet, hand), {
    wayOf: (step) => wayFor(step, way),
    byHand: false,
    round: construction === 'round',
    turns: construction === 'flat',
  });
  return {
    plan: plan.value,
    how,
    ended: (lines: readonly string[]) => outcome(sheet, faults, spot, hand, readMending(lines)),
  };
}

/** As listed, alike ones told once, and as shown step by step. */
function bothTellings(sheet: Worksheet, one: Case, sound: ReturnType<typeof soundCases>) {
  const found = prepared(sheet, one);
  if (!sound.is(found !== null && found.plan.ladders.length > 0) || !found) return;
  const steps = guideFor(found.plan);
  const printed = listed(steps).map(({ at }) => listedSaid(steps, at, found.how));
  expect([printed.join(' '), found.ended(printed)]).toEqual([printed.join(' '), 'mended']);
  expect(found.ended(steps.map((step) => stepSaid(step, found.how)))).toBe('mended');
  const running = guideFor(found.plan, true);
  expect(found.ended(listed(running).map(({ at }) => listedSaid(running, at, found.how)))).toBe('mended');
}

describe('the words of a repair, done as they stand', () => {
  const charts = shelfCharts().filter(
    ({ chart }) =>
      chart.rows.some((row) => row.repeat.some(({ kind }) => kind === 'crossing')) && !chart.once,
  );
  it.each(charts.map(({ key, chart }) => [key, chart] as const))('%s', (_, chart) => {
    const flat = sheetOf([
      {
        rows: 20,
        panels: [
          { chart, repeats: 2 },
          { chart: 'garter', repeats: 4 },
        ],
      },
    ]);
    const sound = soundCases(0.5);
    fc.assert(
      fc.property(cases(20), (one) => bothTellings(flat, one, sound)),
      { numRuns: runs(4, 120) },
    );
    sound.enough();
    const closed = closeToRing(chart);
    if (!closed.ok) return;
    const round = sheetOf([{ rows: 20, panels: [{ chart: closed.value, repeats: 3 }] }], {
      construction: 'round',
    });
    const whole = soundCases(0.5);
    fc.assert(
      fc.property(cases(20), (one) => bothTellings(round, one, whole)),
      { numRuns: runs(4, 120) },
    );
    whole.enough();
  });

  const rope = sheetOf([{ rows: 20, panels: [{ chart: 'rope-4', id: 'rope' }] }]);
  const usual: Case = {
    picks: [0],
    done: 12,
    worked: 0,
    hand: 'right',
    options: USUAL_WAY,
    way: 'cableNeedle',
  };
  const lines = (one: Case) => {
    const found = prepared(rope, one);
    if (!found) throw new Error('no plan');
    const steps = guideFor(found.plan);
    return { ...found, steps, printed: listed(steps).map(({ at }) => listedSaid(steps, at, found.how)) };
  };

  it('alike strands are told once, each crossing with what comes before it, in it and after it', () =>
    expect(lines(usual).printed).toEqual([
      'Have at hand: two spare needles of the same size or thinner, your cable needle or a crochet hook, and good light.',
      'Work the next 2 stitches of row 13, and stop.',
      'Let the working yarn hang. Slip the next 4 stitches off the left needle, onto a spare one.',
      'Pull rows 12 to 3, one at a time, each out of 4 stitches; catch 4.',
      'Look at the 4 loops: side by side as they grow, none crossed, none split, each with its leading leg in front.',
      'Strand 1 (row 3): (2 to the BACK, knit 2, then knit the held 2); slide all 4 back to the right end.',
      'Strands 2 to 4 (rows 4 to 6): knit 4 with each; slide all 4 back to the right end.',
      'Strand 5 (row 7): (2 to the BACK, knit 2, then knit the held 2); slide all 4 back to the right end.',
      'Strands 6 to 8 (rows 8 to 10): knit 4 with each; slide all 4 back to the right end.',
      'Strand 9 (row 11): (2 to the BACK, knit 2, then knit the held 2); slide all 4 back to the right end.',
      'Strand 10 (row 12): knit 4; slide all 4 back to the right end.',
      'Put the 4 back on the left needle.',
      'Even them out: draw slack along the rows with a needle tip, from the middle to both sides.',
      'Take up the working yarn.',
    ]));

  /** Spoilt in any one place the words no longer mend. */
  it('a line left out, two strands in the wrong order, a stitch too many: it does not come out', () => {
    const { printed, ended } = lines(usual);
    const moving = printed.flatMap((line, i) => (/^(Have|Look|Even)/.test(line) ? [] : [i]));
    for (const i of moving) expect(ended(printed.filter((_, n) => n !== i))).not.toBe('mended');
    const swapped = printed.with(5, printed[6] ?? '').with(6, printed[5] ?? '');
    expect(ended(swapped)).not.toBe('mended');
    expect(ended(printed.map((line) => line.replace('knit 4', 'knit 5')))).not.toBe('mended');
    expect(ended(printed.map((line) => line.replace('to the BACK', 'to the FRONT')))).not.toBe('mended');
    expect(() => ended(printed.map((line) => line.replace('rows 4 to 6', 'rows 4 to 5')))).toThrow(
      'cannot be read',
    );
  });

  it('stitches of a rope may be let run all at once, those of a braid may not', () => {
    const { plan, how } = lines(usual);
    expect(mayRun(plan, 0)).toBe(true);
    const running = guideFor(plan, true);
    expect(listed(running).map(({ at }) => listedSaid(running, at, how))[3]).toBe(
      'Let the 4 run through rows 12 to 3, and catch the 4 loops below.',
    );
    const braid = sheetOf([{ rows: 20, panels: [{ chart: 'braid-3' }] }]);
    const found = prepared(braid, usual);
    expect(found && mayRun(found.plan, 0)).toBe(false);
  });
});
