import fc from 'fast-check';
import { agree } from '../testing/agree';
import { chartFrom, planOf, type SectionSpec } from '../testing/plans';
import { gives, links, takes } from '../stitch/cells';
import type { Cell, Decrease } from '../stitch/types';
import { lastCrossing, nextCrossing } from './schedule';
import type { Plan, Section } from './plan';
import { countLive, rowsOfShaping, shapeOf, waleAt, type Phase, type Shaping } from './shaping';
import { waleOf } from './deviation';
import { charted, checkPlan, worksheet, type Worksheet } from './worksheet';
import { runs, soundCases } from '../testing/size';

const SSK: Decrease = { kind: 'decrease', of: 2, lean: 'left', face: 'knit' };
const K2TOG: Decrease = { kind: 'decrease', of: 2, lean: 'right', face: 'knit' };
const edge = (
  side: 'right' | 'left',
  inset: number,
  phases: Phase[],
  act: Shaping['act'] = SSK,
): Shaping => ({
  id: `${side}-${inset}`,
  place: { kind: 'edge', edge: side, inset },
  act,
  phases,
});

type Spec = SectionSpec & Partial<Pick<Section, 'shaping' | 'lacking' | 'keepsShape' | 'lastRow'>>;
function shapedPlan(specs: readonly Spec[], more: Partial<Plan> = {}): Plan {
  const plan = planOf(specs, more);
  const sections = plan.sections.map((section, i) => {
    const { shaping, lacking, keepsShape, lastRow } = specs[i] as Spec;
    return { ...section, ...(shaping && { shaping }), ...(lacking && { lacking }), ...(keepsShape && { keepsShape }), ...(lastRow && { lastRow }) }; // prettier-ignore
  });
  return { ...plan, sections };
}
function shaped(specs: readonly Spec[], more: Partial<Plan> = {}): Worksheet {
  const checked = checkPlan(shapedPlan(specs, more));
  if (!checked.ok) throw new Error(JSON.stringify(checked.error));
  return checked.value;
}
const problems = (specs: readonly Spec[], more: Partial<Plan> = {}) => {
  const checked = checkPlan(shapedPlan(specs, more));
  return checked.ok ? [] : checked.error.map(({ code }) => code);
};
const stitches = (sheet: Worksheet) => Array.from({ length: sheet.rows }, (_, i) => charted(sheet, i + 1).laid.gives); // prettier-ignore

/**
 * A slow needle of named stitches: every stitch is an object that remembers the wale it was cast on for. Schedules are
 * obeyed as a knitter obeys them, counting stitches from the edge with her fingers.
 */
class NamedNeedle {
  stitches: { name: number }[];

  constructor(width: number) {
    this.stitches = Array.from({ length: width }, (_, name) => ({ name }));
  }

  work(row: number, shapings: readonly Shaping[]) {
    const touched = new Set<object>();
    const due = shapings.flatMap((it) => rowsOfShaping(it).flatMap((one) => (one === row ? [it] : [])));
    const first = (it: Shaping) => (it.act.kind === 'bindOff' ? 0 : 1);
    for (const it of due.sort((a, b) => first(a) - first(b))) {
      if (it.place.kind !== 'edge') continue;
      const { edge: side, inset } = it.place;
      const mine = side === 'right' ? this.stitches : [...this.stitches].reverse();
      if (it.act.kind === 'bindOff') mine.splice(0, it.act.stitches);
      else {
        const of = it.act.kind === 'decrease' ? it.act.of : 0;
        let at = inset;
        while (mine.slice(at, at + of).some((one) => touched.has(one))) at += 1;
        mine.splice(at, of - 1);
        touched.add(mine[at] as object);
      }
      this.stitches = side === 'right' ? mine : mine.reverse();
    }
  }
}

