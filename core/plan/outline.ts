/**
 * The whole piece to scale, in cm: x from the right edge as the RS shows it, y up from the cast-on. Every section is a
 * set of rectangles, one for each stretch of rows and each stretch of stitches that shaping leaves on the needle.
 */
import { rowAt, type Chart } from '../chart/chart';
import { countFor, givesForm, takesForm } from '../chart/row';
import type { Gauge, Making } from '../piece/making';
import type { PanelPlan, Section } from '../piece/plan';
import { positionIn, type PanelSpans } from '../piece/spans';
import { lastRowOf, type Worksheet } from '../piece/worksheet';
import { countLive, type Live } from '../piece/shaping';
import { sectionWidths, totalCm, type PanelWidth } from './width';

/** `shift`: how far the fabric lies from its place in the line-up, because what was decreased has closed up. */
export type Box = {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly shift: number;
};
export type OutlinedPanel = {
  readonly panel: PanelPlan;
  readonly x: number;
  readonly width: PanelWidth;
  /** Position in its chart (see spans.ts) of the section's first row. */
  readonly position: number;
};
export type OutlinedSection = {
  readonly section: Section;
  readonly index: number;
  readonly y: number;
  readonly height: number;
  readonly rows: number;
  readonly panels: readonly OutlinedPanel[];
  readonly boxes: readonly Box[];
  /** Stitches at the first and the last row's end, and their widths. */
  readonly first: { readonly stitches: number; readonly cm: number };
  readonly last: { readonly stitches: number; readonly cm: number };
};
export type Outline = {
  readonly sections: readonly OutlinedSection[];
  readonly left: number;
  readonly right: number;
  readonly height: number;
};

type Line = { readonly at: (wale: number) => number; readonly total: number; readonly stitches: number };

/** Where each wale of a line-up lies, from its own right edge. */
function lineOf(widths: readonly PanelWidth[]): Line {
  const stitches = widths.reduce((sum, one) => sum + one.stitches, 0);
  const at = (wanted: number) => {
    let [first, x] = [0, 0];
    for (const { stitches: count, cm } of widths) {
      if (wanted <= first + count) return x + ((wanted - first) / count) * cm;
      first += count;
      x += cm;
    }
    return x;
  };
  return { at, total: totalCm(widths), stitches };
}

/** Stitches before a section whose rows are worked once, and after each of its rows; null for any other. */
function countsIn(sheet: Worksheet, s: number, rows: number): number[] | null {
  const { panels } = sheet.plan.sections[s] as Section;
  const charts = panels.map(({ chart }) => sheet.plan.charts[chart] as Chart);
  if (sheet.shapes[s] || charts.every(({ once }) => !once)) return null;
  const first = sheet.firstRows[s] as number;
  const spans = sheet.spans.charted[s] as readonly PanelSpans[];
  const count = (row: number, of: typeof takesForm) =>
    panels.reduce((sum, { repeats }, p) => {
      const at = rowAt(charts[p] as Chart, positionIn(spans[p] as PanelSpans, row));
      return sum + countFor(of(at.row), repeats);
    }, 0);
  return [count(first, takesForm), ...Array.from({ length: rows }, (_, i) => count(first + i, givesForm))];
}

/** The same as boxes, one for each run of rows of one width, all about the middle. */
function countedBoxes(
  [begins = 0, ...counts]: readonly number[],
  line: Line,
  left: number,
  y: number,
  rowCm: number,
) {
  const perStitch = line.total / Math.max(1, line.stitches);
  const boxes: Box[] = [];
  counts.forEach((count, i) => {
    const width = Math.max(counts[i - 1] ?? begins, count) * perStitch;
    const last = boxes[boxes.length - 1];
    if (last && Math.abs(last.width - width) < 1e-9)
      boxes[boxes.length - 1] = { ...last, height: last.height + rowCm };
    else boxes.push({ x: left + (line.total - width) / 2, y: y + i * rowCm, width, height: rowCm, shift: 0 });
  });
  const ends = counts[counts.length - 1] ?? begins;
  return {
    boxes,
    first: { stitches: begins, cm: begins * perStitch },
    last: { stitches: ends, cm: ends * perStitch },
  };
}

