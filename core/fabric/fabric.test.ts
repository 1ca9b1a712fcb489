import fc from 'fast-check';
import { ringFrom, sheetOf } from '../testing/plans';
import { drawnIn } from '../chart/drawn-in';
import { cellGiving, cellTaking } from '../chart/laid';
import type { WorkRow } from '../piece/work-row';
import { made, type Worksheet } from '../piece/worksheet';
import { SHELF } from '../shelf/data';
import { clothOf, layOut } from './cloth';
import { courseOf, footOf, NONE, type Course } from './courses';
import { framesOfPiece } from './frames';
import { Relaxation, WEIGHTS } from './relax';
import { ROW_HEIGHT, type Picture, type Shape } from './shapes';
import { runs } from '../testing/size';

const rowsOf = (sheet: Worksheet, from: number, to: number) =>
  Array.from({ length: to - from + 1 }, (_, i) => made(sheet, from + i));
const picture = (chart: string, to: number, face: 'RS' | 'WS' = 'RS', repeats = 1) =>
  layOut(rowsOf(sheetOf([{ rows: 60, panels: [{ chart, repeats }] }]), 1, to), face);
const ground = ({ rows }: Picture) => rows.flatMap((row) => row.ground);
const over = ({ rows }: Picture) => rows.flatMap((row) => row.over);
const all = (pic: Picture): Shape[] => [...ground(pic), ...over(pic)];
const count = (pic: Picture, kind: string) => all(pic).filter((shape) => shape.kind === kind).length;

