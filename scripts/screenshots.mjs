/** `npm run screenshots`: one picture of each main view, from the demo data, into docs/screenshots/. */
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { FLAGS, needChromium } from './chromium.mjs';
import { buildApp, installPackages, ROOT, run } from './prepare.mjs';
import { serve } from './serve.mjs';

installPackages();
await buildApp();
const executablePath = needChromium();
const { default: puppeteer } = await import('puppeteer-core');

const OUT = path.join(ROOT, 'docs/screenshots');
const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };
const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'gritch-shots-'));
const profile = fs.mkdtempSync(path.join(os.tmpdir(), 'gritch-profile-'));
run('node', ['build/tools/seed.mjs'], { GRITCH_DATA: folder });
const { close, address } = await serve(folder);
const browser = await puppeteer.launch({
  executablePath,
  userDataDir: profile,
  args: FLAGS,
});

const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
const theme = (name) => (page) => page.evaluate((t) => (document.documentElement.dataset.theme = t), name);
const key =
  (name, times = 1) =>
  async (page) => {
    for (let i = 0; i < times; i += 1) {
      await page.keyboard.press(name);
      await pause(200);
    }
  };
const touch = (crossing) => (page) =>
  page.$eval(`[data-crossing*="${crossing}"]`, (mark) =>
    mark.dispatchEvent(new MouseEvent('click', { bubbles: true })),
  );
const press = (name) => async (page) => {
  const found = await page.waitForSelector(`aria/${name}`);
  await found.click();
};

const click = (selector) => async (page) => {
  await (await page.waitForSelector(selector)).click();
};
const wait = (ms) => () => pause(ms);

/** Opens what begins with these words and brings it into sight. */
const unfold = (words) => (page) =>
  page.evaluate((start) => {
    const part = [...document.querySelectorAll('details')].find((one) => one.textContent.startsWith(start));
    part.open = true;
    part.scrollIntoView();
  }, words);
/** Sets the rows done: to the end of an open section, then on. */
const knitTo = (end, section, row) => async (page) => {
  await page.evaluate(
    async (events) => {
      const made = events.map((event, i) => ({
        id: `picture-${i}`,
        device: 'tablet',
        deviceTime: '2026-11-24T20:00:00Z',
        ...event,
      }));
      const post = {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ events: made }),
      };
      await fetch(`${location.pathname}/events`, post);
    },
    [
      { kind: 'rowSet', life: 'cast-on', row: end },
      { kind: 'sectionEnded', section, row: end },
      { kind: 'rowSet', life: 'picture-0', row },
    ],
  );
  await page.reload({ waitUntil: 'networkidle2' });
};

/** Addresses of all links of a kind, by their headings. */
async function linksOf(url, selector) {
  const page = await browser.newPage();
  await page.goto(url, { waitUntil: 'networkidle2' });
  const links = await page.$$eval(selector, (all) =>
    Object.fromEntries(all.map((link) => [link.querySelector('h2').textContent, link.href])),
  );
  await page.close();
  return links;
}

const ASKED = `Reed run. Multiple of 9 sts plus 2.
Row 1 (RS): *p2, k7; rep from * to last 2 sts, p2.
Row 2 and all WS rows: *k2, p7; rep from * to last 2 sts, k2.
Row 3: *p2, C5B, k2; rep from * to last 2 sts, p2.
Row 5: *p2, k7; rep from * to last 2 sts, p2.
Row 7: *p2, k2, C4F, k2; rep from * to last 2 sts, p2.`;
const paste = (text) => async (page) => {
  await page.focus('#pattern-text');
  await page.evaluate((words) => document.execCommand('insertText', false, words), text);
  await page.waitForSelector('[aria-label="To be mended"]');
};
/** Puts the caret into a word: its stitches light up. */
const lightUp = (word, occurrence) => async (page) => {
  await page.$eval(
    '#pattern-text',
    (area, w, n) => {
      let at = -1;
      for (let i = 0; i < n; i += 1) at = area.value.indexOf(w, at + 1);
      area.focus();
      area.setSelectionRange(at + 1, at + 1);
    },
    word,
    occurrence,
  );
  await page.waitForSelector('.lit-stitch');
};

async function shot(name, url, viewport = DESK, steps = []) {
  const page = await browser.newPage();
  await page.setViewport(viewport);
  await page.goto(url, { waitUntil: 'networkidle2' });
  for (const step of steps) await step(page);
  // Fabric is painted off the page.
  await pause(1500);
  await page.screenshot({ path: path.join(OUT, `${name}.png`) });
  await page.close();
}

try {
  fs.mkdirSync(OUT, { recursive: true });
  const pieces = await linksOf(address, '.bench-link');
  const [bolster, cosy, front, swatch] = ['Ferry-bench bolster', 'Lantern-room bottle cosy', 'Sluice-keeper’s waistcoat, right front', 'Practice swatch'].map((name) => pieces[name]); // prettier-ignore
  await shot('bench', address);
  await shot('set-up', `${front}/plan`, DESK, [press('Open Armhole and neck'), unfold('Shaping')]);
  await shot('cast-on-sheet', `${bolster}/sheet`);
  await shot('paper', `${front}/paper?from=73`);
  await shot('needles', bolster);
  await shot('how-to-cross', bolster, DESK, [
    theme('lamplight'),
    click('[data-ahead=false] .crossing-card'),
    wait(3300),
  ]);
  await shot('needles-phone', bolster, PHONE);
  await shot('where-am-i', bolster, DESK, [press('Where am I?'), wait(900), press('12'), wait(500)]);
  await shot('count-with-me', bolster, PHONE, [
    press('Where am I?'),
    press('Count with me'),
    press('Plover wave'),
    press('The first one'),
    press('One more'),
    wait(500),
  ]);
  await shot('needles-round', cosy);
  await shot('fault', swatch, DESK, [touch(':9:16')]);
  await shot('logbook', `${bolster}/logbook`);
  await shot('patterns', `${address}/patterns`);
  const own = await linksOf(`${address}/patterns`, '.hung');
  await shot('pattern', own['Tide-mill braid'], DESK, [lightUp('2/2 LC', 2)]);
  await shot('pattern-asked', `${address}/patterns/new`, DESK, [paste(ASKED)]);
  await shot('look-it-over', bolster, DESK, [
    press('More'),
    press('Look it over'),
    press('So it lies'),
    wait(600),
    press('Leans right'),
    wait(300),
  ]);
  await shot('needles-shaped', front, DESK, [knitTo(74, 'front-body', 84)]);
  await shot('wrong-side', bolster, DESK, [key('PageDown'), press('As it faces me'), wait(400)]);
  await shot('put-it-right', swatch, PHONE, [
    press('Put it right'),
    wait(600),
    press('Lead me through it'),
    ...Array.from({ length: 8 }, () => click('[data-testid=mend-done]')),
    wait(300),
  ]);
} finally {
  await browser.close();
  await close();
  for (const temporary of [folder, profile]) fs.rmSync(temporary, { recursive: true, force: true });
}
process.exit(0);
