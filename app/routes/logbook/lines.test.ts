import type { Happening, JournalEvent } from '@core/journal/events';
import { fold } from '@core/journal/fold';
import { logbookLines } from './lines';

/** Events at given minutes of one evening. */
const journal = (...list: (readonly [minute: number, what: Happening])[]) =>
  list.map(
    ([minute, what], i) =>
      ({
        id: `e-${i}`,
        device: 'd',
        deviceTime: new Date(Date.UTC(2026, 10, 24, 18, minute)).toISOString(),
        ...what,
      }) as JournalEvent,
  );
const row = (n: number, life = 'cast-on') => ({ kind: 'rowDone', life, row: n }) as const;
const lines = (events: JournalEvent[]) =>
  logbookLines(events, fold(events)).map(({ rows, lines: all }) => [
    rows,
    all.map((l) =>
      l.kind === 'rows' ? `${l.first}-${l.last} ${l.verdict}` : `${l.event.kind} ${l.verdict}`,
    ),
  ]);

describe('the logbook', () => {
  it('draws runs of rows together, newest first', () =>
    expect(
      lines(journal([0, row(1)], [5, row(2)], [6, { kind: 'note', row: 2, text: 'n' }], [9, row(3)])),
    ).toEqual([[3, ['3-3 counted', 'note counted', '1-2 counted']]]));
  it('begins a sitting after a long pause, the newest on top', () =>
    expect(lines(journal([0, row(1)], [5, row(2)], [90, row(3)], [92, row(4)]))).toEqual([
      [2, ['3-4 counted']],
      [2, ['1-2 counted']],
    ]));
  it('tells rows that were taken back, or belong to a life that ended, from those that count', () =>
    expect(
      lines(
        journal(
          [0, row(1)],
          [1, row(2)],
          [2, { kind: 'undo', target: 'e-1' }],
          [3, row(2)],
          [4, { kind: 'ripped', life: 'cast-on', to: 1 }],
          [5, row(3)],
          [6, row(2, 'e-4')],
        ),
      ),
    ).toEqual([
      [
        3,
        [
          '2-2 counted',
          '3-3 deadLife',
          'ripped counted',
          '2-2 counted',
          'undo counted',
          '2-2 undone',
          '1-1 counted',
        ],
      ],
    ]));
  it('an empty journal has no lines', () => expect(lines([])).toEqual([]));
});
