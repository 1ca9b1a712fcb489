import fc from 'fast-check';
import { applyDeviations } from '../piece/deviation';
import { lastCrossing } from '../piece/schedule';
import { made } from '../piece/worksheet';
import { looksOfRow } from '../stitch/looks';
import { pieceRow, wale } from '../indices';
import { SHELF } from '../shelf/data';
import { shelfChart } from '../shelf/shelf';
import { chartFrom, ringFrom, sheetOf } from '../testing/plans';
import { countFor, MOST_TO_COUNT } from './count';
import { trackOf } from './track';
import { runs } from '../testing/size';

const school = { loopCounts: true, crossingRowIsOne: true };
const CROSSED = SHELF.filter(({ key }) => shelfChart(key)?.chart.rows.length).map(({ key }) => key);
const ROWS = 40;

describe('a panel row by row, against looking at each row by itself', () => {
  const sheets = CROSSED.map(
    (chart) => [chart, sheetOf([{ rows: ROWS, panels: [{ chart, id: 'p' }] }])] as const,
  );
  it.each(sheets)('%s: the last crossing, and what is counted above its hole', (_, sheet) => {
    const track = trackOf(sheet, 'p');
    for (let row = 1; row <= ROWS; row += 1) {
      expect(track.last[row]).toBe(lastCrossing(sheet, 'p', row) ?? 0);
      const count = countFor(sheet, 'p', row, school);
      if (count.kind !== 'hole' || count.n > MOST_TO_COUNT) continue;
      expect([row, track.hole[row]]).toEqual([row, count.crossingRow]);
      expect([row, track.vs[row]]).toEqual([row, count.tall ?? count.n]);
    }
  });
  it.each(sheets)('%s: leans, crossings and stitches near the edge', (_, sheet) => {
    const track = trackOf(sheet, 'p');
    let [crossed, lean] = [0, 0];
    let faces = looksOfRow(
      Array.from({ length: made(sheet, 1).laid.takes }, () => ({ kind: 'stitch', stitch: 'knit' }) as const),
      [],
    );
    for (let row = 1; row <= ROWS; row += 1) {
      const { laid } = made(sheet, row);
      const leans = new Set(laid.cells.flatMap(({ cell }) => (cell.kind === 'crossing' ? [cell.lean] : [])));
      if (leans.size > 0) crossed += 1;
      if (leans.size > 0) lean = leans.size === 2 ? 3 : leans.has('left') ? 1 : 2;
      expect([row, track.crossed[row], track.lean[row]]).toEqual([row, crossed, lean]);
      faces = looksOfRow(
        laid.cells.map(({ cell }) => cell),
        faces,
      );
      if (track.stitch > 0 && row > 1)
        expect([row, track.look[row]]).toEqual([row, faces[track.stitch - 1] === 'knit' ? 1 : 2]);
    }
  });
});

it('what was not made as planned shows as it was made', () => {
  const deviations = [{ pieceRow: pieceRow(7), panel: 'p', wale: wale(0), made: 'uncrossed' as const }];
  const plain = sheetOf([{ rows: 20, panels: [{ chart: 'rope-4', id: 'p' }] }]);
  const at = made(plain, 7).panels[0]?.cells.find(({ cell }) => cell.kind === 'crossing');
  const here = deviations.map((one) => ({ ...one, wale: wale(at?.taken ?? 0) }));
  expect(applyDeviations(made(plain, 7), here).laid.cells.some(({ cell }) => cell.kind === 'crossing')).toBe(
    false,
  );
  const sheet = sheetOf(
    [{ rows: 20, panels: [{ chart: 'rope-4', id: 'p' }] }],
    {},
    { amendments: [], deviations: here },
  );
  const [before, after] = [trackOf(plain, 'p'), trackOf(sheet, 'p')];
  expect(before.hole[10]).toBe(7);
  expect(after.hole[10]).toBe(3);
  expect(after.vs[10]).toBe(8);
});

it('ridges of a garter edge: one for every two rows', () => {
  const sheet = sheetOf([
    {
      rows: 30,
      panels: [
        { chart: 'garter', id: 'e', edge: true, repeats: 3 },
        { chart: 'rope-4', id: 'p' },
      ],
    },
  ]);
  const { ridges } = trackOf(sheet, 'e');
  expect([2, 9, 10, 30].map((row) => ridges[row])).toEqual([1, 4, 5, 15]);
});

it('a panel that carries on is counted on from the section below; one that begins anew is not', () => {
  const sections = (carryOn: boolean) =>
    sheetOf([
      { rows: 7, panels: [{ chart: 'rope-6', id: 'p' }] },
      { rows: 20, panels: [{ chart: 'rope-6', id: 'p', carryOn }] },
    ]);
  const whole = trackOf(sheetOf([{ rows: 27, panels: [{ chart: 'rope-6', id: 'p' }] }]), 'p');
  expect([...trackOf(sections(true), 'p').vs]).toEqual([...whole.vs]);
  expect(trackOf(sections(false), 'p').vs[9]).not.toBe(whole.vs[9]);
});

it('in the round a ring is followed too, with no edge to look at', () =>
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 5 }), (repeats) => {
      const sheet = sheetOf([{ rows: 30, panels: [{ chart: ringFrom('lattice'), id: 'p', repeats }] }], {
        construction: 'round',
      });
      const track = trackOf(sheet, 'p');
      expect(track.stitch).toBe(0);
      for (let row = 1; row <= 30; row += 1) expect(track.last[row]).toBe(lastCrossing(sheet, 'p', row) ?? 0);
    }),
    { numRuns: runs(5, 50) },
  ));

it('a panel of twists is counted from the twist', () => {
  const twist = chartFrom(
    'Row 1 (RS): p1, 1/1 RC, p1.\nRow 2: k1, p2, k1.\nRow 3: p1, k2, p1.\nRow 4: k1, p2, k1.',
  );
  const track = trackOf(sheetOf([{ rows: 12, panels: [{ chart: twist, id: 'p' }] }]), 'p');
  expect([track.twists, track.hole[7], track.vs[7]]).toEqual([true, 5, 3]);
});
