/**
 * What devices tell differently, both stories side by side: a phone knits rows 60 to 66 without a network while the
 * laptop rips back to 55 and knits to 58; or it rips while the laptop knits on; or it knits above a row that the laptop
 * takes back; or both tell row 63, at different times. What is on the needle only the knitter knows.
 */
import { lifeOf } from './asked';
import type { EventOf, JournalEvent } from './events';
import type { JournalState, Late } from './fold';

type Turn = EventOf<'ripped'> | EventOf<'rowSet'>;
export type Telling = {
  readonly device: string;
  readonly first: number;
  readonly last: number;
  /** ISO times by the device's own clock. */
  readonly from: string;
  readonly to: string;
};
export type Story = {
  /** The life that the late entries go on from, and all lives that they are of. */
  readonly life: string;
  readonly lives: readonly string[];
  readonly strays: readonly Telling[];
  /** Rips, set rows, undos and ends of sections that came late, oldest first. */
  readonly late: readonly Late[];
  /** What ended that life; null if it has not ended, or that is not known. */
  readonly ended: Turn | null;
  /** Rows that were taken back meanwhile, oldest first. */
  readonly takenBack: readonly EventOf<'undo'>[];
  /** Rows knitted meanwhile, as they count. */
  readonly since: readonly Telling[];
  /** Rows that would be done if the late story is true. */
  readonly told: number;
};

/** Rows drawn together by device, in the order they came. */
function tell(rows: readonly EventOf<'rowDone'>[]): Telling[] {
  const told = new Map<string, Telling>();
  for (const { device, row, deviceTime } of rows) {
    const so = told.get(device) ?? { device, first: row, last: row, from: deviceTime, to: deviceTime };
    told.set(device, {
      device,
      first: Math.min(so.first, row),
      last: Math.max(so.last, row),
      from: so.from,
      to: deviceTime,
    });
  }
  return [...told.values()];
}

const isTurn = (event: JournalEvent): event is Turn => event.kind === 'ripped' || event.kind === 'rowSet';

/** If a device rips in an already-ended life, ignore the life it starts; keep the event that ended the original. */
function rootOf(life: string, turns: readonly Turn[], state: JournalState): string {
  const begun = turns.find(({ id }) => id === life);
  const counted = begun && state.verdicts.get(begun.id) === 'counted';
  return !begun || counted || begun.life === life ? life : rootOf(begun.life, turns, state);
}

class Teller {
  private readonly events: readonly JournalEvent[];
  private readonly turns: readonly Turn[];

  constructor(private readonly state: JournalState) {
    this.events = [...state.entries.values()];
    this.turns = this.events.filter(isTurn);
  }

  private placeOf = (id: string): number => this.state.places.get(id) ?? 0;

  /** Place in the journal after which a story tells something else than what counts. */
  private partsAt(ended: Turn | null, entries: readonly JournalEvent[]): number {
    if (ended) return this.placeOf(ended.id);
    return Math.min(...entries.map(({ seen }) => seen ?? Infinity)) - 1;
  }

  /** Where the late entries lead, one after the other. */
  private ledTo(entries: readonly (EventOf<'rowDone'> | Late)[]): number {
    const twice = entries.filter(
      (one) => one.kind === 'rowDone' && this.state.verdicts.get(one.id) === 'again',
    );
    let rows = this.state.done;
    for (const entry of entries) {
      const target = entry.kind === 'undo' ? this.state.entries.get(entry.target) : undefined;
      if (entry.kind === 'ripped') rows = entry.to;
      else if (entry.kind === 'undo') rows = target?.kind === 'rowDone' ? target.row - 1 : rows;
      else rows = entry.row;
    }
    // Rows told twice at different times were knitted on top of those that count.
    return twice.length === entries.length ? this.state.done + twice.length : rows;
  }

  story(life: string, entries: readonly (EventOf<'rowDone'> | Late)[]): Story {
    const ended = this.turns.findLast(
      (turn) => turn.life === life && this.state.verdicts.get(turn.id) === 'counted',
    );
    const parts = this.partsAt(ended ?? null, entries);
    const later = this.events.filter(
      ({ id }) => this.placeOf(id) > parts && this.state.verdicts.get(id) === 'counted',
    );
    return {
      life,
      lives: [...new Set(entries.map((entry) => lifeOf(entry, this.state)))],
      strays: tell(entries.filter((entry) => entry.kind === 'rowDone')),
      late: entries.filter((entry) => entry.kind !== 'rowDone'),
      ended: ended ?? null,
      takenBack: later.filter(
        (e): e is EventOf<'undo'> =>
          e.kind === 'undo' && this.state.entries.get(e.target)?.kind === 'rowDone',
      ),
      since: tell(later.filter((e): e is EventOf<'rowDone'> => e.kind === 'rowDone')),
      told: this.ledTo(entries),
    };
  }

  stories(): Story[] {
    const entries = [...this.state.strays, ...this.state.late].sort(
      (a, b) => this.placeOf(a.id) - this.placeOf(b.id),
    );
    const byRoot = new Map<string, (EventOf<'rowDone'> | Late)[]>();
    for (const entry of entries) {
      const root = rootOf(lifeOf(entry, this.state), this.turns, this.state);
      byRoot.set(root, [...(byRoot.get(root) ?? []), entry]);
    }
    return [...byRoot].map(([life, found]) => this.story(life, found));
  }
}

export const storiesOf = (state: JournalState): Story[] => new Teller(state).stories();
