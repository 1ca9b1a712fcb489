import type { JournalEvent } from '@core/journal/events';
import { deviceName, deviceWords } from '~/device/name';
import { MapStore } from '~/testing/map-store';
import { BATCH, Outbox, RETRY_MS, type Answer } from './outbox';
import { addPending, readPending, readRefused, type Store } from './pending';

const event = (n: number): JournalEvent => ({
  id: `01a20000-0000-7000-8000-${String(n).padStart(12, '0')}`,
  device: 'here',
  deviceTime: '2026-11-24T10:00:00.000Z',
  kind: 'rowDone',
  life: 'cast-on',
  row: n,
});
const rows = (list: readonly JournalEvent[]) => list.map((e) => ('row' in e ? e.row : 0));

/** An outbox whose server answers from a script; `posts` is what it was sent. */
type Scripted = 'stored' | Exclude<Answer, { stored: readonly number[] }>;
function outbox(store: Store, answers: (events: readonly JournalEvent[], post: number) => Scripted) {
  const posts: number[][] = [];
  const acknowledged: [row: number, seq: number][] = [];
  const box = new Outbox(
    'piece',
    () => store,
    (events) => {
      posts.push(rows(events));
      const answer = answers(events, posts.length);
      return Promise.resolve(answer === 'stored' ? { stored: rows(events).map((row) => row + 100) } : answer);
    },
    (one, seq) => acknowledged.push([rows([one])[0] as number, seq]),
  );
  return { box, posts, acknowledged };
}
const settled = () => new Promise((resolve) => setTimeout(resolve, 5));

describe('the outbox', () => {
  it('shows an event at once and keeps it until it is acknowledged', async () => {
    const store = new MapStore();
    const { box, acknowledged } = outbox(store, () => 'stored');
    box.add(event(1));
    expect([rows(box.getState().pending), rows(readPending(store, 'piece'))]).toEqual([[1], [1]]);
    await settled();
    expect(box.getState()).toMatchObject({ pending: [], saving: 'saved' });
    expect(acknowledged).toEqual([[1, 101]]);
    expect(readPending(store, 'piece')).toEqual([]);
  });

  it('sends in order, one post at a time, in batches', async () => {
    const store = new MapStore();
    const { box, posts } = outbox(store, () => 'stored');
    for (let n = 1; n <= BATCH + 20; n += 1) addPending(store, 'piece', event(n));
    box.start();
    await settled();
    expect(posts.map((post) => post.length)).toEqual([BATCH, 20]);
    expect(posts.flat()).toEqual(Array.from({ length: BATCH + 20 }, (_, i) => i + 1));
  });

  it('waits and tries again when there is no answer, with the same events', async () => {
    const store = new MapStore();
    const { box, posts } = outbox(store, (_, post) => (post === 1 ? 'later' : 'stored'));
    box.add(event(1));
    await settled();
    expect(box.getState()).toMatchObject({ saving: 'waiting', pending: [{ row: 1 }] });
    box.add(event(2));
    await settled();
    box.stop();
    expect(posts).toEqual([[1], [1, 2]]);
    expect(RETRY_MS).toBeGreaterThan(0);
  });

  it('lets good events through when one of a batch is refused, and sets that one aside with the reason', async () => {
    const store = new MapStore();
    const { box, posts, acknowledged } = outbox(store, (events) =>
      rows(events).includes(2) ? { refused: 'row 2 is beyond' } : 'stored',
    );
    for (const n of [1, 2, 3]) addPending(store, 'piece', event(n));
    box.start();
    await settled();
    expect(posts).toEqual([[1, 2, 3], [1], [2], [3]]);
    expect(box.getState().refused).toEqual([{ event: event(2), message: 'row 2 is beyond' }]);
    expect(acknowledged.map(([row]) => row)).toEqual([1, 3]);
    expect(readRefused(store, 'piece')).toHaveLength(1);
    box.dismiss(event(2).id);
    expect([readRefused(store, 'piece'), box.getState().refused]).toEqual([[], []]);
  });

  it('a second tab neither overwrites nor loses what the first has not sent', async () => {
    const store = new MapStore();
    const tabs = [outbox(store, () => 'later').box, outbox(store, () => 'later').box];
    tabs.forEach((box, i) => box.add(event(i + 1)));
    await settled();
    tabs.forEach((box) => box.stop());
    expect(rows(readPending(store, 'piece'))).toEqual([1, 2]);
    expect(readPending(store, 'another piece')).toEqual([]);
  });

  it('works on while the device refuses to keep anything, and says which rows live in the page alone', async () => {
    const store = new MapStore();
    store.full = true;
    const { box, acknowledged } = outbox(store, () => 'stored');
    box.add(event(1));
    expect(box.getState().unkept).toEqual([event(1).id]);
    await settled();
    expect([acknowledged, box.getState().unkept]).toEqual([[[1, 101]], []]);
    expect(deviceName(store, () => 'a name')).toBe('a name');
  });

  it('tells its listeners, until they leave', async () => {
    const { box } = outbox(new MapStore(), () => 'stored');
    let told = 0;
    const leave = box.subscribe(() => (told += 1));
    box.add(event(1));
    await settled();
    const before = told;
    expect(before).toBeGreaterThan(1);
    leave();
    box.add(event(2));
    expect(told).toBe(before);
  });
});

describe('what is kept on the device', () => {
  it.each([
    ['not JSON', '{'],
    ['a number', '7'],
    ['an event of no known kind', '{"id":"1","kind":"sung","deviceTime":"now"}'],
  ])('passes over %s', (_, text) => {
    const store = new MapStore();
    store.setItem('gritch.unsent.piece.1', text);
    store.setItem('gritch.refused.piece.1', text);
    addPending(store, 'piece', event(2));
    expect(rows(readPending(store, 'piece'))).toEqual([2]);
    expect(readRefused(store, 'piece')).toEqual([]);
  });
  it('names the device once', () => {
    const store = new MapStore();
    expect([deviceName(store, () => 'first'), deviceName(store, () => 'second')]).toEqual(['first', 'first']);
  });
  it('a name says what kind of device it is; older names say nothing', () =>
    expect([
      deviceWords('phone-1', 'phone-1'),
      deviceWords('computer-2', 'phone-1'),
      deviceWords('tablet', ''),
    ]).toEqual(['this phone', 'another computer', 'another device']));
  it('keeps the order in which rows were made, whatever the clock says', () => {
    const store = new MapStore();
    for (const n of [5, 3, 9, 1]) addPending(store, 'piece', event(n));
    expect(rows(readPending(store, 'piece'))).toEqual([5, 3, 9, 1]);
  });
  it('takes what an older version kept without a number for the oldest', () => {
    const store = new MapStore();
    addPending(store, 'piece', event(2));
    store.setItem(`gritch.unsent.piece.${event(1).id}`, JSON.stringify(event(1)));
    expect(rows(readPending(store, 'piece'))).toEqual([1, 2]);
  });
});
