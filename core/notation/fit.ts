/**
 * Stitch counts: how many stitches a repeat and its ends must have for every row to fit on the row below.
 * Rows may state smaller repeats than the chart's (`*k2, p2*` in a multiple of 8); they are widened.
 */
import { givesForm, givesOf, sameForm, takesForm, takesOf, type LinearForm, type Row } from '../chart/row';
import type { Cell } from '../stitch/types';
import type { Parts } from './parts';

/** One written row for fitting: its parts, or null for a row worked as the stitches present themselves. */
export type Fitting = { readonly parts: Parts | null; readonly phase: number | null };
export type Misfit = { readonly index: number; readonly takes: LinearForm; readonly gives: LinearForm };
export type Fitted = { readonly rows: readonly (Row | null)[]; readonly form: LinearForm };

const copies = (cells: readonly Cell[], times: number) => Array.from({ length: times }, () => cells).flat();

/** Widens a row to a form; null if no whole number of its repeats does it. */
function fitRow(
  { parts, phase }: { parts: Parts; phase: number | null },
  form: LinearForm,
  ring: boolean,
): Row | null {
  const { before, after } = parts;
  const repeat = parts.repeat ?? (ring ? before : null);
  if (!repeat) return null;
  const width = takesOf(repeat);
  if (width === 0 || form.perRepeat % width !== 0) return null;
  const each = form.perRepeat / width;
  if (ring) {
    const pure = parts.repeat ? before.length + after.length === 0 : true;
    return pure ? { kind: 'ring', repeat: copies(repeat, each), phase: (phase ?? 0) % form.perRepeat } : null;
  }
  const left = form.base - takesOf(before) - takesOf(after);
  const extra = left / width;
  if (!Number.isInteger(extra) || each + extra < 0) return null;
  const fewer = extra < 0 ? 1 : 0;
  const spare = copies(repeat, fewer ? each + extra : extra);
  return { kind: 'line', before, repeat: copies(repeat, each), after: [...spare, ...after], fewer };
}

const ownForm = (parts: Parts): LinearForm => ({
  base: parts.repeat ? takesOf(parts.before) + takesOf(parts.after) : takesOf(parts.before),
  perRepeat: parts.repeat ? takesOf(parts.repeat) : 0,
});

/** Fits every row onto the one below, starting from a form; the index of the first that does not fit, or the rows. */
function walk(rows: readonly Fitting[], setUps: number, start: LinearForm, ring: boolean): Fitted | Misfit {
  let form = start;
  let atRowOne = start;
  const fitted: (Row | null)[] = [];
  for (const [index, { parts, phase }] of rows.entries()) {
    if (index === setUps) atRowOne = form;
    if (!parts) {
      fitted.push(null);
      continue;
    }
    const row = fitRow({ parts, phase }, form, ring);
    if (!row) return { index, takes: ownForm(parts), gives: form };
    fitted.push(row);
    form = givesForm(row);
  }
  if (sameForm(form, atRowOne)) return { rows: fitted, form: start };
  const first = rows[setUps]?.parts;
  return {
    index: setUps,
    takes: first && fitted[setUps] ? takesForm(fitted[setUps]) : atRowOne,
    gives: form,
  };
}

export const isMisfit = (result: Fitted | Misfit): result is Misfit => 'index' in result;

/** Rows without any repeat at all: the whole row is what repeats. Fills ("purl.") stretch to its width. */
function fitWhole(rows: readonly Fitting[], setUps: number): Fitted | Misfit {
  const fixed = rows.find(({ parts }) => parts && !parts.repeat)?.parts;
  const width = fixed ? takesOf(fixed.before) : 1;
  const fitted: (Row | null)[] = [];
  let atRowOne = 0;
  let count = width;
  for (const [index, { parts }] of rows.entries()) {
    if (index === setUps) atRowOne = count;
    if (!parts) {
      fitted.push(null);
      continue;
    }
    const cells = wholeCells(parts, count);
    const takes = { base: 0, perRepeat: cells ? takesOf(cells) : ownForm(parts).base };
    if (!cells || takes.perRepeat !== count) return { index, takes, gives: { base: 0, perRepeat: count } };
    const row: Row = { kind: 'line', before: [], repeat: cells, after: [], fewer: 0 };
    fitted.push(row);
    count = givesForm(row).perRepeat;
  }
  if (count === atRowOne) return { rows: fitted, form: { base: 0, perRepeat: width } };
  return { index: setUps, takes: { base: 0, perRepeat: atRowOne }, gives: { base: 0, perRepeat: count } };
}

function wholeCells(parts: Parts, count: number): readonly Cell[] | null {
  if (!parts.repeat) return parts.before;
  const left = (count - takesOf(parts.before) - takesOf(parts.after)) / takesOf(parts.repeat);
  if (!Number.isInteger(left) || left < 0) return null;
  return [...parts.before, ...copies(parts.repeat, left), ...parts.after];
}

/**
 * Candidate forms for the first row, fewest stitches first. The chart's repeat is the widest one written: smaller
 * ones must fit into it. A common multiple of unequal repeats would always "fit", and hide a slip of the pen.
 */
function* candidates(rows: readonly Fitting[], ring: boolean): Generator<LinearForm> {
  const parts = rows.flatMap((row) => (row.parts ? [row.parts] : []));
  const widthOf = (p: Parts) => (p.repeat ? takesOf(p.repeat) : ring ? takesOf(p.before) : 0);
  const widest = Math.max(1, ...parts.map(widthOf));
  // Where rows change the count, the first row's repeat may be narrower than those above it.
  const changes = parts.some((p) => p.repeat && takesOf(p.repeat) !== givesOf(p.repeat));
  const first = parts[0] ? widthOf(parts[0]) : 0;
  const widths = changes && first > 0 && first !== widest ? [first, widest] : [widest];
  const ends = Math.max(...parts.map((p) => ownForm(p).base));
  for (const perRepeat of widths)
    for (let base = 0; base <= (ring ? 0 : ends + perRepeat); base += 1) yield { base, perRepeat };
}

export type Stated = { readonly multiple: number; readonly plus: number };

/** The smallest form in which all rows fit; else the misfit of the attempt that got farthest. */
export function fitRows(
  rows: readonly Fitting[],
  setUps: number,
  ring: boolean,
  stated: Stated | null,
): Fitted | Misfit {
  const itemised = rows.filter(({ parts }) => parts !== null);
  if (itemised.length === 0)
    return { index: 0, takes: { base: 0, perRepeat: 0 }, gives: { base: 0, perRepeat: 0 } };
  const anyFixed = itemised.some(({ parts }) => !parts?.repeat);
  const anyStar = itemised.some(({ parts }) => parts?.repeat && takesOf(parts.repeat) > 1);
  if (!ring && anyFixed && !anyStar) return fitWhole(rows, setUps);
  const forms = stated
    ? [0, 1, 2].map((i) => ({ base: stated.plus + i * stated.multiple, perRepeat: stated.multiple }))
    : candidates(rows, ring);
  let best: Misfit | null = null;
  for (const form of forms) {
    const result = walk(rows, setUps, form, ring);
    if (!isMisfit(result)) return result;
    if (!best || rank(result, setUps, rows.length) > rank(best, setUps, rows.length)) best = result;
  }
  return best as Misfit;
}

/** How far an attempt got; failing to close onto row 1 is the farthest. */
const rank = (misfit: Misfit, setUps: number, length: number) =>
  misfit.index === setUps && !sameForm(misfit.takes, misfit.gives) ? length - 1 : misfit.index;
