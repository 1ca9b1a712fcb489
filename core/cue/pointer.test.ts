/** The pointer in a row, where the work rests, and what a crossing is compared with. */
import fc from 'fast-check';
import { chartFrom, sheetOf } from '../testing/plans';
import { crossesIn } from '../piece/crossings';
import { charted } from '../piece/worksheet';
import { cueFor } from './cue';
import { likenessOf } from './likeness';
import { AT_START, atEnd, backward, forward, partBackward, partForward, stopsOf, within, type Pointer } from './pointer'; // prettier-ignore
import { restingAt } from './resting';
import { movesOf } from './technique';

const sheet = sheetOf([
  {
    rows: 24,
    panels: [
      { chart: 'garter', id: 'edge', repeats: 2, edge: true },
      { chart: 'rope-4', id: 'rope' },
      { chart: 'braid-3', id: 'braid' },
    ],
  },
]);
const cueAt = (row: number, hand: 'right' | 'left' = 'right') => cueFor(sheet, row, hand);

describe('the pointer', () => {
  it('stops at every group once, in working order, with all stitches counted', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 24 }), fc.constantFrom('right' as const, 'left' as const), (row, hand) => {
        const stops = stopsOf(cueAt(row, hand));
        let before = 0;
        for (const stop of stops) {
          expect(stop.before).toBe(before);
          before += stop.takes;
        }
        expect(before).toBe(charted(sheet, row).laid.takes);
        expect(stops.filter(({ enters }) => enters).length).toBe(2);
      }),
    )); // prettier-ignore
  it('never leaves the row, however it is moved', () =>
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('on', 'back', 'in', 'out'), { maxLength: 60 }),
        fc.integer({ min: 1, max: 24 }),
        (keys, row) => {
          const stops = stopsOf(cueAt(row));
          let pointer: Pointer = AT_START;
          for (const key of keys) {
            const step = stops[pointer.stop]?.step;
            const moves = step?.kind === 'crossing' ? movesOf(step, 'cableNeedle').length : 1;
            if (key === 'on') pointer = forward(stops, pointer);
            else if (key === 'back') pointer = backward(pointer);
            else if (key === 'in') pointer = partForward(stops, pointer, moves);
            else pointer = partBackward(pointer);
            expect(pointer.stop >= 0 && pointer.stop <= stops.length).toBe(true);
            expect(pointer.part >= 0 && pointer.part < Math.max(1, moves)).toBe(true);
            if (atEnd(stops, pointer)) expect(pointer.part).toBe(0);
          }
        },
      ),
    ));
  it('a row that has become shorter ends it at its end', () =>
    expect(within(stopsOf(cueAt(1)), { stop: 99, part: 1 })).toEqual({ stop: stopsOf(cueAt(1)).length, part: 0 }));
}); // prettier-ignore

describe('work put down', () => {
  const row = 3;
  const stops = stopsOf(cueAt(row));
  const at = (stop: number, part = 0, way: 'cableNeedle' | 'reorder' = 'cableNeedle') =>
    restingAt(stops, { stop, part }, cueAt(row).working, () => way);
  const crossing = stops.findIndex(({ step }) => step.kind === 'crossing');

  it('before the first stitch the yarn hangs from the needle that holds them all', () =>
    expect(at(0)).toMatchObject({ yarn: 'feeding', worked: 0, last: null, side: 'RS' }));
  it('between groups, from the needle that has taken them; last and next are named', () =>
    expect(at(crossing)).toMatchObject({
      yarn: 'taking',
      worked: stops[crossing]?.before,
      last: { panel: stops[crossing - 1]?.panel },
      next: { step: { kind: 'crossing' } },
      within: null,
    }));
  it('in the midst of a crossing it is said what waits where', () => {
    expect(at(crossing, 2).within).toMatchObject({ waiting: [{ on: 'cableNeedle', where: 'back', loops: [{}, {}] }] });
    expect(at(crossing, 3)).toMatchObject({ worked: (stops[crossing]?.before ?? 0) + 2, within: { next: { do: 'work', from: 'cableNeedle' } } });
    expect(at(crossing, 2, 'reorder').within).toMatchObject({ done: { do: 'takeFar' }, waiting: [{ on: 'air', where: 'back' }] });
  }); // prettier-ignore
  it('at the end all stitches are worked', () =>
    expect(at(stops.length)).toMatchObject({ worked: charted(sheet, row).laid.takes, next: null }));
});

describe('what a crossing is compared with', () => {
  const first = (of: typeof sheet, panel: string, row: number) =>
    likenessOf(of, row, panel, charted(of, row).panels.find((one) => one.panel.id === panel)?.cells.find(({ cell }) => cell.kind === 'crossing')?.taken ?? -1); // prettier-ignore
  const rowsOf = (of: typeof sheet, panel: string) =>
    Array.from({ length: of.rows }, (_, i) => i + 1).filter((row) =>
      crossesIn(charted(of, row)).some((one) => one.panel.id === panel),
    );
  const one = (chart: string) => sheetOf([{ rows: 40, panels: [{ chart, id: 'x' }] }]);

  // Common practice, no published source: ropes repeat, honeycombs oppose, braids repeat below and oppose beside.
  it('a rope: like the one below; the first one has none', () => {
    const rope = one('rope-4');
    const [r1 = 0, r2 = 0] = rowsOf(rope, 'x');
    expect(first(rope, 'x', r1)).toEqual({ below: null, beside: null });
    expect(first(rope, 'x', r2)).toMatchObject({ below: { row: r1, like: true }, beside: null });
  });
  it('a honeycomb: the opposite of the one below', () => {
    const comb = one('honeycomb');
    const [r1 = 0, r2 = 0] = rowsOf(comb, 'x');
    expect(first(comb, 'x', r2)).toMatchObject({ below: { row: r1, like: false } });
  });
  it('one that has had seven rows of others since is still looked for, not one further down', () => {
    const since = (others: number) => {
      const rows = ['2/2 RC, k4', ...Array<string>(others).fill('k4, 2/2 LC')];
      const text = rows.map(
        (row, i) => `Row ${2 * i + 1}${i === 0 ? ' (RS)' : ''}: ${row}.\nRow ${2 * i + 2}: p8.`,
      );
      const of = sheetOf([{ rows: 40, panels: [{ chart: chartFrom(text.join('\n')), id: 'x' }] }]);
      return first(of, 'x', 2 * others + 3);
    };
    expect(since(7)).toEqual({ below: { row: 1, lean: 'right', like: true }, beside: null });
    expect(since(8)).toEqual({ below: null, beside: null });
  });
  it('a three-strand braid: like the one straight below, the opposite of the one beside it', () => {
    const braid = one('braid-3');
    const [, r2 = 0, r3 = 0] = rowsOf(braid, 'x');
    expect(first(braid, 'x', r3)).toMatchObject({ below: { like: true }, beside: { row: r2, like: false } });
  });
});
