import fc from 'fast-check';
import { FIRST_LIFE, type Happening, type JournalEvent } from './events';
import { fold } from './fold';
import { planOf } from '../testing/plans';
import { worksheet } from '../piece/worksheet';
import { sittings } from './sittings';
import { eventSchema, postSchema } from './schema';
import { runs } from '../testing/size';

let next = 0;
const event = (happening: Happening, id = `event-${String((next += 1)).padStart(4, '0')}`): JournalEvent =>
  ({ id, device: 'phone', deviceTime: '2026-11-20T18:00:00Z', ...happening }) as JournalEvent;
const rows = (from: number, to: number, life = FIRST_LIFE) =>
  Array.from({ length: to - from + 1 }, (_, i) => event({ kind: 'rowDone', life, row: from + i }));
const crossing = {
  kind: 'crossing',
  lean: 'right',
  over: ['knit', 'knit'],
  under: ['knit', 'knit'],
} as const;
const fault = (pieceRow: number, rowEvent: string | null) =>
  event({ kind: 'fault', pieceRow, rowEvent, panel: 'rope', wale: 2, charted: crossing, made: 'uncrossed' });

describe('rows', () => {
  it('count one by one', () => expect(fold(rows(1, 62))).toMatchObject({ done: 62, life: FIRST_LIFE }));
  it('twice the same is once: replayed events, two taps, two devices', () => {
    const knitted = rows(1, 5);
    const state = fold([
      ...knitted,
      ...knitted,
      ...rows(3, 5),
      event({ kind: 'rowDone', life: FIRST_LIFE, row: 6 }),
    ]);
    expect(state.done).toBe(6);
  });
  it('any replay in any place changes nothing', () =>
    fc.assert(
      fc.property(fc.array(fc.nat(20), { maxLength: 20 }), (picks) => {
        const knitted = rows(1, 21);
        const replayed = picks.reduce<JournalEvent[]>(
          (list, pick) => [...list, knitted[pick] as JournalEvent],
          [...knitted],
        );
        expect(fold(replayed).done).toBe(21);
      }),
    ));
  it('a row that is not the next one is not counted', () =>
    expect(fold([...rows(1, 3), event({ kind: 'rowDone', life: FIRST_LIFE, row: 9 })]).done).toBe(3));
});

describe('undo and redo', () => {
  const knitted = rows(1, 4);
  const top = knitted[3] as JournalEvent;
  const undo = event({ kind: 'undo', target: top.id });
  it('takes the top row back, and redo brings the very same row again', () => {
    expect(fold([...knitted, undo])).toMatchObject({ done: 3, redoTarget: undo.id });
    const redone = fold([...knitted, undo, event({ kind: 'undo', target: undo.id })]);
    expect(redone).toMatchObject({ done: 4, undoTarget: top.id, redoTarget: null });
    expect(redone.rowEvents[3]).toBe(top.id);
  });
  it('only the topmost row can be undone', () =>
    expect(fold([...knitted, event({ kind: 'undo', target: knitted[1]!.id })]).done).toBe(4));
  it('a new row after an undo leaves nothing to redo', () =>
    expect(fold([...knitted, undo, ...rows(4, 4)])).toMatchObject({ done: 4, redoTarget: null }));
  it('an undone row knitted again by another event counts', () =>
    expect(fold([...knitted, undo, ...rows(4, 5)]).done).toBe(5));
  it('a rip can be undone until the next row is knitted', () => {
    const rip = event({ kind: 'ripped', life: FIRST_LIFE, to: 1 });
    const back = event({ kind: 'undo', target: rip.id });
    expect(fold([...knitted, rip, back])).toMatchObject({ done: 4, life: FIRST_LIFE });
    expect(fold([...knitted, rip, ...rows(2, 2, rip.id), back])).toMatchObject({ done: 2, life: rip.id });
    expect(fold([...knitted, rip, back, event({ kind: 'undo', target: back.id })])).toMatchObject({
      done: 1,
      life: rip.id,
    });
  });
  it('any walk of knitting and undoing ends where a simple stack says', () =>
    fc.assert(
      fc.property(fc.array(fc.constantFrom('knit', 'undo', 'redo'), { maxLength: 60 }), (walk) => {
        const events: JournalEvent[] = [];
        let stack = 0;
        let undone = 0;
        for (const step of walk) {
          const state = fold(events);
          if (step === 'knit') events.push(...rows(state.done + 1, state.done + 1));
          if (step === 'undo' && state.undoTarget)
            events.push(event({ kind: 'undo', target: state.undoTarget }));
          if (step === 'redo' && state.redoTarget)
            events.push(event({ kind: 'undo', target: state.redoTarget }));
          if (step === 'knit') [stack, undone] = [stack + 1, 0];
          if (step === 'undo' && stack > 0) [stack, undone] = [stack - 1, undone + 1];
          if (step === 'redo' && undone > 0) [stack, undone] = [stack + 1, undone - 1];
          expect(fold(events).done).toBe(stack);
        }
      }),
      { numRuns: runs(40, 400) },
    ));
});

