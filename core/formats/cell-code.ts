/**
 * Cells as short words, for files: `k p kt pt s sf` (through the back; slipped, float behind or in front), the fixed
 * names of increases and decreases, `none`, and crossings as lean, over / under, listed from the right as they lie
 * afterwards: `right:kk/kk`, `left:kk/p`, `right:kk/kk+p@below`.
 */
import { cellKey } from '../stitch/cells';
import type { Cell, Crossing, Depth, Lean, Stitch } from '../stitch/types';
import { FIXED, fixedName } from '../notation/names';

const WORD: Readonly<Record<Stitch, string>> = {
  knit: 'k',
  purl: 'p',
  knitTbl: 'kt',
  purlTbl: 'pt',
  slipBehind: 's',
  slipBefore: 'sf',
};
const LETTER: Readonly<Record<Stitch, string>> = {
  knit: 'k',
  purl: 'p',
  knitTbl: 't',
  purlTbl: 'u',
  slipBehind: 's',
  slipBefore: 'f',
};
const stitchOf = (table: Readonly<Record<Stitch, string>>, word: string) =>
  (Object.keys(table) as Stitch[]).find((stitch) => table[stitch] === word);

const FIXED_WORDS = Object.keys(FIXED).filter((word) => word !== 'no stitch');
const CROSSING =
  /^(left|right):([kptusf]{1,40})\/([kptusf]{1,40})(?:\+([kptusf]{1,40})@(above|between|below))?$/;
/** Every cell code matches this. */
export const CELL_CODE = new RegExp(
  `^(?:k|p|kt|pt|s|sf|none|off|${FIXED_WORDS.join('|')}|(?:left|right):[kptusf]{1,40}/[kptusf]{1,40}(?:\\+[kptusf]{1,40}@(?:above|between|below))?)$`,
);

const letters = (group: readonly Stitch[]) => group.map((stitch) => LETTER[stitch]).join('');
const groupOf = (word: string) => [...word].map((letter) => stitchOf(LETTER, letter) as Stitch);

function crossingCode({ lean, over, under, centre }: Crossing): string {
  const middle = centre ? `+${letters(centre.stitches)}@${centre.depth}` : '';
  return `${lean}:${letters(over)}/${letters(under)}${middle}`;
}

export function cellCode(cell: Cell): string {
  if (cell.kind === 'stitch') return WORD[cell.stitch];
  if (cell.kind === 'crossing') return crossingCode(cell);
  if (cell.kind === 'bindOff') return 'off';
  return cell.kind === 'noStitch' ? 'none' : (fixedName(cellKey, cell) as string);
}

/** Null for a word that is no cell. */
export function cellOfCode(code: string): Cell | null {
  const stitch = stitchOf(WORD, code);
  if (stitch) return { kind: 'stitch', stitch };
  if (code === 'none') return { kind: 'noStitch' };
  if (code === 'off') return { kind: 'bindOff' };
  if (FIXED_WORDS.includes(code)) return FIXED[code] as Cell;
  const found = CROSSING.exec(code);
  if (!found) return null;
  const [, lean, over, under, centre, depth] = found as unknown as [
    string,
    Lean,
    string,
    string,
    string?,
    Depth?,
  ];
  return {
    kind: 'crossing',
    lean,
    over: groupOf(over),
    under: groupOf(under),
    ...(centre && depth && { centre: { stitches: groupOf(centre), depth } }),
  };
}