describe('a window over the line-up', () => {
  const WIDTH = 60;
  const phase = fc.record({
    first: fc.integer({ min: 1, max: 30 }),
    every: fc.integer({ min: 1, max: 8 }),
    times: fc.integer({ min: 1, max: 5 }),
  });
  const act = fc.oneof(
    fc.constantFrom<Shaping['act']>(SSK, K2TOG, { ...SSK, of: 3 }),
    fc.integer({ min: 1, max: 3 }).map((n): Shaping['act'] => ({ kind: 'bindOff', stitches: n })),
  );
  const shaping = fc
    .record({
      side: fc.constantFrom('right' as const, 'left' as const),
      inset: fc.integer({ min: 0, max: 4 }),
      act,
      phases: fc.array(phase, { minLength: 1, maxLength: 2 }),
    }) // prettier-ignore
    .map(({ side, inset, act: how, phases }) => edge(side, how.kind === 'bindOff' ? 0 : inset, phases, how));
  const shapings = fc.array(shaping, { minLength: 1, maxLength: 4 });

  it('agrees with a needle of named stitches, row by row', () => {
    const sound = soundCases(0.3);
    fc.assert(
      fc.property(shapings, (all) => {
        const shape = shapeOf(all, WIDTH, 100, null);
        if (!sound.is(shape.ok) || !shape.ok) return;
        const needle = new NamedNeedle(WIDTH);
        for (let row = 1; row <= 70; row += 1) {
          needle.work(row, all);
          const live = shape.value.steps.findLast(({ from }) => from <= row)?.live ?? shape.value.start;
          const names = Array.from({ length: countLive(live) }, (_, i) => waleAt(live, i));
          agree(
            names,
            needle.stitches.map(({ name }) => name),
          );
        }
      }),
    );
    sound.enough();
  });

  /** Takes two stitches together inside a rope whose last stitch was bound off beside. */
  const BETWEEN = [edge('left', 0, [{ first: 1, every: 5, times: 3 }], { kind: 'bindOff', stitches: 1 }), edge('left', 4, [{ first: 1, every: 8, times: 3 }])]; // prettier-ignore

  it('every row of a shaped piece of cables fits on the row below, and loses just what is shaped', () => {
    const sound = soundCases(0.3);
    fc.assert(
      fc.property(shapings, fc.constantFrom('plain' as const, 'smaller' as const), (all, lacking) => {
        const plan = shapedPlan([{ rows: 80, panels: [{ chart: 'garter', repeats: 6, id: 'a' }, { chart: 'rope-4', repeats: 2, id: 'b' }, { chart: 'diamond', id: 'c' }, { chart: 'braid-3', id: 'd' }, { chart: 'garter', repeats: 6, id: 'e' }], shaping: all, lacking }]); // prettier-ignore
        const checked = checkPlan(plan);
        if (!sound.is(checked.ok) || !checked.ok) return;
        const sheet = checked.value;
        const wrong: number[] = [];
        let before = charted(sheet, 1).laid.takes;
        for (let row = 1; row <= 80; row += 1) {
          const { laid, panels } = charted(sheet, row);
          let [taken, given] = [0, 0];
          const inOrder = laid.cells.every((at) => {
            const fits = at.taken === taken && at.given === given;
            taken += takes(at.cell);
            given += gives(at.cell);
            return fits;
          });
          const whole = taken === laid.takes && given === laid.gives && laid.takes === before;
          if (!inOrder || !whole || panels.reduce((sum, p) => sum + p.gives, 0) !== given) wrong.push(row);
          before = laid.gives;
        }
        expect(wrong).toEqual([]);
      }),
      { numRuns: runs(25, 400), examples: [[BETWEEN, 'smaller']] },
    );
    sound.enough();
  });

  it('countdowns agree with looking at every row, forwards and backwards', () => {
    const sound = soundCases(0.3);
    fc.assert(
      fc.property(shapings, fc.constantFrom('plain' as const, 'smaller' as const), (all, lacking) => {
        const plan = shapedPlan([{ rows: 60, panels: [{ chart: 'stockinette', repeats: 10, id: 'a' }, { chart: 'rope-6', repeats: 2, id: 'b' }, { chart: 'honeycomb', repeats: 2, id: 'c' }, { chart: 'stockinette', repeats: 10, id: 'e' }], shaping: all, lacking }]); // prettier-ignore
        const checked = checkPlan(plan);
        if (!sound.is(checked.ok) || !checked.ok) return;
        const sheet = checked.value;
        for (const id of ['b', 'c']) {
          const rows = Array.from({ length: 60 }, (_, i) => i + 1).filter(
            (row) =>
            charted(sheet, row).panels.some((p) => p.panel.id === id && p.cells.some(({ cell }) => cell.kind === 'crossing')), // prettier-ignore
          );
          const from = Array.from({ length: 9 }, (_, i) => 1 + i * 7);
          expect(from.map((row) => nextCrossing(sheet, id, row)?.row)).toEqual(from.map((row) => rows.find((r) => r >= row))); // prettier-ignore
          expect(from.map((row) => lastCrossing(sheet, id, row))).toEqual(from.map((row) => rows.findLast((r) => r <= row) ?? null)); // prettier-ignore
        }
      }),
      { numRuns: runs(25, 400) },
    );
    sound.enough();
  });
});

