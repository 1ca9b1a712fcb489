/**
 * Where am I? Asks for what tells most for the least trouble, says which row is sure, which rows cannot be told apart, which
 * panel is out of step, and which answers do not go together.
 */
import {
  believing,
  bestOf,
  likely,
  meanCount,
  repeatOf,
  rowChances,
  shiftChance,
  shownChances,
  type Answer,
  type Belief,
} from './belief';
import { expectedBits, fits, type Seen } from './noise';
import { MOST_TO_COUNT } from './count';
import { keyOf, MOST_COUNTED, NONE, type Asked, type Field, type Question, type Shift } from './question';

/** House values: certain enough to say so; and the least an answer must be expected to tell, in bits. */
const SURE = 0.99;
const OUT_OF_STEP = 0.9;
const WORTH_ASKING = 0.02;
/** About a panel that does not fit, less is worth asking. */
const WORTH_DOUBTING = 0.001;
/** Rows are named as possible from this share of the likeliest one's chance on. */
const STILL_POSSIBLE = 0.02;
const MOST_NAMED = 8;
const MOST_OTHERS = 12;

/** An answer that no row fits to the letter. */
export type Misfit = { readonly question: Question; readonly said: number; readonly shows: number };
export type RowChance = { readonly row: number; readonly chance: number };

export type Step =
  | { readonly kind: 'ask'; readonly question: Question; readonly others: readonly Question[] }
  /** `off`: counts that were one too many or too few. */
  | {
      readonly kind: 'sure';
      readonly row: number;
      readonly off: readonly Misfit[];
      /** Counts of panels of which nothing was said, or one too many or too few: they show whether every panel is in step. */
      readonly unseen: readonly Question[];
    }
  /** Nothing that is left to ask tells these rows apart; `answer`: the fabric does, but she could not say. */
  | { readonly kind: 'alike'; readonly rows: readonly number[]; readonly why: 'fabric' | 'answer' }
  | {
      readonly kind: 'outOfStep';
      readonly row: number;
      readonly shift: Shift;
      /** It may as well be so many rows ahead (behind, below 0): that looks the same. */
      readonly orBy: number | null;
      /** Its last crossing: the row it was planned in, and the row it was made in. */
      readonly planned: number;
      readonly made: number;
      /** How likely it is that this panel, and no other, is out of step by so much. */
      readonly chance: number;
      readonly off: readonly Misfit[];
    }
  /** One row is likeliest by far, but these answers do not fit it. */
  | { readonly kind: 'conflict'; readonly row: number; readonly misfits: readonly Misfit[] };

export type Located = {
  /** Likeliest first, with the rows that look the same in everything that can be asked. */
  readonly rows: readonly RowChance[];
  readonly step: Step;
  /** What the likeliest row shows of all that can be counted, by the key of the question. */
  readonly expected: ReadonlyMap<string, number>;
  /** Answers that no row of the piece allows, with what rows show. */
  readonly impossible: readonly {
    readonly question: Question;
    readonly least: number;
    readonly most: number;
  }[];
};

/**
 * What a question costs her: to read it, and then a look, a short count, a long one (beyond a dozen she begins again), a tape
 * measure. House values.
 */
const TO_READ = 3;
const countEffort = (count: number) => 1 + count / 6 + Math.max(0, count - MOST_TO_COUNT) / 2;
function effortOf({ question }: Asked, count: number): number {
  switch (question.kind) {
    case 'side':
    case 'section':
      return TO_READ;
    case 'lean':
    case 'later':
    case 'look':
      return TO_READ + 1;
    case 'count':
    case 'above':
    case 'since':
      return TO_READ + countEffort(count);
    case 'crossings':
    case 'ridges':
      return TO_READ + 1 + countEffort(count);
    default:
      return TO_READ + 5;
  }
}

/** A count may be made once more, up another strand, when nothing new is worth asking. */
const TWICE = 2;

