import fc from 'fast-check';
import { cells, lineCharts, steadyCells } from '../testing/arbitrary';
import { chartFrom, ringFrom } from '../testing/plans';
import { cellKey } from '../stitch/cells';
import { KNIT, PURL, type Cell } from '../stitch/types';
import { checkChart, closeToRing, positionOfRow, rowAt } from './chart';
import { columnsGiven, columnsTaken, layRow, strandUp } from './laid';
import { countFor, expandRow, givesForm, normalRow, rowKey, takesForm, takesOf, type LineRow } from './row';
import { soundCases } from '../testing/size';

const keys = (row: LineRow, n: number) => expandRow(row, n).map(cellKey).join(' ');
const rows: fc.Arbitrary<LineRow> = fc.record({
  kind: fc.constant('line' as const),
  before: fc.array(cells, { maxLength: 4 }),
  repeat: fc.array(cells, { minLength: 1, maxLength: 4 }),
  after: fc.array(cells, { maxLength: 4 }),
  fewer: fc.constantFrom(0 as const, 1 as const),
});

describe('rows as linear forms', () => {
  it('expanding to n repeats takes and gives what the form says', () =>
    fc.assert(
      fc.property(rows, fc.integer({ min: 1, max: 5 }), (row, n) => {
        const laid = layRow(expandRow(row, n));
        expect(laid.takes).toBe(countFor(takesForm(row), n));
        expect(laid.gives).toBe(countFor(givesForm(row), n));
      }),
    ));

  it('the normal form expands alike and is its own normal form', () =>
    fc.assert(
      fc.property(rows, (row) => {
        const normal = normalRow(row) as LineRow;
        for (const n of [1, 2, 4]) expect(keys(normal, n)).toBe(keys(row, n));
        expect(normalRow(normal)).toEqual(normal);
      }),
    ));

  it('a row without a repeat is equal however it is parted', () => {
    const bare = (before: Cell[], after: Cell[], fewer: 0 | 1): LineRow => ({
      kind: 'line',
      before,
      repeat: [],
      after,
      fewer,
    });
    expect(normalRow(bare([KNIT, PURL], [KNIT], 1))).toEqual(bare([], [KNIT, PURL, KNIT], 0));
    expect(rowKey(bare([KNIT], [PURL], 0))).toBe(rowKey(bare([], [KNIT, PURL], 1)));
  });

  it('rows written with the repeat started elsewhere are equal', () =>
    fc.assert(
      fc.property(rows, fc.nat(3), (row, turn) => {
        const head = row.repeat.slice(0, turn % row.repeat.length);
        const turned: LineRow = {
          ...row,
          before: [...row.before, ...head],
          repeat: [...row.repeat.slice(head.length), ...head],
          after: row.after,
        };
        const same: LineRow = { ...row, after: [...head, ...row.after] };
        expect(rowKey(turned)).toBe(rowKey(same));
      }),
    ));

  it('a different row has a different key (brute force over three repeats)', () =>
    fc.assert(
      fc.property(rows, rows, (a, b) => {
        const alike =
          [1, 2, 3, 4].every((n) => keys(a, n) === keys(b, n)) &&
          takesForm(a).perRepeat === takesForm(b).perRepeat;
        if (rowKey(a) === rowKey(b)) expect(alike).toBe(true);
      }),
    ));
});

describe('charts', () => {
  it('every made-up sound chart passes, and fails when a stitch is added to one row', () => {
    const sound = soundCases(0.6);
    fc.assert(
      fc.property(lineCharts, fc.nat(), (chart, pick) => {
        expect(checkChart(chart).ok).toBe(true);
        if (!sound.is(chart.rows.length > 1)) return;
        const at = pick % chart.rows.length;
        const broken = chart.rows.map((row, i) =>
          i === at && row.kind === 'line' ? { ...row, after: [...row.after, KNIT] } : row,
        );
        expect(checkChart({ ...chart, rows: broken }).ok).toBe(false);
      }),
    );
    sound.enough();
  });

  it('names the row that does not fit and what it needs', () => {
    const line = (n: number) => ({
      kind: 'line' as const,
      before: [],
      repeat: [KNIT, PURL],
      after: Array(n).fill(KNIT),
      fewer: 0 as const,
    });
    const result = checkChart({ name: '', setUp: [], rows: [line(0), line(1)], firstSide: 'RS' });
    expect(result).toMatchObject({
      error: [
        { code: 'counts-differ', row: { number: 2 }, takes: { base: 1, perRepeat: 2 } },
        { row: { number: 1 } },
      ],
    });
  });

  it('set-up rows come once, then the repeat', () => {
    const chart = chartFrom('lattice');
    const names = [0, 1, 8, 9].map((p) => rowAt(chart, p as never).name);
    expect(names).toEqual([
      { kind: 'setUp', number: 1 },
      { kind: 'row', number: 1 },
      { kind: 'row', number: 8 },
      { kind: 'row', number: 1 },
    ]);
    expect(positionOfRow(chart, 3)).toBe(3);
  });

  it('a chart with edge stitches does not close into a ring', () =>
    expect(closeToRing(chartFrom('Row 1: p2, *k4, p2; rep from * to end.'))).toMatchObject({
      error: 'has-edge-stitches',
    }));

  it('the last crossing of a shifted round lies over the join: its stitches are the last and the first', () => {
    const ring = ringFrom(
      'Row 1 (RS): *p2, 2/2 RC; rep from * to end.\nRow 2: purl.\nRow 3: p2, *k2, 2/2 RPC; rep from * to last 4 sts, k4.\nRow 4: purl.',
    );
    const row = rowAt(ring, 2 as never).row;
    for (const n of [1, 2, 3]) {
      const laid = layRow(expandRow(row, n), row.kind === 'ring' ? row.phase : 0);
      const last = laid.cells[laid.cells.length - 1];
      expect(last && columnsTaken(laid, last)).toEqual([6 * n - 2, 6 * n - 1, 0, 1]);
      const all = laid.cells.flatMap((at) => columnsGiven(laid, at)).sort((a, b) => a - b);
      expect(all).toEqual(Array.from({ length: 6 * n }, (_, i) => i));
    }
  });
});

describe('strands', () => {
  it('two plain crossings of the same lean bring a rope strand back', () => {
    const rope = chartFrom('rope-4');
    const laid = [3, 4, 3, 4].map((number) =>
      layRow(expandRow(rowAt(rope, positionOfRow(rope, number)).row, 1)),
    );
    expect(strandUp(laid, 2)).toEqual([4, 4, 2, 2]);
  });
  it('keep to their width in rows that keep theirs', () =>
    fc.assert(
      fc.property(steadyCells(9), steadyCells(9), fc.nat(8), (a, b, from) => {
        for (const at of strandUp([layRow(a), layRow(b)], from))
          expect(at >= 0 && at < takesOf(a)).toBe(true);
      }),
    ));
});
