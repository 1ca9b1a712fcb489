/** Cautions for one crossing in words. */
import type { CrossingCaution } from '@core/cue/crossing-cautions';

export const CROSSING_CAUTION_WORDS: Readonly<Record<CrossingCaution, string>> = {
  tooManyToHang: 'Three stitches or more that hang free run down easily. Better hold them on something.',
  slipperyToHang: 'Slippery yarn does not hang safely. Hold the stitches on something.',
  wide: 'A wide crossing pulls hard: slide the groups close to the tips and work it slowly.',
  wideByHand: 'A wide crossing pulls hard: leave the loops roomy and work it slowly.',
  slippery: 'With slippery yarn a needle of wood or bamboo, or a closed marker, holds the group better.',
  splits: 'Go into the stitches from the side, purlwise, so that no strand is split and none is twisted.',
  doNotTug: 'Do not tug the next stitch to close the gap: it evens out by itself, at the latest in blocking.',
  snugPurl: 'Snug the purl that follows: the last knit before it likes to go loose.',
  needleChange:
    'Do not let the change from needle to needle fall inside it: move a stitch or two across beforehand.',
  thinTool:
    'The cable needle should be as thick as your needles or thinner; a thicker one stretches the stitches.',
};
