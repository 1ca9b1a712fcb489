/**
 * Events that this device has made and the server has not acknowledged yet, kept where a reload finds them. Each
 * has a key of its own, so that two tabs never write over each other. Keys are numbered: a clock that jumps back
 * between two rows must not change their order.
 */
import type { JournalEvent } from '@core/journal/events';
import { HAPPENINGS } from '@core/journal/kinds';

/** The part of the browser's storage that is needed; tests bring their own. */
export type Store = Pick<Storage, 'getItem' | 'setItem' | 'removeItem' | 'key' | 'length'>;
/** `unsent` waits for the server; `refused` was turned down by it and waits for the knitter. */
export type Shelf = 'unsent' | 'refused';
export type Refused = { readonly event: JournalEvent; readonly message: string };

export const prefixOf = (shelf: Shelf, pieceId: string) => `gritch.${shelf}.${pieceId}.`;

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

/** A key without a number is from an older version, and older than all that have one. */
const placeOf = (rest: string) => (rest.includes('.') ? rest : `.${rest}`);

function keysOf(store: Store, shelf: Shelf, pieceId: string): string[] {
  const prefix = prefixOf(shelf, pieceId);
  const rests = Array.from({ length: store.length }, (_, i) => store.key(i) ?? '')
    .filter((key) => key.startsWith(prefix))
    .map((key) => key.slice(prefix.length));
  const places = new Map(rests.map((rest) => [rest, placeOf(rest)]));
  rests.sort((a, b) => ((places.get(a) as string) < (places.get(b) as string) ? -1 : 1));
  return rests.map((rest) => prefix + rest);
}

const readAll = (store: Store, shelf: Shelf, pieceId: string): unknown[] =>
  keysOf(store, shelf, pieceId).map((key) => parsed(store.getItem(key)));

const ORDER = 'gritch.order';
const DIGITS = 12;

/** The next number of this device; two tabs that draw the same one are told apart by the event's id. */
function nextOrder(store: Store): string {
  const order = (Number(store.getItem(ORDER)) || 0) + 1;
  store.setItem(ORDER, String(order));
  return String(order).padStart(DIGITS, '0');
}

/** Unsent events in the order they were made; whatever is not an event is passed over. */
export const readPending = (store: Store, pieceId: string): JournalEvent[] =>
  readAll(store, 'unsent', pieceId).filter(isEvent);

export const readRefused = (store: Store, pieceId: string): Refused[] =>
  readAll(store, 'refused', pieceId).filter((found): found is Refused => {
    const { event, message } = (found ?? {}) as Record<string, unknown>;
    return isEvent(event) && typeof message === 'string';
  });

/**
 * False where the device refuses to keep things (storage full or forbidden): they are there only as long as the page is
 * open, and the knitter must be told.
 */
function keep(store: Store, shelf: Shelf, pieceId: string, id: string, value: unknown): boolean {
  try {
    store.setItem(`${prefixOf(shelf, pieceId)}${nextOrder(store)}.${id}`, JSON.stringify(value));
    return true;
  } catch {
    return false;
  }
}

export const addPending = (store: Store, pieceId: string, event: JournalEvent) =>
  keep(store, 'unsent', pieceId, event.id, event);
export const addRefused = (store: Store, pieceId: string, refused: Refused) =>
  keep(store, 'refused', pieceId, refused.event.id, refused);
export function forget(store: Store, shelf: Shelf, pieceId: string, ids: readonly string[]) {
  const gone = new Set(ids);
  for (const key of keysOf(store, shelf, pieceId))
    if (gone.has(key.slice(key.lastIndexOf('.') + 1))) store.removeItem(key);
}
