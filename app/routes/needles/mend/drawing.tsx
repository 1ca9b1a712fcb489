/** The ladder as it lies: loops on their spare needle, loose strands across the gap numbered from the lowest, neighbours. */
import type { LadderFrame } from '@core/repair/ladder';

const PITCH = 44;
const WIDE = 460;
/** Neighbours drawn on either side. */
const BESIDE = 2;
const MOST_HEIGHT = 210;
/** Rows closer than this have no number of their own. */
const LEAST_NUMBERED = 15;

type Props = {
  frame: LadderFrame;
  /** Rows that the ladder spans: the lowest undone one and the one on the needle. */
  lowest: number;
  top: number;
  /** Loops that come first, and a strand that is worked now. */
  pass: number;
  now: number | null;
  /** Stitches are met from left to right. */
  mirrored: boolean;
  words: string;
};

/** Where things are: loops by index from the first met, rows from the one below the lowest. */
function scaleFor({ frame: { loops, side }, lowest, top, mirrored }: Props) {
  const count = loops.length;
  const pitch = Math.min(PITCH, (WIDE - 60) / (count + 2 * BESIDE));
  const rows = top - lowest + 2;
  const step = Math.max(4, Math.min(34, MOST_HEIGHT / rows));
  const height = rows * step;
  const fromRight = (side === 'RS') !== mirrored;
  const middle = WIDE / 2;
  return {
    pitch,
    step,
    height,
    fromRight,
    /** Middle of the nth loop, RS order; -1 and `count` are the neighbours. */
    x: (i: number) => middle + ((count - 1) / 2 - i) * pitch * (fromRight ? 1 : -1),
    /** Top of a row's stitches. */
    y: (row: number) => 34 + height - (row - lowest + 1) * step,
  };
}
type Scale = ReturnType<typeof scaleFor>;

function Stitch({ x, y, width, height }: { x: number; y: number; width: number; height: number }) {
  const half = width * 0.42;
  return (
    <path
      d={`M${x - half} ${y}L${x} ${y + height * 0.8}L${x + half} ${y}`}
      fill="none"
      stroke="var(--line)"
      strokeWidth={Math.max(2, height * 0.35)}
      strokeLinecap="round"
      strokeLinejoin="round"
    />
  );
}

/** Fabric that stands beside the gap and under it. */
function Standing({ props, scale }: { props: Props; scale: Scale }) {
  const { frame, lowest, top } = props;
  const { pitch, step, x, y } = scale;
  const columns = Array.from({ length: frame.loops.length + 2 * BESIDE }, (_, n) => n - BESIDE);
  return columns.flatMap((i) => {
    const upTo = frame.loops[i]?.row ?? top;
    const rows = Array.from({ length: upTo - lowest + 3 }, (_, n) => lowest - 2 + n);
    return rows.map((row) => <Stitch key={`${i} ${row}`} x={x(i)} y={y(row)} width={pitch} height={step} />);
  });
}

function Loops({ props: { frame, pass, now }, scale }: { props: Props; scale: Scale }) {
  const { pitch, x, y } = scale;
  return frame.loops.map(({ row, column }, i) => {
    const met = frame.side === 'RS' ? i : frame.loops.length - 1 - i;
    const here = now !== null && met >= pass;
    return (
      <path
        key={`${row} ${column} ${i}`}
        d={`M${x(i) - pitch * 0.28} ${y(row) + 9}C${x(i) - pitch * 0.4} ${y(row) - 15} ${x(i) + pitch * 0.4} ${y(row) - 15} ${x(i) + pitch * 0.28} ${y(row) + 9}`}
        fill="none"
        stroke={here ? 'var(--ink)' : 'var(--soft)'}
        strokeWidth="5"
        strokeLinecap="round"
      />
    );
  });
}

function Strands({ props: { frame, now }, scale }: { props: Props; scale: Scale }) {
  const { pitch, step, x, y, fromRight } = scale;
  const last = frame.loose[frame.loose.length - 1];
  const numbered = (number: number) =>
    step >= LEAST_NUMBERED || number === now || number === last?.number || number % 5 === 0;
  return frame.loose.map(({ number, row, from, count }) => {
    const [a, b] = [
      x(from) + (fromRight ? 1 : -1) * pitch * 0.7,
      x(from + count - 1) - (fromRight ? 1 : -1) * pitch * 0.7,
    ];
    const at = y(row) + step * 0.2;
    const sag = Math.min(6, step * 0.4);
    const current = number === now;
    return (
      <g key={number}>
        <path
          d={`M${a} ${at}C${(2 * a + b) / 3} ${at + sag} ${(a + 2 * b) / 3} ${at + sag} ${b} ${at}`}
          fill="none"
          stroke={current ? 'var(--action)' : 'var(--ink)'}
          strokeWidth={current ? 6 : 3}
          strokeLinecap="round"
          data-strand={number}
          data-now={current}
        />
        {numbered(number) && (
          <text
            x={fromRight ? x(-BESIDE) + pitch * 0.6 + 8 : x(-BESIDE) - pitch * 0.6 - 8}
            y={at + 5}
            textAnchor={fromRight ? 'start' : 'end'}
            fontSize={current ? 22 : 16}
            fontWeight={current ? 800 : 500}
            fill={current ? 'var(--action)' : 'var(--ink)'}
            className="numerals"
          >
            {number}
          </text>
        )}
      </g>
    );
  });
}

/** The main needles with the gap between them, and the spare one under the loops. */
function Needles({ props: { frame, top }, scale }: { props: Props; scale: Scale }) {
  const { pitch, x, y } = scale;
  const [right, left] = [Math.max(x(-1), x(frame.loops.length)), Math.min(x(-1), x(frame.loops.length))];
  const main = y(top) - 4;
  const level = frame.loops.reduce((low, { row }) => Math.max(low, y(row)), -Infinity) - 3;
  return (
    <g stroke="var(--soft)" strokeLinecap="round">
      <line x1={right - pitch * 0.3} x2={WIDE - 6} y1={main} y2={main} strokeWidth="7" />
      <line x1={6} x2={left + pitch * 0.3} y1={main} y2={main} strokeWidth="7" />
      {frame.loops.length > 0 && (
        <line
          x1={left + pitch * 0.55}
          x2={right - pitch * 0.55}
          y1={level}
          y2={level}
          strokeWidth="5"
          stroke="var(--action)"
        />
      )}
    </g>
  );
}

/** Where the hands begin, after the loops that are passed. */
function Begin({ props: { frame, pass, lowest }, scale }: { props: Props; scale: Scale }) {
  const { pitch, x, fromRight } = scale;
  const index = frame.side === 'RS' ? pass : frame.loops.length - 1 - pass;
  if (!frame.loops[index]) return null;
  const first = frame.side === 'RS' ? fromRight : !fromRight;
  const at = x(index) + (first ? 1 : -1) * pitch * 0.5;
  const y = scale.y(lowest - 2) + 14;
  return <path d={`M${at} ${y}l-9 14h18Z`} fill="var(--action)" data-testid="begins" />;
}

export function LadderDrawing(props: Props) {
  const scale = scaleFor(props);
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${scale.height + 34 + 3 * scale.step + 34}`}
      role="img"
      aria-label={props.words}
      className="mx-auto block max-h-[38dvh] w-full max-w-[560px]"
      data-testid="ladder-drawing"
    >
      <Standing props={props} scale={scale} />
      <Strands props={props} scale={scale} />
      <Needles props={props} scale={scale} />
      <Loops props={props} scale={scale} />
      {props.now !== null && <Begin props={props} scale={scale} />}
    </svg>
  );
}
