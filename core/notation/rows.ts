/** The rows of a text in order: lists, "all WS rows" and copies resolved, sides settled, nothing counted yet. */
import { sideOfRow } from '../chart/chart';
import type { Side } from '../stitch/types';
import { BodyReader } from './body';
import type { Every, RowHeader } from './header';
import type { NotationProblem, Problem, RowLabel, TextSpan } from './problems';
import { MOST_ROWS } from './orders';
import { AS_WRITTEN, RowOrders, type Laying, type UntilLeft } from './row-orders';
import type { Scanned } from './scan';
import type { Body } from './syntax';
import { Cursor } from './text';
import type { BodyContext } from './words';

/** `number` is the pattern row; set-up rows are 0, -1, ... counted back from row 1. */
export type WrittenRow = {
  readonly label: RowLabel;
  readonly number: number;
  readonly body: Exclude<Body, { kind: 'copy' }>;
  readonly side: Side;
  readonly at: TextSpan;
  /** It stands under "every" or "all" rows of a kind. */
  readonly every: boolean;
};
/** Places in the list of rows: a stretch begins `from`, repeats from `repeatFrom` on and ends before `to`. */
export type WrittenRun = {
  readonly from: number;
  readonly repeatFrom: number;
  readonly to: number;
  /** The text says that its rows repeat; else they do if they lead back to their beginning. */
  readonly said: boolean;
  /** The side of the first row that repeats. */
  readonly firstSide: Side;
};
export type WrittenRows = {
  readonly inTheRound: boolean;
  /** The text speaks of the wrong side, so it is written for work that is turned. */
  readonly turned: boolean;
  /** In the order in which they are worked. */
  readonly rows: readonly WrittenRow[];
  /** Stretches of rows one after the other; together they hold all rows. */
  readonly runs: readonly WrittenRun[];
  /** The text orders all its rows to be worked so many times. */
  readonly ofWhole: boolean;
  /** Rows that are worked until so many stitches are left; here they stand once. */
  readonly untilLeft: readonly UntilLeft[];
  readonly problems: readonly NotationProblem[];
};

type Assembled = Omit<WrittenRows, 'problems' | 'turned'>;

const MOST_MISSING = 20;
export type Parsed = { readonly header: RowHeader; readonly body: Body; readonly at: TextSpan };

const MOST_UNKNOWN = 3;

/** A row that is hardly understood at all is one problem, not one for each of its words. */
function gathered(problems: readonly NotationProblem[], at: TextSpan): readonly NotationProblem[] {
  const unknown = problems.filter((problem) => problem.code === 'unknown-word');
  if (unknown.length <= MOST_UNKNOWN) return problems;
  return [{ code: 'row-not-understood', words: unknown.slice(0, MOST_UNKNOWN).map(({ word }) => word), at }];
}

function parse(scanned: Scanned, context: BodyContext, problems: NotationProblem[]): Parsed[] {
  return scanned.rows.map(({ from, to, bodyFrom, header }) => {
    const at = scanned.lines.span(from, from + scanned.text.slice(from, to).trimEnd().length);
    const reader = new BodyReader(new Cursor(scanned.text, bodyFrom, to, scanned.lines), context);
    const body = reader.read();
    const row: RowLabel = { kind: header.kind, number: header.numbers[0] ?? 1 };
    problems.push(...gathered(reader.problems, at).map((problem) => ({ ...problem, row })));
    return { header, body, at };
  });
}

const flip = (side: Side): Side => (side === 'RS' ? 'WS' : 'RS');
/** Set-up row k of s is worked as row k - s would be: the last one comes right before row 1. */
const rowNumberOf = (label: RowLabel, setUps: number) =>
  label.kind === 'row' ? label.number : label.number - setUps;

type EveryRow = { readonly every: Every; readonly after: number; readonly parsed: Parsed };

function isEvery({ every, after }: EveryRow, number: number, side: Side): boolean {
  switch (every) {
    case 'even':
      return number % 2 === 0;
    case 'odd':
      return number % 2 === 1;
    case 'other':
      return number > after && (number - after) % 2 === 0;
    case 'following':
      return number > after;
    default:
      return side === every;
  }
}

