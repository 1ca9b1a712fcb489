/**
 * Which part of the fabric is shown, and how large. At home the needle stands near the top; a piece that is too wide to be
 * read is shown through a window that follows the group or the panel in hand. She may draw the fabric anywhere, larger or
 * smaller; with the next row it is at home again.
 */
import { useEffect, useMemo, useRef, useState } from 'react';
import { AT_START, type Pointer } from '@core/cue/pointer';
import { ROW_HEIGHT } from '@core/fabric/shapes';
import { kept, panned, wholeScale, zoomed, type Looking, type Size } from '~/ui/fabric/look-at';
import { useSize } from '~/ui/use-size';
import type { NeedlesView, RowOnFabric } from './view';

/** Room beside the fabric in stitches: right of the needle's knob, and for row numbers. */
const MARGINS: Margins = { left: 1.6, right: 3 };
const MARGIN = MARGINS.left + MARGINS.right;
const ROWS_HANGING = 54;
const ROWS_COMING = 7;
/** Stitches upwards that are shown. */
const HEIGHT = (ROWS_HANGING + ROWS_COMING) * ROW_HEIGHT + 1.1;
/** The narrowest and the widest that a stitch is drawn at home, in px, and the least room for a narrow piece. */
const LEAST_STITCH = 10;
const WIDEST_STITCH = 32;
const LEAST_FRAME = 520;
/** The bar below the fabric, by which one looks around. */
const BAR_PX = 60;
/** A part that is brought nearer is drawn no larger than this, px a stitch. */
const MOST_FRAMED = 44;
/** Over the topmost coming row, in stitches; and the needle is never lower than this share of the room. */
const OVER_COMING = 0.7;
const LOWEST_NEEDLE = 0.42;

/** In stitches from the left of the picture; `wide` where not the whole width can be seen. */
export type FabricWindow = { readonly from: number; readonly width: number; readonly wide: boolean };

/**
 * @param room px for the fabric
 * @param width stitches across, without margins
 * @param margin stitches beside the fabric
 * @param height stitches upwards that the drawing takes
 * @returns stitches across in the window, so that it fills its room; null where the whole width can be read
 */
export function windowWidth(room: Size, width: number, margin: number, height: number): number | null {
  if (room.width / (width + margin) >= LEAST_STITCH) return null;
  const stitch = Math.max(LEAST_STITCH, room.height / height);
  return Math.max(1, Math.min(width, Math.floor(room.width / stitch - margin)));
}

/** Where the window begins so that a place stands in its middle. */
export const windowAround = (middle: number, width: number, all: number) =>
  Math.min(all - width, Math.max(0, Math.round(middle - width / 2)));

/** The middle of what the hands are at: the group pointed at, else the row's first crossing, else where the row begins. */
function inHand({ said, faces, cloth }: RowOnFabric, pointer: Pointer | null): number {
  const { cue, stops, done } = said;
  const step = pointer
    ? (stops[pointer.stop] ?? stops[stops.length - 1])?.step
    : stops.find((stop) => stop.step.kind === 'crossing')?.step;
  const xs = (step?.columns ?? []).map((column) => cloth.xOf(done, column));
  if (xs.length > 0) return (Math.min(...xs) + Math.max(...xs)) / 2;
  const fromRight = (faces === 'RS') === (cue?.working.direction !== 'leftToRight');
  return fromRight ? cloth.width : 0;
}

/** Px between the top of the room and the needle. */
const needleAt = (coming: number, scale: number, room: Size) =>
  Math.min((OVER_COMING + coming * ROW_HEIGHT) * scale, room.height * LOWEST_NEEDLE);

function atHome(row: RowOnFabric, pointer: Pointer | null, room: Size, wide: number | null): Looking {
  const { cloth } = row;
  const { done } = row.said;
  const all = cloth.width;
  const units = (wide ?? all) + MARGIN;
  const frame =
    wide === null ? Math.min(room.width, Math.max(LEAST_FRAME, units * WIDEST_STITCH)) : room.width;
  const scale = Math.min(frame / units, wide === null ? WIDEST_STITCH * 1.5 : Infinity);
  const left =
    wide === null
      ? -MARGINS.left - (room.width / scale - units) / 2
      : windowAround(inHand(row, pointer), wide, all) - MARGINS.left;
  const coming = Math.min(ROWS_COMING, cloth.lastRow - done);
  return { left, top: done * ROW_HEIGHT + needleAt(coming, scale, room) / scale, scale };
}

export type Margins = { readonly left: number; readonly right: number };

/** As many px beside the fabric as at home, in stitches of another size. */
const marginsAt = (scale: number, homeScale: number): Margins => {
  const share = Math.min(1, homeScale / scale);
  return { left: MARGINS.left * share, right: MARGINS.right * share };
};

/** The same number for the same place: what has not moved is not drawn anew. */
export const steady = (value: number) => Math.round(value * 1e4) / 1e4;

