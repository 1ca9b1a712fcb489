/** From positioned shapes to path data. Decides nothing: it only draws what layout placed. SVG's y runs down. */
import type { Picture, Shape } from '@core/fabric/shapes';

const r = (value: number) => Math.round(value * 100) / 100;

/** A leaf from (x0, y0) to (x1, y1), `fat` wide. */
function leaf(x0: number, y0: number, x1: number, y1: number, fat: number): string {
  const [dx, dy] = [x1 - x0, y1 - y0];
  const length = Math.hypot(dx, dy) || 1;
  const [nx, ny] = [(-dy / length) * fat, (dx / length) * fat];
  const at = (along: number, out: number) =>
    `${r(x0 + dx * along + nx * out)} ${r(y0 + dy * along + ny * out)}`;
  return `M${at(0, 0)}C${at(0.05, 0.75)} ${at(0.7, 0.95)} ${at(1, 0.1)}C${at(1.04, -0.4)} ${at(0.4, -0.8)} ${at(0, 0)}Z`;
}

const KINDS = ['lit', 'shade', 'bump', 'bumpLit', 'float', 'eyelet'] as const;
/** Path data by the class that paints it. */
export type Paths = Readonly<Record<(typeof KINDS)[number], string>>;

class Pen {
  private readonly parts = Object.fromEntries(KINDS.map((kind) => [kind, [] as string[]])) as Record<
    (typeof KINDS)[number],
    string[]
  >;

  constructor(private readonly height: number) {}

  private y = (up: number) => this.height - up;

  draw(shape: Shape) {
    if (shape.kind === 'v') this.v(shape);
    else if (shape.kind === 'bump') this.bump(shape);
    else if (shape.kind === 'float') this.float(shape);
    else this.dot(shape);
  }

  private v({ x0, y0, x1, y1, width: w, twisted }: Extract<Shape, { kind: 'v' }>) {
    const [foot, top] = [this.y(y0) - 0.02, this.y(y1) - 0.2];
    const cross = twisted ? 0.12 : 0;
    this.parts.lit.push(leaf(x0 - (0.04 - cross) * w, foot, x1 - 0.4 * w, top, 0.25 * w));
    this.parts.shade.push(leaf(x0 + (0.04 - cross) * w, foot, x1 + 0.4 * w, top, -0.25 * w));
  }

  private bump({ x0, y0, x1, y1, width: w }: Extract<Shape, { kind: 'bump' }>) {
    const x = (x0 + x1) / 2;
    const y = this.y((y0 + y1) / 2);
    const [a, b] = [x - 0.52 * w, x + 0.52 * w];
    const upper = `C${r(a + 0.1 * w)} ${r(y - 0.42)} ${r(b - 0.1 * w)} ${r(y - 0.42)} ${r(b)} ${r(y + 0.22)}`;
    const lower = `C${r(b - 0.25 * w)} ${r(y + 0.1)} ${r(a + 0.25 * w)} ${r(y + 0.1)} ${r(a)} ${r(y + 0.22)}`;
    this.parts.bump.push(`M${r(a)} ${r(y + 0.22)}${upper}${lower}Z`);
    this.parts.bumpLit.push(
      `M${r(a + 0.2 * w)} ${r(y - 0.06)}Q${r(x)} ${r(y - 0.26)} ${r(b - 0.2 * w)} ${r(y - 0.06)}`,
    );
  }

  private float({ x, y, width }: Extract<Shape, { kind: 'float' }>) {
    this.parts.float.push(`M${r(x - width * 0.55)} ${r(this.y(y))}H${r(x + width * 0.55)}`);
  }

  private dot({ kind, x, y, radius }: Extract<Shape, { kind: 'bobble' | 'eyelet' }>) {
    const arc = `a${r(radius)} ${r(radius)} 0 1 0 `;
    const circle = `M${r(x - radius)} ${r(this.y(y))}${arc}${r(2 * radius)} 0${arc}${r(-2 * radius)} 0Z`;
    this.parts[kind === 'eyelet' ? 'eyelet' : 'lit'].push(circle);
  }

  paths(): Paths {
    return Object.fromEntries(KINDS.map((kind) => [kind, this.parts[kind].join('')])) as Paths;
  }
}

/** @param height what lies so high is drawn at y 0 */
export function drawn(shapes: readonly Shape[], height: number): Paths {
  const pen = new Pen(height);
  for (const shape of shapes) pen.draw(shape);
  return pen.paths();
}

const bottomOf = (shape: Shape) => ('y0' in shape ? shape.y0 : shape.y - 0.4);

export type Layers = {
  readonly ground: Paths;
  readonly shadow: string;
  readonly over: Paths;
  readonly holes: string;
};
/** Rows on the fabric, and rows still to come. */
export type Painting = {
  readonly width: number;
  readonly height: number;
  readonly made: Layers;
  readonly coming: Layers;
  /** The dark between the stitches of the rows on the fabric. */
  readonly backing: string;
};

export const polygon = (points: readonly (readonly [number, number])[], height: number) =>
  `M${points.map(([x, y]) => `${r(x)} ${r(height - y)}`).join('L')}Z`;

/** An upright oval round a middle. */
export const holePath = (x: number, y: number) =>
  `M${r(x - 0.2)} ${r(y)}a0.2 0.3 0 1 0 0.4 0a0.2 0.3 0 1 0 -0.4 0Z`;

function layers(picture: Picture, split: number, above: boolean): Layers {
  const here = (y: number) => y >= split - 1e-6 === above;
  const draw = (shapes: readonly Shape[]) =>
    drawn(
      shapes.filter((shape) => here(bottomOf(shape))),
      picture.height,
    );
  // Rows to come are ghosts and throw no shadow; one at the needle ends there.
  const shadows = above ? [] : picture.shadows.filter(({ row }) => here(picture.yOf(row - 1)));
  const below = ({ points }: Picture['shadows'][number]) =>
    points.map(([x, y]) => [x, Math.min(y, split)] as const);
  return {
    ground: draw(picture.ground),
    shadow: shadows.map((shadow) => polygon(below(shadow), picture.height)).join(''),
    over: draw(picture.over),
    holes: picture.holes
      .filter(({ y }) => here(y))
      .map(({ x, y }) => holePath(x, picture.height - y))
      .join(''),
  };
}

/** Straight from row to row along both edges. */
function backing({ edges, height }: Picture, split: number): string {
  const here = edges.filter(({ y }) => y <= split + 1e-6);
  const right = here.map(({ y, right: x }) => [x, y] as const);
  const left = here.map(({ y, left: x }) => [x, y] as const);
  return here.length > 1 ? polygon([...right, ...left.reverse()], height) : '';
}

/** Paints a picture, split at the top of row `done`: rows below are on the fabric, rows above are to come. */
export function paint(picture: Picture, done = picture.lastRow): Painting {
  const split = picture.yOf(Math.max(done, picture.firstRow - 1));
  return {
    width: picture.width,
    height: picture.height,
    made: layers(picture, split, false),
    coming: layers(picture, split, true),
    backing: backing(picture, split),
  };
}
