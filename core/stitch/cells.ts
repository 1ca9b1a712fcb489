/** What a cell does to the stitches below it: how many it takes, how many it gives, and which becomes which. */
import { never } from '../result';
import type { Cell, Crossing } from './types';

/** The groups of a crossing from the right edge, as they lie before (on the needle) and after. */
export function groupsBefore(crossing: Crossing): readonly ('over' | 'centre' | 'under')[] {
  return crossing.lean === 'left' ? ['over', 'centre', 'under'] : ['under', 'centre', 'over'];
}
export function groupsAfter(crossing: Crossing): readonly ('over' | 'centre' | 'under')[] {
  return crossing.lean === 'left' ? ['under', 'centre', 'over'] : ['over', 'centre', 'under'];
}

export function groupOf(crossing: Crossing, name: 'over' | 'centre' | 'under') {
  return name === 'centre' ? (crossing.centre?.stitches ?? []) : crossing[name];
}

function crossingWidth(crossing: Crossing): number {
  return crossing.over.length + crossing.under.length + (crossing.centre?.stitches.length ?? 0);
}

/** Stitches taken from the row below. */
export function takes(cell: Cell): number {
  switch (cell.kind) {
    case 'stitch':
    case 'bobble':
    case 'bindOff':
      return 1;
    case 'crossing':
      return crossingWidth(cell);
    case 'increase':
      return cell.how === 'frontBack' ? 1 : 0;
    case 'decrease':
      return cell.of;
    case 'noStitch':
      return 0;
    default:
      return never(cell);
  }
}

/** Stitches given to the row above. */
export function gives(cell: Cell): number {
  if (cell.kind === 'increase') return cell.how === 'frontBack' ? 2 : 1;
  if (cell.kind === 'decrease') return 1;
  if (cell.kind === 'bindOff') return 0;
  return takes(cell);
}

/** A pair [taken, given], both 0-based from the cell's right edge. */
export type Link = readonly [taken: number, given: number];

function crossingLinks(crossing: Crossing): Link[] {
  const startAfter = new Map<string, number>();
  let at = 0;
  for (const name of groupsAfter(crossing)) {
    startAfter.set(name, at);
    at += groupOf(crossing, name).length;
  }
  const links: Link[] = [];
  let taken = 0;
  for (const name of groupsBefore(crossing)) {
    const start = startAfter.get(name) ?? 0;
    for (let i = 0; i < groupOf(crossing, name).length; i += 1) links.push([taken++, start + i]);
  }
  return links;
}

/** Which taken stitch goes on as which given one: a permutation for crossings, a fan for in- and decreases. */
export function links(cell: Cell): readonly Link[] {
  switch (cell.kind) {
    case 'stitch':
    case 'bobble':
      return [[0, 0]];
    case 'crossing':
      return crossingLinks(cell);
    case 'increase':
      return cell.how === 'frontBack' ? [[0, 0], [0, 1]] : []; // prettier-ignore
    case 'decrease':
      return Array.from({ length: cell.of }, (_, taken) => [taken, 0] as const);
    case 'bindOff':
    case 'noStitch':
      return [];
    default:
      return never(cell);
  }
}

/** The stitches of a crossing from the right edge as they lie afterwards, each with the group it belongs to. */
export function stitchesAfter(crossing: Crossing) {
  return groupsAfter(crossing).flatMap((group) =>
    groupOf(crossing, group).map((stitch) => ({ stitch, group })),
  );
}

/** A text that is equal for equal cells and different for different ones. */
export function cellKey(cell: Cell): string {
  switch (cell.kind) {
    case 'stitch':
      return cell.stitch;
    case 'crossing': {
      const centre = cell.centre ? `|${cell.centre.depth}:${cell.centre.stitches.join('.')}` : '';
      return `x${cell.lean}:${cell.over.join('.')}/${cell.under.join('.')}${centre}`;
    }
    case 'increase':
      if (cell.how === 'yarnOver') return 'yarnOver';
      return cell.how === 'make' ? `make:${cell.lean}:${cell.face}` : `frontBack:${cell.face}`;
    case 'decrease':
      return `dec:${cell.of}:${cell.lean}:${cell.face}`;
    case 'bobble':
      return `bobble:${cell.face}`;
    case 'bindOff':
    case 'noStitch':
      return cell.kind;
    default:
      return never(cell);
  }
}
