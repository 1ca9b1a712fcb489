/** Rows that must fit on each other; the counts are worked out by hand. */
import { rowKey } from '../chart/row';
import { gridChart } from '../testing/grid';
import type { NotationProblem } from './problems';
import { readRows, type ReadingContext } from './read';

const problems = (text: string, context: ReadingContext = {}): readonly NotationProblem[] => {
  const read = readRows(text, 'x', context);
  return read.ok ? [] : read.error;
};
const rowsOf = (text: string, context: ReadingContext = {}) => {
  const read = readRows(text, 'x', context);
  return read.ok ? [...read.value.chart.setUp, ...read.value.chart.rows].map(rowKey) : read.error;
};
const typed = (grid: string) => gridChart(grid).rows.map(rowKey);

describe('a row that does not fit', () => {
  it('is told with what it takes and what lies below it', () =>
    expect(
      problems('Row 1: *k4, p2; rep from * to end.\nRow 2: *k2, p3; rep from * to end, k1.'),
    ).toMatchObject([{ code: 'to-last-differs' }]));
  it('by a crossing at its end, with how far that reaches past the edge', () => {
    const rows = (last: string) =>
      `Row 1: p2, k4, p2.\nRow 2: k2, p4, k2.\nRow 3: ${last}.\nRow 4: k2, p4, k2.`;
    expect(problems(rows('p2, k3, 2/2 RC'))).toMatchObject([
      { code: 'crossing-past-end', over: 1, row: { number: 3 } },
    ]);
    // As many stitches too many as the crossing has: it stands there once too often.
    expect(problems(rows('p2, k4, p2, 2/2 RC'))).toMatchObject([
      { code: 'counts-differ', takes: { base: 12 }, gives: { perRepeat: 8 } },
    ]);
    expect(problems(rows('p2, 2/2 RC, p3'))).toMatchObject([{ code: 'counts-differ' }]);
    expect(problems(rows('p1, 2/2 RC'))).toMatchObject([{ code: 'counts-differ' }]);
  });
  it('on a wrong-side row the end is the right edge', () => {
    const rows = (last: string) =>
      `Row 1: p2, k4, p2.\nRow 2: ${last}.\nRow 3: p2, k4, p2.\nRow 4: k2, p4, k2.`;
    expect(problems(rows('k2, p3, 2/2 RC'))).toMatchObject([
      { code: 'crossing-past-end', over: 1, row: { number: 2 } },
    ]);
    expect(problems(rows('2/2 RC, p3, k2'))).toMatchObject([{ code: 'counts-differ' }]);
  });
  it('a count of repeats that both would do is asked at its bracket', () => {
    expect(problems('Row 1: *k2, p2; rep from * 3 times.\nRow 2: knit.')).toMatchObject([
      { code: 'repeat-count-unclear', times: 3, at: { line: 1, column: 8 }, row: { number: 1 } },
    ]);
    expect(problems('Row 1: k1, *k2, p2; rep from * 3 times.')).toMatchObject([{ at: { column: 12 } }]);
  });
  it('more stitches than any piece has are refused at the row where they become too many', () => {
    const rows = Array.from({ length: 80 }, (_, i) => `Row ${i + 1}: [k10] 399 times.`).join('\n');
    expect(problems(rows)).toMatchObject([
      { code: 'count-out-of-range', count: 303_240, most: 300_000, at: { line: 76 }, row: { number: 76 } },
    ]);
    expect(problems('Row 1: [[k10] 20 times] 21 times.')).toMatchObject([
      { code: 'count-out-of-range', most: 4000 },
    ]);
  });
});

