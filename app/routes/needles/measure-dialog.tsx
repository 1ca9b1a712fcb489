/** Measure, weigh, end a section: what the knitter finds on fabric and yarn, and what follows for rows and yarn. */
import { useId, useMemo, useState, type ReactNode } from 'react';
import type { Happening } from '@core/journal/events';
import type { JournalState } from '@core/journal/fold';
import { NO_MAKING } from '@core/piece/making';
import { isOpen, lastRowOf, sectionIndexAt, type Worksheet } from '@core/piece/worksheet';
import { countCrossings } from '@core/plan/crossings';
import { endsNear, mayEnd, rowAtLength, sectionStart, seamIfEnded } from '@core/plan/length';
import type { Units } from '@core/plan/units';
import { forecast, gramsPerStitch, rowWeight } from '@core/plan/yarn';
import { lengthWords, weightWords } from '~/messages/measures';
import { MeasureInput, NumberInput } from '~/ui/inputs';
import type { NeedlesView } from './view';
import { counted, lineOf, stitches } from '~/messages/numbers';

type MeasureProps = {
  view: NeedlesView;
  state: JournalState;
  units: Units;
  record: (happening: Happening) => string;
  close: () => void;
};

function Block({ title, children }: { title: string; children: ReactNode }) {
  const id = useId();
  return (
    <section className="measure-block" aria-labelledby={id}>
      <h3 id={id}>{title}</h3>
      {children}
    </section>
  );
}

/** The section that the last finished row lies in. */
const sectionOf = (sheet: Worksheet, done: number) =>
  sectionIndexAt(sheet, Math.max(1, Math.min(done, sheet.rows)));

function Length({ view, state, units, record }: MeasureProps) {
  const { sheet, done } = view;
  const [cm, setCm] = useState<number | null>(null);
  const index = sectionOf(sheet, done);
  const first = sectionStart(sheet, index);
  const [whole, setWhole] = useState(true);
  const since = whole ? 0 : first;
  const newest = state.measured[state.measured.length - 1];
  const ready = cm !== null && cm > 0 && cm <= 2_000 && done > since;
  const rate = state.facts.rowsPer10;
  return (
    <Block title="How long is it?">
      <div className="schedule-fields">
        <MeasureInput label={`After ${lineOf(view.round)} ${done}`} cm={cm} units={units} onChange={setCm} />
        {first > 0 && done > first && (
          <label className="choice">
            <input type="checkbox" checked={!whole} onChange={(event) => setWhole(!event.target.checked)} />
            <span>only {sheet.plan.sections[index]?.name}</span>
          </label>
        )}
        <button
          type="button"
          className="plain-button"
          disabled={!ready}
          onClick={() => ready && void record({ kind: 'measured', row: done, since, cm })}
        >
          Keep
        </button>
      </div>
      {cm !== null && !(cm > 0) && <p className="text-fault">Give a length of more than 0.</p>}
      {newest && rate !== undefined && (
        <p data-testid="measured">
          {lengthWords(newest.cm, units)} at {lineOf(view.round)} {newest.row}: {Math.round(rate * 10) / 10}{' '}
          {lineOf(view.round)}s to 10 cm, so {lengthWords((done / rate) * 10, units)} by now.
        </p>
      )}
    </Block>
  );
}

function Yarn({ view, state, units, record }: MeasureProps) {
  const { sheet, done } = view;
  const [grams, setGrams] = useState(Number.NaN);
  const making = sheet.plan.making ?? NO_MAKING;
  const each = gramsPerStitch(making.swatch);
  const index = sectionOf(sheet, done + 1);
  const to = (last: number) => forecast(state.weighings, each, (row) => rowWeight(sheet, row), done, last);
  const section = to(lastRowOf(sheet, index));
  const piece = to(sheet.rows);
  const line = lineOf(view.round);
  const ready = grams >= 0 && grams <= 100_000;
  return (
    <Block title="How much yarn is left?">
      <div className="schedule-fields">
        <NumberInput label="Grams left" value={grams} onChange={setGrams} />
        <button
          type="button"
          className="plain-button"
          disabled={!ready}
          onClick={() => void record({ kind: 'weighed', row: done, grams })}
        >
          Keep
        </button>
      </div>
      {piece.ok && section.ok && (
        <p data-testid="forecast">
          {weightWords(Math.max(0, piece.value.leftGrams), units)} left now: enough for{' '}
          <strong>
            {piece.value.enoughRows < sheet.rows - done
              ? counted(piece.value.enoughRows, `more ${line}`)
              : sheet.rows - done === 1
                ? `the last ${line}`
                : `all ${sheet.rows - done} ${line}s to the end`}
          </strong>
          ; {sheet.plan.sections[index]?.name} needs {Math.max(0, lastRowOf(sheet, index) - done)}
          {piece.value.source === 'swatch' && ' (by the swatch; a second weighing will tell better)'}.
        </p>
      )}
      {!piece.ok && piece.error.code === 'grows-while-knitting' && (
        <p className="text-fault">
          The newer weight is more than the older one. Take the wrong one back in the logbook.
        </p>
      )}
      {!piece.ok && piece.error.code === 'nothing-weighed' && (
        <p className="text-soft">
          {state.weighings.length === 0
            ? `Weigh what is left now, and again some ${line}s later.`
            : `Weigh once more, some ${line}s later.`}
        </p>
      )}
    </Block>
  );
}

function Section({ view, state, units, record, close }: MeasureProps) {
  const { sheet, done } = view;
  if (done < 1) return null;
  const index = sectionOf(sheet, done);
  const section = sheet.plan.sections[index];
  if (!section || done < (sheet.firstRows[index] as number) || lastRowOf(sheet, index) === done) return null;
  const { length } = section;
  const line = lineOf(view.round);
  const until = 'until' in length ? length.until : null;
  const allowed = mayEnd(sheet, index, until?.ending, done);
  const next = endsNear(sheet, index, until?.ending, done).after;
  const rate = state.facts.rowsPer10;
  const target = rate === undefined ? null : rowAtLength(sheet, index, rate);
  const seam = seamIfEnded(sheet, index, done, state.facts);
  return (
    <Block title={`Does ${section.name} end here?`}>
      {until && (
        <p>
          Planned: until it measures {lengthWords(until.cm, units)}
          {target !== null && `, near ${line} ${target}`}.
        </p>
      )}
      {!allowed && next !== null && (
        <p className="text-soft">
          By the plan it may end after {line} {next}, not after {line} {done}.
        </p>
      )}
      {seam && (
        <p className="text-fault">
          After {line} {done} it leaves {stitches(seam.has)}, but the next section begins with {seam.needs}.
          Change the plan instead.
        </p>
      )}
      <button
        type="button"
        className="plain-button mt-2"
        disabled={seam !== null}
        onClick={() => {
          record({ kind: 'sectionEnded', section: section.id, row: done });
          close();
        }}
      >
        End {section.name} with {line} {done}
      </button>
      {!isOpen(sheet, index) && (
        <p className="mt-1 text-soft">
          It was planned to {line} {lastRowOf(sheet, index)}. You can undo this.
        </p>
      )}
    </Block>
  );
}

export default function MeasureForm(props: MeasureProps) {
  const { sheet, done } = props.view;
  const crossings = useMemo(() => countCrossings(sheet, done), [sheet, done]);
  return (
    <>
      <Length {...props} />
      <Yarn {...props} />
      <Section {...props} />
      {crossings.all > 0 && (
        <p className="measure-block">
          {crossings.done} of {crossings.all} crossings done, {crossings.left} to go.
        </p>
      )}
    </>
  );
}
