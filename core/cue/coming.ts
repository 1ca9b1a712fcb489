/** The next rows that cross, and how each panel crosses in them: what the hands can get ready for. */
import { crossingsOf } from '../piece/crossings';
import { nextCrossing } from '../piece/schedule';
import { charted, workingOf, type Worksheet } from '../piece/worksheet';
import type { Hand } from '../stitch/types';
import { stepsOf, type CrossingStep } from './steps';

/** Alike crossings of a panel as one, in the order in which the first of each comes. */
export type ComingKind = { readonly step: CrossingStep; readonly times: number };
export type ComingPanel = {
  readonly id: string;
  readonly name: string;
  readonly kinds: readonly ComingKind[];
};
export type ComingRow = { readonly row: number; readonly panels: readonly ComingPanel[] };

const alike = (a: CrossingStep, b: CrossingStep) =>
  a.hold === b.hold && a.lean === b.lean && a.heldCount === b.heldCount && a.thenCount === b.thenCount;

function kindsIn(sheet: Worksheet, row: number, panelId: string, hand: Hand): ComingKind[] {
  const at = charted(sheet, row);
  const panel = at.panels.find((one) => one.panel.id === panelId);
  const cells = panel ? crossingsOf(panel) : [];
  const kinds: { step: CrossingStep; times: number }[] = [];
  for (const step of stepsOf(at.laid, cells, workingOf(sheet.plan, row, hand))) {
    if (step.kind !== 'crossing') continue;
    const known = kinds.find((kind) => alike(kind.step, step));
    if (known) known.times += 1;
    else kinds.push({ step, times: 1 });
  }
  return kinds;
}

/** The first `most` rows after a piece row in which one of these panels crosses; panels in the order given. */
export function comingRows(
  sheet: Worksheet,
  after: number,
  panels: readonly { readonly id: string; readonly name: string }[],
  hand: Hand,
  most: number,
): ComingRow[] {
  const coming: ComingRow[] = [];
  for (let from = after + 1; from <= sheet.rows && coming.length < most;) {
    const start = from;
    const next = panels.map(({ id, name }) => ({
      id,
      name,
      row: nextCrossing(sheet, id, start)?.row ?? Infinity,
    }));
    const row = Math.min(...next.map((item) => item.row));
    if (row > sheet.rows) break;
    const here = next.filter((item) => item.row === row);
    coming.push({
      row,
      panels: here.map(({ id, name }) => ({ id, name, kinds: kindsIn(sheet, row, id, hand) })),
    });
    from = row + 1;
  }
  return coming;
}
