/**
 * Two devices and the journal on disk against a simple reference: whatever is knitted, ripped, undone, sent, lost on the way,
 * killed and reopened in whatever order, every entry arrives once, in its device's order, and both devices end at the same row.
 */
import 'fake-indexeddb/auto';
import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import fc from 'fast-check';
import { FIRST_LIFE, type Happening, type JournalEvent } from '@core/journal/events';
import { fold } from '@core/journal/fold';
import { resume, standingOf, type JournalPart, type Standing } from '@core/journal/standing';
import { planOf } from '@core/testing/plans';
import { LOCAL_KNITTER, openDatabase, type Database } from '~/db/client.server';
import { appendEvents, readJournal } from '~/db/journal.server';
import { createPiece } from '~/db/pieces.server';
import { MapCopies, MapStore } from '~/testing/map-store';
import { browserCopies } from './copies';
import { DeviceJournal } from './device-journal';
import type { Answer } from './outbox';
import { Replica } from './replica';
import { runs } from '@core/testing/size';

const turn = () => new Promise((resolve) => setImmediate(resolve));

let folder: string;
let db: Database;
beforeAll(async () => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'gritch-devices-'));
  db = await openDatabase(folder);
});
afterAll(() => {
  db.$client.close();
  rmSync(folder, { recursive: true, force: true });
});

const PLAN = planOf([{ rows: 400, panels: [{ chart: 'rope-4' }] }]);
const DRAFT = { name: 'Peg bag', construction: 'flat', firstSide: 'RS', firstDirection: 'rightToLeft', sections: [] } as const; // prettier-ignore

/** The journal of one piece as the server keeps it, without the web between. */
class Server {
  /** What is stored, as it was when it was last read. */
  log: readonly JournalEvent[] = [];
  private busy: Promise<unknown> = Promise.resolve();

  private constructor(private readonly piece: string) {}
  static async begin(events: readonly JournalEvent[] = []): Promise<Server> {
    const server = new Server(
      await createPiece(db, LOCAL_KNITTER, { draft: DRAFT, plan: PLAN, yarn: 'oat' }),
    );
    if (events.length > 0) await server.store(events);
    await server.settle();
    return server;
  }

  store(batch: readonly JournalEvent[]): Promise<Answer> {
    const answer = appendEvents(db, LOCAL_KNITTER, this.piece, batch).then((result): Answer =>
      result.ok ? { stored: result.events.map(({ seq }) => seq) } : { refused: result.code },
    );
    this.busy = Promise.all([this.busy, answer]);
    return answer;
  }
  async read() {
    this.log = await readJournal(db, LOCAL_KNITTER, this.piece);
  }
  /** Until nothing is on its way any more, copies on the devices included. */
  async settle() {
    for (let before; before !== this.busy;) {
      before = this.busy;
      await before;
      for (let i = 0; i < 6; i += 1) await turn();
    }
    await this.read();
  }
}

class Device {
  readonly store = new MapStore();
  readonly copies = new MapCopies();
  online = true;
  loseNextAnswer = false;
  journal: DeviceJournal;

  constructor(
    readonly name: string,
    private readonly server: Server,
    private readonly idOf: () => string,
  ) {
    this.journal = this.open();
  }

  private open(page?: JournalPart) {
    const post = async (events: readonly JournalEvent[]): Promise<Answer> => {
      if (!this.online) return 'later';
      const answer = await this.server.store(events);
      if (!this.loseNextAnswer) return answer;
      this.loseNextAnswer = false;
      return 'later';
    };
    const journal = new DeviceJournal('piece', { store: () => this.store, post, copies: this.copies }, page);
    void journal.start();
    return journal;
  }

  /** As if the tab were killed and opened again. */
  reopen(page?: JournalPart) {
    this.journal.stop();
    this.journal = this.open(page);
  }
  /** What the live line would bring. */
  follow() {
    if (this.online) this.server.log.forEach((event, i) => this.journal.take(i + 1, event));
  }
  get state() {
    const { base, events } = this.journal.getState();
    return fold(events, base);
  }
  record(happening: Happening) {
    const event = { id: this.idOf(), device: this.name, deviceTime: '2026-11-20T18:00:00.000Z', ...happening } as JournalEvent; // prettier-ignore
    this.journal.record(event);
    return event.id;
  }
}

