/** From nothing to the first row: a bolster by width, a cosy in the round, a shaped front; then paper, files, changes. */
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { ElementHandle, Page } from 'puppeteer-core';
import { startApp } from './helpers/app';
import { fill, press, textOf, until, visit, waitForText } from './helpers/browser';
import { evening } from './helpers/evening';
import { choose, needlesOpen, onTheNeedle, saved, setRow, waitForDone, workingRow } from './helpers/needles';
import { castOn as cast, pasteRows, PREVIEW, takeFromShelf } from './helpers/set-up';

const tonight = evening({ complaints: / (?:400|404|409|422) / });
let page: Page;
beforeEach(async () => {
  page = await tonight.open('/pieces/new');
});

const shelf = (key: string) => takeFromShelf(page, key);
/** Unfolds what begins with these words. */
const unfold = (words: string) =>
  page.evaluate((start) => {
    const all = [...document.querySelectorAll('details')];
    const found = all.find((one) => one.querySelector('summary')?.textContent?.startsWith(start));
    if (!found) throw new Error(`nothing to unfold: ${start}`);
    found.open = true;
  }, words);
/** The field, not the cell of the table that it stands in. */
const counted = (name: string) => `Counted in ${name}[role="textbox"]`;
const select = (label: string, value: string) => page.select(`aria/${label}`, value);

async function swatch(stitches: string, rows: string, grams: string) {
  await unfold('Swatch, needle');
  await fill(page, 'Stitches', stitches);
  await fill(page, 'Rows', rows);
  await fill(page, 'Its weight in g', grams);
}

async function castOn(row: string) {
  await cast(page);
  expect(await textOf(page, '.row-word')).toBe(row);
  expect(await workingRow(page)).toBe('1');
}
const pieceAddress = () => new URL(page.url()).pathname;

describe('a bolster of 48 cm', () => {
  it('is planned from the swatch: counts below and above, the needle, the yarn, and cast on', async () => {
    await fill(page, 'Name of the piece', 'Landing-stage bolster');
    await swatch('19', '26', '9');
    await waitForText(page, '[data-testid=gauge]', /19 st × 26 rows to 10 cm.*medium yarn/);
    await fill(page, 'Wanted: stitches to 10 cm', '17');
    await fill(page, 'rows to 10 cm', '26');
    await select('Needle', '5');
    await waitForText(page, '[data-testid=gauge]', /needle one size thicker: 5.5 mm \(US 9\).*11 % narrower/);
    await fill(page, 'A ball has g', '100');
    await fill(page, 'metres', '170');
    await fill(page, 'Balls at hand', '1');
    await press(page, 'Take Rope of 2 over 2 away');
    await shelf('honeycomb');
    await press(page, 'Move Honeycomb to the right');
    await unfold('Size');
    await fill(page, 'Wanted width', '48');
    await waitForText(page, '[aria-label="Counts that fit"]', /By edge stitches.*By repeats of Honeycomb/);
    const choices = await page.$$eval('[aria-label="Counts that fit"] li:last-child .count-choice', (all) =>
      all.map((one) => Number.parseFloat(one.textContent ?? '')),
    );
    expect(choices).toHaveLength(2);
    expect(choices[0]).toBeLessThanOrEqual(48);
    expect(choices[1]).toBeGreaterThan(48);
    const wider = (await page.$$('[aria-label="Counts that fit"] li:last-child .count-choice'))[1];
    await (wider as ElementHandle<Element>).click();
    await waitForText(page, '[data-testid=finished-size]', new RegExp(`^${choices[1]} cm wide`));
    await fill(page, 'Rows for a length', '48');
    await page.waitForSelector('.reckon .plain-button');
    await page.$$eval('.reckon .plain-button', (all) =>
      (all.find((one) => one.textContent?.startsWith('124 rows')) as HTMLElement).click(),
    );
    await waitForText(page, PREVIEW, /124 rows in all/);
    await waitForText(page, PREVIEW, /About \d+ g, \d+ m of yarn: \d balls?/);
    const castOnWords = /Cast on (\d+)/.exec(await textOf(page, PREVIEW))?.[1];
    await castOn('working row');
    expect(await onTheNeedle(page)).toBe(`${castOnWords} stitches`);
    await choose(page, 'Cast-on sheet');
    await waitForText(page, '.cast-on-number', new RegExp(`Cast on ${castOnWords}`));
    await waitForText(page, 'main', /25 wraps round the needle/);
    const printed = Buffer.from(await page.pdf({ format: 'a4' })).toString('latin1');
    expect(printed.match(/\/Type\s*\/Page\b/g)).toHaveLength(1);
  });

  it('a count between the markers tells what is off, and an edge may be kept as it was cast on', async () => {
    await fill(page, 'Name of the piece', 'Lopsided mat');
    await castOn('working row');
    const address = pieceAddress();
    await visit(page, `${tonight.address}${address}/sheet`);
    await fill(page, counted('Right edge'), '5');
    await fill(page, counted('Rope of 2 over 2'), '7');
    await fill(page, counted('Left edge'), '4');
    await waitForText(page, '[data-testid=count-finding]', /hangs 1 stitch astray/);
    await fill(page, counted('Rope of 2 over 2'), '8');
    await waitForText(page, '[data-testid=count-finding]', /Right edge has 5 and needs 4/);
    await press(page, 'Keep it so: change the edges in the plan');
    await waitForText(page, '.cast-on-number', /Cast on 17/);
    await waitForText(page, '[data-testid=count-finding]', /All right/);
    await visit(page, `${tonight.address}${address}`);
    expect(await onTheNeedle(page)).toBe('17 stitches');
  });
});

