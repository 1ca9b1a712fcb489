/** One row of fabric as path data, y down from its foot: painted once, then only moved. */
import type { RowShapes } from '@core/fabric/layout';
import { ROW_HEIGHT, type CrossingBox, type Edge, type Shape } from '@core/fabric/shapes';
import type { Lean } from '@core/stitch/types';
import { drawn, holePath, polygon, type Layers, type Paths } from './paint';

export type RowPaint = {
  readonly row: number;
  readonly ground: Paths;
  readonly over: Paths;
  /** Whether anything passes over. */
  readonly crosses: boolean;
  readonly shadow: string;
  /** The shadow of the topmost row on the fabric ends at the needle. */
  readonly shadowAtNeedle: string;
  readonly holes: string;
  /** The dark between the stitches. */
  readonly backing: string;
  /** Outlines of the over groups by their lean, for lighting them up. */
  readonly ribbons: readonly { readonly lean: Lean; readonly d: string }[];
  /** Where crossings can be touched; y is that of the upper edge. */
  readonly boxes: readonly { readonly box: CrossingBox; readonly y: number }[];
};

/** So much the dark of a row reaches under the next one, that no light falls between. */
const OVERLAP = 0.08;

function ribbonsOf({ shadows, foot }: RowShapes): RowPaint['ribbons'] {
  const leans = [...new Set(shadows.map(({ lean }) => lean))];
  return leans.map((lean) => ({
    lean,
    d: shadows
      .filter((shadow) => shadow.lean === lean)
      .map(({ points }) => polygon(points, foot))
      .join(''),
  }));
}

const known = new WeakMap<RowShapes, RowPaint>();

export function paintRow(shapes: RowShapes, edgeOf: (row: number) => Edge): RowPaint {
  const found = known.get(shapes);
  if (found) return found;
  const { row, foot } = shapes;
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
    ground: drawn(shapes.ground, foot),
    over: drawn(shapes.over, foot),
    crosses: shapes.over.length > 0,
    shadow: shadow(Infinity),
    shadowAtNeedle: shadow(top),
    holes: shapes.holes.map(({ x, y }) => holePath(x, foot - y)).join(''),
    backing: polygon([[below.left, foot - OVERLAP], [below.right, foot - OVERLAP], [above.right, top], [above.left, top]], foot), // prettier-ignore
    ribbons: ribbonsOf(shapes),
    boxes: shapes.crossings.map((box) => ({ box, y: foot - box.y - box.height })),
  };
  known.set(shapes, painted);
  return painted;
}

/** A piece of fabric around a place: its own path data, y down from `top`. */
export type CutOut = {
  readonly layers: Layers;
  readonly backing: string;
  /** Height of the topmost row's top. */
  readonly top: number;
};

/** Rows one above the other, the lowest first, and of them only what lies between two lines upwards. */
export function cutOut(
  rows: readonly RowShapes[],
  edgeOf: (row: number) => Edge,
  between: { readonly left: number; readonly right: number },
): CutOut {
  const top = Math.max(...rows.map(({ foot }) => foot)) + ROW_HEIGHT;
  const within = (x: number) => x >= between.left && x <= between.right;
  const middle = (shape: Shape) => ('x0' in shape ? (shape.x0 + shape.x1) / 2 : shape.x);
  const draw = (of: (row: RowShapes) => readonly Shape[]) =>
    drawn(
      rows.flatMap(of).filter((shape) => within(middle(shape))),
      top,
    );
  const shadows = rows.flatMap((row) => row.shadows).filter(({ points }) => points.some(([x]) => within(x)));
  const edges = rows.flatMap(({ row, foot }) => [
    { ...edgeOf(row - 1), y: foot },
    { ...edgeOf(row), y: foot + ROW_HEIGHT },
  ]);
  const right = edges.map((edge) => [edge.right, edge.y] as const);
  const left = edges.map((edge) => [edge.left, edge.y] as const);
  return {
    layers: {
      ground: draw(({ ground }) => ground),
      shadow: shadows.map(({ points }) => polygon(points, top)).join(''),
      over: draw(({ over }) => over),
      holes: rows
        .flatMap(({ holes }) => holes)
        .filter(({ x }) => within(x))
        .map(({ x, y }) => holePath(x, top - y))
        .join(''),
    },
    backing: polygon([...right, ...left.reverse()], top),
    top,
  };
}
