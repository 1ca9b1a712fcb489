/** The crossings on the fabric: those that come lit up in their lean, those that are made to be touched and looked at. */
import { memo, type CSSProperties } from 'react';
import type { CrossingBox, RowShapes } from '@core/fabric/shapes';
import type { FaultState } from '@core/journal/fold';
import type { Lean } from '@core/stitch/types';
import { LEAN_WORDS, leanColour } from '~/ui/lean';
import type { NeedlesView } from './view';
import type { Seen } from './fabric-marks';

/** Outlines of the strands on top, in the fabric's own coordinates: row 1 stands on 0, y runs down. */
function outlineOf({ shadows }: RowShapes, lean: Lean): string {
  const r = (value: number) => Math.round(value * 100) / 100;
  return shadows
    .filter((shadow) => shadow.lean === lean)
    .map(({ points }) => `M${points.map(([x, y]) => `${r(x)} ${r(-y)}`).join('L')}Z`)
    .join('');
}

const Ribbons = memo(function Ribbons({ shapes }: { shapes: RowShapes }) {
  return (['left', 'right'] as const).map((lean) => {
    const d = outlineOf(shapes, lean);
    return d === '' ? null : <path key={lean} d={d} fill={leanColour(lean)} />;
  });
});

function boxWords({ at: { cell }, row }: CrossingBox) {
  return `Crossing in row ${row}: ${cell.over.length} over ${cell.under.length}, ${LEAN_WORDS[cell.lean]}. Look at it`;
}

/** `marks` names the crossings of this row that are faulty or looked at, by panel and wale. */
const Boxes = memo(function Boxes({ shapes, marks }: { shapes: RowShapes; marks: string }) {
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
    />
  ));
});

/** Which crossing a touch is meant for. */
function boxAt(cloth: NeedlesView['cloth'], target: EventTarget): CrossingBox | null {
  const name = target instanceof Element ? target.getAttribute('data-crossing') : null;
  const [, row, wale] = /:(\d+):(\d+)$/.exec(name ?? '') ?? [];
  if (!name || row === undefined) return null;
  const panel = name.slice(0, name.length - row.length - (wale ?? '').length - 2);
  const boxes = cloth.shapesOf(Number(row)).crossings;
  return boxes.find((box) => box.panel === panel && box.wale === Number(wale)) ?? null;
}

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

/** The line around a crossing that is touched or marked. */
const STROKE_PX = 4;
/** So many rows are looked through together. */
const STRETCH = 4;

const Stretch = memo(function Stretch({
  cloth,
  first,
  last,
  marks,
}: {
  cloth: NeedlesView['cloth'];
  first: number;
  last: number;
  /** Of all its rows, each with its number. */
  marks: string;
}) {
  const ofRow = new Map(marks.split('|').map((one) => one.split(':') as [string, string]));
  return Array.from({ length: last - first + 1 }, (_, i) => (
    <Boxes key={first + i} shapes={cloth.shapesOf(first + i)} marks={ofRow.get(String(first + i)) ?? ''} />
  ));
});

export function MadeCrossings({ view: { cloth, done }, seen, faults, touched, onTouch }: Props) {
  const last = Math.min(done, seen.last);
  const touch = (target: EventTarget) => {
    const box = boxAt(cloth, target);
    if (box) onTouch(box);
  };
  const marked = [...faults.map(({ pieceRow }) => pieceRow), ...(touched ? [touched.row] : [])];
  const ofStretch = (from: number, to: number) =>
    [...new Set(marked)]
      .filter((row) => row >= from && row <= to)
      .map((row) => `${row}:${marksIn(row, faults, touched)}`)
      .join('|');
  const [low, high] = [Math.floor((seen.first - 1) / STRETCH), Math.floor((last - 1) / STRETCH)];
  const stretches = Array.from({ length: Math.max(0, high - low + 1) }, (_, i) => (low + i) * STRETCH + 1);
  return (
    <g
      style={{ '--stroke': `${STROKE_PX / seen.scale}px` } as CSSProperties}
      data-testid="crossings"
      onClick={(event) => touch(event.target)}
      onKeyDown={(event) => {
        if ((event.key !== 'Enter' && event.key !== ' ') || !boxAt(cloth, event.target)) return;
        event.preventDefault();
        event.stopPropagation();
        touch(event.target);
      }}
    >
      {stretches.map((first) => {
        const marks = ofStretch(first, first + STRETCH - 1);
        if (seen.scale < TOUCH_FROM && marks === '') return null;
        const end = Math.min(last, first + STRETCH - 1);
        return <Stretch key={first} cloth={cloth} first={first} last={end} marks={marks} />;
      })}
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
  return (
    <g pointerEvents="none">
      {rows.map((row) => (
        <g key={row} opacity={row === working ? 1 : 0.42}>
          <Ribbons shapes={cloth.shapesOf(row)} />
        </g>
      ))}
    </g>
  );
}
