/**
 * Stitch counts: how many stitches a repeat and its ends must have for every row to fit on the row below.
 * Rows may state smaller repeats than the chart's (`*k2, p2*` in a multiple of 8); they are widened. Only numbers are
 * tried; rows are built once, when the counts are settled.
 */
import { sameForm, takesOf, givesOf, type LinearForm } from '../chart/row';
import { candidates, multiples, wholeWidths, type Counted, type Dims } from './fit-forms';
import { cellsOf, isPresented, type Parts, type Placed } from './parts';
import type { PlacedRow } from './placed-row';

/** One written row: every way to read its counts. */
export type Fitting = { readonly ways: readonly Parts[]; readonly phase: number | null };
/** A row that does not fit on what lies below it. */
export type Misfit = {
  readonly index: number;
  readonly takes: LinearForm;
  readonly gives: LinearForm;
  /** It is the beginning of a repeat, and what lies below it is the end of the repeat. */
  readonly closing?: true;
};
export type Misfits = {
  readonly kind: 'misfits';
  readonly misfits: readonly Misfit[];
  /** How all rows fit but for the last loop, of which the text does not say that it repeats. */
  readonly open?: Fitted;
};
/** Rows that lead back to their beginning: places in the list of rows, both counted in. */
export type Loop = {
  readonly from: number;
  readonly to: number;
  /** The text says that they repeat. */
  readonly said: boolean;
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

type Measured = Counted & { readonly fitting: Fitting };

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

const waysThatFit = (
  dims: readonly Dims[],
  form: LinearForm,
  fit: (dims: Dims, form: LinearForm) => LinearForm | null,
) =>
  dims.flatMap((way, i) => {
    const gives = fit(way, form);
    return gives ? [{ i, gives }] : [];
  });

type Walk = {
  readonly kind: 'walk';
  readonly ways: number[];
  readonly forms: (LinearForm | null)[];
  readonly start: LinearForm;
};
type Attempt = Walk | Unclear | (Omit<Misfits, 'open'> & { readonly open?: Walk });

/**
 * Goes through the rows with a way of fitting one row; rows that repeat must come back to their beginning. A row that
 * does not fit is passed over, so that every such row is found; with more than `most` of them the attempt is given up.
 */
function through(
  rows: readonly Measured[],
  loops: readonly Loop[],
  start: LinearForm,
  fit: (dims: Dims, form: LinearForm) => LinearForm | null,
  most: number,
): Attempt | null {
  const misfits: Misfit[] = [];
  let form = start;
  let begun = start;
  let firstTakes: LinearForm | null = null;
  let loop = 0;
  let open: Walk | null = null;
  const ways: number[] = [];
  const forms: (LinearForm | null)[] = [];
  for (const [index, { dims }] of rows.entries()) {
    if (index === loops[loop]?.from) [begun, firstTakes] = [form, null];
    const fits = dims === 'open' ? [] : waysThatFit(dims, form, fit);
    const [found, other] = fits;
    if (other) return { kind: 'unclear', index };
    if (dims === 'open' || found) {
      if (found && index === loops[loop]?.from) firstTakes = form;
      ways.push(found?.i ?? 0);
      forms.push(found?.gives ?? null);
      form = found?.gives ?? form;
    } else if (misfits.push({ index, takes: ownForm(dims[0] as Dims), gives: form }) > most) return null;
    const ends = loops[loop];
    if (index !== ends?.to) continue;
    loop += 1;
    if (sameForm(form, begun) || misfits.length > 0) continue;
    const closing: Misfit = { index: ends.from, takes: firstTakes ?? begun, gives: form, closing: true };
    if (!ends.said) open = { kind: 'walk', ways, forms, start };
    misfits.push(closing);
  }
  if (misfits.length > 0) return { kind: 'misfits', misfits, ...(open && { open }) };
  return { kind: 'walk', ways, forms, start };
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

/** How far an attempt got before its first misfit; failing to come back to its beginning is the farthest. */
function reach({ misfits }: Pick<Misfits, 'misfits'>, length: number): number {
  const first = misfits[0] as Misfit;
  return first.closing ? length - 1 : first.index;
}

/** The attempt that leaves the fewest rows out; of several such, the one that got farthest. */
function better<M extends Pick<Misfits, 'misfits'>>(a: M | null, b: M, length: number): M {
  if (!a || b.misfits.length < a.misfits.length) return b;
  if (b.misfits.length > a.misfits.length) return a;
  return reach(b, length) > reach(a, length) ? b : a;
}

export type FitWishes = {
  readonly stated: { readonly multiple: number; readonly plus: number } | null;
  /** Whether counts that the text states agree; used only to settle what is otherwise unclear. */
  readonly agrees: (fitted: Fitted) => boolean;
  /** Whether rows of the text state counts. */
  readonly counted: boolean;
  /** Whether the text states counts that this form reaches: of rows that disagree, the others are likely wrong. */
  readonly likely: (form: LinearForm) => boolean;
};

type Failed = Extract<Attempt, { kind: 'misfits' }>;

const MOST_FITS = 40;
const MOST_MISFITS = 60;

const NO_FORM = { base: 0, perRepeat: 0 };
const NOTHING: Misfits = { kind: 'misfits', misfits: [{ index: 0, takes: NO_FORM, gives: NO_FORM }] };

class Fitter {
  private readonly rows: readonly Measured[];
  private readonly whole: boolean;
  private readonly unclear: boolean;

  constructor(
    fittings: readonly Fitting[],
    private readonly loops: readonly Loop[],
    private readonly ring: boolean,
    private readonly wishes: FitWishes,
  ) {
    this.rows = fittings.map(measure);
    this.whole = !ring && this.rows.some(({ dims }) => dims !== 'open' && dims.some((d) => !d.unbounded));
    this.unclear = fittings.some(({ ways }) => ways.length > 1);
  }

  private fit = (dims: Dims, form: LinearForm) => {
    if (this.whole) return wholeFit(dims, form);
    const times = timesIn(dims, form, this.ring);
    return times && givesFor(dims, times, this.ring);
  };

  private build = (parts: Parts, phase: number | null, form: LinearForm) =>
    this.whole ? wholeRow(parts, form.perRepeat) : buildRow(parts, phase, form, this.ring);

  private tryForms(forms: Iterable<LinearForm>): Fitted | Misfits | Unclear | null {
    let closest: Failed | null = null;
    let closestIsLikely = false;
    let unclear: Unclear | null = null;
    const fits: Fitted[] = [];
    for (const form of forms) {
      const most: number = closest ? closest.misfits.length : MOST_MISFITS;
      const attempt = through(this.rows, this.loops, form, this.fit, most);
      if (attempt?.kind === 'misfits') {
        const { open } = attempt;
        const agrees = open !== undefined && this.wishes.agrees(built(this.rows, open, this.build));
        const likely = agrees || this.wishes.likely(form);
        const tied: boolean =
          closest?.misfits.length === attempt.misfits.length && likely !== closestIsLikely;
        const found: Failed = tied
          ? likely
            ? attempt
            : (closest as Failed)
          : better(closest, attempt, this.rows.length);
        if (found === attempt) closestIsLikely = likely;
        closest = found;
      }
      if (attempt?.kind === 'unclear') unclear ??= attempt;
      if (attempt?.kind !== 'walk') continue;
      const fitted = built(this.rows, attempt, this.build);
      if (!this.unclear) return fitted;
      if (fits.push(fitted) >= MOST_FITS) break;
    }
    if (fits.length > 0) return settled(fits, this.wishes.agrees);
    return unclear ?? (closest && this.failed(closest));
  }

  private failed({ open, ...misfits }: Failed): Misfits {
    return open && !this.unclear ? { ...misfits, open: built(this.rows, open, this.build) } : misfits;
  }

  /**
   * Rows may need several of the repeats of their first row: "*k2tog* to end" where one stitch of each repeat is left, or a
   * set-up row of "*p2, pfb*" below a cable of 8. Only what cannot hide a slip of the pen is tried: rows worked once, and
   * rows that agree with the counts that are stated.
   */
  private severalRepeats(): Fitted | Misfits | null {
    if (this.whole || this.unclear) return null;
    for (const form of multiples(this.rows, this.ring)) {
      const attempt = through(this.rows, this.loops, form, this.fit, 1);
      const walk =
        attempt?.kind === 'walk' ? attempt : attempt?.kind === 'misfits' ? attempt.open : undefined;
      const fitted = walk && built(this.rows, walk, this.build);
      if (!fitted || !(this.loops.length === 0 || (this.wishes.counted && this.wishes.agrees(fitted))))
        continue;
      return attempt?.kind === 'misfits' ? this.failed(attempt) : fitted;
    }
    return null;
  }

  result(): Fitted | Misfits | Unclear {
    const found = this.first();
    return (found.kind === 'misfits' && !found.open && this.severalRepeats()) || found;
  }

  private first(): Fitted | Misfits | Unclear {
    if (this.rows.every(({ dims }) => dims === 'open')) return NOTHING;
    const { stated } = this.wishes;
    const forms = () => (this.whole ? wholeWidths(this.rows) : candidates(this.rows, this.ring));
    if (!stated || this.whole) return this.tryForms(forms()) ?? NOTHING;
    const { multiple, plus } = stated;
    const wanted = this.tryForms([0, 1, 2].map((i) => ({ base: plus + i * multiple, perRepeat: multiple })));
    return wanted?.kind === 'fitted' ? wanted : (this.tryForms(forms()) ?? wanted ?? NOTHING);
  }
}

/** The smallest form in which all rows fit; else the rows that do not fit where the fewest do not. */
export const fitRows = (
  fittings: readonly Fitting[],
  loops: readonly Loop[],
  ring: boolean,
  wishes: FitWishes,
): Fitted | Misfits | Unclear => new Fitter(fittings, loops, ring, wishes).result();

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
