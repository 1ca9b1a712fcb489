/** What is counted along, drawn on the fabric: the hole, the stitches to touch, and those that have been touched. */
import { useEffect } from 'react';
import { ROW_HEIGHT } from '@core/fabric/shapes';
import type { Along, Touch } from '@core/place/along';
import type { Size } from '~/ui/fabric/look-at';
import type { Moves } from '../use-camera';
import type { Seen } from '../fabric-marks';
import type { NeedlesView } from '../view';

export type Counting = {
  readonly panel: string;
  readonly along: Along;
  /** Stitches touched so far, from the bottom up. */
  readonly told: number;
  readonly tell: (told: number) => void;
};

/** Room around what is counted, in stitches and rows. */
const BESIDE = 3;
const ABOVE = 3;

/** Brings what is counted into view, larger; anew when the room for it changes. */
function useInView(counting: Counting, view: NeedlesView, moves: Moves, room: Size) {
  const { cloth, done } = view;
  const { along } = counting;
  useEffect(() => {
    const lowest = Math.min(along.hole?.row ?? Infinity, along.touches[0]?.row ?? Infinity, done);
    const xs = along.touches.map(({ row, column }) => cloth.xOf(row, column));
    const own = along.hole ? [cloth.xOf(along.hole.row, along.hole.column)] : [];
    const all = [...xs, ...own];
    if (all.length === 0) return;
    moves.frame({
      left: Math.min(...all) - BESIDE,
      right: Math.max(...all) + BESIDE,
      low: Math.max(1, lowest - ABOVE),
      high: done + ABOVE,
    });
  }, [along, cloth, done, moves, room]);
}

const MOST_PX = 15;

type Props = { counting: Counting; view: NeedlesView; seen: Seen; moves: Moves; room: Size };

export default function CountAlong({ counting, view, seen, moves, room }: Props) {
  const { along, told, tell } = counting;
  useInView(counting, view, moves, room);
  const { cloth } = view;
  const at = ({ row, column }: Touch) => ({
    x: cloth.xOf(row, column),
    y: -cloth.headOf(row, column) + ROW_HEIGHT / 2,
  });
  const r = Math.min(0.46, MOST_PX / seen.scale);
  const hole = along.hole && at(along.hole);
  return (
    <g data-testid="count-along" className="cursor-pointer">
      {hole && (
        <g pointerEvents="none">
          <ellipse
            cx={hole.x}
            cy={hole.y + ROW_HEIGHT * 0.72}
            rx={r * 0.7}
            ry={r * 0.42}
            fill="var(--ink)"
            stroke="var(--sheet)"
            strokeWidth={r * 0.3}
            data-testid="the-hole"
          />
          <text
            className="numerals"
            x={hole.x + r * 1.2}
            y={hole.y + ROW_HEIGHT * 0.72 + r * 0.6}
            fontSize={Math.max(r * 1.6, 17 / seen.scale)}
            fontWeight="700"
            fill="var(--ink)"
            stroke="var(--sheet)"
            strokeWidth={4 / seen.scale}
            paintOrder="stroke"
          >
            hole
          </text>
        </g>
      )}
      {along.touches.map((touch, i) => {
        const { x, y } = at(touch);
        const touched = i < told;
        const next = i === told;
        return (
          <g
            key={`${touch.row} ${touch.column}`}
            data-touch={i + 1}
            data-state={touched ? 'touched' : next ? 'next' : 'later'}
            onPointerDown={(event) => event.stopPropagation()}
            onClick={(event) => {
              event.stopPropagation();
              tell(i + 1);
            }}
          >
            <rect x={x - 1.2} y={y - ROW_HEIGHT / 2} width={2.4} height={ROW_HEIGHT} fill="transparent" />
            <circle
              cx={x}
              cy={y}
              r={touched || next ? r : r * 0.45}
              fill={touched ? 'var(--action)' : 'var(--sheet)'}
              fillOpacity={touched ? 1 : 0.85}
              stroke={next ? 'var(--action)' : 'var(--ink)'}
              strokeWidth={r * (next ? 0.34 : 0.14)}
            />
            {touched && (
              <text
                className="numerals"
                x={x}
                y={y}
                fontSize={r * 1.5}
                fontWeight="800"
                fill="var(--on-action)"
                textAnchor="middle"
                dominantBaseline="central"
              >
                {i + 1}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}
