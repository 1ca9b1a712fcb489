/** A repair as steps to be led through: nothing of its moves is lost, doubled or put elsewhere. */
import type { Hand } from '../stitch/types';
import { crossingsIn } from '../testing/mending';
import { chartFrom, planOf, sheetOf } from '../testing/plans';
import { pieceRow } from '../indices';
import { charted, worksheet } from '../piece/worksheet';
import { alikeWith, guideFor, listed, mayRun, type GuideStep } from './guide';
import type { RepairMove } from './moves';
import {
  crossingIn,
  repairPlan,
  repairWith,
  type PlannedMove,
  type RepairOptions,
  type RepairPlan,
} from './plan';

const planFor = (
  key: string,
  crossings: readonly number[],
  done: number,
  { hand = 'right', options }: { hand?: Hand; options?: RepairOptions } = {},
): RepairPlan => {
  const sheet = sheetOf([{ rows: 24, panels: [{ chart: chartFrom(key), repeats: 2 }] }]);
  const all = crossingsIn(
    sheet,
    Array.from({ length: done }, (_, i) => i + 1),
    'uncrossed',
  );
  const faults = crossings.flatMap((at) => all[at] ?? []);
  const plan = repairPlan(sheet, faults, { done, worked: 0 }, hand, options);
  if (!plan.ok) throw new Error(JSON.stringify(plan.error));
  return plan.value;
};
const movesIn = (steps: readonly GuideStep[]) =>
  steps.flatMap((step) => (step.kind === 'moves' ? step.moves : []));
const told = (steps: readonly GuideStep[]) =>
  steps.map((step) => (step.kind === 'moves' ? step.moves.map((move) => move.do).join('+') : step.kind));

/** Moves as they are written, with the ladder that they belong to; null on the way. */
const planned = (...moves: readonly (readonly [RepairMove, ladder?: number | null])[]): RepairPlan => ({
  ladders: [0, 1].map(() => ({}) as RepairPlan['ladders'][number]),
  moves: moves.map(([move, ladder = 0]) => ({ ...move, ladder, frame: null }) as PlannedMove),
  spot: { done: 9, worked: 0 },
  ends: { done: 9, worked: 0 },
});
const off = (count = 2): RepairMove => ({ do: 'slipOff', count });
const ravel = (row: number, undone = 2, { pass = 0, caught = undone } = {}): RepairMove => ({
  do: 'ravel',
  row,
  parts: [{ pass, undone, caught }],
});
const strand = (row: number, count = 2, more: object = {}): RepairMove => ({
  do: 'strand',
  number: row,
  row,
  side: 'RS',
  pass: 0,
  steps: [{ kind: 'run', columns: [row], run: { stitch: 'knit', count } }],
  gives: count,
  ...more,
});
const slide: RepairMove = { do: 'slide' };
const putBack: RepairMove = { do: 'putBack', count: 2 };
const alikes = (steps: readonly GuideStep[]) =>
  steps.map((step) => (step.kind === 'moves' ? `${step.alike.nth}/${step.alike.of}` : step.kind));

describe('every repair', () => {
  const cases = ['rope-4', 'braid-3', 'honeycomb', 'diamond'].flatMap((key) =>
    [[0], [1, 2], [0, 3]].flatMap((at) =>
      (['slide', 'turn'] as const).map((between) => ({ key, at, between })),
    ),
  );
  it.each(cases)(
    '$key $at, $between: all moves in order, the looks at their places',
    ({ key, at, between }) => {
      for (const [hand, letRun] of [
        ['right', false],
        ['left', true],
      ] as const) {
        const plan = planFor(key, at, 16, { hand, options: { wrongSide: 'turn', between } });
        const steps = guideFor(plan, letRun);
        expect(movesIn(steps)).toEqual(plan.moves);
        expect(steps[0]).toEqual({ kind: 'ready' });
        const of = (kind: GuideStep['kind']) =>
          steps.flatMap((step) => (step.kind === kind && 'ladder' in step ? [step.ladder] : []));
        const ladders = plan.ladders.map((_, i) => i);
        expect([of('loops'), of('even')]).toEqual([ladders, ladders]);
        for (const [i, step] of steps.entries()) {
          if (step.kind === 'loops') expect(movesIn(steps.slice(i - 1, i)).at(-1)).toEqual(step.move);
          if (step.kind === 'even') expect(movesIn(steps.slice(i - 1, i)).at(-1)?.do).toBe('putBack');
          if (step.kind !== 'moves') continue;
          expect(step.ladder).toBe(step.moves.at(-1)?.ladder);
          expect(step.alike.nth).toBeLessThanOrEqual(step.alike.of);
          expect(alikeWith(steps, i)).toHaveLength(step.alike.of);
          expect(alikeWith(steps, i)[step.alike.nth - 1]).toBe(step);
        }
        const entries = listed(steps);
        const firsts = steps.flatMap((step, place) =>
          step.kind === 'moves' && step.alike.nth > 1 ? [] : [place],
        );
        expect(entries.map(({ at: place }) => place)).toEqual(firsts);
        for (const { step, at: place } of entries) expect(steps[place]).toBe(step);
      }
    },
  );
});

