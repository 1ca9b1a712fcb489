/** Devices: contexts of this worker's Chromium, each with nothing kept; pages that remember what went wrong in them. */
import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import puppeteer, { type BrowserContext, type ElementHandle, type Page } from 'puppeteer-core';
import FLAGS from '../../scripts/chromium-flags.json' with { type: 'json' };
import { workplace } from './app';

export type Size = { readonly width: number; readonly height: number };
export const DESK: Size = { width: 1280, height: 800 };
export const PHONE: Size = { width: 390, height: 844 };

/** A test knits faster than any hand: its second taps are meant. */
const HURRIED = { guard: false };

export type Device = {
  /** A new tab without any habits of its own. */
  readonly context: BrowserContext;
  /** A new tab, on a device that behaves as `prefs` say; console errors and uncaught exceptions land in `troubles`. */
  open(url: string, viewport?: Size, prefs?: object): Promise<Page>;
  readonly troubles: string[];
  /** Closes its tabs, and forgets all that a bench has kept on it but files of the build. */
  forget(address: string): Promise<void>;
  close(): Promise<void>;
};
/** What a page keeps on a device, except the service worker and what it has put by. */
const KEPT = 'local_storage,indexeddb,cookies';

function deviceIn(context: BrowserContext, letGo: () => Promise<void>): Device {
  const troubles: string[] = [];
  return {
    context,
    troubles,
    forget: async (address) => {
      const [first, ...others] = await context.pages();
      await Promise.all(others.map((page) => page.close()));
      const session = await first?.createCDPSession();
      await session?.send('Storage.clearDataForOrigin', { origin: address, storageTypes: KEPT });
      await session?.detach();
    },
    open: async (url, viewport = DESK, prefs = HURRIED) => {
      const page = await context.newPage();
      page.setDefaultTimeout(PATIENCE_MS);
      page.on('console', (message) => message.type() === 'error' && troubles.push(message.text()));
      page.on('pageerror', (error) => troubles.push(String(error)));
      await page.setViewport(viewport);
      await page.evaluateOnNewDocument((usual) => {
        if (!localStorage.getItem('gritch.prefs')) localStorage.setItem('gritch.prefs', usual);
      }, JSON.stringify(prefs));
      await visit(page, url);
      return page;
    },
    close: letGo,
  };
}

const connect = () => puppeteer.connect({ browserWSEndpoint: workplace().browser });

/** The browser's own profile. It knows nothing of the bench: each has an address of its own. */
export async function openDevice(): Promise<Device> {
  const browser = await connect();
  const context = browser.defaultBrowserContext();
  return deviceIn(context, async () => {
    const pages = await context.pages();
    await Promise.all(pages.slice(1).map((page) => page.close()));
    await browser.disconnect();
  });
}

/** Another device beside it, which shares nothing with it. */
export async function openAnother(): Promise<Device> {
  const browser = await connect();
  const context = await browser.createBrowserContext();
  return deviceIn(context, async () => {
    await context.close();
    await browser.disconnect();
  });
}

/** The same in a browser of its own, for measurements. */
export async function openBrowser(): Promise<Device> {
  const userDataDir = mkdtempSync(path.join(os.tmpdir(), 'gritch-profile-'));
  const executablePath = process.env.CHROMIUM as string;
  const browser = await puppeteer.launch({ executablePath, userDataDir, args: FLAGS });
  return deviceIn(browser.defaultBrowserContext(), async () => {
    await browser.close();
    rmSync(userDataDir, { recursive: true, force: true });
  });
}

const PATIENCE_MS = 90_000;
/** What Chromium says to a question whose page is left meanwhile. */
const LEFT = /context was destroyed|context with specified id|Inspected target navigated/;

/** Waits until something is true in the page, over a page that is left: one message where Puppeteer's own waiting takes eight. */
export async function until<Args extends readonly unknown[]>(
  page: Page,
  holds: (...args: Args) => unknown,
  ...args: Args
): Promise<void> {
  const looking = `(async () => {
    const [holds, end] = [${holds}, performance.now() + ${PATIENCE_MS}];
    for (let pause = 10; !(await holds(...${JSON.stringify(args)})); pause = Math.min(60, pause * 1.25)) {
      if (performance.now() > end) return false;
      await new Promise((resolve) => setTimeout(resolve, pause));
    }
    return true;
  })()`;
  const begun = performance.now();
  let isSo: unknown = null;
  while (isSo === null && performance.now() - begun < PATIENCE_MS)
    isSo = await page.evaluate(looking).catch((error: unknown) => {
      if (!LEFT.test(String(error))) throw error;
      return null;
    });
  if (!isSo) throw new Error(`never true: ${holds} of ${JSON.stringify(args)}`);
}

