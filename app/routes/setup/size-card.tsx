/** From a wanted width to counts below and above it, by each way that keeps multiples and symmetry. */
import { useState } from 'react';
import type { DraftProblem, PieceDraft } from '@core/draft/draft';
import { NO_MAKING, type Gauge } from '@core/piece/making';
import type { Worksheet } from '@core/piece/worksheet';
import { BODY_SIZES } from '@core/plan/data';
import { countsByGrowing, waysToGrow, type Way } from '@core/plan/grow';
import { countsOfStitchWidth, withEase, type Count } from '@core/plan/size';
import { cmOfInches, type Units } from '@core/plan/units';
import { lengthWords } from '~/messages/measures';
import { planWords } from '~/messages/plan';
import { Fold } from '~/ui/fold';
import { MeasureInput, Problems, Select } from '~/ui/inputs';
import { changeMaking, setRepeats } from './draft-state';
import type { Change } from './making';
import { plural, stitches as some } from '~/messages/numbers';

function wayWords({ kind, panels }: Way): string {
  const names = panels.map(({ name }) => name).join(' and ');
  if (kind === 'edges') return `edge stitches, one on each side (${names})`;
  return kind === 'pair' ? `${names}, together` : `repeats of ${names}`;
}

/** A body or an object, and the ease that makes it the wanted width. */
function FromBody({ units, set }: { units: Units; set: (cm: number | null) => void }) {
  const [body, setBody] = useState<number | null>(null);
  const [ease, setEase] = useState<number | null>(null);
  const options = BODY_SIZES.flatMap(({ name, chest, head }) => [
    ...(chest
      ? [[`${name} chest`, `${name}: chest ${lengthWords(cmOfInches(chest), units, 0)}`] as const]
      : []),
    ...(head ? [[`${name} head`, `${name}: head ${lengthWords(cmOfInches(head), units, 0)}`] as const] : []),
  ]);
  const pick = (key: string) => {
    const size = BODY_SIZES.find(
      ({ name }) => key.startsWith(`${name} `) && key.slice(name.length + 1).match(/^(?:chest|head)$/),
    );
    const inches = size && (key.endsWith('head') ? size.head : size.chest);
    if (inches) measured(cmOfInches(inches), ease);
  };
  const measured = (measure: number | null, more: number | null) => {
    setBody(measure);
    setEase(more);
    if (measure !== null && measure > 0) set(withEase(measure, more ?? 0));
  };
  return (
    <div className="schedule-fields">
      <Select
        label="A usual body measure"
        value=""
        options={[['', 'Choose …'], ...options]}
        onChange={pick}
      />
      <MeasureInput label="or measured" cm={body} units={units} onChange={(cm) => measured(cm, ease)} />
      <MeasureInput label="and ease" cm={ease} units={units} onChange={(cm) => measured(body, cm)} />
    </div>
  );
}

function Table({
  sheet,
  section,
  wantedCm,
  gauge,
  units,
  change,
}: {
  sheet: Worksheet;
  section: number;
  wantedCm: number;
  gauge: Gauge;
  units: Units;
  change: Change;
}) {
  const planned = sheet.plan.sections[section];
  if (!planned) return null;
  const measured = sheet.plan.making?.panelWidths ?? {};
  return (
    <ul className="counts" aria-label="Counts that fit">
      {waysToGrow(sheet.plan, planned).map((way) => {
        const counts = countsByGrowing(sheet.plan, planned, way, wantedCm, gauge, measured);
        const take = ({ steps }: Count) =>
          change((d) =>
            setRepeats(
              d,
              way.panels.map(({ id }) => id),
              steps,
            ),
          );
        return (
          <li key={way.panels.map(({ id }) => id).join()}>
            <p>By {wayWords(way)}</p>
            {counts.ok ? (
              <div>
                {[counts.value.below, counts.value.above].map((count, i) => (
                  <Choice
                    key={i}
                    count={count}
                    side={i === 0 ? 'below' : 'above'}
                    units={units}
                    take={take}
                  />
                ))}
              </div>
            ) : (
              <p className="text-soft">
                {counts.error.code === 'no-count-meets'
                  ? `No count meets it this way: the least is ${lengthWords(counts.error.least, units)}.`
                  : 'That width cannot be.'}
              </p>
            )}
          </li>
        );
      })}
    </ul>
  );
}

function Choice({
  count,
  side,
  units,
  take,
}: {
  count: Count | null;
  side: 'below' | 'above';
  units: Units;
  take: (count: Count) => void;
}) {
  if (!count) return <span className="text-soft">{side === 'below' ? 'none narrower' : 'none wider'}</span>;
  return (
    <button type="button" className="count-choice" onClick={() => take(count)}>
      <strong className="numerals">{lengthWords(count.cm, units)}</strong>
      <span className="numerals">
        {count.stitches} st, × {count.steps}
      </span>
    </button>
  );
}

/** Stitches of thick yarn, by the width of one. */
function ByStitch({ wantedCm, units }: { wantedCm: number; units: Units }) {
  const [stitch, setStitch] = useState<number | null>(null);
  const counts = stitch !== null && stitch > 0 ? countsOfStitchWidth(wantedCm, stitch) : null;
  const both = counts?.ok ? [counts.value.below, counts.value.above].filter((one) => one !== null) : [];
  return (
    <div className="reckon">
      <MeasureInput label="Thick yarn: one stitch is wide" cm={stitch} units={units} onChange={setStitch} />
      {both.length > 0 && (
        <p data-testid="by-stitch">
          {both
            .map(
              ({ stitches, cm }) =>
                `${some(stitches)} ${plural(stitches, 'makes', 'make')} ${lengthWords(cm, units)}`,
            )
            .join(', ')}
        </p>
      )}
    </div>
  );
}

export function SizeCard({
  draft,
  change,
  units,
  problems,
  sheet,
  section,
  gauge,
}: {
  draft: PieceDraft;
  change: Change;
  units: Units;
  problems: readonly DraftProblem[];
  sheet: Worksheet | null;
  section: number;
  gauge: Gauge | null;
}) {
  const { targetCm } = draft.making ?? NO_MAKING;
  const here = problems.filter((p) => p.code === 'measure' && p.field === 'target');
  const set = (cm: number | null) => change((d) => changeMaking(d, { targetCm: cm }));
  const sound = targetCm !== null && targetCm > 0 && here.length === 0;
  const round = draft.construction === 'round';
  return (
    <Fold
      className="more card"
      title="Size"
      summary={sound ? `${lengthWords(targetCm, units)} ${round ? 'round' : 'wide'}` : 'no width wanted yet'}
      must={here.length > 0}
    >
      <div className="schedule-fields">
        <MeasureInput
          label={round ? 'Wanted circumference' : 'Wanted width'}
          cm={targetCm}
          units={units}
          onChange={set}
        />
      </div>
      <FromBody units={units} set={set} />
      <Problems words={here.map(planWords)} />
      {sound && !gauge && (
        <p className="text-soft">Measure a swatch above: widths are reckoned from your gauge.</p>
      )}
      {sound && gauge && sheet && (
        <>
          <p className="mt-3">
            Nearest counts for {sheet.plan.sections[section]?.name ?? 'the section'}, one not wider and one
            wider:
          </p>
          <Table
            sheet={sheet}
            section={section}
            wantedCm={targetCm}
            gauge={gauge}
            units={units}
            change={change}
          />
        </>
      )}
      {sound && <ByStitch wantedCm={targetCm} units={units} />}
    </Fold>
  );
}
