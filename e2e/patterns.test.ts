/** Patterns: paste, ask, mend, keep, take away, open again; the shelf; words and stitches that find each other. */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { ElementHandle, Page } from 'puppeteer-core';
import { SHELF } from '../core/shelf/data';
import { fill, press, pressAway, reload, textOf, until, visit, waitForText } from './helpers/browser';
import { download } from './helpers/downloads';
import { evening } from './helpers/evening';
import { needlesOpen } from './helpers/needles';
import { pasteText } from './helpers/set-up';

// What is refused is told by the browser itself.
const tonight = evening({ complaints: / (?:400|404|413|415|422) / });
let page: Page;
let downloads: string;

beforeAll(() => {
  downloads = mkdtempSync(path.join(os.tmpdir(), 'gritch-downloads-'));
});
beforeEach(async () => {
  page = await tonight.open('/patterns/new');
});
afterAll(() => rmSync(downloads, { recursive: true, force: true }));

const FACTS = '[data-testid=facts]';
const PROBLEMS = '[aria-label="To be mended"]';
const FINDINGS = '[aria-label="Worth a second look"]';
const picked = () =>
  page.$eval('#pattern-text', (area) => {
    const { value, selectionStart, selectionEnd } = area as HTMLTextAreaElement;
    return value.slice(selectionStart, selectionEnd);
  });

const takeAway = (name: string) => download(tonight.device, downloads, () => press(page, name));

async function chooseFile(file: string) {
  await visit(page, `${tonight.address}/patterns`);
  const input = (await page.$('input[type=file]')) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(file);
}

/** Drops a file on the page, as from the desktop. */
const dropFile = (name: string, content: string) =>
  page.evaluate(
    (n, c) => {
      const carried = new DataTransfer();
      carried.items.add(new File([c], n));
      window.dispatchEvent(new DragEvent('dragover', { dataTransfer: carried, cancelable: true }));
      window.dispatchEvent(new DragEvent('drop', { dataTransfer: carried, cancelable: true }));
    },
    name,
    content,
  );

const HAT = `Rib
Rnd 1: *k2, p2; rep from * around.
Rnd 2: *k2, p2; rep from * around.
Body
Rnd 1: *k6, p2; rep from * around.
Rnd 2: *3/3 RC, p2; rep from * around.
Rnd 3: *k6, p2; rep from * around.
Rnd 4: *k6, p2; rep from * around.
Crown
Rnd 1: *k2tog, k2, k2tog, p2; rep from * around.
Rnd 2: *k4, p2; rep from * around.
Rnd 3: *k2tog, k2tog, p2; rep from * around.`;
const TEXT = `Otter run
Row 1 (RS): p2, k5, 2/2 RC, p2.
Row 2 and all WS rows: knit the knits and purl the purls.
Row 3: p2, C5B, k4, zap, p2.`;

