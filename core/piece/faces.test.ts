/** The faces that a row leaves against a knitter who looks at her needle after every row. */
import fc from 'fast-check';
import { closeToRing } from '../chart/chart';
import { columnsGiven, columnsTaken } from '../chart/laid';
import { shelfCharts } from '../shelf/shelf';
import { looksOf } from '../stitch/looks';
import type { Face } from '../stitch/types';
import { lineCharts } from '../testing/arbitrary';
import { sheetOf } from '../testing/plans';
import { runs } from '../testing/size';
import { facesAfter } from './faces';
import { made, type Worksheet } from './worksheet';

/** What she sees after each row from the cast-on, whose loops show nothing yet and count as knit. */
function seen(sheet: Worksheet): Face[][] {
  let needle: Face[] = [];
  return Array.from({ length: sheet.rows }, (_, i) => {
    const { laid } = made(sheet, i + 1);
    const after = new Array<Face>(laid.gives).fill('knit');
    for (const at of laid.cells) {
      const below = columnsTaken(laid, at).map((column) => needle[column] ?? 'knit');
      const looks = looksOf(at.cell, below);
      columnsGiven(laid, at).forEach((column, i) => (after[column] = looks[i] as Face));
    }
    needle = after;
    return after;
  });
}
const same = (sheet: Worksheet) =>
  expect(Array.from({ length: sheet.rows }, (_, i) => facesAfter(sheet, i + 1))).toEqual(seen(sheet));

it.each(shelfCharts().map(({ key, chart }) => [key, chart] as const))(
  '%s, flat and closed to a ring',
  (_, chart) => {
    const rows = chart.once ? chart.setUp.length + chart.rows.length : 20;
    same(
      sheetOf([
        {
          rows,
          panels: [
            { chart: 'garter', repeats: 2 },
            { chart, repeats: 2 },
          ],
        },
      ]),
    );
    const ring = closeToRing(chart);
    if (ring.ok)
      same(sheetOf([{ rows, panels: [{ chart: ring.value, repeats: 3 }] }], { construction: 'round' }));
  },
);

it('any rows of a line, slips upon slips among them', () =>
  fc.assert(
    fc.property(lineCharts, fc.integer({ min: 1, max: 3 }), (chart, repeats) =>
      same(sheetOf([{ rows: 12, panels: [{ chart, repeats }] }])),
    ),
    { numRuns: runs(60, 1500) },
  ));

it('before the first row there is nothing to see', () =>
  expect(facesAfter(sheetOf([{ rows: 4, panels: [{ chart: 'rope-4' }] }]), 0)).toEqual([]));
