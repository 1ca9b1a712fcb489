/** Rows told on a device that did not know of a changed plan: from which of the two plans they are knitted, she says. */
import { useState } from 'react';
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

export function OldPlanForm({ pieceId, state, view, record, close }: DialogProps) {
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const { oldPlan } = state;
  if (!oldPlan) return <p>Nothing is left to decide.</p>;
  const { change, rows } = oldPlan;
  const line = lineOf(view.round);
  const numbers = rows.map(({ row }) => row);
  const [first, last] = [Math.min(...numbers), Math.max(...numbers)];
  const which = first === last ? `${line} ${first}` : `${line}s ${first} to ${last}`;
  const who = deviceWords(rows[0]?.device ?? '', deviceName(deviceStore()));
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
        Meanwhile {which} {plural(rows.length, 'was', 'were')} told on {who}, which still showed the plan
        before it.
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
