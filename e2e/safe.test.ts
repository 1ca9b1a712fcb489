/** What is damaged, put into the bin, taken away and brought back, through the real screens. */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { ElementHandle, Page } from 'puppeteer-core';
import { openDatabase } from '../app/db/client.server';
import { startApp, type RunningApp } from './helpers/app';
import { press, textOf, until, visit, waitForText } from './helpers/browser';
import { download } from './helpers/downloads';
import { evening } from './helpers/evening';
import { choose, complete, done, needlesOpen, putBy, saved, waitForSaving } from './helpers/needles';
import { setUpAt, sixRowRope } from './helpers/pieces';

let app: RunningApp;
const downloads = mkdtempSync(path.join(os.tmpdir(), 'gritch-downloads-'));
beforeAll(async () => {
  app = await startApp({ demo: true });
});
afterEach(() => app.revive());
afterAll(async () => {
  await app?.close();
  rmSync(downloads, { recursive: true, force: true });
});
// Pages that are rightly not there, or damaged, and a server that was stopped, are reported by the browser itself.
const tonight = evening({ bench: () => app, complaints: /status (?:of )?(404|409|422)|ERR_CONNECTION/ });
let page: Page;
beforeEach(async () => {
  page = await tonight.open();
});

const toBench = () => visit(page, app.address);
const names = () =>
  page.$$eval('.bench-piece h2', (found) => found.map((h2) => (h2 as HTMLElement).innerText));
const downloaded = (name: string) => download(tonight.device, downloads, () => press(page, name));
const FORM = { 'content-type': 'application/x-www-form-urlencoded' };
const post = (to: string, body?: string) =>
  fetch(`${app.address}${to}`, { method: 'POST', headers: FORM, redirect: 'manual', ...(body && { body }) });
const intend = (intent: string, at: string) => post('/safe', `intent=${intent}&piece=${at.split('/').pop()}`);
/** A piece of its own on the bench, with twelve rows done; its path. */
const piece = (name: string) => setUpAt(app.address, sixRowRope(name), 12);
/** Put into the bin and thrown away. */
async function gone(at: string) {
  await post(`${at}/remove`);
  await intend('destroy', at);
}

async function give(label: string, file: string) {
  const input = await page.waitForSelector(`input[aria-label="${label}"]`);
  await (input as ElementHandle<HTMLInputElement>).uploadFile(file);
}

describe('the bin', () => {
  it('takes a piece from its own menu, says what goes, and gives it back with its unsent rows', async () => {
    const at = await piece('Eel-weir cushion');
    await toBench();
    const all = await names();
    await visit(page, `${app.address}${at}`);
    await choose(page, 'Put into the bin');
    await waitForText(page, 'main', /Its plan and its journal of \d+ entr/);
    await press(page, 'Put it into the bin');
    await waitForText(page, 'main', /30 days left/);
    await toBench();
    expect(await names()).toEqual(all.filter((one) => one !== 'Eel-weir cushion'));

    const other = await tonight.device.context.newPage();
    expect((await other.goto(`${app.address}${at}`))?.status()).toBe(404);
    expect(await other.evaluate(() => document.body.innerText)).toContain('Kept safe');
    await other.close();

    await press(page, 'Kept safe');
    await waitForText(page, 'main', /Eel-weir cushion/);
    await press(page, 'Back to the bench');
    await waitForText(page, 'main', /Nothing lies in it/);
    await toBench();
    expect([...(await names())].sort()).toEqual([...all].sort());
    await visit(page, `${app.address}${at}`);
    expect(await done(page)).toBe(12);
  });

  it('meets a device that knits on: its rows wait, and go in when the piece is back', async () => {
    const at = await piece('Withy-bed stole');
    await visit(page, `${app.address}${at}`);
    await putBy(page);
    await post(`${at}/remove`);
    await complete(page, 13);
    await waitForSaving(page, /1 entry kept on this device, not let in yet/);
    await intend('take-out', at);
    await saved(page);
  });
});

