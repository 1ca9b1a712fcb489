/** The second of a pair (cuffs, sleeves): the same plan again, as it is or as its mirror image. */
import { countFor, takesForm, type Row } from '../chart/row';
import type { Chart } from '../chart/chart';
import type { Plan } from '../piece/plan';
import { checkDraft, type PieceDraft, type SectionDraft } from './draft';
import type { ShapingDraft } from './shaping-draft';
import type { SpreadDraft } from './spread-row';

const OTHER = { left: 'right', right: 'left' } as const;
const OTHER_PLACE = {
  bothEdges: 'bothEdges',
  rightEdge: 'leftEdge',
  leftEdge: 'rightEdge',
  wale: 'wale',
} as const;

/** Stitches are bound off where a row begins: at the other edge that is a row later or earlier. */
function mirrorFrom({ does, at, from }: ShapingDraft): ShapingDraft['from'] {
  if (does !== 'bindOff' || 'cm' in from || at === 'bothEdges') return from;
  return { row: Math.max(1, at === 'rightEdge' ? from.row + 1 : from.row - 1) };
}

const mirrorShaping = (shaping: ShapingDraft, width: number): ShapingDraft => ({
  ...shaping,
  from: mirrorFrom(shaping),
  at: OTHER_PLACE[shaping.at],
  wale: Math.max(0, width - shaping.wale),
  towards: OTHER[shaping.towards],
  lean: shaping.lean === 'natural' ? shaping.lean : OTHER[shaping.lean],
});

function mirrorSpread(spread: SpreadDraft, repeatOf: (panel: string) => number): SpreadDraft {
  const lean = spread.lean === 'mirrored' ? spread.lean : OTHER[spread.lean];
  const columns = spread.columns.map(({ panel, of }) => ({
    panel,
    of: of.map((column) => repeatOf(panel) + 1 - column).reverse(),
  }));
  return { ...spread, lean, columns };
}

const rowOne = (plan: Plan, key: string) => (plan.charts[key] as Chart).rows[0] as Row;

function mirrorSection(section: SectionDraft, plan: Plan, s: number): SectionDraft {
  const width = (plan.sections[s]?.panels ?? []).reduce(
    (sum, { chart, repeats }) => sum + countFor(takesForm(rowOne(plan, chart)), repeats),
    0,
  );
  const repeatOf = (id: string) => {
    const panel = plan.sections[s + 1]?.panels.find((one) => one.id === id);
    return panel ? takesForm(rowOne(plan, panel.chart)).perRepeat : 0;
  };
  const { shaping, spread, lastRow, starts } = section;
  return {
    ...section,
    panels: section.panels.map((panel) => ({ ...panel, mirrored: !panel.mirrored })).reverse(),
    ...(shaping && { shaping: shaping.map((one) => mirrorShaping(one, width)) }),
    ...(starts && { starts: starts.map(([from, to]) => [width - to, width - from] as const).reverse() }),
    ...(spread && { spread: mirrorSpread(spread, repeatOf) }),
    ...(lastRow && { lastRow: { ...lastRow, mirrored: !lastRow.mirrored } }),
  };
}

/** The mirror image of a draft that can be knitted; null if it cannot. */
export function mirrorDraft(draft: PieceDraft): PieceDraft | null {
  const checked = checkDraft(draft);
  if (!checked.ok) return null;
  return {
    ...draft,
    sections: draft.sections.map((section, s) => mirrorSection(section, checked.value.plan, s)),
  };
}
