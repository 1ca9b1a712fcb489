/** What the needles screen says of the row in hand, computed whole; the next row's is worked out beforehand. */
import { cueFor, type RowCue } from '@core/cue/cue';
import { likenessOf, type Likeness } from '@core/cue/likeness';
import { noticesOf, type Notice } from '@core/cue/notices';
import { stopsOf, type Stop } from '@core/cue/pointer';
import { rowEnd, type RowEnd } from '@core/cue/row-end';
import type { JournalState } from '@core/journal/fold';
import type { RowLabel } from '@core/notation/problems';
import { nextCrossing, type NextCrossing } from '@core/piece/schedule';
import { charted, isOpen, lastRowOf, type Worksheet } from '@core/piece/worksheet';
import { countFor, type Count } from '@core/place/count';
import { suggestion, type Suggestion } from '@core/plan/suggest';
import type { KnitterSettings } from '~/knitter/settings';

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
/** All that is said of the row in hand, whatever the fabric looks like. */
export type RowView = {
  readonly done: number;
  /** The row in hand; null when the piece is finished. */
  readonly working: number | null;
  readonly cue: RowCue | null;
  readonly columns: readonly PanelColumn[];
  /** The next rows with a crossing after the row in hand, and the panels that cross in them. */
  readonly coming: readonly { readonly row: number; readonly panels: readonly string[] }[];
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

type Hanging = Pick<JournalState, 'lifelines' | 'anchors'>;

function columnsAt(
  sheet: Worksheet,
  working: number,
  done: number,
  state: Hanging,
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
      count: countFor(sheet, panel.id, done, settings.school, hungIn(panel.id)),
    }));
}

function comingAfter(sheet: Worksheet, working: number, columns: readonly PanelColumn[]): RowView['coming'] {
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

function toMeasure(sheet: Worksheet, at: number): RowView['toMeasure'] {
  const { section, sectionIndex } = charted(sheet, at);
  const near = lastRowOf(sheet, sectionIndex) - at < ROWS_BEFORE_THE_END;
  if (!near || !isOpen(sheet, sectionIndex) || !('until' in section.length)) return null;
  return { name: section.name, cm: section.length.until.cm };
}

/** Crossings of the row in hand are compared with those on the fabric, the first of each panel. */
function likenessIn(sheet: Worksheet, cue: RowCue | null): RowView['likeness'] {
  const crossing = (cue?.panels ?? []).flatMap(({ panel, steps }) => {
    const first = steps.find(({ kind }) => kind === 'crossing');
    const column = first?.columns[0];
    return cue && column !== undefined
      ? [[panel.id, likenessOf(sheet, cue.row.row, panel.id, column)] as const]
      : [];
  });
  return new Map(crossing);
}

function compute(sheet: Worksheet, done: number, state: Hanging, settings: KnitterSettings): RowView {
  const { plan } = sheet;
  const working = done < sheet.rows ? done + 1 : null;
  const at = working ?? sheet.rows;
  const row = charted(sheet, at);
  const open = plan.sections.map((_, s) => isOpen(sheet, s));
  const columns = working === null ? [] : columnsAt(sheet, working, done, state, settings);
  const cue = working === null ? null : cueFor(sheet, working, settings.hand);
  const lifelines = state.lifelines.map((lifeline) => lifeline.row);
  return {
    done,
    working,
    cue,
    columns,
    coming: comingAfter(sheet, at, columns),
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

/** So many rows are remembered: the one in hand, those beside it. */
const REMEMBERED = 4;
const known = new WeakMap<Worksheet, Map<string, RowView>>();

export function rowView(sheet: Worksheet, done: number, state: Hanging, settings: KnitterSettings): RowView {
  const ofSheet = known.get(sheet) ?? new Map<string, RowView>();
  known.set(sheet, ofSheet);
  const { lifelines, anchors } = state;
  const hung = [lifelines.map(({ row }) => row), anchors.map(({ what, row, panel }) => [what, row, panel])];
  const key = JSON.stringify([done, settings.hand, settings.school, hung]);
  const found = ofSheet.get(key) ?? compute(sheet, done, state, settings);
  if (ofSheet.size >= REMEMBERED && !ofSheet.has(key)) ofSheet.clear();
  ofSheet.set(key, found);
  return found;
}