describe('from a pasted text to a pattern that is kept', () => {
  it('asks, is mended, keeps the answer, is taken away and opened again as the same chart', async () => {
    await fill(page, 'Name of the pattern', 'Otter run');
    await pasteText(page, TEXT);
    await waitForText(
      page,
      PROBLEMS,
      /2 things to settle.*“C5B” has no single usual meaning.*“zap” is not understood here/,
    );
    await press(page, 'Line 4, column 21 (row 3)');
    expect(await picked()).toBe('zap');
    await page.keyboard.type('k0');
    await waitForText(page, PROBLEMS, /0 is not a count/);
    await press(page, 'Line 4, column 21 (row 3)');
    await page.keyboard.press('Delete');
    await waitForText(page, PROBLEMS, /One thing to settle/);
    expect(await page.$$eval('.meaning svg', (drawings) => drawings.length)).toBe(2);
    await press(
      page,
      '3/2 RC slip next 2 sts to cable needle and hold at back, k3, then k2 from cable needle',
    );
    await waitForText(page, FACTS, /13 stitches, 4 rows/);
    await press(page, 'Keep this pattern');
    await until(page, () => /patterns\/[0-9a-f-]{36}$/.test(location.pathname));
    await reload(page);
    await waitForText(page, FACTS, /13 stitches, 4 rows/);
    expect(await textOf(page, '[aria-label="Settled by you"]')).toMatch(/C5B/);
    const kept = page.url();
    const written = await textOf(page, '[aria-label="The rows, written out"]');
    expect(written).toMatch(/3\/2 RC = slip next 2 sts to cable needle and hold at back/);

    const kinds = ['Pattern file', 'Grid for spreadsheets', 'Chart with legend', 'Written rows'];
    for (const kind of kinds) {
      await chooseFile(await takeAway(kind));
      await until(page, () => location.pathname === '/patterns/new');
      await waitForText(page, FACTS, /13 stitches, 4 rows/);
      expect(await textOf(page, '[aria-label="The rows, written out"]')).toBe(written);
      await visit(page, kept);
    }
    expect(JSON.parse(readFileSync(path.join(downloads, 'Otter-run.json'), 'utf8'))).toMatchObject({ text: TEXT.replace('zap, ', ', ') }); // prettier-ignore

    await fill(page, 'Name of the pattern', 'Otter walk');
    await waitForText(page, '[data-testid=kept]', /not saved yet/);
    await press(page, 'Save the changes');
    await waitForText(page, '[data-testid=kept]', /^saved$/);
    await press(page, 'Knit it in a piece');
    await waitForText(
      page,
      '[aria-label="How it will look"]',
      /Otter walk: every 4 rows, first crosses in row 1/,
    );
    await visit(page, `${tonight.address}/patterns`);
    await page.select('aria/Kind', 'own');
    await waitForText(page, '[data-testid=found]', /^1 pattern$/);
    await press(page, 'Otter walk 13 stitches, 4 rows crosses in 2 of 4 · hard');
    await press(page, 'Throw away');
    await press(page, 'Throw it away');
    await until(page, () => location.pathname === '/patterns');
    await waitForText(page, '[data-testid=found]', new RegExp(`^${SHELF.length} patterns$`));
  });

  it('a text as it is spoken is asked, mended in one press each, kept, and knitted as wide as it says', async () => {
    await fill(page, 'Name of the pattern', 'As she told it');
    await pasteText(
      page,
      `Tide braid, as she told it
Cast on 24 sts.
For a long evening.
Row one, purl 2, kint the next 4, then purl 2.
Row two, work all stitches as they appear.
Row three, purl 2, CR4B, purl the last 2.
Rwo four, knit 2, purl 4 and knit 2.`,
    );
    await waitForText(page, PROBLEMS, /3 things to settle/);
    await press(page, 'Write “Row four,”');
    await press(page, 'Write “knit the next 4”');
    await waitForText(
      page,
      PROBLEMS,
      /One thing to settle.*“CR4B” has no single usual meaning.*2\/2 RC.*the rows fit with this one.*2\/2 RPC/,
    );
    await page.click('.meaning');
    await waitForText(page, FACTS, /8 stitches, 4 rows/);
    const passed = await page.$('[aria-label="Remarks passed over"]');
    expect(await passed?.evaluate((part) => (part as HTMLElement).innerText)).toMatch(/Cast on 24 sts/);
    expect(await passed?.evaluate((part) => (part as HTMLElement).innerText)).not.toMatch(/long evening/);
    await press(page, 'Keep this pattern');
    await until(page, () => /patterns\/[0-9a-f-]{36}$/.test(location.pathname));
    await reload(page);
    await waitForText(page, FACTS, /8 stitches, 4 rows/);
    await press(page, 'Knit it in a piece');
    await waitForText(page, '[aria-label="How it will look"]', /As she told it: every 4 rows/);
    const repeats = await page.$$eval('.panel-editor', (panels) =>
      panels.map(
        (panel) => panel.querySelector<HTMLInputElement>('input[inputmode], input[type=number]')?.value,
      ),
    );
    expect(repeats).toContain('3');
  });

  it('of two patterns in one text one is chosen, and the choice is kept', async () => {
    await fill(page, 'Name of the pattern', 'Of two');
    await pasteText(
      page,
      'Eel rope\nRow 1: p1, 2/2 LC, p1.\nRow 2: k1, p4, k1.\n\nSedge twist:\nRow 1: p2, RT, p3.\nRow 2: k3, p2, k2.',
    );
    await waitForText(page, PROBLEMS, /One thing to settle.*The text holds 2 patterns/);
    await press(page, 'Sedge twist');
    await waitForText(page, FACTS, /7 stitches, 2 rows/);
    await press(page, 'Keep this pattern');
    await until(page, () => /patterns\/[0-9a-f-]{36}$/.test(location.pathname));
    await reload(page);
    await waitForText(page, FACTS, /7 stitches, 2 rows/);
    expect(await textOf(page, '[aria-label="Settled by you"]')).toMatch(/second pattern of the text/);
  });

  it('a hat from its rib to its crown is asked, drawn, kept, and set up as three sections that fit', async () => {
    await fill(page, 'Name of the pattern', 'Fen hat');
    await pasteText(page, HAT);
    await waitForText(page, PROBLEMS, /The text holds 3 patterns.*worked one after the other/);
    await press(page, 'Write “Work the rows under each heading one after the other.”');
    await waitForText(page, PROBLEMS, /\(row 3\).*works 8 stitches.*leaves 4 stitches.*worked once/);
    await press(page, 'Write “Work these rows once.”');
    const stretches = '[aria-label="Parts"]';
    await waitForText(
      page,
      stretches,
      /Rib 2 rounds again and again.*Body 4 rounds again and again.*Crown 3 rounds worked once 8 stitches become 4/,
    );
    await waitForText(
      page,
      '[aria-label="Stitches row by row"]',
      /8 to begin with; round 1 of Crown: 6, round 3 of Crown: 4/,
    );
    await waitForText(page, FINDINGS, /2 of them change the count/);
    await press(page, 'Keep this pattern');
    await until(page, () => /patterns\/[0-9a-f-]{36}$/.test(location.pathname));
    await reload(page);
    await waitForText(page, stretches, /Crown 3 rounds worked once/);
    await press(page, 'Knit it in a piece');
    const preview = '[aria-label="How it will look"]';
    await waitForText(page, preview, /Cast on 8 stitches, 83 rounds/);
    await fill(page, 'Name of the piece', 'Hat of the fen');
    await fill(page, 'Repeats', '24');
    await waitForText(page, preview, /Not up to date/);
    await press(page, 'Make them fit: Body 12 times, Crown 12 times across');
    await waitForText(page, preview, /Cast on 96 stitches, 83 rounds/);
    await press(page, 'Open Crown');
    await fill(page, 'Rounds', '4');
    await waitForText(
      page,
      '.panel-editor',
      /worked once: from where it begins there are 3, and the section has 4/,
    );
    await press(page, 'Make the section 3 rounds long');
    await waitForText(page, preview, /Cast on 96 stitches, 83 rounds.*Crown: 3 rounds, worked once/);
    await press(page, 'Cast on');
    await needlesOpen(page);
  });

  it('what is worth a second look does not stop her, and "intended" silences it for good', async () => {
    await fill(page, 'Name of the pattern', 'Second look');
    await pasteText(page, 'Multiple of 9 sts.\nReed = 2/2 RC\nRow 1 (RS): p2, C4B.\nRow 2: p4, k2. (8 sts)');
    await waitForText(
      page,
      FINDINGS,
      /3 places worth a second look.*a multiple of 9.*“Reed” is explained.*says 8 stitches/,
    );
    await press(page, 'Intended');
    await waitForText(page, FINDINGS, /2 places worth a second look/);
    await press(page, 'Keep this pattern');
    await until(page, () => /patterns\/[0-9a-f-]{36}$/.test(location.pathname));
    await reload(page);
    await waitForText(page, FINDINGS, /2 places worth a second look/);
  });

  it('a text that is not kept is not lost by a wrong touch', async () => {
    await pasteText(page, 'Row 1: k4.');
    await waitForText(page, FACTS, /4 stitches/);
    await press(page, 'Bench');
    await pressAway(page, 'Stay here');
    expect(await page.$eval('#pattern-text', (area) => (area as HTMLTextAreaElement).value)).toBe(
      'Row 1: k4.',
    );
    await dropFile('Sedge.txt', 'Row 1: k9.');
    await pressAway(page, 'Stay here');
    await waitForText(page, FACTS, /4 stitches/);
    await dropFile('Sedge.txt', 'Row 1: k9.');
    await press(page, 'Leave');
    await waitForText(page, FACTS, /9 stitches/);
    await page.type('#pattern-text', ' ');
    await press(page, 'Bench');
    await press(page, 'Leave');
    await until(page, () => location.pathname === '/');
  });

  it('rounds called rows, sizes, and lines that hold stitches are asked', async () => {
    await pasteText(page, 'Worked in the round.\nk2 at the edge of all\nSizes: S (L)\nRow 1: k4 (6), p2.');
    await waitForText(page, PROBLEMS, /for 2 sizes/);
    await press(page, 'Size 2');
    await waitForText(page, '[aria-label="Settled by you"]', /Size 2 Ask again/);
    await waitForText(page, PROBLEMS, /belongs to no row.*calls every round a row/);
    await press(page, 'It is only a remark');
    await press(page, 'Worked in the round');
    await waitForText(page, FACTS, /8 stitches, 1 round multiple/);
    await waitForText(
      page,
      '[aria-label="Remarks passed over"]',
      /Passed over, to be read by you.*k2 at the edge.*1 other remark passed over/,
    );
  });

  it('a whole piece written by panels is set up with those panels', async () => {
    const rope = 'Eel rope\nRow 1 (RS): p2, C4B, p2.\nRow 2: k2, p4, k2.\n\n';
    const rows = [1, 2]
      .map((n) => `Row ${n}: k3, work row ${n} of Eel rope over next 16 sts, k3.`)
      .join('\n');
    await pasteText(page, `${rope}The mat\n${rows}`);
    await waitForText(
      page,
      '[aria-label="The whole piece"]',
      /From right to left: Right edge Eel rope Left edge/,
    );
    await press(page, 'Set it up with these panels');
    await waitForText(page, '[aria-label="How it will look"]', /Cast on 22 stitches/);
  });
});

