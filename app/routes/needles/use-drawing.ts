/** The fabric drawn along by a finger, a mouse, a wheel or two fingers. A touch that stays where it is remains a touch. */
import { useEffect, useRef, type PointerEvent, type RefObject } from 'react';
import type { Moves } from './use-camera';

/** So many px are meant. */
const MEANT = 6;
/** A notch of a wheel. */
const WHEEL_ZOOM = 0.0022;
const LINE_PX = 18;

type Point = { readonly x: number; readonly y: number };
const between = (a: Point, b: Point): Point => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });
const apart = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y);

/** From the element's corner. Asked only where it is needed: the page has to be laid out for it. */
function within(element: HTMLElement, { x, y }: Point): Point {
  const { left, top } = element.getBoundingClientRect();
  return { x: x - left, y: y - top };
}

export function useDrawing(ref: RefObject<HTMLDivElement | null>, moves: Moves) {
  const down = useRef(new Map<number, Point>());
  const moved = useRef(false);

  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    const onWheel = (event: WheelEvent) => {
      event.preventDefault();
      const unit = event.deltaMode === 1 ? LINE_PX : 1;
      const at = { x: event.clientX, y: event.clientY };
      if (event.ctrlKey || event.metaKey)
        moves.zoom(Math.exp(-event.deltaY * unit * WHEEL_ZOOM), within(element, at));
      else if (event.shiftKey) moves.pan(-event.deltaY * unit, 0);
      else moves.pan(-event.deltaX * unit, -event.deltaY * unit);
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [ref, moves]);

  const place = (event: PointerEvent): Point => ({ x: event.clientX, y: event.clientY });
  const lift = (event: PointerEvent) => {
    down.current.delete(event.pointerId);
    if (down.current.size === 0) moved.current = false;
  };
  return {
    onPointerDown: (event: PointerEvent) => {
      if (event.pointerType === 'mouse' && event.button !== 0) return;
      down.current.set(event.pointerId, place(event));
    },
    onPointerMove: (event: PointerEvent) => {
      const before = down.current.get(event.pointerId);
      if (!before) return;
      const now = place(event);
      if (!moved.current && apart(before, now) < MEANT) return;
      if (!moved.current) {
        moved.current = true;
        ref.current?.setPointerCapture(event.pointerId);
      }
      const [other] = [...down.current].filter(([id]) => id !== event.pointerId).map(([, point]) => point);
      down.current.set(event.pointerId, now);
      if (!other) return moves.pan(now.x - before.x, now.y - before.y);
      const [was, is] = [between(before, other), between(now, other)];
      const room = ref.current;
      if (room) moves.zoom(apart(now, other) / Math.max(1, apart(before, other)), within(room, is));
      moves.pan(is.x - was.x, is.y - was.y);
    },
    onPointerUp: lift,
    onPointerCancel: lift,
  };
}

/** By keys, where the fabric has the focus: px a step. */
const STEP = 60;
type Key = (moves: Moves, page: number, rows: { first: number }) => void;
export const FABRIC_KEYS: Readonly<Record<string, Key>> = {
  ArrowUp: (moves) => moves.pan(0, STEP),
  ArrowDown: (moves) => moves.pan(0, -STEP),
  ArrowLeft: (moves) => moves.pan(STEP, 0),
  ArrowRight: (moves) => moves.pan(-STEP, 0),
  PageUp: (moves, page) => moves.pan(0, page),
  PageDown: (moves, page) => moves.pan(0, -page),
  '+': (moves) => moves.zoom(1.25),
  '=': (moves) => moves.zoom(1.25),
  '-': (moves) => moves.zoom(0.8),
  Home: (moves) => moves.home(),
  End: (moves, _, { first }) => moves.goTo(first),
  '0': (moves) => moves.whole(),
};
