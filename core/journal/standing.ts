/**
 * Where a long journal stood after so many entries, with what later ones can still speak of: so it need not be read from
 * its first entry again. An entry that speaks of what was left behind makes the fold unsure, and the whole is read.
 */
import { lateIn, oldPlanIn, openPairs, straysIn, toldUnaware } from './asked';
import { never } from '../result';
import type { EventOf, JournalEvent } from './events';
import { Judge, type Lowering, type Snapshot } from './judge';
import type { Said, Step, Verdict } from './state';

type Kept = {
  readonly event: JournalEvent;
  readonly at: number;
  readonly verdict: Verdict;
  readonly doneAt?: number;
};
/** Rows that were done before a turn: so many of those that are done now, then these. */
type Cut = {
  readonly turn: string;
  readonly life: string;
  readonly shared: number;
  readonly more: Snapshot['rowEvents'];
};
/** A journal from a standing on, or whole. */
export type JournalPart = { readonly base: Standing | null; readonly events: readonly JournalEvent[] };
/** Raised whenever a standing's members change: one of another form is not read. */
export const STANDING_FORM = 1;
export type Standing = {
  readonly form: number;
  /** Entries it stands for, and the id of the last of them. */
  readonly seq: number;
  readonly last: string;
  readonly life: string;
  /** As in the state; the ids of rows far below are left out, as ''. */
  readonly rowEvents: readonly (string | null)[];
  readonly entries: readonly Kept[];
  readonly turns: readonly string[];
  readonly before: readonly Cut[];
  readonly lowerings: readonly Lowering[];
  readonly steps: readonly Step[];
  readonly undone: readonly string[];
  readonly forgotten: { readonly steps: boolean; readonly undone: boolean };
  readonly toldTwice: readonly { readonly counted: string; readonly again: string }[];
  readonly partedAt: readonly (readonly [device: string, at: number])[];
};

/** So much of the past is kept within reach. */
export type Reach = {
  readonly steps: number;
  readonly undone: number;
  /** Rows that are kept whole, and those of which the id is kept. */
  readonly rows: number;
  readonly ids: number;
};
export const REACH: Reach = { steps: 200, undone: 50, rows: 200, ids: 5000 };

function cutOf(turn: string, { life, rowEvents: rows }: Snapshot, now: readonly (string | null)[]): Cut {
  const differs = rows.findIndex((id, i) => i >= now.length || id !== now[i]);
  const shared = differs < 0 ? rows.length : differs;
  return { turn, life, shared, more: rows.slice(shared) };
}

/** Of turns that can no longer be taken back, those that lower something more than all later ones. */
function lowest(lowerings: readonly Lowering[]): Lowering[] {
  let low = Infinity;
  return lowerings
    .toSorted((a, b) => b.at - a.at)
    .filter(({ to }) => {
      if (to >= low) return false;
      low = to;
      return true;
    })
    .reverse();
}

/** The row an entry is about, with which it falls; null if it outlives rows. */
function rowSpokenOf(event: Said): number | null {
  switch (event.kind) {
    case 'fault':
      return event.pieceRow;
    case 'inspected':
      return event.to;
    case 'lifeline':
    case 'measured':
    case 'weighed':
    case 'anchored':
    case 'looked':
    case 'sectionEnded':
      return event.row;
    case 'note':
    case 'mended':
    case 'left':
    case 'repairBegun':
    case 'panelRowSet':
    case 'planChanged':
    case 'rowOnce':
    case 'repeatsChanged':
    case 'settled':
      return null;
    default:
      return never(event);
  }
}

/** What was said and can matter again: not of rows that were taken down for good. */
function saidToKeep(judge: Judge, lowerings: readonly Lowering[]): Said[] {
  const stands = (event: Said) => {
    const row = rowSpokenOf(event);
    return row === null || lowerings.every(({ at, to }) => at < judge.placeOf(event.id) || to >= row);
  };
  const said = judge.said().filter(stands);
  const ids = new Set(said.map(({ id }) => id));
  // What was decided about rows is done with; what about a change of plan, holds as long as it does.
  const of = (event: Said): readonly string[] => {
    if (event.kind === 'mended' || event.kind === 'left') return [event.fault];
    if (event.kind === 'repairBegun') return event.faults;
    return [event.kind === 'settled' ? event.life : event.id];
  };
  return said.filter((event) => of(event).some((id) => ids.has(id)));
}

