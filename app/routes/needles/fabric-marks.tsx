/** Marks attached to the fabric: the needle, row numbers, what to count, what hangs in the work, where the hands are. */
import { Fragment } from 'react';
import type { Pointer } from '@core/cue/pointer';
import { ROW_HEIGHT } from '@core/fabric/shapes';
import type { JournalState } from '@core/journal/fold';
import { ANCHOR_WORDS } from '~/messages/journal';
import { rowStep } from '~/ui/fabric/look-at';
import type { NeedlesView } from './view';

/** Where a row ends, in the fabric's own coordinates: row 1 stands on 0, y runs down. */
const topOf = (row: number) => -row * ROW_HEIGHT;

/** Across what is shown, its knob beyond the left edge. */
export function Needle({
  from,
  width,
  row,
  scale,
}: {
  from: number;
  width: number;
  row: number;
  scale: number;
}) {
  const thick = 6 / scale;
  const y = topOf(row);
  return (
    <g data-testid="needle">
      <rect
        x={from - thick * 2.4}
        y={y - thick * 0.6}
        width={width + thick * 3.2}
        height={thick}
        rx={thick / 2}
        fill="var(--ink)"
      />
      <circle cx={from - thick * 2.6} cy={y - thick * 0.1} r={thick * 1.1} fill="var(--ink)" />
    </g>
  );
}

/** What is seen of the fabric: rows, both included, and how large. Sizes on it are given in px and drawn in stitches. */
export type Seen = { readonly first: number; readonly last: number; readonly scale: number };
const NUMBER_PX = 17;
const px = (size: number, { scale }: Seen) => size / scale;

type Beside = {
  readonly view: NeedlesView;
  readonly seen: Seen;
  /** Where numbers stand: right of what is shown. */
  readonly right: number;
};

/** Every so many rows have their number beside them, as there is room; the row at the needle has its own. */
export function RowNumbers({ view: { done }, seen, right }: Beside) {
  const size = px(NUMBER_PX, seen);
  const step = rowStep(seen.scale);
  const from = Math.max(step, Math.ceil(seen.first / step) * step);
  const clear = (row: number) => done - row > (size * 1.6) / ROW_HEIGHT;
  const rows = Array.from(
    { length: Math.max(0, Math.floor((seen.last - from) / step) + 1) },
    (_, i) => from + step * i,
  );
  return (
    <g
      className="numerals"
      fontSize={size}
      fill="var(--soft)"
      transform={`translate(${right})`}
      data-testid="row-numbers"
    >
      {rows.filter(clear).map((row) => (
        <text key={row} y={topOf(row) + ROW_HEIGHT / 2} dominantBaseline="central">
          {row}
        </text>
      ))}
    </g>
  );
}

/** The number of the row at the needle. */
export function TopNumber({ view: { done }, seen, right }: Beside) {
  const size = px(NUMBER_PX, seen);
  return (
    <text
      className="numerals"
      x={right}
      y={topOf(done) + size * 0.9}
      fontSize={size}
      fill="var(--soft)"
      fontWeight={800}
    >
      {done}
    </text>
  );
}

/** The group in hand lights up above the needle; what is worked of the row is shaded. */
export function PointedAt({ view, pointer, seen }: { view: NeedlesView; pointer: Pointer; seen: Seen }) {
  const { cloth, done, stops } = view;
  const bottom = topOf(done);
  const place = (columns: readonly number[], state: string, key: number) =>
    columns.map((column) => (
      <rect
        key={`${key} ${column}`}
        className="pointed"
        data-state={state}
        x={cloth.xOf(done, column) - 0.5}
        y={bottom - ROW_HEIGHT * 1.6}
        width={1}
        height={ROW_HEIGHT * 1.6}
      />
    ));
  const now = stops[pointer.stop]?.step.columns ?? [];
  const xs = now.map((column) => cloth.xOf(done, column));
  const middle = xs.length > 0 ? (Math.min(...xs) + Math.max(...xs)) / 2 : null;
  const size = px(16, seen);
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
export function ComingNumbers({ view: { coming, cue }, seen, right }: Beside) {
  const size = px(NUMBER_PX, seen);
  const now = cue?.panels.some(({ crosses }) => crosses) ? [cue.row.row] : [];
  const all = [...now, ...coming.map(({ row }) => row)].filter((row) => row <= seen.last);
  // Where rows are small only the first of those that would stand in each other's way.
  const rows = all.filter((row, i) => i === 0 || (row - (all[i - 1] as number)) * ROW_HEIGHT >= size);
  return (
    <g
      className="numerals"
      fontSize={size}
      fill="var(--soft)"
      transform={`translate(${right})`}
      aria-hidden="true"
    >
      {rows.map((row) => (
        <text
          key={row}
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
export function Anchors({ view, state, seen }: { view: NeedlesView; state: JournalState; seen: Seen }) {
  const { cloth, done } = view;
  const size = Math.max(0.5, px(12, seen));
  return state.anchors
    .filter(({ row }) => row >= Math.max(1, seen.first) && row <= Math.min(seen.last, done))
    .map(({ id, row, panel, what }) => {
      const band = view.bands.find((one) => one.panel === panel);
      const x = band ? band.x + band.width / 2 : cloth.width + 0.2;
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

function brackets({ cloth, columns, done }: NeedlesView, { first }: Seen): Bracket[] {
  return columns.flatMap(({ id, count }) => {
    if (count.kind !== 'hole' || done < first) return [];
    const points = count.columns
      .map((column, i) => ({
        x: cloth.xOf(count.crossingRow + i, column),
        y: 0.35 - cloth.headOf(count.crossingRow + i, column),
      }))
      .slice(count.from, count.to);
    const label = count.tall === null ? `${count.counted}` : `${count.tall} tall`;
    return points.length > 0 ? [{ id, points, label }] : [];
  });
}

/** A stitch's width at which these marks stop growing. */
const MOST_LINE_PX = 18;

/** Up the strands to count in, from the hole to the needle, each with its number. */
export function CountMarks({ view, seen }: { view: NeedlesView; seen: Seen }) {
  const size = px(21, seen);
  const marks = brackets(view, seen);
  // On large stitches they do not swell.
  const line = Math.min(1, px(MOST_LINE_PX, seen));
  const strands = marks.map(({ points }) => `M${points.map(({ x, y }) => `${x} ${y}`).join('L')}`).join('');
  return (
    <g pointerEvents="none" strokeLinecap="round">
      <path d={strands} fill="none" stroke="var(--sheet)" strokeWidth={0.7 * line} opacity={0.85} />
      <path d={strands} fill="none" stroke="var(--ink)" strokeWidth={0.22 * line} />
      {marks.map(({ id, points: [hole], label }) => (
        <Fragment key={id}>
          <circle
            cx={hole?.x}
            cy={(hole?.y ?? 0) + 0.45}
            r={0.45 * line}
            fill="var(--sheet)"
            stroke="var(--ink)"
            strokeWidth={0.2 * line}
          />
          <text
            className="numerals"
            x={(hole?.x ?? 0) + 0.9 * line}
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

export function Lifelines({ view, state, seen }: { view: NeedlesView; state: JournalState; seen: Seen }) {
  const { cloth, done } = view;
  return state.lifelines
    .filter(({ row }) => row >= seen.first && row <= Math.min(seen.last, done))
    .map(({ id, row }) => (
      <g key={id} pointerEvents="none">
        <line
          x1={-0.8}
          x2={cloth.width + 0.8}
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
