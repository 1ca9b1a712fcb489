/** What the journal is to be told about a panel that is out of step: its row from the next one on, and since when. */
import { patternPosition } from '../indices';
import { rowAt, type RowName } from '../chart/chart';
import { positionIn, type PanelSpans } from '../piece/spans';
import { sectionIndexAt, type Worksheet } from '../piece/worksheet';
import type { Shift } from './question';

export type PanelEntry = {
  /** The next row of the piece, and the place in the panel's chart that it works. */
  readonly from: number;
  readonly position: number;
  readonly pattern: RowName;
  /** The first row of the piece in which the fabric was otherwise than planned. */
  readonly since: number;
};

/**
 * @param row rows done
 * @param crossing the first crossing out of step: the rows it was planned and made in
 * @returns null where no row of the panel is to come
 */
export function panelEntry(
  sheet: Worksheet,
  { panel, by }: Shift,
  row: number,
  crossing: { readonly planned: number; readonly made: number },
): PanelEntry | null {
  const from = row + 1;
  if (from > sheet.rows) return null;
  const section = sectionIndexAt(sheet, from);
  const panels = sheet.plan.sections[section]?.panels ?? [];
  const p = panels.findIndex(({ id }) => id === panel);
  const chart = sheet.plan.charts[panels[p]?.chart ?? ''];
  const spans = sheet.spans.charted[section]?.[p] as PanelSpans | undefined;
  if (!chart || !spans || chart.once) return null;
  let position = positionIn(spans, from) + by;
  while (position < 0) position += chart.rows.length;
  const since = Math.min(row, Math.max(1, Math.min(crossing.planned, crossing.made)));
  return { from, position, pattern: rowAt(chart, patternPosition(position)).name, since };
}
