/**
 * Tapping rows off in the real page, on a piece 300 stitches wide: from the key to the painted next row, in frames; script,
 * style and layout as a share of a frame; the heap at row 2000 against row 200.
 */
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import puppeteer, { type Browser, type Page } from 'puppeteer-core';
import { v7 as uuid } from 'uuid';
import { FIRST_LIFE, type JournalEvent } from '@core/journal/events';
import { LOCAL_KNITTER, openDatabase } from '~/db/client.server';
import { appendEvents } from '~/db/journal.server';
import { createPiece } from '~/db/pieces.server';
import { atMost, median, quantile, type Line } from './numbers';
import FLAGS from '../scripts/chromium-flags.json' with { type: 'json' };
import { WIDTH, widePiece } from './wide-piece';

const FRAME_MS = 1000 / 60;
const ROWS = 4000;
const WARM_UP = 10;
const TAPS = 80;
/** A hand that taps as fast as it can, hardly knitting between. */
const BETWEEN_MS = 350;
const EARLY = 200;
const LATE = 2000;

const rowDone = (row: number): JournalEvent => ({
  id: uuid(),
  device: 'bench',
  deviceTime: new Date(Date.UTC(2026, 10, 1) + row * 60_000).toISOString(),
  kind: 'rowDone',
  life: FIRST_LIFE,
  row,
});

class Needles {
  private readonly folder = mkdtempSync(path.join(os.tmpdir(), 'gritch-bench-'));
  private readonly profile = mkdtempSync(path.join(os.tmpdir(), 'gritch-profile-'));
  private child: ChildProcess | null = null;
  private browser: Browser | null = null;
  private address = '';
  private readonly pieces: Record<number, string> = {};

  async start() {
    const db = await openDatabase(this.folder);
    const { draft, plan } = widePiece(ROWS);
    for (const done of [EARLY, LATE]) {
      const id = await createPiece(db, LOCAL_KNITTER, { draft, plan, yarn: 'oat' });
      for (let row = 1; row <= done; row += 200)
        await appendEvents(
          db,
          LOCAL_KNITTER,
          id,
          Array.from({ length: 200 }, (_, i) => rowDone(row + i)),
        );
      this.pieces[done] = id;
    }
    db.$client.close();
    this.child = spawn('node', ['scripts/start.mjs'], {
      env: { ...process.env, NODE_ENV: 'production', HOST: '127.0.0.1', PORT: '0', GRITCH_DATA: this.folder },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    this.address = await new Promise((resolve) => {
      this.child?.stdout?.on('data', (chunk: Buffer) => {
        const found = /http:\/\/\S+/.exec(chunk.toString());
        if (found) resolve(found[0]);
      });
    });
    const face = new URLSearchParams({ intent: 'wrongSide', wrongSide: 'chart' });
    await fetch(`${this.address}/knitter`, { method: 'POST', body: face });
    const executablePath = process.env.CHROMIUM as string;
    this.browser = await puppeteer.launch({ executablePath, userDataDir: this.profile, args: FLAGS });
  }

  async open(done: number): Promise<Page> {
    const page = await (this.browser as Browser).newPage();
    await page.setViewport({ width: 1280, height: 800 });
    await page.evaluateOnNewDocument(() =>
      localStorage.setItem('gritch.prefs', JSON.stringify({ guard: false })),
    );
    await page.goto(`${this.address}/pieces/${this.pieces[done]}`, { waitUntil: 'networkidle2' });
    await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
    return page;
  }

  async stop() {
    await this.browser?.close();
    this.child?.kill('SIGKILL');
    for (const folder of [this.folder, this.profile]) rmSync(folder, { recursive: true, force: true });
  }
}

/** Milliseconds from a key to the frame after the next row was painted. */
const tap = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const from = performance.now();
        window.dispatchEvent(new KeyboardEvent('keydown', { key: 'PageDown', cancelable: true }));
        // A message after the frame's callbacks comes when it has been laid out and painted.
        requestAnimationFrame(() => {
          const { port1, port2 } = new MessageChannel();
          port1.onmessage = () => resolve(performance.now() - from);
          port2.postMessage(null);
        });
      }),
  );

const workOf = async (page: Page) => {
  const { ScriptDuration = 0, LayoutDuration = 0, RecalcStyleDuration = 0 } = await page.metrics();
  return (ScriptDuration + LayoutDuration + RecalcStyleDuration) * 1000;
};

async function tapping(page: Page): Promise<{ times: number[]; work: number[] }> {
  const times: number[] = [];
  const work: number[] = [];
  for (let i = 0; i < WARM_UP + TAPS; i += 1) {
    await new Promise((resolve) => setTimeout(resolve, BETWEEN_MS));
    const before = await workOf(page);
    const time = await tap(page);
    const spent = (await workOf(page)) - before;
    if (i >= WARM_UP) {
      times.push(time);
      work.push(spent);
    }
  }
  return { times, work };
}

async function heapOf(page: Page): Promise<number> {
  const session = await page.createCDPSession();
  await session.send('HeapProfiler.enable');
  for (let i = 0; i < 3; i += 1) await session.send('HeapProfiler.collectGarbage');
  const { JSHeapUsedSize = 0 } = await page.metrics();
  await session.detach();
  return JSHeapUsedSize;
}

export async function tappingLines(): Promise<Line[]> {
  const needles = new Needles();
  try {
    await needles.start();
    const early = await needles.open(EARLY);
    const { times, work } = await tapping(early);
    const heapEarly = await heapOf(early);
    await early.close();
    const late = await needles.open(LATE);
    await tapping(late);
    const heapLate = await heapOf(late);
    return [
      atMost(
        `from a tap to the painted next row (${WIDTH} stitches), 95th percentile, frames`,
        quantile(times, 0.95) / FRAME_MS,
        2,
      ),
      atMost('script, style and layout of a tap, median share of a frame', median(work) / FRAME_MS, 0.5),
      atMost(`heap after collection at row ${LATE} against row ${EARLY}`, heapLate / heapEarly, 1.2),
    ];
  } finally {
    await needles.stop();
  }
}
