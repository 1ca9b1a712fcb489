/**
 * `npm run test:deep`: the unit tests with every property at its full size and a new seed, which is printed.
 * `GRITCH_SEED=7 npm run test:deep -- core/repair` runs one folder as another run did.
 */
import { randomInt } from 'node:crypto';
import { installPackages } from './prepare.mjs';
import { namesIn, needFiles, runProject, sayTimes } from './tests.mjs';

installPackages();
const asked = process.argv.slice(2);
needFiles(['unit'], namesIn(asked));
const seed = process.env.GRITCH_SEED ?? String(randomInt(2 ** 31));
const begun = performance.now();
console.log(`Deep run with seed ${seed}; GRITCH_SEED=${seed} repeats it.`);
const env = { GRITCH_DEEP: '1', GRITCH_SEED: seed };
const { passed, failed, files } = await runProject('unit', ['--testTimeout=3600000', ...asked], env);
sayTimes(files, (performance.now() - begun) / 1000);
console.log(`\nSeed ${seed}: ${passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);
