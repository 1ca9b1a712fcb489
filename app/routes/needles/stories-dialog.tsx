/** What two devices tell differently: both stories side by side, and the knitter says what is on the needle. */
import { useMemo, useState } from 'react';
import type { Late } from '@core/journal/fold';
import { storiesOf, type Story, type Telling } from '@core/journal/stories';
import { clockWords } from '~/device/clock';
import { deviceName, deviceWords } from '~/device/name';
import { deviceStore } from '~/device/store';
import type { DialogProps } from './dialog-props';
import { numberProblem } from './number-problem';
import { counted, lineOf, type Line } from '~/messages/numbers';
import { capital } from '~/messages/telling';

const when = new Intl.DateTimeFormat('en-GB', { weekday: 'short', hour: '2-digit', minute: '2-digit' });

function Tale({ telling, own, line }: { telling: Telling; own: string; line: Line }) {
  const { device, first, last, from, to } = telling;
  const [begun, ended] = [from, to].map((time) => when.format(new Date(time)));
  return (
    <li>
      {first === last ? `${capital(line)} ${first}` : `${capital(line)}s ${first} to ${last}`} on{' '}
      {deviceWords(device, own)}, {begun}
      {ended !== begun && ` to ${ended}`}
    </li>
  );
}

/** A rip, set row, undo or end of a section, and on which device. */
function turnWords(turn: Late, own: string, line: Line): string {
  const who = deviceWords(turn.device, own);
  const day = when.format(new Date(turn.deviceTime));
  if (turn.kind === 'undo') return `A ${line} taken back on ${who}, ${day}`;
  if (turn.kind === 'sectionEnded') return `A section ended after ${line} ${turn.row} on ${who}, ${day}`;
  return turn.kind === 'ripped'
    ? `Ripped back to ${line} ${turn.to} on ${who}, ${day}`
    : `Set to ${counted(turn.row, line)} done on ${who}, ${day}`;
}

/** What the late entries are told against, before the rows knitted meanwhile. */
function meanwhile({ ended, life, takenBack, since }: Story, now: string, own: string, line: Line): string[] {
  if (ended) return [turnWords(ended, own, line)];
  if (life !== now) return [`On the other side it is not known what these ${line}s go on from.`];
  const undone = takenBack.map((undo) => turnWords(undo, own, line));
  return undone.length + since.length > 0 ? undone : [`These ${line}s do not follow on what counts.`];
}

export function StoriesForm({ state, view, record, close }: DialogProps) {
  const own = deviceName(deviceStore());
  const line = lineOf(view.round);
  const stories = useMemo(() => storiesOf(state), [state]);
  const told = stories[stories.length - 1]?.told ?? state.done;
  const [other, setOther] = useState('');
  const settle = (rows: number) => {
    if (rows !== state.done) record({ kind: 'rowSet', life: state.life, row: rows });
    // A section that ended there, on the device that told it late, does end there.
    const ended = stories.flatMap(({ late }) => late).findLast((entry) => entry.kind === 'sectionEnded');
    if (ended?.row === rows) record({ kind: 'sectionEnded', section: ended.section, row: rows });
    for (const life of stories.flatMap(({ lives }) => lives)) record({ kind: 'settled', life });
    close();
  };
  if (stories.length === 0) return <p>Nothing is left to decide.</p>;
  const ready = numberProblem(other, 0, view.sheet.rows) === null;
  return (
    <>
      {stories.map((story) => (
        <div key={story.life} className="stories">
          <section>
            <h3>Told late, not counted</h3>
            <ul>
              {story.late.map((turn) => (
                <li key={turn.id}>{turnWords(turn, own, line)}</li>
              ))}
              {story.strays.map((telling) => (
                <Tale key={telling.device} telling={telling} own={own} line={line} />
              ))}
            </ul>
          </section>
          <section>
            <h3>Meanwhile, as it counts</h3>
            <ul>
              {meanwhile(story, state.life, own, line).map((words, i) => (
                <li key={i}>{words}</li>
              ))}
              {story.since.map((telling) => (
                <Tale key={telling.device} telling={telling} own={own} line={line} />
              ))}
            </ul>
          </section>
        </div>
      ))}
      {clockWords() && <p className="mt-4 text-fault">{clockWords()}</p>}
      <p className="mt-4 mb-3 font-semibold">
        What is on the needle? Count, if you are not sure. You can undo this.
      </p>
      <div className="grid gap-3">
        <button type="button" className="action-button" onClick={() => settle(state.done)}>
          {counted(state.done, line)}, as it counts now
        </button>
        {told !== state.done && told <= view.sheet.rows && (
          <button type="button" className="plain-button" onClick={() => settle(told)}>
            {counted(told, line)}, as told late
          </button>
        )}
        <form
          className="flex gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            if (ready) settle(Number(other));
          }}
        >
          <input
            className="field numerals"
            inputMode="numeric"
            aria-label={`Another number of ${line}s`}
            placeholder="another number"
            value={other}
            onChange={(event) => setOther(event.target.value)}
          />
          <button type="submit" className="plain-button" disabled={!ready}>
            {line}s
          </button>
        </form>
      </div>
    </>
  );
}
