/**
 * What this device has to tell the server about one piece. New events show at once, are kept until the server has
 * acknowledged them, and are sent in batches, in order, one post at a time. What the server refuses is set aside,
 * never dropped.
 */
import type { JournalEvent } from '@core/journal/events';
import {
  addPending,
  addRefused,
  forget,
  readPending,
  readRefused,
  type Refused,
  type Store,
} from './pending';

export type Saving = 'saved' | 'sending' | 'waiting';
/**
 * `stored`: the numbers that the events have in the journal. `later`: no answer, the server's own trouble, or a door that does
 * not let them in and says why; the same events are sent again. `refused`: the journal itself does not take them.
 */
export type Answer =
  | { readonly stored: readonly number[] }
  | 'later'
  | { readonly later: string }
  | { readonly refused: string };
type Settled = Exclude<Answer, 'later' | { readonly later: string }>;
export type Post = (events: readonly JournalEvent[]) => Promise<Answer>;

export type OutboxState = {
  readonly pending: readonly JournalEvent[];
  readonly refused: readonly Refused[];
  readonly saving: Saving;
  /** Why what waits was not let in, in the words of whoever stood at the door; null if nobody said. */
  readonly heldUp: string | null;
  /** Pending events that the device's store would not take: they live in this open page alone. */
  readonly unkept: readonly string[];
};
export const EMPTY_OUTBOX: OutboxState = {
  pending: [],
  refused: [],
  saving: 'saved',
  heldUp: null,
  unkept: [],
};

export const BATCH = 100;
export const RETRY_MS = 3000;

export class Outbox {
  private state = EMPTY_OUTBOX;
  private readonly listeners = new Set<() => void>();
  private busy = false;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private stopped = false;

  constructor(
    private readonly pieceId: string,
    private readonly store: () => Store,
    private readonly post: Post,
    /** Told of every event that the server has, before it leaves the pending ones. */
    private readonly onStored: (event: JournalEvent, seq: number) => void,
  ) {}

  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
  readonly getState = () => this.state;

  private set(change: Partial<OutboxState>) {
    this.state = { ...this.state, ...change };
    this.listeners.forEach((listener) => listener());
  }

  /** Takes up what an earlier page of this device, or another one beside this, left unsent, and sends it. */
  start() {
    this.stopped = false;
    const kept = readPending(this.store(), this.pieceId);
    const here = new Set(kept.map(({ id }) => id));
    const known = new Set(this.state.pending.map(({ id }) => id));
    const fresh = kept.some(({ id }) => !known.has(id));
    const alone = this.state.pending.filter(({ id }) => !here.has(id));
    this.set({
      ...(fresh && { pending: [...kept, ...alone] }),
      refused: readRefused(this.store(), this.pieceId),
    });
    void this.send();
  }

  stop() {
    this.stopped = true;
    clearTimeout(this.timer);
  }

  add(...events: readonly JournalEvent[]) {
    const unkept = events.filter((event) => !addPending(this.store(), this.pieceId, event));
    this.set({
      pending: [...this.state.pending, ...events],
      unkept: [...this.state.unkept, ...unkept.map(({ id }) => id)],
    });
    void this.send();
  }

  dismiss(id: string) {
    forget(this.store(), 'refused', this.pieceId, [id]);
    this.set({ refused: this.state.refused.filter(({ event }) => event.id !== id) });
  }

  async send(): Promise<void> {
    if (this.busy) return;
    this.busy = true;
    // After a refusal events go one by one, so that a bad one does not keep its neighbours out.
    let singly = 0;
    while (this.state.pending.length > 0) {
      this.set({ saving: 'sending' });
      const batch = this.state.pending.slice(0, singly > 0 ? 1 : BATCH);
      const answer = await this.post(batch);
      if (answer === 'later' || 'later' in answer) {
        this.retryLater(answer === 'later' ? null : answer.later);
        break;
      }
      const whole = 'refused' in answer && batch.length > 1;
      if (!whole) this.settle(batch, answer);
      singly = whole ? batch.length : singly - 1;
    }
    this.busy = false;
  }

  private retryLater(heldUp: string | null) {
    this.set({ saving: 'waiting', heldUp });
    clearTimeout(this.timer);
    if (!this.stopped) this.timer = setTimeout(() => void this.send(), RETRY_MS);
  }

  private settle(batch: readonly JournalEvent[], answer: Settled) {
    const refused = 'refused' in answer ? batch.map((event) => ({ event, message: answer.refused })) : [];
    refused.forEach((item) => addRefused(this.store(), this.pieceId, item));
    if ('stored' in answer) batch.forEach((event, i) => this.onStored(event, answer.stored[i] as number));
    const ids = batch.map(({ id }) => id);
    forget(this.store(), 'unsent', this.pieceId, ids);
    const pending = this.state.pending.filter(({ id }) => !ids.includes(id));
    this.set({
      pending,
      refused: [...this.state.refused, ...refused],
      unkept: this.state.unkept.filter((id) => !ids.includes(id)),
      heldUp: null,
      saving: pending.length === 0 ? 'saved' : 'sending',
    });
  }
}
