/** The crossings on the fabric: those that come lit up in their lean, those that are made to be touched and looked at. */
import { memo } from 'react';
import type { CrossingBox, RowShapes } from '@core/fabric/shapes';
import type { FaultState } from '@core/journal/fold';
import type { Lean } from '@core/stitch/types';
import { LEAN_WORDS, leanColour } from '~/ui/lean';
import type { NeedlesView } from './view';
import type { Seen } from './fabric-marks';

/** Outlines of the strands on top, in the fabric's own coordinates: row 1 stands on 0, y runs down. */
function ribbonsOf({ shadows }: RowShapes, lean: Lean): string {
  const r = (value: number) => Math.round(value * 100) / 100;
  return shadows
    .filter((shadow) => shadow.lean === lean)
    .map(({ points }) => `M${points.map(([x, y]) => `${r(x)} ${r(-y)}`).join('L')}Z`)
    .join('');
}

const Ribbons = memo(function Ribbons({ shapes, now }: { shapes: RowShapes; now: boolean }) {
  return (
    <g opacity={now ? 1 : 0.42} pointerEvents="none">
      {(['left', 'right'] as const).map((lean) => {
        const d = ribbonsOf(shapes, lean);
        return d === '' ? null : <path key={lean} d={d} fill={leanColour(lean)} />;
      })}
    </g>
  );
});

function boxWords({ at: { cell }, row }: CrossingBox) {
  return `Crossing in row ${row}: ${cell.over.length} over ${cell.under.length}, ${LEAN_WORDS[cell.lean]}. Look at it`;
}

/** `marks` names the crossings of this row that are faulty or looked at, by panel and wale. */
const Boxes = memo(function Boxes({
  shapes,
  marks,
  onTouch,
}: {
  shapes: RowShapes;
  marks: string;
  onTouch: (box: CrossingBox) => void;
}) {
  const states = new Map(marks.split(';').map((mark) => mark.split('=') as [string, string]));
  return shapes.crossings.map((box) => (
    <rect
      key={`${box.panel} ${box.wale} ${box.x}`}
      role="button"
      tabIndex={0}
      aria-label={boxWords(box)}
      data-crossing={`${box.panel}:${box.row}:${box.wale}`}
      className="crossing-box"
      data-state={states.get(`${box.panel} ${box.wale}`) ?? 'sound'}
      x={box.x}
      y={-box.y - box.height}
      width={box.width}
      height={box.height}
      rx={0.5}
      onClick={() => onTouch(box)}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        event.stopPropagation();
        onTouch(box);
      }}
    />
  ));
});

function marksIn(row: number, faults: readonly FaultState[], touched: CrossingBox | null): string {
  const faulty = faults
    .filter(({ pieceRow, mended }) => pieceRow === row && !mended)
    .map(({ panel, wale }) => `${panel} ${wale}=fault`);
  const here = touched?.row === row ? [`${touched.panel} ${touched.wale}=touched`] : [];
  return [...here, ...faulty].join(';');
}

/** Smaller than this nothing on the fabric can be touched: faults alone are marked. */
const TOUCH_FROM = 4;

type Props = {
  view: NeedlesView;
  seen: Seen;
  faults: readonly FaultState[];
  touched: CrossingBox | null;
  onTouch: (box: CrossingBox) => void;
};

export function MadeCrossings({ view: { cloth, done }, seen, faults, touched, onTouch }: Props) {
  const last = Math.min(done, seen.last);
  const all = Array.from({ length: Math.max(0, last - seen.first + 1) }, (_, i) => seen.first + i);
  const faulty = new Set(faults.flatMap(({ pieceRow, mended }) => (mended ? [] : [pieceRow])));
  return (
    <g data-testid="crossings">
      {all
        .filter((row) => seen.scale >= TOUCH_FROM || faulty.has(row))
        .map((row) => (
          <Boxes
            key={row}
            shapes={cloth.shapesOf(row)}
            marks={marksIn(row, faults, touched)}
            onTouch={onTouch}
          />
        ))}
    </g>
  );
}

/** Ribbons reach into the rows above: the topmost ones would hang in the air. */
const SHORT_OF_TOP = 1;
const ROWS_LIT = 7;

/** The rows above the needle, the row in hand brightest. */
export function ComingCrossings({ view: { cloth, done, working }, seen }: Pick<Props, 'view' | 'seen'>) {
  if (working === null || seen.scale < TOUCH_FROM) return null;
  const last = Math.max(working, Math.min(seen.last, cloth.lastRow, done + ROWS_LIT) - SHORT_OF_TOP);
  const rows = Array.from({ length: Math.max(0, last - done) }, (_, i) => done + 1 + i);
  return rows.map((row) => <Ribbons key={row} shapes={cloth.shapesOf(row)} now={row === working} />);
}