/** Until the page answers to clicks and keys: before that they would be lost. What listens to them is set up when it is idle. */
async function alive(page: Page) {
  await until(page, () => {
    const main = document.querySelector('main');
    return main !== null && Object.keys(main).some((key) => key.startsWith('__reactProps'));
  });
  await page.evaluate(() => new Promise((resolve) => requestIdleCallback(resolve, { timeout: 2000 })));
}

export async function visit(page: Page, url: string) {
  await page.goto(url, { waitUntil: 'load' });
  await alive(page);
}

export async function reload(page: Page) {
  await page.reload({ waitUntil: 'load' });
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

/** Waits until an element says something that matches; fails with what it said instead. */
export async function waitForText(page: Page, selector: string, wanted: RegExp): Promise<void> {
  const says = (s: string) =>
    ((document.querySelector(s) as HTMLElement | null)?.innerText ?? '').replace(/\s+/g, ' ');
  const matches = (s: string, source: string) =>
    new RegExp(source).test(
      ((document.querySelector(s) as HTMLElement | null)?.innerText ?? '').replace(/\s+/g, ' '),
    );
  await until(page, matches, selector, wanted.source).catch(async (error: unknown) => {
    const instead = await page.evaluate(says, selector).catch(String);
    throw new Error(`${selector} never said ${wanted}, but: ${instead.slice(0, 2000)}`, { cause: error });
  });
}

/** The first thing with this accessible name, once it is there. */
async function named(page: Page, name: string): Promise<ElementHandle<Element>> {
  const here = await page.$(`aria/${name}`).catch(() => null);
  return (here ?? (await page.waitForSelector(`aria/${name}`))) as ElementHandle<Element>;
}

/**
 * Clicks where it is, once it answers: a part that is loaded by itself stands in the page before it does, and a page
 * without scripts has none. Answers false where it is not met: it had moved from there, or is gone.
 */
async function hits(page: Page, found: ElementHandle<Element>): Promise<boolean> {
  const at = await found.evaluate(async (one) => {
    const answers = () =>
      !('__reactRouterContext' in window) || Object.keys(one).some((key) => key.startsWith('__reactProps'));
    while (one.isConnected && !answers()) await new Promise((resolve) => setTimeout(resolve, 15));
    const middle = () => {
      const { x, y, width, height } = one.getClientRects()[0] ?? new DOMRect();
      return width * height > 0 ? { x: x + width / 2, y: y + height / 2 } : null;
    };
    const isOpen = (spot: { x: number; y: number }) =>
      one.contains(document.elementFromPoint(spot.x, spot.y));
    const first = middle();
    if (first && !isOpen(first))
      one.scrollIntoView({ block: 'center', inline: 'center', behavior: 'instant' });
    one.addEventListener('pointerdown', () => one.setAttribute('data-met', ''), {
      capture: true,
      once: true,
    });
    return middle();
  });
  if (!at) return false;
  await page.mouse.click(at.x, at.y);
  // A page that is left by the click tells no more.
  return found
    .evaluate((one) => {
      const isMet = one.hasAttribute('data-met');
      one.removeAttribute('data-met');
      return isMet;
    })
    .catch(() => true);
}

/**
 * The first button, link, menu item or summary with this accessible name. One that was drawn anew between being found and
 * being clicked, or moved, is looked for again.
 */
export async function press(page: Page, name: string): Promise<void> {
  for (let tries = 0; tries < 3; tries += 1) {
    const found = await named(page, name);
    if (await hits(page, found)) return;
  }
  throw new Error(`“${name}” was pressed three times and never met`);
}

/** Presses what has just these words, or this label, within the dialog, once it is there and nothing is being worked out. */
export const pressIn = (page: Page, words: string) =>
  until(
    page,
    (name) => {
      if (document.querySelector('[role=dialog] [aria-busy=true]')) return false;
      const all = document.querySelectorAll<HTMLElement>(
        '[role=dialog] button, [role=dialog] [role=radio], [role=dialog] summary',
      );
      const found = [...all].find(
        (one) => one.textContent?.trim() === name || one.getAttribute('aria-label') === name,
      );
      found?.click();
      return found !== undefined;
    },
    words,
  );

/** Presses a button of a dialog that closes by it, and waits until the dialog is gone. */
export async function pressAway(page: Page, name: string) {
  await press(page, name);
  await page.waitForSelector('[role=dialog]', { hidden: true });
}

/** Puts a value into the field with this label, all at once, in place of what it held. */
export async function fill(page: Page, label: string, value: string, index = 0) {
  await named(page, label);
  const field = (await page.$$(`aria/${label}`))[index];
  if (!field) throw new Error(`there is no field “${label}” number ${index}`);
  await field.evaluate((one) => {
    (one as HTMLInputElement).focus();
    (one as HTMLInputElement).select();
  });
  if (value === '') await page.keyboard.press('Delete');
  else await page.keyboard.sendCharacter(value);
}
