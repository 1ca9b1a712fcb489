/** A piece whose journal is too long to be handed over whole: at the needles, offline, undone, told late, and in the logbook. */
import type { Page } from 'puppeteer-core';
import { reload, waitForText } from './helpers/browser';
import { evening } from './helpers/evening';
import { complete, putBy, saved, toastGone, waitForDone, waitForToast } from './helpers/needles';
import { entry, postJson, ropePiece, tell } from './helpers/pieces';

const ENTRIES = 2600;

const tonight = evening({ complaints: /ERR_INTERNET_DISCONNECTED|Failed to fetch/ });

/** The minute in which an entry was made. */
const timeOf = (n: number) =>
  new Date(Date.parse('2026-11-20T10:00:00Z') + n * 60_000).toISOString().slice(0, 16);
const rows = (from: number, to: number) =>
  Array.from({ length: to - from + 1 }, (_, i) => ({
    ...entry({ kind: 'rowDone', life: 'cast-on', row: from + i, seen: from + i - 1 }),
    deviceTime: `${timeOf(from + i)}:00.000Z`,
  }));

/** A piece of 9,000 rows with so long a journal. */
async function longPiece(): Promise<string> {
  const body = { draft: ropePiece('Mooring blanket', 9000), yarn: 'moss' };
  const piece = (await postJson(`${tonight.address}/pieces/new`, body)).headers.get('location') ?? '';
  await tell(tonight.address, piece, rows(1, ENTRIES));
  return piece;
}
async function opened(): Promise<{ piece: string; page: Page }> {
  const piece = await longPiece();
  const page = await tonight.open(piece);
  await waitForDone(page, ENTRIES);
  await putBy(page);
  return { piece, page };
}

describe('a journal of 2,600 entries', () => {
  it('is handed over from where it stood, and knitted on with and without a network', async () => {
    const { piece, page } = await opened();
    const html = await (await fetch(`${tonight.address}${piece}`)).text();
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

  it('is fetched whole when another device tells what only the whole can explain; the logbook shows the rest when asked', async () => {
    const { piece, page } = await opened();
    await complete(page, ENTRIES + 1);
    await saved(page);
    await tell(tonight.address, piece, [entry({ kind: 'ripped', life: 'cast-on', to: 40, seen: 50 })]);
    await waitForToast(page, /taken back or set on a device that did not know what was done elsewhere/);
    await waitForDone(page, ENTRIES + 1);
    await page.$eval('.toast-button', (button) => (button as HTMLButtonElement).click());
    await waitForText(
      page,
      '.stories',
      /Ripped back to row 40 .*Rows 51 to 2600 on another .*Row 2601 on this/s,
    );
    await page.$eval('[role=dialog] .action-button', (button) => (button as HTMLButtonElement).click());
    await toastGone(page);
    await saved(page);

    await page.goto(`${tonight.address}${piece}/logbook`);
    await waitForText(page, 'main', /\d+ entries came before these/);
    await page.$$eval('main a', (links) =>
      links.find((link) => link.textContent === 'Show them all')?.click(),
    );
    await waitForText(page, 'main', /Rows 1 to 2600 done/);
    expect(await page.$eval('main', (main) => main.textContent?.includes('came before these'))).toBe(false);
  });

  it('is given in batches to whoever asks for it whole', async () => {
    const piece = await longPiece();
    await tell(tonight.address, piece, rows(ENTRIES + 1, 2 * ENTRIES));
    const ask = async (after = '') =>
      (await (await fetch(`${tonight.address}${piece}/events${after}`)).json()) as {
        events: unknown[];
        next: string | null;
      };
    const first = await ask();
    const second = await ask(`?after=${first.next}`);
    expect([first.events.length, second.events.length, second.next]).toEqual([5000, 200, null]);
    expect((await fetch(`${tonight.address}${piece}/events?after=5000.nobody`)).status).toBe(409);
  });
});
