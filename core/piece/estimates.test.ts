/** How long sections are that have no number of rows: by a measure, by an ending, by repeats; worked out by hand. */
import { sheetOf } from '../testing/plans';
import type { Length, Plan, Section } from './plan';
import { checkShape, plannedRows } from './plan';
import { checkPlan, worksheet, type Facts } from './worksheet';

/** A rib of ten rows below a rope of four rows that is as long as it says; both are eight stitches wide. */
function planOf(length: Length, more: Partial<Plan> = {}, section: Partial<Section> = {}): Plan {
  const { plan } = sheetOf(
    [
      {
        rows: 10,
        panels: [
          {
            chart: 'Row 1 (RS): *k2, p2; rep from * to end.\nRow 2: *k2, p2; rep from * to end.',
            repeats: 2,
            id: 'rib',
          },
        ],
      },
      {
        rows: 4,
        panels: [
          {
            chart: 'Row 1 (RS): p2, C4B, p2.\nRow 2: k2, p4, k2.\nRow 3: p2, k4, p2.\nRow 4: k2, p4, k2.',
            id: 'rope',
          },
        ],
      },
    ],
    more,
  );
  const [rib, rope] = plan.sections as [Section, Section];
  return { ...plan, sections: [rib, { ...rope, length, ...section }] };
}
const until = (cm: number, from: 'castOn' | 'section', estimate: number, ending?: object): Length =>
  ({ until: { cm, from, ...(ending && { ending }) }, estimate }) as Length;
const rows = (plan: Plan, facts: Partial<Facts> = {}) =>
  worksheet(plan, { amendments: [], deviations: [], ...facts }).rows - 10;

describe('until it measures', () => {
  it('lasts for its estimate, until rows are measured: 28 to 10 cm', () => {
    expect(rows(planOf(until(10, 'section', 40)))).toBe(40);
    expect(rows(planOf(until(10, 'section', 40)), { rowsPer10: 28 })).toBe(28);
    // From the cast-on ten rows are there already.
    expect(rows(planOf(until(10, 'castOn', 40)), { rowsPer10: 28 })).toBe(18);
    expect(rows(planOf(until(1, 'castOn', 40)), { rowsPer10: 28 })).toBe(1);
  });
  it('one that a changed plan goes on with has the rows before it', () => {
    expect(rows(planOf(until(10, 'section', 40), {}, { offset: 6 }))).toBe(34);
    expect(rows(planOf(until(10, 'section', 40), {}, { offset: 6 }), { rowsPer10: 28 })).toBe(22);
  });
  it('goes on while it is worked beyond its estimate, and ends where she has ended it', () => {
    const plan = planOf(until(10, 'section', 12));
    // Row 21 of the piece is its eleventh; the row in hand belongs to it as well.
    expect([21, 22, 30].map((done) => rows(plan, { done }))).toEqual([12, 13, 21]);
    expect(rows(plan, { ends: [{ section: 'section-2', row: 17 as never }] })).toBe(7);
  });
});

describe('and then ends', () => {
  it('with a row of a side: a wrong-side row where the work is turned, any where it is not', () => {
    // Row 11 faces the RS; after 11 rows of the section row 21 does too.
    expect(rows(planOf(until(10, 'section', 11, { side: 'WS' })))).toBe(12);
    expect(rows(planOf(until(10, 'section', 11, { side: 'RS' })))).toBe(11);
    expect(rows(planOf(until(10, 'section', 11, { side: 'WS' }), { construction: 'unturned' }))).toBe(11);
  });
  it('with a row of a panel: row 1, 2 or 4 of the rope', () => {
    const at = (estimate: number, ...wanted: number[]) =>
      rows(planOf(until(10, 'section', estimate, { panel: 'rope', rows: wanted })));
    expect([9, 10, 11, 12].map((estimate) => at(estimate, 1))).toEqual([9, 13, 13, 13]);
    expect([9, 10, 11, 12].map((estimate) => at(estimate, 2, 4))).toEqual([10, 10, 12, 12]);
    expect(at(10, 9)).toBe(10);
  });
  it('begun at another row it ends as much sooner', () => {
    const plan = planOf(until(10, 'section', 9, { panel: 'rope', rows: [1] }));
    const begun = plan.sections.map((section) => ({
      ...section,
      panels: section.panels.map((panel) =>
        panel.id === 'rope' ? { ...panel, start: { row: 3, withSetUp: false } } : panel,
      ),
    }));
    expect(rows({ ...plan, sections: begun })).toBe(11);
  });
});

describe('repeats of a panel', () => {
  it('are as many rows, set-up rows besides, less those that lie before', () => {
    const plan = planOf({ repeats: 5, of: 'rope' });
    expect(rows(plan)).toBe(20);
    const section = plan.sections[1] as Section;
    expect(plannedRows(plan, { ...section, offset: 3 })).toBe(17);
    expect(plannedRows(plan, { ...section, length: { repeats: 5, of: 'nobody' } })).toBe(0);
    const chart = sheetOf([{ rows: 9, panels: [{ chart: 'lattice', withSetUp: true }] }]).plan;
    const lattice = chart.sections[0] as Section;
    // One set-up row, and eight to a repeat.
    const id = lattice.panels[0]?.id as string;
    expect(plannedRows(chart, { ...lattice, length: { repeats: 2, of: id } })).toBe(17);
  });
  it('added on the way lengthen it, dropped ones shorten it, never below what is done', () => {
    const plan = planOf({ rows: 12 });
    const by = (count: number, done = 0) =>
      rows(plan, { done, lengthened: [{ section: 'section-2', panel: 'rope', by: count }] as never });
    expect([by(1), by(-1), by(-2, 17), by(-9)]).toEqual([16, 8, 7, 1]);
    expect(
      rows(
        { ...plan, sections: plan.sections.map((one) => ({ ...one, brokenOff: true })) },
        { lengthened: [{ section: 'section-2', panel: 'rope', by: 1 }] as never },
      ),
    ).toBe(12);
  });
});

