/** Nothing acknowledged is lost, nothing counts twice: two tabs, a killed server, two devices, a rip meanwhile. */
import type { Page } from 'puppeteer-core';
import { startApp, type RunningApp } from './helpers/app';
import { front, openAnother, press, reload, textOf, visit, waitForText } from './helpers/browser';
import { evening } from './helpers/evening';
import {
  atNeedles,
  complete,
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
import { entry, sixRowRope, tell } from './helpers/pieces';

let app: RunningApp;
beforeAll(async () => {
  app = await startApp();
});
afterEach(() => app.revive());
afterAll(() => app?.close());
// What was stopped, and what is refused, is told by the browser itself.
const tonight = evening({ bench: () => app, complaints: /ERR_|Failed to (?:fetch|load)/ });

async function scarf(rows: number): Promise<Page> {
  const page = await atNeedles(tonight, sixRowRope('Two-tab scarf'), { rows });
  await putBy(page);
  return page;
}
const pathOf = (page: Page) => new URL(page.url()).pathname;

/** On another device, which knows nothing of what this one has. */
async function elsewhere<T>(of: Page, work: (page: Page) => Promise<T>): Promise<T> {
  const other = await openAnother();
  try {
    return await work(await other.open(of.url()));
  } finally {
    await other.close();
  }
}
const storedRows = (of: Page) => elsewhere(of, done);
const rowDone = (row: number) => entry({ kind: 'rowDone', life: 'cast-on', row });

it('a row is counted once when two tabs complete it', async () => {
  const page = await scarf(0);
  const second = await tonight.device.open(page.url());
  await front(page);
  await complete(page, 1);
  await saved(page);
  await front(second);
  expect(await done(second)).toBeLessThanOrEqual(1);
  await waitForDone(second, 1);
  await complete(second, 2);
  await saved(second);
  await second.close();
  await front(page);
  await reload(page);
  expect(await done(page)).toBe(2);
});

it('a row is counted once when two devices complete the very same one unseen by each other', async () => {
  const page = await scarf(2);
  await page.setOfflineMode(true);
  await complete(page, 3);
  await tell(app.address, pathOf(page), [rowDone(3)]);
  await page.setOfflineMode(false);
  await reload(page);
  await saved(page);
  expect(await storedRows(page)).toBe(3);
});

it('it goes on while the server is dead, says so, and hands everything over when it is back', async () => {
  const page = await scarf(3);
  await app.kill();
  await knitTo(page, 5);
  await waitForSaving(page, /kept on this device/);
  await app.restart();
  await saved(page);
  expect(await storedRows(page)).toBe(5);
});

it('unsent rows are kept over a reload of the page, in order', async () => {
  const page = await scarf(5);
  await page.setOfflineMode(true);
  await knitTo(page, 7);
  const kept = await page.evaluate(
    () => Object.keys(localStorage).filter((key) => key.startsWith('gritch.unsent')).length,
  );
  expect(kept).toBe(2);
  await page.setOfflineMode(false);
  await reload(page);
  await waitForDone(page, 7);
  await saved(page);
  expect(await storedRows(page)).toBe(7);
});

it('an acknowledged row is not lost when the server is killed right after', async () => {
  const page = await scarf(7);
  await complete(page, 8);
  await saved(page);
  await app.kill();
  await app.restart();
  expect(await storedRows(page)).toBe(8);
});

it('a row that was stored while the page was on its way is shown', async () => {
  const page = await scarf(8);
  await elsewhere(page, async (fresh) => {
    await fresh.setCacheEnabled(false);
    await fresh.setRequestInterception(true);
    const row = rowDone(9);
    let stored: Promise<unknown> | null = null;
    fresh.on('request', (request) => {
      if (request.resourceType() !== 'script') return void request.continue();
      stored ??= tell(app.address, pathOf(page), [row]);
      void stored.then(() => request.continue());
    });
    await reload(fresh);
    await waitForDone(fresh, 9);
    await tell(app.address, pathOf(page), [entry({ kind: 'undo', target: row.id })]);
  });
  await reload(page);
  await waitForDone(page, 8);
});

it('rows of a life that ended elsewhere are put to the knitter instead of being counted', async () => {
  const page = await scarf(8);
  await page.setOfflineMode(true);
  await knitTo(page, 10);
  await elsewhere(page, async (laptop) => {
    await ripTo(laptop, 7);
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
  await toastGone(page);
  await saved(page);
  await reload(page);
  expect([await done(page), await page.$('.toast')]).toEqual([7, null]);
});

it('a refused entry is set aside with its reason, and the others are let through', async () => {
  const page = await scarf(7);
  const unsent = [
    entry({ kind: 'lifeline', row: 9999 }),
    entry({ kind: 'note', row: 7, text: 'kept all the same' }),
  ];
  await page.evaluate(
    (piece, events) => {
      for (const event of events)
        localStorage.setItem(`gritch.unsent.${piece}.${event.id}`, JSON.stringify(event));
    },
    page.url().split('/').pop(),
    unsent,
  );
  await reload(page);
  await waitForToast(page, /refused: .*row 9999 is beyond the piece/);
  await saved(page);
  await visit(page, `${page.url()}/logbook`);
  expect(await textOf(page, 'main')).toContain('kept all the same');
  expect(await textOf(page, '[aria-label="Refused entries"]')).toContain('Lifeline through row 9999');
});
