/** A row in a knitter's words. */
import type { CrossingStep, Step } from '@core/cue/steps';
import { movesOf, type Move } from '@core/cue/technique';
import type { Run } from '@core/stitch/runs';
import type { Cell, Depth, Hold } from '@core/stitch/types';
import { cellKey } from '@core/stitch/cells';
import { fixedName } from '@core/notation/names';
import { never } from '@core/result';

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
      return `slip ${count}, yarn at the back`;
    case 'slipBefore':
      return `slip ${count}, yarn in front`;
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
  m1p: 'make 1 purl',
  m1rp: 'make 1 purl, to the right',
  cdd: 'centred double decrease',
  cddp: 'centred double decrease, purled',
};

export function specialWords(cell: Cell, count: number): string {
  if (cell.kind === 'bindOff') return `bind off ${count}`;
  const name = fixedName(cellKey, cell) ?? '';
  return `${SPECIAL_WORDS[name] ?? name}${count > 1 ? `, ${count} times` : ''}`;
}

/** The hold, huge: "2 to the BACK". */
export const holdWords = (step: CrossingStep) => `${step.heldCount} to the ${step.hold.toUpperCase()}`;

export const stepWords = (step: Step): string =>
  step.kind === 'run'
    ? runWords(step.run)
    : step.kind === 'special'
      ? specialWords(step.cell, step.count)
      : holdWords(step);

const VERBS: Readonly<Record<Run['stitch'], string>> = {
  knit: 'knit',
  purl: 'purl',
  knitTbl: 'knit through the back',
  purlTbl: 'purl through the back',
  slipBehind: 'slip, yarn at the back,',
  slipBefore: 'slip, yarn in front,',
};

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
const centreWords = ({ count, where }: Extract<Move, { do: 'hold' }>) =>
  `next ${count} to a second needle, ${CENTRE_PLACES[where]}`;

/** What follows the hold: "purl 1, yarn to back, knit the held 2". */
export function restOfCrossing(step: CrossingStep): string {
  const moves = movesOf(step, 'cableNeedle');
  const parts: string[] = [];
  let said = 'feeding';
  for (const [i, move] of moves.entries()) {
    if (i === 0) continue;
    if (move.do === 'hold') parts.push(centreWords(move));
    else if (move.do === 'yarn') {
      const coming = moves[i + 1];
      const within = coming?.do === 'work' && coming.from === said && said !== 'feeding';
      if (!within) parts.push(`yarn to ${move.to}`);
    } else if (move.do === 'work' && move.from === 'feeding') parts.push(runWords(move.run));
    else if (move.do === 'work' && move.from !== said) {
      said = move.from;
      const lead = moves[i - 1]?.do === 'yarn' ? '' : 'then ';
      const held = move.from === 'cableNeedle';
      parts.push(
        `${lead}${fromNeedle(held ? step.held : (step.centre?.runs ?? []), held ? 'the held' : 'the middle')}`,
      );
    }
  }
  return parts.join(', ');
}

/** "2 plain, then cross" / "cross now". */
export const countdownWords = (plain: number) => (plain === 0 ? 'cross now' : `${plain} plain, then cross`);
