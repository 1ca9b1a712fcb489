/** What the needles screen shows, computed whole: it only paints and records. */
import { cueFor, type RowCue } from '@core/cue/cue';
import { likenessOf, type Likeness } from '@core/cue/likeness';
import { stopsOf, type Stop } from '@core/cue/pointer';
import { rowEnd, type RowEnd } from '@core/cue/row-end';
import { suggestion, type Suggestion } from '@core/plan/suggest';
import { RollingFabric, type Rolled } from '@core/fabric/rolling';
import type { JournalState } from '@core/journal/fold';
import { nextCrossing, type NextCrossing } from '@core/piece/schedule';
import type { Plan } from '@core/piece/plan';
import { noticesOf, type Notice } from '@core/cue/notices';
import {
  charted,
  isOpen,
  lastRowOf,
  made,
  remembering,
  sideOf,
  worksheet,
  type Facts,
  type Worksheet,
} from '@core/piece/worksheet';
import { countFor, type Count } from '@core/place/count';
import type { RowLabel } from '@core/notation/problems';
import type { Side } from '@core/stitch/types';
import type { KnitterSettings } from '~/knitter/settings';
import { paintRow, type RowPaint } from '~/ui/fabric/rows';

export const ROWS_HANGING = 54;
export const ROWS_COMING = 7;
const CROSSINGS_AHEAD = 3;

export type PanelColumn = {
  readonly id: string;
  readonly name: string;
  /** The row of its own pattern that the row in hand works. */
  readonly pattern: RowLabel;
  readonly patternRows: number;
  readonly next: NextCrossing | null;
  readonly count: Count;
};
export type NeedlesView = {
  readonly sheet: Worksheet;
  readonly done: number;
  /** The row in hand; null when the piece is finished. */
  readonly working: number | null;
  readonly cue: RowCue | null;
  readonly columns: readonly PanelColumn[];
  /** The next rows with a crossing after the row in hand, and the panels that cross in them. */
  readonly coming: readonly { readonly row: number; readonly panels: readonly string[] }[];
  /** The side of the fabric that the picture shows. */
  readonly faces: Side;
  readonly picture: Rolled;
  readonly rows: readonly RowPaint[];
  /** Lays out what comes next, while nobody waits. */
  readonly prepare: () => void;
  readonly sectionName: string;
  readonly sectionRowsLeft: number;
  /** The section ends when she says so; the rows left are an estimate. */
  readonly sectionOpen: boolean;
  /** An open section that has come near its length: it is time to measure. */
  readonly toMeasure: { readonly name: string; readonly cm: number } | null;
  /** Whether the last row of all lies behind such a section, so that its number is an estimate. */
  readonly rowsEstimated: boolean;
  /** Out of the ordinary in the row in hand, and in the next one. */
  readonly notices: readonly Notice[];
  readonly nextNotices: readonly Notice[];
  /** Stitches before and after the row in hand, and what it ends on. */
  readonly stitches: { readonly takes: number; readonly gives: number };
  readonly end: RowEnd | null;
  /** The stitch groups of the row in hand, in working order. */
  readonly stops: readonly Stop[];
  /** By panel: what its first crossing in this row is compared with. */
  readonly likeness: ReadonlyMap<string, Likeness>;
  /** Something to hang in the work before going on. */
  readonly suggestion: Suggestion | null;
};

function columnsAt(
  sheet: Worksheet,
  working: number,
  state: JournalState,
  settings: KnitterSettings,
): PanelColumn[] {
  const lifelines = state.lifelines.map(({ row }) => ({ kind: 'lifeline' as const, row }));
  const markers = state.anchors.filter(({ what }) => what === 'marker' || what === 'pin');
  const hungIn = (id: string) => [
    ...lifelines,
    ...markers.filter(({ panel }) => panel === id).map(({ row }) => ({ kind: 'marker' as const, row })),
  ];
  return charted(sheet, working)
    .panels.filter(({ panel }) => !panel.edge)
    .map(({ panel, name, chart }) => ({
      id: panel.id,
      name: panel.name,
      pattern: name,
      patternRows: chart.rows.length,
      next: nextCrossing(sheet, panel.id, working),
      count: countFor(sheet, panel.id, state.done, settings.school, hungIn(panel.id)),
    }));
}

