/** Finding the place at the needles: asked where she is, counting along, from hole to hole. */
import type { Page } from 'puppeteer-core';
import { checkDraft, panelDraft, type PieceDraft } from '@core/draft/draft';
import { fieldOf, type Field, type Shift } from '@core/place/question';
import { DESK, PHONE, press, pressIn, type Size, textOf, until, waitForText } from './helpers/browser';
import { evening } from './helpers/evening';
import { atNeedles, done, waitForDone } from './helpers/needles';
import { flatPiece, garterEdge, ropePiece, shelfRows } from './helpers/pieces';

const tonight = evening();

/** Ropes that cross in rows 3, 7, 11 ... and 3, 9, 15 ..., and a diamond, between garter edges. */
const panels = (name: string, rows = 60): PieceDraft =>
  flatPiece(name, rows, [
    garterEdge('edge', 'edge', 3),
    panelDraft('four', 'withy rope', shelfRows('rope-4')),
    panelDraft('six', 'dyke rope', shelfRows('rope-6')),
    panelDraft('diamond', 'fen diamond', shelfRows('diamond')),
  ]);

const open = (draft: PieceDraft, rows: number, size: Size = DESK) =>
  atNeedles(tonight, draft, { rows, size });

async function find(page: Page, tab: string) {
  await page.$$eval('.top-bar button', (found) =>
    found.find((one) => one.textContent?.includes('Where am I?'))?.click(),
  );
  await page.waitForSelector('[role=dialog] [role=tab]');
  const tabs = await page.$$('[role=dialog] [role=tab]');
  for (const one of tabs) if ((await one.evaluate((el) => el.textContent)) === tab) await one.click();
}

const question = (page: Page) =>
  page.$eval('[aria-label="Question"]', (one) => (one as HTMLElement).dataset.question ?? '');
const likeliest = (page: Page) =>
  page.$eval('[aria-label="How likely each is"] li span', (one) => Number((one as HTMLElement).innerText));

type Fabric = { readonly field: Field; readonly row: number; readonly shift: Shift | null };

/** What the fabric shows after so many rows; a panel may be out of step. */
function fabricOf(draft: PieceDraft, row: number, shift: Shift | null = null): Fabric {
  const checked = checkDraft(draft);
  if (!checked.ok) throw new Error(JSON.stringify(checked.error));
  const school = { loopCounts: true, crossingRowIsOne: true };
  return { field: fieldOf(checked.value.sheet, { school, hung: [], rowsPer10: null }), row, shift };
}

const answers = (page: Page) => page.$$eval('[aria-label="What you have said"] li', (found) => found.length);

/** Answers what is asked by what is to be seen, through the buttons that are there. */
async function answer(page: Page, { field, row, shift }: Fabric) {
  const before = await answers(page);
  const asked = field.byKey.get(await question(page));
  if (!asked) throw new Error(`nobody can answer ${await question(page)}`);
  const value = asked.at(row, shift);
  if (asked.type === 'count') await pressIn(page, String(value));
  else
    await page.$$eval(
      '[aria-label="Question"] .plain-button',
      (found, at) => (found[at] as HTMLElement).click(),
      asked.values.indexOf(value),
    );
  await settled(page, before + 1);
}

const settled = (page: Page, count: number) =>
  until(
    page,
    (wanted) =>
      document.querySelectorAll('[aria-label="What you have said"] li').length === wanted &&
      !document.querySelector('[aria-busy=true]') &&
      document.querySelector('[aria-label="Question"], [aria-label="What was found"]'),
    count,
  );

/** @returns how many questions it took */
async function untilFound(page: Page, fabric: Fabric, most = 16): Promise<number> {
  let asked = 0;
  for (; asked < most && !(await page.$('[aria-label="What was found"]')); asked += 1)
    await answer(page, fabric);
  return asked;
}

