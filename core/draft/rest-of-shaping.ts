/** What is left of shaping and changes when some rows of a section are worked, said anew from the next row on. */
import type { Change } from '../piece/plan';
import { rowsOfShaping, type Shaping } from '../piece/shaping';
import type { ShapingDraft } from './shaping-draft';

/** "Every so many rows, so often" for a list of rows. */
export function phasesOfRows(rows: readonly number[]): ShapingDraft['phases'] {
  const phases: { every: number; times: number }[] = [];
  rows.forEach((row, i) => {
    const every = i === 0 ? (rows[1] ?? row + 1) - row : row - (rows[i - 1] as number);
    const last = phases[phases.length - 1];
    if (last?.every === every) last.times += 1;
    else phases.push({ every, times: 1 });
  });
  return phases;
}

function deedOf({ act }: Shaping): Pick<ShapingDraft, 'does' | 'lean' | 'stitches'> {
  if (act.kind === 'bindOff') return { does: 'bindOff', lean: 'natural', stitches: act.stitches };
  if (act.kind === 'increase')
    return act.how === 'make'
      ? { does: 'make', lean: act.lean, stitches: 1 }
      : { does: 'yarnOver', lean: 'natural', stitches: 1 };
  const lean = act.lean === 'centre' ? 'natural' : act.lean;
  return { does: act.of === 2 ? 'decrease' : 'decrease2', lean, stitches: 1 };
}

export function shapingAfter(
  shapings: readonly Shaping[],
  worked: number,
  goesOn: (shaping: Shaping) => boolean,
): ShapingDraft[] {
  return shapings.filter(goesOn).flatMap((shaping): ShapingDraft[] => {
    const rows = rowsOfShaping(shaping).filter((row) => row > worked);
    const { place } = shaping;
    if (rows.length === 0) return [];
    return [
      {
        id: shaping.id,
        at: place.kind === 'wale' ? 'wale' : place.edge === 'right' ? 'rightEdge' : 'leftEdge',
        inset: place.kind === 'edge' ? place.inset : 0,
        wale: place.kind === 'wale' ? place.wale : 0,
        towards: place.kind === 'wale' ? place.towards : 'left',
        ...deedOf(shaping),
        from: { row: (rows[0] as number) - worked },
        phases: phasesOfRows(rows),
      },
    ];
  });
}

export const changesAfter = (changes: readonly Change[], worked: number): Change[] =>
  changes.filter(({ row }) => row > worked).map((change) => ({ ...change, row: change.row - worked }));
