/** A piece whose journal is too long to be handed over whole: at the needles, offline, undone, told late, and in the logbook. */
import type { Page } from 'puppeteer-core';
import { freshBench, type Bench } from './helpers/app';
import { openDevice, reload, type Device, waitForText } from './helpers/browser';
import { postJson, ropePiece } from './helpers/pieces';
import { complete, saved, waitForDone } from './helpers/journeys';

const ENTRIES = 2600;

let app: Bench;
let browser: Device;
let page: Page;
let piece: string;
let made = 0;

const post = (path: string, body: object) => postJson(`${app.address}${path}`, body);
/** The minute in which an entry was made. */
const timeOf = (n: number) =>
  new Date(Date.parse('2026-11-20T10:00:00Z') + n * 60_000).toISOString().slice(0, 16);
const entry = (more: object) => ({
  id: `01a20000-0000-7000-8000-${String((made += 1)).padStart(12, '0')}`,
  device: 'another',
  deviceTime: `${timeOf(made)}:00.000Z`,
  ...more,
});
const rows = (from: number, to: number) =>
  Array.from({ length: to - from + 1 }, (_, i) =>
    entry({ kind: 'rowDone', life: 'cast-on', row: from + i, seen: made }),
  );

beforeAll(async () => {
  app = await freshBench();
  browser = await openDevice();
  const draft = ropePiece('Mooring blanket', 9000);
  piece = (await post('/pieces/new', { draft, yarn: 'moss' })).headers.get('location') ?? '';
  for (let from = 1; from <= ENTRIES; from += 200)
    await post(`${piece}/events`, { events: rows(from, from + 199) });
  page = await browser.open(`${app.address}${piece}`);
});
afterAll(async () => {
  await browser?.close();
});

describe('a journal of 2,600 entries', () => {
  it('is handed over from where it stood, and knitted on with and without a network', async () => {
    await waitForDone(page, ENTRIES);
    const html = await (await fetch(`${app.address}${piece}`)).text();
    const made = new Set(html.match(/2026-11-2\dT\d\d:\d\d/g));
    expect([made.has(timeOf(ENTRIES)), made.has(timeOf(100))]).toEqual([true, false]);
    await complete(page, ENTRIES + 1);
    await saved(page);
    await page.setOfflineMode(true);
    await complete(page, ENTRIES + 2);
    await page.keyboard.press('Backspace');
    await waitForDone(page, ENTRIES + 1);
    await page.setOfflineMode(false);
    await reload(page);
    await saved(page);
    await waitForDone(page, ENTRIES + 1);
  });

  it('is fetched whole when another device tells what only the whole can explain', async () => {
    const late = entry({ kind: 'ripped', life: 'cast-on', to: 40, seen: 50 });
    expect((await post(`${piece}/events`, { events: [late] })).status).toBe(200);
    await waitForText(
      page,
      '.toast',
      /taken back or set on a device that did not know what was done elsewhere/,
    );
    await waitForDone(page, ENTRIES + 1);
    await page.$eval('.toast-button', (button) => (button as HTMLButtonElement).click());
    await waitForText(
      page,
      '.stories',
      /Ripped back to row 40 .*Rows 51 to 2600 on another .*Row 2601 on this/s,
    );
    await page.$eval('[role=dialog] .action-button', (button) => (button as HTMLButtonElement).click());
    await page.waitForFunction(() => !document.querySelector('.toast'));
    await saved(page);
  });

  it('shows what came last in the logbook, and the rest when it is asked for', async () => {
    await page.goto(`${app.address}${piece}/logbook`);
    await waitForText(page, 'main', /\d+ entries came before these/);
    await page.$$eval('main a', (links) =>
      links.find((link) => link.textContent === 'Show them all')?.click(),
    );
    await waitForText(page, 'main', /Rows 1 to 2600 done/);
    expect(await page.$eval('main', (main) => main.textContent?.includes('came before these'))).toBe(false);
  });

  it('is given in batches to whoever asks for it whole', async () => {
    const more = rows(ENTRIES + 2, ENTRIES + 2601);
    for (let at = 0; at < more.length; at += 200)
      await post(`${piece}/events`, { events: more.slice(at, at + 200) });
    const ask = async (after = '') =>
      (await (await fetch(`${app.address}${piece}/events${after}`)).json()) as {
        events: unknown[];
        next: string | null;
      };
    const first = await ask();
    const second = await ask(`?after=${first.next}`);
    expect([first.events.length, second.next]).toEqual([5000, null]);
    expect(second.events.length).toBeGreaterThan(200);
    expect((await fetch(`${app.address}${piece}/events?after=5000.nobody`)).status).toBe(409);
  });
});
