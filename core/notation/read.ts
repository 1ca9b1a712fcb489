/**
 * Written rows become a checked chart, or a list of every place that does not work. Three stages: scanner
 * (scan.ts), syntactic rows (items.ts, rows.ts), checker (here); only the checker makes a chart.
 */
import { err, ok, type Result } from '../result';
import { givesForm, rowKey, takesForm, takesOf, type LinearForm, type Row } from '../chart/row';
import { checkChart, type Chart } from '../chart/chart';
import { oppositeDirection } from '../stitch/working';
import type { Direction } from '../stitch/types';
import { fitRows, isMisfit, type Fitting, type Misfit } from './fit';
import { readLegend } from './legend';
import { partsOf, type Facing } from './parts';
import type { NotationProblem, TextSpan } from './problems';
import { presentedRow, rowBelow } from './presented';
import { writtenRows, type WrittenRow } from './rows';
import { scan } from './scan';

/**
 * How rows are worked where the text does not say: unturned rows all face the RS and run to and fro. A text that speaks
 * of wrong-side rows is written for turned work and read so, whatever the piece; the picture it gives is the same.
 */
export type ReadingContext = { readonly unturned?: { readonly firstDirection: Direction } };

export type ReadChart = {
  readonly chart: Chart;
  /** Where each row's words stand, set-up rows first. */
  readonly spans: readonly TextSpan[];
  /** Lines passed over. */
  readonly remarks: readonly TextSpan[];
  /** Stitches to cast on for n repeats. */
  readonly castOn: LinearForm;
};

function facingOf(written: WrittenRow, inTheRound: boolean, context: ReadingContext): Facing {
  if (inTheRound || !context.unturned) return { side: written.side, faced: 'rightToLeft' };
  const odd = Math.abs(written.number) % 2 === 1;
  const first = context.unturned.firstDirection;
  return { side: 'RS', faced: odd ? first : oppositeDirection(first) };
}

class Checker {
  readonly problems: NotationProblem[] = [];

  constructor(
    private readonly written: readonly WrittenRow[],
    private readonly setUps: number,
  ) {}

  fail(problem: NotationProblem) {
    this.problems.push(problem);
  }

  fittings(inTheRound: boolean, context: ReadingContext): Fitting[] {
    return this.written.map((row) => {
      if (row.body.kind === 'presented') return { parts: null, phase: null };
      const parts = partsOf(row.body.items, facingOf(row, inTheRound, context), row.at);
      if (!('code' in parts)) return { parts, phase: row.body.startAfter };
      this.fail({ ...parts, row: row.label });
      return { parts: null, phase: null };
    });
  }

  misfit({ index, takes, gives }: Misfit, fitting: Fitting | undefined) {
    const row = this.written[index] as WrittenRow;
    const extra = takes.perRepeat - gives.perRepeat;
    const fixed = takes.base === 0 && gives.base === 0 && extra > 0;
    const cells = fitting?.parts?.before ?? [];
    const edge = row.side === 'WS' ? cells[0] : cells[cells.length - 1];
    const past = fixed && edge?.kind === 'crossing' && takesOf([edge]) > extra;
    this.fail({
      ...(past ? { code: 'crossing-past-end', over: extra } : { code: 'counts-differ', takes, gives }),
      at: row.at,
      row: row.label,
    });
  }

  /** Fills in the rows that were left open, as far as the rows below them are known; the rest are reported. */
  present(fitted: readonly (Row | null)[]): Row[] | null {
    const rows = [...fitted];
    for (let progress = true; progress;) {
      progress = false;
      this.written.forEach(({ body }, index) => {
        const below = rowBelow(rows, this.setUps, index);
        if (rows[index] || below < 0 || body.kind !== 'presented') return;
        rows[index] = presentedRow(rows, this.setUps, below, body.slipPurls);
        progress ||= rows[index] !== null;
      });
    }
    this.written.forEach(({ at, label }, index) => {
      if (!rows[index]) this.fail({ code: 'nothing-below', at, row: label });
    });
    if (!rows.every((row) => row !== null)) return null;
    this.sameBothTimes(rows);
    return rows;
  }

