/** After a crossing row, before turning: its crossings as they should lie. All like this, or touch the odd one out. */
import { useEffect, useMemo, useState } from 'react';
import { Check } from 'lucide-react';
import { RollingFabric } from '@core/fabric/rolling';
import { ROW_HEIGHT, type CrossingBox } from '@core/fabric/shapes';
import type { JournalState } from '@core/journal/fold';
import { made } from '@core/piece/worksheet';
import { paintRow } from '~/ui/fabric/rows';
import { LEAN_WORDS, LeanGlyph } from '~/ui/lean';
import { RowsPainted } from './fabric-rows';
import type { NeedlesView } from './view';

/** More pictures than these are not looked at in a second. */
const MOST = 8;
/** Room around a crossing, in stitches, and rows below and above it. */
const AROUND = 0.6;
const ROWS_AROUND = 2;
const PICTURE = 'as-it-should-lie';
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

function AsCharted({ box, top, name, onOdd }: { box: CrossingBox; top: number; name: string; onOdd: () => void }) {
  const { x, width, at } = box;
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

/** Rows around the crossings as the right side shows them, with those that come grown on above: half-hidden by the needle nothing shows. */
function useRightSide({ sheet, faces, rows, picture, done }: NeedlesView) {
  return useMemo(() => {
    const near = (row: number) => Math.abs(row - done) <= ROWS_AROUND;
    if (faces === 'RS') return { near: rows.filter(({ row }) => near(row)), bands: picture.bands };
    const right = new RollingFabric((row) => made(sheet, row), sheet.rows, 'RS');
    const shown = right.show(Math.max(1, done - ROWS_AROUND), Math.min(sheet.rows, done + ROWS_AROUND));
    return { near: shown.rows.map((row) => paintRow(row, shown.edgeOf)), bands: shown.bands };
  }, [sheet, faces, rows, picture, done]);
}

function Looks({ view, onOdd }: { view: NeedlesView; onOdd: (box: CrossingBox) => void }) {
  const { done } = view;
  const { near, bands } = useRightSide(view);
  const boxes = near.find(({ row }) => row === done)?.boxes ?? [];
  const names = new Map(bands.map(({ panel, name }) => [panel, name]));
  return (
    <div className="looks">
      <svg width="0" height="0" className="absolute" aria-hidden="true">
        <defs>
          <g id={PICTURE} className="painted" transform={`translate(0 ${(done - 1) * ROW_HEIGHT})`}>
            <RowsPainted rows={near} />
          </g>
        </defs>
      </svg>
      {boxes.slice(0, MOST).map(({ box, y }) => (
        <AsCharted
          key={`${box.panel} ${box.wale} ${box.x}`}
          box={box}
          top={y}
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
  const { rows, done } = view;
  const later = useLater();
  const crosses = rows.some(({ row, boxes }) => row === done && boxes.length > 0);
  const marked = state.faults.some(({ pieceRow }) => pieceRow === done);
  if (!crosses || state.looked.has(done) || marked) return null;
  return (
    <section className="look-strip" aria-label={`Crossings of row ${done}`}>
      <p>
        Row {done} crossed. Before you turn: does each lie so? It is the top row still; an odd one costs only
        its own stitches.
      </p>
      {later && <Looks view={view} onOdd={onOdd} />}
      <button type="button" className="plain-button w-full" onClick={onAll}>
        <Check aria-hidden="true" /> All like this
      </button>
    </section>
  );
}
