/** Random stitches, rows and charts for property tests. */
import fc from 'fast-check';
import { STITCHES, type Cell, type Crossing, type Stitch } from '../stitch/types';
import { gives, takes } from '../stitch/cells';
import { checkChart, type Chart } from '../chart/chart';
import type { LineRow, RingRow } from '../chart/row';

const group = (least = 1, most = 3) =>
  fc.array(fc.constantFrom<Stitch>(...STITCHES), { minLength: least, maxLength: most });

export const crossings: fc.Arbitrary<Crossing> = fc
  .record({
    lean: fc.constantFrom('left' as const, 'right' as const),
    over: fc.oneof(group(), fc.constantFrom<Stitch[]>(['knit'], ['knit', 'knit'])),
    under: fc.oneof(group(), fc.constantFrom<Stitch[]>(['purl'], ['knit', 'knit'])),
    centre: fc.option(
      fc.record({
        stitches: group(1, 2),
        depth: fc.constantFrom('above' as const, 'between' as const, 'below' as const),
      }),
      { nil: null, freq: 6 },
    ),
  })
  .map(({ lean, over, under, centre }) => ({
    kind: 'crossing',
    lean,
    over,
    under,
    ...(centre && { centre }),
  }));

const face = fc.constantFrom('knit' as const, 'purl' as const);
const lean = fc.constantFrom('left' as const, 'right' as const);

/** Every kind of cell. */
export const cells: fc.Arbitrary<Cell> = fc.oneof(
  {
    weight: 4,
    arbitrary: fc.constantFrom<Stitch>(...STITCHES).map((stitch): Cell => ({ kind: 'stitch', stitch })),
  },
  { weight: 2, arbitrary: crossings },
  face.map((f): Cell => ({ kind: 'bobble', face: f })),
  fc.record({ lean, face }).map((v): Cell => ({ kind: 'increase', how: 'make', ...v })),
  face.map((f): Cell => ({ kind: 'increase', how: 'frontBack', face: f })),
  fc.constant<Cell>({ kind: 'increase', how: 'yarnOver' }),
  fc.record({ of: fc.constant(2 as const), lean, face }).map((v): Cell => ({ kind: 'decrease', ...v })),
  fc
    .record({
      of: fc.constant(3 as const),
      lean: fc.constantFrom('left' as const, 'right' as const, 'centre' as const),
      face,
    })
    .map((v): Cell => ({ kind: 'decrease', ...v })),
  fc.constant<Cell>({ kind: 'noStitch' }),
  fc.constant<Cell>({ kind: 'bindOff' }),
);

/** Cells that keep the stitch count. */
const steady = cells.filter((cell) => takes(cell) === gives(cell) && cell.kind !== 'noStitch');

/** A list of count-keeping cells that takes exactly `width` stitches. */
export function steadyCells(width: number): fc.Arbitrary<Cell[]> {
  return fc.array(steady, { minLength: width, maxLength: width }).map((list) => {
    const out: Cell[] = [];
    let left = width;
    for (const cell of list) {
      if (takes(cell) > left) continue;
      out.push(cell);
      left -= takes(cell);
    }
    while (left-- > 0) out.push({ kind: 'stitch', stitch: 'purl' });
    return out;
  });
}

function lineRow(perRepeat: number, base: number): fc.Arbitrary<LineRow> {
  return fc
    .record({ fewer: fc.constantFrom(0 as const, 1 as const), split: fc.nat() })
    .chain(({ fewer, split }) => {
      const ends = base + fewer * perRepeat;
      const before = split % (ends + 1);
      return fc
        .tuple(steadyCells(before), steadyCells(perRepeat), steadyCells(ends - before))
        .map(([b, repeat, a]) => ({ kind: 'line', before: b, repeat, after: a, fewer }));
    });
}

/** Sound charts of line rows: every row takes and gives `base + perRepeat * n`. */
export const lineCharts: fc.Arbitrary<Chart> = fc
  .record({
    perRepeat: fc.integer({ min: 1, max: 9 }),
    base: fc.integer({ min: 0, max: 6 }),
    rows: fc.integer({ min: 1, max: 5 }),
    setUp: fc.nat(2),
    firstSide: fc.constantFrom('RS' as const, 'WS' as const),
  })
  .chain(({ perRepeat, base, rows, setUp, firstSide }) =>
    fc.record({
      name: fc.constant('made up'),
      firstSide: fc.constant(firstSide),
      setUp: fc.array(lineRow(perRepeat, base), { minLength: setUp, maxLength: setUp }),
      rows: fc.array(lineRow(perRepeat, base), { minLength: rows, maxLength: rows }),
    }),
  )
  .filter((chart) => checkChart(chart).ok);

/** Sound charts that close over the start of the round. */
export const ringCharts: fc.Arbitrary<Chart> = fc
  .record({ perRepeat: fc.integer({ min: 2, max: 8 }), rows: fc.integer({ min: 1, max: 4 }) })
  .chain(({ perRepeat, rows }) =>
    fc.record({
      name: fc.constant('made up'),
      firstSide: fc.constant('RS' as const),
      setUp: fc.constant([]),
      rows: fc.array(
        fc.record({
          kind: fc.constant('ring' as const),
          repeat: steadyCells(perRepeat),
          phase: fc.nat(perRepeat - 1),
        }) as fc.Arbitrary<RingRow>,
        { minLength: rows, maxLength: rows },
      ),
    }),
  );
