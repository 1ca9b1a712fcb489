/**
 * How crossings that went wrong are put right by laddering down: which ladders, in which order, and every move from the
 * row in hand as it lies to the same place again. Faults whose stitches meet are one ladder; others are separate ones,
 * each down and up whole, since a ladder over both would be as many stitches and longer strands.
 */
import { err, ok, type Result } from '../result';
import { columnsGiven, type LaidCell, type LaidRow } from '../chart/laid';
import { crossingsOf, type CrossingAt } from '../piece/crossings';
import { waleOf, type Deviation } from '../piece/deviation';
import { roundStart } from '../piece/marker';
import type { WorkRow } from '../piece/work-row';
import { meant, hasRow, made, workingOf, type Worksheet } from '../piece/worksheet';
import { gives } from '../stitch/cells';
import { isSlipped } from '../stitch/looks';
import type { Hand } from '../stitch/types';
import { ladderMoves, type LadderFrame } from './ladder';
import type { RepairMove } from './moves';
import { dropsOf } from './drops';
import { rsDirection, type Loop, type Spot } from './needle';
import { released, type Released, type Start } from './released';
import { Route } from './route';

export type RepairFault = Deviation;
export type RepairProblem =
  /** `row-not-worked`: it lies above the needle. */
  | { readonly code: 'no-such-crossing' | 'row-not-worked'; readonly fault: number }
  /** Stitches above it are bound off: they cannot be let down any more. */
  | { readonly code: 'bound-off'; readonly fault: number; readonly row: number }
  /** From that row on nothing of the round would be left standing. */
  | { readonly code: 'whole-round'; readonly fault: number; readonly row: number };

export type RepairOptions = {
  /** With a wrong-side row in hand: turn over as it is, or work it to its end first. */
  readonly wrongSide: 'turn' | 'finish';
  readonly between: 'slide' | 'turn';
};
export const USUAL_WAY: RepairOptions = { wrongSide: 'turn', between: 'slide' };

export type Ladder = {
  /** Places in the list of faults that was given. */
  readonly faults: readonly number[];
  /** The lowest row to be undone, and the one that its stitches on the needle belong to. */
  readonly row: number;
  readonly top: number;
  /** Released stitches, row by row from the lowest: columns of each row. */
  readonly rows: readonly { readonly row: number; readonly columns: readonly number[] }[];
  /** Strands to work with, and others that are only floats. */
  readonly strands: number;
  readonly floats: number;
  /** Crossings to be made, the faults among them, from the lowest row up. */
  readonly remake: readonly { readonly row: number; readonly at: CrossingAt; readonly fault: boolean }[];
  /** Stitches to be slipped off the needle. */
  readonly onNeedle: number;
  /** How many rows each of those drops, first met first; 0 for one that stays between. */
  readonly drops: readonly (Loop & { readonly by: number })[];
  readonly touched: Touched;
};
/** What else lies in the released stitches. */
export type Touched = {
  readonly increases: number;
  readonly decreases: number;
  readonly bobbles: number;
  readonly slipped: number;
  /** The edge of work that is not round: there a strand goes on into the next row. */
  readonly edge: boolean;
  /** Panels met on the needle, first met first; more than one: there are markers in the way. */
  readonly panels: readonly string[];
};

export type PlannedMove = RepairMove & {
  /** The ladder it belongs to; null on the way to one. */
  readonly ladder: number | null;
  /** The ladder as it lies afterwards; null on the way. */
  readonly frame: LadderFrame | null;
};
export type RepairPlan = {
  readonly ladders: readonly Ladder[];
  readonly moves: readonly PlannedMove[];
  /** Where the work was, and where it is at the end. */
  readonly spot: Spot;
  readonly ends: Spot;
};

/** Rows asked for again and again, laid out once. */
function once<T>(make: (row: number) => T): (row: number) => T {
  const known = new Map<number, T>();
  return (row) => {
    const found = known.get(row) ?? make(row);
    known.set(row, found);
    return found;
  };
}

const sameCrossing = (a: Deviation, b: Deviation) =>
  a.pieceRow === b.pieceRow && a.panel === b.panel && a.wale === b.wale;

/** The sheet without deviations at the faults, and with them. */
function sheetsFor(sheet: Worksheet, faults: readonly RepairFault[]) {
  const target = new Map(sheet.deviations);
  const actual = new Map(sheet.deviations);
  for (const fault of faults) {
    const others = (target.get(fault.pieceRow) ?? []).filter((one) => !sameCrossing(one, fault));
    target.set(fault.pieceRow, others);
  }
  for (const [row, others] of target)
    actual.set(row, [...others, ...faults.filter(({ pieceRow }) => pieceRow === row)]);
  return { target: { ...sheet, deviations: target }, actual: { ...sheet, deviations: actual } };
}

