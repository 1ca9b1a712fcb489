/**
 * What each kind of entry is to the journal, in one table: lists elsewhere are taken from it, and a kind that is left out of
 * it does not compile.
 */
import type { Happening } from './events';

type Kind = Happening['kind'];
type Nature = {
  /** "Undo" takes it back when it is on top. */
  readonly step: boolean;
  /** It can be taken back by itself, from the logbook, whatever came after it. */
  readonly byItself: boolean;
};

const STEP = { step: true, byItself: false } as const;
const REMARK = { step: false, byItself: true } as const;
const EITHER = { step: true, byItself: true } as const;
const NEITHER = { step: false, byItself: false } as const;

export const NATURES = {
  rowDone: STEP,
  undo: NEITHER,
  ripped: STEP,
  rowSet: STEP,
  panelRowSet: EITHER,
  lifeline: REMARK,
  note: REMARK,
  fault: REMARK,
  mended: REMARK,
  left: REMARK,
  repairBegun: REMARK,
  measured: REMARK,
  weighed: REMARK,
  sectionEnded: STEP,
  planChanged: NEITHER,
  anchored: REMARK,
  rowOnce: EITHER,
  repeatsChanged: EITHER,
  settled: REMARK,
  looked: REMARK,
  inspected: REMARK,
} as const satisfies Readonly<Record<Kind, Nature>>;

/** Every kind of entry. */
export const HAPPENINGS = Object.keys(NATURES) as readonly Kind[];
export type StepKind = { [K in Kind]: (typeof NATURES)[K]['step'] extends true ? K : never }[Kind];
