/** After a crossing row, before turning: its crossings as they should lie. All like this, or touch the odd one out. */
import { useEffect, useMemo, useState } from 'react';
import { Check } from 'lucide-react';
import { clothOf } from '@core/fabric/cloth';
import { ROW_HEIGHT } from '@core/fabric/shapes';
import type { CrossingBox } from '@core/fabric/shapes';
import type { JournalState } from '@core/journal/fold';
import { crossesIn } from '@core/piece/crossings';
import { made } from '@core/piece/worksheet';
import { cellKey } from '@core/stitch/cells';
import { pack, type Packed } from '~/ui/fabric/pack';
import { FabricPicture } from '~/ui/fabric/picture';
import { LEAN_WORDS, LeanGlyph } from '~/ui/lean';
import type { NeedlesView } from './view';
import { lineOf } from '~/messages/numbers';

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

type Look = {
  readonly boxes: readonly CrossingBox[];
  readonly packed: Packed;
  readonly up: number;
  readonly name: string;
};

function AsCharted({ look: { boxes, packed, up, name }, onOdd }: { look: Look; onOdd: () => void }) {
  const { x, y, width, height, at } = boxes[0] as CrossingBox;
  const top = up - y - height;
  const words = boxes.length > 1 ? `${name}: ${boxes.length} like this` : name;
  return (
    <button
      type="button"
      className="look"
      onClick={onOdd}
      aria-label={`${words}, ${LEAN_WORDS[at.cell.lean]}: ${boxes.length > 1 ? 'one of them' : 'this one'} is not so`}
    >
      <span className="look-picture">
        <FabricPicture
          className="h-11 min-w-0 flex-1"
          packed={packed}
          up={up}
          box={{ x: x - AROUND, y: top - AROUND, width: width + 2 * AROUND, height: height + 2 * AROUND }}
        />
        <LeanGlyph lean={at.cell.lean} size={28} />
      </span>
      <span>{words}</span>
    </button>
  );
}

/** The crossings of the row as the right side shows them, with rows that come grown on above: half-hidden by the needle nothing shows. */
function useRightSide({ sheet, faces, cloth, bands, done }: NeedlesView) {
  return useMemo(() => {
    const first = Math.max(1, done - ROWS_AROUND);
    const last = Math.min(sheet.rows, done + ROWS_AROUND);
    const seen = faces === 'RS' ? cloth : clothOf(sheet, 'RS');
    const rows = seen.rows(first, last);
    const names = new Map(bands.map(({ panel, name }) => [panel, name]));
    const boxes = rows.find(({ row }) => row === done)?.crossings ?? [];
    const alike = new Map<string, CrossingBox[]>();
    for (const box of boxes) {
      const key = `${box.panel} ${cellKey(box.at.cell)}`;
      alike.set(key, [...(alike.get(key) ?? []), box]);
    }
    return [...alike.values()].map((like): Look => {
      const [box] = like as [CrossingBox, ...CrossingBox[]];
      const sides = { left: box.x - 2 * AROUND, right: box.x + box.width + 2 * AROUND };
      // One that lies over the join of a round has a box at either end.
      const each = [...new Map(like.map((one) => [one.wale, one])).values()];
      const packed = pack(rows, seen.edgeOf, sides);
      return { boxes: each, name: names.get(box.panel) ?? '', packed, up: last * ROW_HEIGHT };
    });
  }, [sheet, faces, cloth, bands, done]);
}

/** Of several alike it is asked which one, as they are met from the right. */
function WhichOne({ look, onOdd }: { look: Look; onOdd: (box: CrossingBox) => void }) {
  const fromRight = [...look.boxes].sort((a, b) => a.wale - b.wale);
  return (
    <div role="group" aria-label="Which one is not so?" className="flex flex-wrap items-center gap-2">
      <p className="w-full">Which one of {look.name}, counted from the right as the right side shows it?</p>
      {fromRight.map((box, i) => (
        <button
          key={box.wale}
          type="button"
          className="plain-button numerals min-w-12"
          onClick={() => onOdd(box)}
        >
          {i + 1}
        </button>
      ))}
    </div>
  );
}

function Looks({ view, onOdd }: { view: NeedlesView; onOdd: (box: CrossingBox) => void }) {
  const looks = useRightSide(view);
  const [asked, setAsked] = useState<Look | null>(null);
  return (
    <>
      <div className="looks">
        {looks.map((look) => (
          <AsCharted
            key={`${look.boxes[0]?.panel} ${look.boxes[0]?.wale}`}
            look={look}
            onOdd={() => (look.boxes.length > 1 ? setAsked(look) : onOdd(look.boxes[0] as CrossingBox))}
          />
        ))}
      </div>
      {asked && <WhichOne look={asked} onOdd={onOdd} />}
    </>
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
  const { done, round, sheet } = view;
  const turns = sheet.plan.construction === 'flat';
  const later = useLater();
  const crosses = done > 0 && crossesIn(made(sheet, done)).length > 0;
  const marked = state.faults.some(({ pieceRow }) => pieceRow === done);
  if (!crosses || state.looked.has(done) || marked) return null;
  return (
    <section className="look-strip" aria-label={`Crossings of ${lineOf(round)} ${done}`}>
      <p>
        {round ? 'Round' : 'Row'} {done} crossed. {turns ? 'Before you turn, look' : 'Look'}: does each one
        lie like this?{' '}
        <span className="wide-only">
          Nothing is worked above them yet, so an odd one costs only its own stitches.
        </span>
      </p>
      {later && <Looks view={view} onOdd={onOdd} />}
      <button type="button" className="plain-button w-full" onClick={onAll}>
        <Check aria-hidden="true" /> All like this
      </button>
    </section>
  );
}
