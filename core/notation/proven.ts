/** Whether a text proves that its last rows are worked once, by the counts that it states; what it leaves unsaid is doubted. */
import { countFor, givesForm, sameForm, takesForm, type Row } from '../chart/row';
import { reaches } from './doubts';
import type { Fitted } from './fit';
import { bare } from './placed-row';
import type { NotationDoubt } from './problems';
import type { WrittenRun } from './rows';
import type { Stages } from './stages';

/** The rows of the last run that change the count, and of them those that do not say what it comes to. */
function changesOf({ scanned, written }: Stages, rows: readonly (Row | null)[]) {
  const run = written.runs[written.runs.length - 1] as WrittenRun;
  const changing = written.rows.flatMap((one, i) => {
    const row = rows[i];
    if (i < run.from || !row || sameForm(takesForm(row), givesForm(row))) return [];
    return [{ index: i, written: one, form: givesForm(row), count: one.body.stated?.count ?? null }];
  });
  const first = changing[0]?.index ?? 0;
  // Without a count to begin with, or rows below that settle it, a slip in the first of them would not show.
  const begins =
    scanned.width !== null ||
    written.runs.length > 1 ||
    written.rows.slice(0, first).some(({ body }) => body.stated !== null);
  const silent = changing.filter(({ index, count }) => count === null || (index === first && !begins));
  return { changing, silent };
}

/**
 * Whether every row that changes the count says what it comes to, and all agree: then rows that do not lead back to
 * their beginning are no slip of the pen.
 */
export function proven(stages: Stages, { rows, form }: Fitted): boolean {
  const { changing, silent } = changesOf(
    stages,
    rows.map((row) => row && bare(row)),
  );
  const [first] = changing;
  if (!first || first.count === null || silent.length > 0 || form.perRepeat === 0) return false;
  const repeats = (first.count - first.form.base) / first.form.perRepeat;
  const { width } = stages.scanned;
  const begins = !width || countFor(form, repeats) === width.count;
  return (
    begins &&
    reaches(first.form, first.count) &&
    changing.every((one) => countFor(one.form, repeats) === one.count)
  );
}

/** Rows worked once that change the count without saying what it comes to: nothing in the text proves them. */
export function unproved(stages: Stages, rows: readonly Row[], endsOnce: boolean): NotationDoubt[] {
  const { silent } = endsOnce ? changesOf(stages, rows) : { silent: [] };
  const [first] = silent;
  if (!first) return [];
  const { at, label } = first.written;
  const said = new Set(silent.map(({ written }) => written.at.from));
  return [{ code: 'count-unstated', rows: said.size, at, row: label }];
}
