/** What is out of the ordinary in a row: shaping, crossings that it has cut, other needles, a new section. */
import { isCrossing } from '../piece/crossings';
import type { Change } from '../piece/plan';
import { charted, hasRow, isOpen, lastRowOf, type Worksheet } from '../piece/worksheet';
import type { WorkRow } from '../piece/work-row';

export type ShapedPlace = 'rightEdge' | 'leftEdge' | 'inside';
export type Notice =
  | {
      readonly kind: 'shaping';
      readonly deed: 'decrease' | 'increase' | 'bindOff';
      readonly place: ShapedPlace;
      /** Stitches that go or come. */
      readonly count: number;
    }
  /** A crossing of this panel lacks stitches. */
  | { readonly kind: 'cut'; readonly panel: string; readonly now: 'plain' | 'smaller' }
  | { readonly kind: 'shapesAndCrosses' }
  | { readonly kind: 'change'; readonly what: Change['what']; readonly text: string }
  | { readonly kind: 'lastRow' }
  | { readonly kind: 'section'; readonly name: string };

function shapingOf({ acts, section }: WorkRow): Notice[] {
  const found = new Map<number, { deed: 'decrease' | 'increase' | 'bindOff'; count: number }>();
  for (const { shaping, cell, takes, gives } of acts) {
    const deed = cell.kind === 'bindOff' ? 'bindOff' : cell.kind === 'increase' ? 'increase' : 'decrease';
    const count = (found.get(shaping)?.count ?? 0) + Math.abs(takes.length - gives.length);
    found.set(shaping, { deed, count });
  }
  return [...found].map(([index, { deed, count }]): Notice => {
    const place = section.shaping?.[index]?.place;
    const where = place?.kind === 'edge' ? (place.edge === 'right' ? 'rightEdge' : 'leftEdge') : 'inside';
    return { kind: 'shaping', deed, place: where, count };
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
export function noticesOf(sheet: Worksheet, row: number): Notice[] {
  if (!hasRow(sheet, row)) return [];
  const at = charted(sheet, row);
  const { section, sectionIndex, sectionRow } = at;
  const shaping = shapingOf(at);
  const crosses = at.laid.cells.some(({ cell }) => isCrossing(cell));
  const begins = row > 1 && row === sheet.firstRows[sectionIndex];
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