/** Most worth asking first: new questions, and counts to be made once more. `least`: bits that an answer must tell. */
function questionsFor(field: Field, belief: Belief, answers: readonly Answer[], least: number): Question[] {
  const given = new Map<string, { times: number; known: boolean }>();
  for (const { question, seen } of answers) {
    const key = keyOf(question);
    given.set(key, { times: (given.get(key)?.times ?? 0) + 1, known: seen !== null });
  }
  const weighed = field.asked.flatMap((asked) => {
    const before = given.get(asked.key);
    if (before && (asked.type !== 'count' || !before.known || before.times >= TWICE)) return [];
    const shown = shownChances(asked, belief);
    const count = asked.type === 'count' ? meanCount(shown) : 0;
    const told = expectedBits(asked, shown);
    if (told < least || count > MOST_COUNTED) return [];
    return [{ question: asked.question, again: before ? 1 : 0, worth: told / effortOf(asked, count) }];
  });
  return weighed.sort((a, b) => a.again - b.again || b.worth - a.worth).map(({ question }) => question);
}

/** Answers against what a hypothesis shows: those that are off by one, and those that do not fit. */
function heldAgainst(field: Field, answers: readonly Answer[], row: number, shift: Shift | null) {
  const off: Misfit[] = [];
  const misfits: Misfit[] = [];
  for (const { question, seen } of answers) {
    const asked = field.byKey.get(keyOf(question));
    if (!asked || !seen) continue;
    const shows = asked.at(row, shift);
    const misfit = { question, said: seen.value, shows };
    if (!fits(asked, seen, shows)) misfits.push(misfit);
    else if (asked.type === 'count' && shows !== seen.value) off.push(misfit);
  }
  return { off, misfits };
}

/** Rows that answer every question as `row` does; a length tells neighbours apart only by chance. */
export const sameAs = (field: Field, row: number, others: readonly number[]): number[] =>
  others.filter((other) =>
    field.asked.every(({ type, at }) => type === 'length' || at(row, null) === at(other, null)),
  );

const possible = (asked: Asked, { value }: Seen) =>
  asked.type === 'length'
    ? value > 0 && value <= asked.most * 1.5 + 5
    : asked.type === 'choice' || value === NONE || (value >= asked.least - 1 && value <= asked.most + 1);

function impossibleOf(field: Field, answers: readonly Answer[]): Located['impossible'] {
  return answers.flatMap(({ question, seen }) => {
    const asked = field.byKey.get(keyOf(question));
    if (!asked || !seen || possible(asked, seen)) return [];
    return [{ question, least: asked.least, most: asked.most }];
  });
}

const panelsIn = (question: Question): readonly string[] =>
  'panels' in question ? question.panels : 'panel' in question ? [question.panel] : [];

/** Counts of panels that no answer speaks of, and those that were off by one: once more, and a panel is in step or it is not. */
function unseenIn(field: Field, answers: readonly Answer[], off: readonly Misfit[]): Question[] {
  const seen = new Set(answers.flatMap((one) => (one.seen ? panelsIn(one.question) : [])));
  const times = (key: string) => answers.filter(({ question }) => keyOf(question) === key).length;
  return field.asked.flatMap(({ key, question }) => {
    if (question.kind !== 'count') return [];
    const doubted = times(key) < TWICE && off.some((one) => keyOf(one.question) === key);
    return doubted || !(seen.has(question.panel) || times(key) > 0) ? [question] : [];
  });
}

/** Whether a question is about a panel whose answers do not fit. */
const isAbout = (question: Question, misfits: readonly Misfit[]) =>
  panelsIn(question).some((panel) => misfits.some((one) => panelsIn(one.question).includes(panel)));

/** All that a step is decided by. */
type Standing = {
  readonly field: Field;
  readonly belief: Belief;
  readonly answers: readonly Answer[];
  readonly rows: readonly RowChance[];
  readonly best: ReturnType<typeof bestOf>;
  readonly off: readonly Misfit[];
  readonly misfits: readonly Misfit[];
  /** Rows that look like the likeliest one in everything, itself included; and how likely they are together. */
  readonly same: readonly number[];
  readonly certain: number;
};