describe('a bottle cosy of 22 cm', () => {
  it('goes from rib by even increases into cables that close over the round', async () => {
    await fill(page, 'Name of the piece', 'Signal-lamp cosy');
    await press(page, 'in the round');
    await press(page, 'Take the edges away');
    await press(page, 'Take Rope of 2 over 2 away');
    await press(page, 'Paste rows');
    await pasteRows(page, 'Round 1: *k2, p2; rep from * to end.');
    await fill(page, 'Repeats', '8');
    await fill(page, 'Rounds', '8');
    await swatch('18', '24', '10');
    await select('Needle', '5');
    await fill(page, 'Its length', '40');
    await waitForText(page, PREVIEW, /A needle of 40 cm is longer than the round/);
    await select('Kind', 'doublePointed');
    await until(page, () => !/longer than the round/.test(document.body.innerText));
    await unfold('Size');
    await fill(page, 'Wanted circumference', '22');
    await waitForText(page, '[aria-label="Counts that fit"]', /20 cm 36 st, × 9.*22.2 cm 40 st, × 10/);
    await press(page, 'A round of increases');
    await press(page, 'Add a section that runs on');
    await press(page, 'Take My panel away');
    await press(page, 'Paste rows');
    await pasteRows(
      page,
      'Round 1: *p1, 2/2 RC, p1; rep from * to end.\nRounds 2-4: *p1, k4, p1; rep from * to end.',
    );
    await fill(page, 'Repeats', '7');
    await fill(page, 'How many', '10');
    await waitForText(
      page,
      '.spread-editor .problems',
      /Only \d times can it be done outside the coming crossings, not 10 times/,
    );
    await select('Placed', 'anywhere');
    await waitForText(
      page,
      '[data-testid=spread-words]',
      /32 to 42 stitches: Knit the knits, purl the purls, but: \[after 3, make 1 right\] 2 times, after 4 more, make 1 right purlwise/,
    );
    await fill(page, 'How many', '40');
    await waitForText(page, '.spread-editor .problems', /40 do not fit in one row: there is room for 32/);
    await fill(page, 'How many', '9');
    await until(page, () => /leaves 41 stitches, but this one needs 42/.test(document.body.innerText));
    await fill(page, 'How many', '10');
    await waitForText(page, '[data-testid=spread-words]', /32 to 42 stitches/);
    await castOn('working round');
    for (let round = 1; round <= 8; round += 1) {
      await page.keyboard.press('Space');
      await waitForDone(page, round);
    }
    expect(await onTheNeedle(page)).toBe('32 to 42 stitches');
  });
});

