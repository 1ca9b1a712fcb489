/** The swatch that is told, knitted as it is told, has the crossing and a ladder as high as the real one. */
import { charted } from '../piece/worksheet';
import { shelfCharts } from '../shelf/shelf';
import { crossingsIn } from '../testing/mending';
import { sheetOf } from '../testing/plans';
import { crossingAt, repairPlan, type Ladder } from './plan';
import { practiceFor, PRACTICE_EDGE } from './practice';
import { cellKey } from '../stitch/cells';

const CHARTS = shelfCharts().map(({ key, chart }) => [key, chart] as const);

it.each(CHARTS)('%s', (_, chart) => {
  const rows = chart.once ? chart.rows.length : 24;
  const sheet = sheetOf([
    {
      rows,
      panels: [
        { chart: 'garter', repeats: 5 },
        { chart, id: 'p', repeats: 4 },
      ],
    },
  ]);
  for (const fault of crossingsIn(sheet, [3, 5, 6, 7, 12], 'uncrossed')) {
    const plan = repairPlan(sheet, [fault], { done: rows, worked: 0 }, 'right');
    const ladder = plan.ok && (plan.value.ladders[0] as Ladder);
    if (!ladder) throw new Error('no ladder');
    const told = practiceFor(sheet, fault, ladder);
    if (chart.once || chart.setUp.length > 0) {
      expect(told).toBeNull();
      continue;
    }
    if (!told) throw new Error('no swatch');
    const edge = { chart: 'garter', repeats: PRACTICE_EDGE };
    const high = told.row + told.above;
    const swatch = sheetOf(
      [{ rows: high, panels: [edge, { chart, id: 'own', repeats: told.repeats }, edge] }],
      {
        firstSide: told.firstSide,
      },
    );
    expect(charted(swatch, 1).laid.takes).toBe(told.castOn);
    expect(charted(swatch, told.row).side).toBe(charted(sheet, fault.pieceRow).side);
    const meant = crossingAt(sheet, fault.pieceRow, fault.panel, fault.wale);
    const there = crossingsIn(swatch, [told.row], 'uncrossed').find((one) => {
      const at = crossingAt(swatch, one.pieceRow, one.panel, one.wale);
      return at && meant && cellKey(at.cell) === cellKey(meant.cell);
    });
    if (!there) throw new Error('the crossing is not on the swatch');
    const mended = repairPlan(swatch, [there], { done: high, worked: 0 }, 'right');
    if (!mended.ok) throw new Error(JSON.stringify(mended.error));
    const [own] = mended.value.ladders as readonly Ladder[];
    expect([own?.row, own?.top]).toEqual([told.row, high]);
  }
});
