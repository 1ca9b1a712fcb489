/** Row by row: how many crossings, and about how much work. */
import { max, scaleBand, scaleLinear } from 'd3';
import type { Chart } from '@core/chart/chart';
import { effortOf, tellingRepeats } from '@core/chart/effort';
import { rowsOf } from '@core/chart/places';
import { counted, plural, type Line } from '~/messages/numbers';

const HEIGHT = 92;
const WIDTH = 560;
const FOOT = 22;
const TOP = 24;
/** With more rows than this, numbers would touch. */
const MOST_NUMBERS = 28;

export function EffortStrip({
  chart,
  nameOf,
  line,
}: {
  chart: Chart;
  nameOf: (index: number) => string;
  line: Line;
}) {
  const repeats = tellingRepeats(chart);
  const rows = rowsOf(chart).map((row, index) => ({ index, ...effortOf(row, repeats) }));
  const x = scaleBand<number>().domain(rows.map(({ index }) => index)).range([0, WIDTH]).paddingInner(0.2); // prettier-ignore
  const y = scaleLinear().domain([0, max(rows, ({ effort }) => effort) ?? 1]).range([0, HEIGHT - FOOT - TOP]); // prettier-ignore
  const step = Math.ceil(rows.length / MOST_NUMBERS);
  const hardest = rows.reduce((a, b) => (b.effort > a.effort ? b : a));
  const crossing = rows.filter(({ crossings }) => crossings > 0).length;
  const said = `${crossing} of ${counted(rows.length, line)} ${plural(crossing, 'crosses', 'cross')}; the hardest is ${nameOf(hardest.index)}`;
  return (
    <figure className="effort" aria-label="How much work each row is">
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={`Effort by row. ${said}.`}>
        {rows.map(({ index, effort, crossings }) => {
          const left = x(index) ?? 0;
          const height = y(effort);
          const top = HEIGHT - FOOT - height;
          return (
            <g key={index} data-row={index} data-crossings={crossings}>
              <rect
                x={left}
                y={top}
                width={x.bandwidth()}
                height={height}
                rx={2}
                className={crossings > 0 ? 'effort-cross' : 'effort-plain'}
              />
              {crossings > 0 && x.bandwidth() > 9 && (
                <text x={left + x.bandwidth() / 2} y={top - 5} className="effort-count">
                  {crossings}
                </text>
              )}
              {index % step === 0 && (
                <text x={left + x.bandwidth() / 2} y={HEIGHT - 5} className="effort-row">
                  {index < chart.setUp.length ? 's' : index - chart.setUp.length + 1}
                </text>
              )}
            </g>
          );
        })}
      </svg>
      <figcaption>
        {said}. The figure on a bar counts its crossings in
        {repeats === 1 ? ' one repeat' : ' two repeats'}; its height is an estimate of the work.
      </figcaption>
    </figure>
  );
}
