/**
 * A whole piece written by panels ("k3, work row 1 of Rope over next 8 sts, k3"): the charts under their headings, and
 * the rows that set them side by side, become a draft with these panels.
 */
import { err, ok, type Result } from '../result';
import { takesForm, takesOf, type Row } from '../chart/row';
import type { Chart } from '../chart/chart';
import { blocksOf } from '../notation/blocks';
import { NO_CHOICES, type Choices } from '../notation/choices';
import type { Family } from '../notation/names';
import { cellsOf, partsOf, type Facing } from '../notation/parts';
import type { NotationProblem, RowLabel } from '../notation/problems';
import { readRows, readWritten } from '../notation/read';
import type { WrittenRow, WrittenRun } from '../notation/rows';
import type { Item } from '../notation/syntax';
import { writeRows } from '../notation/write';
import { panelDraft, type PanelDraft, type PieceDraft } from './draft';

type PanelItem = Extract<Item, { kind: 'panel' }>;
/** A stretch of a piece row, from the right edge as seen from the RS. */
type Segment =
  | { readonly kind: 'panel'; readonly item: PanelItem }
  | { readonly kind: 'ground'; readonly row: Row; readonly span: Item['span'] };
type Charts = ReadonlyMap<string, { readonly name: string; readonly chart: Chart }>;

const MOST_ROWS = 240;
const MOST_EDGE = 6;

const keyOf = (name: string) =>
  name
    .toLowerCase()
    .replace(/^the /, '')
    .replace(/ (?:chart|panel|pattern)$/, '')
    .trim();

const worksPanels = ({ written }: ReturnType<typeof readWritten>) =>
  written.rows.some(({ body }) => body.items.some(({ kind }) => kind === 'panel'));

function segmentsOf(written: WrittenRow, facing: Facing): Segment[] | NotationProblem {
  const { label: row } = written;
  const segments: Segment[] = [];
  let ground: Item[] = [];
  const flush = (): NotationProblem | null => {
    const [first] = ground;
    if (!first) return null;
    const ways = partsOf(ground, facing, first.span);
    if ('code' in ways) return { ...ways, row };
    const [parts, other] = ways;
    if (!parts || other || parts.repeat) return { code: 'two-repeats', at: first.span, row };
    const cells = cellsOf(parts.before);
    segments.push({ kind: 'ground', row: { kind: 'line', before: [], repeat: cells, after: [], fewer: 0 }, span: first.span }); // prettier-ignore
    ground = [];
    return null;
  };
  for (const item of written.body.items) {
    if (item.kind !== 'panel') {
      ground.push(item);
      continue;
    }
    const problem = flush();
    if (problem) return problem;
    segments.push({ kind: 'panel', item });
  }
  const problem = flush();
  if (problem) return problem;
  return facing.side === 'WS' ? segments.reverse() : segments;
}

const spanOf = (segment: Segment) => (segment.kind === 'panel' ? segment.item.span : segment.span);
const widthOf = (segment: Segment) =>
  segment.kind === 'panel' ? (segment.item.over ?? 0) : takesOf(segment.row.repeat);

/** Every row must set the same charts over the same stitches as row 1. */
function misplaced(rows: readonly Segment[][], written: readonly WrittenRow[]): NotationProblem[] {
  const [first = []] = rows;
  return rows.flatMap((segments, r): NotationProblem[] => {
    const length = Math.max(first.length, segments.length);
    for (let s = 0; s < length; s += 1) {
      const [a, b] = [first[s], segments[s]];
      const same = a && b && a.kind === b.kind && (widthOf(a) === widthOf(b) || widthOf(b) === 0);
      const named = a?.kind !== 'panel' || b?.kind !== 'panel' || keyOf(a.item.name) === keyOf(b.item.name);
      if (same && named) continue;
      const row = written[r] as WrittenRow;
      const [stitches, before] = [b ? widthOf(b) : 0, a ? widthOf(a) : 0];
      return [{ code: 'panels-differ', stitches, before, at: b ? spanOf(b) : row.at, row: row.label }];
    }
    return [];
  });
}

type Placed = {
  readonly chart: Chart;
  readonly repeats: number;
  readonly startRow: number;
  readonly withSetUp: boolean;
};

/** Which row of its chart an item works, set-up rows first, from 0; null for "the next row". */
function positionOf({ row, setUp }: PanelItem, setUps: number): number | null {
  if (setUp !== null) return setUp - 1;
  return row === null ? null : setUps + row - 1;
}

const labelOf = (position: number, setUps: number): RowLabel =>
  position < setUps
    ? { kind: 'setUp', number: position + 1 }
    : { kind: 'row', number: position - setUps + 1 };