describe('Where am I?', () => {
  it.each([
    ['desk', DESK],
    ['phone', PHONE],
  ])('finds the row by what is seen, and sets the piece to it (%s)', async (name, size) => {
    const page = await open(panels(`Sallow ${name}`), 24, size);
    await find(page, 'Where am I?');
    await page.waitForSelector('[aria-label="Question"]');
    expect(await likeliest(page)).toBe(24);
    expect(await untilFound(page, fabricOf(panels('Seen'), 27))).toBeLessThanOrEqual(5);
    await waitForText(page, '[aria-label="What was found"]', /27 rows are done/);
    await pressIn(page, 'Set the piece to 27 rows done');
    await waitForDone(page, 27);
    await page.waitForSelector('[data-testid=agrees]');
    // It is an entry like any other: it can be taken back.
    await page.keyboard.press('Escape');
    await press(page, 'Undo');
    await waitForDone(page, 24);
  });

  it('“I don’t know” is an answer, an answer can be taken back, and what cannot be is said', async () => {
    const page = await open(panels('Sedge'), 24);
    await find(page, 'Where am I?');
    await page.waitForSelector('[aria-label="Question"]');
    const first = await question(page);
    await pressIn(page, 'I don’t know');
    await settled(page, 1);
    expect(await question(page)).not.toBe(first);
    expect(await textOf(page, '[aria-label="What you have said"]')).toMatch(/did not say/);
    await page.click('[aria-label="What you have said"] li button');
    await until(
      page,
      (key) => document.querySelector<HTMLElement>('[aria-label="Question"]')?.dataset.question === key,
      first,
    );
    // Choose a count from the list of others, and say a number that no row shows.
    await pressIn(page, 'Ask me something else');
    await pressIn(page, 'Dyke rope: how many above its last hole?');
    await page.waitForSelector('[data-question="count six"]');
    await pressIn(page, 'Another number');
    await page.focus('[aria-label="Question"] input');
    await page.keyboard.type('88');
    await pressIn(page, 'That many');
    await waitForText(
      page,
      '[role=dialog] [role=alert]',
      /no row of this piece shows so many; 1 to 6 are possible/,
    );
    expect(await done(page)).toBe(24);
  });

  it('who has seen enough takes what is likely, with how likely it is beside it', async () => {
    const page = await open(panels('Reedmace'), 24);
    await find(page, 'Where am I?');
    await page.waitForSelector('[aria-label="Question"]');
    expect(await page.evaluate(() => document.body.innerText)).not.toContain('Enough');
    await answer(page, fabricOf(panels('Seen'), 27));
    await answer(page, fabricOf(panels('Seen'), 27));
    expect(await page.$('[aria-label="What was found"]')).toBeNull();
    const row = await likeliest(page);
    await pressIn(page, 'Enough: take one of these');
    await pressIn(page, `Set the piece to ${row} rows done`);
    await waitForDone(page, row);
  });

  it('a panel two rows ahead is found, set as the record, and its next crossing comes two rows sooner', async () => {
    const page = await open(panels('Bulrush'), 24);
    await find(page, 'Where am I?');
    await page.waitForSelector('[aria-label="Question"]');
    // After 24 rows the dyke rope’s hole of row 21 should be 4 below the needle. It is 6.
    const fabric = fabricOf(panels('Seen'), 24, { panel: 'six', by: 2 });
    await untilFound(page, fabric);
    for (let i = 0; i < 4 && (await page.$('[aria-label="What was found"][data-step=sure]')); i += 1) {
      await pressIn(page, 'Dyke rope');
      await page.waitForSelector('[aria-label="Question"]');
      await answer(page, fabric);
      await untilFound(page, fabric);
    }
    await waitForText(
      page,
      '[aria-label="What was found"][data-step=outOfStep]',
      /24 rows done, and dyke rope is 2 rows ahead/,
    );
    await pressIn(page, 'Set dyke rope');
    await page.keyboard.press('Escape');
    await waitForText(page, '.heads', /dyke rope row 3 of 6|CROSS\s+NOW/);
  });
});

