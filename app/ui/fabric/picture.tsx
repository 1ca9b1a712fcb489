/** A piece of fabric that stands still: a canvas, painted as large as it is shown, and whatever is marked on it. */
import { useEffect, useRef, type ComponentProps, type ReactNode } from 'react';
import { useSize } from '~/ui/use-size';
import { paintInto } from '~/workers/fabric-painter';
import type { Looking, Size } from './look-at';
import type { Packed } from './pack';
import { useYarn } from './use-yarn';

/** In stitches; x from the left of the fabric, y downwards from `up` above its foot. */
export type Box = { readonly x: number; readonly y: number; readonly width: number; readonly height: number };

/** A canvas in device px is at most so large, or a phone runs out of memory. */
const MOST_SIDE = 4096;

/** How the box is fitted to its room, as in the drawing that lies over it. */
const FITS = { whole: 'xMidYMid meet', fromTop: 'xMinYMin slice', fromFoot: 'xMidYMax slice' } as const;
export type Fit = keyof typeof FITS;

/** Where the canvas looks, in stitches, heights from the foot, for a room in px. */
export function fitted({ x, y, width, height }: Box, up: number, room: Size, fit: Fit): Looking {
  const [across, down] = [room.width / width, room.height / height];
  const scale = fit === 'whole' ? Math.min(across, down) : Math.max(across, down);
  const [spareX, spareY] = [room.width / scale - width, room.height / scale - height];
  const left = x - (fit === 'fromTop' ? 0 : spareX / 2);
  const top = y - (fit === 'fromTop' ? 0 : fit === 'fromFoot' ? spareY : spareY / 2);
  return { left, top: up - top, scale };
}

type Props = {
  packed: Packed;
  /** Height of the fabric above its foot, where y is 0. */
  up: number;
  box: Box;
  fit?: Fit;
  /** A ghost: still to be knitted. */
  faint?: boolean;
  /** Of the drawing that lies over the canvas. */
  svg?: ComponentProps<'svg'>;
  /** Gives it a height, or limits it: else it is as high as its width asks for. */
  className?: string;
  children?: ReactNode;
};

export function FabricPicture({
  packed,
  up,
  box,
  fit = 'whole',
  faint = false,
  svg,
  className = '',
  children,
}: Props) {
  const { ref, size } = useSize();
  const canvas = useRef<HTMLCanvasElement>(null);
  const yarn = useYarn(ref);
  const { x, y, width, height } = box;
  useEffect(() => {
    const shown = canvas.current;
    if (!shown || !yarn || !size || size.width === 0 || size.height === 0) return;
    const density = Math.min(window.devicePixelRatio, MOST_SIDE / Math.max(size.width, size.height));
    const { left, top, scale } = fitted({ x, y, width, height }, up, size, fit);
    let newest = true;
    const job = {
      packed,
      camera: { left, top, scale: scale * density },
      width: Math.max(1, Math.round(size.width * density)),
      height: Math.max(1, Math.round(size.height * density)),
      yarn,
    };
    void paintInto(shown, job, () => newest).then(() => (shown.dataset.painted = 'true'));
    return () => void (newest = false);
  }, [packed, up, x, y, width, height, size, yarn, fit]);
  return (
    <div
      ref={ref}
      className={`relative w-full overflow-hidden ${className}`}
      style={{ aspectRatio: `${width} / ${height}` }}
    >
      <canvas
        ref={canvas}
        aria-hidden="true"
        className={`absolute inset-0 h-full w-full ${faint ? 'opacity-35' : ''}`}
      />
      <svg
        className="absolute inset-0 h-full w-full"
        viewBox={`${x} ${y} ${width} ${height}`}
        preserveAspectRatio={FITS[fit]}
        {...svg}
        {...(svg ? {} : { 'aria-hidden': true })}
      >
        {children}
      </svg>
    </div>
  );
}
