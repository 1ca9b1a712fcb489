/**
 * Stitch counts: how many stitches a repeat and its ends must have for every row to fit on the row below.
 * Rows may state smaller repeats than the chart's (`*k2, p2*` in a multiple of 8); they are widened. Only numbers are
 * tried; rows are built once, when the counts are settled.
 */
import { sameForm, takesOf, givesOf, type LinearForm } from '../chart/row';
import { cellsOf, isPresented, type Parts, type Placed } from './parts';
import type { PlacedRow } from './placed-row';

/** One written row: every way to read its counts. */
export type Fitting = { readonly ways: readonly Parts[]; readonly phase: number | null };
export type Misfit = {
  readonly kind: 'misfit';
  readonly index: number;
  readonly takes: LinearForm;
  readonly gives: LinearForm;
};
export type Fitted = {
  readonly kind: 'fitted';
  /** Null for a row that is worked as the stitches present themselves. */
  readonly rows: readonly (PlacedRow | null)[];
  readonly gives: readonly (LinearForm | null)[];
  /** Which way was taken in each row. */
  readonly ways: readonly number[];
  readonly form: LinearForm;
};
/** Both counts of a "repeat 3 times" would do. */
export type Unclear = { readonly kind: 'unclear'; readonly index: number };

type Dims = {
  readonly ends: number;
  readonly endsGive: number;
  readonly repeat: number;
  readonly repeatGives: number;
  readonly unbounded: boolean;
};
type Open = 'open';
type Measured = { readonly dims: readonly Dims[] | Open; readonly fitting: Fitting };

function dimsOf(parts: Parts): Dims {
  const sides = [...cellsOf(parts.before), ...cellsOf(parts.after)];
  const repeat = parts.repeat && !isPresented(parts.repeat) ? cellsOf(parts.repeat) : [];
  return {
    ends: takesOf(sides),
    endsGive: givesOf(sides),
    repeat: takesOf(repeat),
    repeatGives: givesOf(repeat),
    unbounded: parts.repeat !== null,
  };
}
const isOpen = ({ ways }: Fitting) => ways[0] !== undefined && isPresented(ways[0].repeat);
const measure = (fitting: Fitting): Measured => ({
  fitting,
  dims: isOpen(fitting) ? 'open' : fitting.ways.map(dimsOf),
});

const copies = (cells: readonly Placed[], times: number) => Array.from({ length: times }, () => cells).flat();
const ownForm = ({ ends, repeat }: Dims): LinearForm => ({ base: ends, perRepeat: repeat });

/** How often a row's repeat stands in a row of this form: `each` per repeat of the chart, and `extra` besides. */
function timesIn(dims: Dims, form: LinearForm, ring: boolean): { each: number; extra: number } | null {
  const width = dims.unbounded ? dims.repeat : ring ? dims.ends : 0;
  if (width === 0 || form.perRepeat % width !== 0) return null;
  if (ring) return dims.unbounded && dims.ends > 0 ? null : { each: form.perRepeat / width, extra: 0 };
  const each = form.perRepeat / width;
  const extra = (form.base - dims.ends) / width;
  return Number.isInteger(extra) && each + extra >= 0 ? { each, extra } : null;
}

function givesFor(dims: Dims, { each, extra }: { each: number; extra: number }, ring: boolean): LinearForm {
  if (ring) return { base: 0, perRepeat: each * (dims.unbounded ? dims.repeatGives : dims.endsGive) };
  return { base: dims.endsGive + extra * dims.repeatGives, perRepeat: each * dims.repeatGives };
}

type Walk = {
  readonly kind: 'walk';
  readonly ways: number[];
  readonly forms: (LinearForm | null)[];
  readonly start: LinearForm;
};
type Attempt = Walk | Misfit | Unclear;

/** Goes through the rows with a way of fitting one row; the rows must close onto row 1. */
function through(
  rows: readonly Measured[],
  setUps: number,
  start: LinearForm,
  fit: (dims: Dims, form: LinearForm) => LinearForm | null,
): Attempt {
  let form = start;
  let atRowOne = start;
  let firstTakes: LinearForm | null = null;
  const ways: number[] = [];
  const forms: (LinearForm | null)[] = [];
  for (const [index, { dims }] of rows.entries()) {
    if (index === setUps) atRowOne = form;
    if (dims === 'open') {
      ways.push(0);
      forms.push(null);
      continue;
    }
    const fits = dims.flatMap((way, i) => {
      const gives = fit(way, form);
      return gives ? [{ i, gives }] : [];
    });
    const [found, other] = fits;
    if (!found) return { kind: 'misfit', index, takes: ownForm(dims[0] as Dims), gives: form };
    if (other) return { kind: 'unclear', index };
    if (index === setUps) firstTakes = form;
    ways.push(found.i);
    forms.push(found.gives);
    form = found.gives;
  }
  if (sameForm(form, atRowOne)) return { kind: 'walk', ways, forms, start };
  return { kind: 'misfit', index: setUps, takes: firstTakes ?? atRowOne, gives: form };
}

