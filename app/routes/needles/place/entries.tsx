/** What was found goes into the journal: the piece's row, or a panel's. */
import { useState } from 'react';
import { panelEntry } from '@core/place/entry';
import type { Step } from '@core/place/locate';
import { counted } from '~/messages/numbers';
import { otherWayWords } from '~/messages/found';
import { rowNameWords, type Names } from '~/messages/place';
import { Chips } from './choices';
import type { PlaceProps } from './props';

type Props = PlaceProps & { names: Names };

function useSetRow({ state, record, answers, setAnswers }: Props) {
  return (row: number) => {
    record({ kind: 'rowSet', life: state.life, row });
    // The answers were about the fabric, and that is as it was.
    setAnswers(answers, row);
  };
}

export function PieceEntry(props: Props & { rows: readonly number[] }) {
  const { rows, view, names } = props;
  const { done } = view;
  const setRow = useSetRow(props);
  const { line } = names;
  return (
    <div className="mt-4 grid gap-2.5">
      {rows.map((row) =>
        row === done ? (
          <p key={row} className="font-semibold" data-testid="agrees">
            The journal says so too:{' '}
            {view.working === null ? 'the piece is finished.' : `${line} ${row + 1} is next.`}
          </p>
        ) : (
          <button
            key={row}
            type="button"
            className={rows.length === 1 ? 'action-button' : 'plain-button'}
            onClick={() => setRow(row)}
          >
            Set the piece to {counted(row, line)} done
          </button>
        ),
      )}
      {rows.some((row) => row !== done) && (
        <p className="text-soft">The journal has {done} now. Nothing is ripped, and you can undo it.</p>
      )}
    </div>
  );
}

/** A panel ahead or behind: the fabric as it is becomes the record, or the plan goes on from it. */
export function PanelEntryForm(props: Props & { step: Extract<Step, { kind: 'outOfStep' }> }) {
  const { step, view, names, record, setTab, setPanel, setAnswers } = props;
  const { line } = names;
  const { row, shift } = step;
  const setRow = useSetRow(props);
  const [wrong, setWrong] = useState<'record' | 'plan'>('record');
  const entry = panelEntry(view.sheet, shift, row, step);
  const name = names.panel(shift.panel);
  const ahead = shift.by > 0;
  const submit = () => {
    if (row !== view.done) setRow(row);
    if (entry)
      record({
        kind: 'panelRowSet',
        panel: shift.panel,
        from: entry.from,
        position: entry.position,
        since: wrong === 'record' ? entry.since : null,
      });
    setAnswers([], row);
  };
  const audit = () => {
    setPanel(shift.panel);
    setTab('holes');
  };
  return (
    <div className="mt-3 grid gap-3">
      {step.orBy !== null && <p>{otherWayWords(step.orBy, name, line)}</p>}
      <p>
        {step.made > 0 && step.planned > 0
          ? `Its last crossing was planned in ${line} ${step.planned} and lies in ${line} ${step.made}. `
          : ''}
        It may have begun further down:{' '}
        <button type="button" className="font-semibold underline" onClick={audit}>
          count from hole to hole
        </button>{' '}
        to see since which crossing.
      </p>
      {entry ? (
        <>
          <p className="label">What shall hold?</p>
          <Chips
            label="What shall hold?"
            value={wrong}
            options={[
              ['record', `The fabric has been so since ${line} ${entry.since}`],
              ['plan', `Only from ${line} ${entry.from} on`],
            ]}
            onChoose={setWrong}
          />
          <p className="text-soft">
            Either way {line} {entry.from} works {rowNameWords(entry.pattern, line)} of {name}.
          </p>
          <button type="button" className="action-button" onClick={submit}>
            {row === view.done ? `Set ${name}` : `Set ${counted(row, line)} done, and ${name}`}
          </button>
          <p className="text-soft">
            Or leave it: to be in step again {name} needs {counted(Math.abs(shift.by), line)}{' '}
            {ahead ? `more before its next crossing` : `fewer before its next crossing`}.
          </p>
        </>
      ) : (
        <p>
          No {line} of {name} is still to come: there is nothing to set.
        </p>
      )}
    </div>
  );
}
