/** A column for each panel: its countdown, tied to its place on the needle by a thread. */
import { memo } from 'react';
import { spreadLabels } from '~/ui/spread';
import type { PanelColumn, RowView } from './row-view';
import { useRowAndNext } from './use-row-and-next';
import type { NeedlesView } from './view';

/** Labels need about this share of the fabric's width to be read at arm's length. */
const LEAST_WIDTH = 0.19;
/** More columns than this are folded into a line on a wide screen. */
const MOST_COLUMNS = 6;

function Countdown({ column: { next }, working }: { column: PanelColumn; working: number }) {
  if (!next) return <p className="countdown">plain</p>;
  const now = next.plain === 0;
  return (
    <p
      className={now ? 'countdown now' : 'countdown'}
      aria-label={now ? undefined : `${next.plain} plain, then cross in row ${working + next.plain}`}
    >
      {now ? 'CROSS\nNOW' : `${next.plain} plain,\nthen cross`}
    </p>
  );
}

/** What to count, said shortly; the number itself hangs on the fabric. */
function countWords({ count }: PanelColumn, faces: NeedlesView['faces']): string {
  if (count.kind === 'noHole') {
    const { anchor } = count;
    const from =
      anchor.kind === 'castOn'
        ? 'from the cast-on'
        : anchor.kind === 'lifeline'
          ? 'above the lifeline'
          : anchor.kind === 'marker'
            ? 'above the marker'
            : anchor.kind === 'twist'
              ? 'since the twist'
              : 'since this section began';
    return `count ${count.rows} ${count.rows === 1 ? 'row' : 'rows'}\n${from}`;
  }
  const seen = count.seen === 'V' ? 'V' : 'bump';
  const where = faces === 'WS' ? 'on the right side' : 'up from the hole';
  if (count.tall !== null) return `count ${count.tall} tall ${count.tall === 1 ? 'V' : 'Vs'}\n${where}`;
  return `count ${count.counted} ${seen}${count.counted === 1 ? '' : 's'}\n${where}`;
}

/** Soonest first: cross now, then by plain rows left, then those that stay plain. */
const wait = ({ next }: PanelColumn) => (next ? next.plain : Number.MAX_SAFE_INTEGER);

type HeadsProps = {
  said: RowView;
  faces: NeedlesView['faces'];
  width: number;
  bands: NeedlesView['picture']['bands'];
  /** The fabric's part of the frame's width, and where it begins, as shares. */
  share: number;
  offset: number;
};

const sameBands = (a: HeadsProps['bands'], b: HeadsProps['bands']) =>
  a.length === b.length &&
  a.every(({ panel, x, width }, i) => panel === b[i]?.panel && x === b[i].x && width === b[i].width);

const RowHeads = memo(
  function RowHeads({ said, faces, width, bands: all, share, offset }: HeadsProps) {
    const { columns, working } = said;
    const soonest = [...columns].sort((a, b) => wait(a) - wait(b)).map(({ id }) => id);
    const shown = new Set(soonest.slice(0, MOST_COLUMNS));
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
                <p className="head-name" title={`row ${column.pattern.number} of ${column.patternRows}`}>
                  {column.name}
                </p>
                <Countdown column={column} working={working} />
                <p className="head-count">{countWords(column, faces)}</p>
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
        {folded.length > 0 && (
          <p className="folded">
            Later:{' '}
            {folded.map(({ name, next }) => `${name} ${next ? `${next.plain} plain` : 'plain'}`).join(' · ')}
          </p>
        )}
        <p className="folded phone-only">{phoneFolded(columns, soonest)}</p>
      </>
    );
  },
  (a, b) =>
    a.said === b.said &&
    a.faces === b.faces &&
    a.width === b.width &&
    a.share === b.share &&
    a.offset === b.offset &&
    sameBands(a.bands, b.bands),
);

export function Heads({ view, share, offset }: { view: NeedlesView; share: number; offset: number }) {
  const rows = useRowAndNext(view);
  const { said: now, faces, picture } = view;
  if (now.working === null) return null;
  return (
    <div className="heads">
      {rows.map((said) => (
        <div key={said.done} className="row-heads" data-ahead={said !== now} aria-hidden={said !== now}>
          <RowHeads
            said={said}
            faces={faces}
            width={picture.width}
            bands={picture.bands}
            share={share}
            offset={offset}
          />
        </div>
      ))}
    </div>
  );
}

/** On a phone two columns are shown; the rest are one line. */
function phoneFolded(columns: readonly PanelColumn[], soonest: readonly string[]): string {
  const rest = soonest.slice(2).flatMap((id) => columns.find((column) => column.id === id) ?? []);
  return rest
    .map(
      ({ name, next }) =>
        `${name}: ${next ? (next.plain === 0 ? 'cross now' : `${next.plain} plain`) : 'plain'}`,
    )
    .join(' · ');
}
