/**
 * Texts in the rougher manners of knitters, typed by hand beside grids typed by hand. The texts are our own; how each
 * phrase is meant: common practice, no published source.
 */
import { chartKey } from '../chart/chart';
import { gridChart } from '../testing/grid';
import { ROUGH } from '../testing/rough';
import { NO_CHOICES } from './choices';
import { judge } from './judge';
import { readRows } from './read';

it('are at least sixty, no two alike', () => {
  expect(ROUGH.length).toBeGreaterThanOrEqual(60);
  expect(new Set(ROUGH.map(({ text }) => text)).size).toBe(ROUGH.length);
});

it.each(ROUGH)('$what', ({ text, grid, side, setUps, choices }) => {
  const read = readRows(text, 'x', { choices: { ...NO_CHOICES, ...choices } });
  expect(read.ok ? chartKey(read.value.chart) : read.error).toEqual(chartKey(gridChart(grid, side, setUps)));
  expect(read.ok && judge(text, read.value)).toEqual([]);
});
