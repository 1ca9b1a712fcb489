/**
 * Events folded to where the knitting stands. Order is the journal's order; the same event twice is once; a row
 * counts once per life; a row of a dead life is kept and put to the knitter, never counted.
 */
import { patternPosition, pieceRow, wale } from '../indices';
import { never } from '../result';
import type { Amendment } from '../piece/spans';
import type { Once } from '../piece/once';
import type { Facts } from '../piece/worksheet';
import { doublesIn, type ToldTwice } from './doubles';
import { FIRST_LIFE, type EventOf, type JournalEvent } from './events';

/** What became of an event. */
export type Verdict =
  | 'counted'
  /** A row that had been counted in this life already. */
  | 'again'
  /** A row, rip or set row of a life that had ended. */
  | 'deadLife'
  /** A row that is not the next one, or an undo of something that is not on top. */
  | 'outOfPlace'
  /** A rip, set row or undo by a device that did not know of rows that count, and what it did next, still not knowing. */
  | 'unaware'
  | 'undone';

export type FaultState = EventOf<'fault'> & { readonly mended: boolean };
export type JournalState = {
  readonly life: string;
  /** Rows finished; the row in hand is the next one. */
  readonly done: number;
  /** The event that finished each row, row 1 first; null for rows that were set, not ticked off. */
  readonly rowEvents: readonly (string | null)[];
  readonly lifelines: readonly EventOf<'lifeline'>[];
  readonly notes: readonly EventOf<'note'>[];
  readonly faults: readonly FaultState[];
  /** Lengths and weights of fabric and yarn that still hold, oldest first. */
  readonly measured: readonly EventOf<'measured'>[];
  readonly weighings: readonly EventOf<'weighed'>[];
  readonly facts: Facts;
  /**
   * Rows that do not count and that the knitter has not decided about: of dead lives, above rows that were taken back
   * elsewhere, or told on another device at another time.
   */
  readonly strays: readonly EventOf<'rowDone'>[];
  /** Rips, set rows and undos of devices that did not know of rows that count; not decided about either. */
  readonly late: readonly Late[];
  /** Rows of the newest change of plan that a device worked without knowing of it: null if there are none undecided. */
  readonly oldPlan: OldPlan | null;
  readonly verdicts: ReadonlyMap<string, Verdict>;
  /** Things hung in the work and done to the yarn that are still there, oldest first. */
  readonly anchors: readonly EventOf<'anchored'>[];
  /** Rows whose crossings were looked at and found right. */
  readonly looked: ReadonlySet<number>;
  /** Rows that were done when a step was taken, by its event. */
  readonly doneAt: ReadonlyMap<string, number>;
  /** What can be taken back, step by step, newest last. */
  readonly steps: readonly Step[];
  /** The event that an "undo" now would take back, and the undo that a "redo" would. */
  readonly undoTarget: string | null;
  readonly redoTarget: string | null;
};

const STEPS = ['rowDone', 'ripped', 'rowSet', 'panelRowSet', 'sectionEnded', 'rowOnce', 'repeatsChanged'] as const; // prettier-ignore
/** An event that "undo" takes back when it is on top. */
export type Step = { readonly id: string; readonly kind: (typeof STEPS)[number] };

type Turn = EventOf<'ripped'> | EventOf<'rowSet'>;
export type Late = Turn | EventOf<'undo'>;
export type OldPlan = {
  readonly change: EventOf<'planChanged'>;
  readonly rows: readonly EventOf<'rowDone'>[];
};
type Snapshot = { readonly life: string; readonly rowEvents: (string | null)[] };

class Fold {
  life = FIRST_LIFE;
  rowEvents: (string | null)[] = [];
  readonly verdicts = new Map<string, Verdict>();
  private readonly byId = new Map<string, JournalEvent>();
  /** Most entries are rows done: the others are found without looking through those. */
  private readonly byKind = new Map<JournalEvent['kind'], JournalEvent[]>();
  private readonly order = new Map<string, number>();
  private readonly before = new Map<string, Snapshot>();
  private readonly turns: Turn[] = [];
  private readonly steps: Step[] = [];
  /** Rows that were done when something was said about a row. */
  private readonly doneAt = new Map<string, number>();
  private undone: string[] = [];
  private readonly toldTwice: ToldTwice[] = [];
  /** By device, the place of the newest row that counted when the device did something without knowing of it. */
  private readonly partedAt = new Map<string, number>();