/** Rows done by the plainest of rules: the next row counts, a rip begins a new life, what is on top can be undone. */
function reference(log: readonly JournalEvent[]): number {
  let life: string = FIRST_LIFE;
  let rows: string[] = [];
  const before = new Map<string, { life: string; rows: string[]; to: number }>();
  const seen = new Set<string>();
  for (const event of log) {
    if (seen.has(event.id)) continue;
    seen.add(event.id);
    if (event.kind === 'rowDone' && event.life === life && event.row === rows.length + 1) rows.push(event.id);
    else if (event.kind === 'ripped' && event.life === life && event.to < rows.length) {
      before.set(event.id, { life, rows, to: event.to });
      [life, rows] = [event.id, rows.slice(0, event.to)];
    } else if (event.kind === 'undo') {
      const rip = before.get(event.target);
      if (rows[rows.length - 1] === event.target) rows.pop();
      else if (rip && life === event.target && rows.length === rip.to) ({ life, rows } = rip);
    }
  }
  return rows.length;
}

type Name = 'phone' | 'laptop';
type Real = { readonly server: Server; readonly devices: Readonly<Record<Name, Device>> };
/** What was recorded on each device, in order, and which of them have no network. */
type Model = { readonly made: Readonly<Record<Name, string[]>>; readonly offline: Set<Name> };

/** Holds at every moment: what is shown follows from the entries, and the server has each once, in its device's order. */
function look({ made }: Model, { server, devices }: Real) {
  expect(new Set(server.log.map(({ id }) => id)).size).toBe(server.log.length);
  for (const device of Object.values(devices)) {
    expect(device.state.done).toBe(reference(device.journal.getState().events));
    const arrived = server.log.filter((event) => event.device === device.name).map(({ id }) => id);
    expect(arrived).toEqual(made[device.name as Name].slice(0, arrived.length));
  }
}

abstract class Deed implements fc.AsyncCommand<Model, Real> {
  constructor(
    readonly on: Name,
    /** Whether posts have time to arrive before the next deed. */
    readonly waits: boolean,
  ) {}
  abstract act(device: Device, model: Model): void;
  check(_model: Readonly<Model>) {
    return true;
  }
  async run(model: Model, real: Real) {
    this.act(real.devices[this.on], model);
    await (this.waits ? real.server.settle() : real.server.read());
    look(model, real);
  }
  toString() {
    return `${this.constructor.name} on the ${this.on}${this.waits ? ', waits' : ''}`;
  }
  protected record(device: Device, model: Model, happening: Happening) {
    model.made[this.on].push(device.record(happening));
  }
}

class Knit extends Deed {
  act(device: Device, model: Model) {
    const { life, done } = device.state;
    this.record(device, model, { kind: 'rowDone', life, row: done + 1 });
  }
}
class Rip extends Deed {
  constructor(
    on: Name,
    waits: boolean,
    readonly rows: number,
  ) {
    super(on, waits);
  }
  act(device: Device, model: Model) {
    const { life, done } = device.state;
    if (done > 0) this.record(device, model, { kind: 'ripped', life, to: Math.max(0, done - this.rows) });
  }
}
class Undo extends Deed {
  act(device: Device, model: Model) {
    const { undoTarget } = device.state;
    if (undoTarget) this.record(device, model, { kind: 'undo', target: undoTarget });
  }
}
class GoOffline extends Deed {
  override check({ offline }: Model) {
    return !offline.has(this.on);
  }
  act(device: Device, { offline }: Model) {
    offline.add(this.on);
    device.online = false;
  }
}
class GoOnline extends Deed {
  override check({ offline }: Model) {
    return offline.has(this.on);
  }
  act(device: Device, { offline }: Model) {
    offline.delete(this.on);
    device.online = true;
    device.journal.send();
  }
}
class LoseAnAnswer extends Deed {
  act(device: Device) {
    device.loseNextAnswer = true;
  }
}
class KillTheTab extends Deed {
  act(device: Device) {
    device.reopen();
  }
}
class Follow extends Deed {
  act(device: Device) {
    device.follow();
  }
}

const where = [fc.constantFrom<Name>('phone', 'laptop'), fc.boolean()] as const;
const deeds = fc.commands(
  [
    fc.tuple(...where).map(([on, waits]) => new Knit(on, waits)),
    fc.tuple(...where).map(([on, waits]) => new Knit(on, waits)),
    fc.tuple(...where, fc.integer({ min: 1, max: 4 })).map(([on, waits, rows]) => new Rip(on, waits, rows)),
    fc.tuple(...where).map(([on, waits]) => new Undo(on, waits)),
    fc.tuple(...where).map(([on, waits]) => new GoOffline(on, waits)),
    fc.tuple(...where).map(([on, waits]) => new GoOnline(on, waits)),
    fc.tuple(...where).map(([on, waits]) => new LoseAnAnswer(on, waits)),
    fc.tuple(...where).map(([on, waits]) => new KillTheTab(on, waits)),
    fc.tuple(...where).map(([on, waits]) => new Follow(on, waits)),
  ],
  { maxCommands: 40 },
);

