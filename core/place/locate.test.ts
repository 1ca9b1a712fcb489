/**
 * The locator against a posterior worked out the slow way (every row and every panel out of step, one by one), and against
 * mathjs for information and normal shares.
 */
import fc from 'fast-check';
import { erf, kldivergence } from 'mathjs';
import { checkDraft } from '../draft/draft';
import { DEMO } from '../../demo/scenario';
import { gaugeOf } from '../plan/gauge';
import { lastCrossing } from '../piece/schedule';
import { made, sideOf, type Worksheet } from '../piece/worksheet';
import { drawing, normal, saidOf, searchFor } from '../testing/lost-knitter';
import { sheetOf } from '../testing/plans';
import { believing, priorOf, rowChances, shiftsOf, shownChances, type Answer } from './belief';
import { locate } from './locate';
import { chanceOf, expectedBits, NOISE } from './noise';
import { fieldOf, keyOf, LATER, NONE, SIDES, type Asked, type Field, type Question } from './question';
import { SEED, runs } from '../testing/size';

const school = { loopCounts: true, crossingRowIsOne: true };
const field = (sheet: Worksheet, rowsPer10: number | null = null): Field =>
  fieldOf(sheet, { school, hung: [], rowsPer10 });
const THREE = sheetOf([
  {
    rows: 48,
    panels: [
      { chart: 'garter', id: 'edge', edge: true, repeats: 3 },
      { chart: 'rope-4', id: 'four' },
      { chart: 'rope-6', id: 'six' },
      { chart: 'diamond', id: 'diamond' },
    ],
  },
]);
const of = (built: Field, question: Question): Asked => built.byKey.get(keyOf(question)) as Asked;
const says = (question: Question, value: number): Answer => ({ question, seen: { value } });
const count = (panel: string): Question => ({ kind: 'count', panel });

/** What a row shows, looked up in the piece itself; `by` rows of the panel ahead. */
function shows(sheet: Worksheet, question: Question, row: number, at: (panel: string) => number): number {
  const crossed = (panel: string) => {
    const there = at(panel);
    return there < 1 ? 0 : (lastCrossing(sheet, panel, there) ?? 0);
  };
  switch (question.kind) {
    case 'side':
      return SIDES.indexOf(sideOf(sheet.plan, row + 1));
    case 'count':
      return crossed(question.panel) === 0 ? NONE : at(question.panel) - crossed(question.panel) + 1;
    case 'lean': {
      const last = crossed(question.panel);
      const cells =
        last === 0
          ? []
          : (made(sheet, last).panels.find(({ panel }) => panel.id === question.panel)?.cells ?? []);
      const leans = new Set(cells.flatMap(({ cell }) => (cell.kind === 'crossing' ? [cell.lean] : [])));
      return leans.size === 0 ? 0 : leans.size === 2 ? 3 : leans.has('left') ? 1 : 2;
    }
    case 'later': {
      const [a, b] = question.panels;
      const [agoA, agoB] = [a, b].map((panel) =>
        crossed(panel) === 0 ? Infinity : at(panel) - crossed(panel),
      ) as [number, number];
      return LATER.indexOf(
        agoA === Infinity && agoB === Infinity
          ? 'neither'
          : agoA === agoB
            ? 'same'
            : agoA < agoB
              ? 'first'
              : 'second',
      );
    }
    default:
      throw new Error(question.kind);
  }
}

/** Chance of an answer by the words of the rule, not by the locator's tables. */
function chance(asked: Asked, value: number, truth: number): number {
  if (asked.type === 'choice') return value === truth ? 0.98 : 0.02 / (asked.choices - 1);
  const numbers = asked.most + 1 - asked.least + 1 + 1;
  const astray = 0.02 / numbers;
  if (truth === NONE) return (value === NONE ? 0.98 : 0) + astray;
  if (value === truth) return 0.98 * 0.9 + astray;
  if (value === NONE || Math.abs(value - truth) !== 1) return astray;
  if (truth === asked.least) return (value > truth ? 0.98 * 0.1 : 0) + astray;
  return 0.98 * 0.05 + astray;
}

