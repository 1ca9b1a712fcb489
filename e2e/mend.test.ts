/** Put it right, through the real interface: several faults in one plan, led through strand by strand, on desk and phone. */
import type { Page } from 'puppeteer-core';
import { checkDraft, panelDraft, type PieceDraft } from '@core/draft/draft';
import { otherLean, type Deviation } from '@core/piece/deviation';
import { crossingAt } from '@core/repair/plan';
import { pieceRow, wale } from '@core/indices';
import { outcome } from '@core/testing/mending';
import { readMending } from '../app/testing/mend-reader';
import {
  DESK,
  openAnother,
  PHONE,
  press,
  pressAway,
  reload,
  textOf,
  waitForText,
  type Size,
} from './helpers/browser';
import { evening } from './helpers/evening';
import {
  beginRepair,
  isRepairOffered,
  ledThrough,
  noRepairLeft,
  repairOffered,
  stepDone,
  stepNow,
  waitForStep,
} from './helpers/mending';
import {
  atNeedles,
  complete,
  markOdd,
  oddOnes,
  saved,
  touchCrossing,
  waitForDone,
  waitForOdd,
} from './helpers/needles';
import { entry, flatPiece, garterEdge, shelfRows, tell } from './helpers/pieces';

const tonight = evening();

/** A braid that spreads and a rope that does not, between garter edges. */
const bolster = (name: string): PieceDraft =>
  flatPiece(name, 40, [
    garterEdge('edge', 'edge', 3),
    panelDraft('braid', 'tide-mill braid', shelfRows('braid-3')),
    panelDraft('rope', 'eel rope', shelfRows('rope-4')),
  ]);
const DONE = 17;

function faultsOf(
  draft: PieceDraft,
  places: readonly (readonly [panel: string, row: number, wale: number])[],
) {
  const checked = checkDraft(draft);
  if (!checked.ok) throw new Error(JSON.stringify(checked.error));
  const { sheet } = checked.value;
  const faults = places.map(([panel, row, at]): Deviation => {
    const plan = crossingAt(sheet, row, panel, at);
    if (!plan) throw new Error(`no crossing in ${panel} ${row} at ${at}`);
    return { pieceRow: pieceRow(row), panel, wale: wale(at), made: otherLean(plan.cell) };
  });
  return { sheet, faults };
}

const bolsterAt = (name: string, rows: number, size?: Size) =>
  atNeedles(tonight, bolster(name), { rows, size });

describe.each([
  ['desk', DESK],
  ['phone', PHONE],
] as const)('two odd crossings, on a %s', (name, size) => {
  /** Marked on the fabric; which they are. */
  async function bothMarked() {
    const page = await bolsterAt(`Bolster ${name}`, DONE, size);
    if (size === PHONE) await press(page, 'Look around the fabric');
    const places = [await markOdd(page, 'braid', 5), await markOdd(page, 'rope', 11)];
    if (size === PHONE) await press(page, 'Back');
    return { page, places };
  }
  /** The repair begun, so many steps done. */
  async function underWay(steps: number) {
    const { page, places } = await bothMarked();
    await press(page, 'Put it right');
    await beginRepair(page);
    return { page, places, words: await ledThrough(page, steps) };
  }

  it('are marked, and are one plan of two ladders in working order', async () => {
    const { page } = await bothMarked();
    await repairOffered(page, /2 crossings marked as wrong/);
    await press(page, 'Put it right');
    await waitForText(page, '[role=dialog]', /2 ladders, one after the other/);
    const heads = await page.$$eval('[role=dialog] h3', (all) => all.map((one) => one.textContent));
    expect(heads).toEqual(['1. Eel rope, row 11', '2. Tide-mill braid, row 5']);
  });

  it('the work can be put down in the midst; a step is taken back and done again', async () => {
    const { page, words } = await underWay(6);
    const here = await stepNow(page);
    await press(page, 'Pause');
    await saved(page);
    await reload(page);
    await repairOffered(page, /under way, at step 7/);
    await press(page, 'Go on with it');
    expect(await stepNow(page)).toBe(here);
    await press(page, 'Back');
    await waitForStep(page, new RegExp(words[5]?.slice(0, 12) ?? ''));
    await stepDone(page);
    expect(await stepNow(page)).toBe(here);
  });

  it('what the screen has said, done literally, leaves the charted fabric; the marks are gone and it is kept how', async () => {
    const { page, places, words } = await underWay(Infinity);
    const { sheet, faults } = faultsOf(bolster(name), places);
    const ends = (lines: readonly string[]) =>
      outcome(sheet, faults, { done: DONE, worked: 0 }, 'right', readMending(lines));
    expect(ends(words)).toBe('mended');
    // Spoilt by one strand it does not.
    const strand = words.findIndex((line) => line.startsWith('Strand 2'));
    expect(ends(words.filter((_, i) => i !== strand))).not.toBe('mended');
    await press(page, 'It is mended');
    await noRepairLeft(page);
    expect(await oddOnes(page)).toEqual([]);
    await saved(page);
    await pressAway(page, 'Logbook');
    await waitForText(page, 'main', /A crossing put right, let down and worked up again/);
    await waitForText(page, 'main', /Began to put 2 crossings right after row 17/);
    const repairs = await textOf(page, '[aria-label="Crossings that went wrong"]');
    expect(repairs).toMatch(
      /Tide-mill braid, row 5 · found on .* · put right, let down and worked up again, in (less than a minute|\d+ minutes?)/,
    );
    expect(repairs).toMatch(/Tide-mill braid: 1 of 5 crossings\. Eel rope: 1 of 4 crossings\./);
  });
});

