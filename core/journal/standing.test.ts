/** A fold that goes on from a standing says what a fold of the whole journal says, or that it does not know. */
import fc from 'fast-check';
import { planOf } from '../testing/plans';
import { home, type Home } from '../testing/two-devices';
import { FIRST_LIFE, type JournalEvent } from './events';
import { fold } from './fold';
import { playback } from './playback';
import { REACH, resume, standingOf, type Reach, type Standing } from './standing';
import type { JournalState } from './state';
import { storiesOf } from './stories';
import { runs } from '../testing/size';

const DOES = [
  'knit',
  'knit',
  'knit',
  'knit',
  'knit',
  'rip',
  'set',
  'undo',
  'undo',
  'redo',
  'again',
  'note',
  'line',
  'look',
  'measure',
  'once',
  'fault',
  'mend',
  'repair',
  'leave',
  'inspect',
  'end',
  'panel',
  'change',
  'settle',
  'settle',
  'sync',
  'sync',
  'follow',
] as const;
type Command = {
  readonly device: 'phone' | 'tablet';
  readonly does: (typeof DOES)[number];
  readonly number: number;
};
const commands = fc.array(
  fc.record<Command>({
    device: fc.constantFrom('phone', 'tablet'),
    does: fc.constantFrom(...DOES),
    number: fc.nat({ max: 9 }),
  }),
  { minLength: 10, maxLength: 90 },
);
const CROSSING = { kind: 'crossing', lean: 'right', over: ['knit'], under: ['knit'] } as const;
const FAULT = { kind: 'fault', panel: 'rope', wale: 2, charted: CROSSING, made: 'uncrossed' } as const;

function act(made: Home, { device, does, number }: Command) {
  const it = made[device];
  const { life, done, rowEvents, faults, redoTarget } = it.state;
  const row = Math.max(1, done - number);
  switch (does) {
    case 'knit':
      return it.knit();
    case 'rip':
      return done > 1 && it.rip(row - 1);
    case 'set':
      return it.say({ kind: 'rowSet', life, row: Math.max(0, done + number - 4) });
    case 'undo':
      return it.undo();
    case 'redo':
      return redoTarget !== null && it.say({ kind: 'undo', target: redoTarget });
    case 'again':
      return it.say({ kind: 'rowDone', life, row });
    case 'note':
      return it.say({ kind: 'note', row, text: String(number) });
    case 'line':
      return it.say({ kind: 'lifeline', row });
    case 'look':
      return it.say({ kind: 'looked', row });
    case 'measure':
      return it.say({ kind: 'measured', row, since: 0, cm: 10 });
    case 'once':
      return it.say({ kind: 'rowOnce', row: row + 3, panel: null, instead: { does: 'uncrossed' } });
    case 'fault':
      return it.say({ ...FAULT, pieceRow: row, rowEvent: rowEvents[row - 1] ?? null });
    case 'mend':
      return faults[0] && it.say({ kind: 'mended', fault: faults[0].id });
    case 'repair':
      return faults[0] && it.say({ kind: 'repairBegun', faults: faults.map(({ id }) => id), done });
    case 'leave':
      return faults[0] && it.say({ kind: 'left', fault: faults[0].id, as: 'itLies' });
    case 'inspect':
      return it.say({ kind: 'inspected', panel: 'rope', from: 1, to: row });
    case 'end':
      return it.say({ kind: 'sectionEnded', section: 'body', row: done });
    case 'panel':
      return it.say({
        kind: 'panelRowSet',
        panel: 'rope',
        from: done + 1,
        position: 2,
        since: number > 4 ? row : null,
      });
    case 'change': {
      const from = made.state.done + 1;
      return made.server.push(
        made.make('bench', made.server.length, { kind: 'planChanged', revision: 2, from }),
      );
    }
    case 'settle':
      for (const of of storiesOf(it.state).flatMap(({ lives }) => lives))
        it.say({ kind: 'settled', life: of });
      return it.state.oldPlan && it.say({ kind: 'settled', life: it.state.oldPlan.change.id });
    case 'sync':
      return it.sync();
    case 'follow':
      return it.follow();
  }
}

