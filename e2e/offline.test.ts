/** The needles without a server, on several devices, with the browser's tabs killed under them. */
import { appendFileSync, readFileSync, writeFileSync } from 'node:fs';
import type { Page } from 'puppeteer-core';
import { startApp, type RunningApp } from './helpers/app';
import {
  openAnother,
  openDevice,
  PHONE,
  press,
  reload,
  textOf,
  type Device,
  waitForText,
} from './helpers/browser';
import { JSON_TEXT, postJson, ropePiece } from './helpers/pieces';
import { castOnRope, choose, complete, done, saved, waitForDone } from './helpers/journeys';

const WORKER = 'build/client/worker.js';

let app: RunningApp;
let laptop: Device;
let phone: Device;
let onLaptop: Page;
let onPhone: Page;
let piece: string;

beforeAll(async () => {
  app = await startApp();
  laptop = await openDevice();
  phone = await openAnother();
  onLaptop = await laptop.open(`${app.address}/pieces/new`);
  await castOnRope(onLaptop, 'Ferry-rope runner');
  piece = onLaptop.url();
  onPhone = await phone.open(piece, PHONE);
  await putBy(onLaptop);
  await putBy(onPhone);
});
afterAll(async () => {
  await laptop?.close();
  await phone?.close();
  await app?.close();
});

/** Until the page opens again without a network. */
const putBy = (page: Page) =>
  page.waitForFunction(async () => {
    const pages = await caches.open('pages-1');
    return Boolean(await pages.match(location.pathname)) && navigator.serviceWorker.controller !== null;
  });

/** Without waiting for a network that is not there. */
async function reopen(page: Page) {
  await page.reload({ waitUntil: 'domcontentloaded' });
  await page.waitForFunction(() =>
    Object.keys(document.querySelector('main') ?? {}).some((key) => key.startsWith('__reactProps')),
  );
}
const FOLLOWS = { timeout: 2000, polling: 50 };
const followed = (page: Page, rows: number) =>
  page.waitForFunction(
    (n) => document.querySelector('[data-testid=done]')?.textContent === n,
    FOLLOWS,
    String(rows),
  );
const journal = async () =>
  (
    (await (await fetch(`${piece}/events`)).json()) as {
      events: { kind: string; row?: number; id: string }[];
    }
  ).events;

describe('two devices on one piece', () => {
  it('follow each other, rows, corrections and all', async () => {
    await complete(onLaptop, 1);
    await followed(onPhone, 1);
    await complete(onPhone, 2);
    await followed(onLaptop, 2);
    await onLaptop.keyboard.press('Backspace');
    await followed(onPhone, 1);
    await saved(onLaptop);
  });
});

describe('the server stopped for twenty rows', () => {
  it('goes on, over a reload and a killed tab, and all rows are there once when it is back', async () => {
    await app.kill();
    for (let row = 2; row <= 12; row += 1) await complete(onLaptop, row);
    await waitForText(onLaptop, '[data-testid=saving]', /11 entries kept on this device, not sent yet/);
    await reopen(onLaptop);
    await waitForDone(onLaptop, 12);
    for (let row = 13; row <= 20; row += 1) await complete(onLaptop, row);
    await onLaptop.$eval('[data-testid=complete]', (control) => (control as HTMLButtonElement).click());
    await onLaptop.close();
    onLaptop = await laptop.context.newPage();
    await onLaptop.goto(piece, { waitUntil: 'domcontentloaded' });
    await waitForDone(onLaptop, 21);
    expect(await textOf(onLaptop, '[data-ahead=false] .countdown')).toMatch(/plain, then cross|CROSS NOW/);
    await app.restart();
    await saved(onLaptop);
    const rows = (await journal()).flatMap(({ kind, row }) => (kind === 'rowDone' && row ? [row] : []));
    expect(rows).toEqual([1, 2, ...Array.from({ length: 20 }, (_, i) => i + 2)]);
    await followed(onPhone, 21);
  });

  it('a page that was never opened here says so, the bench and the logbook are there', async () => {
    await app.kill();
    const at = await done(onLaptop);
    await complete(onLaptop, at + 1);
    const page = await laptop.context.newPage();
    await page.goto(`${app.address}/patterns/new`, { waitUntil: 'domcontentloaded' });
    expect(await textOf(page, 'h1')).toBe('This page is not on this device yet');
    await page.goto(app.address, { waitUntil: 'domcontentloaded' });
    expect(await textOf(page, 'h2')).toBe('Ferry-rope runner');
    await waitForText(
      page,
      '[data-testid=on-device]',
      new RegExp(`row ${at + 2} in hand on this device · 1 entry not sent yet`),
    );
    await page.goto(`${piece}/logbook`, { waitUntil: 'domcontentloaded' });
    await waitForText(page, 'main', /Row/);
    await page.close();
    await press(onLaptop, 'Undo');
    await waitForDone(onLaptop, at);
    await app.restart();
    await saved(onLaptop);
  });
});

