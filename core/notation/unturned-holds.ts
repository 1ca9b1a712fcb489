/**
 * In unturned work every second row runs from left to right. "Hold 2 in back" then makes a left lean where the hands do
 * as told, and a right lean where the designer means the crossing that turned work would show. The text says which, or
 * it is asked once.
 */
import type { Cell } from '../stitch/types';
import { crossingOfWords, wordsOfCrossing } from '../stitch/working';
import type { TextSpan } from './problems';
import type { Item, Meaning } from './syntax';

export const HOLDS = ['hands', 'picture'] as const;
/** `hands`: a hold is done as it is said, in every row. `picture`: it stands for the lean that it has in turned work. */
export type Holds = (typeof HOLDS)[number];

/** The sentences by which a text says so. */
export const HOLDS_SENTENCES: Readonly<Record<Holds, string>> = {
  hands: 'Holds are done as they are said, in every row.',
  picture: 'Holds are named as in turned work.',
};

export function saidHolds(line: string): Holds | null {
  if (/\bholds are done as (?:they are )?said\b/i.test(line)) return 'hands';
  return /\bholds are named as in turned work\b/i.test(line) ? 'picture' : null;
}

const FROM_RIGHT = { side: 'RS', direction: 'rightToLeft' } as const;
const FROM_LEFT = { side: 'RS', direction: 'leftToRight' } as const;

/** What a crossing told by a hold becomes in a row from left to right, either way. */
export function heldFromLeft(meaning: Meaning, holds: Holds): Cell {
  if (meaning.kind === 'words')
    return crossingOfWords(meaning.words, holds === 'hands' ? FROM_LEFT : FROM_RIGHT);
  const { cell } = meaning;
  if (cell.kind !== 'crossing' || !meaning.byHold || holds === 'picture') return cell;
  return crossingOfWords(wordsOfCrossing(cell, FROM_RIGHT), FROM_LEFT);
}

const toldByHold = (meaning: Meaning) => meaning.kind === 'words' || meaning.byHold === true;

/** The first crossing among the items that is told by where it is held. */
export function firstHeld(
  items: readonly Item[],
): { readonly meaning: Meaning; readonly span: TextSpan } | null {
  for (const item of items) {
    if (item.kind === 'named' && toldByHold(item.meaning)) return item;
    const inside = item.kind === 'group' || item.kind === 'repeat' ? firstHeld(item.items) : null;
    if (inside) return inside;
  }
  return null;
}
