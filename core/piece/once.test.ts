/** One-off rows and added repeats against the slow way: laying every row out and looking at it. */
import fc from 'fast-check';
import { planOf, sheetOf, type SectionSpec } from '../testing/plans';
import { changePlan } from './change-plan';
import { crossesIn } from './crossings';
import { lengthen } from './lengthen';
import type { Once } from './once';
import { lastCrossing, nextCrossing } from './schedule';
import { charted, fitsOnce, made, NO_FACTS, worksheet, type Facts } from './worksheet';
import { runs } from '../testing/size';

const SPEC: readonly SectionSpec[] = [
  { rows: 24, panels: [{ chart: 'rope-4', id: 'rope' }, { chart: 'rope-6', id: 'thick' }, { chart: 'stockinette', id: 'plain', repeats: 3 }] },
  { rows: 20, panels: [{ chart: 'rope-4', id: 'rope', carryOn: true }, { chart: 'rope-6', id: 'thick', carryOn: true }, { chart: 'stockinette', id: 'plain', repeats: 3, carryOn: true }] },
]; // prettier-ignore
const plan = planOf(SPEC);
const withFacts = (facts: Partial<Facts>) => worksheet(plan, { ...NO_FACTS, ...facts });
const crossesAt = (sheet: ReturnType<typeof worksheet>, panel: string) => (row: number) =>
  crossesIn(charted(sheet, row)).some((one) => one.panel.id === panel);
const firstCrossing = (sheet: ReturnType<typeof worksheet>, panel: string) =>
  nextCrossing(sheet, panel, 1)?.row as number;

describe('a row worked otherwise just once', () => {
  const plain = withFacts({});
  const row = firstCrossing(plain, 'rope');
  const stitches = (sheet: ReturnType<typeof worksheet>, n: number) =>
    charted(sheet, n).laid.cells.map(({ cell }) => (cell.kind === 'stitch' ? cell.stitch : cell.kind));

  it('is worked straight where it would have crossed, in one panel or in all', () => {
    const one = withFacts({ onces: [{ row, panel: 'rope', instead: { does: 'uncrossed' } }] });
    expect([crossesAt(one, 'rope')(row), charted(one, row).laid.gives]).toEqual([
      false,
      charted(plain, row).laid.gives,
    ]);
    expect(nextCrossing(one, 'rope', 1)?.row).toBe(row + 4);
    expect(lastCrossing(one, 'rope', row + 3)).toBeNull();
    expect(made(one, row)).toEqual(charted(one, row));
  });
  it('is a ridge of purls over the whole width', () => {
    const ridge = withFacts({ onces: [{ row, panel: null, instead: { does: 'all', face: 'purl' } }] });
    expect(new Set(stitches(ridge, row))).toEqual(new Set(['purl']));
    expect(stitches(ridge, row + 1)).toEqual(stitches(plain, row + 1));
  });
  it('is another row of the same chart, if that has as many stitches; else nothing changes', () => {
    const other = withFacts({ onces: [{ row, panel: 'rope', instead: { does: 'position', position: 0 } }] });
    expect(stitches(other, row)).not.toEqual(stitches(plain, row));
    const grows = sheetOf([{ rows: 6, panels: [{ chart: 'Set-up row 1 (WS): k1, m1p, k1.\nRow 1 (RS): p3.\nRow 2: k3.', id: 'g', withSetUp: true }] }]); // prettier-ignore
    const bad = worksheet(grows.plan, { ...NO_FACTS, onces: [{ row: 3, panel: 'g', instead: { does: 'position', position: 0 } }] }); // prettier-ignore
    expect(charted(bad, 3)).toEqual(charted(grows, 3));
  });
  it('the newest word on a row holds', () => {
    const both: Once[] = [
      { row, panel: 'rope', instead: { does: 'uncrossed' } },
      { row, panel: null, instead: { does: 'all', face: 'knit' } },
    ];
    expect(new Set(stitches(withFacts({ onces: both }), row))).toEqual(new Set(['knit']));
  });
});