describe('a phone offline through a rip', () => {
  it('is shown both stories, decides, and the laptop follows', async () => {
    await onPhone.setOfflineMode(true);
    await onPhone.evaluate(() => window.dispatchEvent(new Event('offline')));
    for (let row = 22; row <= 25; row += 1) await complete(onPhone, row);
    await choose(onLaptop, 'Back to a row');
    await onLaptop.waitForSelector('[role=dialog] input:focus');
    await onLaptop.keyboard.type('15');
    await onLaptop.keyboard.press('Enter');
    await waitForDone(onLaptop, 15);
    await complete(onLaptop, 16);
    await saved(onLaptop);
    await onPhone.setOfflineMode(false);
    await reload(onPhone);
    await waitForText(onPhone, '.toast', /4 rows were told late/);
    await press(onPhone, 'See both stories');
    await waitForText(
      onPhone,
      '.stories',
      /Rows 22 to 25 on this .*Ripped back to row 15 on another .*Row 16 on another/,
    );
    await press(onPhone, '25 rows, as told late');
    await waitForDone(onPhone, 25);
    await followed(onLaptop, 25);
    await onLaptop.waitForFunction(() => !document.querySelector('.toast'));
  });
});

describe('a phone that rips offline, while the laptop knits on', () => {
  it('does not take the laptop’s rows away in silence: both stories are shown, and one touch decides', async () => {
    await onPhone.setOfflineMode(true);
    await onPhone.evaluate(() => window.dispatchEvent(new Event('offline')));
    await choose(onPhone, 'Back to a row');
    await onPhone.waitForSelector('[role=dialog] input:focus');
    await onPhone.keyboard.type('20');
    await onPhone.keyboard.press('Enter');
    await waitForDone(onPhone, 20);
    await complete(onPhone, 21);
    await complete(onLaptop, 26);
    await complete(onLaptop, 27);
    await saved(onLaptop);
    await onPhone.setOfflineMode(false);
    await reload(onPhone);
    await waitForDone(onPhone, 27);
    await waitForText(onPhone, '.toast', /1 row was told late and is not counted/);
    await press(onPhone, 'See both stories');
    await waitForText(
      onPhone,
      '.stories',
      /Ripped back to row 20 on this .*Row 21 on this .*Rows 26 to 27 on another/,
    );
    await press(onPhone, '21 rows, as told late');
    await waitForDone(onPhone, 21);
    await followed(onLaptop, 21);
    await onLaptop.waitForFunction(() => !document.querySelector('.toast'));
    for (let row = 22; row <= 25; row += 1) await complete(onPhone, row);
    await followed(onLaptop, 25);
  });
});

