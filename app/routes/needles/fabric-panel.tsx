/** The hanging fabric with its needle: columns of countdowns above, coming rows as ghosts, marks attached to it. */
import { memo, useEffect } from 'react';
import { ROW_HEIGHT, type CrossingBox } from '@core/fabric/shapes';
import type { JournalState } from '@core/journal/fold';
import { FabricRows } from './fabric-rows';
import { Heads } from './heads';
import { ANCHOR_WORDS } from '~/messages/journal';
import type { Pointer } from '@core/cue/pointer';
import type { NeedlesView } from './view';

type Props = {
  view: NeedlesView;
  state: JournalState;
  touched: CrossingBox | null;
  released: readonly { row: number; columns: readonly number[] }[];
  /** Where the row in hand is worked to; null when it is not followed. */
  pointer: Pointer | null;
  onTouch: (box: CrossingBox) => void;
  askFace: ((face: 'faces' | 'chart') => void) | null;
};

/** After a row was shown, so much later nobody waits. */
const SPARE_MS = 60;

/** Room left of the fabric for row numbers, in stitches. */
const MARGIN = 3;
/** The widest a stitch is drawn, in px, so that a narrow piece does not swell. */
const WIDEST_STITCH = 32;

function Needle({ view }: { view: NeedlesView }) {
  const { picture, done } = view;
  const y = picture.height - picture.yOf(done);
  return (
    <g>
      <rect x={-1.2} y={y - 0.3} width={picture.width + 2.4} height={0.5} rx={0.25} fill="var(--ink)" />
      <circle cx={-1.3} cy={y - 0.05} r={0.55} fill="var(--ink)" />
    </g>
  );
}

function RowNumbers({ view }: { view: NeedlesView }) {
  const { picture, done } = view;
  const rows = Array.from(
    { length: Math.max(0, done - picture.firstRow + 1) },
    (_, i) => picture.firstRow + i,
  );
  const size = Math.max(1.1, picture.width / 48);
  return (
    <g className="numerals" fontSize={size} fill="var(--soft)">
      {rows
        .filter((row) => row === done || (row % 10 === 0 && done - row > 2))
        .map((row) => (
          <text
            key={row}
            x={picture.width + 0.7}
            y={picture.height - picture.yOf(row) + size * 0.8 + (row === done ? 0.4 : 0)}
            fontWeight={row === done ? 800 : 500}
          >
            {row}
          </text>
        ))}
    </g>
  );
}

