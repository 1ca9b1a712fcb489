/** Stretches of work, found from the pauses between events. Times are the devices' own and only displayed. */
import type { JournalEvent } from './events';

export type Sitting = {
  readonly from: string;
  readonly to: string;
  readonly events: readonly JournalEvent[];
};

/** A pause of this many minutes ends a sitting. */
export const PAUSE_MINUTES = 40;

export function sittings(events: readonly JournalEvent[]): Sitting[] {
  const found: { from: string; to: string; events: JournalEvent[] }[] = [];
  for (const event of events) {
    const last = found[found.length - 1];
    const pause = last ? Math.abs(Date.parse(event.deviceTime) - Date.parse(last.to)) / 60_000 : Infinity;
    if (last && pause < PAUSE_MINUTES) {
      last.events.push(event);
      last.to = event.deviceTime;
    } else found.push({ from: event.deviceTime, to: event.deviceTime, events: [event] });
  }
  return found;
}
