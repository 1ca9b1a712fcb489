/** A column for each panel: its countdown, tied to its place on the needle by a thread. */
import { memo } from 'react';
import { countWords } from '~/messages/count';
import { spreadLabels } from '~/ui/spread';
import type { PanelColumn, RowView } from './row-view';
import { useRowAndNext } from './use-row-and-next';
import { steady, type Camera, type FabricWindow } from './use-camera';
import type { NeedlesView } from './view';
import { lineOf, type Line } from '~/messages/numbers';

/** Labels need about this share of the fabric's width to be read at arm's length. */
const LEAST_WIDTH = 0.19;
/** More columns than this are folded into a line on a wide screen. */
const MOST_COLUMNS = 5;

function Countdown({
  column: { next, last },
  working,
  line,
}: {
  column: PanelColumn;
  working: number;
  line: Line;
}) {
  if (!next && last !== null) return <p className="countdown">{`last crossing\nin ${line} ${last}`}</p>;
  if (!next) return <p className="countdown">plain</p>;
  const now = next.plain === 0;
  return (
    <p
      className={now ? 'countdown now' : 'countdown'}
      aria-label={now ? undefined : `${next.plain} plain, then cross in ${line} ${working + next.plain}`}
    >
      {now ? 'CROSS\nNOW' : `${next.plain} plain,\nthen cross`}
    </p>
  );
}

/** The row of the panel's own pattern, small. */
const PatternRow = ({ column: { pattern, patternRows }, line }: { column: PanelColumn; line: Line }) => (
  <span className="block text-sm font-normal text-soft max-[760px]:leading-none">
    {pattern.kind === 'row'
      ? `${line} ${pattern.number} of ${patternRows}`
      : `set-up ${line} ${pattern.number}`}
  </span>
);

/** Soonest first: cross now, then by plain rows left, then those that stay plain. */
const wait = ({ next }: PanelColumn) => (next ? next.plain : Number.MAX_SAFE_INTEGER);

/** The parts of the panels that the window shows, counted from its left. */
export const inWindow = (bands: NeedlesView['bands'], { from, width, wide }: FabricWindow) =>
  !wide
    ? bands
    : bands.flatMap((band) => {
        const left = Math.max(0, band.x - from);
        const right = Math.min(width, band.x + band.width - from);
        return right - left >= 1 ? [{ ...band, x: left, width: right - left }] : [];
      });

type HeadsProps = {
  said: RowView;
  faces: NeedlesView['faces'];
  width: number;
  bands: NeedlesView['bands'];
  /** Seen through a window: panels come into sight and go out of it, and the room for their line stays. */
  wide: boolean;
  /** The fabric's part of the frame's width, and where it begins, as shares. */
  share: number;
  offset: number;
};

const sameBands = (a: HeadsProps['bands'], b: HeadsProps['bands']) =>
  a.length === b.length &&
  a.every(({ panel, x, width }, i) => panel === b[i]?.panel && x === b[i].x && width === b[i].width);

const RowHeads = memo(
  function RowHeads({ said, faces, width, bands: all, wide, share, offset }: HeadsProps) {
    const { columns, working } = said;
    const line = lineOf(said.round);
    const inView = new Set(all.map(({ panel }) => panel));
    const beyond = ({ id }: PanelColumn) => (inView.has(id) ? 0 : 1);
    const soonest = [...columns]
      .sort((a, b) => beyond(a) - beyond(b) || wait(a) - wait(b))
      .map(({ id }) => id);
    const shown = new Set(soonest.filter((id) => inView.has(id)).slice(0, MOST_COLUMNS));
    const bands = all.filter(({ panel }) => shown.has(panel));
    const places = spreadLabels(
      bands.map((band) => ({ x: offset + (band.x / width) * share, width: (band.width / width) * share })),
      LEAST_WIDTH,
    );
    const folded = columns.filter(({ id }) => !shown.has(id));
    return (
      <>
        <ul className="heads-row">
          {bands.map((band, i) => {
            const column = columns.find(({ id }) => id === band.panel);
            const place = places[i];
            if (!column || !place || working === null) return null;
            return (
              <li
                key={band.panel}
                className="head"
                data-now={column.next?.plain === 0}
                data-rank={soonest.indexOf(band.panel)}
                style={{ left: `${place.start * 100}%`, width: `${place.width * 100}%` }}
              >
                <p className="head-name">
                  {column.name} <PatternRow column={column} line={line} />
                </p>
                <Countdown column={column} working={working} line={line} />
                <p className="head-count">{countWords(column.count, faces, line)}</p>
              </li>
            );
          })}
        </ul>
        <svg className="threads" viewBox="0 0 100 10" preserveAspectRatio="none" aria-hidden="true">
          {places.map((place, i) => (
            <path
              key={bands[i]?.panel}
              d={`M${(place.start + place.width / 2) * 100} 0C${(place.start + place.width / 2) * 100} 6 ${place.centre * 100} 4 ${place.centre * 100} 10`}
              fill="none"
              stroke="var(--soft)"
              strokeWidth="1.5"
              vectorEffect="non-scaling-stroke"
            />
          ))}
        </svg>
        {(folded.length > 0 || wide) && (
          <p className="folded min-h-[1lh] max-[760px]:hidden">
            {folded.length > 0 &&
              `Also: ${folded.map((column) => `${column.name}: ${inShort(column, line)}`).join(' · ')}`}
          </p>
        )}
        <p className="folded phone-only truncate">{phoneFolded(columns, soonest, line)}</p>
      </>
    );
  },
  (a, b) =>
    a.said === b.said &&
    a.faces === b.faces &&
    a.width === b.width &&
    a.wide === b.wide &&
    a.share === b.share &&
    a.offset === b.offset &&
    sameBands(a.bands, b.bands),
);

export function Heads({
  view,
  windowAt,
  room,
}: {
  view: NeedlesView;
  /** What is shown when a row is in hand, so that the next one's heads stand where they will be. */
  windowAt: Camera['windowAt'];
  /** Px across. */
  room: number;
}) {
  const rows = useRowAndNext(view);
  if (view.working === null) return null;
  return (
    <div className="heads">
      {rows.map((row) => {
        const { said, faces, bands } = row;
        const ahead = said !== view.said;
        const { looking, shown } = windowAt(row);
        return (
          <div key={said.done} className="row-heads" data-ahead={ahead} aria-hidden={ahead}>
            <RowHeads
              said={said}
              faces={faces}
              width={shown.width}
              bands={inWindow(bands, shown)}
              wide={shown.wide}
              share={steady((shown.width * looking.scale) / room)}
              offset={steady(((shown.from - looking.left) * looking.scale) / room)}
            />
          </div>
        );
      })}
    </div>
  );
}

const inShort = ({ next, last }: PanelColumn, line: Line) =>
  next
    ? next.plain === 0
      ? 'cross now'
      : `${next.plain} plain`
    : last !== null
      ? `last crossing in ${line} ${last}`
      : 'plain';

/** On a phone two columns are shown; the rest are one line. */
function phoneFolded(columns: readonly PanelColumn[], soonest: readonly string[], line: Line): string {
  const rest = soonest
    .slice(2)
    .flatMap((id) => columns.find((column) => column.id === id) ?? [])
    .sort((a, b) => wait(a) - wait(b));
  return rest.map((column) => `${column.name}: ${inShort(column, line)}`).join(' · ');
}
