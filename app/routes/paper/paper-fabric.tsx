/** The sheet's rows as fabric, right side out: what the rows will look like, with the numbers of those that cross. */
import { useMemo } from 'react';
import { layOut } from '@core/fabric/cloth';
import { ROW_HEIGHT } from '@core/fabric/shapes';
import { made, type Worksheet } from '@core/piece/worksheet';
import type { Line } from '~/messages/numbers';
import { packPicture } from '~/ui/fabric/pack';
import { FabricPicture } from '~/ui/fabric/picture';

/** A picture this high fits over the table on one page, px. */
const HIGH = 230;
/** Its width, px: as wide on a printed page upright as on every screen, so that nothing is painted anew for the printer. */
const WIDE = 680;
const NUMBER_PX = 13;

/** Numbers that have room, from the lowest on: `least` apart, in rows. */
export function numbersWithRoom(rows: readonly number[], least: number): number[] {
  const shown: number[] = [];
  for (const row of rows) if (shown.length === 0 || row - (shown.at(-1) as number) >= least) shown.push(row);
  return shown;
}

export default function PaperFabric({
  sheet,
  from,
  count,
  line,
}: {
  sheet: Worksheet;
  from: number;
  count: number;
  line: Line;
}) {
  const { packed, picture } = useMemo(() => {
    const rows = Array.from({ length: count }, (_, i) => made(sheet, from + i));
    const laid = layOut(rows, 'RS');
    return { packed: packPicture(laid), picture: laid };
  }, [sheet, from, count]);
  const { width, height, rows } = picture;
  const px = Math.min(WIDE / width, HIGH / height);
  const size = NUMBER_PX / px;
  const crossing = rows.flatMap(({ row, crossings }) => (crossings.length > 0 ? [row] : []));
  const numbers = numbersWithRoom(crossing.length > 0 ? crossing : [from], size / ROW_HEIGHT);
  const margin = size * 3;
  return (
    <FabricPicture
      className="mx-auto mt-5 max-h-[250px] w-[680px]! break-inside-avoid"
      packed={packed}
      up={height}
      box={{ x: -margin, y: -0.3, width: width + 2 * margin, height: height + 0.6 }}
      svg={{
        role: 'img',
        'aria-label': `${line === 'round' ? 'Rounds' : 'Rows'} ${from} to ${from + count - 1} as fabric, right side out`,
      }}
    >
      <g className="numerals" fontSize={size} fill="var(--ink)" data-testid="paper-numbers">
        {numbers.map((row) => (
          <text
            key={row}
            x={width + size * 0.4}
            y={height - (row - from + 0.5) * ROW_HEIGHT}
            dominantBaseline="central"
          >
            {row}
          </text>
        ))}
      </g>
    </FabricPicture>
  );
}