/** Ids of the entries that later ones may speak of. */
function reached(judge: Judge, steps: readonly Step[], undone: readonly string[], rows: number): Set<string> {
  const undos = undone.flatMap((id) => {
    const undo = judge.entries.get(id) as EventOf<'undo'>;
    return [id, undo.target];
  });
  const pairs = openPairs(judge).flatMap(({ counted, again }) => [counted.id, again.id]);
  const top = judge.rowEvents.slice(-rows).filter((id) => id !== null);
  const unaware = toldUnaware(judge).map(({ id }) => id);
  return new Set([...steps.map(({ id }) => id), ...undos, ...pairs, ...top, ...unaware]);
}

/** A fault names the row it lies in, and steps are rows: those ids are kept as well. */
function idsOfRows({ rowEvents }: Judge, said: readonly Said[], kept: ReadonlySet<string>, ids: number) {
  const spoken = new Set(said.flatMap((event) => (event.kind === 'fault' ? [event.pieceRow] : [])));
  const first = rowEvents.length - ids;
  return rowEvents.map((id, i) => (id === null || i >= first || spoken.has(i + 1) || kept.has(id) ? id : ''));
}

function keep(judge: Judge, reach: Reach): Standing {
  const steps = judge.steps.slice(-reach.steps);
  const undone = judge.undone.slice(-reach.undone);
  const inReach = new Set(steps.map(({ id }) => id));
  const turns = judge.turns.filter(({ id }) => inReach.has(id));
  const passed = new Set(judge.turns.filter(({ id }) => !inReach.has(id)).map(({ id }) => judge.placeOf(id)));
  const lowerings = lowest([...judge.lowerings, ...judge.allLowerings().filter(({ at }) => passed.has(at))]);
  const ids = reached(judge, steps, undone, reach.rows);
  const said = saidToKeep(judge, lowerings);
  for (const { id } of said) ids.add(id);
  const rowEvents = idsOfRows(judge, said, ids, reach.ids);
  const entries = [...judge.entries.values()].filter(({ id }) => ids.has(id));
  return {
    form: STANDING_FORM,
    seq: judge.count,
    last: judge.last,
    life: judge.life,
    rowEvents,
    entries: entries.map((event) => {
      const doneAt = judge.doneAt.get(event.id);
      const verdict = judge.verdicts.get(event.id) as Verdict;
      return { event, at: judge.placeOf(event.id), verdict, ...(doneAt !== undefined && { doneAt }) };
    }),
    turns: turns.map(({ id }) => id),
    before: turns.flatMap(({ id }) => {
      const snapshot = judge.before.get(id);
      return snapshot ? [cutOf(id, snapshot, judge.rowEvents)] : [];
    }),
    lowerings,
    steps,
    undone,
    forgotten: {
      steps: judge.forgotten.steps || steps.length < judge.steps.length,
      undone: judge.forgotten.undone || undone.length < judge.undone.length,
    },
    toldTwice: openPairs(judge).map(({ counted, again }) => ({ counted: counted.id, again: again.id })),
    partedAt: [...judge.partedAt],
  };
}

/** A judge that goes on from a standing, or from nothing. */
export function resume(base: Standing | null): Judge {
  const judge = new Judge();
  if (!base) return judge;
  judge.base = judge.count = base.seq;
  judge.last = base.last;
  judge.life = base.life;
  judge.rowEvents = [...base.rowEvents];
  for (const { event, at, verdict, doneAt } of base.entries) {
    judge.enter(event, at);
    judge.verdicts.set(event.id, verdict);
    if (doneAt !== undefined) judge.doneAt.set(event.id, doneAt);
  }
  const rowAt = (id: string) => judge.entries.get(id) as EventOf<'rowDone'>;
  judge.turns.push(...base.turns.map((id) => judge.entries.get(id) as EventOf<'ripped'>));
  for (const { turn, life, shared, more } of base.before)
    judge.before.set(turn, { life, rowEvents: [...base.rowEvents.slice(0, shared), ...more] });
  judge.lowerings = base.lowerings;
  judge.steps.push(...base.steps);
  judge.undone = [...base.undone];
  judge.forgotten = { ...base.forgotten };
  judge.toldTwice.push(
    ...base.toldTwice.map(({ counted, again }) => ({ counted: rowAt(counted), again: rowAt(again) })),
  );
  for (const [device, at] of base.partedAt) judge.partedAt.set(device, at);
  return judge;
}

/**
 * Where the knitting stands now; null while something is left for the knitter to decide, for that wants both stories whole,
 * or if an entry speaks of what the standing it began from has left behind.
 */
export function standingOf(judge: Judge, reach: Reach = REACH): Standing | null {
  const asked = straysIn(judge).length + lateIn(judge).length > 0 || oldPlanIn(judge) !== null;
  return asked || judge.unsure ? null : keep(judge, reach);
}
