/** Corrections and anchors: rip back, set a row, note. Each says what it will do before it does it. */
import { useId, useState, type ReactNode } from 'react';
import { positionOfRow } from '@core/chart/chart';
import { Modal } from '~/ui/modal';
import MeasureForm from './measure-dialog';
import { ComingForm } from './coming-dialog';
import { AnchorForm, BackForm, OnceForm, RepeatsForm } from './correct-dialogs';
import { Form, NumberField } from './form';
import { HandsFreeForm } from './hands-free-dialog';
import { SavedForm } from './saved-dialog';
import { SittingsForm } from './sittings-dialog';
import { OldPlanForm } from './old-plan';
import { StoriesForm } from './stories-dialog';
import type { DialogProps, FormName } from './dialog-props';
import { numberProblem } from './number-problem';
import { counted, lineOf, plural } from '~/messages/numbers';
import { capital } from '~/messages/telling';

function SetRowForm({ view, state, record, close }: DialogProps) {
  const [row, setRow] = useState(String(view.done));
  const most = view.sheet.rows;
  const ready = numberProblem(row, 0, most) === null;
  return (
    <Form
      action={
        ready ? `${counted(Number(row), 'row')} ${plural(Number(row), 'is', 'are')} done` : 'Set the row'
      }
      ready={ready}
      onSubmit={() => {
        record({ kind: 'rowSet', life: state.life, row: Number(row) });
        close();
      }}
    >
      <p className="mb-4">When the count here is wrong but the knitting is right. Nothing is ripped.</p>
      <NumberField
        label={`${capital(lineOf(view.round))}s of the whole piece that are done`}
        value={row}
        onChange={setRow}
        min={0}
        max={most}
        hint={`${view.done} ${plural(view.done, 'is', 'are')} counted now. You can undo this.`}
      />
    </Form>
  );
}

function SetPanelForm({ view, record, close }: DialogProps) {
  // Rows that are worked once go with the rows of the piece.
  const columns = view.columns.filter(({ once }) => !once);
  const [panel, setPanel] = useState(columns[0]?.id ?? '');
  const column = columns.find(({ id }) => id === panel);
  const [pattern, setPattern] = useState(String(column?.pattern.number ?? 1));
  const [wrong, setWrong] = useState<'plan' | 'record'>('plan');
  const [since, setSince] = useState(String(Math.max(1, view.done)));
  const rows = column?.patternRows ?? 1;
  const choose = (id: string) => {
    setPanel(id);
    setPattern(String(columns.find((other) => other.id === id)?.pattern.number ?? 1));
  };
  const ready =
    column !== undefined &&
    numberProblem(pattern, 1, rows) === null &&
    (wrong === 'plan' || numberProblem(since, 1, view.done) === null);
  const submit = () => {
    const chart =
      view.sheet.plan.charts[
        view.sheet.plan.sections.flatMap(({ panels }) => panels).find(({ id }) => id === panel)?.chart ?? ''
      ];
    if (!chart || view.working === null) return;
    record({
      kind: 'panelRowSet',
      panel,
      from: view.working,
      position: positionOfRow(chart, Number(pattern)),
      since: wrong === 'record' ? Number(since) : null,
    });
    close();
  };
  const id = useId();
  const line = lineOf(view.round);
  return (
    <Form action="Set this panel" ready={ready} onSubmit={submit}>
      <label className="label" htmlFor={id}>
        Panel
      </label>
      <select id={id} className="field mb-4" value={panel} onChange={(event) => choose(event.target.value)}>
        {columns.map(({ id: value, name }) => (
          <option key={value} value={value}>
            {name}
          </option>
        ))}
      </select>
      {columns.length < view.columns.length && (
        <p className="mb-4 text-soft">
          Rows that are worked once follow the {line}s of the piece: set the {line} instead.
        </p>
      )}
      <NumberField
        label={`${capital(line)} of its pattern that ${line} ${view.working} works`}
        value={pattern}
        onChange={setPattern}
        min={1}
        max={rows}
        hint={column ? `Now it would be ${line} ${column.pattern.number} of ${rows}.` : undefined}
      />
      <fieldset className="mb-4">
        <legend className="label">What was wrong?</legend>
        <label className="choice">
          <input type="radio" name="wrong" checked={wrong === 'plan'} onChange={() => setWrong('plan')} />
          <span>
            The plan: knit it so from {line} {view.working} on.
          </span>
        </label>
        <label className="choice">
          <input
            type="radio"
            name="wrong"
            disabled={view.done < 1}
            checked={wrong === 'record'}
            onChange={() => setWrong('record')}
          />
          <span>The record: the fabric has been so for a while.</span>
        </label>
      </fieldset>
      {wrong === 'record' && (
        <NumberField
          label={`So since ${line}`}
          value={since}
          onChange={setSince}
          min={1}
          max={view.done}
          hint={`The first ${line} of the piece in which the fabric was ahead or behind.`}
        />
      )}
    </Form>
  );
}

function NoteForm({ view, record, close }: DialogProps) {
  const [text, setText] = useState('');
  const id = useId();
  return (
    <Form
      action="Keep the note"
      ready={text.trim() !== '' && text.length <= 2000}
      onSubmit={() => {
        record({ kind: 'note', row: view.done, text: text.trim() });
        close();
      }}
    >
      <label className="label" htmlFor={id}>
        At {lineOf(view.round)} {view.done}
      </label>
      <textarea
        id={id}
        className="field mb-4 h-36"
        value={text}
        maxLength={2000}
        onChange={(event) => setText(event.target.value)}
      />
    </Form>
  );
}

const TITLES: Record<FormName, string> = {
  back: 'Back to a row',
  setRow: 'Set the row of the piece',
  setPanel: 'Set the row of a panel',
  note: 'A note',
  measure: 'Measure and weigh',
  coming: 'What comes',
  sittings: 'Sittings',
  handsFree: 'Hands-free',
  once: 'One row otherwise',
  repeats: 'Repeats more or fewer',
  anchor: 'Hung in the work',
  stories: 'Two stories of these rows',
  oldPlan: 'Told without knowing',
  saved: 'What is saved where',
};
const FORMS: Record<FormName, (props: DialogProps) => ReactNode> = {
  back: BackForm,
  setRow: SetRowForm,
  setPanel: SetPanelForm,
  note: NoteForm,
  measure: MeasureForm,
  coming: ComingForm,
  sittings: SittingsForm,
  handsFree: HandsFreeForm,
  once: OnceForm,
  repeats: RepeatsForm,
  anchor: AnchorForm,
  stories: StoriesForm,
  oldPlan: OldPlanForm,
  saved: SavedForm,
};

export default function NeedlesDialog({ name, ...props }: DialogProps & { name: FormName }) {
  const Body = FORMS[name];
  return (
    <Modal
      title={props.view.round ? TITLES[name].replace(/\brow/g, 'round') : TITLES[name]}
      open
      onOpenChange={(open) => !open && props.close()}
    >
      <Body {...props} />
    </Modal>
  );
}
