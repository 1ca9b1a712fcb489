/** The fabric cut into tiles, each painted once at a size: which of them are seen, and what is on each. */
import type { Cloth, RoughRow } from '@core/fabric/cloth';
import { UNDER } from '@core/fabric/courses';
import { ROW_HEIGHT } from '@core/fabric/shapes';
import type { Side } from '@core/stitch/types';
import type { Looking, Size } from './look-at';
import { MARKS, pack, type Packed } from './pack';

/** Rows and stitches of a tile where stitches are large; twice, four times as many where they are small. */
const ROWS = 16;
const STITCHES = 32;
/** A tile is at least so high on the screen. */
const LEAST_HEIGHT = 190;
/** Below so many px a stitch is a dot, and lies where it would by itself. */
const ROUGH_BELOW = 3;

export type Tile = {
  readonly key: string;
  /** Rows, 1-based, both included. */
  readonly first: number;
  readonly last: number;
  /** In stitches from the left of the view, and heights above the cast-on. */
  readonly left: number;
  readonly right: number;
  readonly foot: number;
  readonly top: number;
};

/** A power of two: so many times the rows and stitches of the smallest tiles. */
export function tileFactor(scale: number): number {
  let factor = 1;
  while (factor < 4096 && ROWS * factor * ROW_HEIGHT * scale < LEAST_HEIGHT) factor *= 2;
  return factor;
}

type Fabric = Pick<Cloth, 'width' | 'firstRow' | 'lastRow'>;

/** Fabric reaches so far beyond its width, for loops that bulge out. */
const BEYOND = 2;

/** Tiles of which something lies in sight, or within `more` screens of it, those in the middle first. */
export function tilesSeen(fabric: Fabric, { left, top, scale }: Looking, room: Size, more = 0): Tile[] {
  const factor = tileFactor(scale);
  const [rows, stitches] = [ROWS * factor, STITCHES * factor];
  const [across, up] = [room.width / scale, room.height / scale];
  const columns = [
    Math.floor(Math.max(-BEYOND, left - more * across) / stitches),
    Math.floor(Math.min(fabric.width + BEYOND, left + across * (1 + more)) / stitches),
  ] as const;
  const lines = [
    Math.floor(Math.max(0, (top - up * (1 + more)) / ROW_HEIGHT) / rows),
    Math.floor(Math.min(fabric.lastRow, (top + more * up) / ROW_HEIGHT + 1) / rows),
  ] as const;
  const tiles: Tile[] = [];
  for (let line = lines[0]; line <= lines[1]; line += 1)
    for (let column = columns[0]; column <= columns[1]; column += 1) {
      const first = line * rows + 1;
      if (first > fabric.lastRow) continue;
      tiles.push({
        key: `${factor} ${line} ${column}`,
        first,
        last: Math.min(fabric.lastRow, first + rows - 1),
        left: column * stitches,
        right: (column + 1) * stitches,
        foot: (first - 1) * ROW_HEIGHT,
        top: (first + rows - 1) * ROW_HEIGHT,
      });
    }
  const middle = { x: left + across / 2, y: top - up / 2 };
  const away = (tile: Tile) =>
    Math.hypot((tile.left + tile.right) / 2 - middle.x, (tile.foot + tile.top) / 2 - middle.y);
  return tiles.sort((a, b) => away(a) - away(b));
}

const purls = (look: RoughRow['looks'][number]) => look === 'purl' || look === 'purlTbl';
const [V, BUMP] = [MARKS.indexOf('v'), MARKS.indexOf('bump')];

/** Rows as dots. */
function packRoughly(rows: readonly RoughRow[], { left, right }: Tile, face: Side): Packed {
  const numbers: number[] = [];
  const backing: number[] = [];
  for (const { row, x, looks, crossed } of rows) {
    const foot = (row - 1) * ROW_HEIGHT;
    const step = Math.abs((x[1] ?? 1) - (x[0] ?? 0));
    for (let i = 0; i < x.length; i += 1) {
      const at = x[i] as number;
      if (at < left - 1 || at > right + 1) continue;
      const bump = purls(looks[i] ?? 'knit') === (face === 'RS');
      numbers.push(bump ? BUMP : V, at, foot, at, foot + ROW_HEIGHT, step, crossed[i] === UNDER ? 1 : 0);
    }
    const [a, b] = [x[0] ?? 0, x[x.length - 1] ?? 0];
    const [l, r] = [Math.min(a, b) - step / 2, Math.max(a, b) + step / 2];
    backing.push(foot, foot + ROW_HEIGHT, l, r, l, r);
  }
  return { records: Float32Array.from(numbers), backing: Float32Array.from(backing) };
}

/** Rows beside a tile that reach into it. */
const REACH = 2;

/**
 * What is on a tile, row by row, so that a page can look up in between.
 * @returns at last, what is to be painted
 */
export function* packTile(cloth: Cloth, tile: Tile, scale: number): Generator<void, Packed> {
  const first = Math.max(cloth.firstRow, tile.first - REACH);
  const last = Math.min(cloth.lastRow, tile.last + REACH);
  if (scale < ROUGH_BELOW) {
    const rows: RoughRow[] = [];
    for (let row = tile.first; row <= tile.last; row += 1) {
      rows.push(cloth.roughly(row));
      yield;
    }
    return packRoughly(rows, tile, cloth.face);
  }
  for (let row = first; row <= last; row += 1) {
    yield* cloth.preparing(row);
    cloth.shapesOf(row);
    yield;
  }
  return pack(cloth.rows(first, last), cloth.edgeOf, tile);
}