describe('the knitted picture', () => {
  it('has one V or bump for each stitch of plain fabric, and the other side shows the other', () => {
    const rib = picture('rib-2-2', 6, 'RS', 3);
    expect([count(rib, 'v'), count(rib, 'bump')]).toEqual([36, 36]);
    expect(count(picture('stockinette', 6, 'WS', 10), 'bump')).toBe(60);
  });
  it('draws a slipped stitch as one tall V over two rows', () => {
    const edge = picture('i-cord', 4);
    expect([count(edge, 'v'), ground(edge).filter((s) => s.kind === 'v' && s.tall).length]).toEqual([6, 6]);
  });
  it('puts a hole at the bottom of each crossing row, below its foot; none at a twist', () => {
    const rope = picture('rope-4', 8);
    const holes = rope.rows.flatMap(({ row, holes: found }) =>
      found.map(({ y }) => [row, Math.ceil(y / ROW_HEIGHT)]),
    );
    // rope-4 crosses in rows 3 and 7: the hole is seen in the row below.
    expect(holes).toEqual([
      [3, 2],
      [7, 6],
    ]);
    expect(picture('ogee', 12).rows.flatMap(({ holes: found }) => found)).toEqual([]);
  });
  it('hangs no hole below the fabric', () => {
    const sheet = sheetOf([{ rows: 8, panels: [{ chart: 'rope-4', row: 3 }] }]);
    for (const { y } of layOut(rowsOf(sheet, 1, 8), 'RS').rows.flatMap(({ holes }) => holes))
      expect(y).toBeGreaterThan(0);
  });
  it('says where each crossing can be touched, with its panel, row and wale', () =>
    expect(
      picture('rope-4', 8).rows.flatMap(({ crossings }) =>
        crossings.map(({ row, panel, wale }) => [row, panel, wale]),
      ),
    ).toEqual([
      [3, 'panel-1', 2],
      [7, 'panel-1', 2],
    ]));
  it('places a crossing over the join without drawing across the whole fabric', () => {
    const sheet = sheetOf([{ rows: 20, panels: [{ chart: ringFrom('lattice'), repeats: 4 }] }], {
      construction: 'round',
    });
    const pic = layOut(rowsOf(sheet, 1, 16), 'RS');
    for (const box of pic.rows.flatMap(({ crossings }) => crossings))
      expect(box.width).toBeLessThan(pic.width / 3);
    for (const shape of all(pic)) if ('x0' in shape) expect(Math.abs(shape.x1 - shape.x0)).toBeLessThan(3);
  });
  it('draws both legs of a decrease, and both stitches of an increase from one foot', () => {
    const chart = sheetOf([{ rows: 2, panels: [{ chart: 'Row 1: k2, k2tog, k2\nRow 2: p2, m1l, p3' }] }]);
    expect(made(chart, 1).laid.takes).toBe(6);
    const row = layOut([made(chart, 1)], 'RS').rows[0];
    expect(row?.ground.filter(({ kind }) => kind === 'v')).toHaveLength(6);
  });

  const shelf = fc.record({
    chart: fc.constantFrom(...SHELF.map(({ key }) => key)),
    from: fc.integer({ min: 1, max: 20 }),
    more: fc.integer({ min: 0, max: 24 }),
    face: fc.constantFrom('RS' as const, 'WS' as const),
    repeats: fc.integer({ min: 1, max: 3 }),
  });
  const drawn = ({
    chart,
    from,
    more,
    face,
    repeats,
  }: {
    chart: string;
    from: number;
    more: number;
    face: 'RS' | 'WS';
    repeats: number;
  }) => {
    const rows = rowsOf(sheetOf([{ rows: 60, panels: [{ chart, repeats }] }]), from, from + more);
    return { rows, pic: layOut(rows, face) };
  };

  it('stays near its frame for every shelf chart, any stretch, either side', () =>
    fc.assert(
      fc.property(shelf, (of) => {
        const { pic } = drawn(of);
        const xs = all(pic).flatMap((shape) => ('x0' in shape ? [shape.x0, shape.x1] : [shape.x]));
        expect(xs.filter((x) => !(x > -1.5 && x < pic.width + 1.5))).toEqual([]);
        for (const band of pic.bands)
          expect(band.x >= -1e-9 && band.x + band.width <= pic.width + 1e-9).toBe(true);
      }),
    ));
  it('keeps the order of neighbours, except inside a crossing', () =>
    fc.assert(
      fc.property(shelf, (of) => {
        const { rows, pic } = drawn(of);
        const crossing = (row: WorkRow | undefined, column: number, of: 'taking' | 'giving') => {
          const at = row && (of === 'giving' ? cellGiving(row.laid, column) : cellTaking(row.laid, column));
          return at?.cell.kind === 'crossing' ? at : null;
        };
        const astray: [number, number][] = [];
        rows.forEach((here, k) => {
          for (let column = 1; column < here.laid.gives; column += 1) {
            const inside = (row: WorkRow | undefined, how: 'taking' | 'giving') =>
              crossing(row, column, how) !== null &&
              crossing(row, column, how) === crossing(row, column - 1, how);
            if (inside(here, 'giving') || inside(rows[k + 1], 'taking')) continue;
            const step = pic.xOf(here.row, column) - pic.xOf(here.row, column - 1);
            if (of.face === 'RS' ? !(step < 0) : !(step > 0)) astray.push([here.row, column]);
          }
        });
        expect(astray).toEqual([]);
      }),
    ));
  it('paints the strand on top over the other everywhere: from the WS the other one is on top', () =>
    fc.assert(
      fc.property(shelf, (of) => {
        const { rows, pic } = drawn(of);
        rows.forEach((row, k) => {
          const crossings = row.laid.cells.flatMap(({ cell }) => (cell.kind === 'crossing' ? [cell] : []));
          const onTop = crossings.reduce(
            (sum, { over: a, under: b, centre }) =>
              sum +
              (of.face === 'RS'
                ? a.length + (centre?.depth === 'above' ? centre.stitches.length : 0)
                : b.length + (centre && centre.depth !== 'above' ? centre.stitches.length : 0)),
            0,
          );
          const crossed = crossings.reduce(
            (sum, { over: a, under: b, centre }) =>
              sum + a.length + b.length + (centre?.stitches.length ?? 0),
            0,
          );
          const shapes = pic.rows[k];
          const sunk = shapes?.ground.filter((shape) => 'sunk' in shape && shape.sunk).length ?? 0;
          const slips = row.laid.cells.some(
            ({ cell }) => cell.kind === 'stitch' && cell.stitch.startsWith('slip'),
          );
          if (!slips) expect(sunk).toBe(crossed - onTop);
          expect(shapes?.over.filter(({ kind }) => kind !== 'float').length).toBeGreaterThanOrEqual(onTop);
        });
      }),
    ));
});

const CHARTS = SHELF.map(({ key }) => key);
const sheetFor = (charts: readonly string[], rows: number) =>
  sheetOf([{ rows, panels: charts.map((chart, i) => ({ chart, id: `p${i}`, repeats: 1 })) }]);

/** All rows of a piece, its foot first. */
function coursesOf(sheet: Worksheet): Course[] {
  const rows = rowsOf(sheet, 1, sheet.rows);
  const frames = framesOfPiece(sheet, (row) => made(sheet, row));
  const [first] = rows;
  if (!first) return [];
  return [footOf(first, frames.of(first)), ...rows.map((row) => courseOf(row, frames.of(row)))];
}

