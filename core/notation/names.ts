/**
 * Names of stitches and crossings. A name is only a view of the data: written for the right side, worked by a
 * right hand. This file writes them; crossing-names.ts reads them, far more widely.
 */
import type { Cell, Crossing, Depth, Lean, Stitch } from '../stitch/types';
import { stitchesAfter } from '../stitch/cells';

export const FAMILIES = ['fraction', 'hold', 'lean', 'words'] as const;
/** `fraction`: 2/2 RC, 2/1 LPC; `hold`: C4B, T3F; `lean`: C4R, T3L; `words`: 2 over 2 right cross. */
export type Family = (typeof FAMILIES)[number];

/** Where a centre is held, or lies. */
export const DEPTH_WORDS: Readonly<Record<Depth, string>> = {
  below: 'behind all',
  between: 'between',
  above: 'in front of all',
};

const times = (count: number, stitch: Stitch): Stitch[] => Array.from({ length: count }, () => stitch);

export function cross(
  lean: Lean,
  over: number,
  under: number,
  underStitch: Stitch,
  overStitch: Stitch = 'knit',
): Crossing {
  return { kind: 'crossing', lean, over: times(over, overStitch), under: times(under, underStitch) };
}

/** Stitches named by a fixed word, as they look from the side they are worked on. */
export const FIXED: Readonly<Record<string, Cell>> = {
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
  s2kp2: 'cdd',
  'k2tog tbl': 'ssk',
  k2togtbl: 'ssk',
  'p2tog tbl': 'ssp',
  p2togtbl: 'ssp',
  yfwd: 'yo',
  yrn: 'yo',
  m1pl: 'm1p',
  m1lp: 'm1p',
  m1pr: 'm1rp',
  'no st': 'no stitch',
  'make bobble': 'mb',
  'yarn over': 'yo',
  'make one right': 'm1r',
  'make 1 right': 'm1r',
  'm1 right': 'm1r',
  'make one left': 'm1l',
  'make 1 left': 'm1l',
  'm1 left': 'm1l',
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

const all = (group: readonly Stitch[], stitch: Stitch) => group.every((s) => s === stitch);

function fractionName(c: Crossing): string | null {
  const counts = `${c.over.length}/${c.under.length}`;
  const letter = c.lean === 'right' ? 'R' : 'L';
  if (all(c.over, 'knit') && all(c.under, 'knit')) return `${counts} ${letter}C`;
  if (all(c.over, 'knit') && all(c.under, 'purl')) return `${counts} ${letter}PC`;
  return null;
}

function wordName(c: Crossing): string | null {
  if (!all(c.over, 'knit') || !(all(c.under, 'knit') || all(c.under, 'purl'))) return null;
  const purl = all(c.under, 'purl') ? 'purl ' : '';
  return `${c.over.length} over ${c.under.length} ${c.lean} ${purl}cross`;
}

function totalName(c: Crossing, letter: string): string | null {
  const total = stitchesAfter(c).length;
  if (!all(c.over, 'knit')) return null;
  if (all(c.under, 'knit')) return c.over.length === c.under.length ? `C${total}${letter}` : null;
  const usual = c.over.length === 2 && (total === 3 || total === 4);
  return usual && all(c.under, 'purl') ? `T${total}${letter}` : null;
}

/** The name of a crossing in a family, as seen from the side it is worked on; null if the family has none. */
export function crossingName(crossing: Crossing, family: Family): string | null {
  if (crossing.centre) return null;
  const right = crossing.lean === 'right';
  switch (family) {
    case 'fraction':
      return fractionName(crossing);
    case 'words':
      return wordName(crossing);
    case 'hold':
      return totalName(crossing, right ? 'B' : 'F');
    case 'lean':
      return totalName(crossing, right ? 'R' : 'L');
  }
}
