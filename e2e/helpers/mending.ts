/** Led through a repair, step by step. */
import type { Page } from 'puppeteer-core';
import { press, textOf, until, waitForText } from './browser';

const STEP = '[aria-label="The step in hand"]';

export const repairOffered = (page: Page, words: RegExp) => waitForText(page, '[aria-label=Repair]', words);
export const isRepairOffered = async (page: Page) => (await page.$('[aria-label=Repair]')) !== null;
export const noRepairLeft = (page: Page) => page.waitForSelector('[aria-label=Repair]', { hidden: true });

/** From its overview into its first step. */
export async function beginRepair(page: Page) {
  await press(page, 'Lead me through it');
  await page.waitForSelector(STEP);
}

export async function stepNow(page: Page) {
  await page.waitForSelector(STEP);
  return textOf(page, STEP);
}
export const waitForStep = (page: Page, words: RegExp) => waitForText(page, STEP, words);

/** On to the next step; false behind the last one. */
export const stepDone = (page: Page): Promise<boolean> =>
  page.$$eval('[role=dialog] button', (all) => {
    const onward = all.find((one) => /^(Begin|Done)$/.test((one.textContent ?? '').trim()));
    onward?.click();
    return onward !== undefined;
  });

/** Goes on until the end, or so many steps; the words of every step on the way. */
export async function ledThrough(page: Page, steps = Infinity): Promise<string[]> {
  const words: string[] = [];
  for (let i = 0; i < steps; i += 1) {
    const now = await stepNow(page);
    if (!(await stepDone(page))) break;
    words.push(now);
    await until(
      page,
      (step, was) =>
        (document.querySelector(step) as HTMLElement | null)?.innerText.replace(/\s+/g, ' ').trim() !== was,
      STEP,
      now,
    );
  }
  return words;
}
