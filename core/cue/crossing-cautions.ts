/** The cautions that fit one crossing, the weightiest first. Common practice, no published source. */
import type { NeedleKind } from '../piece/making';
import type { RowCue } from './cue';
import type { CrossingStep, Step } from './steps';
import type { Way } from './technique';

export const CROSSING_CAUTIONS = [
  'tooManyToHang',
  'slipperyToHang',
  'wide',
  'wideByHand',
  'slippery',
  'splits',
  'doNotTug',
  'snugPurl',
  'needleChange',
  'thinTool',
] as const;
export type CrossingCaution = (typeof CROSSING_CAUTIONS)[number];

/** Groups of this many stitches pull hard, and do not hang safely. */
const WIDE = 3;

const endsKnit = ({ held }: CrossingStep) => held[held.length - 1]?.stitch.startsWith('knit') === true;
const isPurl = (step: Step | undefined) => step?.kind === 'run' && step.run.stitch.startsWith('purl');

/** The group worked right after a crossing, in the panel or the next one. */
export function nextAfter(cue: RowCue, crossing: CrossingStep): Step | undefined {
  const all = cue.panels.flatMap(({ steps }) => steps);
  return all[all.indexOf(crossing) + 1];
}

/** @param next what is worked after it; `needle` is `hands` where thick yarn is worked without any */
export function crossingCautions(
  step: CrossingStep,
  way: Way,
  { next, slippery, needle }: { next: Step | undefined; slippery: boolean; needle: NeedleKind | null },
): CrossingCaution[] {
  const { heldCount, thenCount } = step;
  const wide = heldCount >= WIDE && thenCount >= WIDE;
  const byHand = needle === 'hands';
  const fits: Readonly<Record<CrossingCaution, boolean>> = {
    tooManyToHang: way === 'hangFree' && heldCount >= WIDE,
    slipperyToHang: way === 'hangFree' && slippery,
    wide: wide && !byHand,
    wideByHand: wide && byHand,
    slippery: slippery && way !== 'hangFree' && !byHand,
    splits: way === 'reorder' || way === 'slipBack' || way === 'secondFirst',
    doNotTug: heldCount + thenCount >= 2 * WIDE - 1,
    snugPurl: endsKnit(step) && isPurl(next),
    needleChange: needle === 'doublePointed' || needle === 'magicLoop',
    thinTool: way === 'cableNeedle' && !byHand,
  };
  return CROSSING_CAUTIONS.filter((caution) => fits[caution]);
}
