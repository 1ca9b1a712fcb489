/** A value kept in the browser's storage, seen by every part of the page and by other pages of this device. */
import { useSyncExternalStore } from 'react';
import type { Store } from '~/journal/pending';
import { deviceStore } from './store';

export class Kept<T> {
  private readonly listeners = new Set<() => void>();
  private known: { readonly text: string | null; readonly value: T } | null = null;
  /** What the store would not take holds as long as the page is open. */
  private unkept: string | null = null;
  /** What a page is rendered with before it is in a browser. */
  readonly usual: T;

  /** @param parse makes a sound value of whatever is found */
  constructor(
    private readonly key: string,
    private readonly parse: (text: string | null) => T,
    private readonly store: () => Store = deviceStore,
  ) {
    this.usual = parse(null);
  }

  readonly read = (): T => {
    const text = this.unkept ?? this.store().getItem(this.key);
    if (!this.known || this.known.text !== text) this.known = { text, value: this.parse(text) };
    return this.known.value;
  };

  write(value: T) {
    const text = JSON.stringify(value);
    try {
      this.store().setItem(this.key, text);
      this.unkept = null;
    } catch {
      this.unkept = text;
    }
    this.listeners.forEach((listener) => listener());
  }

  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    window.addEventListener('storage', listener);
    return () => {
      this.listeners.delete(listener);
      window.removeEventListener('storage', listener);
    };
  };
}

export const useKept = <T>(kept: Kept<T>): T =>
  useSyncExternalStore(kept.subscribe, kept.read, () => kept.usual);
