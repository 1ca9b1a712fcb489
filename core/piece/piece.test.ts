import fc from 'fast-check';
import { lcm, mod } from 'mathjs';
import { chartFrom, planOf, ringFrom, sheetOf } from '../testing/plans';
import { patternPosition, pieceRow, wale } from '../indices';
import { cellKey } from '../stitch/cells';
import { columnsTaken } from '../chart/laid';
import { uncrossed } from './deviation';
import { crossesIn, crossingsOf } from './crossings';
import { roundStart } from './marker';
import { lastCrossing, nextCrossing } from './schedule';
import type { Plan } from './plan';
import { castOnCount, charted, checkPlan, made, sideOf, workingOf } from './worksheet';

/** A panel of `interval` rows that crosses in its row `at`. */
const every = (interval: number, at: number) =>
  chartFrom(
    Array.from(
      { length: interval },
      (_, i) =>
        `Row ${i + 1}${i === 0 ? ' (RS)' : ''}: ${i + 1 === at ? (at % 2 ? 'p1, 2/2 RC, p1' : 'k1, 2/2 RC, k1') : i % 2 ? 'k1, p4, k1' : 'p1, k4, p1'}.`,
    ).join('\n'),
  );
const rope = (interval: number, at: number, id: string) => ({ chart: every(interval, at), id });

describe('panels of different repeats', () => {
  const intervals = [4, 6, 8, 16, 24] as const;
  const sheet = sheetOf([
    { rows: 400, panels: intervals.map((interval) => rope(interval, 3, `p${interval}`)) },
  ]);

  it('cross together every least common multiple of rows (lcm of mathjs)', () => {
    const together = Array.from({ length: 400 }, (_, i) => i + 1).filter(
      (row) => crossesIn(charted(sheet, row)).length === intervals.length,
    );
    expect(lcm(...(intervals as unknown as [number, number]))).toBe(48);
    expect(together).toEqual(Array.from({ length: 9 }, (_, i) => 3 + 48 * i).filter((row) => row <= 400));
  });

  it('plain rows left agree with the remainder (mod of mathjs)', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 370 }), fc.constantFrom(...intervals), (row, interval) => {
        const next = nextCrossing(sheet, `p${interval}`, row);
        expect(next?.plain).toBe(mod(3 - row, interval));
        expect(next?.distance).toBe((next?.plain ?? 0) + 1);
      }),
    ));

  it('the schedule agrees with looking at every row, forwards and backwards', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 380 }), fc.constantFrom(...intervals), (row, interval) => {
        const crosses = (r: number) =>
          charted(sheet, r).panels.some(
            ({ panel, cells }) =>
              panel.id === `p${interval}` && cells.some(({ cell }) => cell.kind === 'crossing'),
          );
        const ahead = Array.from({ length: 401 - row }, (_, i) => row + i).find(crosses) ?? null;
        const behind = Array.from({ length: row }, (_, i) => row - i).find(crosses) ?? null;
        expect(nextCrossing(sheet, `p${interval}`, row)?.row ?? null).toBe(ahead);
        expect(lastCrossing(sheet, `p${interval}`, row)).toBe(behind);
      }),
    ));
});

