/** The row in hand, hands-free: by keys alone, put down and picked up, how to cross, voice, second taps, corrections. */
import { AxePuppeteer } from '@axe-core/puppeteer';
import type { Page } from 'puppeteer-core';
import { freshBench, type Bench } from './helpers/app';
import { DESK, fill, openDevice, PHONE, press, reload, textOf, type Device, waitForText } from './helpers/browser'; // prettier-ignore
import {
  castOnRope,
  choose,
  complete,
  done,
  knit,
  repairFigures,
  saved,
  waitForDone,
} from './helpers/journeys';
import { giveVoice, said } from './helpers/voice';

let app: Bench;
let chromium: Device;
let page: Page;
let piece: string;

beforeAll(async () => {
  app = await freshBench();
  chromium = await openDevice();
  page = await chromium.open(`${app.address}/pieces/new`);
  await castOnRope(page, 'Sluice-gate scarf');
  piece = page.url();
});
afterAll(async () => {
  await chromium?.close();
});

const stop = (of: Page) => textOf(of, '[data-testid=stop]');
const prefer = async (of: Page, prefs: object) => {
  await of.evaluate((more) => {
    const now = JSON.parse(localStorage.getItem('gritch.prefs') ?? '{}') as object;
    localStorage.setItem('gritch.prefs', JSON.stringify({ ...now, ...more }));
  }, prefs);
  await reload(of);
};
/** A finger goes sideways, so many px, from the middle of something. */
const wipe = async (of: Page, over: string, by: number) => {
  const box = await (await of.waitForSelector(over))?.boundingBox();
  if (!box) throw new Error('nothing to wipe over');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  const touch = await of.touchscreen.touchStart(x, y);
  for (const part of [0.5, 1]) await touch.move(x + by * part, y + 4 * part);
  await touch.end();
};
const closeDialog = async (of: Page) => {
  await of.keyboard.press('Escape');
  await of.waitForFunction(() => !document.querySelector('[role=dialog]'));
};

describe('stitch group by stitch group, with one key', () => {
  it('a whole repeat: markers by name, the hold first, and the row ends by the same key', async () => {
    await press(page, 'Stitches');
    const seen: string[][] = [];
    for (let row = 1; row <= 6; row += 1) {
      const groups: string[] = [];
      for (;;) {
        const now = await stop(page);
        if (now === 'end of the row') break;
        groups.push(now);
        await page.keyboard.press('Space');
        await page.waitForFunction((before) => (document.querySelector('[data-testid=stop]') as HTMLElement).innerText.replace(/\s+/g, ' ').trim() !== before, {}, now); // prettier-ignore
      }
      seen.push(groups);
      await knit(page, 'Space', row);
    }
    // 4 garter stitches at either edge, p2 k4 p2 between; row 3 crosses (see journeys.ts).
    expect(seen[0]).toEqual([
      'knit 4 Right edge',
      'slip the marker; My panel purl 2 My panel',
      'knit 4 My panel',
      'purl 2 My panel',
      'slip the marker; Left edge knit 4 Left edge',
    ]);
    expect(seen[2]?.[2]).toBe('2 to the BACK leans right knit 2, then knit the held 2 My panel');
    expect(seen[1]?.[1]).toMatch(/^slip the marker; My panel knit 2/);
  });

  it('lights the group on the fabric, moves by arrows and swipes, and never leaves the row', async () => {
    for (let i = 0; i < 3; i += 1) await page.keyboard.press('ArrowLeft');
    expect(await stop(page)).toBe('knit 4 Right edge');
    await page.keyboard.press('ArrowRight');
    await waitForText(page, '[data-testid=stop]', /^slip the marker/);
    expect(await page.$$eval('.pointed[data-state=now]', (marks) => marks.length)).toBe(2);
    await wipe(page, '.stop-now', -140);
    await waitForText(page, '[data-testid=stop]', /^knit 4 My panel/);
    await page.keyboard.press('PageUp');
    await waitForText(page, '[data-testid=stop]', /^slip the marker/);
  });
});

