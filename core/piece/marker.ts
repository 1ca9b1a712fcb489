/**
 * Where a round begins when a crossing lies over the join. Every stitch is worked exactly once in every round, so
 * the stitches of such a crossing that lie after the marker wait, slipped, for the round's end; the yarn then
 * hangs beyond them, and from there the marker goes on. It moves forward only, and only when it must. "After" and
 * "forward" are as the round is worked: a left-handed round runs the other way, and its marker too. The yarn does not
 * jump between sections, so a section begins where the one before has left the marker.
 */
import { expandRow, takesOf } from '../chart/row';
import { layRow, type LaidRow } from '../chart/laid';
import { rowAt, type Chart } from '../chart/chart';
import { modulo, patternPosition } from '../indices';
import type { Direction } from '../stitch/types';
import { indexAt, type PanelSpans } from './spans';
import { charted, lastRowOf, sectionIndexAt, type Worksheet } from './worksheet';

export type RoundStart = {
  /** The round begins at the right edge of this column (of the row below) and goes round from there, either way. */
  readonly start: number;
  /** Stitches slipped before it, and by which the marker moves; 0 in most rounds. */
  readonly moved: number;
};
/** `above`: the same edge counted in the columns that the round gives. */
type Known = RoundStart & { readonly above: number };
const AT_JOIN: Known = { start: 0, moved: 0, above: 0 };

/** The first cell's edge at or after `from`, going round the way the round is worked. */
function nextEdge({ cells, takes, gives }: LaidRow, from: number, direction: Direction): Known {
  const ahead = direction === 'rightToLeft' ? 1 : -1;
  const moved = Math.min(...cells.map(({ taken }) => modulo(ahead * (taken - from), takes)));
  const start = modulo(from + ahead * moved, takes);
  const first = cells.find(({ taken }) => modulo(taken, takes) === start);
  return { start, moved, above: modulo(first?.given ?? start, gives) };
}

type Starts = { readonly known: readonly Known[]; readonly cycleFrom: number };

/** Starts row by row until chart row and start come round again. */
function ringStarts(
  chart: Chart,
  repeats: number,
  position: number,
  from: number,
  direction: Direction,
): Starts {
  const seen = new Map<string, number>();
  const known: Known[] = [];
  let at = from;
  const end = chart.once ? chart.setUp.length + chart.rows.length - position : Infinity;
  for (let i = 0; i < end; i += 1) {
    const { row, index } = rowAt(chart, patternPosition(position + i));
    const key = `${index} ${at}`;
    const before = index >= chart.setUp.length ? seen.get(key) : undefined;
    if (before !== undefined) return { known, cycleFrom: before };
    seen.set(key, i);
    const closed = row.kind === 'ring' && takesOf(row.repeat) > 0;
    const next = closed
      ? nextEdge(layRow(expandRow(row, repeats), row.phase), at, direction)
      : { start: at, moved: 0, above: at };
    known.push(next);
    at = next.above;
  }
  return { known, cycleFrom: Math.max(0, known.length - 1) };
}

const startAt = ({ known, cycleFrom }: Starts, i: number): Known =>
  known[i < known.length ? i : cycleFrom + ((i - cycleFrom) % (known.length - cycleFrom))] as Known;

/** The start of every round of a section, by piece row. */
type InSection = (row: number) => Known;

/** One chart closed to a ring fills the round: its starts come round again. */
function inRing(sheet: Worksheet, section: number, from: number, direction: Direction): InSection {
  const panel = sheet.plan.sections[section]?.panels[0];
  const spans = sheet.spans.charted[section]?.[0] as PanelSpans;
  let at = from;
  const starts = spans.map(({ from: first, position }, i) => {
    const chart = sheet.plan.charts[panel?.chart ?? ''] as Chart;
    const these = ringStarts(chart, panel?.repeats ?? 1, position, at, direction);
    const next = spans[i + 1];
    if (next) at = startAt(these, next.from - first - 1).above;
    return these;
  });
  return (row) => {
    const span = Math.max(0, indexAt(spans, row));
    return startAt(starts[span] as Starts, row - (spans[span]?.from ?? row));
  };
}

/** Panels side by side begin at the join, unless a ring below has moved the marker: then row by row. */
function inLine(sheet: Worksheet, section: number, from: number, direction: Direction): InSection {
  if (from === 0) return () => AT_JOIN;
  const first = sheet.firstRows[section] as number;
  const known: Known[] = [];
  return (row) => {
    for (let i = known.length; i <= row - first; i += 1)
      known.push(nextEdge(charted(sheet, first + i).laid, known[i - 1]?.above ?? from, direction));
    return known[row - first] as Known;
  };
}

const cache = new WeakMap<Worksheet, Map<string, InSection>>();

function startsIn(sheet: Worksheet, section: number, direction: Direction): InSection {
  const ofSheet = cache.get(sheet) ?? new Map<string, InSection>();
  cache.set(sheet, ofSheet);
  const key = `${section} ${direction}`;
  const found = ofSheet.get(key);
  if (found) return found;
  const from =
    section === 0 ? 0 : startsIn(sheet, section - 1, direction)(lastRowOf(sheet, section - 1)).above;
  const { panels } = sheet.plan.sections[section] as { panels: readonly { chart: string }[] };
  const isRing = panels.length === 1 && sheet.plan.charts[panels[0]?.chart ?? '']?.rows[0]?.kind === 'ring';
  const starts = (isRing ? inRing : inLine)(sheet, section, from, direction);
  ofSheet.set(key, starts);
  return starts;
}

/** Where the round of a piece row begins for one who works in that direction; at the join in work that is not round. */
export function roundStart(sheet: Worksheet, row: number, direction: Direction): RoundStart {
  if (sheet.plan.construction !== 'round') return AT_JOIN;
  const { start, moved } = startsIn(sheet, sectionIndexAt(sheet, row), direction)(row);
  return { start, moved };
}
