/** At the needles: what is to be seen there, and what hands do. */
import type { KeyInput, Page } from 'puppeteer-core';
import type { PieceDraft } from '@core/draft/draft';
import { fill, press, textOf, until, waitForText, type Size } from './browser';
import type { Evening } from './evening';
import { setUpAt } from './pieces';

/** The row in hand; the row that comes stands hidden beside it. */
const NOW = '[data-ahead=false]';

export type At = {
  /** Rows done. */
  readonly rows?: number;
  readonly size?: Size;
  /** What else happened, as entries of another device. */
  readonly then?: readonly object[];
  readonly prefs?: object;
};
/** A piece of its own with so many rows done (and what else happened), opened at the needles. */
export async function atNeedles(
  { address, open }: Evening,
  draft: PieceDraft,
  { rows = 0, size, then = [], prefs }: At = {},
): Promise<Page> {
  return open(await setUpAt(address, draft, rows, then), size, prefs);
}

export const saved = (page: Page) => waitForText(page, '[data-state=saved] [data-testid=saving]', /^saved$/);
/** What is said of where the newest rows are. */
export const waitForSaving = (page: Page, words: RegExp) => waitForText(page, '[data-testid=saving]', words);
export const done = async (page: Page) => Number(await textOf(page, '[data-testid=done]'));
/** Waits until so many rows are shown as done. */
export const waitForDone = (page: Page, rows: number) =>
  waitForText(page, '[data-testid=done]', new RegExp(`^${rows}$`));

/** Until the page opens again without a network, and has nothing more to ask of it. */
export const putBy = (page: Page) =>
  until(page, async () => {
    const pages = await caches.open('pages-1');
    return Boolean(await pages.match(location.pathname)) && navigator.serviceWorker.controller !== null;
  });

/** Until the needles are there, with a row in hand. */
export const needlesOpen = (page: Page) => page.waitForSelector('[data-testid=working-row]');
export const workingRow = (page: Page) => textOf(page, '[data-testid=working-row]');
export const onTheNeedle = (page: Page) => textOf(page, '[data-testid=stitches]');
export const countdown = (page: Page) => textOf(page, `${NOW} .countdown`);
export const waitForCountdown = (page: Page, words: RegExp) => waitForText(page, `${NOW} .countdown`, words);
/** What to count on the fabric, as the first head says it. */
export const toCount = (page: Page) => textOf(page, `${NOW} .head-count`);
/** The hold of the first crossing in the cue; null in a row without one. */
export const hold = async (page: Page) =>
  (await page.$(`${NOW} .hold`)) ? textOf(page, `${NOW} .hold`) : null;
/** The group in hand, stitch group by stitch group. */
export const group = (page: Page) => textOf(page, '[data-testid=stop]');
export const waitForGroup = (page: Page, words: RegExp) => waitForText(page, '[data-testid=stop]', words);

export async function knit(page: Page, key: KeyInput, to: number) {
  await page.keyboard.press(key);
  await waitForDone(page, to);
}

/** Knits on by the control, without the keys, which a tab gets only while it is in front, until so many rows are done. */
export const knitTo = (page: Page, rows: number) =>
  until(
    page,
    (wanted, call) => {
      const shown = (name: string) => document.querySelector<HTMLElement>(`[data-testid=${name}]`);
      const [done, control] = [shown('done')?.innerText, shown('complete')];
      if (!done || !control || Number(done) >= wanted) return Number(done) === wanted;
      // What was pressed is waited for: the next press is for the next row.
      const press = `${call} at ${done}`;
      if (control.dataset.press !== press) control.click();
      control.dataset.press = press;
      return false;
    },
    rows,
    performance.now(),
  );

/** Completes the row in hand, and waits until so many are done. */
export async function complete(page: Page, to: number) {
  await page.$eval('[data-testid=complete]', (control) => (control as HTMLButtonElement).click());
  await waitForDone(page, to);
}

/** Takes an item of the menu More. */
export async function choose(page: Page, item: string) {
  await press(page, 'More');
  await page.waitForSelector('[role=menu]');
  await press(page, item);
}

/** Rips back to a row. */
export async function ripTo(page: Page, row: number) {
  const rows = (await done(page)) - row;
  await choose(page, 'Back to a row');
  await fill(page, 'Last row that stays on the needle', String(row));
  await press(page, rows === 1 ? 'Rip 1 row' : `Rip ${rows} rows`);
  await waitForDone(page, row);
}

export async function setRow(page: Page, rows: number) {
  await choose(page, 'Set the row of the piece');
  await fill(page, 'Rows of the whole piece that are done', String(rows));
  await press(page, `${rows} rows are done`);
  await waitForDone(page, rows);
}

/** Closes what lies over the page. */
export async function closeSheet(page: Page) {
  await page.keyboard.press('Escape');
  await until(page, () => !document.querySelector('[role=dialog], .rest-sheet'));
}

/** Something is said across the screen that waits for an answer. */
export const waitForToast = (page: Page, words: RegExp) => waitForText(page, '.toast', words);
export const toastGone = (page: Page) => until(page, () => !document.querySelector('.toast'));

/** Opens the crossing of a piece row by keyboard. */
export async function touchCrossing(page: Page, row: number, panel = '') {
  const mark = await page.waitForSelector(`[data-crossing*="${panel}:${row}:"]`);
  await mark?.evaluate((found) => (found as SVGElement).focus());
  await page.keyboard.press('Enter');
  await page.waitForSelector('[data-testid=ladder-facts]');
}

/** Marks the first crossing of a row as leaning the other way; its panel, row and first stitch from the right edge. */
export async function markOdd(page: Page, panel: string, row: number) {
  await touchCrossing(page, row, panel);
  const id = await page.$eval(
    `[data-crossing^="${panel}:${row}:"]`,
    (mark) => mark.getAttribute('data-crossing') ?? '',
  );
  const name = await page.$$eval(
    '.side-sheet button',
    (all) => all.map((one) => one.textContent ?? '').find((words) => /^It leans/.test(words)) ?? '',
  );
  await press(page, name);
  await waitForText(page, '.side-sheet', /Marked/);
  await press(page, 'Close');
  return [panel, row, Number(id.split(':')[2])] as const;
}

/** Crossings marked as wrong, as panel:row:stitch. */
export const oddOnes = (page: Page) =>
  page.$$eval('[data-state=fault]', (marks) => marks.map((mark) => mark.getAttribute('data-crossing')));
export const waitForOdd = (page: Page, count: number) =>
  until(page, (n) => document.querySelectorAll('[data-state=fault]').length === n, count);

/** The three figures of a repair: stitches off the needle, loose strands, crossings to make again. */
export const repairFigures = (page: Page) =>
  page.$$eval('[data-testid=ladder-facts] dd', (found) =>
    found.map((dd) => Number((dd as HTMLElement).innerText)),
  );
