/**
 * A device's copy of a piece's journal. The server numbers events from 1 without a gap and only ever adds, so a copy is
 * the journal's beginning; what arrives ahead of its turn waits until the gap is filled.
 */
import type { JournalEvent } from '@core/journal/events';

export class Replica {
  private list: readonly JournalEvent[] = [];
  private readonly ahead = new Map<number, JournalEvent>();

  /** Events from the journal's beginning that are here without a gap. */
  get known(): readonly JournalEvent[] {
    return this.list;
  }

  /** Known events, then those that came ahead of their turn, in the journal's order. */
  get events(): readonly JournalEvent[] {
    if (this.ahead.size === 0) return this.list;
    const later = [...this.ahead].sort(([a], [b]) => a - b).map(([, event]) => event);
    return [...this.list, ...later];
  }

  /** One event with its number, 1-based. False if it was here already. */
  take(seq: number, event: JournalEvent): boolean {
    if (seq <= this.list.length || this.ahead.has(seq)) return false;
    this.ahead.set(seq, event);
    this.close();
    return true;
  }

  /** The journal's beginning as somebody else has it: the longer one is taken. */
  offer(events: readonly JournalEvent[]): boolean {
    if (events.length <= this.list.length) return false;
    this.list = [...events];
    for (const seq of [...this.ahead.keys()]) if (seq <= events.length) this.ahead.delete(seq);
    this.close();
    return true;
  }

  /**
   * The server's journal is not the one this is a copy of: a backup was put back, say. Its journal is taken whole; what
   * was here and is not there is returned, so that it can be sent again.
   */
  replace(events: readonly JournalEvent[]): JournalEvent[] {
    const there = new Set(events.map(({ id }) => id));
    const lost = this.events.filter(({ id }) => !there.has(id));
    this.list = [...events];
    this.ahead.clear();
    return lost;
  }

  private close() {
    const more: JournalEvent[] = [];
    for (let seq = this.list.length + 1; this.ahead.has(seq); seq += 1) {
      more.push(this.ahead.get(seq) as JournalEvent);
      this.ahead.delete(seq);
    }
    if (more.length > 0) this.list = [...this.list, ...more];
  }
}
