/** Marks attached to the fabric: the needle, row numbers, what to count, what hangs in the work, where the hands are. */
import { Fragment } from 'react';
import type { Pointer } from '@core/cue/pointer';
import { ROW_HEIGHT } from '@core/fabric/shapes';
import type { JournalState } from '@core/journal/fold';
import { ANCHOR_WORDS } from '~/messages/journal';
import type { NeedlesView } from './view';

/** Where a row ends, in the fabric's own coordinates: row 1 stands on 0, y runs down. */
const topOf = (row: number) => -row * ROW_HEIGHT;

export function Needle({ width, y }: { width: number; y: number }) {
  return (
    <g>
      <rect x={-1.2} y={y - 0.3} width={width + 1.6} height={0.5} rx={0.25} fill="var(--ink)" />
      <circle cx={-1.3} cy={y - 0.05} r={0.55} fill="var(--ink)" />
    </g>
  );
}

const numberSize = (width: number) => Math.max(1.1, width / 48);

/** `width`: stitches across that are shown; numbers stand beside them. */
type Beside = { readonly view: NeedlesView; readonly width: number };

/** Every tenth row has its number beside it. */
export function RowNumbers({ view: { picture, done }, width }: Beside) {
  const size = numberSize(width);
  const tens = Math.ceil(picture.firstRow / 10) * 10;
  const rows = Array.from({ length: Math.ceil((done - 2 - tens) / 10) }, (_, i) => tens + 10 * i);
  return (
    <g className="numerals" fontSize={size} fill="var(--soft)">
      {rows.map((row) => (
        <text key={row} x={width + 0.7} y={topOf(row) + size * 0.8}>
          {row}
        </text>
      ))}
    </g>
  );
}

/** The number of the row at the needle. */
export function TopNumber({ width, y, row }: { width: number; y: number; row: number }) {
  const size = numberSize(width);
  return (
    <text className="numerals" x={width + 0.7} y={y + size * 0.8 + 0.4} fontSize={size} fill="var(--soft)" fontWeight={800}>
      {row}
    </text>
  ); // prettier-ignore
}

/** The group in hand lights up above the needle; what is worked of the row is shaded. */
export function PointedAt({ view, pointer, width }: Beside & { pointer: Pointer }) {
  const { picture, done, stops } = view;
  const bottom = topOf(done);
  const place = (columns: readonly number[], state: string, key: number) =>
    columns.map((column) => (
      <rect
        key={`${key} ${column}`}
        className="pointed"
        data-state={state}
        x={picture.xOf(done, column) - 0.5}
        y={bottom - ROW_HEIGHT * 1.6}
        width={1}
        height={ROW_HEIGHT * 1.6}
      />
    ));
  const now = stops[pointer.stop]?.step.columns ?? [];
  const xs = now.map((column) => picture.xOf(done, column));
  const middle = xs.length > 0 ? (Math.min(...xs) + Math.max(...xs)) / 2 : null;
  const size = Math.max(1, width / 50);
  return (
    <g pointerEvents="none">
      {stops.slice(0, pointer.stop).map(({ step }, i) => place(step.columns, 'worked', i))}
      {place(now, 'now', pointer.stop)}
      {middle !== null && (
        <path
          className="pointed-arrow"
          d={`M${middle} ${bottom + 0.5}l${-size} ${size * 1.5}h${size * 2}Z`}
          data-testid="pointed"
        />
      )}
    </g>
  );
}

/** Numbers of the rows that cross, the row in hand first, each beside its marks. */
export function ComingNumbers({ view: { picture, coming, cue }, width }: Beside) {
  const size = Math.max(1, width / 54);
  const now = cue?.panels.some(({ crosses }) => crosses) ? [cue.row.row] : [];
  const rows = [...now, ...coming.map(({ row }) => row)].filter((row) => row <= picture.lastRow);
  return (
    <g className="numerals" fontSize={size} fill="var(--soft)" aria-hidden="true">
      {rows.map((row) => (
        <text
          key={row}
          x={width + 0.7}
          y={topOf(row) + ROW_HEIGHT / 2}
          dominantBaseline="central"
          fontWeight={row === cue?.row.row ? 800 : undefined}
          fill={row === cue?.row.row ? 'var(--ink)' : undefined}
        >
          {row}
        </text>
      ))}
    </g>
  );
}