describe('Count with me', () => {
  it.each([
    ['desk', DESK],
    ['phone', PHONE],
  ])('the hole and the strand are marked, and touched one after the other (%s)', async (name, size) => {
    // After 24 rows the withy rope crossed last in row 23, the dyke rope in row 21.
    const page = await open(panels(`Reedmace ${name}`), 24, size);
    await find(page, 'Count with me');
    await pressIn(page, 'Dyke rope');
    await page.waitForSelector('[data-testid=the-hole]');
    await until(page, () => document.querySelectorAll('[data-touch]').length === 4);
    const box = await (await page.waitForSelector('[data-touch="3"] rect'))?.boundingBox();
    if (!box) throw new Error('nothing to touch');
    await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
    await waitForText(page, '[data-testid=told]', /^3\s*Vs$/);
    await until(page, () => document.querySelectorAll('[data-state=touched]').length === 3);
    await pressIn(page, 'One more');
    await waitForText(
      page,
      '[aria-label="Where that is"]',
      /Row 6 of 6 is on the needle: row 24, 18 or 30[\s\S]*The journal’s row 24 shows 4 too/,
    );
    // One more than there is: as when the hole is taken for the crossing row.
    await pressIn(page, 'One more');
    await waitForText(
      page,
      '[aria-label="Where that is"]',
      /4 would be there: one fewer\. The hole looks like the crossing row/,
    );
  });

  it('both ways of counting are switched there, hold at once and are kept', async () => {
    const page = await open(panels('Comfrey'), 24);
    await find(page, 'Where am I?');
    await page.waitForSelector('[aria-label="Question"]');
    await pressIn(page, 'Ask me something else');
    await pressIn(page, 'Dyke rope: how many above its last hole?');
    await page.waitForSelector('[data-question="count six"]');
    await pressIn(page, '4');
    await settled(page, 1);
    await find(page, 'Count with me');
    await pressIn(page, 'Dyke rope');
    await until(page, () => document.querySelectorAll('[data-touch]').length === 4);
    const kept = page.waitForResponse((answered) => answered.url().includes('/knitter'));
    await page.$$eval('[role=dialog] [role=switch]', (found) => (found[0] as HTMLElement).click());
    await until(page, () => document.querySelectorAll('[data-touch]').length === 3);
    expect((await kept).status()).toBe(200);
    await waitForText(page, '.heads', /count 3 Vs/);
    // What was counted the other way does not pass for a count of this one.
    await find(page, 'Where am I?');
    await waitForText(page, '[role=dialog] [role=status]', /the counts that you gave are taken back/);
    expect(await answers(page)).toBe(0);
    await page.reload();
    await waitForText(page, '.heads', /count 3 Vs/);
    await find(page, 'Count with me');
    const back = page.waitForResponse((answered) => answered.url().includes('/knitter'));
    await page.$$eval('[role=dialog] [role=switch]', (found) => (found[0] as HTMLElement).click());
    await back;
  });

  it('without a cable it counts from what else there is', async () => {
    const page = await open({ ...ropePiece('Fescue', 40, 'Row 1 (RS): k8.\nRow 2: p8.') }, 9);
    await find(page, 'Count with me');
    for (let i = 0; i < 9; i += 1) await pressIn(page, i === 0 ? 'The first one' : 'One more');
    await waitForText(
      page,
      '[aria-label="Where that is"]',
      /9 rows above the cast-on edge: 9 rows are done\. The journal says so too/,
    );
  });

  it('says so where nothing near the needle can be counted from', async () => {
    const page = await open(ropePiece('Couch grass', 90, 'Row 1 (RS): k8.\nRow 2: p8.'), 70);
    await find(page, 'Count with me');
    await waitForText(page, '[role=dialog]', /has nothing near the needle to count from/);
  });
});

describe('from hole to hole', () => {
  const type = async (page: Page, at: number, text: string) => {
    const fields = await page.$$('[role=dialog] input');
    await fields[at]?.click({ clickCount: 3 });
    await page.keyboard.type(text);
  };
  it('tells the first crossing that came early, and the plain rows between any two', async () => {
    const page = await open(panels('Teasel'), 30);
    await find(page, 'Hole to hole');
    await pressIn(page, 'Dyke rope');
    // Planned in rows 9, 15, 21, 27; the one of row 21 came two rows early, and the one after it with it.
    await waitForText(page, '[data-testid=between]', /5 plain rows between them; 6 rows from hole to hole/);
    await type(page, 0, '6');
    await type(page, 1, '6');
    await pressIn(page, 'One hole further down');
    await type(page, 2, '4');
    await pressIn(page, 'One hole further down');
    await type(page, 3, '6');
    await waitForText(
      page,
      '[aria-label="What the counts tell"]',
      /planned in row 21: it came 2 rows early, in row 19\.[\s\S]*dyke rope is 2 rows ahead/,
    );
    expect(
      await page.$$eval('[aria-label="What the counts tell"] button', (found) =>
        found.map((one) => one.textContent),
      ),
    ).toEqual(['Set dyke rope: so since row 19']);
    await type(page, 3, '60');
    await waitForText(
      page,
      '[aria-label="What the counts tell"]',
      /only 30 are done\. Count the longest of them again/,
    );
    const between = await page.$$('[role=dialog] input');
    await between[between.length - 2]?.click({ clickCount: 3 });
    await page.keyboard.type('10');
    await waitForText(
      page,
      '[data-testid=between]',
      /Dyke rope does not cross in row 10\. The nearest rows that do: 9 and 15/,
    );
    // The record is set, and then the same counts are as they should be.
    await type(page, 3, '6');
    await pressIn(page, 'Set dyke rope: so since row 19');
    await waitForText(page, '[aria-label="What the counts tell"]', /All 4 crossings lie where they should/);
    await waitForText(page, '.heads', /dyke rope row 3 of 6/);
  });
});