let made = 0;

describe('two devices and a server', () => {
  it('agree with a simple reference at every moment, and have every entry once and in order in the end', () =>
    fc.assert(
      fc.asyncProperty(deeds, fc.infiniteStream(fc.nat(0xffff)), async (commands, chance) => {
        const server = await Server.begin();
        // Ids that jump to and fro, as those of a device whose clock does.
        const idOf = () => `id-${String(chance.next().value).padStart(6, '0')}-${(made += 1)}`;
        const devices = {
          phone: new Device('phone', server, idOf),
          laptop: new Device('laptop', server, idOf),
        };
        const model: Model = { made: { phone: [], laptop: [] }, offline: new Set() };
        await fc.asyncModelRun(() => ({ model, real: { server, devices } }), commands);
        for (const device of Object.values(devices)) {
          device.online = true;
          device.loseNextAnswer = false;
          device.reopen();
          await server.settle();
        }
        for (const device of Object.values(devices)) {
          device.follow();
          await server.settle();
          const { pending, refused, events } = device.journal.getState();
          expect([pending, refused]).toEqual([[], []]);
          expect(events.map(({ id }) => id)).toEqual(server.log.map(({ id }) => id));
          expect(device.state.done).toBe(reference(server.log));
          const own = server.log.filter((event) => event.device === device.name);
          expect(own.map(({ id }) => id)).toEqual(model.made[device.name as Name]);
          device.journal.stop();
        }
      }),
      { numRuns: runs(100, 2000) },
    ));
});

/** Rows of a journal of their own: no two pieces share an entry. */
let journal = 0;
beforeEach(() => void (journal += 1));
const row = (n: number): JournalEvent =>
  ({ id: `row-${journal}-${String(n).padStart(6, '0')}`, device: 'd', deviceTime: '2026-11-20T18:00:00.000Z', kind: 'rowDone', life: FIRST_LIFE, row: n }) as JournalEvent; // prettier-ignore
const rows = (from: number, to: number) => Array.from({ length: to - from + 1 }, (_, i) => row(from + i));
const standing = (entries: number): Standing => {
  const judge = resume(null);
  rows(1, entries).forEach((event) => judge.apply(event));
  return standingOf(judge) as Standing;
};
const part = (from: number, to: number): JournalPart => ({ base: null, events: rows(from, to) });

