/** The hanging fabric, row upon row: a row is drawn once and moves up with the others; three layers, so that what passes over lies over. */
import { memo } from 'react';
import { ROW_HEIGHT, type CrossingBox } from '@core/fabric/shapes';
import type { FaultState } from '@core/journal/fold';
import { Stitches } from '~/ui/fabric/painted';
import type { RowPaint } from '~/ui/fabric/rows';
import { LEAN_WORDS, leanColour } from '~/ui/lean';

const at = (row: number) => `translate(0 ${-(row - 1) * ROW_HEIGHT})`;

/** A row that is still to come is a ghost: the same drawing, faint, without the dark between its stitches. */
const GHOST = 0.34;
const seen = (coming: boolean) => (coming ? { opacity: GHOST } : {});

const Ground = memo(function Ground({ paint, coming }: { paint: RowPaint; coming: boolean }) {
  return (
    <g transform={at(paint.row)} {...seen(coming)}>
      {!coming && <path className="deep" d={paint.backing} />}
      <Stitches paths={paint.ground} />
    </g>
  );
});

const Between = memo(function Between({ paint, top }: { paint: RowPaint; top: boolean }) {
  const shadow = top ? paint.shadowAtNeedle : paint.shadow;
  if (!shadow && paint.holes.length === 0) return null;
  return (
    <g transform={at(paint.row)}>
      {shadow && <path className="under-shadow" d={shadow} />}
      {paint.holes.map(({ x, y }) => (
        <ellipse key={x} className="hole" cx={x} cy={y} rx={0.2} ry={0.3} />
      ))}
    </g>
  );
});

const Over = memo(function Over({ paint, coming }: { paint: RowPaint; coming: boolean }) {
  return (
    <g transform={at(paint.row)} {...seen(coming)}>
      <Stitches paths={paint.over} />
    </g>
  );
});

const Ribbons = memo(function Ribbons({ paint, now }: { paint: RowPaint; now: boolean }) {
  return (
    <g transform={at(paint.row)} opacity={now ? 1 : 0.42}>
      {paint.ribbons.map(({ d, lean }) => (
        <path key={d} d={d} fill={leanColour(lean)} />
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

/** Rows of fabric: ground, what lies between, and what passes over. Row `done` ends at the needle, those above it are ghosts. */
export function RowsPainted({ rows, done = Infinity }: { rows: readonly RowPaint[]; done?: number }) {
  return (
    <>
      {rows.map((paint) => (
        <Ground key={paint.row} paint={paint} coming={paint.row > done} />
      ))}
      {rows.map((paint) =>
        paint.row > done ? null : <Between key={paint.row} paint={paint} top={paint.row === done} />,
      )}
      {rows.map((paint) => (
        <Over key={paint.row} paint={paint} coming={paint.row > done} />
      ))}
    </>
  );
}

function marksIn(row: number, faults: readonly FaultState[], touched: CrossingBox | null): string {
  const faulty = faults
    .filter(({ pieceRow, mended }) => pieceRow === row && !mended)
    .map(({ panel, wale }) => `${panel} ${wale}=fault`);
  const here = touched?.row === row ? [`${touched.panel} ${touched.wale}=touched`] : [];
  return [...here, ...faulty].join(';');
}

type Props = {
  rows: readonly RowPaint[];
  done: number;
  /** Coming rows whose crossings are lit, the row in hand first. */
  lit: number;
  faults: readonly FaultState[];
  touched: CrossingBox | null;
  onTouch: (box: CrossingBox) => void;
  /** Drawn over the fabric, in the view's own coordinates. */
  marks: React.ReactNode;
  /** Heights of rows are counted from the first row's foot; this brings them into the view. */
  shift: number;
};

export function FabricRows({ rows, done, lit, faults, touched, onTouch, marks, shift }: Props) {
  const coming = rows.filter(({ row }) => row > done);
  return (
    <>
      <g className="painted roll" style={{ transform: `translateY(${shift}px)` }}>
        <RowsPainted rows={rows} done={done} />
        {coming.slice(0, lit).map((paint, i) => (
          <Ribbons key={paint.row} paint={paint} now={i === 0} />
        ))}
        {rows
          .filter(({ boxes, row }) => row <= done && boxes.length > 0)
          .map((paint) => (
            <Boxes
              key={paint.row}
              paint={paint}
              marks={marksIn(paint.row, faults, touched)}
              onTouch={onTouch}
            />
          ))}
      </g>
      {marks}
    </>
  );
}
