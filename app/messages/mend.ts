/** A repair in a knitter's words: every move as it is done, so that the words alone are enough. */
import { alikeWith, type GuideStep } from '@core/repair/guide';
import type { RavelPart, RepairMove, StrandMove } from '@core/repair/moves';
import { PRACTICE_EDGE, type Practice } from '@core/repair/practice';
import type { Ladder, PlannedMove, RepairProblem, Touched } from '@core/repair/plan';
import { never } from '@core/result';
import type { Direction } from '@core/stitch/types';
import { facedDirection } from '@core/stitch/working';
import type { WayOf } from '~/knitter/settings';
import { stepWords } from './cue';
import { needlesOf, type Needles } from './moves';
import { counted, lineOf, plural, stitches, type Line } from './numbers';
import { capital } from './telling';

export type MendWords = {
  readonly wayOf: WayOf;
  readonly needles: Needles;
  /** Where counting begins, and the end that the stitches are slid to. */
  readonly side: 'right' | 'left';
  readonly line: Line;
  readonly turns: boolean;
};

export function mendWordsFor(
  direction: Direction,
  more: { wayOf: WayOf; byHand: boolean; round: boolean; turns: boolean },
): MendWords {
  const { wayOf, byHand, round, turns } = more;
  return {
    wayOf,
    needles: needlesOf(facedDirection({ side: 'RS', direction }), byHand),
    side: direction === 'rightToLeft' ? 'right' : 'left',
    line: lineOf(round),
    turns,
  };
}

/** In a repair the yarn of a row is its loose strand. */
const withStrand = (words: string) => words.replace(/\byarn (to|at|in)\b/g, 'strand $1');

const strandSteps = ({ steps }: StrandMove, { wayOf }: MendWords) =>
  steps.map((step) => withStrand(stepWords(step, wayOf))).join(', ');

const passing = (pass: number) => (pass > 0 ? `slip ${pass}, ` : '');

const from = (move: { readonly row: number }, last: { readonly row: number }) =>
  move.row === last.row ? `${move.row}` : `${move.row} to ${last.row}`;

function partWords({ pass, undone, caught }: RavelPart, where: MendWords, several: boolean): string {
  const after =
    pass > 0 ? `after ${pass} from the ${where.side}, ` : several ? `from the ${where.side}, ` : '';
  return `${after}out of ${stitches(undone)}; catch ${caught}`;
}

/** `atOnce`: the stitches run by themselves. */
function ravelWords(
  moves: readonly Extract<RepairMove, { do: 'ravel' }>[],
  how: MendWords,
  atOnce = false,
): string {
  const [first] = moves;
  const last = moves[moves.length - 1];
  if (!first || !last) return '';
  if (atOnce) {
    const all = first.parts[0]?.undone ?? 0;
    return `Let the ${all} run through ${how.line}s ${from(first, last)}, and catch the ${all} loops below.`;
  }
  const parts = first.parts.map((part) => partWords(part, how, first.parts.length > 1)).join(', and ');
  const rows = `${how.line}${moves.length > 1 ? 's' : ''} ${from(first, last)}`;
  const each = moves.length > 1 ? `, one at a time, each` : '';
  return `Pull ${rows}${each} ${parts}.`;
}

function strandWords(moves: readonly StrandMove[], how: MendWords, then: string): string {
  const [first] = moves;
  const last = moves[moves.length - 1];
  if (!first || !last) return '';
  const several = moves.length > 1;
  const which = several ? `Strands ${first.number} to ${last.number}` : `Strand ${first.number}`;
  const rows = `(${how.line}${several ? 's' : ''} ${from(first, last)}${first.side === 'WS' ? ', wrong side' : ''})`;
  const each = several ? ' with each' : '';
  return `${which} ${rows}: ${passing(first.pass)}${strandSteps(first, how)}${each}; ${then}`;
}

function afterStrand(move: RepairMove | undefined, how: MendWords, count: number): string {
  if (move?.do === 'turnLadder') return 'turn.';
  return `slide all ${count} back to the ${how.side} end.`;
}