describe('a plan that cannot be', () => {
  const sound = planOf({ rows: 12 });
  const section = sound.sections[1] as Section;
  const [panel] = section.panels as [Section['panels'][number]];
  const codes = (plan: Plan) => {
    const checked = checkShape(plan);
    return checked.ok
      ? []
      : checked.error.map(({ code, section: s, panel: p }) =>
          [code, s, p].filter((one) => one !== undefined).join(' '),
        );
  };
  const withSection = (more: Partial<Section>): Plan => ({
    ...sound,
    sections: [sound.sections[0] as Section, { ...section, ...more }],
  });
  const withPanel = (more: object) => withSection({ panels: [{ ...panel, ...more }] });
  it.each<[string, Plan, readonly string[]]>([
    ['is sound', sound, []],
    ['has no sections', { ...sound, sections: [] }, ['no-sections']],
    [
      'has too many sections',
      { ...sound, sections: Array<Section>(201).fill(section) },
      ['too-many-sections'],
    ],
    ['has no panels', withSection({ panels: [] }), ['no-panels 1']],
    [
      'has too many panels',
      withSection({ panels: Array.from({ length: 61 }, (_, i) => ({ ...panel, id: `p${i}` })) }),
      ['too-many-panels 1'],
    ],
    ['has a panel twice', withSection({ panels: [panel, panel] }), ['panel-twice 1 0', 'panel-twice 1 1']],
    ['names a chart that is not there', withPanel({ chart: 'constructor' }), ['no-such-chart 1 0']],
    ['repeats nothing', withPanel({ repeats: 0 }), ['repeats-out-of-range 1 0']],
    ['repeats too often', withPanel({ repeats: 401 }), ['repeats-out-of-range 1 0']],
    ['repeats by halves', withPanel({ repeats: 1.5 }), ['repeats-out-of-range 1 0']],
    [
      'begins past its rows',
      withPanel({ start: { row: 5, withSetUp: false } }),
      ['start-row-out-of-range 1 0'],
    ],
    ['begins at row 0', withPanel({ start: { row: 0, withSetUp: false } }), ['start-row-out-of-range 1 0']],
    ['goes on before its chart', withPanel({ start: { position: -1 } }), ['start-row-out-of-range 1 0']],
    ['goes on by halves', withPanel({ start: { position: 0.5 } }), ['start-row-out-of-range 1 0']],
    ['goes on within it', withPanel({ start: { position: 0 } }), []],
    ['carries on what was not there', withPanel({ start: 'carryOn' }), ['nothing-to-carry-on 1 0']],
    ['has no rows', withSection({ length: { rows: 0 } }), ['rows-out-of-range 1']],
    ['has too many rows', withSection({ length: { rows: 100_001 } }), ['rows-out-of-range 1']],
    [
      'is as long as a panel that is not there',
      withSection({ length: { repeats: 2, of: 'nobody' } }),
      ['no-such-panel 1'],
    ],
    [
      'ends with a panel that is not there',
      withSection({ length: until(10, 'section', 9, { panel: 'nobody', rows: [1] }) }),
      ['no-such-panel 1'],
    ],
    [
      'ends with no row',
      withSection({ length: until(10, 'section', 9, { panel: 'rope', rows: [] }) }),
      ['no-such-panel 1'],
    ],
    ['measures nothing', withSection({ length: until(0, 'section', 9) }), ['length-not-sound 1']],
    ['measures 20 m', withSection({ length: until(2000, 'section', 9) }), []],
    ['measures more', withSection({ length: until(2001, 'section', 9) }), ['length-not-sound 1']],
    [
      'changes the yarn in its last row',
      withSection({ changes: [{ row: 12, what: 'yarn', text: 'moss' }] }),
      [],
    ],
    [
      'changes the yarn after it',
      withSection({ changes: [{ row: 13, what: 'yarn', text: 'moss' }] }),
      ['change-outside 1'],
    ],
    [
      'is broken off before a change',
      withSection({ brokenOff: true, changes: [{ row: 13, what: 'yarn', text: 'moss' }] }),
      [],
    ],
  ])('%s', (_, plan, wanted) => expect(codes(plan)).toEqual(wanted));
  it('a ring fills the round, and nothing stands beside it', () => {
    const ring = {
      kind: 'ring' as const,
      repeat: [{ kind: 'stitch' as const, stitch: 'knit' as const }],
      phase: 0,
    };
    const charts = {
      ...sound.charts,
      [panel.chart]: { name: 'ring', setUp: [], rows: [ring], firstSide: 'RS' as const },
    };
    expect(codes({ ...sound, charts })).toEqual(['ring-must-fill-the-round 1 0']);
    const round = {
      ...withSection({ panels: [panel, { ...panel, id: 'beside' }] }),
      charts,
      construction: 'round' as const,
    };
    expect(codes(round)).toEqual(['ring-must-fill-the-round 1 0', 'ring-must-fill-the-round 1 1']);
    expect(codes({ ...sound, charts, construction: 'round' })).toEqual([]);
    expect(checkPlan(sound).ok).toBe(true);
  });
});
