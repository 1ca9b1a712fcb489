/**
 * The fabric on canvas: the first paint of about 7,000 stitches against as many plain drawImage calls, layout of one more
 * row, and drawing a piece along in the real page, large and with all of it in sight.
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { Page } from 'puppeteer-core';
import { clothOf } from '@core/fabric/cloth';
import { made, remembering } from '@core/piece/worksheet';
import { startApp, type RunningApp } from '../e2e/helpers/app';
import { openBrowser, type Device } from '../e2e/helpers/browser';
import { setUp } from '../e2e/helpers/pieces';
import { atMost, median, quantile, type Line } from './numbers';
import { widePiece } from './wide-piece';

const FRAME_MS = 1000 / 60;
const ROWS = 600;
const WIDE = widePiece(ROWS);

/** Rows are known before they are laid out, as at the needles: it is the layout that is measured. */
function layoutOfARow(): number {
  const sheet = remembering(WIDE.sheet);
  for (let row = 1; row <= ROWS; row += 1) made(sheet, row);
  const spent: number[] = [];
  for (let run = 0; run < 3; run += 1) {
    const cloth = clothOf(sheet, 'RS');
    const from = performance.now();
    for (let row = 1; row <= ROWS / 3; row += 1) cloth.shapesOf(row);
    spent.push((performance.now() - from) / (ROWS / 3));
  }
  return median(spent);
}

/** The painter as a script for a page of its own. */
function painterScript(): string {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'gritch-painter-'));
  const outfile = path.join(folder, 'painter.js');
  execFileSync(
    'npx',
    [
      'esbuild',
      path.join('bench', 'painter.ts'),
      '--bundle',
      '--format=iife',
      `--outfile=${outfile}`,
      '--log-level=error',
    ],
    { stdio: 'ignore' },
  );
  const script = readFileSync(outfile, 'utf8');
  rmSync(folder, { recursive: true });
  return script;
}

/** In the page: first paint of packed rows, and as many plain drawImage calls. */
async function paintRatio(chromium: Device): Promise<number> {
  const page = await chromium.context.newPage();
  await page.setViewport({ width: 1280, height: 800 });
  await page.addScriptTag({ content: painterScript() });
  const ratios: number[] = [];
  for (let run = 0; run < 9; run += 1)
    ratios.push(await page.evaluate(() => (window as unknown as { paintRatio: () => number }).paintRatio()));
  await page.close();
  return median(ratios);
}

/** Milliseconds from one frame to the next while the fabric is drawn along, a wheel's notch a frame. */
const drawnAlong = (page: Page, deltaX: number, deltaY: number) =>
  page.evaluate(
    (x, y) =>
      new Promise<number[]>((resolve) => {
        const room = document.querySelector('[data-testid=fabric-room]');
        const times: number[] = [];
        let before = 0;
        const step = (now: number) => {
          if (before > 0) times.push(now - before);
          before = now;
          if (times.length >= 120) return resolve(times);
          const [dx, dy] = times.length < 60 ? [x, y] : [-x, -y];
          room?.dispatchEvent(
            new WheelEvent('wheel', { deltaX: dx, deltaY: dy, cancelable: true, bubbles: true }),
          );
          requestAnimationFrame(step);
        };
        requestAnimationFrame(step);
      }),
    deltaX,
    deltaY,
  );

const painted = (page: Page) =>
  page.waitForFunction(
    () => {
      const host = document.querySelector<HTMLElement>('[data-testid=fabric-tiles]');
      const room = document.querySelector<HTMLElement>('[data-testid=fabric-room]');
      const scale = Number(host?.dataset.painted?.split(' ')[1] ?? 0);
      return Math.abs(scale - Number(room?.dataset.scale)) < 0.01;
    },
    { timeout: 60_000 },
  );

async function panning(app: RunningApp, chromium: Device): Promise<{ near: number; whole: number }> {
  const { path: at } = await setUp(app.address, WIDE.draft);
  const page = await chromium.open(`${app.address}${at}`);
  await painted(page);
  const near = await drawnAlong(page, 6, -10);
  await page.click('[aria-label="The whole piece"]');
  await painted(page);
  const whole = await drawnAlong(page, 4, 4);
  await page.close();
  return { near: quantile(near, 0.95), whole: quantile(whole, 0.95) };
}

export async function fabric(): Promise<Line[]> {
  const row = layoutOfARow();
  const app = await startApp();
  const chromium = await openBrowser();
  try {
    const ratio = await paintRatio(chromium);
    const { near, whole } = await panning(app, chromium);
    return [
      atMost('first paint of 7,000 stitches at 12 px against as many drawImage calls', ratio, 6),
      atMost('layout and shapes of one more row of 300 stitches, frames', row / FRAME_MS, 0.25),
      atMost(
        'a step of drawing 300 x 600 along, 10 px a stitch, 95th percentile, frames',
        near / FRAME_MS,
        1.05,
      ),
      atMost('the same with the whole piece in sight', whole / FRAME_MS, 1.05),
    ];
  } finally {
    await chromium.close();
    await app.stop();
  }
}
