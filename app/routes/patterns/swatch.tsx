/** A small piece of fabric of a chart, drawn once it comes into sight. All swatches are drawn at one scale. */
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Chart } from '@core/chart/chart';
import { tile } from '~/patterns/tiled';
import { PaintedLayers } from '~/ui/fabric/painted';
import { paint } from '~/ui/fabric/paint';

const ACROSS = 28;
const UP = 14;

export function Swatch({ chart }: { chart: () => Chart | null }) {
  const frame = useRef<HTMLDivElement>(null);
  const [seen, setSeen] = useState(false);
  useEffect(() => {
    const watcher = new IntersectionObserver(
      (entries) => entries.some(({ isIntersecting }) => isIntersecting) && setSeen(true),
      { rootMargin: '200px' },
    );
    if (frame.current) watcher.observe(frame.current);
    return () => watcher.disconnect();
  }, []);
  const painting = useMemo(() => {
    const known = seen ? chart() : null;
    const tiled = known && tile(known, 'RS');
    return tiled && paint(tiled.picture);
  }, [seen, chart]);
  return (
    <div ref={frame} className="swatch" data-yarn="oat" data-drawn={painting !== null}>
      {painting && (
        <svg
          className="fabric"
          viewBox={`${Math.min(0, (painting.width - ACROSS) / 2)} ${Math.max(0, painting.height - UP)} ${ACROSS} ${UP}`}
          preserveAspectRatio="xMidYMax slice"
          aria-hidden="true"
        >
          <path className="deep" d={painting.backing} />
          <PaintedLayers layers={painting.made} />
        </svg>
      )}
    </div>
  );
}