class Assembly {
  private readonly byNumber = new Map<number, Parsed>();
  private readonly setUps: Parsed[] = [];
  private readonly everies: EveryRow[] = [];

  constructor(
    parsed: readonly Parsed[],
    private readonly problems: NotationProblem[],
  ) {
    for (const row of parsed) this.file(row);
  }

  private fail(problem: Problem, at: TextSpan, row: RowLabel) {
    this.problems.push({ ...problem, at, row });
  }

  private file(parsed: Parsed) {
    const { header, at } = parsed;
    if (header.kind === 'setUp') {
      const count = Math.min(Math.max(1, header.numbers.length), MOST_ROWS);
      for (let i = 0; i < count; i += 1) this.setUps.push(parsed);
      return;
    }
    if (header.every)
      this.everies.push({ every: header.every, after: Math.max(0, ...header.numbers.slice(-1)), parsed });
    for (const number of header.numbers) {
      if (number < 1 || number > MOST_ROWS)
        this.fail({ code: 'too-many-rows', most: MOST_ROWS }, at, { kind: 'row', number });
      else if (this.byNumber.has(number))
        this.fail({ code: 'row-twice', number }, at, { kind: 'row', number });
      else this.byNumber.set(number, parsed);
    }
  }

  /** Of turned work. */
  private firstSide(): Side {
    for (const [number, { header }] of this.byNumber)
      if (header.side) return number % 2 === 1 ? header.side : flip(header.side);
    const at = this.setUps.findIndex(({ header }) => header.side !== null);
    if (at < 0) return 'RS';
    const number = rowNumberOf({ kind: 'setUp', number: at + 1 }, this.setUps.length);
    const side = this.setUps[at]?.header.side as Side;
    return Math.abs(number) % 2 === 1 ? side : flip(side);
  }

  private rowCount(firstSide: Side, inTheRound: boolean): number {
    const highest = Math.max(0, ...this.byNumber.keys());
    const next = highest + 1;
    // A repeat ends with the second row of a pair: "row 1 and all odd rows" of four rows does not make a fifth.
    if (next % 2 === 1) return highest;
    const side = inTheRound ? 'RS' : sideOfRow(firstSide, next);
    return this.everies.some((row) => isEvery(row, next, side)) ? next : highest;
  }

  private readonly usedEveries = new Set<EveryRow>();

  private parsedFor(number: number, side: Side): Parsed | undefined {
    const own = this.byNumber.get(number);
    const every = own ? undefined : this.everies.find((row) => isEvery(row, number, side));
    if (every) this.usedEveries.add(every);
    return own ?? every?.parsed;
  }

  private reportUnused() {
    for (const row of this.everies)
      if (!this.usedEveries.has(row) && row.parsed.header.numbers.length === 0)
        this.problems.push({ code: 'row-unused', at: row.parsed.at });
  }

  private readonly resolved = new Map<number, WrittenRow['body'] | null>();

  /** The stitches of a row that may be a copy; each row is followed once, so a chain of copies costs its length. */
  private resolve(
    parsed: Parsed,
    number: number,
    sideOf: (n: number) => Side,
    seen: Set<number>,
  ): WrittenRow['body'] | null {
    const known = this.resolved.get(number);
    if (known !== undefined) return known;
    const found = this.follow(parsed, number, sideOf, seen);
    this.resolved.set(number, found);
    return found;
  }

  private follow(
    parsed: Parsed,
    number: number,
    sideOf: (n: number) => Side,
    seen: Set<number>,
  ): WrittenRow['body'] | null {
    const { body, header, at } = parsed;
    if (body.kind !== 'copy') return body;
    const row: RowLabel = { kind: 'row', number };
    const index = Math.max(0, header.numbers.indexOf(number));
    const copies = body.last - body.first + 1;
    if (copies < 1 || (copies * body.times > 1 && copies * body.times !== header.numbers.length)) {
      this.fail(
        { code: 'lists-differ', rows: header.numbers.length, copies: copies * body.times },
        body.span,
        row,
      );
      return null;
    }
    const source = body.first + (index % copies);
    if (seen.has(source) || source === number) {
      this.fail({ code: 'copies-itself', number: source }, body.span, row);
      return null;
    }
    const original = this.parsedFor(source, sideOf(source));
    if (!original) this.fail({ code: 'copies-nothing', number: source }, at, row);
    return original ? this.resolve(original, source, sideOf, seen.add(source)) : null;
  }

