/** After a crossing row, before turning: its crossings as they should lie. All like this, or touch the odd one out. */
import { useMemo } from 'react';
import { Check } from 'lucide-react';
import { layOut } from '@core/fabric/layout';
import type { CrossingBox } from '@core/fabric/shapes';
import type { JournalState } from '@core/journal/fold';
import { charted } from '@core/piece/worksheet';
import { paint } from '~/ui/fabric/paint';
import { PaintedLayers } from '~/ui/fabric/painted';
import { LEAN_WORDS, LeanGlyph } from '~/ui/lean';
import type { NeedlesView } from './view';

/** More pictures than these are not looked at in a second. */
const MOST = 8;
/** Room around a crossing, in stitches, and rows below and above it. */
const AROUND = 0.6;
const ROWS_AROUND = 3;
const PICTURE = 'as-it-should-lie';

/** The crossings of a row with plain fabric grown on above them, as they will look: half-hidden by the needle nothing shows. */
function useCrossings(view: NeedlesView) {
  const { sheet, done, faces } = view;
  return useMemo(() => {
    const first = Math.max(1, done - ROWS_AROUND);
    const last = Math.min(sheet.rows, done + ROWS_AROUND);
    const rows = Array.from({ length: last - first + 1 }, (_, i) => charted(sheet, first + i));
    const picture = layOut(rows, faces);
    return { picture, painting: paint(picture), boxes: picture.crossings.filter(({ row }) => row === done) };
  }, [sheet, done, faces]);
}

function AsCharted({ box, height, name, onOdd }: { box: CrossingBox; height: number; name: string; onOdd: () => void }) {
  const { x, y, width, at } = box;
  const top = height - y - box.height;
  return (
    <button
      type="button"
      className="look"
      onClick={onOdd}
      aria-label={`${name}, ${LEAN_WORDS[at.cell.lean]}: this one is not so`}
    >
      <span className="look-picture">
        <svg viewBox={`${x - AROUND} ${top - AROUND} ${width + 2 * AROUND} ${box.height + 2 * AROUND}`} aria-hidden="true">
          <use href={`#${PICTURE}`} />
        </svg>
        <LeanGlyph lean={at.cell.lean} size={28} />
      </span>
      <span>{name}</span>
    </button>
  );
} // prettier-ignore

function Looks({ view, onOdd }: { view: NeedlesView; onOdd: (box: CrossingBox) => void }) {
  const { picture, painting, boxes } = useCrossings(view);
  const names = new Map(picture.bands.map(({ panel, name }) => [panel, name]));
  return (
    <div className="looks">
      <svg width="0" height="0" className="absolute" aria-hidden="true">
        <defs>
          <g id={PICTURE} className="painted">
            <path className="deep" d={painting.backing} />
            <PaintedLayers layers={painting.made} />
          </g>
        </defs>
      </svg>
      {boxes.slice(0, MOST).map((box) => (
        <AsCharted
          key={`${box.panel} ${box.wale} ${box.x}`}
          box={box}
          height={picture.height}
          name={names.get(box.panel) ?? ''}
          onOdd={() => onOdd(box)}
        />
      ))}
    </div>
  );
}

export function LookStrip({
  view,
  state,
  onOdd,
  onAll,
}: {
  view: NeedlesView;
  state: JournalState;
  onOdd: (box: CrossingBox) => void;
  onAll: () => void;
}) {
  const { picture, done } = view;
  const boxes = picture.crossings.filter(({ row }) => row === done);
  const marked = state.faults.some(({ pieceRow }) => pieceRow === done);
  if (boxes.length === 0 || state.looked.has(done) || marked) return null;
  return (
    <section className="look-strip" aria-label={`Crossings of row ${done}`}>
      <p>
        Row {done} crossed. Before you turn: does each lie so? It is the top row still; an odd one costs only
        its own stitches.
      </p>
      <Looks view={view} onOdd={onOdd} />
      <button type="button" className="plain-button w-full" onClick={onAll}>
        <Check aria-hidden="true" /> All like this
      </button>
    </section>
  );
}
