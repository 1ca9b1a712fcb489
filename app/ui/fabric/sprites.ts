/**
 * Each kind of stitch drawn once in its yarn, as a small picture that is laid on every such stitch of the fabric. In a
 * sprite's own measure a stitch is 1 wide and its strand reaches 1 from foot to head, y up.
 */
import { MARKS, type Mark } from './pack';

export type Yarn = { readonly lit: string; readonly shade: string; readonly deep: string };
type Context = OffscreenCanvasRenderingContext2D | CanvasRenderingContext2D;
type Surface = OffscreenCanvas | HTMLCanvasElement;

/** What a sprite covers in its own measure. */
export const SPRITE = { left: -0.8, width: 1.6, bottom: -0.5, height: 2 } as const;
export type Sprite = { readonly image: Surface; readonly width: number; readonly height: number };

const surface = (width: number, height: number): Surface =>
  typeof OffscreenCanvas === 'undefined'
    ? Object.assign(document.createElement('canvas'), { width, height })
    : new OffscreenCanvas(width, height);

type Point = readonly [x: number, y: number];

/** A plump strand along a curve: outline, body, light along its upper left, and the twist of its plies. */
type Strand = { readonly from: Point; readonly bend: Point; readonly to: Point; readonly thick: number };

const along = ({ from, bend, to }: Strand, t: number): Point => [
  (1 - t) ** 2 * from[0] + 2 * t * (1 - t) * bend[0] + t ** 2 * to[0],
  (1 - t) ** 2 * from[1] + 2 * t * (1 - t) * bend[1] + t ** 2 * to[1],
];

/** Half as thick as a strand is at a share of its length: round at both ends, fullest towards its head. */
const halfAt = (thick: number, t: number) =>
  (thick / 2) * Math.sqrt(Math.max(0, 1 - (2 * t - 1) ** 4)) * (0.82 + 0.18 * Math.sin(Math.PI * t * 0.8));

const PARTS = 20;

function outline(strand: Strand, grow: number): Point[] {
  const sides: [Point[], Point[]] = [[], []];
  for (let n = 0; n <= PARTS; n += 1) {
    const t = n / PARTS;
    const [x, y] = along(strand, t);
    const [ax, ay] = along(strand, Math.max(0, t - 0.02));
    const [bx, by] = along(strand, Math.min(1, t + 0.02));
    const length = Math.hypot(bx - ax, by - ay) || 1;
    const half = halfAt(strand.thick, t) + grow;
    const [nx, ny] = [(-(by - ay) / length) * half, ((bx - ax) / length) * half];
    sides[0].push([x + nx, y + ny]);
    sides[1].push([x - nx, y - ny]);
  }
  return [...sides[0], ...sides[1].reverse()];
}

function trace(ctx: Context, points: readonly Point[]) {
  ctx.beginPath();
  points.forEach(([x, y], i) => (i === 0 ? ctx.moveTo(x, y) : ctx.lineTo(x, y)));
  ctx.closePath();
}

/** So many px a stitch the twist of the yarn can be seen. */
const TWIST_FROM = 13;

/** What passes behind lies in the dark; purls sink back a little. */
const BEHIND = 'rgba(30, 18, 6, 0.2)';
const SUNK = 'rgba(50, 28, 4, 0.09)';

class Drawing {
  constructor(
    private readonly ctx: Context,
    private readonly yarn: Yarn,
    private readonly px: number,
    private readonly behind: boolean,
  ) {}

  /** @param light 1 where light falls on it, 0 where it does not, -1 where it lies deeper */
  strand(strand: Strand, light: 1 | 0 | -1) {
    const { ctx, yarn } = this;
    ctx.lineJoin = 'round';
    trace(ctx, outline(strand, 0.035));
    ctx.fillStyle = yarn.deep;
    ctx.fill();
    ctx.save();
    trace(ctx, outline(strand, 0));
    ctx.clip();
    const [x0, y0] = along(strand, 0.5);
    const half = strand.thick * 0.62;
    const across = ctx.createLinearGradient(x0 - half, y0 + half * 0.5, x0 + half, y0 - half * 0.5);
    across.addColorStop(0, light > 0 ? yarn.lit : yarn.shade);
    across.addColorStop(0.45, light > 0 ? yarn.lit : yarn.shade);
    across.addColorStop(1, yarn.shade);
    ctx.fillStyle = across;
    ctx.fillRect(-2, -2, 4, 4);
    if (this.px >= TWIST_FROM) this.twist(strand);
    this.roundness(strand, light);
    if (this.behind || light < 0) {
      ctx.fillStyle = this.behind ? BEHIND : SUNK;
      ctx.fillRect(-2, -2, 4, 4);
    }
    ctx.restore();
  }

