/** How many stitches the items of a row take, where their words alone tell. */
import { takes } from '../stitch/cells';
import type { Item, Meaning } from './syntax';

export const widthOf = (meaning: Meaning): number =>
  meaning.kind === 'picture'
    ? takes(meaning.cell)
    : meaning.words.held.length + meaning.words.then.length + (meaning.words.centre?.stitches.length ?? 0);

export const widthOfItems = (items: readonly Item[]): number =>
  items.reduce((sum, item) => {
    if (item.kind === 'cell') return sum + takes(item.cell) * item.count;
    if (item.kind === 'slip' || item.kind === 'texture') return sum + item.count;
    if (item.kind === 'named') return sum + widthOf(item.meaning);
    return item.kind === 'group' ? sum + widthOfItems(item.items) * (item.times[0] ?? 1) : sum;
  }, 0);

/** Where the last items that take so many stitches begin; -1 if no whole number of items does. */
export function lastOf(items: readonly Item[], stitches: number): number {
  for (let at = items.length; at >= 0; at -= 1) {
    const taken = widthOfItems(items.slice(at));
    if (taken === stitches && at < items.length) return at;
    if (taken > stitches) return -1;
  }
  return -1;
}
