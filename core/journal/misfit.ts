/** Whether an event can be about a plan: its rows and panels must be there. */
import { LIMITS, type Plan } from '../piece/plan';
import { panelIdsOf, worksheet } from '../piece/worksheet';
import type { JournalEvent } from './events';

const rowOf = (event: JournalEvent): number | null => {
  if (event.kind === 'ripped') return event.to;
  if (event.kind === 'fault') return event.pieceRow;
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

/** What is wrong, in English, for a reply to a machine; null if nothing is. */
export function misfit(plan: Plan, event: JournalEvent): string | null {
  const { rows, panels, sections } = known.get(plan) ?? boundsOf(plan);
  const row = rowOf(event);
  // A plan may be changed from the row after its last one on.
  const last = event.kind === 'planChanged' ? rows + 1 : rows;
  if (row !== null && row > last) return `row ${row} is beyond the piece's last row, ${rows}`;
  if ('panel' in event && !panels.has(event.panel)) return `the piece has no panel ${event.panel}`;
  if (event.kind === 'sectionEnded' && !sections.has(event.section))
    return `the piece has no section ${event.section}`;
  return null;
}
