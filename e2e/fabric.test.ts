/** The hanging fabric: painted on canvas, drawn along to any row, larger and smaller, each crossing there to be touched. */
import type { Page } from 'puppeteer-core';
import { panelDraft, type PieceDraft } from '@core/draft/draft';
import { freshBench, type Bench } from './helpers/app';
import { DESK, openDevice, PHONE, waitForText, type Device } from './helpers/browser';
import { complete, done, knit, waitForDone } from './helpers/journeys';
import { ropePiece, setUpAt } from './helpers/pieces';

let app: Bench;
let chromium: Device;
beforeAll(async () => {
  app = await freshBench();
  chromium = await openDevice();
});
afterAll(async () => {
  await chromium.close();
});

/** A rope that crosses in rows 3, 9, 15 ... of 200, with `rows` of them done. */
const LONG =
  'Row 1 (RS): p2, k4, p2.\nRow 2: k2, p4, k2.\nRow 3: p2, 2/2 RC, p2.\nRow 4: k2, p4, k2.\nRow 5: p2, k4, p2.\nRow 6: k2, p4, k2.';

const pieceAt = (name: string, rows: number, draft: PieceDraft = ropePiece(name, 200, LONG)) =>
  setUpAt(app.address, draft, rows);

/** 140 stitches: a rope at the left edge that crosses in every fourth row, stockinette beside it. */
const wide = (name: string): PieceDraft => ({
  ...ropePiece(name, 40),
  sections: [
    {
      id: 'body',
      name: 'Body',
      rows: 40,
      panels: [
        panelDraft('plain', 'plain', 'Row 1 (RS): k1.\nRow 2: p1.', { repeats: 132 }),
        panelDraft(
          'rope',
          'rope',
          'Row 1 (RS): p2, 2/2 RC, p2.\nRow 2: k2, p4, k2.\nRow 3: p2, k4, p2.\nRow 4: k2, p4, k2.',
        ),
      ],
    },
  ],
});

const ROOM = '[data-testid=fabric-room]';

async function open(at: string, size: typeof DESK | typeof PHONE): Promise<Page> {
  const page = await chromium.open(`${app.address}${at}`, size);
  await painted(page);
  return page;
}

/** Until every tile in sight is on its canvas. */
const painted = (page: Page) =>
  page.waitForFunction(() => {
    const host = document.querySelector<HTMLElement>('[data-testid=fabric-tiles]');
    const room = document.querySelector<HTMLElement>('[data-testid=fabric-room]');
    const scale = Number(host?.dataset.painted?.split(' ')[1] ?? 0);
    return Math.abs(scale - Number(room?.dataset.scale)) < 0.01;
  });

const away = (page: Page) => page.$eval(ROOM, (room) => (room as HTMLElement).dataset.away === 'true');
const scale = (page: Page) => page.$eval(ROOM, (room) => Number((room as HTMLElement).dataset.scale));
const rowsInSight = (page: Page) =>
  page.$$eval('[data-crossing]', (boxes) => {
    const room = document.querySelector('[data-testid=fabric-room]')?.getBoundingClientRect();
    return boxes
      .filter((box) => {
        const { top, bottom } = box.getBoundingClientRect();
        return room && bottom > room.top && top < room.bottom;
      })
      .map((box) => Number(box.getAttribute('data-crossing')?.split(':')[1]));
  });

/** How much of the canvases in the middle of the room, so far down, is yarn: share of px that are not transparent. */
const yarnInSight = (page: Page, down = 0.5) =>
  page.evaluate((share) => {
    const room = document.querySelector('[data-testid=fabric-room]')?.getBoundingClientRect();
    if (!room) return 0;
    const [x, y] = [room.left + room.width / 2, room.top + room.height * share];
    for (const canvas of document.querySelectorAll<HTMLCanvasElement>('[data-testid=fabric-tiles] canvas')) {
      const box = canvas.getBoundingClientRect();
      if (x < box.left || x >= box.right || y < box.top || y >= box.bottom) continue;
      const ratio = canvas.width / box.width;
      const data = canvas
        .getContext('2d')
        ?.getImageData((x - box.left) * ratio - 8, (y - box.top) * ratio - 8, 16, 16).data;
      return data ? data.filter((_, i) => i % 4 === 3 && (data[i] as number) > 200).length / 256 : 0;
    }
    return 0;
  }, down);