describe('a shaped waistcoat front', () => {
  it('is planned, knitted, measured, changed, printed, and handed on as a file', async () => {
    await fill(page, 'Name of the piece', 'Lock-gate waistcoat, left front');
    await swatch('20', '28', '8');
    await fill(page, 'Rows', '24', 1);
    await press(page, 'Show Right edge');
    await fill(page, 'Repeats', '12');
    await press(page, 'Show Left edge');
    await fill(page, 'Repeats', '12');
    await select('Length', 'until');
    await fill(page, 'Measures', '10');
    await select('Ending', 'WS');
    await until(page, () => /near row 2[68]/.test(document.body.innerText));
    await press(page, 'Add a section that runs on');
    await fill(page, 'Rows', '30', 1);
    await unfold('Shaping');
    await press(page, 'Shape this section');
    await fill(page, 'rows[role="spinbutton"]', '1');
    await fill(page, 'times[role="spinbutton"]', '40');
    await waitForText(
      page,
      '.schedule .problems',
      /The last shaping would fall in row 40, but the section ends with row 30/,
    );
    await fill(page, 'times[role="spinbutton"]', '16');
    await waitForText(page, '.schedule .problems', /In row 1\d no stitch would be left to shape/);
    await fill(page, 'rows[role="spinbutton"]', '2');
    await fill(page, 'times[role="spinbutton"]', '6');
    await waitForText(page, PREVIEW, /^(?!.*Not up to date)/);
    await until(page, () => !document.querySelector('.schedule .problems'));
    await castOn('working row');
    expect(await onTheNeedle(page)).toBe('32 stitches');

    await setRow(page, 20);
    await choose(page, 'Measure and weigh');
    await fill(page, 'After row 20', '8');
    await press(page, 'Keep');
    await waitForText(page, '[role=dialog]', /8 cm at row 20: 25 rows to 10 cm/);
    await fill(page, 'Grams left', '50');
    await page.$$eval('.measure-block .plain-button', (all) => (all[1] as HTMLElement).click());
    await waitForText(page, '[role=dialog]', /50 g left now: enough for all/);
    await press(page, 'End Body with row 20');
    await waitForText(
      page,
      '[aria-label="In this row"]',
      /section “Section 2”.*ecrease 1 at the beginning.*ecrease 1 at the end/,
    );
    expect(await onTheNeedle(page)).toBe('32 to 30 stitches');
    await page.keyboard.press('Space');
    await waitForDone(page, 21);
    await saved(page);

    const address = pieceAddress();
    await visit(page, `${tonight.address}${address}/paper?from=21&rows=12`);
    const decreasing = await page.$$eval('.paper-table tbody tr', (all) =>
      all.flatMap((row) =>
        (row as HTMLElement).innerText.includes('→ ') ? [Number(row.querySelector('th')?.textContent)] : [],
      ),
    );
    expect(decreasing.slice(0, 3)).toEqual([21, 23, 25]);
    // The same rows as fabric, with the numbers of those that cross.
    await page.waitForSelector('[aria-label="Rows 21 to 32 as fabric, right side out"]');
    await page.waitForSelector('canvas[data-painted=true]');
    const numbers = await page.$$eval('[data-testid=paper-numbers] text', (all) =>
      all.map((one) => Number(one.textContent)),
    );
    const crossing = await page.$$eval('.paper-table tr:has(td[data-crosses=true]) th', (all) =>
      all.map((one) => Number(one.textContent)),
    );
    expect(numbers.length).toBeGreaterThan(0);
    expect(crossing).toEqual(expect.arrayContaining(numbers));
    await fill(page, 'Ticked on paper up to row', '24');
    await press(page, 'Put 3 rows into the journal');
    await waitForText(page, 'main', /24 rows are done/);

    await visit(page, `${tonight.address}${address}`);
    await waitForDone(page, 24);
    await saved(page);
    await choose(page, 'Change the plan');
    await waitForText(page, '.setup-aside', /Rows 1 to 24 are worked and stay as they are/);
    await press(page, 'Open Section 2');
    await fill(page, 'Rows', '44');
    await press(page, 'Keep this plan');
    await needlesOpen(page);
    expect(await workingRow(page)).toBe('25');
    expect(await onTheNeedle(page)).toBe('28 to 26 stitches');

    const file = await page.evaluate(async (from) => (await fetch(`${from}/file`)).text(), address);
    const folder = mkdtempSync(path.join(os.tmpdir(), 'gritch-file-'));
    const good = path.join(folder, 'piece.json');
    writeFileSync(good, file);
    const elsewhere = await startApp();
    try {
      await visit(page, elsewhere.address);
      const broken = path.join(folder, 'broken.json');
      writeFileSync(broken, file.slice(0, 900));
      const input = await page.waitForSelector('input[type=file]');
      await (input as ElementHandle<HTMLInputElement>).uploadFile(broken);
      await waitForText(page, '.problems', /damaged or cut short/);
      await (input as ElementHandle<HTMLInputElement>).uploadFile(good);
      await needlesOpen(page);
      await waitForDone(page, 24);
      expect(await onTheNeedle(page)).toBe('28 to 26 stitches');
      await page.keyboard.press('Space');
      await waitForDone(page, 25);
      await saved(page);
      const again = await page.evaluate(async (from) => (await fetch(`${from}/file`)).text(), pieceAddress());
      const [one, two] = [file, again].map(
        (text) => JSON.parse(text) as { plan: object; journal: unknown[] },
      );
      expect(two?.plan).toEqual(one?.plan);
      expect(two?.journal).toHaveLength((one?.journal.length ?? 0) + 1);
    } finally {
      await visit(page, tonight.address);
      await elsewhere.close();
    }
    expect(JSON.parse(readFileSync(good, 'utf8'))).toMatchObject({ format: 'gritch-piece', version: 7 });
  });

  it('a change that does not fit on the needle is refused at the seam, and a stale one too', async () => {
    await fill(page, 'Name of the piece', 'Mooring mat');
    await castOn('working row');
    await page.keyboard.press('Space');
    await waitForDone(page, 1);
    await saved(page);
    await choose(page, 'Change the plan');
    await fill(page, 'Repeats', '2');
    await press(page, 'Keep this plan');
    await waitForText(
      page,
      '.setup-aside .problems',
      /16 stitches are on the needle after row 1, but the changed plan goes on with 24/,
    );
    const second = await tonight.device.open(page.url());
    await fill(second, 'Rows', '50');
    await press(second, 'Keep this plan');
    await needlesOpen(second);
    await second.close();
    await fill(page, 'Repeats', '1');
    await press(page, 'Keep this plan');
    await waitForText(page, '.setup-aside .problems', /changed elsewhere meanwhile/);
  });
});

