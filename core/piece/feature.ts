/**
 * An odd crossing made a feature: from a row on it is crossed the other way on purpose, wherever its row of the chart comes
 * again. Counts stay as they are, since only crossings of like stitches can be turned about.
 */
import { rowAt, type Chart, type RowName } from '../chart/chart';
import type { Cell, Crossing } from '../stitch/types';
import { otherLean, waleOf } from './deviation';
import type { Plan } from './plan';
import { indexAt, positionIn, type PanelSpans } from './spans';
import type { PanelRow, WorkRow } from './work-row';

export type Feature = {
  readonly panel: string;
  readonly wale: number;
  /** The piece row whose row of the chart is meant. */
  readonly like: number;
  /** The first piece row that may be crossed so. */
  readonly from: number;
};
/** With the row of its panel's chart. */
export type NamedFeature = Feature & { readonly name: RowName };

const sameName = (a: RowName, b: RowName) => a.kind === b.kind && a.number === b.number;

/** Every stitch alike, so that the fabric above goes on either way. */
export const canTurn = ({ over, under, centre }: Crossing): boolean =>
  new Set([...over, ...under, ...(centre?.stitches ?? [])]).size === 1;

/** Features whose panel is worked in the row that they are like; others say nothing any more. */
export function nameFeatures(
  plan: Plan,
  starts: readonly { readonly from: number }[],
  spans: readonly (readonly PanelSpans[])[],
  features: readonly Feature[],
): NamedFeature[] {
  return features.flatMap((feature) => {
    const section = indexAt(starts, feature.like);
    const panels = plan.sections[section]?.panels ?? [];
    const p = panels.findIndex(({ id }) => id === feature.panel);
    const chart: Chart | undefined = plan.charts[panels[p]?.chart ?? ''];
    const own = spans[section]?.[p];
    return chart && own ? [{ ...feature, name: rowAt(chart, positionIn(own, feature.like)).name }] : [];
  });
}

function turnedIn(panel: PanelRow, wales: ReadonlySet<number>): PanelRow {
  const turned = (cell: Cell) => (cell.kind === 'crossing' && canTurn(cell) ? otherLean(cell) : cell);
  return {
    ...panel,
    cells: panel.cells.map((at) => (wales.has(waleOf(panel, at)) ? { ...at, cell: turned(at.cell) } : at)),
  };
}

/** A row with its features crossed the other way. */
export function withFeatures(row: WorkRow, features: readonly NamedFeature[]): WorkRow {
  const here = features.filter(({ from }) => from <= row.row);
  if (here.length === 0) return row;
  const panels = row.panels.map((panel) => {
    const own = here.filter((one) => one.panel === panel.panel.id && sameName(one.name, panel.name));
    return own.length > 0 ? turnedIn(panel, new Set(own.map(({ wale }) => wale))) : panel;
  });
  return { ...row, panels, laid: { ...row.laid, cells: panels.flatMap(({ cells }) => cells) } };
}
