/**
 * One piece's journal on one device: a copy of what the server has, then the device's own events that are still on their
 * way. It works the same with and without a network; the live line only makes it quicker.
 */
import type { JournalEvent } from '@core/journal/events';
import type { JournalPart, Standing } from '@core/journal/standing';
import type { Copies } from './copies';
import { EMPTY_OUTBOX, Outbox, type OutboxState, type Post } from './outbox';
import type { Store } from './pending';
import type { Place } from './place';
import { Replica } from './replica';

export type DeviceState = OutboxState & {
  /** The journal as this device sees it, from a standing on or whole. */
  readonly base: Standing | null;
  readonly events: readonly JournalEvent[];
  /** Whether what the device has can be told apart from another journal only by the whole of the server's. */
  readonly wholeWanted: boolean;
  /** Events that the server is known to have. */
  readonly stored: number;
  /** Up to which event the journal is kept on this device. */
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
  private copyRead = false;
  /** A copy that cannot be compared with what the page has. */
  private unchecked: readonly JournalEvent[] | null = null;
  private copying: Promise<void> = Promise.resolve();

  constructor(
    private readonly pieceId: string,
    private readonly parts: Parts,
    first: JournalPart = { base: null, events: [] },
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
  get place(): Place {
    return { seq: this.replica.end, id: this.replica.last };
  }

  private seen(outbox: OutboxState): DeviceState {
    const { base, first, events } = this.replica;
    const unknown = new Set(outbox.pending.map(({ id }) => id));
    if (unknown.size > 0) events.forEach(({ id }) => unknown.delete(id));
    const own = outbox.pending.filter(({ id }) => unknown.has(id));
    const all = own.length > 0 ? [...events, ...own] : events;
    return {
      ...outbox,
      // A row that has only been saved changes nothing: the list stays the very same.
      base,
      events: this.state && sameEvents(this.state.events, all) ? this.state.events : all,
      stored: first + events.length,
      wholeWanted: this.unchecked !== null,
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
    this.copyRead = true;
    this.copy();
    this.tell();
  }

  /** Whether a copy is of the journal that is here, as far as both go; null if they have no entry in common. */
  private agrees({ base, events }: JournalPart): boolean | null {
    const first = base?.seq ?? 0;
    const shared = Math.min(first + events.length, this.replica.end);
    const here = this.replica.idAt(shared);
    const copied = shared === first ? base?.last : events[shared - first - 1]?.id;
    if (here === null || copied === undefined) return shared === 0 && first === 0 ? true : null;
    return here === copied;
  }

  /** A copy of another journal (a backup was put back meanwhile) is written over; what the server lacks is sent to it again. */
  private takeUp(copy: JournalPart) {
    const { base, events } = copy;
    const first = base?.seq ?? 0;
    if (first + events.length === 0) return;
    // The page is from before the copy: the live line finds out whether the copy is of this journal.
    if (first > this.replica.end) {
      this.replica.offer(copy);
      this.copied = this.replica.end;
      return;
    }
    const agrees = this.agrees(copy);
    if (agrees === true) {
      events.forEach((event, i) => this.replica.take(first + i + 1, event));
      this.copied = first <= this.replica.first ? first + events.length : 0;
    } else if (agrees === false && this.replica.base === null) {
      const there = new Set(this.replica.known.map(({ id }) => id));
      this.outbox.add(...events.filter(({ id }) => !there.has(id)));
    } else this.unchecked = events;
  }

  /** Writes what the copy lacks, one write after the other. */
  private copy(from = this.copied) {
    this.copying = this.copying.then(async () => {
      const { base, known, first, end } = this.replica;
      const start = Math.max(first, Math.min(from, this.copied));
      if (!this.copyRead || this.copyRefused || this.unchecked || end <= start) return;
      try {
        const { copies } = this.parts;
        // After a gap the copy begins anew, from where the page does.
        if (start > this.copied || start === 0) await copies.begin(this.pieceId, { base, events: known });
        else await copies.write(this.pieceId, start + 1, known.slice(start - first));
        this.copied = end;
      } catch {
        this.copyRefused = true;
      }
      this.tell();
    });
  }

  /** The journal as a page or another answer of the server has it. */
  offer(part: JournalPart) {
    if (!this.replica.offer(part)) return;
    this.copy();
    this.tell();
  }

  /** An event from the live line. */
  take(seq: number, event: JournalEvent) {
    if (!this.replica.take(seq, event)) return;
    this.copy();
    this.tell();
  }

  /** The whole of the server's journal: this may be a copy of another one. What it lacks is sent to it again. */
  replace(events: readonly JournalEvent[]) {
    const there = new Set(events.map(({ id }) => id));
    const unknown = this.unchecked?.filter(({ id }) => !there.has(id)) ?? [];
    const lost = [...unknown, ...this.replica.replace(events)];
    this.unchecked = null;
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