type Stretch = { readonly from: number; readonly to: number; readonly live: Live };

/** Rows of a section (0-based from its first one here) with the wales that are there after them. */
function stretches(sheet: Worksheet, s: number, rows: number, all: number): Stretch[] {
  const shape = sheet.shapes[s];
  if (!shape) return [{ from: 0, to: rows, live: [[0, all]] }];
  const offset = sheet.plan.sections[s]?.offset ?? 0;
  const cuts = [{ from: -Infinity, live: shape.start }, ...shape.steps.map(({ from, live }) => ({ from: from - 1 - offset, live }))]; // prettier-ignore
  return cuts.flatMap(({ from, live }, i) => {
    const start = Math.max(0, from);
    const end = Math.min(rows, cuts[i + 1]?.from ?? rows);
    return end > start ? [{ from: start, to: end, live }] : [];
  });
}

/** Stretches of stitches side by side, closed up towards the widest of them, which stays where it is. */
function closedUp(live: Live, line: Line) {
  const parts = live.map(([from, to]) => ({ x: line.at(from), width: line.at(to) - line.at(from) }));
  const widest = parts.reduce((best, part, i) => (part.width > (parts[best]?.width ?? 0) ? i : best), 0);
  const before = (index: number) => parts.slice(0, index).reduce((sum, { width }) => sum + width, 0);
  const start = (parts[widest]?.x ?? 0) - before(widest);
  return parts.map(({ x, width }, i) => ({ x: start + before(i), width, shift: start + before(i) - x }));
}

function extent(live: Live, line: Line): [number, number] {
  const parts = closedUp(live, line);
  const last = parts[parts.length - 1];
  return [parts[0]?.x ?? 0, (last?.x ?? 0) + (last?.width ?? 0)];
}
const widthOf = (live: Live, line: Line) => live.reduce((sum, [a, b]) => sum + line.at(b) - line.at(a), 0);

/** @param gauge of the ground; rows have its height everywhere */
export function outlineOf(sheet: Worksheet, gauge: Gauge, measured: Making['panelWidths']): Outline {
  const rowCm = 10 / gauge.rows;
  let [y, middle] = [0, 0];
  const sections = sheet.plan.sections.map((section, index): OutlinedSection => {
    const widths = sectionWidths(sheet.plan, section, gauge, measured);
    const line = lineOf(widths);
    const first = sheet.firstRows[index] as number;
    const rows = lastRowOf(sheet, index) - first + 1;
    const parts = stretches(sheet, index, rows, line.stitches);
    const [start, end] = [parts[0]?.live ?? [], parts[parts.length - 1]?.live ?? []];
    const [a, b] = extent(start, line);
    const x0 = middle - (a + b) / 2;
    const counts = countsIn(sheet, index, rows);
    const counted = counts && countedBoxes(counts, line, x0 + a, y, rowCm);
    const shaped = parts.flatMap(
      ({ from, to, live }) =>
      closedUp(live, line).map(({ x: at, width, shift }): Box => ({ x: x0 + at, y: y + from * rowCm, width, height: (to - from) * rowCm, shift })), // prettier-ignore
    );
    let x = x0;
    const panels = section.panels.map((panel, p): OutlinedPanel => {
      const width = widths[p] as PanelWidth;
      const spans = (sheet.spans.charted[index] as readonly PanelSpans[])[p] as PanelSpans;
      x += width.cm;
      return { panel, x: x - width.cm, width, position: positionIn(spans, first) };
    });
    const [c, d] = extent(end, line);
    middle = x0 + (c + d) / 2;
    y += rows * rowCm;
    return {
      section,
      index,
      y: y - rows * rowCm,
      height: rows * rowCm,
      rows,
      panels,
      boxes: counted?.boxes ?? shaped,
      first: counted?.first ?? { stitches: countLive(start), cm: widthOf(start, line) },
      last: counted?.last ?? { stitches: countLive(end), cm: widthOf(end, line) },
    };
  });
  const all = sections.flatMap(({ boxes }) => boxes);
  return {
    sections,
    right: Math.min(0, ...all.map((box) => box.x)),
    left: Math.max(0, ...all.map((box) => box.x + box.width)),
    height: y,
  };
}
