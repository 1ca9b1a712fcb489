/** Slips that make many crossings odd at once: a mirrored half, a habit that switched, a panel begun at another row. */
import type { Lean } from '../stitch/types';

/** A charted crossing of the track: all that a story needs of it. */
export type Place = { readonly row: number; readonly lean: Lean };

/** A track's crossings as charted, from the bottom up. */
export type Course = {
  readonly charted: readonly Place[];
  /** The same had its panel been begun so many rows of its chart earlier: they lie `by` rows higher (below 0: lower). */
  readonly begun?: readonly { readonly by: number; readonly places: readonly Place[] }[];
};

/** One slip that makes many crossings odd. */
export type Whole =
  | { readonly kind: 'asCharted' }
  /** Every lean is the other one: the other half of a mirrored pair. */
  | { readonly kind: 'mirrored' }
  /** From the charted crossing of that row on every lean is the other one, or the same one. */
  | { readonly kind: 'switched'; readonly from: number }
  | { readonly kind: 'always'; readonly from: number; readonly lean: Lean }
  /** All crossings lie so many rows higher (or lower, below 0): the panel was begun at another row of its chart. */
  | { readonly kind: 'startedAt'; readonly by: number }
  /** The same, by nobody knows how much: only the charted rows were looked at. */
  | { readonly kind: 'startedElsewhere' };

const OTHER: Readonly<Record<Lean, Lean>> = { left: 'right', right: 'left' };
export const otherWay = (lean: Lean): Lean => OTHER[lean];

/** What would be there if the whole slip were all that happened. */
export function expected({ charted, begun = [] }: Course, whole: Whole): readonly Place[] {
  switch (whole.kind) {
    case 'asCharted':
      return charted;
    case 'mirrored':
      return charted.map(({ row, lean }) => ({ row, lean: OTHER[lean] }));
    case 'switched':
      return charted.map(({ row, lean }) => ({ row, lean: row >= whole.from ? OTHER[lean] : lean }));
    case 'always':
      return charted.map(({ row, lean }) => ({ row, lean: row >= whole.from ? whole.lean : lean }));
    case 'startedAt':
      return begun.find(({ by }) => by === whole.by)?.places ?? charted;
    case 'startedElsewhere':
      return [];
  }
}

/** Of what is looked at: every row of the track, or its charted rows alone. */
export type Asked = 'everyRow' | 'chartedRows';

const byRow = (a: number, b: number) => a - b;
const different = <T>(all: readonly T[]): T[] => [...new Set(all)];

/** Whole slips worth weighing on tracks that hang together. */
export function wholes(courses: readonly Course[], rowsKnown: boolean, asked: Asked): Whole[] {
  const all = courses.flatMap(({ charted }) => charted);
  const rows = different(all.map(({ row }) => row)).sort(byRow);
  const both = new Set(all.map(({ lean }) => lean)).size > 1;
  const shifts = rowsKnown && asked === 'everyRow' ? courses.flatMap(({ begun = [] }) => begun) : [];
  return [
    { kind: 'mirrored' },
    ...rows.slice(1).map((from): Whole => ({ kind: 'switched', from })),
    ...(both ? rows : []).flatMap((from): Whole[] => [
      { kind: 'always', from, lean: 'left' },
      { kind: 'always', from, lean: 'right' },
    ]),
    ...different(shifts.map(({ by }) => by)).map((by): Whole => ({ kind: 'startedAt', by })),
    ...(asked === 'chartedRows' ? [{ kind: 'startedElsewhere' } as const] : []),
  ];
}