/** One move by itself. Strands and rows pulled out may come several at once, alike. */
function moveSaid(move: RepairMove, how: MendWords): string {
  const { needles, line } = how;
  switch (move.do) {
    case 'workOn':
      return `Work the next ${stitches(move.count)} of ${line} ${move.row}, and stop.`;
    case 'unpick':
      return `Take back the last ${stitches(move.count)} of ${line} ${move.row}, one by one.`;
    case 'finishRow':
      return `Work ${line} ${move.row} to its end${how.turns ? ', and turn' : ''}.`;
    case 'turnWork':
      return 'Turn the work over.';
    case 'parkYarn':
      return 'Let the working yarn hang.';
    case 'takeUpYarn':
      return 'Take up the working yarn.';
    case 'slip':
      return move.to === 'taking'
        ? `Slip the next ${stitches(move.count)} to the ${needles.taking}, unworked.`
        : `Slip ${stitches(move.count)} back to the ${needles.feeding}, unworked.`;
    case 'slipOff':
      return `Slip the next ${stitches(move.count)} off the ${needles.feeding}, onto a spare one.`;
    case 'ravel':
      return ravelWords([move], how);
    case 'strand':
      return strandWords([move], how, '');
    case 'float':
      return `Strand ${move.number} (${line} ${move.row}) is only a float of slipped stitches: let it lie where it is.`;
    case 'slide':
      return `Slide all back to the ${how.side} end.`;
    case 'turnLadder':
      return 'Turn.';
    case 'putBack':
      return `Put the ${move.count} back on the ${needles.feeding}.`;
    default:
      return never(move);
  }
}

const isStrand = (move: PlannedMove): move is PlannedMove & StrandMove => move.do === 'strand';
const isRavel = (move: PlannedMove): move is PlannedMove & Extract<RepairMove, { do: 'ravel' }> =>
  move.do === 'ravel';

/** Steps that are done alike, in one line. */
function movesSaid(steps: readonly Extract<GuideStep, { kind: 'moves' }>[], how: MendWords): string {
  const moves = steps.flatMap((step) => step.moves);
  const [first] = moves;
  if (!first) return '';
  if (first.do === 'strand') {
    const count = first.frame?.loops.length ?? 0;
    return strandWords(moves.filter(isStrand), how, afterStrand(moves[1], how, count));
  }
  if (first.do === 'ravel') return ravelWords(moves.filter(isRavel), how, steps.length < moves.length);
  return moves.map((move) => moveSaid(move, how)).join(' ');
}

/** What to do in one step. */
export function stepSaid(step: GuideStep, how: MendWords): string {
  if (step.kind === 'moves') return movesSaid([step], how);
  if (step.kind === 'ready')
    return 'Have at hand: two spare needles of the same size or thinner, your cable needle or a crochet hook, and good light.';
  if (step.kind === 'loops') {
    const count = step.move.frame?.loops.length ?? 0;
    return `Look at the ${counted(count, 'loop')}: side by side as they grow, none crossed, none split, each with its leading leg in front.`;
  }
  return 'Even them out: draw slack along the rows with a needle tip, from the middle to both sides.';
}

/** The step and those done alike with it, told once. */
export function listedSaid(steps: readonly GuideStep[], at: number, how: MendWords): string {
  const step = steps[at] as GuideStep;
  return step.kind === 'moves' ? movesSaid(alikeWith(steps, at), how) : stepSaid(step, how);
}

/** "Strand 5 of 12". */
export function stepTitle(step: GuideStep, strands: number): string {
  if (step.kind === 'ready') return 'Before you begin';
  if (step.kind === 'loops') return 'All let down';
  if (step.kind === 'even') return 'Even out';
  const move = step.moves.find(({ do: does }) => does !== 'parkYarn') ?? step.moves[0];
  switch (move?.do) {
    case 'strand':
    case 'float':
      return `Strand ${move.number} of ${strands}`;
    case 'ravel':
      return 'Pull out';
    case 'slipOff':
      return 'Off the needle';
    case 'putBack':
      return 'Back on the needle';
    case 'turnWork':
      return 'Turn over';
    case 'takeUpYarn':
      return 'Go on';
    default:
      return 'To the place';
  }
}

/** The lowest row that is undone, and the highest lifeline below it. */
export type SafeBelow = {
  readonly lowest: number;
  readonly lifeline: number | null;
  /** A swatch to try it on, and what its panel is called; null where none can be told. */
  readonly practice: (Practice & { readonly name: string }) | null;
};

function practiceWords({ castOn, repeats, firstSide, row, above, name }: NonNullable<SafeBelow['practice']>) {
  const times = repeats === 1 ? 'once' : `${repeats} times`;
  return [
    `Never done it before? Practise on a swatch: cast on ${castOn} (${name} ${times}, and ${stitches(PRACTICE_EDGE)} for an edge on either side), ${firstSide === 'RS' ? 'right' : 'wrong'} side first.`,
    `Knit its chart to row ${row}, cross that row wrong on purpose, and knit ${counted(above, 'row')} more. Then mend it as here.`,
  ].join(' ');
}