describe('a copy of the journal', () => {
  it('fills gaps in whatever order events arrive', () =>
    fc.assert(
      fc.property(fc.shuffledSubarray([1, 2, 3, 4, 5, 6, 7, 8], { minLength: 8 }), (order) => {
        const replica = new Replica();
        for (const seq of order) replica.take(seq, row(seq));
        expect(replica.known).toEqual(rows(1, 8));
        expect(replica.take(4, row(4))).toBe(false);
      }),
    ));
  it('shows what came ahead of its turn after what is known', () => {
    const replica = new Replica();
    replica.offer(part(1, 3));
    replica.take(6, row(6));
    replica.take(5, row(5));
    expect([replica.known.length, replica.events.map(({ id }) => id)]).toEqual([3, [1, 2, 3, 5, 6].map((n) => row(n).id)]); // prettier-ignore
  });
  it('is taken up again after the page was closed, server or no server', async () => {
    const server = await Server.begin(rows(1, 5));
    const device = new Device('phone', server, () => 'x');
    device.follow();
    await server.settle();
    device.online = false;
    device.reopen();
    await server.settle();
    expect(device.state.done).toBe(5);
    device.journal.stop();
  });
  it('goes to a server that has an older journal put back, so that nothing is lost', async () => {
    const server = await Server.begin(rows(1, 4));
    const device = new Device('phone', server, () => 'x');
    device.journal.offer(part(1, 6));
    device.journal.replace(server.log);
    await server.settle();
    expect(server.log.map(({ id }) => id)).toEqual(rows(1, 6).map(({ id }) => id));
    expect(device.state.done).toBe(6);
  });
  it('of another journal is written over, and what the server lacks is sent to it', async () => {
    const server = await Server.begin(rows(1, 5));
    const device = new Device('phone', server, () => 'x');
    device.copies.map.set('piece', { base: null, events: [...rows(1, 2), row(30)] });
    device.reopen({ base: null, events: server.log });
    await server.settle();
    expect(server.log.map(({ id }) => id)).toEqual([...rows(1, 5), row(30)].map(({ id }) => id));
    expect(device.copies.map.get('piece')?.events.map(({ id }) => id)).toEqual(
      server.log.map(({ id }) => id),
    );
  });
  it('that goes on from a standing is as good as the whole', async () => {
    const server = await Server.begin(rows(1, 9));
    const device = new Device('phone', server, () => 'own-entry');
    const base = standing(6);
    device.journal.offer({ base, events: rows(7, 8) });
    await server.settle();
    expect(device.copies.map.get('piece')).toEqual({ base, events: rows(7, 8) });
    device.follow();
    device.record({ kind: 'rowDone', life: FIRST_LIFE, row: 10 });
    await server.settle();
    expect([device.journal.place.seq, server.log.length]).toEqual([10, 10]);
    device.online = false;
    device.reopen();
    await server.settle();
    expect([device.state.done, device.journal.getState().wholeWanted]).toEqual([10, false]);
    device.journal.stop();
  });
  it.each([
    ['older than the standing that the page goes on from', 4, false],
    ['of another journal', 8, true],
  ])('%s is compared with the whole, and nothing of it is lost', async (_, length, other) => {
    const server = await Server.begin(rows(1, 9));
    const device = new Device('phone', server, () => 'x');
    const kept = other ? [...rows(1, length - 1), row(30)] : rows(1, length);
    device.copies.map.set('piece', { base: null, events: kept });
    device.reopen({ base: standing(6), events: rows(7, 9) });
    await server.settle();
    expect(device.journal.getState().wholeWanted).toBe(true);
    expect(device.copies.map.get('piece')?.events).toEqual(kept);
    device.journal.replace(server.log);
    await server.settle();
    expect(device.journal.getState().wholeWanted).toBe(false);
    expect(server.log.map(({ id }) => id)).toEqual(
      [...rows(1, 9), ...(other ? [row(30)] : [])].map(({ id }) => id),
    );
    expect(device.copies.map.get('piece')?.events.map(({ id }) => id)).toEqual(
      server.log.map(({ id }) => id),
    );
    device.journal.stop();
  });
  it('takes a page that goes further on from a later standing, and keeps what it has from before', () => {
    const replica = new Replica();
    replica.offer(part(1, 5));
    expect(replica.offer({ base: standing(4), events: rows(5, 8) })).toBe(true);
    expect([replica.first, replica.known]).toEqual([0, rows(1, 8)]);
    expect(replica.offer({ base: standing(12), events: rows(13, 14) })).toBe(true);
    expect([replica.first, replica.end, replica.last]).toEqual([12, 14, row(14).id]);
    expect(replica.offer({ base: standing(13), events: rows(14, 14) })).toBe(false);
    // What comes before is taken where it is offered, though it does not go further.
    expect(replica.offer(part(1, 13))).toBe(true);
    expect([replica.first, replica.known]).toEqual([0, rows(1, 14)]);
  });
  it('that the device refuses is said, and the rows go on', async () => {
    const device = new Device('phone', await Server.begin(), () => 'x');
    device.copies.full = true;
    device.journal.offer(part(1, 2));
    for (let i = 0; i < 6; i += 1) await turn();
    expect(device.journal.getState()).toMatchObject({ copyRefused: true, copied: 0 });
    expect(device.state.done).toBe(2);
  });
});

describe("the browser's database", () => {
  it('keeps each piece apart, and what follows a number is written over', async () => {
    await browserCopies.write('a', 1, rows(1, 4));
    await browserCopies.write('b', 1, rows(1, 1));
    await browserCopies.write('a', 3, [row(30)]);
    expect(await browserCopies.read('a')).toEqual({ base: null, events: [row(1), row(2), row(30)] });
    const others = [await browserCopies.read('b'), await browserCopies.read('c')];
    expect(others.map(({ events }) => events)).toEqual([[row(1)], []]);
  });
  it('keeps the standing that events go on from, and begins anew where it is told to', async () => {
    await browserCopies.write('long', 1, rows(1, 3));
    await browserCopies.begin('long', { base: standing(6), events: rows(7, 8) });
    await browserCopies.write('long', 9, [row(9)]);
    expect(await browserCopies.read('long')).toEqual({ base: standing(6), events: rows(7, 9) });
  });
  it('does not read what goes on from a standing of another version', async () => {
    await browserCopies.begin('other', { base: { ...standing(6), form: 0 }, events: rows(7, 8) });
    expect(await browserCopies.read('other')).toEqual({ base: null, events: [] });
    await browserCopies.begin('other', part(1, 2));
    expect(await browserCopies.read('other')).toEqual(part(1, 2));
  });
  it('gives only what has no gap before it', async () => {
    await browserCopies.write('gap', 1, [row(1)]);
    await browserCopies.write('gap', 3, [row(3)]);
    expect(await browserCopies.read('gap')).toEqual({ base: null, events: [row(1)] });
  });
});