describe('everything', () => {
  it('is taken away as one archive, and comes back on another bench', async () => {
    const all = await names();
    await visit(page, `${app.address}/safe`);
    const archive = await downloaded('Take everything away');
    expect(archive).toMatch(/gritch-\d{4}-\d\d-\d\d\.zip$/);
    const second = await startApp();
    try {
      await visit(page, `${second.address}/safe`);
      await give('Archive', archive);
      const back = new RegExp(`${all.length} pieces and \\d+ patterns are back`);
      await waitForText(page, 'main', back);
      await visit(page, second.address);
      expect(await names()).toEqual(all);
      await visit(page, `${second.address}/safe`);
      await give('Archive', archive);
      await waitForText(page, 'main', /Nothing in it was missing here\. Here already/);
    } finally {
      await second.close();
    }
  });
  it('that is no archive is said to be none', async () => {
    const wrong = path.join(downloads, 'shopping.zip');
    writeFileSync(wrong, 'eggs, oat yarn');
    await visit(page, `${app.address}/safe`);
    await give('Archive', wrong);
    await waitForText(page, '[role=alert]', /no archive, or it is damaged/);
  });
});

describe('a damaged piece', () => {
  /** The tenth entry of a piece of its own is cut short on the disk, and so is the oldest pattern, if she wishes. */
  async function damaged(name: string, { pattern = false } = {}): Promise<string> {
    const at = await piece(name);
    await app.stop();
    const db = await openDatabase(app.folder);
    await db.$client.execute({
      sql: `update events set body = '{"id":' where piece_id = ? and seq = 10`,
      args: [at.split('/').pop() ?? ''],
    });
    // Glances that are kept still show the piece as it was; a newer build works them out again.
    await db.$client.execute('delete from glances');
    if (pattern)
      await db.$client.execute(
        `update patterns set body = '{' where rowid = (select min(rowid) from patterns)`,
      );
    db.$client.close();
    await app.restart();
    return at;
  }

  it('takes no other down, says what is wrong, and gives what can be read', async () => {
    const all = await names();
    const at = await damaged('Fen-edge mat', { pattern: true });
    await toBench();
    // From a server that takes long to be back the bench is first shown as it was put by.
    for (let tries = 0; tries < 5 && !(await names()).includes('Fen-edge mat'); tries += 1) await toBench();
    expect([...(await names())].sort()).toEqual([...all, 'Fen-edge mat'].sort());
    // Its line is read when it comes near.
    await page.$$eval('.bench-piece h2', (found) =>
      found.find((h2) => h2.textContent === 'Fen-edge mat')?.scrollIntoView(),
    );
    await waitForText(page, 'main', /damaged .*1 entry of its journal cannot be read: number 10/);
    const ends = ['/logbook', '/sheet', '/paper', '/plan', '/split', '/file', '/events', '/rows/1'];
    for (const end of ['', ...ends]) expect((await fetch(app.address + at + end)).status).toBe(422);
    await page.goto(`${app.address}${at}`, { waitUntil: 'load' });
    expect(await textOf(page, 'main')).toContain('1 entry of its journal cannot be read');
    const file = await downloaded('Save what can be read');
    const stored = JSON.parse(readFileSync(await downloaded('Save it as it is stored'), 'utf8')) as {
      entries: unknown[];
    };
    const { journal } = JSON.parse(readFileSync(file, 'utf8')) as { journal: unknown[] };
    expect(journal.length).toBe(stored.entries.length - 1);

    await toBench();
    await give('Piece file', file);
    await needlesOpen(page);
    expect(await done(page)).toBeGreaterThan(0);
    const readAgain = new URL(page.url()).pathname;

    await visit(page, `${app.address}/patterns`);
    await waitForText(page, '[role=alert]', /is damaged and cannot be read/);
    await press(page, 'Throw it away');
    await until(page, () => !document.querySelector('[role=alert]'));
    expect(app.said()).not.toContain('"level":"error"');
    for (const one of [at, readAgain]) await gone(one);
  });
  it('goes into the bin like any other', async () => {
    const at = await damaged('Dyke-side runner');
    await visit(page, `${app.address}${at}/remove`);
    await press(page, 'Put it into the bin');
    await waitForText(page, 'main', /30 days left/);
    await press(page, 'Throw away now');
    await press(page, 'Throw it away');
    await waitForText(page, 'main', /Nothing lies in it/);
  });
});
