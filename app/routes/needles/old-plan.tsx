/** Rows told on a device that did not know of a changed plan, or that a section had ended: how they are knitted, she says. */
import { useState } from 'react';
import type { EventOf } from '@core/journal/events';
import { deviceName, deviceWords } from '~/device/name';
import { deviceStore } from '~/device/store';
import { lineOf, plural } from '~/messages/numbers';
import type { DialogProps } from './dialog-props';

const when = new Intl.DateTimeFormat('en-GB', { weekday: 'short', hour: '2-digit', minute: '2-digit' });

/** Why it could not be done; null if it was. */
async function beginLater(pieceId: string, revision: number, row: number): Promise<string | null> {
  try {
    const answer = await fetch(`/pieces/${pieceId}/begin-later`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ revision, row }),
    });
    if (answer.ok) return null;
    const told = (await answer.json().catch(() => null)) as { message?: string } | null;
    return told?.message ?? `It could not be stored (${answer.status}). Nothing was changed.`;
  } catch {
    return 'There is no connection now. Nothing was changed; try again.';
  }
}

const sectionName = (view: DialogProps['view'], id: string) =>
  view.sheet.plan.sections.find((section) => section.id === id)?.name ?? id;

type Asked = DialogProps & { rows: readonly EventOf<'rowDone'>[] };

/** The rows in question, and on which device they were told. */
function rowsTold({ rows, view }: Asked) {
  const line = lineOf(view.round);
  const numbers = rows.map(({ row }) => row);
  const [first, last] = [Math.min(...numbers), Math.max(...numbers)];
  const who = deviceWords(rows[0]?.device ?? '', deviceName(deviceStore()));
  const which = first === last ? `${line} ${first}` : `${line}s ${first} to ${last}`;
  return { line, last, words: `${which} ${plural(rows.length, 'was', 'were')} told on ${who}` };
}

function OfChangedPlan({ change, ...asked }: Asked & { change: EventOf<'planChanged'> }) {
  const { pieceId, rows, state, view, record, close } = asked;
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const { line, last, words } = rowsTold(asked);
  const keep = async () => {
    setBusy(true);
    const wrong = await beginLater(pieceId, change.revision, last);
    setBusy(false);
    setProblem(wrong);
    if (wrong === null) close();
  };
  // The changed plan may end before these rows: then they are not in it.
  const { rows: lastOfPlan } = view.sheet;
  const asChanged = () => {
    if (state.done > lastOfPlan) record({ kind: 'rowSet', life: state.life, row: lastOfPlan });
    record({ kind: 'settled', life: change.id });
    close();
  };
  return (
    <div className="space-y-4 text-lg">
      <p>
        The plan was changed from {line} {change.from} on, {when.format(new Date(change.deviceTime))}.
        Meanwhile {words}, which still showed the plan before it.
      </p>
      <p className="font-semibold">How {plural(rows.length, 'is it', 'are they')} knitted?</p>
      {problem && (
        <p className="problems" role="alert">
          {problem}
        </p>
      )}
      <div className="grid gap-3">
        <button type="button" className="action-button" disabled={busy} onClick={() => void keep()}>
          By the old plan: the change begins at {line} {last + 1}
        </button>
        <button type="button" className="plain-button" disabled={busy} onClick={asChanged}>
          {state.done > lastOfPlan
            ? `By the changed plan, which ends with ${line} ${lastOfPlan}: no more are done`
            : 'By the changed plan'}
        </button>
      </div>
    </div>
  );
}

function OfEndedSection({ change, ...asked }: Asked & { change: EventOf<'sectionEnded'> }) {
  const { rows, state, view, record, close } = asked;
  const { line, last, words } = rowsTold(asked);
  const name = sectionName(view, change.section);
  const endsLater = () => {
    record({ kind: 'undo', target: change.id });
    record({ kind: 'sectionEnded', section: change.section, row: last });
    close();
  };
  const asEnded = () => {
    record({ kind: 'settled', life: change.id });
    close();
  };
  return (
    <div className="space-y-4 text-lg">
      <p>
        The section “{name}” was ended after {line} {change.row} on{' '}
        {deviceWords(change.device, deviceName(deviceStore()))}, {when.format(new Date(change.deviceTime))}.
        Meanwhile {words}, where it still went on.
      </p>
      <p className="font-semibold">How {plural(rows.length, 'is it', 'are they')} knitted?</p>
      <div className="grid gap-3">
        {last === state.done ? (
          <button type="button" className="action-button" onClick={endsLater}>
            As rows of “{name}”, which ends after {line} {last}
          </button>
        ) : (
          <p>
            If they belong to “{name}”, go back to {line} {last} first; then it can end there.
          </p>
        )}
        <button type="button" className="plain-button" onClick={asEnded}>
          As what comes after it
        </button>
      </div>
    </div>
  );
}

export function OldPlanForm(props: DialogProps) {
  const { oldPlan } = props.state;
  if (!oldPlan) return <p>Nothing is left to decide.</p>;
  const { change, rows } = oldPlan;
  return change.kind === 'planChanged' ? (
    <OfChangedPlan {...props} change={change} rows={rows} />
  ) : (
    <OfEndedSection {...props} change={change} rows={rows} />
  );
}
