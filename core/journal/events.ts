/** What a knitter's devices say happened. Events are only ever added; see fold.ts for what they add up to. */
import type { Crossing } from '../stitch/types';
import type { Made } from '../piece/deviation';
import type { Instead } from '../piece/once';

/** The life that begins with the cast-on; every rip or set row begins another, named by its event's id. */
export const FIRST_LIFE = 'cast-on';

type Common = {
  /** Made by the client (UUID v7); the same id means the same event. */
  readonly id: string;
  readonly device: string;
  /** ISO time by the device's own clock; shown, never trusted. */
  readonly deviceTime: string;
  /**
   * So many entries of the journal the device had from the server when it made this one; beside them it knew its own. Left
   * out where that was not kept: it is then taken to have known of all that came before.
   */
  readonly seen?: number;
};

export type RowDone = { readonly kind: 'rowDone'; readonly life: string; readonly row: number };
/** "It never happened": of the topmost row, of the last rip or set row, of any note, lifeline, fault or setting. */
export type Undo = { readonly kind: 'undo'; readonly target: string };
/** The fabric was taken back to row `to`. */
export type Ripped = { readonly kind: 'ripped'; readonly life: string; readonly to: number };
/** The count was wrong: `row` rows are done. */
export type RowSet = { readonly kind: 'rowSet'; readonly life: string; readonly row: number };
/**
 * At piece row `from` (the next to be worked) the panel works `position` of its chart. `plan`: so from now on.
 * `record`: the fabric has been so since piece row `since`.
 */
export type PanelRowSet = {
  readonly kind: 'panelRowSet';
  readonly panel: string;
  readonly from: number;
  readonly position: number;
  readonly since: number | null;
};
export type Lifeline = { readonly kind: 'lifeline'; readonly row: number };
export type Note = { readonly kind: 'note'; readonly row: number; readonly text: string };
/** A crossing that was not made as charted, with the facts that outlive any change of plan. */
export type Fault = {
  readonly kind: 'fault';
  readonly pieceRow: number;
  /** The event of the row it lies in; null for a row that was never ticked off. */
  readonly rowEvent: string | null;
  readonly panel: string;
  /** First wale of the crossing, from the right edge. */
  readonly wale: number;
  /** `plain`: none is charted there, and one was made all the same. */
  readonly charted: Crossing | 'plain';
  readonly made: Made;
};
/** The ways to put a crossing right that leave the row in hand where it is. */
export const MENDINGS = ['ladder', 'unpicked', 'sewn', 'grafted'] as const;
export type Mending = (typeof MENDINGS)[number];
/** `by` and `minutes` are left out where nobody said. */
export type Mended = {
  readonly kind: 'mended';
  readonly fault: string;
  readonly by?: Mending;
  readonly minutes?: number;
};
/**
 * It stays as it lies: nobody will see it, or it is made a feature. Then it is crossed so from piece row `from` on wherever
 * its row of the chart comes again, and in the other half of a mirrored pair too if she likes.
 */
export type Left = { readonly kind: 'left'; readonly fault: string } & (
  | { readonly as: 'itLies' }
  | {
      readonly as: 'feature';
      readonly from: number;
      readonly also: { readonly panel: string; readonly wale: number } | null;
    }
);
/** She began to let stitches down for some faults, when `done` rows were finished. How far she is belongs to the device. */
export type RepairBegun = {
  readonly kind: 'repairBegun';
  readonly faults: readonly string[];
  readonly done: number;
};

/** The fabric after row `row` is so long, in cm, counted from after row `since` (0: from the cast-on edge). */
export type Measured = {
  readonly kind: 'measured';
  readonly row: number;
  readonly since: number;
  readonly cm: number;
};
/** Grams of yarn left when `row` rows were done. */
export type Weighed = { readonly kind: 'weighed'; readonly row: number; readonly grams: number };
/** A section ends with the row just finished, whatever was planned. */
export type SectionEnded = { readonly kind: 'sectionEnded'; readonly section: string; readonly row: number };
/** From row `from` on another revision of the plan is knitted. */
export type PlanChanged = { readonly kind: 'planChanged'; readonly revision: number; readonly from: number };

/** Things hung in the work or done to the yarn, to find a row again. A lifeline is an event of its own. */
export const ANCHORS = ['marker', 'pin', 'yarnJoin', 'colour'] as const;
export type Anchored = {
  readonly kind: 'anchored';
  readonly what: (typeof ANCHORS)[number];
  readonly row: number;
  /** The panel it hangs in; null: at the edge, or nowhere in particular. */
  readonly panel: string | null;
  readonly text: string;
};
/** A row, or one panel of it, is worked otherwise just this once. */
export type RowOnce = {
  readonly kind: 'rowOnce';
  readonly row: number;
  readonly panel: string | null;
  readonly instead: Instead;
};
/** So many repeats of the panel's chart more (or fewer, below 0) in a section. */
export type RepeatsChanged = {
  readonly kind: 'repeatsChanged';
  readonly section: string;
  readonly panel: string;
  readonly by: number;
};
/** The knitter has said what is to become of rows of a life that had ended: they are not asked about again. */
export type Settled = { readonly kind: 'settled'; readonly life: string };
/** All crossings of a row were looked at and lie as they should. */
export type Looked = { readonly kind: 'looked'; readonly row: number };

/** The crossings of a panel in rows `from` to `to` were looked at; what was odd was marked. */
export type Inspected = {
  readonly kind: 'inspected';
  readonly panel: string;
  readonly from: number;
  readonly to: number;
};

export type Happening =
  | RowDone
  | Undo
  | Ripped
  | RowSet
  | PanelRowSet
  | Lifeline
  | Note
  | Fault
  | Mended
  | Left
  | RepairBegun
  | Measured
  | Weighed
  | SectionEnded
  | PlanChanged
  | Anchored
  | RowOnce
  | RepeatsChanged
  | Settled
  | Looked
  | Inspected;
export type JournalEvent = Common & Happening;
export type EventOf<K extends Happening['kind']> = Common & Extract<Happening, { kind: K }>;
