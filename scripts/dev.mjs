/**
 * `npm run dev`: the real server's doors before the sources themselves, which are loaded anew when they change: screens in the
 * open page, server and core with the next request. The data folder is its own, laid out with the demo's pieces when it is
 * new; `npm run dev -- --fresh` lays it out anew.
 */
import fs from 'node:fs';
import { createServer } from 'node:http';
import path from 'node:path';
import { installPackages, ROOT } from './prepare.mjs';
import { wantedPort } from './serve.mjs';

installPackages();
process.chdir(ROOT);
process.env.NODE_ENV = 'development';
process.env.GRITCH_LOG ??= 'warn';
const host = process.env.HOST || '127.0.0.1';
const port = wantedPort(4322);
const folder = (process.env.GRITCH_DATA = path.resolve(ROOT, process.env.GRITCH_DATA || '.cache/dev'));
const MARK = path.join(folder, 'this-is-workshop-data');

const server = createServer((request, response) => void answer(request, response));
const { createServer: createVite } = await import('vite');
const vite = await createVite({
  appType: 'custom',
  // Who may ask is decided at the real server's doors.
  server: { middlewareMode: true, hmr: { server }, allowedHosts: true },
});
const load = (file) => vite.ssrLoadModule(file);

let made = null;
let app = null;
/** The application as its sources stand now. */
async function answer(request, response) {
  try {
    const { application } = await load('/server/app.ts');
    if (application !== made) [made, app] = [application, application(process.env, vite.middlewares)];
    app(request, response);
  } catch (error) {
    vite.ssrFixStacktrace(error);
    console.error(error);
    response.statusCode = 500;
    response.end(`${error.stack}\n\nMend it and ask again; the server goes on.`);
  }
}

/** Only a folder that is new or was laid out here is written to. */
async function layOut() {
  const names = fs.readdirSync(folder).filter((name) => !name.startsWith('gritch.lock'));
  if (names.length > 0 && !fs.existsSync(MARK))
    throw new Error(
      `${folder} holds data that is not the workshop's. Choose another folder with GRITCH_DATA.`,
    );
  if (names.length > 0 && !process.argv.includes('--fresh')) return;
  for (const name of names) fs.rmSync(path.join(folder, name), { recursive: true });
  fs.writeFileSync(MARK, '');
  console.log('Laying out the demo’s pieces …');
  await load('/demo/seed.ts');
}

const listening = () =>
  new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, host, resolve);
  });

try {
  await listening();
  const { openFolder } = await load('/app/db/folder/open.ts');
  const { close, hold } = await openFolder(folder, layOut);
  const address = `http://${host}:${server.address().port}`;
  hold.sayAddress(address);
  console.log(`Gritch, as its sources stand, is on: ${address}`);
  console.log(
    'Its data: %s. The service worker is off: what needs it (offline) is tried with npm run demo.',
    folder,
  );
  const end = async () => {
    await Promise.allSettled([vite.close(), close()]);
    process.exit(0);
  };
  for (const signal of ['SIGTERM', 'SIGINT', 'SIGHUP']) process.once(signal, () => void end());
} catch (error) {
  const { whyNot } = await load('/server/start.ts');
  console.error(whyNot(error, { port }) ?? error.message);
  process.exit(1);
}