describe('the posterior (Bayes), against one worked out row by row', () => {
  const built = field(THREE);
  const questions: Question[] = [
    { kind: 'side' },
    count('four'),
    count('six'),
    count('diamond'),
    { kind: 'lean', panel: 'diamond' },
    { kind: 'later', panels: ['four', 'six'] },
    { kind: 'later', panels: ['six', 'diamond'] },
  ];
  const asked = fc.uniqueArray(fc.constantFrom(...questions), { minLength: 1, maxLength: 5 });
  const worlds = [null, ...shiftsOf(built)];
  it('agrees for any answers', () =>
    fc.assert(
      fc.property(
        asked,
        fc.integer({ min: 0, max: 48 }),
        fc.infiniteStream(fc.integer({ min: -1, max: 7 })),
        (some, journal, values) => {
          const answers = some.map((question) => {
            const { type, choices } = of(built, question);
            const value = values.next().value as number;
            return says(question, type === 'choice' ? (value + 1) % choices : value);
          });
          const slow = new Map<number, number>();
          const bell = Array.from({ length: 49 }, (_, row) => Math.exp(-((row - journal) ** 2) / 72));
          const sum = bell.reduce((a, b) => a + b, 0);
          for (const world of worlds)
            for (let row = 0; row <= 48; row += 1) {
              if (world && Math.abs(row - journal) > 24) continue;
              const prior = 0.98 * ((bell[row] as number) / sum) + 0.02 / 49;
              const at = (panel: string) =>
                world?.panel === panel ? Math.min(48, Math.max(0, row + world.by)) : row;
              const likely = answers.reduce(
                (product, { question, seen }) =>
                  product * chance(of(built, question), seen?.value ?? 0, shows(THREE, question, row, at)),
                prior * (world ? world.chance : 0.94),
              );
              slow.set(row, (slow.get(row) ?? 0) + likely);
            }
          const total = [...slow.values()].reduce((a, b) => a + b, 0);
          for (const { row, chance: fast } of rowChances(believing(built, journal, answers)))
            expect(fast).toBeCloseTo((slow.get(row) as number) / total, 8);
        },
      ),
      { numRuns: runs(40, 600) },
    ));
  it('chances of panels out of step halve with every row, and make up 6 in 100', () => {
    const shifts = shiftsOf(built);
    expect(shifts.reduce((sum, one) => sum + one.chance, 0)).toBeCloseTo(0.06, 12);
    const [one, two] = [1, 2].map(
      (by) => shifts.find((shift) => shift.panel === 'six' && shift.by === by)?.chance ?? 0,
    ) as [number, number];
    expect(one / two).toBeCloseTo(2, 12);
    expect(new Set(shifts.map(({ panel }) => panel))).toEqual(new Set(['four', 'six', 'diamond']));
  });
  it('“I don’t know” leaves everything as it was', () => {
    const before = rowChances(believing(built, 20, [says(count('four'), 3)]));
    expect(
      rowChances(believing(built, 20, [says(count('four'), 3), { question: count('six'), seen: null }])),
    ).toEqual(before);
  });
});

it('the journal’s row with a spread of 6: two of three within 6 rows (normal distribution, by mathjs)', () => {
  const prior = priorOf(2000, 1000);
  const within = prior.slice(1000 - 6, 1000 + 7).reduce((a, b) => a + b, 0);
  // 13 whole rows reach from -6.5 to 6.5.
  expect(within).toBeCloseTo(0.98 * erf(6.5 / 6 / Math.SQRT2) + (0.02 * 13) / 2001, 2);
  expect(prior.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12);
});

