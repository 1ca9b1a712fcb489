/** What lies where a crossing was made otherwise than charted, or where none is charted; worked out by hand. */
import { pieceRow, wale } from '../indices';
import { cellKey } from '../stitch/cells';
import type { Crossing } from '../stitch/types';
import { withFaults } from '../testing/mending';
import { sheetOf } from '../testing/plans';
import { otherLean, uncrossed, type Made } from './deviation';
import { made } from './worksheet';

const crossing = (of: number): Crossing => ({
  kind: 'crossing',
  lean: 'right',
  over: Array.from({ length: of }, () => 'knit'),
  under: Array.from({ length: of }, () => 'knit'),
});
/** Row 3, from the right edge: purls in wales 0 and 1, the crossing in 2 to 5, knits in 6 and 7, slips in 8 and 9. */
const sheet = sheetOf([
  {
    rows: 8,
    panels: [
      { chart: 'Row 1 (RS): k10.\nRow 2: p10.\nRow 3: p2, C4B, k2, sl 2 wyib.\nRow 4: p10.', id: 'rope' },
      { chart: 'garter', id: 'edge', repeats: 3 },
    ],
  },
]);
const lies = (row: number, at: number, so: Made, panel = 'rope') => {
  const fault = { pieceRow: pieceRow(row), panel, wale: wale(at), made: so };
  const cells = made(withFaults(sheet, [fault]), row).panels[0]?.cells ?? [];
  return cells.map(({ cell, taken, given }) => `${cellKey(cell)} ${taken} ${given}`);
};
const charted = (row: number) =>
  (made(sheet, row).panels[0]?.cells ?? []).map(
    ({ cell, taken, given }) => `${cellKey(cell)} ${taken} ${given}`,
  );

it('one that was not crossed is its stitches, each over its own', () => {
  const cells = lies(3, 2, 'uncrossed');
  expect(cells).toHaveLength(10);
  expect(cells.slice(2, 6)).toEqual(
    uncrossed(crossing(2)).map((cell, i) => `${cellKey(cell)} ${i + 2} ${i + 2}`),
  );
  expect([...cells.slice(0, 2), ...cells.slice(6)]).toEqual([
    ...charted(3).slice(0, 2),
    ...charted(3).slice(3),
  ]);
});
it('one that nobody knows lies as charted until she says how', () =>
  expect(lies(3, 2, 'unknown')).toEqual(charted(3)));
it('one that leans the other way has the other strand on top', () => {
  const other = otherLean(crossing(2));
  expect(other.lean).toBe('left');
  expect(lies(3, 2, other)[2]).toBe(`${cellKey(other)} 2 2`);
});
it('one that is not charted lies over plain stitches that stand side by side', () => {
  expect(lies(1, 3, crossing(2))).toEqual([
    ...charted(1).slice(0, 3),
    `${cellKey(crossing(2))} 3 3`,
    ...charted(1).slice(7),
  ]);
  expect(lies(3, 6, crossing(1))).toEqual([
    ...charted(3).slice(0, 3),
    `${cellKey(crossing(1))} 6 6`,
    ...charted(3).slice(5),
  ]);
});
it.each<[string, number, number, Made, string]>([
  ['there are too few stitches', 1, 7, crossing(2), 'rope'],
  ['a slipped one lies under it', 3, 6, crossing(2), 'rope'],
  ['a slipped one lies under its end', 3, 7, crossing(1), 'rope'],
  ['a charted crossing lies under it', 3, 1, crossing(1), 'rope'],
  ['it would begin within a charted crossing', 3, 4, crossing(1), 'rope'],
  ['no stitch stands there', 1, 10, crossing(1), 'rope'],
  ['the panel is another', 1, 3, crossing(2), 'edge'],
  ['nothing was made there', 1, 3, 'uncrossed', 'rope'],
])('changes nothing where %s', (_, row, at, so, panel) =>
  expect(lies(row, at, so, panel)).toEqual(charted(row)),
);
