/** Corrections that say what they will do before they do it: rows taken back, a row worked otherwise once, repeats, things hung in the work. */
import { useId, useState } from 'react';
import { positionOfRow } from '@core/chart/chart';
import { ANCHORS } from '@core/journal/events';
import { rowsToUndo, undosFor } from '@core/journal/undoing';
import { lengthen, type LengthenProblem } from '@core/piece/lengthen';
import type { Instead } from '@core/piece/once';
import { charted, fitsOnce, sectionIndexAt } from '@core/piece/worksheet';
import { ANCHOR_WORDS, insteadWords } from '~/messages/journal';
import type { DialogProps } from './dialog-props';
import { Form, NumberField } from './form';
import { numberProblem } from './number-problem';
import { counted, lineOf, stitches, type Line } from '~/messages/numbers';
import { capital } from '~/messages/telling';

function Radio({ name, checked, onChange, children, disabled = false }: { name: string; checked: boolean; onChange: () => void; children: React.ReactNode; disabled?: boolean }) {
  return (
    <label className="choice">
      <input type="radio" name={name} checked={checked} disabled={disabled} onChange={onChange} />
      <span>{children}</span>
    </label>
  );
} // prettier-ignore

export function BackForm({ view, state, record, close }: DialogProps) {
  const { done } = view;
  const line = lineOf(view.round);
  const lifelines = [...new Set(state.lifelines.map(({ row }) => row))].filter((row) => row < done);
  const lowest = lifelines[lifelines.length - 1];
  const [to, setTo] = useState(String(lowest ?? Math.max(0, done - 1)));
  const [how, setHow] = useState<'ripped' | 'never'>('ripped');
  const most = rowsToUndo(state);
  const least = how === 'never' ? done - most : 0;
  const ready = numberProblem(to, least, done - 1) === null;
  const rows = done - Number(to);
  const submit = () => {
    if (how === 'ripped') record({ kind: 'ripped', life: state.life, to: Number(to) });
    else for (const target of undosFor(state, rows)) record({ kind: 'undo', target });
    close();
  };
  const action = how === 'ripped' ? 'Rip' : 'Take back';
  return (
    <Form action={ready ? `${action} ${counted(rows, line)}` : action} ready={ready} onSubmit={submit}>
      <NumberField
        label={`Last ${line} that stays on the needle`}
        value={to}
        onChange={setTo}
        min={least}
        max={done - 1}
        hint={`The next ${line} will be the one after it. You can undo this.`}
      />
      {lifelines.length > 0 && (
        <p className="mb-4 flex flex-wrap items-center gap-2">
          {lifelines.slice(-4).map((row) => (
            <button key={row} type="button" className="plain-button" onClick={() => setTo(String(row))}>
              Lifeline in {line} {row}
            </button>
          ))}
        </p>
      )}
      <fieldset className="mb-4">
        <legend className="label">What happened?</legend>
        <Radio name="how" checked={how === 'ripped'} onChange={() => setHow('ripped')}>
          I rip the {line}s out.
        </Radio>
        <Radio name="how" checked={how === 'never'} disabled={most === 0} onChange={() => setHow('never')}>
          They were never knitted; I tapped too often.
          {most > 0 && most < done && ` The last ${counted(most, line)} can be taken back so.`}
        </Radio>
      </fieldset>
    </Form>
  );
}

type OnceHow = 'uncrossed' | 'purl' | 'knit' | 'position';

export function OnceForm({ view, state, record, close }: DialogProps) {
  const { sheet, working, columns } = view;
  const line = lineOf(view.round);
  const [row, setRow] = useState(String(working ?? sheet.rows));
  const [panel, setPanel] = useState('');
  const [how, setHow] = useState<OnceHow>('uncrossed');
  const [pattern, setPattern] = useState('1');
  const id = useId();
  const number = Number(row);
  const sound = numberProblem(row, 1, sheet.rows) === null;
  const here = sound ? charted(sheet, number).panels : [];
  const planned = here.find((one) => one.panel.id === panel);
  const chart = planned?.chart;
  const patternSound = how !== 'position' || (chart && numberProblem(pattern, 1, chart.rows.length) === null);
  const instead: Instead | null =
    how === 'position'
      ? chart
        ? { does: 'position', position: positionOfRow(chart, Number(pattern)) }
        : null
      : how === 'uncrossed'
        ? { does: 'uncrossed' }
        : { does: 'all', face: how };
  const fits = how !== 'position' || !patternSound || !instead || fitsOnce(sheet, state.facts, { row: number, panel, instead });
  const ready = sound && fits && Boolean(patternSound) && instead !== null && (panel === '' || chart !== undefined);
  const submit = () => {
    if (instead) record({ kind: 'rowOnce', row: number, panel: panel === '' ? null : panel, instead });
    close();
  };
  return (
    <Form action={`${capital(line)} ${sound ? number : '…'} so, just once`} ready={ready} onSubmit={submit}>
      <NumberField label={`${capital(line)} of the piece`} value={row} onChange={setRow} min={1} max={sheet.rows} hint={sound && number <= view.done ? 'It is done already: this says how it was made.' : 'The repeat goes on as if nothing had been.'} />
      <label className="label" htmlFor={id}>
        Panel
      </label>
      <select id={id} className="field mb-4" value={panel} onChange={(event) => setPanel(event.target.value)}>
        <option value="">the whole {line}</option>
        {columns.map(({ id: value, name }) => (
          <option key={value} value={value}>
            {name}
          </option>
        ))}
      </select>
      <fieldset className="mb-4">
        <legend className="label">It is worked</legend>
        <Radio name="once" checked={how === 'uncrossed'} onChange={() => setHow('uncrossed')}>
          {insteadWords({ does: 'uncrossed' })}, all stitches straight up
        </Radio>
        <Radio name="once" checked={how === 'purl'} onChange={() => setHow('purl')}>
          {insteadWords({ does: 'all', face: 'purl' })}, seen from the right side
        </Radio>
        <Radio name="once" checked={how === 'knit'} onChange={() => setHow('knit')}>
          {insteadWords({ does: 'all', face: 'knit' })}
        </Radio>
        <Radio name="once" checked={how === 'position'} disabled={panel === ''} onChange={() => setHow('position')}>
          as another {line} of this panel’s pattern
        </Radio>
      </fieldset>
      {how === 'position' && chart && (
        <NumberField label={`${capital(line)} of its pattern`} value={pattern} onChange={setPattern} min={1} max={chart.rows.length} hint={`Planned is ${line} ${planned?.name.number ?? ''}.`} />
      )}
      {!fits && <p className="mb-4 text-fault">That {line} has another number of stitches and does not fit here. Choose another one.</p>}
    </Form>
  );
} // prettier-ignore

