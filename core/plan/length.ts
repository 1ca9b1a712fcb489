/** Rows and lengths: how many rows make a length, where a section may stop, and what to do with rows left over. */
import type { Chart } from '../chart/chart';
import type { Ending, Section } from '../piece/plan';
import { lastCrossing, nextCrossing } from '../piece/schedule';
import { positionIn, type PanelSpans } from '../piece/spans';
import { lastRowOf, seamBefore, sideOf, worksheet, type Facts, type Worksheet } from '../piece/worksheet';

/** Whole rows beside a length; `cm` of each. */
export function rowsFor(lengthCm: number, rowsPer10: number) {
  const exact = (lengthCm * rowsPer10) / 10;
  const below = Math.floor(exact + 1e-9);
  const at = (rows: number) => ({ rows, cm: (rows / rowsPer10) * 10 });
  return { below: at(below), above: at(below + (Math.abs(exact - below) < 1e-9 ? 0 : 1)) };
}

/** The row of a panel's repeat (1-based) worked in a piece row; null in its set-up rows or where it is not. */
export function patternRowIn(sheet: Worksheet, section: number, panelId: string, row: number): number | null {
  const p = sheet.plan.sections[section]?.panels.findIndex(({ id }) => id === panelId) ?? -1;
  const panel = sheet.plan.sections[section]?.panels[p];
  const spans = sheet.spans.charted[section]?.[p] as PanelSpans | undefined;
  const chart = panel && sheet.plan.charts[panel.chart];
  if (!chart || !spans) return null;
  const within = positionIn(spans, row) - chart.setUp.length;
  return within < 0 ? null : (within % chart.rows.length) + 1;
}

/** Whether a section may end with a piece row. */
export function mayEnd(sheet: Worksheet, section: number, ending: Ending | undefined, row: number): boolean {
  if (!ending) return true;
  if ('side' in ending) return sheet.plan.construction !== 'flat' || sideOf(sheet.plan, row) === ending.side;
  return ending.rows.includes(patternRowIn(sheet, section, ending.panel, row) ?? 0);
}

/** Stitches that an open section would leave, and that the next one needs, if it ended with this row; null where they agree. */
export function seamIfEnded(sheet: Worksheet, section: number, row: number, facts: Facts) {
  const { id } = sheet.plan.sections[section] as Section;
  const ends = [...(facts.ends ?? []), { section: id, row }];
  return seamBefore(worksheet(sheet.plan, { ...facts, ends }), section + 1);
}

const FARTHEST = 400;

/** The last allowed row at or before a piece row, and the first one after it. */
export function endsNear(sheet: Worksheet, section: number, ending: Ending | undefined, row: number) {
  const first = sheet.firstRows[section] as number;
  const search = (from: number, step: 1 | -1) => {
    for (let r = from; r >= first && Math.abs(r - from) <= FARTHEST; r += step)
      if (mayEnd(sheet, section, ending, r)) return r;
    return null;
  };
  return { before: search(row, -1), after: search(Math.max(first, row + 1), 1) };
}

export type MirrorStop = {
  /** Rows of the section. */
  readonly rows: number;
  /** Panels that would end as they began. */
  readonly panels: readonly string[];
};

/**
 * Where the section may stop so that it mirrors its beginning: as many plain rows after a panel's last crossing as
 * there were before its first. Rows of the section, up to its planned end; `all` are the stops of every cabled panel.
 */
export function mirrorStops(sheet: Worksheet, section: number): { stops: MirrorStop[]; cabled: string[] } {
  const first = sheet.firstRows[section] as number;
  const last = lastRowOf(sheet, section);
  const begins = (sheet.plan.sections[section] as Section).panels.flatMap(({ id }) => {
    const next = nextCrossing(sheet, id, first);
    return next && next.row <= last ? [{ id, plain: next.row - first }] : [];
  });
  const rows = Array.from({ length: last - first + 1 }, (_, i) => i + 1);
  const stops = rows.map((count) => {
    const end = first + count - 1;
    const panels = begins.filter(({ id, plain }) => {
      const crossed = lastCrossing(sheet, id, end);
      return crossed !== null && crossed >= first && end - crossed === plain;
    });
    return { rows: count, panels: panels.map(({ id }) => id) };
  });
  return { stops: stops.filter(({ panels }) => panels.length > 0), cabled: begins.map(({ id }) => id) };
}

/** Rows that do not make a whole repeat, and what can be done with them. */
export function leftOver(rows: number, chart: Chart) {
  const repeat = chart.rows.length;
  const left = rows % repeat;
  return {
    repeats: Math.floor(rows / repeat),
    left,
    /** Plain rows before and after the repeats. */
    shared: { before: Math.floor(left / 2), after: Math.ceil(left / 2) },
    fewer: rows - left,
    more: rows - left + (left > 0 ? repeat : 0),
  };
}

/** Height at which the section below the last one ends, so that the whole comes to a length. */
export const endBeforeBorder = (totalCm: number, borderRows: number, rowsPer10: number) =>
  totalCm - (borderRows / rowsPer10) * 10;

/** The row after which an open section would measure what it should, by rows to 10 cm; null for any other section. */
export function rowAtLength(sheet: Worksheet, section: number, rowsPer10: number): number | null {
  const { length } = sheet.plan.sections[section] as Section;
  if (!('until' in length)) return null;
  const start = length.until.from === 'castOn' ? 0 : sectionStart(sheet, section);
  return start + rowsFor(length.until.cm, rowsPer10).below.rows;
}

/** Rows of the piece that lie before a section, also where a changed plan took over within it. */
export const sectionStart = (sheet: Worksheet, section: number) =>
  (sheet.firstRows[section] as number) - 1 - (sheet.plan.sections[section]?.offset ?? 0);

/** The last rows of a section after which most of its panels mirror their beginning, and how many of them do. */
export function bestMirrors(sheet: Worksheet, section: number, most: number) {
  const { stops, cabled } = mirrorStops(sheet, section);
  const panels = Math.max(0, ...stops.map((stop) => stop.panels.length));
  const best = stops.filter((stop) => stop.panels.length === panels).slice(-most);
  return { rows: best.map(({ rows }) => rows), panels, cabled: cabled.length };
}
