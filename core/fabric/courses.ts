/**
 * A row of fabric (a course) as arrays over its columns: how each stitch looks, what it was pulled through, where it would
 * lie by itself. Lengths are in stitches of the ground, columns and positions count from the right edge as seen from the RS.
 */
import { columnLinks, columnsGiven, columnsTaken, type LaidCell } from '../chart/laid';
import type { WorkRow } from '../piece/work-row';
import { stitchesAfter } from '../stitch/cells';
import { isSlip } from '../stitch/looks';
import type { Stitch } from '../stitch/types';
import type { Frame } from './frames';

/** What a stitch is drawn as; decreases and increases as the stitches they leave. */
export type Look = Stitch | 'bobble' | 'eyelet';
export const NONE = 0;
export const OVER = 1;
export const UNDER = 2;

export type Course = {
  readonly row: number;
  readonly looks: readonly Look[];
  /** {@link NONE}, {@link OVER} or {@link UNDER} a crossing of this row, seen from the RS. */
  readonly crossed: Int8Array;
  /** The stitch below that each goes on from, on top where there are several; -1 for none. */
  readonly parent: Int32Array;
  /** 1 or -1 where the strand passes the join of a round: its foot is that many whole widths away. */
  readonly turn: Int8Array;
  /** Once round. */
  readonly round: number;
  /** Stitches below that are taken together with the one on top. */
  readonly together: readonly { readonly column: number; readonly below: number }[];
  readonly home: Float64Array;
  /** Natural distance from each stitch to the next one; the last has none. */
  readonly gap: Float64Array;
  /** So much closer the stitches of the row *below* lie because this row crosses them; 1 where it does not. */
  readonly packBelow: Float64Array;
};

/** Natural distances by what lies side by side: purls sink back between knits. */
const KNIT_KNIT = 1;
const KNIT_PURL = 0.86;
const PURL_PURL = 0.96;
/** Stitches of one group lie so close in a crossing, and the two groups so far over each other. */
const IN_GROUP = 0.8;
const OVERLAPPING = 0.5;

const purls = (look: Look) => look === 'purl' || look === 'purlTbl';
const gapBetween = (a: Look, b: Look) =>
  purls(a) === purls(b) ? (purls(a) ? PURL_PURL : KNIT_KNIT) : KNIT_PURL;

type Given = { readonly look: Look; readonly group: typeof NONE | typeof OVER | typeof UNDER };

function looksFor({ cell }: LaidCell): Given[] {
  if (cell.kind === 'stitch') return [{ look: cell.stitch, group: NONE }];
  if (cell.kind === 'crossing')
    return stitchesAfter(cell).map(({ stitch, group }) => {
      const above = group === 'over' || (group === 'centre' && cell.centre?.depth === 'above');
      return { look: stitch, group: above ? OVER : UNDER };
    });
  if (cell.kind === 'noStitch' || cell.kind === 'bindOff') return [];
  if (cell.kind === 'bobble') return [{ look: 'bobble', group: NONE }];
  if (cell.kind === 'decrease') return [{ look: cell.face, group: NONE }];
  if (cell.how === 'yarnOver') return [{ look: 'eyelet', group: NONE }];
  if (cell.how === 'make') return [{ look: cell.face === 'knit' ? 'knitTbl' : 'purlTbl', group: NONE }];
  return [
    { look: 'knit', group: NONE },
    { look: 'purl', group: NONE },
  ];
}

/** Of the stitches that a decrease takes, the one that lies on top: its lean climbs away from it. */
function onTop(cell: LaidCell['cell'], taken: readonly number[]): number | undefined {
  if (cell.kind !== 'decrease') return taken[0];
  if (cell.lean === 'centre') return taken[Math.floor(taken.length / 2)];
  return cell.lean === 'right' ? taken[taken.length - 1] : taken[0];
}

