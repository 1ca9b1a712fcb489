/** Where in their rows crossings went wrong, and how often in each panel. */
import { crossingsOf } from '../piece/crossings';
import { waleOf } from '../piece/deviation';
import { charted, hasRow, workingOf, type Worksheet } from '../piece/worksheet';
import type { Hand } from '../stitch/types';
import { walkUp } from './track';

/** How far along its row a crossing is worked, 0 (first) to 1 (last), as the hand meets it; null where none is charted. */
export function alongRow(
  sheet: Worksheet,
  hand: Hand,
  row: number,
  panel: string,
  wale: number,
): number | null {
  if (!hasRow(sheet, row)) return null;
  const laid = charted(sheet, row);
  const found = laid.panels.find((one) => one.panel.id === panel);
  const at = found && crossingsOf(found).find((one) => waleOf(found, one) === wale);
  if (!at) return null;
  const share = (at.taken + 0.5) / Math.max(1, laid.laid.takes);
  return workingOf(sheet.plan, row, hand).direction === 'rightToLeft' ? share : 1 - share;
}

export type Rate = { readonly panel: string; readonly crossings: number; readonly odd: number };

/** For each panel with faults: crossings worked so far, and how many of them were marked as wrong. */
export function ratesOf(
  sheet: Worksheet,
  done: number,
  faults: readonly { readonly panel: string }[],
): Rate[] {
  const odd = new Map<string, number>();
  for (const { panel } of faults) odd.set(panel, (odd.get(panel) ?? 0) + 1);
  return [...odd].map(([panel, count]) => ({
    panel,
    crossings: walkUp(sheet, panel, done).length,
    odd: count,
  }));
}