describe('a phone offline while the plan is changed', () => {
  const draft = (rows: number, text?: string) => ropePiece('Harbour belt', rows, text);
  const post = (path: string, body: object) => postJson(`${app.address}${path}`, body);
  /** Four rows on the phone, then on to row `to` without a network, while something happens; then it meets the server. */
  async function meetLate(made: object, to: number, meanwhile: (path: string) => Promise<Response>) {
    const path = (await post('/pieces/new', { draft: made, yarn: 'oat' })).headers.get('location') ?? '';
    await onPhone.goto(`${app.address}${path}`);
    for (let row = 1; row <= 4; row += 1) await complete(onPhone, row);
    await saved(onPhone);
    await putBy(onPhone);
    await onPhone.setOfflineMode(true);
    await onPhone.evaluate(() => window.dispatchEvent(new Event('offline')));
    for (let row = 5; row <= to; row += 1) await complete(onPhone, row);
    expect((await meanwhile(path)).status).toBe(200);
    await onPhone.setOfflineMode(false);
    await reload(onPhone);
    await saved(onPhone);
    return path;
  }
  /** Meanwhile the plan ends with row 6 and crosses no more. */
  async function shortened(): Promise<string> {
    const plain = 'Row 1 (RS): p2, k4, p2.\nRow 2: k2, p4, k2.';
    const path = await meetLate(draft(40), 7, (at) =>
      post(`${at}/plan.data`, { draft: draft(6, plain), revision: 1 }),
    );
    await waitForText(onPhone, '.toast', /3 rows were told by the plan before it was changed/);
    await press(onPhone, 'Say which holds');
    await waitForText(onPhone, '[role=dialog]', /changed from row 5 on.*rows 5 to 7 were told on this/s);
    return path;
  }
  afterAll(async () => {
    await onPhone.goto(piece);
    await putBy(onPhone);
  });
  const decided = () => onPhone.waitForFunction(() => !document.querySelector('.toast'));
  const crosses = async (path: string, row: number) =>
    (await (await fetch(`${app.address}${path}/rows/${row}`)).text()).includes('"cross');

  it('its rows stay as they were made, those beyond the changed plan as well', async () => {
    const path = await shortened();
    await press(onPhone, 'By the old plan: the change begins at row 8');
    await decided();
    await waitForDone(onPhone, 7);
    expect([await crosses(path, 5), await crosses(path, 7)]).toEqual([true, true]);
  });

  it('by the changed plan there are only as many as it has', async () => {
    const path = await shortened();
    await press(onPhone, 'By the changed plan, which ends with row 6: no more are done');
    await decided();
    await waitForDone(onPhone, 6);
    expect(await crosses(path, 5)).toBe(false);
  });

  it('an end of a section that it did not know of begins above its rows, in one touch', async () => {
    const [body] = draft(20).sections;
    const sections = [body, { ...body, id: 'top', name: 'Top', rows: 10 }];
    const end = { kind: 'sectionEnded', section: 'body', row: 4, seen: 4, device: 'laptop-9' };
    const at = { id: '01a20000-0000-7000-8000-00000000e4d0', deviceTime: '2026-11-20T18:00:00.000Z' };
    await meetLate({ ...draft(20), sections }, 6, (path) =>
      post(`${path}/events`, { events: [{ ...at, ...end }] }),
    );
    await waitForText(onPhone, '.toast', /2 rows were told after their section had ended elsewhere/);
    await waitForText(onPhone, 'main', /Top: 8 to go/);
    await press(onPhone, 'Say which holds');
    await waitForText(
      onPhone,
      '[role=dialog]',
      /“Body” was ended after row 4 on another.*Meanwhile rows 5 to 6/,
    );
    await press(onPhone, 'As rows of “Body”, which ends after row 6');
    await decided();
    await waitForText(onPhone, 'main', /Top: 10 to go/);
    await waitForDone(onPhone, 6);
  });
});

