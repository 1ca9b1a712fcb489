/**
 * One piece's journal on one device: a copy of what the server has, then the device's own events that are still on their
 * way. It works the same with and without a network; the live line only makes it quicker.
 */
import type { JournalEvent } from '@core/journal/events';
import type { Copies } from './copies';
import { EMPTY_OUTBOX, Outbox, type OutboxState, type Post } from './outbox';
import type { Store } from './pending';
import { Replica } from './replica';

export type DeviceState = OutboxState & {
  /** The journal as this device sees it. */
  readonly events: readonly JournalEvent[];
  /** Events that the server is known to have. */
  readonly stored: number;
  /** Events of the journal's beginning that are kept on this device. */
  readonly copied: number;
  /** The device refuses to keep a copy. */
  readonly copyRefused: boolean;
};

const sameEvents = (a: readonly JournalEvent[], b: readonly JournalEvent[]) =>
  a.length === b.length && a.every(({ id }, i) => id === b[i]?.id);

type Parts = { readonly store: () => Store; readonly post: Post; readonly copies: Copies };

export class DeviceJournal {
  private readonly replica = new Replica();
  private readonly outbox: Outbox;
  private readonly listeners = new Set<() => void>();
  private state: DeviceState | null = null;
  private copied = 0;
  private copyRefused = false;
  private copying: Promise<void> = Promise.resolve();

  constructor(
    private readonly pieceId: string,
    private readonly parts: Parts,
    first: readonly JournalEvent[] = [],
  ) {
    this.replica.offer(first);
    this.outbox = new Outbox(pieceId, parts.store, parts.post, (event, seq) => {
      if (this.replica.take(seq, event)) this.copy();
    });
    this.outbox.subscribe(() => this.tell());
  }

  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  };
  readonly getState = (): DeviceState => (this.state ??= this.seen(EMPTY_OUTBOX));

  /** Where the live line goes on: the number and the id of the last event that is here without a gap. */
  get place(): { readonly seq: number; readonly id: string } {
    const { known } = this.replica;
    return { seq: known.length, id: known[known.length - 1]?.id ?? '' };
  }

  private seen(outbox: OutboxState): DeviceState {
    const events = this.replica.events;
    const unknown = new Set(outbox.pending.map(({ id }) => id));
    if (unknown.size > 0) events.forEach(({ id }) => unknown.delete(id));
    const own = outbox.pending.filter(({ id }) => unknown.has(id));
    const all = own.length > 0 ? [...events, ...own] : events;
    return {
      ...outbox,
      // A row that has only been saved changes nothing: the list stays the very same.
      events: this.state && sameEvents(this.state.events, all) ? this.state.events : all,
      stored: events.length,
      copied: this.copied,
      copyRefused: this.copyRefused,
    };
  }

  private tell() {
    this.state = this.seen(this.outbox.getState());
    this.listeners.forEach((listener) => listener());
  }

  /** Takes up what the device has kept, and sends what is waiting. Resolves when the copy is read. */
  start(): Promise<void> {
    this.outbox.start();
    return this.readCopy();
  }
  stop() {
    this.outbox.stop();
  }
  /** Sends what is waiting, and looks whether another page of this device left something. */
  send() {
    this.outbox.start();
  }

  private async readCopy() {
    try {
      const kept = await this.parts.copies.read(this.pieceId);
      this.takeUp(kept);
    } catch {
      this.copyRefused = true;
    }
    this.copy();
    this.tell();
  }

  /** A copy of another journal (a backup was put back meanwhile) is written over; what the server lacks is sent to it again. */
  private takeUp(kept: readonly JournalEvent[]) {
    const { known } = this.replica;
    const shared = Math.min(kept.length, known.length);
    if (shared > 0 && kept[shared - 1]?.id !== known[shared - 1]?.id) {
      const there = new Set(known.map(({ id }) => id));
      return this.outbox.add(...kept.filter(({ id }) => !there.has(id)));
    }
    this.copied = kept.length;
    this.replica.offer(kept);
  }

  /** Writes what the copy lacks, one write after the other. */
  private copy(from = this.copied) {
    this.copying = this.copying.then(async () => {
      const { known } = this.replica;
      const start = Math.min(from, this.copied);
      if (this.copyRefused || known.length <= start) return;
      try {
        await this.parts.copies.write(this.pieceId, start + 1, known.slice(start));
        this.copied = known.length;
      } catch {
        this.copyRefused = true;
      }
      this.tell();
    });
  }

  /** The journal as a page or another answer of the server has it. */
  offer(events: readonly JournalEvent[]) {
    if (!this.replica.offer(events)) return;
    this.copy();
    this.tell();
  }

  /** An event from the live line. */
  take(seq: number, event: JournalEvent) {
    if (!this.replica.take(seq, event)) return;
    this.copy();
    this.tell();
  }

  /** The server's journal is another one than this is a copy of. What it lacks is sent to it again. */
  replace(events: readonly JournalEvent[]) {
    const lost = this.replica.replace(events);
    const waiting = new Set(this.outbox.getState().pending.map(({ id }) => id));
    this.copied = 0;
    this.copy(0);
    this.outbox.add(...lost.filter(({ id }) => !waiting.has(id)));
  }

  record(...events: readonly JournalEvent[]) {
    this.outbox.add(...events);
  }
  dismiss(id: string) {
    this.outbox.dismiss(id);
  }
}
