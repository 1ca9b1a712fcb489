/**
 * Whole pieces knitted from nothing to the last row in the default settings: one of 120 stitches, one in the round whose
 * last crossing lies over the join, one of several sections. Every row's words on the screen are its telling's.
 */
import type { Page } from 'puppeteer-core';
import { panelDraft, type PieceDraft } from '@core/draft/draft';
import { takePattern } from '@core/draft/in-stretches';
import { readRows } from '@core/notation/read';
import { SHELF } from '@core/shelf/data';
import { DESK, PHONE, type Size, textOf, until, waitForText } from './helpers/browser';
import { evening } from './helpers/evening';
import { choose, done, knit } from './helpers/needles';
import { setUp } from './helpers/pieces';

const tonight = evening();

const shelf = (key: string) => SHELF.find((entry) => entry.key === key)?.rows ?? '';
const ROPES = `Row 1 (RS): *p1, k4, p1; rep from * to end.
Row 2 and all WS rows: knit the knits and purl the purls.
Row 3: *p1, 2/2 LC, p2, k4, p1; rep from * to end.
Row 5: *p1, k4, p1; rep from * to end.
Row 7: *p1, k4, p2, 2/2 RC, p1; rep from * to end.`;
const FLAT = { construction: 'flat', firstSide: 'RS', firstDirection: 'rightToLeft' } as const;
const edge = (id: string) => panelDraft(id, `${id} edge`, shelf('garter'), { repeats: 4, edge: true });
const WIDE: PieceDraft = {
  ...FLAT,
  name: 'Reed curtain',
  sections: [
    { id: 'body', name: 'Body', rows: 16, panels: [panelDraft('ropes', 'ropes', ROPES, { repeats: 10 })] },
  ],
};
const ROUND: PieceDraft = {
  ...FLAT,
  construction: 'round',
  name: 'Lantern sleeve',
  sections: [
    {
      id: 'rib',
      name: 'Rib',
      rows: 3,
      panels: [panelDraft('rib', 'rib', shelf('rib-2-2'), { repeats: 12 })],
    },
    {
      id: 'body',
      name: 'Body',
      rows: 12,
      panels: [panelDraft('lattice', 'lattice', shelf('lattice'), { repeats: 8, closed: true })],
    },
    {
      id: 'top',
      name: 'Top',
      rows: 3,
      panels: [panelDraft('top', 'top rib', shelf('rib-2-2'), { repeats: 12 })],
    },
  ],
};
const SECTIONS: PieceDraft = {
  ...FLAT,
  name: 'Gauge board',
  sections: [
    { id: 'hem', name: 'Hem', rows: 4, panels: [panelDraft('hem', 'hem', shelf('garter'), { repeats: 26 })] },
    {
      id: 'body',
      name: 'Body',
      rows: 16,
      panels: [
        edge('right'),
        panelDraft('eel', 'eel rope', shelf('rope-4')),
        panelDraft('wave', 'wave', shelf('wave')),
        edge('left'),
      ],
    },
    {
      id: 'top',
      name: 'Top',
      rows: 4,
      panels: [panelDraft('top', 'top hem', shelf('garter'), { repeats: 26 })],
    },
  ],
};

/** From a pattern of three stretches: a rib, cables, and a crown that takes half of the stitches away. */
const HAT_ROWS = `Work the rows under each heading one after the other.
Cast on 64 sts.
Rib
Rnd 1: *k2, p2; rep from * around.
Rnd 2: *k2, p2; rep from * around.
Body
Rnd 1: *k6, p2; rep from * around.
Rnd 2: *3/3 RC, p2; rep from * around.
Rnd 3: *k6, p2; rep from * around.
Rnd 4: *k6, p2; rep from * around.
Crown
Rnd 1: *k2tog, k2, k2tog, p2; rep from * around. (48 sts)
Rnd 2: *k4, p2; rep from * around.
Rnd 3: *k2tog, k2tog, p2; rep from * around. (32 sts)
Rnd 4: *k2, p2; rep from * around.
Rnd 5: *k2tog, p2tog; rep from * around. (16 sts)`;
function hatOf(): PieceDraft {
  const read = readRows(HAT_ROWS, 'Hat');
  if (!read.ok) throw new Error(JSON.stringify(read.error));
  const { stretches, repeats } = read.value;
  const begun: PieceDraft = {
    ...FLAT,
    construction: 'round',
    name: 'Ferry hat',
    sections: [{ id: 'rib', name: 'Body', rows: 1, panels: [] }],
  };
  let next = 0;
  const fresh = (kind: string) => `${kind}-${(next += 1)}`;
  const more = { repeats: repeats ?? 1 };
  const draft = takePattern(begun, 0, 0, { stretches, family: 'fraction', more }, fresh);
  const lengths = [4, 8, 5];
  return {
    ...draft,
    sections: draft.sections.map(({ length: _, ...one }, s) => ({ ...one, rows: lengths[s] ?? 1 })),
  };
}

/** Lays a piece on the bench as a file and opens it. */
async function cast(draft: PieceDraft, size: Size) {
  const { path, rows } = await setUp(tonight.address, draft);
  return { address: `${tonight.address}${path}`, page: await tonight.open(path, size), rows };
}

type Told = { lines: string[]; said: string };
const rowOf = async (address: string, row: number) =>
  (await (await fetch(`${address}/rows/${row}`)).json()) as {
    marker: { words: string | null };
    tellings: Record<'row' | 'panels' | 'stitches', Told>;
  };