describe('words and stitches', () => {
  it('find each other, on either side of the fabric, by touch and by keys', async () => {
    await pasteText(page, 'Row 1 (RS): p1, 1/2 LC, k2.\nRow 2: p5, k1.');
    await waitForText(page, FACTS, /6 stitches/);
    const lit = () => page.$$eval('.lit-stitch', (all) => all.length);
    await page.$eval('#pattern-text', (area) => (area as HTMLTextAreaElement).setSelectionRange(19, 19));
    await until(page, () => document.querySelectorAll('.lit-stitch').length > 0);
    // Three stitches, two repeats across, two up.
    expect(await lit()).toBe(12);
    const fabric = await page.$('.tiled svg');
    const box = await fabric?.boundingBox();
    if (!box) throw new Error('no fabric');
    const touch = async (fromRight: number) =>
      page.mouse.click(box.x + box.width - fromRight, box.y + box.height - 8);
    const edge = await page.$eval('.tiled svg', (drawing) => {
      const view = (drawing as SVGSVGElement).viewBox.baseVal;
      const px = (drawing as SVGSVGElement).getScreenCTM();
      if (!px) throw new Error('not shown');
      // The box is as much wider than the fabric on either side; two repeats are 12 stitches.
      const width = view.width + 2 * view.x;
      return { right: px.a * width + px.e, stitch: (px.a * width) / 12 };
    });
    // The crossed stitches lie close together.
    await touch(box.x + box.width - edge.right + edge.stitch * 1.9);
    expect(await picked()).toBe('1/2 LC');
    await waitForText(page, '[data-testid=picked]', /row 1, stitch 2 from the right: “1\/2 LC”/);
    await page.$eval('.tiled svg', (fabric) => (fabric as SVGElement).focus());
    await page.keyboard.press('ArrowUp');
    await waitForText(page, '[data-testid=picked]', /row 2, stitch 2 from the right: “p5”/);
    await page.keyboard.press('ArrowRight');
    await waitForText(page, '[data-testid=picked]', /row 2, stitch 1 from the right: “k1”/);
    await press(page, 'wrong side');
    await waitForText(page, '[data-testid=picked]', /“k1”/);
    expect(await page.$$eval('[aria-label="How much work each row is"] g', (rows) => rows.map((row) => row.getAttribute('data-crossings')))).toEqual(['1', '0']); // prettier-ignore
  });

  it('rows are written out in her own manner, itemised when she asks', async () => {
    await visit(page, `${tonight.address}/patterns/shelf/rope-4`);
    expect(await textOf(page, '[aria-label="The rows, written out"]')).toMatch(
      /Row 2 and all WS rows: knit the knits/,
    );
    await press(page, 'every row stitch by stitch');
    await waitForText(
      page,
      '[aria-label="The rows, written out"]',
      /Row 2 \(WS\): \*k2, p4, k2; rep from \* to end/,
    );
    await page.select('aria/Names of crossings', 'hold');
    await press(page, 'for work in the round');
    await waitForText(
      page,
      '[aria-label="The rows, written out"]',
      /Round 3: \*p2, C4B, p2.*C4B = slip next 2 sts/,
    );
  });
});

