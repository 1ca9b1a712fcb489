import { FIRST_LIFE, type Happening, type JournalEvent } from './events';
import { faultHistory } from './fault-history';
import { fold } from './fold';

const CROSSING = {
  kind: 'crossing',
  lean: 'right',
  over: ['knit', 'knit'],
  under: ['knit', 'knit'],
} as const;
let n = 0;
const event = (happening: Happening, minute: number): JournalEvent => ({
  id: `history-${String((n += 1)).padStart(4, '0')}`,
  device: 'test',
  deviceTime: new Date(Date.UTC(2026, 10, 28, 9, minute)).toISOString(),
  ...happening,
});
const row = (at: number, minute: number) => event({ kind: 'rowDone', life: FIRST_LIFE, row: at }, minute);
const fault = (rowEvent: JournalEvent, pieceRow: number, minute: number) =>
  event(
    {
      kind: 'fault',
      pieceRow,
      rowEvent: rowEvent.id,
      panel: 'rope',
      wale: 2,
      charted: CROSSING,
      made: 'uncrossed',
    },
    minute,
  );

it('tells of every marked crossing when it was made, and what became of it', () => {
  const rows = [1, 2, 3, 4, 5, 6].map((at) => row(at, at * 5));
  const [a, b, c, d, e] = [2, 3, 4, 5, 6].map((at, i) => fault(rows[at - 1] as JournalEvent, at, 31 + i)) as [
    JournalEvent,
    JournalEvent,
    JournalEvent,
    JournalEvent,
    JournalEvent,
  ];
  const events = [
    ...rows,
    a,
    b,
    c,
    d,
    e,
    event({ kind: 'mended', fault: a.id, by: 'ladder', minutes: 9 }, 45),
    event({ kind: 'left', fault: b.id, as: 'itLies' }, 46),
    event({ kind: 'undo', target: c.id }, 47),
    event({ kind: 'ripped', life: FIRST_LIFE, to: 5 }, 48),
  ];
  const history = faultHistory(events, fold(events));
  expect(history.map(({ row: at, end, by, minutes }) => [at, end, by, minutes])).toEqual([
    [2, 'mended', 'ladder', 9],
    [3, 'left', null, null],
    [5, 'open', null, null],
    [6, 'ripped', null, null],
  ]);
  // The sitting begins with its first entry, five minutes into the hour.
  expect(history.map(({ intoSitting }) => intoSitting)).toEqual([5, 10, 20, 25]);
});