describe('the hard case of the design: decreases at the right edge every 4th row, a rope on the way', () => {
  const panels = [
    { chart: 'stockinette', repeats: 6, id: 'ground' },
    { chart: 'Row 1 (RS): k4.\nRow 2: p4.\nRow 3: 2/2 RC.\nRow 4: p4.\nRow 5: k4.\nRow 6: p4.', id: 'six' },
    { chart: 'Row 1 (RS): k4.\nRow 2: p4.\nRow 3: 2/2 LC.\nRow 4: p4.\nRow 5: k4.\nRow 6: p4.\nRow 7: k4.\nRow 8: p4.', id: 'eight' }, // prettier-ignore
  ];
  const shaping = [edge('right', 1, [{ first: 4, every: 4, times: 7 }])];
  const sheet = shaped([{ rows: 48, panels, shaping }]);
  const panelCrosses = (id: string, row: number) =>
    charted(sheet, row).panels.some(
      (p) => p.panel.id === id && p.cells.some(({ cell }) => cell.kind === 'crossing'),
    );

  it('columns renumber, wales do not', () => {
    const at = (row: number) => {
      const eight = charted(sheet, row).panels.find(({ panel }) => panel.id === 'eight');
      return eight && { column: eight.firstTaken, wale: eight.firstWale };
    };
    expect([at(1), at(5), at(48)]).toEqual([{ column: 10, wale: 10 }, { column: 9, wale: 10 }, { column: 3, wale: 10 }]); // prettier-ignore
  });
  it('the rope crosses while all its stitches are there, and is cut by the decrease that reaches it', () => {
    // Wales 1-5 of the ground go in rows 4, 8, 12, 16 and 20; rows 24 and 28 take two of the rope.
    expect([3, 9, 15, 21, 27].map((row) => panelCrosses('six', row))).toEqual([
      true,
      true,
      true,
      true,
      false,
    ]);
    expect(charted(sheet, 27).cut).toEqual([
      expect.objectContaining({ panel: 'six', wale: 6, now: 'plain' }),
    ]);
    expect(nextCrossing(sheet, 'six', 22)).toBeNull();
    expect(lastCrossing(sheet, 'six', 48)).toBe(21);
  });
  it('stitches go down by one in each shaping row', () =>
    expect(stitches(sheet).filter((_, i) => i % 4 === 3)).toEqual([13, 12, 11, 10, 9, 8, 7, 7, 7, 7, 7, 7]));
  it('as chosen, the rope is crossed smaller as long as both groups have a stitch', () => {
    const small = shaped([{ rows: 48, panels, shaping, lacking: 'smaller' }]);
    const cell = charted(small, 27).laid.cells.find((at) => at.cell.kind === 'crossing')?.cell;
    expect(cell).toMatchObject({ over: ['knit', 'knit'], under: ['knit'], lean: 'right' });
    expect(nextCrossing(small, 'six', 22)?.row).toBe(27);
  });
  it('a row that shapes and crosses is known by both', () => {
    const both = shaped([{ rows: 12, panels, shaping: [edge('left', 0, [{ first: 3, every: 6, times: 1 }])] }]); // prettier-ignore
    expect([charted(both, 3).acts.length, charted(both, 3).laid.cells.filter(({ cell }) => cell.kind === 'crossing').length]).toEqual([1, 1]); // prettier-ignore
    expect(charted(both, 3).cut).toHaveLength(1);
  });
});