describe('on a phone', () => {
  it('a whole repeat by keys alone, told at each row when to cross', async () => {
    const phone = await chromium.open(`${app.address}/pieces/new`, PHONE);
    await castOnRope(phone, 'Sluice-gate cuff');
    await press(phone, 'Panels');
    for (let row = 1; row <= 9; row += 1) {
      const left = row <= 3 ? 3 - row : 9 - row;
      expect(await textOf(phone, '[data-ahead=false] .countdown')).toBe(
        left === 0 ? 'CROSS NOW' : `${left} plain, then cross`,
      );
      expect((await phone.$('[data-ahead=false] .hold')) !== null).toBe(left === 0);
      await knit(phone, (['Enter', 'PageDown', 'Space'] as const)[row % 3] ?? 'Enter', row);
    }
    // Row 9 crosses: until its pictures are there the row's head still moves.
    await phone.waitForSelector('.look canvas[data-painted]');
    await wipe(phone, '.row-head', -120);
    await waitForDone(phone, 10);
    await wipe(phone, '[data-testid=complete]', 100);
    await waitForDone(phone, 9);
    // The device's own choice holds in its other pages too.
    await press(phone, 'Stitches');
    await saved(phone);
    await phone.close();
  });
});

describe('put down and picked up', () => {
  it('in the midst of a crossing: which needle, which side, what was last worked', async () => {
    for (const row of [7, 8]) await complete(page, row);
    for (let i = 0; i < 2; i += 1) await page.keyboard.press('ArrowRight');
    await waitForText(page, '[data-testid=stop]', /2 to the BACK/);
    for (let i = 0; i < 3; i += 1) await page.keyboard.press('ArrowDown');
    await press(page, 'Put down');
    await waitForText(
      page,
      '[data-testid=resting]',
      /yarn hangs from the right needle.*right side faces you.*8 of 16 stitches.*last you did “knit 2”.*2 wait on the cable needle, at the back.*Next: knit 2 from the cable needle/,
    );
    await press(page, 'It rests here');
    await page.close();
    page = await chromium.open(piece);
    await waitForText(page, '.rest-sheet', /Pick up row 9.*8 of 16 stitches/);
    await press(page, 'one move back');
    await waitForText(page, '.rest-sheet', /Pick up row 9.*Next: knit 2\./);
    await page.keyboard.press('PageDown');
    await page.waitForFunction(() => !document.querySelector('.rest-sheet'));
    expect(await done(page)).toBe(8);
    await waitForText(page, '[data-testid=stop]', /2 to the BACK/);
    await reload(page);
    expect(await page.$('.rest-sheet')).toBeNull();
  });
});

describe('how to cross', () => {
  const moves = () =>
    page.$$eval('.how-moves button', (list) => list.map((one) => (one as HTMLElement).innerText));
  it('in every way that fits, as words and as a drawing, with cautions and the crossing below', async () => {
    await page.click('.stop-now .crossing-card');
    await page.waitForSelector('.film');
    expect(await moves()).toEqual([
      'yarn to the back',
      'slip the next 2 to the cable needle, at the back',
      'knit 2',
      'knit 2 from the cable needle',
    ]);
    expect(await page.$$eval('#way option', (all) => all.length)).toBe(5);
    await page.select('#way', 'reorder');
    expect((await moves())[1]).toMatch(/^with the right needle, passing in front of the next 2, go into the 2 after them/);
    await press(page, 'put the other 2 back on the left needle: now they stand in crossed order');
    expect(await page.$eval('.film', (film) => film.getAttribute('aria-label'))).toMatch(/now they stand in crossed order/);
    const loops = await page.$$eval('.film-loop', (all) => all.map((loop) => (loop as SVGGElement).style.transform));
    expect(new Set(loops).size).toBe(4);
    expect(await textOf(page, '[role=dialog]')).toMatch(/in row 3, leans right: this one is like it/);
    expect(await textOf(page, '.cautions')).toMatch(/no strand is split/);
    await page.select('#way', 'hangFree');
    await press(page, 'The yarn of this piece is slippery');
    await waitForText(page, '.cautions', /Slippery yarn does not hang safely/);
    await closeDialog(page);
  }); // prettier-ignore
});

describe('after a crossing row', () => {
  it('the odd one out is touched while it costs four stitches and this one strand', async () => {
    await page.$eval('[data-testid=complete]', (control) => (control as HTMLButtonElement).click());
    await waitForDone(page, 9);
    await waitForText(page, '.look-strip', /Row 9 crossed/);
    await page.waitForSelector('.look');
    await page.click('.look');
    await page.waitForSelector('[data-testid=ladder-facts]');
    expect(await repairFigures(page)).toEqual([4, 1, 0]);
    await press(page, 'Close');
    await press(page, 'All like this');
    await page.waitForFunction(() => !document.querySelector('.look-strip'));
    await saved(page);
    await reload(page);
    expect(await page.$('.look-strip')).toBeNull();
  });
});