function standingOf(field: Field, belief: Belief, answers: readonly Answer[]): Standing {
  const rows = rowChances(belief);
  const best = bestOf(belief);
  const all = rows.map(({ row }) => row);
  const same = new Set(sameAs(field, best.row, all));
  const certain = rows.reduce((sum, { row, chance }) => sum + (same.has(row) ? chance : 0), 0);
  const held = heldAgainst(field, answers, best.row, best.shift);
  return { field, belief, answers, rows, best, ...held, same: [...same], certain };
}

/** A whole repeat further on the panel shows the same: so many rows ahead are as many behind. */
function aliases({ field, belief }: Standing, { panel, by }: Shift): readonly (Shift & { chance: number })[] {
  const repeat = repeatOf(field, panel);
  return belief.shifts.flatMap((shift) =>
    shift.panel === panel && (shift.by - by) % repeat === 0
      ? [{ ...shift, chance: shiftChance(belief, shift) }]
      : [],
  );
}

function outOfStep(standing: Standing): Extract<Step, { kind: 'outOfStep' }> | null {
  const { field, best, off } = standing;
  const { row, shift } = best;
  if (!shift) return null;
  const track = field.tracks.get(shift.panel);
  const planned = track?.last[Math.min(field.rows, Math.max(0, row + shift.by))] ?? 0;
  const alike = aliases(standing, shift);
  const chance = alike.reduce((sum, one) => sum + one.chance, 0);
  const other = alike.find(({ by, chance: its }) => by !== shift.by && its >= chance * STILL_POSSIBLE);
  return {
    kind: 'outOfStep',
    row,
    shift,
    orBy: other?.by ?? null,
    planned,
    made: planned - shift.by,
    chance,
    off,
  };
}

/** What can be said for certain by now. */
function certainly(standing: Standing): Step | null {
  const { field, answers, best, off, misfits, same, certain } = standing;
  const told = answers.some(({ seen }) => seen !== null);
  if (!told || misfits.length > 0 || certain < SURE) return null;
  const out = outOfStep(standing);
  if (out) return out.chance >= OUT_OF_STEP ? out : null;
  return same.length === 1
    ? { kind: 'sure', row: best.row, off, unseen: unseenIn(field, answers, off) }
    : null;
}

/** What is asked next: where one row is certain but for some answers, about the panels of these. */
function asks({ field, belief, answers, misfits, certain }: Standing): Step | null {
  const [question, ...others] =
    misfits.length > 0 && certain >= SURE
      ? questionsFor(field, belief, answers, WORTH_DOUBTING).filter((one) => isAbout(one, misfits))
      : questionsFor(field, belief, answers, WORTH_ASKING);
  return question ? { kind: 'ask', question, others: others.slice(0, MOST_OTHERS) } : null;
}

/** Nothing is left to ask. */
function leftWith(standing: Standing): Step {
  const { field, rows, best, misfits } = standing;
  if (misfits.length > 0) return { kind: 'conflict', row: best.row, misfits };
  const out = outOfStep(standing);
  if (out) return out;
  const least = (rows[0]?.chance ?? 0) * STILL_POSSIBLE;
  const left = rows.filter(({ chance }) => chance >= least).map((one) => one.row);
  const alike = sameAs(field, best.row, left).length === left.length;
  return {
    kind: 'alike',
    rows: left.slice(0, MOST_NAMED).sort((a, b) => a - b),
    why: alike ? 'fabric' : 'answer',
  };
}

/** What the likeliest row shows, by the key of the count. */
const expectedIn = ({ asked }: Field, { row, shift }: Standing['best']): ReadonlyMap<string, number> =>
  new Map(asked.flatMap(({ key, type, at }) => (type === 'count' ? [[key, at(row, shift)] as const] : [])));

/**
 * @param journal rows that the journal has as done
 * @param answers in the order in which they were given; a count may be there twice
 */
export function locate(field: Field, journal: number, answers: readonly Answer[]): Located {
  const standing = standingOf(field, likely(believing(field, journal, answers)), answers);
  return {
    rows: standing.rows.slice(0, MOST_NAMED),
    step: certainly(standing) ?? asks(standing) ?? leftWith(standing),
    expected: expectedIn(field, standing.best),
    impossible: impossibleOf(field, answers),
  };
}
