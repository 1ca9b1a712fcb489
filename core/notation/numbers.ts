/** Numbers as figures or as words, up to twenty. */
const WORDS = [
  'zero', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve', 'thirteen',
  'fourteen', 'fifteen', 'sixteen', 'seventeen', 'eighteen', 'nineteen', 'twenty',
]; // prettier-ignore
const ORDINALS = ['', 'first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth', 'ninth', 'tenth', 'eleventh', 'twelfth']; // prettier-ignore

const longestFirst = (words: readonly string[]) =>
  words.filter((word) => word !== '').sort((a, b) => b.length - a.length);

/** Source of a pattern for a count; one capturing group, no word boundary behind it. */
export const COUNT = `(\\d{1,6}|${longestFirst(WORDS).join('|')})`;
/** Source of a pattern for "3rd" or "third"; one capturing group. */
export const ORDINAL = `(\\d{1,4} ?(?:st|nd|rd|th)|${longestFirst(ORDINALS).join('|')})`;
/** Source of a pattern for "3 times", "three times", "x 3", "3x", "twice"; four capturing groups. */
export const TIMES = `(?:x ?(\\d{1,6})|${COUNT} ?(?:x|times)|(once|twice|thrice))(?![a-z0-9])`;

const MULTIPLES: Readonly<Record<string, number>> = { once: 1, twice: 2, thrice: 3 };

export function countOf(word: string): number {
  const lower = word.toLowerCase().trim();
  const named = WORDS.indexOf(lower);
  const ordinal = ORDINALS.indexOf(lower);
  return named >= 0 ? named : ordinal > 0 ? ordinal : (MULTIPLES[lower] ?? Number.parseInt(lower, 10));
}

/** The count in a match of {@link TIMES} whose groups begin at `first`. */
export const timesOf = (found: RegExpExecArray, first = 1): number =>
  countOf((found[first] ?? found[first + 1] ?? found[first + 2]) as string);
