/** `npm test`: everything the tests need, then all of them, units first. What is named (`npm test -- core/cue`) alone is run. */
import fs from 'node:fs';
import path from 'node:path';
import { needChromium } from './chromium.mjs';
import { buildApp, installPackages } from './prepare.mjs';
import { needFiles, namesIn, REPORTS, runProject, sayTimes } from './tests.mjs';

const TOTAL = path.join(REPORTS, 'total.json');
// What an earlier run came to says nothing of this one.
fs.rmSync(TOTAL, { force: true });
const begun = performance.now();
installPackages();
const asked = process.argv.slice(2);
const projects = needFiles(['unit', 'e2e'], namesIn(asked));
if (projects.includes('e2e')) needChromium();
// The build leaves half a core unused: units, which do not need it, begin meanwhile.
const units = projects.includes('unit') ? runProject('unit', asked) : null;
const results = [];
let isBuilt = true;
if (projects.includes('e2e'))
  await buildApp().catch((error) => {
    isBuilt = false;
    console.error(`The app could not be built, so no browser test is run: ${error.message}`);
  });
if (units) results.push(await units);
if (projects.includes('e2e'))
  results.push(isBuilt ? await runProject('e2e', asked) : { passed: 0, failed: 1, files: [] });
const sum = (of) => results.reduce((total, result) => total + result[of], 0);
const total = { passed: sum('passed'), failed: sum('failed') };
fs.writeFileSync(TOTAL, JSON.stringify(total));
sayTimes(
  results.flatMap(({ files }) => files),
  (performance.now() - begun) / 1000,
);
console.log(`\nTests: ${total.passed} passed, ${total.failed} failed`);
process.exit(total.failed > 0 ? 1 : 0);
