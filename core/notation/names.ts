/**
 * Names of stitches and crossings. A name is only a view of the data: written for the right side, worked by a
 * right hand. Two families: over/under counts ("2/2 RC", "2/1 LPC") and totals with the hold ("C4F", "T3B").
 */
import type { Cell, Crossing, Lean, Stitch } from '../stitch/types';
import { stitchesAfter } from '../stitch/cells';

export const FAMILIES = ['fraction', 'hold'] as const;
/** `fraction`: 2/2 RC, 2/1 LPC; `hold`: C4B, T3F. */
export type Family = (typeof FAMILIES)[number];

const times = (count: number, stitch: Stitch): Stitch[] => Array.from({ length: count }, () => stitch);

function cross(
  lean: Lean,
  over: number,
  under: number,
  underStitch: Stitch,
  overStitch: Stitch = 'knit',
): Crossing {
  return { kind: 'crossing', lean, over: times(over, overStitch), under: times(under, underStitch) };
}

/** Stitches named by a fixed word, as they look from the side they are worked on. */
const FIXED: Readonly<Record<string, Cell>> = {
  k2tog: { kind: 'decrease', of: 2, lean: 'right', face: 'knit' },
  ssk: { kind: 'decrease', of: 2, lean: 'left', face: 'knit' },
  p2tog: { kind: 'decrease', of: 2, lean: 'right', face: 'purl' },
  ssp: { kind: 'decrease', of: 2, lean: 'left', face: 'purl' },
  k3tog: { kind: 'decrease', of: 3, lean: 'right', face: 'knit' },
  sssk: { kind: 'decrease', of: 3, lean: 'left', face: 'knit' },
  p3tog: { kind: 'decrease', of: 3, lean: 'right', face: 'purl' },
  sssp: { kind: 'decrease', of: 3, lean: 'left', face: 'purl' },
  cdd: { kind: 'decrease', of: 3, lean: 'centre', face: 'knit' },
  cddp: { kind: 'decrease', of: 3, lean: 'centre', face: 'purl' },
  kfb: { kind: 'increase', how: 'frontBack', face: 'knit' },
  pfb: { kind: 'increase', how: 'frontBack', face: 'purl' },
  yo: { kind: 'increase', how: 'yarnOver' },
  m1l: { kind: 'increase', how: 'make', lean: 'left', face: 'knit' },
  m1r: { kind: 'increase', how: 'make', lean: 'right', face: 'knit' },
  m1p: { kind: 'increase', how: 'make', lean: 'left', face: 'purl' },
  m1rp: { kind: 'increase', how: 'make', lean: 'right', face: 'purl' },
  mb: { kind: 'bobble', face: 'knit' },
  mpb: { kind: 'bobble', face: 'purl' },
  'no stitch': { kind: 'noStitch' },
};
const ALSO: Readonly<Record<string, string>> = {
  s2kp: 'cdd',
  yfwd: 'yo',
  m1pl: 'm1p',
  m1pr: 'm1rp',
  'no st': 'no stitch',
};
const FIXED_KEYS = [...Object.keys(FIXED), ...Object.keys(ALSO)].sort((a, b) => b.length - a.length);
export const FIXED_PATTERN = new RegExp(`(${FIXED_KEYS.join('|')})(?![a-z0-9/])`);

export const fixedCell = (word: string): Cell =>
  FIXED[ALSO[word.toLowerCase()] ?? word.toLowerCase()] as Cell;

/** The fixed word for an in- or decrease, a bobble or a no-stitch as seen from the side it is worked on. */
export function fixedName(key: (cell: Cell) => string, cell: Cell): string | null {
  const wanted = key(cell);
  return Object.keys(FIXED).find((word) => key(FIXED[word] as Cell) === wanted) ?? null;
}

export const FRACTION_PATTERN = /(\d{1,2}) ?\/ ?(\d{1,2}) ?(rpc|lpc|rc|lc|rt|lt)(?![a-z0-9/])/;
export const HOLD_PATTERN = /([ct])(\d{1,2})([fb])(?![a-z0-9/])/;

/** "2/1 LPC": over count, under count, lean, P = the under group purled, T = the over group through the back loop. */
export function fractionCrossing(over: number, under: number, code: string): Crossing {
  const letters = code.toLowerCase();
  const lean: Lean = letters.startsWith('r') ? 'right' : 'left';
  if (letters.endsWith('t')) return cross(lean, over, under, 'knit', 'knitTbl');
  return cross(lean, over, under, letters.includes('pc') ? 'purl' : 'knit');
}

/**
 * "C4B", "T3F": the hold gives the lean. C splits an even total in half; T is knits over purls, 2 over the rest
 * of 3 or 4, 1 over 1 of 2. Other totals are read in more than one way and need a legend: null.
 */
export function holdCrossing(kind: string, total: number, hold: string): Crossing | null {
  const lean: Lean = hold.toLowerCase() === 'b' ? 'right' : 'left';
  if (total < 2) return null;
  if (kind.toLowerCase() === 'c') return total % 2 === 0 ? cross(lean, total / 2, total / 2, 'knit') : null;
  if (total > 4) return null;
  const over = total === 2 ? 1 : 2;
  return cross(lean, over, total - over, 'purl');
}

const all = (group: readonly Stitch[], stitch: Stitch) => group.every((s) => s === stitch);

function fractionName(c: Crossing): string | null {
  const counts = `${c.over.length}/${c.under.length}`;
  const letter = c.lean === 'right' ? 'R' : 'L';
  if (all(c.over, 'knit') && all(c.under, 'knit')) return `${counts} ${letter}C`;
  if (all(c.over, 'knit') && all(c.under, 'purl')) return `${counts} ${letter}PC`;
  if (all(c.over, 'knitTbl') && all(c.under, 'knit')) return `${counts} ${letter}T`;
  return null;
}

function holdName(c: Crossing): string | null {
  const hold = c.lean === 'right' ? 'B' : 'F';
  const total = stitchesAfter(c).length;
  if (!all(c.over, 'knit')) return null;
  if (all(c.under, 'knit')) return c.over.length === c.under.length ? `C${total}${hold}` : null;
  const usual = c.over.length === (total === 2 ? 1 : 2) && total <= 4;
  return usual && all(c.under, 'purl') ? `T${total}${hold}` : null;
}

/** The name of a crossing in a family, as seen from the side it is worked on; null if the family has none. */
export function crossingName(crossing: Crossing, family: Family): string | null {
  if (crossing.centre) return null;
  return family === 'fraction' ? fractionName(crossing) : holdName(crossing);
}

/** Names that are used in more than one sense, with the senses to choose from. */
export function ambiguousMeanings(word: string): readonly string[] | null {
  const hold = /^([ct])(\d{1,2})([fb])$/i.exec(word);
  if (hold) {
    const total = Number(hold[2]);
    const lean = /b/i.test(hold[3] as string) ? 'R' : 'L';
    const purl = /t/i.test(hold[1] as string) ? 'P' : '';
    const large = Math.ceil(total / 2);
    return [`${large}/${total - large} ${lean}${purl}C`, `${total - large}/${large} ${lean}${purl}C`];
  }
  return /^m1$/i.test(word) ? ['M1L', 'M1R'] : null;
}
