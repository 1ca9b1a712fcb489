/** Swatch, needle and yarn: what was measured, and what follows from it. */
import type { DraftProblem, PieceDraft } from '@core/draft/draft';
import { NEEDLE_KINDS, NO_MAKING, type Making, type Swatch } from '@core/piece/making';
import { NEEDLE_SIZES } from '@core/plan/data';
import { classesFor, gaugeOf, needleAdvice, usSize } from '@core/plan/gauge';
import { gaugeSpanCm, metresOfYards, yardsOfMetres, type Units } from '@core/plan/units';
import { adviceWords, gaugeLine } from '~/messages/gauge';
import { planWords } from '~/messages/plan';
import { Fold } from '~/ui/fold';
import { MeasureInput, NumberInput, Problems, Select } from '~/ui/inputs';
import { changeMaking } from './draft-state';
import type { Change } from './making';

const KIND_WORDS: Readonly<Record<(typeof NEEDLE_KINDS)[number], string>> = {
  straight: 'straight',
  circular: 'circular',
  magicLoop: 'long cord, as a loop',
  doublePointed: 'double-pointed',
  hands: 'the hands',
};
const empty = (value: number | null | undefined) => value ?? Number.NaN;
const filled = (value: number) => (Number.isNaN(value) ? null : value);

type Props = { draft: PieceDraft; change: Change; units: Units; problems: readonly DraftProblem[] };
type Part = { making: Making; set: (change: Partial<Making>) => void; units: Units };

function SwatchFields({ making, set, units }: Part) {
  const span = gaugeSpanCm(units);
  const blank: Swatch = {
    stitches: Number.NaN,
    widthCm: span,
    rows: Number.NaN,
    heightCm: span,
    grams: null,
  };
  const swatch = making.swatch ?? blank;
  const put = (part: Partial<Swatch>) => {
    const next = { ...swatch, ...part };
    const nothing = Number.isNaN(next.stitches) && Number.isNaN(next.rows) && next.grams === null;
    set({ swatch: nothing ? null : next });
  };
  return (
    <div className="schedule-fields">
      <NumberInput label="Stitches" value={swatch.stitches} onChange={(stitches) => put({ stitches })} />
      <MeasureInput
        label="across"
        cm={swatch.widthCm}
        units={units}
        onChange={(cm) => put({ widthCm: cm ?? Number.NaN })}
      />
      <NumberInput label="Rows" value={swatch.rows} onChange={(rows) => put({ rows })} />
      <MeasureInput
        label="high"
        cm={swatch.heightCm}
        units={units}
        onChange={(cm) => put({ heightCm: cm ?? Number.NaN })}
      />
      <NumberInput
        label="Its weight in g"
        value={empty(swatch.grams)}
        onChange={(grams) => put({ grams: filled(grams) })}
        wide
      />
    </div>
  );
}

/** Kept to 10 cm, typed as her units count it. */
function Wanted({ making, set, units }: Part) {
  const wanted = making.wanted ?? { stitches: Number.NaN, rows: Number.NaN };
  const share = gaugeSpanCm(units) / 10;
  const span = units === 'cm' ? '10 cm' : '4 in';
  const shown = (value: number) => Math.round(value * share * 100) / 100;
  const put = (part: Partial<typeof wanted>) => {
    const next = { ...wanted, ...part };
    set({ wanted: Number.isNaN(next.stitches) && Number.isNaN(next.rows) ? null : next });
  };
  return (
    <div className="schedule-fields">
      <NumberInput
        label={`Wanted: stitches to ${span}`}
        value={shown(wanted.stitches)}
        onChange={(stitches) => put({ stitches: stitches / share })}
        wide
      />
      <NumberInput
        label={`rows to ${span}`}
        value={shown(wanted.rows)}
        onChange={(rows) => put({ rows: rows / share })}
        wide
      />
    </div>
  );
}

const sizes = NEEDLE_SIZES.map(([mm, us]) => [String(mm), `${mm} mm (US ${us})`] as const);