/** The chart of a panel, how often it lies across, and whether its rows come one after the other. */
function panelAt(rows: readonly Segment[][], s: number, charts: Charts): Placed | NotationProblem[] {
  const items = rows.map((segments) => (segments[s] as { item: PanelItem }).item);
  const [first] = items as [PanelItem, ...PanelItem[]];
  const found = charts.get(keyOf(first.name));
  if (!found) {
    const known = [...charts.values()].map(({ name }) => name);
    return [{ code: 'no-such-panel', name: first.name, known, at: first.span }];
  }
  const { chart } = found;
  const form = takesForm((chart.setUp[0] ?? chart.rows[0]) as Row);
  const over = items.find((item) => item.over !== null)?.over ?? form.base + form.perRepeat;
  const repeats = form.perRepeat > 0 ? (over - form.base) / form.perRepeat : 0;
  if (!Number.isInteger(repeats) || repeats < 1)
    return [{ code: 'panel-width-differs', name: first.name, over, form, at: first.span }];
  const setUps = chart.setUp.length;
  const start = positionOf(first, setUps) ?? setUps;
  if (setUps > 0 && start === setUps)
    return [{ code: 'set-up-not-worked', name: first.name, rows: setUps, at: first.span }];
  const begins = start < setUps ? 0 : start;
  const skips = items.flatMap((item, i): NotationProblem[] => {
    const next = begins + i;
    const expected = next < setUps ? next : setUps + ((next - setUps) % chart.rows.length);
    const works = positionOf(item, setUps);
    if (works === null || works === expected) return [];
    const [patternRow, wanted] = [labelOf(works, setUps), labelOf(expected, setUps)];
    return [{ code: 'panel-row-differs', name: item.name, patternRow, expected: wanted, at: item.span }];
  });
  if (skips.length > 0) return skips;
  const withSetUp = start < setUps;
  return { chart, repeats, startRow: withSetUp ? 1 : start - setUps + 1, withSetUp };
}

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
/** Until all panels have come round, if that is not too long. */
function lengthFor(rows: readonly number[]): number {
  const all = rows.reduce((a, b) => (a * b) / gcd(a, b), 1);
  return all <= MOST_ROWS ? all : Math.max(...rows);
}

export type PieceReading = { readonly draft: PieceDraft; readonly panels: readonly string[] };

/** Null for a text whose rows work no other charts. */
export function readPiece(
  source: string,
  name: string,
  family: Family,
  choices: Choices = NO_CHOICES,
): Result<PieceReading, readonly NotationProblem[]> | null {
  const problems: NotationProblem[] = [];
  const charts = new Map<string, { name: string; chart: Chart }>();
  let piece: ReturnType<typeof readWritten> | null = null;
  for (const block of blocksOf(source)) {
    const rows = readWritten(block.masked, choices);
    if (worksPanels(rows)) {
      piece ??= rows;
      continue;
    }
    const read = readRows(block.masked, block.name, { choices });
    if (read.ok) charts.set(keyOf(block.name), { name: block.name, chart: read.value.chart });
    else problems.push(...read.error);
  }
  if (!piece) return null;
  problems.push(...piece.problems);
  const { written } = piece;
  const all = written.rows;
  const rows = all.map((row) => segmentsOf(row, { side: row.side, faced: 'rightToLeft' }));
  for (const row of rows) if ('code' in row) problems.push(row);
  const segments = rows.filter((row): row is Segment[] => !('code' in row));
  if (problems.length === 0) problems.push(...misplaced(segments, all));
  if (problems.length > 0) return err(problems);
  // Without a run of rows there would have been a problem.
  const { firstSide } = written.runs[0] as WrittenRun;
  return draftOf(segments, charts, name, family, written.inTheRound, firstSide);
}

function draftOf(
  segments: readonly Segment[][],
  charts: Charts,
  name: string,
  family: Family,
  inTheRound: boolean,
  firstSide: 'RS' | 'WS',
): Result<PieceReading, readonly NotationProblem[]> {
  const problems: NotationProblem[] = [];
  const construction = inTheRound ? ('round' as const) : ('flat' as const);
  const [first = []] = segments;
  const text = (chart: Chart) => writeRows(chart, { family, construction, presented: true });
  const lengths: number[] = [];
  const panels = first.flatMap((segment, s): PanelDraft[] => {
    const id = `panel-${s + 1}`;
    if (segment.kind === 'panel') {
      const found = panelAt(segments, s, charts);
      if (!('chart' in found)) {
        problems.push(...found);
        return [];
      }
      lengths.push(found.chart.rows.length);
      return [
        panelDraft(id, segment.item.name, text(found.chart), {
          repeats: found.repeats,
          startRow: found.startRow,
          withSetUp: found.withSetUp,
        }),
      ];
    }
    const rows = segments.map((row) => (row[s] as { row: Row }).row);
    const edge = (s === 0 || s === first.length - 1) && takesOf(segment.row.repeat) <= MOST_EDGE;
    lengths.push(rows.length);
    const ground = s === 0 ? 'Right edge' : s === first.length - 1 ? 'Left edge' : `Ground ${s + 1}`;
    return [panelDraft(id, ground, text({ name: ground, setUp: [], rows, firstSide }), { edge })];
  });
  if (problems.length > 0) return err(problems);
  const draft: PieceDraft = {
    name,
    construction,
    firstSide,
    firstDirection: 'rightToLeft',
    sections: [{ id: 'section-1', name: 'Body', rows: lengthFor(lengths), panels }],
  };
  return ok({ draft, panels: panels.map((panel) => panel.name) });
}
