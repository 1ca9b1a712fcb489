/**
 * A crossing sewn over: a new strand laid on top of the wrong one, stitch by stitch. Each sewn stitch runs as a knitted one
 * does: out at its foot, behind both legs of the stitch above it, and in at its foot again. Column by column, the upper
 * stitch first, so that the lower one can go behind its legs. Common practice, no published source.
 */
import { err, ok, type Result } from '../result';
import { cellGiving } from '../chart/laid';
import { made, meant, hasRow, type Worksheet } from '../piece/worksheet';
import { groupOf, groupsAfter, links, takes } from '../stitch/cells';
import { faceOfStitch, isSlip } from '../stitch/looks';
import type { Crossing, Stitch } from '../stitch/types';
import { crossingIn, type RepairFault } from './plan';

/** One sewn stitch. Places count the crossing's stitches from the right, 1-based: below it (foot) and above it (head). */
export type Cover = {
  readonly column: number;
  readonly row: number;
  readonly foot: number;
  readonly head: number;
  /** The column of its row that it covers, for drawing. */
  readonly at: number;
};
export type SewPlan = {
  readonly row: number;
  /** Stitches of the crossing. */
  readonly width: number;
  readonly covers: readonly Cover[];
  /** Thread to cut, its tails among it, in cm. */
  readonly cm: number;
};
export type SewProblem = { readonly code: 'cannot-be-sewn'; readonly why: 'purled' | 'unknown' | 'plain' };

/** Width and height of a stitch in cm; usual for yarn of middling weight where no swatch was measured. */
export type StitchSize = { readonly wide: number; readonly high: number };
const USUAL_SIZE: StitchSize = { wide: 0.45, high: 0.33 };

export function stitchSize({ plan }: Worksheet): StitchSize {
  const swatch = plan.making?.swatch;
  if (!swatch) return USUAL_SIZE;
  return { wide: swatch.widthCm / swatch.stitches, high: swatch.heightCm / swatch.rows };
}

const TAIL_CM = 12;
/** Yarn lies in curves, not in straight lines. */
const SLACK = 1.25;

/** Yarn of one sewn or grafted stitch: two legs, and the way behind the legs above and across its foot. */
export const yarnOf = ({ wide, high }: StitchSize, sideways: number) =>
  (2 * Math.hypot(high, sideways * wide) + 2 * wide) * SLACK;

/** To the next 5 cm, with both tails. */
export const threadFor = (cm: number, tail = TAIL_CM) => Math.ceil((cm + 2 * tail) / 5) * 5;

/** Places of the over group above the crossing, from the right, 0-based. */
function overAfter(crossing: Crossing): Set<number> {
  const groups = groupsAfter(crossing);
  const start = groups
    .slice(0, groups.indexOf('over'))
    .reduce((sum, group) => sum + groupOf(crossing, group).length, 0);
  return new Set(crossing.over.map((_, i) => start + i));
}

const showsKnit = (stitches: readonly Stitch[]) =>
  stitches.every((one) => !isSlip(one) && faceOfStitch(one) === 'knit');

/** How a fault is sewn over, as charted; or why it cannot be. */
export function sewPlan(sheet: Worksheet, fault: RepairFault): Result<SewPlan, SewProblem> {
  if (fault.made === 'unknown') return err({ code: 'cannot-be-sewn', why: 'unknown' });
  const row = hasRow(sheet, fault.pieceRow) ? meant(sheet, fault.pieceRow) : null;
  const at = row && crossingIn(row, fault.panel, fault.wale);
  if (!row || !at) return err({ code: 'cannot-be-sewn', why: 'plain' });
  if (!showsKnit(at.cell.over)) return err({ code: 'cannot-be-sewn', why: 'purled' });
  const over = overAfter(at.cell);
  const below = fault.pieceRow > 1 ? made(sheet, fault.pieceRow - 1).laid : null;
  const paths = links(at.cell).filter(([, head]) => over.has(head));
  const covers = paths.flatMap(([foot, head], i): Cover[] => {
    const upper = {
      column: i + 1,
      row: fault.pieceRow,
      foot: foot + 1,
      head: head + 1,
      at: (at.given + head) % row.laid.gives,
    };
    const column = (at.taken + foot) % row.laid.takes;
    const under = below && cellGiving(below, column)?.cell;
    const plain = under?.kind === 'stitch' && showsKnit([under.stitch]);
    return plain ? [upper, { ...upper, row: fault.pieceRow - 1, head: foot + 1, at: column }] : [upper];
  });
  const size = stitchSize(sheet);
  const cm = covers.reduce((sum, { foot, head }) => sum + yarnOf(size, Math.abs(foot - head)), 0);
  return ok({ row: fault.pieceRow, width: takes(at.cell), covers, cm: threadFor(cm) });
}

export type SewRefusal = 'no-such-stitch' | 'not-linked' | 'sewn-twice' | 'legs-not-there';

/**
 * A literal-minded knitter sews what she is told.
 * @returns the links (below, above; 0-based from the right) that lie on top afterwards
 */
export function sew(
  { row, width }: Pick<SewPlan, 'row' | 'width'>,
  covers: readonly Cover[],
): Result<readonly (readonly [number, number])[], SewRefusal> {
  const sewn = new Map<string, Cover>();
  for (const cover of covers) {
    const { foot, head } = cover;
    if ([foot, head].some((place) => place < 1 || place > width)) return err('no-such-stitch');
    const key = `${cover.row} ${foot}`;
    if (sewn.has(key)) return err('sewn-twice');
    if (cover.row === row - 1) {
      // The stitch above it is the one just sewn: its legs stand on this one's head.
      if (foot !== head) return err('not-linked');
      if (!sewn.has(`${row} ${head}`)) return err('legs-not-there');
    } else if (cover.row !== row) return err('no-such-stitch');
    sewn.set(key, cover);
  }
  const top = [...sewn.values()].filter((cover) => cover.row === row);
  if (new Set(top.map(({ head }) => head)).size < top.length) return err('sewn-twice');
  return ok(top.map(({ foot, head }) => [foot - 1, head - 1] as const).sort(([a], [b]) => a - b));
}