describe('second taps', () => {
  it('right after the first are dropped with a word, never a question; later ones count', async () => {
    await prefer(page, { guard: true, density: 'row' });
    await page.keyboard.press('Space');
    await page.keyboard.press('Space');
    await waitForDone(page, 10);
    await waitForText(page, '[data-testid=dropped]', /second tap was dropped/);
    expect(await done(page)).toBe(10);
    await new Promise((resolve) => setTimeout(resolve, 750));
    await knit(page, 'Space', 11);
    await page.keyboard.press('Backspace');
    await waitForDone(page, 10);
    await knit(page, 'Space', 11);
  });
});

describe('keys, voice, screen', () => {
  it('a foot switch is taught its key', async () => {
    await prefer(page, { guard: false });
    await choose(page, 'Hands-free');
    await press(page, 'Teach a key');
    await page.keyboard.press('b');
    await waitForText(page, '.taught', /b/);
    await closeDialog(page);
    await knit(page, 'b' as never, 12);
  });

  it('cues are read aloud by a voice, again when asked, at the speed chosen', async () => {
    const spoken = await chromium.context.newPage();
    await giveVoice(spoken);
    await spoken.setViewport(PHONE);
    await spoken.goto(piece, { waitUntil: 'load' });
    await choose(spoken, 'Hands-free');
    await press(spoken, 'Read the cues aloud');
    await spoken.select('[aria-label="Speed of the voice"]', '1.3');
    await closeDialog(spoken);
    await knit(spoken, 'Space', 13);
    await knit(spoken, 'Space', 14);
    const [last] = (await said(spoken)).slice(-1) as [{ text: string; rate: number }];
    expect(last.rate).toBe(1.3);
    expect(last.text).toBe(
      'Row 15, right side. First 4 and last 4: knit; between: knit the knits, purl the purls, but: My panel. After 2. Yarn to back, 2 to the back, knit 2, then knit the held 2.',
    );
    const before = (await said(spoken)).length;
    await press(spoken, 'Say it again');
    expect(await said(spoken)).toHaveLength(before + 1);
    await press(spoken, 'Stitches');
    await spoken.keyboard.press('ArrowRight');
    await spoken.waitForFunction(
      () => (window as unknown as { said: { text: string }[] }).said.at(-1)?.text === 'Slip the marker. My panel. Purl 2.',
    );
    await saved(spoken);
    await spoken.close();
  }); // prettier-ignore

  it('a browser without voice, sound, vibration or wake lock is still, and says so', async () => {
    const bare = await chromium.context.newPage();
    await bare.evaluateOnNewDocument(() => {
      for (const [owner, name] of [
        [window, 'speechSynthesis'],
        [window, 'AudioContext'],
        [Navigator.prototype, 'wakeLock'],
        [Navigator.prototype, 'vibrate'],
      ] as const)
        Object.defineProperty(owner, name, { value: undefined });
      localStorage.setItem('gritch.prefs', JSON.stringify({ guard: false, sounds: true, voice: true }));
    });
    await bare.goto(piece, { waitUntil: 'load' });
    await knit(bare, 'Space', 15);
    await choose(bare, 'Hands-free');
    await waitForText(bare, '[role=dialog]', /This browser has no voice.*The browser refuses/);
    await saved(bare);
    await bare.close();
  });
});

