/** A feature turns its crossings about from its row on, and nothing else. */
import { shelfCharts } from '../shelf/shelf';
import { crossingsIn } from '../testing/mending';
import { sheetOf } from '../testing/plans';
import { cellKey } from '../stitch/cells';
import { otherLean, waleOf } from './deviation';
import { canTurn } from './feature';
import { crossingsOf } from './crossings';
import { charted, worksheet, type Worksheet } from './worksheet';

const ROWS = 40;
const rowsOf = (sheet: Worksheet) => Array.from({ length: sheet.rows }, (_, i) => charted(sheet, i + 1));

it.each(
  shelfCharts()
    .filter(({ chart }) => !chart.once)
    .map(({ key, chart }) => [key, chart] as const),
)('%s', (_, chart) => {
  const sheet = sheetOf([{ rows: ROWS, panels: [{ chart, id: 'p', repeats: 2 }] }]);
  const [first] = crossingsIn(sheet, [1, 2, 3, 4, 5, 6, 7, 8, 9]);
  if (!first) return;
  const feature = { panel: 'p', wale: first.wale, like: first.pieceRow, from: first.pieceRow + 5 };
  const turned = worksheet(sheet.plan, { amendments: [], deviations: [], features: [feature] });
  const name = charted(sheet, first.pieceRow).panels[0]?.name;
  rowsOf(sheet).forEach((row, i) => {
    const now = charted(turned, i + 1);
    const [was, is] = [row.panels[0], now.panels[0]];
    const meant =
      row.row >= feature.from && was?.name.kind === name?.kind && was?.name.number === name?.number;
    const expected = was?.cells.map((at) => {
      const own = meant && at.cell.kind === 'crossing' && waleOf(was, at) === feature.wale;
      return cellKey(own && at.cell.kind === 'crossing' && canTurn(at.cell) ? otherLean(at.cell) : at.cell);
    });
    expect(is?.cells.map(({ cell }) => cellKey(cell))).toEqual(expected);
    expect(now.laid.gives).toBe(row.laid.gives);
  });
});

it('a rope of two over two leans the other way in every repeat from then on', () => {
  const sheet = sheetOf([{ rows: 20, panels: [{ chart: 'rope-4', id: 'p' }] }]);
  const feature = { panel: 'p', wale: 2, like: 3, from: 10 };
  const turned = worksheet(sheet.plan, { amendments: [], deviations: [], features: [feature] });
  const leans = rowsOf(turned).flatMap((row) =>
    row.panels.flatMap((panel) => crossingsOf(panel).map(({ cell }) => [row.row, cell.lean])),
  );
  expect(leans).toEqual([
    [3, 'right'],
    [7, 'right'],
    [11, 'left'],
    [15, 'left'],
    [19, 'left'],
  ]);
});

it('of a panel or a row that is not there it says nothing', () => {
  const sheet = sheetOf([{ rows: 20, panels: [{ chart: 'rope-4', id: 'p' }] }]);
  for (const odd of [{ panel: 'other' }, { like: 0 }, { like: 900 }, { wale: 99 }]) {
    const feature = { panel: 'p', wale: 2, like: 3, from: 5, ...odd };
    const same = worksheet(sheet.plan, { amendments: [], deviations: [], features: [feature] });
    expect(rowsOf(same).map((row) => row.laid.cells)).toEqual(rowsOf(sheet).map((row) => row.laid.cells));
  }
});