const ROW_NOW = '.row-steps[data-ahead=false]';
/** What is to be done, as bare words in their order: brackets, names of panels and how to look are the page's own. */
const words = (text: string) =>
  text.toLowerCase().match(/\d+|back|front|behind|knits?|purls?|slip|yarn|held|after|more|first|last/g) ?? [];
/** Lines of the screen without what is said of leans, likeness, ropes and the ends of groups. */
async function onScreen(page: Page) {
  await page.waitForSelector(ROW_NOW);
  return page.$eval(ROW_NOW, (shown) => {
    const copy = shown.cloneNode(true) as HTMLElement;
    for (const box of copy.querySelectorAll('[data-testid=group]')) {
      const often = box.firstElementChild as HTMLElement;
      (box.lastElementChild as HTMLElement).textContent = often.textContent;
      often.remove();
    }
    for (const name of copy.querySelectorAll('.panel-cue-name'))
      name.textContent = name.querySelector('.text-ink')?.textContent ?? '';
    for (const part of copy.querySelectorAll('p, .hold, .then')) part.append(' ');
    return copy.textContent ?? '';
  });
}

async function knitWhole(draft: PieceDraft, size: Size) {
  const { address, page, rows } = await cast(draft, size);
  const names = draft.sections
    .flatMap(({ panels }) => panels.map(({ name }) => name))
    .sort((a, b) => b.length - a.length);
  const bare = (line: string) =>
    names
      .reduce((text, name) => text.replace(new RegExp(`^(the rest of )?${name}: `, 'i'), ''), line)
      .replace(/ \((every|ropes?) [^()]*\)\.$/, '.');
  for (let row = 1; row <= rows; row += 1) {
    const { tellings, marker } = await rowOf(address, row);
    const shown = await onScreen(page);
    expect([row, words(shown)]).toEqual([row, words(tellings.row.lines.map(bare).join(' '))]);
    if (marker.words) expect((await textOf(page, '.marker-line')).toLowerCase()).toContain(marker.words);
    await knit(page, 'Space', row);
  }
  await waitForText(page, '.steps', /Every row of the plan is done|Every round of the plan is done/);
}

describe.each([
  ['desk', DESK],
  ['phone', PHONE],
] as const)('knitted whole on a %s', (_, size) => {
  it.each([
    ['120 stitches', WIDE],
    ['in the round', ROUND],
    ['three sections', SECTIONS],
    ['a hat to its crown', hatOf()],
  ])('%s: the screen says what the telling says, row by row', async (__, draft) => {
    await knitWhole(draft, size);
  });
});

describe.each([
  ['desk', DESK, 55],
  ['phone', PHONE, 24],
] as const)('120 stitches on a %s', (_, size, least) => {
  it('the window shows stitches of 10 px and more, follows the row, and goes where it is drawn', async () => {
    const { page } = await cast(WIDE, size);
    await page.waitForSelector('[data-testid=width-strip]');
    const room = () =>
      page.$eval('[data-testid=fabric-room]', (found) => ({
        stitch: Number((found as HTMLElement).dataset.scale),
        across: found.getBoundingClientRect().width / Number((found as HTMLElement).dataset.scale),
      }));
    const stitch = async () => (await room()).stitch;
    expect(await stitch()).toBeGreaterThanOrEqual(10);
    const thumb = '[role=slider]';
    const from = async () =>
      Number(await page.$eval(thumb, (slider) => slider.getAttribute('aria-valuenow')));
    const right = await from();
    expect(right).toBeGreaterThan(30);
    await page.focus(thumb);
    await page.keyboard.press('Home');
    await page.waitForSelector(`${thumb}[aria-valuenow="0"]`);
    expect(await done(page)).toBe(0);
    await page.evaluate(() => (document.activeElement as HTMLElement).blur());
    for (const row of [1, 2]) await knit(page, 'Space', row);
    // Row 3 crosses ten ropes, the first at the right edge: there the window is.
    await page.waitForSelector('[data-testid=width-strip][data-crossings="10"]');
    expect(await from()).toBe(right);
    expect(await textOf(page, '.panel-cues')).toMatch(/every second rope of 20, from the first/);
    expect((await room()).across).toBeGreaterThan(least);
  });
});

it('after More and Escape, Space completes the row again; Escape closes what was put down', async () => {
  const { page } = await cast(SECTIONS, DESK);
  await page.click('[aria-haspopup=menu]');
  await page.waitForSelector('[role=menu]');
  await page.keyboard.press('Escape');
  await until(page, () => !document.querySelector('[role=menu]'));
  await knit(page, 'Space', 1);
  await choose(page, 'What comes');
  await page.waitForSelector('[role=dialog]');
  await page.keyboard.press('Escape');
  await until(page, () => !document.querySelector('[role=dialog]'));
  await page.evaluate(() => (document.activeElement as HTMLElement).blur());
  await page.$$eval('.tools button', (all) => (all[all.length - 1] as HTMLElement).click());
  await page.waitForSelector('.rest-sheet');
  await page.keyboard.press('Escape');
  await until(page, () => !document.querySelector('.rest-sheet'));
});

it('a row that is not there is refused with its place', async () => {
  const { address } = await cast(SECTIONS, DESK);
  const answers = await Promise.all(['0', '25', '3.5', 'x'].map((row) => fetch(`${address}/rows/${row}`)));
  expect(answers.map(({ status }) => status)).toEqual([404, 404, 404, 404]);
  expect(await answers[1]?.text()).toMatch(/The row “25”: Only 1 to 24 is possible here/);
});
