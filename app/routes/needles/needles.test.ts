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
    expect(view.coming).toEqual([
      { row: 7, panels: ['rope'] },
      { row: 9, panels: ['thick'] },
      { row: 11, panels: ['rope'] },
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
  it('hangs no more rows than asked for', () => {
    const { picture } = needlesView(plan, journal(...rows(12)), USUAL, 6);
    expect([picture.firstRow, picture.lastRow]).toEqual([7, 16]);
  });
});
