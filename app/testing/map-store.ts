/** The browser's storage as a plain map; `full` makes it refuse. For tests only. */
import type { Copies } from '~/journal/copies';
import type { Store } from '~/journal/pending';
import type { JournalEvent } from '@core/journal/events';

export class MapStore implements Store {
  readonly map = new Map<string, string>();
  full = false;
  get length() {
    return this.map.size;
  }
  key = (i: number) => [...this.map.keys()][i] ?? null;
  getItem = (key: string) => this.map.get(key) ?? null;
  removeItem = (key: string) => void this.map.delete(key);
  setItem = (key: string, value: string) => {
    if (this.full) throw new Error('QuotaExceededError');
    this.map.set(key, value);
  };
}

/** Copies of journals in memory. */
export class MapCopies implements Copies {
  readonly map = new Map<string, readonly JournalEvent[]>();
  full = false;
  read = (piece: string) => Promise.resolve(this.map.get(piece) ?? []);
  write = (piece: string, from: number, events: readonly JournalEvent[]) => {
    if (this.full) return Promise.reject(new Error('QuotaExceededError'));
    this.map.set(piece, [...(this.map.get(piece) ?? []).slice(0, from - 1), ...events]);
    return Promise.resolve();
  };
}
