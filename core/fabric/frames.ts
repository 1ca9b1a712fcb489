/**
 * Where panels lie across the fabric, in stitches of the ground from its right edge as seen from the RS. A panel is as wide
 * as its cables leave it, so sections of other counts come out wider or narrower, each hung in the middle of the one below.
 */
import { drawnIn, widestStitches } from '../chart/drawn-in';
import type { PanelRow, WorkRow } from '../piece/work-row';
import { lastRowOf, type Worksheet } from '../piece/worksheet';

export type Frame = { readonly right: number; readonly width: number };

export type Frames = {
  /** Width of the whole fabric at its widest. */
  readonly total: number;
  /** One for each panel of the row, from the right. */
  readonly of: (row: WorkRow) => readonly Frame[];
};

const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0);

/** A panel's share of stitches in ground stitches. */
function shareOf({ panels }: WorkRow): number {
  const of = panels.map(
    ({ chart, panel }) => [drawnIn(chart, panel.repeats), widestStitches(chart, panel.repeats)] as const,
  );
  return sum(of.map(([drawn]) => drawn)) / Math.max(1, sum(of.map(([, stitches]) => stitches)));
}

/** Rows that are worked once, such as a crown's, are as wide as their stitches. */
const widthOf = ({ chart, panel, gives }: PanelRow) => (chart.once ? gives : drawnIn(chart, panel.repeats));

/** Inside its section, whose right edge is at 0. */
function inSection(row: WorkRow): readonly Frame[] {
  if (row.lineUp) {
    const { given } = row.lineUp;
    const share = shareOf(row);
    return row.panels.map(({ firstGiven, gives }) => ({
      right: (firstGiven + given) * share,
      width: gives * share,
    }));
  }
  const widths = row.panels.map(widthOf);
  let right = (sectionWidth(row) - sum(widths)) / 2;
  return widths.map((width) => {
    const frame = { right, width };
    right += width;
    return frame;
  });
}

function sectionWidth(row: WorkRow): number {
  if (row.lineUp) return row.lineUp.width * shareOf(row);
  return sum(
    row.panels.map(({ chart, panel }) =>
      chart.once ? widestStitches(chart, panel.repeats) : drawnIn(chart, panel.repeats),
    ),
  );
}

const middleOf = (row: WorkRow) => {
  const frames = inSection(row);
  const [first, last] = [frames[0], frames[frames.length - 1]];
  return first && last ? (first.right + last.right + last.width) / 2 : 0;
};

/** @param ends the first and the last row of every section shown, by the section's index */
export function framesOf(
  ends: ReadonlyMap<number, { readonly first: WorkRow; readonly last: WorkRow }>,
): Frames {
  const offsets = new Map<number, number>();
  let middle: number | null = null;
  for (const [index, { first, last }] of ends) {
    const offset: number = middle === null ? 0 : middle - middleOf(first);
    offsets.set(index, offset);
    middle = offset + middleOf(last);
  }
  const least = Math.min(0, ...offsets.values());
  const all = [...ends].map(([index, { first }]) => (offsets.get(index) ?? 0) - least + sectionWidth(first));
  return {
    total: Math.max(0, ...all),
    of: (row) => {
      const offset = (offsets.get(row.sectionIndex) ?? 0) - least;
      return inSection(row).map(({ right, width }) => ({ right: right + offset, width }));
    },
  };
}

/** Of a stretch of rows that is shown by itself. */
export function framesOfRows(rows: readonly WorkRow[]): Frames {
  const ends = new Map<number, { first: WorkRow; last: WorkRow }>();
  for (const row of rows)
    ends.set(row.sectionIndex, { first: ends.get(row.sectionIndex)?.first ?? row, last: row });
  return framesOf(ends);
}

/** Of a whole piece. */
export function framesOfPiece(sheet: Worksheet, rowAt: (row: number) => WorkRow): Frames {
  const sections = sheet.plan.sections.map((_, index) => {
    const last = rowAt(lastRowOf(sheet, index));
    return [index, { first: rowAt(sheet.firstRows[index] as number), last }] as const;
  });
  return framesOf(new Map(sections));
}
