/** Taking back several rows at once: "they were never knitted". Fabric that was ripped out is a rip, not an undo. */
import type { JournalState } from './fold';

/** So many rows on top can be taken back by undoing alone: those ticked off since the last rip or set row. */
export function rowsToUndo({ steps }: Pick<JournalState, 'steps'>): number {
  const since = steps.findLastIndex(({ kind }) => kind === 'ripped' || kind === 'rowSet');
  return steps.slice(since + 1).filter(({ kind }) => kind === 'rowDone').length;
}

/**
 * Targets of the undos, in order, that take back so many rows, with all that was set between them; fewer if there are not
 * so many.
 */
export function undosFor({ steps }: Pick<JournalState, 'steps'>, rows: number): string[] {
  const targets: string[] = [];
  let left = rows;
  for (const { id, kind } of steps.toReversed()) {
    if (left === 0 || kind === 'ripped' || kind === 'rowSet') break;
    targets.push(id);
    if (kind === 'rowDone') left -= 1;
  }
  return targets;
}