  /** Darker towards the lower right, so that the strand looks round; a line of light along the upper left. */
  private roundness(strand: Strand, light: number) {
    const { ctx } = this;
    const shift = strand.thick * 0.3;
    const line = (dx: number, dy: number, width: number, colour: string) => {
      ctx.beginPath();
      for (let n = 0; n <= PARTS; n += 1) {
        const [x, y] = along(strand, n / PARTS);
        if (n === 0) ctx.moveTo(x + dx, y + dy);
        else ctx.lineTo(x + dx, y + dy);
      }
      ctx.lineWidth = width;
      ctx.lineCap = 'round';
      ctx.strokeStyle = colour;
      ctx.stroke();
    };
    line(shift * 1.3, -shift * 0.7, strand.thick * 0.34, 'rgba(60, 36, 12, 0.16)');
    line(shift * 1.7, -shift * 0.9, strand.thick * 0.24, 'rgba(60, 36, 12, 0.2)');
    line(-shift * 0.7, shift * 0.5, strand.thick * 0.22, `rgba(255, 255, 255, ${light > 0 ? 0.28 : 0.12})`);
  }

  private twist(strand: Strand) {
    const { ctx, yarn } = this;
    ctx.strokeStyle = yarn.deep;
    ctx.globalAlpha = 0.34;
    ctx.lineWidth = 0.035;
    for (let n = 0; n < 6; n += 1) {
      const [x, y] = along(strand, (n + 0.5) / 6);
      const half = strand.thick * 0.55;
      ctx.beginPath();
      ctx.moveTo(x - half, y - half * 0.15);
      ctx.quadraticCurveTo(x, y + half * 0.1, x + half * 0.8, y + half * 0.75);
      ctx.stroke();
    }
    ctx.globalAlpha = 1;
  }

  soft(x: number, y: number, rx: number, ry: number, strength: number) {
    const { ctx } = this;
    ctx.save();
    ctx.translate(x, y);
    ctx.scale(rx, ry);
    const glow = ctx.createRadialGradient(0, 0, 0, 0, 0, 1);
    glow.addColorStop(0, `rgba(20, 12, 4, ${strength})`);
    glow.addColorStop(0.55, `rgba(20, 12, 4, ${strength * 0.75})`);
    glow.addColorStop(1, 'rgba(20, 12, 4, 0)');
    ctx.fillStyle = glow;
    ctx.fillRect(-1, -1, 2, 2);
    ctx.restore();
  }
}

/** A leg of a V, `side` -1 for the left one. */
const leg = (side: number, foot: number): Strand => ({
  from: [foot * side, -0.26],
  bend: [side * 0.13, 0.4],
  to: [side * 0.36, 1.2],
  thick: 0.5,
});

const DRAWN: Record<Mark, (drawing: Drawing) => void> = {
  v: (d) => {
    d.strand(leg(1, 0.09), 0);
    d.strand(leg(-1, 0.09), 1);
  },
  twisted: (d) => {
    d.strand(leg(1, -0.14), 0);
    d.strand(leg(-1, -0.14), 1);
  },
  tall: (d) => {
    d.strand(leg(1, 0.09), 0);
    d.strand(leg(-1, 0.09), 1);
  },
  bump: (d) => d.strand({ from: [-0.62, 0.2], bend: [0, 1.06], to: [0.62, 0.2], thick: 0.84 }, -1),
  bobble: (d) => {
    d.soft(0.06, 0.44, 0.62, 0.66, 0.6);
    for (const [x, y] of [
      [-0.2, 0.3],
      [0.2, 0.3],
      [0, 0.3],
      [-0.2, 0.66],
      [0.2, 0.66],
      [0, 0.7],
    ] as const)
      d.strand({ from: [x, y - 0.3], bend: [x * 1.4, y], to: [x, y + 0.3], thick: 0.34 }, x > 0.1 ? 0 : 1);
  },
  eyelet: (d) => d.soft(0, 0.5, 0.5, 0.5, 0.95),
  float: (d) => d.strand({ from: [-0.62, 0.5], bend: [0, 0.42], to: [0.62, 0.5], thick: 0.26 }, 1),
  hole: (d) => d.soft(0, 0.5, 0.42, 0.5, 0.85),
  shadow: (d) => d.soft(0.07, 0.46, 0.78, 0.9, 0.5),
};

/** The pictures of one yarn at one size. */
export class Sprites {
  private readonly known: Sprite[] = [];

  /** @param px of a stitch's width */
  constructor(
    private readonly yarn: Yarn,
    readonly px: number,
  ) {}

  /** @param code place of the mark in {@link MARKS} */
  of(code: number, behind: boolean): Sprite {
    const key = code * 2 + (behind ? 1 : 0);
    return (this.known[key] ??= this.draw(MARKS[code] as Mark, behind));
  }

  private draw(mark: Mark, behind: boolean): Sprite {
    const [width, height] = [Math.ceil(SPRITE.width * this.px), Math.ceil(SPRITE.height * this.px)];
    const image = surface(width, height);
    const ctx = image.getContext('2d') as Context | null;
    if (ctx) {
      // y up, the foot of the strand at 0, 0.
      ctx.setTransform(
        width / SPRITE.width,
        0,
        0,
        -height / SPRITE.height,
        (-SPRITE.left / SPRITE.width) * width,
        height * (1 + SPRITE.bottom / SPRITE.height),
      );
      DRAWN[mark](new Drawing(ctx, this.yarn, this.px, behind));
    }
    return { image, width, height };
  }
}
