/** What working out a repair costs: rows looked at, and frames that it takes, on a wide and long piece. */
import { crossingsOf } from '@core/piece/crossings';
import { waleOf, type Deviation } from '@core/piece/deviation';
import { wale } from '@core/indices';
import { charted, remembering, worksheet, type Worksheet } from '@core/piece/worksheet';
import { repairPlan } from '@core/repair/plan';
import { atMost, quantile, type Line } from './numbers';
import { widePiece } from './wide-piece';

const FRAME_MS = 1000 / 60;
const ROWS = 600;
const STRANDS = 40;
const TIMES = 30;

/** The first crossing in so many rows below the needle. */
function faultIn(sheet: Worksheet, row: number): Deviation | null {
  const laid = charted(sheet, row);
  for (const panel of laid.panels) {
    const [at] = crossingsOf(panel);
    if (at)
      return { pieceRow: laid.row, panel: panel.panel.id, wale: wale(waleOf(panel, at)), made: 'uncrossed' };
  }
  return null;
}

export function mendLines(): Line[] {
  const { plan, sheet } = widePiece(ROWS);
  const done = ROWS - 1;
  let row = done - STRANDS + 1;
  while (!faultIn(sheet, row)) row -= 1;
  const fault = faultIn(sheet, row) as Deviation;
  const times: number[] = [];
  let visited = 0;
  let strands = 0;
  for (let i = 0; i < TIMES; i += 1) {
    const fresh = remembering(worksheet(plan));
    const begun = performance.now();
    const found = repairPlan(fresh, [fault], { done, worked: 0 }, 'right');
    times.push(performance.now() - begun);
    if (!found.ok) throw new Error(JSON.stringify(found.error));
    visited = fresh.meter.cells;
    strands = found.value.ladders[0]?.strands ?? 0;
  }
  let inRows = 0;
  for (let at = row; at <= done; at += 1) inRows += charted(sheet, at).laid.cells.length;
  const where = `a ladder of ${strands} strands, ${charted(sheet, row).laid.takes} stitches x ${ROWS} rows`;
  return [
    atMost(`${where}: cells looked at / cells of its rows`, visited / inRows, 2),
    atMost(`the same: frames to work it out (p95 of ${TIMES})`, quantile(times, 0.95) / FRAME_MS, 2),
  ];
}