describe('one step', () => {
  it('is a strand with the way back to its start, and the yarn with what is worked with it', () => {
    const plan = planned(
      [{ do: 'parkYarn' }, null],
      [{ do: 'turnWork' }, null],
      [off()],
      [ravel(8)],
      [strand(8)],
      [slide],
      [putBack],
      [{ do: 'takeUpYarn' }, null],
      [{ do: 'workOn', row: 9, count: 3 }, null],
    );
    expect(told(guideFor(plan))).toEqual([
      'ready',
      'parkYarn+turnWork',
      'slipOff',
      'ravel',
      'loops',
      'strand+slide',
      'putBack',
      'even',
      'takeUpYarn+workOn',
    ]);
  });
  it('is not a strand with the next one, nor the yarn with a slip', () => {
    const plan = planned(
      [strand(7)],
      [{ do: 'turnLadder' }],
      [strand(8)],
      [{ do: 'takeUpYarn' }, null],
      [{ do: 'slip', count: 2, to: 'taking' }, null],
    );
    expect(told(guideFor(plan))).toEqual(['ready', 'strand+turnLadder', 'strand', 'takeUpYarn', 'slip']);
  });
  it('rows are pulled out one by one, or let run in one go', () => {
    const plan = planned([off()], [ravel(8)], [ravel(7)], [strand(7)]);
    expect(told(guideFor(plan))).toEqual(['ready', 'slipOff', 'ravel', 'ravel', 'loops', 'strand']);
    expect(told(guideFor(plan, true))).toEqual(['ready', 'slipOff', 'ravel+ravel', 'loops', 'strand']);
    const joins = planned([off()], [ravel(8)], [ravel(7, 4)], [strand(7)]);
    expect(told(guideFor(joins, true))).toEqual(told(guideFor(joins)));
  });
});

describe('done alike', () => {
  it('are rows pulled out downwards and strands worked upwards, one row after the other', () => {
    const plan = planned(
      [off()],
      [ravel(8)],
      [ravel(7)],
      [ravel(6)],
      [strand(6)],
      [slide],
      [strand(7)],
      [slide],
    );
    expect(alikes(guideFor(plan))).toEqual(['ready', '1/1', '1/3', '2/3', '3/3', 'loops', '1/2', '2/2']);
    expect(listed(guideFor(plan)).map(({ at }) => at)).toEqual([0, 1, 2, 5, 6]);
  });
  it.each<[string, RepairMove, RepairMove]>([
    ['of other stitches', strand(6), strand(7, 3)],
    ['from the other side', strand(6), strand(7, 2, { side: 'WS' })],
    ['past other loops', strand(6), strand(7, 2, { pass: 1 })],
    ['with a row between', strand(6), strand(8)],
    ['downwards', strand(6), strand(5)],
    ['pulled out upwards', ravel(6), ravel(7)],
    ['pulled out of more', ravel(6), ravel(5, 3)],
    ['moves of no row', off(), off()],
    ['with and without a float', strand(6), { do: 'float', number: 7, row: 7 }],
  ])('are not: %s', (_, one, two) => expect(alikes(guideFor(planned([one], [two])))).not.toContain('2/2'));
  it('are not those of two ladders, nor a strand with its way back and one without', () => {
    expect(alikes(guideFor(planned([strand(6), 0], [strand(7), 1])))).not.toContain('2/2');
    expect(alikes(guideFor(planned([strand(6)], [slide], [strand(7)])))).not.toContain('2/2');
    expect(alikes(guideFor(planned([strand(6)], [strand(7)], [slide])))).not.toContain('2/2');
  });
  it('are strands of one crossing or of one decrease alike', () => {
    const special = (lean: string) => ({
      kind: 'special',
      columns: [],
      count: 1,
      cell: { kind: 'decrease', of: 2, lean, face: 'knit' },
    });
    const of = (row: number, step: object) => strand(row, 1, { steps: [step] });
    const twice = (a: object, b: object) => alikes(guideFor(planned([of(6, a)], [of(7, b)])));
    expect(twice(special('left'), special('left'))).toContain('2/2');
    expect(twice(special('left'), special('right'))).not.toContain('2/2');
    const rope = (hold: string, columns: readonly number[]) => ({
      kind: 'crossing',
      hold,
      columns,
      held: [],
      then: [],
    });
    expect(twice(rope('back', [1]), rope('back', [2]))).toContain('2/2');
    expect(twice(rope('back', [1]), rope('front', [1]))).not.toContain('2/2');
  });
  it('nothing is alike with what is no move', () => expect(alikeWith([{ kind: 'ready' }], 0)).toEqual([]));
});