describe('what a question is expected to tell (mutual information)', () => {
  const built = field(THREE);
  it.each([
    { kind: 'side' } as const,
    count('six'),
    count('diamond'),
    { kind: 'lean', panel: 'diamond' } as const,
  ])('of %j: as mathjs’ Kullback-Leibler divergence of the joint distribution', (question) => {
    const asked = of(built, question);
    const belief = believing(built, 20, []);
    const shown = shownChances(asked, belief);
    const values =
      asked.type === 'choice'
        ? Array.from({ length: asked.choices }, (_, i) => i)
        : [NONE, ...Array.from({ length: asked.most + 2 - asked.least }, (_, i) => asked.least + i)];
    const said = values.map((value) =>
      [...shown].reduce((sum, [truth, p]) => sum + p * chanceOf(asked, { value }, truth), 0),
    );
    expect(said.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 10);
    const [joint, apart]: [number[], number[]] = [[], []];
    for (const [truth, p] of shown)
      values.forEach((value, i) => {
        joint.push(p * chanceOf(asked, { value }, truth));
        apart.push(p * (said[i] as number));
      });
    expect(expectedBits(asked, shown)).toBeCloseTo((kldivergence(joint, apart) as number) / Math.LN2, 8);
  });
  it('a thing that is sure tells nothing', () =>
    expect(expectedBits(of(built, count('six')), new Map([[3, 1]]))).toBe(0));
});

describe('knitters who have lost their row', () => {
  const SEARCHES = runs(150, 10_000);
  const fields = DEMO.map(({ draft }) => {
    const checked = checkDraft(draft);
    if (!checked.ok) throw new Error('the demo is not sound');
    const swatch = checked.value.sheet.plan.making?.swatch;
    const gauge = swatch ? gaugeOf(swatch) : null;
    return field(checked.value.sheet, gauge?.ok ? gauge.value.rows : null);
  });
  it(`${SEARCHES} of them: right within 5 questions in 95 of 100, sure and wrong in 1 of 100 at most`, () => {
    const draw = drawing(SEED);
    let [right, apart, wrong, sure] = [0, 0, 0, 0];
    for (let i = 0; i < SEARCHES; i += 1) {
      const lost = fields[i % fields.length] as Field;
      const truth = Math.floor(draw() * (lost.rows + 1));
      const { returned, step, questions } = searchFor(lost, truth, 5, draw);
      expect(questions.length).toBeLessThanOrEqual(5);
      const found = returned.includes(truth);
      const isSure = step.kind === 'sure' || step.kind === 'outOfStep';
      if (returned.length === 1) apart += 1;
      if (returned.length === 1 && found) right += 1;
      if (isSure) sure += 1;
      if (isSure && (!found || step.kind === 'outOfStep')) wrong += 1;
    }
    expect(apart).toBeGreaterThan(SEARCHES / 2);
    expect(sure).toBeGreaterThan(SEARCHES / 2);
    expect(right / apart).toBeGreaterThanOrEqual(0.95);
    expect(wrong / SEARCHES).toBeLessThanOrEqual(0.01);
  });
  it('they err as the rule says: counts in one of ten, choices in one of fifty', () => {
    const draw = drawing(3);
    const asked = of(field(THREE), count('diamond'));
    const said = Array.from({ length: 20_000 }, () => saidOf(asked, 5, draw));
    const off = said.filter((one) => one !== 5);
    expect(off.every((one) => Math.abs(one - 5) === 1)).toBe(true);
    // Three standard deviations of a binomial share.
    expect(Math.abs(off.length / said.length - NOISE.offByOne)).toBeLessThan(
      3 * Math.sqrt((0.1 * 0.9) / said.length),
    );
    const bell = Array.from({ length: 20_000 }, () => normal(draw, 6)).filter((one) => Math.abs(one) <= 6);
    expect(bell.length / 20_000).toBeCloseTo(erf(1 / Math.SQRT2), 1);
  });
  it('a panel that is out of step is found by looking at every panel', () => {
    const draw = drawing(SEED);
    const lost = field(THREE);
    const all = runs(40, 600);
    let [found, led] = [0, 0];
    for (let i = 0; i < all; i += 1) {
      const truth = 14 + Math.floor(draw() * 24);
      const shift = { panel: ['four', 'six'][i % 2] as string, by: [1, -1, 2, -2][i % 4] as number };
      const { step } = searchFor(lost, truth, 14, draw, { shift });
      const repeat = shift.panel === 'four' ? 4 : 6;
      // Two rows ahead and two behind look alike in a rope of four rows.
      const alike = step.kind === 'outOfStep' && (step.shift.by - shift.by) % repeat === 0;
      if (step.kind === 'outOfStep' && step.row === truth && step.shift.panel === shift.panel && alike)
        found += 1;
      if (step.kind === 'sure' && step.row !== truth) led += 1;
    }
    expect(found / all).toBeGreaterThan(0.75);
    expect(led / all).toBeLessThan(0.1);
  });
});

