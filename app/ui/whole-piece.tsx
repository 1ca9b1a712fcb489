/** The whole piece to scale: every section as long and every panel as wide as it will be, in its own fabric. */
import { useId, useMemo, useRef } from 'react';
import type { Chart } from '@core/chart/chart';
import type { Gauge } from '@core/piece/making';
import type { Worksheet } from '@core/piece/worksheet';
import { outlineOf, type Outline, type OutlinedPanel, type OutlinedSection } from '@core/plan/outline';
import type { Units } from '@core/plan/units';
import { lengthWords } from '~/messages/measures';
import type { Yarn } from './fabric/sprites';
import { fabricTile, tileImage } from './fabric/tile';
import { useYarn } from './fabric/use-yarn';

/** Drawn with this where nothing was measured. */
export const GUESSED: Gauge = { stitches: 20, rows: 28 };

type Drawn = {
  readonly outline: Outline;
  readonly sheet: Worksheet;
  readonly rowCm: number;
  readonly id: string;
  /** Null before the page is there: then the ground alone is drawn. */
  readonly yarn: Yarn | null;
};

const turned = ({ outline }: Drawn, x: number, width: number) => outline.left - x - width;

/** A panel's place in the drawing, and the fabric that fills it: null where a repeat does not stand on itself. */
function panelFill(drawn: Drawn, section: OutlinedSection, panel: OutlinedPanel, at: number) {
  const { outline, sheet, rowCm, yarn } = drawn;
  const chart = sheet.plan.charts[panel.panel.chart] as Chart;
  const tile = fabricTile(chart, panel.panel.repeats);
  const x = turned(drawn, panel.x, panel.width.cm);
  const y = outline.height - section.y - section.height;
  const box = { x, y, width: panel.width.cm, height: section.height };
  if (!tile || !yarn) return { box, fabric: null };
  const within = Math.max(0, panel.position - chart.setUp.length) % tile.rows;
  const foot = y + section.height + within * rowCm;
  const size = { width: panel.width.cm, height: tile.rows * rowCm };
  return {
    box,
    fabric: { key: `${drawn.id}-${section.index}-${at}`, image: tileImage(tile, yarn), x, y: foot, size },
  };
}

/**
 * The panels are drawn once; where stitches have closed up, that part of them is drawn again, moved. Their fabric stands
 * outside of what is drawn again: a browser would load a copy's pictures anew.
 */
function SectionFabric({ drawn, section }: { drawn: Drawn; section: OutlinedSection }) {
  const { outline } = drawn;
  const key = `${drawn.id}-${section.index}`;
  const shifts = [...new Set(section.boxes.map(({ shift }) => shift))];
  const fills = section.panels.map((panel, at) => panelFill(drawn, section, panel, at));
  return (
    <>
      <defs>
        {fills.map(
          ({ fabric }) =>
            fabric && (
              <pattern
                key={fabric.key}
                id={fabric.key}
                patternUnits="userSpaceOnUse"
                x={fabric.x}
                y={fabric.y}
                {...fabric.size}
              >
                <image href={fabric.image} preserveAspectRatio="none" {...fabric.size} />
              </pattern>
            ),
        )}
        <g id={`${key}-panels`}>
          {fills.map(({ box, fabric }, at) =>
            fabric ? (
              <rect key={at} {...box} fill={`url(#${fabric.key})`} />
            ) : (
              <rect key={at} {...box} className="tile-ground" />
            ),
          )}
        </g>
      </defs>
      {shifts.map((shift, i) => (
        <g key={shift} clipPath={`url(#${key}-clip-${i})`}>
          <clipPath id={`${key}-clip-${i}`}>
            {section.boxes
              .filter((box) => box.shift === shift)
              .map((box, n) => (
                <rect
                  key={n}
                  x={turned(drawn, box.x, box.width)}
                  y={outline.height - box.y - box.height}
                  width={box.width}
                  height={box.height}
                />
              ))}
          </clipPath>
          <use href={`#${key}-panels`} x={-shift} />
        </g>
      ))}
    </>
  );
}

/** Dimension lines in the drawing's own measure, so that they stay of one size. */
function Dimensions({
  drawn,
  unit,
  units,
  chosen,
}: {
  drawn: Drawn;
  unit: number;
  units: Units;
  chosen: number | null;
}) {
  const { outline } = drawn;
  const width = outline.left - outline.right;
  const first = outline.sections[0];
  const last = outline.sections[outline.sections.length - 1];
  const size = 2.6 * unit;
  return (
    <g className="dimensions" fontSize={size}>
      <text x={width / 2} y={outline.height + size * 1.5} textAnchor="middle">
        {first ? `${first.first.stitches} st · ${lengthWords(first.first.cm, units)}` : ''}
      </text>
      {last && (
        <text x={width / 2} y={-size * 0.7} textAnchor="middle">
          {last.last.stitches} st · {lengthWords(last.last.cm, units)}
        </text>
      )}
      {outline.sections
        .filter(({ height }) => height > size * 1.3)
        .map((section) => {
          const middle = outline.height - section.y - section.height / 2;
          return (
            <g key={section.section.id} data-chosen={section.index === chosen}>
              <path
                d={`M${width + unit * 1.6} ${middle - section.height / 2 + unit * 0.3}V${middle + section.height / 2 - unit * 0.3}`}
                strokeWidth={unit * 0.6}
              />
              <text x={width + unit * 3} y={middle + size * 0.35}>
                {lengthWords(section.height, units)}
              </text>
            </g>
          );
        })}
    </g>
  );
}

export function WholePiece({
  sheet,
  gauge,
  units,
  chosen = null,
}: {
  sheet: Worksheet;
  gauge: Gauge | null;
  units: Units;
  chosen?: number | null;
}) {
  const id = useId().replace(/[^a-zA-Z0-9]/g, '');
  const used = gauge ?? GUESSED;
  const outline = useMemo(() => outlineOf(sheet, used, sheet.plan.making?.panelWidths ?? {}), [sheet, used]);
  const width = outline.left - outline.right;
  const svg = useRef<SVGSVGElement>(null);
  const drawn = { outline, sheet, rowCm: 10 / used.rows, id, yarn: useYarn(svg) };
  const unit = Math.max(width, outline.height) / 60;
  const margin = unit * 5;
  return (
    <svg
      ref={svg}
      className="fabric whole-piece"
      viewBox={`${-unit * 1.5} ${-margin} ${width + unit * 14} ${outline.height + margin * 2}`}
      role="img"
      aria-label={`The whole piece to scale: ${lengthWords(width, units)} wide, ${lengthWords(outline.height, units)} long`}
    >
      {outline.sections.map((section) => (
        <SectionFabric key={section.section.id} drawn={drawn} section={section} />
      ))}
      <Dimensions drawn={drawn} unit={unit} units={units} chosen={chosen} />
    </svg>
  );
}
