/** What a crossing is compared with, in words. */
import type { Likeness, Neighbour } from '@core/cue/likeness';
import { LEAN_WORDS } from '~/ui/lean';
import type { Line } from './numbers';

const alike = ({ like }: Neighbour) => (like ? 'like' : 'the opposite of');

/** A few words for the cue: "like row 57", "opposite of row 57". */
export function likeShort({ below, beside }: Likeness, line: Line): string | null {
  const { like, row } = below ?? beside ?? { like: true, row: null };
  return row === null ? null : `${like ? 'like' : 'opposite of'} ${line} ${row}`;
}

export function likenessWords({ below, beside }: Likeness, line: Line): string[] {
  const lines: string[] = [];
  if (below)
    lines.push(
      `The crossing straight below it, in ${line} ${below.row}, ${LEAN_WORDS[below.lean]}: this one is ${alike(below)} it.`,
    );
  if (beside)
    lines.push(
      `The one beside it, in ${line} ${beside.row}, ${LEAN_WORDS[beside.lean]}: this one is ${alike(beside)} it.`,
    );
  if (lines.length === 0)
    lines.push('It is the first crossing of these stitches: nothing below to compare it with.');
  return lines;
}