function comingAfter(
  sheet: Worksheet,
  working: number,
  columns: readonly PanelColumn[],
): NeedlesView['coming'] {
  const coming: { row: number; panels: string[] }[] = [];
  for (let from = working + 1; from <= sheet.rows && coming.length < CROSSINGS_AHEAD;) {
    const next = columns.flatMap(({ id, name }) => ({
      name,
      row: nextCrossing(sheet, id, from)?.row ?? Infinity,
    }));
    const row = Math.min(...next.map((item) => item.row));
    if (row > sheet.rows) break;
    coming.push({ row, panels: next.filter((item) => item.row === row).map(({ name }) => name) });
    from = row + 1;
  }
  return coming;
}

/** So many rows before the estimated end she is asked to measure. */
const ROWS_BEFORE_THE_END = 2;

function toMeasure(sheet: Worksheet, at: number): NeedlesView['toMeasure'] {
  const { section, sectionIndex } = charted(sheet, at);
  const near = lastRowOf(sheet, sectionIndex) - at < ROWS_BEFORE_THE_END;
  if (!near || !isOpen(sheet, sectionIndex) || !('until' in section.length)) return null;
  return { name: section.name, cm: section.length.until.cm };
}

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

/** Crossings of the row in hand are compared with those on the fabric, the first of each panel. */
function likenessIn(sheet: Worksheet, cue: RowCue | null): NeedlesView['likeness'] {
  const crossing = (cue?.panels ?? []).flatMap(({ panel, steps }) => {
    const first = steps.find(({ kind }) => kind === 'crossing');
    const column = first?.columns[0];
    return cue && column !== undefined
      ? [[panel.id, likenessOf(sheet, cue.row.row, panel.id, column)] as const]
      : [];
  });
  return new Map(crossing);
}

export function needlesView(
  plan: Plan,
  state: JournalState,
  settings: KnitterSettings,
  hanging = ROWS_HANGING,
): NeedlesView {
  const sheet = sheetFor(plan, keyOf(plan, state.facts), () => remembering(worksheet(plan, state.facts)));
  const done = Math.min(state.done, sheet.rows);
  const working = done < sheet.rows ? done + 1 : null;
  const at = working ?? sheet.rows;
  const faces = settings.wrongSide === 'faces' ? sideOf(plan, at) : 'RS';
  const rolling = rollingFor(sheet, state.facts, faces);
  const picture = rolling.show(Math.max(1, done - hanging + 1), Math.min(sheet.rows, done + ROWS_COMING));
  const row = charted(sheet, at);
  const open = plan.sections.map((_, s) => isOpen(sheet, s));
  const columns = working === null ? [] : columnsAt(sheet, working, state, settings);
  const cue = working === null ? null : cueFor(sheet, working, settings.hand);
  const lifelines = state.lifelines.map((lifeline) => lifeline.row);
  return {
    sheet,
    done,
    working,
    cue,
    columns,
    coming: comingAfter(sheet, at, columns),
    faces,
    picture,
    rows: picture.rows.map((row) => paintRow(row, picture.edgeOf)),
    prepare: () => {
      const next = rolling.prepare();
      if (next) paintRow(next, picture.edgeOf);
      if (working !== null && working < sheet.rows) cueFor(sheet, working + 1, settings.hand);
    },
    sectionOpen: open[row.sectionIndex] === true,
    toMeasure: toMeasure(sheet, at),
    rowsEstimated: open.some((one, s) => one && s >= row.sectionIndex),
    notices: working === null ? [] : noticesOf(sheet, working),
    nextNotices: working === null ? [] : noticesOf(sheet, working + 1),
    stitches: row.laid,
    end: cue && rowEnd(cue),
    stops: cue ? stopsOf(cue) : [],
    likeness: likenessIn(sheet, cue),
    suggestion: working === null ? null : suggestion(sheet, done, lifelines, columns),
    sectionName: row.section.name,
    sectionRowsLeft: lastRowOf(sheet, row.sectionIndex) - at + (working === null ? 0 : 1),
  };
}