describe('answers', () => {
  const built = field(THREE);
  it('it stops when one row is sure, and names a count that was one too many', () => {
    const truth = 21;
    const at = (question: Question) => of(built, question).at(truth, null);
    const { step } = locate(built, 20, [
      says({ kind: 'side' }, at({ kind: 'side' })),
      says(count('diamond'), at(count('diamond'))),
      says(count('six'), at(count('six')) + 1),
      says(count('four'), at(count('four'))),
      says({ kind: 'since' }, 21),
    ]);
    expect(step).toMatchObject({
      kind: 'sure',
      row: 21,
      off: [{ question: count('six'), said: at(count('six')) + 1, shows: at(count('six')) }],
    });
  });
  it('one panel two rows ahead: which, by how much, and the crossing that came early', () => {
    // The rope of 6 crosses in rows 3, 9, 15, 21: after 22 rows 2 Vs are above its hole. Made two rows early, 4 are.
    const side: Question = { kind: 'side' };
    const more: Question = { kind: 'crossings', panel: 'six' };
    const answers = [
      says(side, 0),
      says(count('four'), 4),
      says({ kind: 'since' }, 22),
      says(count('diamond'), of(built, count('diamond')).at(22, null)),
      ...[count('six'), count('six')].map((one) => says(one, 4)),
      says(more, 4),
      says({ kind: 'later', panels: ['four', 'six'] }, 2),
      says({ kind: 'look', panel: 'diamond', stitch: 4 }, 0),
    ];
    const { step } = locate(built, 22, answers);
    expect(step).toMatchObject({
      kind: 'outOfStep',
      row: 22,
      shift: { panel: 'six', by: 2 },
      planned: 21,
      made: 19,
    });
  });
  it('answers that do not go together are named, and no row is called sure', () => {
    const answers: Answer[] = [
      says({ kind: 'since' }, 20),
      says({ kind: 'since' }, 20),
      says(count('six'), 1),
      says(count('six'), 1),
      says(count('four'), 2),
      says(count('diamond'), of(built, count('diamond')).at(20, null)),
      says({ kind: 'crossings', panel: 'six' }, 8),
      says({ kind: 'crossings', panel: 'six' }, 8),
      says({ kind: 'side' }, 0),
      says({ kind: 'lean', panel: 'diamond' }, 3),
    ];
    const { step } = locate(built, 20, answers);
    expect(['sure', 'alike']).not.toContain(step.kind);
  });
  it('a count that no row allows is said to be impossible, and changes nothing', () => {
    const { impossible, rows } = locate(built, 20, [says(count('six'), 99)]);
    expect(impossible).toEqual([{ question: count('six'), least: 1, most: 6 }]);
    expect(rows[0]?.row).toBe(20);
  });
  it('3 m of a piece of half a metre is said to be impossible', () => {
    const measured = field(THREE, 24);
    expect(
      locate(measured, 20, [{ question: { kind: 'length' }, seen: { value: 300, give: 1 } }]).impossible,
    ).toMatchObject([{ most: 20 }]);
    expect(
      locate(measured, 20, [{ question: { kind: 'length' }, seen: { value: 10, give: 0.5 } }]).rows[0]?.row,
    ).toBeCloseTo(24, -1);
  });
  it('every step says that it asks, is sure, or why it cannot be', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(built.asked.length - 1), fc.integer({ min: -1, max: 60 })), {
          maxLength: 9,
        }),
        fc.nat(48),
        (picks, journal) => {
          const answers = picks.map(([i, value]) => {
            const asked = built.asked[i] as Asked;
            return says(asked.question, asked.type === 'choice' ? Math.abs(value) % asked.choices : value);
          });
          const { step, rows } = locate(built, journal, answers);
          for (const { chance: p } of rows) expect(p).toBeGreaterThanOrEqual(0);
          if (step.kind === 'sure') {
            expect(rows[0]?.chance).toBeGreaterThanOrEqual(0.99);
            for (const { question, seen } of answers)
              expect(
                Math.abs(of(built, question).at(step.row, null) - (seen?.value ?? 0)),
              ).toBeLessThanOrEqual(of(built, question).type === 'choice' ? 0 : 1);
          }
        },
      ),
      { numRuns: runs(80, 3000) },
    ));
});