describe('lives (hard case 5)', () => {
  const rip = event({ kind: 'ripped', life: FIRST_LIFE, to: 55 }, 'laptop-rip-1');
  const laptop = [...rows(1, 59), rip, ...rows(56, 58, rip.id)];
  it('rows of a dead life come home late: kept, not counted, shown', () => {
    const state = fold([...laptop, ...rows(60, 66)]);
    expect(state).toMatchObject({ done: 58, life: rip.id });
    expect(state.strays.map(({ row }) => row)).toEqual([60, 61, 62, 63, 64, 65, 66]);
  });
  it('after a rip the same row is honestly knitted again', () =>
    expect(fold(laptop).rowEvents[55]).not.toBeNull());
  it('two devices that rip the same life rip it once', () =>
    expect(fold([...laptop, event({ kind: 'ripped', life: FIRST_LIFE, to: 40 })])).toMatchObject({
      done: 58,
    }));
  it('set row starts a life of its own with rows that no event finished', () => {
    const set = event({ kind: 'rowSet', life: FIRST_LIFE, row: 10 });
    expect(fold([...rows(1, 3), set, ...rows(11, 11, set.id)])).toMatchObject({ done: 11, life: set.id });
  });
});

describe('what hangs on a row ends with it', () => {
  const knitted = rows(1, 10);
  const life = event({ kind: 'lifeline', row: 6 });
  const wrong = fault(8, knitted[7]!.id);
  const rip = event({ kind: 'ripped', life: FIRST_LIFE, to: 7 });
  it('a rip below takes faults and lifelines with it, an undone rip brings them back', () => {
    expect(fold([...knitted, life, wrong, rip])).toMatchObject({ faults: [], lifelines: [{ row: 6 }] });
    expect(fold([...knitted, life, wrong, rip, event({ kind: 'undo', target: rip.id })]).faults).toHaveLength(
      1,
    );
    expect(fold([...knitted, life, event({ kind: 'ripped', life: FIRST_LIFE, to: 5 })]).lifelines).toEqual(
      [],
    );
  });
  it('the same row knitted again is not faulty', () =>
    expect(fold([...knitted, wrong, rip, ...rows(8, 10, rip.id)]).faults).toEqual([]));
  it('a mended fault deviates no more; undoing the mending brings it back', () => {
    const mended = event({ kind: 'mended', fault: wrong.id });
    expect(fold([...knitted, wrong]).facts.deviations).toHaveLength(1);
    expect(fold([...knitted, wrong, mended]).facts.deviations).toEqual([]);
    expect(
      fold([...knitted, wrong, mended, event({ kind: 'undo', target: mended.id })]).facts.deviations,
    ).toHaveLength(1);
  });
  it('an undone note is gone', () => {
    const note = event({ kind: 'note', row: 3, text: 'new ball' });
    expect(fold([...knitted, note, event({ kind: 'undo', target: note.id })]).notes).toEqual([]);
  });
});

