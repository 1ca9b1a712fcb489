/**
 * Where a round begins when a crossing lies over the join. Every stitch is worked exactly once in every round, so
 * the stitches of such a crossing that lie after the marker wait, slipped, for the round's end; the yarn then
 * hangs beyond them, and from there the marker goes on. It moves forward only, and only when it must.
 */
import { expandRow, takesOf, type RingRow } from '../chart/row';
import { layRow } from '../chart/laid';
import { rowAt, type Chart } from '../chart/chart';
import { patternPosition } from '../indices';
import { indexAt, type PanelSpans } from './spans';
import { sectionIndexAt, type Worksheet } from './worksheet';

export type RoundStart = {
  /** Column (of the row below) where the round begins. */
  readonly start: number;
  /** Stitches slipped before it, and by which the marker moves; 0 in most rounds. */
  readonly moved: number;
};
const AT_JOIN: RoundStart = { start: 0, moved: 0 };

/** The first cell's edge at or after `from`, going round. */
function nextEdge(row: RingRow, repeats: number, from: number): RoundStart {
  const laid = layRow(expandRow(row, repeats), row.phase);
  const waits = laid.cells.map(({ taken }) => (((taken - from) % laid.takes) + laid.takes) % laid.takes);
  const moved = Math.min(...waits);
  return { start: (from + moved) % laid.takes, moved };
}

type Starts = { readonly known: readonly RoundStart[]; readonly cycleFrom: number };

/** Starts row by row until chart row and start come round again. */
function startsOf(chart: Chart, repeats: number, position: number, from: number): Starts {
  const seen = new Map<string, number>();
  const known: RoundStart[] = [];
  let at = from;
  for (let i = 0; ; i += 1) {
    const { row, index } = rowAt(chart, patternPosition(position + i));
    const key = `${index} ${at}`;
    const before = index >= chart.setUp.length ? seen.get(key) : undefined;
    if (before !== undefined) return { known, cycleFrom: before };
    seen.set(key, i);
    const next = row.kind === 'ring' && takesOf(row.repeat) > 0 ? nextEdge(row, repeats, at) : AT_JOIN;
    known.push(next);
    at = next.start;
  }
}

const startAt = ({ known, cycleFrom }: Starts, i: number): RoundStart =>
  known[i < known.length ? i : cycleFrom + ((i - cycleFrom) % (known.length - cycleFrom))] as RoundStart;

const cache = new WeakMap<Worksheet, Map<number, readonly Starts[]>>();

function sectionStarts(sheet: Worksheet, section: number): readonly Starts[] {
  const ofSheet = cache.get(sheet) ?? new Map<number, readonly Starts[]>();
  cache.set(sheet, ofSheet);
  const found = ofSheet.get(section);
  if (found) return found;
  const panel = sheet.plan.sections[section]?.panels[0];
  const spans = sheet.spans.charted[section]?.[0] as PanelSpans;
  let at = 0;
  const starts = spans.map(({ from, position }, i) => {
    const these = startsOf(sheet.plan.charts[panel?.chart ?? ''] as Chart, panel?.repeats ?? 1, position, at);
    const next = spans[i + 1];
    if (next) at = startAt(these, next.from - from - 1).start;
    return these;
  });
  ofSheet.set(section, starts);
  return starts;
}

/** Where the round of a piece row begins; always at the join unless one ring chart fills the round. */
export function roundStart(sheet: Worksheet, row: number): RoundStart {
  if (sheet.plan.construction !== 'round') return AT_JOIN;
  const section = sectionIndexAt(sheet, row);
  const panels = sheet.plan.sections[section]?.panels ?? [];
  const chart = sheet.plan.charts[panels[0]?.chart ?? ''];
  if (panels.length !== 1 || chart?.rows[0]?.kind !== 'ring') return AT_JOIN;
  const spans = sheet.spans.charted[section]?.[0] as PanelSpans;
  const span = Math.max(0, indexAt(spans, row));
  return startAt(sectionStarts(sheet, section)[span] as Starts, row - (spans[span]?.from ?? row));
}