describe('pieces at the edges of what there is', () => {
  it('a piece of one row', () => {
    const tiny = field(sheetOf([{ rows: 1, panels: [{ chart: 'rope-4', id: 'p' }] }]));
    expect(
      locate(tiny, 1, [])
        .rows.map(({ row }) => row)
        .sort(),
    ).toEqual([0, 1]);
    expect(locate(tiny, 1, [says({ kind: 'since' }, 1), says({ kind: 'side' }, 1)]).step).toMatchObject({
      kind: 'sure',
      row: 1,
    });
  });
  it('a piece without a crossing, too long to count: rows that look alike are named, with the reason', () => {
    const plain = field(sheetOf([{ rows: 400, panels: [{ chart: 'stockinette', id: 'p', repeats: 40 }] }]));
    const { step } = locate(plain, 200, [says({ kind: 'side' }, 0)]);
    expect(step).toMatchObject({ kind: 'alike', why: 'answer' });
  });
  it('a panel without a crossing has no hole to count from', () => {
    const plain = field(
      sheetOf([
        {
          rows: 40,
          panels: [
            { chart: 'stockinette', id: 'p', repeats: 40 },
            { chart: 'rope-4', id: 'r' },
          ],
        },
      ]),
    );
    expect(plain.byKey.has(keyOf(count('p')))).toBe(false);
    expect(plain.byKey.has(keyOf(count('r')))).toBe(true);
  });
  it('20,000 rows of 600 stitches: rows that come round again are named together', () => {
    const ropes = [
      { chart: 'rope-4', id: 'a', repeats: 40 },
      { chart: 'rope-6', id: 'b', repeats: 20 },
    ];
    const long = field(sheetOf([{ rows: 20_000, panels: ropes }]));
    const truth = 15_003;
    const asked: Question[] = [
      { kind: 'side' },
      count('a'),
      count('b'),
      { kind: 'later', panels: ['a', 'b'] },
    ];
    const answers = asked.map((one) => says(one, of(long, one).at(truth, null)));
    const { step } = locate(long, 15_000, answers);
    expect(step).toMatchObject({ kind: 'alike', why: 'answer' });
    // Both ropes are back where they were after 12 rows (the least common multiple of 4 and 6).
    const rows = step.kind === 'alike' ? step.rows : [];
    expect(rows).toContain(truth);
    expect(rows.every((row) => (row - truth) % 12 === 0)).toBe(true);
  });
  it('something hung in the work finds the row at once', () => {
    const hung = fieldOf(THREE, {
      school,
      hung: [
        { kind: 'marker', row: 17 },
        { kind: 'marker', row: 17 },
      ],
      rowsPer10: null,
    });
    const above = hung.asked.filter(({ question }) => question.kind === 'above');
    expect(above).toHaveLength(1);
    const { question } = above[0] as Asked;
    expect(locate(hung, 30, [says(question, 5), says({ kind: 'side' }, 0)]).rows[0]?.row).toBe(22);
  });
});
