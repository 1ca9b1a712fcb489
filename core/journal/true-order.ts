/**
 * Entries in the order in which things happened. The journal has them as they arrived: what a device told late, without
 * knowing of what others told meanwhile, is put among that by the clocks. What a device knew came before.
 */
import type { JournalEvent } from './events';

type Placed = { readonly event: JournalEvent; readonly place: number; readonly time: number };

/**
 * Devices keep the order of their own entries, whatever their clocks say.
 * @param first how many entries came before the first of these
 */
export function inTrueOrder(events: readonly JournalEvent[], first = 0): JournalEvent[] {
  const told: Placed[] = [];
  events.forEach((event, i) => {
    const time = Date.parse(event.deviceTime);
    const seen = event.seen ?? Infinity;
    const before = told.findLastIndex(
      (one) => one.event.device === event.device || one.place < seen || one.time <= time,
    );
    told.splice(before + 1, 0, { event, place: first + i, time });
  });
  return told.map(({ event }) => event);
}
