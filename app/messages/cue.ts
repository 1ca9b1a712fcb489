/** A row in a knitter's words. */
import type { CrossingStep, Motion, Step } from '@core/cue/steps';
import type { Run } from '@core/stitch/runs';
import type { Cell } from '@core/stitch/types';
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

export function motionWords(motion: Motion): string {
  switch (motion.do) {
    case 'hold':
      return `${motion.count} to the cable needle, hold at the ${motion.where}`;
    case 'holdCentre':
      return `next ${motion.count} to a second needle, ${motion.where === 'between' ? 'between the two' : motion.where === 'above' ? 'in front of all' : 'behind all'}`;
    case 'yarn':
      return `yarn to ${motion.to}`;
    case 'work':
      return runWords(motion.run);
    default:
      return never(motion);
  }
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

/** What follows the hold: "purl 1, yarn to back, knit the held 2". */
export function restOfCrossing(step: CrossingStep): string {
  const works = step.motions.filter((motion) => motion.do === 'work');
  const parts: string[] = [];
  let said = 'leftNeedle';
  for (const [i, motion] of step.motions.entries()) {
    const coming = step.motions.slice(i).find((m) => m.do === 'work');
    if (motion.do === 'hold' || !coming) continue;
    const within = coming.from === said && said !== 'leftNeedle';
    if (within && motion.do !== 'holdCentre') continue;
    if (motion.do === 'work' && motion.from !== 'leftNeedle') {
      said = motion.from;
      const runs = works.filter(({ from }) => from === motion.from).map(({ run }) => run);
      const lead = step.motions[i - 1]?.do === 'yarn' ? '' : 'then ';
      parts.push(`${lead}${fromNeedle(runs, motion.from === 'cableNeedle' ? 'the held' : 'the middle')}`);
    } else parts.push(motionWords(motion));
  }
  return parts.join(', ');
}

/** "2 plain, then cross" / "cross now". */
export const countdownWords = (plain: number) => (plain === 0 ? 'cross now' : `${plain} plain, then cross`);
