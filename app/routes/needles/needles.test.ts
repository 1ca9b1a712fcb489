import fc from 'fast-check';
import { inWindow } from './heads';
import { windowAround, windowWidth } from './use-camera';
import { comingWords } from '~/messages/coming';
import { fold } from '@core/journal/fold';
import type { Happening, JournalEvent } from '@core/journal/events';
import { planOf } from '@core/testing/plans';
import { USUAL } from '~/knitter/settings';
import { numberProblem } from './number-problem';
import { keyMeaning } from './use-keys';
import { needlesView } from './view';

/** An element inside the given kinds of parents. */
const inside = (...kinds: string[]) => ({
  closest: (selector: string) => (kinds.some((kind) => selector.includes(kind)) ? {} : null),
});

describe('keys', () => {
  it.each([
    [' ', inside(), 'onward'],
    ['Enter', inside(), 'onward'],
    ['PageDown', inside(), 'onward'],
    ['Backspace', inside(), 'undo'],
    ['PageUp', inside(), 'back'],
    ['Tab', inside(), null],
    [' ', inside('button'), null],
    ['Enter', inside('summary'), null],
    ['PageDown', inside('button'), 'onward'],
    ['Backspace', inside('button'), 'undo'],
    ['Backspace', inside('textarea'), null],
    [' ', inside('[role="dialog"]'), null],
    ['PageDown', null, 'onward'],
  ])('%j means %s', (key, target, meaning) => expect(keyMeaning(key, target, false, false)).toBe(meaning));
  it('a held key and one with a modifier mean nothing', () => {
    expect(keyMeaning(' ', null, true, false)).toBeNull();
    expect(keyMeaning('Backspace', null, false, true)).toBeNull();
  });
});

describe('typed numbers', () => {
  it.each([
    ['', true],
    ['x', true],
    ['-1', true],
    ['3.5', true],
    ['7', true],
    ['3', false],
    [' 4 ', false],
    ['99999999', true],
  ])('%j of 3 to 6', (value, wrong) => expect(numberProblem(value, 3, 6) !== null).toBe(wrong));
});

const plan = planOf([
  {
    rows: 16,
    panels: [
      { chart: 'garter', id: 'edge', edge: true },
      { chart: 'rope-4', id: 'rope' },
      { chart: 'rope-6', id: 'thick' },
      { chart: 'stockinette', id: 'plain', repeats: 4 },
    ],
  },
]);
const journal = (...happenings: Happening[]) =>
  fold(
    happenings.map(
      (what, i) =>
        ({ id: `e-${i}`, device: 'd', deviceTime: '2026-11-24T10:00:00Z', ...what }) as JournalEvent,
    ),
  );
const rows = (to: number) =>
  Array.from({ length: to }, (_, i) => ({ kind: 'rowDone', life: 'cast-on', row: i + 1 }) as const);

describe('the needles view', () => {
  it('has a column for every panel that is not an edge, with plain rows left', () => {
    const view = needlesView(plan, journal(...rows(4)), USUAL);
    expect([view.done, view.working]).toEqual([4, 5]);
    // rope-4 crosses in rows 3, 7, 11, 15, rope-6 in 3, 9, 15 of their repeats.
    expect(view.columns.map(({ id, next }) => [id, next?.plain ?? null])).toEqual([['rope', 2], ['thick', 4], ['plain', null]]); // prettier-ignore
  });
  it('looks ahead at the next rows that cross, soonest first, panels of one row together', () => {
    const view = needlesView(plan, journal(...rows(4)), USUAL);
    const coming = view.coming.map(({ row, panels }) => [
      row,
      ...panels.map(({ name, kinds }) => `${name}: ${comingWords(kinds, () => 'cableNeedle')}`),
    ]);
    expect(coming).toEqual([
      [7, 'rope: 2 to the BACK, leans right'],
      [9, 'thick: 3 to the FRONT, leans left'],
      [11, 'rope: 2 to the BACK, leans right'],
    ]);
  });
  it('shows the wrong side only where it faces a knitter who wishes to see it', () => {
    const faces = (done: number, wrongSide: 'faces' | 'chart' | null) =>
      needlesView(plan, journal(...rows(done)), { ...USUAL, wrongSide }).faces;
    expect([faces(4, 'faces'), faces(5, 'faces'), faces(5, 'chart'), faces(5, null)]).toEqual([
      'RS',
      'WS',
      'RS',
      'RS',
    ]);
  });
  it('a finished piece has no row in hand, and a journal longer than the plan does no harm', () => {
    for (const done of [16, 19]) {
      const view = needlesView(plan, journal({ kind: 'rowSet', life: 'cast-on', row: done }), USUAL);
      expect([view.done, view.working, view.cue, view.columns.length, view.sectionRowsLeft]).toEqual([
        16,
        null,
        null,
        0,
        0,
      ]);
    }
  });
  it('hangs the whole piece, the same as long as it is knitted as planned, another after a change', () => {
    const [four, five] = [4, 5].map((done) => needlesView(plan, journal(...rows(done)), USUAL));
    expect([four?.cloth.firstRow, four?.cloth.lastRow]).toEqual([1, 16]);
    expect(five?.cloth).toBe(four?.cloth);
    const ripped = journal(...rows(5), { kind: 'ripped', life: 'cast-on', to: 3 });
    expect(needlesView(plan, ripped, USUAL).cloth).toBe(four?.cloth);
  });
});

describe('the window of a wide piece', () => {
  const desk = { width: 820, height: 500 };
  it.each([
    ['62 stitches on a desk are shown whole', desk, 62, null],
    ['120 on a desk: as large as fills the height', desk, 120, 74],
    ['120 on a phone: 10 px a stitch', { width: 374, height: 90 }, 120, 32],
    ['600 no smaller than 120', desk, 600, 74],
    ['a room that is not there yet', { width: 0, height: 0 }, 120, 1],
  ])('%s', (_, room, width, shown) => expect(windowWidth(room, width, 4.6, 48)).toBe(shown));
  it('stands around what is in hand and never beyond an edge', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 600 }), fc.nat(), fc.nat(), (all, a, b) => {
        const width = 1 + (a % all);
        const middle = b % (all + 1);
        const from = windowAround(middle, width, all);
        expect(from >= 0 && from + width <= all).toBe(true);
        if (from > 0 && from + width < all)
          expect(Math.abs(from + width / 2 - middle)).toBeLessThanOrEqual(0.5);
      }),
    ));
  it('heads stand over what it shows of their panels', () => {
    const bands = [
      { panel: 'a', name: 'a', edge: false, x: 0, width: 30 },
      { panel: 'b', name: 'b', edge: false, x: 30, width: 40 },
      { panel: 'c', name: 'c', edge: false, x: 70, width: 50 },
    ];
    const seen = inWindow(bands, { from: 20, width: 45, wide: true }).map(({ panel, x, width }) => [
      panel,
      x,
      width,
    ]);
    expect(seen).toEqual([
      ['a', 0, 10],
      ['b', 10, 35],
    ]);
    expect(inWindow(bands, { from: 0, width: 120, wide: false })).toBe(bands);
  });
});