describe('all at once', () => {
  const may = (...moves: readonly RepairMove[]) =>
    mayRun(planned(...moves.map((move) => [move] as const)), 0);
  it('rows may be let run where every row is pulled out of the same stitches', () => {
    expect(may(off(), ravel(8), ravel(7))).toBe(true);
    expect(may(off(), ravel(8), ravel(7, 3))).toBe(false);
    expect(may(off(3), ravel(8), ravel(7))).toBe(false);
    expect(may(off(), ravel(8, 2, { pass: 1 }))).toBe(false);
    expect(may(off(), ravel(8, 2, { caught: 1 }))).toBe(false);
    const two = {
      do: 'ravel',
      row: 8,
      parts: [1, 1].map((undone) => ({ pass: 0, undone, caught: undone })),
    } as const;
    expect(may(off(), two)).toBe(false);
  });
  it('whatever other ladders do', () =>
    expect(mayRun(planned([off()], [ravel(8)], [off(5), 1], [ravel(8, 3), 1]), 0)).toBe(true));
});

describe('the plan that is led through', () => {
  it('has each ladder as it lies after every row that is pulled out', () => {
    const { moves } = planFor('rope-4', [0], 10);
    const pulled = moves.flatMap((move) => (move.do === 'ravel' ? [move] : []));
    expect(pulled.length).toBeGreaterThan(2);
    for (const { row, frame } of pulled) {
      expect(new Set(frame?.loops.map((loop) => loop.row))).toEqual(new Set([row - 1]));
      expect(frame?.loose.map((one) => one.row)).toEqual(
        pulled
          .map((one) => one.row)
          .filter((at) => at >= row)
          .reverse(),
      );
    }
  });
  it('takes marked crossings with it that it lets down on the way, and no others', () => {
    const sheet = sheetOf([{ rows: 24, panels: [{ chart: chartFrom('rope-4'), repeats: 2 }] }]);
    const all = crossingsIn(sheet, [3, 7, 11], 'uncrossed');
    const [own] = all as [(typeof all)[number]];
    const above = all.filter(({ wale }) => wale === own.wale).slice(1);
    const beside = all.filter(({ wale }) => wale !== own.wale);
    const found = repairWith(sheet, [own], [...all], { done: 16, worked: 0 }, 'right');
    expect(found.ok && found.value.faults).toEqual([own, ...above]);
    const alone = repairWith(sheet, [own], beside, { done: 16, worked: 0 }, 'right');
    expect(alone.ok && alone.value.faults).toEqual([own]);
    const crossing = crossingIn(charted(sheet, 3), own.panel, own.wale)?.cell ?? own.made;
    const extra = { ...own, pieceRow: pieceRow(5), made: crossing };
    const uncharted = repairWith(sheet, [own], [extra], { done: 16, worked: 0 }, 'right');
    expect(uncharted.ok && uncharted.value.faults).toEqual([own, extra]);
    const last = above.at(-1) ?? own;
    const beyond = { ...own, pieceRow: pieceRow(25) };
    const below = repairWith(sheet, [last], [...all, beyond], { done: 16, worked: 0 }, 'right');
    expect(below.ok && below.value.faults).toEqual([last]);
  });
  it('is refused where all of a round would come off, or where stitches above are bound off', () => {
    const rope = 'Row 1 (RS): 2/2 RC.\nRow 2: p4.';
    const round = sheetOf([{ rows: 8, panels: [{ chart: chartFrom(rope), id: 'p' }] }], {
      construction: 'round',
    });
    const [whole] = crossingsIn(round, [3], 'uncrossed');
    expect(repairPlan(round, whole ? [whole] : [], { done: 6, worked: 0 }, 'right')).toMatchObject({
      error: [{ code: 'whole-round', fault: 0 }],
    });
    const plan = planOf([{ rows: 8, panels: [{ chart: chartFrom(rope), repeats: 3, id: 'p' }] }]);
    const off = {
      id: 'off',
      place: { kind: 'edge', edge: 'right', inset: 0 },
      act: { kind: 'bindOff', stitches: 4 },
      phases: [{ first: 5, every: 1, times: 1 }],
    } as const;
    const sheet = worksheet({
      ...plan,
      sections: plan.sections.map((section) => ({ ...section, shaping: [off] })),
    });
    const [first, second] = crossingsIn(sheet, [3], 'uncrossed');
    const tried = (fault: typeof first) =>
      repairPlan(sheet, fault ? [fault] : [], { done: 6, worked: 0 }, 'right');
    expect(tried(first)).toMatchObject({ error: [{ code: 'bound-off', fault: 0, row: 5 }] });
    expect(tried(second).ok).toBe(true);
  });
});
