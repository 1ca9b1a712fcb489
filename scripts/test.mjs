/** `npm test`: everything the tests need, then all of them, units first. Arguments go to Jest. */
import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { needChromium } from './chromium.mjs';
import { buildApp, installPackages, ROOT } from './prepare.mjs';

const REPORTS = path.join(ROOT, '.cache/tests');

/** Runs one project and says how many of its tests passed and failed; a suite that cannot run is a failure. */
function runProject(name, args) {
  const report = path.join(REPORTS, `${name}.json`);
  fs.rmSync(report, { force: true });
  const jest = path.join(ROOT, 'node_modules/jest/bin/jest.js');
  const flags = ['--selectProjects', name, '--passWithNoTests', '--json', `--outputFile=${report}`, ...args];
  const { status } = spawnSync('node', ['--experimental-vm-modules', '--no-warnings', jest, ...flags], {
    cwd: ROOT,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, CHROMIUM: needChromium() },
  });
  if (!fs.existsSync(report)) return { passed: 0, failed: 1 };
  const { numPassedTests, numFailedTests, numRuntimeErrorTestSuites } = JSON.parse(
    fs.readFileSync(report, 'utf8'),
  );
  const failed = numFailedTests + numRuntimeErrorTestSuites;
  return { passed: numPassedTests, failed: status !== 0 && failed === 0 ? 1 : failed };
}

installPackages();
needChromium();
await buildApp();
fs.mkdirSync(REPORTS, { recursive: true });
const asked = process.argv.slice(2);
const results = [
  runProject('unit', ['--testTimeout=60000', ...asked]),
  runProject('e2e', ['--runInBand', '--testTimeout=120000', ...asked]),
];
const passed = results.reduce((sum, result) => sum + result.passed, 0);
const failed = results.reduce((sum, result) => sum + result.failed, 0);
fs.writeFileSync(path.join(REPORTS, 'total.json'), JSON.stringify({ passed, failed }));
console.log(`\nTests: ${passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);
