/** Cells as loops, for charts of stitches, crossings and two worked together: what {@link workText} gives for a text. */
import { takes } from '../stitch/cells';
import type { Cell, Stitch } from '../stitch/types';
import type { How, Loop, Made, Together } from './word-by-word';

const HOW: Readonly<Record<Stitch, How>> = {
  knit: 'k',
  purl: 'p',
  knitTbl: 'kt',
  purlTbl: 'pt',
  slipBehind: 'sb',
  slipBefore: 'sf',
};

/** How two stitches worked together look from the right side; null for other decreases. */
function together({ of, lean, face }: Extract<Cell, { kind: 'decrease' }>): Together | null {
  if (of !== 2) return null;
  if (face === 'knit') return lean === 'right' ? 'kr' : lean === 'left' ? 'kl' : null;
  return lean === 'right' ? 'pr' : null;
}

const ids = (loops: readonly Loop[]) =>
  loops
    .map(({ id }) => id)
    .sort((a, b) => a - b)
    .join();

/** @param rows cells from the right edge, which together take `castOn` stitches; null for cells of other kinds */
export function workCells(rows: readonly (readonly Cell[])[], castOn: number): Made[] | null {
  let loops: readonly Loop[] = Array.from({ length: castOn }, (_, id) => ({ id, how: 'k' }));
  const made: Made[] = [];
  for (const cells of rows) {
    const done: Loop[] = [];
    const before: string[] = [];
    let at = 0;
    for (const cell of cells) {
      const taken = loops.slice(at, at + takes(cell));
      at += taken.length;
      if (cell.kind === 'stitch') done.push({ id: (taken[0] as Loop).id, how: HOW[cell.stitch] });
      else if (cell.kind === 'crossing' && !cell.centre) {
        const right = cell.lean === 'right' ? cell.over : cell.under;
        const left = cell.lean === 'right' ? cell.under : cell.over;
        const [toTheLeft, toTheRight] = [taken.slice(0, left.length), taken.slice(left.length)];
        const put = (group: readonly Stitch[], from: readonly Loop[]) =>
          group.forEach((stitch, i) => done.push({ id: (from[i] as Loop).id, how: HOW[stitch] }));
        put(right, toTheRight);
        put(left, toTheLeft);
        const [over, under] = cell.lean === 'right' ? [toTheRight, toTheLeft] : [toTheLeft, toTheRight];
        before.push(`${ids(over)}<${ids(under)}`);
      } else if (cell.kind === 'decrease' && together(cell)) {
        done.push({ id: Math.min(...taken.map(({ id }) => id)), how: together(cell) as Together });
      } else return null;
    }
    if (at !== loops.length) return null;
    loops = done;
    made.push({ loops, before: before.sort() });
  }
  return made;
}
