/** The cast-on: stitches by panel, where markers hang, and what a count between the markers tells. */
import { countFor, takesForm, takesOf, type Row } from '../chart/row';
import { rowAt, type Chart } from '../chart/chart';
import { positionIn, type PanelSpans } from '../piece/spans';
import type { PanelPlan } from '../piece/plan';
import { charted, sideOf, type Worksheet } from '../piece/worksheet';

/** Stitches between two markers; `part` is 1-based where a panel is marked off by repeats or by mere stretches. */
export type MarkerGroup = {
  readonly panel: string;
  readonly name: string;
  readonly edge: boolean;
  readonly part: { readonly of: 'repeats' | 'stretches'; readonly number: number } | null;
  readonly stitches: number;
};

/** Repeats of fewer stitches than this hang together between two markers. */
const LEAST_BETWEEN = 8;
/** So many stitches at the most are counted at a stretch. */
const MOST_BETWEEN = 20;

/** Stitches of each repeat of a panel's first row; the first and the last have the edge stitches with them. */
function repeatsOf(row: Row, repeats: number): number[] {
  const { perRepeat } = takesForm(row);
  const before = row.kind === 'line' ? takesOf(row.before) : 0;
  const parts = Array.from({ length: repeats }, (_, i) => (i === 0 ? before : 0) + perRepeat);
  const rest = countFor(takesForm(row), repeats) - parts.reduce((sum, part) => sum + part, 0);
  return parts.map((part, i) => (i === repeats - 1 ? part + rest : part));
}

/** Stretches that are easily counted. */
function stretchesOf(stitches: number): number[] {
  const parts = Math.ceil(stitches / MOST_BETWEEN);
  return Array.from({ length: parts }, (_, i) => Math.min(MOST_BETWEEN, stitches - i * MOST_BETWEEN));
}

function groupsOfPanel(sheet: Worksheet, panel: PanelPlan, p: number): MarkerGroup[] {
  const chart = sheet.plan.charts[panel.chart] as Chart;
  const spans = (sheet.spans.charted[0] as readonly PanelSpans[])[p] as PanelSpans;
  const { row } = rowAt(chart, positionIn(spans, 1));
  const byRepeats = panel.repeats > 1 && takesForm(row).perRepeat >= LEAST_BETWEEN;
  const parts = byRepeats
    ? repeatsOf(row, panel.repeats)
    : stretchesOf(countFor(takesForm(row), panel.repeats));
  const of = byRepeats ? ('repeats' as const) : ('stretches' as const);
  return parts.map((stitches, i) => ({
    panel: panel.id,
    name: panel.name,
    edge: panel.edge,
    part: parts.length === 1 ? null : { of, number: i + 1 },
    stitches,
  }));
}

/** Groups between markers from the right edge as the RS shows them; a shaped cast-on is not marked off by repeats. */
export function markerGroups(sheet: Worksheet): MarkerGroup[] {
  const [section] = sheet.plan.sections;
  if (!section) return [];
  if (!sheet.shapes[0]) return section.panels.flatMap((panel, p) => groupsOfPanel(sheet, panel, p));
  return charted(sheet, 1).panels.map(({ panel, takes }) => ({
    panel: panel.id,
    name: panel.name,
    edge: panel.edge,
    part: null,
    stitches: takes,
  }));
}

/** The groups as the knitter comes to them in row 1. */
export function groupsAsMet(sheet: Worksheet, hand: 'right' | 'left'): MarkerGroup[] {
  const fromRight = (sideOf(sheet.plan, 1) === 'RS') === (hand === 'right');
  const groups = markerGroups(sheet);
  return fromRight ? groups : groups.reverse();
}

export type CountFinding =
  | { readonly code: 'all-right' }
  /** Between two neighbouring markers so many too many on one side and as many too few on the other. */
  | { readonly code: 'marker-astray'; readonly index: number; readonly by: number }
  | { readonly code: 'group-off'; readonly index: number; readonly has: number; readonly needs: number };

/** @param counted stitches found between the markers; `index` of a finding counts the groups from 0 */
export function findMiscount(
  groups: readonly Pick<MarkerGroup, 'stitches'>[],
  counted: readonly number[],
): CountFinding[] {
  const off = groups.map(({ stitches }, i) => (counted[i] ?? 0) - stitches);
  const findings: CountFinding[] = [];
  for (let i = 0; i < off.length; i += 1) {
    const by = off[i] as number;
    if (by === 0) continue;
    if (by + (off[i + 1] ?? 0) === 0) {
      findings.push({ code: 'marker-astray', index: i, by });
      i += 1;
    } else
      findings.push({
        code: 'group-off',
        index: i,
        has: counted[i] ?? 0,
        needs: (groups[i] as MarkerGroup).stitches,
      });
  }
  return findings.length > 0 ? findings : [{ code: 'all-right' }];
}
