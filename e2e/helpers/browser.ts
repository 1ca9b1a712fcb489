/** Headless Chromium with an empty profile; pages that remember what went wrong in them. */
import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import puppeteer, { type Browser, type ElementHandle, type Page } from 'puppeteer-core';

const FLAGS = [
  '--headless',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];
export const DESK = { width: 1280, height: 800 };
export const PHONE = { width: 390, height: 844 };

/** A test knits faster than any hand: its second taps are meant. */
const HURRIED = { guard: false };

export type OpenBrowser = {
  readonly browser: Browser;
  /** A new tab, on a device that behaves as `prefs` say; console errors and uncaught exceptions land in `troubles`. */
  open(url: string, viewport?: { width: number; height: number }, prefs?: object): Promise<Page>;
  readonly troubles: string[];
  close(): Promise<void>;
};

export async function openBrowser(): Promise<OpenBrowser> {
  const profile = mkdtempSync(path.join(os.tmpdir(), 'gritch-profile-'));
  const executablePath = process.env.CHROMIUM ?? '/usr/bin/chromium';
  const browser = await puppeteer.launch({ executablePath, userDataDir: profile, args: FLAGS });
  const troubles: string[] = [];
  return {
    browser,
    troubles,
    open: async (url, viewport = DESK, prefs = HURRIED) => {
      const page = await browser.newPage();
      page.setDefaultTimeout(45_000);
      page.on('console', (message) => message.type() === 'error' && troubles.push(message.text()));
      page.on('pageerror', (error) => troubles.push(String(error)));
      await page.setViewport(viewport);
      await page.evaluateOnNewDocument((usual) => {
        if (!localStorage.getItem('gritch.prefs')) localStorage.setItem('gritch.prefs', usual);
      }, JSON.stringify(prefs));
      await visit(page, url);
      return page;
    },
    close: async () => {
      await browser.close();
      rmSync(profile, { recursive: true, force: true });
    },
  };
}

/** Until the page answers to clicks: before that they would be lost. */
const alive = (page: Page) =>
  page.waitForFunction(() => {
    const main = document.querySelector('main');
    return main !== null && Object.keys(main).some((key) => key.startsWith('__reactProps'));
  });

export async function visit(page: Page, url: string) {
  await page.goto(url, { waitUntil: 'networkidle2' });
  await alive(page);
}

export async function reload(page: Page) {
  await page.reload({ waitUntil: 'networkidle2' });
  await alive(page);
}

/** Brings a tab to the front and waits until keys reach it. */
export async function front(page: Page) {
  await page.bringToFront();
  await page.waitForFunction(() => document.hasFocus() && document.visibilityState === 'visible', {
    polling: 50,
  });
}

export const textOf = (page: Page, selector: string) =>
  page.$eval(selector, (element) => (element as HTMLElement).innerText.replace(/\s+/g, ' ').trim());

/** Waits until an element says something that matches. */
export const waitForText = (page: Page, selector: string, wanted: RegExp) =>
  page.waitForFunction(
    (s, source) =>
      new RegExp(source).test(
        ((document.querySelector(s) as HTMLElement | null)?.innerText ?? '').replace(/\s+/g, ' '),
      ),
    {},
    selector,
    wanted.source,
  );

/**
 * The first button, link, menu item or summary with this accessible name. One that
 * was drawn anew between being found and being clicked is looked for again.
 */
export async function press(page: Page, name: string): Promise<void> {
  const found = await page.waitForSelector(`aria/${name}`);
  try {
    await (found as ElementHandle<Element>).click();
  } catch (error) {
    if (!/detached from document/.test(String(error))) throw error;
    await press(page, name);
  }
}

/** Presses a button of a dialog that closes by it, and waits until the dialog is gone. */
export async function pressAway(page: Page, name: string) {
  await press(page, name);
  await page.waitForSelector('[role=dialog]', { hidden: true });
}

/** Types into the field with this label, in place of what it held. */
export async function fill(page: Page, label: string, value: string, index = 0) {
  await page.waitForSelector(`aria/${label}`);
  const field = (await page.$$(`aria/${label}`))[index];
  if (!field) throw new Error(`there is no field “${label}” number ${index}`);
  await field.focus();
  await page.keyboard.down('Control');
  await page.keyboard.press('KeyA');
  await page.keyboard.up('Control');
  await page.keyboard.press('Delete');
  await field.type(value, { delay: 0 });
}