describe('what a browser or a machine may do', () => {
  it('each request sent again changes nothing', async () => {
    const before = await journal();
    for (let from = 0; from < before.length; from += 5) {
      const body = JSON.stringify({ events: before.slice(from, from + 5).reverse() });
      expect((await fetch(`${piece}/events`, { method: 'POST', headers: JSON_TEXT, body })).status).toBe(200);
    }
    expect(await journal()).toEqual(before);
  });

  it('a store that is full is said plainly; the rows live in the page until they are sent', async () => {
    await onLaptop.evaluate(() => {
      Storage.prototype.setItem = () => {
        throw new DOMException('full', 'QuotaExceededError');
      };
    });
    await app.kill();
    await complete(onLaptop, 26);
    await waitForText(onLaptop, '[data-testid=saving]', /1 entry only in this open page/);
    await press(onLaptop, '1 entry only in this open page');
    await waitForText(onLaptop, '.saved-where', /could not be kept.*Do not close it/);
    await onLaptop.keyboard.press('Escape');
    await app.restart();
    await saved(onLaptop);
    await reload(onLaptop);
    expect(await done(onLaptop)).toBe(26);
  });

  it('a newer version waits until it is taken, and nothing is lost by it', async () => {
    const built = readFileSync(WORKER);
    try {
      appendFileSync(WORKER, '\n// newer');
      await onLaptop.evaluate(async () => void (await (await navigator.serviceWorker.ready).update()));
      await waitForText(onLaptop, '.saving', /newer version ready/);
      await complete(onLaptop, 27);
      await onLaptop.$eval('.saving', (button) => (button as HTMLButtonElement).click());
      await press(onLaptop, 'Take the newer version');
      await onLaptop.waitForNavigation({ waitUntil: 'domcontentloaded' });
      await waitForDone(onLaptop, 27);
    } finally {
      writeFileSync(WORKER, built);
    }
  });

  it('a live line that is asked for strangely begins at the beginning, or says that the journal differs', async () => {
    const first = async (query: string) => {
      const end = new AbortController();
      const response = await fetch(`${piece}/live${query}`, { signal: end.signal });
      const reader = (response.body as ReadableStream<Uint8Array>).getReader();
      let said = '';
      while (!/event: \w+/.test(said)) said += new TextDecoder().decode((await reader.read()).value);
      end.abort();
      return /event: (\w+)(?:\nid: (\d+))?/.exec(said)?.slice(1);
    };
    const [{ id = '' } = { id: '' }] = await journal();
    expect(await first('')).toEqual(['entry', '1']);
    expect(await first('?after=<script>')).toEqual(['entry', '1']);
    expect(await first(`?after=1.${id}`)).toEqual(['entry', '2']);
    expect(await first('?after=1.somebody-else')).toEqual(['differs', undefined]);
    expect(await first('?after=99999.x')).toEqual(['differs', undefined]);
    expect((await fetch(`${app.address}/pieces/nobody/live`)).status).toBe(404);
    expect((await fetch(`${app.address}/pieces/nobody/events`)).status).toBe(404);
  });

  it('a device whose journal is not the server’s fetches the whole, and sends what the server lacks', async () => {
    await onPhone.evaluate(async (id) => {
      const open = indexedDB.open('gritch');
      await new Promise((resolve) => (open.onsuccess = resolve));
      const store = open.result.transaction('journals', 'readwrite').objectStore('journals');
      const keys = await new Promise<IDBValidKey[]>((resolve) => {
        const asked = store.getAllKeys();
        asked.onsuccess = () => resolve(asked.result);
      });
      const ofPiece = (keys as [string, number][]).filter(([piece]) => piece === id);
      const [piece, seq] = ofPiece[ofPiece.length - 1] as [string, number];
      const note = { id: 'put-back-note', device: 'phone-1', deviceTime: '2026-11-20T18:00:00.000Z' };
      store.put({ ...note, kind: 'note', row: 5, text: 'from before the backup' }, [piece, seq + 1]);
      await new Promise((resolve) => (store.transaction.oncomplete = resolve));
      open.result.close();
    }, piece.split('/').pop());
    await reload(onPhone);
    await saved(onPhone);
    await onPhone.waitForFunction(
      async (address) => (await (await fetch(`${address}/events`)).text()).includes('put-back-note'),
      { polling: 200 },
      piece,
    );
    expect(await done(onPhone)).toBe(27);
  });

  it('puts nothing on the console but the network’s own complaints', () =>
    expect(
      [...laptop.troubles, ...phone.troubles].filter((text) => !/ERR_|Failed to fetch/.test(text)),
    ).toEqual([]));
});
