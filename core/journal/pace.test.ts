/** Time at the needles, made up evening by evening so that every figure can be reckoned by hand. */
import fc from 'fast-check';
import { FIRST_LIFE, type JournalEvent } from './events';
import { fold } from './fold';
import { atItSince, paceOf, timeFor, type RowKind } from './pace';

const MINUTE = 60_000;
const START = Date.UTC(2026, 10, 20, 18);
/** Rows done at these minutes; every fourth row crosses. */
const knitted = (minutes: readonly number[], device = 'phone', first = 1): JournalEvent[] =>
  minutes.map((minute, i) => ({
    id: `pace-${device}-${first + i}`,
    device,
    deviceTime: new Date(START + minute * MINUTE).toISOString(),
    kind: 'rowDone',
    life: FIRST_LIFE,
    row: first + i,
  }));
const minuteOf = (minute: number) => new Date(START + minute * MINUTE).toISOString();
const kindOf = (row: number): RowKind => (row % 4 === 0 ? 'crossing' : 'plain');
const pace = (events: readonly JournalEvent[]) => paceOf(events, fold(events), kindOf);
const minutes = (ms: number | null) => (ms === null ? null : ms / MINUTE);

describe('pace', () => {
  it('is the middle of the rows timed, each kind by itself', () => {
    const { row, any } = pace(knitted([0, 2, 4, 9, 11, 13, 15, 21]));
    expect([minutes(row.plain), minutes(row.crossing), row.shaping, minutes(any)]).toEqual([2, 6, null, 2]);
  });
  it('is not known before two rows were done', () => {
    expect(pace([])).toMatchObject({ any: null, sittings: [] });
    expect(pace(knitted([0]))).toMatchObject({ any: null, sittings: [{ rows: 1, atNeedles: 0 }] });
    expect(timeFor(pace([]), kindOf, 1, 5)).toBeNull();
  });
  it('finds a pause by itself and leaves it out, and begins another sitting after a long one', () => {
    const { sittings } = pace(knitted([0, 2, 4, 9, 34, 36, 38, 43, 120, 122]));
    // 3 rows of 2, a crossing of 5, the pause of 25 counted as one row; then 2, 2, 5.
    expect(sittings.map(({ rows, atNeedles, pauses }) => [rows, minutes(atNeedles), pauses])).toEqual([
      [8, 2 + 2 + 5 + 2 + 2 + 5 + 2 + 2, 1],
      [2, 2 + 2, 0],
    ]);
  });
  it('takes nothing from a clock that jumps back, nor from the gap between two devices', () => {
    const back = knitted([0, 2, 4, -3, -1]);
    expect(minutes(pace(back).any)).toBe(2);
    const two = [...knitted([0, 2]), ...knitted([1.5, 3.5], 'laptop', 3)];
    expect(minutes(pace(two).any)).toBe(2);
  });
  it('rows that were taken back or told late are not timed', () => {
    const late = { ...(knitted([3])[0] as JournalEvent), id: 'late', life: 'gone', row: 9 } as JournalEvent;
    expect(pace([...knitted([0, 2]), late]).sittings[0]?.rows).toBe(2);
  });
  it('a row knitted again is timed from when the old one was taken back', () => {
    const [first, second] = knitted([0, 2]) as [JournalEvent, JournalEvent];
    const undone = { ...second, id: 'undone', kind: 'undo', target: second.id, deviceTime: minuteOf(8) };
    const again = { ...second, id: 'again', deviceTime: minuteOf(11) };
    expect(minutes(pace([first, second, undone as JournalEvent, again]).any)).toBe(3);
  });
  it('rows told of a life that is gone count in no way', () => {
    const gone = [20, 29, 38].map((at, i) => ({
      ...knitted([at])[0],
      id: `gone-${i}`,
      life: 'gone',
      row: 9 + i,
    }));
    expect(minutes(pace([...knitted([0, 2]), ...(gone as JournalEvent[])]).any)).toBe(2);
  });
  it('foretells rows to come by their kinds', () => {
    const known = pace(knitted([0, 2, 4, 9, 11, 13, 15, 20]));
    expect(minutes(timeFor(known, kindOf, 9, 16))).toBe(6 * 2 + 2 * 5);
    expect(timeFor(known, kindOf, 9, 8)).toBe(0);
  });
  it('whatever the clocks say, no time is negative or unknown', () =>
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -500, max: 500 }), { maxLength: 30 }), (at) => {
        for (const { atNeedles, pauses } of pace(knitted(at)).sittings)
          expect(atNeedles >= 0 && pauses >= 0 && Number.isFinite(atNeedles)).toBe(true);
      }),
    ));
});

describe('hands at it', () => {
  const since = (at: readonly number[], device = 'phone') => {
    const found = atItSince(knitted(at), device);
    return found === null ? null : (found - START) / MINUTE;
  };
  it('since the first row after a rest of ten minutes', () => {
    expect(since([0, 2, 4])).toBe(0);
    expect(since([0, 2, 11.9, 13])).toBe(0);
    expect(since([0, 2, 12, 13])).toBe(12);
  });
  it('since a clock jumped back', () => expect(since([0, 5, 3, 4])).toBe(3));
  it('each device for itself, null where it has told nothing', () => {
    expect(since([0, 2], 'laptop')).toBeNull();
    const events = [...knitted([0, 2]), ...knitted([30, 31], 'laptop', 3), ...knitted([9], 'phone', 5)];
    expect(atItSince(events, 'phone')).toBe(START);
    expect(atItSince(events, 'laptop')).toBe(START + 30 * MINUTE);
  });
});
