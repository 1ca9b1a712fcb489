/** One layer set of a painted fabric. Give the svg the class `fabric` and a yarn. */
import { memo } from 'react';
import type { Layers, Paths } from './paint';

function Stitches({ paths }: { paths: Paths }) {
  return (
    <>
      <path className="bump" d={paths.bump} />
      <path className="bump-lit" d={paths.bumpLit} />
      <path className="shade" d={paths.shade} />
      <path className="lit" d={paths.lit} />
      <path className="eyelet" d={paths.eyelet} />
      <path className="float" d={paths.float} />
    </>
  );
}

export const PaintedLayers = memo(function PaintedLayers({ layers }: { layers: Layers }) {
  return (
    <>
      <Stitches paths={layers.ground} />
      <path className="under-shadow" d={layers.shadow} />
      {layers.holes.map(({ x, y }) => (
        <ellipse key={`${x} ${y}`} className="hole" cx={x} cy={y} rx={0.2} ry={0.3} />
      ))}
      <Stitches paths={layers.over} />
    </>
  );
});
