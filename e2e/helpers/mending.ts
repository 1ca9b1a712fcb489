/** Led through a repair, step by step. */
import type { Page } from 'puppeteer-core';
import { textOf } from './browser';

const press = (page: Page, testid: string) =>
  page.$eval(`[data-testid=${testid}]`, (control) => (control as HTMLButtonElement).click());

/** From its overview into its first step. */
export async function beginRepair(page: Page) {
  await page.waitForSelector('[data-testid=mend-begin]');
  await press(page, 'mend-begin');
  await page.waitForSelector('[data-testid=mend-done]');
}

export async function stepNow(page: Page) {
  await page.waitForSelector('[data-testid=mend-step]');
  return textOf(page, '[data-testid=mend-step]');
}
export const stepDone = (page: Page) => press(page, 'mend-done');

/** Goes on until the end, or so many steps; the words of every step on the way. */
export async function ledThrough(page: Page, steps = Infinity): Promise<string[]> {
  const words: string[] = [];
  for (let i = 0; i < steps && (await page.$('[data-testid=mend-done]')); i += 1) {
    const now = await stepNow(page);
    words.push(now);
    await stepDone(page);
    await page.waitForFunction(
      (was) =>
        (document.querySelector('[data-testid=mend-step]') as HTMLElement | null)?.innerText
          .replace(/\s+/g, ' ')
          .trim() !== was,
      {},
      now,
    );
  }
  return words;
}
