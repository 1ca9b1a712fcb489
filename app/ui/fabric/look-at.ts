/**
 * How a fabric is looked at: how large, and which part. Lengths on the fabric are in stitches, x from the left of the view,
 * rows from the cast-on; lengths on the screen in px.
 */
import { ROW_HEIGHT } from '@core/fabric/shapes';

export type Size = { readonly width: number; readonly height: number };
/** What lies at the upper left of the screen, and px a stitch. `top` is a height above the cast-on. */
export type Looking = { readonly left: number; readonly top: number; readonly scale: number };

/** The closest and the farthest. */
export const MOST_PX = 120;
const LEAST_PX = 0.25;

export const clampScale = (scale: number, least = LEAST_PX) => Math.min(MOST_PX, Math.max(least, scale));

/** The whole fabric in a room, with a margin on every side. */
export function wholeScale({ width, height }: Size, stitches: number, rows: number, margin = 3): number {
  const across = width / (stitches + 2 * margin);
  const up = height / (rows * ROW_HEIGHT + 2 * margin);
  return clampScale(Math.min(across, up, 32));
}

/** Closer or farther, so that what lies at a point of the screen stays there. */
export function zoomed(
  { left, top, scale }: Looking,
  factor: number,
  at: { readonly x: number; readonly y: number },
  least?: number,
): Looking {
  const next = clampScale(scale * factor, least);
  return { left: left + at.x / scale - at.x / next, top: top - at.y / scale + at.y / next, scale: next };
}

/** Drawn by so many px. */
export const panned = ({ left, top, scale }: Looking, dx: number, dy: number): Looking => ({
  left: left - dx / scale,
  top: top + dy / scale,
  scale,
});

/** The cast-on comes up so far at most, as a share of the room, and the last row comes down so far. */
const CAST_ON = 0.75;
const LAST_ROW = 0.5;

/**
 * Never so far away that no fabric can be seen.
 * @param home a place that is always allowed
 */
export function kept(
  looking: Looking,
  room: Size,
  stitches: number,
  rows: number,
  margins: { readonly left: number; readonly right: number },
  home: Looking,
): Looking {
  const { scale } = looking;
  const [across, up] = [room.width / scale, room.height / scale];
  const whole = stitches + margins.left + margins.right;
  const left =
    across >= whole
      ? -margins.left - (across - whole) / 2
      : Math.min(stitches + margins.right - across, Math.max(-margins.left, looking.left));
  const high = rows * ROW_HEIGHT;
  const least = Math.min(up * CAST_ON, home.top);
  const most = Math.max(high + up * LAST_ROW, home.top);
  const top = Math.min(most, Math.max(least, looking.top));
  return { left, top, scale };
}

/** Rows of which anything can be seen, and some more. */
export function rowsSeen({ top, scale }: Looking, { height }: Size, rows: number, more = 2) {
  const first = Math.floor((top - height / scale) / ROW_HEIGHT) - more;
  const last = Math.ceil(top / ROW_HEIGHT) + more;
  return { first: Math.min(rows, Math.max(1, first)), last: Math.min(rows, Math.max(1, last)) };
}

const STEPS = [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000];
/** Numbers stand at least so many px apart. */
const APART = 44;

/** Every so many rows there is room for a number. */
export const rowStep = (scale: number) =>
  STEPS.find((step) => step * ROW_HEIGHT * scale >= APART) ?? (STEPS[STEPS.length - 1] as number);
