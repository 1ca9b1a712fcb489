/** The hanging fabric with its needle: columns of countdowns above, coming rows as ghosts, marks attached to it. */
import { memo, useEffect, useMemo, useState } from 'react';
import { ROW_HEIGHT, type CrossingBox } from '@core/fabric/shapes';
import type { JournalState } from '@core/journal/fold';
import {
  Needle,
  RowNumbers,
  PointedAt,
  ComingNumbers,
  Anchors,
  CountMarks,
  Lifelines,
  ReleasedMarks,
  TopNumber,
  type Released,
} from './fabric-marks';
import type { RowPaint } from '~/ui/fabric/rows';
import { FabricRows } from './fabric-rows';
import { Heads } from './heads';
import { useWindow } from './use-window';
import { WidthStrip } from './width-strip';
import type { Pointer } from '@core/cue/pointer';
import { ROWS_COMING, ROWS_HANGING, type NeedlesView } from './view';

type Props = {
  view: NeedlesView;
  state: JournalState;
  touched: CrossingBox | null;
  released: Released;
  /** Where the row in hand is worked to; null when it is not followed. */
  pointer: Pointer | null;
  onTouch: (box: CrossingBox) => void;
  askFace: ((face: 'faces' | 'chart') => void) | null;
};

/** So long after a row was shown nobody waits: then is done what can wait. */
const SPARE_MS = 60;

/** Room left of the fabric for row numbers, in stitches. */
const MARGIN = 3;
/** Room right of the needle's knob. */
const LEFT = 1.6;
/** Px over the fabric of a wide piece: the strip, the heads, their threads. */
const ABOVE = 240;
/** The widest a stitch is drawn, in px, so that a narrow piece does not swell. */
const WIDEST_STITCH = 32;

/** What was shown a moment ago, and the row above it that is ready. */
type Settled = { readonly view: NeedlesView; readonly ready: RowPaint | null };

/** While the hands are busy with a row the next one is laid out and hung above, out of sight, and the lowest is taken down. */
function useSettled(view: NeedlesView): Settled {
  const [settled, setSettled] = useState<Settled>({ view, ready: null });
  useEffect(() => {
    const timer = setTimeout(() => setSettled({ view, ready: view.prepare() }), SPARE_MS);
    return () => clearTimeout(timer);
  }, [view]);
  return settled;
}

/** The rows to draw: those in view, the one that is ready, and those just gone below, as long as the fabric is the same. */
function rowsToDraw(view: NeedlesView, { view: before, ready }: Settled): readonly RowPaint[] {
  const [lowest, highest] = [view.rows[0], view.rows[view.rows.length - 1]];
  if (!lowest || !highest) return view.rows;
  const gone = before.rows.includes(lowest) ? before.rows.filter(({ row }) => row < lowest.row) : [];
  const next = before === view && ready?.row === highest.row + 1 ? [ready] : [];
  return gone.length + next.length > 0 ? [...gone, ...view.rows, ...next] : view.rows;
}

function FaceQuestion({ choose }: { choose: (face: 'faces' | 'chart') => void }) {
  return (
    <div
      role="group"
      aria-label="How to show wrong-side rows"
      className="face-question max-[760px]:absolute max-[760px]:inset-x-0 max-[760px]:top-0 max-[760px]:z-10"
    >
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

/** The same from the first row on, in stitches: what it does not need stays empty. */
const HEIGHT = (ROWS_HANGING + ROWS_COMING) * ROW_HEIGHT + 1.1;

/** Room for the words above a narrow piece, in px. */
const LEAST_FRAME = 520;

/** What of a wide piece lies beyond the window is covered, so that rows need no clipping while they move. */
function Sides({ width, all }: { width: number; all: number }) {
  return (
    <g fill="var(--ground)">
      <rect x={-all} y={-1} width={all} height={HEIGHT + 1} />
      <rect x={width} y={-1} width={all} height={HEIGHT + 1} />
    </g>
  );
}

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
  const { picture, working, done } = view;
  const settled = useSettled(view);
  const rows = useMemo(() => rowsToDraw(view, settled), [view, settled]);
  // Ribbons reach into the rows above: the topmost ones would hang in the air.
  const lit = working === null ? 0 : Math.max(1, picture.lastRow - working - 1);
  const { ref, shown, px, draw } = useWindow(view, pointer, {
    margin: MARGIN + LEFT,
    height: HEIGHT,
    above: ABOVE,
  });
  const width = shown.width + MARGIN + LEFT;
  const needle = (picture.lastRow - done) * ROW_HEIGHT;
  const frame = Math.max(LEAST_FRAME, width * WIDEST_STITCH);
  return (
    <section ref={ref} aria-label="The fabric on the needle" className="fabric-panel">
      <div className="fabric-frame" style={{ maxWidth: shown.wide ? undefined : `${frame}px` }}>
        {shown.wide && <WidthStrip view={view} shown={shown} px={px} draw={draw} />}
        <Heads view={view} shown={shown} share={shown.width / width} offset={LEFT / width} />
        {askFace && view.cue?.working.side === 'WS' && <FaceQuestion choose={askFace} />}
        {/* A phone has room for the nearest of the coming rows only. */}
        <div className={shown.wide ? 'max-[760px]:overflow-hidden' : undefined}>
          <svg
            className={shown.wide ? 'fabric max-[760px]:-mt-8' : 'fabric'}
            viewBox={`${-LEFT} -0.7 ${width} ${HEIGHT}`}
            role="group"
            aria-label={`Rows ${picture.firstRow} to ${done}`}
          >
            <g transform={shown.from > 0 ? `translate(${-shown.from} 0)` : undefined}>
              <g className="roll" style={{ transform: `translateY(${picture.lastRow * ROW_HEIGHT}px)` }}>
                <FabricRows
                  rows={rows}
                  heights={{ done, last: picture.lastRow, settled: settled.view.done }}
                  lit={lit}
                  faults={state.faults}
                  touched={touched}
                  onTouch={onTouch}
                />
                {pointer && <PointedAt view={view} pointer={pointer} width={shown.width} />}
                <ReleasedMarks view={view} released={released} />
                <Lifelines view={view} state={state} />
                <Anchors view={view} state={state} width={shown.width} />
                {released.length === 0 && <CountMarks view={view} width={shown.width} />}
              </g>
            </g>
            {shown.wide && <Sides width={shown.width} all={picture.width} />}
            <g className="roll" style={{ transform: `translateY(${picture.lastRow * ROW_HEIGHT}px)` }}>
              <ComingNumbers view={view} width={shown.width} />
              <RowNumbers view={view} width={shown.width} />
            </g>
            <Needle width={shown.width} y={needle} />
            {done > 0 && <TopNumber width={shown.width} y={needle} row={done} />}
          </svg>
        </div>
      </div>
    </section>
  );
});
