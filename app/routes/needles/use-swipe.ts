/** A finger that wipes sideways over the row in hand: to the left goes on, to the right goes back. */
import { useRef } from 'react';

/** So many px sideways are meant; what goes half as far up or down is a scroll. */
const SWIPE = 40;

/** A mouse that is drawn over words selects them and is no finger. */
export function useSwipe(onward: () => void, back: () => void) {
  const from = useRef<{ x: number; y: number } | null>(null);
  return {
    onPointerDown: ({ pointerType, clientX, clientY }: React.PointerEvent) =>
      void (from.current = pointerType === 'mouse' ? null : { x: clientX, y: clientY }),
    onPointerUp: ({ clientX, clientY }: React.PointerEvent) => {
      const start = from.current;
      from.current = null;
      if (!start) return;
      const [x, y] = [clientX - start.x, clientY - start.y];
      if (Math.abs(x) < SWIPE || Math.abs(x) < 2 * Math.abs(y)) return;
      if (x < 0) onward();
      else back();
    },
    onPointerCancel: () => void (from.current = null),
  };
}
