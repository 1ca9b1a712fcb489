import fc from 'fast-check';
import { clothOf, layOut } from '@core/fabric/cloth';
import { ROW_HEIGHT } from '@core/fabric/shapes';
import { made } from '@core/piece/worksheet';
import { sheetOf } from '@core/testing/plans';
import { kept, panned, rowsSeen, rowStep, wholeScale, zoomed, type Looking } from './look-at';
import { MARKS, pack, packPicture, STRIDE, type Packed } from './pack';
import { fitted } from './picture';
import { packTile, tileFactor, tilesSeen, type Tile } from './tiles';

const sheet = sheetOf([{ rows: 60, panels: [{ chart: 'rope-4', repeats: 2 }, { chart: 'i-cord' }] }]);
const rowsOf = (last: number) => Array.from({ length: last }, (_, i) => made(sheet, i + 1));
const recordsOf = ({ records }: Packed) =>
  Array.from({ length: records.length / STRIDE }, (_, i) => {
    const [mark, ...rest] = records.subarray(i * STRIDE, (i + 1) * STRIDE);
    return { mark: MARKS[mark as number], rest };
  });

describe('packed rows', () => {
  const picture = layOut(rowsOf(12), 'RS');
  const records = recordsOf(packPicture(picture));
  it('hold every shape once, and a shadow for each strand on top', () => {
    const shapes = picture.rows.flatMap(({ ground, over }) => [...ground, ...over]);
    const count = (...marks: string[]) => records.filter(({ mark }) => marks.includes(mark ?? '')).length;
    expect(count('v', 'twisted', 'tall')).toBe(shapes.filter(({ kind }) => kind === 'v').length);
    expect(count('bump')).toBe(shapes.filter(({ kind }) => kind === 'bump').length);
    const over = picture.rows
      .flatMap((row) => row.over)
      .filter(({ kind }) => kind === 'v' || kind === 'bump');
    expect(count('shadow')).toBe(over.length);
    expect(count('hole')).toBe(6);
  });
  it('are painted ground first, then shadows, then what lies on top', () => {
    const first = records.findIndex(({ mark }) => mark === 'shadow');
    const last = records.findLastIndex(({ mark }) => mark === 'shadow');
    const ground = picture.rows.reduce((sum, row) => sum + row.ground.length, 0);
    expect(first).toBeGreaterThanOrEqual(ground);
    expect(records.slice(last + 1).every(({ mark }) => mark !== 'hole' && mark !== 'shadow')).toBe(true);
    expect(records.slice(last + 1).length).toBe(picture.rows.reduce((sum, row) => sum + row.over.length, 0));
  });
  it('hold nothing but numbers that can be drawn', () => {
    const { records: numbers, backing } = packPicture(picture);
    expect([...numbers, ...backing].every(Number.isFinite)).toBe(true);
    expect(backing.length).toBe(12 * 6);
  });
  it('step where stitches come or go together, and slope where one does', () => {
    const edge = (row: number) => ({ y: 0, left: row < 2 ? 0 : row === 2 ? 5 : 5.8, right: 20 });
    const { backing } = pack(picture.rows.slice(1, 3), edge);
    // Row 2 begins five stitches further in, row 3 one: at their feet.
    expect([backing[2], backing[8]]).toEqual([5, 5]);
    const slopes = pack(picture.rows.slice(2, 3), (row) => ({ y: 0, left: row, right: 20 })).backing;
    expect([slopes[2], slopes[4]]).toEqual([2, 3]);
  });
  it('leave out what lies beyond the lines', () => {
    const cloth = clothOf(sheet, 'RS');
    const some = recordsOf(pack(cloth.rows(1, 12), cloth.edgeOf, { left: 0, right: 4 }));
    expect(some.length).toBeGreaterThan(20);
    for (const { rest } of some) expect(rest[0]).toBeLessThan(8);
  });
});

