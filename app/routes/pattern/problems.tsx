/** What stands between a text and its chart: each problem at its place, and what can be asked is asked with drawings. */
import type { Choices } from '@core/notation/choices';
import { mended, mendsOf } from '@core/notation/mends';
import type { NotationProblem, Option, TextSpan } from '@core/notation/problems';
import { notationWords } from '~/messages/notation';
import { ordinal } from '~/messages/numbers';
import { withMeaning, withPart, withRemark, withRound, withSize } from './choices-state';
import { CrossingGlyph, handsWords } from '~/patterns/meaning';

type Props = {
  text: string;
  problems: readonly NotationProblem[];
  choices: Choices;
  onChoices: (choices: Choices) => void;
  onShow: (span: TextSpan) => void;
  onText: (text: string) => void;
};

const MOST_SHOWN = 30;

function Meanings({
  word,
  options,
  onPick,
}: {
  word: string;
  options: readonly Option[];
  onPick: (option: Option) => void;
}) {
  return (
    <ul className="meanings" aria-label={`What ${word} may mean`}>
      {options.map((option) => (
        <li key={option.name}>
          <button type="button" className="meaning" onClick={() => onPick(option)}>
            {option.cell.kind === 'crossing' && <CrossingGlyph crossing={option.cell} />}
            <span>
              <strong>{option.name}</strong>
              <small>{handsWords(option.cell)}</small>
              {option.fits === true && <small className="font-semibold">the rows fit with this one</small>}
            </span>
          </button>
        </li>
      ))}
    </ul>
  );
}

/** Changes to the text that put a problem right, each in one press. */
function Mends({ problem, text, onText }: Pick<Props, 'text' | 'onText'> & { problem: NotationProblem }) {
  const mends = mendsOf(text, problem);
  if (mends.length === 0) return null;
  return (
    <div className="remedies mb-2" data-testid="mends">
      {mends.map((mend) => (
        <button
          key={mend.shows}
          type="button"
          className="plain-button"
          onClick={() => onText(mended(text, mend))}
        >
          Write “{mend.shows}”
        </button>
      ))}
    </div>
  );
}

/** The first line of what a problem is about, which can be passed over as a remark. */
const lineAt = (text: string, { line }: TextSpan) => (text.split(/\r?\n/)[line - 1] ?? '').trim();

function Remedy({
  problem,
  text,
  choices,
  onChoices,
}: Omit<Props, 'problems' | 'onShow' | 'onText'> & { problem: NotationProblem }) {
  const choose = (label: string, next: Choices) => (
    <button key={label} type="button" className="plain-button" onClick={() => onChoices(next)}>
      {label}
    </button>
  );
  switch (problem.code) {
    case 'ambiguous-name':
      return (
        <Meanings
          word={problem.word}
          options={problem.options}
          onPick={({ cell }) => onChoices(withMeaning(choices, problem.word, cell))}
        />
      );
    case 'choose-size':
    case 'no-such-size':
      return (
        <div className="remedies">
          {Array.from({ length: problem.sizes }, (_, size) =>
            choose(`Size ${size + 1}`, withSize(choices, size)),
          )}
        </div>
      );
    case 'choose-pattern':
      return (
        <div className="remedies">
          {problem.names.map((name, part) =>
            choose(name === '' ? `The ${ordinal(part + 1)} pattern` : name, withPart(choices, part)),
          )}
        </div>
      );
    case 'flat-or-round':
    case 'rows-and-rounds':
      return (
        <div className="remedies">
          {choose('Worked in the round', withRound(choices, true))}
          {choose('Worked flat', withRound(choices, false))}
        </div>
      );
    case 'stray-line':
    case 'header-not-understood':
    case 'order-not-understood':
    case 'entry-or-row':
      return (
        <div className="remedies">
          {choose('It is only a remark', withRemark(choices, lineAt(text, problem.at)))}
        </div>
      );
    default:
      return null;
  }
}

/** The same name is asked once, however often it is used. */
function onceEach(problems: readonly NotationProblem[]): NotationProblem[] {
  const asked = new Set<string>();
  return problems.filter((problem) => {
    if (problem.code !== 'ambiguous-name') return true;
    if (asked.has(problem.word)) return false;
    asked.add(problem.word);
    return true;
  });
}

export function Problems({ problems, onShow, onText, ...rest }: Props) {
  const shown = onceEach(problems);
  return (
    <section className="findings" aria-label="To be mended">
      <h2>{shown.length === 1 ? 'One thing to settle' : `${shown.length} things to settle`}</h2>
      <ol>
        {shown.slice(0, MOST_SHOWN).map((problem, i) => {
          const { place, text } = notationWords(problem);
          return (
            <li key={i} className="finding" data-code={problem.code}>
              <button type="button" className="finding-place" onClick={() => onShow(problem.at)}>
                {place}
              </button>
              <p>{text}</p>
              <Mends problem={problem} text={rest.text} onText={onText} />
              <Remedy problem={problem} {...rest} />
            </li>
          );
        })}
      </ol>
      {shown.length > MOST_SHOWN && <p className="text-soft">… and {shown.length - MOST_SHOWN} more.</p>}
    </section>
  );
}
