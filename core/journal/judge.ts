/**
 * Entries judged one by one, in the journal's order; the same entry twice is once; a row counts once per life; a row of a
 * dead life is kept and put to the knitter, never counted.
 */
import { never } from '../result';
import type { ToldTwice } from './doubles';
import { FIRST_LIFE, type EventOf, type JournalEvent } from './events';
import { NATURES } from './kinds';
import type { Said, Step, Turn, Verdict } from './state';

export type Snapshot = { readonly life: string; readonly rowEvents: readonly (string | null)[] };
/** A rip or a set row, by its place in the journal and the rows it left. */
export type Lowering = { readonly at: number; readonly to: number };

export class Judge {
  life = FIRST_LIFE;
  rowEvents: (string | null)[] = [];
  readonly entries = new Map<string, JournalEvent>();
  readonly places = new Map<string, number>();
  readonly verdicts = new Map<string, Verdict>();
  readonly lifeWhenLate = new Map<string, string>();
  /** Most entries are rows done: the others are found without looking through those. */
  private readonly byKind = new Map<JournalEvent['kind'], JournalEvent[]>();
  readonly before = new Map<string, Snapshot>();
  /** Those that can be taken back; and those before them, as far as they lower what came before them. */
  readonly turns: Turn[] = [];
  lowerings: readonly Lowering[] = [];
  readonly steps: Step[] = [];
  /** Rows that were done when something was said about a row. */
  readonly doneAt = new Map<string, number>();
  undone: string[] = [];
  readonly toldTwice: ToldTwice[] = [];
  /** By device, the place of the newest row that counted when the device did something without knowing of it. */
  readonly partedAt = new Map<string, number>();
  /** Entries before those told here, which a standing stands for; and whether it has left steps and undos behind. */
  base = 0;
  count = 0;
  last = '';
  forgotten = { steps: false, undone: false };
  private missed = false;
  /** The place of each device's last entry. */
  private readonly lastOf = new Map<string, number>();
  /** Entries of stories that parted from what counts before what is at hand. */
  readonly beforeBase: JournalEvent[] = [];

  /** Whether something is spoken of that a standing has left behind. */
  get unsure(): boolean {
    const { steps, undone } = this.forgotten;
    return this.missed || (steps && this.steps.length === 0) || (undone && this.undone.length === 0);
  }

  apply(event: JournalEvent) {
    if (this.entries.has(event.id)) return;
    this.enter(event, this.count);
    this.count += 1;
    this.last = event.id;
    const verdict = this.judge(event);
    this.verdicts.set(event.id, verdict);
    this.lastOf.set(event.device, this.placeOf(event.id));
    if (verdict === 'unaware' && !('life' in event)) this.lifeWhenLate.set(event.id, this.life);
    const isTold =
      event.kind === 'rowDone' ? verdict !== 'counted' && verdict !== 'again' : verdict === 'unaware';
    if (isTold && !this.knowsBase(event)) this.beforeBase.push(event);
  }

  /** Lays an entry down without judging it. */
  enter(event: JournalEvent, place: number) {
    this.places.set(event.id, place);
    this.entries.set(event.id, event);
    const alike = this.byKind.get(event.kind);
    if (alike) alike.push(event);
    else this.byKind.set(event.kind, [event]);
  }

  placeOf = (id: string): number => this.places.get(id) ?? 0;
  all<K extends JournalEvent['kind']>(kind: K) {
    return (this.byKind.get(kind) ?? []) as EventOf<K>[];
  }
  live = <K extends JournalEvent['kind']>(kind: K) =>
    this.all(kind).filter(({ id }) => this.verdicts.get(id) === 'counted');

  /** What was said and not taken back, in the journal's order. */
  said(): Said[] {
    const kinds = [...this.byKind.values()].flatMap(([first, ...more]) => {
      if (!first || !isSaid(first)) return [];
      return [first, ...more].filter((event) => isSaid(event));
    });
    return kinds
      .filter(({ id }) => this.verdicts.get(id) === 'counted')
      .sort((a, b) => this.placeOf(a.id) - this.placeOf(b.id));
  }

  private knowsBase({ seen }: JournalEvent): boolean {
    return this.base === 0 || (seen !== undefined && seen >= this.base);
  }

