/** Looking a piece over, through the real interface: walked, typed, looked up; what is odd is marked and mended. */
import type { Page } from 'puppeteer-core';
import { panelDraft, type PieceDraft } from '@core/draft/draft';
import {
  DESK,
  fill,
  PHONE,
  press,
  pressIn,
  reload,
  type Size,
  textOf,
  until,
  waitForText,
} from './helpers/browser';
import { evening } from './helpers/evening';
import { beginRepair, ledThrough } from './helpers/mending';
import { atNeedles, choose, complete, oddOnes, saved, waitForOdd } from './helpers/needles';
import { flatPiece, shelfRows } from './helpers/pieces';

const tonight = evening();
beforeAll(async () => {
  const body = new URLSearchParams({ intent: 'wrongSide', wrongSide: 'chart' });
  await fetch(`${tonight.address}/knitter`, { method: 'POST', body });
});

/** A rope that crosses in rows 3, 7, 11 ..., two abreast in a second panel. */
const ropes = (name: string): PieceDraft =>
  flatPiece(name, 40, [
    panelDraft('one', 'eel rope', shelfRows('rope-4')),
    panelDraft('two', 'twin ropes', shelfRows('rope-4'), { repeats: 2 }),
  ]);
const at = (name: string, rows: number, size: Size = DESK) => atNeedles(tonight, ropes(name), { rows, size });

/** The crossing that is asked about. */
const ASKED = '[aria-label="The crossing to look at"] p';
const TOLD = '[aria-label="What it tells"]';

/** Opens the sheet; the first time on a device it asks how the piece lies. */
async function lookOver(page: Page) {
  await choose(page, 'Look it over');
  await page.waitForSelector(`[aria-label="How it lies before you"], ${ASKED}`);
  if (await page.$('[aria-label="How it lies before you"]')) await pressIn(page, 'So it lies');
}
/** What lies in sight of the fabric, not under the sheet. */
const inSight = (page: Page) =>
  until(page, () => {
    const mark = document.querySelector('[data-testid=shown-all]')?.getBoundingClientRect();
    if (!mark || mark.width === 0) return false;
    const [x, y] = [mark.x + mark.width / 2, mark.y + mark.height / 2];
    return document.elementFromPoint(x, y)?.closest('[aria-label="The fabric on the needle"]') !== null;
  });
/** Through the repair that stands open, step by step, to its end. */
async function mended(page: Page) {
  await beginRepair(page);
  await ledThrough(page);
  await press(page, 'It is mended');
  await waitForOdd(page, 0);
}
const asked = (page: Page) => textOf(page, ASKED);
const story = (page: Page, words: RegExp) => waitForText(page, '[role=dialog]', words);

describe.each([
  ['desk', DESK],
  ['phone', PHONE],
] as const)('up a rope crossing by crossing, on a %s', (name, size) => {
  it('what is seen is said before anything is told of how it should be; it is marked, kept and mended', async () => {
    const page = await at(`Walked on a ${name}`, 20, size);
    await lookOver(page);
    await page.waitForSelector(ASKED);
    await inSight(page);
    expect(await textOf(page, '[role=dialog]')).toMatch(/\b0 of 5 crossing rows looked at\./);
    expect(await asked(page)).toBe('Row 3: how does it lie?');
    expect(await textOf(page, '[role=dialog]')).not.toMatch(/should|charted/);
    await pressIn(page, 'Leans right');
    expect(await asked(page)).toBe('Row 7: how does it lie?');
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('ArrowLeft');
    await pressIn(page, 'Leans right');
    await page.keyboard.press('Backspace');
    await pressIn(page, 'Leans right');
    await pressIn(page, 'Leans right');
    await story(page, /Row 11 leans the wrong way\. as good as certain/);

    await pressIn(page, 'Mark 1 crossing');
    await waitForOdd(page, 1);
    expect(await oddOnes(page)).toEqual([expect.stringMatching(/^one:11:/)]);
    await pressIn(page, 'Keep that they were looked at');
    await waitForText(page, '[role=dialog]', /5 of 5 crossing rows looked at/);
    await press(page, 'Close');
    await press(page, 'Put it right');
    await waitForText(page, '[role=dialog]', /Put it right: eel rope, row 11/);
    await mended(page);
    await saved(page);
    await reload(page);
    expect(await oddOnes(page)).toEqual([]);
  });
});

