/**
 * `npm run mutants -- core/cue`: changes a seeded sample of a folder's lines, one at a time, and says which changes the
 * folder's own tests do not notice. `--lines=100` sets the sample, `--seed=7` another one; `--line=core/cue/tell.ts:52` tries
 * that line alone. On request only: a folder takes minutes to an hour.
 */
import fs from 'node:fs';
import path from 'node:path';
import jestConfig from '../jest.config.mjs';
import { installPackages, ROOT } from './prepare.mjs';

const LINES = 100;
const SEED = 1201;

function seeded(seed) {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** Lines that hold code which runs: no imports, types or comments, nothing without a letter. */
function linesOf(file) {
  const text = fs.readFileSync(path.join(ROOT, file), 'utf8');
  const bare = text.replace(/\/\*[\s\S]*?\*\//g, (comment) => comment.replace(/[^\n]/g, ' '));
  return bare.split('\n').flatMap((line, i) => {
    const isCode =
      /[a-z0-9]/i.test(line) && !/^\s*(import|export \*|export type|type|readonly|\/\/)/.test(line);
    return isCode ? [`${file}:${i + 1}`] : [];
  });
}

function sample(folder, count, seed) {
  const files = fs
    .readdirSync(path.join(ROOT, folder), { recursive: true })
    .map((name) => path.join(folder, name))
    .filter((name) => /\.ts$/.test(name) && !/\.test\.ts$|schema\.ts$/.test(name))
    .sort();
  const random = seeded(seed);
  const all = files.flatMap(linesOf).map((line) => ({ line, at: random() }));
  return all
    .sort((a, b) => a.at - b.at)
    .slice(0, count)
    .map(({ line }) => line);
}

const flag = (name) => process.argv.find((arg) => arg.startsWith(`--${name}=`))?.slice(name.length + 3);
const [named] = process.argv.slice(2).filter((arg) => !arg.startsWith('-'));
const folder = named ?? path.dirname(flag('line')?.split(',')[0] ?? '-');
if (folder === '.' || !fs.existsSync(path.join(ROOT, folder))) {
  console.error('Name a folder: npm run mutants -- core/cue');
  process.exit(1);
}
installPackages();
const lines =
  flag('line')?.split(',') ?? sample(folder, Number(flag('lines') ?? LINES), Number(flag('seed') ?? SEED));
const report = path.join(ROOT, '.cache/mutants', `${folder.replaceAll('/', '-')}.json`);
const unit = jestConfig.projects.find(({ displayName }) => displayName === 'unit');
const { Stryker } = await import('@stryker-mutator/core');
const results = await new Stryker({
  testRunner: 'jest',
  testRunnerNodeArgs: ['--experimental-vm-modules', '--no-warnings'],
  jest: {
    projectType: 'custom',
    enableFindRelatedTests: false,
    config: {
      ...unit,
      displayName: undefined,
      projects: [],
      testMatch: [`<rootDir>/${folder}/**/*.test.ts`],
    },
  },
  coverageAnalysis: 'perTest',
  concurrency: 2,
  // Modules loaded anew for each run are never let go.
  maxTestRunnerReuse: 40,
  timeoutMS: 60_000,
  mutate: lines.map((line) => `${line}-${line.split(':').at(-1)}`),
  mutator: { excludedMutations: [] },
  disableTypeChecks: false,
  ignorePatterns: ['/build', '/data', '/.cache', '/docs', '/.react-router', '/public'],
  tempDirName: '.cache/mutants-work',
  reporters: ['json', 'progress-append-only'],
  jsonReporter: { fileName: report },
  logLevel: 'warn',
  allowConsoleColors: false,
}).runMutationTest();

const came = (status) => results.filter((one) => one.status === status);
const lived = [...came('Survived'), ...came('NoCoverage')];
const killed = came('Killed').length + came('Timeout').length;
for (const { fileName, location, replacement, mutatorName, status } of lived) {
  const { line, column } = location.start;
  const source = fs.readFileSync(fileName, 'utf8').split('\n')[line - 1]?.trim();
  const place = `${path.relative(ROOT, fileName)}:${line}:${column}`;
  console.log(
    `${status === 'NoCoverage' ? 'never run' : 'unnoticed'}  ${place}  ${mutatorName}\n    ${source}\n  → ${replacement?.replace(/\s+/g, ' ')}`,
  );
}
const tried = killed + lived.length;
console.log(
  `${folder}: ${killed} of ${tried} changes noticed (${((100 * killed) / Math.max(1, tried)).toFixed(1)} %), seed ${flag('seed') ?? SEED}`,
);
