/**
 * Counting along: where a count in a panel can begin, and the stitches to touch one after the other on the way up to the
 * needle. A column that was slipped has one tall stitch for two rows: it is touched once.
 */
import { pieceRow } from '../indices';
import { made, type Worksheet } from '../piece/worksheet';
import type { WorkRow } from '../piece/work-row';
import { faceIn, follow } from './column';
import { besideNear, countFor, ridgeNear, startFor, type Anchor, type Hung, type School } from './count';

export type Touch = { readonly row: number; readonly column: number };
export type Along = {
  /** What the count begins from: the panel's last hole, or something that hangs or shows in the work. */
  readonly start: 'hole' | Anchor;
  /** The crossing row's stitch right above the hole. */
  readonly hole: Touch | null;
  /** What her school counts, from the bottom up; empty where there is nothing to count yet. */
  readonly touches: readonly Touch[];
  readonly seen: 'V' | 'bump' | 'stitch';
  readonly tall: boolean;
};

/** Nobody counts along further than this. */
const MOST_ALONG = 60;

const rowsFrom = (sheet: Worksheet, first: number, done: number): WorkRow[] =>
  Array.from({ length: Math.max(0, done - first + 1) }, (_, i) => made(sheet, first + i));

/** The stitches of a column that were worked, row by row. */
const workedIn = (rows: readonly WorkRow[], columns: readonly number[]): Touch[] =>
  rows.flatMap((row, i) => {
    const column = columns[i] as number;
    return faceIn(row, column) === null ? [] : [{ row: row.row, column }];
  });

function fromHole(sheet: Worksheet, panel: string, done: number, school: School): Along | null {
  const count = countFor(sheet, panel, done, school, [], MOST_ALONG);
  if (count.kind !== 'hole' || count.n > MOST_ALONG) return null;
  const rows = rowsFrom(sheet, count.crossingRow, done);
  const all = workedIn(rows, count.columns);
  const touches = all.slice(school.crossingRowIsOne ? 0 : 1, school.loopCounts ? undefined : -1);
  return {
    start: 'hole',
    hole: { row: count.crossingRow, column: count.columns[0] as number },
    touches,
    seen: count.seen,
    tall: count.tall !== null,
  };
}

/** From above an anchor, row by row: in a column of the panel that is never slipped, all of Vs if there is one. */
function fromAnchor(sheet: Worksheet, panel: string, done: number, anchor: Anchor): Along | null {
  if (done - anchor.row > MOST_ALONG || anchor.row > done) return null;
  const rows = rowsFrom(sheet, anchor.row + 1, done);
  const there = rows[0]?.panels.find((one) => one.panel.id === panel);
  const none = { start: anchor, hole: null, touches: [], seen: 'stitch' as const, tall: false };
  if (!there) return rows.length === 0 ? none : null;
  const columns = Array.from(
    { length: there.gives },
    (_, i) => (there.firstGiven + i) % (rows[0] as WorkRow).laid.gives,
  );
  const followed = columns.map((column) => follow(rows, column));
  const whole = followed.filter(({ worked }) => worked === rows.length);
  const best = whole.find(({ seen }) => seen === 'V') ?? whole[0];
  if (!best) return null;
  return { start: anchor, hole: null, touches: workedIn(rows, best.columns), seen: best.seen, tall: false };
}

/** All that a count in this panel can begin from: the hole first, then the nearest below the needle. */
export function alongFor(sheet: Worksheet, panel: string, done: number, school: School, hung: Hung): Along[] {
  if (done < 1) return [];
  const anchors: Anchor[] = hung
    .filter(({ row }) => row <= done)
    .map(({ kind, row }) => ({ kind, row: pieceRow(row) }));
  const own = countFor(sheet, panel, done, school);
  const near = [
    own.kind === 'noHole' ? own.anchor : null,
    ridgeNear(sheet, panel, done),
    besideNear(sheet, panel, done),
    startFor(sheet, panel, done),
  ];
  const all = [...anchors, ...near.flatMap((anchor) => anchor ?? [])].sort((a, b) => b.row - a.row);
  const once = all.filter(
    (one, i) => all.findIndex(({ kind, row }) => kind === one.kind && row === one.row) === i,
  );
  const hole = fromHole(sheet, panel, done, school);
  return [...(hole ? [hole] : []), ...once.flatMap((anchor) => fromAnchor(sheet, panel, done, anchor) ?? [])];
}
