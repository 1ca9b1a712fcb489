/**
 * "I count 4: where am I in this panel?" All rows that show so many, at once; and the likely slips: the hole taken for the
 * crossing row makes the count one too many. Common practice, no published source.
 */
import { patternPosition } from '../indices';
import { rowAt, type RowName } from '../chart/chart';
import { positionIn, type PanelSpans } from '../piece/spans';
import { sectionIndexAt, type Worksheet } from '../piece/worksheet';
import { keyOf, NONE, type Asked, type Field } from './question';

export type Fitting = {
  /** The panel's own row that is then on the needle, and how many its pattern has. */
  readonly pattern: RowName;
  readonly patternRows: number;
  /** Rows of the piece, nearest to the journal's first; and how many there are in all. */
  readonly rows: readonly number[];
  readonly all: number;
};
export type ToldCount = {
  readonly fitting: readonly Fitting[];
  /** What the journal's row shows; null where there is nothing to count from. */
  readonly journal: number | null;
  /** The most that any row of the panel shows. */
  readonly most: number;
  /** She counts one more than the journal's row shows: as when the hole is taken for the crossing row. One less: the first V left out. */
  readonly slip: 'holeTaken' | 'firstLeftOut' | null;
};

/** So many rows of the piece are named for each row of the pattern. */
const NAMED = 3;

/** The panel's pattern row that is worked in a piece row; null where the panel is not there. */
export function patternRowAt(sheet: Worksheet, panelId: string, row: number) {
  const section = sectionIndexAt(sheet, row);
  const panels = sheet.plan.sections[section]?.panels ?? [];
  const p = panels.findIndex(({ id }) => id === panelId);
  const chart = sheet.plan.charts[panels[p]?.chart ?? ''];
  const spans = sheet.spans.made[section]?.[p] as PanelSpans | undefined;
  if (!chart || !spans) return null;
  const { name } = rowAt(chart, patternPosition(positionIn(spans, row)));
  return { pattern: name, patternRows: chart.rows.length };
}

export const countQuestion = ({ byKey }: Field, panel: string): Asked | null =>
  byKey.get(keyOf({ kind: 'count', panel })) ?? null;

/**
 * @param counted as the field's school counts
 * @param journal rows that the journal has as done
 * @returns null where the panel has no crossing to count from
 */
export function whereCounted(
  field: Field,
  panel: string,
  counted: number,
  journal: number,
): ToldCount | null {
  const asked = countQuestion(field, panel);
  if (!asked) return null;
  const fitting = new Map<string, { name: RowName; patternRows: number; rows: number[] }>();
  for (let row = 1; row <= field.rows; row += 1) {
    if (asked.at(row, null) !== counted) continue;
    const at = patternRowAt(field.sheet, panel, row);
    if (!at) continue;
    const key = `${at.pattern.kind} ${at.pattern.number}`;
    const known = fitting.get(key) ?? { name: at.pattern, patternRows: at.patternRows, rows: [] };
    known.rows.push(row);
    fitting.set(key, known);
  }
  const near = (row: number) => Math.abs(row - journal);
  const groups = [...fitting.values()].map(({ name, patternRows, rows }): Fitting => {
    const nearest = [...rows].sort((a, b) => near(a) - near(b) || a - b).slice(0, NAMED);
    return { pattern: name, patternRows, rows: nearest, all: rows.length };
  });
  const shows = asked.at(Math.min(field.rows, journal), null);
  const off = shows === NONE ? 0 : counted - shows;
  return {
    fitting: groups.sort((a, b) => near(a.rows[0] ?? 0) - near(b.rows[0] ?? 0)),
    journal: shows === NONE ? null : shows,
    most: asked.most,
    slip: off === 1 ? 'holeTaken' : off === -1 ? 'firstLeftOut' : null,
  };
}
