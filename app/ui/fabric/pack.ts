/**
 * Rows of fabric as one list of things to draw, in the order in which they are drawn: numbers alone, so that the list can be
 * handed to a worker at little cost. Lengths are in stitches, y runs upwards.
 */
import { ROW_HEIGHT, type Edge, type Picture, type RowShapes, type Shape } from '@core/fabric/shapes';

/** What can be drawn; a record begins with its place in this list. */
export const MARKS = ['v', 'twisted', 'tall', 'bump', 'bobble', 'eyelet', 'float', 'hole', 'shadow'] as const;
export type Mark = (typeof MARKS)[number];
/** Numbers in a record: mark, foot x and y, head x and y, width, 1 where it lies behind. */
export const STRIDE = 7;

export type Packed = {
  readonly records: Float32Array;
  /** Of each row from below: foot y, top y, left and right at the foot, left and right at the top. */
  readonly backing: Float32Array;
};

const CODES = Object.fromEntries(MARKS.map((mark, code) => [mark, code])) as Record<Mark, number>;

class Packer {
  private numbers = new Float32Array(1024 * STRIDE);
  private used = 0;

  private put(mark: Mark, x0: number, y0: number, x1: number, y1: number, width: number, behind = 0) {
    if (this.used + STRIDE > this.numbers.length) {
      const more = new Float32Array(this.numbers.length * 2);
      more.set(this.numbers);
      this.numbers = more;
    }
    const { numbers, used } = this;
    numbers[used] = CODES[mark];
    numbers[used + 1] = x0;
    numbers[used + 2] = y0;
    numbers[used + 3] = x1;
    numbers[used + 4] = y1;
    numbers[used + 5] = width;
    numbers[used + 6] = behind;
    this.used += STRIDE;
  }

  shape(shape: Shape) {
    switch (shape.kind) {
      case 'v': {
        const mark = shape.tall ? 'tall' : shape.twisted ? 'twisted' : 'v';
        return this.put(mark, shape.x0, shape.y0, shape.x1, shape.y1, shape.width, shape.sunk ? 1 : 0);
      }
      case 'bump':
        return this.put('bump', shape.x0, shape.y0, shape.x1, shape.y1, shape.width, shape.sunk ? 1 : 0);
      case 'float':
        return this.put('float', shape.x, shape.y, shape.x, shape.y, shape.width);
      default:
        return this.put(shape.kind, shape.x, shape.y, shape.x, shape.y, shape.radius * 2);
    }
  }

  hole(x: number, y: number) {
    this.put('hole', x, y, x, y, 0.54);
  }

  /** What a strand on top throws on what lies under it. */
  shadow(shape: Shape) {
    if (shape.kind === 'v' || shape.kind === 'bump')
      this.put('shadow', shape.x0, shape.y0, shape.x1, shape.y1, shape.width);
  }

  records = () => this.numbers.slice(0, this.used);
}

const middle = (shape: Shape) => ('x0' in shape ? (shape.x0 + shape.x1) / 2 : shape.x);
/** An edge moves by more than this in one row only where stitches come or go together. */
const STEP = 1.6;
/** So far beyond its middle a stitch still shows. */
const REACH = 2;

/** @param between what lies beyond these is left out */
export function pack(
  rows: readonly RowShapes[],
  edgeOf: (row: number) => Edge,
  between: { readonly left: number; readonly right: number } = { left: -Infinity, right: Infinity },
): Packed {
  const within = (x: number) => x >= between.left - REACH && x <= between.right + REACH;
  const seen = (shapes: readonly Shape[]) => shapes.filter((shape) => within(middle(shape)));
  const packer = new Packer();
  for (const { ground } of rows) for (const shape of seen(ground)) packer.shape(shape);
  for (const { holes } of rows) for (const { x, y } of holes) if (within(x)) packer.hole(x, y);
  for (const { over } of rows) for (const shape of seen(over)) packer.shadow(shape);
  for (const { over } of rows) for (const shape of seen(over)) packer.shape(shape);
  const backing = rows.flatMap(({ row, foot }) => {
    const [below, above] = [edgeOf(row - 1), edgeOf(row)];
    // Where stitches are bound off or cast on the edge goes in a step, not aslant.
    const near = (low: number, high: number) => (Math.abs(low - high) > STEP ? high : low);
    const [left, right] = [near(below.left, above.left), near(below.right, above.right)];
    return [foot, foot + ROW_HEIGHT, left, right, above.left, above.right];
  });
  return { records: packer.records(), backing: Float32Array.from(backing) };
}

/** A whole picture, its foot at height 0. */
export const packPicture = ({ rows, edges, firstRow }: Picture): Packed =>
  pack(rows, (row) => edges[row - firstRow + 1] as Edge);
