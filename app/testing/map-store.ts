/** The browser's storage as a plain map; `full` makes it refuse. For tests only. */
import type { Copies } from '~/journal/copies';
import type { Store } from '~/journal/pending';
import type { JournalEvent } from '@core/journal/events';
import type { JournalPart } from '@core/journal/standing';

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
  readonly map = new Map<string, JournalPart>();
  full = false;
  read = (piece: string) => Promise.resolve(this.map.get(piece) ?? { base: null, events: [] });
  begin = (piece: string, part: JournalPart) => {
    if (this.full) return Promise.reject(new Error('QuotaExceededError'));
    this.map.set(piece, part);
    return Promise.resolve();
  };
  write = async (piece: string, from: number, events: readonly JournalEvent[]) => {
    const { base, events: kept } = await this.read(piece);
    return this.begin(piece, { base, events: [...kept.slice(0, from - 1 - (base?.seq ?? 0)), ...events] });
  };
}