function buildRow(parts: Parts, phase: number | null, form: LinearForm, ring: boolean): PlacedRow {
  const { before, after } = parts;
  const own = parts.repeat && !isPresented(parts.repeat) ? parts.repeat : null;
  const { each, extra } = timesIn(dimsOf(parts), form, ring) as { each: number; extra: number };
  if (ring)
    return { kind: 'ring', repeat: copies(own ?? before, each), phase: (phase ?? 0) % form.perRepeat };
  const repeat = own as readonly Placed[];
  const fewer = extra < 0 ? 1 : 0;
  const spare = copies(repeat, fewer ? each + extra : extra);
  return { kind: 'line', before, repeat: copies(repeat, each), after: [...spare, ...after], fewer };
}

function wholeRow(parts: Parts, count: number): PlacedRow {
  const { before, after } = parts;
  const own = parts.repeat && !isPresented(parts.repeat) ? parts.repeat : [];
  const { ends, repeat } = dimsOf(parts);
  const cells = [...before, ...copies(own, repeat > 0 ? (count - ends) / repeat : 0), ...after];
  return { kind: 'line', before: [], repeat: cells, after: [], fewer: 0 };
}

function built(
  rows: readonly Measured[],
  walk: Walk,
  build: (parts: Parts, phase: number | null, form: LinearForm) => PlacedRow,
): Fitted {
  let form = walk.start;
  const made = rows.map(({ dims, fitting }, i) => {
    if (dims === 'open') return null;
    const row = build(fitting.ways[walk.ways[i] as number] as Parts, fitting.phase, form);
    form = walk.forms[i] as LinearForm;
    return row;
  });
  return { kind: 'fitted', rows: made, gives: walk.forms, ways: walk.ways, form: walk.start };
}

/** Rows of which some have no repeat: the whole row is what repeats. Stars and fills stretch to its width. */
function wholeFit(dims: Dims, form: LinearForm): LinearForm | null {
  const left = form.perRepeat - dims.ends;
  if (left < 0 || (!dims.unbounded && left !== 0)) return null;
  const times = dims.unbounded ? left / dims.repeat : 0;
  if (!Number.isInteger(times)) return null;
  return { base: 0, perRepeat: dims.endsGive + times * dims.repeatGives };
}

/**
 * Candidate forms for the first row, fewest stitches first. The chart's repeat is the widest one written: smaller
 * ones must fit into it. A common multiple of unequal repeats would always "fit", and hide a slip of the pen.
 */
function* candidates(rows: readonly Measured[], ring: boolean): Generator<LinearForm> {
  const all = rows.flatMap(({ dims }) => (dims === 'open' ? [] : dims));
  const widthOf = (d: Dims) => (d.unbounded ? d.repeat : ring ? d.ends : 0);
  const widest = all.reduce((most, d) => Math.max(most, widthOf(d)), 1);
  // Where rows change the count, the first row's repeat may be narrower than those above it.
  const changes = all.some((d) => d.repeat !== d.repeatGives);
  const first = all[0] ? widthOf(all[0]) : 0;
  const widths = changes && first > 0 && first !== widest ? [first, widest] : [widest];
  const ends = all.reduce((most, d) => Math.max(most, d.ends), 0);
  for (const perRepeat of widths)
    for (let base = 0; base <= (ring ? 0 : ends + perRepeat); base += 1) yield { base, perRepeat };
}

function* wholeWidths(rows: readonly Measured[]): Generator<LinearForm> {
  const fixed = rows.find(({ dims }) => dims !== 'open' && dims.some((d) => !d.unbounded));
  if (!fixed || fixed.dims === 'open') return;
  // Rows below the first fixed one may change the count, so narrower and wider starts are tried as well.
  const own = fixed.dims.map(({ ends }) => ends);
  const spread = rows.some(({ dims }) => dims !== 'open' && dims.some((d) => d.ends !== d.endsGive || d.repeat !== d.repeatGives)); // prettier-ignore
  const most = Math.max(...own) * 2 + 2;
  for (const width of own) yield { base: 0, perRepeat: width };
  if (spread && rows[0] !== fixed) for (let w = 1; w <= most; w += 1) yield { base: 0, perRepeat: w };
}

