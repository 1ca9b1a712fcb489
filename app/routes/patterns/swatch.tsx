/** A small piece of fabric of a chart, drawn once it comes into sight. All swatches are drawn at one scale. */
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Chart } from '@core/chart/chart';
import { tile } from '~/patterns/tiled';
import { packPicture } from '~/ui/fabric/pack';
import { FabricPicture } from '~/ui/fabric/picture';

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
  const drawn = useMemo(() => {
    const known = seen ? chart() : null;
    const tiled = known && tile(known, 'RS');
    return tiled && { ...tiled.picture, packed: packPicture(tiled.picture) };
  }, [seen, chart]);
  return (
    <div ref={frame} className="swatch" data-yarn="oat" data-drawn={drawn !== null}>
      {drawn && (
        <FabricPicture
          packed={drawn.packed}
          up={drawn.height}
          fit="fromFoot"
          className="h-full"
          box={{
            x: Math.min(0, (drawn.width - ACROSS) / 2),
            y: Math.max(0, drawn.height - UP),
            width: ACROSS,
            height: UP,
          }}
        />
      )}
    </div>
  );
}
