/** Copies of journals kept on the device, so that a piece can be knitted on without a network. */
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { JournalEvent } from '@core/journal/events';
import { STANDING_FORM, type JournalPart, type Standing } from '@core/journal/standing';

/** What a device keeps of journals; a device that refuses has none and says so. */
export type Copies = {
  read(pieceId: string): Promise<JournalPart>;
  /** Keeps this in place of all that was kept of the journal. */
  begin(pieceId: string, part: JournalPart): Promise<void>;
  /** Keeps the events from number `from` (1-based) on, in place of what was there from it on. */
  write(pieceId: string, from: number, events: readonly JournalEvent[]): Promise<void>;
};

interface Shape extends DBSchema {
  /** Events by their number; under 0 the standing that they go on from, where they are not the whole journal. */
  journals: { key: [pieceId: string, seq: number]; value: JournalEvent | Standing };
}

const NAME = 'gritch';
const VERSION = 1;
const LAST = Number.MAX_SAFE_INTEGER;

let opened: Promise<IDBPDatabase<Shape>> | null = null;
const database = () =>
  (opened ??= openDB<Shape>(NAME, VERSION, { upgrade: (db) => void db.createObjectStore('journals') }));

const from = (pieceId: string, seq: number) => IDBKeyRange.bound([pieceId, seq], [pieceId, LAST]);
const isEvent = (kept: JournalEvent | Standing): kept is JournalEvent => 'kind' in kept;

async function replaceFrom(
  pieceId: string,
  first: number,
  values: readonly [number, JournalEvent | Standing][],
) {
  const tx = (await database()).transaction('journals', 'readwrite');
  await Promise.all([
    tx.store.delete(from(pieceId, first)),
    ...values.map(([seq, value]) => tx.store.put(value, [pieceId, seq])),
    tx.done,
  ]);
}

export const browserCopies: Copies = {
  async read(pieceId) {
    const db = await database();
    const [keys, values] = await Promise.all([
      db.getAllKeys('journals', from(pieceId, 0)),
      db.getAll('journals', from(pieceId, 0)),
    ]);
    const kept = values[0];
    const base = kept && !isEvent(kept) ? kept : null;
    // An older or newer version's: the server has all that it stands for.
    if (base && base.form !== STANDING_FORM) return { base: null, events: [] };
    const skipped = base ? 1 : 0;
    const first = base?.seq ?? 0;
    const gap = keys.slice(skipped).findIndex(([, seq], i) => seq !== first + i + 1);
    const whole = gap < 0 ? values : values.slice(0, gap + skipped);
    return { base, events: whole.filter(isEvent) };
  },
  begin(pieceId, { base, events }) {
    const first = base?.seq ?? 0;
    const numbered = events.map((event, i): [number, JournalEvent] => [first + i + 1, event]);
    return replaceFrom(pieceId, 0, base ? [[0, base], ...numbered] : numbered);
  },
  write: (pieceId, seq, events) =>
    replaceFrom(
      pieceId,
      seq,
      events.map((event, i) => [seq + i, event]),
    ),
};
