/**
 * What is out of the ordinary in a row: shaping, crossings that it has cut, other needles, a new section. Edges are told as
 * she meets them: the beginning and the end of this very row.
 */
import { isCrossing } from '../piece/crossings';
import type { Change } from '../piece/plan';
import { charted, hasRow, isOpen, lastRowOf, workingOf, type Worksheet } from '../piece/worksheet';
import type { Hand } from '../stitch/types';
import type { Working } from '../stitch/working';
import { rowsOfShaping } from '../piece/shaping';
import type { WorkRow } from '../piece/work-row';

export type ShapedPlace = 'beginning' | 'end' | 'inside';
export type Notice =
  | {
      readonly kind: 'shaping';
      readonly deed: 'decrease' | 'increase' | 'bindOff';
      readonly place: ShapedPlace;
      /** Stitches that go or come. */
      readonly count: number;
    }
  /** Bound off at the end of a row, where the yarn does not go on: it is better done at the beginning of the next one. */
  | { readonly kind: 'boundOffAtTheEnd'; readonly count: number; readonly next: number }
  /** A crossing of this panel lacks stitches. */
  | { readonly kind: 'cut'; readonly panel: string; readonly now: 'plain' | 'smaller' }
  | { readonly kind: 'shapesAndCrosses' }
  | { readonly kind: 'change'; readonly what: Change['what']; readonly text: string }
  | { readonly kind: 'lastRow' }
  | { readonly kind: 'section'; readonly name: string };

function placeOf({ section }: WorkRow, shaping: number, { direction }: Working): ShapedPlace {
  const place = section.shaping?.[shaping]?.place;
  if (place?.kind !== 'edge') return 'inside';
  return (place.edge === 'right') === (direction === 'rightToLeft') ? 'beginning' : 'end';
}

function shapingOf(row: WorkRow, working: Working, round: boolean): Notice[] {
  const { acts } = row;
  const found = new Map<number, { deed: 'decrease' | 'increase' | 'bindOff'; count: number }>();
  for (const { shaping, cell, takes, gives } of acts) {
    const deed = cell.kind === 'bindOff' ? 'bindOff' : cell.kind === 'increase' ? 'increase' : 'decrease';
    const count = (found.get(shaping)?.count ?? 0) + Math.abs(takes.length - gives.length);
    found.set(shaping, { deed, count });
  }
  return [...found].map(([index, { deed, count }]): Notice => {
    const place = placeOf(row, index, working);
    return deed === 'bindOff' && place === 'end' && !round
      ? { kind: 'boundOffAtTheEnd', count, next: row.row + 1 }
      : { kind: 'shaping', deed, place, count };
  });
}

function cutsOf({ cut, section }: WorkRow): Notice[] {
  const seen = new Set<string>();
  return cut.flatMap(({ panel, now }): Notice[] => {
    const how = now === 'plain' ? 'plain' : 'smaller';
    const name = section.panels.find(({ id }) => id === panel)?.name ?? panel;
    if (seen.has(`${name} ${how}`)) return [];
    seen.add(`${name} ${how}`);
    return [{ kind: 'cut', panel: name, now: how }];
  });
}

/** Notices of a piece row as planned, the weightiest first; none outside the piece. */
export function noticesOf(sheet: Worksheet, row: number, hand: Hand): Notice[] {
  if (!hasRow(sheet, row)) return [];
  const at = charted(sheet, row);
  const { section, sectionIndex, sectionRow } = at;
  const shaping = shapingOf(at, workingOf(sheet.plan, row, hand), sheet.plan.construction === 'round');
  const crosses = at.laid.cells.some(({ cell }) => isCrossing(cell));
  // Behind a section that is still open the next one begins when she says so, whatever the estimate.
  const begins =
    sectionIndex > 0 && row === sheet.firstRows[sectionIndex] && !isOpen(sheet, sectionIndex - 1);
  const replaced =
    section.lastRow !== undefined && !isOpen(sheet, sectionIndex) && row === lastRowOf(sheet, sectionIndex);
  return [
    ...(begins ? [{ kind: 'section' as const, name: section.name }] : []),
    ...(section.changes ?? [])
      .filter((change) => change.row === sectionRow)
      .map(({ what, text }): Notice => ({ kind: 'change', what, text })),
    ...shaping,
    ...(shaping.length > 0 && crosses ? [{ kind: 'shapesAndCrosses' as const }] : []),
    ...cutsOf(at),
    ...(replaced ? [{ kind: 'lastRow' as const }] : []),
  ];
}

/** Rows in which this hand would have to bind off at the end of a row, with the yarn cut. */
export const awkwardBindOffs = (sheet: Worksheet, hand: Hand): number[] =>
  sheet.plan.sections.flatMap((section, s) => {
    const offs = (section.shaping ?? []).filter(({ act }) => act.kind === 'bindOff');
    const first = (sheet.firstRows[s] as number) - 1 - (section.offset ?? 0);
    const rows = [...new Set(offs.flatMap(rowsOfShaping))].map((row) => row + first);
    return rows.filter((row) => noticesOf(sheet, row, hand).some(({ kind }) => kind === 'boundOffAtTheEnd'));
  });