describe('widening', () => {
  const panels = [{ chart: 'stockinette', repeats: 8, id: 'a' }, { chart: 'rope-4', id: 'b' }, { chart: 'stockinette', repeats: 8, id: 'c' }]; // prettier-ignore
  const more: Shaping['act'] = { kind: 'increase', how: 'make', lean: 'left', face: 'knit' };
  it('the line-up is the widest; a sleeve begins without what will be added', () => {
    const both = [edge('right', 1, [{ first: 3, every: 4, times: 5 }], more), edge('left', 1, [{ first: 3, every: 4, times: 5 }], more)]; // prettier-ignore
    const counts = stitches(shaped([{ rows: 24, panels, shaping: both }]));
    expect([counts[0], counts[2], counts[18], counts[23]]).toEqual([14, 16, 24, 24]);
  });
  it('a waist goes in and comes out on the same wales', () => {
    const waist = [edge('right', 2, [{ first: 2, every: 2, times: 3 }]), { ...edge('right', 2, [{ first: 12, every: 2, times: 3 }], more), id: 'out' }]; // prettier-ignore
    const sheet = shaped([{ rows: 20, panels, shaping: waist }]);
    const counts = stitches(sheet);
    expect([counts[0], counts[9], counts[19]]).toEqual([24, 21, 24]);
    expect(charted(sheet, 20).panels.map(({ firstWale }) => firstWale)).toEqual([0, 8, 16]);
  });
  it('in the middle of a panel, at a wale, towards either side', () => {
    const dart = (towards: 'left' | 'right'): Shaping => ({ id: 'dart', place: { kind: 'wale', wale: 4, towards }, act: SSK, phases: [{ first: 1, every: 1, times: 2 }] }); // prettier-ignore
    const wales = (towards: 'left' | 'right') => {
      const sheet = shaped([{ rows: 3, panels, shaping: [dart(towards)] }]);
      const [panel] = charted(sheet, 3).panels;
      return panel?.cells.map((at) => waleOf(panel, at));
    };
    expect(wales('left')).toEqual([0, 1, 2, 3, 6, 7]);
    expect(wales('right')).toEqual([0, 1, 4, 5, 6, 7]);
  });
});

describe('links', () => {
  it('a decrease joins the strands of both stitches, and those of a cut crossing run straight up', () => {
    const sheet = shaped([{ rows: 8, panels: [{ chart: 'Row 1 (RS): k4.\nRow 2: p4.\nRow 3: 2/2 RC.\nRow 4: p4.' }], shaping: [edge('right', 0, [{ first: 1, every: 1, times: 1 }])] }]); // prettier-ignore
    const cells = charted(sheet, 1).laid.cells.map(({ cell }: { cell: Cell }) => links(cell).length);
    expect(cells[0]).toBe(2);
    expect(charted(sheet, 3).laid.cells.every(({ cell }) => cell.kind === 'stitch')).toBe(true);
  });
});