  apply(event: JournalEvent) {
    if (this.byId.has(event.id)) return;
    this.order.set(event.id, this.byId.size);
    this.byId.set(event.id, event);
    const alike = this.byKind.get(event.kind);
    if (alike) alike.push(event);
    else this.byKind.set(event.kind, [event]);
    this.verdicts.set(event.id, this.judge(event));
  }

  private judge(event: JournalEvent): Verdict {
    switch (event.kind) {
      case 'rowDone':
        return this.row(event);
      case 'ripped':
      case 'rowSet':
        return event.life === this.life ? this.turn(event) : 'deadLife';
      case 'undo':
        return this.undo(event);
      case 'panelRowSet':
      case 'rowOnce':
      case 'repeatsChanged':
        return this.step(event);
      case 'sectionEnded':
        return event.row === this.rowEvents.length ? this.step(event) : 'outOfPlace';
      case 'looked':
        return event.row <= this.rowEvents.length ? 'counted' : 'outOfPlace';
      case 'measured':
        return event.since < event.row ? 'counted' : 'outOfPlace';
      case 'lifeline':
      case 'note':
      case 'fault':
      case 'mended':
      case 'weighed':
      case 'planChanged':
      case 'anchored':
      case 'settled':
        return 'counted';
      default:
        return never(event);
    }
  }

  private step({ id, kind }: Step): Verdict {
    this.steps.push({ id, kind });
    this.doneAt.set(id, this.rowEvents.length);
    this.undone = [];
    return 'counted';
  }

  private row(event: EventOf<'rowDone'>): Verdict {
    if (event.life !== this.life) return 'deadLife';
    if (this.hasParted(event)) return 'unaware';
    if (event.row <= this.rowEvents.length) return this.toldAgain(event);
    if (event.row > this.rowEvents.length + 1) return 'outOfPlace';
    this.rowEvents.push(event.id);
    return this.step(event);
  }

  /** Whether the device that made an event knew of an entry that came before it. */
  private knew({ seen, device }: JournalEvent, id: string): boolean {
    return seen === undefined || (this.order.get(id) ?? 0) < seen || this.byId.get(id)?.device === device;
  }
  /** From here on, and until it knows of that row, the device tells a story of its own. */
  private part({ device }: JournalEvent): Verdict {
    const top = this.rowEvents[this.rowEvents.length - 1] ?? '';
    this.partedAt.set(device, this.order.get(top) ?? 0);
    return 'unaware';
  }
  /** Whether a device still tells its own story: it did not know of the rows that count. */
  private hasParted({ seen, device }: JournalEvent): boolean {
    return seen !== undefined && seen <= (this.partedAt.get(device) ?? -1);
  }
  /** Whether it knew of the newest row that counts. */
  private knewTop(event: JournalEvent): boolean {
    const top = this.rowEvents[this.rowEvents.length - 1] ?? null;
    return top === null || this.knew(event, top);
  }

  private toldAgain(event: EventOf<'rowDone'>): Verdict {
    const counted = this.byId.get(this.rowEvents[event.row - 1] ?? '');
    if (counted?.kind === 'rowDone' && counted.device !== event.device && !this.knew(event, counted.id))
      this.toldTwice.push({ counted, again: event });
    return 'again';
  }

  private turn(event: Turn): Verdict {
    const to = event.kind === 'ripped' ? event.to : event.row;
    if (this.hasParted(event)) return 'unaware';
    if (!this.knewTop(event)) return this.part(event);
    if (event.kind === 'ripped' && to >= this.rowEvents.length) return 'outOfPlace';
    this.begin(event, to);
    return this.step(event);
  }

  private begin(event: Turn, to: number) {
    this.before.set(event.id, { life: this.life, rowEvents: this.rowEvents });
    const kept = this.rowEvents.slice(0, to);
    this.rowEvents = [...kept, ...Array.from({ length: to - kept.length }, () => null)];
    this.life = event.id;
    this.turns.push(event);
  }

