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

function specialWords(cell: Cell, count: number): string {
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
      return `yarn to the ${motion.to}`;
    case 'work':
      return runWords(motion.run);
    default:
      return never(motion);
  }
}

/** The hold, huge: "2 to the BACK". */
export const holdWords = (step: CrossingStep) => `${step.heldCount} to the ${step.hold.toUpperCase()}`;

export const stepWords = (step: Step): string =>
  step.kind === 'run' ? runWords(step.run) : step.kind === 'special' ? specialWords(step.cell, step.count) : holdWords(step);

/** What follows the hold: "knit 2, then from the cable needle: purl 1". */
export function restOfCrossing(step: CrossingStep): string {
  let from = 'leftNeedle';
  const parts = step.motions.slice(1).map((motion, i, all) => {
    const coming = motion.do === 'yarn' ? all[i + 1] : motion;
    const source = coming?.do === 'work' ? coming.from : from;
    const change = source !== from;
    from = source;
    const lead = !change ? '' : source === 'cableNeedle' ? 'then from the cable needle: ' : 'then from the second needle: ';
    return `${lead}${motionWords(motion)}`;
  });
  return parts.join(', ');
}

/** "2 plain, then cross" / "cross now". */
export const countdownWords = (plain: number) => (plain === 0 ? 'cross now' : `${plain} plain, then cross`);
