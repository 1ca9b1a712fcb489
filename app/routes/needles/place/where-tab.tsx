/** Where am I?: one question after another, what was answered, and the entry that it ends in. */
import { useCallback, useState } from 'react';
import { X } from 'lucide-react';
import type { Answer } from '@core/place/belief';
import type { Located, Misfit, RowChance } from '@core/place/locate';
import { keyOf, NONE, type Question } from '@core/place/question';
import { lengthOut } from '@core/plan/units';
import {
  aboutWords,
  alikeWords,
  answerWords,
  foundWords,
  hintWords,
  impossibleWords,
  misfitWords,
  noneWords,
  offWords,
  questionWords,
  valueWords,
  type Names,
} from '~/messages/place';
import { capital } from '~/messages/telling';
import { useAsked, type Desk, type Place } from '~/workers/use-place';
import type { Asking } from '~/workers/place-desk';
import { MeasureInput } from '~/ui/inputs';
import { Form, NumberField } from '../form';
import { numberProblem } from '../number-problem';
import { Chips, Numbers } from './choices';
import { PieceEntry, PanelEntryForm } from './entries';
import type { PlaceProps } from './sheet';

type TabProps = PlaceProps & { names: Names; place: Place | null };

/** So many numbers are a tap each: from the least on, or around the likely one; others are typed. */
const TAPPED = 18;

type AskProps = {
  asking: Asking;
  /** What is likely to be there. */
  expected: number;
  names: Names;
  onAnswer: (value: number, give?: number) => void;
};

function tappedNumbers({ least, most }: Asking, expected: number): { from: number; to: number } {
  const lowest = Math.min(least, 1);
  const highest = Math.max(lowest, most + 1);
  const from = Math.max(lowest, Math.min(highest - TAPPED + 1, expected - TAPPED / 2));
  return { from, to: Math.min(highest, from + TAPPED - 1) };
}

function ManyRows({ asking, names, onAnswer }: AskProps) {
  const [typed, setTyped] = useState('');
  const ready = numberProblem(typed, 0, 99_999) === null;
  return (
    <Form action="That many" ready={ready} onSubmit={() => onAnswer(Number(typed))}>
      <NumberField
        label="Another number"
        value={typed}
        onChange={setTyped}
        min={0}
        max={99_999}
        hint={`${names.line === 'row' ? 'Rows' : 'Rounds'} of this piece show ${asking.least} to ${asking.most}.`}
      />
    </Form>
  );
}

function AskCount(props: AskProps) {
  const { asking, expected, names, onAnswer } = props;
  const { question } = asking;
  const { from, to } = tappedNumbers(asking, expected);
  const [more, setMore] = useState(false);
  return (
    <>
      <Numbers
        label={questionWords(question, names)}
        least={from}
        most={to}
        value={null}
        onChoose={onAnswer}
      />
      <div className="mt-3 flex flex-wrap gap-3">
        {question.kind !== 'since' && (
          <button type="button" className="plain-button" onClick={() => onAnswer(NONE)}>
            {noneWords(question)}
          </button>
        )}
        {!more && (
          <button type="button" className="plain-button" onClick={() => setMore(true)}>
            Another number
          </button>
        )}
      </div>
      {more && (
        <div className="mt-4">
          <ManyRows {...props} />
        </div>
      )}
    </>
  );
}

function AskChoice({ asking: { question, values }, names, onAnswer }: AskProps) {
  return (
    <div className="grid gap-2.5">
      {values.map((value) => (
        <button
          key={value}
          type="button"
          className="plain-button justify-start text-left"
          onClick={() => onAnswer(value)}
        >
          {valueWords(question, value, names)}
        </button>
      ))}
    </div>
  );
}

const GIVES = ['0.5', '1', '2'] as const;

function AskLength({ units, onAnswer }: Pick<AskProps, 'onAnswer'> & Pick<PlaceProps, 'units'>) {
  const [cm, setCm] = useState<number | null>(null);
  const [give, setGive] = useState<(typeof GIVES)[number]>('1');
  const ready = cm !== null && cm > 0;
  const shown = (value: string) => `${Number(lengthOut(Number(value), units).toFixed(1))} ${units}`;
  return (
    <Form action="So long" ready={ready} onSubmit={() => cm !== null && onAnswer(cm, Number(give))}>
      <MeasureInput label="Length" cm={cm} units={units} onChange={setCm} />
      {cm !== null && !ready && <p className="mt-1 text-fault">A length is a number above 0.</p>}
      <p className="label mt-3">Give or take</p>
      <Chips
        label="Give or take"
        value={give}
        options={GIVES.map((one) => [one, shown(one)] as const)}
        onChoose={setGive}
      />
      <div className="h-4" />
    </Form>
  );
}