describe('check values (common practice, no published source)', () => {
  it('6 rib + 3 x (6 rounds, crossing in round 5) + 6 rib = 30 rounds, crossings in 11, 17 and 23', () => {
    const body = chartFrom('Rnd 1: k6.\nRnd 2: k6.\nRnd 3: k6.\nRnd 4: k6.\nRnd 5: 3/3 RC.\nRnd 6: k6.');
    const sheet = sheetOf(
      [
        { rows: 6, panels: [{ chart: 'Rnd 1: k2, p1.', repeats: 2 }] },
        { rows: 18, panels: [{ chart: body }] },
        { rows: 6, panels: [{ chart: 'Rnd 1: k2, p1.', repeats: 2 }] },
      ],
      { construction: 'round' },
    );
    expect(sheet.rows).toBe(30);
    expect(
      Array.from({ length: 30 }, (_, i) => i + 1).filter((row) => crossesIn(charted(sheet, row)).length > 0),
    ).toEqual([11, 17, 23]);
  });
  it('a 15-row stretch of an 8-row repeat that starts at piece row 82 ends at row 96', () => {
    const sheet = sheetOf([
      { rows: 81, panels: [{ chart: 'stockinette', repeats: 10 }] },
      { rows: 15, panels: [{ chart: 'braid-3', id: 'b' }] },
    ]);
    expect(sheet.firstRows[1]).toBe(82);
    expect(sheet.rows).toBe(96);
    expect(charted(sheet, 96).panels[0]?.name).toEqual({ kind: 'row', number: 7 });
  });
  it('five 16-row repeats are 80 rows; two done, the next is row 33', () => {
    const sheet = sheetOf([{ rows: 80, panels: [{ chart: 'diamond' }] }]);
    expect(charted(sheet, 33).panels[0]?.name).toEqual({ kind: 'row', number: 1 });
  });
  it('cast-on 8n + 2 with n = 2 is 18', () =>
    expect(
      castOnCount(
        sheetOf([
          { rows: 2, panels: [{ chart: 'Row 1: k1, *k4, p4; rep from * to last st, k1.', repeats: 2 }] },
        ]),
      ),
    ).toBe(18));
  it('a gap of six purls closes after three crossing rows', () => {
    const chart = chartFrom(
      'Row 1 (RS): p1, 2/1 LPC, p4, 2/1 RPC, p1.\nRow 2 and all WS rows: knit the knits and purl the purls.\nRow 3: p2, 2/1 LPC, p2, 2/1 RPC, p2.\nRow 5: p3, 2/1 LPC, 2/1 RPC, p3.\nRow 7: p3, 2/1 RPC, 2/1 LPC, p3.\nRow 9: p2, 2/1 RPC, p2, 2/1 LPC, p2.\nRow 11: p1, 2/1 RPC, p4, 2/1 LPC, p1.',
    );
    const row6 = charted(sheetOf([{ rows: 12, panels: [{ chart }] }]), 6);
    expect(row6.laid.cells.map(({ cell }) => cellKey(cell)).join(' ')).toBe(
      'purl purl purl purl knit knit knit knit purl purl purl purl',
    );
  });
});

describe('sides', () => {
  it.each([
    ['RS', 1, 'RS'],
    ['RS', 2, 'WS'],
    ['WS', 1, 'WS'],
    ['WS', 62, 'RS'],
  ] as const)('row 1 on the %s: row %i is %s', (firstSide, row, side) =>
    expect(sideOf(planOf([{ rows: 99, panels: [{ chart: 'garter' }] }], { firstSide }), row)).toBe(side),
  );
  it('rounds always face the RS; unturned rows run to and fro whatever the hand', () => {
    const plan = planOf([{ rows: 9, panels: [{ chart: 'garter' }] }], {
      construction: 'unturned',
      firstDirection: 'leftToRight',
    });
    expect(workingOf(plan, 2, 'left')).toEqual({ side: 'RS', direction: 'rightToLeft' });
    expect(workingOf({ ...plan, construction: 'round' }, 2, 'left')).toEqual({
      side: 'RS',
      direction: 'leftToRight',
    });
  });
});

