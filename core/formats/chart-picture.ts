/** A chart as positioned shapes: squares from the right edge, glyphs of our own, ribbons for crossings, its legend. */
import { cellKey, groupOf, groupsAfter, groupsBefore } from '../stitch/cells';
import type { Cell, Crossing, Stitch } from '../stitch/types';
import { sideOfRow, type Chart } from '../chart/chart';
import { tellingRepeats } from '../chart/effort';
import { expandRow, type Row } from '../chart/row';
import { placesOf, rowsOf } from '../chart/places';
import { crossingName, fixedName } from '../notation/names';
import { spelledCrossing } from '../notation/write';
import { fieldsOf } from './grid';

export const SQUARE = 24;
const MARGIN = { left: 64, right: 64, top: 56, bottom: 16 };
const LEGEND_LINE = 34;

export type Glyph = { readonly cell: Cell; readonly x: number; readonly y: number; readonly width: number };
export type Bar = { readonly x: number; readonly y: number };
export type RowNumber = {
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly right: boolean;
};
export type LegendItem = {
  readonly glyph: Glyph;
  readonly words: string;
  readonly x: number;
  readonly y: number;
};
export type ChartPicture = {
  readonly width: number;
  readonly height: number;
  readonly title: { readonly text: string; readonly x: number; readonly y: number };
  readonly glyphs: readonly Glyph[];
  /** Where the repeat begins and ends in each row. */
  readonly bars: readonly Bar[];
  readonly numbers: readonly RowNumber[];
  readonly legend: readonly LegendItem[];
};

const STITCH_WORDS: Readonly<Record<Stitch, string>> = {
  knit: 'shows a V: knit on the right side, purl on the wrong side',
  purl: 'shows a bump: purl on the right side, knit on the wrong side',
  knitTbl: 'a V through the back loop',
  purlTbl: 'a bump through the back loop',
  slipBehind: 'slip purlwise, the yarn on the wrong side',
  slipBefore: 'slip purlwise, the yarn on the right side',
};

function legendWords(cell: Cell): string {
  if (cell.kind === 'stitch') return STITCH_WORDS[cell.stitch];
  if (cell.kind === 'noStitch') return 'no stitch';
  if (cell.kind === 'bindOff') return 'bind off';
  if (cell.kind !== 'crossing') return fixedName(cellKey, cell) ?? '';
  const name = crossingName(cell, 'fraction');
  const spelled = spelledCrossing(cell, { side: 'RS', direction: 'rightToLeft' });
  return `${name ? `${name}: ` : ''}${spelled}`;
}

/** Bands from the bottom up, by where the centre lies. */
const LAYERS = {
  below: ['centre', 'under', 'over'],
  between: ['under', 'centre', 'over'],
  above: ['under', 'over', 'centre'],
} as const;

/**
 * Groups of a crossing in the order in which they are painted, with the middle of each at the bottom and at the top, in
 * squares from the left.
 */
export function ribbonsOf(crossing: Crossing) {
  const places = (order: readonly ('over' | 'centre' | 'under')[]) => {
    const total = order.reduce((sum, name) => sum + groupOf(crossing, name).length, 0);
    let from = 0;
    return new Map(
      order.map((name) => {
        const width = groupOf(crossing, name).length;
        from += width;
        return [name, { middle: total - from + width / 2, width }] as const;
      }),
    );
  };
  const [foot, head] = [places(groupsBefore(crossing)), places(groupsAfter(crossing))];
  return LAYERS[crossing.centre?.depth ?? 'between']
    .filter((name) => groupOf(crossing, name).length > 0)
    .map((name) => ({
      name,
      purled: groupOf(crossing, name).every((stitch) => stitch.startsWith('purl')),
      width: foot.get(name)?.width ?? 0,
      foot: foot.get(name)?.middle ?? 0,
      head: head.get(name)?.middle ?? 0,
    }));
}

type Laid = { readonly glyphs: Glyph[]; readonly bars: Bar[] };

function layRow(row: Row, index: number, repeats: number, rightEdge: number, y: number): Laid {
  const glyphs: Glyph[] = [];
  const bars: Bar[] = [];
  const places = placesOf(row, index, repeats);
  let x = rightEdge;
  let part = 'before';
  expandRow(row, repeats).forEach((cell, i) => {
    const place = places[i];
    const starts = place?.part === 'repeat' && place.cell === 0;
    if (starts || (part === 'repeat' && place?.part !== 'repeat')) bars.push({ x, y });
    part = place?.part ?? part;
    const width = fieldsOf(cell) * SQUARE;
    x -= width;
    glyphs.push({ cell, x, y, width });
  });
  if (part === 'repeat') bars.push({ x, y });
  return { glyphs, bars };
}

export function pictureChart(name: string, chart: Chart, inTheRound: boolean): ChartPicture {
  const rows = rowsOf(chart);
  const repeats = tellingRepeats(chart);
  const widthOf = (row: Row) => expandRow(row, repeats).reduce((sum, cell) => sum + fieldsOf(cell), 0);
  const across = Math.max(...rows.map(widthOf)) * SQUARE;
  const rightEdge = MARGIN.left + across;
  const yOf = (index: number) => MARGIN.top + (rows.length - 1 - index) * SQUARE;
  const laid = rows.map((row, index) => layRow(row, index, repeats, rightEdge, yOf(index)));
  const numbers = rows.map((_, index): RowNumber => {
    const number = index + 1 - chart.setUp.length;
    const right = inTheRound || sideOfRow(chart.firstSide, number) === 'RS';
    const text = number > 0 ? String(number) : `set-up ${index + 1}`;
    const x = right ? rightEdge + 8 : MARGIN.left - 8;
    return { text, x, y: yOf(index) + SQUARE * 0.7, right };
  });
  const kinds = new Map(laid.flatMap(({ glyphs }) => glyphs).map(({ cell }) => [cellKey(cell), cell]));
  const bottom = MARGIN.top + rows.length * SQUARE + 28;
  const widest = Math.max(...[...kinds.values()].map(fieldsOf)) * SQUARE;
  const legend = [...kinds.values()].map((cell, i): LegendItem => {
    const y = bottom + i * LEGEND_LINE;
    const width = fieldsOf(cell) * SQUARE;
    return {
      glyph: { cell, x: MARGIN.left, y, width },
      words: legendWords(cell),
      x: MARGIN.left + widest + 16,
      y: y + SQUARE * 0.7,
    };
  });
  const longest = Math.max(...legend.map(({ words }) => words.length));
  return {
    width: Math.max(rightEdge + MARGIN.right, MARGIN.left + widest + 40 + longest * 7.4),
    height: bottom + legend.length * LEGEND_LINE + MARGIN.bottom,
    title: { text: name, x: MARGIN.left, y: 34 },
    glyphs: laid.flatMap(({ glyphs }) => glyphs),
    bars: laid.flatMap(({ bars }) => bars),
    numbers,
    legend,
  };
}
