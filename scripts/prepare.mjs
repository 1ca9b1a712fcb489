/** Set-up shared by every command: packages when they are missing or stale, the build when it is older than the code. */
import { execFileSync } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');

export const run = (command, args, env = {}) =>
  execFileSync(command, args, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ...env } });

/** The knitter's own data, unless GRITCH_DATA names another folder. */
export const dataFolder = () => path.resolve(ROOT, process.env.GRITCH_DATA || 'data');

const timeOf = (file) => (fs.existsSync(file) ? fs.statSync(file).mtimeMs : 0);

const LOCKFILE = path.join(ROOT, 'package-lock.json');

/** A package that the lockfile wants and that is not here; undefined if all are. */
function missingPackage() {
  const { packages } = JSON.parse(fs.readFileSync(LOCKFILE, 'utf8'));
  const wanted = Object.entries(packages).filter(([folder, { optional }]) => folder !== '' && !optional);
  return wanted.find(([folder]) => !fs.existsSync(path.join(ROOT, folder, 'package.json')))?.[0];
}

/** Holds the number of the process that installs. */
const INSTALLING = path.join(ROOT, '.cache/installing');
const MOST_WAITED_MS = 180_000;

function isRunning(pid) {
  try {
    return process.kill(pid, 0);
  } catch {
    return false;
  }
}

/** An installation that was interrupted takes a while to end, and clears away what it had begun. */
function waitForOther() {
  const pid = fs.existsSync(INSTALLING) ? Number(fs.readFileSync(INSTALLING, 'utf8')) : 0;
  if (pid === 0 || !isRunning(pid)) return;
  console.log('Another installation is under way or being cleared away: waiting for it …');
  const pause = new Int32Array(new SharedArrayBuffer(4));
  const until = performance.now() + MOST_WAITED_MS;
  while (isRunning(pid) && performance.now() < until) Atomics.wait(pause, 0, 0, 500);
}

/** Installs what the lockfile says when node_modules is missing, older than the lockfile, or not whole. */
export function installPackages() {
  waitForOther();
  const stamp = path.join(ROOT, 'node_modules/.package-lock.json');
  if (timeOf(stamp) > 0 && timeOf(stamp) >= timeOf(LOCKFILE)) {
    const missing = missingPackage();
    if (!missing) return;
    console.log(`The installation is not whole (${missing} is missing).`);
  }
  console.log('Installing packages …');
  fs.mkdirSync(path.dirname(INSTALLING), { recursive: true });
  fs.writeFileSync(INSTALLING, String(process.pid));
  // Ctrl-C is for npm: this is here until that has ended, so that the next run can wait for it.
  const stay = () => undefined;
  process.on('SIGINT', stay);
  try {
    run('npm', ['ci', '--no-audit', '--no-fund']);
  } catch {
    console.error(
      'The packages are not installed. If you interrupted that, run this again; otherwise mend what is said above first.',
    );
    process.exit(1);
  } finally {
    fs.rmSync(INSTALLING, { force: true });
    process.off('SIGINT', stay);
  }
  fs.utimesSync(stamp, new Date(), new Date());
}

/** Tests are no part of what is built. */
const isTest = (entry) => /\.test\.tsx?$|\/testing$/.test(entry);

/** When a file was last changed, or anything in a folder; a folder changes when something in it comes or goes. */
function newest(entry) {
  const full = path.join(ROOT, entry);
  if (isTest(entry) || !fs.existsSync(full)) return 0;
  const stat = fs.statSync(full);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return Math.max(stat.mtimeMs, ...fs.readdirSync(full).map((name) => newest(path.join(entry, name))));
}

const SOURCES = [
  'app',
  'core',
  'server',
  'demo',
  'bench',
  'public',
  'package-lock.json',
  'vite.config.ts',
  'react-router.config.ts',
  'tsconfig.json',
];
const STAMP = path.join(ROOT, 'build/stamp');

/** Files of the build that are put by on a device; names with a hash in them are their own revision. */
const PUT_BY = ['assets/**/*.{js,css,woff2}', 'icon*', 'manifest.webmanifest', 'no-page.html'];
const LARGEST = 4_000_000;

/** The service worker knows every file of the build, so it is bundled last. */
async function buildWorker(build) {
  const { getManifest } = await import('workbox-build');
  const globDirectory = path.join(ROOT, 'build/client');
  const { manifestEntries, warnings } = await getManifest({
    globDirectory,
    globPatterns: PUT_BY,
    dontCacheBustURLsMatching: /-[\w-]{8,}\.\w+$/,
    maximumFileSizeToCacheInBytes: LARGEST,
  });
  warnings.forEach((warning) => console.warn(warning));
  const entries = manifestEntries.map((entry) => ({ ...entry, url: `/${entry.url}` }));
  await build({
    absWorkingDir: ROOT,
    entryPoints: { worker: 'app/offline/worker.ts' },
    outdir: globDirectory,
    bundle: true,
    minify: true,
    format: 'iife',
    target: 'es2022',
    define: {
      'self.__WB_MANIFEST': JSON.stringify(entries),
      'process.env.NODE_ENV': '"production"',
    },
    logLevel: 'warning',
  });
}

/** Builds the app and the demo seeder when any source is newer than the last build. */
export async function buildApp() {
  // Tests run on what was built when they began, whatever is edited meanwhile.
  if (process.env.GRITCH_BUILD === 'as-is' && timeOf(STAMP) > 0) return;
  if (timeOf(STAMP) > Math.max(...SOURCES.map(newest))) return;
  console.log('Building …');
  run('npx', ['react-router', 'build']);
  const { build } = await import('esbuild');
  await build({
    absWorkingDir: ROOT,
    entryPoints: {
      seed: 'demo/seed.ts',
      folder: 'server/folder-tool.ts',
      bench: 'bench/main.ts',
      bare: 'bench/bare.ts',
    },
    outdir: 'build/tools',
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    alias: { '~': path.join(ROOT, 'app'), '@core': path.join(ROOT, 'core') },
    logLevel: 'warning',
  });
  await buildWorker(build);
  fs.writeFileSync(STAMP, new Date().toISOString());
}
