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
/** `later`: no answer, or the server's own trouble; the same events are sent again. */
export type Answer = 'stored' | 'later' | { readonly refused: string };
export type Post = (events: readonly JournalEvent[]) => Promise<Answer>;

export type OutboxState = {
  readonly acknowledged: readonly JournalEvent[];
  readonly pending: readonly JournalEvent[];
  readonly refused: readonly Refused[];
  readonly saving: Saving;
};
export const EMPTY_OUTBOX: OutboxState = { acknowledged: [], pending: [], refused: [], saving: 'saved' };

export const BATCH = 100;
export const RETRY_MS = 3000;

export class Outbox {
  private state = EMPTY_OUTBOX;
  private readonly listeners = new Set<() => void>();
  private busy = false;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly pieceId: string,
    private readonly store: () => Store,
    private readonly post: Post,
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

  /** Takes up what an earlier page of this device left unsent, and sends it. */
  start() {
    const kept = readPending(this.store(), this.pieceId);
    const known = new Set([...this.state.pending, ...this.state.acknowledged].map(({ id }) => id));
    const fresh = kept.filter(({ id }) => !known.has(id));
    this.set({
      pending: [...fresh, ...this.state.pending],
      refused: readRefused(this.store(), this.pieceId),
    });
    void this.send();
  }

  stop() {
    clearTimeout(this.timer);
  }

  add(event: JournalEvent) {
    addPending(this.store(), this.pieceId, event);
    this.set({ pending: [...this.state.pending, event] });
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
      if (answer === 'later') {
        this.retryLater();
        break;
      }
      const whole = answer !== 'stored' && batch.length > 1;
      if (!whole) this.settle(batch, answer);
      singly = whole ? batch.length : singly - 1;
    }
    this.busy = false;
  }

  private retryLater() {
    this.set({ saving: 'waiting' });
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.send(), RETRY_MS);
  }

  private settle(batch: readonly JournalEvent[], answer: Exclude<Answer, 'later'>) {
    const refused = answer === 'stored' ? [] : batch.map((event) => ({ event, message: answer.refused }));
    refused.forEach((item) => addRefused(this.store(), this.pieceId, item));
    const ids = batch.map(({ id }) => id);
    forget(this.store(), 'unsent', this.pieceId, ids);
    const pending = this.state.pending.filter(({ id }) => !ids.includes(id));
    this.set({
      pending,
      refused: [...this.state.refused, ...refused],
      acknowledged: answer === 'stored' ? [...this.state.acknowledged, ...batch] : this.state.acknowledged,
      saving: pending.length === 0 ? 'saved' : 'sending',
    });
  }
}
