/** How far stitches drop, and in which order they lie: held against loops as objects, and against matrices of mathjs. */
import { identity, index, matrix, multiply, subset, type Matrix } from 'mathjs';
import { charted, made } from '../piece/worksheet';
import { groupOf, links, takes } from '../stitch/cells';
import type { Crossing } from '../stitch/types';
import { shelfCharts } from '../shelf/shelf';
import { crossingsIn, withFaults } from '../testing/mending';
import { sheetOf } from '../testing/plans';
import { repairPlan } from './plan';
import { knitRow, make, type Stitched } from './stitched';
import { KNIT } from '../stitch/types';

const ROWS = 20;
const charts = shelfCharts().map(({ key, chart }) => [key, chart] as const);

it.each(charts)('%s: every stitch drops as far as its loops are pulled out under it', (_, chart) => {
  const rows = chart.once ? chart.rows.length : ROWS;
  const sheet = sheetOf([{ rows, panels: [{ chart, id: 'p', repeats: 3 }] }]);
  for (const fault of crossingsIn(sheet, [1, 2, 3, 4, 5, 6, 7], 'uncrossed').slice(0, 6)) {
    if (fault.pieceRow >= rows) continue;
    const done = rows - 1;
    const plan = repairPlan(sheet, [fault], { done, worked: 0 }, 'right');
    if (!plan.ok) throw new Error(JSON.stringify(plan.error));
    const [ladder] = plan.value.ladders;
    if (!ladder) throw new Error('no ladder');
    const wrong = withFaults(sheet, [fault]);
    const where = new Map<Stitched, string>();
    let below: Stitched[] = Array.from(
      { length: made(wrong, ladder.row).laid.takes },
      () => make(0, KNIT, [])[0] as Stitched,
    );
    for (let row = ladder.row; row <= done; row += 1) {
      const { laid } = made(wrong, row);
      below = knitRow(row, laid.cells, laid, below);
      below.forEach((loop, column) => where.set(loop, `${row}:${column}`));
    }
    const undone = new Set(
      ladder.rows.flatMap(({ row, columns }) => columns.map((column) => `${row}:${column}`)),
    );
    const drop = (loop: Stitched): number => {
      if (!undone.has(where.get(loop) ?? '')) return 0;
      const from = links(loop.cell.cell).filter(([, given]) => given === loop.index);
      return 1 + Math.max(0, ...from.map(([taken]) => drop(loop.cell.through[taken] as Stitched)));
    };
    const onNeedle = new Map([...where].map(([loop, key]) => [key, loop]));
    const wanted = ladder.drops.map(({ row, column }) => drop(onNeedle.get(`${row}:${column}`) as Stitched));
    expect(ladder.drops.map(({ by }) => by)).toEqual(wanted);
    expect(Math.max(...wanted)).toBe(done - ladder.row + 1);
  }
});

/** A crossing as a matrix: its groups change places, whatever lies between them stays there. */
function crossed(whole: Matrix, crossing: Crossing, at: number): Matrix {
  const sizes = (['over', 'centre', 'under'] as const).map((group) => groupOf(crossing, group).length);
  const [first = 0, centre = 0, last = 0] = crossing.lean === 'left' ? sizes : sizes.toReversed();
  const size = first + centre + last;
  const goes = (i: number) =>
    i < first ? last + centre + i : i < first + centre ? i - first + last : i - first - centre;
  let out = whole;
  for (let i = 0; i < size; i += 1)
    for (let j = 0; j < size; j += 1)
      out = subset(out, index(at + goes(j), at + i), goes(j) === goes(i) ? 1 : 0) as Matrix;
  return out;
}

const steady = charts.filter(([, { once, setUp, rows }]) => {
  const cells = [...setUp, ...rows].flatMap((row) =>
    row.kind === 'line' ? [...row.before, ...row.repeat, ...row.after] : row.repeat,
  );
  return !once && cells.every((cell) => cell.kind === 'stitch' || cell.kind === 'crossing');
});

it.each(steady)('%s: the stitches lie as the product of its crossings says', (_, chart) => {
  const sheet = sheetOf([{ rows: 16, panels: [{ chart, id: 'p', repeats: 2 }] }]);
  const wide = charted(sheet, 1).laid.takes;
  let product: Matrix = matrix(identity(wide) as Matrix);
  let below = Array.from({ length: wide }, (__, i) =>
    Object.assign(make(0, KNIT, [])[0] as Stitched, { index: i }),
  );
  const base = below;
  for (let row = 1; row <= 16; row += 1) {
    const { laid } = charted(sheet, row);
    let step: Matrix = matrix(identity(wide) as Matrix);
    for (const { cell, taken } of laid.cells) if (cell.kind === 'crossing') step = crossed(step, cell, taken);
    product = multiply(step, product);
    below = knitRow(row, laid.cells, laid, below);
  }
  /** The stitch of the cast-on that a loop grew out of. */
  const root = (loop: Stitched): number => {
    if (takes(loop.cell.cell) === 0 || loop.cell.through.length === 0) return base.indexOf(loop);
    const [taken] = links(loop.cell.cell).find(([, given]) => given === loop.index) ?? [0];
    return root(loop.cell.through[taken] as Stitched);
  };
  const places = multiply(product, matrix(Array.from({ length: wide }, (__, i) => i)));
  expect(below.map(root)).toEqual(places.toArray());
});
