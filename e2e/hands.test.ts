/** The row in hand, hands-free: by keys alone, put down and picked up, how to cross, voice, second taps, corrections. */
import type { Page } from 'puppeteer-core';
import { DESK, fill, PHONE, press, reload, textOf, until, waitForText } from './helpers/browser';
import { evening } from './helpers/evening';
import { findings, sideways } from './helpers/looks';
import {
  atNeedles,
  choose,
  closeSheet,
  complete,
  countdown,
  done,
  group,
  hold,
  knit,
  knitTo,
  needlesOpen,
  repairFigures,
  saved,
  type At,
  waitForCountdown,
  waitForDone,
  waitForGroup,
} from './helpers/needles';
import { sixRowRope } from './helpers/pieces';
import { castOnRope } from './helpers/set-up';
import { giveVoice, said } from './helpers/voice';

const tonight = evening();
/** The scarf: garter edges of 4, p2 k4 p2 between; rows 3, 9, 15 ... cross. */
const scarf = (at: At = {}) => atNeedles(tonight, sixRowRope('Sluice-gate scarf'), at);
const byGroups = async (at: At = {}) => {
  const page = await scarf(at);
  await press(page, 'Stitches');
  return page;
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
/** Goes on to the next group by the key of the row, and waits until it is another. */
async function nextGroup(page: Page, now: string) {
  await page.keyboard.press('Space');
  await until(
    page,
    (before) =>
      (document.querySelector('[data-testid=stop]') as HTMLElement).innerText.replace(/\s+/g, ' ').trim() !==
      before,
    now,
  );
}

describe('stitch group by stitch group, with one key', () => {
  it('a whole repeat: markers by name, the hold first, and the row ends by the same key', async () => {
    const page = await byGroups();
    const seen: string[][] = [];
    for (let row = 1; row <= 6; row += 1) {
      const groups: string[] = [];
      for (let now = await group(page); now !== 'end of the row'; now = await group(page)) {
        groups.push(now);
        await nextGroup(page, now);
      }
      seen.push(groups);
      await knit(page, 'Space', row);
    }
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
    const page = await byGroups({ rows: 6 });
    for (let i = 0; i < 3; i += 1) await page.keyboard.press('ArrowLeft');
    expect(await group(page)).toBe('knit 4 Right edge');
    await page.keyboard.press('ArrowRight');
    await waitForGroup(page, /^slip the marker/);
    expect(await page.$$eval('.pointed[data-state=now]', (marks) => marks.length)).toBe(2);
    await wipe(page, '.stop-now', -140);
    await waitForGroup(page, /^knit 4 My panel/);
    await page.keyboard.press('PageUp');
    await waitForGroup(page, /^slip the marker/);
  });
});

describe('on a phone', () => {
  it('a whole repeat by keys alone, told at each row when to cross', async () => {
    const phone = await tonight.open('/pieces/new', PHONE);
    await castOnRope(phone, 'Sluice-gate cuff');
    await press(phone, 'Panels');
    for (let row = 1; row <= 9; row += 1) {
      const left = row <= 3 ? 3 - row : 9 - row;
      expect(await countdown(phone)).toBe(left === 0 ? 'CROSS NOW' : `${left} plain, then cross`);
      expect((await hold(phone)) !== null).toBe(left === 0);
      await knit(phone, (['Enter', 'PageDown', 'Space'] as const)[row % 3] ?? 'Enter', row);
    }
    // Row 9 crosses: until its pictures are there the row's head still moves.
    await phone.waitForSelector('.look canvas[data-painted]');
    await wipe(phone, '.row-head', -120);
    await waitForDone(phone, 10);
    await wipe(phone, '[data-testid=complete]', 100);
    await waitForDone(phone, 9);
    await saved(phone);
  });

  it('what she chose there holds in its other pages too', async () => {
    const phone = await byGroups({ size: PHONE });
    await saved(phone);
    const beside = await tonight.device.open(phone.url(), PHONE);
    expect(await group(beside)).toBe('knit 4 Right edge');
  });
});

it('put down in the midst of a crossing: which needle, which side, what was last worked', async () => {
  const page = await byGroups({ rows: 8 });
  const piece = page.url();
  for (let i = 0; i < 2; i += 1) await page.keyboard.press('ArrowRight');
  await waitForGroup(page, /2 to the BACK/);
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('ArrowDown');
  await press(page, 'Put down');
  await waitForText(
    page,
    '[data-testid=resting]',
    /yarn hangs from the right needle.*right side faces you.*8 of 16 stitches.*last you did “knit 2”.*2 wait on the cable needle, at the back.*Next: knit 2 from the cable needle/,
  );
  await press(page, 'It rests here');
  await page.close();
  const again = await tonight.device.open(piece);
  await waitForText(again, '.rest-sheet', /Pick up row 9.*8 of 16 stitches/);
  await press(again, 'one move back');
  await waitForText(again, '.rest-sheet', /Pick up row 9.*Next: knit 2\./);
  await again.keyboard.press('PageDown');
  await until(again, () => !document.querySelector('.rest-sheet'));
  expect(await done(again)).toBe(8);
  await waitForGroup(again, /2 to the BACK/);
  await reload(again);
  expect(await again.$('.rest-sheet')).toBeNull();
});

it('how to cross: in every way that fits, as words and as a drawing, with cautions and the crossing below', async () => {
  const page = await byGroups({ rows: 8 });
  for (let i = 0; i < 2; i += 1) await page.keyboard.press('ArrowRight');
  await waitForGroup(page, /2 to the BACK/);
  await page.click('.stop-now .crossing-card');
  await page.waitForSelector('.film');
  const moves = () =>
    page.$$eval('.how-moves button', (list) => list.map((one) => (one as HTMLElement).innerText));
  expect(await moves()).toEqual([
    'yarn to the back',
    'slip the next 2 to the cable needle, at the back',
    'knit 2',
    'knit 2 from the cable needle',
  ]);
  expect(await page.$$eval('#way option', (all) => all.length)).toBe(5);
  await page.select('#way', 'reorder');
  expect((await moves())[1]).toMatch(
    /^with the right needle, passing in front of the next 2, go into the 2 after them/,
  );
  await press(page, 'put the other 2 back on the left needle: now they stand in crossed order');
  expect(await page.$eval('.film', (film) => film.getAttribute('aria-label'))).toMatch(
    /now they stand in crossed order/,
  );
  const loops = await page.$$eval('.film-loop', (all) =>
    all.map((loop) => (loop as SVGGElement).style.transform),
  );
  expect(new Set(loops).size).toBe(4);
  expect(await textOf(page, '[role=dialog]')).toMatch(/in row 3, leans right: this one is like it/);
  expect(await textOf(page, '.cautions')).toMatch(/no strand is split/);
  await page.select('#way', 'hangFree');
  await press(page, 'The yarn of this piece is slippery');
  await waitForText(page, '.cautions', /Slippery yarn does not hang safely/);
  await closeSheet(page);
});

it('after a crossing row the odd one out is touched while it costs four stitches and this one strand', async () => {
  const page = await scarf({ rows: 8 });
  await complete(page, 9);
  await waitForText(page, '.look-strip', /Row 9 crossed/);
  await page.waitForSelector('.look');
  await page.click('.look');
  await page.waitForSelector('[data-testid=ladder-facts]');
  expect(await repairFigures(page)).toEqual([4, 1, 0]);
  await press(page, 'Close');
  await press(page, 'All like this');
  await until(page, () => !document.querySelector('.look-strip'));
  await saved(page);
  await reload(page);
  expect(await page.$('.look-strip')).toBeNull();
});

it('second taps right after the first are dropped with a word, never a question; later ones count', async () => {
  const page = await scarf({ rows: 9, prefs: { guard: true } });
  await page.keyboard.press('Space');
  await page.keyboard.press('Space');
  await waitForDone(page, 10);
  await waitForText(page, '[data-testid=dropped]', /second tap was dropped/);
  expect(await done(page)).toBe(10);
  // The word goes when taps have counted again for a while.
  await page.waitForSelector('[data-testid=dropped][data-shown=false]');
  await knit(page, 'Space', 11);
  await page.keyboard.press('Backspace');
  await waitForDone(page, 10);
  await knit(page, 'Space', 11);
});

describe('keys, voice, screen', () => {
  it('a foot switch is taught its key', async () => {
    const page = await scarf({ rows: 11 });
    await choose(page, 'Hands-free');
    await press(page, 'Teach a key');
    await page.keyboard.press('b');
    await waitForText(page, '.taught', /b/);
    await closeSheet(page);
    await knit(page, 'b' as never, 12);
  });

  it('cues are read aloud by a voice, again when asked, at the speed chosen', async () => {
    const spoken = await scarf({ rows: 12, size: PHONE });
    await giveVoice(spoken);
    await reload(spoken);
    await choose(spoken, 'Hands-free');
    await press(spoken, 'Read the cues aloud');
    await spoken.select('[aria-label="Speed of the voice"]', '1.3');
    await closeSheet(spoken);
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
    await until(
      spoken,
      () =>
        (window as unknown as { said: { text: string }[] }).said.at(-1)?.text ===
        'Slip the marker. My panel. Purl 2.',
    );
    await saved(spoken);
  });

  it('a browser without voice, sound, vibration or wake lock is still, and says so', async () => {
    const bare = await scarf({ rows: 14 });
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
    await reload(bare);
    await knit(bare, 'Space', 15);
    await choose(bare, 'Hands-free');
    await waitForText(bare, '[role=dialog]', /This browser has no voice.*The browser refuses/);
    await saved(bare);
  });
});

describe('corrections', () => {
  it('rows that were never knitted are taken back together; redo brings them again', async () => {
    const page = await scarf({ rows: 15 });
    await choose(page, 'Back to a row');
    await fill(page, 'Last row that stays on the needle', '11');
    await press(page, 'They were never knitted; I tapped too often.');
    await press(page, 'Take back 4 rows');
    await waitForDone(page, 11);
    await choose(page, 'Redo');
    await waitForDone(page, 12);
  });

  it('one row otherwise: the countdown skips it', async () => {
    const page = await scarf({ rows: 12 });
    await waitForCountdown(page, /^2 plain, then cross$/);
    await choose(page, 'One row otherwise');
    await fill(page, 'Row of the piece', '15');
    await press(page, 'Row 15 so, just once');
    await waitForCountdown(page, /^8 plain, then cross$/);
    await page.keyboard.press('Backspace');
    await waitForCountdown(page, /^2 plain, then cross$/);
  });

  it('a repeat more, and again fewer: the end moves', async () => {
    const page = await scarf({ rows: 12 });
    expect(await textOf(page, '.row-side')).toMatch(/12 of 40 done/);
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
    const page = await scarf({ rows: 12 });
    await choose(page, 'Marker, pin or yarn');
    await press(page, 'Keep it');
    await page.waitForSelector('.anchor[data-what=marker]');
    await saved(page);
  });

  it('what comes and the sittings are reckoned from the journal', async () => {
    const page = await scarf({ rows: 12 });
    await choose(page, 'What comes');
    await waitForText(
      page,
      '[role=dialog]',
      /Next crossing after this row: in row 15.*row 1 of 6, 6 rows to the end of the repeat; crosses in row 15/,
    );
    await closeSheet(page);
    await choose(page, 'Sittings');
    await waitForText(page, '[role=dialog]', /at the needles in 1 sitting/);
    await page.select('#reminder', '20');
    await closeSheet(page);
  });
});

it('the second of a pair is told what was done otherwise on the first one, and does the same', async () => {
  const first = { kind: 'rowOnce', row: 15, panel: null, instead: { does: 'uncrossed' } };
  const page = await scarf({ rows: 12, then: [first] });
  await waitForCountdown(page, /^8 plain, then cross$/);
  const pair = `/pieces/new?pair=${page.url().split('/').pop()}&mirrored=yes`;
  const second = await tonight.open(pair);
  await press(second, 'Cast on');
  await needlesOpen(second);
  await knitTo(second, 13);
  await waitForText(
    second,
    '[aria-label="On the first one"]',
    /row 15, all panels: no crossing, just this once/,
  );
  await waitForCountdown(second, /^1 plain, then cross$/);
  await press(second, 'The same here');
  await waitForCountdown(second, /^7 plain, then cross$/);
  await saved(second);
});

const SHEETS: Readonly<Record<string, (page: Page) => Promise<unknown>>> = {
  'how to cross': async (page) => {
    await page.click('[data-ahead=false] .crossing-card');
    await page.waitForSelector('.film');
  },
  'put down': (page) => press(page, 'Put down'),
  'what comes': (page) => choose(page, 'What comes'),
  'hands-free': (page) => choose(page, 'Hands-free'),
  'one row otherwise': (page) => choose(page, 'One row otherwise'),
  sittings: (page) => choose(page, 'Sittings'),
  saved: (page) => page.$eval('.saving', (button) => (button as HTMLButtonElement).click()),
};

describe.each([
  ['daylight', DESK],
  ['lamplight', PHONE],
] as const)('every sheet over the needles (%s)', (theme, size) => {
  it('meets WCAG 2.2 AA and fits the screen', async () => {
    const page = await scarf({ rows: 14, size });
    await page.evaluate((t) => (document.documentElement.dataset.theme = t), theme);
    for (const [name, show] of Object.entries(SHEETS)) {
      await show(page);
      await page.waitForSelector('[role=dialog], .rest-sheet');
      const within = name === 'put down' ? 'body' : '[role=dialog]';
      expect([name, await findings(page, { within })]).toEqual([name, []]);
      expect([name, await sideways(page)]).toEqual([name, 0]);
      await closeSheet(page);
    }
  });
});
