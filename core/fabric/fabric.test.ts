import fc from 'fast-check';
import { ringFrom, sheetOf } from '../testing/plans';
import { made, type Worksheet } from '../piece/worksheet';
import { SHELF } from '../shelf/data';
import { Fabric, layOut } from './layout';
import { panelFrames } from './nodes';
import { RollingFabric } from './rolling';
import { ROW_HEIGHT } from './shapes';

const rowsOf = (sheet: Worksheet, from: number, to: number) =>
  Array.from({ length: to - from + 1 }, (_, i) => made(sheet, from + i));
const picture = (chart: string, to: number, face: 'RS' | 'WS' = 'RS', repeats = 1) =>
  layOut(rowsOf(sheetOf([{ rows: 60, panels: [{ chart, repeats }] }]), 1, to), face);
const count = (pic: ReturnType<typeof picture>, kind: string) =>
  [...pic.ground, ...pic.over].filter((shape) => shape.kind === kind).length;

describe('the knitted picture', () => {
  it('has one V or bump for each stitch of plain fabric, and the other side shows the other', () => {
    const rib = picture('rib-2-2', 6, 'RS', 3);
    expect([count(rib, 'v'), count(rib, 'bump')]).toEqual([36, 36]);
    expect(count(picture('stockinette', 6, 'WS', 10), 'bump')).toBe(60);
  });
  it('draws a slipped stitch as one tall V over two rows', () => {
    const edge = picture('i-cord', 4);
    expect([count(edge, 'v'), edge.ground.filter((s) => s.kind === 'v' && s.tall).length]).toEqual([6, 6]);
  });
  it('puts a hole at the bottom of each crossing row, none at a twist', () => {
    expect(picture('rope-4', 8).holes.map(({ y }) => Math.round(y / ROW_HEIGHT))).toEqual([2, 6]);
    expect(picture('ogee', 12).holes).toEqual([]);
  });
  it('paints the over group last: from the WS the other one is on top', () => {
    const xs = (face: 'RS' | 'WS') =>
      picture('rope-4', 3, face).over.filter((s) => s.kind !== 'float').length;
    expect(xs('RS')).toBeGreaterThan(0);
    expect(xs('WS')).toBeGreaterThan(0);
  });
  it('says where each crossing can be touched, with its panel, row and wale', () =>
    expect(picture('rope-4', 8).crossings.map(({ row, panel, wale }) => [row, panel, wale])).toEqual([[3, 'panel-1', 2], [7, 'panel-1', 2]])); // prettier-ignore
  it('places a crossing over the join without drawing across the whole fabric', () => {
    const sheet = sheetOf([{ rows: 20, panels: [{ chart: ringFrom('lattice'), repeats: 4 }] }], {
      construction: 'round',
    });
    const pic = layOut(rowsOf(sheet, 1, 16), 'RS');
    for (const box of pic.crossings) expect(box.width).toBeLessThan(pic.width / 3);
    for (const shape of [...pic.ground, ...pic.over])
      if ('x0' in shape) expect(Math.abs(shape.x1 - shape.x0)).toBeLessThan(4);
  });
  it('stays inside its frame for every shelf chart, any stretch, either side', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(...SHELF),
        fc.integer({ min: 1, max: 20 }),
        fc.integer({ min: 0, max: 20 }),
        fc.constantFrom('RS' as const, 'WS' as const),
        ({ key }, from, more, face) => {
          const pic = layOut(
            rowsOf(sheetOf([{ rows: 60, panels: [{ chart: key, repeats: 2 }] }]), from, from + more),
            face,
          );
          for (const shape of [...pic.ground, ...pic.over]) {
            const xs = 'x0' in shape ? [shape.x0, shape.x1] : [shape.x];
            for (const x of xs) expect(x >= 0 && x <= pic.width).toBe(true);
          }
          for (const band of pic.bands)
            expect(band.x >= 0 && band.x + band.width <= pic.width + 1e-9).toBe(true);
        },
      ),
    ));
});

describe('fabric that is followed row by row', () => {
  const SECTIONS = [
    { rows: 60, panels: [{ chart: 'rope-4', id: 'rope' }, { chart: 'ogee', id: 'ogee' }, { chart: 'i-cord', id: 'cord' }] },
  ]; // prettier-ignore
  const sheet = sheetOf(SECTIONS);
  const all = rowsOf(sheet, 1, sheet.rows);
  /** The slow way: everything laid out at once. */
  const whole = (face: 'RS' | 'WS') => {
    const fabric = new Fabric(panelFrames(all), face, 0);
    all.forEach((row) => fabric.add(row));
    return all.map((row) => fabric.shapesOf(row));
  };
  const plain = (shapes: object) => JSON.stringify(shapes);

  it('is laid out as if it had been laid out whole, wherever the hands go', () =>
    fc.assert(
      fc.property(
        fc.constantFrom('RS' as const, 'WS' as const),
        fc.array(fc.oneof({ weight: 6, arbitrary: fc.constant(1) }, fc.integer({ min: -30, max: 20 })), {
          maxLength: 25,
        }),
        (face, steps) => {
          const slow = whole(face);
          const rolling = new RollingFabric((row) => made(sheet, row), sheet.rows, face);
          let done = 10;
          for (const step of [0, ...steps]) {
            done = Math.min(sheet.rows, Math.max(1, done + step));
            const shown = rolling.show(Math.max(1, done - 15), Math.min(sheet.rows, done + 5));
            if (step % 2 === 0) rolling.prepare();
            expect(shown.rows.map(plain)).toEqual(slow.slice(shown.firstRow - 1, shown.lastRow).map(plain));
          }
        },
      ),
      { numRuns: 40 },
    ));
  it('lays each row out once: the same object for as long as it is shown', () => {
    const rolling = new RollingFabric((row) => made(sheet, row), sheet.rows, 'RS');
    const [one, two] = [rolling.show(1, 20), rolling.show(2, 21)];
    expect(two.rows[0]).toBe(one.rows[1]);
    expect(rolling.show(1, 20).rows[0]).toBe(one.rows[0]);
  });
  it('begins anew where a section changes the width', () => {
    const seam = sheetOf([{ rows: 20, panels: [{ chart: 'stockinette', id: 'a', repeats: 8 }] }, { rows: 20, panels: [{ chart: 'rope-4', id: 'b' }] }]); // prettier-ignore
    const rolling = new RollingFabric((row) => made(seam, row), seam.rows, 'RS');
    for (let last = 10; last <= 40; last += 1) {
      rolling.prepare();
      const { rows, width } = rolling.show(last - 9, last);
      const shapes = rows.flatMap(({ ground, over }) => [...ground, ...over]);
      expect(shapes.every((shape) => ('x0' in shape ? shape.x1 : shape.x) <= width)).toBe(true);
      expect(shapes.length).toBeGreaterThan(40);
    }
  });
});
