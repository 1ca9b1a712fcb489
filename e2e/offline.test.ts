/** The needles without a server, on several devices, with the browser's tabs killed under them. */
import { appendFileSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import type { Page } from 'puppeteer-core';
import { startApp, type RunningApp } from './helpers/app';
import {
  type Device,
  front,
  openAnother,
  PHONE,
  press,
  reload,
  textOf,
  until,
  waitForText,
} from './helpers/browser';
import { evening } from './helpers/evening';
import {
  atNeedles,
  complete,
  countdown,
  done,
  knitTo,
  putBy,
  ripTo,
  saved,
  toastGone,
  waitForDone,
  waitForSaving,
  waitForToast,
} from './helpers/needles';
import { entry, JSON_TEXT, postJson, ropePiece, sixRowRope, tell } from './helpers/pieces';

let app: RunningApp;
let phone: Device;
beforeAll(async () => {
  app = await startApp({ apart: true });
  phone = await openAnother();
});
afterEach(() => app.revive());
afterAll(async () => {
  await phone?.close();
  await app?.close();
});
// The network's own complaints are rightly made.
const tonight = evening({ bench: () => app, complaints: /ERR_|Failed to (?:fetch|load)/ });
afterEach(async () => {
  await phone.forget(app.address);
  const troubles = phone.troubles.splice(0).filter((text) => !/ERR_|Failed to (?:fetch|load)/.test(text));
  expect(troubles).toEqual([]);
});

/** The runner with so many rows done, open on the laptop and put by. */
async function onLaptop(rows: number, then: readonly object[] = []): Promise<Page> {
  const page = await atNeedles(tonight, sixRowRope('Ferry-rope runner'), { rows, then });
  await putBy(page);
  return page;
}
/** The same piece on the phone, open and put by. */
async function alsoOnPhone(laptop: Page): Promise<Page> {
  const page = await phone.open(laptop.url(), PHONE);
  await putBy(page);
  return page;
}
async function loseNetwork(page: Page) {
  await page.setOfflineMode(true);
  await page.evaluate(() => window.dispatchEvent(new Event('offline')));
}
async function findNetwork(page: Page) {
  await page.setOfflineMode(false);
  await reload(page);
}

/** Without waiting for a network that is not there. */
async function reopen(page: Page) {
  await page.reload({ waitUntil: 'domcontentloaded' });
  await until(page, () =>
    Object.keys(document.querySelector('main') ?? {}).some((key) => key.startsWith('__reactProps')),
  );
}
const followed = (page: Page, rows: number) =>
  until(page, (n) => document.querySelector('[data-testid=done]')?.textContent === n, String(rows));
const journalOf = async (page: Page) =>
  (
    (await (await fetch(`${page.url()}/events`)).json()) as {
      events: { kind: string; row?: number; id: string }[];
    }
  ).events;

it('two devices on one piece follow each other, rows, corrections and all', async () => {
  const laptop = await onLaptop(0);
  const held = await alsoOnPhone(laptop);
  await complete(laptop, 1);
  await followed(held, 1);
  await complete(held, 2);
  await followed(laptop, 2);
  await laptop.keyboard.press('Backspace');
  await followed(held, 1);
  await saved(laptop);
});

describe('the server stopped', () => {
  it('she goes on for twenty rows, over a reload and a killed tab, and all are there once when it is back', async () => {
    const laptop = await onLaptop(1);
    const held = await alsoOnPhone(laptop);
    const piece = laptop.url();
    await app.kill();
    await knitTo(laptop, 12);
    await waitForSaving(laptop, /11 entries kept on this device, not sent yet/);
    await reopen(laptop);
    await waitForDone(laptop, 12);
    await knitTo(laptop, 20);
    await laptop.$eval('[data-testid=complete]', (control) => (control as HTMLButtonElement).click());
    await laptop.close();
    const again = await tonight.device.context.newPage();
    again.setDefaultTimeout(90_000);
    await again.goto(piece, { waitUntil: 'domcontentloaded' });
    await waitForDone(again, 21);
    expect(await countdown(again)).toMatch(/plain, then cross|CROSS NOW/);
    await app.restart();
    await saved(again);
    const rows = (await journalOf(again)).flatMap(({ kind, row }) =>
      kind === 'rowDone' && row ? [row] : [],
    );
    expect(rows).toEqual(Array.from({ length: 21 }, (_, i) => i + 1));
    await followed(held, 21);
  });

  it('a page that was never opened here says so; the bench, with what is not sent, and the logbook are there', async () => {
    const laptop = await onLaptop(21);
    const piece = laptop.url();
    // What is a step away is put by as well: the bench with this piece, and its logbook.
    await until(laptop, async () => {
      const pages = await caches.open('pages-1');
      const bench = await (await pages.match('/'))?.text();
      return (
        bench?.includes(location.pathname) &&
        (await pages.match(`${location.pathname}/logbook`)) !== undefined
      );
    });
    await app.kill();
    await complete(laptop, 22);
    const page = await tonight.device.context.newPage();
    page.setDefaultTimeout(90_000);
    await page.goto(`${app.address}/patterns/new`, { waitUntil: 'domcontentloaded' });
    expect(await textOf(page, 'h1')).toBe('This page is not on this device yet');
    await page.goto(app.address, { waitUntil: 'domcontentloaded' });
    await waitForText(page, 'main', /Ferry-rope runner/);
    await waitForText(page, 'main', /row 23 in hand on this device · 1 entry not sent yet/);
    await page.goto(`${piece}/logbook`, { waitUntil: 'domcontentloaded' });
    await waitForText(page, 'main', /Row/);
    await page.close();
    await front(laptop);
    await app.restart();
    await saved(laptop);
  });

  it('a store that is full is said plainly; the rows live in the page until they are sent', async () => {
    const laptop = await onLaptop(25);
    await laptop.evaluate(() => {
      Storage.prototype.setItem = () => {
        throw new DOMException('full', 'QuotaExceededError');
      };
    });
    await app.kill();
    await complete(laptop, 26);
    await waitForSaving(laptop, /1 entry only in this open page/);
    await press(laptop, '1 entry only in this open page');
    await waitForText(laptop, '.saved-where', /could not be kept.*Do not close it/);
    await laptop.keyboard.press('Escape');
    await app.restart();
    await saved(laptop);
    await reload(laptop);
    expect(await done(laptop)).toBe(26);
  });
});

describe('a phone offline', () => {
  it('through a rip: it is shown both stories, decides, and the laptop follows', async () => {
    const laptop = await onLaptop(21);
    const held = await alsoOnPhone(laptop);
    await loseNetwork(held);
    await knitTo(held, 25);
    await front(laptop);
    await ripTo(laptop, 15);
    await complete(laptop, 16);
    await saved(laptop);
    await findNetwork(held);
    await waitForToast(held, /4 rows were told late/);
    await press(held, 'See both stories');
    await waitForText(
      held,
      '.stories',
      /Rows 22 to 25 on this .*Ripped back to row 15 on another .*Row 16 on another/,
    );
    await press(held, '25 rows, as told late');
    await waitForDone(held, 25);
    await followed(laptop, 25);
    await toastGone(laptop);
  });

  it('that rips while the laptop knits on does not take its rows away in silence: one touch decides', async () => {
    const laptop = await onLaptop(25);
    const held = await alsoOnPhone(laptop);
    await loseNetwork(held);
    await ripTo(held, 20);
    await complete(held, 21);
    await knitTo(laptop, 27);
    await saved(laptop);
    await findNetwork(held);
    await waitForDone(held, 27);
    await waitForToast(held, /1 row was told late and is not counted/);
    await press(held, 'See both stories');
    await waitForText(
      held,
      '.stories',
      /Ripped back to row 20 on this .*Row 21 on this .*Rows 26 to 27 on another/,
    );
    await press(held, '21 rows, as told late');
    await waitForDone(held, 21);
    await followed(laptop, 21);
    await toastGone(laptop);
    await knitTo(held, 25);
    await followed(laptop, 25);
  });
});

describe('a phone offline while the plan is changed', () => {
  const draft = (rows: number, text?: string) => ropePiece('Harbour belt', rows, text);
  const post = (to: string, body: object) => postJson(`${app.address}${to}`, body);
  /** Four rows on the phone, then on to row `to` without a network, while something happens; then it meets the server. */
  async function meetLate(made: object, to: number, meanwhile: (path: string) => Promise<unknown>) {
    const at = (await post('/pieces/new', { draft: made, yarn: 'oat' })).headers.get('location') ?? '';
    const held = await phone.open(`${app.address}${at}`, PHONE);
    await knitTo(held, 4);
    await saved(held);
    await putBy(held);
    await loseNetwork(held);
    await knitTo(held, to);
    await meanwhile(at);
    await findNetwork(held);
    await saved(held);
    return { at, held };
  }
  /** Meanwhile the plan ends with row 6 and crosses no more. */
  async function shortened() {
    const plain = 'Row 1 (RS): p2, k4, p2.\nRow 2: k2, p4, k2.';
    const met = await meetLate(draft(40), 7, async (at) => {
      const answer = await post(`${at}/plan.data`, { draft: draft(6, plain), revision: 1 });
      expect(answer.status).toBe(200);
    });
    await waitForToast(met.held, /3 rows were told by the plan before it was changed/);
    await press(met.held, 'Say which holds');
    await waitForText(met.held, '[role=dialog]', /changed from row 5 on.*rows 5 to 7 were told on this/s);
    return met;
  }
  const crosses = async (at: string, row: number) =>
    (await (await fetch(`${app.address}${at}/rows/${row}`)).text()).includes('"cross');

  it('its rows stay as they were made, those beyond the changed plan as well', async () => {
    const { at, held } = await shortened();
    await press(held, 'By the old plan: the change begins at row 8');
    await toastGone(held);
    await waitForDone(held, 7);
    expect([await crosses(at, 5), await crosses(at, 7)]).toEqual([true, true]);
  });

  it('by the changed plan there are only as many as it has', async () => {
    const { at, held } = await shortened();
    await press(held, 'By the changed plan, which ends with row 6: no more are done');
    await toastGone(held);
    await waitForDone(held, 6);
    expect(await crosses(at, 5)).toBe(false);
  });

  it('an end of a section that it did not know of begins above its rows, in one touch', async () => {
    const [body] = draft(20).sections;
    const sections = [body, { ...body, id: 'top', name: 'Top', rows: 10 }];
    const end = entry({ kind: 'sectionEnded', section: 'body', row: 4, seen: 4 });
    const { held } = await meetLate({ ...draft(20), sections }, 6, (at) => tell(app.address, at, [end]));
    await waitForToast(held, /2 rows were told after their section had ended elsewhere/);
    await waitForText(held, 'main', /Top: 8 to go/);
    await press(held, 'Say which holds');
    await waitForText(
      held,
      '[role=dialog]',
      /“Body” was ended after row 4 on another.*Meanwhile rows 5 to 6/,
    );
    await press(held, 'As rows of “Body”, which ends after row 6');
    await toastGone(held);
    await waitForText(held, 'main', /Top: 10 to go/);
    await waitForDone(held, 6);
  });
});

describe('what a browser or a machine may do', () => {
  it('each request sent again changes nothing', async () => {
    const laptop = await onLaptop(12, [{ kind: 'ripped', life: 'cast-on', to: 7 }]);
    const before = await journalOf(laptop);
    for (let from = 0; from < before.length; from += 5) {
      const body = JSON.stringify({ events: before.slice(from, from + 5).reverse() });
      const answer = await fetch(`${laptop.url()}/events`, { method: 'POST', headers: JSON_TEXT, body });
      expect(answer.status).toBe(200);
    }
    expect(await journalOf(laptop)).toEqual(before);
  });

  it('a newer version waits until it is taken, and nothing is lost by it', async () => {
    const laptop = await onLaptop(26);
    const worker = path.join(app.built, 'build/client/worker.js');
    const built = readFileSync(worker);
    try {
      appendFileSync(worker, '\n// newer');
      await laptop.evaluate(async () => void (await (await navigator.serviceWorker.ready).update()));
      await waitForText(laptop, '.saving', /newer version ready/);
      await complete(laptop, 27);
      await laptop.$eval('.saving', (button) => (button as HTMLButtonElement).click());
      // Waited for from before the press: the page may be there anew before the press is told of.
      await Promise.all([
        laptop.waitForNavigation({ waitUntil: 'domcontentloaded' }),
        press(laptop, 'Take the newer version'),
      ]);
      await waitForDone(laptop, 27);
    } finally {
      writeFileSync(worker, built);
    }
  });

  it('a live line that is asked for strangely begins at the beginning, or says that the journal differs', async () => {
    const laptop = await onLaptop(3);
    const first = async (query: string) => {
      const end = new AbortController();
      const response = await fetch(`${laptop.url()}/live${query}`, { signal: end.signal });
      const reader = (response.body as ReadableStream<Uint8Array>).getReader();
      let said = '';
      const news = /event: (entry|differs)(?:\nid: (\d+))?/;
      while (!news.test(said)) said += new TextDecoder().decode((await reader.read()).value);
      end.abort();
      // A page that does not say when it was given what it shows is told that it is old.
      expect(said.includes('event: old')).toBe(!query.includes('of='));
      return news.exec(said)?.slice(1);
    };
    const [{ id = '' } = { id: '' }] = await journalOf(laptop);
    expect(await first('')).toEqual(['entry', '1']);
    expect(await first('?after=<script>')).toEqual(['entry', '1']);
    expect(await first(`?after=1.${id}`)).toEqual(['entry', '2']);
    expect(await first(`?after=1.${id}&of=${Date.now()}`)).toEqual(['entry', '2']);
    expect(await first('?after=1.somebody-else')).toEqual(['differs', undefined]);
    expect(await first('?after=99999.x')).toEqual(['differs', undefined]);
    expect((await fetch(`${app.address}/pieces/nobody/live`)).status).toBe(404);
    expect((await fetch(`${app.address}/pieces/nobody/events`)).status).toBe(404);
  });

  it('a device whose journal is not the server’s fetches the whole, and sends what the server lacks', async () => {
    const laptop = await onLaptop(27);
    const held = await alsoOnPhone(laptop);
    await held.evaluate(async (id) => {
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
    }, laptop.url().split('/').pop());
    await reload(held);
    await saved(held);
    await until(
      held,
      async (address) => (await (await fetch(`${address}/events`)).text()).includes('put-back-note'),
      laptop.url(),
    );
    expect(await done(held)).toBe(27);
  });
});
