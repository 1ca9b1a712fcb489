/** The moves of a crossing, and where the work rests, in a knitter's words and for her hand. */
import type { Resting } from '@core/cue/resting';
import type { Holder, Move, Way } from '@core/cue/technique';
import { never } from '@core/result';
import type { Depth, Direction, Hold } from '@core/stitch/types';
import { facedDirection } from '@core/stitch/working';
import type { WayOf } from '~/knitter/settings';
import { runWords, stepWords } from './cue';
import { lineOf, plural, stitches } from './numbers';

export const WAY_WORDS: Readonly<Record<Way, string>> = {
  cableNeedle: 'with a cable needle',
  marker: 'with a marker or safety pin',
  reorder: 'without: put in order first',
  slipBack: 'without: slip and reach back',
  secondFirst: 'without: second stitch first',
  hangFree: 'without: let it hang free',
};

/** Thick yarn that is worked by hand waits on whatever is long and smooth. */
export const wayWords = (way: Way, byHand: boolean) =>
  byHand && way === 'cableNeedle' ? 'with a holder: a stick or a length of waste yarn' : WAY_WORDS[way];

const HOLDER_WORDS: Readonly<Record<Holder, string>> = {
  cableNeedle: 'the cable needle',
  secondNeedle: 'a second cable needle',
  marker: 'a marker',
  secondMarker: 'a second marker',
  air: 'nothing',
  secondAir: 'nothing',
};
const holderWords = (on: Holder, byHand: boolean) =>
  byHand ? HOLDER_WORDS[on].replace('cable needle', 'holder') : HOLDER_WORDS[on];

const PLACES: Readonly<Record<Depth | Hold, string>> = {
  front: 'at the front',
  back: 'at the back',
  above: 'in front of all',
  below: 'behind all',
  between: 'between the two',
};

/** What holds the stitches: needles, or hands that work thick yarn without any. */
export type Needles = { readonly feeding: string; readonly taking: string; readonly byHand: boolean };

/** Stitches gather where the row goes on from: worked from right to left, as she sees it, on the right needle. */
export function needlesOf(faced: Direction, byHand: boolean): Needles {
  const what = byHand ? 'hand' : 'needle';
  const [feeding, taking] = faced === 'rightToLeft' ? ['left', 'right'] : ['right', 'left'];
  return { feeding: `${feeding} ${what}`, taking: `${taking} ${what}`, byHand };
}

const hangs = (on: Holder) => on === 'air' || on === 'secondAir';

export function moveWords(move: Move, { feeding, taking, byHand }: Needles): string {
  switch (move.do) {
    case 'hold':
      return hangs(move.on)
        ? `let the next ${move.count} slide off and hang ${PLACES[move.where]}`
        : `slip the next ${move.count} to ${holderWords(move.on, byHand)}, ${PLACES[move.where]}`;
    case 'yarn':
      return `yarn to the ${move.to}`;
    case 'work':
      return move.from === 'feeding'
        ? runWords(move.run)
        : `${runWords(move.run)} from ${holderWords(move.from, byHand)}`;
    case 'putBack':
      return `put the ${move.from.startsWith('second') ? 'middle ' : ''}${move.count} back on the ${feeding}, not twisted`;
    case 'takeFar':
      return `with the ${taking}, passing in ${move.passing === 'front' ? 'front of' : 'back of'} the next ${move.free}, go into the ${move.count} after them, and let all ${move.free + move.count} slide off the ${feeding}`;
    case 'catchNear':
      return `catch the hanging ${move.count} ${PLACES[move.where]} with the ${feeding}`;
    case 'putFarBack':
      return `put the other ${move.count} back on the ${feeding}: now they stand in crossed order`;
    case 'slip':
      return `slip the next ${move.count} to the ${taking}`;
    case 'reachBack':
      return `reach with the ${feeding} into the waiting ${move.count}, ${PLACES[move.where]} of the work`;
    case 'slideOut':
      return `pinch the base, slide the ${taking} out of all ${move.waiting + move.worked}, and catch the ${move.worked} that are worked`;
    case 'workSecond':
      return `reach in ${move.passing === 'front' ? 'front of' : 'back of'} the first stitch and ${runWords(move.run)}: the second one; leave both where they are`;
    case 'workFirst':
      return `${runWords(move.run)}: the first one`;
    case 'dropBoth':
      return `let both slide off the ${feeding}`;
    default:
      return never(move);
  }
}

const waits = ({ waiting }: NonNullable<Resting['within']>, byHand: boolean) =>
  waiting.map(({ on, where, loops }) =>
    hangs(on)
      ? `${loops.length} hang free ${PLACES[where]}`
      : `${loops.length} wait on ${holderWords(on, byHand)}, ${PLACES[where]}`,
  );

export type RestingHow = {
  readonly byHand: boolean;
  readonly wayOf: WayOf;
  readonly round: boolean;
};

/** What a knitter must know to go on, sentence by sentence. `byHand`: thick yarn worked without needles. */
export function restingWords(resting: Resting, { byHand, wayOf, round }: RestingHow): string[] {
  const line = lineOf(round);
  const { side, worked, takes, yarn, last, next, within } = resting;
  const needles = needlesOf(facedDirection(resting), byHand);
  const hangs = byHand
    ? worked > 0
      ? 'The yarn hangs from the last loop worked.'
      : `The yarn hangs at the start of the ${line}.`
    : `The yarn hangs from the ${needles[yarn]}.`;
  const lines = [
    hangs,
    `The ${side === 'RS' ? 'right' : 'wrong'} side faces you.`,
    worked === 0 && !within
      ? `Nothing of this ${line} is worked yet.`
      : `${worked} of ${stitches(takes)} ${plural(worked, 'is', 'are')} worked.`,
  ];
  if (within?.done) {
    lines.push(
      `You are in the midst of a crossing (${next?.panel.name}): last you did “${moveWords(within.done, needles)}”.`,
    );
    for (const wait of waits(within, byHand)) lines.push(`${wait}.`);
    if (within.next) lines.push(`Next: ${moveWords(within.next, needles)}.`);
  } else {
    if (last) lines.push(`Last worked: ${stepWords(last.step, wayOf)} (${last.panel.name}).`);
    lines.push(
      next ? `Next: ${stepWords(next.step, wayOf)} (${next.panel.name}).` : `The ${line} is at its end.`,
    );
  }
  return lines;
}