describe('split and join', () => {
  it('two parts go on from held stitches and come together again', async () => {
    await fill(page, 'Name of the piece', 'Punt yoke');
    await castOn('working row');
    for (let row = 1; row <= 3; row += 1) {
      await page.keyboard.press('Space');
      await waitForDone(page, row);
    }
    await saved(page);
    const whole = pieceAddress();
    const part = async (side: string, stitches: number) => {
      await visit(page, `${tonight.address}${whole}/split`);
      await fill(page, 'Stitches of the right part', '16');
      await waitForText(page, '.problems', /Only 1 to 15 is possible here/);
      await press(page, 'after Rope of 2 over 2 (12)');
      await press(page, `Set up the ${side} part, ${stitches} stitches`);
      await waitForText(page, PREVIEW, new RegExp(`Take up ${stitches} stitches, 37 rows`));
      await press(page, 'Take up the stitches');
      await needlesOpen(page);
      await saved(page);
      expect(await textOf(page, '.side-line')).toMatch(/wrong side/);
      return pieceAddress();
    };
    const right = await part('right', 12);
    await page.keyboard.press('Space');
    await waitForDone(page, 1);
    await saved(page);
    await part('left', 4);
    await page.keyboard.press('Space');
    await waitForDone(page, 1);
    await saved(page);
    await visit(page, `${tonight.address}${right}/split`);
    const left = await page.$$eval(
      'select option',
      (all) => (all.find((one) => one.textContent === 'Punt yoke, left part') as HTMLOptionElement).value,
    );
    await page.select('aria/The other piece', left);
    await press(page, 'Set up the joined piece');
    await waitForText(page, PREVIEW, /Take up 16 stitches, 36 rows/);
    await press(page, 'Take up the stitches');
    await needlesOpen(page);
    await saved(page);
    await choose(page, 'Cast-on sheet');
    await waitForText(
      page,
      'main',
      /Take up 16.*Punt yoke, right part, after row 1, then of Punt yoke, left part, after row 1/,
    );
  });
});

describe('pairs and the line-up', () => {
  it('the second of a pair is its mirror image, and chips move by keyboard', async () => {
    await fill(page, 'Name of the piece', 'Wrist warmer');
    await press(page, 'Move Right edge along the row');
    const order = () =>
      page.$$eval('.chip-name > span:first-child', (all) => all.map((one) => one.textContent));
    expect(await order()).toEqual(['Left edge', 'Rope of 2 over 2', 'Right edge']);
    await page.focus('aria/Move Right edge along the row');
    await page.keyboard.press('Space');
    await page.waitForSelector('.chip[data-dragging=true]');
    await page.keyboard.press('ArrowLeft');
    await waitForText(page, '[id^=DndLiveRegion]', /item (\S+) was moved over droppable area (?!\1\.)/);
    await page.keyboard.press('Space');
    await until(
      page,
      () => document.querySelectorAll('.chip-name > span:first-child')[1]?.textContent === 'Right edge',
    );
    await castOn('working row');
    await choose(page, 'Knit its mirror image');
    await page.waitForSelector('.chip');
    expect(await order()).toEqual(['Rope of 2 over 2', 'Right edge', 'Left edge']);
    await castOn('working row');
  });
});