describe('rows worked as they come', () => {
  it('wait for the row below them, in any order', () => {
    expect(rowsOf('Row 1: k2, p1.\nRow 2: in pattern.\nRow 3: p1, k2.\nRow 4: in pattern.')).toEqual(
      typed('k k p\nk k p\np k k\np k k'),
    );
    expect(rowsOf('Row 1: as presented.\nRow 2: k1, p2.')).toMatchObject([
      { code: 'nothing-below', instead: expect.any(String) },
    ]);
  });
  it('row 1 is asked, with what it would be', () => {
    const first = (text: string) => {
      const [problem] = problems(text);
      return problem?.code === 'nothing-below' ? problem.instead : problem?.code;
    };
    expect(first('Row 1: knit the knits and purl the purls.\nRow 2: k2, p4.')).toBe(
      '*k4, p2; rep from * to end',
    );
    expect(first('Rnd 1: knit the knits and purl the purls.\nRnd 2: k2, p4.')).toBe(
      '*k2, p4; rep from * to end',
    );
    expect(
      first('Row 1: k1, knit the knits and purl the purls to last 1 st, k1.\nRow 2: k2, p4.'),
    ).toBeUndefined();
    expect(
      first(
        'Rnd 1: starting 1 st after the marker, *k2, p1; rep from * to end.\nRnd 2: as presented.\nRnd 3: as presented.',
      ),
    ).toBeUndefined();
  });
  it('behind set-up rows they lie on these the first time: both must show the same', () => {
    expect(problems('Set-up row: k3.\nRow 1: as presented.\nRow 2: k3.')).toEqual([]);
    expect(problems('Set-up row: k3.\nRow 1: as presented.\nRow 2: p3.')).toMatchObject([
      { code: 'presents-two-ways' },
    ]);
    expect(
      rowsOf('Set-up row: p1, k2.\nRow 1: as presented.\nRow 2: k2, p1.\nRow 3: p1, k2.\nRow 4: p2, k1.'),
    ).toMatchObject([{ code: 'presents-two-ways' }]);
    expect(problems('Set-up row: k3.\nRow 1: as presented.\nRow 2: p3.\nWork these rows once.')).toEqual([]);
  });
  it('nothing but such rows is told once', () =>
    expect(problems('Row 1: as presented.\nRow 2: in pattern.')).toMatchObject([
      { code: 'nothing-below', row: { number: 1 } },
    ]));
  it('a ring that is worked as it comes stays a ring', () =>
    expect(
      rowsOf(
        'Rnd 1: starting 0 sts after the marker, *p2, 2/2 RC; rep from * to end.\nRnd 2: knit the knits and purl the purls.',
      ),
    ).toEqual([
      rowKey({ kind: 'ring', repeat: gridChart('R2/2 p p').rows[0]?.repeat ?? [], phase: 0 }),
      rowKey({ kind: 'ring', repeat: gridChart('k k k k p p').rows[0]?.repeat ?? [], phase: 0 }),
    ]));
});

describe('holds in unturned rows', () => {
  const context = { unturned: { firstDirection: 'leftToRight' as const } };
  it('are asked once, at the first row from left to right that has one', () => {
    expect(problems('Row 1: k4, C4B.\nRow 2: k8.\nRow 3: C4F, k4.', context)).toMatchObject([
      { code: 'unturned-holds', row: { number: 1 }, at: { line: 1 } },
    ]);
    expect(problems('Row 1: k8.\nRow 2: k4, C4B.', context)).toEqual([]);
    expect(problems('Holds are named as in turned work.\nRow 1: k4, C4B.\nRow 2: k8.', context)).toEqual([]);
    expect(problems('Row 1: k4, 2/2 RC.\nRow 2: k8.', context)).toEqual([]);
  });
  it('a text that speaks of the wrong side is read as turned', () =>
    expect(problems('Row 1 (RS): k4, C4B.\nRow 2 (WS): p8.', context)).toEqual([]));
  it('garter is knit and purled in turn where the right side always faces', () => {
    expect(rowsOf('Row 1: garter st over 2 sts.\nRow 2: garter st over 2 sts.', context)).toEqual(
      typed('p p\nk k'),
    );
    expect(rowsOf('Rnd 1: garter st over 2 sts.\nRnd 2: garter st over 2 sts.')).toEqual(typed('p p\nk k'));
    expect(rowsOf('Row 1: garter st over 2 sts.\nRow 2: garter st over 2 sts.')).toEqual(typed('p p\nk k'));
  });
});
