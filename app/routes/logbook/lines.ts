/** The journal as lines to read: sittings newest first, runs of finished rows drawn together. */
import type { JournalEvent } from '@core/journal/events';
import type { JournalState, Verdict } from '@core/journal/fold';
import { sittings } from '@core/journal/sittings';
import { inTrueOrder } from '@core/journal/true-order';

export type Line =
  | {
      readonly kind: 'rows';
      readonly first: number;
      readonly last: number;
      readonly verdict: Verdict;
      readonly key: string;
    }
  | { readonly kind: 'event'; readonly event: JournalEvent; readonly verdict: Verdict; readonly key: string };
export type SittingLines = {
  readonly from: string;
  readonly to: string;
  readonly rows: number;
  readonly lines: readonly Line[];
};

function linesOf(events: readonly JournalEvent[], verdicts: JournalState['verdicts']): Line[] {
  const lines: Line[] = [];
  for (const event of events) {
    const verdict = verdicts.get(event.id) ?? 'counted';
    const last = lines[lines.length - 1];
    if (event.kind !== 'rowDone') lines.push({ kind: 'event', event, verdict, key: event.id });
    else if (last?.kind === 'rows' && last.verdict === verdict && event.row === last.last + 1)
      lines[lines.length - 1] = { ...last, last: event.row };
    else lines.push({ kind: 'rows', first: event.row, last: event.row, verdict, key: event.id });
  }
  return lines.reverse();
}

export function logbookLines(events: readonly JournalEvent[], state: JournalState): SittingLines[] {
  return sittings(inTrueOrder(events, state.count - events.length))
    .map((sitting) => ({
      from: sitting.from,
      to: sitting.to,
      rows: sitting.events.filter(
        ({ id, kind }) => kind === 'rowDone' && state.verdicts.get(id) === 'counted',
      ).length,
      lines: linesOf(sitting.events, state.verdicts),
    }))
    .reverse();
}