/** The crossing of a panel at a wale in a row; null if none stands there. */
export function crossingIn(row: WorkRow, panel: string, wale: number): CrossingAt | null {
  const found = row.panels.find((one) => one.panel.id === panel);
  return found ? (crossingsOf(found).find((at) => waleOf(found, at) === wale) ?? null) : null;
}

type Rows = {
  readonly actual: (row: number) => LaidRow;
  readonly target: (row: number) => LaidRow;
  readonly actualRow: (row: number) => WorkRow;
  readonly targetRow: (row: number) => WorkRow;
};

function rowsOf({ target, actual }: ReturnType<typeof sheetsFor>): Rows {
  const [actualRow, targetRow] = [actual, target].map((sheet) => once((row) => made(sheet, row))) as [
    Rows['actualRow'],
    Rows['targetRow'],
  ];
  return {
    actualRow,
    targetRow,
    actual: (row) => actualRow(row).laid,
    target: (row) => targetRow(row).laid,
  };
}

/** The columns of a fault's row that it takes: of the charted crossing, or of one that was made where none is charted. */
function columnsAt({ actualRow, targetRow }: Rows, { pieceRow, panel, wale }: RepairFault): number[] | null {
  for (const row of [targetRow(pieceRow), actualRow(pieceRow)]) {
    const at = crossingIn(row, panel, wale);
    if (at) return columnsGiven(row.laid, at);
  }
  return null;
}

/** The cells that lie where a fault is. */
function startsOf(rows: Rows, fault: RepairFault, index: number): Start[] {
  const laid = rows.actual(fault.pieceRow);
  const columns = new Set(columnsAt(rows, fault));
  return laid.cells
    .filter((cell) => columnsGiven(laid, cell).some((column) => columns.has(column)))
    .map((cell) => ({ row: fault.pieceRow, cell, fault: index }));
}

function problemsWith(sheet: Worksheet, rows: Rows, faults: readonly RepairFault[], done: number) {
  return faults.flatMap((fault, i): RepairProblem[] => {
    if (!hasRow(sheet, fault.pieceRow) || fault.pieceRow > done)
      return [{ code: 'row-not-worked', fault: i }];
    return columnsAt(rows, fault) ? [] : [{ code: 'no-such-crossing', fault: i }];
  });
}

function blockedBy({ actual }: Rows, { rows, faults }: Released, round: boolean): RepairProblem[] {
  const off = rows.find(({ row, cells }) => cells.some((i) => actual(row).cells[i]?.cell.kind === 'bindOff'));
  if (off) return faults.map((fault) => ({ code: 'bound-off', fault, row: off.row }));
  const isWhole = ({ row, cells }: Released['rows'][number]) => {
    const laid = actual(row);
    return cells.reduce((sum, i) => sum + gives((laid.cells[i] as LaidCell).cell), 0) === laid.gives;
  };
  const whole = round && rows.find(isWhole);
  return whole ? faults.map((fault) => ({ code: 'whole-round', fault, row: whole.row })) : [];
}

function touchedBy(sheet: Worksheet, rows: Rows, set: Released, hand: Hand): Touched {
  const cells = set.rows.flatMap(({ row, cells: here }) =>
    here.map((i) => rows.actual(row).cells[i] as LaidCell),
  );
  const count = (test: (at: LaidCell) => boolean) => cells.filter(test).length;
  const top = set.rows[set.rows.length - 1] as Released['rows'][number];
  const columns = new Set(columnsOf(rows, top));
  const panels = made(sheet, top.row).panels.filter(({ firstGiven, gives: width }) =>
    Array.from({ length: width }, (_, i) => firstGiven + i).some((column) => columns.has(column)),
  );
  const names = panels.map(({ panel }) => panel.id);
  return {
    increases: count(({ cell }) => cell.kind === 'increase'),
    decreases: count(({ cell }) => cell.kind === 'decrease'),
    bobbles: count(({ cell }) => cell.kind === 'bobble'),
    slipped: count(({ cell }) => isSlipped(cell)),
    edge:
      sheet.plan.construction !== 'round' &&
      set.rows.some((one) => {
        const here = columnsOf(rows, one);
        return here.includes(0) || here.includes(rows.actual(one.row).gives - 1);
      }),
    panels: rsDirection(sheet, hand) === 'rightToLeft' ? names : names.reverse(),
  };
}

const columnsOf = ({ actual }: Rows, { row, cells }: Released['rows'][number]) =>
  cells.flatMap((i) => columnsGiven(actual(row), actual(row).cells[i] as LaidCell));

/** Whether a fault is on a crossing that is charted, or on plain stitches that could have been crossed as it says. */
export const canStand = (sheet: Worksheet, fault: RepairFault): boolean =>
  hasRow(sheet, fault.pieceRow) && columnsAt(rowsOf(sheetsFor(sheet, [fault])), fault) !== null;

/**
 * Every move from the work as it lies to the same place with the faults put right.
 * @param sheet with or without the faults among its deviations: they are taken to be there
 * @param spot where the row in hand is worked to
 */
