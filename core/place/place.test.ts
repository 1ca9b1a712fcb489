import fc from 'fast-check';
import { chartFrom, sheetOf } from '../testing/plans';
import { nextCrossing } from '../piece/schedule';
import { countFor, inSchool, MOST_TO_COUNT } from './count';

const full = { loopCounts: true, crossingRowIsOne: true };
const six = chartFrom(
  'Row 1 (RS): p2, k6, p2.\nRow 2: k2, p6, k2.\nRow 3: p2, 3/3 RC, p2.\nRow 4: k2, p6, k2.\nRow 5: p2, k6, p2.\nRow 6: k2, p6, k2.',
);

describe('counting from the hole (common practice, no published source)', () => {
  const sheet = sheetOf([{ rows: 60, panels: [{ chart: six, id: 'rope' }] }]);
  it('six-row rope: N = 4, two plain rows more, then cross', () => {
    expect(countFor(sheet, 'rope', 6, full)).toMatchObject({
      kind: 'hole',
      crossingRow: 3,
      n: 4,
      counted: 4,
      seen: 'V',
      tall: null,
    });
    expect(nextCrossing(sheet, 'rope', 7)).toMatchObject({ plain: 2, row: 9 });
  });
  it('the schools: crossing row + 3 rows done is 4, 3, 3 or 2', () => {
    const schools = [true, false].flatMap((loopCounts) =>
      [true, false].map((crossingRowIsOne) => inSchool(4, { loopCounts, crossingRowIsOne })),
    );
    expect(schools).toEqual([4, 3, 3, 2]);
  });
  it('N and the plain rows left make up the interval', () =>
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 55 }), (done) => {
        const count = countFor(sheet, 'rope', done, full);
        const n = count.kind === 'hole' ? count.n : NaN;
        expect(n + (nextCrossing(sheet, 'rope', done + 1)?.plain ?? NaN)).toBe(6);
      }),
    ));
  it('the strand on top is followed where it travels', () => {
    const diamond = sheetOf([{ rows: 32, panels: [{ chart: 'diamond', id: 'd' }] }]);
    const count = countFor(diamond, 'd', 8, full);
    expect(count).toMatchObject({ kind: 'hole', crossingRow: 7, n: 2, seen: 'V' });
  });
});

describe('slipped columns (hard case 7)', () => {
  const slipped = chartFrom(
    'Row 1 (RS): p1, k4, p1.\nRow 2 and all WS rows: knit the knits and slip the purls wyif.\nRow 3: p1, k4, p1.\nRow 5: p1, 2/2 RC, p1.\nRow 7: p1, k4, p1.\nRow 9: p1, k4, p1.',
  );
  const sheet = sheetOf([{ rows: 10, panels: [{ chart: slipped, id: 'ridge' }] }]);
  it.each([
    [7, 3, 2],
    [8, 4, 2],
    [9, 5, 3],
  ])('crossing in row 5: after row %i, N = %i shows as %i tall Vs', (done, n, tall) =>
    expect(countFor(sheet, 'ridge', done, full)).toMatchObject({ crossingRow: 5, n, tall }),
  );
});

describe('every school sees what it counts', () => {
  const slipped = chartFrom(
    'Row 1 (RS): p1, k4, p1.\nRow 2 and all WS rows: knit the knits and slip the purls wyif.\nRow 3: p1, k4, p1.\nRow 5: p1, 2/2 RC, p1.\nRow 7: p1, k4, p1.\nRow 9: p1, k4, p1.',
  );
  const sheet = sheetOf([{ rows: 10, panels: [{ chart: slipped, id: 'ridge' }] }]);
  // After row 9 three tall Vs stand: of rows 5, 7 and 9, the last one on the needle. By hand.
  it.each([
    [true, true, 3],
    [false, true, 2],
    [true, false, 2],
    [false, false, 1],
  ])('loop counts %p, crossing row is one %p: %i tall Vs', (loopCounts, crossingRowIsOne, tall) =>
    expect(countFor(sheet, 'ridge', 9, { loopCounts, crossingRowIsOne })).toMatchObject({ tall }),
  );
  it('a strand of bumps is counted in bumps, one that changes in stitches', () => {
    const bumps = chartFrom('Row 1 (WS): C4B.\nRow 2: p4.\nRow 3: k4.\nRow 4: p4.');
    const all = sheetOf([{ rows: 8, panels: [{ chart: bumps, id: 'b' }] }], { firstSide: 'WS' });
    expect(countFor(all, 'b', 2, full)).toMatchObject({ kind: 'hole', n: 2, seen: 'bump' });
    const mixed = chartFrom('Row 1 (RS): 2/2 RC.\nRow 2: k4.\nRow 3: k4.\nRow 4: p4.');
    expect(countFor(sheetOf([{ rows: 8, panels: [{ chart: mixed, id: 'm' }] }]), 'm', 2, full)).toMatchObject(
      { seen: 'stitch' },
    );
  });
});

