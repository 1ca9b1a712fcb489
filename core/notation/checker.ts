/** The third stage: written rows made to fit on each other, and rows worked as they come filled in. */
import { rowKey, takesOf, type Row } from '../chart/row';
import { checkChart, type Chart } from '../chart/chart';
import { oppositeDirection } from '../stitch/working';
import type { Direction } from '../stitch/types';
import type { Fitting, Misfit } from './fit';
import { cellsOf, isPresented, partsOf, type Facing, type Parts } from './parts';
import { bare, dressed, type PlacedRow } from './placed-row';
import { Presenter, rowBelow } from './presented';
import type { NotationProblem } from './problems';
import type { WrittenRow, WrittenRun } from './rows';
import { firstHeld, heldFromLeft, type Holds } from './unturned-holds';
import { writeRows } from './write';

/** Unturned work: the way row 1 runs. */
export type Unturned = { readonly firstDirection: Direction; readonly holds?: Holds | null } | undefined;

const MOST_STITCHES = 300_000;

function facingOf(written: WrittenRow, inTheRound: boolean, unturned: Unturned): Facing {
  const odd = Math.abs(written.number) % 2 === 1;
  const garter = odd ? 'knit' : 'purl';
  if (inTheRound) return { side: written.side, faced: 'rightToLeft', garter };
  if (!unturned) return { side: written.side, faced: 'rightToLeft' };
  const first = unturned.firstDirection;
  const holds = unturned.holds ?? 'hands';
  return { side: 'RS', faced: odd ? first : oppositeDirection(first), garter, holds };
}

const size = ({ before, repeat, after }: Parts) =>
  before.length + after.length + (repeat && !isPresented(repeat) ? repeat.length : 0);

/** A stretch of rows, and whether they repeat. */
export type WorkedRun = Pick<WrittenRun, 'from' | 'repeatFrom' | 'to'> & { readonly repeats: boolean };

/** Gathers what does not work; the rows it hands on fit on each other. */
export class Checker {
  readonly problems: NotationProblem[] = [];

  constructor(private readonly written: readonly WrittenRow[]) {}

  fail(problem: NotationProblem) {
    this.problems.push(problem);
  }

  fittings(inTheRound: boolean, unturned: Unturned): Fitting[] {
    let total = 0;
    return this.written.map((row) => {
      if (row.body.broken)
        return { ways: [{ before: [], repeat: { slipPurls: false, at: row.at }, after: [] }], phase: null };
      const facing = facingOf(row, inTheRound, unturned);
      this.askHolds(row, facing, unturned);
      const ways = partsOf(row.body.items, facing, row.at);
      if ('code' in ways) {
        this.fail({ ...ways, row: row.label });
        return { ways: [], phase: null };
      }
      const before = total;
      total += ways.reduce((sum, parts) => sum + size(parts), 0);
      if (total <= MOST_STITCHES) return { ways, phase: row.body.startAfter };
      if (before <= MOST_STITCHES)
        this.fail({
          code: 'count-out-of-range',
          count: total,
          most: MOST_STITCHES,
          at: row.at,
          row: row.label,
        });
      return { ways: [], phase: null };
    });
  }

  private asked = false;
  /** Whether hands or picture are meant is asked at the first crossing that it makes a difference to. */
  private askHolds({ body, label: row }: WrittenRow, { faced }: Facing, unturned: Unturned) {
    if (!unturned || unturned.holds || faced !== 'leftToRight' || this.asked) return;
    const held = firstHeld(body.items);
    if (!held) return;
    this.asked = true;
    const { meaning, span: at } = held;
    const [hands, picture] = [heldFromLeft(meaning, 'hands'), heldFromLeft(meaning, 'picture')];
    this.fail({ code: 'unturned-holds', hands, picture, at, row });
  }

  misfit({ index, takes, gives }: Misfit, fitting: Fitting | undefined) {
    const row = this.written[index] as WrittenRow;
    const extra = takes.perRepeat + takes.base - gives.perRepeat - gives.base;
    const parts = fitting?.ways[0];
    const cells = parts && !parts.repeat ? cellsOf(parts.before) : [];
    const edge = row.side === 'WS' ? cells[0] : cells[cells.length - 1];
    const past = extra > 0 && edge?.kind === 'crossing' && takesOf([edge]) > extra;
    this.fail({
      ...(past ? { code: 'crossing-past-end', over: extra } : { code: 'counts-differ', takes, gives }),
      at: row.at,
      row: row.label,
    });
  }

  unclear(index: number) {
    const row = this.written[index] as WrittenRow;
    const group = row.body.items.find((item) => item.kind === 'group' && item.times.length > 1);
    const times = group?.kind === 'group' ? (group.times[0] as number) : 0;
    this.fail({ code: 'repeat-count-unclear', times, at: group?.span ?? row.at, row: row.label });
  }

