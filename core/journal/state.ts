/** What a journal adds up to. */
import type { Facts } from '../piece/worksheet';
import type { EventOf, JournalEvent } from './events';
import type { StepKind } from './kinds';

/** What became of an event. */
export type Verdict =
  | 'counted'
  /** A row that had been counted in this life already. */
  | 'again'
  /** A row of a life that had ended; a rip or set row that left as many rows as the one that ended it. */
  | 'deadLife'
  /** A row that is not the next one, an undo of something that is not on top, the end of a section that goes on. */
  | 'outOfPlace'
  /** A rip, set row, undo or end of a section by a device that did not know what had come, and what it did next. */
  | 'unaware'
  | 'undone';

export type FaultState = EventOf<'fault'> & {
  readonly mended: boolean;
  /** She has decided that it stays; null while she has not. */
  readonly left: EventOf<'left'>['as'] | null;
};
export type JournalState = {
  readonly life: string;
  /** Rows finished; the row in hand is the next one. */
  readonly done: number;
  /** The event that finished each row, row 1 first; null for rows that were set, not ticked off. */
  readonly rowEvents: readonly (string | null)[];
  readonly lifelines: readonly EventOf<'lifeline'>[];
  readonly notes: readonly EventOf<'note'>[];
  readonly faults: readonly FaultState[];
  /** Repairs that were begun and have faults still to put right, oldest first. */
  readonly repairs: readonly EventOf<'repairBegun'>[];
  /** Lengths and weights of fabric and yarn that still hold, oldest first. */
  readonly measured: readonly EventOf<'measured'>[];
  readonly weighings: readonly EventOf<'weighed'>[];
  readonly facts: Facts;
  /**
   * Rows that do not count and that the knitter has not decided about: of dead lives, above rows that were taken back
   * elsewhere, or told on another device at another time.
   */
  readonly strays: readonly EventOf<'rowDone'>[];
  /**
   * Rips, set rows, undos and ends of sections of devices that did not know of rows, rips or set rows that count; not decided
   * about either.
   */
  readonly late: readonly Late[];
  /** Rows that a device worked without knowing of the newest change of plan, or that their section had ended: null if there are none undecided. */
  readonly oldPlan: OldPlan | null;
  readonly verdicts: ReadonlyMap<string, Verdict>;
  /** All entries that are at hand, in the journal's order, and the place of each, from 0. */
  readonly entries: ReadonlyMap<string, JournalEvent>;
  readonly places: ReadonlyMap<string, number>;
  /** Entries of the journal in all. */
  readonly count: number;
  /** The life that was going on when an undo, or the end of a section, came too late to count. */
  readonly lifeWhenLate: ReadonlyMap<string, string>;
  /** What was said and not taken back, in the journal's order: everything but rows done, rips, set rows and undos. */
  readonly said: readonly Said[];
  /** An entry speaks of one that a standing has left behind: only the whole journal tells what it does. */
  readonly unsure: boolean;
  /** Things hung in the work and done to the yarn that are still there, oldest first. */
  readonly anchors: readonly EventOf<'anchored'>[];
  /** Sections that ended with a row that is still there. */
  readonly ends: readonly EventOf<'sectionEnded'>[];
  /** Rows whose crossings were looked at and found right. */
  readonly looked: ReadonlySet<number>;
  /** Panels that were looked over, with the rows that are still there. */
  readonly inspected: readonly EventOf<'inspected'>[];
  /** Rows that were done when a step was taken, by its event. */
  readonly doneAt: ReadonlyMap<string, number>;
  /** What can be taken back, step by step, newest last. */
  readonly steps: readonly Step[];
  /** The event that an "undo" now would take back, and the undo that a "redo" would. */
  readonly undoTarget: string | null;
  readonly redoTarget: string | null;
};

/** An event that "undo" takes back when it is on top. */
export type Step = { readonly id: string; readonly kind: StepKind };

/** What is neither a row nor a word about rows. */
export type Said = Exclude<JournalEvent, { kind: 'rowDone' | 'ripped' | 'rowSet' | 'undo' }>;
export type Turn = EventOf<'ripped'> | EventOf<'rowSet'>;
export type Late = Turn | EventOf<'undo'> | EventOf<'sectionEnded'>;
export type OldPlan = {
  readonly change: EventOf<'planChanged'> | EventOf<'sectionEnded'>;
  readonly rows: readonly EventOf<'rowDone'>[];
};
