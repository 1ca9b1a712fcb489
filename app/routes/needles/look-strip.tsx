/** After a crossing row, before turning: its crossings as they should lie. All like this, or touch the odd one out. */
import { Check } from 'lucide-react';
import type { CrossingBox } from '@core/fabric/shapes';
import type { JournalState } from '@core/journal/fold';
import { LEAN_WORDS } from '~/ui/lean';
import type { NeedlesView } from './view';

/** More pictures than these are not looked at in a second. */
const MOST = 8;
/** Room around a crossing, in stitches. */
const AROUND = 0.6;

/** The fabric that is painted once for the screen, by its id. */
export const MADE_FABRIC = 'made-fabric';

function Likeness({ box, height, name, onOdd }: { box: CrossingBox; height: number; name: string; onOdd: () => void }) {
  const { x, y, width, at } = box;
  const top = height - y - box.height;
  return (
    <button
      type="button"
      className="look"
      onClick={onOdd}
      aria-label={`${name}, ${LEAN_WORDS[at.cell.lean]}: this one is not so`}
    >
      <svg viewBox={`${x - AROUND} ${top - AROUND / 2} ${width + 2 * AROUND} ${box.height + AROUND}`} aria-hidden="true">
        <use href={`#${MADE_FABRIC}`} />
      </svg>
      <span>{name}</span>
    </button>
  );
} // prettier-ignore

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
  const names = new Map(picture.bands.map(({ panel, name }) => [panel, name]));
  return (
    <section className="look-strip" aria-label={`Crossings of row ${done}`}>
      <p>
        Row {done} crossed. Before you turn: does each lie so? It is the top row still; an odd one costs only
        its own stitches.
      </p>
      <div className="looks">
        {boxes.slice(0, MOST).map((box) => (
          <Likeness
            key={`${box.panel} ${box.wale} ${box.x}`}
            box={box}
            height={picture.height}
            name={names.get(box.panel) ?? ''}
            onOdd={() => onOdd(box)}
          />
        ))}
      </div>
      <button type="button" className="plain-button w-full" onClick={onAll}>
        <Check aria-hidden="true" /> All like this
      </button>
    </section>
  );
}
