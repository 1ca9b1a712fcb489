/** One question, with the answers that are a tap each, and others that might be asked instead. */
import { useState } from 'react';
import { Collapsible } from 'radix-ui';
import type { Answer } from '@core/place/belief';
import { keyOf, NONE, type Question } from '@core/place/question';
import { lengthOut } from '@core/plan/units';
import { hintWords, noneWords, questionWords, valueWords, type Names } from '~/messages/place';
import type { Asking } from '~/workers/place-desk';
import { MeasureInput } from '~/ui/inputs';
import { Form, NumberField } from '../form';
import { numberProblem } from '../number-problem';
import { Chips, Numbers } from './choices';
import { isTall } from './panel-choice';
import type { PlaceProps, TabProps } from './props';

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

export function Ask({
  question,
  asking,
  expected,
  props,
  onAnswer,
}: {
  question: Question;
  asking: Asking;
  expected: number;
  props: TabProps;
  onAnswer: (answer: Answer) => void;
}) {
  const { names, units, view } = props;
  const tall = 'panel' in question && isTall(view, question.panel);
  const hint = hintWords(question, names, tall);
  const before = props.answers.findLast((one) => keyOf(one.question) === asking.key)?.seen;
  const answer = (value: number, give?: number) =>
    onAnswer({ question, seen: give === undefined ? { value } : { value, give } });
  const Body = asking.type === 'choice' ? AskChoice : AskCount;
  return (
    <section aria-label="Question" data-question={asking.key}>
      <h3 className="text-2xl">{questionWords(question, names)}</h3>
      {before && (
        <p className="mt-1.5 font-semibold">
          You said {valueWords(question, before.value, names).toLowerCase()}. Count once more, up another
          strand if there is one.
        </p>
      )}
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
export function Others({
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
    <Collapsible.Root className="mt-2">
      <Collapsible.Trigger className="quiet-button -ml-3">Ask me something else</Collapsible.Trigger>
      <Collapsible.Content asChild>
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
      </Collapsible.Content>
    </Collapsible.Root>
  );
}
