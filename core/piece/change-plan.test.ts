import fc from 'fast-check';
import { cellKey } from '../stitch/cells';
import { patternPosition, pieceRow } from '../indices';
import { chartFrom, planOf, type SectionSpec } from '../testing/plans';
import { changePlan, originOf, typedId } from './change-plan';
import { NO_FACTS, charted, checkPlan, worksheet, type Facts, type Worksheet } from './worksheet';
import type { Plan, Section } from './plan';
import { runs } from '../testing/size';

const ROPE = 'Row 1 (RS): p2, 2/2 RC, p2.\nRow 2: k2, p4, k2.\nRow 3: p2, k4, p2.\nRow 4: k2, p4, k2.\nRow 5: p2, k4, p2.\nRow 6: k2, p4, k2.'; // prettier-ignore
const OTHER = 'Row 1 (RS): p2, 2/2 LC, p2.\nRow 2: k2, p4, k2.\nRow 3: p2, k4, p2.\nRow 4: k2, p4, k2.';
const panels = (chart = ROPE, more = {}) => [{ chart: chartFrom(chart), id: 'rope', ...more }];
const decreases = (first: number, times: number) => ({
  id: 'neck',
  place: { kind: 'edge' as const, edge: 'right' as const, inset: 0 },
  act: { kind: 'decrease' as const, of: 2 as const, lean: 'left' as const, face: 'knit' as const },
  phases: [{ first, every: 2, times }],
});
const plan = (sections: readonly SectionSpec[], shaping: Record<number, Section['shaping']> = {}): Plan => {
  const made = planOf(sections);
  return {
    ...made,
    sections: made.sections.map((one, s) => (shaping[s] ? { ...one, shaping: shaping[s] } : one)),
  };
};
const keys = (sheet: Worksheet, row: number) =>
  charted(sheet, row)
    .laid.cells.map(({ cell }) => cellKey(cell))
    .join(' ');
const changed = (old: Plan, next: Plan, done: number, facts: Facts = NO_FACTS) => {
  const result = changePlan(worksheet(old, facts), next, done, 2);
  if (!result.ok) throw new Error(JSON.stringify(result.error));
  return result.value;
};

