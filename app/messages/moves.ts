/** The moves of a crossing, and where the work rests, in a knitter's words and for her hand. */
import type { Resting } from '@core/cue/resting';
import type { Holder, Move, Way } from '@core/cue/technique';
import { never } from '@core/result';
import type { Depth, Hand, Hold } from '@core/stitch/types';
import { runWords, stepWords } from './cue';

export const WAY_WORDS: Readonly<Record<Way, string>> = {
  cableNeedle: 'with a cable needle',
  marker: 'with a marker or safety pin',
  reorder: 'without: put in order first',
  slipBack: 'without: slip and reach back',
  secondFirst: 'without: second stitch first',
  hangFree: 'without: let it hang free',
};

const HOLDER_WORDS: Readonly<Record<Holder, string>> = {
  cableNeedle: 'the cable needle',
  secondNeedle: 'a second cable needle',
  marker: 'a marker',
  secondMarker: 'a second marker',
  air: 'nothing',
};
const PLACES: Readonly<Record<Depth | Hold, string>> = {
  front: 'at the front',
  back: 'at the back',
  above: 'in front of all',
  below: 'behind all',
  between: 'between the two',
};

/** How the two needles are called: worked stitches gather on the right one, for a left-handed knitter on the left. */
export const needlesOf = (hand: Hand) =>
  hand === 'right' ? { feeding: 'left', taking: 'right' } : { feeding: 'right', taking: 'left' };

export function moveWords(move: Move, hand: Hand): string {
  const { feeding, taking } = needlesOf(hand);
  switch (move.do) {
    case 'hold':
      return move.on === 'air'
        ? `let the next ${move.count} slide off and hang ${PLACES[move.where]}`
        : `slip the next ${move.count} to ${HOLDER_WORDS[move.on]}, ${PLACES[move.where]}`;
    case 'yarn':
      return `yarn to the ${move.to}`;
    case 'work':
      return move.from === 'feeding'
        ? runWords(move.run)
        : `${runWords(move.run)} from ${HOLDER_WORDS[move.from]}`;
    case 'putBack':
      return `put the ${move.count} back on the ${feeding} needle, not twisted`;
    case 'takeFar':
      return `with the ${taking} needle, passing in ${move.passing === 'front' ? 'front of' : 'back of'} the next ${move.free}, go into the ${move.count} after them, and let all ${move.free + move.count} slide off the ${feeding} needle`;
    case 'catchNear':
      return `catch the hanging ${move.count} ${PLACES[move.where]} with the ${feeding} needle`;
    case 'putFarBack':
      return `put the other ${move.count} back on the ${feeding} needle: now they stand in crossed order`;
    case 'slip':
      return `slip the next ${move.count} to the ${taking} needle`;
    case 'reachBack':
      return `reach with the ${feeding} needle into the ${move.count} that wait, ${PLACES[move.where]} of the work`;
    case 'slideOut':
      return `pinch the base, slide the ${taking} needle out of all ${move.waiting + move.worked}, and catch the ${move.worked} that are worked`;
    case 'workSecond':
      return `reach in ${move.passing === 'front' ? 'front of' : 'back of'} the first stitch and ${runWords(move.run)}: the second one; leave both on the needle`;
    case 'dropBoth':
      return 'let both slide off';
    default:
      return never(move);
  }
}

const waits = ({ waiting }: NonNullable<Resting['within']>) =>
  waiting.map(({ on, where, loops }) =>
    on === 'air'
      ? `${loops.length} hang free ${PLACES[where]}`
      : `${loops.length} wait on ${HOLDER_WORDS[on]}, ${PLACES[where]}`,
  );

/** What a knitter must know to go on, sentence by sentence. `byHand`: thick yarn worked without needles. */
export function restingWords(resting: Resting, hand: Hand, byHand: boolean): string[] {
  const { side, worked, takes, yarn, last, next, within } = resting;
  const needles = needlesOf(hand);
  const hangs = byHand
    ? worked > 0
      ? 'The yarn hangs from the last loop worked.'
      : 'The yarn hangs at the start of the row.'
    : `The yarn hangs from the ${needles[yarn]} needle.`;
  const lines = [
    hangs,
    `The ${side === 'RS' ? 'right' : 'wrong'} side faces you.`,
    worked === 0 && !within
      ? 'Nothing of this row is worked yet.'
      : `${worked} of ${takes} stitches are worked.`,
  ];
  if (within?.done) {
    lines.push(
      `You are in the midst of a crossing (${next?.panel.name}): last you did “${moveWords(within.done, hand)}”.`,
    );
    for (const wait of waits(within)) lines.push(`${wait}.`);
    if (within.next) lines.push(`Next: ${moveWords(within.next, hand)}.`);
  } else {
    if (last) lines.push(`Last worked: ${stepWords(last.step)} (${last.panel.name}).`);
    lines.push(next ? `Next: ${stepWords(next.step)} (${next.panel.name}).` : 'The row is at its end.');
  }
  return lines;
}
