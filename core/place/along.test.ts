import fc from 'fast-check';
import { strandUp } from '../chart/laid';
import { pieceRow } from '../indices';
import { made, charted, worksheet, NO_FACTS } from '../piece/worksheet';
import { isCrossing } from '../piece/crossings';
import { SHELF } from '../shelf/data';
import { stitchesAfter } from '../stitch/cells';
import { chartFrom, sheetOf } from '../testing/plans';
import { alongFor } from './along';
import { countFor } from './count';
import { panelEntry } from './entry';
import { soundCases } from '../testing/size';

const schools = [true, false].flatMap((loopCounts) =>
  [true, false].map((crossingRowIsOne) => ({ loopCounts, crossingRowIsOne })),
);
const full = { loopCounts: true, crossingRowIsOne: true };

describe('counting along from the hole', () => {
  const sheets = SHELF.map(
    ({ key }) => [key, sheetOf([{ rows: 40, panels: [{ chart: key, id: 'p' }] }])] as const,
  );
  it.each(sheets)(
    '%s: touching one stitch after the other comes to what the heads say, in every school',
    (_, sheet) => {
      for (const school of schools)
        for (let done = 1; done <= 26; done += 1) {
          const count = countFor(sheet, 'p', done, school);
          const hole = alongFor(sheet, 'p', done, school, []).find(({ start }) => start === 'hole');
          if (count.kind !== 'hole') continue;
          expect([done, hole?.touches.length]).toEqual([done, Math.max(0, count.tall ?? count.counted)]);
        }
    },
  );
  it('one strand is followed from the crossing row to the needle, with the hole at the foot of the first stitch', () => {
    const sheet = sheetOf([{ rows: 40, panels: [{ chart: 'diamond', id: 'p' }] }]);
    const sound = soundCases(0.9);
    fc.assert(
      fc.property(fc.integer({ min: 4, max: 40 }), (done) => {
        const along = alongFor(sheet, 'p', done, full, []).find(({ start }) => start === 'hole');
        if (!sound.is(Boolean(along?.hole)) || !along?.hole) return;
        const { row, column } = along.hole;
        const { laid } = made(sheet, row);
        const crossing = laid.cells.find(
          ({ cell, given }) =>
            isCrossing(cell) && column >= given && column < given + stitchesAfter(cell).length,
        );
        expect(crossing).toBeDefined();
        expect(along.touches[0]).toEqual({ row, column });
        const above = Array.from({ length: done - row }, (_, i) => made(sheet, row + 1 + i).laid);
        expect(along.touches.map((touch) => touch.column)).toEqual([column, ...strandUp(above, column)]);
        expect(along.touches.map((touch) => touch.row)).toEqual(
          Array.from({ length: done - row + 1 }, (_, i) => row + i),
        );
      }),
    );
    sound.enough();
  });
  it('a slipped column: each tall stitch is touched once (hard case 7)', () => {
    const slipped = chartFrom(
      'Row 1 (RS): p1, k4, p1.\nRow 2 and all WS rows: knit the knits and slip the purls wyif.\nRow 3: p1, k4, p1.\nRow 5: p1, 2/2 RC, p1.\nRow 7: p1, k4, p1.\nRow 9: p1, k4, p1.',
    );
    const sheet = sheetOf([{ rows: 10, panels: [{ chart: slipped, id: 'p' }] }]);
    expect(alongFor(sheet, 'p', 8, full, [])[0]).toMatchObject({
      tall: true,
      touches: [{ row: 5 }, { row: 7 }],
    });
  });
});

describe('counting along from something else', () => {
  const sheet = sheetOf([
    {
      rows: 60,
      panels: [
        { chart: 'rope-6', id: 'rope' },
        { chart: 'stockinette', id: 'plain', repeats: 6 },
      ],
    },
  ]);
  it('a marker, a lifeline, a change of colour: as many as rows above it', () => {
    const hung = [
      { kind: 'marker' as const, row: 30 },
      { kind: 'lifeline' as const, row: 33 },
      { kind: 'colour' as const, row: 50 },
    ];
    const along = alongFor(sheet, 'plain', 40, full, hung);
    const from = (kind: string) => along.find(({ start }) => start !== 'hole' && start.kind === kind);
    expect([from('marker')?.touches.length, from('lifeline')?.touches.length, from('colour')]).toEqual([
      10,
      7,
      undefined,
    ]);
    // Nothing nearer than the crossing of the rope beside it, in row 39.
    expect(along[0]).toMatchObject({
      start: { kind: 'crossing', row: 39, panel: 'rope' },
      touches: [{ row: 40 }],
    });
  });
  it('rows are not counted where every stitch is slipped now and then: each V would not be a row', () => {
    const slipped = chartFrom('Row 1 (RS): k4.\nRow 2: sl 4 wyif.');
    const piece = sheetOf([{ rows: 12, panels: [{ chart: slipped, id: 'p' }] }]);
    expect(alongFor(piece, 'p', 8, full, [{ kind: 'marker', row: 2 }])).toEqual([]);
  });
  it('nothing is far away: the cast-on is left out when it is', () => {
    const plain = sheetOf([{ rows: 300, panels: [{ chart: 'stockinette', id: 'p', repeats: 6 }] }]);
    expect(
      alongFor(plain, 'p', 20, full, []).map(({ start }) => (start === 'hole' ? start : start.kind)),
    ).toEqual(['castOn']);
    expect(alongFor(plain, 'p', 300, full, [])).toEqual([]);
    expect(alongFor(plain, 'p', 0, full, [])).toEqual([]);
  });
});

describe('the entry for a panel out of step', () => {
  const sheet = sheetOf([
    {
      rows: 60,
      panels: [
        { chart: 'rope-6', id: 'six' },
        { chart: 'rope-4', id: 'four' },
      ],
    },
  ]);
  it('two rows ahead: the next row works what was planned two rows later, and the record says since when', () => {
    const entry = panelEntry(sheet, { panel: 'six', by: 2 }, 22, { planned: 21, made: 19 });
    expect(entry).toMatchObject({ from: 23, since: 19 });
    const { from, position, since } = entry as NonNullable<typeof entry>;
    const amended = worksheet(sheet.plan, {
      ...NO_FACTS,
      amendments: [
        {
          panel: 'six',
          from: pieceRow(from),
          position: position as never,
          chartedFrom: pieceRow(from),
          madeFrom: pieceRow(since),
        },
      ],
    });
    const name = (row: number) => made(amended, row).panels[0]?.name.number;
    for (let row = 19; row <= 40; row += 1)
      expect([row, name(row)]).toEqual([row, charted(sheet, row + 2).panels[0]?.name.number]);
    expect(name(18)).toBe(charted(sheet, 18).panels[0]?.name.number);
    expect(countFor(amended, 'six', 22, full)).toMatchObject({ crossingRow: 19, n: 4 });
  });
  it('behind: since the row in which it should have crossed; never below the chart’s first row', () => {
    expect(panelEntry(sheet, { panel: 'six', by: -2 }, 24, { planned: 21, made: 23 })).toMatchObject({
      from: 25,
      since: 21,
    });
    expect(panelEntry(sheet, { panel: 'six', by: -4 }, 1, { planned: 3, made: 7 })).toMatchObject({
      from: 2,
      position: 3,
      since: 1,
    });
  });
  it('after the last row there is none', () =>
    expect(panelEntry(sheet, { panel: 'six', by: 1 }, 60, { planned: 57, made: 56 })).toBeNull());
});
