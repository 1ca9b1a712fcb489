/** Whether an event can be about a plan: its rows and panels must be there. */
import { LIMITS, type Plan } from '../piece/plan';
import { panelIdsOf, worksheet } from '../piece/worksheet';
import type { EventOf, JournalEvent } from './events';

const rowOf = (event: JournalEvent): number | null => {
  if (event.kind === 'ripped') return event.to;
  if (event.kind === 'fault') return event.pieceRow;
  if (event.kind === 'inspected') return event.to;
  if (event.kind === 'panelRowSet' || event.kind === 'planChanged') return event.from;
  return 'row' in event ? event.row : null;
};

type Bounds = {
  readonly rows: number;
  readonly panels: ReadonlySet<string>;
  readonly sections: ReadonlySet<string>;
};
const known = new WeakMap<Plan, Bounds>();

/** A section that is open may go on for as long as she likes. */
function boundsOf(plan: Plan): Bounds {
  const open = plan.sections.some(({ length }) => 'until' in length);
  const bounds = {
    rows: open ? LIMITS.rows : worksheet(plan).rows,
    panels: panelIdsOf(plan),
    sections: new Set(plan.sections.map(({ id }) => id)),
  };
  known.set(plan, bounds);
  return bounds;
}

/** Wherever the panel stands its rows are worked once. */
const isWorkedOnce = (plan: Plan, panel: string) =>
  plan.sections
    .flatMap(({ panels }) => panels)
    .every(({ id, chart }) => id !== panel || plan.charts[chart]?.once === true);

/** Rows by which added repeats can have made a piece longer. */
function added(plan: Plan, lengthened: readonly EventOf<'repeatsChanged'>[]): number {
  return lengthened.reduce((sum, { section, panel, by }) => {
    const panels = plan.sections.find(({ id }) => id === section)?.panels;
    const chart = plan.charts[panels?.find(({ id }) => id === panel)?.chart ?? ''];
    return sum + Math.max(0, by) * (chart?.rows.length ?? 0);
  }, 0);
}

/** The repeats that a journal's events add. */
export const repeatsIn = (events: readonly JournalEvent[]) =>
  events.filter((event) => event.kind === 'repeatsChanged');

/** What is wrong, in English, for a reply to a machine; null if nothing is. `lengthened`: all that the journal says of added repeats. */
export function misfit(
  plan: Plan,
  event: JournalEvent,
  lengthened: readonly EventOf<'repeatsChanged'>[] = [],
): string | null {
  const { rows: planned, panels, sections } = known.get(plan) ?? boundsOf(plan);
  const rows = Math.min(LIMITS.rows, planned + added(plan, lengthened));
  const row = rowOf(event);
  // A plan may be changed from the row after its last one on.
  const last = event.kind === 'planChanged' ? rows + 1 : rows;
  if (row !== null && row > last) return `row ${row} is beyond the piece's last row, ${rows}`;
  if ('panel' in event && event.panel !== null && !panels.has(event.panel))
    return `the piece has no panel ${event.panel}`;
  if (event.kind === 'panelRowSet' && isWorkedOnce(plan, event.panel))
    return `the rows of panel ${event.panel} are worked once and follow the rows of the piece`;
  if ('section' in event && !sections.has(event.section)) return `the piece has no section ${event.section}`;
  return null;
}
