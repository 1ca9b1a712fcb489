/** What was found, how likely each row is, and what has been said. */
import { X } from 'lucide-react';
import { Collapsible } from 'radix-ui';
import type { Located, Misfit, RowChance } from '@core/place/locate';
import { keyOf, type Question } from '@core/place/question';
import { alikeWords, foundWords, misfitWords, offWords } from '~/messages/found';
import { aboutWords, answerWords, type Names } from '~/messages/place';
import { capital } from '~/messages/telling';
import { PanelEntryForm, PieceEntry } from './entries';
import type { TabProps } from './props';

const percent = (chance: number) =>
  chance >= 0.995 ? 'almost certain' : `${Math.max(1, Math.round(chance * 100))} in 100`;

const MOST_SHOWN = 5;
const shownOf = (rows: readonly RowChance[]) =>
  rows.filter(({ chance }, i) => i < MOST_SHOWN && (i === 0 || chance >= 0.01));

/** She may stop before it is certain, and take what is likely. */
export function Enough({ rows, ...props }: TabProps & { rows: readonly RowChance[] }) {
  return (
    <Collapsible.Root className="mt-2">
      <Collapsible.Trigger className="quiet-button -ml-3">Enough: take one of these</Collapsible.Trigger>
      <Collapsible.Content>
        <PieceEntry {...props} rows={shownOf(rows).map(({ row }) => row)} />
      </Collapsible.Content>
    </Collapsible.Root>
  );
}

/** The likeliest rows, each with its chance. */
export function Likely({ rows, done, names }: { rows: readonly RowChance[]; done: number; names: Names }) {
  const shown = shownOf(rows);
  return (
    <section className="mt-6" aria-label="How likely each is">
      <p className="label">{capital(names.line)}s done, as likely as</p>
      <ul className="mt-1 grid gap-1">
        {shown.map(({ row, chance }) => (
          <li key={row} className="grid grid-cols-[3.5rem_1fr_11rem] items-center gap-3">
            <span className="numerals text-right text-lg font-bold">{row}</span>
            <span className="h-3 rounded-full bg-line">
              <span
                className="block h-3 min-w-1 rounded-full bg-ink"
                style={{ width: `${Math.round(chance * 100)}%` }}
              />
            </span>
            <span className="text-base text-soft">
              {percent(chance)}
              {row === done && ' · journal'}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

export function Answers({ props, onTakeBack }: { props: TabProps; onTakeBack: (index: number) => void }) {
  const { answers, setAnswers, names } = props;
  if (answers.length === 0) return null;
  return (
    <section className="mt-6" aria-label="What you have said">
      <div className="flex items-center justify-between">
        <p className="label">You said</p>
        <button type="button" className="quiet-button -mr-3" onClick={() => setAnswers([])}>
          Begin again
        </button>
      </div>
      <ul>
        {answers.map(({ question, seen }, i) => (
          <li
            key={`${keyOf(question)} ${i}`}
            className="flex items-center justify-between gap-3 border-b border-line"
          >
            <span>
              {aboutWords(question, names)}:{' '}
              <strong>{answerWords(question, seen === null ? null : seen.value, names)}</strong>
            </span>
            <button
              type="button"
              className="quiet-button"
              aria-label={`Take back: ${aboutWords(question, names)}`}
              onClick={() => onTakeBack(i)}
            >
              <X aria-hidden="true" size={20} />
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

const Slips = ({ off, names }: { off: readonly Misfit[]; names: Names }) =>
  off.map((one, i) => (
    <p key={i} className="mt-3 rounded-lg border-2 border-line bg-sheet p-3">
      {offWords(one, names)}
    </p>
  ));

function Unseen({
  questions,
  names,
  onAsk,
}: {
  questions: readonly Question[];
  names: Names;
  onAsk: (question: Question) => void;
}) {
  if (questions.length === 0) return null;
  return (
    <div className="mt-5">
      <p>Is every panel in step? One look at each would show it:</p>
      <div className="mt-2 flex flex-wrap gap-2">
        {questions.map((question) => (
          <button
            key={keyOf(question)}
            type="button"
            className="plain-button"
            onClick={() => onAsk(question)}
          >
            {'panel' in question && capital(names.panel(question.panel))}
          </button>
        ))}
      </div>
    </div>
  );
}

export function Found({
  located,
  props,
  onAsk,
}: {
  located: Located;
  props: TabProps;
  onAsk: (question: Question) => void;
}) {
  const { names, view } = props;
  const { step } = located;
  const title = foundWords(step, names);
  if (!title) return null;
  return (
    <section aria-live="polite" aria-label="What was found" data-step={step.kind}>
      <h3 className="text-2xl">{title}</h3>
      {step.kind === 'sure' && (
        <>
          <Slips off={step.off} names={names} />
          <PieceEntry {...props} rows={[step.row]} />
          <Unseen questions={step.unseen} names={names} onAsk={onAsk} />
        </>
      )}
      {step.kind === 'alike' && (
        <>
          <p className="mt-2">{alikeWords(step.why, step.rows.length, names)}</p>
          <PieceEntry {...props} rows={step.rows} />
        </>
      )}
      {step.kind === 'outOfStep' && (
        <>
          {step.chance < 0.9 && (
            <p className="mt-2">That is the likeliest, but not certain ({percent(step.chance)}).</p>
          )}
          <Slips off={step.off} names={names} />
          <PanelEntryForm {...props} step={step} />
        </>
      )}
      {step.kind === 'conflict' && (
        <>
          <p className="mt-2">
            {capital(names.line)} {step.row} is the likeliest, but these do not fit it. Look again, and take
            back what was wrong
            {step.misfits.some(({ question }) => question.kind === 'lean') &&
              '; or the cable is crossed the wrong way: touch it on the fabric'}
            .
          </p>
          <ul className="mt-3 grid gap-2">
            {step.misfits.map((one, i) => (
              <li key={i} className="rounded-lg border-2 border-fault bg-sheet p-3">
                {misfitWords(one, names)}
              </li>
            ))}
          </ul>
          <PieceEntry {...props} rows={[step.row]} />
        </>
      )}
      {view.working === null && <p className="mt-3 text-soft">The journal has the whole piece as done.</p>}
    </section>
  );
}