/** All that screens show of a state; of entries, what is in reach. */
function shown(state: JournalState) {
  const { verdicts, entries, places, lifeWhenLate, doneAt, steps, said, unsure, rowEvents, ...rest } = state;
  return {
    ...rest,
    rowEvents,
    steps: steps.length > 0,
    stories: storiesOf(state),
    playback: playback(state, PLAN),
    notes: said.filter(({ kind }) => kind === 'note'),
    late: [...state.late].map((late) => [late, lifeWhenLate.get(late.id)]),
    done: [verdicts, doneAt, places].map((map) => map.get(state.undoTarget ?? '')),
    known: entries.get(state.undoTarget ?? ''),
    unsure,
  };
}

/** An older version did not say what its devices knew. */
const withoutSeen = ({ seen: _, ...event }: JournalEvent) => event as JournalEvent;
const journals = fc.tuple(commands, fc.nat({ max: 4 })).map(([list, old]) => {
  const made = home(4);
  for (const command of list) act(made, command);
  made.meet();
  return old === 0 ? made.server.map(withoutSeen) : made.server;
});
const cuts = fc.array(fc.nat({ max: 40 }), { minLength: 1, maxLength: 4 });
const PLAN = planOf([{ rows: 60, panels: [{ chart: 'rope-4', id: 'rope' }] }]);
const SMALL: Reach = { steps: 6, undone: 2, rows: 3, ids: 6 };

function standingAfter(base: Standing | null, events: readonly JournalEvent[], reach: Reach) {
  const judge = resume(base);
  for (const event of events) judge.apply(event);
  return standingOf(judge, reach);
}
/** Standings one on the other, as a journal grows. */
function grown(events: readonly JournalEvent[], lengths: readonly number[]): Standing | null {
  let base: Standing | null = null;
  for (const length of lengths) {
    const at: number = base?.seq ?? 0;
    const next = standingAfter(base, events.slice(at, at + length), SMALL);
    base = next ?? base;
  }
  return base;
}

const asStored = (base: Standing | null) => JSON.parse(JSON.stringify(base)) as Standing | null;
/** Whether the entries after a standing could be told from it; then they are as the whole journal tells them. */
function agrees(events: readonly JournalEvent[], base: Standing, whole: JournalState): boolean {
  const state = fold(events.slice(base.seq), asStored(base));
  if (state.unsure) return false;
  // Ids of rows far below are left out.
  const rowEvents = whole.rowEvents.map((id, i) => (state.rowEvents[i] === '' ? '' : id));
  expect(shown(state)).toEqual(shown({ ...whole, rowEvents }));
  // Steps far below are left out too; where none is left, there is none.
  expect(whole.steps.slice(whole.steps.length - state.steps.length)).toEqual(state.steps);
  return true;
}

