/**
 * A plan changed under the needles. Rows already worked keep the plan that they were worked from; from the next row on
 * the new one holds. Both become one plan, so that everything else goes on as if it had always been so.
 */
import type { Result } from '../result';
import { chartKey, type Chart } from '../chart/chart';
import { plannedRows, type Length, type PanelPlan, type Plan, type PlanProblem, type Section } from './plan';
import type { SectionShape } from './shaping';
import { positionIn, type PanelSpans } from './spans';
import {
  checkPlan,
  lastRowOf,
  NO_FACTS,
  sectionIndexAt,
  worksheet,
  type Facts,
  type Worksheet,
} from './worksheet';

/** The old plan up to a row, its last section broken off there. */
function sectionsUpTo(sheet: Worksheet, row: number): Section[] {
  return sheet.plan.sections.flatMap((section, s): Section[] => {
    const first = sheet.firstRows[s] as number;
    if (first > row) return [];
    const last = lastRowOf(sheet, s);
    const offset = section.offset ?? 0;
    const worked = { rows: Math.min(last, row) - first + 1 + offset };
    const { lastRow, ...rest } = section;
    return [
      { ...rest, length: worked, brokenOff: true, ...(last <= row && lastRow !== undefined && { lastRow }) },
    ];
  });
}

/** Where a panel goes on: where its fabric stands, if it is the same panel of the same pattern, else where the new plan says. */
function startOf(
  old: Worksheet,
  fresh: Worksheet,
  s: number,
  panel: PanelPlan,
  row: number,
): PanelPlan['start'] {
  const p = (fresh.plan.sections[s] as Section).panels.indexOf(panel);
  const position = positionIn((fresh.spans.charted[s] as readonly PanelSpans[])[p] as PanelSpans, row);
  if (row > old.rows) return { position };
  const before = sectionIndexAt(old, row);
  const was = (old.plan.sections[before] as Section).panels.findIndex(({ id }) => id === panel.id);
  const wasPanel = old.plan.sections[before]?.panels[was];
  const same = wasPanel && chartKey(old.plan.charts[wasPanel.chart] as Chart) === chartKey(fresh.plan.charts[panel.chart] as Chart); // prettier-ignore
  return same
    ? { position: positionIn((old.spans.charted[before] as readonly PanelSpans[])[was] as PanelSpans, row) }
    : { position };
}

/** An open section that has outgrown its estimate goes on for a row at least. */
const stillOpen = (length: Length, offset: number): Length =>
  'until' in length ? { ...length, estimate: Math.max(length.estimate, offset + 1) } : length;

/** A section made longer or shorter on the way has the rows that it has come to. */
function settledLength(fresh: Worksheet, s: number): Length {
  const section = fresh.plan.sections[s] as Section;
  const rows = lastRowOf(fresh, s) - (fresh.firstRows[s] as number) + 1;
  if (rows === plannedRows(fresh.plan, section) || 'until' in section.length) return section.length;
  return { rows: rows + (section.offset ?? 0) };
}

/** The section before is another one now: what its shape left is said outright. */
function withOwnStart({ keepsShape, ...section }: Section, shape: SectionShape | null | undefined): Section {
  return keepsShape && shape ? { ...section, starts: shape.start } : section;
}

/** The new plan from a row on; ids and chart keys are made unlike all old ones. */
function sectionsFrom(old: Worksheet, fresh: Worksheet, row: number, mark: string): Section[] {
  const here = sectionIndexAt(fresh, row);
  return fresh.plan.sections.slice(here).map((section, i) => {
    const panels = section.panels.map((panel) => ({
      ...panel,
      chart: `${mark}-${panel.chart}`,
      ...(i === 0 && { start: startOf(old, fresh, here, panel, row) }),
    }));
    const lastRow = section.lastRow !== undefined && { lastRow: `${mark}-${section.lastRow}` };
    const offset = i === 0 ? row - (fresh.firstRows[here] as number) : 0;
    const length = stillOpen(settledLength(fresh, here + i), offset);
    return {
      ...(i === 0 ? withOwnStart(section, fresh.shapes[here]) : section),
      id: `${section.id}-${mark}`,
      origin: originOf(section),
      length,
      panels,
      ...lastRow,
      ...(offset > 0 && { offset }),
    };
  });
}

/** A panel that carries on must find itself in the section before under the very same chart. */
const keyed = (charts: Plan['charts'], mark: string) =>
  Object.fromEntries(Object.entries(charts).map(([key, chart]) => [`${mark}-${key}`, chart]));

/** The id of a section as the knitter's draft knows it. */
export const originOf = ({ id, origin }: Pick<Section, 'id' | 'origin'>): string => origin ?? id;
/** The same for an id that an entry names; an id of no section of the plan stays as it is. */
export function typedId({ sections }: Plan, id: string): string {
  const section = sections.find((one) => one.id === id);
  return section ? originOf(section) : id;
}

/** The new plan laid out with what the journal knows of it: sections that have ended, rows to 10 cm. */
function laidOut(old: Plan, next: Plan, done: number, facts: Facts): Worksheet {
  const { ends = [], lengthened = [], rowsPer10 } = facts;
  return worksheet(next, {
    ...NO_FACTS,
    ends: ends.map(({ section, row }) => ({ section: typedId(old, section), row })),
    lengthened: lengthened.map((one) => ({ ...one, section: typedId(old, one.section) })),
    done,
    ...(rowsPer10 !== undefined && { rowsPer10 }),
  });
}

/**
 * @param old the plan in force with the facts of the journal
 * @param done rows already worked; 0 means that the new plan simply holds
 * @param revision number of the new revision, to tell its sections and charts from older ones
 * @returns the worksheet of the joined plan, or what does not fit (the seam, say); sections are counted in that plan
 */
export function changePlan(
  old: Worksheet,
  next: Plan,
  done: number,
  revision: number,
  facts: Facts = NO_FACTS,
): Result<Worksheet, readonly PlanProblem[]> {
  const checked = checkPlan(next);
  if (!checked.ok || done === 0) return checked;
  const { plan } = old;
  const fresh = laidOut(plan, next, done, facts);
  const mark = `r${revision}`;
  const before = sectionsUpTo(old, done);
  const after = done < fresh.rows ? sectionsFrom(old, fresh, done + 1, mark) : [];
  const { construction, firstSide, firstDirection } = plan;
  const charts = { ...plan.charts, ...keyed(next.charts, mark) };
  return checkPlan({
    ...next,
    construction,
    firstSide,
    firstDirection,
    sections: [...before, ...after],
    charts,
  });
}
