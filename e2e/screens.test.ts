/** What the needles owe a tired knitter: nothing essential out of sight, all to be read from afar, for either hand. */
import type { Page } from 'puppeteer-core';
import { DESK, PHONE, press, reload, textOf, until, waitForText } from './helpers/browser';
import { evening } from './helpers/evening';
import { demoPieces } from './helpers/pieces';
import { done, knit, saved, touchCrossing } from './helpers/needles';

const tonight = evening({ demo: true });
/** Paths of the demo's pieces, by their names. */
let pieces: Readonly<Record<string, string>>;
beforeAll(async () => {
  pieces = await demoPieces(tonight);
});

const FRONT = 'Sluice-keeper’s waistcoat, right front';
const needles = (name: string, viewport = DESK) => tonight.open(pieces[name] ?? '', viewport);

/** Parts that are not wholly inside the screen and inside the box that scrolls them. */
const outOfSight = (page: Page, selector: string) =>
  page.$$eval(selector, (parts) =>
    parts
      .filter((part) => {
        const { top, bottom, left, right } = part.getBoundingClientRect();
        const box = part.closest('.steps')?.getBoundingClientRect();
        const floor = Math.min(window.innerHeight, box?.bottom ?? Infinity) + 1;
        return top < -1 || left < -1 || bottom > floor || right > window.innerWidth + 1;
      })
      .map((part) => (part as HTMLElement).innerText),
  );

const ESSENTIAL =
  '[data-testid=working-row], .side-line, [data-ahead=false] .crossing-card, [data-testid=complete], .undo-control, .marker-line';

describe('at the needles', () => {
  it.each([
    ['desk', DESK, 'Ferry-bench bolster'],
    ['phone', PHONE, 'Ferry-bench bolster'],
    ['desk', DESK, 'Lantern-room bottle cosy'],
    ['phone', PHONE, 'Lantern-room bottle cosy'],
    ['phone', PHONE, 'Sluice-house floor pouf'],
    ['phone', PHONE, 'Practice swatch'],
    ['desk', DESK, FRONT],
    ['phone', PHONE, FRONT],
  ])('the essentials of nine rows need no scrolling (%s)', async (_, viewport, name) => {
    const page = await needles(name, viewport);
    const from = await done(page);
    for (let row = from + 1; row <= from + 9; row += 1) {
      expect([row, await outOfSight(page, ESSENTIAL)]).toEqual([row, []]);
      await knit(page, 'PageDown', row);
    }
    for (let row = from + 8; row >= from; row -= 1) await knit(page, 'PageUp', row);
    await saved(page);
    await page.close();
  });

  it('row number, countdowns and holds can be read from afar, and every control can be hit', async () => {
    const page = await needles('Ferry-bench bolster');
    const sizes = await page.$$eval(
      '[data-testid=working-row], .countdown, .hold, [data-testid=complete]',
      (parts) => parts.map((part) => parseFloat(getComputedStyle(part).fontSize)),
    );
    expect(sizes.length).toBeGreaterThan(8);
    expect(Math.min(...sizes)).toBeGreaterThanOrEqual(28);
    const small = await page.$$eval('button, a', (controls) =>
      controls
        .filter((c) => c.getClientRects().length > 0 && c.getBoundingClientRect().height < 48)
        .map((c) => (c as HTMLElement).innerText),
    );
    expect(small).toEqual([]);
    await page.close();
  });

  it('asks once how the fabric shall hang on a wrong-side row, and keeps the answer', async () => {
    const page = await needles('Ferry-bench bolster');
    await knit(page, 'Space', 63);
    await press(page, 'As it faces me');
    await until(page, () => !document.querySelector('.face-question'));
    await waitForText(page, '[data-ahead=false] .heads-row', /^eel rope/);
    await reload(page);
    expect(await page.$('.face-question')).toBeNull();
    expect(await page.$eval('.side-line svg[role=img]', (arrow) => arrow.getAttribute('aria-label'))).toBe(
      'worked from right to left',
    );
    await knit(page, 'Backspace', 62);
    await waitForText(page, '[data-ahead=false] .heads-row', /^hurdle lattice/);
    await page.close();
  });

  it('a marked fault of the demo names the way to take, in sight', async () => {
    const page = await needles('Practice swatch');
    await touchCrossing(page, 9, 'rope');
    await waitForText(page, '.side-sheet', /Marked/);
    const way = ['h3', 'p', 'button'].map((part) => `[aria-label="The way to take"] ${part}`).join();
    await page.waitForSelector('[aria-label="The way to take"] button');
    expect(await outOfSight(page, way)).toEqual([]);
    await page.close();
  });

  it('the marker moves where the last crossing lies over the join', async () => {
    const page = await needles('Lantern-room bottle cosy');
    expect(await textOf(page, '.marker-line')).toMatch(/Slip the first 2 stitches unworked/);
    expect(await textOf(page, '[data-ahead=false] [data-testid=group]')).toMatch(
      /^6 times: purl 2, yarn to back 2 to the FRONT leans left knit 2, then knit the held 2 end of the 6 times$/,
    );
    await page.close();
  });
});

describe('a left-handed knitter', () => {
  it('holds on the other side for the same lean', async () => {
    const settings = await tonight.open('/knitter');
    await press(
      settings,
      'Left-handed (mirrored) The picture stays; holds and decreases are turned for you.',
    );
    await press(settings, 'Keep it so');
    await waitForText(settings, '[role=status]', /Kept/);
    const page = await needles('Ferry-bench bolster');
    expect(
      await page.$$eval('[data-ahead=false] .panel-cue[data-crosses=true]', (panels) =>
        panels.map((p) => (p as HTMLElement).innerText.split('\n').filter(Boolean).slice(0, 2)),
      ),
    ).toEqual([
      ['hurdle lattice: after 4, yarn to back · like row 47', '2 to the BACK leans left'],
      ['tide-mill braid: after 2, yarn to back · like row 55', '2 to the FRONT leans right'],
      ['plover wave: after 4 · like row 57', '2 to the FRONT leans right'],
    ]);
    await page.close();
    await press(settings, 'Right-handed Right-side rows run from right to left.');
    await press(settings, 'Keep it so');
    await settings.close();
  });
});
