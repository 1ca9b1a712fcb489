/** Copies of journals kept on the device, so that a piece can be knitted on without a network. */
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { JournalEvent } from '@core/journal/events';

/** What a device keeps of journals; a device that refuses has none and says so. */
export type Copies = {
  read(pieceId: string): Promise<readonly JournalEvent[]>;
  /** Keeps the events from number `from` (1-based) on, in place of what was there from it on. */
  write(pieceId: string, from: number, events: readonly JournalEvent[]): Promise<void>;
};

interface Shape extends DBSchema {
  journals: { key: [pieceId: string, seq: number]; value: JournalEvent };
}

const NAME = 'gritch';
const VERSION = 1;
const LAST = Number.MAX_SAFE_INTEGER;

let opened: Promise<IDBPDatabase<Shape>> | null = null;
const database = () =>
  (opened ??= openDB<Shape>(NAME, VERSION, { upgrade: (db) => void db.createObjectStore('journals') }));

const from = (pieceId: string, seq: number) => IDBKeyRange.bound([pieceId, seq], [pieceId, LAST]);

export const browserCopies: Copies = {
  async read(pieceId) {
    const db = await database();
    const [keys, events] = await Promise.all([
      db.getAllKeys('journals', from(pieceId, 1)),
      db.getAll('journals', from(pieceId, 1)),
    ]);
    const whole = keys.findIndex(([, seq], i) => seq !== i + 1);
    return whole < 0 ? events : events.slice(0, whole);
  },
  async write(pieceId, seq, events) {
    const tx = (await database()).transaction('journals', 'readwrite');
    await Promise.all([
      tx.store.delete(from(pieceId, seq)),
      ...events.map((event, i) => tx.store.put(event, [pieceId, seq + i])),
      tx.done,
    ]);
  },
};
