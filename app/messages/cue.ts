/** Steps of a row in a knitter's words. */
import type { CrossingStep, SpecialStep, Step } from '@core/cue/steps';
import { movesOf, type Move, type Way } from '@core/cue/technique';
import type { Run } from '@core/stitch/runs';
import type { Depth, Hold } from '@core/stitch/types';
import { cellKey } from '@core/stitch/cells';
import { fixedName } from '@core/notation/names';
import { never } from '@core/result';
import type { WayOf } from '~/knitter/settings';

export function runWords({ stitch, count }: Run): string {
  switch (stitch) {
    case 'knit':
    case 'purl':
      return `${stitch} ${count}`;
    case 'knitTbl':
      return `knit ${count} through the back`;
    case 'purlTbl':
      return `purl ${count} through the back`;
    case 'slipBehind':
      return `slip ${count} with the yarn at the back`;
    case 'slipBefore':
      return `slip ${count} with the yarn in front`;
    default:
      return never(stitch);
  }
}

const SPECIAL_WORDS: Readonly<Record<string, string>> = {
  mb: 'make a bobble',
  mpb: 'make a purl bobble',
  yo: 'yarn over',
  kfb: 'knit front and back',
  pfb: 'purl front and back',
  m1l: 'make 1 left',
  m1r: 'make 1 right',
  m1p: 'make 1 left purlwise',
  m1rp: 'make 1 right purlwise',
  cdd: 'centred double decrease',
  cddp: 'centred double decrease purlwise',
};

/** The stitch that is left from binding off is the first of what comes next. */
const BOUND_OFF = 'the stitch that is left on the needle counts with what comes next';

const OVER_UNWORKED = 'the last over the next stitch, which is slipped for it and put back unworked';

export function specialWords({ cell, count, cutsYarn, overUnworked }: SpecialStep): string {
  if (cell.kind === 'bindOff')
    return cutsYarn
      ? `bind off the last ${count} and cut the yarn`
      : `bind off ${count} (${overUnworked ? OVER_UNWORKED : BOUND_OFF})`;
  const name = fixedName(cellKey, cell) ?? '';
  const words = SPECIAL_WORDS[name] ?? name;
  return count > 1 ? `[${words}] ${count} times` : words;
}

const PASSES: Readonly<Record<Hold, string>> = { front: 'in FRONT', back: 'from BEHIND' };

/** What is done with the first group, huge: "2 to the BACK". What is not held is not said to be. */
export function holdWords({ heldCount: count, hold }: CrossingStep, way: Way): string {
  const where = hold.toUpperCase();
  switch (way) {
    case 'cableNeedle':
      return `${count} to the ${where}`;
    case 'marker':
      return `${count} on a pin, to the ${where}`;
    case 'hangFree':
      return `let ${count} hang at the ${where}`;
    case 'reorder':
      return `order first, ${count} to the ${where}`;
    case 'slipBack':
      return `slip ${count}, to be caught at the ${where}`;
    case 'secondFirst':
      return `second stitch first, ${PASSES[hold === 'front' ? 'back' : 'front']}`;
    default:
      return never(way);
  }
}

export const VERBS: Readonly<Record<Run['stitch'], string>> = {
  knit: 'knit',
  purl: 'purl',
  knitTbl: 'knit through the back',
  purlTbl: 'purl through the back',
  slipBehind: 'slip with the yarn at the back',
  slipBefore: 'slip with the yarn in front',
};

const GROUPS = { held: 'the held', centre: 'the middle' } as const;

/** Work off a spare needle: "knit the held 2", or "the held 3: knit 1, purl 2". */
function fromNeedle(runs: readonly Run[], what: string): string {
  const [only, ...more] = runs;
  const count = runs.reduce((sum, run) => sum + run.count, 0);
  if (only && more.length === 0) return `${VERBS[only.stitch]} ${what} ${count}`;
  return `${what} ${count}: ${runs.map(runWords).join(', ')}`;
}

