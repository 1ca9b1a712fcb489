/** Ways through the app that several tests take. */
import type { KeyInput, Page } from 'puppeteer-core';
import { fill, press, textOf, waitForText } from './browser';

/** A six-row rope that crosses in row 3: rows 3, 9, 15, 21, 27 ... of the piece. */
export const SIX_ROW_ROPE = `Row 1 (RS): P2, k4, p2.
Row 2 and all WS rows: knit the knits and purl the purls.
Row 3: p2, 2/2 RC, p2.
Row 5: p2, k4, p2.`;

/** Pastes into the rows of the last panel, as a clipboard would: all at once. */
export async function pasteRows(page: Page, text: string) {
  const areas = await page.$$('.panel-editor textarea');
  const area = areas[areas.length - 1];
  await area?.focus();
  await page.evaluate((words) => {
    (document.activeElement as HTMLTextAreaElement).select();
    document.execCommand('insertText', false, words);
  }, text);
}

/** Pastes a whole pattern onto the desk. */
export async function pasteText(page: Page, text: string) {
  await page.focus('#pattern-text');
  await page.evaluate((words) => {
    (document.activeElement as HTMLTextAreaElement).select();
    document.execCommand('insertText', false, words);
  }, text);
}

/** Sets up a piece of one pasted panel between the two garter edges; leaves the page at the needles. */
export async function castOnRope(page: Page, name: string) {
  await fill(page, 'Name of the piece', name);
  await press(page, 'Take Rope of 2 over 2 away');
  await press(page, 'Paste rows');
  await pasteRows(page, SIX_ROW_ROPE);
  await press(page, 'Move My panel to the right');
  await waitForText(page, '[data-testid=preview]', /Cast on 16 stitches, 40 rows/);
  await press(page, 'Cast on');
  await page.waitForSelector('[data-testid=working-row]');
  await saved(page);
}

export const saved = (page: Page) => waitForText(page, '[data-state=saved] [data-testid=saving]', /^saved$/);

export const done = async (page: Page) => Number(await textOf(page, '[data-testid=done]'));

/** Waits until so many rows are shown as done. */
export const waitForDone = (page: Page, rows: number) =>
  waitForText(page, '[data-testid=done]', new RegExp(`^${rows}$`));

export async function knit(page: Page, key: KeyInput, to: number) {
  await page.keyboard.press(key);
  await waitForDone(page, to);
}

/** Completes the row by its control, without the keys, which a tab gets only while it is in front. */
export async function complete(page: Page, to: number) {
  await page.$eval('[data-testid=complete]', (control) => (control as HTMLButtonElement).click());
  await waitForDone(page, to);
}

export async function choose(page: Page, item: string) {
  await press(page, 'More');
  await page.waitForSelector('[role=menu]');
  await press(page, item);
}

/** Opens the crossing of a piece row by keyboard. */
export async function touchCrossing(page: Page, row: number, panel = '') {
  const mark = await page.waitForSelector(`[data-crossing*="${panel}:${row}:"]`);
  await mark?.evaluate((found) => (found as SVGElement).focus());
  await page.keyboard.press('Enter');
  await page.waitForSelector('[data-testid=ladder-facts]');
}

/** The three figures of a repair: stitches off the needle, loose strands, crossings to make again. */
export const repairFigures = (page: Page) =>
  page.$$eval('[data-testid=ladder-facts] dd', (found) =>
    found.map((dd) => Number((dd as HTMLElement).innerText)),
  );
