/** Two devices that knit one piece through a server, each with its copy of the journal and its unsent entries. */
import { type Happening, type JournalEvent } from '../journal/events';
import { fold } from '../journal/fold';
import { storiesOf } from '../journal/stories';

export const MINUTE = 60_000;
const START = Date.parse('2026-11-24T19:00:00.000Z');

class Device {
  known: JournalEvent[] = [];
  unsent: JournalEvent[] = [];
  constructor(
    readonly name: string,
    private readonly home: Home,
  ) {}

  get events() {
    return [...this.known, ...this.unsent];
  }
  get state() {
    return fold(this.events);
  }
  say(happening: Happening, minutes?: number): JournalEvent {
    const event = this.home.make(this.name, this.known.length, happening, minutes);
    this.unsent.push(event);
    return event;
  }
  knit(minutes?: number) {
    const { life, done } = this.state;
    return this.say({ kind: 'rowDone', life, row: done + 1 }, minutes);
  }
  rows(count: number) {
    for (let i = 0; i < count; i += 1) this.knit();
  }
  rip(to: number) {
    return this.say({ kind: 'ripped', life: this.state.life, to });
  }
  undo() {
    const { undoTarget } = this.state;
    return undoTarget === null ? null : this.say({ kind: 'undo', target: undoTarget });
  }
  /** The live line brings what is new; what was made here has not been sent yet. */
  follow() {
    this.known = [...this.home.server];
  }
  sync() {
    this.home.server.push(...this.unsent);
    this.unsent = [];
    this.known = [...this.home.server];
  }
}
export class Home {
  server: JournalEvent[] = [];
  private made = 0;
  readonly phone = new Device('phone', this);
  readonly tablet = new Device('tablet', this);

  /** Each entry ten minutes after the one before, unless it is said when. */
  make(device: string, seen: number, happening: Happening, minutes = this.made * 10): JournalEvent {
    this.made += 1;
    const id = `entry-${String(this.made).padStart(5, '0')}`;
    return { id, device, deviceTime: new Date(START + minutes * MINUTE).toISOString(), seen, ...happening };
  }
  meet() {
    this.phone.sync();
    this.tablet.sync();
    this.phone.sync();
  }
  get state() {
    return fold(this.server);
  }
  get stories() {
    return storiesOf(this.state);
  }
}

export const home = (rows: number) => {
  const made = new Home();
  made.phone.rows(rows);
  made.meet();
  return made;
};
