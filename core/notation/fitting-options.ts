/** Which meanings of an unclear name let the rows fit: those come first, and say so. */
import { cellKey } from '../stitch/cells';
import type { Result } from '../result';
import type { Choices } from './choices';
import { judge } from './judge';
import type { NotationProblem, Option } from './problems';
import type { ReadChart } from './read-chart';

/** Readings of the text, all names together, and the characters that are read for them. */
const MOST_TRIES = 32;
const MOST_READ = 120_000;

type Asked = Extract<NotationProblem, { code: 'ambiguous-name' }>;
type Attempt = (meanings: Choices['meanings']) => Result<ReadChart, readonly NotationProblem[]>;

const isAsked = (problem: NotationProblem): problem is Asked => problem.code === 'ambiguous-name';

/** Every way to choose one option a name. */
function* waysOf(asked: readonly Asked[]): Generator<readonly Option[]> {
  const [first, ...rest] = asked;
  if (!first) yield [];
  else for (const option of first.options) for (const others of waysOf(rest)) yield [option, ...others];
}

/** What is still wrong, and then what is doubtful, when the names mean this. */
function trouble(source: string, attempt: Attempt, asked: readonly Asked[], way: readonly Option[]): number {
  const meanings = Object.fromEntries(asked.map(({ word }, i) => [word, (way[i] as Option).cell]));
  const read = attempt(meanings);
  if (read.ok) return judge(source, read.value).length;
  return 1000 * read.error.length;
}

/** The problems, with the options of each name in the order in which they fit. */
export function withFitting(
  source: string,
  problems: readonly NotationProblem[],
  attempt: Attempt,
): readonly NotationProblem[] {
  const asked = problems
    .filter(isAsked)
    .filter(({ word }, i, all) => all.findIndex((other) => other.word === word) === i);
  const tries = asked.reduce((product, { options }) => product * options.length, 1);
  if (asked.length === 0 || tries > MOST_TRIES || tries * source.length > MOST_READ) return problems;
  const least = new Map<string, number>();
  const keyOf = (word: string, option: Option) => `${word}\n${cellKey(option.cell)}`;
  for (const way of waysOf(asked)) {
    const found = trouble(source, attempt, asked, way);
    asked.forEach(({ word }, i) => {
      const key = keyOf(word, way[i] as Option);
      least.set(key, Math.min(found, least.get(key) ?? Number.POSITIVE_INFINITY));
    });
  }
  return problems.map((problem) => {
    if (!isAsked(problem)) return problem;
    const troubleOf = (option: Option) => least.get(keyOf(problem.word, option)) ?? 0;
    const [best, worst] = [Math.min, Math.max].map((of) => of(...problem.options.map(troubleOf))) as [
      number,
      number,
    ];
    if (best === worst) return problem;
    const options = [...problem.options].sort((a, b) => troubleOf(a) - troubleOf(b));
    return {
      ...problem,
      options: options.map((option) => (troubleOf(option) === best ? { ...option, fits: true } : option)),
    };
  });
}