  private judge(event: JournalEvent): Verdict {
    switch (event.kind) {
      case 'rowDone':
        return this.row(event);
      case 'ripped':
      case 'rowSet':
        return event.life === this.life ? this.turn(event) : this.crossed(event);
      case 'undo':
        return this.undo(event);
      case 'panelRowSet':
      case 'rowOnce':
      case 'repeatsChanged':
        return this.step(event);
      case 'sectionEnded':
        return this.sectionEnded(event);
      case 'looked':
        return event.row <= this.rowEvents.length ? 'counted' : 'outOfPlace';
      case 'inspected':
        return event.from <= event.to && event.to <= this.rowEvents.length ? 'counted' : 'outOfPlace';
      case 'measured':
        return event.since < event.row ? 'counted' : 'outOfPlace';
      case 'lifeline':
      case 'note':
      case 'fault':
      case 'mended':
      case 'left':
      case 'repairBegun':
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
    this.forgotten.undone = false;
    return 'counted';
  }

  private sectionEnded(event: EventOf<'sectionEnded'>): Verdict {
    if (this.hasParted(event)) return 'unaware';
    if (event.row === this.rowEvents.length) return this.step(event);
    return this.knewAll(event) ? 'outOfPlace' : this.part(event);
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
  knew({ seen, device }: JournalEvent, id: string): boolean {
    return seen === undefined || this.placeOf(id) < seen || this.entries.get(id)?.device === device;
  }
  /** From here on, and until it knows of that row, the device tells a story of its own. */
  private part({ device }: JournalEvent): Verdict {
    const top = this.rowEvents[this.rowEvents.length - 1] ?? '';
    this.partedAt.set(device, this.placeOf(top));
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

  /** Whether nothing came from other devices that it did not know of. */
  private knewAll({ seen, device }: JournalEvent): boolean {
    if (seen === undefined) return true;
    return seen >= this.base && [...this.lastOf].every(([other, place]) => other === device || place < seen);
  }

  private toldAgain(event: EventOf<'rowDone'>): Verdict {
    const id = this.rowEvents[event.row - 1] ?? null;
    const counted = id === null ? undefined : this.entries.get(id);
    // A row too far down to be at hand was done before the base; who does not say what was known, knew of it.
    if (id !== null && !counted && event.seen !== undefined && !this.knowsBase(event)) this.missed = true;
    if (counted?.kind !== 'rowDone' || counted.device === event.device || this.knew(event, counted.id))
      return 'again';
    if (!this.knowsBase(event)) this.missed = true;
    this.toldTwice.push({ counted, again: event });
    return 'again';
  }

  private turn(event: Turn): Verdict {
    const to = rowsLeft(event);
    if (this.hasParted(event)) return 'unaware';
    if (!this.knewTop(event)) return this.part(event);
    if (event.kind === 'ripped' && to >= this.rowEvents.length)
      return to === this.rowEvents.length || this.knewAll(event) ? 'outOfPlace' : this.part(event);
    this.begin(event, to);
    return this.step(event);
  }

  /**
   * A rip or set row after its life had ended, by a device that did not know of that: another story, unless it left as many
   * rows as the one that ended it.
   */
  private crossed(event: Turn): Verdict {
    const ended = this.turns.find(({ life }) => life === event.life);
    const isSame = ended && rowsLeft(ended) === rowsLeft(event);
    return isSame || event.seen === undefined ? 'deadLife' : 'unaware';
  }

  private begin(event: Turn, to: number) {
    this.before.set(event.id, { life: this.life, rowEvents: this.rowEvents });
    const kept = this.rowEvents.slice(0, to);
    this.rowEvents = [...kept, ...Array.from({ length: to - kept.length }, () => null)];
    this.life = event.id;
    this.turns.push(event);
  }

  private undo(event: EventOf<'undo'>): Verdict {
    const target = this.entries.get(event.target);
    if (!target && this.base > 0) this.missed = true;
    const verdict = this.verdicts.get(event.target);
    if (!target || verdict === undefined || verdict === 'undone') return 'outOfPlace';
    if (verdict !== 'counted') return this.takeBackUncounted(target);
    if (this.hasParted(event)) return 'unaware';
    const done = target.kind === 'undo' ? this.again(target) : this.takeBack(target);
    if (!done) return this.knewAll(event) ? 'outOfPlace' : this.part(event);
    this.verdicts.set(event.target, 'undone');
    if (target.kind === 'undo') this.undone = this.undone.filter((id) => id !== target.id);
    else if (isStep(target)) {
      const at = this.steps.findLastIndex(({ id }) => id === target.id);
      if (at >= 0) this.steps.splice(at, 1);
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

  private takeBack(target: JournalEvent): boolean {
    if (target.kind === 'rowDone') {
      if (this.rowEvents[this.rowEvents.length - 1] !== target.id) return false;
      this.rowEvents.pop();
    } else if (target.kind === 'ripped' || target.kind === 'rowSet') {
      const snapshot = this.before.get(target.id);
      if (this.life !== target.id || this.rowEvents.length !== rowsLeft(target) || !snapshot) return false;
      this.life = snapshot.life;
      this.rowEvents = [...snapshot.rowEvents];
      this.turns.pop();
    }
    return true;
  }

  /** Redo: the undone thing happened after all, if it still fits on top. */
  private again(undo: EventOf<'undo'>): boolean {
    const target = this.entries.get(undo.target);
    if (!target || target.kind === 'undo') return false;
    if (target.kind === 'rowDone') {
      if (target.life !== this.life || target.row !== this.rowEvents.length + 1) return false;
      this.rowEvents.push(target.id);
    } else if (target.kind === 'ripped' || target.kind === 'rowSet') {
      if (target.life !== this.life) return false;
      this.begin(target, rowsLeft(target));
    }
    this.verdicts.set(target.id, 'counted');
    if (isStep(target)) this.steps.push({ id: target.id, kind: target.kind });
    return true;
  }

  /** Rips and set rows, as far as they lower what came before them. */
  allLowerings(): Lowering[] {
    const turns = this.turns.map((turn) => ({ at: this.placeOf(turn.id), to: rowsLeft(turn) }));
    return [...this.lowerings, ...turns];
  }
}

const rowsLeft = (turn: Turn): number => (turn.kind === 'ripped' ? turn.to : turn.row);
const isStep = (event: JournalEvent): event is JournalEvent & Step => NATURES[event.kind].step;
export const isSaid = (event: JournalEvent): event is Said =>
  event.kind !== 'rowDone' && event.kind !== 'ripped' && event.kind !== 'rowSet' && event.kind !== 'undo';
