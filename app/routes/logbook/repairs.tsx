/** Crossings that went wrong: what became of each, how often a panel goes wrong, and where and when it happens. */
import { useMemo } from 'react';
import { max, scaleLinear } from 'd3';
import { alongRow, ratesOf } from '@core/inspect/where';
import { faultHistory, type FaultEntry } from '@core/journal/fault-history';
import type { JournalEvent } from '@core/journal/events';
import type { JournalState } from '@core/journal/fold';
import type { Plan } from '@core/piece/plan';
import { worksheet } from '@core/piece/worksheet';
import type { Hand } from '@core/stitch/types';
import { MENDING_WORDS } from '~/messages/journal';
import { counted, type Line } from '~/messages/numbers';
import { capital } from '~/messages/telling';

/** With fewer of them a picture says nothing. */
const LEAST_DRAWN = 3;
const WIDTH = 520;
const HEIGHT = 64;
const PAD = 14;

const minutesWords = (minutes: number) =>
  minutes < 1 ? 'in less than a minute' : `in ${counted(minutes, 'minute')}`;

function endWords({ end, by, minutes }: FaultEntry): string {
  if (end === 'mended')
    return ['put right', by && MENDING_WORDS[by], minutes !== null && minutesWords(minutes)]
      .filter(Boolean)
      .join(', ');
  if (end === 'left') return 'left as it lies';
  return end === 'ripped' ? 'its row was ripped' : 'still to be put right';
}

/** A dot for each, along a line. */
function Dots({
  values,
  most,
  title,
  from,
  to,
}: {
  values: readonly number[];
  most: number;
  title: string;
  from: string;
  to: string;
}) {
  const x = scaleLinear()
    .domain([0, most])
    .range([PAD, WIDTH - PAD]);
  return (
    <figure className="mt-4">
      <figcaption className="font-semibold">{title}</figcaption>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={`${title}: ${values.length} of them, from ${from} to ${to}`}
        className="mt-1 w-full max-w-[520px]"
      >
        <line
          x1={PAD}
          x2={WIDTH - PAD}
          y1={24}
          y2={24}
          stroke="var(--line)"
          strokeWidth="4"
          strokeLinecap="round"
        />
        {values.map((value, i) => (
          <circle key={i} cx={x(value)} cy={24} r="9" fill="var(--fault)" opacity="0.6" />
        ))}
        <text x={PAD - 6} y={58} fontSize="16" fill="var(--soft)">
          {from}
        </text>
        <text x={WIDTH - PAD + 6} y={58} fontSize="16" fill="var(--soft)" textAnchor="end">
          {to}
        </text>
      </svg>
    </figure>
  );
}

export function Repairs({
  events,
  state,
  plan,
  hand,
  line,
  panelName,
  day,
}: {
  events: readonly JournalEvent[];
  state: JournalState;
  plan: Plan;
  hand: Hand;
  line: Line;
  panelName: (id: string) => string;
  day: (iso: string) => string;
}) {
  const history = useMemo(() => faultHistory(events, state), [events, state]);
  const sheet = useMemo(() => worksheet(plan, state.facts), [plan, state.facts]);
  const rates = useMemo(() => ratesOf(sheet, state.done, history), [sheet, state.done, history]);
  if (history.length === 0) return null;
  const along = history.flatMap(({ row, panel, wale }) => alongRow(sheet, hand, row, panel, wale) ?? []);
  const into = history.flatMap(({ intoSitting }) => intoSitting ?? []);
  return (
    <section className="mt-8" aria-label="Crossings that went wrong">
      <h2 className="text-2xl">Crossings that went wrong</h2>
      <ul className="mt-2">
        {history.map((entry) => (
          <li key={entry.id} className="border-t border-line py-2">
            <span className="font-semibold">
              {capital(panelName(entry.panel))}, {line} {entry.row}
            </span>{' '}
            · found on {day(entry.found)} · {endWords(entry)}
          </li>
        ))}
      </ul>
      <p className="mt-3">
        {rates
          .map(
            ({ panel, crossings, odd }) =>
              `${capital(panelName(panel))}: ${odd} of ${counted(crossings, 'crossing')}`,
          )
          .join('. ')}
        .
      </p>
      {along.length >= LEAST_DRAWN && (
        <Dots
          values={along}
          most={1}
          title={`Where in the ${line} they happen`}
          from={`start of the ${line}`}
          to="its end"
        />
      )}
      {into.length >= LEAST_DRAWN && (
        <Dots
          values={into}
          most={Math.max(30, max(into) ?? 0)}
          title="When in a sitting they happen"
          from="the first minute"
          to={counted(Math.round(Math.max(30, max(into) ?? 0)), 'minute')}
        />
      )}
    </section>
  );
}
