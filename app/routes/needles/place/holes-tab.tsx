/** From hole to hole: which crossing came early or late, and the plain rows between any two. */
import { useCallback, useState } from 'react';
import { Plus, X } from 'lucide-react';
import { panelEntry } from '@core/place/entry';
import { auditSpacing, spacingOf, type Audit as AuditDone } from '@core/place/spacing';
import { counted, plural } from '~/messages/numbers';
import { auditProblemWords, auditWords } from '~/messages/found';
import { rowNameWords, schoolWords } from '~/messages/place';
import { capital } from '~/messages/telling';
import { useAsked, type Desk } from '~/workers/use-place';
import { NumberField } from '../form';
import { isTall, PanelChoice, panelsHere } from './panel-choice';
import type { TabProps } from './props';

/** Nobody counts more holes than these. */
const MOST_HOLES = 24;
const MOST_ROWS = 400;

/** Ends in an entry where the panel is ahead or behind at the needle. */
function SetPanel({
  audit,
  panel,
  name,
  props,
}: {
  audit: AuditDone;
  panel: string;
  name: string;
  props: TabProps;
}) {
  const { view, names, record } = props;
  const { line } = names;
  const first = audit.first ?? audit.placed[0];
  const entry =
    first && audit.now !== 0 ? panelEntry(view.sheet, { panel, by: audit.now }, view.done, first) : null;
  if (!entry) return null;
  const { from, position, since, pattern } = entry;
  return (
    <div className="mt-2 grid gap-2">
      <button
        type="button"
        className="action-button"
        onClick={() => record({ kind: 'panelRowSet', panel, from, position, since })}
      >
        Set {name}: so since {line} {since}
      </button>
      <p className="text-soft">
        {capital(line)} {from} then works {rowNameWords(pattern, line)} of {name}. You can undo it.
      </p>
    </div>
  );
}

type AuditProps = { holes: readonly number[]; panel: string; name: string; props: TabProps };

