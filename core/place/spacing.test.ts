import fc from 'fast-check';
import { nextCrossing } from '../piece/schedule';
import { made } from '../piece/worksheet';
import { isCrossing } from '../piece/crossings';
import { sheetOf } from '../testing/plans';
import { countFor, inSchool } from './count';
import { fieldOf } from './question';
import { auditSpacing, holesOf, intervalIn, spacingOf, type Audit } from './spacing';
import { whereCounted } from './told';
import { trackOf } from './track';
import { soundCases } from '../testing/size';

const full = { loopCounts: true, crossingRowIsOne: true };
const schools = [true, false].flatMap((loopCounts) =>
  [true, false].map((crossingRowIsOne) => ({ loopCounts, crossingRowIsOne })),
);
const SHEET = sheetOf([
  {
    rows: 80,
    panels: [
      { chart: 'rope-6', id: 'p' },
      { chart: 'diamond', id: 'd' },
      { chart: 'stockinette', id: 's', repeats: 5 },
    ],
  },
]);
const HOLES = holesOf(trackOf(SHEET, 'p'));

describe('between two crossing rows', () => {
  it('every 6th row: a crossing row and five plain rows (common practice, no published source)', () => {
    expect(HOLES.slice(0, 3)).toEqual([3, 9, 15]);
    expect(spacingOf(HOLES, 15, 9)).toEqual({ from: 9, to: 15, rows: 6, plain: 5, between: 0 });
  });
  it('any two: plain rows and crossing rows between them, counted one by one', () =>
    fc.assert(
      fc.property(fc.subarray(HOLES, { minLength: 2, maxLength: 2 }), ([a, b]) => {
        let plain = 0;
        for (let row = (a as number) + 1; row < (b as number); row += 1)
          if (!made(SHEET, row).panels[0]?.cells.some(({ cell }) => isCrossing(cell))) plain += 1;
        expect(spacingOf(HOLES, a as number, b as number)?.plain).toBe(plain);
      }),
    ));
  it('rows that do not cross have nothing between them', () =>
    expect([spacingOf(HOLES, 3, 8), spacingOf(HOLES, 3, 3)]).toEqual([null, null]));
});

/** Counts from the needle down, of a fabric whose crossings lie in these rows. */
const countsOf = (rows: readonly number[], done: number, school: typeof full): number[] => {
  const down = [...rows].reverse();
  return down.map((row, i) =>
    i === 0 ? inSchool(done - row + 1, school) : intervalIn((down[i - 1] as number) - row, school),
  );
};

describe('which crossing came early or late, by counts from hole to hole', () => {
  const done = 62;
  const planned = HOLES.filter((row) => row <= done);
  const audit = (rows: readonly number[], school = full) =>
    auditSpacing(HOLES, done, countsOf(rows, done, school), school) as Audit;
  it.each(schools)('as planned, in every school: %j', (school) => {
    expect(audit(planned.slice(-5), school)).toMatchObject({
      first: null,
      before: 0,
      now: 0,
      missed: null,
      doubt: null,
    });
  });
  it('finds the first crossing that came early or late, and that all above it are shifted', () => {
    const sound = soundCases(0.8);
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 5 }),
        fc.constantFrom(-2, -1, 1, 2),
        fc.constantFrom(...schools),
        (at, by, school) => {
          const counted = planned.slice(-6);
          const rows = counted.map((row, i) => (i < at ? row : row - by)).filter((row) => row <= done);
          const { first, before, now } = audit(rows, school);
          expect(before).toBe(0);
          if (!sound.is(rows.length > at)) return;
          expect(first).toMatchObject({
            planned: counted[at],
            made: (counted[at] as number) - by,
            change: by,
          });
          expect(now).toBe(by);
        },
      ),
    );
    sound.enough();
  });
  it('one that came early, with the next in its own row again, is told as that', () => {
    const rows = planned.slice(-5).map((row, i) => (i === 2 ? row - 1 : row));
    const found = audit(rows);
    expect(found).toMatchObject({ first: { change: 1 }, now: 0, doubt: [planned.slice(-5)[2], 1] });
  });
  it('one that was left out', () => {
    const rows = planned.slice(-6).filter((_, i) => i !== 3);
    expect(audit(rows)).toMatchObject({ missed: planned.slice(-6)[3], now: 0, before: 0 });
  });
  it('off already below the lowest hole counted', () =>
    expect(audit(planned.slice(-4).map((row) => row - 1))).toMatchObject({ before: 1, first: null, now: 1 }));
  it.each([
    ['no count at all', [], { code: 'not-a-count', place: 0 }],
    ['half a row', [4, 5.5], { code: 'not-a-count', place: 1 }],
    ['no rows from hole to hole', [4, 0], { code: 'not-a-count', place: 1 }],
    ['more rows than there are', [4, 60], { code: 'too-many-rows', done: 62 }],
  ])('%s', (_, counts, problem) =>
    expect(auditSpacing(HOLES, done, counts as number[], full)).toMatchObject(problem),
  );
  it('more holes than the panel has, and a panel without any', () => {
    expect(auditSpacing([3], 62, [4, 6], full)).toMatchObject({
      code: 'too-many-holes',
      holes: 2,
      planned: 1,
    });
    expect(auditSpacing([], 62, [4], full)).toEqual({ code: 'no-crossings' });
  });
});

describe('“I count 4: where am I in this panel?”', () => {
  it.each(schools)('all rows that show so many, in the school %j', (school) => {
    const field = fieldOf(SHEET, { school, hung: [], rowsPer10: null });
    for (const counted of [0, 1, 2, 3, 4, 5, 6, 7]) {
      const rows: number[] = [];
      for (let row = 1; row <= SHEET.rows; row += 1) {
        const count = countFor(SHEET, 'p', row, school);
        // Nobody counts fewer than none.
        if (count.kind === 'hole' && Math.max(0, count.counted) === counted) rows.push(row);
      }
      const told = whereCounted(field, 'p', counted, 40);
      expect(told?.fitting.reduce((sum, { all }) => sum + all, 0)).toBe(rows.length);
      const nearest = [...rows].sort((a, b) => Math.abs(a - 40) - Math.abs(b - 40))[0];
      expect(told?.fitting[0]?.rows[0]).toBe(nearest);
    }
  });
  it('six-row rope: 4 is always the same row of its pattern', () => {
    const field = fieldOf(SHEET, { school: full, hung: [], rowsPer10: null });
    expect(whereCounted(field, 'p', 4, 40)?.fitting).toMatchObject([
      { pattern: { kind: 'row', number: 6 }, patternRows: 6, rows: [42, 36, 48], all: 13 },
    ]);
  });
  it('one too many, as when the hole is taken for the crossing row; one too few', () => {
    const field = fieldOf(SHEET, { school: full, hung: [], rowsPer10: null });
    const shown = (nextCrossing(SHEET, 'p', 41)?.plain ?? 0) + 1;
    expect(shown).toBeGreaterThan(0);
    expect([2, 4, 3, 5].map((counted) => whereCounted(field, 'p', counted, 41)?.slip)).toEqual([
      'firstLeftOut',
      'holeTaken',
      null,
      null,
    ]);
  });
  it('a number that no row shows, and a panel that never crosses', () => {
    const field = fieldOf(SHEET, { school: full, hung: [], rowsPer10: null });
    expect(whereCounted(field, 'p', 9, 40)).toMatchObject({ fitting: [], most: 6 });
    expect(whereCounted(field, 's', 2, 40)).toBeNull();
  });
});
