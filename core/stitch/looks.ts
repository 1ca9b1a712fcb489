/**
 * The same stitches seen from the other side: faces flip, floats change place, left and right are exchanged.
 * A crossing or a decrease leans the same way from either side, but the other strand is on top.
 */
import { links, stitchesAfter, takes } from './cells';
import { never } from '../result';
import type { Cell, Crossing, Depth, Face, Stitch } from './types';

const OTHER_STITCH: Record<Stitch, Stitch> = {
  knit: 'purl',
  purl: 'knit',
  knitTbl: 'purlTbl',
  purlTbl: 'knitTbl',
  slipBehind: 'slipBefore',
  slipBefore: 'slipBehind',
};
const OTHER_DEPTH: Record<Depth, Depth> = { above: 'below', between: 'between', below: 'above' };

export const otherFace = (face: Face): Face => (face === 'knit' ? 'purl' : 'knit');
export const stitchFromOtherSide = (stitch: Stitch): Stitch => OTHER_STITCH[stitch];

const groupFromOtherSide = (group: readonly Stitch[]) => group.map(stitchFromOtherSide).reverse();

export function crossingFromOtherSide(crossing: Crossing): Crossing {
  const { centre } = crossing;
  return {
    kind: 'crossing',
    lean: crossing.lean,
    over: groupFromOtherSide(crossing.under),
    under: groupFromOtherSide(crossing.over),
    ...(centre && {
      centre: { stitches: groupFromOtherSide(centre.stitches), depth: OTHER_DEPTH[centre.depth] },
    }),
  };
}

/** The cell as it is seen from the other side of the fabric, again listed from the right edge of that view. */
export function cellFromOtherSide(cell: Cell): Cell {
  switch (cell.kind) {
    case 'stitch':
      return { kind: 'stitch', stitch: stitchFromOtherSide(cell.stitch) };
    case 'crossing':
      return crossingFromOtherSide(cell);
    case 'increase':
      return cell.how === 'yarnOver' ? cell : { ...cell, face: otherFace(cell.face) };
    case 'decrease':
    case 'bobble':
      return { ...cell, face: otherFace(cell.face) };
    case 'bindOff':
    case 'noStitch':
      return cell;
    default:
      return never(cell);
  }
}

/** A whole row seen from the other side; an involution. */
export const rowFromOtherSide = (cells: readonly Cell[]): Cell[] => cells.map(cellFromOtherSide).reverse();

export const isSlip = (stitch: Stitch) => stitch === 'slipBehind' || stitch === 'slipBefore';
/** What a worked stitch shows to the side it is seen from. */
export const faceOfStitch = (stitch: Stitch): Face =>
  stitch === 'purl' || stitch === 'purlTbl' ? 'purl' : 'knit';

export const isSlipped = (cell: Cell) => cell.kind === 'stitch' && isSlip(cell.stitch);

function crossingLooks(crossing: Crossing, below: readonly Face[]): Face[] {
  const takenOf = new Map(links(crossing).map(([taken, given]) => [given, taken]));
  return stitchesAfter(crossing).map(({ stitch }, given) =>
    isSlip(stitch) ? (below[takenOf.get(given) ?? 0] ?? 'knit') : faceOfStitch(stitch),
  );
}

/**
 * The faces (seen from the RS, from the right) that a cell leaves to the row above, given the faces it takes.
 * A slipped stitch keeps the face it had; the raised bar of "knit front and back" lies to the left.
 */
export function looksOf(cell: Cell, below: readonly Face[]): Face[] {
  switch (cell.kind) {
    case 'stitch':
      return [isSlip(cell.stitch) ? (below[0] ?? 'knit') : faceOfStitch(cell.stitch)];
    case 'crossing':
      return crossingLooks(cell, below);
    case 'increase':
      if (cell.how === 'frontBack') return ['knit', 'purl'];
      return [cell.how === 'make' ? cell.face : 'knit'];
    case 'decrease':
    case 'bobble':
      return [cell.face];
    case 'bindOff':
    case 'noStitch':
      return [];
    default:
      return never(cell);
  }
}

/** The faces that a whole row leaves, from the right edge, given those of the row below. */
export function looksOfRow(cells: readonly Cell[], below: readonly Face[]): Face[] {
  let at = 0;
  return cells.flatMap((cell) => {
    const taken = below.slice(at, at + takes(cell));
    at += takes(cell);
    return looksOf(cell, taken);
  });
}