describe('corrections', () => {
  it('rows that were never knitted are taken back together; redo brings them again', async () => {
    await prefer(page, { voice: false, density: 'row', keys: {}, guard: false });
    await waitForDone(page, 15);
    await choose(page, 'Back to a row');
    await fill(page, 'Last row that stays on the needle', '11');
    await press(page, 'They were never knitted; I tapped too often.');
    await press(page, 'Take back 4 rows');
    await waitForDone(page, 11);
    await choose(page, 'Redo');
    await waitForDone(page, 12);
  });

  it('one row otherwise: the countdown skips it', async () => {
    await waitForText(page, '[data-ahead=false] .countdown', /^2 plain, then cross$/);
    await choose(page, 'One row otherwise');
    await fill(page, 'Row of the piece', '15');
    await press(page, 'Row 15 so, just once');
    await waitForText(page, '[data-ahead=false] .countdown', /^8 plain, then cross$/);
    await page.keyboard.press('Backspace');
    await waitForText(page, '[data-ahead=false] .countdown', /^2 plain, then cross$/);
  });

  it('a repeat more, and again fewer: the end moves', async () => {
    const rows = () => textOf(page, '.row-side');
    expect(await rows()).toMatch(/12 of 40 done/);
    await choose(page, 'Repeats more or fewer');
    await waitForText(page, '[role=dialog]', /one more: 46 rows in all/);
    await press(page, 'Add a repeat');
    await waitForText(page, '.row-side', /12 of 46 done/);
    await choose(page, 'Repeats more or fewer');
    await press(page, 'one fewer: 40 rows in all');
    await press(page, 'Drop a repeat');
    await waitForText(page, '.row-side', /12 of 40 done/);
    await saved(page);
  });

  it('a marker hangs in its row and panel, on the fabric and in the logbook', async () => {
    await choose(page, 'Marker, pin or yarn');
    await press(page, 'Keep it');
    await page.waitForSelector('.anchor[data-what=marker]');
    await saved(page);
  });

  it('what comes and the sittings are reckoned from the journal', async () => {
    await choose(page, 'What comes');
    await waitForText(page, '[role=dialog]', /Next crossing after this row: in row 15.*row 1 of 6, 6 rows to the end of the repeat; crosses in row 15/);
    await closeDialog(page);
    await choose(page, 'Sittings');
    await waitForText(page, '[data-testid=at-needles]', /at the needles in 1 sitting/);
    await page.select('#reminder', '20');
    await closeDialog(page);
  }); // prettier-ignore
});

describe('the second of a pair', () => {
  it('is told what was done otherwise on the first one, and does the same', async () => {
    await choose(page, 'One row otherwise');
    await fill(page, 'Row of the piece', '15');
    await press(page, 'Row 15 so, just once');
    await waitForText(page, '[data-ahead=false] .countdown', /^8 plain, then cross$/);
    await saved(page);
    const second = await chromium.open(`${app.address}/pieces/new?pair=${piece.split('/').pop()}&mirrored=yes`);
    await press(second, 'Cast on');
    await second.waitForSelector('[data-testid=working-row]');
    for (let row = 1; row <= 13; row += 1) await complete(second, row);
    await waitForText(second, '[aria-label="On the first one"]', /row 15, all panels: no crossing, just this once/);
    await waitForText(second, '[data-ahead=false] .countdown', /^1 plain, then cross$/);
    await press(second, 'The same here');
    await waitForText(second, '[data-ahead=false] .countdown', /^7 plain, then cross$/);
    await saved(second);
    await second.close();
    await page.keyboard.press('Backspace');
    await waitForText(page, '[data-ahead=false] .countdown', /^2 plain, then cross$/);
    await saved(page);
  });
}); // prettier-ignore

describe('every new sheet', () => {
  const open = {
    'how to cross': async () => {
      for (let row = (await done(page)) + 1; row <= 14; row += 1) await complete(page, row);
      await page.click('[data-ahead=false] .crossing-card');
      await page.waitForSelector('.film');
    },
    'put down': () => press(page, 'Put down'),
    'what comes': () => choose(page, 'What comes'),
    'hands-free': () => choose(page, 'Hands-free'),
    'one row otherwise': () => choose(page, 'One row otherwise'),
    sittings: () => choose(page, 'Sittings'),
    saved: () => page.$eval('.saving', (button) => (button as HTMLButtonElement).click()),
  };
  it.each([
    ['daylight', DESK],
    ['lamplight', PHONE],
  ])('meets WCAG 2.2 AA and fits the screen (%s)', async (theme, viewport) => {
    await page.setViewport(viewport);
    for (const [name, show] of Object.entries(open)) {
      await reload(page);
      await page.evaluate((t) => (document.documentElement.dataset.theme = t), theme);
      await show();
      await page.waitForSelector('[role=dialog], .rest-sheet');
      const { violations } = await new AxePuppeteer(page)
        .include(name === 'put down' ? 'body' : '[role=dialog]')
        .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
        .analyze();
      expect([name, violations.map(({ id, nodes }) => [id, nodes.map(({ html }) => html).slice(0, 2)])]).toEqual([name, []]);
      expect([name, await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)]).toEqual([name, 0]);
    }
  }); // prettier-ignore
  it('put no error on the console', () => expect(chromium.troubles).toEqual([]));
});