describe('sections', () => {
  const panels = [{ chart: 'stockinette', repeats: 10, id: 'a' }];
  it('a section that keeps the shape goes on with the stitches that are left', () => {
    const sheet = shaped([
      { rows: 6, panels, shaping: [edge('left', 1, [{ first: 2, every: 2, times: 2 }])] },
      { rows: 6, panels, keepsShape: true, shaping: [edge('right', 1, [{ first: 2, every: 2, times: 2 }])] },
    ]);
    expect(stitches(sheet)).toEqual([10, 9, 9, 8, 8, 8, 8, 7, 7, 6, 6, 6]);
  });
  it('the last row can be another one, over whatever is left', () => {
    const sheet = shaped([{ rows: 4, panels, lastRow: 'garter', shaping: [edge('left', 1, [{ first: 1, every: 1, times: 3 }])] }], { charts: { garter: chartFrom('Row 1 (RS): k1.'), stockinette: chartFrom('stockinette') } }); // prettier-ignore
    expect(charted(sheet, 4).laid).toMatchObject({ takes: 7, gives: 7 });
    expect(charted(sheet, 4).panels[0]?.panel.id).toBe('section-1-last-row');
  });
});

describe('what cannot be', () => {
  const panels = [{ chart: 'stockinette', repeats: 10, id: 'a' }];
  const at = (first: number, times: number, every = 1) => [{ first, every, times }];
  it.each<[string, Spec, string]>([
    ['all stitches are eaten', { rows: 20, panels, shaping: [edge('right', 0, at(1, 10))] }, 'nothing-left'],
    ['more is bound off than there is', { rows: 20, panels, shaping: [edge('right', 0, at(1, 1), { kind: 'bindOff', stitches: 12 })] }, 'nothing-left'],
    ['shaping after the last row', { rows: 5, panels, shaping: [edge('right', 0, at(4, 2, 2))] }, 'shaping-past-the-end'],
    ['a phase of no rows', { rows: 5, panels, shaping: [edge('right', 0, at(0, 1))] }, 'phase-not-sound'],
    ['a phase of half a row', { rows: 5, panels, shaping: [edge('right', 0, at(1.5, 1))] }, 'phase-not-sound'],
    ['an inset wider than the piece', { rows: 5, panels, shaping: [edge('right', 10, at(1, 1))] }, 'place-outside'],
    ['a bind-off in the middle', { rows: 5, panels, shaping: [edge('right', 3, at(1, 1), { kind: 'bindOff', stitches: 2 })] }, 'bind-off-inside'],
    ['two edges that meet', { rows: 20, panels: [{ chart: 'stockinette', repeats: 3, id: 'a' }], shaping: [edge('right', 0, at(1, 1)), edge('left', 0, at(1, 1))] }, 'nothing-left'],
    ['a wale beside the edge that is shaped too', { rows: 20, panels, shaping: [edge('left', 0, at(1, 1)), { id: 'w', act: K2TOG, phases: at(1, 1), place: { kind: 'wale', wale: 8, towards: 'left' } }] }, 'shapings-meet'],
    ['a set-up row that widens', { rows: 20, panels: [{ chart: 'Set-up row: k1, m1r, k1.\nRow 1: p3.\nRow 2: k3.', id: 'a', withSetUp: true }], shaping: [edge('right', 0, at(1, 1))] }, 'line-up-changes-width'],
  ])('%s', (_, spec, code) => expect(problems([spec])).toEqual([code])); // prettier-ignore
  it('no shape to keep on another line-up', () =>
    expect(
      problems([
        { rows: 4, panels, shaping: [edge('right', 0, at(1, 2))] },
        { rows: 4, panels: [{ chart: 'stockinette', repeats: 8, id: 'a' }], keepsShape: true },
      ]),
    ).toEqual(['no-shape-to-keep']));
  it('a seam is checked against the stitches that shaping has left', () => {
    const next = (repeats: number) => problems([{ rows: 4, panels, shaping: [edge('right', 0, at(1, 2))] }, { rows: 2, panels: [{ chart: 'garter', repeats, id: 'b' }] }]); // prettier-ignore
    expect([next(8), next(10)]).toEqual([[], ['seam-differs']]);
  });
  it('more shaping than a piece can have', () =>
    expect(problems([{ rows: 90_000, panels, shaping: [edge('right', 0, at(1, 80_000))] }])).toEqual(['too-much-shaping'])); // prettier-ignore
  it('a plan with no facts of shaping is laid out as ever', () =>
    expect(worksheet(planOf([{ rows: 4, panels }])).shapes).toEqual([null]));
});
