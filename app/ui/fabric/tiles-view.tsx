/** Where a fabric's tiles hang: moved as a whole, painted off the page. */
import { useEffect, useRef } from 'react';
import type { Cloth } from '@core/fabric/cloth';
import { paintInto } from '~/workers/fabric-painter';
import type { Looking, Size } from './look-at';
import { TileLayer } from './tile-layer';
import { useYarn } from './use-yarn';

export function TilesView({ cloth, looking, room }: { cloth: Cloth; looking: Looking; room: Size }) {
  const host = useRef<HTMLDivElement>(null);
  const layer = useRef<TileLayer | null>(null);
  const yarn = useYarn(host);
  useEffect(() => {
    if (!host.current) return;
    const here = new TileLayer(host.current, paintInto);
    layer.current = here;
    return () => {
      here.end();
      layer.current = null;
    };
  }, []);
  useEffect(() => {
    if (yarn) layer.current?.show({ cloth, looking, room, yarn, density: window.devicePixelRatio });
  }, [cloth, looking, room, yarn]);
  const { left, top, scale } = looking;
  return (
    <div
      ref={host}
      aria-hidden="true"
      data-testid="fabric-tiles"
      className="absolute top-0 left-0 h-0 w-0"
      style={{ transform: `translate(${Math.round(-left * scale)}px, ${Math.round(top * scale)}px)` }}
    />
  );
}