  private missed = 0;
  private missing(number: number) {
    this.missed += 1;
    if (this.missed > MOST_MISSING) return;
    const near = [...this.byNumber].find(([n]) => n > number)?.[1].at ?? START;
    this.fail({ code: 'row-missing', number }, near, { kind: 'row', number });
  }

  rows(inTheRound: boolean, orders: Scanned['orders'], order: readonly Parsed[], laying: Laying): Assembled {
    const headers = order.map(({ header }) => header);
    const ordered = new RowOrders(orders, headers, this.problems, laying);
    ordered.fill(this.byNumber);
    const firstSide = this.firstSide();
    const sideOf = (number: number): Side => (inTheRound ? 'RS' : sideOfRow(firstSide, number));
    const build = (parsed: Parsed, label: RowLabel, worked: number): WrittenRow[] => {
      const side = sideOf(worked);
      const stated = parsed.header.side;
      if (
        stated &&
        stated !== side &&
        (label.kind === 'setUp' || parsed.header.numbers.includes(label.number))
      )
        this.fail({ code: 'side-contradicts', stated, expected: side }, parsed.at, label);
      const number = rowNumberOf(label, this.setUps.length);
      const body = this.resolve(parsed, number, sideOf, new Set([number]));
      const every = parsed.header.every !== null;
      return body ? [{ label, number: worked, body, side, at: parsed.at, every }] : [];
    };
    const setUp = this.setUps.flatMap((parsed, i) => {
      const label = { kind: 'setUp', number: i + 1 } as const;
      return build(parsed, label, rowNumberOf(label, this.setUps.length));
    });
    const rows = [...setUp];
    const runs: WrittenRun[] = [];
    let worked = 0;
    for (const run of ordered.runs(this.rowCount(firstSide, inTheRound))) {
      const from = runs.length === 0 ? 0 : rows.length;
      let repeatFrom = rows.length;
      const first = worked + run.repeatFrom + 1;
      for (const [i, number] of run.rows.entries()) {
        if (i === run.repeatFrom) repeatFrom = rows.length;
        worked += 1;
        const parsed = this.parsedFor(number, sideOf(worked));
        if (parsed) rows.push(...build(parsed, { kind: 'row', number }, worked));
        else this.missing(number);
      }
      runs.push({ from, repeatFrom, to: rows.length, said: run.said, firstSide: sideOf(first) });
    }
    this.reportUnused();
    return { inTheRound, rows, runs, ofWhole: ordered.ofWhole, untilLeft: ordered.untilLeft };
  }
}

const START: TextSpan = { line: 1, column: 1, length: 1, from: 0 };

/** Puts the scanned rows in order. Problems are gathered; rows with one are left out. */
export function writtenRows(
  scanned: Scanned,
  context: BodyContext,
  round: boolean | null,
  laying = AS_WRITTEN,
): WrittenRows {
  const problems: NotationProblem[] = [];
  const parsed = parse(scanned, context, problems);
  const numbered = parsed.filter(({ header }) => header.numbers.length > 0 || header.kind === 'setUp');
  const turned = parsed.some(({ header }) => header.side === 'WS' || header.every === 'WS');
  const rounds = numbered.filter(({ header }) => header.unit === 'round');
  const odd = numbered.find(({ header }) => rounds.length > 0 && header.unit === 'row');
  if (odd && round === null) problems.push({ code: 'rows-and-rounds', at: odd.at });
  const unsure = round === null && rounds.length === 0 && !turned && scanned.saysRound;
  const [first] = numbered;
  if (unsure && first) problems.push({ code: 'flat-or-round', at: first.at });
  const inTheRound = round ?? rounds.length > 0;
  const assembled = new Assembly(parsed, problems).rows(inTheRound, scanned.orders, parsed, laying);
  const empty = assembled.runs.every(({ repeatFrom, to }) => repeatFrom >= to);
  if (empty && problems.length === 0) problems.push({ code: 'no-rows', at: START });
  return { ...assembled, turned, problems };
}
