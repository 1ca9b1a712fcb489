/**
 * Pieces that go on from the stitches of others: a split makes two of one, a join makes one of two. Panels keep their
 * patterns and their rows in them; what is left of the shaping at an edge goes on with the part that has the edge.
 */
import { err, ok, type Result } from '../result';
import { rowAt, type Chart } from '../chart/chart';
import { changesAfter, shapingAfter } from './rest-of-shaping';
import { panelStitches } from '../chart/drawn-in';
import { originOf } from '../piece/change-plan';
import { isLive, waleAt, countLive, type Live } from '../piece/shaping';
import { shapeIn } from '../piece/shapes';
import type { Section } from '../piece/plan';
import { positionIn, type PanelSpans } from '../piece/spans';
import { lastRowOf, sideOf, workingOf, type Worksheet } from '../piece/worksheet';
import type { PanelDraft, PieceDraft, SectionDraft } from './draft';

export type GoOnProblem =
  /** The row in hand belongs to a row of increases, or to set-up rows. */
  | { readonly code: 'not-in-this-row' }
  /** More or fewer stitches than this on either side. */
  | { readonly code: 'stitches-out-of-range'; readonly most: number }
  | { readonly code: 'sides-differ' }
  | { readonly code: 'constructions-differ' };

/** A piece on the needles: what was typed, the plan with the journal's facts, and the rows finished. */
export type OnNeedles = { readonly draft: PieceDraft; readonly sheet: Worksheet; readonly done: number };

const MORE_ROWS = 20;

type Continued = {
  readonly section: SectionDraft;
  readonly planned: Section;
  readonly live: Live;
  readonly width: number;
  /** Rows of the section that are worked. */
  readonly worked: number;
};

const startAt = (
  { sheet, done }: OnNeedles,
  index: number,
  planned: Section,
  panels: readonly PanelDraft[],
) =>
  planned.panels.map((panel, p): PanelDraft | null => {
    const chart = sheet.plan.charts[panel.chart] as Chart;
    const spans = (sheet.spans.charted[index] as readonly PanelSpans[])[p] as PanelSpans;
    const { name } = rowAt(chart, positionIn(spans, done + 1));
    const typed = panels.find(({ id }) => id === panel.id);
    if (!typed || name.kind === 'setUp') return null;
    return { ...typed, startRow: name.number, withSetUp: false, carryOn: false, closed: false };
  });

/** The section that the next row lies in, from that row on; past the last row the last section goes on. */
function continued(on: OnNeedles): Continued | null {
  const { draft, sheet, done } = on;
  const beyond = done >= sheet.rows;
  const index = beyond
    ? sheet.plan.sections.length - 1
    : sheet.starts.findLastIndex(({ from }) => from <= done + 1);
  const planned = sheet.plan.sections[index] as Section;
  const typed = draft.sections.find(({ id }) => id === originOf(planned));
  const panels = typed && !typed.spread ? startAt(on, index, planned, typed.panels) : [null];
  if (!typed || panels.some((panel) => panel === null)) return null;
  const first = sheet.firstRows[index] as number;
  const worked = done + 1 - first + (planned.offset ?? 0);
  const width = planned.panels.reduce(
    (sum, { chart, repeats }) => sum + panelStitches(sheet.plan.charts[chart] as Chart, repeats),
    0,
  );
  const shape = sheet.shapes[index];
  const live = shape ? shapeIn(shape, worked + 1).before : ([[0, width]] as const);
  const rows = beyond ? MORE_ROWS : lastRowOf(sheet, index) - done;
  const section: SectionDraft = {
    id: typed.id,
    name: typed.name,
    rows,
    panels: panels as PanelDraft[],
    ...(typed.lacking && { lacking: typed.lacking }),
    changes: changesAfter(typed.changes ?? [], worked),
  };
  return { section, planned, live, width, worked };
}

const inside = (live: Live, from: number, to: number): Live =>
  live.map(([a, b]) => [Math.max(a, from), Math.min(b, to)] as const).filter(([a, b]) => a < b);

