/** The next crossing rows, against a look at every row of the chart. */
import { charted } from '../piece/worksheet';
import { sheetOf } from '../testing/plans';
import { comingRows } from './coming';
import { leastRowMs } from './second-tap';

const PLAIN = 'Row 2: p12.\nRow 3: k12.\nRow 4: p12.';
const MIXED = `Row 1 (RS): 2/2 RC, 2/2 LC, 2/2 RC.\n${PLAIN}`;
const sheet = sheetOf([
  {
    rows: 20,
    panels: [
      { chart: MIXED, id: 'mixed' },
      { chart: 'rope-6', id: 'rope' },
    ],
  },
]);
const NAMED = [
  { id: 'mixed', name: 'Mixed' },
  { id: 'rope', name: 'Rope' },
];
const rowsOf = (after: number, most: number, panels = NAMED) =>
  comingRows(sheet, after, panels, 'right', most).map(({ row, panels: at }) => [
    row,
    at.map(({ name }) => name),
  ]);

/** Looked up in the laid rows themselves. */
const crossing = (row: number) =>
  NAMED.filter(({ id }) =>
    charted(sheet, row).panels.some(
      (at) => at.panel.id === id && at.cells.some(({ cell }) => cell.kind === 'crossing'),
    ),
  ).map(({ name }) => name);

it('are the rows that cross, with the panels that cross in them, to the end of the piece', () => {
  const all = Array.from({ length: 20 }, (_, i) => [i + 1, crossing(i + 1)] as const).filter(
    ([, names]) => names.length > 0,
  );
  expect(rowsOf(0, 99)).toEqual(all);
  for (let after = 1; after <= 20; after += 1)
    expect(rowsOf(after, 2)).toEqual(all.filter(([row]) => row > after).slice(0, 2));
  expect(rowsOf(0, 99, [{ id: 'rope', name: 'Rope' }]).map(([row]) => row)).toEqual(
    all.filter(([, names]) => names.includes('Rope')).map(([row]) => row),
  );
  expect(rowsOf(0, 99, [])).toEqual([]);
});

it('alike crossings are counted, in the order in which the first of each comes', () => {
  const kinds = (hand: 'right' | 'left') =>
    comingRows(sheet, 0, NAMED, hand, 1)[0]?.panels[0]?.kinds.map(({ step, times }) => [
      step.hold,
      step.lean,
      times,
    ]);
  expect(kinds('right')).toEqual([
    ['back', 'right', 2],
    ['front', 'left', 1],
  ]);
  expect(kinds('left')).toEqual([
    ['front', 'right', 2],
    ['back', 'left', 1],
  ]);
  const sizes = sheetOf([
    { rows: 4, panels: [{ chart: 'Row 1 (RS): 2/2 RC, 1/2 RC, 2/1 RC.\nRow 2: p10.', id: 'p' }] },
  ]);
  const told = comingRows(sizes, 0, [{ id: 'p', name: 'p' }], 'right', 1)[0]?.panels[0]?.kinds;
  expect(told?.map(({ step }) => [step.heldCount, step.thenCount])).toEqual([
    [2, 2],
    [2, 1],
    [1, 2],
  ]);
});

// From memory: about a stitch and a half in a second; a sixteenth of that time.
it('two taps closer than hands could knit the row are one', () => {
  expect([4, 17, 18, 62, 100, 101, 600].map(leastRowMs)).toEqual([700, 700, 720, 2480, 4000, 4000, 4000]);
});

it('come in the order in which the hands meet them', () => {
  const two = sheetOf([{ rows: 4, panels: [{ chart: 'Row 1 (RS): 2/2 RC, 1/1 LC.\nRow 2: p6.', id: 'p' }] }]);
  const widths = (hand: 'right' | 'left') =>
    comingRows(two, 0, [{ id: 'p', name: 'p' }], hand, 1)[0]?.panels[0]?.kinds.map(
      ({ step }) => step.heldCount,
    );
  expect([widths('right'), widths('left')]).toEqual([
    [2, 1],
    [1, 2],
  ]);
});
