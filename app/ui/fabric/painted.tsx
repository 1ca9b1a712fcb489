/** One layer set of a painted fabric. Give the svg the class `fabric` and a yarn. */
import { memo } from 'react';
import type { Layers, Paths } from './paint';

const CLASSES: readonly (readonly [kind: keyof Paths, className: string])[] = [
  ['bump', 'bump'],
  ['bumpLit', 'bump-lit'],
  ['shade', 'shade'],
  ['lit', 'lit'],
  ['eyelet', 'eyelet'],
  ['float', 'float'],
];

export function Stitches({ paths }: { paths: Paths }) {
  return CLASSES.map(([kind, className]) =>
    paths[kind] === '' ? null : <path key={kind} className={className} d={paths[kind]} />,
  );
}

export const PaintedLayers = memo(function PaintedLayers({ layers }: { layers: Layers }) {
  return (
    <>
      <Stitches paths={layers.ground} />
      <path className="under-shadow" d={layers.shadow} />
      {layers.holes && <path className="hole" d={layers.holes} />}
      <Stitches paths={layers.over} />
    </>
  );
});