  /** Fills in the rows that were left open, as far as the rows below them are known; the rest are reported. */
  present(
    fitted: readonly (PlacedRow | null)[],
    fittings: readonly Fitting[],
    runs: readonly WorkedRun[],
  ): PlacedRow[] | null {
    const [first] = runs;
    const under = first?.repeats && first.repeatFrom === 0 ? first.to - 1 : -1;
    const placed = [...fitted];
    const rows: (Row | null)[] = fitted.map((row) => row && bare(row));
    const presenter = new Presenter(rows, under);
    let total = 0;
    for (let progress = true; progress;) {
      progress = false;
      fittings.forEach(({ ways }, index) => {
        const parts = ways[0];
        const below = rowBelow(under, index);
        if (rows[index] || below < 0 || !parts || !isPresented(parts.repeat) || total > MOST_STITCHES) return;
        const [before, after] = [cellsOf(parts.before), cellsOf(parts.after)];
        const row = presenter.above(below, { slipPurls: parts.repeat.slipPurls, before, after });
        if (!row) return;
        rows[index] = row;
        placed[index] = withEnds(dressed(row, parts.repeat.at), parts);
        total += row.repeat.length;
        progress = true;
      });
    }
    if (total > MOST_STITCHES) {
      const { at, label: row } = this.written[0] as WrittenRow;
      this.fail({ code: 'count-out-of-range', count: total, most: MOST_STITCHES, at, row });
      return null;
    }
    this.written.forEach(({ at, label }, index) => {
      if (!placed[index]) this.fail({ code: 'nothing-below', words: at, at, row: label });
    });
    if (!placed.every((row) => row !== null)) return null;
    this.nothingBelowRowOne(rows as Row[], fittings);
    this.sameBothTimes(rows as Row[], presenter, fittings, runs);
    return placed;
  }

  /** Row 1 "as the stitches present themselves" has only a cast-on below it the first time: asked, not guessed. */
  private nothingBelowRowOne(rows: readonly Row[], fittings: readonly Fitting[]) {
    const parts = fittings[0]?.ways[0];
    const [first, row] = [this.written[0], rows[0]];
    if (!first || !row || !parts || !isPresented(parts.repeat)) return;
    const { at, label, side } = first;
    const alone = parts.before.length + parts.after.length === 0;
    const construction = row.kind === 'ring' ? ('round' as const) : ('flat' as const);
    const chart: Chart = { name: '', setUp: [], rows: [row], firstSide: side };
    const line = writeRows(chart, { family: 'fraction', construction }).split('\n')[1] ?? '';
    const instead = line.slice(line.indexOf(': ') + 2).replace(/\.$/, '');
    this.fail({ code: 'nothing-below', ...(alone && { instead }), words: parts.repeat.at, at, row: label });
  }

  /** A row as presented lies on what was before the first time and on the repeat's end ever after: both must show the same. */
  private sameBothTimes(
    rows: readonly Row[],
    presenter: Presenter,
    fittings: readonly Fitting[],
    runs: readonly WorkedRun[],
  ) {
    for (const { repeatFrom, to, repeats } of runs) {
      const parts = fittings[repeatFrom]?.ways[0];
      const first = this.written[repeatFrom];
      if (!repeats || repeatFrom === 0 || !first || !parts || !isPresented(parts.repeat)) continue;
      const [before, after] = [cellsOf(parts.before), cellsOf(parts.after)];
      const again = presenter.above(to - 1, { slipPurls: parts.repeat.slipPurls, before, after });
      if (!again || rowKey(again) !== rowKey(rows[repeatFrom] as Row))
        this.fail({ code: 'presents-two-ways', at: first.at, row: first.label });
    }
  }

  /**
   * The last word on counts is the chart's own check; nothing leaves the reader without it.
   * @param from its first row among the written ones
   */
  recheck(chart: Chart, from: number) {
    const checked = checkChart(chart);
    for (const problem of checked.ok ? [] : checked.error) {
      const at = 'row' in problem ? problem.row : { kind: 'row' as const, number: 1 };
      const index = from + (at.kind === 'setUp' ? 0 : chart.setUp.length) + at.number - 1;
      const row = (this.written[index] ?? this.written[0]) as WrittenRow;
      const counts = problem.code === 'counts-differ';
      this.fail({
        ...(counts
          ? { code: 'counts-differ', takes: problem.takes, gives: problem.gives }
          : { code: 'no-multiple-fits' }),
        at: row.at,
        row: row.label,
      });
    }
  }
}

/** The words of ends that were written out, where the row still begins and ends with them. */
function withEnds(row: PlacedRow, parts: Parts): PlacedRow {
  if (row.kind === 'ring') return row;
  const [right, left] = [parts.before.length, parts.after.length];
  if (row.before.length < right || row.after.length < left) return row;
  const kept = row.after.length - left;
  return {
    ...row,
    before: row.before.map((one, i) => (i < right ? (parts.before[i] ?? one) : one)),
    after: row.after.map((one, i) => (i >= kept ? (parts.after[i - kept] ?? one) : one)),
  };
}
