/** Words for what a pasted text gets wrong: what is there, and what to do about it. */
import type { LinearForm } from '@core/chart/row';
import type { NotationProblem, Problem } from '@core/notation/problems';
import { never } from '@core/result';

const sts = (count: number) => `${count} ${count === 1 ? 'stitch' : 'stitches'}`;

/** "8 stitches", of one repeat; "8 stitches per repeat plus 2". */
export function formWords({ base, perRepeat }: LinearForm): string {
  if (perRepeat === 0) return sts(base);
  if (base === 0) return sts(perRepeat);
  return `${sts(perRepeat)} per repeat ${base > 0 ? 'plus' : 'minus'} ${Math.abs(base)}`;
}

function words(p: Problem): string {
  switch (p.code) {
    case 'no-rows':
      return 'No rows found. Write each row like “Row 1 (RS): p2, k4, p2.”';
    case 'text-too-long':
      return `The text is longer than ${p.most} characters. Paste one panel at a time.`;
    case 'stray-line':
      return `“${p.text}” holds stitches but belongs to no row. Begin it with “Row …:”, or leave no blank line before it.`;
    case 'header-not-understood':
      return `“${p.text}” begins like a row, but its numbers are not clear. Write “Row 3:”, “Rows 2, 4 and 6:” or “Row 2 and all WS rows:”.`;
    case 'legend-not-understood':
      return `The entry for “${p.name}” does not say how to cross. Write “${p.name} = slip next 2 sts to cable needle and hold at back, k2, then k2 from cable needle.”`;
    case 'legend-twice':
      return `“${p.name}” is explained twice. Keep the entry that is meant.`;
    case 'unknown-word':
      return `“${p.word}” is not a stitch we know. Check the spelling, or explain it: “${p.word} = slip next … sts to cable needle and hold at …”.`;
    case 'ambiguous-name':
      return `“${p.word}” has more than one usual meaning. Write ${p.meanings.map((m) => `“${m}”`).join(' or ')}, or explain it in a legend.`;
    case 'empty-row':
      return 'Nothing is worked here. Write the stitches after the colon.';
    case 'unclosed':
      return p.bracket === '*'
        ? 'This * is never closed. Add “; rep from * to end”.'
        : `This ${p.bracket} is never closed.`;
    case 'unopened':
      return `This ${p.bracket} closes nothing.`;
    case 'too-deep':
      return `Brackets are nested more than ${p.most} deep.`;
    case 'missing-times':
      return 'How many times? Write “3 times” after the bracket, or “rep from * to end”.';
    case 'count-out-of-range':
      return `${p.count} is not a count we can work with (1 to ${p.most}).`;
    case 'repeat-without-star':
      return 'This repeats from *, but the row has no *. Put the * where the repeat begins.';
    case 'repeat-count-unclear':
      return `“${p.times} times” may mean ${p.times} or ${p.times + 1} in all. Write “to end”, “to last … sts” or “${p.times} more times”.`;
    case 'two-repeats':
      return 'A row can repeat only once. Write the inner one with brackets and a count.';
    case 'to-last-differs':
      return p.stated === 0
        ? `The repeat runs to the end, but ${sts(p.follows)} follow. Write “to last ${p.follows} sts”.`
        : `The repeat stops ${sts(p.stated)} before the end, but ${p.follows === 0 ? 'none follow' : `${sts(p.follows)} follow`}.`;
    case 'row-missing':
      return `Row ${p.number} is missing. Add it, or list it with another row.`;
    case 'row-twice':
      return `Row ${p.number} is written twice. Keep the one that is meant.`;
    case 'too-many-rows':
      return `A panel has at most ${p.most} rows, numbered from 1.`;
    case 'rows-and-rounds':
      return 'Rows and rounds are mixed. Use one word throughout.';
    case 'side-contradicts':
      return `This says ${p.stated}, but by the other rows it is worked on the ${p.expected}. Correct one of them.`;
    case 'copies-nothing':
      return `There is no row ${p.number} to repeat.`;
    case 'copies-itself':
      return `Row ${p.number} is repeated from itself. Write its stitches out.`;
    case 'lists-differ':
      return `${p.rows} rows here, but ${p.copies} rows to repeat. The two lists must be equally long.`;
    case 'nothing-below':
      return 'The rows below do not settle what presents itself here. Write this row out.';
    case 'presents-two-ways':
      return 'Coming from the set-up rows this row presents itself in one way, coming from the last row in another. Write it out.';
    case 'counts-differ':
      return `This row works ${formWords(p.takes)}, but the row before leaves ${formWords(p.gives)}. Count both again.`;
    case 'crossing-past-end':
      return `The last crossing runs ${sts(p.over)} past the end of the row. Check its counts and the stitches before it.`;
    case 'no-multiple-fits':
      return 'No stitch count makes all rows fit. Check the counts of this row.';
    case 'stated-multiple-wrong':
      return `The rows do not work over a multiple of ${p.multiple}${p.plus ? ` plus ${p.plus}` : ''}. Correct the multiple or the rows.`;
    case 'stated-count-wrong':
      return `This says ${sts(p.stated)}, but the row leaves ${formWords(p.form)}.`;
    case 'ring-needs-whole-repeats':
      return 'A round that starts after the marker must be whole repeats.';
    default:
      return never(p);
  }
}

/** "Line 2, column 8 (row 3): ..." */
export function notationWords(problem: NotationProblem): { place: string; text: string } {
  const { at, row } = problem;
  const inRow = row ? ` (${row.kind === 'setUp' ? 'set-up row' : 'row'} ${row.number})` : '';
  return { place: `Line ${at.line}, column ${at.column}${inRow}`, text: words(problem) };
}
