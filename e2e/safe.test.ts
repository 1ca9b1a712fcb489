/** What is damaged, put into the bin, taken away and brought back, through the real screens. */
import { readFileSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { ElementHandle, Page } from 'puppeteer-core';
import { openDatabase } from '../app/db/client.server';
import { startApp, type RunningApp } from './helpers/app';
import { openDevice, press, textOf, visit, waitForText, type Device } from './helpers/browser';
import { download } from './helpers/downloads';
import { choose, complete, done, saved } from './helpers/journeys';

let app: RunningApp;
let chromium: Device;
let page: Page;
const downloads = mkdtempSync(path.join(os.tmpdir(), 'gritch-downloads-'));

beforeAll(async () => {
  app = await startApp({ demo: true });
  chromium = await openDevice();
  page = await chromium.open(app.address);
});
afterAll(async () => {
  await chromium?.close();
  await app?.close();
  rmSync(downloads, { recursive: true, force: true });
});

const bench = () => visit(page, app.address);
const names = () =>
  page.$$eval('.bench-piece h2', (found) => found.map((h2) => (h2 as HTMLElement).innerText));
const linkTo = (name: string) =>
  page.$$eval(
    '.bench-link',
    (found, wanted) =>
      (found as HTMLAnchorElement[]).find((a) => a.querySelector('h2')?.textContent === wanted)?.href ?? '',
    name,
  );
const downloaded = (name: string) => download(chromium, downloads, () => press(page, name));

async function give(label: string, file: string) {
  const input = await page.waitForSelector(`input[aria-label="${label}"]`);
  await (input as ElementHandle<HTMLInputElement>).uploadFile(file);
}

describe('the bin', () => {
  it('takes a piece from its own menu, says what goes, and gives it back with its unsent rows', async () => {
    await bench();
    const all = await names();
    const [, , name = ''] = all;
    const at = await linkTo(name);
    await visit(page, at);
    const rows = await done(page);
    await choose(page, 'Put into the bin');
    await waitForText(page, 'main', /Its plan and its journal of \d+ entr/);
    await press(page, 'Put it into the bin');
    await waitForText(page, 'main', /30 days left/);
    await bench();
    expect(await names()).toEqual(all.filter((one) => one !== name));

    const other = await chromium.context.newPage();
    expect((await other.goto(at))?.status()).toBe(404);
    expect(await other.evaluate(() => document.body.innerText)).toContain('Kept safe');
    await other.close();

    await press(page, 'Kept safe');
    await waitForText(page, 'main', new RegExp(name));
    await press(page, 'Back to the bench');
    await waitForText(page, 'main', /Nothing lies in it/);
    await bench();
    expect(await names()).toEqual(all);
    await visit(page, at);
    expect(await done(page)).toBe(rows);
  });

  it('meets a device that knits on: its rows wait, and go in when the piece is back', async () => {
    await bench();
    const [, , name = ''] = await names();
    const at = await linkTo(name);
    await visit(page, at);
    const rows = await done(page);
    const id = at.split('/').pop() ?? '';
    const form = { 'content-type': 'application/x-www-form-urlencoded' };
    await fetch(`${at}/remove`, { method: 'POST', headers: form, redirect: 'manual' });
    await complete(page, rows + 1);
    await waitForText(page, '[data-testid=saving]', /1 entry kept on this device, not let in yet/);
    await fetch(`${app.address}/safe`, {
      method: 'POST',
      headers: form,
      body: `intent=take-out&piece=${id}`,
    });
    await saved(page);
  });
});

describe('everything', () => {
  it('is taken away as one archive, and comes back on another bench', async () => {
    await bench();
    const all = await names();
    await visit(page, `${app.address}/safe`);
    const archive = await downloaded('Take everything away');
    expect(archive).toMatch(/gritch-\d{4}-\d\d-\d\d\.zip$/);
    const second = await startApp();
    try {
      await visit(page, `${second.address}/safe`);
      await give('Archive', archive);
      await waitForText(page, '[data-testid=brought]', /5 pieces and \d+ patterns are back/);
      await visit(page, second.address);
      expect(await names()).toEqual(all);
      await visit(page, `${second.address}/safe`);
      await give('Archive', archive);
      await waitForText(page, '[data-testid=brought]', /Nothing in it was missing here\. Here already/);
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
  it('takes no other down, says what is wrong, and gives what can be read', async () => {
    await bench();
    const all = await names();
    const name = all[0] ?? '';
    const at = await linkTo(name);
    const id = at.split('/').pop() ?? '';
    await app.stop();
    const db = await openDatabase(app.folder);
    await db.$client.execute({
      sql: `update events set body = '{"id":' where piece_id = ? and seq = 10`,
      args: [id],
    });
    // Glances that are kept still show the piece as it was; a newer build works them out again.
    await db.$client.execute('delete from glances');
    await db.$client.execute(
      `update patterns set body = '{' where rowid = (select min(rowid) from patterns)`,
    );
    db.$client.close();
    await app.restart();

    await bench();
    expect(await names()).toEqual(all);
    await waitForText(page, '.bench-piece', /damaged .*1 entry of its journal cannot be read: number 10/);
    const answer = await fetch(at);
    expect(answer.status).toBe(422);
    for (const end of ['/logbook', '/sheet', '/paper', '/plan', '/split', '/file', '/events', '/rows/1'])
      expect((await fetch(at + end)).status).toBe(422);
    await page.goto(at, { waitUntil: 'load' });
    expect(await textOf(page, 'main')).toContain('1 entry of its journal cannot be read');
    const file = await downloaded('Save what can be read');
    const stored = JSON.parse(readFileSync(await downloaded('Save it as it is stored'), 'utf8')) as {
      entries: unknown[];
    };
    const { journal } = JSON.parse(readFileSync(file, 'utf8')) as { journal: unknown[] };
    expect(journal.length).toBe(stored.entries.length - 1);

    await bench();
    await give('Piece file', file);
    await page.waitForSelector('[data-testid=working-row]');
    expect(await done(page)).toBeGreaterThan(0);

    await visit(page, `${app.address}/patterns`);
    await waitForText(page, '[role=alert]', /is damaged and cannot be read/);
    await press(page, 'Throw it away');
    await page.waitForFunction(() => !document.querySelector('[role=alert]'));
    expect(app.said()).not.toContain('"level":"error"');
  });
  it('goes into the bin like any other', async () => {
    await bench();
    const [name = ''] = await names();
    const at = await linkTo(name);
    await visit(page, `${at}/remove`);
    await press(page, 'Put it into the bin');
    await waitForText(page, 'main', /30 days left/);
    await press(page, 'Throw away now');
    await press(page, 'Throw it away');
    await waitForText(page, 'main', /Nothing lies in it/);
  });
});

it('nothing of all this was an error in the browser', () => {
  // Pages that are rightly not there, or damaged, and a server that was stopped, are reported by the browser itself.
  expect(
    chromium.troubles.filter((trouble) => !/status (?:of )?(404|409|422)|ERR_CONNECTION/.test(trouble)),
  ).toEqual([]);
});