/** How far an attempt got; failing to close onto row 1 is the farthest. */
const rank = (misfit: Misfit, setUps: number, length: number) =>
  misfit.index === setUps && !sameForm(misfit.takes, misfit.gives) ? length - 1 : misfit.index;

type Trial = { readonly form: LinearForm; readonly attempt: Attempt };

function best(trials: readonly Trial[], setUps: number, length: number): Misfit | Unclear {
  const unclear = trials.find(({ attempt }) => attempt.kind === 'unclear');
  if (unclear) return unclear.attempt as Unclear;
  return trials
    .map(({ attempt }) => attempt as Misfit)
    .reduce((a, b) => (rank(b, setUps, length) > rank(a, setUps, length) ? b : a));
}

export type FitWishes = {
  readonly stated: { readonly multiple: number; readonly plus: number } | null;
  /** Whether counts that the text states agree; used only to settle what is otherwise unclear. */
  readonly agrees: (fitted: Fitted) => boolean;
};

const MOST_FITS = 40;

/** The smallest form in which all rows fit; else the misfit of the attempt that got farthest. */
export function fitRows(
  fittings: readonly Fitting[],
  setUps: number,
  ring: boolean,
  { stated, agrees }: FitWishes,
): Fitted | Misfit | Unclear {
  const rows = fittings.map(measure);
  const itemised = rows.filter(({ dims }) => dims !== 'open');
  const none = { base: 0, perRepeat: 0 };
  if (itemised.length === 0) return { kind: 'misfit', index: 0, takes: none, gives: none };
  const whole = !ring && itemised.some(({ dims }) => dims !== 'open' && dims.some((d) => !d.unbounded));
  const unclear = fittings.some(({ ways }) => ways.length > 1);
  const build = whole
    ? (parts: Parts, _: number | null, form: LinearForm) => wholeRow(parts, form.perRepeat)
    : (parts: Parts, phase: number | null, form: LinearForm) => buildRow(parts, phase, form, ring);
  const tryForms = (forms: Iterable<LinearForm>): Fitted | Misfit | Unclear | null => {
    const failed: Trial[] = [];
    const fits: Fitted[] = [];
    for (const form of forms) {
      const attempt = through(rows, setUps, form, (dims, at) => {
        if (whole) return wholeFit(dims, at);
        const times = timesIn(dims, at, ring);
        return times && givesFor(dims, times, ring);
      });
      if (attempt.kind !== 'walk') failed.push({ form, attempt });
      else {
        const fitted = built(rows, attempt, build);
        if (!unclear) return fitted;
        if (fits.push(fitted) >= MOST_FITS) break;
      }
    }
    return fits.length > 0
      ? settled(fits, agrees)
      : failed.length > 0
        ? best(failed, setUps, rows.length)
        : null;
  };
  const firstForms = whole ? wholeWidths(rows) : candidates(rows, ring);
  if (!stated || whole) return tryForms(firstForms) ?? { kind: 'misfit', index: 0, takes: none, gives: none };
  const asStated = [0, 1, 2].map((i) => ({
    base: stated.plus + i * stated.multiple,
    perRepeat: stated.multiple,
  }));
  const wanted = tryForms(asStated);
  if (wanted?.kind === 'fitted') return wanted;
  const free = tryForms(firstForms);
  return free ?? wanted ?? { kind: 'misfit', index: 0, takes: none, gives: none };
}

/** Fits that read the counts alike are one; several are settled by what the text states, or not at all. */
function settled(fits: readonly Fitted[], agrees: (fitted: Fitted) => boolean): Fitted | Unclear {
  const [first] = fits as [Fitted, ...Fitted[]];
  const other = fits.find(({ ways }) => ways.some((way, i) => way !== first.ways[i]));
  if (!other) return first;
  const agreeing = fits.filter(agrees);
  const [only] = agreeing;
  if (only && agreeing.every(({ ways }) => ways.every((way, i) => way === only.ways[i]))) return only;
  return { kind: 'unclear', index: other.ways.findIndex((way, i) => way !== first.ways[i]) };
}
