/** One row of fabric as path data, y down from its foot: painted once, then only moved. */
import type { RowShapes } from '@core/fabric/layout';
import { ROW_HEIGHT, type CrossingBox, type Edge } from '@core/fabric/shapes';
import type { Lean } from '@core/stitch/types';
import { Pen, polygon, type Paths } from './paint';

export type RowPaint = {
  readonly row: number;
  readonly ground: Paths;
  readonly over: Paths;
  readonly shadow: string;
  /** The shadow of the topmost row on the fabric ends at the needle. */
  readonly shadowAtNeedle: string;
  readonly holes: readonly { readonly x: number; readonly y: number }[];
  /** The dark between the stitches. */
  readonly backing: string;
  /** Outlines of the over groups, for lighting them up. */
  readonly ribbons: readonly { readonly lean: Lean; readonly d: string }[];
  /** Where crossings can be touched; y is that of the upper edge. */
  readonly boxes: readonly { readonly box: CrossingBox; readonly y: number }[];
};

/** So much the dark of a row reaches under the next one, that no light falls between. */
const OVERLAP = 0.03;

const known = new WeakMap<RowShapes, RowPaint>();

export function paintRow(shapes: RowShapes, edgeOf: (row: number) => Edge): RowPaint {
  const found = known.get(shapes);
  if (found) return found;
  const { row, foot } = shapes;
  const draw = (list: RowShapes['ground']) => {
    const pen = new Pen(foot);
    for (const shape of list) pen.draw(shape);
    return pen.paths();
  };
  const shadow = (most: number) =>
    shapes.shadows
      .map(({ points }) =>
        polygon(
          points.map(([x, y]) => [x, Math.min(y, most)] as const),
          foot,
        ),
      )
      .join('');
  const [below, above] = [edgeOf(row - 1), edgeOf(row)];
  const top = foot + ROW_HEIGHT;
  const painted: RowPaint = {
    row,
    ground: draw(shapes.ground),
    over: draw(shapes.over),
    shadow: shadow(Infinity),
    shadowAtNeedle: shadow(top),
    holes: shapes.holes.map(({ x, y }) => ({ x, y: foot - y })),
    backing: polygon([[below.left, foot - OVERLAP], [below.right, foot - OVERLAP], [above.right, top], [above.left, top]], foot), // prettier-ignore
    ribbons: shapes.shadows.map(({ points, lean }) => ({ lean, d: polygon(points, foot - ROW_HEIGHT) })),
    boxes: shapes.crossings.map((box) => ({ box, y: foot - box.y - box.height })),
  };
  known.set(shapes, painted);
  return painted;
}
