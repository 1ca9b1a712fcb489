/** The gentle cautions that fit a piece, and rows for a lifeline. Common practice, no published source. */
import { isCrossing } from '../piece/crossings';
import { nextCrossing } from '../piece/schedule';
import type { Needle } from '../piece/making';
import type { Section } from '../piece/plan';
import { lastRowOf, sectionIndexAt, type Worksheet } from '../piece/worksheet';
import type { Chart } from '../chart/chart';
import { expandRow } from '../chart/row';
import type { Cell, Crossing } from '../stitch/types';

export const CAUTIONS = [
  'joinInTheRound',
  'needleChange',
  'wideCrossing',
  'looseKnit',
  'slippedFloats',
  'curls',
  'lifeline',
  'block',
  'pauses',
] as const;
export type Caution = (typeof CAUTIONS)[number];

/** Groups of this many stitches pull hard. */
const WIDE = 3;

const crossingsOf = (cells: readonly Cell[]) => cells.filter((cell): cell is Crossing => isCrossing(cell));

/** Knits of a crossing or column that end before a purl at their left. */
const knitThenPurl = (cells: readonly Cell[]) =>
  cells.some((cell, i) => {
    const next = cells[i + 1];
    const knits = cell.kind === 'crossing' || (cell.kind === 'stitch' && cell.stitch === 'knit');
    return knits && next?.kind === 'stitch' && next.stitch === 'purl';
  });

const isSlipped = (cell: Cell) => cell.kind === 'stitch' && cell.stitch.startsWith('slip');

/** Cautions in the order in which they matter while knitting. */
export function cautionsFor(sheet: Worksheet, needle: Needle | null): Caution[] {
  const { plan } = sheet;
  const rows = plan.sections.flatMap((section) =>
    section.panels.flatMap(({ chart }) => (plan.charts[chart] as Chart).rows.map((row) => expandRow(row, 2))),
  );
  const crossings = rows.flatMap(crossingsOf);
  const cabled = crossings.length > 0;
  const changes = needle?.kind === 'doublePointed' || needle?.kind === 'magicLoop';
  const onlyV = rows.every((cells) =>
    cells.every((cell) => cell.kind === 'stitch' && cell.stitch === 'knit'),
  );
  const fits: Readonly<Record<Caution, boolean>> = {
    joinInTheRound: plan.construction === 'round',
    needleChange: cabled && plan.construction === 'round' && changes,
    wideCrossing: crossings.some(({ over, under }) => over.length >= WIDE && under.length >= WIDE),
    looseKnit: cabled && rows.some(knitThenPurl),
    slippedFloats: rows.some((cells) => cells.some(isSlipped)),
    curls: plan.construction === 'flat' && onlyV,
    lifeline: cabled,
    block: cabled,
    pauses: true,
  };
  return CAUTIONS.filter((caution) => fits[caution]);
}

/** Crossing panels of a section, with the longest repeat among them. */
function cabledIn(sheet: Worksheet, section: number) {
  const first = sheet.firstRows[section] as number;
  const last = lastRowOf(sheet, section);
  const panels = (sheet.plan.sections[section] as Section).panels.filter(({ id }) => {
    const next = nextCrossing(sheet, id, first);
    return next !== null && next.row <= last;
  });
  const repeat = Math.max(0, ...panels.map(({ chart }) => (sheet.plan.charts[chart] as Chart).rows.length));
  return { ids: panels.map(({ id }) => id), repeat, first, last };
}

/** The last row without a crossing in a stretch of rows. */
function lastPlain(sheet: Worksheet, ids: readonly string[], from: number, to: number): number | null {
  let row = to;
  while (row >= from && ids.some((id) => nextCrossing(sheet, id, row)?.row === row)) row -= 1;
  return row >= from ? row : null;
}

/** Short repeats are taken together: nobody runs a thread through every sixth row. */
const ROWS_BETWEEN_LIFELINES = 16;

/** The row for a lifeline in the repeats that a piece row lies in, and the row before them; null without cables. */
export function lifelineRowAt(sheet: Worksheet, at: number): { row: number; after: number } | null {
  const { ids, repeat, first, last } = cabledIn(sheet, sectionIndexAt(sheet, at));
  if (repeat === 0) return null;
  const stretch = repeat * Math.ceil(ROWS_BETWEEN_LIFELINES / repeat);
  const from = at - ((at - first) % stretch);
  const row = lastPlain(sheet, ids, from, Math.min(last, from + stretch - 1));
  return row === null ? null : { row, after: from - 1 };
}

/** Rows without any crossing, one for each repeat of the longest cabled panel: the last plain one of each repeat. */
export function lifelineRows(sheet: Worksheet, most = 3): number[] {
  const rows: number[] = [];
  sheet.plan.sections.forEach((_, s) => {
    const { ids, repeat, first, last } = cabledIn(sheet, s);
    for (let at = first; repeat > 0 && at <= last && rows.length < most; at += repeat) {
      const row = lastPlain(sheet, ids, at, Math.min(last, at + repeat - 1));
      if (row !== null) rows.push(row);
    }
  });
  return rows;
}
