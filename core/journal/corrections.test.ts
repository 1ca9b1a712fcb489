/** What a knitter takes back, hangs in the work and decides about rows that two devices tell differently. */
import fc from 'fast-check';
import { planOf } from '../testing/plans';
import { FIRST_LIFE, type Happening, type JournalEvent } from './events';
import { fold } from './fold';
import { leanPlayedBack, playback, repeated } from './playback';
import { storiesOf } from './stories';
import { rowsToUndo, undosFor } from './undoing';

const CROSSING = {
  kind: 'crossing',
  lean: 'right',
  over: ['knit', 'knit'],
  under: ['knit', 'knit'],
} as const;
let next = 0;
const event = (happening: Happening, device = 'phone'): JournalEvent =>
  ({ id: `more-${String((next += 1)).padStart(5, '0')}`, device, deviceTime: '2026-11-20T18:00:00Z', ...happening }) as JournalEvent; // prettier-ignore
const rows = (from: number, to: number, life = FIRST_LIFE, device = 'phone') =>
  Array.from({ length: to - from + 1 }, (_, i) => event({ kind: 'rowDone', life, row: from + i }, device));
const undos = (events: readonly JournalEvent[], count: number) => [
  ...events,
  ...undosFor(fold(events), count).map((target) => event({ kind: 'undo', target })),
];

describe('taking several rows back at once', () => {
  it('takes what was set between them back as well, and leaves the life as it is', () => {
    const set = event({ kind: 'panelRowSet', panel: 'rope', from: 9, position: 2, since: null });
    const events = [...rows(1, 8), set, ...rows(9, 12)];
    expect(rowsToUndo(fold(events))).toBe(12);
    const state = fold(undos(events, 5));
    expect(state).toMatchObject({ done: 7, life: FIRST_LIFE, facts: { amendments: [] } });
  });
  it('stops at a rip: what was ripped is another story', () => {
    const rip = event({ kind: 'ripped', life: FIRST_LIFE, to: 3 });
    const events = [...rows(1, 8), rip, ...rows(4, 5, rip.id)];
    expect([rowsToUndo(fold(events)), fold(undos(events, 9)).done]).toEqual([2, 3]);
  });
  it('redo brings them again one by one, the newest undo first', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 15 }), fc.integer({ min: 1, max: 15 }), (knitted, back) => {
        let events = undos(rows(1, knitted), back);
        const low = Math.max(0, knitted - back);
        expect(fold(events).done).toBe(low);
        for (let row = low + 1; row <= knitted; row += 1) {
          events = [...events, event({ kind: 'undo', target: fold(events).redoTarget as string })];
          expect(fold(events).done).toBe(row);
        }
      }),
    ));
});

describe('one-off rows and added repeats', () => {
  const once = (row: number) =>
    event({ kind: 'rowOnce', row, panel: 'rope', instead: { does: 'uncrossed' } });
  it('are undone and redone like rows', () => {
    const more = event({ kind: 'repeatsChanged', section: 's', panel: 'rope', by: 1 });
    const events = [...rows(1, 4), once(9), more];
    expect(fold(events).facts).toMatchObject({ onces: [{ row: 9 }], lengthened: [{ by: 1 }] });
    expect(fold(undos(events, 0)).done).toBe(4);
    const undone = [...events, event({ kind: 'undo', target: more.id })];
    expect(fold(undone)).toMatchObject({ undoTarget: (events[4] as JournalEvent).id, facts: { lengthened: [] } });
  }); // prettier-ignore
  it('one that was planned outlives a rip; one said of a finished row goes with it', () => {
    const rip = event({ kind: 'ripped', life: FIRST_LIFE, to: 2 });
    const state = fold([...rows(1, 6), once(5), once(9), rip, ...rows(3, 6, rip.id)]);
    expect(state.facts.onces?.map(({ row }) => row)).toEqual([9]);
  });
});

describe('anchors and looks', () => {
  it('stand as long as their row does', () => {
    const marker = event({ kind: 'anchored', what: 'marker', row: 5, panel: 'rope', text: '' });
    const looked = event({ kind: 'looked', row: 5 });
    const rip = event({ kind: 'ripped', life: FIRST_LIFE, to: 4 });
    const before = fold([...rows(1, 6), marker, looked]);
    expect([before.anchors.length, before.looked.has(5)]).toEqual([1, true]);
    const after = fold([...rows(1, 6), marker, looked, rip, ...rows(5, 6, rip.id)]);
    expect([after.anchors.length, after.looked.size]).toEqual([0, 0]);
  });
  it('a row that is not done cannot have been looked at', () =>
    expect(fold([...rows(1, 3), event({ kind: 'looked', row: 4 })]).looked.size).toBe(0));
});

