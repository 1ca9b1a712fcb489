/** Cautions in words. */
import { never } from '@core/result';
import type { Caution } from '@core/plan/cautions';

export function cautionWords(caution: Caution): string {
  switch (caution) {
    case 'joinInTheRound':
      return 'Join only when the cast-on edge lies all on the inside of the needle and is nowhere twisted; hang a marker of another colour at the start of the round.';
    case 'needleChange':
      return 'Do not let the change from needle to needle fall inside a crossing, or between a knit and a purl: move a stitch or two across beforehand.';
    case 'wideCrossing':
      return 'Crossings of 3 over 3 and more pull hard. Work them slowly, slide the groups close to the tips, and do not tug the next stitch to close the gap.';
    case 'looseKnit':
      return 'The last knit before a purl, at a cable’s left edge, likes to go loose: snug the purl after it.';
    case 'slippedFloats':
      return 'Floats behind or before slipped stitches must stay loose. Purling one that should be slipped spoils the drawn-up line.';
    case 'curls':
      return 'A piece that is all Vs on the right side curls. Give it a border.';
    case 'lifeline':
      return 'A lifeline is a smooth thread through all stitches of a plain row: best not through a crossing row, and never through the markers.';
    case 'block':
      return 'Blocking evens out crossings and opens the fabric. Steam, hot water, needles and pins: take the usual care.';
    case 'pauses':
      return 'A short pause every 30 to 45 minutes is kind to wrists and thumbs. Pain that stays is for a doctor.';
    default:
      return never(caution);
  }
}