/** The group in hand lights up above the needle; what is worked of the row is shaded. */
function PointedAt({ view, pointer }: { view: NeedlesView; pointer: Pointer }) {
  const { picture, done, stops } = view;
  const bottom = picture.height - picture.yOf(done);
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
  const size = Math.max(1, picture.width / 50);
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

/** Numbers of the coming rows that cross, beside their ghosts. */
function ComingNumbers({ view: { picture, coming } }: { view: NeedlesView }) {
  const size = Math.max(1, picture.width / 54);
  return (
    <g className="numerals" fontSize={size} fill="var(--soft)" aria-hidden="true">
      {coming
        .filter(({ row }) => row <= picture.lastRow)
        .map(({ row }) => (
          <text key={row} x={picture.width + 0.7} y={picture.height - picture.yOf(row) + size * 0.8}>
            {row}
          </text>
        ))}
    </g>
  );
}

/** Hung in the work, or done to the yarn: a small flag at its row. */
function Anchors({ view, state }: { view: NeedlesView; state: JournalState }) {
  const { picture, done } = view;
  const size = Math.max(0.9, picture.width / 70);
  return state.anchors
    .filter(({ row }) => row >= Math.max(1, picture.firstRow) && row <= done)
    .map(({ id, row, panel, what }) => {
      const band = picture.bands.find((one) => one.panel === panel);
      const x = band ? band.x + band.width / 2 : picture.width + 0.2;
      const y = picture.height - picture.yOf(row) + ROW_HEIGHT / 2;
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

/** A bracket up the strand to count in, from the hole to the needle, with its number. */
function CountMarks({ view }: { view: NeedlesView }) {
  const { picture, columns } = view;
  const size = Math.max(1.5, picture.width / 40);
  return columns.map(({ id, count }) => {
    if (count.kind !== 'hole' || count.crossingRow < picture.firstRow) return null;
    const points = count.columns.map((column, i) => ({
      x: picture.xOf(count.crossingRow + i, column),
      y: picture.height - picture.yOf(count.crossingRow + i) + 0.35,
    }));
    const [first, last] = [points[0], points[points.length - 1]];
    if (!first || !last) return null;
    const label = count.tall === null ? `${count.counted}` : `${count.tall} tall`;
    return (
      <g key={id} pointerEvents="none">
        <path
          d={`M${points.map(({ x, y }) => `${x} ${y}`).join('L')}`}
          fill="none"
          stroke="var(--sheet)"
          strokeWidth={0.7}
          strokeLinecap="round"
          opacity={0.85}
        />
        <path
          d={`M${points.map(({ x, y }) => `${x} ${y}`).join('L')}`}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={0.22}
          strokeLinecap="round"
        />
        <circle
          cx={first.x}
          cy={first.y + 0.45}
          r={0.45}
          fill="var(--sheet)"
          stroke="var(--ink)"
          strokeWidth={0.2}
        />
        <text
          className="numerals"
          x={first.x + 0.9}
          y={first.y + size * 0.9}
          fontSize={size}
          fontWeight="800"
          fill="var(--ink)"
          stroke="var(--sheet)"
          strokeWidth={size / 5}
          paintOrder="stroke"
        >
          {label}
        </text>
      </g>
    );
  });
}

function Lifelines({ view, state }: { view: NeedlesView; state: JournalState }) {
  const { picture } = view;
  return state.lifelines
    .filter(({ row }) => row >= picture.firstRow && row <= view.done)
    .map(({ id, row }) => (
      <g key={id} pointerEvents="none">
        <line
          x1={-0.8}
          x2={picture.width + 0.8}
          y1={picture.height - picture.yOf(row) + 0.3}
          y2={picture.height - picture.yOf(row) + 0.3}
          stroke="var(--action)"
          strokeWidth={0.28}
          strokeDasharray="0.9 0.5"
          strokeLinecap="round"
        />
      </g>
    ));
}

function ReleasedMarks({ view, released }: Pick<Props, 'view' | 'released'>) {
  const { picture } = view;
  return released.map(({ row, columns }) => (
    <g key={row} pointerEvents="none">
      {columns.map((column) => (
        <rect
          key={column}
          x={picture.xOf(row, column) - 0.5}
          y={picture.height - picture.yOf(row)}
          width={1}
          height={ROW_HEIGHT}
          fill="var(--fault)"
          opacity={0.5}
        />
      ))}
    </g>
  ));
}

/** The next row is laid out while the hands are busy with this one. */
function useSparePreparing({ prepare }: NeedlesView) {
  useEffect(() => {
    const timer = setTimeout(prepare, SPARE_MS);
    return () => clearTimeout(timer);
  }, [prepare]);
}

function FaceQuestion({ choose }: { choose: (face: 'faces' | 'chart') => void }) {
  return (
    <div role="group" aria-label="How to show wrong-side rows" className="face-question">
      <p className="font-semibold">On this row the wrong side faces you. How shall the fabric hang?</p>
      <div className="mt-3 flex flex-wrap gap-3">
        <button type="button" className="plain-button" onClick={() => choose('faces')}>
          As it faces me
        </button>
        <button type="button" className="plain-button" onClick={() => choose('chart')}>
          As the chart shows it
        </button>
      </div>
    </div>
  );
}

/** Room for the words above a narrow piece, in px. */
const LEAST_FRAME = 520;

/** Drawn anew only when the row, or what is marked on it, has changed: not when a row has been saved. */
export const FabricPanel = memo(function FabricPanel({
  view,
  state,
  touched,
  released,
  pointer,
  onTouch,
  askFace,
}: Props) {
  const { picture, working } = view;
  // Ribbons reach into the rows above: the topmost ones would hang in the air.
  const lit = working === null ? 0 : Math.max(1, picture.lastRow - working - 1);
  useSparePreparing(view);
  const width = picture.width + MARGIN + 1.6;
  const frame = Math.max(LEAST_FRAME, width * WIDEST_STITCH);
  return (
    <section aria-label="The fabric on the needle" className="fabric-panel">
      <div className="fabric-frame" style={{ maxWidth: `${frame}px` }}>
        <Heads view={view} share={picture.width / width} offset={1.6 / width} />
        {askFace && view.cue?.working.side === 'WS' && <FaceQuestion choose={askFace} />}
        <svg
          className="fabric"
          viewBox={`-1.6 -0.7 ${width} ${picture.height + 1.1}`}
          role="group"
          aria-label={`Rows ${picture.firstRow} to ${view.done}`}
        >
          <FabricRows
            rows={view.rows}
            done={view.done}
            lit={lit}
            faults={state.faults}
            touched={touched}
            onTouch={onTouch}
            shift={picture.lastRow * ROW_HEIGHT}
            marks={
              <>
                {pointer && <PointedAt view={view} pointer={pointer} />}
                <ComingNumbers view={view} />
                <ReleasedMarks view={view} released={released} />
                <Lifelines view={view} state={state} />
                <Anchors view={view} state={state} />
              </>
            }
          />
          {released.length === 0 && <CountMarks view={view} />}
          <Needle view={view} />
          <RowNumbers view={view} />
        </svg>
      </div>
    </section>
  );
});
