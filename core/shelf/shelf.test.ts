import { FAMILIES } from '../notation/names';
import { readRows } from '../notation/read';
import { writeRows } from '../notation/write';
import { chartKey, closeToRing } from '../chart/chart';
import { expandRow } from '../chart/row';
import { SHELF } from './data';
import { shelfChart, shelfCharts } from './shelf';

it('has at least twelve charts, each with a key and a name of its own', () => {
  expect(SHELF.length).toBeGreaterThanOrEqual(12);
  expect(new Set(SHELF.map(({ key }) => key)).size).toBe(SHELF.length);
  expect(new Set(SHELF.map(({ name }) => name)).size).toBe(SHELF.length);
});

describe.each(SHELF)('$name', ({ rows, name, key }) => {
  it('is read from its own rows', () => {
    const read = readRows(rows, name);
    expect(read.ok ? [] : read.error).toEqual([]);
  });

  it.each(FAMILIES)('is written in the %s family and read back the same', (family) => {
    const chart = shelfChart(key)?.chart;
    if (!chart) throw new Error('not on the shelf');
    for (const construction of ['flat', 'round', 'unturned'] as const) {
      if (construction !== 'flat' && chart.firstSide === 'WS') continue;
      const back = readRows(
        writeRows(chart, { family, construction, presented: construction === 'flat' }),
        name,
        construction === 'unturned' ? { unturned: { firstDirection: 'rightToLeft' } } : {},
      );
      expect(back.ok ? chartKey(back.value.chart) : back.error).toEqual(chartKey(chart));
    }
  });
});

const leansOf = (key: string, row: number, repeats: number) =>
  expandRow(shelfChart(key)?.chart.rows[row - 1] as never, repeats).flatMap((cell) =>
    cell.kind === 'crossing' ? [cell.lean] : [],
  );

describe('what the trade says of them (common practice, no published source)', () => {
  it('honeycomb: right, left ... in row 3, left, right ... in row 7, never the same lean on top of itself', () => {
    expect(leansOf('honeycomb', 3, 2)).toEqual(['right', 'left', 'right', 'left']);
    expect(leansOf('honeycomb', 7, 2)).toEqual(['left', 'right', 'left', 'right']);
  });

  it.each([1, 2, 3])(
    'a flat lattice of %i repeats has n crossings in its straight rows and n - 1 in the shifted ones; a ring has n and n',
    (n) => {
      expect(leansOf('lattice', 1, n)).toHaveLength(n);
      expect(leansOf('lattice', 5, n)).toHaveLength(n - 1);
      const ring = closeToRing(shelfChart('lattice')?.chart as never);
      if (!ring.ok) throw new Error(ring.error);
      for (const row of [1, 5]) {
        const cells = expandRow(ring.value.rows[row - 1] as never, n);
        expect(cells.filter((cell) => cell.kind === 'crossing')).toHaveLength(n);
      }
    },
  );
});

it('reads every shelf chart once', () => {
  const again = shelfCharts();
  shelfCharts().forEach((entry, i) => expect(again[i]).toBe(entry));
  expect(shelfChart('lattice')).toBe(again.find(({ key }) => key === 'lattice'));
});