/** Hung in the work, or done to the yarn: a small flag at its row. */
export function Anchors({ view, state, width }: Beside & { state: JournalState }) {
  const { picture, done } = view;
  const size = Math.max(0.9, width / 70);
  return state.anchors
    .filter(({ row }) => row >= Math.max(1, picture.firstRow) && row <= done)
    .map(({ id, row, panel, what }) => {
      const band = picture.bands.find((one) => one.panel === panel);
      const x = band ? band.x + band.width / 2 : picture.width + 0.2;
      const y = topOf(row) + ROW_HEIGHT / 2;
      return (
        <g key={id} className="anchor" data-what={what} pointerEvents="none">
          <title>{`${ANCHOR_WORDS[what]}, row ${row}`}</title>
          {what === 'marker' || what === 'pin' ? (
            <ellipse cx={x} cy={y + size * 0.6} rx={size * 0.5} ry={size} />
          ) : (
            <path d={`M${x} ${y}l${size} ${size}l${size} ${-size}`} />
          )}
        </g>
      );
    });
}

type Bracket = {
  readonly id: string;
  readonly points: readonly { x: number; y: number }[];
  readonly label: string;
};

function brackets({ picture, columns }: NeedlesView): Bracket[] {
  return columns.flatMap(({ id, count }) => {
    if (count.kind !== 'hole' || count.crossingRow < picture.firstRow) return [];
    const points = count.columns
      .map((column, i) => ({
        x: picture.xOf(count.crossingRow + i, column),
        y: topOf(count.crossingRow + i) + 0.35,
      }))
      .slice(count.from, count.to);
    const label = count.tall === null ? `${count.counted}` : `${count.tall} tall`;
    return points.length > 0 ? [{ id, points, label }] : [];
  });
}

/** Up the strands to count in, from the hole to the needle, each with its number. */
export function CountMarks({ view, width }: Beside) {
  const size = Math.max(1.5, width / 40);
  const marks = brackets(view);
  const strands = marks.map(({ points }) => `M${points.map(({ x, y }) => `${x} ${y}`).join('L')}`).join('');
  return (
    <g pointerEvents="none" strokeLinecap="round">
      <path d={strands} fill="none" stroke="var(--sheet)" strokeWidth={0.7} opacity={0.85} />
      <path d={strands} fill="none" stroke="var(--ink)" strokeWidth={0.22} />
      {marks.map(({ id, points: [hole], label }) => (
        <Fragment key={id}>
          <circle
            cx={hole?.x}
            cy={(hole?.y ?? 0) + 0.45}
            r={0.45}
            fill="var(--sheet)"
            stroke="var(--ink)"
            strokeWidth={0.2}
          />
          <text
            className="numerals"
            x={(hole?.x ?? 0) + 0.9}
            y={(hole?.y ?? 0) + size * 0.9}
            fontSize={size}
            fontWeight="800"
            fill="var(--ink)"
            stroke="var(--sheet)"
            strokeWidth={size / 5}
            paintOrder="stroke"
          >
            {label}
          </text>
        </Fragment>
      ))}
    </g>
  );
}

export function Lifelines({ view, state }: { view: NeedlesView; state: JournalState }) {
  const { picture } = view;
  return state.lifelines
    .filter(({ row }) => row >= picture.firstRow && row <= view.done)
    .map(({ id, row }) => (
      <g key={id} pointerEvents="none">
        <line
          x1={-0.8}
          x2={picture.width + 0.8}
          y1={topOf(row) + 0.3}
          y2={topOf(row) + 0.3}
          stroke="var(--action)"
          strokeWidth={0.28}
          strokeDasharray="0.9 0.5"
          strokeLinecap="round"
        />
      </g>
    ));
}

/** Stitches that a repair would let down, row by row. */
export type Released = readonly { row: number; columns: readonly number[] }[];

export function ReleasedMarks({ view, released }: { view: NeedlesView; released: Released }) {
  const { picture } = view;
  return released.map(({ row, columns }) => (
    <g key={row} pointerEvents="none">
      {columns.map((column) => (
        <rect
          key={column}
          x={picture.xOf(row, column) - 0.5}
          y={topOf(row)}
          width={1}
          height={ROW_HEIGHT}
          fill="var(--fault)"
          opacity={0.5}
        />
      ))}
    </g>
  ));
}
