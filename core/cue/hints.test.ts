/** How a row ends, what to be careful about in a crossing, and when to hang something in the work. */
import { sheetOf } from '../testing/plans';
import { countFor } from '../place/count';
import { rowKind } from '../plan/row-facts';
import { suggestion } from '../plan/suggest';
import { nextCrossing } from '../piece/schedule';
import { NO_FACTS, worksheet } from '../piece/worksheet';
import { cueFor } from './cue';
import { crossingCautions, nextAfter } from './crossing-cautions';
import { rowEnd } from './row-end';
import type { CrossingStep } from './steps';
import { WAYS } from './technique';

const sheet = sheetOf([
  {
    rows: 48,
    panels: [
      { chart: 'garter', id: 'right', repeats: 2, edge: true },
      { chart: 'rope-6', id: 'rope' },
      { chart: 'garter', id: 'left', repeats: 3, edge: true },
    ],
  },
]);
const crossingRow = nextCrossing(sheet, 'rope', 1)?.row as number;

describe('the end of a row', () => {
  it('is at the left edge on the right side, at the right edge on the wrong side', () => {
    expect(rowEnd(cueFor(sheet, 1, 'right'))).toEqual({ kind: 'stitch', stitch: 'knit', panel: 'left' });
    expect(rowEnd(cueFor(sheet, 2, 'right'))).toEqual({ kind: 'stitch', stitch: 'knit', panel: 'right' });
    expect(rowEnd(cueFor(sheet, 1, 'left'))).toMatchObject({ panel: 'right' });
  });
  it('a crossing at the edge ends on the last stitch of its held group', () => {
    const bare = sheetOf([{ rows: 2, panels: [{ chart: 'Row 1 (RS): k1, 2/1 RPC.\nRow 2: p2, k1, p1.' }] }]);
    expect(rowEnd(cueFor(bare, 1, 'right'))).toMatchObject({ stitch: 'purl' });
  });
});

describe('cautions for a crossing', () => {
  const cue = cueFor(sheet, crossingRow, 'right');
  const step = cue.panels.flatMap(({ steps }) => steps).find((s): s is CrossingStep => s.kind === 'crossing') as CrossingStep; // prettier-ignore
  const about = { next: nextAfter(cue, step), slippery: false, needle: null };

  // Common practice, no published source.
  it('3 over 3 pulls hard, and the purl after it wants to be snugged', () =>
    expect(crossingCautions(step, 'cableNeedle', about)).toEqual([
      'wide',
      'doNotTug',
      'snugPurl',
      'thinTool',
    ]));
  it('speaks of no needles to hands that work without', () =>
    expect(crossingCautions(step, 'cableNeedle', { ...about, slippery: true, needle: 'hands' })).toEqual([
      'wideByHand',
      'doNotTug',
      'snugPurl',
    ]));
  it('never lets three stitches hang without a warning, least of all of slippery yarn', () =>
    expect(crossingCautions(step, 'hangFree', { ...about, slippery: true }).slice(0, 2)).toEqual(['tooManyToHang', 'slipperyToHang'])); // prettier-ignore
  it('without a tool stitches may split; on double-pointed needles the change must not fall inside', () =>
    expect(crossingCautions(step, 'reorder', { ...about, needle: 'doublePointed' })).toEqual(
      expect.arrayContaining(['splits', 'needleChange']),
    ));
});

describe('splitting', () => {
  const cue = cueFor(sheet, crossingRow, 'right');
  const step = cue.panels.flatMap(({ steps }) => steps).find((s) => s.kind === 'crossing') as CrossingStep;
  // Common practice, no published source: stitches worked out of order on the needles' tips are easily split.
  it('is said of the ways that work on the tips of the needles, and of no other', () => {
    const about = { next: undefined, slippery: false, needle: null };
    const ways = WAYS.filter((way) => crossingCautions(step, way, about).includes('splits'));
    expect(ways.toSorted()).toEqual(['reorder', 'secondFirst', 'slipBack']);
  });
});

describe('what to hang in the work', () => {
  const at = (done: number, lifelines: number[] = []) => {
    const count = countFor(sheet, 'rope', done, { loopCounts: true, crossingRowIsOne: true });
    return suggestion(sheet, done, lifelines, [{ id: 'rope', name: 'rope', count }]);
  };
  it('a lifeline after the last plain row of some repeats, unless there is one in them', () => {
    const rows = Array.from({ length: 36 }, (_, i) => i + 1).filter((row) => at(row)?.hang === 'lifeline');
    expect(rows).toEqual([18, 36]);
    for (const row of rows) expect(rowKind(sheet, row)).toBe('plain');
    const first = rows[0] as number;
    expect([at(first, [first - 1]), at(first + 1)]).toEqual([null, null]);
  });
  it('a marker where ten rows were knitted without a hole to count from', () => {
    const twist = sheetOf([{ rows: 40, panels: [{ chart: 'stockinette', id: 'plain', repeats: 4 }] }]);
    const count = (done: number) => countFor(twist, 'plain', done, { loopCounts: true, crossingRowIsOne: true });
    const hang = (done: number) => suggestion(twist, done, [], [{ id: 'plain', name: 'plain', count: count(done) }]);
    expect([hang(9), hang(10), hang(11)]).toEqual([null, { hang: 'marker', row: 10, panel: 'plain', name: 'plain' }, null]);
    const hung = [{ kind: 'marker' as const, row: 10 }];
    expect(countFor(twist, 'plain', 14, { loopCounts: true, crossingRowIsOne: true }, hung)).toMatchObject({ anchor: { kind: 'marker' }, rows: 4 });
  }); // prettier-ignore
  it('a row that just once does not cross is a plain one', () => {
    const once = worksheet(sheet.plan, { ...NO_FACTS, onces: [{ row: crossingRow, panel: 'rope', instead: { does: 'uncrossed' } }] }); // prettier-ignore
    expect([rowKind(sheet, crossingRow), rowKind(once, crossingRow), rowKind(sheet, 999)]).toEqual(['crossing', 'plain', 'plain']); // prettier-ignore
  });
});
