/**
 * A device's copy of a piece's journal, whole or from a standing on. The server numbers entries from 1 without a gap and
 * only ever adds, so a copy has no gaps; what arrives ahead of its turn waits until the gap is filled.
 */
import type { JournalEvent } from '@core/journal/events';
import type { JournalPart, Standing } from '@core/journal/standing';

export class Replica {
  base: Standing | null = null;
  private list: readonly JournalEvent[] = [];
  private readonly ahead = new Map<number, JournalEvent>();

  /** Entries of the journal before those that are here, and with them. */
  get first(): number {
    return this.base?.seq ?? 0;
  }
  get end(): number {
    return this.first + this.list.length;
  }
  /** The id of the last entry that is here without a gap. */
  get last(): string {
    return this.list.at(-1)?.id ?? this.base?.last ?? '';
  }
  /** The entries that are here without a gap. */
  get known(): readonly JournalEvent[] {
    return this.list;
  }

  /** Known entries, then those that came ahead of their turn, in the journal's order. */
  get events(): readonly JournalEvent[] {
    if (this.ahead.size === 0) return this.list;
    const later = [...this.ahead].sort(([a], [b]) => a - b).map(([, event]) => event);
    return [...this.list, ...later];
  }

  /** The id of the entry of that number, 1-based; null if it is not here. */
  idAt(seq: number): string | null {
    if (seq === this.base?.seq) return this.base.last;
    return this.list[seq - this.first - 1]?.id ?? null;
  }

  /** One entry with its number, 1-based. False if it was here already. */
  take(seq: number, event: JournalEvent): boolean {
    if (seq <= this.end || this.ahead.has(seq)) return false;
    this.ahead.set(seq, event);
    this.close();
    return true;
  }

  /** What comes before what is here, as somebody else has it. */
  private offerBefore({ base, events }: JournalPart): boolean {
    const before = this.first - (base?.seq ?? 0);
    if (before <= 0 || events[before - 1]?.id !== this.base?.last) return false;
    this.list = [...events.slice(0, before), ...this.list];
    this.base = base;
    return true;
  }

  /** The journal as somebody else has it: the one that goes further is taken, with what is here of the time before it. */
  offer(part: JournalPart): boolean {
    const { base, events } = part;
    const first = base?.seq ?? 0;
    const isLonger = this.offerBefore(part);
    if (first + events.length <= this.end) return isLonger;
    const follows = base !== null && first >= this.first && this.idAt(first) === base.last;
    if (!follows) this.base = base;
    this.list = follows ? [...this.list.slice(0, first - this.first), ...events] : [...events];
    for (const seq of [...this.ahead.keys()]) if (seq <= this.end) this.ahead.delete(seq);
    this.close();
    return true;
  }

  /**
   * The whole of the server's journal: what is here may be a copy of another one (a backup was put back, say). What was
   * here and is not there is returned, so that it can be sent again.
   */
  replace(events: readonly JournalEvent[]): JournalEvent[] {
    const there = new Set(events.map(({ id }) => id));
    const lost = this.events.filter(({ id }) => !there.has(id));
    this.base = null;
    this.list = [...events];
    this.ahead.clear();
    return lost;
  }

  private close() {
    const more: JournalEvent[] = [];
    for (let seq = this.end + 1; this.ahead.has(seq); seq += 1) {
      more.push(this.ahead.get(seq) as JournalEvent);
      this.ahead.delete(seq);
    }
    if (more.length > 0) this.list = [...this.list, ...more];
  }
}
