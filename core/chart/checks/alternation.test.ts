/** The check for over and under in turn against a slow twin that turns every crossing about and knits it all anew. */
import fc from 'fast-check';
import type { Cell, Centre, Crossing } from '../../stitch/types';
import type { Chart } from '../chart';
import { expandRow, type LineRow } from '../row';
import { alternationDoubts } from './alternation';
import { weave } from './fabric';
import { runs } from '../../testing/size';

const KNIT: Cell = { kind: 'stitch', stitch: 'knit' };
const cross = (lean: 'left' | 'right'): Crossing => ({
  kind: 'crossing',
  lean,
  over: ['knit', 'knit'],
  under: ['knit', 'knit'],
});
const row = (repeat: Cell[]): LineRow => ({ kind: 'line', before: [], repeat, after: [], fewer: 0 });

/** Plaits of three to five strands of two stitches: crossings of random lean, alternately at either end. */
const plaits = fc
  .record({
    strands: fc.integer({ min: 3, max: 5 }),
    leans: fc.array(fc.constantFrom('left' as const, 'right' as const), { minLength: 4, maxLength: 8 }),
  })
  .map(({ strands, leans }): Chart => {
    const even = leans.length - (leans.length % 2);
    const pairs = Math.floor(strands / 2);
    const odd = strands % 2 === 1;
    const rows = leans.slice(0, even).map((lean, i) => {
      const shifted = i % 2 === 1;
      const count = odd || !shifted ? pairs : pairs - 1;
      const before = shifted ? [KNIT, KNIT] : [];
      const used = before.length + count * 4;
      const after = Array<Cell>(strands * 2 - used).fill(KNIT);
      return row([...before, ...Array.from({ length: count }, () => cross(lean)), ...after]);
    });
    return { name: 'plait', setUp: [], rows, firstSide: 'RS' };
  });

/** How often a strand goes over twice or under twice running, in four times the rows over three repeats. */
function breaksByHand(chart: Chart): number {
  const width = expandRow(chart.rows[0] as LineRow, 3).reduce(
    (n, cell) => n + (cell.kind === 'crossing' ? 4 : 1),
    0,
  );
  const story: string[] = Array<string>(width).fill('');
  let needle = Array.from({ length: width }, (_, strand) => strand);
  for (let time = 0; time < 4; time += 1)
    for (const line of chart.rows) {
      const next: number[] = [];
      let at = 0;
      for (const cell of expandRow(line, 3)) {
        if (cell.kind !== 'crossing') {
          next.push(needle[at] as number);
          at += 1;
          continue;
        }
        const [near, far] = [needle.slice(at, at + 2), needle.slice(at + 2, at + 4)];
        const [over, under] = cell.lean === 'left' ? [near, far] : [far, near];
        for (const strand of over) story[strand] += 'o';
        for (const strand of under) story[strand] += 'u';
        next.push(...far, ...near);
        at += 4;
      }
      needle = next;
    }
  return story.reduce((sum, met) => sum + [...met].filter((way, i) => i > 0 && way === met[i - 1]).length, 0);
}

function turned(chart: Chart, rowIndex: number, cell: number): Chart {
  const rows = chart.rows.map((line, r) =>
    r === rowIndex
      ? row(
          line.repeat.map((old, c) =>
            c === cell && old.kind === 'crossing' ? cross(old.lean === 'left' ? 'right' : 'left') : old,
          ),
        )
      : line,
  );
  return { ...chart, rows };
}

it('names a crossing exactly where turning it alone makes every strand alternate', () => {
  let named = 0;
  fc.assert(
    fc.property(plaits, (chart) => {
      const crossings = chart.rows.flatMap((line, r) => line.repeat.flatMap((cell, c) => (cell.kind === 'crossing' ? [[r, c] as const] : []))); // prettier-ignore
      const mending = crossings.filter(([r, c]) => breaksByHand(turned(chart, r, c)) === 0);
      const wanted = breaksByHand(chart) > 0 && mending.length === 1 && crossings.length >= 3 ? mending : [];
      const found = alternationDoubts(weave(chart)).map(({ at }) => [at.row, at.cell] as const);
      named += found.length;
      expect(found).toEqual(wanted);
    }),
    { numRuns: runs(300, 6000) },
  );
  expect(named).toBeGreaterThan(10);
});

it('a stitch that stays in the middle of a crossing goes neither over nor under', () => {
  const centre: Centre = { stitches: ['knit'], depth: 'below' };
  const rope = (...leans: ('left' | 'right')[]): Chart => ({
    name: 'rope',
    setUp: [],
    rows: leans.map((lean) => row([{ ...cross(lean), centre }])),
    firstSide: 'RS',
  });
  const named = (chart: Chart) => alternationDoubts(weave(chart)).map(({ at }) => at.row);
  expect(named(rope('left', 'left', 'left', 'left'))).toEqual([]);
  expect(named(rope('left', 'left', 'right', 'left'))).toEqual([2]);
});
