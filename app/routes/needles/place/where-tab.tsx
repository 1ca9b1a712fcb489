/** Where am I?: one question after another, what was answered, and the entry that it ends in. */
import { useCallback, useState } from 'react';
import type { Answer } from '@core/place/belief';
import type { Located } from '@core/place/locate';
import { keyOf, type Question } from '@core/place/question';
import { useAsked, type Desk } from '~/workers/use-place';
import { Answers, Enough, Found, Likely } from './found';
import { Ask, Others } from './question';
import { impossibleWords, takenBackWords } from '~/messages/found';
import type { TabProps } from './props';

export function WhereTab(props: TabProps) {
  const { view, answers, setAnswers, takenBack, names, place } = props;
  const { done } = view;
  const [wanted, setWanted] = useState<Question | null>(null);
  const ask = useCallback((desk: Desk) => desk.locate(done, answers), [done, answers]);
  const { answer: found, fresh } = useAsked(place, ask);
  const [last, setLast] = useState<Located | null>(null);
  if (found && found !== last) setLast(found);
  // A question stays to be read while a changed piece is laid out.
  const [askings, setAskings] = useState(place?.askings);
  if (place && place.askings !== askings) setAskings(place.askings);
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
  const asking = question && askings?.get(keyOf(question));
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
      {takenBack && (
        <p className="mb-4 rounded-lg border-2 border-line bg-sheet p-3" role="status">
          {takenBackWords(takenBack, names)}
        </p>
      )}
      {impossible.map(({ question: about, least, most }) => (
        <p key={keyOf(about)} className="problems mb-4" role="alert">
          {impossibleWords(about, least, most, names)}
        </p>
      ))}
      {question ? (
        <>
          {asking && (
            <Ask
              key={`${asking.key} ${answers.length}`}
              question={question}
              asking={asking}
              expected={located.expected.get(asking.key) ?? 0}
              props={props}
              onAnswer={give}
            />
          )}
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
      {question && answers.length > 0 && <Enough {...props} rows={located.rows} />}
      <Answers props={props} onTakeBack={takeBack} />
    </div>
  );
}