/** What hangs there is painted a moment later. */
async function yarnComes(page: Page, down = 0.5) {
  const until = Date.now() + 8000;
  while ((await yarnInSight(page, down)) < 0.9 && Date.now() < until)
    await new Promise((resolve) => setTimeout(resolve, 60));
  expect(await yarnInSight(page, down)).toBeGreaterThan(0.9);
}

describe('on a desk', () => {
  let page: Page;
  beforeAll(async () => {
    page = await open(await pieceAt('Osier hanging', 120), DESK);
  });
  afterAll(() => page.close());

  it('is painted where it hangs', async () => {
    await yarnComes(page);
    expect(await away(page)).toBe(false);
  });
  it('is drawn down to the cast-on by the wheel, and the first crossing can be touched there', async () => {
    const room = await page.$(ROOM);
    const box = await room?.boundingBox();
    if (!box) throw new Error('no room');
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    for (let i = 0; i < 40; i += 1) await page.mouse.wheel({ deltaY: 200 });
    await page.waitForFunction(() => document.querySelector('[data-crossing="rope:3:2"]'));
    expect(await away(page)).toBe(true);
    expect(await rowsInSight(page)).toContain(3);
    await painted(page);
    const mark = await page.$('[data-crossing="rope:3:2"]');
    const at = await mark?.boundingBox();
    if (!at) throw new Error('not in sight');
    await page.mouse.click(at.x + at.width / 2, at.y + at.height / 2);
    await waitForText(page, '.side-sheet h2', /rope, row 3/);
    await page.click('.side-sheet [aria-label=Close]');
  });
  it('goes to a row by its number, and says which rows there are', async () => {
    await page.type('[role=toolbar] input', '63');
    await page.waitForFunction(() => document.querySelector('[data-crossing="rope:63:2"]'));
    expect(await rowsInSight(page)).toContain(63);
    await page.click('[role=toolbar] input', { count: 3 });
    await page.type('[role=toolbar] input', '9999');
    await waitForText(page, '[role=toolbar] [role=alert]', /The fabric has rows 1 to 200/);
    await page.click('[role=toolbar] input', { count: 3 });
    await page.keyboard.press('Backspace');
    expect(await page.$('[role=toolbar] [role=alert]')).toBeNull();
  });
  it('is drawn along, made larger and smaller by keys, which complete no row', async () => {
    await page.focus(ROOM);
    await page.keyboard.press('End');
    await page.waitForFunction(() => document.querySelector('[data-crossing="rope:3:2"]'));
    const before = await scale(page);
    await page.keyboard.press('+');
    await painted(page);
    expect(await scale(page)).toBeGreaterThan(before);
    for (const key of ['ArrowUp', 'PageUp', 'ArrowRight', '-', '-'] as const) await page.keyboard.press(key);
    await painted(page);
    expect(await scale(page)).toBeLessThan(before);
    expect(await done(page)).toBe(120);
    await page.keyboard.press('Home');
    await page.waitForFunction(
      () => document.querySelector('[data-testid=fabric-room]')?.getAttribute('data-away') === 'false',
    );
  });
  it('shows the whole piece, and hangs at the needle again with the next row', async () => {
    await page.click('[aria-label="The whole piece"]');
    await painted(page);
    const numbers = await page.$$eval('[data-testid=row-numbers] text', (all) =>
      all.map((one) => Number(one.textContent)),
    );
    expect(Math.min(...numbers)).toBeLessThan(60);
    // The button that was clicked leaves the space bar to the row.
    await knit(page, 'Space', 121);
    expect(await away(page)).toBe(false);
    await page.keyboard.press('Backspace');
    await waitForDone(page, 120);
    expect(await away(page)).toBe(false);
    await complete(page, 121);
    await painted(page);
    await yarnComes(page);
  });
  it('a fault eighty rows down is marked and seen there', async () => {
    await page.type('[role=toolbar] input', '39');
    const mark = await page.waitForSelector('[data-crossing="rope:39:2"]');
    await mark?.evaluate((found) => (found as SVGElement).focus());
    await page.keyboard.press('Enter');
    await page.waitForSelector('[data-testid=ladder-facts]');
    await page.$$eval('.side-sheet button', (all) =>
      (all.find((one) => one.textContent === 'It leans left') as HTMLButtonElement).click(),
    );
    await page.waitForSelector('[data-crossing="rope:39:2"][data-state=fault]');
    await painted(page);
    await yarnComes(page);
  });
});