const once = fc.record({
  row: fc.integer({ min: 1, max: 44 }),
  panel: fc.constantFrom('rope', 'thick', null),
  instead: fc.oneof(
    fc.constant({ does: 'uncrossed' as const }),
    fc.constant({ does: 'all' as const, face: 'purl' as const }),
    fc.record({ does: fc.constant('position' as const), position: fc.nat(5) }),
  ),
});
const lengthening = fc.record({
  section: fc.constantFrom('section-1', 'section-2'),
  panel: fc.constantFrom('rope', 'thick'),
  by: fc.integer({ min: -2, max: 3 }),
});

describe('schedules under one-off rows and added repeats', () => {
  it('say what looking at every row says', () =>
    fc.assert(
      fc.property(
        fc.array(once, { maxLength: 6 }),
        fc.array(lengthening, { maxLength: 3 }),
        (onces, lengthened) => {
          const sheet = withFacts({ onces, lengthened });
          const rows = Array.from({ length: sheet.rows }, (_, i) => i + 1);
          for (const panel of ['rope', 'thick', 'plain']) {
            const crossing = rows.filter(crossesAt(sheet, panel));
            for (const from of rows) {
              expect(nextCrossing(sheet, panel, from)?.row ?? null).toBe(
                crossing.find((row) => row >= from) ?? null,
              );
              expect(lastCrossing(sheet, panel, from)).toBe(crossing.findLast((row) => row <= from) ?? null);
            }
          }
        },
      ),
      { numRuns: runs(30, 600) },
    ));
});

describe('repeats added or dropped on the way', () => {
  const longer = (by: number, done = 0) =>
    withFacts({ lengthened: [{ section: 'section-1', panel: 'thick', by }], done });
  it('move the end of the section and all that comes after it', () => {
    expect([longer(1).rows, longer(-1).rows, longer(0).rows]).toEqual([50, 38, 44]);
    expect(longer(1).firstRows).toEqual([1, 31]);
  });
  it('never take back rows that are already worked', () => expect(longer(-3, 22).firstRows).toEqual([1, 23]));
  it('stay when the plan is changed later', () => {
    const facts = { ...NO_FACTS, done: 27, lengthened: [{ section: 'section-1', panel: 'thick', by: 1 }] };
    const joined = changePlan(worksheet(plan, facts), plan, 27, 2, facts);
    if (!joined.ok) throw new Error(JSON.stringify(joined.error));
    expect([joined.value.rows, worksheet(joined.value.plan, facts).rows]).toEqual([50, 50]);
    for (let row = 1; row <= 50; row += 1)
      expect(charted(joined.value, row).laid).toEqual(charted(worksheet(plan, facts), row).laid);
  });
  it('are refused where rows are worked already, though later sections be long, and in open sections', () => {
    const drop = (done: number) =>
      lengthen(withFacts({ done }), { ...NO_FACTS, done }, 0, {
        section: 'section-1',
        panel: 'thick',
        by: -1,
      });
    expect([drop(18), drop(19)]).toEqual([
      { rows: 38, problem: null },
      expect.objectContaining({ problem: { code: 'worked-already' } }),
    ]);
    const sections = plan.sections.map((one) => ({ ...one, length: { until: { cm: 9, from: 'section' as const }, estimate: 24 } })); // prettier-ignore
    const open = worksheet({ ...plan, sections });
    expect(lengthen(open, NO_FACTS, 0, { section: 'section-1', panel: 'thick', by: 1 }).problem).toEqual({ code: 'open' }); // prettier-ignore
  });
});

it('another row of the pattern fits only with as many stitches', () => {
  const grows = sheetOf([{ rows: 6, panels: [{ chart: 'Set-up row 1 (WS): k1, m1p, k1.\nRow 1 (RS): p3.\nRow 2: k3.', id: 'g', withSetUp: true }] }]); // prettier-ignore
  const fits = (position: number) =>
    fitsOnce(grows, NO_FACTS, { row: 3, panel: 'g', instead: { does: 'position', position } });
  expect([fits(0), fits(1), fits(2)]).toEqual([false, true, true]);
});