function Audit({ holes, panel, name, props }: AuditProps) {
  const { view, school, names } = props;
  const { line } = names;
  const [typed, setTyped] = useState<readonly string[]>(['', '']);
  const numbers = typed.map((text) => (text.trim() === '' ? Number.NaN : Number(text)));
  // The last field may still be empty.
  const given = Number.isNaN(numbers[numbers.length - 1]) ? numbers.slice(0, -1) : numbers;
  const audit = given.length >= 2 ? auditSpacing(holes, view.done, given, school) : null;
  const set = (i: number, text: string) => setTyped(typed.map((one, k) => (k === i ? text : one)));
  return (
    <section aria-label="Which crossing came early or late">
      <h3 className="mt-5 text-xl">Did one come early or late?</h3>
      <p className="mt-1 mb-3">
        As the journal has it, {counted(view.done, line)} {plural(view.done, 'is', 'are')} done. Count from
        the needle down, hole by hole. {schoolWords(school)} From hole to hole count the {line}s
        {school.crossingRowIsOne ? ' from the first V above the lower one' : ' between the crossings'}.
        {isTall(view, panel) && ` A tall V stands for two ${line}s.`}
      </p>
      {typed.map((text, i) => (
        <div key={i} className="flex items-start gap-2">
          <div className="flex-1">
            <NumberField
              label={
                i === 0
                  ? 'Above the last hole'
                  : i === 1
                    ? 'From there down to the next hole'
                    : `And down to the one below it (${i + 1})`
              }
              value={text}
              onChange={(value) => set(i, value)}
              min={0}
              max={MOST_ROWS}
              hint=""
            />
          </div>
          {i > 1 && i === typed.length - 1 && (
            <button
              type="button"
              className="quiet-button mt-7"
              aria-label="Without this one"
              onClick={() => setTyped(typed.slice(0, -1))}
            >
              <X aria-hidden="true" />
            </button>
          )}
        </div>
      ))}
      <button
        type="button"
        className="plain-button"
        disabled={typed.length >= MOST_HOLES}
        onClick={() => setTyped([...typed, ''])}
      >
        <Plus aria-hidden="true" size={20} /> One hole further down
      </button>
      <section className="mt-4 grid gap-2" aria-live="polite" aria-label="What the counts tell">
        {audit &&
          ('code' in audit ? (
            <p className="text-fault">{auditProblemWords(audit, name, line)}</p>
          ) : (
            auditWords(audit, name, line).map((words) => <p key={words}>{words}</p>)
          ))}
        {audit && !('code' in audit) && <SetPanel audit={audit} panel={panel} name={name} props={props} />}
        {audit && !('code' in audit) && (
          <table className="mt-2 w-full text-left">
            <thead>
              <tr className="border-b-2 border-line text-base text-soft">
                <th className="py-1 font-semibold">Planned in {line}</th>
                <th className="font-semibold">Lies in</th>
                <th className="font-semibold">That is</th>
              </tr>
            </thead>
            <tbody>
              {audit.placed.toReversed().map(({ planned, made, by }) => (
                <tr
                  key={planned}
                  className={`border-b border-line ${by === 0 ? '' : 'font-semibold text-fault'}`}
                >
                  <td className="numerals py-1.5">{planned}</td>
                  <td className="numerals">{made}</td>
                  <td>{by === 0 ? 'as planned' : `${Math.abs(by)} ${by > 0 ? 'early' : 'late'}`}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </section>
    </section>
  );
}

/** The crossing rows on either side of a row that is none. */
function nearestWords(holes: readonly number[], row: number): string {
  const below = holes.findLast((one) => one < row);
  const above = holes.find((one) => one > row);
  return [below, above].filter((one) => one !== undefined).join(' and ');
}

function Between({ holes, name, props }: { holes: readonly number[]; name: string; props: TabProps }) {
  const { view, names } = props;
  const { line } = names;
  const made = holes.filter((row) => row <= view.done);
  const [above, below] = (made.length > 1 ? made.slice(-2).reverse() : holes.slice(0, 2).reverse()) as [
    number,
    number,
  ];
  const [typed, setTyped] = useState<readonly [string, string]>([String(below), String(above)]);
  const [from, to] = typed.map((text) => (text.trim() === '' ? Number.NaN : Number(text))) as [
    number,
    number,
  ];
  const spacing = spacingOf(holes, from, to);
  const wrong = [from, to].find((row) => !holes.includes(row));
  const last = holes[holes.length - 1] ?? 1;
  return (
    <section className="mt-7" aria-label="Between two crossings">
      <h3 className="mb-2 text-xl">Between two crossings</h3>
      <div className="grid grid-cols-2 gap-3">
        <NumberField
          label={`From ${line}`}
          value={typed[0]}
          onChange={(text) => setTyped([text, typed[1]])}
          min={1}
          max={last}
        />
        <NumberField
          label={`to ${line}`}
          value={typed[1]}
          onChange={(text) => setTyped([typed[0], text])}
          min={1}
          max={last}
        />
      </div>
      <p aria-live="polite" data-testid="between">
        {spacing ? (
          <>
            <strong>
              {spacing.plain} plain {plural(spacing.plain, line)}
            </strong>{' '}
            between them
            {spacing.between > 0 && ` and ${counted(spacing.between, `crossing ${line}`)}`};{' '}
            {counted(spacing.rows, line)} from hole to hole.
          </>
        ) : wrong === undefined ? (
          'Choose two different crossings.'
        ) : Number.isInteger(wrong) && wrong >= 1 && wrong <= last ? (
          `${capital(name)} does not cross in ${line} ${wrong}. The nearest ${plural(2, line)} that do: ${nearestWords(holes, wrong)}.`
        ) : null}
      </p>
    </section>
  );
}

const NO_HOLES: readonly number[] = [];

function HolesOf({ panel, name, props }: { panel: string; name: string; props: TabProps }) {
  const ask = useCallback((desk: Desk) => desk.holes(panel), [panel]);
  const { answer: said } = useAsked(props.place, ask);
  const holes = said ?? NO_HOLES;
  if (said === null) return <p className="mt-4 text-soft">…</p>;
  if (holes.length < 2)
    return (
      <p className="mt-4">
        {capital(name)} has {holes.length === 0 ? 'no crossings' : 'one crossing alone'}: there is nothing to
        count between. Choose another panel, or ask where you are in the piece.
      </p>
    );
  return (
    <>
      <Audit holes={holes} panel={panel} name={name} props={props} />
      <Between holes={holes} name={name} props={props} />
    </>
  );
}

export function HolesTab(props: TabProps) {
  const { view, panel, setPanel, names } = props;
  const here = panelsHere(view);
  const chosen = here.find(({ id }) => id === panel) ?? here[0];
  if (!chosen) return <p>There is no panel on the needle yet.</p>;
  return (
    <>
      <PanelChoice view={view} panel={chosen.id} onChoose={setPanel} />
      <HolesOf
        key={`${chosen.id} ${names.school.crossingRowIsOne}`}
        panel={chosen.id}
        name={chosen.name}
        props={props}
      />
    </>
  );
}
