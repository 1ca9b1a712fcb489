/** What the needles screen says of the row in hand, computed whole; the next row's is worked out beforehand. */
import { comingRows, type ComingRow } from '@core/cue/coming';
import { cueFor, type RowCue } from '@core/cue/cue';
import { likenessOf, type Likeness } from '@core/cue/likeness';
import { noticesOf, type Notice } from '@core/cue/notices';
import { stopsOf, type Stop } from '@core/cue/pointer';
import { rowEnd, type RowEnd } from '@core/cue/row-end';
import type { JournalState } from '@core/journal/fold';
import type { RowLabel } from '@core/notation/problems';
import { lastCrossing, nextCrossing, type NextCrossing } from '@core/piece/schedule';
import { charted, isOpen, lastRowOf, type Worksheet } from '@core/piece/worksheet';
import { mayEnd, seamIfEnded } from '@core/plan/length';
import { countFor, type Count, type Hung } from '@core/place/count';
import { suggestion, type Suggestion } from '@core/plan/suggest';
import { stitchesAfter } from '@core/stitch/cells';
import { isSlip } from '@core/stitch/looks';
import type { Cell } from '@core/stitch/types';
import type { KnitterSettings } from '~/knitter/settings';

const CROSSINGS_AHEAD = 3;

export type PanelColumn = {
  readonly id: string;
  readonly name: string;
  /** The row of its own pattern that the row in hand works. */
  readonly pattern: RowLabel;
  readonly patternRows: number;
  /** Its rows are worked once. */
  readonly once: boolean;
  readonly next: NextCrossing | null;
  /** The row of its last crossing, where no other is to come. */
  readonly last: number | null;
  readonly count: Count;
};
/** All that is said of the row in hand, whatever the fabric looks like. */
export type RowView = {
  readonly done: number;
  /** The row in hand; null when the piece is finished. */
  readonly working: number | null;
  readonly cue: RowCue | null;
  /** Worked in the round: a row is a round. */
  readonly round: boolean;
  /** Worked by the hands alone, without needles. */
  readonly byHand: boolean;
  /** Some stitches of the row in hand are slipped. */
  readonly slips: boolean;
  readonly columns: readonly PanelColumn[];
  /** The next rows with a crossing after the row in hand, and how the panels cross in them. */
  readonly coming: readonly ComingRow[];
  readonly sectionName: string;
  readonly sectionRowsLeft: number;
  /** The section ends when she says so; the rows left are an estimate. */
  readonly sectionOpen: boolean;
  /** An open section: from which row on it is time to measure, and whether it may end with the row just finished. */
  readonly toMeasure: ToMeasure | null;
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

const slipsIn = (cell: Cell) =>
  cell.kind === 'stitch'
    ? isSlip(cell.stitch)
    : cell.kind === 'crossing' && stitchesAfter(cell).some(({ stitch }) => isSlip(stitch));

type Hanging = Pick<JournalState, 'lifelines' | 'anchors' | 'facts'>;

/** All that hangs in the work or shows in it; `panel`: only what can be seen from there. */
export function hungOf({ lifelines, anchors }: Pick<Hanging, 'lifelines' | 'anchors'>, panel?: string): Hung {
  return [
    ...lifelines.map(({ row }) => ({ kind: 'lifeline' as const, row })),
    ...anchors.flatMap(({ what, row, panel: at }) =>
      what !== 'yarnJoin' && (panel === undefined || what === 'colour' || at === panel)
        ? [{ kind: what, row }]
        : [],
    ),
  ];
}

function columnsAt(
  sheet: Worksheet,
  working: number,
  done: number,
  state: Hanging,
  settings: KnitterSettings,
): PanelColumn[] {
  return charted(sheet, working)
    .panels.filter(({ panel }) => !panel.edge)
    .map(({ panel, name, chart }) => {
      const next = nextCrossing(sheet, panel.id, working);
      return {
        id: panel.id,
        name: panel.name,
        pattern: name,
        patternRows: chart.rows.length,
        once: chart.once === true,
        next,
        last: next === null && done > 0 ? lastCrossing(sheet, panel.id, done) : null,
        count: countFor(sheet, panel.id, done, settings.school, hungOf(state, panel.id)),
      };
    });
}

/** So many rows before the estimated end she is asked to measure. */
const ROWS_BEFORE_THE_END = 2;

export type ToMeasure = {
  readonly section: string;
  readonly name: string;
  readonly cm: number;
  readonly fromCastOn: boolean;
  readonly from: number;
  readonly now: boolean;
  /** The section may end with the row just finished, and the next one fits on it. */
  readonly endsHere: boolean;
};

/** Of the section that the row just finished belongs to: it goes on as long as she does not end it. */
function toMeasure(
  sheet: Worksheet,
  at: number,
  done: number,
  facts: JournalState['facts'],
): ToMeasure | null {
  const { section, sectionIndex } = charted(sheet, at);
  if (!isOpen(sheet, sectionIndex) || !('until' in section.length)) return null;
  const { cm, from: since, ending } = section.length.until;
  const from = lastRowOf(sheet, sectionIndex) - ROWS_BEFORE_THE_END + 1;
  const now = at >= from;
  const begun = done >= (sheet.firstRows[sectionIndex] as number);
  const endsHere =
    now &&
    begun &&
    mayEnd(sheet, sectionIndex, ending, done) &&
    seamIfEnded(sheet, sectionIndex, done, facts) === null;
  return { section: section.id, name: section.name, cm, fromCastOn: since === 'castOn', from, now, endsHere };
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
    round: plan.construction === 'round',
    byHand: plan.construction === 'unturned' || plan.making?.needle?.kind === 'hands',
    slips: cue?.panels.some(({ acts }) => acts.some(({ at: { cell } }) => slipsIn(cell))) ?? false,
    columns,
    coming: comingRows(sheet, at, columns, settings.hand, CROSSINGS_AHEAD),
    sectionOpen: open[row.sectionIndex] === true,
    toMeasure: toMeasure(sheet, at, done, state.facts),
    rowsEstimated: open.some((one, s) => one && s >= row.sectionIndex),
    notices: working === null ? [] : noticesOf(sheet, working, settings.hand),
    nextNotices: working === null ? [] : noticesOf(sheet, working + 1, settings.hand),
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