it('the heads of the next row are written where they will stand, on a piece that is shown through a window', async () => {
  // The question how wrong-side rows shall hang takes room of its own.
  const body = new URLSearchParams({ intent: 'wrongSide', wrongSide: 'chart' });
  await fetch(`${app.address}/knitter`, { method: 'POST', body });
  const page = await open(await pieceAt('Ferry hanging', 3, wide('Ferry hanging')), DESK);
  const heads = (ahead: boolean) => page.$eval(`.row-heads[data-ahead=${ahead}]`, (found) => found.innerHTML);
  // Rows that cross are shown where they cross, the others where they begin: the window goes to and fro.
  const windows = new Set<string>();
  for (let row = 4; row <= 9; row += 1) {
    // Until then the row before stands there, in front.
    await page.waitForSelector('.row-heads[data-ahead=false] + .row-heads[data-ahead=true]');
    const next = await heads(true);
    await knit(page, 'Space', row);
    expect(await heads(false)).toBe(next);
    windows.add(
      await page.$eval(
        '.fabric-room > .absolute',
        (found) => (found as HTMLElement).style.transform.split(',')[0] ?? '',
      ),
    );
  }
  expect(windows.size).toBeGreaterThan(1);
  await page.close();
});

it('a finished piece hangs right side out and can be looked at down to its first row', async () => {
  const page = await open(await pieceAt('Short rope', 12, ropePiece('Short rope', 12, LONG)), DESK);
  expect(await page.$('[data-testid=needle]')).toBeNull();
  expect((await rowsInSight(page)).sort((a, b) => a - b)).toEqual([3, 9]);
  await page.close();
});

it('one row is a piece too', async () => {
  const page = await open(await pieceAt('One row', 0, ropePiece('One row', 1, 'Row 1: k8')), DESK);
  await page.click('[aria-label="The whole piece"]');
  await painted(page);
  await complete(page, 1);
  await page.close();
});

it('on a phone the fabric takes the whole screen, is drawn by a finger, and goes back to its place', async () => {
  const page = await open(await pieceAt('Osier band', 90), PHONE);
  await page.click('button[aria-label="Look around the fabric"]');
  await page.waitForFunction(
    () => (document.querySelector('[data-testid=fabric-room]')?.clientHeight ?? 0) > 400,
  );
  const box = await (await page.$(ROOM))?.boundingBox();
  if (!box) throw new Error('no room');
  const x = box.x + box.width / 2;
  for (let i = 0; i < 6; i += 1) {
    const finger = await page.touchscreen.touchStart(x, box.y + box.height - 90);
    for (let y = box.height - 90; y > 60; y -= 60) await finger.move(x, box.y + y);
    await finger.end();
  }
  await page.waitForFunction(() => document.querySelector('[data-crossing="rope:3:2"]'));
  expect(await rowsInSight(page)).toContain(3);
  await painted(page);
  await yarnComes(page, 0.3);
  await page.$$eval('[role=toolbar] button', (all) =>
    (all.find((one) => one.textContent === 'Back') as HTMLButtonElement).click(),
  );
  await page.waitForSelector('button[aria-label="Look around the fabric"]', { visible: true });
  expect(await away(page)).toBe(false);
  await page.close();
});
