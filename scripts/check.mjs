/**
 * `npm run lint`, `npm run types`, or both at once: two parts of them at a time, the longest first. What a part says
 * comes when it has ended.
 */
import { execFile } from 'node:child_process';
import path from 'node:path';
import { installPackages, ROOT, run } from './prepare.mjs';

const AT_ONCE = 2;
const DEPENDENCIES = 'core app server demo e2e --config .dependency-cruiser.cjs';
const PARTS = [
  { of: 'types', command: 'tsc --noEmit' },
  { of: 'lint', command: 'eslint .' },
  { of: 'lint', command: 'prettier --check .' },
  { of: 'lint', command: 'knip' },
  { of: 'lint', command: `depcruise ${DEPENDENCIES}` },
  { of: 'types', command: 'tsc --noEmit -p tsconfig.worker.json' },
];

const asked = process.argv.slice(2);
const left = PARTS.filter(({ of }) => asked.includes(of));
const failed = new Set();

const runPart = ({ of, command }) =>
  new Promise((resolve) => {
    const [name, ...args] = command.split(' ');
    const file = path.join(ROOT, 'node_modules/.bin', name);
    execFile(file, args, { cwd: ROOT, maxBuffer: Infinity }, (error, said, complained) => {
      const words = said + complained || (error?.message ?? '');
      console.log(`${error ? 'failed' : 'passed'}: ${command}\n${words}`.trim());
      if (error) failed.add(of);
      resolve();
    });
  });

async function lane() {
  for (let next = left.shift(); next; next = left.shift()) await runPart(next);
}

installPackages();
run('npx', ['react-router', 'typegen']);
await Promise.all(Array.from({ length: AT_ONCE }, lane));
console.log(`${asked.length - failed.size} passed, ${failed.size} failed`);
process.exit(failed.size);
