/**
 * One worker's place of work: a browser and a server that live as long as the run. Test files ask it over HTTP for an
 * empty bench, or for the demo's; the server is then closed and begun again on a new data folder, within this process.
 */
import { execFile } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import os from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
import puppeteer from 'puppeteer-core';
import { FLAGS } from '../scripts/chromium.mjs';
import { serve } from '../scripts/serve.mjs';

/** Tabs of one bench share a process, as a phone's do: the next one finds the scripts compiled. */
const ONE_PROCESS = '--process-per-site';

const root = mkdtempSync(path.join(os.tmpdir(), 'gritch-e2e-'));
const browser = await puppeteer.launch({
  executablePath: process.env.CHROMIUM,
  userDataDir: path.join(root, 'profile'),
  args: [...FLAGS, ONE_PROCESS],
  handleSIGINT: false,
  handleSIGTERM: false,
  handleSIGHUP: false,
});

let bench = null;
let laid = 0;

/** A new data folder behind a new server; the one before is closed, its data removed. */
async function lay(demo) {
  await bench?.running.close();
  if (bench) rmSync(bench.folder, { recursive: true, force: true });
  const folder = path.join(root, `data-${(laid += 1)}`);
  if (demo)
    await promisify(execFile)(process.execPath, ['build/tools/seed.mjs'], {
      env: { ...process.env, GRITCH_DATA: folder },
    });
  bench = { folder, running: await serve(folder) };
  return { address: bench.running.address, folder };
}

const control = createServer((request, response) => {
  lay(request.url === '/demo').then(
    (answer) => response.end(JSON.stringify(answer)),
    (error) => response.writeHead(500).end(String(error?.stack ?? error)),
  );
});
control.listen(0, '127.0.0.1', () => {
  const { port } = control.address();
  process.send?.({ control: `http://127.0.0.1:${port}`, browser: browser.wsEndpoint() });
});

let closing = false;
async function close() {
  if (closing) return;
  closing = true;
  control.close();
  await Promise.allSettled([browser.close(), bench?.running.close()]);
  // A browser that was interrupted may still write for a moment.
  rmSync(root, { recursive: true, force: true, maxRetries: 10, retryDelay: 100 });
  process.exit(0);
}
process.on('message', () => void close());
// The run that began this has ended, however it did.
for (const end of ['disconnect', 'SIGINT', 'SIGTERM', 'SIGHUP']) process.on(end, () => void close());