describe('a plan changed under the needles', () => {
  it('keeps every row worked and takes every later one from the new plan, wherever it is changed', () => {
    const old = plan([
      { rows: 20, panels: panels() },
      { rows: 40, panels: panels(ROPE, { carryOn: true }) },
    ]);
    const next = plan([
      { rows: 30, panels: panels() },
      { rows: 25, panels: panels(OTHER) },
    ]);
    const [was, will] = [worksheet(old), worksheet(next)];
    const wrong: unknown[] = [];
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 54 }), (done) => {
        const sheet = changed(old, next, done);
        if (sheet.rows !== 55) wrong.push([done, sheet.rows]);
        for (let row = 1; row <= 55; row += 1) {
          const same = keys(sheet, row) === keys(row <= done ? was : will, row);
          if (!same) wrong.push([done, row]);
        }
      }),
      { numRuns: runs(55, 550) },
    );
    expect(wrong).toEqual([]);
  });
  it('hard case 8: changed at row 40 of 120 and again at row 60, the joined plan is a plan like any other', () => {
    const old = plan([{ rows: 120, panels: panels() }]);
    const once = changed(old, plan([{ rows: 100, panels: panels(OTHER) }]), 39);
    const twice = changePlan(worksheet(once.plan), plan([{ rows: 90, panels: panels() }]), 59, 3);
    if (!twice.ok) throw new Error('unsound');
    expect(twice.value.rows).toBe(90);
    expect(checkPlan(JSON.parse(JSON.stringify(twice.value.plan)) as Plan).ok).toBe(true);
    const crossing = (sheet: Worksheet) =>
      Array.from({ length: sheet.rows }, (_, i) => i + 1).filter(
        (row) => keys(sheet, row).includes('/') || /[RL]\d/.test(keys(sheet, row)),
      );
    expect(crossing(worksheet(old)).filter((row) => row > 33 && row < 40)).toEqual([37]);
    expect(crossing(twice.value).filter((row) => row > 33 && row < 68)).toEqual([
      37, 41, 45, 49, 53, 57, 61, 67,
    ]);
  });
  it('the same panel goes on from where its fabric stands, corrections included', () => {
    const old = plan([{ rows: 60, panels: panels() }]);
    const amendment = { panel: 'rope', from: pieceRow(10), position: patternPosition(0), chartedFrom: pieceRow(10), madeFrom: pieceRow(10) }; // prettier-ignore
    const sheet = changed(old, plan([{ rows: 80, panels: panels() }]), 21, {
      ...NO_FACTS,
      amendments: [amendment],
    });
    expect(charted(sheet, 22).panels[0]?.name).toEqual({ kind: 'row', number: 1 });
  });
  it('shaping goes on where it was, in a longer section as in the old one', () => {
    const old = plan([{ rows: 40, panels: panels(ROPE, { repeats: 4 }) }], { 0: [decreases(3, 10)] });
    const next = plan([{ rows: 60, panels: panels(ROPE, { repeats: 4 }) }], { 0: [decreases(3, 14)] });
    const sheet = changed(old, next, 12);
    expect([2, 3, 12, 13, 29, 60].map((row) => charted(sheet, row).laid.gives)).toEqual([
      32, 31, 27, 26, 18, 18,
    ]);
  });
  it('a line-up that does not fit on the stitches there is refused at the seam, and nothing is changed', () => {
    const old = plan([{ rows: 40, panels: panels() }]);
    const result = changePlan(
      worksheet(old),
      plan([{ rows: 40, panels: panels(ROPE, { repeats: 2 }) }]),
      12,
      2,
    );
    expect(result).toMatchObject({ ok: false, error: [{ code: 'seam-differs', has: 8, needs: 16 }] });
  });
  it('a section that the knitter has ended stays ended in the new plan, and later changes know it too', () => {
    const two = (rows: number) => {
      const made = plan([
        { rows: 30, panels: panels() },
        { rows, panels: panels(ROPE, { carryOn: true }) },
      ]);
      const until = { until: { cm: 10, from: 'section' as const }, estimate: 30 };
      return {
        ...made,
        sections: made.sections.map((one, s) => (s === 0 ? { ...one, length: until } : one)),
      };
    };
    const facts = { ...NO_FACTS, done: 24, ends: [{ section: 'section-1', row: 20 }] };
    const once = changePlan(worksheet(two(30), facts), two(44), 24, 2, facts);
    if (!once.ok) throw new Error(JSON.stringify(once.error));
    expect(once.value.rows).toBe(64);
    const later = { ...facts, done: 30, ends: [...facts.ends, { section: 'section-2-r2', row: 30 }] };
    const twice = changePlan(worksheet(once.value.plan, later), two(50), 30, 3, later);
    if (!twice.ok) throw new Error(JSON.stringify(twice.error));
    expect(twice.value.rows).toBe(30);
  });
  it('an open section that has outgrown its estimate is still open after the change', () => {
    const made = plan([
      { rows: 30, panels: panels() },
      { rows: 6, panels: panels(ROPE, { carryOn: true }) },
    ]);
    const until = { until: { cm: 10, from: 'section' as const }, estimate: 30 };
    const open = {
      ...made,
      sections: made.sections.map((one, s) => (s === 0 ? { ...one, length: until } : one)),
    };
    const facts = { ...NO_FACTS, done: 40 };
    const sheet = changePlan(worksheet(open, facts), open, 40, 2, facts);
    if (!sheet.ok) throw new Error(JSON.stringify(sheet.error));
    expect(sheet.value.rows).toBe(47);
    expect(worksheet(sheet.value.plan, { ...facts, done: 43 }).rows).toBe(50);
  });
  it('sections name the ones that were typed, whatever these are called, and changed again they still do', () => {
    const named = (made: Plan): Plan => ({
      ...made,
      sections: made.sections.map((one, i) => ({ ...one, id: i === 0 ? 'yoke-r2' : one.id })),
    });
    const old = named(plan([{ rows: 40, panels: panels() }]));
    const once = changed(old, old, 10);
    const twice = changePlan(once, old, 20, 3);
    if (!twice.ok) throw new Error('unsound');
    expect(twice.value.plan.sections.map(originOf)).toEqual(['yoke-r2', 'yoke-r2', 'yoke-r2']);
    expect(twice.value.plan.sections.map(({ id }) => typedId(twice.value.plan, id))).toEqual([
      'yoke-r2',
      'yoke-r2',
      'yoke-r2',
    ]);
    expect(new Set(twice.value.plan.sections.map(({ id }) => id)).size).toBe(3);
  });
  it('before the first row the new plan simply holds', () => {
    const next = plan([{ rows: 44, panels: panels(OTHER) }]);
    expect(changed(plan([{ rows: 40, panels: panels() }]), next, 0).plan).toBe(next);
  });
});