function lengthenWords(problem: LengthenProblem, section: string, line: Line): string {
  if (problem.code === 'open') return `${section} lasts until you end it, so it needs no repeats added.`;
  if (problem.code === 'worked-once')
    return `${section} holds ${line}s that are worked once, so it cannot be made longer or shorter.`;
  if (problem.code === 'worked-already') return `So many ${line}s are knitted already.`;
  return `It would leave ${stitches(problem.has)} where ${problem.needs} are needed. Change the plan instead.`;
}

export function RepeatsForm({ view, state, record, close }: DialogProps) {
  const { sheet, working, columns } = view;
  const line = lineOf(view.round);
  const at = sectionIndexAt(sheet, Math.min(sheet.rows, working ?? sheet.rows));
  const section = sheet.plan.sections[at];
  const [panel, setPanel] = useState(columns[0]?.id ?? '');
  const [by, setBy] = useState<1 | -1>(1);
  const id = useId();
  if (!section) return null;
  const changed = (repeats: number) => lengthen(sheet, state.facts, at, { section: section.id, panel, by: repeats });
  const { problem } = changed(by);
  const ready = panel !== '' && problem === null;
  const submit = () => {
    record({ kind: 'repeatsChanged', section: section.id, panel, by });
    close();
  };
  return (
    <Form action={by > 0 ? 'Add a repeat' : 'Drop a repeat'} ready={ready} onSubmit={submit}>
      <label className="label" htmlFor={id}>
        In {section.name}, a repeat of
      </label>
      <select id={id} className="field mb-4" value={panel} onChange={(event) => setPanel(event.target.value)}>
        {columns.map(({ id: value, name, patternRows }) => (
          <option key={value} value={value}>
            {name} ({counted(patternRows, line)})
          </option>
        ))}
      </select>
      <fieldset className="mb-4">
        <legend className="sr-only">More or fewer</legend>
        <Radio name="by" checked={by === 1} onChange={() => setBy(1)}>
          one more: {counted(changed(1).rows, line)} in all
        </Radio>
        <Radio name="by" checked={by === -1} onChange={() => setBy(-1)}>
          one fewer: {counted(changed(-1).rows, line)} in all
        </Radio>
      </fieldset>
      {problem && <p className="mb-4 text-fault">{lengthenWords(problem, section.name, line)}</p>}
      <p className="mb-4 text-soft">Everything after it moves. You can undo this.</p>
    </Form>
  );
} // prettier-ignore

export function AnchorForm({ view, record, close }: DialogProps) {
  const { done, columns } = view;
  const [what, setWhat] = useState<(typeof ANCHORS)[number]>('marker');
  const [row, setRow] = useState(String(done));
  const [panel, setPanel] = useState(columns[0]?.id ?? '');
  const [text, setText] = useState('');
  const [panelId, textId] = [useId(), useId()];
  const ready = numberProblem(row, 0, done) === null;
  const submit = () => {
    record({ kind: 'anchored', what, row: Number(row), panel: panel === '' ? null : panel, text: text.trim() });
    close();
  };
  return (
    <Form action="Keep it" ready={ready} onSubmit={submit}>
      <fieldset className="mb-3">
        <legend className="sr-only">What it is</legend>
        {ANCHORS.map((one) => (
          <Radio key={one} name="anchor" checked={what === one} onChange={() => setWhat(one)}>
            {ANCHOR_WORDS[one]}
          </Radio>
        ))}
      </fieldset>
      <NumberField label={`In ${lineOf(view.round)}`} value={row} onChange={setRow} min={0} max={done} />
      <label className="label" htmlFor={panelId}>
        Panel
      </label>
      <select id={panelId} className="field mb-4" value={panel} onChange={(event) => setPanel(event.target.value)}>
        <option value="">at the edge</option>
        {columns.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
      <label className="label" htmlFor={textId}>
        In a few words, if you like
      </label>
      <input id={textId} className="field mb-4" maxLength={200} value={text} onChange={(event) => setText(event.target.value)} />
    </Form>
  );
} // prettier-ignore
