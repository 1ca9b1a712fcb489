/**
 * What a knitter should count on the fabric now, panel by panel. The hole lies at the bottom of the crossing row;
 * the first V above it *is* the crossing row. Common practice, no published source.
 */
import { lastCrossing } from '../piece/schedule';
import { crossingsOf } from '../piece/crossings';
import { made, type Worksheet } from '../piece/worksheet';
import type { PanelRow } from '../piece/work-row';
import { looksOf } from '../stitch/looks';
import { pieceRow, type PieceRow } from '../indices';
import { bestColumn, isTwist } from './column';

/** How a knitter counts: the loop on the needle or not, the crossing row as 1 or as 0. */
export type School = { readonly loopCounts: boolean; readonly crossingRowIsOne: boolean };

/** Converts N (from the first V above the hole to the loop on the needle, both counted) to a school's number. */
export const inSchool = (n: number, school: School) =>
  n - (school.loopCounts ? 0 : 1) - (school.crossingRowIsOne ? 0 : 1);

export type Anchor = {
  readonly kind:
    'lifeline' | 'marker' | 'pin' | 'colour' | 'ridge' | 'castOn' | 'sectionStart' | 'twist' | 'crossing';
  readonly row: PieceRow;
  /** The panel beside this one in whose crossing it is seen. */
  readonly panel?: string;
};
export type Count =
  | {
      readonly kind: 'hole';
      readonly crossingRow: PieceRow;
      /** Rows from the crossing row to the needle, both included. */
      readonly n: number;
      /** The same in the knitter's school. */
      readonly counted: number;
      /** What stands in the column to count in; `stitch` where it is now the one and now the other. */
      readonly seen: 'V' | 'bump' | 'stitch';
      /** In a column that was slipped: the tall Vs that her school counts; null in an ordinary one. */
      readonly tall: number | null;
      /** The column to count in, in the crossing row and after every later row. */
      readonly columns: readonly number[];
      /** Which of them her school counts: indices, the last one excluded. */
      readonly from: number;
      readonly to: number;
    }
  | {
      readonly kind: 'noHole';
      readonly anchor: Anchor;
      /** Rows finished since the anchor. */ readonly rows: number;
    };

/** Nobody counts more rows than about these without losing them. */
export const MOST_TO_COUNT = 12;

/** What hangs in the work or shows in it: through a whole row, or in this panel. */
export type Hung = readonly {
  readonly kind: 'lifeline' | 'marker' | 'pin' | 'colour';
  readonly row: number;
}[];

function topmost(hung: Hung, upTo: number): Anchor | null {
  const below = hung.filter(({ row }) => row <= upTo).sort((a, b) => b.row - a.row);
  return below[0] ? { kind: below[0].kind, row: pieceRow(below[0].row) } : null;
}

/** The first piece row of the stretch of sections that the panel has run through without a break, up to `row`. */
export function startFor(sheet: Worksheet, panel: string, row: number): Anchor {
  let section = sheet.firstRows.findLastIndex((first) => first <= Math.max(1, row));
  while (
    section > 0 &&
    sheet.plan.sections[section]?.panels.some((p) => p.id === panel && p.start === 'carryOn')
  )
    section -= 1;
  const start = (sheet.firstRows[Math.max(0, section)] ?? 1) - 1;
  return { kind: start === 0 ? 'castOn' : 'sectionStart', row: pieceRow(start) };
}

/** A row of the panel that is all bumps between rows that are not: a ridge, seen at once. */
export function ridgeNear(sheet: Worksheet, panelId: string, done: number): Anchor | null {
  const bumps = (row: number) => {
    const panel = row < 1 ? undefined : made(sheet, row).panels.find((one) => one.panel.id === panelId);
    const cells = panel?.cells.filter(({ cell }) => cell.kind !== 'noStitch') ?? [];
    return cells.length > 0 && cells.every(({ cell }) => looksOf(cell, []).every((face) => face === 'purl'));
  };
  for (let row = done - 1; row > Math.max(1, done - MOST_TO_COUNT); row -= 1)
    if (bumps(row) && !bumps(row + 1) && !bumps(row - 1)) return { kind: 'ridge', row: pieceRow(row) };
  return null;
}

/** The last crossing of a panel beside this one: in that row the fabric shows a hole after all. */
export function besideNear(sheet: Worksheet, panelId: string, done: number): Anchor | null {
  const found = made(sheet, done).panels.flatMap(({ panel }): Anchor[] => {
    const row = panel.edge || panel.id === panelId ? null : lastCrossing(sheet, panel.id, done);
    return row === null ? [] : [{ kind: 'crossing', row, panel: panel.name }];
  });
  return found.sort((a, b) => b.row - a.row)[0] ?? null;
}

const nearest = (anchors: readonly (Anchor | null)[]): Anchor | null =>
  anchors.reduce((a, b) => (b && (!a || b.row > a.row) ? b : a), null);

/** Counts from the nearest of what is known; where that is too far, from whatever else the fabric shows nearer by. */
function countFrom(
  sheet: Worksheet,
  panelId: string,
  done: number,
  anchors: readonly (Anchor | null)[],
): Count {
  const own = nearest(anchors) ?? { kind: 'castOn', row: pieceRow(0) };
  const isFar = done - own.row > MOST_TO_COUNT;
  const near =
    (isFar && nearest([own, ridgeNear(sheet, panelId, done), besideNear(sheet, panelId, done)])) || own;
  return { kind: 'noHole', anchor: near, rows: done - near.row };
}

/**
 * What to count in one panel after `done` rows. Where the last crossing left no hole (a twist of 1 over 1), there is none
 * yet, or it lies more than `most` rows below, the count starts from what hangs or shows in the work, the section's first row or the
 * cast-on edge, whatever is nearest.
 */
export function countFor(
  sheet: Worksheet,
  panelId: string,
  done: number,
  school: School,
  hung: Hung = [],
  most = MOST_TO_COUNT,
): Count {
  if (done < 1) return { kind: 'noHole', anchor: { kind: 'castOn', row: pieceRow(0) }, rows: 0 };
  const crossingRow = lastCrossing(sheet, panelId, done);
  const highest = topmost(hung, done);
  const start = startFor(sheet, panelId, done);
  if (crossingRow === null) return countFrom(sheet, panelId, done, [start, highest]);
  const first = made(sheet, crossingRow);
  const panel = first.panels.find((p) => p.panel.id === panelId) as PanelRow;
  const crossings = crossingsOf(panel);
  const holed = crossings.find((at) => !isTwist(at));
  if (!holed) {
    const twist: Anchor | null = crossings.length > 0 ? { kind: 'twist', row: crossingRow } : null;
    return countFrom(sheet, panelId, done, [start, twist, highest]);
  }
  const n = done - crossingRow + 1;
  if (n > most) {
    const hungNear = highest && done - highest.row <= MOST_TO_COUNT ? highest : null;
    const near = hungNear ?? nearest([ridgeNear(sheet, panelId, done), besideNear(sheet, panelId, done)]);
    if (near && near.row > crossingRow) return { kind: 'noHole', anchor: near, rows: done - near.row };
  }
  const rows = Array.from({ length: n }, (_, i) => (i === 0 ? first : made(sheet, crossingRow + i)));
  const { columns, worked, seen } = bestColumn(rows, holed);
  return {
    kind: 'hole',
    crossingRow,
    n,
    counted: inSchool(n, school),
    seen,
    tall: worked < n ? Math.max(0, inSchool(worked, school)) : null,
    columns,
    from: school.crossingRowIsOne ? 0 : 1,
    to: school.loopCounts ? n : n - 1,
  };
}