describe('never more than can be counted', () => {
  const late = chartFrom(
    `Row 1 (RS): p2, 2/2 RC, p2.\nRow 2: k2, p4, k2.\nRows 3, 5, 7, 9, 11, 13, 15, 17 and 19: p2, k4, p2.\nRows 4, 6, 8, 10, 12, 14, 16, 18 and 20: k2, p4, k2.`,
  );
  it('from the panel beside it, a marker, or a ridge, whatever is nearest', () => {
    const beside = sheetOf([
      {
        rows: 20,
        panels: [
          { chart: late, id: 'late' },
          { chart: six, id: 'six' },
        ],
      },
    ]);
    expect(countFor(beside, 'late', 18, full)).toEqual({
      kind: 'noHole',
      anchor: { kind: 'crossing', row: 15, panel: 'six' },
      rows: 3,
    });
    expect(countFor(beside, 'late', 18, full, [{ kind: 'pin', row: 12 }])).toMatchObject({
      anchor: { kind: 'pin' },
      rows: 6,
    });
    const alone = { rows: 20, panels: [{ chart: late, id: 'late' }] };
    const ridged = sheetOf(
      [alone],
      {},
      {
        amendments: [],
        deviations: [],
        onces: [{ row: 10, panel: null, instead: { does: 'all', face: 'purl' } }],
      },
    );
    expect(countFor(ridged, 'late', 18, full)).toMatchObject({ anchor: { kind: 'ridge', row: 10 }, rows: 8 });
  });
  it('as long as anything near is to be seen', () => {
    const beside = sheetOf([
      {
        rows: 60,
        panels: [
          { chart: late, id: 'late' },
          { chart: six, id: 'six' },
        ],
      },
    ]);
    for (let done = 1; done <= 60; done += 1) {
      const count = countFor(beside, 'late', done, full);
      expect(count.kind === 'hole' ? count.n : count.rows).toBeLessThanOrEqual(MOST_TO_COUNT);
    }
  });
});

describe('no hole to count from', () => {
  it('before the first crossing: the cast-on, the section, or a lifeline', () => {
    const sheet = sheetOf([
      { rows: 4, panels: [{ chart: 'stockinette', repeats: 10 }] },
      { rows: 20, panels: [{ chart: six, id: 'rope' }] },
    ]);
    expect(countFor(sheet, 'panel-1', 3, full)).toEqual({
      kind: 'noHole',
      anchor: { kind: 'castOn', row: 0 },
      rows: 3,
    });
    expect(countFor(sheet, 'rope', 6, full)).toEqual({
      kind: 'noHole',
      anchor: { kind: 'sectionStart', row: 4 },
      rows: 2,
    });
    expect(countFor(sheet, 'rope', 6, full, [{ kind: 'lifeline', row: 5 }])).toEqual({
      kind: 'noHole',
      anchor: { kind: 'lifeline', row: 5 },
      rows: 1,
    });
  });
  it('a twist of 1 over 1 leaves none', () =>
    expect(countFor(sheetOf([{ rows: 24, panels: [{ chart: 'ogee', id: 'o' }] }]), 'o', 8, full)).toEqual({
      kind: 'noHole',
      anchor: { kind: 'twist', row: 7 },
      rows: 1,
    }));
});
