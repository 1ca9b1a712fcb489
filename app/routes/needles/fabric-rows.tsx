/** The hanging fabric, row upon row: a row is drawn once, as a picture of its own that only moves up with the others. */
import { memo } from 'react';
import { ROW_HEIGHT, type CrossingBox } from '@core/fabric/shapes';
import type { FaultState } from '@core/journal/fold';
import { Stitches } from '~/ui/fabric/painted';
import type { RowPaint } from '~/ui/fabric/rows';
import { LEAN_WORDS, leanColour } from '~/ui/lean';

const at = (row: number) => `translate(0 ${-(row - 1) * ROW_HEIGHT})`;

/** Ready: out of sight above the others, until its turn comes. Coming: a ghost, the same drawing, faint, without the dark between its stitches. */
type Place = 'ready' | 'coming' | 'top' | 'below';
/** The rows of the fabric by what is drawn of them; those just done are drawn as topmost ones until there is time. */
type Heights = {
  readonly done: number;
  /** The highest row that is shown. */
  readonly last: number;
  /** The row that was done a moment ago. */
  readonly settled: number;
};
const placeOf = (row: number, { done, last, settled }: Heights): Place =>
  row > last ? 'ready' : row > done ? 'coming' : row >= Math.min(done, settled) ? 'top' : 'below';

function Between({ paint, top }: { paint: RowPaint; top: boolean }) {
  const shadow = top ? paint.shadowAtNeedle : paint.shadow;
  return (
    <>
      {shadow && <path className="under-shadow" d={shadow} />}
      {paint.holes && <path className="hole" d={paint.holes} />}
    </>
  );
}

const Ground = memo(function Ground({ paint, place }: { paint: RowPaint; place: Place }) {
  const made = place === 'top' || place === 'below';
  return (
    <g className="fabric-row" data-place={place} transform={at(paint.row)}>
      {made && <path className="deep" d={paint.backing} />}
      <Stitches paths={paint.ground} />
      {made && <Between paint={paint} top={place === 'top'} />}
    </g>
  );
});

const Over = memo(function Over({ paint, place }: { paint: RowPaint; place: Place }) {
  return (
    <g className="fabric-row" data-place={place} transform={at(paint.row)}>
      <Stitches paths={paint.over} />
    </g>
  );
});

type StretchProps = { readonly rows: readonly RowPaint[]; readonly places: readonly Place[] };

/** Nothing is looked through that has not changed. */
const sameStretch = (a: StretchProps, b: StretchProps) =>
  a.rows.length === b.rows.length &&
  a.rows.every((paint, i) => paint === b.rows[i] && a.places[i] === b.places[i]);

const GroundStretch = memo(function GroundStretch({ rows, places }: StretchProps) {
  return rows
    .map((paint, i) => <Ground key={paint.row} paint={paint} place={places[i] ?? 'below'} />)
    .reverse();
}, sameStretch);

const OverStretch = memo(function OverStretch({ rows, places }: StretchProps) {
  return rows.map((paint, i) =>
    paint.crosses ? <Over key={paint.row} paint={paint} place={places[i] ?? 'below'} /> : null,
  );
}, sameStretch);

/** So many rows are looked through together. */
const STRETCH = 12;

function stretches(rows: readonly RowPaint[], heights: Heights) {
  const found = new Map<number, { rows: RowPaint[]; places: Place[] }>();
  for (const paint of rows) {
    const key = Math.floor(paint.row / STRETCH);
    const stretch = found.get(key) ?? { rows: [], places: [] };
    found.set(key, stretch);
    stretch.rows.push(paint);
    stretch.places.push(placeOf(paint.row, heights));
  }
  return [...found];
}

const Ribbons = memo(function Ribbons({ paint, now }: { paint: RowPaint; now: boolean }) {
  return (
    <g transform={at(paint.row)} opacity={now ? 1 : 0.42}>
      {paint.ribbons.map(({ d, lean }) => (
        <path key={lean} d={d} fill={leanColour(lean)} />
      ))}
    </g>
  );
});

function boxWords({ at: { cell }, row }: CrossingBox) {
  return `Crossing in row ${row}: ${cell.over.length} over ${cell.under.length}, ${LEAN_WORDS[cell.lean]}. Look at it`;
}

/** `marks` names the crossings of this row that are faulty or looked at, by panel and wale. */
const Boxes = memo(function Boxes({
  paint,
  marks,
  onTouch,
}: {
  paint: RowPaint;
  marks: string;
  onTouch: (box: CrossingBox) => void;
}) {
  const states = new Map(marks.split(';').map((mark) => mark.split('=') as [string, string]));
  return (
    <g transform={at(paint.row)}>
      {paint.boxes.map(({ box, y }) => (
        <rect
          key={`${box.panel} ${box.wale} ${box.x}`}
          role="button"
          tabIndex={0}
          aria-label={boxWords(box)}
          data-crossing={`${box.panel}:${box.row}:${box.wale}`}
          className="crossing-box"
          data-state={states.get(`${box.panel} ${box.wale}`) ?? 'sound'}
          x={box.x}
          y={y}
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
      ))}
    </g>
  );
});

function marksIn(row: number, faults: readonly FaultState[], touched: CrossingBox | null): string {
  const faulty = faults
    .filter(({ pieceRow, mended }) => pieceRow === row && !mended)
    .map(({ panel, wale }) => `${panel} ${wale}=fault`);
  const here = touched?.row === row ? [`${touched.panel} ${touched.wale}=touched`] : [];
  return [...here, ...faulty].join(';');
}

type Props = {
  /** From below, ghosts and one that is ready included. */
  rows: readonly RowPaint[];
  heights: Heights;
  /** Coming rows whose crossings are lit, the row in hand first. */
  lit: number;
  faults: readonly FaultState[];
  touched: CrossingBox | null;
  onTouch: (box: CrossingBox) => void;
};

/**
 * In its own coordinates: the foot of row 1 is at 0, row upon row goes up. What passes over lies over all ground; in the
 * ground lower rows hang in front, so that shadows fall on those above.
 */
export function FabricRows({ rows, heights, lit, faults, touched, onTouch }: Props) {
  const { done, last, settled } = heights;
  const parts = stretches(rows, heights);
  return (
    <>
      {parts.toReversed().map(([key, stretch]) => (
        <GroundStretch key={key} {...stretch} />
      ))}
      {parts.map(([key, stretch]) => (
        <OverStretch key={key} {...stretch} />
      ))}
      {rows
        .filter(({ row, ribbons }) => row > done && row <= Math.min(done + lit, last) && ribbons.length > 0)
        .map((paint) => (
          <Ribbons key={paint.row} paint={paint} now={paint.row === done + 1} />
        ))}
      {rows
        .filter(({ boxes, row }) => row <= Math.min(done, settled) && boxes.length > 0)
        .map((paint) => (
          <Boxes
            key={paint.row}
            paint={paint}
            marks={marksIn(paint.row, faults, touched)}
            onTouch={onTouch}
          />
        ))}
    </>
  );
}
