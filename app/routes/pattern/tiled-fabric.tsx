/** The chart as fabric, two by two, from either side; a stitch and its words find each other. */
import { useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Chart } from '@core/chart/chart';
import type { RowWords } from '@core/notation/placed-row';
import type { TextSpan } from '@core/notation/problems';
import type { Side } from '@core/stitch/types';
import { boxOf, chartRow, spanAt, spotNear, spotsAt, stitchesIn, tile, type Spot } from '~/patterns/tiled';
import { packPicture } from '~/ui/fabric/pack';
import { FabricPicture } from '~/ui/fabric/picture';

const LEAST_STITCHES = 22;
const MOVES: Readonly<Record<string, readonly [rows: number, columns: number]>> = {
  ArrowUp: [1, 0],
  ArrowDown: [-1, 0],
  ArrowLeft: [0, 1],
  ArrowRight: [0, -1],
};

type Props = {
  chart: Chart;
  nameOf: (index: number) => string;
  words: readonly RowWords[];
  text: string;
  stale: boolean;
  /** Where the caret stands in the text. */
  caret: number | null;
  onPick: (span: TextSpan) => void;
};

export function TiledFabric({ chart, nameOf, words, text, stale, caret, onPick }: Props) {
  const [face, setFace] = useState<Side>('RS');
  const [spot, setSpot] = useState<Spot | null>(null);
  const svg = useRef<SVGSVGElement>(null);
  const tiled = useMemo(() => tile(chart, face), [chart, face]);
  const packed = useMemo(() => tiled && packPicture(tiled.picture), [tiled]);
  const lit = useMemo(
    () => (tiled && caret !== null && !stale ? spotsAt(tiled, words, caret) : []),
    [tiled, words, caret, stale],
  );
  if (!tiled || !packed)
    return <p className="preview-empty">This chart is too wide to be shown as fabric.</p>;
  const { picture } = tiled;
  const width = Math.max(picture.width, LEAST_STITCHES);
  const left = (picture.width - width) / 2;
  const span = spot && !stale ? spanAt(tiled, words, spot) : null;
  const pick = (at: Spot) => {
    setSpot(at);
    const found = stale ? null : spanAt(tiled, words, at);
    if (found) onPick(found);
  };
  const touch = (event: PointerEvent) => {
    const matrix = svg.current?.getScreenCTM();
    if (!matrix) return;
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    pick(spotNear(tiled, x, y));
  };
  const move = (event: KeyboardEvent) => {
    const step = MOVES[event.key];
    if (event.key === 'Enter' && spot) pick(spot);
    if (!step) return;
    event.preventDefault();
    const from = spot ?? { row: 1, column: 0 };
    const row = Math.min(picture.lastRow, Math.max(1, from.row + step[0]));
    const sideways = face === 'RS' ? step[1] : -step[1];
    const column = Math.min(stitchesIn(tiled, row) - 1, Math.max(0, from.column + sideways));
    setSpot({ row, column });
  };
  return (
    <figure className="tiled" data-yarn="oat" data-stale={stale} data-testid="fabric">
      <div className="tiled-sides" role="group" aria-label="Side of the fabric">
        {(['RS', 'WS'] as const).map((side) => (
          <button key={side} type="button" aria-pressed={face === side} onClick={() => setFace(side)}>
            {side === 'RS' ? 'right side' : 'wrong side'}
          </button>
        ))}
      </div>
      <FabricPicture
        className={`max-h-[430px] cursor-crosshair ${stale ? 'opacity-45' : ''}`}
        packed={packed}
        up={picture.height}
        box={{ x: left, y: -0.3, width, height: picture.height + 0.6 }}
        svg={{
          ref: svg,
          tabIndex: 0,
          role: 'application',
          'aria-label': `The fabric, two repeats ${chart.once ? 'side by side' : 'each way'}, ${face === 'RS' ? 'right' : 'wrong'} side. Arrow keys go from stitch to stitch, enter shows its words.`,
          onPointerDown: touch,
          onKeyDown: move,
        }}
      >
        {lit.map((at) => (
          <rect key={`${at.row} ${at.column}`} className="lit-stitch" {...boxOf(tiled, at)} />
        ))}
        {spot && <rect className="picked-stitch" {...boxOf(tiled, spot)} />}
      </FabricPicture>
      <figcaption aria-live="polite" data-testid="picked">
        {span && spot
          ? `${nameOf(chartRow(tiled, spot.row))}, stitch ${spot.column + 1} from the right: “${text
              .slice(span.from, span.from + span.length)
              .replace(/\s+/g, ' ')
              .slice(0, 60)}”`
          : 'Touch a stitch to see the words it comes from; put the caret into a word to see its stitches.'}
      </figcaption>
    </figure>
  );
}