describe('a panel set right (hard case 4)', () => {
  const knitted = rows(1, 37);
  const set = (since: number | null) =>
    event({ kind: 'panelRowSet', panel: 'six', from: 38, position: 3, since });
  it('as the plan and as the record differ in what the fabric was', () => {
    expect(fold([...knitted, set(null)]).facts.amendments).toMatchObject([{ chartedFrom: 38, madeFrom: 38 }]);
    expect(fold([...knitted, set(30)]).facts.amendments).toMatchObject([{ chartedFrom: 38, madeFrom: 30 }]);
  });
  it('undone at row 41 it never was', () => {
    const amendment = set(30);
    expect(
      fold([...knitted, amendment, ...rows(38, 40), event({ kind: 'undo', target: amendment.id })]).facts
        .amendments,
    ).toEqual([]);
  });
  it('ripping into the misread rows keeps what is left of them; ripping below ends it', () => {
    const ripTo = (to: number) =>
      fold([...knitted, set(30), event({ kind: 'ripped', life: FIRST_LIFE, to })]).facts.amendments;
    expect(ripTo(33)).toMatchObject([{ chartedFrom: 34, madeFrom: 30 }]);
    expect(ripTo(29)).toEqual([]);
  });
});

describe('sittings and shapes', () => {
  it('a long pause ends a sitting', () => {
    const at = (time: string) => ({
      ...event({ kind: 'rowDone', life: FIRST_LIFE, row: 1 }),
      deviceTime: time,
    });
    expect(
      sittings([at('2026-11-20T18:00:00Z'), at('2026-11-20T18:10:00Z'), at('2026-11-20T20:10:00Z')]),
    ).toHaveLength(2);
  });
  it.each([
    ['a row of 0', { kind: 'rowDone', life: FIRST_LIFE, row: 0 }],
    ['a row that is a fraction', { kind: 'rowDone', life: FIRST_LIFE, row: 1.5 }],
    ['an unknown kind', { kind: 'explode' }],
    ['a stray field', { kind: 'rowDone', life: FIRST_LIFE, row: 1, more: true }],
    ['an empty note', { kind: 'note', row: 1, text: '   ' }],
    ['a crossing of nothing', { ...fault(1, null), over: [], made: { ...crossing, over: [] } }],
  ])('%s is refused', (_, happening) =>
    expect(eventSchema.safeParse({ ...event(happening as Happening), ...happening }).success).toBe(false),
  );
  it('a batch is whole', () =>
    expect(postSchema.safeParse({ events: [...rows(1, 3), fault(2, null)] }).success).toBe(true));
});

