/** A meaning as a drawing: the ribbons of a crossing, as the chart shows them. */
import { useId } from 'react';
import { ribbonsOf } from '@core/formats/chart-picture';
import { spelledCrossing } from '@core/notation/write';
import type { Cell, Crossing } from '@core/stitch/types';
import { leanColour } from '~/ui/lean';

/** Purled groups are drawn dashed; the one on top carries the colour of its lean. */
export function CrossingGlyph({ crossing, height = 44 }: { crossing: Crossing; height?: number }) {
  const clip = useId();
  const bands = ribbonsOf(crossing);
  const total = bands.reduce((sum, band) => sum + band.width, 0);
  const width = Math.max(44, total * 15);
  const unit = width / total;
  return (
    <svg viewBox={`0 0 ${width} ${height}`} width={width} height={height} aria-hidden="true">
      <clipPath id={clip}>
        <rect width={width} height={height} />
      </clipPath>
      <g clipPath={`url(#${clip})`}>
        {bands.map(({ name, purled, width: across, foot, head }) => {
          const [from, to] = [foot * unit, head * unit];
          const d = `M${from} ${height + 2}C${from} ${height * 0.5} ${to} ${height * 0.5} ${to} -2`;
          const wide = Math.max(8, across * unit * 0.52);
          return (
            <g key={name} fill="none">
              <path d={d} stroke="var(--sheet)" strokeWidth={wide + 6} />
              <path
                d={d}
                stroke={name === 'over' ? leanColour(crossing.lean) : 'var(--soft)'}
                strokeWidth={wide}
                strokeDasharray={purled ? '3 5' : undefined}
              />
            </g>
          );
        })}
      </g>
    </svg>
  );
}

/** What the hands do, for a right hand on the right side. */
export const handsWords = (cell: Cell) =>
  cell.kind === 'crossing' ? spelledCrossing(cell, { side: 'RS', direction: 'rightToLeft' }) : null;