export function repairPlan(
  sheet: Worksheet,
  faults: readonly RepairFault[],
  spot: Spot,
  hand: Hand,
  options: RepairOptions = USUAL_WAY,
): Result<RepairPlan, readonly RepairProblem[]> {
  const sheets = sheetsFor(sheet, faults);
  const rows = rowsOf(sheets);
  const problems = problemsWith(sheet, rows, faults, spot.done);
  if (problems.length > 0 || faults.length === 0) return err(problems);
  const starts = faults.flatMap((fault, i) => startsOf(rows, fault, i));
  const releasedUpTo = (to: number, inTop?: ReadonlySet<LaidCell>) =>
    released({ to, row: rows.actual, ...(inTop && { inTop }) }, starts);
  const round = sheet.plan.construction === 'round';
  const blocked = releasedUpTo(spot.done).flatMap((set) => blockedBy(rows, set, round));
  if (blocked.length > 0) return err(blocked);

  const direction = rsDirection(sheet, hand);
  const startOf = once((row) => roundStart(sheet, row, workingOf(sheet.plan, row, hand).direction).start);
  const route = new Route(sheet, rows.actual, spot, hand, options.wrongSide);
  const sets = route.settle(releasedUpTo);
  const wholeNow = sets.flatMap((set) => blockedBy(rows, set, round));
  if (wholeNow.length > 0) return err(wholeNow);
  const moves: PlannedMove[] = [];
  const ladders: Ladder[] = [];
  route.visit(sets, (set, group, way) => {
    const given = { set, ...rows, startOf: round ? startOf : null };
    const ladder = ladderMoves({ ...given, group, direction, hand, between: options.between });
    moves.push(...way.map((move) => ({ ...move, ladder: null, frame: null })));
    moves.push(
      ...ladder.moves.map((move, i) => ({
        ...move,
        ladder: ladders.length,
        frame: ladder.frames[i] ?? null,
      })),
    );
    const wrong = new Set(
      starts.filter(({ fault }) => set.faults.includes(fault)).map(({ row, cell }) => `${row} ${cell.given}`),
    );
    ladders.push({
      faults: set.faults,
      row: set.rows[0]?.row ?? 0,
      top: set.rows[set.rows.length - 1]?.row ?? 0,
      rows: set.rows.map((one) => ({ row: one.row, columns: columnsOf(rows, one) })),
      strands: ladder.moves.filter((move) => move.do === 'strand').length,
      floats: ladder.moves.filter((move) => move.do === 'float').length,
      remake: ladder.again.flatMap(({ row, cells }) =>
        cells.flatMap((at) =>
          at.cell.kind === 'crossing'
            ? [{ row, at: { ...at, cell: at.cell }, fault: wrong.has(`${row} ${at.given}`) }]
            : [],
        ),
      ),
      onNeedle: group.length,
      drops: dropsOf(group, set, rows.actual).map((by, i) => ({ ...(group[i] as Loop), by })),
      touched: touchedBy(sheet, rows, set, hand),
    });
  });
  moves.push(...route.home().map((move) => ({ ...move, ladder: null, frame: null })));
  return ok({ ladders, moves, spot, ends: route.spot });
}

/** Whether a ladder lets down some of the stitches where a fault lies. */
function letsDown(sheet: Worksheet, { ladders }: RepairPlan, fault: RepairFault): boolean {
  if (!hasRow(sheet, fault.pieceRow)) return false;
  const columns = new Set(columnsAt(rowsOf(sheetsFor(sheet, [fault])), fault));
  return ladders.some(({ rows }) =>
    rows.some((one) => one.row === fault.pieceRow && one.columns.some((column) => columns.has(column))),
  );
}

/**
 * The repair of some faults, and of those among `others` that it lets down on the way: they are put right with them.
 * Faults are numbered as in the list that comes back.
 */
export function repairWith(
  sheet: Worksheet,
  faults: readonly RepairFault[],
  others: readonly RepairFault[],
  spot: Spot,
  hand: Hand,
  options: RepairOptions = USUAL_WAY,
): Result<{ readonly plan: RepairPlan; readonly faults: readonly RepairFault[] }, readonly RepairProblem[]> {
  const plan = repairPlan(sheet, faults, spot, hand, options);
  if (!plan.ok) return plan;
  const onTheWay = others.filter(
    (one) => !faults.some((fault) => sameCrossing(fault, one)) && letsDown(sheet, plan.value, one),
  );
  if (onTheWay.length === 0) return ok({ plan: plan.value, faults });
  return repairWith(sheet, [...faults, ...onTheWay], others, spot, hand, options);
}

/** The charted crossing at a place of the piece; null where none is charted. */
export const crossingAt = (sheet: Worksheet, row: number, panel: string, wale: number) =>
  hasRow(sheet, row) ? crossingIn(meant(sheet, row), panel, wale) : null;
