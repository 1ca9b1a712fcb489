/**
 * When to hang something in the work: a lifeline through the last plain row of a repeat, a marker where a panel leaves no
 * hole to count from. Common practice, no published source.
 */
import type { Count } from '../place/count';
import { lifelineRowAt } from './cautions';
import type { Worksheet } from '../piece/worksheet';

export type Suggestion =
  | { readonly hang: 'lifeline'; readonly row: number }
  | { readonly hang: 'marker'; readonly row: number; readonly panel: string; readonly name: string };

/** A panel without a hole is hard to count from here on. */
const MANY_ROWS = 10;

/**
 * @param done the row just finished
 * @param lifelines rows that have one
 */
export function suggestion(
  sheet: Worksheet,
  done: number,
  lifelines: readonly number[],
  panels: readonly { readonly id: string; readonly name: string; readonly count: Count }[],
): Suggestion | null {
  if (done < 1) return null;
  const best = lifelineRowAt(sheet, done);
  if (best !== null && best.row === done && !lifelines.some((row) => row > best.after && row <= done))
    return { hang: 'lifeline', row: done };
  const lost = panels.find(
    ({ count }) => count.kind === 'noHole' && count.rows >= MANY_ROWS && count.rows % MANY_ROWS === 0,
  );
  return lost ? { hang: 'marker', row: done, panel: lost.id, name: lost.name } : null;
}
