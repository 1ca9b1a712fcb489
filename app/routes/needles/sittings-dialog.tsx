/** Time at the needles, sitting by sitting, pauses left out; the pace of each kind of row. */
import { useMemo } from 'react';
import { paceOf, ROW_KINDS, type RowKind } from '@core/journal/pace';
import { rowKinds } from '@core/plan/row-facts';
import { changePrefs, REMINDERS } from '~/device/prefs';
import type { DialogProps } from './dialog-props';
import { durationWords } from '~/messages/durations';
import { counted, lineOf, theLast, type Line } from '~/messages/numbers';

const KIND_WORDS: Readonly<Record<RowKind, (line: Line) => string>> = {
  plain: (line) => `a plain ${line}`,
  crossing: (line) => `a ${line} that crosses`,
  shaping: (line) => `a ${line} that shapes`,
};
const SHOWN = 12;
const day = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });

export function SittingsForm({ view, events, state, prefs }: DialogProps) {
  const { sheet } = view;
  const line = lineOf(view.round);
  const pace = useMemo(() => paceOf(events, state, rowKinds(sheet)), [events, state, sheet]);
  const total = pace.sittings.reduce((sum, { atNeedles }) => sum + atNeedles, 0);
  // Of a very long journal only what came last is at hand here.
  const isPart = state.count > events.length;
  const newest = pace.sittings.toReversed().slice(0, SHOWN);
  return (
    <>
      <p className="text-xl" data-testid="at-needles">
        {durationWords(total)} at the needles in{' '}
        {(isPart ? theLast : counted)(pace.sittings.length, 'sitting')}.
      </p>
      <ul className="ends">
        {ROW_KINDS.flatMap((kind) => {
          const ms = pace.row[kind];
          return ms === null ? [] : [<li key={kind}>{`${KIND_WORDS[kind](line)}: ${durationWords(ms)}`}</li>];
        })}
      </ul>
      <ol className="sittings">
        {newest.map(({ from, rows, atNeedles, pauses }) => (
          <li key={from}>
            <span>{day.format(new Date(from))}</span>
            <span>{counted(rows, line)}</span>
            <span>{durationWords(atNeedles)}</span>
            <span>{pauses === 0 ? '' : counted(pauses, 'pause')}</span>
          </li>
        ))}
      </ol>
      <label className="label mt-4" htmlFor="reminder">
        Remind me to stretch, on this device
      </label>
      <select
        id="reminder"
        className="field"
        value={prefs.reminder}
        onChange={(event) => changePrefs({ reminder: Number(event.target.value) })}
      >
        {REMINDERS.map((minutes) => (
          <option key={minutes} value={minutes}>
            {minutes === 0 ? 'never' : `after ${minutes} minutes without a rest`}
          </option>
        ))}
      </select>
    </>
  );
}
