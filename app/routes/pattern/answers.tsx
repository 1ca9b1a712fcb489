/** What she answered about a text, to be asked again; shown as well while the text cannot be read because of it. */
import type { ReactNode } from 'react';
import type { Choices } from '@core/notation/choices';
import { withoutMeaning, withoutRemark, withPart, withRound, withSize } from './choices-state';
import { CrossingGlyph } from '~/patterns/meaning';
import { ordinal } from '~/messages/numbers';

type Answer = { readonly key: string; readonly words: ReactNode; readonly without: Choices };

function answersIn(choices: Choices): Answer[] {
  const picks = Object.entries(choices.meanings).map(([word, cell]) => ({
    key: `name ${word}`,
    words: (
      <>
        {cell.kind === 'crossing' && <CrossingGlyph crossing={cell} height={32} />}
        <strong>{word}</strong>
      </>
    ),
    without: withoutMeaning(choices, word),
  }));
  const remarks = choices.remarks.map((line) => ({
    key: `remark ${line}`,
    words: <>“{line.slice(0, 60)}” is a remark</>,
    without: withoutRemark(choices, line),
  }));
  const size = choices.size !== null && {
    key: 'size',
    words: <strong>Size {choices.size + 1}</strong>,
    without: withSize(choices, null),
  };
  const part = typeof choices.part === 'number' && {
    key: 'part',
    words: <strong>The {ordinal(choices.part + 1)} pattern of the text</strong>,
    without: withPart(choices, null),
  };
  const round = choices.round !== null && {
    key: 'round',
    words: <strong>{choices.round ? 'Worked in the round' : 'Worked flat'}</strong>,
    without: withRound(choices, null),
  };
  return [...picks, ...(size ? [size] : []), ...(part ? [part] : []), ...(round ? [round] : []), ...remarks];
}

export function Answers({ choices, onChoices }: { choices: Choices; onChoices: (choices: Choices) => void }) {
  const answers = answersIn(choices);
  if (answers.length === 0) return null;
  return (
    <section className="mt-5" aria-label="Settled by you">
      <h3 className="text-xl">Settled by you</h3>
      <ul>
        {answers.map(({ key, words, without }) => (
          <li key={key} className="settled">
            {words}
            <button type="button" className="quiet-button" onClick={() => onChoices(without)}>
              Ask again
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
