/** Events that this device has made and the server has not acknowledged yet, kept where a reload finds them. */
import type { JournalEvent } from '@core/journal/events';

const keyOf = (pieceId: string) => `gritch.unsent.${pieceId}`;

/** The part of the browser's storage that is needed; tests bring their own. */
export type Store = Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>;

export function readPending(store: Store, pieceId: string): JournalEvent[] {
  try {
    const found: unknown = JSON.parse(store.getItem(keyOf(pieceId)) ?? '[]');
    return Array.isArray(found) ? (found as JournalEvent[]) : [];
  } catch {
    return [];
  }
}

/** False when the device refuses to keep them: then they live only as long as the page. */
export function writePending(store: Store, pieceId: string, pending: readonly JournalEvent[]): boolean {
  try {
    if (pending.length === 0) store.removeItem(keyOf(pieceId));
    else store.setItem(keyOf(pieceId), JSON.stringify(pending));
    return true;
  } catch {
    return false;
  }
}

const DEVICE = 'gritch.device';

export function deviceName(store: Store, make: () => string): string {
  try {
    const known = store.getItem(DEVICE);
    if (known) return known;
    const name = make();
    store.setItem(DEVICE, name);
    return name;
  } catch {
    return make();
  }
}

/** The journal as this device sees it: acknowledged events, then its own unsent ones, none twice. */
export function withPending(events: readonly JournalEvent[], pending: readonly JournalEvent[]): JournalEvent[] {
  const known = new Set(events.map(({ id }) => id));
  return [...events, ...pending.filter(({ id }) => !known.has(id))];
}
