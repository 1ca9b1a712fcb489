/**
 * Events that this device has made and the server has not acknowledged yet, kept where a reload finds them. Each
 * has a key of its own, so that two tabs never write over each other; ids are made in order of time.
 */
import { HAPPENINGS, type JournalEvent } from '@core/journal/events';

/** The part of the browser's storage that is needed; tests bring their own. */
export type Store = Pick<Storage, 'getItem' | 'setItem' | 'removeItem' | 'key' | 'length'>;
/** `unsent` waits for the server; `refused` was turned down by it and waits for the knitter. */
export type Shelf = 'unsent' | 'refused';
export type Refused = { readonly event: JournalEvent; readonly message: string };

const prefixOf = (shelf: Shelf, pieceId: string) => `gritch.${shelf}.${pieceId}.`;

const isEvent = (found: unknown): found is JournalEvent => {
  const { id, kind, deviceTime } = (found ?? {}) as Record<string, unknown>;
  return (
    typeof id === 'string' && typeof deviceTime === 'string' && HAPPENINGS.some((known) => known === kind)
  );
};

function parsed(text: string | null): unknown {
  try {
    return JSON.parse(text ?? 'null');
  } catch {
    return null;
  }
}

function readAll(store: Store, shelf: Shelf, pieceId: string): unknown[] {
  const prefix = prefixOf(shelf, pieceId);
  const keys = Array.from({ length: store.length }, (_, i) => store.key(i) ?? '').filter((key) =>
    key.startsWith(prefix),
  );
  return keys.sort().map((key) => parsed(store.getItem(key)));
}

/** Unsent events in the order they were made; whatever is not an event is passed over. */
export const readPending = (store: Store, pieceId: string): JournalEvent[] =>
  readAll(store, 'unsent', pieceId).filter(isEvent);

export const readRefused = (store: Store, pieceId: string): Refused[] =>
  readAll(store, 'refused', pieceId).filter((found): found is Refused => {
    const { event, message } = (found ?? {}) as Record<string, unknown>;
    return isEvent(event) && typeof message === 'string';
  });

/** A device that refuses to keep things (storage full or forbidden) still has them as long as the page is open. */
function keep(store: Store, key: string, value: unknown) {
  try {
    store.setItem(key, JSON.stringify(value));
  } catch {
    return;
  }
}

export const addPending = (store: Store, pieceId: string, event: JournalEvent) =>
  keep(store, prefixOf('unsent', pieceId) + event.id, event);
export const addRefused = (store: Store, pieceId: string, refused: Refused) =>
  keep(store, prefixOf('refused', pieceId) + refused.event.id, refused);
export const forget = (store: Store, shelf: Shelf, pieceId: string, ids: readonly string[]) =>
  ids.forEach((id) => store.removeItem(prefixOf(shelf, pieceId) + id));

const DEVICE = 'gritch.device';

export function deviceName(store: Store, make: () => string): string {
  const known = store.getItem(DEVICE);
  if (known) return known;
  const name = make();
  try {
    store.setItem(DEVICE, name);
  } catch {
    return name;
  }
  return name;
}

/** The journal as this device sees it: acknowledged events, then its own unsent ones, none twice. */
export function withPending(
  events: readonly JournalEvent[],
  pending: readonly JournalEvent[],
): JournalEvent[] {
  const known = new Set(events.map(({ id }) => id));
  return [...events, ...pending.filter(({ id }) => !known.has(id))];
}