describe('carrying on and setting a panel right (hard case 4)', () => {
  const panels = [rope(6, 3, 'six'), rope(8, 5, 'eight')];
  const rowOf = (sheet: ReturnType<typeof sheetOf>, row: number, view: typeof charted) =>
    view(sheet, row).panels[0]?.name.number;
  const amendment = { panel: 'six', from: pieceRow(38), position: patternPosition(3) };

  it('a panel carries on where it stood while its neighbour starts anew', () => {
    const sheet = sheetOf([
      { rows: 10, panels },
      {
        rows: 10,
        panels: [
          { ...panels[0]!, carryOn: true },
          { ...panels[1]!, row: 3 },
        ],
      },
    ]);
    expect(charted(sheet, 11).panels.map(({ name }) => name.number)).toEqual([5, 3]);
    expect(nextCrossing(sheet, 'six', 10)?.row).toBe(15);
  });
  it('as the plan: from now on; rows before it stay as they were', () => {
    const sheet = sheetOf(
      [{ rows: 60, panels }],
      {},
      { amendments: [{ ...amendment, chartedFrom: pieceRow(38), madeFrom: pieceRow(38) }], deviations: [] },
    );
    expect([37, 38, 39].map((row) => rowOf(sheet, row, made))).toEqual([1, 4, 5]);
    expect(nextCrossing(sheet, 'six', 38)?.row).toBe(43);
  });
  it('as the record: the fabric was so since row 30, the plan follows from now on', () => {
    const sheet = sheetOf(
      [{ rows: 60, panels }],
      {},
      { amendments: [{ ...amendment, chartedFrom: pieceRow(38), madeFrom: pieceRow(30) }], deviations: [] },
    );
    expect([29, 30, 37, 38].map((row) => rowOf(sheet, row, made))).toEqual([5, 2, 3, 4]);
    expect([30, 37, 38].map((row) => rowOf(sheet, row, charted))).toEqual([6, 1, 4]);
    expect(lastCrossing(sheet, 'six', 37)).toBe(37);
  });
});

describe('made rows', () => {
  it('show the crossing as it lies, by panel and wale', () => {
    const plan = [
      {
        rows: 8,
        panels: [
          { chart: 'rope-4', id: 'a' },
          { chart: 'rope-4', id: 'b' },
        ],
      },
    ];
    const left = {
      kind: 'crossing' as const,
      lean: 'left' as const,
      over: ['knit', 'knit'] as const,
      under: ['knit', 'knit'] as const,
    };
    const sheet = sheetOf(
      plan,
      {},
      { amendments: [], deviations: [{ pieceRow: pieceRow(3), panel: 'b', wale: wale(10), made: left }] },
    );
    const leans = (view: typeof made) =>
      view(sheet, 3).panels.flatMap((panel) => crossingsOf(panel).map(({ cell }) => cell.lean));
    expect(leans(made)).toEqual(['right', 'left']);
    expect(leans(charted)).toEqual(['right', 'right']);
  });
  it('an uncrossed crossing leaves its stitches where they were', () =>
    expect(
      uncrossed({ kind: 'crossing', lean: 'left', over: ['knit', 'knit'], under: ['purl'] }).map(cellKey),
    ).toEqual(['knit', 'knit', 'purl']));
});

describe('a crossing over the join of the round (hard case 1)', () => {
  const ring = ringFrom(
    'Row 1 (RS): *p2, 2/2 RC; rep from * to end.\nRow 2: knit the knits and purl the purls.\nRow 3: p2, *k2, 2/2 RPC; rep from * to last 4 sts, k4.\nRow 4: purl.',
  );
  it.each([1, 2, 3])(
    'with %i repeats the marker moves by two, once, and every stitch is worked once in every round',
    (n) => {
      const sheet = sheetOf([{ rows: 40, panels: [{ chart: ring, repeats: n }] }], { construction: 'round' });
      expect([1, 2, 3, 4, 7, 39].map((row) => roundStart(sheet, row, 'rightToLeft'))).toEqual([
      { start: 0, moved: 0 }, { start: 0, moved: 0 }, { start: 2, moved: 2 }, { start: 2, moved: 0 }, { start: 2, moved: 0 }, { start: 2, moved: 0 },
    ]); // prettier-ignore
      for (let row = 1; row <= 8; row += 1) {
        const { laid } = charted(sheet, row);
        expect(laid.cells.flatMap((at) => columnsTaken(laid, at)).sort((a, b) => a - b)).toEqual(
          Array.from({ length: 6 * n }, (_, i) => i),
        );
      }
    },
  );
});

