/**
 * Wide pieces are shown through a window, in which stitches can be told apart at arm's length. It follows the group or
 * the panel in hand from row to row, and goes where she draws it until the next row.
 */
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Pointer } from '@core/cue/pointer';
import type { NeedlesView } from './view';

/** The narrowest that a stitch is drawn, in px. */
const LEAST_STITCH = 10;

export type Room = { readonly width: number; readonly height: number };
/** In stitches from the left of the picture; the whole width where `wide` is false. */
export type FabricWindow = { readonly from: number; readonly width: number; readonly wide: boolean };

/**
 * @param room px for the fabric
 * @param width stitches across, without margins
 * @param margin stitches beside the fabric
 * @param height stitches upwards that the drawing takes
 * @returns stitches across in the window, so that it fills its room; null where the whole width can be read
 */
export function windowWidth(room: Room, width: number, margin: number, height: number): number | null {
  if (room.width / (width + margin) >= LEAST_STITCH) return null;
  const stitch = Math.max(LEAST_STITCH, room.height / height);
  return Math.max(1, Math.min(width, Math.floor(room.width / stitch - margin)));
}

/** Where the window begins so that a place stands in its middle. */
export const windowAround = (middle: number, width: number, all: number) =>
  Math.min(all - width, Math.max(0, Math.round(middle - width / 2)));

/** The middle of what the hands are at: the group pointed at, else the row's first crossing, else where the row begins. */
function inHand(view: NeedlesView, pointer: Pointer | null): number {
  const { cue, stops, picture, done } = view;
  const step = pointer
    ? (stops[pointer.stop] ?? stops[stops.length - 1])?.step
    : stops.find((stop) => stop.step.kind === 'crossing')?.step;
  const xs = (step?.columns ?? []).map((column) => picture.xOf(done, column));
  if (xs.length > 0) return (Math.min(...xs) + Math.max(...xs)) / 2;
  const fromRight = (view.faces === 'RS') === (cue?.working.direction !== 'leftToRight');
  return fromRight ? picture.width : 0;
}

function useRoom() {
  const ref = useRef<HTMLElement>(null);
  const [room, setRoom] = useState<Room | null>(null);
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    const watch = new ResizeObserver(([entry]) => {
      if (entry) setRoom({ width: entry.contentRect.width, height: entry.contentRect.height });
    });
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  return { ref, room };
}

/** @param above px that stand over the fabric */
export function useWindow(
  view: NeedlesView,
  pointer: Pointer | null,
  { margin, height, above }: { margin: number; height: number; above: number },
) {
  const { ref, room } = useRoom();
  const [drawn, setDrawn] = useState<{ row: number; from: number } | null>(null);
  const all = view.picture.width;
  const width = useMemo(
    () => room && windowWidth({ ...room, height: room.height - above }, all, margin, height),
    [room, all, margin, height, above],
  );
  const middle = width === null ? 0 : inHand(view, pointer);
  const shown: FabricWindow =
    width === null
      ? { from: 0, width: all, wide: false }
      : {
          from:
            drawn?.row === view.done ? Math.min(drawn.from, all - width) : windowAround(middle, width, all),
          width,
          wide: true,
        };
  return { ref, shown, px: room?.width ?? 0, draw: (from: number) => setDrawn({ row: view.done, from }) };
}