/** What is seen of the width, without the room beside it. */
export function windowOf({ left, scale }: Looking, room: Size, all: number, margins: Margins): FabricWindow {
  const from = steady(Math.max(0, left + margins.left));
  const to = steady(Math.min(all, left + room.width / scale - margins.right));
  const wide = from > 0.01 || to < all - 0.01;
  return wide ? { from, width: Math.max(1, to - from), wide } : { from: 0, width: all, wide };
}

/** Ways to move it; the same object for as long as the page lives. */
export type Moves = {
  readonly pan: (dx: number, dy: number) => void;
  readonly zoom: (factor: number, at?: { readonly x: number; readonly y: number }) => void;
  /** A row comes into the middle. */
  readonly goTo: (row: number) => void;
  /** The window begins at a stitch. */
  readonly draw: (from: number) => void;
  readonly whole: () => void;
  /** A part of the fabric fills the room: stitches from the left, rows both included. */
  readonly frame: (part: { left: number; right: number; low: number; high: number }) => void;
  readonly home: () => void;
};

type Shown = { readonly looking: Looking; readonly shown: FabricWindow };

export type Camera = Moves &
  Shown & {
    /** What is shown while a row is in hand: of the next one, what will be. */
    readonly windowAt: (row: RowOnFabric) => Shown;
    /** The piece is too wide to be read whole. */
    readonly wide: boolean;
    /** She has drawn the fabric somewhere else. */
    readonly away: boolean;
  };

/** Always the newest, under a name that does not change: what is only pressed is not drawn anew with every row. */
function useMoves(camera: Camera): Moves {
  const latest = useRef(camera);
  useEffect(() => {
    latest.current = camera;
  });
  return useMemo(
    () => ({
      pan: (dx, dy) => latest.current.pan(dx, dy),
      zoom: (factor, at) => latest.current.zoom(factor, at),
      goTo: (row) => latest.current.goTo(row),
      draw: (from) => latest.current.draw(from),
      whole: () => latest.current.whole(),
      frame: (part) => latest.current.frame(part),
      home: () => latest.current.home(),
    }),
    [],
  );
}

const NO_ROOM: Size = { width: 800, height: 500 };

/** Before its room is known the fabric is not drawn, but all that stands over it is. */
export function useCamera(view: NeedlesView, pointer: Pointer | null) {
  const { ref, size: measured } = useSize();
  const room = measured ?? NO_ROOM;
  const { cloth, done } = view;
  const all = cloth.width;
  const [held, setHeld] = useState<{ row: number; looking: Looking } | null>(null);
  // With another row she is at home, and stays there when that row is taken back.
  if (held && held.row !== done) setHeld(null);
  const width = useMemo(() => windowWidth(room, all, MARGIN, HEIGHT), [room, all]);
  const home = atHome(view, pointer, room, width);
  const away = held !== null && held.row === done;
  const least = Math.min(home.scale, wholeScale(room, all, cloth.lastRow));
  const within = (looking: Looking) =>
    kept(looking, room, all, cloth.lastRow, marginsAt(looking.scale, home.scale), home);
  const looking = away ? within(held.looking) : home;
  /** Always from where it is now, however many come before it is drawn. */
  const change = (how: (from: Looking) => Looking) =>
    setHeld((now) => ({ row: done, looking: within(how(now?.row === done ? now.looking : home)) }));
  const middle = { x: room.width / 2, y: room.height / 2 };
  const shownAt = (from: Looking) => windowOf(from, room, all, marginsAt(from.scale, home.scale));
  const now: Shown = { looking, shown: shownAt(looking) };
  const camera: Camera = {
    ...now,
    windowAt: (row) => {
      if (row.said === view.said) return now;
      const next = atHome(row, pointer && AT_START, room, width);
      return { looking: next, shown: shownAt(next) };
    },
    wide: width !== null,
    away,
    pan: (dx, dy) => change((from) => panned(from, dx, dy)),
    zoom: (factor, at = middle) => change((from) => zoomed(from, factor, at, least)),
    goTo: (row) =>
      change((from) => ({ ...from, top: (row - 0.5) * ROW_HEIGHT + room.height / from.scale / 2 })),
    draw: (from) => change((now) => ({ ...now, left: from - marginsAt(now.scale, home.scale).left })),
    whole: () => {
      const free = { ...room, height: Math.max(1, room.height - BAR_PX) };
      const scale = wholeScale(free, all, cloth.lastRow);
      const up = free.height / scale;
      const high = cloth.lastRow * ROW_HEIGHT;
      change(() => ({ left: -MARGINS.left, top: high + (up - high) / 2, scale }));
    },
    frame: ({ left, right, low, high }) => {
      const rows = (high - low + 1) * ROW_HEIGHT;
      const fitted = Math.min(room.width / (right - left), room.height / rows, MOST_FRAMED);
      const scale = Math.max(home.scale, fitted);
      change(() => ({ left: (left + right - room.width / scale) / 2, top: high * ROW_HEIGHT, scale }));
    },
    home: () => setHeld(null),
  };
  return { ref, room: measured, camera, moves: useMoves(camera) };
}
