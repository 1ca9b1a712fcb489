/**
 * A crossing cut out and grafted in again: only its own row is opened, over its stitches and a few beside them for the tails.
 * The loops below and above it are held on two needles, those below are crossed as charted, and the row is sewn in anew, one
 * loop of each needle at a time. Common practice, no published source.
 */
import { err, ok, type Result } from '../result';
import { cellTaking, type LaidRow } from '../chart/laid';
import { meant, hasRow, made, type Worksheet } from '../piece/worksheet';
import { groupOf, groupsBefore, links, stitchesAfter, takes } from '../stitch/cells';
import { faceOfStitch, isSlip } from '../stitch/looks';
import type { Crossing, Depth, Face } from '../stitch/types';
import { crossingIn, type RepairFault } from './plan';
import { stitchSize, threadFor, yarnOf } from './sewn';

/** Places count the opened stitches from the right, 1-based, both ends included. */
export type Places = { readonly from: number; readonly to: number };

export type GraftPlan = {
  readonly row: number;
  /** Stitches of the row that are opened. */
  readonly open: number;
  /** The one whose leg is cut. */
  readonly snip: number;
  /** Loops of the lower needle that change places; null where it should not be crossed. */
  readonly pass: {
    readonly over: Places;
    readonly under: Places;
    readonly centre: (Places & { readonly depth: Depth }) | null;
  } | null;
  /** What is sewn in, from the right. */
  readonly runs: readonly { readonly face: Face; readonly count: number }[];
  readonly cm: number;
  /** The columns that are opened, and those of the loops below them, for drawing. */
  readonly columns: readonly number[];
  readonly below: readonly number[];
};
export type GraftProblem = {
  readonly code: 'cannot-be-grafted';
  /** Nothing is knitted above its row; a stitch of it was slipped, so no yarn of the row runs through it; it is not there. */
  readonly why: 'topmost' | 'slipped' | 'not-there';
};

/** Stitches opened beside the crossing on either side, where there are such, for tails to weave in. */
const BESIDE = 2;
const TAIL_CM = 15;

const faceAt = (row: LaidRow, column: number): Face | null => {
  const cell = column >= 0 && column < row.takes ? cellTaking(row, column)?.cell : undefined;
  return cell?.kind === 'stitch' && !isSlip(cell.stitch) ? faceOfStitch(cell.stitch) : null;
};

/** Faces of the plain stitches next to a column, outwards. */
function beside(row: LaidRow, from: number, step: 1 | -1): Face[] {
  const faces: Face[] = [];
  for (let i = 0; i < BESIDE; i += 1) {
    const face = faceAt(row, from + step * i);
    if (face === null) break;
    faces.push(face);
  }
  return faces;
}

function passing(crossing: Crossing, first: number): NonNullable<GraftPlan['pass']> {
  let at = first;
  const places = new Map<string, Places>();
  for (const group of groupsBefore(crossing)) {
    const count = groupOf(crossing, group).length;
    places.set(group, { from: at, to: at + count - 1 });
    at += count;
  }
  const { centre } = crossing;
  return {
    over: places.get('over') as Places,
    under: places.get('under') as Places,
    centre: centre ? { ...(places.get('centre') as Places), depth: centre.depth } : null,
  };
}

function runsOf(faces: readonly Face[]): GraftPlan['runs'] {
  const runs: { face: Face; count: number }[] = [];
  for (const face of faces) {
    const last = runs[runs.length - 1];
    if (last?.face === face) last.count += 1;
    else runs.push({ face, count: 1 });
  }
  return runs;
}

/** @param done rows that are knitted */
export function graftPlan(
  sheet: Worksheet,
  fault: RepairFault,
  done: number,
): Result<GraftPlan, GraftProblem> {
  const cannot = (why: GraftProblem['why']) => err<GraftProblem>({ code: 'cannot-be-grafted', why });
  if (!hasRow(sheet, fault.pieceRow)) return cannot('not-there');
  if (fault.pieceRow >= done) return cannot('topmost');
  const row = meant(sheet, fault.pieceRow);
  const wanted = crossingIn(row, fault.panel, fault.wale);
  const at = wanted ?? crossingIn(made(sheet, fault.pieceRow), fault.panel, fault.wale);
  if (!at) return cannot('not-there');
  const width = takes(at.cell);
  const own = wanted
    ? stitchesAfter(wanted.cell).map(({ stitch }) => (isSlip(stitch) ? null : faceOfStitch(stitch)))
    : Array.from({ length: width }, (_, i) => faceAt(row.laid, at.taken + i));
  if (own.some((face) => face === null)) return cannot('slipped');
  const right = beside(row.laid, at.taken - 1, -1);
  const left = beside(row.laid, at.taken + width, 1);
  const open = right.length + width + left.length;
  const around = (first: number, all: number) =>
    Array.from({ length: open }, (_, i) => (first - right.length + i + all) % all);
  const size = stitchSize(sheet);
  const crossed = wanted ? links(wanted.cell).map(([foot, head]) => Math.abs(foot - head)) : own.map(() => 0);
  const sideways = [...crossed, ...right.map(() => 0), ...left.map(() => 0)];
  return ok({
    row: fault.pieceRow,
    open,
    snip: right.length + Math.ceil(width / 2),
    pass: wanted ? passing(wanted.cell, right.length + 1) : null,
    runs: runsOf([...right.reverse(), ...(own as Face[]), ...left]),
    cm: threadFor(
      sideways.reduce((sum, one) => sum + yarnOf(size, one), 0),
      TAIL_CM,
    ),
    columns: around(at.given, row.laid.gives),
    below: around(at.taken, row.laid.takes),
  });
}

export type Grafted = {
  /** Of every opened stitch, from the right by its loop below: the loop above, both 0-based. */
  readonly links: readonly (readonly [below: number, above: number])[];
  readonly faces: readonly Face[];
};
export type GraftRefusal = 'not-side-by-side' | 'not-so-many' | 'not-opened';

/** A literal-minded knitter holds the loops, lets them change places, and grafts what she is told. */
export function graft({ open, snip, pass, runs }: GraftPlan): Result<Grafted, GraftRefusal> {
  if (snip < 1 || snip > open) return err('not-opened');
  let below = Array.from({ length: open }, (_, i) => i);
  if (pass) {
    const blocks = [pass.over, pass.under, ...(pass.centre ? [pass.centre] : [])].sort(
      (a, b) => a.from - b.from,
    );
    const [first, last] = [blocks[0], blocks[blocks.length - 1]] as [Places, Places];
    const meet = blocks.every((one, i) => i === 0 || one.from === (blocks[i - 1] as Places).to + 1);
    if (!meet || first.from < 1 || last.to > open) return err('not-side-by-side');
    const turned = blocks.toReversed().flatMap(({ from, to }) => below.slice(from - 1, to));
    below = [...below.slice(0, first.from - 1), ...turned, ...below.slice(last.to)];
  }
  const faces = runs.flatMap(({ face, count }) => Array.from({ length: count }, () => face));
  if (faces.length !== open) return err('not-so-many');
  const pairs = below.map((loop, above) => [loop, above] as const);
  return ok({ links: pairs.sort(([a], [b]) => a - b), faces });
}
