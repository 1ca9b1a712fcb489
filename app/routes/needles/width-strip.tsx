/** The whole width of a wide piece as a thin strip: its panels, what crosses in the row in hand, and the part in view. */
import { memo } from 'react';
import { Slider } from 'radix-ui';
import type { Lean } from '@core/stitch/types';
import { leanColour } from '~/ui/lean';
import type { FabricWindow } from './use-camera';
import type { NeedlesView } from './view';

type Bands = NeedlesView['bands'];

const PanelBands = memo(
  function PanelBands({ bands, all }: { bands: Bands; all: number }) {
    const share = (x: number) => `${(x / all) * 100}%`;
    return bands.map(({ panel, x, width, edge }) => (
      <span
        key={panel}
        className="absolute inset-y-0 border-r border-ground"
        style={{
          left: share(x),
          width: share(width),
          background: edge ? undefined : 'color-mix(in oklab, var(--soft) 22%, transparent)',
        }}
      />
    ));
  },
  (a, b) =>
    a.all === b.all &&
    a.bands.map(({ panel, x }) => panel + x).join() === b.bands.map(({ panel, x }) => panel + x).join(),
);

/** The crossings of the row in hand as one outline for each lean, in stitches from the left. */
function marksOf({ stops, cloth, done }: NeedlesView) {
  const marks: Record<Lean, string[]> = { left: [], right: [] };
  for (const { step } of stops) {
    if (step.kind !== 'crossing') continue;
    const xs = step.columns.map((column) => cloth.xOf(done, column));
    const [left, right] = [Math.min(...xs) - 0.5, Math.max(...xs) + 0.5];
    marks[step.lean].push(`M${left} 1H${right}V9H${left}Z`);
  }
  return marks;
}

/** Every prop is a number or stays the same object, so that a tap does not draw it anew. */
export default memo(function WidthStrip({
  view,
  from,
  width,
  px,
  draw,
}: Pick<FabricWindow, 'from' | 'width'> & {
  view: NeedlesView;
  /** Width of the strip. */
  px: number;
  draw: (from: number) => void;
}) {
  const { cloth, bands } = view;
  const marks = marksOf(view);
  return (
    <Slider.Root
      className="relative flex h-12 touch-none items-center select-none max-[760px]:-mt-2"
      min={0}
      max={Math.max(1, Math.ceil(cloth.width - width))}
      step={1}
      value={[from]}
      onValueChange={([to]) => to !== undefined && draw(to)}
    >
      <Slider.Track
        className="relative h-8 w-full max-[760px]:h-6 overflow-hidden rounded-md bg-line"
        data-testid="width-strip"
        data-crossings={marks.left.length + marks.right.length}
      >
        <PanelBands bands={bands} all={cloth.width} />
        <svg
          className="absolute inset-0 h-full w-full"
          viewBox={`0 0 ${cloth.width} 10`}
          preserveAspectRatio="none"
          aria-hidden="true"
        >
          <path d={marks.left.join('')} fill={leanColour('left')} />
          <path d={marks.right.join('')} fill={leanColour('right')} />
        </svg>
      </Slider.Track>
      <Slider.Thumb
        aria-label="The part of the width that is shown"
        className="block h-11 rounded-md max-[760px]:h-8 border-4 border-ink"
        style={{ width: `${Math.round((px * width) / cloth.width)}px` }}
      />
    </Slider.Root>
  );
});
