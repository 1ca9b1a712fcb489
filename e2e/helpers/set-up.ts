/** Setting up a piece and pasting patterns, as a knitter does it. */
import type { Page } from 'puppeteer-core';
import { fill, press, waitForText } from './browser';
import { needlesOpen, saved } from './needles';
import { SIX_ROW_ROPE } from './pieces';

/** What would be cast on, as the set-up page tells it. */
export const PREVIEW = '[aria-label="How it will look"]';

/** Pastes into the field that has the focus, as a clipboard would: all at once. */
const paste = (page: Page, text: string) =>
  page.evaluate((words) => {
    (document.activeElement as HTMLTextAreaElement).select();
    document.execCommand('insertText', false, words);
  }, text);

/** Pastes into the rows of the last panel. */
export async function pasteRows(page: Page, text: string) {
  const areas = await page.$$('.panel-editor textarea');
  await areas[areas.length - 1]?.focus();
  await paste(page, text);
}

/** Pastes a whole pattern onto the desk. */
export async function pasteText(page: Page, text: string) {
  await page.focus('#pattern-text');
  await paste(page, text);
}

/** Adds a chart of the shelf as the last panel. */
export const takeFromShelf = (page: Page, key: string) => page.select('aria/Add a panel from the shelf', key);

/** Casts on what is set up; leaves the page at the needles. */
export async function castOn(page: Page) {
  await press(page, 'Cast on');
  await needlesOpen(page);
  await saved(page);
}

/** Sets up a piece of one pasted panel between the two garter edges; leaves the page at the needles. */
export async function castOnRope(page: Page, name: string) {
  await fill(page, 'Name of the piece', name);
  await press(page, 'Take Rope of 2 over 2 away');
  await press(page, 'Paste rows');
  await pasteRows(page, SIX_ROW_ROPE);
  await press(page, 'Move My panel to the right');
  await waitForText(page, PREVIEW, /Cast on 16 stitches, 40 rows/);
  await castOn(page);
}
