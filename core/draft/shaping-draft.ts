/** Shaping as a knitter says it ("from row 13, at both edges, every 6th row 8 times, then every 4th 5 times"). */
import type { Shaping, ShapingAct } from '../piece/shaping';
import type { Lean } from '../stitch/types';

export const SHAPING_PLACES = ['bothEdges', 'rightEdge', 'leftEdge', 'wale'] as const;
export const SHAPING_DEEDS = ['decrease', 'decrease2', 'make', 'yarnOver', 'bindOff'] as const;
export const SHAPING_LEANS = ['natural', 'left', 'right'] as const;

export type ShapingDraft = {
  readonly id: string;
  readonly at: (typeof SHAPING_PLACES)[number];
  /** Stitches that stay outside the shaping. */
  readonly inset: number;
  /** Counted from the right edge of the line-up; used at a wale only. */
  readonly wale: number;
  readonly towards: 'right' | 'left';
  readonly does: (typeof SHAPING_DEEDS)[number];
  /** Natural: a decrease leans with the edge that it makes, an increase towards its own edge. */
  readonly lean: (typeof SHAPING_LEANS)[number];
  /** Stitches bound off each time. */
  readonly stitches: number;
  /** First time: a row of the section, or the first row that begins at a height (right side in flat work). */
  readonly from: { readonly row: number } | { readonly cm: number };
  /** "Every so many rows, so often"; the first time of all counts with the first phase. */
  readonly phases: readonly { readonly every: number; readonly times: number }[];
};

/** Decreases one stitch in at both edges, unless said otherwise. */
export const shapingDraft = (id: string, more: Partial<ShapingDraft> = {}): ShapingDraft => ({
  id,
  at: 'bothEdges',
  inset: 1,
  wale: 0,
  towards: 'left',
  does: 'decrease',
  lean: 'natural',
  stitches: 1,
  from: { row: 1 },
  phases: [{ every: 4, times: 4 }],
  ...more,
});

function actOf(draft: ShapingDraft, side: 'right' | 'left'): ShapingAct {
  const other: Lean = side === 'right' ? 'left' : 'right';
  const lean: Lean =
    draft.lean === 'natural' ? (draft.does.startsWith('decrease') ? other : side) : draft.lean;
  switch (draft.does) {
    case 'decrease':
      return { kind: 'decrease', of: 2, lean, face: 'knit' };
    case 'decrease2':
      return { kind: 'decrease', of: 3, lean, face: 'knit' };
    case 'make':
      return { kind: 'increase', how: 'make', lean, face: 'knit' };
    case 'yarnOver':
      return { kind: 'increase', how: 'yarnOver' };
    case 'bindOff':
      return { kind: 'bindOff', stitches: draft.stitches };
  }
}

/** Each phase goes on from the last row of the one before. */
function phasesOf({ phases }: ShapingDraft, first: number): Shaping['phases'] {
  let next = first;
  return phases.map(({ every, times }, i) => {
    const from = i === 0 ? next : next + every;
    next = from + every * (times - 1);
    return { first: from, every, times };
  });
}

/** The schedules that a draft stands for: two where it shapes both edges. A bind-off falls in the row that begins there. */
export function shapingsOf(draft: ShapingDraft, firstRow: number): Shaping[] {
  const phases = phasesOf(draft, firstRow);
  const at = (edge: 'right' | 'left', id: string, rows = phases): Shaping => ({
    id,
    place: { kind: 'edge', edge, inset: draft.inset },
    act: actOf(draft, edge),
    phases: rows,
  });
  if (draft.at === 'wale')
    return [{ id: draft.id, place: { kind: 'wale', wale: draft.wale, towards: draft.towards }, act: actOf(draft, draft.towards), phases }]; // prettier-ignore
  if (draft.at !== 'bothEdges') return [at(draft.at === 'rightEdge' ? 'right' : 'left', draft.id)];
  const later =
    draft.does === 'bindOff' ? phases.map((phase) => ({ ...phase, first: phase.first + 1 })) : phases;
  return [at('right', `${draft.id}-right`), at('left', `${draft.id}-left`, later)];
}
