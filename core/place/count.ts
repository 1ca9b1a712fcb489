/**
 * What a knitter should count on the fabric now, panel by panel. The hole lies at the bottom of the crossing row;
 * the first V above it *is* the crossing row. Common practice, no published source.
 */
import { lastCrossing } from '../piece/schedule';
import { crossingsOf, type CrossingAt } from '../piece/crossings';
import { made, type Worksheet } from '../piece/worksheet';
import type { PanelRow, WorkRow } from '../piece/work-row';
import { cellGiving, columnLinks, strandUp } from '../chart/laid';
import { isSlipped } from '../stitch/looks';
import { stitchesAfter } from '../stitch/cells';
import { pieceRow, type PieceRow } from '../indices';

/** How a knitter counts: the loop on the needle or not, the crossing row as 1 or as 0. */
export type School = { readonly loopCounts: boolean; readonly crossingRowIsOne: boolean };

/** Converts N (from the first V above the hole to the loop on the needle, both counted) to a school's number. */
export const inSchool = (n: number, school: School) =>
  n - (school.loopCounts ? 0 : 1) - (school.crossingRowIsOne ? 0 : 1);

export type Anchor = {
  readonly kind: 'lifeline' | 'marker' | 'castOn' | 'sectionStart' | 'twist';
  readonly row: PieceRow;
};
export type Count =
  | {
      readonly kind: 'hole';
      readonly crossingRow: PieceRow;
      /** Rows from the crossing row to the needle, both included. */
      readonly n: number;
      /** The same in the knitter's school. */
      readonly counted: number;
      /** What stands in the column to count in. */
      readonly seen: 'V' | 'bump';
      /** In a column that was slipped: the tall Vs that stand for the n rows; null in an ordinary one. */
      readonly tall: number | null;
      /** The column to count in, in the crossing row and after every later row. */
      readonly columns: readonly number[];
    }
  | {
      readonly kind: 'noHole';
      readonly anchor: Anchor;
      /** Rows finished since the anchor. */ readonly rows: number;
    };

const isTwist = (at: CrossingAt) => stitchesAfter(at.cell).length <= 2;

type Candidate = {
  readonly columns: readonly number[];
  readonly worked: number;
  readonly face: 'V' | 'bump';
};

function follow(rows: readonly WorkRow[], start: number): Candidate {
  const laid = rows.map((row) => row.laid);
  const columns = [start, ...strandUp(laid.slice(1), start)];
  const cells = columns.map((column, i) => cellGiving(laid[i] as WorkRow['laid'], column)?.cell);
  const worked = cells.filter((cell) => cell && !isSlipped(cell)).length;
  const last = cells.findLast((cell) => cell && !isSlipped(cell));
  const purled = last?.kind === 'stitch' && last.stitch.startsWith('purl');
  return { columns, worked, face: purled ? 'bump' : 'V' };
}

/** The best column from a crossing up: on top, never slipped if there is one such; else the first on top. */
function bestColumn(rows: readonly WorkRow[], crossing: CrossingAt): Candidate {
  const first = rows[0] as WorkRow;
  const order = stitchesAfter(crossing.cell).map(({ group }, i) => ({ group, i }));
  const columns = columnLinks(first.laid, crossing);
  const given = new Set(columns.map(([, g]) => g));
  const candidates = [
    ...order.filter(({ group }) => group === 'over'),
    ...order.filter(({ group }) => group !== 'over'),
  ]
    .map(({ i }) => (crossing.given + i) % first.laid.gives)
    .filter((column) => given.has(column))
    .map((column) => follow(rows, column));
  return candidates.find(({ worked }) => worked === rows.length) ?? (candidates[0] as Candidate);
}

/** What hangs in the work: lifelines through a whole row, markers and pins in this panel. */
export type Hung = readonly { readonly kind: 'lifeline' | 'marker'; readonly row: number }[];

function topmost(hung: Hung, upTo: number): Anchor | null {
  const below = hung.filter(({ row }) => row <= upTo).sort((a, b) => b.row - a.row);
  return below[0] ? { kind: below[0].kind, row: pieceRow(below[0].row) } : null;
}

/** The first piece row of the stretch of sections that the panel has run through without a break, up to `row`. */
function anchorFor(sheet: Worksheet, panel: string, row: number, hung: Hung): Anchor {
  const highest = topmost(hung, row);
  let section = sheet.firstRows.findLastIndex((first) => first <= Math.max(1, row));
  while (
    section > 0 &&
    sheet.plan.sections[section]?.panels.some((p) => p.id === panel && p.start === 'carryOn')
  )
    section -= 1;
  const start = (sheet.firstRows[Math.max(0, section)] ?? 1) - 1;
  if (highest && highest.row > start) return highest;
  return { kind: start === 0 ? 'castOn' : 'sectionStart', row: pieceRow(start) };
}

/**
 * What to count in one panel after `done` rows. Where the last crossing left no hole (a twist of 1 over 1), or
 * there is none yet, the count starts from what hangs in the work, the section's first row or the cast-on edge.
 */
export function countFor(
  sheet: Worksheet,
  panelId: string,
  done: number,
  school: School,
  hung: Hung = [],
): Count {
  const from = (anchor: Anchor): Count => ({ kind: 'noHole', anchor, rows: done - anchor.row });
  if (done < 1) return from({ kind: 'castOn', row: pieceRow(0) });
  const crossingRow = lastCrossing(sheet, panelId, done);
  if (crossingRow === null) return from(anchorFor(sheet, panelId, done, hung));
  const first = made(sheet, crossingRow);
  const panel = first.panels.find((p) => p.panel.id === panelId) as PanelRow;
  const crossings = crossingsOf(panel);
  const holed = crossings.find((at) => !isTwist(at));
  if (!holed) {
    const highest = topmost(hung, done);
    if (highest && highest.row > crossingRow) return from(highest);
    return from(
      crossings.length > 0 ? { kind: 'twist', row: crossingRow } : anchorFor(sheet, panelId, done, hung),
    );
  }
  const rows = Array.from({ length: done - crossingRow + 1 }, (_, i) =>
    i === 0 ? first : made(sheet, crossingRow + i),
  );
  const { columns, worked, face } = bestColumn(rows, holed);
  const n = rows.length;
  return {
    kind: 'hole',
    crossingRow,
    n,
    counted: inSchool(n, school),
    seen: face,
    tall: worked < n ? worked : null,
    columns,
  };
}
