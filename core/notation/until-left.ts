/** "Rep rows 1 and 2 until 8 sts remain": how often that is. */
import { err, ok, type Result } from '../result';
import { countFor, type LinearForm } from '../chart/row';
import { fitRows, type Fitting, type FitWishes } from './fit';
import type { NotationProblem } from './problems';
import type { WrittenRows } from './rows';

/** The stitches on the needle before a row, going down past rows that are worked as they come. */
function formBelow(gives: readonly (LinearForm | null)[], index: number, begins: LinearForm): LinearForm {
  for (let i = index - 1; i >= 0; i -= 1) {
    const form = gives[i];
    if (form) return form;
  }
  return begins;
}

/**
 * How often more the rows of each such order are worked, by the place of the order. One order at a time: those behind it
 * begin with what it leaves.
 * @param castOn stitches to begin with; null if the text does not say
 */
export function passesUntilLeft(
  { rows, untilLeft }: WrittenRows,
  fittings: readonly Fitting[],
  ring: boolean,
  wishes: FitWishes,
  castOn: number | null,
): Result<ReadonlyMap<number, number>, readonly NotationProblem[]> {
  const passes = new Map<number, number>();
  const problems: NotationProblem[] = [];
  const fitted = fitRows(fittings, [], ring, wishes);
  let lost = 0;
  for (const { first, last, left, at } of untilLeft) {
    const from = rows.findIndex(({ label }) => label.kind === 'row' && label.number === first);
    const to = rows.findIndex(({ label }) => label.kind === 'row' && label.number === last);
    if (castOn === null || fitted.kind !== 'fitted' || from < 0 || to < from) {
      problems.push({ code: 'left-of-what', left, at });
      continue;
    }
    const repeats = (castOn - fitted.form.base) / fitted.form.perRepeat;
    const count = (form: LinearForm) => countFor(form, repeats) - lost;
    const [begins, ends] = [
      formBelow(fitted.gives, from, fitted.form),
      formBelow(fitted.gives, to + 1, fitted.form),
    ];
    const less = count(begins) - count(ends);
    const more = (count(ends) - left) / less;
    if (begins.perRepeat !== ends.perRepeat || !(less > 0) || !Number.isInteger(more) || more < 0) {
      problems.push({ code: 'left-not-reached', left, from: count(begins), less: Math.max(0, less), at });
      continue;
    }
    passes.set(at.from, more);
    lost += more * less;
  }
  return problems.length > 0 ? err(problems) : ok(passes);
}