  private undo(event: EventOf<'undo'>): Verdict {
    const target = this.byId.get(event.target);
    const verdict = this.verdicts.get(event.target);
    if (!target || verdict === undefined || verdict === 'undone') return 'outOfPlace';
    if (verdict !== 'counted') return this.takeBackUncounted(target);
    if (this.hasParted(event)) return 'unaware';
    const done = target.kind === 'undo' ? this.again(target) : this.takeBack(target);
    if (!done) return this.knewTop(event) ? 'outOfPlace' : this.part(event);
    this.verdicts.set(event.target, 'undone');
    if (target.kind === 'undo') this.undone = this.undone.filter((id) => id !== target.id);
    else if (this.isStep(target)) {
      this.steps.splice(
        this.steps.findLastIndex(({ id }) => id === target.id),
        1,
      );
      this.undone.push(event.id);
    }
    return 'counted';
  }

  /** What never counted is taken back by saying so: it is not asked about either. */
  private takeBackUncounted(target: JournalEvent): Verdict {
    if (target.kind === 'undo') return 'outOfPlace';
    this.verdicts.set(target.id, 'undone');
    return 'counted';
  }

  private isStep = (event: JournalEvent): event is JournalEvent & Step =>
    STEPS.some((kind) => kind === event.kind);

  private takeBack(target: JournalEvent): boolean {
    if (target.kind === 'rowDone') {
      if (this.rowEvents[this.rowEvents.length - 1] !== target.id) return false;
      this.rowEvents.pop();
    } else if (target.kind === 'ripped' || target.kind === 'rowSet') {
      const start = target.kind === 'ripped' ? target.to : target.row;
      const snapshot = this.before.get(target.id);
      if (this.life !== target.id || this.rowEvents.length !== start || !snapshot) return false;
      this.life = snapshot.life;
      this.rowEvents = snapshot.rowEvents;
      this.turns.pop();
    }
    return true;
  }

  /** Redo: the undone thing happened after all, if it still fits on top. */
  private again(undo: EventOf<'undo'>): boolean {
    const target = this.byId.get(undo.target);
    if (!target || target.kind === 'undo') return false;
    if (target.kind === 'rowDone') {
      if (target.life !== this.life || target.row !== this.rowEvents.length + 1) return false;
      this.rowEvents.push(target.id);
    } else if (target.kind === 'ripped' || target.kind === 'rowSet') {
      if (target.life !== this.life) return false;
      this.begin(target, target.kind === 'ripped' ? target.to : target.row);
    }
    this.verdicts.set(target.id, 'counted');
    if (this.isStep(target)) this.steps.push({ id: target.id, kind: target.kind });
    return true;
  }

  /** Rows that a rip or a set row, later than `id`, took the fabric down to. */
  private loweredTo(id: string): number[] {
    const at = this.order.get(id) ?? 0;
    const later = this.turns.filter((turn) => (this.order.get(turn.id) ?? 0) > at);
    return later.map((turn) => (turn.kind === 'ripped' ? turn.to : turn.row));
  }

  private all<K extends JournalEvent['kind']>(kind: K) {
    return (this.byKind.get(kind) ?? []) as EventOf<K>[];
  }
  private live = <K extends JournalEvent['kind']>(kind: K) =>
    this.all(kind).filter(({ id }) => this.verdicts.get(id) === 'counted');

  private amendments(): Amendment[] {
    return this.live('panelRowSet').flatMap(({ id, panel, from, position, since }) => {
      const at = { panel, from: pieceRow(from), position: patternPosition(position) };
      if (since === null) return [{ ...at, chartedFrom: pieceRow(from), madeFrom: pieceRow(from) }];
      const lowest = Math.min(from - 1, ...this.loweredTo(id));
      if (lowest < since) return [];
      return [{ ...at, chartedFrom: pieceRow(lowest + 1), madeFrom: pieceRow(since) }];
    });
  }

  /** A one-off row said beforehand is planned and stays; one said of a row already done ends with that row. */
  private onces(stands: (row: number, id: string) => boolean): Once[] {
    return this.live('rowOnce').flatMap(({ id, row, panel, instead }) =>
      row > (this.doneAt.get(id) ?? 0) || stands(row, id) ? [{ row, panel, instead }] : [],
    );
  }