describe('lengths, weights and ends of sections', () => {
  const measured = (row: number, cm: number, since = 0) => event({ kind: 'measured', row, since, cm });
  it('the newest measure that still holds corrects the row gauge', () => {
    const state = fold([...rows(1, 60), measured(30, 10), measured(60, 19, 30)]);
    expect(state.facts.rowsPer10).toBeCloseTo((30 / 19) * 10, 10);
    const ripped = event({ kind: 'ripped', life: FIRST_LIFE, to: 40 });
    expect(fold([...rows(1, 60), measured(30, 10), measured(60, 19, 30), ripped]).facts.rowsPer10).toBe(30);
  });
  it('a measure of no rows is not counted', () =>
    expect([...fold([...rows(1, 3), measured(3, 4, 3)]).verdicts.values()].pop()).toBe('outOfPlace'));
  it('a section ends with the row just finished, is open again after an undo, and ends again after a redo', () => {
    const end = event({ kind: 'sectionEnded', section: 'body', row: 12 });
    const undo = event({ kind: 'undo', target: end.id });
    const ends = (events: JournalEvent[]) => fold(events).facts.ends?.map(({ row }) => row);
    expect(ends([...rows(1, 12), end])).toEqual([12]);
    expect(fold([...rows(1, 12), end]).undoTarget).toBe(end.id);
    expect(ends([...rows(1, 12), end, undo])).toEqual([]);
    expect(ends([...rows(1, 12), end, undo, event({ kind: 'undo', target: undo.id })])).toEqual([12]);
    expect(ends([...rows(1, 13), end])).toEqual([]);
    expect(ends([...rows(1, 12), end, event({ kind: 'ripped', life: FIRST_LIFE, to: 9 })])).toEqual([]);
  });
  it('weighings hold as long as their row does', () => {
    const weighed = [event({ kind: 'weighed', row: 0, grams: 100 }), event({ kind: 'weighed', row: 20, grams: 80 })];
    expect(fold([...rows(1, 20), ...weighed]).weighings.map(({ grams }) => grams)).toEqual([100, 80]);
    const rip = event({ kind: 'ripped', life: FIRST_LIFE, to: 5 });
    expect(fold([...rows(1, 20), ...weighed, rip]).weighings.map(({ grams }) => grams)).toEqual([100]);
  });
  it.each<[string, object, boolean]>([
    ['a length', { kind: 'measured', row: 9, since: 0, cm: 3.5 }, true],
    ['no length', { kind: 'measured', row: 9, since: 0, cm: 0 }, false],
    ['a weight below zero', { kind: 'weighed', row: 9, grams: -1 }, false],
    ['an end without a section', { kind: 'sectionEnded', row: 9 }, false],
    ['a changed plan', { kind: 'planChanged', revision: 2, from: 9 }, true],
  ])('%s over the wire', (_, happening, sound) =>
    expect(eventSchema.safeParse({ id: 'event-9999', device: 'd', deviceTime: '2026-11-20T18:00:00Z', ...happening }).success).toBe(sound));
}); // prettier-ignore

describe('an open section', () => {
  const open = planOf([{ rows: 10, panels: [{ chart: 'rope-4', id: 'a' }] }, { rows: 6, panels: [{ chart: 'rope-4', id: 'a', carryOn: true }] }]); // prettier-ignore
  const plan = {
    ...open,
    sections: open.sections.map((s, i) => (i === 0 ? { ...s, length: { until: { cm: 20, from: 'section' as const }, estimate: 50 } } : s)), // prettier-ignore
  };
  const sheet = (events: JournalEvent[]) => worksheet(plan, fold(events).facts);
  it('has its estimate, then what was measured, then as many rows as it was given', () => {
    expect(sheet(rows(1, 5)).rows).toBe(56);
    expect(sheet([...rows(1, 30), event({ kind: 'measured', row: 30, since: 0, cm: 10 })]).rows).toBe(66);
    expect(sheet(rows(1, 53)).rows).toBe(60);
    const ended = sheet([...rows(1, 44), event({ kind: 'sectionEnded', section: 'section-1', row: 44 })]);
    expect([ended.rows, ended.firstRows[1]]).toEqual([50, 45]);
  });
});

describe('the estimate of an open section', () => {
  const until = (ending: object) => {
    const plan = planOf([{ rows: 10, panels: [{ chart: 'rope-4', id: 'a' }] }, { rows: 6, panels: [{ chart: 'rope-4', id: 'a', carryOn: true }] }]);
    const length = { until: { cm: 20, from: 'section', ending }, estimate: 49 };
    return worksheet({ ...plan, sections: plan.sections.map((s, i) => (i === 0 ? { ...s, length } : s)) } as typeof plan);
  };
  it('comes to a row after which it may end', () => {
    expect(until({ side: 'RS' }).firstRows[1]).toBe(50);
    expect(until({ side: 'WS' }).firstRows[1]).toBe(51);
    expect(until({ panel: 'a', rows: [3] }).firstRows[1]).toBe(52);
  });
}); // prettier-ignore