function pieceFrom(on: OnNeedles, name: string, section: SectionDraft): PieceDraft {
  const { draft, sheet, done } = on;
  const { plan } = sheet;
  // Rows of a part are not those of a pair's first.
  const { pairOf: _, ...typed } = draft;
  return {
    ...typed,
    name: name.slice(0, 80),
    construction: plan.construction === 'unturned' ? 'unturned' : 'flat',
    firstSide: sideOf(plan, done + 1),
    firstDirection: workingOf(plan, done + 1, 'right').direction,
    sections: [section],
    continues: [{ name: draft.name, row: done }],
  };
}

/** Stitches on the needle after the rows that are done. */
export const stitchesToSplit = (on: OnNeedles): number | null => {
  const found = continued(on);
  return found && countLive(found.live);
};

/** @param stitches those that go on as the right part, as the right side shows it */
export function splitDraft(
  on: OnNeedles,
  stitches: number,
  part: 'right' | 'left',
): Result<PieceDraft, GoOnProblem> {
  const found = continued(on);
  if (!found) return err({ code: 'not-in-this-row' });
  const { section, planned, live, width, worked } = found;
  const all = countLive(live);
  if (!Number.isInteger(stitches) || stitches < 1 || stitches >= all)
    return err({ code: 'stitches-out-of-range', most: all - 1 });
  const border = waleAt(live, stitches);
  const [from, to] = part === 'right' ? [0, border] : [border, width];
  const shaping = shapingAfter(planned.shaping ?? [], worked, ({ place }) =>
    place.kind === 'edge' ? place.edge === part : place.wale >= from && place.wale < to,
  );
  return ok(
    pieceFrom(on, `${on.draft.name}, ${part} part`, { ...section, starts: inside(live, from, to), shaping }),
  );
}

const renamed = (section: SectionDraft, taken: ReadonlySet<string>): SectionDraft => ({
  ...section,
  panels: section.panels.map((panel) =>
    taken.has(panel.id) ? { ...panel, id: `${panel.id}-2`.slice(0, 64) } : panel,
  ),
});

/** One piece of two: `right` lies at the right, as the right side shows it. */
export function joinDrafts(right: OnNeedles, left: OnNeedles): Result<PieceDraft, GoOnProblem> {
  const [a, b] = [continued(right), continued(left)];
  if (!a || !b) return err({ code: 'not-in-this-row' });
  const [planA, planB] = [right.sheet.plan, left.sheet.plan];
  if ((planA.construction === 'unturned') !== (planB.construction === 'unturned'))
    return err({ code: 'constructions-differ' });
  const [workA, workB] = [
    workingOf(planA, right.done + 1, 'right'),
    workingOf(planB, left.done + 1, 'right'),
  ];
  if (workA.side !== workB.side || workA.direction !== workB.direction) return err({ code: 'sides-differ' });
  const other = renamed(b.section, new Set(a.section.panels.map(({ id }) => id)));
  const moved = b.live.map(([from, to]) => [from + a.width, to + a.width] as const);
  const edge = (wanted: 'right' | 'left') => ({ place }: { place: { kind: string; edge?: string } }) => place.kind === 'edge' && place.edge === wanted; // prettier-ignore
  const shaping = [
    ...shapingAfter(a.planned.shaping ?? [], a.worked, edge('right')),
    ...shapingAfter(b.planned.shaping ?? [], b.worked, edge('left')).map((one) => ({
      ...one,
      id: `${one.id}-2`.slice(0, 64),
    })),
  ];
  const section: SectionDraft = {
    ...a.section,
    name: 'Joined',
    rows: Math.max(a.section.rows, b.section.rows),
    panels: [...a.section.panels, ...other.panels],
    starts:
      isLive(a.live, a.width - 1) && moved[0]?.[0] === a.width
        ? merged(a.live, moved)
        : [...a.live, ...moved],
    shaping,
  };
  const piece = pieceFrom(right, `${right.draft.name} and ${left.draft.name}`, section);
  return ok({ ...piece, continues: [...(piece.continues ?? []), { name: left.draft.name, row: left.done }] });
}

/** Stretches that touch are one. */
function merged(a: Live, b: Live): Live {
  const [end, start] = [a[a.length - 1], b[0]];
  if (!end || !start) return [...a, ...b];
  return [...a.slice(0, -1), [end[0], start[1]], ...b.slice(1)];
}