describe('a standing', () => {
  it('with the entries after it tells the same as the whole journal, or says that it cannot', () => {
    let told = 0;
    fc.assert(
      fc.property(journals, (events) => {
        const whole = fold(events);
        for (let length = 1; length < events.length; length += 1) {
          const base = standingAfter(null, events.slice(0, length), SMALL);
          if (base) told += agrees(events, base, whole) ? 1 : 0;
        }
      }),
      { numRuns: runs(150, 12_000) },
    );
    expect(told).toBeGreaterThan(runs(375, 30_000));
  });

  it('that was made from a standing is as good', () => {
    fc.assert(
      fc.property(journals, cuts, (events, lengths) => {
        const base = grown(events, lengths);
        if (base) agrees(events, base, fold(events));
      }),
      { numRuns: runs(400, 12_000) },
    );
  });

  it('of a journal in which the devices follow each other is never unsure within its reach', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 60 }), fc.integer({ min: 0, max: 6 }), (rows, back) => {
        const made = home(rows + 6);
        const base = standingAfter(null, made.server, SMALL);
        for (let i = 0; i < back; i += 1) {
          made.tablet.follow();
          made.tablet.undo();
          made.tablet.sync();
        }
        const state = fold(made.server.slice(base?.seq), base);
        expect([state.done, state.unsure]).toEqual([rows + 6 - back, back === 6]);
      }),
    );
  });

  it('is unsure when all that it knows is taken back and more was done before, and only then', () => {
    const back = (sets: number, undos: number) => {
      const made = home(0);
      for (let i = 0; i < sets; i += 1)
        made.tablet.say({ kind: 'panelRowSet', panel: 'rope', from: 1, position: i, since: null });
      made.tablet.sync();
      const base = standingAfter(null, made.server, SMALL);
      for (let i = 0; i < undos; i += 1) made.tablet.undo();
      made.tablet.sync();
      const state = fold(made.server.slice(base?.seq), asStored(base));
      return [state.undoTarget === null, state.unsure];
    };
    expect([back(8, 5), back(8, 6), back(6, 6), back(7, 6)]).toEqual([
      [false, false],
      [true, true],
      [true, false],
      [true, true],
    ]);
  });

  it('passes on that it has left something behind', () => {
    const made = home(0);
    const say = (from: number, to: number) => {
      for (let i = from; i < to; i += 1)
        made.tablet.say({ kind: 'panelRowSet', panel: 'rope', from: 1, position: i, since: null });
      made.tablet.sync();
    };
    say(0, 8);
    const first = standingAfter(null, made.server, SMALL);
    for (let i = 0; i < 4; i += 1) made.tablet.undo();
    made.tablet.sync();
    const second = standingAfter(asStored(first), made.server.slice(first?.seq), SMALL);
    for (let i = 0; i < 2; i += 1) made.tablet.undo();
    made.tablet.sync();
    expect(fold(made.server.slice(second?.seq), asStored(second)).unsure).toBe(true);
  });

  it('is as long as what can still be spoken of, however long the journal is', () => {
    const made = home(4);
    const lengths = [2000, 8000].map((entries) => {
      while (made.server.length < entries) {
        made.phone.known = made.phone.known.slice(-1);
        made.server.push(made.make('phone', made.server.length, { kind: 'note', row: 1, text: '' }));
        made.server.push(
          made.make('phone', made.server.length, { kind: 'undo', target: made.server.at(-1)?.id ?? '' }),
        );
      }
      return JSON.stringify(standingAfter(null, made.server, REACH)).length;
    });
    expect(lengths[1]).toBe(lengths[0]);
  });

  it('keeps the id of a row that a fault lies in, however far below', () => {
    const made = home(30);
    const rowEvent = made.state.rowEvents[2] ?? null;
    made.tablet.say({ ...FAULT, pieceRow: 3, rowEvent });
    made.tablet.sync();
    const base = standingAfter(null, made.server, SMALL);
    expect(base?.rowEvents.slice(0, 5)).toEqual(['', '', rowEvent, '', '']);
  });

  it('knows that rows told unaware of a change, and taken down, may come back to be asked about', () => {
    const made = home(4);
    made.server.push(made.make('bench', made.server.length, { kind: 'planChanged', revision: 2, from: 5 }));
    made.phone.rows(12);
    for (let position = 1; position <= 5; position += 1)
      made.phone.say({ kind: 'panelRowSet', panel: 'rope', from: 17, position, since: null });
    made.phone.sync();
    expect(made.state.oldPlan?.rows.length).toBe(12);
    made.phone.rip(4);
    made.phone.sync();
    const base = standingAfter(null, made.server, SMALL);
    made.phone.undo();
    made.phone.sync();
    const state = fold(made.server.slice(base?.seq), asStored(base));
    // What to ask is told by the whole journal alone.
    expect([base?.seq, state.done, state.unsure]).toEqual([23, 16, true]);
  });

  it('is not made while something is left to decide', () => {
    const made = home(6);
    made.tablet.rip(2);
    made.phone.rows(3);
    made.meet();
    expect(made.state.late.length).toBeGreaterThan(0);
    expect(standingAfter(null, made.server, REACH)).toBeNull();
    made.phone.say({ kind: 'settled', life: FIRST_LIFE });
    made.meet();
    expect(standingAfter(null, made.server, REACH)).toMatchObject({ seq: made.server.length });
  });
});
