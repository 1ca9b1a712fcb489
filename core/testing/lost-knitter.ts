/**
 * Knitters who have lost their row: the true row is some rows from the journal's, and what they see is now and then miscounted.
 * They answer what they are asked and stop when they are told a row, or after so many questions.
 */
import { locate, sameAs, type Located, type Step } from '../place/locate';
import { NOISE } from '../place/noise';
import { PRIOR, type Answer } from '../place/belief';
import { keyOf, NONE, type Asked, type Field, type Question, type Shift } from '../place/question';

/** Numbers from 0 to 1, the same for the same seed. */
export function* random(seed: number): Generator<number, number> {
  for (let state = seed >>> 0; ;) {
    state = (Math.imul(state ^ (state >>> 15), 0x2c1b3c6d) + 0x9e3779b9) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 12), 0x297a2d39);
    mixed ^= mixed >>> 15;
    yield (mixed >>> 0) / 2 ** 32;
  }
}
export type Draw = () => number;
export const drawing = (seed: number): Draw => {
  const numbers = random(seed);
  return () => numbers.next().value;
};

/** A normal number of mean 0 (Box and Muller 1958). */
export const normal = (draw: Draw, sd: number) =>
  sd * Math.sqrt(-2 * Math.log(1 - draw())) * Math.cos(2 * Math.PI * draw());

/** What she says when the fabric shows this: counts off by one in one of ten, choices and lengths as they err. */
export function saidOf(asked: Asked, shows: number, draw: Draw): number {
  if (asked.type === 'length') return Math.max(0.5, shows + normal(draw, Math.hypot(1, shows * NOISE.gauge)));
  if (asked.type === 'choice') {
    if (draw() >= NOISE.wrongChoice || asked.choices < 2) return shows;
    return (shows + 1 + Math.floor(draw() * (asked.choices - 1))) % asked.choices;
  }
  if (shows === NONE || draw() >= NOISE.offByOne) return shows;
  return draw() < 0.5 && shows - 1 >= asked.least ? shows - 1 : shows + 1;
}

export type Search = {
  readonly truth: number;
  /** Rows returned: one, or those that look alike. */
  readonly returned: readonly number[];
  readonly step: Step;
  readonly questions: readonly Question[];
};

/** A panel that is out of step; she then looks at every panel when she is told a row. */
type Out = { readonly shift: Shift | null };

/** A row that the journal might have, and the search for the true one. */
export function searchFor(
  field: Field,
  truth: number,
  most: number,
  draw: Draw,
  { shift }: Out = { shift: null },
): Search {
  const journal = Math.min(field.rows, Math.max(0, Math.round(truth + normal(draw, PRIOR.spread))));
  const answers: Answer[] = [];
  let located = locate(field, journal, answers);
  const next = ({ step }: Located): Question | undefined =>
    step.kind === 'ask' ? step.question : step.kind === 'sure' && shift ? step.unseen[0] : undefined;
  for (let question = next(located); question && answers.length < most; question = next(located)) {
    const asked = field.byKey.get(keyOf(question)) as Asked;
    answers.push({ question, seen: { value: saidOf(asked, asked.at(truth, shift), draw) } });
    located = locate(field, journal, answers);
  }
  const all = Array.from({ length: field.rows + 1 }, (_, row) => row);
  const returned = sameAs(field, located.rows[0]?.row ?? 0, all);
  return { truth, returned, step: located.step, questions: answers.map(({ question }) => question) };
}
