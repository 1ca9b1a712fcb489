/** Setting up a piece: from the shelf and from pasted rows, flat and round, with every mistake shown at its place. */
import type { Page } from 'puppeteer-core';
import { SHELF } from '../core/shelf/data';
import { fill, press, textOf, until, waitForText } from './helpers/browser';
import { evening } from './helpers/evening';
import { hold, knit } from './helpers/needles';
import { castOn, pasteRows, PREVIEW, takeFromShelf } from './helpers/set-up';

const tonight = evening();
let page: Page;
beforeEach(async () => {
  page = await tonight.open('/pieces/new');
});

const last = (problems: string[]) => problems[problems.length - 1] ?? '';
const problems = () =>
  page.$$eval('.panel-editor .problems, .section-editor > .problems', (all) =>
    all.map((p) => (p as HTMLElement).innerText),
  );
const shelf = (key: string) => takeFromShelf(page, key);

async function clear() {
  for (const name of ['Take Right edge away', 'Take Rope of 2 over 2 away', 'Take Left edge away'])
    await press(page, name);
}

describe('live errors', () => {
  it.each([
    ['text that is not knitting', 'Dear diary, the ferry was late.', /No rows found/],
    [
      'a word that is no stitch',
      'Row 1 (RS): p2, k4, p2.\nRow 2: k2, p4, jump 2.',
      /Line 2, column 16 \(row 2\): “jump 2” is not understood here/,
    ],
    [
      'rows that do not add up',
      'Row 1 (RS): p2, k4, p2.\nRow 2: k2, p4, k3.',
      /Line 2, column 1 \(row 2\): This row works 9 stitches, but the row before leaves 8/,
    ],
    [
      'a crossing past the end',
      'Row 1 (RS): k6.\nRow 2: p6.\nRow 3: k4, 2/2 RC.',
      /Line 3.*The last crossing runs 2 stitches past the end/,
    ],
    ['a name with two meanings', 'Row 1 (RS): p2, C5B, p2.', /C5B.*3\/2 RC/],
    ['an open bracket', 'Row 1 (RS): [k2, p2.', /Line 1, column 13 \(row 1\)/],
  ])('%s', async (_, text, wanted) => {
    await press(page, 'Paste rows');
    await pasteRows(page, text);
    await waitForText(
      page,
      '.panel-editor:last-of-type .problems, .panel-editor[data-wrong=true] .problems li',
      wanted,
    );
    await waitForText(page, PREVIEW, /Not up to date/);
  });

  it('selects the words in question when the message is pressed', async () => {
    await press(page, 'Paste rows');
    await pasteRows(page, 'Row 1 (RS): p2, 2/2 XX, p2.');
    await page.waitForSelector('.problems li button');
    await page.click('.problems li button');
    const picked = await page.evaluate(() => {
      const { value, selectionStart, selectionEnd } = document.activeElement as HTMLTextAreaElement;
      return value.slice(selectionStart, selectionEnd);
    });
    expect(picked).toMatch(/^2\/2/);
  });

  it('a pasted pattern of several stretches becomes as many sections, the edges carried on', async () => {
    await press(page, 'Take Rope of 2 over 2 away');
    await press(page, 'Paste rows');
    await pasteRows(
      page,
      'Row 1 (RS): *k4, p4; rep from * to end\nRow 2: *k4, p4; rep from * to end\nRep rows 1 and 2 for 10 cm.\nRow 3: *k2tog, k2, p4; rep from * to end\nRow 4: *k4, p3; rep from * to end',
    );
    await press(page, 'Write “Work these rows once.”');
    await waitForText(
      page,
      '.panel-editor',
      /These rows are 2 stretches that are worked one after the other/,
    );
    await press(page, 'Make 2 sections of them');
    await waitForText(page, PREVIEW, /Cast on 16 stitches, 42 rows in all/);
    await press(page, 'Open My panel, rows 3 to 4');
    const chips = await textOf(page, '[aria-label="My panel, rows 3 to 4"]');
    expect(chips).toMatch(/Right edge/);
    expect(await problems()).toEqual([]);
  });

  it('a name with two meanings is written out by a touch', async () => {
    await press(page, 'Paste rows');
    await pasteRows(page, 'Row 1 (RS): p2, C5B, p2.\nRow 2: k2, p5, k2.');
    await press(page, 'Write “3/2 RC”');
    await waitForText(page, PREVIEW, /Cast on 25 stitches/);
    expect(await problems()).toEqual([]);
  });

  it.each([
    ['0', /1 to 400 repeats, not 0/],
    ['10000', /1 to 400 repeats, not 10000/],
  ])('%s repeats', async (repeats, wanted) => {
    await fill(page, 'Repeats', repeats);
    await page.waitForSelector('.panel-editor .problems');
    expect(last(await problems())).toMatch(wanted);
  });

  it('a piece without panels, and one without a name', async () => {
    await clear();
    await waitForText(page, '.section-editor > .problems', /no panel/);
    await press(page, 'Cast on');
    await waitForText(page, '.setup-aside .problems', /2 things are still to be mended/);
    await shelf('rope-4');
    await waitForText(page, '.setup-aside .problems', /Give the piece a name/);
  });
});

