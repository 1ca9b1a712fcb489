/** Of what a pattern consists where it is more than rows that repeat, and how its stitch count changes on the way up. */
import { max, scaleBand, scaleLinear } from 'd3';
import { rowsOf } from '@core/chart/places';
import { countFor, givesForm, takesForm, type Row } from '@core/chart/row';
import { stretchGives, stretchTakes, type Stretch } from '@core/chart/stretches';
import { formWords } from '~/messages/notation';
import { capital } from '~/messages/telling';
import { counted, lineOf, stitches as some, type Line } from '~/messages/numbers';
import type { ChartReading } from '~/patterns/reading';

/** Whether there is more to say of a pattern than its one repeat. */
export const isMore = ({ stretches }: ChartReading) => stretches.length > 1 || stretches[0].times === 1;

/** "64 stitches become 8": of so many repeats, or said for one. */
function countWords(stretch: Stretch, repeats: number | null): string {
  const [takes, gives] = [stretchTakes(stretch), stretchGives(stretch)];
  if (repeats === null) {
    const [from, to] = [formWords(takes), formWords(gives)];
    return from === to
      ? `${from} in one repeat`
      : `${from} become ${formWords(gives).replace(/ stitch(?:es)?\b/, '')} in one repeat`;
  }
  const [from, to] = [countFor(takes, repeats), countFor(gives, repeats)];
  return from === to ? some(from) : `${some(from)} become ${to}`;
}

/** The stretches of a pattern in the order in which they are worked. */
export function StretchList({ reading }: { reading: ChartReading }) {
  const { stretches, repeats } = reading;
  const line = lineOf(reading.inTheRound);
  return (
    <ol className="mt-2 mb-4 flex flex-col gap-2" aria-label="Parts">
      {stretches.map((stretch, i) => {
        const { chart, times } = stretch;
        const setUps = chart.setUp.length;
        return (
          <li key={i} className="flex flex-wrap items-baseline gap-x-3 border-l-4 border-line pl-3">
            {stretches.length > 1 && <strong className="text-xl">{chart.name}</strong>}
            <span className="text-lg">
              {setUps > 0 && `${counted(setUps, line)} to set up, then `}
              {counted(chart.rows.length, line)} {times === 1 ? 'worked once' : 'again and again'}
            </span>
            <span className="text-soft">{countWords(stretch, repeats)}</span>
          </li>
        );
      })}
    </ol>
  );
}

const WIDTH = 560;
const HEIGHT = 132;
const [TOP, FOOT] = [26, 24];
/** With more rows than this, numbers would touch. */
const MOST_NUMBERS = 26;

type Count = { readonly index: number; readonly count: number; readonly changes: boolean };

/** The count before the first row, and after each row. */
function countsOf({ chart, repeats }: ChartReading): { readonly begins: number; readonly counts: Count[] } {
  const n = repeats ?? 1;
  const rows = rowsOf(chart);
  const begins = countFor(takesForm(rows[0] as Row), n);
  let before = begins;
  const counts = rows.map((row, index): Count => {
    const count = countFor(givesForm(row), n);
    const changes = count !== before;
    before = count;
    return { index, count, changes };
  });
  return { begins, counts };
}

function saidOf(begins: number, counts: readonly Count[], nameOf: (index: number) => string): string {
  const changes = counts.filter((one) => one.changes);
  if (changes.length === 0) return `${begins} stitches throughout`;
  return `${begins} to begin with; ${changes.map(({ index, count }) => `${nameOf(index)}: ${count}`).join(', ')}`;
}

/** The stitch count row by row, where it changes. */
export function CountStrip({
  reading,
  nameOf,
}: {
  reading: ChartReading;
  nameOf: (index: number) => string;
}) {
  const { begins, counts } = countsOf(reading);
  if (counts.every(({ changes }) => !changes)) return null;
  const line: Line = lineOf(reading.inTheRound);
  const x = scaleBand<number>()
    .domain(counts.map(({ index }) => index))
    .range([0, WIDTH])
    .paddingInner(0.12);
  const most = max([begins, ...counts.map(({ count }) => count)]) ?? 1;
  const y = scaleLinear()
    .domain([0, most])
    .range([0, HEIGHT - FOOT - TOP]);
  const step = Math.ceil(counts.length / MOST_NUMBERS);
  const said = saidOf(begins, counts, nameOf);
  const numbered = counts.filter(({ changes }) => changes).length <= MOST_NUMBERS;
  return (
    <figure className="mt-5" aria-label="Stitches row by row">
      <h3 className="text-xl">Stitches after each {line}</h3>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="mt-1 w-full" aria-hidden="true">
        {counts.map(({ index, count, changes }) => {
          const left = x(index) ?? 0;
          const middle = left + x.bandwidth() / 2;
          const top = HEIGHT - FOOT - y(count);
          return (
            <g key={index}>
              <rect
                x={left}
                y={top}
                width={x.bandwidth()}
                height={y(count)}
                rx={2}
                className={changes ? 'fill-action' : 'fill-line'}
              />
              {changes && numbered && (
                <text
                  x={middle}
                  y={top - 5}
                  textAnchor="middle"
                  className="fill-ink font-display text-[17px] font-bold tabular-nums"
                >
                  {count}
                </text>
              )}
              {index % step === 0 && (
                <text
                  x={middle}
                  y={HEIGHT - 6}
                  textAnchor="middle"
                  className="fill-soft font-display text-[15px] tabular-nums"
                >
                  {index + 1}
                </text>
              )}
            </g>
          );
        })}
      </svg>
      <figcaption className="mt-1 text-soft">
        {capital(said)}
        {reading.repeats === null && ', in one repeat'}.
      </figcaption>
    </figure>
  );
}
