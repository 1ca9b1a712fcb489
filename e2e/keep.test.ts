/** Nothing acknowledged is lost, nothing counts twice: two tabs, a killed server, two devices, a rip meanwhile. */
import type { Page } from 'puppeteer-core';
import { startApp, type RunningApp } from './helpers/app';
import { front, openDevice, press, reload, textOf, type Device, visit, waitForText } from './helpers/browser';
import { castOnRope, choose, complete, done, saved, waitForDone } from './helpers/journeys';

let app: RunningApp;
let chromium: Device;
let page: Page;
let piece: string;

beforeAll(async () => {
  app = await startApp();
  chromium = await openDevice();
  page = await chromium.open(`${app.address}/pieces/new`);
  await castOnRope(page, 'Two-tab scarf');
  piece = page.url();
});
afterAll(async () => {
  await chromium?.close();
  await app?.close();
});

/** In another browser, which knows nothing of what this one has. */
async function elsewhere<T>(work: (page: Page) => Promise<T>): Promise<T> {
  const other = await openDevice();
  try {
    return await work(await other.open(piece));
  } finally {
    await other.close();
  }
}
const storedRows = () => elsewhere(done);

const otherDevice = () => ({ device: 'other', deviceTime: new Date().toISOString() });
const postEvent = (event: object) =>
  fetch(`${piece}/events`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ events: [{ ...otherDevice(), ...event }] }),
  });
const postRow = (row: number, id: string) => postEvent({ id, kind: 'rowDone', life: 'cast-on', row });
const postUndo = (target: string, id: string) => postEvent({ id, kind: 'undo', target });

describe('a journal that is kept', () => {
  it('counts a row once when two tabs complete it', async () => {
    const second = await chromium.open(piece);
    await front(page);
    await complete(page, 1);
    await saved(page);
    await front(second);
    expect(await done(second)).toBeLessThanOrEqual(1);
    await second.waitForFunction(() => document.querySelector('[data-testid=done]')?.textContent === '1');
    await complete(second, 2);
    await saved(second);
    await second.close();
    await front(page);
    await reload(page);
    expect(await done(page)).toBe(2);
  });

  it('counts a row once when two tabs complete the very same one unseen by each other', async () => {
    await page.setOfflineMode(true);
    await complete(page, 3);
    expect((await postRow(3, '01a20000-0000-7000-8000-000000000003')).status).toBe(200);
    await page.setOfflineMode(false);
    await reload(page);
    await saved(page);
    expect(await storedRows()).toBe(3);
  });

  it('goes on while the server is dead, says so, and hands everything over when it is back', async () => {
    await app.kill();
    await complete(page, 4);
    await complete(page, 5);
    await waitForText(page, '[data-testid=saving]', /kept on this device/);
    await app.restart();
    await saved(page);
    expect(await storedRows()).toBe(5);
  });

  it('keeps unsent rows over a reload of the page, in order', async () => {
    await page.setOfflineMode(true);
    await complete(page, 6);
    await complete(page, 7);
    const kept = await page.evaluate(
      () => Object.keys(localStorage).filter((key) => key.startsWith('gritch.unsent')).length,
    );
    expect(kept).toBe(2);
    await page.setOfflineMode(false);
    await reload(page);
    await waitForDone(page, 7);
    await saved(page);
    expect(await storedRows()).toBe(7);
  });

  it('does not lose an acknowledged row when the server is killed right after', async () => {
    await complete(page, 8);
    await saved(page);
    await app.kill();
    await app.restart();
    expect(await storedRows()).toBe(8);
  });

  it('shows a row that was stored while the page was on its way', async () => {
    await elsewhere(async (fresh) => {
      await fresh.setCacheEnabled(false);
      await fresh.setRequestInterception(true);
      let stored: Promise<unknown> | null = null;
      fresh.on('request', (request) => {
        if (request.resourceType() !== 'script') return void request.continue();
        stored ??= postRow(9, '01a20000-0000-7000-8000-000000000009');
        void stored.then(() => request.continue());
      });
      await reload(fresh);
      await waitForDone(fresh, 9);
    });
    await postUndo('01a20000-0000-7000-8000-000000000009', '01a20000-0000-7000-8000-00000000000c');
    await reload(page);
    await waitForDone(page, 8);
  });

  it('puts rows of a life that ended elsewhere to the knitter instead of counting them', async () => {
    await front(page);
    await page.setOfflineMode(true);
    await complete(page, 9);
    await complete(page, 10);
    await elsewhere(async (laptop) => {
      await choose(laptop, 'Back to a row');
      await laptop.waitForSelector('[role=dialog] input:focus');
      await laptop.keyboard.press('Enter');
      await waitForDone(laptop, 7);
      await saved(laptop);
    });
    await page.setOfflineMode(false);
    await reload(page);
    await saved(page);
    await reload(page);
    expect(await done(page)).toBe(7);
    expect(await textOf(page, '.toast')).toMatch(/2 rows were told late and are not counted/);
    await press(page, 'See both stories');
    await waitForText(page, '.stories', /Rows 9 to 10 on this computer.*Ripped back to row 7 on another/);
    await press(page, '7 rows, as it counts now');
    await page.waitForFunction(() => !document.querySelector('.toast'));
    await saved(page);
    await reload(page);
    expect([await done(page), await page.$('.toast')]).toEqual([7, null]);
  });

  it('sets a refused entry aside with its reason, and lets the others through', async () => {
    await page.evaluate((address) => {
      const event = (id: string, what: object) =>
        localStorage.setItem(
          `gritch.unsent.${address.split('/').pop()}.${id}`,
          JSON.stringify({ id, device: 'd', deviceTime: '2026-11-24T10:00:00.000Z', ...what }),
        );
      event('01a20000-0000-7000-8000-00000000000a', { kind: 'lifeline', row: 9999 });
      event('01a20000-0000-7000-8000-00000000000b', { kind: 'note', row: 7, text: 'kept all the same' });
    }, piece);
    await reload(page);
    await waitForText(page, '.toast', /refused: .*row 9999 is beyond the piece/);
    await saved(page);
    await visit(page, `${piece}/logbook`);
    expect(await textOf(page, 'main')).toContain('kept all the same');
    expect(await textOf(page, '[aria-label="Refused entries"]')).toContain('Lifeline through row 9999');
  });
});