describe('the shelf', () => {
  it('is searched by name, width, repeat, kind and hardness', async () => {
    await visit(page, `${tonight.address}/patterns`);
    const found = async () => Number.parseInt(await textOf(page, '[data-testid=found]'), 10);
    expect(await found()).toBeGreaterThanOrEqual(30);
    await page.waitForSelector('.swatch[data-drawn=true]');
    await page.select('aria/Kind', 'braid');
    const braids = await found();
    await fill(page, 'Rows, at most', '8');
    const short = await found();
    await fill(page, 'Stitches, at most', '11');
    const narrow = await found();
    expect([braids > short, short > narrow, narrow > 0]).toEqual([true, true, true]);
    await page.select('aria/Hardness', 'hard');
    await fill(page, 'Name', 'nothing of that name');
    await waitForText(page, 'main', /Nothing here is like that/);
  });

  it('opens a file that is dropped, and refuses one that is foreign, damaged or newer', async () => {
    await visit(page, `${tonight.address}/patterns`);
    const refused = async (name: string, content: string, words: RegExp) => {
      await dropFile(name, content);
      await waitForText(page, '.problems', words);
    };
    await refused(
      'x.json',
      '{"format":"gritch-pattern","version":7}',
      /of version 7; this Gritch knows up to 2/,
    );
    await refused('y.json', '{"format": "gritch', /damaged or cut short/);
    await refused('z.svg', '<svg xmlns="http://www.w3.org/2000/svg"></svg>', /carries no pattern/);
    await refused('g.csv', 'gritch chart,1,G,flat,row 1 RS\nrow,side,repeats,start\nrow 1,RS,n,,[zap]', /Line 3, field 5.*“zap”/); // prettier-ignore
    await dropFile('Reed.txt', 'Row 1 (RS): k3, p1.\r\nRow 2: k1, p3.');
    await until(page, () => location.pathname === '/patterns/new');
    await waitForText(page, FACTS, /4 stitches, 2 rows/);
    expect(await page.$eval('#pattern-name', (field) => (field as HTMLInputElement).value)).toBe('Reed');
    const large = path.join(downloads, 'large.txt');
    writeFileSync(large, 'k2, '.repeat(1_300_000));
    await chooseFile(large);
    await waitForText(page, '.problems', /larger than 4 MB/);
  });
});