const CENTRE_PLACES: Readonly<Record<Depth | Hold, string>> = {
  between: 'between the two',
  above: 'in front of all',
  below: 'behind all',
  front: 'in front',
  back: 'at the back',
};
const SECOND: Readonly<Partial<Record<Way, string>>> = {
  cableNeedle: 'to a second needle',
  marker: 'on a second pin',
  hangFree: 'left to hang as well',
};
const centreWords = ({ count, where }: Extract<Move, { do: 'hold' }>, way: Way) =>
  `next ${count} ${SECOND[way] ?? ''}, ${CENTRE_PLACES[where]}`;

/** The yarn is moved before the crossing begins. */
export function beforeCrossing(step: CrossingStep, way: Way): string | null {
  const [first] = movesOf(step, way);
  return first?.do === 'yarn' ? `yarn to ${first.to}` : null;
}

/** Off a cable needle a group is worked as it waits: "purl 1, yarn to back, knit the held 2". */
function offNeedle(step: CrossingStep, moves: readonly Move[]): string[] {
  const parts: string[] = [];
  let said = 'feeding';
  for (const [i, move] of moves.entries()) {
    if (i > 0 && move.do === 'hold') parts.push(centreWords(move, 'cableNeedle'));
    else if (move.do === 'yarn') {
      const coming = moves[i + 1];
      const within = coming?.do === 'work' && coming.from === said && said !== 'feeding';
      if (!within) parts.push(`yarn to ${move.to}`);
    } else if (move.do === 'work' && move.from === 'feeding') parts.push(runWords(move.run));
    else if (move.do === 'work' && move.from !== said) {
      said = move.from;
      const lead = moves[i - 1]?.do === 'yarn' ? '' : 'then ';
      const held = move.from === 'cableNeedle';
      const [runs, what] = held ? [step.held, GROUPS.held] : [step.centre?.runs ?? [], GROUPS.centre];
      parts.push(`${lead}${fromNeedle(runs, what)}`);
    }
  }
  return parts;
}

/** Any other way, move by move; what the head has said already is left out. */
function moveByMove(moves: readonly Move[], way: Way): string[] {
  const held = moves.find(({ do: does }) => does === 'hold');
  return moves.flatMap((move): string[] => {
    switch (move.do) {
      case 'hold':
        return move === held ? [] : [centreWords(move, way)];
      case 'yarn':
        return [`yarn to ${move.to}`];
      case 'work':
        return [runWords(move.run)];
      case 'putBack': {
        const centred = moves.filter(({ do: does }) => does === 'hold').length > 1;
        const first = moves.find(({ do: does }) => does === 'putBack') === move;
        return [`put the ${centred && first ? 'middle ' : ''}${move.count} back`];
      }
      case 'reachBack':
        return [`reach back for the ${move.count}`];
      case 'workSecond':
        return [`${VERBS[move.run.stitch]} it`];
      case 'workFirst':
        return [`${VERBS[move.run.stitch]} the first`];
      case 'dropBoth':
        return ['drop both'];
      case 'takeFar':
      case 'catchNear':
      case 'putFarBack':
      case 'slip':
      case 'slideOut':
        return [];
      default:
        return never(move);
    }
  });
}

/** What follows the first group: "purl 1, yarn to back, knit the held 2". */
export function restOfCrossing(step: CrossingStep, way: Way): string {
  const [first, ...more] = movesOf(step, way);
  const moves = first?.do === 'yarn' ? more : [first as Move, ...more];
  return (way === 'cableNeedle' ? offNeedle(step, moves) : moveByMove(moves, way)).join(', ');
}

/** A crossing whole, from where the yarn goes first to its last stitch. */
export const crossingWords = (step: CrossingStep, way: Way): string =>
  [beforeCrossing(step, way), holdWords(step, way), restOfCrossing(step, way)].filter(Boolean).join(', ');

/** A step whole; a crossing in brackets of its own, so that its end can be seen. */
export const stepWords = (step: Step, wayOf: WayOf): string =>
  step.kind === 'run'
    ? runWords(step.run)
    : step.kind === 'special'
      ? specialWords(step)
      : `(${crossingWords(step, wayOf(step))})`;

/** "2 plain, then cross" / "cross now". */
export const countdownWords = (plain: number) => (plain === 0 ? 'cross now' : `${plain} plain, then cross`);
