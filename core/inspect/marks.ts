/** What a story leaves to be marked: crossings that lie otherwise than charted, and others where none is charted. */
import type { Lean } from '../stitch/types';
import { never } from '../result';
import type { Slip, Story } from './story';
import { expected, otherWay, type Course } from './wholes';

/** `charted`: the lean that is charted in that row, or none. */
export type Mark = {
  readonly row: number;
  readonly charted: Lean | null;
  readonly made: Lean | 'uncrossed';
};

type Told = Pick<Story, 'whole' | 'slips'>;

/** Crossings beyond the charted ones of which nobody said where they lie, or how: they cannot be marked. */
export const unmarked = ({ slips }: Told) =>
  slips.filter((slip) => slip.kind === 'extra' && (slip.row === null || slip.seen === 'unsure')).length;

/** The panel works other rows of its chart than planned: that is told to the journal, and no crossing of it is marked. */
export const outOfStep = ({ whole }: Told) => whole.kind === 'startedAt' || whole.kind === 'startedElsewhere';

type Lies = Map<number, Lean | 'uncrossed'>;

/** What one slip changes of what lies in each row. */
function slipped(lies: Lies, slip: Slip): void {
  const lean = 'row' in slip && slip.row !== null ? lies.get(slip.row) : undefined;
  switch (slip.kind) {
    case 'uncrossed':
      lies.set(slip.row, 'uncrossed');
      return;
    case 'missed':
      // One of several: nobody knows which.
      if (slip.rows.length === 1) lies.set(slip.rows[0] as number, 'uncrossed');
      return;
    case 'extra':
      if (slip.row !== null && (slip.seen === 'left' || slip.seen === 'right')) lies.set(slip.row, slip.seen);
      return;
    case 'wrongLean':
      if (lean && lean !== 'uncrossed') lies.set(slip.row, otherWay(lean));
      return;
    case 'shifted':
      if (!lean || lean === 'uncrossed') return;
      lies.set(slip.row, 'uncrossed');
      lies.set(slip.row + slip.by, slip.wrongLean ? otherWay(lean) : lean);
      return;
    default:
      never(slip);
  }
}

/** What lies otherwise than charted if a story is true, from the lowest row up; see {@link unmarked} for what is left out. */
export function marksOf(course: Course, { whole, slips }: Told): Mark[] {
  if (outOfStep({ whole, slips })) return [];
  const charted = new Map(course.charted.map(({ row, lean }) => [row, lean]));
  const lies: Lies = new Map(expected(course, whole).map(({ row, lean }) => [row, lean]));
  for (const slip of slips) slipped(lies, slip);
  return [...lies]
    .map(([row, made]) => ({ row, charted: charted.get(row) ?? null, made }))
    .filter((mark) => mark.made !== mark.charted)
    .sort((a, b) => a.row - b.row);
}
