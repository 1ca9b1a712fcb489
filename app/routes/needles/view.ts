/** What the needles screen shows: what is said of the row, and the fabric, which goes on growing from row to row. */
import type { JournalState } from '@core/journal/fold';
import { clothOf, type Cloth } from '@core/fabric/cloth';
import type { PanelBand } from '@core/fabric/shapes';
import type { Plan } from '@core/piece/plan';
import { made, remembering, sideOf, worksheet, type Facts, type Worksheet } from '@core/piece/worksheet';
import type { Side } from '@core/stitch/types';
import type { KnitterSettings } from '~/knitter/settings';
import { rowView, type RowView } from './row-view';

/** A row, and the fabric on whose needle it is worked. */
export type RowOnFabric = {
  /** What is said of the row, the same object as long as nothing has changed it. */
  readonly said: RowView;
  /** The side of the fabric that the picture shows. */
  readonly faces: Side;
  /** The whole piece; the same object as long as no row of it has changed. */
  readonly cloth: Cloth;
  /** Panels of the row, left to right in the view. */
  readonly bands: readonly PanelBand[];
};

export type NeedlesView = RowView &
  RowOnFabric & {
    /** The row after it; null after the last one. */
    readonly ahead: () => RowOnFabric | null;
    readonly sheet: Worksheet;
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
type Growing = { cloth: Cloth; sheet: { now: Worksheet } };
/** Where wrong-side rows are shown as they face her, both sides hang. */
const clothFor = { RS: newest<Plan, Growing>(), WS: newest<Plan, Growing>() };

/** The fabric goes on hanging as long as no row of it has changed. */
function hanging(sheet: Worksheet, facts: Facts, faces: Side): Cloth {
  const { plan, firstRows, rows } = sheet;
  const { amendments, deviations, onces, ends } = facts;
  const key = JSON.stringify({ firstRows, rows, amendments, deviations, onces, ends });
  const growing = clothFor[faces](plan, key, () => {
    const now = { now: sheet };
    return { sheet: now, cloth: clothOf(sheet, faces, (row) => made(now.now, row)) };
  });
  growing.sheet.now = sheet;
  return growing.cloth;
}

function onFabric(
  sheet: Worksheet,
  done: number,
  state: JournalState,
  settings: KnitterSettings,
): RowOnFabric {
  const said = rowView(sheet, done, state, settings);
  // What is finished hangs right side out.
  const faces =
    settings.wrongSide === 'faces' && said.working !== null ? sideOf(sheet.plan, said.working) : 'RS';
  const cloth = hanging(sheet, state.facts, faces);
  return { said, faces, cloth, bands: cloth.bandsOf(said.working ?? sheet.rows) };
}

export function needlesView(plan: Plan, state: JournalState, settings: KnitterSettings): NeedlesView {
  const sheet = sheetFor(plan, keyOf(plan, state.facts), () => remembering(worksheet(plan, state.facts)));
  const done = Math.min(state.done, sheet.rows);
  const now = onFabric(sheet, done, state, settings);
  let next: RowOnFabric | null = null;
  const ahead = () => (done < sheet.rows ? (next ??= onFabric(sheet, done + 1, state, settings)) : null);
  return { ...now.said, ...now, ahead, sheet };
}