/** The energy written down as it is meant, stitch by stitch, with no solver in sight. */
function energyX(courses: readonly Course[], x: readonly Float64Array[]): number {
  const at = (k: number, i: number) => x[k]?.[i] as number;
  const child = courses.map((_, k) => {
    const up = new Map<number, number>();
    courses[k + 1]?.parent.forEach((below, i) => below >= 0 && !up.has(below) && up.set(below, i));
    return up;
  });
  const offset = (k: number, i: number) => (courses[k]?.turn[i] as number) * (courses[k]?.round as number);
  let energy = 0;
  courses.forEach(({ home, gap, parent, together }, k) => {
    const packs = courses[k + 1]?.packBelow;
    home.forEach((rest, i) => {
      energy += WEIGHTS.frame * (at(k, i) - rest) ** 2;
      if (i + 1 < home.length)
        energy += (at(k, i + 1) - at(k, i) - (gap[i] as number) * (packs?.[i] ?? 1)) ** 2;
      const below = parent[i] as number;
      if (k === 0 || below < 0) return;
      const foot = at(k - 1, below) + offset(k, i);
      energy += WEIGHTS.pull * (at(k, i) - foot) ** 2;
      const up = child[k]?.get(i);
      if (up === undefined || child[k - 1]?.get(below) !== i) return;
      energy += WEIGHTS.bend * (foot + at(k + 1, up) - offset(k + 1, up) - 2 * at(k, i)) ** 2;
    });
    if (k > 0)
      for (const { column, below } of together)
        energy += WEIGHTS.pull * (at(k, column) - at(k - 1, below) - offset(k, column)) ** 2;
  });
  return energy;
}

const perRow = (courses: readonly Course[], relaxed: Relaxation, of: 'x' | 'y') =>
  courses.map((_, k) => relaxed[of].slice(relaxed.starts[k], relaxed.starts[k + 1]));

describe('the least-energy layout', () => {
  it('is the minimum of the energy: level in every direction, and rising to both sides', () =>
    fc.assert(
      fc.property(
        fc.shuffledSubarray(CHARTS, { minLength: 1, maxLength: 3 }),
        fc.array(fc.tuple(fc.nat(), fc.nat()), { minLength: 8, maxLength: 16 }),
        (charts, places) => {
          const courses = coursesOf(sheetFor(charts, 18));
          const x = perRow(courses, new Relaxation(courses).settle(150), 'x');
          const least = energyX(courses, x);
          for (const [a, b] of places) {
            const row = x[a % x.length] as Float64Array;
            const i = b % Math.max(1, row.length);
            const at = row[i] as number;
            const moved = (by: number) => {
              row[i] = at + by;
              const energy = energyX(courses, x);
              row[i] = at;
              return energy;
            };
            const [less, more] = [moved(-0.01), moved(0.01)];
            expect(Math.abs(more - less)).toBeLessThan(1e-6);
            expect(Math.min(less, more)).toBeGreaterThan(least);
          }
        },
      ),
      { numRuns: runs(25, 400) },
    ));

  it('laid out in blocks lies within a tenth of a stitch of the full solution', () =>
    fc.assert(
      fc.property(fc.shuffledSubarray(CHARTS, { minLength: 1, maxLength: 4 }), (charts) => {
        const sheet = sheetFor(charts, 70);
        const courses = coursesOf(sheet);
        const full = new Relaxation(courses).settle(200);
        const [x, y] = [perRow(courses, full, 'x'), perRow(courses, full, 'y')];
        const cloth = clothOf(sheet, 'WS');
        const astray: [number, number][] = [];
        for (let row = 1; row <= sheet.rows; row += 1)
          x[row]?.forEach((at, column) => {
            const along = Math.abs(cloth.xOf(row, column) - at);
            const up = Math.abs(cloth.headOf(row, column) - (y[row]?.[column] as number));
            if (!(along < 0.1 && up < 0.1)) astray.push([row, column]);
          });
        expect(astray).toEqual([]);
      }),
      { numRuns: runs(6, 120) },
    ));

  it('does not depend on where one comes from, nor on how much is knitted', () => {
    const charts = ['rope-4', 'honeycomb', 'i-cord'];
    const sheet = sheetFor(charts, 90);
    const at = (rows: readonly number[]) => {
      const cloth = clothOf(sheet, 'RS');
      return new Map(rows.map((row) => [row, JSON.stringify(cloth.shapesOf(row))]));
    };
    const up = at(Array.from({ length: 90 }, (_, i) => i + 1));
    const down = at(Array.from({ length: 90 }, (_, i) => 90 - i));
    for (const [row, shapes] of up) expect(down.get(row)).toBe(shapes);
  });
  it('moves only what lies near a row that was made otherwise', () => {
    const plain = sheetOf([{ rows: 90, panels: [{ chart: 'rope-4', repeats: 2 }] }]);
    const [wrong] = made(plain, 43).panels.flatMap(({ cells }) =>
      cells.filter(({ cell }) => cell.kind === 'crossing'),
    );
    if (wrong?.cell.kind !== 'crossing') throw new Error('row 43 crosses');
    const other = made(plain, 43);
    const swapped = {
      ...other,
      laid: {
        ...other.laid,
        cells: other.laid.cells.map((cell) =>
          cell === wrong ? { ...cell, cell: { ...wrong.cell, lean: 'left' as const } } : cell,
        ),
      },
    };
    const [a, b] = [
      clothOf(plain, 'RS'),
      clothOf(plain, 'RS', (row) => (row === 43 ? swapped : made(plain, row))),
    ];
    const far = [1, 10, 20, 28, 60, 75, 90].every(
      (row) => JSON.stringify(a.shapesOf(row).ground) === JSON.stringify(b.shapesOf(row).ground),
    );
    expect(far).toBe(true);
  });
  it('keeps the same object for a row as long as it is remembered', () => {
    const cloth = clothOf(sheetFor(['rope-4'], 40), 'RS');
    expect(cloth.shapesOf(20)).toBe(cloth.shapesOf(20));
  });
});

