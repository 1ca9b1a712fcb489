/** The piece as fabric while it is set up. */
import { useMemo } from 'react';
import { layOut } from '@core/fabric/layout';
import { nextCrossing } from '@core/piece/schedule';
import { castOnCount, charted, lastRowOf, type Worksheet } from '@core/piece/worksheet';
import { PaintedLayers } from '~/ui/fabric/painted';
import { paint } from '~/ui/fabric/paint';

const MOST_ROWS = 44;
const LEAST_STITCHES = 26;

/** A section's first rows as a picture. */
function pictureOf(sheet: Worksheet, section: number) {
  const first = sheet.firstRows[section] ?? 1;
  const rows = lastRowOf(sheet, section) - first + 1;
  const shown = Math.min(rows, MOST_ROWS);
  return layOut(
    Array.from({ length: shown }, (_, i) => charted(sheet, first + i)),
    'RS',
  );
}

export function Preview({
  sheet,
  section,
  stale,
  yarn,
}: {
  sheet: Worksheet | null;
  section: number;
  stale: boolean;
  yarn: string;
}) {
  const shown = sheet && section < sheet.plan.sections.length ? section : 0;
  const picture = useMemo(() => (sheet ? pictureOf(sheet, shown) : null), [sheet, shown]);
  const painting = useMemo(() => (picture ? paint(picture) : null), [picture]);
  if (!sheet || !picture || !painting)
    return (
      <p className="preview-empty">The fabric appears here as soon as every panel’s rows can be read.</p>
    );
  const first = sheet.firstRows[shown] ?? 1;
  const panels = charted(sheet, first).panels.filter(({ panel }) => !panel.edge);
  const width = Math.max(picture.width, LEAST_STITCHES);
  return (
    <figure className="preview" data-stale={stale} data-yarn={yarn} data-testid="preview">
      <svg
        className="fabric"
        viewBox={`${(picture.width - width) / 2} -0.3 ${width} ${picture.height + 0.6}`}
        role="img"
        aria-label={`The fabric of ${sheet.plan.sections[shown]?.name ?? 'the section'}`}
      >
        <rect className="deep" width={picture.width} height={picture.height} />
        <PaintedLayers layers={painting.made} />
      </svg>
      <figcaption className="mt-4">
        <p className="text-xl font-semibold">
          Cast on {castOnCount(sheet)} stitches, {sheet.rows}{' '}
          {sheet.plan.construction === 'round' ? 'rounds' : 'rows'} in all
        </p>
        <ul className="mt-1 text-soft">
          {panels.map(({ panel, chart }) => {
            const next = nextCrossing(sheet, panel.id, first);
            return (
              <li key={panel.id}>
                {panel.name}: repeats every {chart.rows.length} rows,{' '}
                {next ? `first crossing in row ${next.row}` : 'no crossing'}
              </li>
            );
          })}
        </ul>
        {stale && (
          <p className="mt-2 font-semibold text-fault">
            Not up to date: something is still to be mended on the left.
          </p>
        )}
      </figcaption>
    </figure>
  );
}
