/** Naming families, shown by their own names. */
import type { Family } from '@core/notation/names';

export const FAMILY_WORDS: Readonly<Record<Family, string>> = {
  fraction: '2/2 RC, 2/1 LPC',
  hold: 'C4B, T3F',
  lean: 'C4R, T3L',
  words: '2 over 2 right cross',
};
