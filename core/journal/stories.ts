/**
 * Rows of a life that had ended, told beside what happened meanwhile: a phone knits rows 60 to 66 without a network while
 * the laptop rips back to 55 and knits to 58. Which of the two is on the needle only the knitter knows.
 */
import type { EventOf, JournalEvent } from './events';
import type { JournalState } from './fold';

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
  /** The life that had ended when these rows arrived. */
  readonly life: string;
  readonly strays: readonly Telling[];
  /** What ended it; null if that is not known. */
  readonly ended: Turn | null;
  /** Rows knitted since, as they count. */
  readonly since: readonly Telling[];
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

/** A device that ripped without knowing that its life had ended began one that never counted: what ended the first holds. */
function endOf(life: string, events: readonly JournalEvent[], state: JournalState): Turn | null {
  const turns = events.filter(isTurn);
  const end = turns.findLast((turn) => turn.life === life && state.verdicts.get(turn.id) === 'counted');
  if (end) return end;
  const begun = turns.find(({ id }) => id === life);
  return begun && begun.life !== life ? endOf(begun.life, events, state) : null;
}

export function storiesOf(events: readonly JournalEvent[], state: JournalState): Story[] {
  const lives = [...new Set(state.strays.map(({ life }) => life))];
  return lives.map((life) => {
    const ended = endOf(life, events, state);
    const at = ended ? events.findIndex(({ id }) => id === ended.id) : events.length;
    const since = events
      .slice(at + 1)
      .filter((e): e is EventOf<'rowDone'> => e.kind === 'rowDone' && state.verdicts.get(e.id) === 'counted');
    return {
      life,
      strays: tell(state.strays.filter((row) => row.life === life)),
      ended,
      since: tell(since),
    };
  });
}