describe('how wide the fabric is', () => {
  const widthAt = (cloth: ReturnType<typeof clothOf>, row: number, stitches: number) =>
    Math.abs(cloth.xOf(row, 0) - cloth.xOf(row, stitches - 1));
  it('draws in where it crosses, and spreads between', () => {
    // rope-6 crosses in rows 3 and 9: rows 6 and 12 lie in the middle.
    const sheet = sheetOf([{ rows: 36, panels: [{ chart: 'rope-6', repeats: 1 }] }]);
    const stitches = made(sheet, 1).laid.gives;
    const cloth = clothOf(sheet, 'RS');
    for (const crossing of [9, 15, 21, 27])
      for (const plain of [crossing - 3, crossing + 3])
        expect(widthAt(cloth, crossing, stitches)).toBeLessThan(widthAt(cloth, plain, stitches));
  });
  it('is what cables leave of the stitches, by the model by which the piece is planned', () => {
    const sheet = sheetOf([
      {
        rows: 24,
        panels: [
          { chart: 'stockinette', repeats: 4 },
          { chart: 'rope-6', repeats: 2 },
        ],
      },
    ]);
    const [plain, rope] =
      sheet.plan.sections[0]?.panels.map(({ chart, repeats }) =>
        drawnIn(sheet.plan.charts[chart] as never, repeats),
      ) ?? [];
    expect(clothOf(sheet, 'RS').width).toBeCloseTo((plain ?? 0) + (rope ?? 0));
  });
  it('hangs each section in the middle of the one below', () => {
    const seam = sheetOf([
      { rows: 10, panels: [{ chart: 'stockinette', id: 'a', repeats: 24 }] },
      { rows: 10, panels: [{ chart: 'honeycomb', id: 'b', repeats: 3 }] },
    ]);
    const cloth = clothOf(seam, 'RS');
    const middle = (row: number) => {
      const n = made(seam, row).laid.gives;
      return (cloth.xOf(row, 0) + cloth.xOf(row, n - 1)) / 2;
    };
    expect(Math.abs(middle(5) - middle(16))).toBeLessThan(0.6);
  });
  it('a stretch of strands that crosses nothing lies at rest in its frame', () => {
    const courses = coursesOf(sheetOf([{ rows: 12, panels: [{ chart: 'rib-2-2', repeats: 5 }] }]));
    const relaxed = new Relaxation(courses).settle(60);
    courses.forEach((course, k) => {
      if (k > 0) expect([...course.crossed].every((group) => group === NONE)).toBe(true);
      course.home.forEach((home, i) => {
        if (k > 1) expect(relaxed.x[(relaxed.starts[k] as number) + i]).toBeCloseTo(home, 1);
      });
    });
  });
  it('left without frames agrees with the model within a tenth of the stitches, on the whole shelf', () => {
    const frame = WEIGHTS.frame;
    WEIGHTS.frame = 0.0005;
    try {
      for (const chart of CHARTS) {
        const sheet = sheetOf([{ rows: 60, panels: [{ chart, repeats: 3 }] }]);
        const rows = rowsOf(sheet, 1, 60);
        const stitches = rows[0]?.laid.takes ?? 0;
        const model = drawnIn(sheet.plan.charts[chart] as never, 3);
        if (rows.some(({ laid }) => laid.gives !== stitches) || model === stitches) continue;
        const whole = [{ right: 0, width: stitches }];
        const courses = [footOf(rows[0] as WorkRow, whole), ...rows.map((row) => courseOf(row, whole))];
        const { x, starts } = new Relaxation(courses).settle(400);
        const widths = Array.from(
          { length: 31 },
          (_, i) =>
            (x[(starts[i + 16] as number) - 1] as number) - (x[starts[i + 15] as number] as number) + 1,
        );
        const mean = widths.reduce((a, b) => a + b, 0) / widths.length;
        expect([chart, Math.abs(mean - model) / stitches < 0.1]).toEqual([chart, true]);
      }
    } finally {
      WEIGHTS.frame = frame;
    }
  });
});