describe('a whole track as typed', () => {
  async function typing(): Promise<Page> {
    const page = await at('Typed', 20);
    await lookOver(page);
    await press(page, 'A whole track');
    await waitForText(page, '[role=dialog]', /5 crossings should be there/);
    return page;
  }
  const tell = async (page: Page, text: string) => {
    await fill(page, 'What you see, crossing by crossing', text);
    await pressIn(page, 'What happened?');
  };

  it('from the bottom, with counts, from the needle: the same story', async () => {
    const page = await typing();
    await tell(page, 'r r r l r');
    await story(page, /Row 15 leans the wrong way/);
    await tell(page, 'r 3 r 3 r 3 l 3 r');
    await story(page, /Row 15 leans the wrong way/);
    await tell(page, 'r l r r r');
    await story(page, /Row 7 leans the wrong way/);
    await press(page, 'I begin at the needle');
    await story(page, /Row 15 leans the wrong way/);
  });
  it('in a mirror every lean is the other one; else that is one slip, not five', async () => {
    const page = await typing();
    await tell(page, 'l l l l l');
    await story(page, /Every crossing leans the other way/);
    await press(page, 'Right side facing, needle on top · change');
    await press(page, 'I see it in a mirror');
    await pressIn(page, 'So it lies');
    await story(page, /All as charted/);
  });
  it('one left out of equal ones may be any of them, which is said', async () => {
    const page = await typing();
    await tell(page, 'r r r r');
    await story(page, /One crossing was left out: row 3, 7, 11, 15 or 19/);
  });
  it('counted from where the panel begins, it may have been begun at another row: noted, not marked', async () => {
    const page = await typing();
    await tell(page, '3 r 3 r 3 r 3 r');
    await story(page, /All of them lie 1 row higher than charted/);
    await pressIn(page, 'Note that it has been so since row 1');
    await story(page, /Noted: it has been so since row 1/);
    await press(page, 'Close');
    await press(page, 'Undo');
    await until(page, () => !document.querySelector('[role=dialog]'));
  });
  it('one too many is marked where its row was counted, and let down with its row', async () => {
    const page = await typing();
    await tell(page, 'r 3 r 1 l 1 r 3 r 3 r');
    await story(page, /There is one more above row 7/);
    await pressIn(page, 'Mark 1 crossing');
    await waitForOdd(page, 1);
    expect(await oddOnes(page)).toEqual([expect.stringMatching(/^one:9:/)]);
    await press(page, 'Close');
    await press(page, 'Put it right');
    await waitForText(page, '[role=dialog]', /Put it right: eel rope, row 9/);
    await waitForText(page, '[role=dialog]', /Loose strands \(ladder\) 12/);
    await mended(page);
  });
  it('what cannot be read, or is longer than the piece, is said at its place', async () => {
    const page = await typing();
    await tell(page, 'r x r');
    await waitForText(page, '[role=alert]', /“x” \(at place 3\) means nothing here/);
    await tell(page, 'r 40 r');
    await waitForText(page, '[role=alert]', /That is 42 rows, but only 20 are knitted/);
  });
});

it('a panel of two ropes has two tracks, told one by one; symptoms can be looked up', async () => {
  const page = await at('Twin', 8);
  await lookOver(page);
  await press(page, 'Twin ropes');
  await waitForText(page, ASKED, /Track 1 of 2 from your right, row 3/);
  for (const words of ['Leans right', 'Leans right', 'Not crossed', 'Leans right'])
    await pressIn(page, words);
  await waitForText(page, TOLD, /Twin ropes, the first track from your right All as charted/);
  await waitForText(page, TOLD, /Twin ropes, the second track from your right Row 3 is not crossed/);
  for (let i = 0; i < 4; i += 1) await press(page, 'Take back');
  await press(page, 'Right side facing, needle on top · change');
  await press(page, 'Wrong side');
  await pressIn(page, 'So it lies');
  await waitForText(page, ASKED, /Track 2 of 2 from your right, row 3/);
  for (let i = 0; i < 4; i += 1) await pressIn(page, 'Leans left');
  await waitForText(page, TOLD, /In all 2 tracks: Every crossing leans the other way/);
  await press(page, 'Wrong side facing, needle on top · change');
  await press(page, 'Right side');
  await pressIn(page, 'So it lies');
  await press(page, 'What is it?');
  await press(page, 'My line has a step');
  await waitForText(page, '[role=dialog]', /A crossing came a row or two early or late/);
});

it('a look is suggested before the end, once', async () => {
  const page = await at('Nearly done', 38);
  const due = async () => /look it over:/.test(await textOf(page, 'main'));
  expect(await due()).toBe(false);
  await complete(page, 39);
  await waitForText(
    page,
    'main',
    /Before you bind off, look it over: 20 crossing rows were not looked at yet/,
  );
  await press(page, 'Not now');
  await until(page, () => !/look it over:/.test(document.querySelector('main')?.innerText ?? ''));
});