function readyMinds({ lowest, lifeline, practice }: SafeBelow, line: Line): string[] {
  const safe =
    lifeline !== null
      ? `Your lifeline in ${line} ${lifeline} holds all that lies below.`
      : lowest > 1
        ? `Nothing below ${line} ${lowest} is touched. A thread through those stitches in ${line} ${lowest - 1} makes sure of it.`
        : 'It goes down to the cast-on.';
  return [
    safe,
    'If you throw the yarn with your right hand, let go of the strand after each stitch and take it up anew.',
    practice
      ? practiceWords(practice)
      : 'Never done it before? Knit a swatch of these rows, cross it wrong on purpose, and practise on that.',
  ];
}

/** What is minded in a step, in small print. */
export function stepMinds(
  step: GuideStep,
  how: MendWords & { readonly uncrossed: boolean; readonly safe: SafeBelow },
): string[] {
  if (step.kind === 'ready') return readyMinds(how.safe, how.line);
  if (step.kind === 'loops')
    return ['The strands hang across behind them. The lowest is worked first: number 1.'];
  if (step.kind === 'even')
    return how.uncrossed
      ? [
          'A crossing that was not there takes more yarn than plain stitches gave: the rows are tight now. Ease yarn in from the stitches beside them, a little from each.',
        ]
      : ['The last rows are often short of yarn: it comes from the stitches beside them.'];
  if (step.kind !== 'moves') return [];
  const out: string[] = [];
  if (step.moves.some(({ do: does }) => does === 'strand'))
    out.push(
      'The other strands stay at the back. Do not pull yarn out of the stitches beside.',
      'After it, draw its slack along with a needle tip: every stitch as large as its neighbours.',
    );
  if (step.moves.some(({ do: does }) => does === 'slipOff'))
    out.push('First draw both needles a little into the work, so that the neighbours stay on.');
  if (step.moves.some(({ do: does }) => does === 'ravel'))
    out.push('Catch each stitch from the front before its strand goes.');
  if (step.moves.some(({ do: does }) => does === 'putBack'))
    out.push('Each with its leading leg in front. Count them.');
  return out;
}

/** "How far they drop, first met first: 2 by 9 rows, 4 by 5." Null where all drop alike. */
export function dropWords(drops: Ladder['drops'], line: Line): string | null {
  const runs: { by: number; count: number }[] = [];
  for (const { by } of drops) {
    const last = runs[runs.length - 1];
    if (last?.by === by) last.count += 1;
    else runs.push({ by, count: 1 });
  }
  const [first, ...others] = runs;
  if (!first) return null;
  if (others.length === 0) return `Each of them drops ${counted(first.by, line)}.`;
  const more = others.map(({ by, count }) =>
    by === 0 ? `${count} ${plural(count, 'stays', 'stay')}` : `${count} by ${by}`,
  );
  return `They drop, first met first: ${first.count} by ${counted(first.by, line)}, ${more.join(', ')}.`;
}

export function problemWords(problem: RepairProblem, line: Line): string {
  switch (problem.code) {
    case 'no-such-crossing':
      return 'No crossing is charted there by the plan as it is now: nothing to put right.';
    case 'row-not-worked':
      return `That ${line} is not on the needle any more, or not yet.`;
    case 'bound-off':
      return `Stitches above it are bound off in ${line} ${problem.row}: they cannot be let down. Undo the bind-off first, or leave it.`;
    case 'whole-round':
      return `From round ${problem.row} on it spreads over the whole round: letting down would be ripping back. Rip back to the round below it.`;
    default:
      return never(problem);
  }
}

/** What else lies in the released stitches; null if nothing does. */
export function touchedWords(touched: Touched, nameOf: (panel: string) => string): string[] {
  const { increases, decreases, bobbles, slipped, edge, panels } = touched;
  const made = [
    increases > 0 && counted(increases, 'increase'),
    decreases > 0 && counted(decreases, 'decrease'),
    bobbles > 0 && counted(bobbles, 'bobble'),
  ].filter(Boolean);
  return [
    ...(made.length > 0
      ? [
          `${capital(made.join(', '))} ${plural(increases + decreases + bobbles, 'is', 'are')} undone and made again in ${plural(increases + decreases + bobbles, 'its', 'their')} own row.`,
        ]
      : []),
    ...(slipped > 0
      ? [`${capital(stitches(slipped))} in it ${plural(slipped, 'was', 'were')} slipped: slipped again.`]
      : []),
    ...(edge ? ['It reaches the edge: there a strand goes round into the next row.'] : []),
    ...(panels.length > 1
      ? [`Markers are in the way: it spreads over ${panels.map(nameOf).join(' and ')}.`]
      : []),
  ];
}
