/** What became of every crossing that was marked as wrong: when it was found, how it was mended, how long that took. */
import type { Made } from '../piece/deviation';
import type { JournalEvent, Mending } from './events';
import type { JournalState } from './state';
import { sittings } from './sittings';

export type FaultEntry = {
  readonly id: string;
  readonly panel: string;
  readonly row: number;
  readonly wale: number;
  readonly lies: Made;
  /** When it was marked (ISO, by that device's clock). */
  readonly found: string;
  readonly end: 'open' | 'mended' | 'left' | 'ripped';
  readonly by: Mending | null;
  readonly minutes: number | null;
  /** Minutes from the start of its sitting to the end of the row in which it was made; null where that is not known. */
  readonly intoSitting: number | null;
};

/** Minutes into its sitting at which each entry was made. */
function minutesInto(events: readonly JournalEvent[]): Map<string, number> {
  const into = new Map<string, number>();
  for (const { from, events: own } of sittings(events))
    for (const { id, deviceTime } of own)
      into.set(id, Math.max(0, Date.parse(deviceTime) - Date.parse(from)) / 60_000);
  return into;
}

/** Every marked crossing that was not taken back, in the order in which they were found. */
export function faultHistory(events: readonly JournalEvent[], state: JournalState): FaultEntry[] {
  const counted = events.filter(({ id }) => state.verdicts.get(id) === 'counted');
  const into = minutesInto(events);
  const standing = new Map(state.faults.map((fault) => [fault.id, fault]));
  const mended = new Map(
    counted.flatMap((event) => (event.kind === 'mended' ? [[event.fault, event] as const] : [])),
  );
  return counted.flatMap((event): FaultEntry[] => {
    if (event.kind !== 'fault') return [];
    const now = standing.get(event.id);
    const mending = mended.get(event.id);
    const end = mending ? 'mended' : !now ? 'ripped' : now.left !== null ? 'left' : 'open';
    return [
      {
        id: event.id,
        panel: event.panel,
        row: event.pieceRow,
        wale: event.wale,
        lies: event.made,
        found: event.deviceTime,
        end,
        by: mending?.by ?? null,
        minutes: mending?.minutes ?? null,
        intoSitting: event.rowEvent === null ? null : (into.get(event.rowEvent) ?? null),
      },
    ];
  });
}
