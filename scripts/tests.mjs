/** Running tests: what both need, which files a filter means, one Jest run, and what it came to. */
import { execFileSync, spawn } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { needChromium } from './chromium.mjs';
import { ROOT } from './prepare.mjs';

export const REPORTS = path.join(ROOT, '.cache/tests');
const JEST = path.join(ROOT, 'node_modules/jest/bin/jest.js');
const NODE = ['--experimental-vm-modules', '--no-warnings'];
const WORKERS = 2;
/** No test is cut short because the machine is busy; a hung one ends all the same. */
const TIMEOUT_MS = { unit: 120_000, e2e: 400_000 };

/** What is not a flag names files, as Jest takes it: a folder, a file, a part of either. */
export const namesIn = (args) => args.filter((arg) => !arg.startsWith('-'));

/** Files of a project that the names mean; all of them where nothing is named. */
export function filesOf(project, names) {
  const flags = ['--selectProjects', project, '--listTests', '--json', ...names];
  return JSON.parse(
    execFileSync('node', [...NODE, JEST, ...flags], {
      cwd: ROOT,
      encoding: 'utf8',
      stdio: ['ignore', 'pipe', 'ignore'],
    }),
  );
}

/** Ends the process with one line if the names mean no file of any of these projects. */
export function needFiles(projects, names) {
  const found = projects.filter((project) => filesOf(project, names).length > 0);
  if (found.length > 0) return found;
  console.error(
    `No test file fits “${names.join(' ')}”. Name a folder or a file, such as core/cue or e2e/knit.`,
  );
  process.exit(1);
}

/** Jest for one project; resolves with its exit code once it has ended. */
export function jest(project, args, { env = {}, stdio = 'inherit' } = {}) {
  const browser = project === 'e2e' ? { CHROMIUM: needChromium(), GRITCH_BUILD: 'as-is' } : {};
  const files = project === 'e2e' ? filesOf(project, namesIn(args)).length : WORKERS;
  const usual = { maxWorkers: Math.max(1, Math.min(WORKERS, files)), testTimeout: TIMEOUT_MS[project] };
  // Jest makes a list of a flag that is given twice, and then no time is enough.
  const flags = Object.entries(usual)
    .filter(([name]) => !args.some((arg) => arg.startsWith(`--${name}`)))
    .map(([name, value]) => `--${name}=${value}`);
  const child = spawn('node', [...NODE, JEST, '--selectProjects', project, ...flags, ...args], {
    cwd: ROOT,
    stdio,
    env: { ...process.env, ...browser, ...env },
  });
  return new Promise((resolve) => child.once('exit', (code) => resolve(code ?? 1)));
}

const reportOf = (project) => path.join(REPORTS, `${project}.json`);

/** Runs a project and says what it came to; a suite that cannot run is a failure, and so is a run that ended early. */
export async function runProject(project, args = [], env = {}) {
  const report = reportOf(project);
  fs.mkdirSync(REPORTS, { recursive: true });
  fs.rmSync(report, { force: true });
  const stdio = ['ignore', 'ignore', 'inherit'];
  const code = await jest(project, ['--json', `--outputFile=${report}`, ...args], { env, stdio });
  if (!fs.existsSync(report)) return { passed: 0, failed: 1, files: [] };
  const said = JSON.parse(fs.readFileSync(report, 'utf8'));
  const failed = said.numFailedTests + said.numRuntimeErrorTestSuites;
  return {
    passed: said.numPassedTests,
    failed: code !== 0 && failed === 0 ? 1 : failed,
    files: said.testResults.map(({ name, startTime, endTime }) => ({
      name: path.relative(ROOT, name),
      seconds: (endTime - startTime) / 1000,
    })),
  };
}

const SLOWEST = 10;

/** The slowest files of a run, and how long it took in all. */
export function sayTimes(files, seconds) {
  console.log(`\nThe ${SLOWEST} slowest files:`);
  for (const file of files.toSorted((a, b) => b.seconds - a.seconds).slice(0, SLOWEST))
    console.log(`${file.seconds.toFixed(1).padStart(8)} s  ${file.name}`);
  console.log(`In all ${Math.floor(seconds / 60)} min ${Math.round(seconds % 60)} s.`);
}
