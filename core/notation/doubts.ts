/** What a text states of itself (multiple, width, stitch counts, rows) against what its rows come to. */
import { countFor, expandRow, givesForm, sameForm, type LinearForm, type Row } from '../chart/row';
import { isSlipped, looksOfRow } from '../stitch/looks';
import type { Cell } from '../stitch/types';
import type { LegendEntry } from './legend';
import type { LoneRow } from './lone-rows';
import type { NotationDoubt, TextSpan } from './problems';
import type { WrittenRow } from './rows';
import type { Scanned } from './scan';

/** Whether some whole number of repeats has this many stitches. */
export function reaches(form: LinearForm, count: number): boolean {
  if (form.perRepeat === 0) return form.base === count;
  const repeats = (count - form.base) / form.perRepeat;
  return Number.isInteger(repeats) && repeats >= 1;
}

/** "Multiple of 8 plus 2" may be stated with or without a whole repeat in its balance stitches. */
function sameMultiple(form: LinearForm, multiple: number, plus: number): boolean {
  const stated = { base: plus, perRepeat: multiple };
  if (sameForm(form, stated)) return true;
  return form.perRepeat === multiple && (form.base - plus) % multiple === 0 && form.base >= plus;
}

function statedOfWhole(scanned: Scanned, form: LinearForm, repeatRows: number | null): NotationDoubt[] {
  const doubts: NotationDoubt[] = [];
  const { multiple, width, rowCount } = scanned;
  if (multiple && !sameMultiple(form, multiple.multiple, multiple.plus))
    doubts.push({ code: 'stated-multiple-wrong', multiple: multiple.multiple, plus: multiple.plus, form, at: multiple.at }); // prettier-ignore
  if (width && !reaches(form, width.count))
    doubts.push({ code: 'stated-width-wrong', stated: width.count, form, at: width.at });
  if (rowCount && repeatRows !== null && rowCount.count !== repeatRows)
    doubts.push({ code: 'stated-rows-wrong', stated: rowCount.count, rows: repeatRows, at: rowCount.at });
  return doubts;
}

/**
 * Counts noted behind rows: each must be reached, and all of them with the same number of repeats.
 * @param begun repeats by the stitches to begin with, where these are known
 */
function statedOfRows(
  written: readonly WrittenRow[],
  rows: readonly Row[],
  begun: number | null,
): NotationDoubt[] {
  const noted = written.flatMap(({ body, label }, i) =>
    body.kind === 'items' && body.stated ? [{ ...body.stated, label, form: givesForm(rows[i] as Row) }] : [],
  );
  const wrong = noted.filter(({ form, count }) => !reaches(form, count));
  const right = noted.filter(({ form, count }) => reaches(form, count));
  const [first] = right;
  const repeats = begun ?? (first ? (first.count - first.form.base) / (first.form.perRepeat || 1) : 0);
  const odd = right.filter(({ form, count }) => form.perRepeat > 0 && countFor(form, repeats) !== count);
  return [...wrong, ...odd].map(({ count, form, span, label }) => ({
    code: 'stated-count-wrong',
    stated: count,
    form,
    at: span,
    row: label,
  }));
}

/** Turned work comes back to row 1 on the wrong side after an odd number of rows. */
function oddRows(written: readonly WrittenRow[], repeatRows: number | null): NotationDoubt[] {
  const last = written[written.length - 1];
  return last && repeatRows !== null && repeatRows > 1 && repeatRows % 2 === 1
    ? [{ code: 'odd-rows', rows: repeatRows, at: last.at, row: last.label }]
    : [];
}

export type Stating = {
  readonly scanned: Scanned;
  readonly written: readonly WrittenRow[];
  readonly rows: readonly Row[];
  /** Stitches that the first row takes. */
  readonly form: LinearForm;
  /** Rows of the repeat; null where there are several or none. */
  readonly repeatRows: number | null;
  readonly turned: boolean;
  /** Repeats by the stitches to begin with, in rows that are worked once. */
  readonly begun: number | null;
  readonly unused: readonly LegendEntry[];
  readonly lone: readonly LoneRow[];
  readonly twice: readonly { readonly index: number; readonly at: TextSpan }[];
};

const allPlain = (cells: readonly Cell[]) =>
  cells.every((cell) => cell.kind === 'stitch' && !isSlipped(cell));

/** "In pattern" goes on with what the rows did; where they change the texture, as garter does, it may mean that. */
function established(written: readonly WrittenRow[], rows: readonly Row[]): NotationDoubt[] {
  const said = written.find(({ body }) =>
    body.items.some((item) => item.kind === 'presented' && item.established),
  );
  if (!said) return [];
  const laid = rows.map((row) => expandRow(row, 2));
  const changes = laid.some((cells, i) => {
    const below = laid[i - 1];
    if (!below || !allPlain(cells) || !allPlain(below) || cells.length !== below.length) return false;
    return looksOfRow(cells, []).some((face, column) => face !== looksOfRow(below, [])[column]);
  });
  return changes ? [{ code: 'established', at: said.at, row: said.label }] : [];
}

const crosses = (row: Row) =>
  [...(row.kind === 'line' ? [...row.before, ...row.after] : []), ...row.repeat].some(
    ({ kind }) => kind === 'crossing',
  );

function oneRow(written: readonly WrittenRow[], rows: readonly Row[]): NotationDoubt[] {
  const [only, other] = written;
  return only && !other && rows[0] && crosses(rows[0])
    ? [{ code: 'one-row', at: only.at, row: only.label }]
    : [];
}

/** "Row 2 and all WS rows", where row 2 is the only one. */
function everyOfOne(written: readonly WrittenRow[]): NotationDoubt[] {
  const times = new Map<number, number>();
  for (const { at } of written) times.set(at.from, (times.get(at.from) ?? 0) + 1);
  return written.flatMap((row): NotationDoubt[] =>
    row.every && times.get(row.at.from) === 1 ? [{ code: 'every-of-one', at: row.at, row: row.label }] : [],
  );
}

export function doubtsOf({
  scanned,
  written,
  rows,
  form,
  repeatRows,
  turned,
  unused,
  lone,
  twice,
  begun,
}: Stating): NotationDoubt[] {
  const legend = unused.map(({ name, at }): NotationDoubt => ({ code: 'legend-unused', name, at }));
  return [
    ...statedOfWhole(scanned, form, repeatRows),
    ...statedOfRows(written, rows, begun),
    ...established(written, rows),
    ...everyOfOne(written),
    ...oneRow(written, rows),
    ...twice.map(({ index, at }): NotationDoubt => ({ code: 'said-twice', at, row: written[index]?.label })),
    ...lone.map(({ index, kind, own, others }): NotationDoubt => {
      const { at, label: row } = written[index] as WrittenRow;
      return { code: 'lone-row', kind, own, others, at, row };
    }),
    ...(turned ? oddRows(written, repeatRows) : []),
    ...legend,
  ];
}
