/** The piece while it is set up: whole and to scale, or one section close up; and what follows for yarn and needle. */
import { useMemo, useState } from 'react';
import { layOut } from '@core/fabric/cloth';
import { nextCrossing } from '@core/piece/schedule';
import { NO_MAKING, type Gauge, type Making } from '@core/piece/making';
import { castOnCount, charted, lastRowOf, type Worksheet } from '@core/piece/worksheet';
import { countCrossings } from '@core/plan/crossings';
import { needleWarnings } from '@core/plan/needle-fit';
import type { Units } from '@core/plan/units';
import { sectionWidths, totalCm } from '@core/plan/width';
import { weightOf, yarnFor } from '@core/plan/yarn';
import { needleWords } from '~/messages/gauge';
import { lengthWords, weightWords, yarnWords } from '~/messages/measures';
import { packPicture } from '~/ui/fabric/pack';
import { FabricPicture } from '~/ui/fabric/picture';
import { WholePiece } from '~/ui/whole-piece';
import { counted, lineOf, stitches } from '~/messages/numbers';

const MOST_ROWS = 44;
const LEAST_STITCHES = 26;
/** Longer pieces are not counted through while they are set up. */
const MOST_COUNTED = 3_000;

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

function CloseUp({ sheet, section }: { sheet: Worksheet; section: number }) {
  const picture = useMemo(() => pictureOf(sheet, section), [sheet, section]);
  const packed = useMemo(() => packPicture(picture), [picture]);
  const width = Math.max(picture.width, LEAST_STITCHES);
  return (
    <FabricPicture
      className="mt-2 max-h-[50vh]"
      packed={packed}
      up={picture.height}
      box={{ x: (picture.width - width) / 2, y: -0.3, width, height: picture.height + 0.6 }}
      svg={{
        role: 'img',
        'aria-label': `The fabric of ${sheet.plan.sections[section]?.name ?? 'the section'}`,
      }}
    />
  );
}

function yarnLine(making: Making, sheet: Worksheet, units: Units): string | null {
  const need = yarnFor(weightOf(sheet, 1, sheet.rows), making.swatch, making.ball);
  if (!need) return null;
  const parts = [
    weightWords(need.grams, units),
    ...(need.metres === null ? [] : [yarnWords(need.metres, units)]),
  ];
  const { ball } = making;
  if (!ball || need.balls === null) return `About ${parts.join(', ')} of yarn.`;
  const short = need.balls - ball.count;
  const balls = counted(need.balls, 'ball');
  return `About ${parts.join(', ')} of yarn: ${balls}${short > 0 ? `, ${short} more than you have` : ''}.`;
}

/** What the plan comes to. Skipped for pieces that are too long to count through at every change. */
function Reckoning({ sheet, gauge, units }: { sheet: Worksheet; gauge: Gauge | null; units: Units }) {
  const { plan } = sheet;
  const making = plan.making ?? NO_MAKING;
  const found = useMemo(() => {
    if (sheet.rows > MOST_COUNTED) return null;
    return {
      crossings: countCrossings(sheet, 0).all,
      yarn: yarnLine(sheet.plan.making ?? NO_MAKING, sheet, units),
    };
  }, [sheet, units]);
  const sizes = gauge
    ? plan.sections.map((section) => sectionWidths(plan, section, gauge, making.panelWidths))
    : [];
  const widest = Math.max(0, ...sizes.map(totalCm));
  const guessed = sizes.some((widths) => widths.some(({ source }) => source === 'estimate'));
  const warnings = gauge && making.needle ? needleWarnings(making.needle, widest, plan.construction) : [];
  return (
    <>
      {gauge ? (
        <p data-testid="finished-size">
          {lengthWords(widest, units)} {plan.construction === 'round' ? 'round' : 'wide'},{' '}
          {lengthWords((sheet.rows / gauge.rows) * 10, units)} long
          {guessed && ' (cabled panels drawn in by estimate)'}
        </p>
      ) : (
        <p className="text-soft">Drawn with a guessed gauge: measure a swatch for true sizes.</p>
      )}
      {found && found.crossings > 0 && <p>{counted(found.crossings, 'crossing')} in all.</p>}
      {found?.yarn && <p data-testid="yarn">{found.yarn}</p>}
      {warnings.map((warning) => (
        <p key={warning.code} className="mt-1 font-semibold text-fault">
          {needleWords(warning, units)}
        </p>
      ))}
    </>
  );
}

export function Preview({
  sheet,
  section,
  stale,
  yarn,
  gauge,
  units,
}: {
  sheet: Worksheet | null;
  section: number;
  stale: boolean;
  yarn: string;
  gauge: Gauge | null;
  units: Units;
}) {
  const [whole, setWhole] = useState(true);
  if (!sheet)
    return (
      <p className="preview-empty">The fabric appears here as soon as every panel’s rows can be read.</p>
    );
  const line = lineOf(sheet.plan.construction === 'round');
  const shown = section < sheet.plan.sections.length ? section : 0;
  const first = sheet.firstRows[shown] ?? 1;
  const panels = charted(sheet, first).panels.filter(({ panel }) => !panel.edge);
  return (
    <figure className="preview" data-stale={stale} data-yarn={yarn} aria-label="How it will look">
      <div className="tiled-sides" role="group" aria-label="What is shown">
        <button type="button" aria-pressed={whole} onClick={() => setWhole(true)}>
          whole piece
        </button>
        <button type="button" aria-pressed={!whole} onClick={() => setWhole(false)}>
          close up
        </button>
      </div>
      {whole ? (
        <WholePiece sheet={sheet} gauge={gauge} units={units} chosen={shown} />
      ) : (
        <CloseUp sheet={sheet} section={shown} />
      )}
      <figcaption className="mt-3">
        <p className="text-xl font-semibold">
          {sheet.plan.continues ? 'Take up' : 'Cast on'} {stitches(castOnCount(sheet))}, {sheet.rows} {line}s
          in all
        </p>
        <Reckoning sheet={sheet} gauge={gauge} units={units} />
        <ul className="mt-1 text-soft">
          {panels.map(({ panel, chart }) => {
            const next = nextCrossing(sheet, panel.id, first);
            return (
              <li key={panel.id}>
                {panel.name}: {chart.once ? '' : 'every '}
                {counted(chart.rows.length, line)}
                {chart.once && ', worked once'},{' '}
                {next ? `first crosses in ${line} ${next.row}` : 'no crossing'}
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
