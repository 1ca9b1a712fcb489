/** After a crossing row, before turning: its crossings as they should lie. All like this, or touch the odd one out. */
import { useEffect, useMemo, useState } from 'react';
import { Check } from 'lucide-react';
import type { RowShapes } from '@core/fabric/layout';
import { RollingFabric } from '@core/fabric/rolling';
import type { CrossingBox } from '@core/fabric/shapes';
import type { JournalState } from '@core/journal/fold';
import { made } from '@core/piece/worksheet';
import { PaintedLayers } from '~/ui/fabric/painted';
import { cutOut, type CutOut } from '~/ui/fabric/rows';
import { LEAN_WORDS, LeanGlyph } from '~/ui/lean';
import type { NeedlesView } from './view';

/** More pictures than these are not looked at in a second. */
const MOST = 8;
/** Room around a crossing, in stitches, and rows below and above it. */
const AROUND = 0.6;
const ROWS_AROUND = 2;
/** The row in hand is painted first; the pictures follow. */
const LATER_MS = 90;

function useLater(): boolean {
  const [later, setLater] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setLater(true), LATER_MS);
    return () => clearTimeout(timer);
  }, []);
  return later;
}

function AsCharted({ box, cut, name, onOdd }: { box: CrossingBox; cut: CutOut; name: string; onOdd: () => void }) {
  const { x, y, width, height, at } = box;
  const top = cut.top - y - height;
  return (
    <button
      type="button"
      className="look"
      onClick={onOdd}
      aria-label={`${name}, ${LEAN_WORDS[at.cell.lean]}: this one is not so`}
    >
      <span className="look-picture">
        <svg viewBox={`${x - AROUND} ${top - AROUND} ${width + 2 * AROUND} ${height + 2 * AROUND}`} aria-hidden="true">
          <g className="painted">
            <path className="deep" d={cut.backing} />
            <PaintedLayers layers={cut.layers} />
          </g>
        </svg>
        <LeanGlyph lean={at.cell.lean} size={28} />
      </span>
      <span>{name}</span>
    </button>
  );
} // prettier-ignore

/** The crossings of the row as the right side shows them, with rows that come grown on above: half-hidden by the needle nothing shows. */
function useRightSide({ sheet, faces, picture, done }: NeedlesView) {
  return useMemo(() => {
    const near = ({ row }: RowShapes) => Math.abs(row - done) <= ROWS_AROUND;
    const first = Math.max(1, done - ROWS_AROUND);
    const last = Math.min(sheet.rows, done + ROWS_AROUND);
    const { rows, edgeOf, bands } =
      faces === 'RS'
        ? picture
        : new RollingFabric((row) => made(sheet, row), sheet.rows, 'RS').show(first, last);
    const names = new Map(bands.map(({ panel, name }) => [panel, name]));
    const boxes = rows.find(({ row }) => row === done)?.crossings ?? [];
    return boxes.slice(0, MOST).map((box) => {
      const sides = { left: box.x - 2 * AROUND, right: box.x + box.width + 2 * AROUND };
      return { box, name: names.get(box.panel) ?? '', cut: cutOut(rows.filter(near), edgeOf, sides) };
    });
  }, [sheet, faces, picture, done]);
}

function Looks({ view, onOdd }: { view: NeedlesView; onOdd: (box: CrossingBox) => void }) {
  return (
    <div className="looks">
      {useRightSide(view).map(({ box, name, cut }) => (
        <AsCharted
          key={`${box.panel} ${box.wale} ${box.x}`}
          box={box}
          cut={cut}
          name={name}
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
  const { rows, done } = view;
  const later = useLater();
  const crosses = rows.some(({ row, boxes }) => row === done && boxes.length > 0);
  const marked = state.faults.some(({ pieceRow }) => pieceRow === done);
  if (!crosses || state.looked.has(done) || marked) return null;
  return (
    <section className="look-strip" aria-label={`Crossings of row ${done}`}>
      <p>
        Row {done} crossed. Before you turn: does each lie so?{' '}
        <span className="wide-only">It is the top row still; an odd one costs only its own stitches.</span>
      </p>
      {later && <Looks view={view} onOdd={onOdd} />}
      <button type="button" className="plain-button w-full" onClick={onAll}>
        <Check aria-hidden="true" /> All like this
      </button>
    </section>
  );
}