describe('how a fabric is looked at', () => {
  const looking = fc.record({
    left: fc.double({ min: -50, max: 300, noNaN: true }),
    top: fc.double({ min: -50, max: 500, noNaN: true }),
    scale: fc.double({ min: 1, max: 60, noNaN: true }),
  });
  it('what lies under the finger stays there while it is drawn larger or smaller', () =>
    fc.assert(
      fc.property(
        looking,
        fc.double({ min: 0.2, max: 5, noNaN: true }),
        fc.nat(900),
        fc.nat(700),
        (at, factor, x, y) => {
          const place = ({ left, top, scale }: Looking) => [left + x / scale, top - y / scale] as const;
          const after = zoomed(at, factor, { x, y });
          expect(place(after)[0]).toBeCloseTo(place(at)[0], 6);
          expect(place(after)[1]).toBeCloseTo(place(at)[1], 6);
        },
      ),
    ));
  it('drawing it there and back leaves it where it was', () =>
    fc.assert(
      fc.property(
        looking,
        fc.integer({ min: -500, max: 500 }),
        fc.integer({ min: -500, max: 500 }),
        (at, dx, dy) => {
          const back = panned(panned(at, dx, dy), -dx, -dy);
          expect(back.left).toBeCloseTo(at.left, 6);
          expect(back.top).toBeCloseTo(at.top, 6);
        },
      ),
    ));
  it('never loses the fabric, however it is drawn', () =>
    fc.assert(
      fc.property(
        looking,
        fc.integer({ min: 1, max: 600 }),
        fc.integer({ min: 1, max: 20_000 }),
        (at, stitches, rows) => {
          const room = { width: 800, height: 500 };
          const { left, top, scale } = kept(
            at,
            room,
            stitches,
            rows,
            { left: 2, right: 3 },
            { left: 0, top: 10, scale: 12 },
          );
          expect(left).toBeLessThanOrEqual(stitches);
          expect(left + room.width / scale).toBeGreaterThanOrEqual(0);
          expect(top).toBeGreaterThan(0);
          expect(top - room.height / scale).toBeLessThan(rows * ROW_HEIGHT);
        },
      ),
    ));
  it('the whole piece fits its room', () => {
    const scale = wholeScale({ width: 800, height: 500 }, 300, 600);
    expect(300 * scale).toBeLessThan(800);
    expect(600 * ROW_HEIGHT * scale).toBeLessThan(500);
  });
  it('rows in sight are those between the upper and the lower edge', () =>
    // 10 px a stitch, 39 px down: five rows.
    expect(rowsSeen({ left: 0, top: 20 * ROW_HEIGHT, scale: 10 }, { width: 100, height: 39 }, 60, 0)).toEqual(
      { first: 15, last: 20 },
    ));
  it.each([
    [60, 1],
    [12, 5],
    [2, 50],
    [0.3, 200],
  ])('at %d px a stitch every %d rows have a number', (scale, step) => expect(rowStep(scale)).toBe(step));
  it.each([
    ['whole', 0, 10, 5],
    ['fromTop', 0, 10, 10],
    ['fromFoot', 0, 5, 10],
  ] as const)('a picture is fitted as the drawing over it: %s', (fit, left, top, scale) =>
    // A box of 20 by 10 in a room of 200 by 50: whole it is 5 px a stitch, sliced 10.
    expect(
      fitted(
        { x: 0, y: 0, width: 20, height: 10 },
        10,
        { width: fit === 'whole' ? 100 : 200, height: 50 },
        fit,
      ),
    ).toEqual({ left, top, scale }),
  );
});

describe('tiles', () => {
  const room = { width: 800, height: 500 };
  it('cover what is in sight, each place once', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.3, max: 80, noNaN: true }),
        fc.nat(300),
        fc.nat(468),
        (scale, left, top) => {
          const fabric = { width: 300, firstRow: 1, lastRow: 600 };
          const looking = { left, top, scale };
          const tiles = tilesSeen(fabric, looking, room);
          expect(new Set(tiles.map(({ key }) => key)).size).toBe(tiles.length);
          const holds = ({ left: l, right, foot, top: t }: Tile, x: number, y: number) =>
            x >= l && x < right && y >= foot && y < t;
          for (const [sx, sy] of [
            [0.01, 0.01],
            [0.5, 0.5],
            [0.99, 0.99],
            [0.3, 0.8],
          ] as const) {
            const [x, y] = [left + (sx * room.width) / scale, top - (sy * room.height) / scale];
            if (x < 0 || x > 300 || y <= 0.01 || y >= 467) continue;
            expect(tiles.filter((tile) => holds(tile, x, y))).toHaveLength(1);
          }
          expect(tiles.length).toBeLessThan(80);
        },
      ),
    ));
  it('are large where stitches are small', () =>
    expect([30, 12, 3, 1].map(tileFactor)).toEqual([1, 2, 8, 16]));
  it('hold their own stitches and those that reach in, at every size', () => {
    const cloth = clothOf(sheet, 'RS');
    const packed = (scale: number) => {
      const [tile] = tilesSeen(cloth, { left: 0, top: 60 * ROW_HEIGHT, scale }, room);
      const packing = packTile(cloth, tile as Tile, scale);
      let steps = 0;
      for (;;) {
        const step = packing.next();
        if (step.done) return { steps, records: recordsOf(step.value) };
        steps += 1;
      }
    };
    const [near, far] = [packed(16), packed(1)];
    expect(near.steps).toBeGreaterThan(16);
    // Far away each stitch is one dot, so there are as many as stitches in all rows.
    expect(far.records).toHaveLength(rowsOf(60).reduce((sum, { laid }) => sum + laid.gives, 0));
    expect(near.records.length).toBeGreaterThan(16 * 12);
  });
});
