/** The hanging fabric with its needle: columns of countdowns above, coming rows as ghosts, marks attached to it. */
import { memo, useEffect } from 'react';
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
  type Released,
} from './fabric-marks';
import { FabricRows } from './fabric-rows';
import { Heads } from './heads';
import type { Pointer } from '@core/cue/pointer';
import type { NeedlesView } from './view';

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

/** After a row was shown, so much later nobody waits. */
const SPARE_MS = 60;

/** Room left of the fabric for row numbers, in stitches. */
const MARGIN = 3;
/** The widest a stitch is drawn, in px, so that a narrow piece does not swell. */
const WIDEST_STITCH = 32;

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