/** Where the stitches of a row lie when nothing pulls at them: side by side in their panels. */
function homes(row: WorkRow, frames: readonly Frame[], looks: readonly Look[]): Float64Array {
  const home = new Float64Array(looks.length);
  row.panels.forEach(({ firstGiven, gives }, p) => {
    const frame = frames[p] as Frame;
    const gaps = Array.from({ length: Math.max(0, gives - 1) }, (_, i) =>
      gapBetween(looks[firstGiven + i] ?? 'knit', looks[firstGiven + i + 1] ?? 'knit'),
    );
    const scale = frame.width / (gaps.reduce((a, b) => a + b, 0) + 1);
    let at = frame.right + scale / 2;
    for (let i = 0; i < gives; i += 1) {
      home[firstGiven + i] = at;
      at += (gaps[i] ?? 0) * scale;
    }
  });
  return home;
}

/** Packs a crossing's columns: those of one group near each other, the last of one close to the first of the next. */
function pack(into: Float64Array, columns: readonly number[], groups: readonly number[]) {
  columns.slice(1).forEach((column, i) => {
    if (column !== (columns[i] as number) + 1) return;
    into[column - 1] = (into[column - 1] as number) * (groups[i] === groups[i + 1] ? IN_GROUP : OVERLAPPING);
  });
}

/** Strands that reach over more than half a round pass its join. */
export function courseOf(row: WorkRow, frames: readonly Frame[]): Course {
  const { gives: n, takes } = row.laid;
  const looks: Look[] = new Array<Look>(n).fill('knit');
  const crossed = new Int8Array(n);
  const parent = new Int32Array(n).fill(-1);
  const turn = new Int8Array(n);
  const together: { column: number; below: number }[] = [];
  const packs = new Float64Array(n).fill(1);
  const packBelow = new Float64Array(takes).fill(1);
  for (const at of row.laid.cells) {
    const columns = columnsGiven(row.laid, at);
    const links = columnLinks(row.laid, at);
    looksFor(at).forEach(({ look, group }, i) => {
      const column = columns[i] as number;
      looks[column] = look;
      crossed[column] = group;
      const taken = links.filter(([, given]) => given === column).map(([below]) => below);
      const top = onTop(at.cell, taken);
      if (top === undefined) return;
      parent[column] = top;
      const across = (column + 0.5) / n - (top + 0.5) / takes;
      turn[column] = across > 0.5 ? 1 : across < -0.5 ? -1 : 0;
      for (const below of taken) if (below !== top) together.push({ column, below });
    });
    if (at.cell.kind !== 'crossing') continue;
    const groupOf = (column: number) => crossed[column] as number;
    const taken = columnsTaken(row.laid, at);
    const over = new Map(links.map(([below, given]) => [below, groupOf(given)]));
    pack(packs, columns, columns.map(groupOf));
    pack(
      packBelow,
      taken,
      taken.map((column) => over.get(column) ?? NONE),
    );
  }
  const home = homes(row, frames, looks);
  const gap = new Float64Array(n);
  for (let i = 0; i + 1 < n; i += 1)
    gap[i] = ((home[i + 1] as number) - (home[i] as number)) * (packs[i] as number);
  const round = frames.reduce((sum, { width }) => sum + width, 0);
  return { row: row.row, looks, crossed, parent, turn, round, together, home, gap, packBelow };
}

/** Stitches below a stretch, so that its lowest row hangs from something: as they would lie there by themselves. */
export function footOf({ row, laid, panels }: WorkRow, frames: readonly Frame[]): Course {
  const n = laid.takes;
  const home = new Float64Array(n);
  panels.forEach(({ firstTaken, takes }, p) => {
    const { right, width } = frames[p] as Frame;
    for (let i = 0; i < takes; i += 1) home[firstTaken + i] = right + ((i + 0.5) * width) / takes;
  });
  const gap = home.map((at, i) => (home[i + 1] ?? at) - at);
  const looks: Look[] = new Array<Look>(n).fill('knit');
  const nothing = {
    crossed: new Int8Array(n),
    parent: new Int32Array(n).fill(-1),
    turn: new Int8Array(n),
    together: [],
    packBelow: new Float64Array(0),
  };
  return { row: row - 1, looks, home, gap, round: 0, ...nothing };
}

export const isSlipLook = (look: Look) => look !== 'bobble' && look !== 'eyelet' && isSlip(look);
