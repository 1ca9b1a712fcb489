/** What a technical editor would ask, each with "intended"; what was understood and passed over. */
import { Check, RotateCcw } from 'lucide-react';
import type { Choices } from '@core/notation/choices';
import type { TextSpan } from '@core/notation/problems';
import { mayMatter } from '@core/notation/stitch-words';
import type { ChartReading } from '~/patterns/reading';
import { crossingsIn, wordsAt } from '~/patterns/reading';
import { LeanWord } from '~/ui/lean';
import { findingWords, rowNames } from '~/messages/checks';
import { withIntended } from './choices-state';
import { CrossingGlyph } from '~/patterns/meaning';
import { counted, lineOf } from '~/messages/numbers';

type Props = {
  reading: ChartReading;
  text: string;
  choices: Choices;
  onChoices: (choices: Choices) => void;
  onShow: (span: TextSpan) => void;
};

export function Findings({ reading, choices, onChoices, onShow }: Omit<Props, 'text'>) {
  const { findings } = reading;
  const nameOf = rowNames(reading.stretches, lineOf(reading.inTheRound));
  if (findings.length === 0)
    return <p className="sound">Every row fits, and nothing looks like a mistake.</p>;
  const open = findings.filter(({ key }) => !choices.intended.includes(key)).length;
  return (
    <section className="findings" aria-label="Worth a second look">
      <h2>
        {open === 0
          ? 'All as intended'
          : open === 1
            ? 'Worth a second look'
            : `${open} places worth a second look`}
      </h2>
      <ol>
        {findings.map((finding) => {
          const { place, text } = findingWords(finding, nameOf);
          const intended = choices.intended.includes(finding.key);
          return (
            <li key={finding.key} className="finding" data-intended={intended} data-code={finding.doubt.code}>
              <button type="button" className="finding-place" onClick={() => onShow(finding.at)}>
                {place}
              </button>
              <p>{text}</p>
              <button
                type="button"
                className="plain-button"
                onClick={() => onChoices(withIntended(choices, finding.key, !intended))}
              >
                {intended ? (
                  <RotateCcw aria-hidden="true" size={18} />
                ) : (
                  <Check aria-hidden="true" size={18} />
                )}
                {intended ? 'Ask again' : 'Intended'}
              </button>
            </li>
          );
        })}
      </ol>
    </section>
  );
}

/** Every crossing as it was understood, so that a wrong reading is seen before it is knitted. */
export function Understood({ reading, text }: Pick<Props, 'reading' | 'text'>) {
  const crossings = crossingsIn(text, reading);
  if (crossings.length === 0) return null;
  return (
    <section className="mt-5" aria-label="Crossings as understood" data-testid="understood">
      <h3 className="text-xl">Crossings, as the right side shows them</h3>
      <ul>
        {crossings.map(({ crossing, words }, i) => (
          <li key={i} className="settled">
            <CrossingGlyph crossing={crossing} height={32} />
            <strong>{words.length > 34 ? `${words.slice(0, 32)} …` : words}</strong>
            <span>
              {crossing.over.length} over {crossing.under.length}
              {crossing.centre && ` around ${crossing.centre.stitches.length}`},{' '}
              <LeanWord lean={crossing.lean} />
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Remarks({ spans, text, onShow }: Pick<Props, 'text' | 'onShow'> & { spans: readonly TextSpan[] }) {
  return (
    <ul>
      {spans.map((span) => (
        <li key={span.from}>
          <button type="button" className="finding-place text-left" onClick={() => onShow(span)}>
            {wordsAt(text, span).trim().slice(0, 90)}
          </button>
        </li>
      ))}
    </ul>
  );
}

/** Lines that are no rows. Those that hold a number or a stitch stay in sight: they may change how it is knitted. */
export function PassedOver({ reading, text, onShow }: Pick<Props, 'reading' | 'text' | 'onShow'>) {
  const { remarks } = reading;
  const weighty = remarks.filter((span) => mayMatter(wordsAt(text, span)));
  const idle = remarks.filter((span) => !weighty.includes(span));
  if (remarks.length === 0) return null;
  return (
    <section className="mt-4" aria-label="Remarks passed over">
      {weighty.length > 0 && (
        <>
          <h3 className="text-xl">Passed over, to be read by you</h3>
          <Remarks spans={weighty} text={text} onShow={onShow} />
        </>
      )}
      {idle.length > 0 && (
        <details>
          <summary className="min-h-12 cursor-pointer py-3 font-semibold">
            {counted(idle.length, weighty.length > 0 ? 'other remark' : 'remark')} passed over
          </summary>
          <Remarks spans={idle} text={text} onShow={onShow} />
        </details>
      )}
    </section>
  );
}
