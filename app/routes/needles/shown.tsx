/** What a sheet points out on the fabric: stitches, row by row, with figures on them. Fetched when it is first wanted. */
import { useEffect } from 'react';
import { ROW_HEIGHT } from '@core/fabric/shapes';
import type { Size } from '~/ui/fabric/look-at';
import type { Seen } from './fabric-marks';
import type { Moves } from './use-camera';
import type { NeedlesView } from './view';

/** Stitches, row by row: columns of each row. */
export type Stretch = readonly { readonly row: number; readonly columns: readonly number[] }[];
export type OnFabric = {
  readonly rows: Stretch;
  /** Those of them that are in hand. */
  readonly now?: Stretch;
  /** It is brought into sight, large. */
  readonly near?: boolean;
  /** How it should lie is covered: she is asked how it lies. */
  readonly covered?: boolean;
  /** Figures on single stitches; above the stitch where it is on the needle. */
  readonly figures?: readonly { readonly row: number; readonly column: number; readonly says: string }[];
};

/** Room around what is brought near, in stitches and rows. */
const BESIDE = 5;
const AROUND = 7;

function useNear({ near = false, rows }: OnFabric, view: NeedlesView, moves: Moves, room: Size) {
  const { cloth } = view;
  useEffect(() => {
    const xs = rows.flatMap(({ row, columns }) => columns.map((column) => cloth.xOf(row, column)));
    const at = rows.map(({ row }) => row);
    if (!near || xs.length === 0) return;
    moves.frame({
      left: Math.min(...xs) - BESIDE,
      right: Math.max(...xs) + BESIDE,
      low: Math.max(1, Math.min(...at) - AROUND),
      high: Math.max(...at) + AROUND,
    });
  }, [near, rows, cloth, moves, room]);
  // When nothing is pointed out any more the needle comes back.
  useEffect(() => (near ? () => moves.home() : undefined), [near, moves]);
}

/** Width of a digit as a share of its height. */
const DIGIT = 0.62;

/** As high as figures may be so that neighbours do not touch. */
function roomFor(figures: NonNullable<OnFabric['figures']>, cloth: NeedlesView['cloth']): number {
  let least = Infinity;
  figures.forEach(({ row, column, says }, i) => {
    const next = figures[i + 1];
    if (next?.row !== row) return;
    const apart = Math.abs(cloth.xOf(row, column) - cloth.xOf(row, next.column));
    least = Math.min(least, apart / (DIGIT * Math.max(says.length, next.says.length)));
  });
  return least;
}

/** Px that a figure is high at most. */
const FIGURE_PX = 17;

/** Rows below and above a crossing by which its cover reaches beyond it: strands lean over several rows. */
const COVERED = { below: 0.9, above: 1.6 };

function Cover({ rows, cloth }: { rows: Stretch; cloth: NeedlesView['cloth'] }) {
  return rows.map(({ row, columns }) => {
    const xs = columns.map((column) => cloth.xOf(row, column));
    const [left, right] = [Math.min(...xs) - 0.6, Math.max(...xs) + 0.6];
    const top = -row * ROW_HEIGHT - COVERED.above * ROW_HEIGHT;
    const height = (1 + COVERED.below + COVERED.above) * ROW_HEIGHT;
    return (
      <g key={row} data-testid="shown-all" data-row={row}>
        <rect
          x={left}
          y={top}
          width={right - left}
          height={height}
          rx={0.4}
          fill="var(--ink)"
          stroke="var(--sheet)"
          strokeWidth={0.12}
        />
        <text
          x={(left + right) / 2}
          y={top + height / 2}
          textAnchor="middle"
          dominantBaseline="central"
          fontSize={height * 0.7}
          fontWeight="800"
          fill="var(--sheet)"
        >
          ?
        </text>
      </g>
    );
  });
}

type Props = { shown: OnFabric; view: NeedlesView; seen: Seen; moves: Moves; room: Size };

export default function ShownOnFabric({ shown, view, seen, moves, room }: Props) {
  const { cloth, done } = view;
  useNear(shown, view, moves, room);
  const { rows, now, figures = [] } = shown;
  const stretch = (all: Stretch, opacity: number, state: string) =>
    all.map(({ row, columns }) => (
      <g
        key={`${state} ${row}`}
        fill="var(--fault)"
        opacity={opacity}
        data-testid={`shown-${state}`}
        data-row={row}
      >
        {columns.map((column) => (
          <rect
            key={column}
            x={cloth.xOf(row, column) - 0.5}
            y={-cloth.headOf(row, column)}
            width={1}
            height={ROW_HEIGHT}
          />
        ))}
      </g>
    ));
  const size = Math.min(FIGURE_PX / seen.scale, 0.9, roomFor(figures, cloth));
  return (
    <g pointerEvents="none">
      {shown.covered ? <Cover rows={rows} cloth={cloth} /> : stretch(rows, now ? 0.22 : 0.5, 'all')}
      {now && stretch(now, 0.5, 'now')}
      {figures.map(({ row, column, says }) => (
        <text
          key={`${row} ${column}`}
          className="numerals"
          x={cloth.xOf(row, column)}
          y={-cloth.headOf(row, column) + (row === done ? -size * 0.6 : ROW_HEIGHT * 0.8)}
          textAnchor="middle"
          fontSize={size}
          fontWeight="800"
          fill="var(--ink)"
          stroke="var(--sheet)"
          strokeWidth={size / 4}
          paintOrder="stroke"
          data-testid="shown-figure"
        >
          {says}
        </text>
      ))}
    </g>
  );
}
