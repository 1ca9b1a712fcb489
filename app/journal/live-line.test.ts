/** The line that follows a piece: which words of the server do what, and what is done where it is cut. */
import type { DeviceJournal } from './device-journal';
import { LiveLine, type Line } from './live-line';

const { jest } = import.meta;

type Listener = (message: { data: string; lastEventId: string }) => void;
const lines: FakeLine[] = [];

/** What a browser gives for one opened line. */
class FakeLine {
  static readonly CLOSED = 2;
  readyState = 0;
  onopen: () => void = () => undefined;
  onerror: () => void = () => undefined;
  private readonly listeners = new Map<string, Listener>();

  constructor(readonly address: string) {
    lines.push(this);
  }
  addEventListener = (name: string, listener: Listener) => void this.listeners.set(name, listener);
  close = () => void (this.readyState = FakeLine.CLOSED);
  hears = (name: string, data: unknown = null, lastEventId = '') =>
    this.listeners.get(name)?.({ data: JSON.stringify(data), lastEventId });
}

const entry = { id: 'e8', kind: 'undo' };

function followed() {
  const said: Line[] = [];
  const taken: unknown[][] = [];
  const replaced: unknown[] = [];
  let refreshed = 0;
  const journal = {
    place: { seq: 7, id: 'e&7' },
    take: (...of: unknown[]) => taken.push(of),
    replace: (events: unknown) => replaced.push(events),
  } as unknown as DeviceJournal;
  const line = new LiveLine('/pieces/one', journal, (state) => said.push(state), {
    at: () => 1234,
    refresh: () => (refreshed += 1),
  });
  line.open();
  return { line, said, taken, replaced, refreshed: () => refreshed };
}

const before = { EventSource: globalThis.EventSource, fetch: globalThis.fetch };
const answers = (response: Partial<Response>) =>
  Object.assign(globalThis, { fetch: () => Promise.resolve(response) });
beforeEach(() => {
  jest.useFakeTimers();
  lines.length = 0;
  Object.assign(globalThis, { EventSource: FakeLine });
});
afterEach(() => {
  jest.useRealTimers();
  Object.assign(globalThis, before);
});
const settle = () => jest.advanceTimersByTimeAsync(0);

it('asks for what comes after its journal, and says when its page was given', () => {
  followed();
  expect(lines.map(({ address }) => address)).toEqual(['/pieces/one/live?after=7.e%267&of=1234']);
});

it('opened twice it is one line', () => {
  const { line } = followed();
  line.open();
  expect(lines).toHaveLength(1);
});

it('takes an entry at its number; only an old page is refreshed', () => {
  const { taken, said, refreshed } = followed();
  lines[0]?.onopen();
  lines[0]?.hears('entry', entry, '8.e8');
  expect([said, taken, refreshed()]).toEqual([['open'], [[8, entry]], 0]);
  lines[0]?.hears('old');
  expect(refreshed()).toBe(1);
});

it('where the journals differ it takes the whole one, and follows that', async () => {
  const { replaced } = followed();
  answers({ ok: true, json: () => Promise.resolve({ events: [entry], next: null }) });
  lines[0]?.hears('differs');
  await settle();
  expect([replaced, lines.length, lines[0]?.readyState]).toEqual([[[entry]], 2, FakeLine.CLOSED]);
});

it('a whole one that is not given is asked for again after two seconds', async () => {
  const { said, replaced } = followed();
  answers({ ok: false, status: 503 });
  lines[0]?.hears('differs');
  await settle();
  expect([said, replaced, lines.length]).toEqual([['broken'], [], 1]);
  await jest.advanceTimersByTimeAsync(2000);
  expect(lines).toHaveLength(2);
});

it('a line that is cut mends itself; one that is refused is opened anew', async () => {
  const { said } = followed();
  lines[0]?.onerror();
  await jest.advanceTimersByTimeAsync(5000);
  expect([said, lines.length]).toEqual([['broken'], 1]);
  lines[0]?.close();
  lines[0]?.onerror();
  await jest.advanceTimersByTimeAsync(1999);
  expect(lines).toHaveLength(1);
  await jest.advanceTimersByTimeAsync(1);
  expect(lines).toHaveLength(2);
});

it('nobody looking, it is closed and stays so', async () => {
  const { line, said } = followed();
  answers({ ok: true, json: () => Promise.resolve({ events: [], next: null }) });
  lines[0]?.hears('differs');
  line.close();
  await settle();
  lines[0]?.onerror();
  await jest.advanceTimersByTimeAsync(10_000);
  expect([said, lines.length]).toEqual([['closed'], 1]);
});
