/** The hanging fabric: painted on canvas, drawn along to any row, larger and smaller, each crossing there to be touched. */
import type { Page } from 'puppeteer-core';
import { panelDraft, type PieceDraft } from '@core/draft/draft';
import { DESK, PHONE, type Size, until, waitForText } from './helpers/browser';
import { evening } from './helpers/evening';
import { atNeedles, complete, done, knit, touchCrossing, waitForDone } from './helpers/needles';
import { flatPiece, ropePiece } from './helpers/pieces';

const tonight = evening();

/** A rope that crosses in rows 3, 9, 15 ... of 200, with `rows` of them done. */
const LONG =
  'Row 1 (RS): p2, k4, p2.\nRow 2: k2, p4, k2.\nRow 3: p2, 2/2 RC, p2.\nRow 4: k2, p4, k2.\nRow 5: p2, k4, p2.\nRow 6: k2, p4, k2.';

/** 140 stitches: a rope at the left edge that crosses in every fourth row, stockinette beside it. */
const wide = (name: string): PieceDraft =>
  flatPiece(name, 40, [
    panelDraft('plain', 'plain', 'Row 1 (RS): k1.\nRow 2: p1.', { repeats: 132 }),
    panelDraft(
      'rope',
      'rope',
      'Row 1 (RS): p2, 2/2 RC, p2.\nRow 2: k2, p4, k2.\nRow 3: p2, k4, p2.\nRow 4: k2, p4, k2.',
    ),
  ]);

const ROOM = '[data-testid=fabric-room]';

/** A piece with so many rows done, its fabric painted. */
async function hanging(
  name: string,
  rows: number,
  size: Size = DESK,
  draft: PieceDraft = ropePiece(name, 200, LONG),
): Promise<Page> {
  const page = await atNeedles(tonight, draft, { rows, size });
  await painted(page);
  return page;
}

/** Until every tile in sight is on its canvas. */
const painted = (page: Page) =>
  until(page, () => {
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
  let share = await yarnInSight(page, down);
  // Looked at once in every frame.
  for (; share < 0.9 && Date.now() < until; share = await yarnInSight(page, down))
    await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(resolve)));
  expect(share).toBeGreaterThan(0.9);
}

const room = async (page: Page) => {
  const box = await (await page.$(ROOM))?.boundingBox();
  if (!box) throw new Error('no room');
  return box;
};
const crossingInSight = (page: Page, row: number) => page.waitForSelector(`[data-crossing="rope:${row}:2"]`);

describe('on a desk', () => {
  const osier = () => hanging('Osier hanging', 120);

  it('is painted where it hangs', async () => {
    const page = await osier();
    await yarnComes(page);
    expect(await away(page)).toBe(false);
  });
  it('is drawn down to the cast-on by the wheel, and the first crossing can be touched there', async () => {
    const page = await osier();
    const box = await room(page);
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    for (let i = 0; i < 40; i += 1) await page.mouse.wheel({ deltaY: 200 });
    await crossingInSight(page, 3);
    expect(await away(page)).toBe(true);
    expect(await rowsInSight(page)).toContain(3);
    await painted(page);
    const at = await (await crossingInSight(page, 3))?.boundingBox();
    if (!at) throw new Error('not in sight');
    await page.mouse.click(at.x + at.width / 2, at.y + at.height / 2);
    await waitForText(page, '.side-sheet h2', /rope, row 3/);
  });
  it('goes to a row by its number, and says which rows there are', async () => {
    const page = await osier();
    await page.type('[role=toolbar] input', '63');
    await crossingInSight(page, 63);
    expect(await rowsInSight(page)).toContain(63);
    await page.click('[role=toolbar] input', { count: 3 });
    await page.type('[role=toolbar] input', '9999');
    await waitForText(page, '[role=toolbar] [role=alert]', /The fabric has rows 1 to 200/);
    await page.click('[role=toolbar] input', { count: 3 });
    await page.keyboard.press('Backspace');
    expect(await page.$('[role=toolbar] [role=alert]')).toBeNull();
  });
  it('is drawn along, made larger and smaller by keys, which complete no row', async () => {
    const page = await osier();
    await page.focus(ROOM);
    await page.keyboard.press('End');
    await crossingInSight(page, 3);
    const before = await scale(page);
    await page.keyboard.press('+');
    await painted(page);
    expect(await scale(page)).toBeGreaterThan(before);
    for (const key of ['ArrowUp', 'PageUp', 'ArrowRight', '-', '-'] as const) await page.keyboard.press(key);
    await painted(page);
    expect(await scale(page)).toBeLessThan(before);
    expect(await done(page)).toBe(120);
    await page.keyboard.press('Home');
    await page.waitForSelector(`${ROOM}[data-away=false]`);
  });
  it('shows the whole piece, and hangs at the needle again with the next row', async () => {
    const page = await osier();
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
    const page = await osier();
    await page.type('[role=toolbar] input', '39');
    await touchCrossing(page, 39);
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
  await fetch(`${tonight.address}/knitter`, { method: 'POST', body });
  const page = await hanging('Ferry hanging', 3, DESK, wide('Ferry hanging'));
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
});

it('a finished piece hangs right side out and can be looked at down to its first row', async () => {
  const page = await hanging('Short rope', 12, DESK, ropePiece('Short rope', 12, LONG));
  expect(await page.$('[data-testid=needle]')).toBeNull();
  expect((await rowsInSight(page)).sort((a, b) => a - b)).toEqual([3, 9]);
});

it('one row is a piece too', async () => {
  const page = await hanging('One row', 0, DESK, ropePiece('One row', 1, 'Row 1: k8'));
  await page.click('[aria-label="The whole piece"]');
  await painted(page);
  await complete(page, 1);
});

it('on a phone the fabric takes the whole screen, is drawn by a finger, and goes back to its place', async () => {
  const page = await hanging('Osier band', 90, PHONE);
  await page.click('button[aria-label="Look around the fabric"]');
  await until(page, () => (document.querySelector('[data-testid=fabric-room]')?.clientHeight ?? 0) > 400);
  const box = await room(page);
  const x = box.x + box.width / 2;
  for (let i = 0; i < 6; i += 1) {
    const finger = await page.touchscreen.touchStart(x, box.y + box.height - 90);
    for (let y = box.height - 90; y > 60; y -= 60) await finger.move(x, box.y + y);
    await finger.end();
  }
  await crossingInSight(page, 3);
  expect(await rowsInSight(page)).toContain(3);
  await painted(page);
  await yarnComes(page, 0.3);
  await page.$$eval('[role=toolbar] button', (all) =>
    (all.find((one) => one.textContent === 'Back') as HTMLButtonElement).click(),
  );
  await page.waitForSelector('button[aria-label="Look around the fabric"]', { visible: true });
  expect(await away(page)).toBe(false);
});
