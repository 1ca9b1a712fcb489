/** Words for what a pasted text gets wrong: what is there, and what to do about it. */
import type { LinearForm } from '@core/chart/row';
import type {
  Doubt,
  NotationDoubt,
  NotationProblem,
  Problem,
  RowLabel,
  TextSpan,
} from '@core/notation/problems';
import { never } from '@core/result';
import { stitches as sts } from './numbers';

/** "8 stitches", of one repeat; "8 stitches per repeat plus 2". */
export function formWords({ base, perRepeat }: LinearForm): string {
  if (perRepeat === 0) return sts(base);
  if (base === 0) return sts(perRepeat);
  return `${sts(perRepeat)} per repeat ${base > 0 ? 'plus' : 'minus'} ${Math.abs(base)}`;
}

const labelWords = ({ kind, number }: RowLabel) => `${kind === 'setUp' ? 'set-up row' : 'row'} ${number}`;

/** CR4x, 2/3 XC, Reed: what may be the name of a crossing. */
const LIKE_A_NAME = /^(?:[a-z]*\d+[a-z]+|[a-z]+\d+[a-z]*|\d+\/\d+.*|[A-Z][A-Za-z]*(?: [a-z]+)?)$/;

function words(p: Problem): string {
  switch (p.code) {
    case 'no-rows':
      return 'No rows found. Write each row like “Row 1 (RS): p2, k4, p2.”';
    case 'text-too-long':
      return `The text is longer than ${p.most} characters. Paste one panel at a time.`;
    case 'stray-line':
      return `“${p.text}” holds stitches but belongs to no row. Begin it with “Row …:”, or leave no blank line before it.`;
    case 'header-not-understood':
      return `“${p.text}” begins like a row, but which row is not clear. Write “Row 3:”, “Rows 2, 4 and 6:” or “Row 2 and all WS rows:”.`;
    case 'order-not-understood':
      return `“${p.text}” is about whole rows, but which rows, and how often, is not clear. Write “Rep rows 1-8”, or “Rep rows 1 and 2 three more times”.`;
    case 'order-times-unclear':
      return `${p.times} times after they were worked once, or ${p.times} times in all? Write “${p.times} more times”, or “${p.times} times in all”.`;
    case 'order-twice':
      return 'This says the same as the line before. Keep one of them, or say how often in all.';
    case 'left-of-what':
      return `Until ${sts(p.left)} are left: how many are there to begin with? Write “Cast on … sts” above the rows.`;
    case 'left-not-reached':
      return p.less > 0
        ? `These rows take ${sts(p.less)} away each time: from ${p.from} they never come to ${p.left}. Count them again.`
        : `These rows take no stitches away each time, so they never come from ${p.from} to ${p.left}.`;
    case 'goes-on-differs':
      return `${p.count} rows in pattern after rows ${p.first} to ${p.last}, and the next row is called row ${p.next}. Number it ${p.last + p.count + 1}, or write these rows out.`;
    case 'order-without-end':
      return `How long ${p.first === p.last ? `is row ${p.first}` : `are rows ${p.first} to ${p.last}`} repeated before the next row comes? Write “until piece measures 15 cm”, or “three more times”.`;
    case 'entry-or-row':
      return `“${p.name}” stands where a row’s label would, and no row uses it as a name. Write “Row …:” if it is a row.`;
    case 'legend-not-understood':
      return `The entry for “${p.name}” does not say how to cross. Write “${p.name} = slip next 2 sts to cable needle and hold at back, k2, then k2 from cable needle.”`;
    case 'too-many-entries':
      return `The legend has more than ${p.most} entries. Keep those that the rows use.`;
    case 'legend-twice':
      return `“${p.name}” is explained twice. Keep the entry that is meant.`;
    case 'unknown-word':
      return LIKE_A_NAME.test(p.word)
        ? `“${p.word}” is not a stitch we know. Check the spelling, or explain it: “${p.word} = slip next … sts to cable needle and hold at …”.`
        : `“${p.word}” is not understood here. Check the spelling, or say it in stitches and counts.`;
    case 'row-not-understood':
      return `Little of this row is understood, as ${p.words.map((word) => `“${word}”`).join(', ')} show. Write it in stitches and counts, such as “p2, k4, p2”.`;
    case 'ambiguous-name':
      return `“${p.word}” has no single usual meaning. It may be ${p.options.map(({ name }) => name).join(' or ')}: choose one, or explain it in a legend.`;
    case 'name-clash':
      return `“${p.word}” could be ${p.names.map((name) => `“${name}”`).join(' or ')}, which differ only in capitals. Write one of them exactly.`;
    case 'crossing-not-understood':
      return `“${p.text}” begins like a crossing, but not all of it is clear. Write “slip next 2 sts to cable needle and hold at back, k2, then k2 from cable needle”.`;
    case 'held-differs':
      return `This puts ${sts(p.held)} on the needle that waits, but works ${sts(p.worked)} from it. Correct one of the two.`;
    case 'odd-character':
      return `The text holds a character that is no letter (code ${p.code16}). Take it out, or paste the text anew.`;
    case 'markup':
      return `“${p.text}” is page markup, not knitting. Paste the text as it is read, without markup.`;
    case 'flat-or-round':
      return 'The text speaks of working in the round, yet calls every round a row. Say which it is.';
    case 'choose-size':
      return `The text is for ${p.sizes} sizes. Choose yours.`;
    case 'sizes-differ':
      return `Here are ${p.here} numbers, elsewhere ${p.sizes}. Give every size its number.`;
    case 'no-such-size':
      return `The text has ${p.sizes} sizes. Choose one of them.`;
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
    case 'too-many-unclear':
      return `More than ${p.most} repeats of this row may be read in two ways. Write “more times” or the count in all.`;
    case 'repeats-other-rows':
      return `This repeats rows ${p.first} to ${p.last}, but the last row is ${p.highest}. Rows after the repeat would never be worked again; correct one of them.`;
    case 'panels-in-rows':
      return 'This row works other charts over some stitches: the text is a whole piece. Open it as a piece.';
    case 'no-such-panel':
      return p.known.length > 0
        ? `There is no chart “${p.name}” in this text; it has ${p.known.map((name) => `“${name}”`).join(', ')}. Write one of these names.`
        : `The text works “${p.name}”, but holds no rows under that name. Put its rows under a heading “${p.name}”.`;
    case 'panel-width-differs':
      return `“${p.name}” is worked over ${sts(p.over)}, but its rows take ${formWords(p.form)}. Correct one of them.`;
    case 'panel-row-differs':
      return `This works ${labelWords(p.patternRow)} of “${p.name}”, but ${labelWords(p.expected)} comes next. Correct the number.`;
    case 'set-up-not-worked':
      return `“${p.name}” has ${p.rows === 1 ? 'a set-up row' : `${p.rows} set-up rows`}, and no row of the piece works ${p.rows === 1 ? 'it' : 'them'}. Begin with “work set-up row 1 of ${p.name}”, or take ${p.rows === 1 ? 'it' : 'them'} out of the chart.`;
    case 'panels-differ':
      return `The charts of this row lie otherwise than in row 1 (${sts(p.stitches)} here, ${p.before} there, at the same place). Keep every chart over its own stitches.`;
    case 'repeat-from-where':
      return 'What is repeated to the end? Put a * where the repeat begins: “p2, *C4B; rep from * to end”.';
    case 'two-repeats':
      return 'A row can repeat only once. Write the inner one with brackets and a count.';
    case 'over-differs':
      return `This crosses ${sts(p.taken)}, but says it is worked over ${p.stated}. Correct one of them.`;
    case 'to-last-differs':
      return p.stated === 0
        ? `The repeat runs to the end, but ${sts(p.follows)} follow. Write “to last ${p.follows} sts”.`
        : `The repeat stops ${sts(p.stated)} before the end, but ${p.follows === 0 ? 'none follow' : `${sts(p.follows)} follow`}.`;
    case 'row-missing':
      return `Row ${p.number} is missing. Add it, or list it with another row.`;
    case 'row-twice':
      return `Row ${p.number} is written twice. Keep the one that is meant.`;
    case 'choose-pattern':
      return `The text holds ${p.names.length} patterns. Choose the one to be read; each can be kept as a pattern of its own.${p.follow ? ' Or say that they are worked one after the other: each begins on the stitches that the one before leaves.' : ''}`;
    case 'row-unused':
      return 'No row is left for these words: all that they speak of are written out. Give this row its number, or take it out.';
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
      return p.instead === undefined
        ? 'The rows below do not settle what presents itself here. Write this row out.'
        : 'Below row 1 lies only the cast-on, which presents nothing. Write the row out: as the last row leaves the stitches, or as you want it.';
    case 'presents-two-ways':
      return 'Coming from the set-up rows this row presents itself in one way, coming from the last row in another. Write it out.';
    case 'counts-differ':
      return `This row works ${formWords(p.takes)}, but the row before leaves ${formWords(p.gives)}. Count both again.`;
    case 'worked-once':
      return `Row 1 works ${formWords(p.takes)}, but the last row leaves ${formWords(p.gives)}. Are these rows worked once, as for a crown, or is one of them wrong?`;
    case 'once-and-again':
      return 'The text says that these rows repeat, and that they are worked once. Take one of the two out.';
    case 'parts-differ':
      return `This row works ${formWords(p.takes)}, but the rows under the heading before leave ${formWords(p.gives)}. Between them the count must change in a row.`;
    case 'crossing-past-end':
      return `The last crossing runs ${sts(p.over)} past the end of the row. Check its counts and the stitches before it.`;
    case 'unturned-holds':
      return 'This row runs from left to right. Is a hold done as it is said, or does it stand for the lean that it has in turned work? It is asked once for the text.';
    case 'no-multiple-fits':
      return 'No stitch count makes all rows fit. Check the counts of this row.';
    default:
      return never(p);
  }
}

