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
  /** What is said of the row, the same object as long as nothing has changed it. */
  readonly said: RowView;
  /** What will be said of the row after it; null after the last one. */
  readonly ahead: () => RowView | null;
  readonly sheet: Worksheet;
  /** The side of the fabric that the picture shows. */
  readonly faces: Side;
  readonly picture: Rolled;
  readonly rows: readonly RowPaint[];
  /** Works out what comes next, while nobody waits; the row above those shown, where it can be drawn beforehand. */
  readonly prepare: () => RowPaint | null;
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
type Growing = { rolling: RollingFabric; sheet: { now: Worksheet } };
/** Where wrong-side rows are shown as they face her, both sides grow. */
const fabricFor = { RS: newest<Plan, Growing>(), WS: newest<Plan, Growing>() };

/** The fabric goes on growing as long as no row of it has changed. */
function rollingFor(sheet: Worksheet, facts: Facts, faces: Side): RollingFabric {
  const { plan, firstRows, rows } = sheet;
  const { amendments, deviations, onces, ends } = facts;
  const key = JSON.stringify({ firstRows, rows, amendments, deviations, onces, ends });
  const fabric = fabricFor[faces](plan, key, () => {
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
  // What is finished hangs right side out.
  const faces = settings.wrongSide === 'faces' && said.working !== null ? sideOf(plan, said.working) : 'RS';
  const rolling = rollingFor(sheet, state.facts, faces);
  const coming = Math.min(sheet.rows, done + ROWS_COMING);
  const picture = rolling.show(Math.max(1, done - hanging + 1), coming, said.working ?? coming);
  return {
    ...said,
    said,
    ahead: () => (done < sheet.rows ? rowView(sheet, done + 1, state, settings) : null),
    sheet,
    faces,
    picture,
    rows: picture.rows.map((row) => paintRow(row, picture.edgeOf)),
    prepare: () => {
      const next = rolling.prepare();
      return next && paintRow(next, picture.edgeOf);
    },
  };
}