describe('a repair under way, paused', () => {
  /** Five steps into putting one crossing of the rope right. */
  async function paused(): Promise<Page> {
    const page = await bolsterAt('Two devices', DONE);
    await markOdd(page, 'rope', 11);
    await press(page, 'Put it right');
    await beginRepair(page);
    await ledThrough(page, 5);
    await press(page, 'Pause');
    await saved(page);
    return page;
  }
  /** It goes on where it was, and says nothing of a change. */
  async function goesOn(page: Page) {
    await press(page, 'Go on with it');
    expect(await stepNow(page)).toMatch(/^Pull row/);
    expect(await textOf(page, '[role=dialog]')).not.toMatch(/have changed/);
  }

  it('another device is told that it does not know how far it is, and can be told', async () => {
    const page = await paused();
    const elsewhere = await openAnother();
    const other = await elsewhere.open(page.url(), PHONE);
    await repairOffered(other, /begun on another device/);
    await press(other, 'Go on with it');
    await waitForText(other, '[role=dialog]', /only your hands know/);
    await press(other, 'All steps');
    await other.waitForSelector('[role=dialog] ol button');
    await other.$$eval('[role=dialog] ol button', (all) =>
      (all.find((one) => /^Strand 1 /.test(one.textContent ?? '')) as HTMLElement).click(),
    );
    await waitForStep(other, /^Strand 1 /);
    expect(await textOf(other, '[role=dialog]')).not.toMatch(/only your hands know/);
    await elsewhere.close();
  });

  it('a row that is counted in the midst of it leaves the steps as they were', async () => {
    const page = await paused();
    await complete(page, DONE + 1);
    await goesOn(page);
  });

  it('a mark that is made meanwhile, of a crossing that is let down anyway, goes with it', async () => {
    const page = await paused();
    await markOdd(page, 'rope', 15);
    await goesOn(page);
  });

  it('another plan meanwhile is said, and the steps are worked out anew', async () => {
    const page = await paused();
    const change = { kind: 'panelRowSet', panel: 'rope', from: DONE + 1, position: 0, since: 13 };
    await tell(tonight.address, new URL(page.url()).pathname, [entry(change)]);
    await reload(page);
    await press(page, 'Go on with it');
    await waitForText(page, '[role=dialog]', /have changed, and its steps with them/);
  });
});