function doubtText(d: Doubt): string {
  switch (d.code) {
    case 'stated-multiple-wrong':
      return `The text says a multiple of ${d.multiple}${d.plus ? ` plus ${d.plus}` : ''}, but the rows work over ${formWords(d.form)}.`;
    case 'stated-width-wrong':
      return `The text says ${sts(d.stated)}, but the rows work over ${formWords(d.form)}.`;
    case 'stated-count-wrong':
      return `This says ${sts(d.stated)}, but the row leaves ${formWords(d.form)}.`;
    case 'stated-rows-wrong':
      return `The text says ${d.stated} rows, but ${d.rows} repeat.`;
    case 'odd-rows':
      return `${d.rows} rows are an odd number: worked flat, the second time round would begin on the other side.`;
    case 'count-unstated':
      return d.rows === 1
        ? 'These rows are worked once, and one of them changes the count without saying what it comes to. Compare the counts beside the fabric with the pattern.'
        : `These rows are worked once, and ${d.rows} of them change the count without saying what it comes to. Compare the counts beside the fabric with the pattern.`;
    case 'one-row':
      return 'The text has one row, and it crosses. Is a row missing?';
    case 'said-twice':
      return 'The same stitch twice in turn, and every other row shows it otherwise. Is one of the letters wrong?';
    case 'established':
      return 'This was read as “knit the knits and purl the purls”, but other rows change knits to purls. If this row goes on with a texture, write it out.';
    case 'every-of-one':
      return 'This speaks of all such rows, but it is the only one. Is a row missing?';
    case 'lone-row':
      return d.kind === 'ends'
        ? `This row has ${sts(d.own)} outside its repeat, the others ${d.others} at most. Is a count wrong?`
        : d.kind === 'repeat'
          ? `This row repeats over ${sts(d.own)}, all the others over ${d.others} at most. Is a count wrong?`
          : `This row repeats a single stitch, where others repeat ${d.others}. Is something missing?`;
    case 'legend-unused':
      return `“${d.name}” is explained, but no row uses it.`;
    default:
      return never(d);
  }
}

function placeOf(at: TextSpan, row: RowLabel | undefined): string {
  const inRow = row ? ` (${labelWords(row)})` : '';
  return `Line ${at.line}, column ${at.column}${inRow}`;
}

/** "Line 2, column 8 (row 3): ..." */
export const notationWords = (problem: NotationProblem): { place: string; text: string } => ({
  place: placeOf(problem.at, problem.row),
  text: words(problem),
});
export const doubtWords = (doubt: NotationDoubt): { place: string; text: string } => ({
  place: placeOf(doubt.at, doubt.row),
  text: doubtText(doubt),
});
