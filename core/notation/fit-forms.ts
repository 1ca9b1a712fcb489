/** Stitch counts with which the rows of a text are tried, the likeliest first. */
import type { LinearForm } from '../chart/row';

/** What a row takes and gives, in its ends and in its repeat. */
export type Dims = {
  readonly ends: number;
  readonly endsGive: number;
  readonly repeat: number;
  readonly repeatGives: number;
  readonly unbounded: boolean;
};
/** A row's counts, one for each way to read it; `open`: it is worked as the stitches come. */
export type Counted = { readonly dims: readonly Dims[] | 'open' };

const MOST_OTHERS = 6;
/** Stitches beyond the widest ends with which rows are tried, and rows looked at for that. */
const MOST_LOST = 400;
const MOST_STEPS = 400_000;

const lostBy = (dims: Dims | undefined) => Math.max(0, (dims?.ends ?? 0) - (dims?.endsGive ?? 0));

/**
 * Candidate forms for the first row, fewest stitches first. The chart's repeat is the widest one written: smaller
 * ones must fit into it. A common multiple of unequal repeats would always "fit", and hide a slip of the pen.
 */
export function* candidates(rows: readonly Counted[], ring: boolean): Generator<LinearForm> {
  const all = rows.flatMap(({ dims }) => (dims === 'open' ? [] : dims));
  const widthOf = (d: Dims) => (d.unbounded ? d.repeat : ring ? d.ends : 0);
  const widest = all.reduce((most, d) => Math.max(most, widthOf(d)), 1);
  // Where rows change the count, the first row's repeat may be narrower than those above it. Else a narrower repeat
  // than the widest fits nothing, but shows which row is the odd one.
  const changes = all.some((d) => d.repeat !== d.repeatGives);
  const first = all[0] ? widthOf(all[0]) : 0;
  const others = [...new Set(all.map(widthOf))]
    .filter((width) => width > 0 && width !== widest)
    .slice(0, MOST_OTHERS);
  const widths = changes && first > 0 ? [...new Set([first, widest, ...others])] : [widest, ...others];
  const ends = all.reduce((most, d) => Math.max(most, d.ends), 0);
  // One repeat of the panel is one repeat of the rows: only a shifted row may have one fewer.
  const starred = all.filter((d) => d.unbounded && d.repeat > 1);
  const least = starred.length > 0 && !ring ? Math.min(...starred.map((d) => d.ends)) : 0;
  // What decreases take away on the way up must be there to begin with.
  const lost = rows.reduce((sum, { dims }) => sum + (dims === 'open' ? 0 : lostBy(dims[0])), 0);
  const most = ends + Math.min(lost, MOST_LOST, Math.floor(MOST_STEPS / rows.length));
  for (const perRepeat of widths)
    for (let base = least; base <= (ring ? 0 : most + perRepeat); base += 1) yield { base, perRepeat };
}

const MOST_WIDTHS = 24;

/** Widths of whole rows, where some have no repeat. */
export function* wholeWidths(rows: readonly Counted[]): Generator<LinearForm> {
  const fixed = rows.flatMap(({ dims }) => (dims === 'open' ? [] : dims.filter((d) => !d.unbounded)));
  const widths = [...new Set(fixed.map(({ ends }) => ends))]
    .filter((width) => width > 0)
    .slice(0, MOST_WIDTHS);
  for (const perRepeat of widths) yield { base: 0, perRepeat };
  // Rows below the first fixed one may change the count, so narrower and wider starts are tried as well.
  const all = rows.flatMap(({ dims }) => (dims === 'open' ? [] : dims));
  const changes = all.some((d) => d.ends !== d.endsGive || d.repeat !== d.repeatGives);
  const most = Math.max(0, ...widths) * 2 + 2;
  if (changes) for (let perRepeat = 1; perRepeat <= most; perRepeat += 1) yield { base: 0, perRepeat };
}

const MOST_REPEATS = 8;

/** Several of the first row's repeats, where rows change the count. */
export function* multiples(rows: readonly Counted[], ring: boolean): Generator<LinearForm> {
  const all = rows.flatMap(({ dims }) => (dims === 'open' ? [] : dims));
  const [first] = all;
  const width = first ? (first.unbounded ? first.repeat : ring ? first.ends : 0) : 0;
  if (!first || width === 0 || all.every((d) => d.repeat === d.repeatGives && d.ends === d.endsGive)) return;
  const bases = Math.min(ring ? 0 : first.ends + width, Math.floor(MOST_STEPS / rows.length));
  for (let times = 2; times <= MOST_REPEATS; times += 1)
    for (let base = 0; base <= bases; base += 1) yield { base, perRepeat: width * times };
}