function NeedleFields({ making, set, units }: Part) {
  const { needle } = making;
  const mm = needle ? String(needle.mm) : '';
  const known = mm === '' || sizes.some(([key]) => key === mm);
  return (
    <div className="schedule-fields">
      <Select
        label="Needle"
        value={mm}
        options={[['', 'not chosen'], ...sizes, ...(known ? [] : [[mm, `${mm} mm`] as const])]}
        onChange={(size) =>
          set({
            needle: size === '' ? null : { kind: 'circular', lengthCm: null, ...needle, mm: Number(size) },
          })
        }
      />
      {needle && (
        <>
          <Select
            label="Kind"
            value={needle.kind}
            options={NEEDLE_KINDS.map((kind) => [kind, KIND_WORDS[kind]] as const)}
            onChange={(kind) => set({ needle: { ...needle, kind } })}
          />
          <MeasureInput
            label="Its length"
            cm={needle.lengthCm}
            units={units}
            onChange={(lengthCm) => set({ needle: { ...needle, lengthCm } })}
          />
        </>
      )}
    </div>
  );
}

function BallFields({ making, set, units }: Part) {
  const ball = making.ball ?? { grams: Number.NaN, metres: Number.NaN, count: Number.NaN };
  const put = (part: Partial<typeof ball>) => {
    const next = { ...ball, ...part };
    set({ ball: Object.values(next).every(Number.isNaN) ? null : next });
  };
  const metric = units === 'cm';
  return (
    <div className="schedule-fields">
      <NumberInput label="A ball has g" value={ball.grams} onChange={(grams) => put({ grams })} />
      <NumberInput
        label={metric ? 'metres' : 'yards'}
        value={metric ? ball.metres : Math.round(yardsOfMetres(ball.metres))}
        onChange={(length) => put({ metres: metric ? length : metresOfYards(length) })}
      />
      <NumberInput label="Balls at hand" value={ball.count} onChange={(count) => put({ count })} />
    </div>
  );
}

/** Gauge, class of yarn, and what the needle should do. */
function Follows({ making, units }: { making: Making; units: Units }) {
  const gauge = making.swatch && gaugeOf(making.swatch);
  if (!gauge?.ok) return null;
  const classes = classesFor(gauge.value.stitches).map(({ name }) => name);
  const { wanted, needle } = making;
  const sound = wanted && wanted.stitches > 0 && wanted.rows > 0;
  const advice = sound && needle && needle.mm > 0 ? needleAdvice(wanted, gauge.value, needle.mm) : null;
  return (
    <div className="follows" data-testid="gauge">
      <p>
        <strong>{gaugeLine(gauge.value, units)}</strong>
        {classes.length > 0 && <> · {classes.join(' or ')} yarn</>}
        {needle && usSize(needle.mm) && (
          <>
            {' '}
            · {needle.mm} mm is US {usSize(needle.mm)}
          </>
        )}
      </p>
      {advice && <p>{adviceWords(advice)}</p>}
      {sound && !needle && (
        <p className="text-soft">Choose the needle of the swatch to hear by how many sizes to change.</p>
      )}
    </div>
  );
}

export function SwatchCard({ draft, change, units, problems }: Props) {
  const making = draft.making ?? NO_MAKING;
  const set = (part: Partial<Making>) => change((d) => changeMaking(d, part));
  const here = problems.filter((p) => p.code === 'swatch' || (p.code === 'measure' && p.field !== 'target'));
  const part = { making, set, units };
  return (
    <Fold
      className="more card"
      title="Swatch, needle and yarn"
      summary={gaugeSummary(making, units)}
      must={here.length > 0}
    >
      <p className="mt-2 text-soft">
        A blocked swatch of the ground. Cabled panels are measured at their own place below.
      </p>
      <SwatchFields {...part} />
      <Wanted {...part} />
      <NeedleFields {...part} />
      <BallFields {...part} />
      <Problems words={here.map(planWords)} />
      <Follows making={making} units={units} />
    </Fold>
  );
}

function gaugeSummary({ swatch, needle }: Making, units: Units): string {
  const gauge = swatch && gaugeOf(swatch);
  return [gauge?.ok ? gaugeLine(gauge.value, units) : 'not measured yet', needle ? `${needle.mm} mm` : '']
    .filter(Boolean)
    .join(' · ');
}
