/** What the needles screen shows: what is said of the row, and the fabric, which goes on growing from row to row. */
import type { JournalState } from '@core/journal/fold';
import { RollingFabric, type Rolled } from '@core/fabric/rolling';
import type { Plan } from '@core/piece/plan';
import { made, remembering, sideOf, worksheet, type Facts, type Worksheet } from '@core/piece/worksheet';
import type { Side } from '@core/stitch/types';
import type { KnitterSettings } from '~/knitter/settings';
import { paintRow, type RowPaint } from '~/ui/fabric/rows';
import { rowView, type RowView } from './row-view';

export const ROWS_HANGING = 54;
export const ROWS_COMING = 7;

export type NeedlesView = RowView & {
  readonly sheet: Worksheet;
  /** The side of the fabric that the picture shows. */
  readonly faces: Side;
  readonly picture: Rolled;
  readonly rows: readonly RowPaint[];
  /** Works out what comes next, while nobody waits. */
  readonly prepare: () => void;
};

/** What of the journal decides how rows lie; how many are done does so only where a section is open. */
function keyOf(plan: Plan, { done, ...facts }: Facts): string {
  const open = plan.sections.some(({ length }) => 'until' in length);
  return JSON.stringify(open ? { done, ...facts } : facts);
}

/** The newest of its kind, worked out anew only when its key changes. */
function newest<K extends object, T>() {
  let last: { of: K; key: string; value: T } | null = null;
  return (of: K, key: string, make: () => T): T => {
    if (last?.of !== of || last.key !== key) last = { of, key, value: make() };
    return last.value;
  };
}
const sheetFor = newest<Plan, Worksheet>();
const fabricFor = newest<Plan, { rolling: RollingFabric; sheet: { now: Worksheet } }>();

/** The fabric goes on growing as long as no row of it has changed. */
function rollingFor(sheet: Worksheet, facts: Facts, faces: Side): RollingFabric {
  const { plan, firstRows, rows } = sheet;
  const { amendments, deviations, onces, ends } = facts;
  const key = JSON.stringify({ faces, firstRows, rows, amendments, deviations, onces, ends });
  const fabric = fabricFor(plan, key, () => {
    const now = { now: sheet };
    return { sheet: now, rolling: new RollingFabric((row) => made(now.now, row), rows, faces) };
  });
  fabric.sheet.now = sheet;
  return fabric.rolling;
}

export function needlesView(
  plan: Plan,
  state: JournalState,
  settings: KnitterSettings,
  hanging = ROWS_HANGING,
): NeedlesView {
  const sheet = sheetFor(plan, keyOf(plan, state.facts), () => remembering(worksheet(plan, state.facts)));
  const done = Math.min(state.done, sheet.rows);
  const said = rowView(sheet, done, state, settings);
  const faces = settings.wrongSide === 'faces' ? sideOf(plan, said.working ?? sheet.rows) : 'RS';
  const rolling = rollingFor(sheet, state.facts, faces);
  const picture = rolling.show(Math.max(1, done - hanging + 1), Math.min(sheet.rows, done + ROWS_COMING));
  return {
    ...said,
    sheet,
    faces,
    picture,
    rows: picture.rows.map((row) => paintRow(row, picture.edgeOf)),
    prepare: () => {
      const next = rolling.prepare();
      if (next) paintRow(next, picture.edgeOf);
      if (done < sheet.rows) rowView(sheet, done + 1, state, settings);
    },
  };
}