describe('the shelf', () => {
  it('has at least twelve charts, and each can be set up and shows as fabric', async () => {
    expect(SHELF.length).toBeGreaterThanOrEqual(12);
    for (const { key } of SHELF) await shelf(key);
    await waitForText(page, PREVIEW, /Cast on \d+ stitches/);
    expect(await problems()).toEqual([]);
    const all = 1 + SHELF.filter(({ edge }) => !edge).length;
    await until(
      page,
      (selector, count) => document.querySelectorAll(selector).length === count,
      `${PREVIEW} li`,
      all,
    );
  });
});

describe('a piece in the round', () => {
  it('closes a lattice over the start of the round, carries on in a second section, and is cast on', async () => {
    await fill(page, 'Name of the piece', 'Withy bowl cover');
    await clear();
    await press(page, 'in the round');
    await shelf('lattice');
    await fill(page, 'Repeats', '5');
    await press(page, 'closes over the start of the round');
    await press(page, 'with its set-up rows');
    await waitForText(page, PREVIEW, /40 rounds in all/);
    const stitches = /Cast on (\d+)/.exec(await textOf(page, PREVIEW))?.[1];
    await press(page, 'Add a section that runs on');
    await waitForText(page, PREVIEW, /80 rounds in all/);
    await castOn(page);
    expect(await textOf(page, '.row-word')).toBe('working round');
    expect(Number(stitches) % 5).toBe(0);
  });

  it('a pattern with edge stitches cannot close over the start of the round', async () => {
    await clear();
    await press(page, 'in the round');
    await press(page, 'Paste rows');
    await pasteRows(page, 'Round 1: k1, *k2, p2; rep from * to last st, k1.');
    await press(page, 'closes over the start of the round');
    await waitForText(page, '.panel-editor .problems', /has edge stitches outside its repeat/);
  });
});

describe('unturned work', () => {
  it('runs to and fro on the right side, and the hold changes with the direction', async () => {
    await fill(page, 'Name of the piece', 'Hand-worked mat');
    await clear();
    await press(page, 'to and fro without turning (by hand)');
    await press(page, 'Paste rows');
    // An odd interval, so that crossings fall on rows of either direction.
    await pasteRows(page, 'Rows 1-2: p1, k4, p1.\nRow 3: p1, 2/2 RC, p1.');
    await castOn(page);
    const holds: string[] = [];
    for (let row = 1; row <= 6; row += 1) {
      if (row % 3 === 0) holds.push(`${row}: ${await hold(page)}, ${await textOf(page, '.side-line')}`);
      await knit(page, 'Space', row);
    }
    expect(holds).toEqual([
      '3: 2 to the BACK leans right, right side',
      '6: 2 to the FRONT leans right, right side',
    ]);
  });
});