  /** The life that an entry belongs to, as far as deciding about it goes. */
  private lifeOf(event: JournalEvent): string {
    if ('life' in event) return event.life;
    const target = event.kind === 'undo' ? this.byId.get(event.target) : undefined;
    return target && 'life' in target ? target.life : this.life;
  }
  /** What the knitter has not decided about yet: entries of a life that came after she last did. */
  private undecided<E extends JournalEvent>(found: readonly E[]): E[] {
    const settledAt = new Map(this.live('settled').map(({ life, id }) => [life, this.order.get(id) ?? 0]));
    return found.filter(
      (event) => (this.order.get(event.id) ?? 0) > (settledAt.get(this.lifeOf(event)) ?? -1),
    );
  }

  private strays(): EventOf<'rowDone'>[] {
    const still = this.toldTwice.filter(({ again }) => this.verdicts.get(again.id) === 'again');
    const doubles = new Set(doublesIn(still).map(({ id }) => id));
    return this.undecided(this.all('rowDone')).filter(({ id }) => {
      const verdict = this.verdicts.get(id);
      return (
        verdict === 'deadLife' ||
        verdict === 'outOfPlace' ||
        verdict === 'unaware' ||
        (verdict === 'again' && doubles.has(id))
      );
    });
  }

  private late(): Late[] {
    const found: readonly Late[] = [...this.all('ripped'), ...this.all('rowSet'), ...this.all('undo')];
    return this.undecided(found.filter(({ id }) => this.verdicts.get(id) === 'unaware'));
  }

  /** What was made under the old plan stays made: the knitter is asked whether the change begins above these rows. */
  private oldPlan(): OldPlan | null {
    const change = this.live('planChanged').at(-1);
    if (!change) return null;
    const at = this.order.get(change.id) ?? 0;
    const decided = this.live('settled').findLast(({ life }) => life === change.id);
    const from = Math.max(at, decided ? (this.order.get(decided.id) ?? 0) : 0);
    const rows = this.rowEvents.slice(change.from - 1).flatMap((id) => {
      const row = this.byId.get(id ?? '');
      const unaware = row?.kind === 'rowDone' && row.seen !== undefined && row.seen <= at;
      return unaware && (this.order.get(row.id) ?? 0) > from ? [row] : [];
    });
    return rows.length > 0 ? { change, rows } : null;
  }

  state(): JournalState {
    const mended = new Set(this.live('mended').map(({ fault }) => fault));
    const done = this.rowEvents.length;
    const stands = (row: number, id: string) => row <= done && this.loweredTo(id).every((to) => to >= row);
    const faults = this.live('fault')
      .filter((f) => stands(f.pieceRow, f.id) && (this.rowEvents[f.pieceRow - 1] ?? null) === f.rowEvent)
      .map((f) => ({ ...f, mended: mended.has(f.id) }));
    const deviations = faults
      .filter((f) => !f.mended)
      .map((f) => ({ pieceRow: pieceRow(f.pieceRow), panel: f.panel, wale: wale(f.wale), made: f.made }));
    const measured = this.live('measured').filter(({ row, id }) => stands(row, id));
    const newest = measured[measured.length - 1];
    return {
      life: this.life,
      done,
      rowEvents: this.rowEvents,
      lifelines: this.live('lifeline').filter(({ row, id }) => stands(row, id)),
      notes: this.live('note'),
      faults,
      measured,
      weighings: this.live('weighed').filter(({ row, id }) => stands(row, id)),
      facts: {
        amendments: this.amendments(),
        deviations,
        ends: this.live('sectionEnded').filter(({ row, id }) => stands(row, id)),
        done,
        onces: this.onces(stands),
        lengthened: this.live('repeatsChanged').map(({ section, panel, by }) => ({ section, panel, by })),
        ...(newest && { rowsPer10: ((newest.row - newest.since) / newest.cm) * 10 }),
      },
      strays: this.strays(),
      late: this.late(),
      oldPlan: this.oldPlan(),
      verdicts: this.verdicts,
      anchors: this.live('anchored').filter(({ row, id }) => stands(row, id)),
      looked: new Set(
        this.live('looked').filter(({ row, id }) => stands(row, id)).map(({ row }) => row), // prettier-ignore
      ),
      doneAt: this.doneAt,
      steps: this.steps,
      undoTarget: this.steps[this.steps.length - 1]?.id ?? null,
      redoTarget: this.undone[this.undone.length - 1] ?? null,
    };
  }
}

/** Folds events in the journal's order, then this device's unsent ones. */
export function fold(events: Iterable<JournalEvent>): JournalState {
  const folded = new Fold();
  for (const event of events) folded.apply(event);
  return folded.state();
}