  /** Row 1 as presented lies on the set-up the first time and on the last row ever after: both must show the same. */
  private sameBothTimes(rows: readonly Row[]) {
    const first = this.written[this.setUps];
    if (this.setUps === 0 || first?.body.kind !== 'presented') return;
    const again = presentedRow(rows, this.setUps, rows.length - 1, first.body.slipPurls);
    if (!again || rowKey(again) !== rowKey(rows[this.setUps] as Row))
      this.fail({ code: 'presents-two-ways', at: first.at, row: first.label });
  }

  stated(rows: readonly Row[]) {
    this.written.forEach(({ body, label }, i) => {
      if (body.kind !== 'items' || !body.stated) return;
      const form = givesForm(rows[i] as Row);
      const { count, span } = body.stated;
      const n = form.perRepeat > 0 ? (count - form.base) / form.perRepeat : 0;
      if (!Number.isInteger(n) || n < 1)
        this.fail({ code: 'stated-count-wrong', stated: count, form, at: span, row: label });
    });
  }
}

/** Reads pasted rows. The chart's name is the caller's. */
export function readRows(
  source: string,
  name: string,
  context: ReadingContext = {},
): Result<ReadChart, readonly NotationProblem[]> {
  const scanned = scan(source);
  const { legend, problems: legendProblems } = readLegend(scanned);
  const before = [...scanned.problems, ...legendProblems];
  if (scanned.problems.some(({ code }) => code === 'text-too-long')) return err(before);
  const written = writtenRows(scanned, legend);
  before.push(...written.problems.filter(({ code }) => code !== 'no-rows' || before.length === 0));
  if (before.length > 0) return err(inOrder(before));

  const all = [...written.setUp, ...written.rows];
  const setUps = written.setUp.length;
  const checker = new Checker(all, setUps);
  const fittings = checker.fittings(written.inTheRound, written.turned ? {} : context);
  if (checker.problems.length > 0) return err(inOrder(checker.problems));
  const ring = fittings.some(({ phase }) => phase !== null);
  const { multiple } = scanned;
  const fitted = fitRows(fittings, setUps, ring, multiple);
  if (isMisfit(fitted)) {
    if (multiple)
      checker.fail({
        code: 'stated-multiple-wrong',
        multiple: multiple.multiple,
        plus: multiple.plus,
        at: multiple.at,
      });
    if (fittings.every(({ parts }) => parts === null))
      checker.fail({
        code: 'nothing-below',
        at: (all[0] as WrittenRow).at,
        row: (all[0] as WrittenRow).label,
      });
    else checker.misfit(fitted, fittings[fitted.index]);
    return err(inOrder(checker.problems));
  }
  const rows = checker.present(fitted.rows);
  if (!rows) return err(inOrder(checker.problems));
  checker.stated(rows);
  const chart: Chart = {
    name,
    setUp: rows.slice(0, setUps),
    rows: rows.slice(setUps),
    firstSide: written.firstSide,
  };
  if (checker.problems.length === 0) recheck(chart, all, checker);
  if (checker.problems.length > 0) return err(inOrder(checker.problems));
  return ok({
    chart,
    spans: all.map(({ at }) => at),
    remarks: scanned.remarks,
    castOn: takesForm(rows[0] as Row),
  });
}

/** The last word on counts is the chart's own check; nothing leaves the reader without it. */
function recheck(chart: Chart, all: readonly WrittenRow[], checker: Checker) {
  const checked = checkChart(chart);
  if (checked.ok) return;
  for (const problem of checked.error) {
    const row =
      all.find(
        ({ label }) =>
          'row' in problem && label.kind === problem.row.kind && label.number === problem.row.number,
      ) ?? (all[0] as WrittenRow);
    const counts = problem.code === 'counts-differ';
    checker.fail({
      ...(counts
        ? { code: 'counts-differ', takes: problem.takes, gives: problem.gives }
        : { code: 'no-multiple-fits' }),
      at: row.at,
      row: row.label,
    });
  }
}

const inOrder = (problems: readonly NotationProblem[]) =>
  [...problems].sort((a, b) => a.at.line - b.at.line || a.at.column - b.at.column);