describe('bad input', () => {
  it.each([
    ['a letter code that is no character', 'Row 1: k2\u0007, p2.', /no letter \(code 7\)/],
    ['page markup', '<b onclick="alert(1)">Row 1:</b> k2', /page markup/],
    ['emoji for stitches', 'Row 1: k2, \u{1F9F6}, p2.', /is not understood here/],
    ['brackets a thousand deep', `Row 1: ${'['.repeat(1000)}k1${']'.repeat(1000)}`, /more than 20 deep/],
    ['a repeat with a negative remainder', 'Row 1: *k2, p2; rep from * to last -3 sts, k1.', /settle/],
    ['rows twice and rows missing', 'Row 1: k2.\nRow 1: p2.\nRow 4: k2.', /written twice.*Row 2 is missing/],
  ])('%s', async (_, text, words) => {
    await pasteText(page, text);
    await waitForText(page, PROBLEMS, words);
    expect(await page.$(FACTS)).toBeNull();
  });

  it('a line of 200,001 characters is refused at once, and the page goes on answering', async () => {
    await page.$eval('#pattern-text', (area) => {
      const set = Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value')?.set;
      set?.call(area, 'k'.repeat(200_001));
      area.dispatchEvent(new Event('input', { bubbles: true }));
    });
    await waitForText(page, PROBLEMS, /longer than 200000 characters/);
    await pasteText(page, 'Row 1: k3.');
    await waitForText(page, FACTS, /3 stitches/);
  });

  const post = (to: string, body: unknown) =>
    fetch(`${tonight.address}${to}.data`, {
      method: 'POST',
      redirect: 'manual',
      headers: { 'content-type': 'application/json' },
      body: typeof body === 'string' ? body : JSON.stringify(body),
    });
  const CHOICES = { meanings: {}, remarks: [], size: null, round: null, intended: [] };
  it.each<[string, unknown, number, RegExp]>([
    ['no JSON', '{', 400, /not JSON/],
    ['another form', { name: 'x', text: 'Row 1: k2.', choices: {} }, 400, /choices/],
    ['a cell that is none', { name: 'x', text: 'Row 1: Z.', choices: { ...CHOICES, meanings: { Z: 'zap' } } }, 400, /choices.meanings/], // prettier-ignore
    [
      'rows that cannot be read',
      { name: 'x', text: 'Row 1: zap.', choices: CHOICES },
      422,
      /Line 1, column 8/,
    ],
    ['no name', { name: '  ', text: 'Row 1: k2.', choices: CHOICES }, 422, /a name/],
    ['a body of megabytes', { name: 'x', text: 'k'.repeat(1_600_000), choices: CHOICES }, 413, /too large/],
  ])('a post of %s is refused and nothing is kept', async (_, body, status, words) => {
    const answer = await post('/patterns/new', body);
    expect([answer.status, words.test(await answer.text())]).toEqual([status, true]);
    await visit(page, `${tonight.address}/patterns`);
    expect(await page.$$eval('.hung', (links) => links.filter((link) => /^x\b/.test((link as HTMLElement).innerText)).length)).toBe(0); // prettier-ignore
  });

  it('a pattern that is not here is said to be so', async () => {
    expect((await fetch(`${tonight.address}/patterns/nothing`)).status).toBe(404);
    expect((await fetch(`${tonight.address}/patterns/shelf/nothing`)).status).toBe(404);
    expect((await fetch(`${tonight.address}/pieces/new?pattern=nothing`)).status).toBe(404);
    expect((await post('/patterns/nothing', { drop: true })).status).toBe(404);
  });
});
