/** A pattern of one or more charts taken into a draft: each of its stretches becomes a section, or a panel's run inside one. */
import type { Chart } from '../chart/chart';
import type { Stretch, Stretches } from '../chart/stretches';
import type { Family } from '../notation/names';
import { writeRows } from '../notation/write';
import { panelDraft, type PanelDraft, type PieceDraft, type SectionDraft } from './draft';

/** Gives an id that the draft does not hold yet. */
type Fresh = (kind: 'panel' | 'section') => string;

/** Rows that a stretch worked as long as wanted is given to begin with, about. */
const SOME_ROWS = 40;

const rowsIn = ({ setUp, rows }: Chart) => setUp.length + rows.length;

/** A chart as a panel, its rows written in a naming family. */
export function chartPanel(id: string, chart: Chart, family: Family, more: Partial<PanelDraft>): PanelDraft {
  const ring = chart.rows[0]?.kind === 'ring';
  const construction = ring ? 'round' : 'flat';
  const text = writeRows(chart, { family, construction, presented: !ring });
  const withSetUp = chart.setUp.length > 0;
  return panelDraft(id, chart.name.slice(0, 80), text, { withSetUp, closed: ring, ...more });
}

type Lengths = Pick<SectionDraft, 'rows' | 'length'>;

/** As many rows as the chart has where they are worked once, else whole repeats. */
function lengthOf({ chart, times }: Stretch, panel: PanelDraft): Lengths {
  if (times === 1) return { rows: rowsIn(chart) };
  const repeats = Math.max(2, Math.round(SOME_ROWS / chart.rows.length));
  const rows = chart.setUp.length + repeats * chart.rows.length;
  return { rows, length: { kind: 'repeats', repeats, of: panel.id } };
}

const UNNAMED = /^(?:Body|Section \d+)?$/;

export type Taken = {
  readonly stretches: Stretches;
  readonly family: Family;
  /** What all panels have in common: repeats (of the pattern), whether they are mirrored. */
  readonly more: Partial<PanelDraft>;
};

/**
 * The stretches of a pattern set up from a section on. The first is a panel of that section, at a place in its line-up;
 * each other one gets a section of its own, in which the other panels carry on. A pattern of one stretch leaves the
 * length of its section as it was, unless its rows are worked once and nothing but edges stands beside them.
 * @param at place of the panel from the right edge
 * @param instead take it in place of the panel that stands there
 */
export function takePattern(
  draft: PieceDraft,
  index: number,
  at: number,
  { stretches, family, more }: Taken,
  fresh: Fresh,
  instead = false,
): PieceDraft {
  const section = draft.sections[index];
  if (!section) return draft;
  const panels = stretches.map(({ chart, across }) =>
    chartPanel(fresh('panel'), chart, family, { ...more, repeats: (more.repeats ?? 1) * across }),
  );
  const before = section.panels.slice(0, at);
  const after = section.panels.slice(instead ? at + 1 : at);
  const alone = [...before, ...after].every(({ edge }) => edge);
  const made = stretches.map((stretch, k): SectionDraft => {
    const panel = panels[k] as PanelDraft;
    const first = k === 0;
    const others = (some: readonly PanelDraft[]) =>
      first ? some : some.map((one) => ({ ...one, carryOn: true }));
    const own = stretches.length > 1 || (alone && stretch.times === 1) ? lengthOf(stretch, panel) : null;
    const { length: _, ...kept } = section;
    return {
      ...(first ? (own ? kept : section) : { id: fresh('section'), rows: 1 }),
      name: first && (stretches.length === 1 || !UNNAMED.test(section.name)) ? section.name : panel.name,
      panels: [...others(before), panel, ...others(after)],
      ...own,
    };
  });
  return { ...draft, sections: draft.sections.toSpliced(index, 1, ...made) };
}