describe('plans that cannot be knitted', () => {
  const panel = { chart: 'rope-4' };
  // Make 1 lifts the strand between two stitches; common practice, no published source.
  it('make 1 before the first or after the last stitch, where there is no strand', () => {
    const rows = (row: string) => [
      {
        rows: 1,
        panels: [
          { chart: chartFrom(`Set-up row (RS): ${row}.\nRow 1 (WS): purl.\nRow 2: knit.`), withSetUp: true },
        ],
      },
    ];
    const check = (row: string, more: Partial<Plan> = {}) => checkPlan(planOf(rows(row), more));
    const strand = { code: 'no-strand', row: 1, section: 0 };
    expect([check('m1l, k4'), check('k4, m1r')].map((it) => it.ok || it.error)).toEqual([[strand], [strand]]);
    expect([
      check('k1, m1l, k3').ok,
      check('k4, yo').ok,
      check('m1l, k4', { construction: 'round' }).ok,
    ]).toEqual([true, true, true]);
  });
  it.each([
    ['no sections', planOf([]), { code: 'no-sections' }],
    ['no panels', planOf([{ rows: 8, panels: [] }]), { code: 'no-panels', section: 0 }],
    [
      '0 repeats',
      planOf([{ rows: 8, panels: [{ ...panel, repeats: 0 }] }]),
      { code: 'repeats-out-of-range', repeats: 0, section: 0, panel: 0 },
    ],
    [
      '10,000 repeats',
      planOf([{ rows: 8, panels: [{ ...panel, repeats: 10_000 }] }]),
      { code: 'repeats-out-of-range' },
    ],
    ['no rows', planOf([{ rows: 0, panels: [panel] }]), { code: 'rows-out-of-range', section: 0 }],
    [
      'too many stitches',
      planOf([{ rows: 8, panels: [{ ...panel, repeats: 300 }] }]),
      { code: 'too-many-stitches', stitches: 2400 },
    ],
    [
      'a seam that does not fit',
      planOf([
        { rows: 8, panels: [panel] },
        { rows: 8, panels: [{ chart: 'diamond' }] },
      ]),
      { code: 'seam-differs', has: 8, needs: 14, section: 1 },
    ],
    [
      'nothing to carry on',
      planOf([{ rows: 8, panels: [{ ...panel, carryOn: true }] }]),
      { code: 'nothing-to-carry-on' },
    ],
    [
      'a start row beyond the chart',
      planOf([{ rows: 8, panels: [{ ...panel, row: 5 }] }]),
      { code: 'start-row-out-of-range', most: 4 },
    ],
    [
      'a ring beside a panel',
      planOf([{ rows: 8, panels: [{ chart: ringFrom('lattice'), id: 'r' }, panel] }], {
        construction: 'round',
      }),
      { code: 'ring-must-fill-the-round' },
    ],
    [
      'the same panel twice',
      planOf([
        {
          rows: 8,
          panels: [
            { ...panel, id: 'x' },
            { ...panel, id: 'x' },
          ],
        },
      ]),
      { code: 'panel-twice' },
    ],
  ])('%s', (_, plan, problem) => {
    const checked = checkPlan(plan);
    expect(checked.ok ? [] : checked.error).toContainEqual(expect.objectContaining(problem));
  });
});

it('a look-up visits the same cells at row 600 and at row 60,000', () => {
  const sheet = sheetOf([{ rows: 60_000, panels: [{ chart: 'honeycomb', repeats: 20 }] }]);
  const visited = (row: number) => {
    const before = sheet.meter.cells;
    made(sheet, row);
    return sheet.meter.cells - before;
  };
  expect(visited(60_000)).toBe(visited(600));
});
