/** Sections whose rows are worked once, such as a crown: what holds elsewhere must hold there, and what repeats must not. */
import { patternPosition, pieceRow } from '../indices';
import { closeToRing, type Chart } from '../chart/chart';
import { layOut } from '../fabric/cloth';
import { FIRST_LIFE, type Happening, type JournalEvent } from '../journal/events';
import { misfit } from '../journal/misfit';
import { outlineOf } from '../plan/outline';
import { wrongSides } from '../plan/sides';
import { chartFrom, planOf, sheetOf } from '../testing/plans';
import { lengthen } from './lengthen';
import { roundStart } from './marker';
import { nextCrossing } from './schedule';
import { charted, checkPlan, NO_FACTS, worksheet } from './worksheet';

const CROWN = chartFrom(`Cast on 32 sts.
Row 1 (RS): *C4B, k2, k2tog; rep from * to end (28 sts)
Row 2: purl.
Row 3: *k5, k2tog; rep from * to end (24 sts)
Row 4: purl.
Row 5: *C4B, k2tog; rep from * to end (20 sts)`);
const BODY = { rows: 6, panels: [{ chart: 'stockinette', id: 'body', repeats: 32 }] };
const crown = (rows: number, more: object = {}) => ({
  rows,
  panels: [{ chart: CROWN, id: 'crown', repeats: 4, ...more }],
});
const sheet = sheetOf([BODY, crown(5)]);
const problems = (...sections: Parameters<typeof planOf>[0]) => {
  const checked = checkPlan(planOf(sections));
  return checked.ok ? [] : checked.error;
};

it('has the rows that are left from where it begins, and no more', () => {
  expect(problems(BODY, crown(5))).toEqual([]);
  expect(problems(BODY, crown(3))).toEqual([]);
  expect(problems(BODY, crown(6))).toEqual([
    { code: 'rows-worked-once', has: 5, rows: 6, section: 1, panel: 0 },
  ]);
  const late = problems({ rows: 6, panels: [{ chart: 'stockinette', repeats: 24 }] }, crown(3, { row: 4 }));
  expect(late).toEqual([{ code: 'rows-worked-once', has: 2, rows: 3, section: 1, panel: 0 }]);
});

it('goes on from one section to the next as far as its rows reach', () => {
  const carried = (rows: number) => [BODY, crown(2), { ...crown(rows, { carryOn: true }) }];
  expect(problems(...carried(3))).toEqual([]);
  expect(problems(...carried(4))).toMatchObject([{ code: 'rows-worked-once', has: 3, rows: 4, section: 2 }]);
});

it('lasts as long as its rows: not until it is ended, and no repeat more', () => {
  const plan = planOf([BODY, crown(5)]);
  const [body, top] = plan.sections;
  const open = {
    ...plan,
    sections: [body, { ...top, length: { until: { cm: 5, from: 'section' }, estimate: 3 } }],
  };
  const checked = checkPlan(open as typeof plan);
  expect(checked.ok ? [] : checked.error).toEqual([
    { code: 'rows-worked-once', has: 0, rows: 3, section: 1, panel: 0 },
  ]);
  const longer = lengthen(sheet, NO_FACTS, 1, { section: 'section-2', panel: 'crown', by: 1 });
  expect(longer.problem).toEqual({ code: 'worked-once' });
});

it('counts down to the crossings that it has, and to none after them', () => {
  expect([7, 8, 11].map((row) => nextCrossing(sheet, 'crown', row)?.row ?? null)).toEqual([7, 11, 11]);
  const short = sheetOf([BODY, crown(4)]);
  expect(nextCrossing(short, 'crown', 8)).toBeNull();
});

it('its row cannot be set by hand, whatever an old record says', () => {
  const set = {
    panel: 'crown',
    from: pieceRow(8),
    position: patternPosition(4),
    chartedFrom: pieceRow(8),
    madeFrom: pieceRow(8),
  };
  const amended = worksheet(sheet.plan, { ...NO_FACTS, amendments: [set] });
  for (let row = 7; row <= 11; row += 1) expect(charted(amended, row).laid).toEqual(charted(sheet, row).laid);
  const event = (happening: Happening) =>
    ({ id: 'x', device: 'd', deviceTime: '2026-11-20T18:00:00Z', ...happening }) as JournalEvent;
  const wanted = (panel: string) => event({ kind: 'panelRowSet', panel, from: 8, position: 1, since: null });
  expect(misfit(sheet.plan, wanted('crown'))).toContain('worked once');
  expect(misfit(sheet.plan, wanted('body'))).toBeNull();
  expect(misfit(sheet.plan, event({ kind: 'rowDone', life: FIRST_LIFE, row: 11 }))).toBeNull();
});

it('is not asked to begin at another row for the side it falls on', () => {
  const odd = sheetOf([{ ...BODY, rows: 5 }, crown(5)]);
  expect(wrongSides(odd)).toEqual([]);
});

it('closed over the join, every round begins where the one before has left the marker', () => {
  const closed = closeToRing(
    chartFrom(`Cast on 32 sts.
Rnd 1: *k4, C4B; rep from * to end.
Rnd 2: k2, *C4B, k4; rep from * to last 6 sts, C4B, k2.
Rnd 3: *k6, k2tog; rep from * to end. (28 sts)
Rnd 4: *k5, k2tog; rep from * to end. (24 sts)`),
  );
  if (!closed.ok) throw new Error(closed.error);
  const ring: Chart = { ...closed.value, once: true };
  const round = sheetOf([{ rows: 4, panels: [{ chart: ring, repeats: 4 }] }], { construction: 'round' });
  for (let row = 1; row <= 4; row += 1) {
    const { start } = roundStart(round, row, 'rightToLeft');
    const { takes } = charted(round, row).laid;
    expect(start).toBeGreaterThanOrEqual(0);
    expect(start).toBeLessThan(takes);
  }
});

describe('the picture', () => {
  const rows = Array.from({ length: 11 }, (_, i) => charted(sheet, i + 1));
  it('is as wide as the stitches, about the middle', () => {
    const { edges, width } = layOut(rows, 'RS');
    const wide = edges.map(({ left, right }) => Math.round(right - left));
    // 28, 28, 24, 24 and 20 stitches; rows of other counts pull at each other, so a row may lie a stitch wider or narrower.
    [28, 28, 24, 24, 20].forEach((stitches, i) =>
      expect(Math.abs((wide.slice(-5)[i] as number) - stitches)).toBeLessThanOrEqual(2),
    );
    for (const { left, right } of edges) expect(Math.abs(left + right - width)).toBeLessThan(1);
  });
  it('and the outline to scale says what it begins and ends with', () => {
    const outline = outlineOf(sheet, { stitches: 20, rows: 28 }, {});
    const [, top] = outline.sections;
    expect([top?.first.stitches, top?.last.stitches]).toEqual([32, 20]);
    expect(top?.last.cm).toBeCloseTo(((top?.first.cm ?? 0) * 20) / 32, 6);
    const heights = (top?.boxes ?? []).reduce((sum, { height }) => sum + height, 0);
    expect(heights).toBeCloseTo((5 * 10) / 28, 6);
    for (const box of top?.boxes ?? [])
      expect(box.x + box.width / 2).toBeCloseTo((outline.left + outline.right) / 2, 6);
  });
});
