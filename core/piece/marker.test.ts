/** Where every round begins, against a knitter who walks round after round from the join and never looks ahead. */
import fc from 'fast-check';
import { closeToRing } from '../chart/chart';
import { modulo } from '../indices';
import { shelfCharts } from '../shelf/shelf';
import type { Direction } from '../stitch/types';
import { ringCharts } from '../testing/arbitrary';
import { sheetOf } from '../testing/plans';
import { runs } from '../testing/size';
import { roundStart } from './marker';
import { charted, type Worksheet } from './worksheet';

const DIRECTIONS: readonly Direction[] = ['rightToLeft', 'leftToRight'];

/** From the marker she goes on, the way she works, to the first stitch that is not in the midst of a crossing. */
function walked(sheet: Worksheet, direction: Direction) {
  const step = direction === 'rightToLeft' ? 1 : -1;
  let marker = 0;
  return Array.from({ length: sheet.rows }, (_, i) => {
    const { cells, takes, gives } = charted(sheet, i + 1).laid;
    const edges = new Map<number, number>();
    for (const { taken, given } of cells)
      if (!edges.has(modulo(taken, takes))) edges.set(modulo(taken, takes), modulo(given, gives));
    let moved = 0;
    while (!edges.has(modulo(marker + step * moved, takes)))
      if ((moved += 1) > takes) throw new Error(`row ${i + 1} has no edge`);
    const start = modulo(marker + step * moved, takes);
    marker = edges.get(start) as number;
    return { start, moved };
  });
}
const same = (sheet: Worksheet) => {
  for (const direction of DIRECTIONS) {
    const rows = Array.from({ length: sheet.rows }, (_, i) => i + 1);
    // From the last row down: no round leans on one that was asked for before it.
    const found = rows.toReversed().map((row) => roundStart(sheet, row, direction));
    expect(found.toReversed()).toEqual(walked(sheet, direction));
  }
};

const rings = shelfCharts().flatMap(({ key, chart }) => {
  const ring = closeToRing(chart);
  return ring.ok && !chart.once ? [[key, ring.value] as const] : [];
});

it.each(rings)('%s closed over the join, then panels side by side, then closed again', (key, ring) => {
  for (const repeats of [1, 2, 3])
    same(
      sheetOf(
        [
          { rows: 13, panels: [{ chart: ring, repeats, id: 'below' }] },
          { rows: 5, panels: [{ chart: key, repeats, id: 'line' }] },
          { rows: 9, panels: [{ chart: ring, repeats, row: 2, id: 'above' }] },
        ],
        { construction: 'round' },
      ),
    );
});

it('any ring, far beyond its repeat', () =>
  fc.assert(
    fc.property(ringCharts, fc.integer({ min: 1, max: 3 }), (chart, repeats) =>
      same(sheetOf([{ rows: 40, panels: [{ chart, repeats }] }], { construction: 'round' })),
    ),
    { numRuns: runs(60, 1500) },
  ));

it('work that is turned begins at its edge', () => {
  const sheet = sheetOf([{ rows: 4, panels: [{ chart: 'rope-4' }] }]);
  expect(roundStart(sheet, 3, 'rightToLeft')).toMatchObject({ start: 0, moved: 0 });
});