describe('two stories of one piece', () => {
  /** Hard case 5 of the design: the phone works 60 to 66 offline; the laptop rips to 55 and knits to 58. */
  const rip = event({ kind: 'ripped', life: FIRST_LIFE, to: 55 }, 'laptop');
  const shared = [...rows(1, 59), rip, ...rows(56, 58, rip.id, 'laptop')];
  const phone = rows(60, 66);
  const events = [...shared, ...phone];

  it('are told side by side, and nothing counts that was not decided', () => {
    const state = fold(events);
    expect(state.done).toBe(58);
    expect(storiesOf(state)).toMatchObject([
      {
        life: FIRST_LIFE,
        strays: [{ device: 'phone', first: 60, last: 66 }],
        ended: { id: rip.id, to: 55 },
        since: [{ device: 'laptop', first: 56, last: 58 }],
      },
    ]);
  });
  it('once decided, they are not asked about again, until more rows of that life arrive', () => {
    const settled = event({ kind: 'settled', life: FIRST_LIFE });
    expect(fold([...events, settled]).strays).toEqual([]);
    expect(fold([...events, settled, ...rows(67, 68)]).strays.map(({ row }) => row)).toEqual([67, 68]);
  });
  it('a phone that ripped without knowing is told against the rip that came first', () => {
    const own = event({ kind: 'ripped', life: FIRST_LIFE, to: 57 });
    const all = [...shared, own, ...rows(58, 61, own.id)];
    const state = fold(all);
    expect(state.done).toBe(58);
    expect(storiesOf(state)).toMatchObject([{ life: FIRST_LIFE, lives: [own.id], ended: { id: rip.id }, strays: [{ first: 58, last: 61 }] }]);
  }); // prettier-ignore
  it('rows of a life nobody knows are told alone', () => {
    const lost = rows(4, 5, 'life-unknown');
    const all = [...rows(1, 3), ...lost];
    expect(storiesOf(fold(all))).toMatchObject([{ ended: null, since: [] }]);
  });
});

describe('the second of a pair', () => {
  const once = event({ kind: 'rowOnce', row: 9, panel: 'rope', instead: { does: 'uncrossed' } });
  const set = event({ kind: 'panelRowSet', panel: 'rope', from: 5, position: 2, since: null });
  const more = event({ kind: 'repeatsChanged', section: 'body-r2', panel: 'rope', by: 1 });
  const fault = event({ kind: 'fault', pieceRow: 3, rowEvent: null, panel: 'rope', wale: 2, charted: CROSSING, made: { ...CROSSING, lean: 'left' } });
  const mended = event({ kind: 'fault', pieceRow: 4, rowEvent: null, panel: 'rope', wale: 2, charted: CROSSING, made: 'uncrossed' });
  const events = [...rows(1, 4), set, ...rows(5, 6), more, once, fault, mended, event({ kind: 'mended', fault: mended.id })]
    .map((one) => (one.kind === 'fault' ? { ...one, rowEvent: `row-${one.pieceRow}` } : one))
    .map((one) => (one.kind === 'rowDone' ? { ...one, id: `row-${one.row}` } : one));
  const state = fold(events);
  const { sections, ...plan } = planOf([{ rows: 60, panels: [{ chart: 'rope-4', id: 'rope' }] }]);
  const changed = { ...plan, sections: sections.map((section) => ({ ...section, id: 'body-r2', origin: 'body' })) };

  it('is told the first one’s deviations in the order of rows, mended faults left out', () =>
    expect(playback(state, changed).map(({ row, what }) => [row, what.kind])).toEqual([
      [3, 'fault'],
      [5, 'panelRowSet'],
      [7, 'repeatsChanged'],
      [9, 'rowOnce'],
    ]));
  it('records the same in its own journal, in sections as the draft calls them, and is not told it again', () => {
    const told = playback(state, changed);
    expect(told[2]?.same).toEqual({ kind: 'repeatsChanged', section: 'body', panel: 'rope', by: 1 });
    const second = told.flatMap(({ same }) => (same ? [event(same)] : []));
    expect(told.map((one) => repeated(one, fold(second)))).toEqual([false, true, true, true]);
    expect(told.some((one) => repeated(one, fold([])))).toBe(false);
  });
  it('is told of what hangs in the work, of ends of sections and of notes, as long as they stand', () => {
    const hung = event({ kind: 'anchored', what: 'marker', row: 2, panel: 'rope', text: 'first' });
    const torn = event({ kind: 'anchored', what: 'pin', row: 6, panel: null, text: '' });
    const note = event({ kind: 'note', row: 1, text: 'tight' });
    const ended = event({ kind: 'sectionEnded', section: 'body-r2', row: 4 });
    const rip = event({ kind: 'ripped', life: FIRST_LIFE, to: 4 });
    const told = playback(fold([...rows(1, 4), note, hung, ended, ...rows(5, 6), torn, rip]), changed);
    expect(told.map(({ row, same }) => [row, same])).toEqual([
      [1, null],
      [2, { kind: 'anchored', what: 'marker', row: 2, panel: 'rope', text: 'first' }],
      [4, { kind: 'sectionEnded', section: 'body', row: 4 }],
    ]);
    expect(told.map(({ id }) => id)).toEqual([note.id, hung.id, ended.id]);
  });
  it('mirrored, a crossing left wrong leans the other way', () => {
    const left = playback(state, changed)[0]?.what as typeof fault & { kind: 'fault' };
    expect([leanPlayedBack(left, false), leanPlayedBack(left, true)]).toEqual(['left', 'right']);
    expect(leanPlayedBack({ ...left, made: 'uncrossed' }, true)).toBeNull();
  });
}); // prettier-ignore