describe('the ways to deal with it', () => {
  /** The bolster with a stretch of plain stitches beside it, so that whole rows are long. */
  const wide = (name: string): PieceDraft => {
    const draft = bolster(name);
    const [body] = draft.sections as [PieceDraft['sections'][number]];
    const plain = panelDraft('plain', 'plain', shelfRows('stockinette'), { repeats: 90 });
    return { ...draft, sections: [{ ...body, panels: [...body.panels, plain] }] };
  };
  const waitForWay = (page: Page, way: string, words: RegExp) =>
    waitForText(page, `[aria-label="${way}"]`, words);
  const best = (page: Page) => textOf(page, '[aria-label="The way to take"]');
  const odd = async (page: Page, row: number) => {
    const mark = await page.waitForSelector(`[data-crossing^="rope:${row}:"]`);
    await mark?.evaluate((found) => (found as SVGElement).focus());
    await page.keyboard.press('Enter');
    await press(page, 'It leans left');
    await page.waitForSelector('[aria-label="The way to take"]');
  };

  it('on a wide piece the ladder is the way to take, with its reason; others cost what they cost, or cannot be', async () => {
    const page = await atNeedles(tonight, wide('Wide'), { rows: 18 });
    await odd(page, 11);
    expect(await best(page)).toMatch(
      /Let down and work up again 32 stitches in 8 rows · about \d+ minutes .* Only these stitches are worked again, not whole rows: about 9 minutes instead of \d+/,
    );
    await press(page, 'Other ways');
    await waitForWay(page, 'Rip back', /to row 10: 8 rows, 8\d\d stitches/);
    await waitForWay(page, 'Unpick back to it', /It lies 8 rows back/);
    await waitForWay(page, 'Cut and graft', /nothing is cut/);
    await press(page, 'If you find it later');
    await waitForText(page, '.side-sheet', /After this row: 9 strands, 36 stitches/);
    await press(page, 'What may be offered');
    await press(page, 'Nothing is ever cut');
    await page.waitForSelector('aria/It is grafted');
  });

  it('what is left as it lies is written down and asked about no more; it can still be mended', async () => {
    const page = await atNeedles(tonight, wide('Left'), { rows: 18, size: PHONE });
    await press(page, 'Look around the fabric');
    await odd(page, 11);
    await press(page, 'Other ways');
    await press(page, 'Leave it as it lies');
    await press(page, 'Back');
    await noRepairLeft(page);
    await saved(page);
    await reload(page);
    expect(await isRepairOffered(page)).toBe(false);
    await press(page, 'Look around the fabric');
    await touchCrossing(page, 11, 'rope');
    await waitForText(page, '.side-sheet', /Marked: leans left instead; left as it lies/);
    await press(page, 'Put it right, step by step');
    await page.waitForSelector('aria/Lead me through it');
  });

  it('made a feature, the cue crosses it so from the next time on; taken back, as charted', async () => {
    const page = await bolsterAt('Feature', 18);
    await waitForText(page, 'main', /2 to the BACK leans right/);
    await odd(page, 11);
    await press(page, 'Other ways');
    await waitForWay(page, 'Make it a feature', /the same way from row 19 on/);
    await press(page, 'Cross it so from now on');
    await waitForText(page, 'main', /2 to the FRONT leans left/);
    await saved(page);
    await reload(page);
    await waitForText(page, 'main', /2 to the FRONT leans left/);
    await touchCrossing(page, 11, 'rope');
    await waitForText(page, '.side-sheet', /leans left instead; a feature/);
    await press(page, 'Other ways');
    await press(page, 'Put it right, step by step');
    await press(page, 'Close');
    await waitForText(page, 'main', /2 to the BACK leans right/);
  });

  it('a row just finished is unpicked: the journal follows, and the mark is gone with its row', async () => {
    const page = await bolsterAt('Unpicked', 15);
    await odd(page, 15);
    await press(page, 'Other ways');
    await press(page, 'Unpicked: row 15 is in hand');
    await waitForDone(page, 14);
    expect(await oddOnes(page)).toEqual([]);
  });

  it('a finished piece is sewn over: nothing is put back on a needle', async () => {
    const page = await bolsterAt('Finished', 40);
    await odd(page, 31);
    expect(await best(page)).toMatch(/Sew over it/);
    await press(page, 'Other ways');
    await waitForWay(page, 'Let down and work up again', /bound off/);
    expect(await textOf(page, '.side-sheet')).not.toMatch(/back on the needle|off the needle/);
    await press(page, 'Stitch by stitch');
    const sewn = await page.$$eval('[data-testid=sew-steps] li', (all) => all.map((one) => one.textContent));
    expect(sewn).toEqual([
      'Row 31: out at the foot of stitch 3, behind both legs of stitch 1 in row 32, in at the same foot.',
      'Row 30: out at the foot of stitch 3, behind both legs just sewn, in at the same foot.',
      'Row 31: out at the foot of stitch 4, behind both legs of stitch 2 in row 32, in at the same foot.',
      'Row 30: out at the foot of stitch 4, behind both legs just sewn, in at the same foot.',
    ]);
    await page.waitForSelector('[data-testid=shown-figure]');
    const figures = await page.$$eval('[data-testid=shown-figure]', (all) =>
      all.map((one) => one.textContent),
    );
    expect(figures).toEqual(['1', '2', '3', '4']);
    await press(page, 'It is sewn over');
    await waitForOdd(page, 0);
  });
});