function Ask({
  question,
  expected,
  props,
  onAnswer,
}: {
  question: Question;
  expected: number;
  props: TabProps;
  onAnswer: (answer: Answer) => void;
}) {
  const { names, place, units, view } = props;
  const asking = place?.askings.get(keyOf(question));
  if (!asking) return null;
  const tall =
    'panel' in question &&
    view.columns.some(
      ({ id, count }) => id === question.panel && count.kind === 'hole' && count.tall !== null,
    );
  const hint = hintWords(question, names, tall);
  const answer = (value: number, give?: number) =>
    onAnswer({ question, seen: give === undefined ? { value } : { value, give } });
  const Body = asking.type === 'choice' ? AskChoice : AskCount;
  return (
    <section aria-label="Question" data-testid="question" data-question={asking.key}>
      <h3 className="text-2xl">{questionWords(question, names)}</h3>
      {hint && <p className="mt-1.5 mb-4 text-soft">{hint}</p>}
      {!hint && <div className="h-3" />}
      {asking.type === 'length' ? (
        <AskLength units={units} onAnswer={answer} />
      ) : (
        <Body asking={asking} expected={expected} names={names} onAnswer={answer} />
      )}
      <button
        type="button"
        className="quiet-button mt-2 -ml-3"
        onClick={() => onAnswer({ question, seen: null })}
      >
        I don’t know
      </button>
    </section>
  );
}

/** Other questions that would tell something, should this one be awkward. */
function Others({
  questions,
  names,
  onChoose,
}: {
  questions: readonly Question[];
  names: Names;
  onChoose: (question: Question) => void;
}) {
  if (questions.length === 0) return null;
  return (
    <details className="mt-2">
      <summary className="flex min-h-12 cursor-pointer items-center font-semibold">
        Ask me something else
      </summary>
      <ul className="grid gap-1">
        {questions.map((question) => (
          <li key={keyOf(question)}>
            <button
              type="button"
              className="quiet-button h-auto w-full justify-start! py-2 text-left"
              onClick={() => onChoose(question)}
            >
              {questionWords(question, names)}
            </button>
          </li>
        ))}
      </ul>
    </details>
  );
}

const percent = (chance: number) =>
  chance >= 0.995 ? 'almost certain' : `${Math.max(1, Math.round(chance * 100))} in 100`;

/** The likeliest rows, each with its chance. */
function Likely({ rows, done, names }: { rows: readonly RowChance[]; done: number; names: Names }) {
  const shown = rows.filter(({ chance }, i) => i < 5 && (i === 0 || chance >= 0.01));
  return (
    <section className="mt-6" aria-label="How likely each is" data-testid="likely">
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

function Answers({ props, onTakeBack }: { props: TabProps; onTakeBack: (index: number) => void }) {
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
      <ul data-testid="answers">
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

function Found({
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
    <section aria-live="polite" data-testid="found" data-step={step.kind}>
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
          <p className="mt-2">{alikeWords(step.why, names)}</p>
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

export function WhereTab(props: TabProps) {
  const { view, answers, setAnswers, names, place } = props;
  const { done } = view;
  const [wanted, setWanted] = useState<Question | null>(null);
  const ask = useCallback((desk: Desk) => desk.locate(done, answers), [done, answers]);
  const { answer: found, fresh } = useAsked(place, ask);
  const [last, setLast] = useState<Located | null>(null);
  if (found && found !== last) setLast(found);
  // What was found stays until the next answer is weighed.
  const located = found ?? last;
  const give = (answer: Answer) => {
    setWanted(null);
    setAnswers([...answers, answer]);
  };
  const takeBack = (index: number) => {
    setWanted(null);
    setAnswers(answers.filter((_, i) => i !== index));
  };
  if (!located) return <p className="text-soft">Laying out the piece …</p>;
  const { step, impossible } = located;
  const question = wanted ?? (step.kind === 'ask' ? step.question : null);
  return (
    <div aria-busy={!fresh}>
      {answers.length === 0 && (
        <p className="mb-4">
          The journal has{' '}
          <strong>
            {names.line} {done}
          </strong>{' '}
          as the last one done. Say what you see on the fabric; finish the {names.line} in hand first, or go
          back to its beginning.
        </p>
      )}
      {impossible.map(({ question: about, least, most }) => (
        <p key={keyOf(about)} className="problems mb-4" role="alert">
          {impossibleWords(about, least, most, names)}
        </p>
      ))}
      {question ? (
        <>
          <Ask
            key={`${keyOf(question)} ${answers.length}`}
            question={question}
            expected={located.expected.get(keyOf(question)) ?? 0}
            props={props}
            onAnswer={give}
          />
          {step.kind === 'ask' && (
            <Others
              questions={[step.question, ...step.others].filter((one) => one !== question)}
              names={names}
              onChoose={setWanted}
            />
          )}
        </>
      ) : (
        <Found located={located} props={props} onAsk={setWanted} />
      )}
      <Likely rows={located.rows} done={done} names={names} />
      <Answers props={props} onTakeBack={takeBack} />
    </div>
  );
}
