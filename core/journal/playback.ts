/**
 * What was done otherwise than planned on the first of a pair, row by row, for the second one to repeat: pairs must be
 * alike, deviations and all. A mirrored second has the same panels in the other order, so only leans change.
 */
import { typedId } from '../piece/change-plan';
import type { Plan } from '../piece/plan';
import type { Lean } from '../stitch/types';
import type { EventOf, Happening, JournalEvent } from './events';
import type { JournalState } from './fold';

export type PlayedBack = {
  /** The event of the first one's journal. */
  readonly id: string;
  /** The piece row that it is about. */
  readonly row: number;
  readonly what:
    | EventOf<'rowOnce'>
    | EventOf<'panelRowSet'>
    | EventOf<'repeatsChanged'>
    | EventOf<'sectionEnded'>
    | EventOf<'anchored'>
    | EventOf<'note'>
    | EventOf<'fault'>;
  /** What to record so that the second one is alike; null where that is for the hands alone. */
  readonly same: Happening | null;
};

const OTHER: Readonly<Record<Lean, Lean>> = { left: 'right', right: 'left' };

/** The lean that a crossing left as it was has on the second one; null where it is not simply the other lean. */
export function leanPlayedBack({ made }: EventOf<'fault'>, mirrored: boolean): Lean | null {
  if (typeof made === 'string') return null;
  return mirrored ? OTHER[made.lean] : made.lean;
}

function playedBack(event: JournalEvent, state: JournalState, plan: Plan): PlayedBack | null {
  const { id } = event;
  switch (event.kind) {
    case 'rowOnce': {
      const { row, panel, instead } = event;
      return { id, row, what: event, same: { kind: 'rowOnce', row, panel, instead } };
    }
    case 'panelRowSet': {
      const { panel, from, position, since } = event;
      return { id, row: from, what: event, same: { kind: 'panelRowSet', panel, from, position, since } };
    }
    case 'repeatsChanged': {
      const { section, panel, by } = event;
      const same = { kind: 'repeatsChanged' as const, section: typedId(plan, section), panel, by };
      return { id, row: (state.doneAt.get(id) ?? 0) + 1, what: event, same };
    }
    case 'sectionEnded': {
      const { section, row } = event;
      return { id, row, what: event, same: { kind: 'sectionEnded', section: typedId(plan, section), row } };
    }
    case 'anchored': {
      const { what, row, panel, text } = event;
      return { id, row, what: event, same: { kind: 'anchored', what, row, panel, text } };
    }
    case 'note':
      return { id, row: event.row, what: event, same: null };
    case 'fault':
      return { id, row: event.pieceRow, what: event, same: null };
    default:
      return null;
  }
}

/** In the order of rows. Faults that were mended, and whatever was taken back or ripped out, are not repeated. */
export function playback(state: JournalState, plan: Plan): PlayedBack[] {
  const left = new Set(state.faults.filter(({ mended }) => !mended).map(({ id }) => id));
  const hung = new Set(state.anchors.map(({ id }) => id));
  const ended = new Set(state.ends.map(({ id }) => id));
  const holds = { fault: left, anchored: hung, sectionEnded: ended } as const;
  return state.said
    .filter(({ kind, id }) => !(kind in holds) || holds[kind as keyof typeof holds].has(id))
    .flatMap((event) => playedBack(event, state, plan) ?? [])
    .sort((a, b) => a.row - b.row);
}

/** Whether the second one's journal says the same already. */
export function repeated({ same }: PlayedBack, { said }: JournalState): boolean {
  if (!same) return false;
  const wanted = JSON.stringify(same);
  return said.some((event) => {
    if (event.kind !== same.kind) return false;
    const so = Object.fromEntries(Object.keys(same).map((key) => [key, event[key as keyof JournalEvent]]));
    return JSON.stringify(so) === wanted;
  });
} // prettier-ignore
